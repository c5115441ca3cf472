"""Sloped ceilings: planes, wall outlines, areas; an attic by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from narrow_cornice.survey.ceilings import Ceiling, Plane, area_under, band_outline, slope_over
from narrow_cornice.survey.plan import plan_area
from narrow_cornice.trim.runs import too_low

ROOM = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 3000.0), (0.0, 3000.0))


def flat(pairs: tuple[tuple[float, float], ...]) -> list[float]:
    return [value for pair in pairs for value in pair]


def attic(low: float = 1200.0, run: float = 1500.0, high: float = 2400.0) -> Ceiling:
    """A slope over the south wall, from 1 200 at the wall to 2 400 a metre and a half out."""
    return Ceiling((Plane(high), slope_over(0, ROOM[0], (0.0, 1.0), low, run, high)))


def test_heights_and_the_lines_along_the_walls() -> None:
    one = attic()
    assert one.at(2000, 0) == pytest.approx(1200)
    assert one.at(2000, 750) == pytest.approx(1800)
    assert one.at(2000, 2900) == 2400
    assert flat(one.upper_edge(ROOM[1], ROOM[0])) == pytest.approx([0, 1200, 4000, 1200])
    # the east wall from its left end (north) to its right: flat for 1 500, then down to 1 200
    east = one.upper_edge(ROOM[2], ROOM[1])
    assert [round(u) for u, _ in east] == [0, 1500, 3000]
    assert [round(z) for _, z in east] == [2400, 2400, 1200]
    assert area_under(east, 0, 2400) == pytest.approx(3000 * 2400 - 1500 * 1200 / 2)
    assert area_under(east, 0, 1200) == pytest.approx(3000 * 1200)
    assert area_under(east, 1200, 2400) == pytest.approx(3000 * 1200 - 1500 * 1200 / 2)


def test_the_slope_is_larger_than_the_floor_below_it() -> None:
    one = attic()
    level, slope = one.parts(ROOM)
    assert plan_area(level[1]) == pytest.approx(4000 * 1500)
    assert plan_area(slope[1]) == pytest.approx(4000 * 1500)
    assert slope[0].stretch * 1500 == pytest.approx(math.hypot(1500, 1200))
    two = Ceiling((*one.planes, slope_over(2, ROOM[2], (0.0, -1.0), 1200, 1500, 2400)))
    assert sum(plan_area(outline) for _, outline in two.parts(ROOM)) == pytest.approx(12e6)
    assert two.upper_edge(ROOM[2], ROOM[1])[1] == pytest.approx((1500, 2400))


def test_where_a_wall_does_not_reach() -> None:
    east = attic().upper_edge(ROOM[2], ROOM[1])
    assert flat(too_low(east, 2400)) == pytest.approx([1500, 3000])
    assert flat(too_low(east, 1800)) == pytest.approx([2250, 3000])
    assert too_low(east, 1200) == ()
    assert too_low(((0, 1200), (4000, 1200)), 2400) == ((0, 4000),)
    assert band_outline(((0, 1200), (4000, 1200)), 1500, 2000) == ()


@given(
    st.floats(500, 2300),
    st.floats(300, 2900),
    st.floats(0, 2500),
    st.floats(1, 2500),
    st.lists(st.sampled_from([1, 2, 3]), max_size=3, unique=True),
)
def test_bands_add_up_and_the_outlines_are_the_areas(
    low: float, run: float, split: float, more: float, others: list[int]
) -> None:
    inward = {1: (-1.0, 0.0), 2: (0.0, -1.0), 3: (1.0, 0.0)}
    planes = [slope_over(i, ROOM[i], inward[i], low + 40 * i, run, 2400) for i in others]
    one = Ceiling((*attic(low, run).planes, *planes))
    for i in range(4):
        upper_edge = one.upper_edge(ROOM[(i + 1) % 4], ROOM[i])
        whole = area_under(upper_edge, 0, 2400)
        parts = area_under(upper_edge, 0, split) + area_under(upper_edge, split, 5000)
        assert parts == pytest.approx(whole, rel=1e-9, abs=1e-3)
        outline = band_outline(upper_edge, split, split + more)
        drawn = abs(plan_area(outline)) if outline else 0.0
        assert drawn == pytest.approx(area_under(upper_edge, split, split + more), rel=1e-6, abs=1.0)
        heights = [z for _, z in upper_edge]
        assert all(z <= 2400 + 1e-6 for z in heights)
        for (u0, z0), (u1, z1), (u2, z2) in zip(upper_edge, upper_edge[1:], upper_edge[2:], strict=False):
            assert (z1 - z0) / (u1 - u0) >= (z2 - z1) / (u2 - u1) - 1e-9  # never hollow
    assert sum(plan_area(outline) for _, outline in one.parts(ROOM)) == pytest.approx(12e6, rel=1e-6)
