"""A plan cut into triangles, so that its area can be checked with a tape: base × height ÷ 2, corner by corner."""

from __future__ import annotations

import math
from collections.abc import Sequence

from narrow_cornice.survey.network import Point

Triangle = tuple[int, int, int]


def _twice(a: Point, b: Point, c: Point) -> float:
    """Return twice the signed area of a triangle."""
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def triangles(points: Sequence[Point]) -> tuple[Triangle, ...]:
    """Return the corners, anticlockwise and not crossing themselves, as triangles of corner indices (ear clipping).

    Of the ears that can be cut the one with the widest smallest angle is taken, so that no sliver is measured.
    """
    left = list(range(len(points)))
    made: list[Triangle] = []
    while len(left) > 3:
        best: tuple[float, int] | None = None
        for place in range(len(left)):
            a, b, c = left[place - 1], left[place], left[(place + 1) % len(left)]
            worth = _twice(points[a], points[b], points[c])
            if worth <= 1e-9 or any(
                _inside(points[other], points[a], points[b], points[c])
                for other in left
                if other not in (a, b, c) and points[other] not in (points[a], points[b], points[c])
            ):
                continue
            sides = (
                math.dist(points[a], points[b]),
                math.dist(points[b], points[c]),
                math.dist(points[a], points[c]),
            )
            shape = worth / max(sides) ** 2
            if best is None or shape > best[0]:
                best = (shape, place)
        place = (
            best[1]
            if best is not None
            else min(
                range(len(left)),
                key=lambda at: abs(_twice(points[left[at - 1]], points[left[at]], points[left[(at + 1) % len(left)]])),
            )
        )  # three corners in a line
        a, b, c = left[place - 1], left[place], left[(place + 1) % len(left)]
        if best is not None:
            made.append((a, b, c))
        del left[place]
    if len(left) == 3:
        made.append((left[0], left[1], left[2]))
    return tuple(made)


def _inside(p: Point, a: Point, b: Point, c: Point) -> bool:
    """Return whether a point lies in a triangle or on its edge."""
    return _twice(a, b, p) >= -1e-9 and _twice(b, c, p) >= -1e-9 and _twice(c, a, p) >= -1e-9
