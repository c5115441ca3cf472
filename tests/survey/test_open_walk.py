"""A walk that has not closed: where it stands, and how it would come back."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.survey.open_walk import Closing, OpenWalk, WalkedWall, closing, reckoned


def walked(*walls: float | tuple[float | None, str] | None) -> OpenWalk:
    """Return a walk of square corners: a length, or a length and which way its end turns."""
    steps = [wall if isinstance(wall, tuple) else (wall, "left") for wall in walls]
    return reckoned([WalkedWall(length, turn) for length, turn in steps])  # type: ignore[arg-type]


def lengths(way: Closing) -> list[float | None]:
    return [None if wall.length is None else round(wall.length, 6) for wall in way.walls]


def test_two_walls_close_to_a_rectangle() -> None:
    way = closing(walked(4310.0, 3620.0))
    assert lengths(way) == [4310.0, 3620.0]
    assert [wall.turn for wall in way.walls] == ["left", "left"]
    assert lengths(closing(walked(4310.0, 3620.0, 4310.0))) == [3620.0]


def test_a_chimney_breast_comes_back_as_far_as_it_came_out() -> None:
    """By hand: 4310 − 1178 − 1641 = 1491 is left of the far wall, and the other alcove is as deep as the first."""
    way = closing(walked(4310.0, 3620.0, 1178.0, (390.0, "right"), (1641.0, "right")))
    assert lengths(way) == [390.0, 1491.0, 3620.0]
    assert way.at_end == "right"
    assert way.square


def test_a_walk_that_is_back_needs_no_wall_and_its_last_corner_closes_it() -> None:
    for last in ("left", "right"):
        way = closing(walked(4310.0, 3620.0, 4305.0, (3622.0, last)))
        assert (way.walls, way.at_end) == ((), "left")
    assert closing(walked(4310.0, None, 4310.0, None)).walls == ()


def test_a_wall_nobody_read_closes_a_room_with_a_bad_corner() -> None:
    walls = [WalkedWall(3404.0, "left", 180 - 86.5), WalkedWall(2959.0), WalkedWall(3204.0), WalkedWall(None)]
    way = closing(reckoned(walls))
    assert (way.walls, way.at_end, way.square) == ((), "left", False)  # what its last corner is follows
    assert closing(reckoned([*walls[:3], WalkedWall(None, "right")])).walls != ()


def test_what_nobody_read_is_left_open() -> None:
    assert lengths(closing(walked(4310.0, None, 4310.0))) == [None]


def test_a_walk_that_leans_comes_back_by_one_slanting_wall() -> None:
    walk = reckoned([WalkedWall(3000.0, "left", 45.0), WalkedWall(2000.0), WalkedWall(1500.0)])
    way = closing(walk)
    assert not way.square
    assert lengths(way) == [pytest.approx(math.hypot(*walk.points[-1]))]
    assert way.walls[0].degrees is None


def test_corners_by_hand() -> None:
    walk = walked(4000.0, 3000.0, (1000.0, "right"))
    assert walk.points == (
        (0.0, 0.0),
        (4000.0, 0.0),
        pytest.approx((4000.0, 3000.0)),
        pytest.approx((3000.0, 3000.0)),
    )
    assert (walk.walked, walk.unread, walk.turned, walk.heading) == (8000.0, 0, 90.0, 90.0)


def test_a_walk_that_crosses_itself_on_its_way_back_is_not_square() -> None:
    back = [5321.0, 200.0, (200.0, "right"), 200.0, 200.0, 533.0, 200.0, 200.0, 4892.0]
    assert not closing(walked(*back)).square


sizes = st.floats(min_value=200.0, max_value=9000.0)
steps = st.lists(st.tuples(sizes, st.sampled_from(["left", "left", "right"])), min_size=2, max_size=9)


@given(steps)
def test_any_walk_with_the_walls_that_close_it_comes_back_having_turned_once(walls: list[tuple[float, str]]) -> None:
    walk = walked(*walls)
    way = closing(walk)
    if not way.square:
        return
    last = WalkedWall(walk.walls[-1].length, way.at_end)
    whole = reckoned([*walk.walls[:-1], last, *way.walls])
    assert math.hypot(*whole.points[-1]) <= 0.02 * max(1.0, walk.walked) + 1e-6
    assert whole.turned == pytest.approx(360.0)
    assert all(wall.length is not None and wall.length > 1.0 for wall in way.walls)
