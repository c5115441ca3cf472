"""A wall, a floor or a ceiling for whoever lays a field: its set-out lines, the dimensions from one corner, the first
piece, every cut with its size, and what comes out narrow."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.derived.walled.choices import slivers
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.turned import Turned
from narrow_cornice.drawing.fields import on_face, pieces_of
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import (
    Area,
    Dimension,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Point,
    Stroke,
    areas,
    bounds_of,
)
from narrow_cornice.features.pieces import Piece
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import Paper
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FieldPath, WallPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.units.show import bare_size, show_size
from narrow_cornice.units.told import said_in

ASIDE = 170.0  # mm between chains of dimensions
LETTERS = 45.0  # mm that letters are tall on a sheet to scale
MOST_CUTS = 160  # cut pieces that carry their size
FACE = Frame((0.0, 0.0), (1.0, 0.0), (0.0, -1.0))


@by_identity(times=1, each="drawing", of=as_built)
def field_setout(
    room: Room, changed_rules: dict[str, float], settings: Settings, wall_id: str, field_id: str = ""
) -> Drawing:
    """Return the fields of a wall as they are set out; of a ``field_id`` on a floor, a ceiling or fronts, that one."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return Drawing(f"{room.name}, set-out", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    every = fields_of(room, changed_rules)
    chosen = next((one for one in every if one.field.id == field_id), None)
    if chosen is not None and chosen.field.on != "wall":
        mine = [chosen]
    else:
        mine = [one for one in every if one.field.on == "wall" and one.field.wall == wall_id]
    marks: list[Mark] = []
    where = {"floor": "floor", "ceiling": "ceiling", "fronts": "fronts"}.get(mine[0].field.on if mine else "", "")
    if not where:
        face = next((one for one in measured.faces if one.id == wall_id), measured.faces[0])
        where = f"wall {face.name}"
        upper = [FACE.at(u, z) for u, z in reversed(face.upper_edge)]
        ring = (FACE.at(0, 0), FACE.at(face.length, 0), *upper)
        marks.append(Area(ring, "paper", WallPath(room.id, face.id), Pen("line", 1.1)))
        for seen in face.openings:
            marks.append(Area(FACE.quad(seen.rect), "board", None, Pen("line", 0.6)))
    laid = [one for one in mine if not one.fault]
    for one in laid:
        marks += _of_field(one, room.id, changed_rules, settings)
        if one.strip is not None:
            marks += _of_strip(one.strip, FieldPath(room.id, one.field.id), settings)
    marks += _named(measured.faces, wall_id) if chosen is None or chosen.field.on == "wall" else ()
    said = (
        "; ".join(_said(one, settings) for one in laid)
        or "; ".join(said_in(one.fault, settings) for one in mine)
        or "No field here yet."
    )
    return Drawing(f"{room.name}, {where}: set-out", said, tuple(marks), bounds_of(marks, 260.0))


def _named(faces: Sequence[WallFace], wall_id: str) -> Iterator[Mark]:
    """Yield the names of a wall's openings, over what is laid round them."""
    for seen in next((one.openings for one in faces if one.id == wall_id), ()):
        yield Label(_middle(FACE.quad(seen.rect)), seen.opening.name[:40], 8, "soft", face="slanted")


def _middle(points: tuple[Point, ...]) -> Point:
    return sum(x for x, _ in points) / len(points), sum(y for _, y in points) / len(points)


def _said(laid: LaidField, settings: Settings) -> str:
    whole = sum(piece.whole for piece in laid.with_reveals)
    cut = len(laid.with_reveals) - whole
    words = f"{laid.field.name}: {whole} whole, {cut} cut" if laid.laying is not None else f"{laid.field.name}: "
    if laid.laying is None:
        words += f"{laid.count} " + ("drops" if isinstance(laid.covering, Paper) else "side by side")
    if laid.gap is not None:
        words += f", gap {bare_size(round(laid.gap.value, 2), settings)}"
    if laid.thin is not None:
        words += f", the narrowest {show_size(laid.thin[0], settings)}"
    if laid.turned:
        deep = ", ".join(dict.fromkeys(bare_size(one.deep, settings) for one in laid.turned))
        words += f", reveals of {deep} folded in"
    return words


