"""A plan cut into triangles, and put together again to convex parts."""

from __future__ import annotations

import random
from collections.abc import Sequence

import pytest
import shapely
from hypothesis import assume, given, strategies as st

from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import plan_area
from narrow_cornice.survey.triangles import convex_parts, triangles
from simulated import true_room


def area_of(points: Sequence[Point], parts: Sequence[Sequence[int]]) -> float:
    return sum(plan_area([points[corner] for corner in part]) for part in parts)


@given(st.integers(0, 10_000), st.integers(4, 30), st.booleans())
def test_triangles_and_convex_parts_cover_the_room_once(seed: int, count: int, on_a_grid: bool) -> None:
    points = true_room(random.Random(seed), count)
    if on_a_grid:  # corners in a line
        points = [(float(round(x, -2)), float(round(y, -2))) for x, y in points]
        assume(shapely.Polygon(points).is_valid)  # a corner that was moved onto another side is no outline any more
    cut, parts = triangles(points), convex_parts(points)
    assert len(cut) <= count - 2
    assert len(parts) <= len(cut)
    for made in (cut, parts):
        assert area_of(points, made) == pytest.approx(plan_area(points), abs=1.0)
        assert min(plan_area([points[corner] for corner in part]) for part in made) > 0
    for part in parts:
        for place in range(len(part)):
            (ax, ay), (bx, by), (cx, cy) = (points[part[place - step]] for step in (2, 1, 0))
            assert (bx - ax) * (cy - by) - (by - ay) * (cx - bx) >= -1e-6, "a corner that points inward"


def test_by_hand() -> None:
    square = [(0.0, 0.0), (4.0, 0.0), (4.0, 4.0), (0.0, 4.0)]
    assert len(triangles(square)) == 2
    assert [sorted(part) for part in convex_parts(square)] == [[0, 1, 2, 3]]
    bent = [(0.0, 0.0), (4.0, 0.0), (4.0, 2.0), (2.0, 2.0), (2.0, 4.0), (0.0, 4.0)]
    assert len(triangles(bent)) == 4
    assert len(convex_parts(bent)) == 2  # the one inner corner needs one cut
    assert triangles(bent[:2]) == ()
