"""What is seen from a place against sampling the floor, and how wide ways are against cases done by hand."""

from __future__ import annotations

import pytest
from hypothesis import assume, example, given, settings, strategies as st

from narrow_cornice.zones.plan_shapes import Footprint, area_of, inside, to_segment
from narrow_cornice.zones.sight import seen_from, sees
from narrow_cornice.zones.walkways import WIDEST, free_floor, ways_between
from thorough import many

ROOM = ((0.0, 0.0), (5000.0, 0.0), (5000.0, 4000.0), (0.0, 4000.0))
BENT = ((0.0, 0.0), (5000.0, 0.0), (5000.0, 2000.0), (3000.0, 2000.0), (3000.0, 4000.0), (0.0, 4000.0))
EYES = st.tuples(st.floats(200, 4800), st.floats(200, 3800))
SIZES = st.floats(300, 1200)
FEET = st.builds(Footprint, st.floats(800, 4200), st.floats(800, 3200), SIZES, SIZES, st.floats(0, 180))


def test_an_empty_room_without_corners_that_turn_in_is_seen_whole() -> None:
    assert abs(area_of(seen_from((1200.0, 900.0), ROOM, ()))) == pytest.approx(5000 * 4000, rel=1e-3)


def test_round_a_corner_that_turns_in_a_part_is_hidden_by_hand() -> None:
    """From (4500, 1000) past the corner (3000, 2000): the way goes on with a slope of −2/3 to x = 0 at y = 4000."""
    seen = abs(area_of(seen_from((4500.0, 1000.0), BENT, ())))
    hidden = 3000 * 2000 / 2
    assert seen == pytest.approx(abs(area_of(BENT)) - hidden, rel=2e-3)


@given(EYES, EYES, FEET)
@settings(max_examples=many(60, 1500), deadline=None)
def test_the_outline_holds_what_is_seen_and_nothing_else(
    eye: tuple[float, float], place: tuple[float, float], foot: Footprint
) -> None:
    """A place lies in the outline if no wall and no side of the piece crosses the way to it."""
    assume(inside(BENT, eye) and inside(BENT, place) and not inside(foot.corners, eye))
    outline = seen_from(eye, BENT, [foot.corners])
    near = min(to_segment(place, a, b) for a, b in zip(outline, (*outline[1:], outline[0]), strict=True))
    assume(near > 8.0)
    assert inside(outline, place) == sees(eye, place, BENT, [foot.corners])


@given(EYES)
@example((478.0, 2133.0))
@settings(max_examples=many(30, 300), deadline=None)
def test_more_that_hides_never_shows_more(eye: tuple[float, float]) -> None:
    assume(inside(BENT, eye))
    pieces = [Footprint(1500, 1500, 600, 600), Footprint(3500, 900, 900, 400, 30)]
    pieces = [one for one in pieces if not inside(one.corners, eye)]
    areas = [abs(area_of(seen_from(eye, BENT, [one.corners for one in pieces[:many_]]))) for many_ in range(3)]
    # mm²: a ray passes each of up to eight corners by a hundred-thousandth
    assert areas[0] >= areas[1] - 600 >= areas[2] - 1200


@pytest.mark.parametrize("gap", [400.0, 650.0, 900.0])
def test_a_way_is_as_wide_as_the_gap_it_goes_through(gap: float) -> None:
    """Two cupboards leave a gap in a wall from side to side."""
    left = ((0.0, 1800.0), (2000.0, 1800.0), (2000.0, 2200.0), (0.0, 2200.0))
    right = ((2000.0 + gap, 1800.0), (5000.0, 1800.0), (5000.0, 2200.0), (2000.0 + gap, 2200.0))
    floor = free_floor(ROOM, [left, right])
    found = ways_between(floor, {"a": (1000.0, 400.0), "b": (1000.0, 3600.0)}, [("a", "b")])
    assert found["a", "b"] == pytest.approx(gap, abs=20.0)


def test_where_nothing_stands_the_way_is_wide_and_where_all_is_shut_there_is_none() -> None:
    ends = {"a": (600.0, 600.0), "b": (4400.0, 3400.0)}
    assert ways_between(free_floor(ROOM, []), ends, [("a", "b")])["a", "b"] == WIDEST
    wall = ((0.0, 1900.0), (5000.0, 1900.0), (5000.0, 2100.0), (0.0, 2100.0))
    assert ways_between(free_floor(ROOM, [wall]), ends, [("a", "b")])["a", "b"] == 0.0
