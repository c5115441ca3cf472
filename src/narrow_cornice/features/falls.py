"""A floor that falls to its drain: planes from each wall to the drain, their seams, how high the floor rises.

The fall is at least 1 in 50 everywhere; with a level edge round the floor the plane of the nearest wall is steeper than
that of the farthest, which has the least fall. Tiles no larger than 50 mm follow two planes at once (handbook).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.explained.figures import explained
from narrow_cornice.features.region import FieldError, Point, Ring

NEAR = 1e-6


class Plane(NamedTuple):
    """A part of a floor that falls to the drain: its corners, how far its wall is from the drain in mm, and its fall
    (rise over run)."""

    ring: Ring
    away: float
    fall: float


class Fall(NamedTuple):
    """A floor that falls: its planes, the seams between them, and how high the floor is at the walls over the drain."""

    planes: tuple[Plane, ...]
    seams: tuple[tuple[Point, Point], ...]
    rise: float


@explained("rise to the walls", "mm", "farthest wall × least fall")
def rise_of(farthest_wall: float, least_fall: float) -> float:
    """Return how high a floor rises from its drain to its level edge, in mm."""
    return farthest_wall * least_fall


def fall_to(corners: Sequence[Point], drain: Point, least: float) -> Fall:
    """Return the planes of a floor with a level edge that fall to a drain inside it, none with less fall than the
    least.

    Each wall has its own plane, a triangle from the wall to the drain; planes meet in seams from the corners. Raises
    FieldError for a drain that does not see every wall.
    """
    import shapely

    floor = shapely.Polygon(corners)
    if not floor.buffer(1.0).contains(shapely.Point(drain)):
        raise FieldError("The drain is not in this floor.", where="drain")
    walls = list(zip(corners, (*corners[1:], corners[0]), strict=True))
    aways = [_away(a, b, drain) for a, b in walls]
    farthest = max(aways)
    rise = farthest * least
    planes = []
    for (a, b), away in zip(walls, aways, strict=True):
        ring = (a, b, drain)
        if shapely.Polygon(ring).area < 1.0:
            continue  # the drain lies in this wall
        planes.append(Plane(ring, away, rise / away))
    covered = sum(shapely.Polygon(plane.ring).area for plane in planes)
    if abs(covered - floor.area) > 1e-6 * floor.area + 1.0:
        raise FieldError(
            "The drain does not see every wall.", where="drain", remedy="Move it, or give each part its own."
        )
    seams = tuple((corner, drain) for corner in corners)
    return Fall(tuple(planes), seams, rise)


def _away(a: Point, b: Point, drain: Point) -> float:
    """Return how far a wall's line is from the drain."""
    length = math.dist(a, b) or NEAR
    return abs((b[0] - a[0]) * (drain[1] - a[1]) - (b[1] - a[1]) * (drain[0] - a[0])) / length
