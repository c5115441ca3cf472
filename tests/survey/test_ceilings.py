"""Sloped ceilings: planes, wall outlines, areas; an attic by hand."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.survey.ceilings import Ceiling, Plane, UpperEdge, band_outline, slope_over
from narrow_cornice.survey.plan import plan_area
from narrow_cornice.trim.runs import too_low

STRIPS = 2000
ROOM = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 3000.0), (0.0, 3000.0))


def flat(pairs: tuple[tuple[float, float], ...]) -> list[float]:
    return [value for pair in pairs for value in pair]


def area_under(upper_edge: UpperEdge, low: float, high: float) -> float:
    """Return the area of a wall between two heights as thin upright strips, each taken at its middle."""
    area = 0.0
    for (u0, z0), (u1, z1) in itertools.pairwise(upper_edge):
        for step in range(STRIPS):
            z = z0 + (z1 - z0) * (step + 0.5) / STRIPS
            area += (u1 - u0) / STRIPS * max(0.0, min(z, high) - low)
    return area


def drawn_area(upper_edge: UpperEdge, low: float, high: float) -> float:
    return plan_area(band_outline(upper_edge, low, high) or ((0.0, 0.0),) * 3)


def covered(ceiling: Ceiling) -> float:
    return sum(plan_area(outline) for _, outlines in ceiling.parts(ROOM) for outline in outlines)


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
    assert drawn_area(east, 0, 2400) == pytest.approx(3000 * 2400 - 1500 * 1200 / 2)
    assert drawn_area(east, 0, 1200) == pytest.approx(3000 * 1200)
    assert drawn_area(east, 1200, 2400) == pytest.approx(3000 * 1200 - 1500 * 1200 / 2)


def test_the_slope_is_larger_than_the_floor_below_it() -> None:
    one = attic()
    level, slope = one.parts(ROOM)
    assert [plan_area(outline) for outline in level[1]] == [pytest.approx(4000 * 1500)]
    assert [plan_area(outline) for outline in slope[1]] == [pytest.approx(4000 * 1500)]
    assert slope[0].stretch * 1500 == pytest.approx(math.hypot(1500, 1200))
    two = Ceiling((*one.planes, slope_over(2, ROOM[2], (0.0, -1.0), 1200, 1500, 2400)))
    assert covered(two) == pytest.approx(12e6)
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
        whole = drawn_area(upper_edge, 0, 2400)
        parts = drawn_area(upper_edge, 0, split) + drawn_area(upper_edge, split, 5000)
        assert parts == pytest.approx(whole, rel=1e-9, abs=1e-3)
        strips = area_under(upper_edge, split, split + more)
        assert drawn_area(upper_edge, split, split + more) == pytest.approx(strips, rel=1e-3, abs=200.0)
        heights = [z for _, z in upper_edge]
        assert all(z <= 2400 + 1e-6 for z in heights)
        for (u0, z0), (u1, z1), (u2, z2) in zip(upper_edge, upper_edge[1:], upper_edge[2:], strict=False):
            assert (z1 - z0) / (u1 - u0) >= (z2 - z1) / (u2 - u1) - 1e-9  # never hollow
    assert covered(one) == pytest.approx(12e6, rel=1e-6)


def test_a_slope_over_a_plan_that_turns_in_covers_a_part_in_each_arm() -> None:
    # a U: the slope comes 1 m out from the long wall that closes neither arm, and the arms reach under it at the top
    plan = [(0, 0), (6000, 0), (6000, 4000), (4000, 4000), (4000, 1000), (2000, 1000), (2000, 4000), (0, 4000)]
    down = slope_over(2, (6000.0, 4000.0), (0.0, -1.0), 1200, 1000, 2400)
    level, slope = Ceiling((Plane(2400), down)).parts(plan)
    assert sorted(plan_area(outline) for outline in slope[1]) == [pytest.approx(2e6), pytest.approx(2e6)]
    assert sum(map(plan_area, level[1])) == pytest.approx(18e6 - 4e6)


def test_two_slopes_in_one_plane_are_counted_once() -> None:
    one, same = (slope_over(n, ROOM[0], (0.0, 1.0), 1200, 1500, 2400) for n in (0, 2))
    assert covered(Ceiling((Plane(2400), one, same))) == pytest.approx(12e6)
