"""Ceilings of planes: the flat part, and a slope over every wall that is lower than it.

A slope begins at a low height at its wall and rises to the flat part's height a measured way out from the wall. Over
any place of the plan the ceiling is the lowest of the planes. Along a wall its underside is therefore a line of few
straight pieces, never hollow.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import Any

import msgspec

from narrow_cornice.survey.network import Point

UpperEdge = tuple[tuple[float, float], ...]  # (u, z) in mm: along a wall from its left end, and the ceiling's height
NEAR = 1e-6


class Plane(msgspec.Struct, frozen=True):
    """A ceiling plane: z = height + east·x + north·y in mm; ``over`` is the index of its wall, −1 for the flat part."""

    height: float
    east: float = 0.0
    north: float = 0.0
    over: int = -1

    def at(self, x: float, y: float) -> float:
        """Return the height over a place of the plan."""
        return self.height + self.east * x + self.north * y

    @property
    def stretch(self) -> float:
        """Return how much larger an area is on the plane than on the plan below it."""
        return math.sqrt(1.0 + self.east**2 + self.north**2)


class Ceiling(msgspec.Struct, frozen=True):
    """The ceiling of a room: its planes, the flat one first."""

    planes: tuple[Plane, ...]

    @property
    def flat(self) -> bool:
        """Whether there is no slope."""
        return len(self.planes) == 1

    def at(self, x: float, y: float) -> float:
        """Return the height of the ceiling over a place of the plan."""
        return min(plane.at(x, y) for plane in self.planes)

    def upper_edge(self, left: Point, right: Point) -> UpperEdge:
        """Return the ceiling's line along a wall from its left end to its right one: the lowest of straight lines."""
        long = math.dist(left, right)
        lines = [(plane.at(*left), (plane.at(*right) - plane.at(*left)) / max(long, NEAR)) for plane in self.planes]
        places = {0.0, long}
        for index, (a, rise) in enumerate(lines):
            for b, other in lines[index + 1 :]:
                if abs(rise - other) > 1e-12:
                    u = (b - a) / (rise - other)
                    if NEAR < u < long - NEAR:
                        places.add(u)
        made: list[tuple[float, float]] = []
        for u in sorted(places):
            z = min(a + rise * u for a, rise in lines)
            if len(made) > 1:
                (u0, z0), (u1, z1) = made[-2:]
                if abs((z1 - z0) * (u - u0) - (z - z0) * (u1 - u0)) < NEAR * max(1.0, long):
                    made.pop()  # three in a line
            made.append((u, z))
        return tuple(made)

    def parts(self, corners: Sequence[Point]) -> tuple[tuple[Plane, tuple[tuple[Point, ...], ...]], ...]:
        """Return each plane with the outlines of what of the plan lies under it, anticlockwise; one with none is
        left out. Of a plan with a corner that turns in, a slope can cover several parts."""
        import shapely  # a quarter of a second that a level ceiling need not wait for

        plan = shapely.Polygon(corners)
        reach = 4.0 * sum(math.dist(a, b) for a, b in itertools.pairwise([*corners, corners[0]]))
        made = []
        for index, plane in enumerate(self.planes):
            under = plan
            for at, other in enumerate(self.planes):
                if at != index:
                    under = under.intersection(shapely.Polygon(_lower(plane, other, corners[0], reach, at > index)))
            outlines = [part for part in shapely.get_parts(under) if part.geom_type == "Polygon" and part.area > 1.0]
            if outlines:
                made.append((plane, tuple(_ring(part) for part in outlines)))
        return tuple(made)


def _ring(polygon: Any) -> tuple[Point, ...]:
    """Return the corners of a polygon without holes, anticlockwise, the first one once."""
    import shapely

    return tuple((float(x), float(y)) for x, y in shapely.orient_polygons(polygon).exterior.coords[:-1])


def _lower(plane: Plane, other: Plane, near: Point, reach: float, first: bool) -> tuple[Point, ...]:
    """Return a rectangle over which one plane is not higher than another, ``reach`` about a point at the least; empty
    where it is higher all over. Of two that are one and the same the ``first`` counts as the lower."""
    east, north = other.east - plane.east, other.north - plane.north
    steep = math.hypot(east, north)
    if steep < 1e-12:  # they never meet
        apart = other.at(*near) - plane.at(*near)
        (x, y), everywhere = near, apart > NEAR or (apart > -NEAR and first)
        square = ((x - reach, y - reach), (x + reach, y - reach), (x + reach, y + reach), (x - reach, y + reach))
        return square if everywhere else ()
    ex, ey = east / steep, north / steep
    off = (other.at(*near) - plane.at(*near)) / steep  # how far the point lies on the lower side of where they meet
    x, y = near[0] - ex * off, near[1] - ey * off
    far = reach + abs(off)
    return (
        (x + ey * far, y - ex * far),
        (x + (ey + ex) * far, y + (ey - ex) * far),
        (x + (ex - ey) * far, y + (ex + ey) * far),
        (x - ey * far, y + ex * far),
    )


def slope_over(index: int, start: Point, inward: Point, low: float, run: float, height: float) -> Plane:
    """Return the plane of a slope over a wall that begins at ``start``; ``inward`` is the unit step into the room."""
    rise = (height - low) / run
    east, north = inward[0] * rise, inward[1] * rise
    return Plane(low - east * start[0] - north * start[1], east, north, index)


def band_outline(upper_edge: UpperEdge, low: float, high: float) -> tuple[tuple[float, float], ...]:
    """Return the outline (u, z) of a wall between two heights, under its upper_edge; empty where there is none."""
    (left, start), (right, end) = upper_edge[0], upper_edge[-1]
    if len(upper_edge) == 2 and start == end:
        top = min(start, high)
        return ((left, low), (right, low), (right, top), (left, top)) if top > low else ()
    import shapely

    foot = min(low, *(z for _, z in upper_edge)) - 1.0
    wall = shapely.Polygon([(left, foot), (right, foot), *reversed(upper_edge)])
    # The upper edge is never hollow, so what lies under it between two heights is one piece.
    band = wall.intersection(shapely.box(left, low, right, max(low, high)))
    return _ring(band) if band.geom_type == "Polygon" and not band.is_empty else ()
