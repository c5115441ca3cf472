"""What of a tiled field turns an edge: into the reveals of openings it lies round, and round outside corners.

A reveal begins with whole tiles at its outer edge and ends cut against the frame; the rows of the wall go on in it.
It is laid out folded into its opening, as deep as that is: so its joints meet those of the wall. The back of a niche is
tiled on as if it stood in the wall. A free edge is closed
with a strip of edge trim, or the tiles of both its sides are mitred.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal, NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.features.laying import IN_ROWS, Laying
from narrow_cornice.features.pieces import Piece, laid
from narrow_cornice.features.region import Box, FieldError, Region, box_ring, region_of
from narrow_cornice.features.rows import Stop
from narrow_cornice.features.strips import Band, laid_round, region_of_strip
from narrow_cornice.job.finishes import Tile
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Field
from narrow_cornice.memo import by_value
from narrow_cornice.trim.runs import corner_kind

Side = Literal["left", "right", "head", "sill", "back"]
TOUCHES = 1.0  # mm beside an edge, in which a field that goes up to it is looked for
LEAST = 1.0  # mm: a shorter stretch is no edge
OF_ANOTHER = 1_000_000  # cells of each reveal are told apart from all others


class Hole(NamedTuple):
    """An opening that a field may turn into: its identity and name, its box on the wall, how deep its reveal is, and
    whether it has a sill, and a back."""

    id: str
    name: str
    box: Box
    deep: float
    sill: bool
    back: bool = False


class Edges(NamedTuple):
    """What a field can turn round: openings with their reveals, and the ends of its wall where that turns outwards, of
    which each corner belongs to one wall."""

    holes: tuple[Hole, ...] = ()
    corners: tuple[tuple[float, bool, str], ...] = ()  # where along the wall, whether the field ends there, its name


NO_EDGES = Edges()


class Turned(NamedTuple):
    """A side of a reveal as it is tiled: of which opening, from where to where along that side, and its pieces."""

    opening: str
    name: str
    side: Side
    deep: float
    stretches: tuple[tuple[float, float], ...]
    pieces: tuple[Piece, ...]
    back: float = 0.0  # m², of the back of a niche

    @property
    def long(self) -> float:
        """How long its outer edge is, in mm."""
        return sum(b - a for a, b in self.stretches)

    @property
    def area(self) -> float:
        """What of it is tiled, in m²."""
        return self.back or self.long * self.deep / 1e6


def edges_of(room: Room, field: Field, changed_rules: dict[str, float]) -> Edges:
    """Return what a field can turn round: of tiles on a wall alone. An opening that is cased keeps its reveals: the
    field ends at the casing."""
    if field.on != "wall" or not isinstance(field.covering, Tile):
        return NO_EDGES
    faces = measured_room(room, changed_rules).faces
    number = next((at for at, one in enumerate(faces) if one.id == field.wall), None)
    if number is None:
        return NO_EDGES
    # A corner that two fields come up to is closed once: with the one whose left end it is.
    beside = faces[number - 1].id
    shared = any(
        one.wall == beside and one.on == "wall" and one.left is None and isinstance(one.covering, Tile)
        for one in room.walling.fields
    )
    return _edges(faces[number], field, shared=shared)


def _edges(face: WallFace, field: Field, *, shared: bool) -> Edges:
    holes = tuple(
        Hole(
            one.opening.id,
            one.opening.name,
            (one.rect.u0, one.rect.v0, one.rect.u1, one.rect.v1),
            float(one.opening.reveal.mm),
            not one.to_floor,
            one.opening.kind == "niche",
        )
        for one in face.openings
        if field.reveals and one.opening.reveal.mm > 0 and not one.opening.cased and one.opening.kind != "arch"
    )
    ends = ((0.0, face.left), *(() if shared else ((face.length, face.right),)))
    corners = tuple((at, at > 0.0, corner.name) for at, corner in ends if corner_kind(corner) == "outside")
    return _alike(holes, corners)


# By value, so that a field whose edges an edit left alike is not laid again.
@by_value(times=1, each="wall")
def _alike(holes: tuple[Hole, ...], corners: tuple[tuple[float, bool, str], ...]) -> Edges:
    return Edges(holes, corners)


# Many parameters: what is laid, and what of it a strip has.
def turned_into(
    edges: Edges, laying: Laying, region: Region, band: Band | None = None, *, of_strip: bool = False
) -> Iterator[Turned]:
    """Yield the reveals that a field goes into, each side that it comes up to. Where it has a strip the rows go round
    its ``band``; what is the strip itself (``of_strip``) has that band alone."""
    number = 0
    for hole in edges.holes:
        left, bottom, right, top = hole.box
        met = False
        sides: tuple[tuple[Side, Box, int], ...] = (
            ("left", (left - TOUCHES, bottom, left, top), 1),
            ("right", (right, bottom, right + TOUCHES, top), 1),
            ("head", (left, top, right, top + TOUCHES), 0),
            *((("sill", (left, bottom - TOUCHES, right, bottom), 0),) if hole.sill else ()),
        )
        for side, beside, axis in sides:
            met_at = tuple(_met(region, beside, axis))
            stretches = _beside(met_at, band) if band is not None and not of_strip and axis else met_at
            if not stretches:
                continue
            pieces: list[Piece] = []
            for a, b in stretches:
                number += 1
                box, start = _folded(hole, side, a, b, laying)
                if band is not None and axis and not of_strip and a >= band.high:
                    start = (start[0], start[1] + band.pitch)
                there = replace(laying, start=start) if laying.pattern in IN_ROWS and not laying.turn else laying
                more = laid(there, region_of([box_ring(box)]))
                pieces += [one._replace(cell=one.cell + OF_ANOTHER * number) for one in more]
            met = True
            yield Turned(hole.id, hole.name, side, hole.deep, stretches, tuple(pieces))
        if hole.back and met:
            number += 1
            on_back, covered = _on_back(hole, laying, band, of_strip=of_strip)
            back = tuple(one._replace(cell=one.cell + OF_ANOTHER * number) for one in on_back)
            yield Turned(hole.id, hole.name, "back", hole.deep, (), back, covered / 1e6)


def _on_back(hole: Hole, laying: Laying, band: Band | None, *, of_strip: bool) -> tuple[tuple[Piece, ...], float]:
    """Return what is tiled on the back of a niche as if it stood in the wall, and how much that is in mm²."""
    region = region_of([box_ring(hole.box)])
    if band is None:
        return laid(laying, region), region.area
    try:
        strip = region_of_strip(region, band)
    except FieldError:  # it goes by above or below
        return ((), 0.0) if of_strip else (laid_round(laying, region, band), region.area)
    return (
        (laid(laying, strip), strip.area)
        if of_strip
        else (
            laid_round(laying, region, band),
            region.area - strip.area,
        )
    )


def _beside(stretches: Sequence[tuple[float, float]], band: Band) -> tuple[tuple[float, float], ...]:
    """Return stretches along an upright edge without a strip, which goes into the reveal by itself."""
    parts = [
        part
        for a, b in stretches
        for part in ((a, min(b, band.low)), (max(a, band.high), b))
        if part[1] - part[0] > LEAST
    ]
    return tuple(parts)


def stops_in(reveals: Sequence[Turned], axis: int, shifts: Sequence[float]) -> Iterator[Stop]:
    """Yield where rows along an axis end in reveals: at either end of each stretch that they go on in."""
    along: tuple[Side, ...] = ("head", "sill") if axis == 0 else ("left", "right")
    for one in reveals:
        for ends in one.stretches if one.side in along else ():
            for shift in shifts:
                yield Stop(ends[0], True, shift)
                yield Stop(ends[1], False, shift)


def _folded(hole: Hole, side: Side, a: float, b: float, laying: Laying) -> tuple[Box, tuple[float, float]]:
    """Return where a stretch of a reveal lies as it is folded into its opening, and where its tiles start: whole at its
    outer edge, in the rows of the wall along it."""
    left, bottom, right, top = hole.box
    x, y = laying.start
    if side == "left":
        return (left, a, left + hole.deep, b), (left, y)
    if side == "right":
        return (right - hole.deep, a, right, b), (right - laying.width, y)
    if side == "head":
        return (a, top - hole.deep, b, top), (x, top - laying.height)
    return (a, bottom, b, bottom + hole.deep), (x, bottom)


def _met(region: Region, beside: Box, axis: int) -> Iterator[tuple[float, float]]:
    """Yield the stretches along which a field comes up to an edge, ``beside`` which it is looked for."""
    import shapely

    for part in shapely.get_parts(shapely.intersection(region.shape, shapely.box(*beside))):
        low, high = part.bounds[axis], part.bounds[axis + 2]
        if part.area > 0 and high - low > LEAST:
            yield float(low), float(high)


class Outer(NamedTuple):
    """An outer edge of tiles: what it is, and how long in mm."""

    words: str
    long: float


def outer_edges(edges: Edges, region: Region, reveals: Sequence[Turned], band: Band | None = None) -> tuple[Outer, ...]:
    """Return the outer edges of a field: those of its reveals, and the outside corners of the room that it comes up
    to; without a strip's, whose ``band`` that is."""
    _, bottom, _, top = region.bounds
    made = [Outer(f"{one.side} of {one.name[:40]}", one.long) for one in reveals if one.long > LEAST]
    for at, ends, name in edges.corners:
        beside = (at - TOUCHES, bottom, at, top) if ends else (at, bottom, at + TOUCHES, top)
        met = tuple(_met(region, beside, 1))
        long = sum(b - a for a, b in (met if band is None else _beside(met, band)))
        if long > LEAST:
            made.append(Outer(f"corner {name[:20]}", long))
    return tuple(made)
