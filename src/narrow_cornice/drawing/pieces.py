"""What is finished by itself, drawn from the front: fences board by board in the colour they come out in."""

from __future__ import annotations

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.layers import ground_of, layers_of
from narrow_cornice.derived.coated.pieces import BOARDED
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.job.finishes import Colour, Paint, Piece, group_and_thing
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import PiecePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import bare_size

BETWEEN = 900.0  # mm between two pieces
MOST_BOARDS = 400  # drawn of a fence
LETTER = 0.009  # of the width of a drawing, a letter of a name
AREA_LETTERS = 11  # of the area behind a name


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def pieces_drawing(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    settings: Settings,
) -> Drawing:
    """Return the pieces of a room side by side, standing on one line, with their sizes."""
    rules, title = house_rules_of(changed_rules), f"{room.name[:60]}, its pieces"
    known = {colour.id: colour for colour in colours}
    finished = {
        group_and_thing(one.surface.key)[1]: one for one in coated_surfaces(room, changed_rules, paints, colours)
    }
    if not room.finishes.pieces:
        return Drawing(title, "Nothing stands here yet: put a piece in, in Finishes.", (), (0.0, 0.0, 4000.0, 2000.0))
    marks: list[Mark] = []
    left = 0.0
    slots = _slots(room.finishes.pieces)
    for piece, slot in zip(room.finishes.pieces, slots, strict=True):
        one = finished.get(piece.id)
        tone = "#d9d2c4"
        if one is not None:
            layers = layers_of(one, colours, rules)
            tone = layers[-1].tone if layers else ground_of(one, known)[0]
        wide, tall = _mm(piece.width, 500.0), _mm(piece.height, 500.0)
        here = left + (slot - wide) / 2
        marks += _piece(room.id, piece, here, wide, tall, tone)
        marks += _sizes(room.id, piece, one, here, wide, tall, settings)
        left += slot + BETWEEN
    marks.append(Stroke(((-300.0, 0.0), (left - BETWEEN + 300.0, 0.0)), Pen("ink", 1.4)))
    return Drawing(title, "seen from the front, as they come out", tuple(marks), bounds_of(marks, 250))


def _slots(pieces: tuple[Piece, ...]) -> list[float]:
    """Return how wide each piece stands, in mm: no narrower than its name above it as far as there is room for all.

    How wide a name is on the drawing hangs on how wide all of it is: a few rounds bring the two together.
    """
    wides = [_mm(piece.width, 500.0) for piece in pieces]
    names = [min((len(_words(piece)) + AREA_LETTERS) * LETTER, 1.0 / len(pieces)) for piece in pieces]
    slots = wides
    for _ in range(4):
        whole = sum(slots) + BETWEEN * (len(slots) - 1)
        slots = [max(wide, name * whole) for wide, name in zip(wides, names, strict=True)]
    return slots


def _words(piece: Piece) -> str:
    return piece.name[:50] + (f", {piece.count} of them" if piece.count > 1 else "")


def _mm(length: Length | None, otherwise: float) -> float:
    return length.mm if length is not None else otherwise


# Many parameters: the piece, where it stands, and how it is seen.
def _piece(room_id: str, piece: Piece, left: float, wide: float, tall: float, tone: str) -> list[Mark]:
    about = PiecePath(room_id, piece.id)
    if piece.kind not in BOARDED or piece.board is None:
        return [Area(_box(left, wide, tall), tone, about, Pen("line", 0.7))]
    step = piece.board.mm + _mm(piece.gap, 0.0)
    marks: list[Mark] = [Area(_box(left, wide, tall), "sheet", about)]  # what is between the boards is pressed too
    for rail in (0.2, 0.8):  # behind the boards
        up = tall * rail
        rails = ((left, -up - 45), (left + wide, -up - 45), (left + wide, -up + 45), (left, -up + 45))
        marks.append(Area(rails, tone, None, Pen("line", 0.4)))
    x, count = left, 0
    while x < left + wide - 1.0 and count < MOST_BOARDS:
        marks.append(Area(_box(x, min(piece.board.mm, left + wide - x), tall), tone, None, Pen("line", 0.4)))
        x, count = x + step, count + 1
    marks.append(Stroke(_box(left, wide, tall), Pen("line", 0.6), closed=True, about=about))
    return marks


def _box(left: float, wide: float, tall: float) -> tuple[tuple[float, float], ...]:
    return ((left, 0.0), (left + wide, 0.0), (left + wide, -tall), (left, -tall))


# Many parameters: the piece, where it stands, and how sizes are shown.
def _sizes(
    room_id: str, piece: Piece, one: Coated | None, left: float, wide: float, tall: float, settings: Settings
) -> list[Mark]:
    path = PiecePath(room_id, piece.id)
    words = _words(piece) + (f" · {one.painted.shown(settings)}" if one is not None else "")
    return [
        Dimension((left, 0.0), (left + wide, 0.0), -260.0, bare_size(wide, settings), path.sized("width")),
        Dimension((left, 0.0), (left, -tall), 220.0, bare_size(tall, settings), path.sized("height")),
        Label((left + wide / 2, -tall - 160.0), words, 10, "ink", face="name", about=path),
    ]
