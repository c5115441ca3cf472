"""Fields on a face in their own colours: each piece by itself, a little lighter or darker than the next as wood and
fired clay are, over what is seen in the joints."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.coated.field_surfaces import BOARDING, SLATTED, hides
from narrow_cornice.derived.walled.laid import LaidField, with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.drawing.coloured import Colours
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Areas, Mark, Pen, Point, areas
from narrow_cornice.features.pieces import Piece
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import Board, Overlay, Paper, Slat, Tile, surface_key
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.memo import by_identity

GROUT, FELT = "#cfcabe", "#35322e"
SHADES = (1.0, 0.965, 1.025, 0.985)
LEANS = 0.93  # how much darker blocks are that lie the other way
EDGE = Pen("line", 0.25)


@by_identity(times=1, each="wall", of=as_built)
def fields_on(room: Room, wall_id: str, changed_rules: dict[str, float]) -> tuple[LaidField, ...]:
    """Return the fields that lie on a wall, the same object as long as they lie as they did."""
    mine = (one for one in fields_of(room, changed_rules) if one.field.on == "wall" and one.field.wall == wall_id)
    return _kept(*with_strips(one for one in mine if not one.fault))


@by_identity(times=1, each="wall", of=as_built)
def fields_before(room: Room, built_in: str, changed_rules: dict[str, float]) -> tuple[LaidField, ...]:
    """Return the fields that lie on the fronts of a built-in."""
    mine = (one for one in fields_of(room, changed_rules) if one.field.on == "fronts")
    return _kept(*with_strips(one for one in mine if one.field.built_in == built_in and not one.fault))


@by_identity(times=1, each="wall", of=as_built)
def fields_flat(room: Room, on: str, changed_rules: dict[str, float]) -> tuple[LaidField, ...]:
    """Return the fields that lie on the floor or the ceiling."""
    mine = (one for one in fields_of(room, changed_rules) if one.field.on == on and not one.fault)
    return _kept(*with_strips(mine))


@by_identity(times=1, each="wall")
def _kept(*fields: LaidField) -> tuple[LaidField, ...]:
    return fields


def field_marks(frame: Frame, fields: Sequence[LaidField], room: str, colours: Colours) -> list[Mark]:
    """Return the marks of fields on a face, from back to front."""
    marks: list[Mark] = []
    for one in fields:
        marks += _marks(*frame.origin, *frame.u, *frame.v, one, room, colours)
    return marks


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=2, each="wall")
def _marks(
    x: float, y: float, ux: float, uy: float, vx: float, vy: float, laid: LaidField, room: str, colours: Colours
) -> tuple[Mark, ...]:
    frame = Frame((x, y), (ux, uy), (vx, vy))
    about, tone = FieldPath(room, laid.field.id), tone_of(laid, colours)
    marks: list[Mark] = []
    back = _behind(laid, tone)
    for outline, _ in laid.region.parts:
        marks.append(Area(tuple(frame.at(u, v) for u, v in outline), back, about, Pen("line", 0.4)))
    parts: dict[float, list[tuple[Point, ...]]] = {}
    for piece in laid.pieces:
        parts.setdefault(_shade(laid, piece), []).append(on_face(frame, piece))
    groups = {toned(tone, factor): outlines for factor, outlines in parts.items()}
    if isinstance(laid.covering, Paper):  # its seams are seen as little as can be
        seam = Pen(toned(tone, 0.86), 0.5)
        return (*marks, *(areas(tuple(outlines), shade, seam) for shade, outlines in groups.items()))
    pen = None if isinstance(laid.covering, Tile) and laid.laying is not None and laid.laying.joint > 0 else EDGE
    marks += [areas(tuple(outlines), shade, pen) for shade, outlines in groups.items()]
    if laid.border:
        marks.append(areas(tuple(on_face(frame, one) for one in laid.border), toned(tone, 0.9), pen))
    if laid.battens:
        marks.append(areas(tuple(on_face(frame, one) for one in laid.battens), toned(tone, 1.03), Pen("line", 0.4)))
    return tuple(marks)


def on_face(frame: Frame, piece: Piece) -> tuple[Point, ...]:
    """Return the outline of a piece on the drawing."""
    (ox, oy), (ux, uy), (vx, vy) = frame.origin, frame.u, frame.v
    return tuple((ox + ux * u + vx * v, oy + uy * u + vy * v) for u, v in piece.outline)


def tone_of(laid: LaidField, colours: Colours) -> str:
    """Return the colour a field is seen in: that of its finish where it has one, else its covering's own."""
    covering = laid.covering
    if isinstance(covering, Slat | Board):
        group = SLATTED if isinstance(covering, Slat) else BOARDING
        return colours.of(surface_key(group, laid.field.id), covering.tone)
    return covering.tone


def _behind(laid: LaidField, tone: str) -> str:
    """Return what is seen between the pieces of a field: grout, felt, or (clear) what it lies on."""
    if isinstance(laid.covering, Overlay):
        return tone
    if isinstance(laid.covering, Slat):
        return FELT if hides(laid) else "#2a272433"
    return GROUT if isinstance(laid.covering, Tile) else toned(tone, 0.7)


def _shade(laid: LaidField, piece: Piece) -> float:
    """Return how light a piece is beside the others."""
    if isinstance(laid.covering, Paper):
        return 1.0
    # neighbours differ, without a pattern to be seen
    mixed = ((piece.row + 999) * 374_761_393 + (piece.number + 999) * 668_265_263) & 0xFFFFFFFF
    mixed = ((mixed ^ (mixed >> 13)) * 1_274_126_177) & 0xFFFFFFFF
    factor = SHADES[(mixed >> 16) % len(SHADES)]
    if laid.laying is not None and laid.laying.pattern in ("chevron", "herringbone") and piece.turn % 180 > 90 - 1e-6:
        factor *= LEANS
    return factor


def pieces_of(laid: LaidField) -> tuple[Piece, ...]:
    """Return every piece of a field: those inside, of its border and over its joints."""
    return (*laid.pieces, *laid.border, *laid.battens)


def lines_of(frame: Frame, pieces: Sequence[Piece], fill: str, pen: Pen) -> Areas:
    """Return pieces as outlines on a face."""
    return areas(tuple(on_face(frame, one) for one in pieces), fill, pen)
