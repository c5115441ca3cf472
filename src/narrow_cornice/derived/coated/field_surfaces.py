"""What fields change of the surfaces of a room: what they cover of walls, floor and ceiling, and what slats, boards and
blocks bring to be finished themselves."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Mapping
from types import MappingProxyType
from typing import NamedTuple

from narrow_cornice.derived.coated.surface import Surface, plain_surface
from narrow_cornice.derived.coated.what_lies import SLICES, Lying
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.walled.laid import LaidField, with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.features.region import STRAIGHT, Point, Region, Ring
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import IN_LENGTHS, Board, Slat
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.units.words import several

BOARDING, SLATTED = "boarding", "slats"  # groups of surfaces
M2 = 1e-6


@explained("faces", "m²", "run × (width + 2 × depth) ÷ 1000000")
def faces_of_slats(run: float, width: float, depth: float) -> float:
    """Return what of slats is seen and finished, in m²: their face and both sides, from sizes in mm."""
    return run * (width + 2 * depth) / 1_000_000


def hides(laid: LaidField) -> bool:
    """Return whether nothing is seen of what a field lies on: slats on laths or glued let the wall be seen between."""
    return not isinstance(laid.covering, Slat) or laid.covering.mount == "on felt"


@by_identity(times=1, each="wall", of=as_built)
def covered_on(room: Room, wall_id: str, changed_rules: dict[str, float]) -> tuple[Lying, ...]:
    """Return what fields cover of a wall, each as rectangles."""
    return tuple(
        _lying(one)
        for one in fields_of(room, changed_rules)
        if not one.fault and one.field.on == "wall" and one.field.wall == wall_id and hides(one)
    )


@by_identity(times=1, each="wall")
def _lying(laid: LaidField) -> Lying:
    return Lying(laid.field.name[:60], "covered by fields", tuple(rects_of(laid.region)), True)


def rects_of(region: Region) -> Iterator[Rect]:
    """Yield upright rectangles that together have the area of a region: exact where its edges are level or upright;
    under or over an edge that rises many, each as high as its middle."""
    import shapely

    left, bottom, right, top = region.bounds
    places = {round(x, 6) for ring in _rings(region) for x, _ in ring}
    for (x0, y0), (x1, y1) in itertools.chain.from_iterable(map(_sides, _rings(region))):
        if abs(x1 - x0) > STRAIGHT and abs(y1 - y0) > STRAIGHT:
            many = math.ceil(abs(x1 - x0) / (right - left) * SLICES)
            places.update(round(x0 + (x1 - x0) * number / many, 6) for number in range(1, many))
    for u0, u1 in itertools.pairwise(sorted(places)):
        if u1 - u0 < 1e-6:
            continue
        middle = shapely.LineString([((u0 + u1) / 2, bottom - 1), ((u0 + u1) / 2, top + 1)])
        for line in shapely.get_parts(shapely.intersection(region.shape, middle)):
            if line.geom_type == "LineString" and line.length > 1e-6:
                low, high = sorted(y for _, y in line.coords)
                yield Rect(u0, float(low), u1, float(high))


def _sides(ring: Ring) -> Iterator[tuple[Point, Point]]:
    return itertools.pairwise((*ring, ring[0]))


def _rings(region: Region) -> Iterator[Ring]:
    for outline, holes in region.parts:
        yield outline
        yield from holes


class OnFlat(NamedTuple):
    """What fields cover of a floor or a ceiling: their areas, and where they lie on the plan."""

    areas: tuple[Figure, ...] = ()
    regions: tuple[Region, ...] = ()


def covered_flat(room: Room, on: str, changed_rules: dict[str, float]) -> OnFlat:
    """Return what fields cover of the floor or the ceiling."""
    mine = (one for one in fields_of(room, changed_rules) if one.field.on == on and not one.fault and hides(one))
    return _on_flat(*(one for one in with_strips(mine) if one.area is not None))


@by_identity(times=2, each="room")
def _on_flat(*laid: LaidField) -> OnFlat:
    return OnFlat(tuple(one.area for one in laid if one.area is not None), tuple(one.region for one in laid))


NONE_TILED: Mapping[str, Figure] = MappingProxyType({})


@by_identity(times=1, each="room", of=as_built)
def tiled_reveals(room: Room, changed_rules: dict[str, float]) -> Mapping[str, Figure]:
    """Return how much of the reveals of each opening is tiled, by its identity."""
    sides: dict[str, list[Figure]] = {}
    for laid in with_strips(fields_of(room, changed_rules)):
        for one in laid.turned:
            area = table(f"{one.side}, {laid.field.name[:40]}", one.area, "m²", "as long and deep as it is tiled")
            sides.setdefault(one.opening, []).append(area)
    return MappingProxyType({key: total("tiled", "m²", each) for key, each in sides.items()})


def field_surfaces(room: Room, faces: tuple[WallFace, ...], changed_rules: dict[str, float]) -> Iterator[Surface]:
    """Yield the surfaces of slats, boards and blocks that are finished where they hang."""
    by_wall = {face.id: face for face in faces}
    for one in fields_of(room, changed_rules):
        if not one.fault and isinstance(one.covering, IN_LENGTHS):
            yield _surface(one, by_wall.get(one.field.wall))


@by_identity(times=1, each="wall")
def _surface(laid: LaidField, face: WallFace | None) -> Surface:
    covering, name = laid.covering, laid.field.name
    assert laid.area is not None
    if isinstance(covering, Slat):
        run = sum(piece.size[0] for piece in laid.pieces)
        area = faces_of_slats(
            table("run", run, "run", f"{several(len(laid.pieces), 'slat')}, end to end"),
            table("width", covering.width, "mm", covering.name),
            table("depth", covering.depth, "mm", covering.name),
            called=name[:60],
        )
        return plain_surface(f"{SLATTED}@{laid.field.id}", SLATTED, "boarding", name, area, face, "bare")
    assert isinstance(covering, Board)
    return plain_surface(f"{BOARDING}@{laid.field.id}", BOARDING, "boarding", name, laid.area, face, "bare")
