"""The part of a surface that a field covers: an outline with holes, and its straight edges.

Places are in mm on the surface: along it from its left end as one faces it, and up from the floor (of a floor or a
ceiling: the plan).
"""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator
from functools import cached_property
from typing import TYPE_CHECKING, NamedTuple

import msgspec

from narrow_cornice.errors import CorniceError

if TYPE_CHECKING:
    import shapely

Point = tuple[float, float]
Ring = tuple[Point, ...]
Box = tuple[float, float, float, float]  # left, bottom, right, top
STRAIGHT = 1e-6  # mm by which an edge may lean and still be level or upright
GRID = 1e-6  # mm, on which edges that nearly lie on one another come to do so
LEAST_AREA = 1.0  # mm², of which a region is none


class FieldError(CorniceError, ValueError):
    """Sizes that no field has."""


class Edge(NamedTuple):
    """A straight edge of a region: where it lies across its direction, from where to where it goes, and whether what is
    covered lies ``above`` it (to its right, of an upright one)."""

    at: float
    low: float
    high: float
    above: bool


class Region(msgspec.Struct, frozen=True, dict=True):
    """An outline with holes, in several parts where something stands right through it."""

    parts: tuple[tuple[Ring, tuple[Ring, ...]], ...]

    @cached_property
    def shape(self) -> shapely.Geometry:
        """Return it as one shape."""
        import shapely

        return shapely.union_all([shapely.Polygon(outline, holes) for outline, holes in self.parts])

    @property
    def area(self) -> float:
        """Return its area in mm²."""
        return float(self.shape.area)

    @property
    def bounds(self) -> Box:
        """Return left, bottom, right and top."""
        left, bottom, right, top = self.shape.bounds
        return float(left), float(bottom), float(right), float(top)

    @cached_property
    def upright(self) -> tuple[Edge, ...]:
        """Return its upright edges, from the left."""
        return tuple(sorted(_edges(self, 0)))

    @cached_property
    def level(self) -> tuple[Edge, ...]:
        """Return its level edges, from below."""
        return tuple(sorted(_edges(self, 1)))


def box_ring(box: Box) -> Ring:
    """Return a box as a ring, anticlockwise from its lower left corner."""
    left, bottom, right, top = box
    return ((left, bottom), (right, bottom), (right, top), (left, top))


def region_of(outlines: Iterable[Ring], without: Iterable[Ring] = ()) -> Region:
    """Return the region of some outlines without others. Raises FieldError where nothing is left."""
    import shapely

    # a wall that leans more than it is long crosses its own outline: both its parts stay
    shape = shapely.union_all([shapely.make_valid(shapely.Polygon(ring)) for ring in outlines])
    gone = [shapely.make_valid(shapely.Polygon(ring)) for ring in without]
    if gone:
        shape = shapely.difference(shape, shapely.union_all(gone), grid_size=GRID)
    return region_from(shape)


def region_from(shape: shapely.Geometry) -> Region:
    """Return a shape as a region. Raises FieldError where there is nothing of it."""
    import shapely

    parts = [
        part
        for part in shapely.get_parts(shapely.set_precision(shape, GRID))
        if part.geom_type == "Polygon" and part.area > LEAST_AREA
    ]
    if not parts:
        raise FieldError("Nothing is left to cover.", remedy="Make it larger, or move it off what stands there.")
    parts.sort(key=lambda part: (part.bounds[0], part.bounds[1]))
    return Region(tuple((ring_of(part.exterior), tuple(map(ring_of, part.interiors))) for part in parts))


def ring_of(line: shapely.LinearRing) -> Ring:
    """Return a closed line as a ring, without its first corner at its end."""
    return tuple((float(x), float(y)) for x, y in line.coords[:-1])


def _edges(region: Region, axis: int) -> Iterator[Edge]:
    """Yield the edges that lie across an axis: 0 the upright ones, 1 the level ones."""
    import shapely

    for outline, holes in region.parts:
        polygon = shapely.orient_polygons(shapely.Polygon(outline, holes))
        for ring in (polygon.exterior, *polygon.interiors):  # what is covered lies to the left of the way
            corners = list(ring.coords)
            for one, other in itertools.pairwise(corners):
                along = other[1 - axis] - one[1 - axis]
                if abs(other[axis] - one[axis]) > STRAIGHT or abs(along) <= STRAIGHT:
                    continue
                above = along < 0 if axis == 0 else along > 0
                low, high = sorted((one[1 - axis], other[1 - axis]))
                yield Edge(float(one[axis]), float(low), float(high), above)