def _of_field(laid: LaidField, room: str, changed_rules: dict[str, float], settings: Settings) -> Iterator[Mark]:
    about = FieldPath(room, laid.field.id)
    for outline, holes in laid.region.parts:
        yield Area(tuple(FACE.at(u, v) for u, v in outline), "sheet", about, Pen("verdigris", 1.1))
        for hole in holes:
            yield Area(tuple(FACE.at(u, v) for u, v in hole), "board", None, Pen("line", 0.7))
    whole = [one for one in pieces_of(laid) if one.whole]
    cut = [one for one in pieces_of(laid) if not one.whole]
    thin = set(slivers(laid, changed_rules))
    yield areas(tuple(on_face(FACE, one) for one in whole), "paper", Pen("soft", 0.4))
    if cut:
        yield areas(tuple(on_face(FACE, one) for one in cut), "#e7ddc6", Pen("soft", 0.5))
    for one in sorted(laid.turned, key=lambda each: each.side != "back"):  # what is folded in lies over the back
        yield from _reveal(one)
    if laid.battens:
        yield areas(tuple(on_face(FACE, one) for one in laid.battens), "#d8c9a6", Pen("line", 0.6))
    if thin:
        yield areas(tuple(on_face(FACE, one) for one in laid.pieces if one in thin), "#a4492f66", Pen("rust", 0.9))
    first = _first(laid)
    if first is not None:
        ring = on_face(FACE, first)
        yield Area(ring, "#2e6b6033", about, Pen("verdigris", 1.3))
        yield Label(_middle(ring), "1", 9, "verdigris", face="bold", about=about)
    yield from seams(laid, about, settings)
    yield from _lines(laid, about)
    yield from _chains(laid, about, settings)
    yield from _sizes(cut, thin, settings)


def _of_strip(strip: LaidField, about: FieldPath, settings: Settings) -> Iterator[Mark]:
    """Yield a strip between rows, and how high its lower and upper edges are above the field's, at the far side."""
    for whole, fill in ((True, "#dfe7e2"), (False, "#c9d6cf")):
        pieces = tuple(on_face(FACE, one) for one in strip.pieces if one.whole is whole)
        if pieces:
            yield areas(pieces, fill, Pen("verdigris", 0.6))
    for one in strip.turned:
        yield from _reveal(one)
    _, low, right, high = strip.region.bounds
    yield Dimension(FACE.at(right, high), FACE.at(right, low), ASIDE * 1.6, bare_size(high - low, settings), about)
    yield Dimension(FACE.at(right, low), FACE.at(right, 0.0), ASIDE * 1.6, bare_size(low, settings), about)


def _reveal(one: Turned) -> Iterator[Mark]:
    """Yield a side of a reveal, folded into its opening."""
    for whole, fill in ((True, "paper"), (False, "#e7ddc6")):
        pieces = [piece for piece in one.pieces if piece.whole is whole]
        if pieces:
            yield areas(tuple(on_face(FACE, piece) for piece in pieces), fill, Pen("soft", 0.5))


def seams(laid: LaidField, about: FieldPath, settings: Settings) -> Iterator[Mark]:
    """Yield the seams of a floor that falls, its drain, and how high it is at its edge."""
    if laid.fall is None or laid.field.drain is None:
        return
    for a, b in laid.fall.seams:
        yield Stroke((FACE.at(*a), FACE.at(*b)), Pen("ochre", 0.9), about=about)
    x, y = laid.field.drain
    half = 60.0
    ring = FACE.quad(Rect(x - half, y - half, x + half, y + half))
    yield Area(ring, "#6d635a", about, Pen("line", 1.0))
    yield Label(FACE.at(x, y - 150), "drain", 8, "ochre", face="slanted", about=about, patch=True)
    left, _, right, top = laid.region.bounds
    words = f"+ {show_size(laid.fall.rise, settings)} all round"
    yield Label(FACE.at((left + right) / 2, top - 120), words, 8, "ochre", about=about, patch=True)


def _first(laid: LaidField) -> Piece | None:
    """Return the piece that is laid first: the one at the start, or the whole one nearest to it."""
    if not laid.pieces:
        return None
    x, y = start_of(laid)

    def apart(piece: Piece) -> tuple[bool, float]:
        return not piece.whole and laid.laying is not None, abs(piece.anchor[0] - x) + abs(piece.anchor[1] - y)

    return min(laid.pieces, key=apart)


def start_of(laid: LaidField) -> Point:
    """Return the place that a field starts from."""
    left, bottom, _, _ = laid.region.bounds
    if laid.laying is not None:
        return laid.laying.start
    if laid.rows:
        row = laid.rows[0]
        return (row.start, bottom) if row.axis == 0 else (left, row.start)
    return left, bottom


