"""How wide the ways through a room are: from door to door, and from the doors to each piece.

Somebody as wide as a way fits through where the floor, drawn in by half of that on every side, is still in one piece
between the two ends (shapely).
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Any

from narrow_cornice.zones.plan_shapes import Outline, Point

WIDEST = 1200.0  # mm, beyond which no way is called wider
FINE = 10.0  # mm to which a way is found
ROUNDS = 7


def free_floor(room: Sequence[Point], solid: Sequence[Outline]) -> Any:
    """Return the floor that nothing stands on, as shapely has it."""
    import shapely

    floor = shapely.buffer(shapely.polygons(room), 0)
    if not solid:
        return floor
    return shapely.difference(floor, shapely.union_all(shapely.buffer([shapely.polygons(one) for one in solid], 0)))


def outlines_of(part: Any) -> list[Outline]:
    """Return a polygon of shapely's as outlines without holes, cut apart where it has some."""
    import shapely

    if not part.interiors:
        return [tuple((float(x), float(y)) for x, y in part.exterior.coords[:-1])]
    x, _ = part.interiors[0].centroid.coords[0]
    left, low, right, high = part.bounds
    made = []
    for box in (shapely.box(left - 1, low - 1, x, high + 1), shapely.box(x, low - 1, right + 1, high + 1)):
        for half in shapely.get_parts(shapely.intersection(part, box)):
            if half.geom_type == "Polygon" and half.area > 1.0:
                made += outlines_of(half)
    return made


def walkable(floor: Any, width: float) -> tuple[Outline, ...]:
    """Return the floor that somebody so wide (mm) walks over: all of it that a disc of that width reaches, a millimetre
    drawn in."""
    import shapely

    reached = floor.buffer(-width / 2.0, quad_segs=4).buffer(width / 2.0 - 1.0, quad_segs=4)
    return tuple(ring for part in shapely.get_parts(reached) if not part.is_empty for ring in outlines_of(part))


def ways_between(
    floor: Any, ends: Mapping[str, Point], pairs: Sequence[tuple[str, str]]
) -> dict[tuple[str, str], float]:
    """Return how wide (mm) the widest way between each pair of places is, to 10 mm; 0 where there is none.

    A place counts as reached where the way comes within half its width and 150 mm of it.
    """
    import shapely

    points = {key: shapely.Point(place) for key, place in ends.items()}
    kept: dict[float, list[Any]] = {}

    def parts(width: float) -> list[Any]:
        if width not in kept:
            drawn = floor.buffer(-width / 2.0, quad_segs=4)
            kept[width] = [one for one in shapely.get_parts(drawn) if not one.is_empty]
        return kept[width]

    def joined(width: float, one: str, other: str) -> bool:
        near = width / 2.0 + 150.0
        return any(points[one].distance(part) <= near and points[other].distance(part) <= near for part in parts(width))

    made: dict[tuple[str, str], float] = {}
    for one, other in pairs:
        low, high = 0.0, WIDEST
        if joined(high, one, other):
            made[one, other] = high
            continue
        for _ in range(ROUNDS):
            middle = math.floor((low + high) / 2.0 / FINE) * FINE
            if middle <= low:
                break
            low, high = (middle, high) if joined(middle, one, other) else (low, middle)
        made[one, other] = low
    return made
