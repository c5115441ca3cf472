"""Ceilings of planes: the flat part, and a slope over every wall that is lower than it.

A slope begins at a low height at its wall and rises to the flat part's height a measured way out from the wall. Over
any place of the plan the ceiling is the lowest of the planes. Along a wall its underside is therefore a line of few
straight pieces, never hollow.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

import msgspec

from narrow_cornice.survey.network import Point
from narrow_cornice.survey.starting_figure import area

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

    def parts(self, corners: Sequence[Point]) -> tuple[tuple[Plane, tuple[Point, ...]], ...]:
        """Return each plane with the outline of the plan that lies under it, empty ones left out."""
        made = []
        for index, plane in enumerate(self.planes):
            outline = list(corners)
            for other_index, other in enumerate(self.planes):
                if other_index != index and outline:
                    outline = _lower(outline, plane, other)
            if len(outline) > 2 and abs(area(outline)) > 1.0:
                made.append((plane, tuple(outline)))
        return tuple(made)


def _lower(outline: list[Point], plane: Plane, other: Plane) -> list[Point]:
    """Return the part of an outline over which one plane is not higher than another (Sutherland and Hodgman)."""
    kept: list[Point] = []
    for a, b in zip(outline, [*outline[1:], outline[0]], strict=True):
        da, db = other.at(*a) - plane.at(*a), other.at(*b) - plane.at(*b)
        if da >= 0:
            kept.append(a)
        if (da > 0 > db) or (da < 0 < db):
            share = da / (da - db)
            kept.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share))
    return kept


def slope_over(index: int, start: Point, inward: Point, low: float, run: float, height: float) -> Plane:
    """Return the plane of a slope over a wall that begins at ``start``; ``inward`` is the unit step into the room."""
    rise = (height - low) / run
    east, north = inward[0] * rise, inward[1] * rise
    return Plane(low - east * start[0] - north * start[1], east, north, index)


def area_under(upper_edge: UpperEdge, low: float, high: float) -> float:
    """Return the area in mm² of a wall under its upper_edge between two heights."""
    whole = 0.0
    for (u0, z0), (u1, z1) in itertools.pairwise(upper_edge):
        whole += _clipped(u1 - u0, z0 - low, z1 - low) - _clipped(u1 - u0, z0 - high, z1 - high)
    return whole


def _clipped(wide: float, left: float, right: float) -> float:
    """Return the area over nought of a trapezoid whose upper edge goes from ``left`` to ``right``."""
    if left >= 0 and right >= 0:
        return wide * (left + right) / 2
    if left <= 0 and right <= 0:
        return 0.0
    above = max(left, right)
    return wide * above / (abs(left) + abs(right)) * above / 2


def band_outline(upper_edge: UpperEdge, low: float, high: float) -> tuple[tuple[float, float], ...]:
    """Return the outline (u, z) of a wall between two heights, under its upper_edge; empty where there is none."""
    outline = [(upper_edge[0][0], low), (upper_edge[-1][0], low), *reversed(upper_edge)]
    for limit, way in ((low, 1.0), (high, -1.0)):
        kept: list[tuple[float, float]] = []
        for a, b in zip(outline, [*outline[1:], outline[0]], strict=True):
            da, db = (a[1] - limit) * way, (b[1] - limit) * way
            if da >= 0:
                kept.append(a)
            if (da > 0 > db) or (da < 0 < db):
                share = da / (da - db)
                kept.append((a[0] + (b[0] - a[0]) * share, limit))
        outline = kept
        if len(outline) < 3:
            return ()
    return tuple(outline)