def _lines(laid: LaidField, about: FieldPath) -> Iterator[Mark]:
    """Yield the two lines that are snapped first, through the start, and the handle that moves it."""
    left, bottom, right, top = laid.region.bounds
    x, y = start_of(laid)
    pen = Pen("verdigris", 1.0, dashed=True)
    if left < x < right:
        yield Stroke((FACE.at(x, bottom - 60), FACE.at(x, top + 60)), pen)
    if bottom < y < top:
        yield Stroke((FACE.at(left - 60, y), FACE.at(right + 60, y)), pen)
    if movable(laid):
        yield Handle(FACE.at(x, y), about.sized("start"))


def movable(laid: LaidField) -> bool:
    """Return whether the start of a field can be moved: that of slats and of boards with battens follows its ends, that
    of paper which goes on from the wall beside it that paper."""
    if laid.field.goes_on:
        return False
    return laid.laying is not None or bool(laid.rows)


def _chains(laid: LaidField, about: FieldPath, settings: Settings) -> Iterator[Mark]:
    """Yield the dimensions from the left end and from below: to the field, to its start, and over all."""
    left, bottom, right, top = laid.region.bounds
    x, y = start_of(laid)
    for number, stops in enumerate(([0.0, left, right], [left, *([x] if left + 1 < x < right - 1 else []), right])):
        for low, high in itertools.pairwise(sorted(set(stops))):
            if high - low > 1:
                ends = FACE.at(high, bottom), FACE.at(low, bottom)
                yield Dimension(*ends, ASIDE * (2 - number), bare_size(high - low, settings), about)
    for number, stops in enumerate(([0.0, bottom, top], [bottom, *([y] if bottom + 1 < y < top - 1 else []), top])):
        for low, high in itertools.pairwise(sorted(set(stops))):
            if high - low > 1:
                ends = FACE.at(left, low), FACE.at(left, high)
                yield Dimension(*ends, ASIDE * (2 - number), bare_size(high - low, settings), about)
    for row in laid.rows:
        yield from _of_rows(laid, row.axis, about, settings)


def _of_rows(laid: LaidField, axis: int, about: FieldPath, settings: Settings) -> Iterator[Mark]:
    """Yield how wide the first and the last piece of a row are, at the far side of the field."""
    left, bottom, right, top = laid.region.bounds
    ends: dict[tuple[float, float], None] = {}
    low, high = (left, right) if axis == 0 else (bottom, top)
    for piece in laid.pieces:
        places = [point[axis] for point in piece.outline]
        span = (round(min(places), 2), round(max(places), 2))
        if abs(span[0] - low) < 0.5 or abs(span[1] - high) < 0.5:
            ends[span] = None
    shown = [one for one in ends if one[1] - one[0] > 1][:4]
    for a, b in shown:
        if axis == 0:
            yield Dimension(FACE.at(a, top), FACE.at(b, top), ASIDE * 0.8, bare_size(b - a, settings), about)
        else:
            yield Dimension(FACE.at(right, b), FACE.at(right, a), ASIDE * 0.8, bare_size(b - a, settings), about)


def _sizes(cut: list[Piece], thin: set[Piece], settings: Settings) -> Iterator[Mark]:
    """Yield the sizes of the cut pieces, each where it lies, as long as it has room."""
    for piece in cut[:MOST_CUTS]:
        ring = on_face(FACE, piece)
        xs, ys = [x for x, _ in ring], [y for _, y in ring]
        wide, tall = max(xs) - min(xs), max(ys) - min(ys)
        if abs(piece.turn % 90.0) > 1.0 or min(wide, tall) < LETTERS:
            continue
        words = f"{bare_size(piece.size[0], settings)} × {bare_size(piece.size[1], settings)}"
        colour = "rust" if piece in thin else "soft"
        upright = tall > wide
        at, room = _room_in(ring, upright)
        yield Label(at, words, 6.5, colour, turned=upright, within=room)


def _room_in(ring: tuple[Point, ...], upright: bool) -> tuple[Point, float]:
    """Return where letters stand in a piece, and how long they may be there: its middle, or of a piece that goes round
    something the middle of the largest circle in it."""
    import shapely

    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    if len(ring) == 4:
        return ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2), max(max(xs) - min(xs), max(ys) - min(ys))
    shape = shapely.Polygon(ring)
    circle = shapely.maximum_inscribed_circle(shape, 1.0)
    x, y = circle.coords[0]
    ends = ((x, min(ys)), (x, max(ys))) if upright else ((min(xs), y), (max(xs), y))
    chords = shapely.get_parts(shapely.intersection(shapely.LineString(ends), shape))
    mine = min(chords, key=lambda chord: chord.distance(shapely.Point(x, y)))
    room = 2 * min(math.dist((x, y), end) for end in mine.coords)
    return (x, y), (room if circle.length > LETTERS / 2 else 0.0)
