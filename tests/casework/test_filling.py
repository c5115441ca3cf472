"""What goes where on shelves, rails and trays, and how far apart shelves are to be; cases by hand, and what always
holds."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given, settings, strategies as st
from msgspec.structs import replace

from narrow_cornice.casework.carcass import carcasses
from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.casework.filling import Filling, Left, Reach, Spot, Things, filled, spots_of, unwelcome
from narrow_cornice.casework.spacing import FINGERS, Column, spacing
from narrow_cornice.casework.wishes import Bay, Compartment, Habits, Space, Stuff

REACH = Reach()
BOOKS = Things("books", "shelf", 40, 240, 30, 170, 30, "weekly")
FOLIOS = Things("folios", "shelf", 10, 320, 40, 310, 45, "seldom")
CUPS = Things("cups", "shelf", 3, 130, 280, 280, 20, "daily")
STUFF = Stuff(board=18, back=6, front=18, drawer=12, plinth=85)


def shelf(z: float, tall: float, wide: float = 600, deep: float = 320) -> Spot:
    return Spot("b1", "s1", "shelf", 0, z, wide, tall, deep)


def count_of(found: Filling, things: str) -> dict[int, int]:
    return {put.spot: put.count for put in found.put if put.things == things}


def test_the_tallest_go_where_only_they_go_and_the_rest_where_least_is_wasted() -> None:
    """Folios of 320 fit the lowest alone; 20 books of 30 fill a shelf of 600, and stand where 250 are clear, not
    350."""
    spots = (shelf(100, 350), shelf(500, 250), shelf(800, 250))
    found = filled(spots, (BOOKS, FOLIOS), REACH)
    assert count_of(found, "folios") == {0: 10}
    assert count_of(found, "books") == {1: 20, 2: 20}
    assert found.left == ()
    assert found.shelf_metres == pytest.approx(1.8)


def test_what_has_no_room_says_by_how_much() -> None:
    low = (shelf(100, 230),)
    assert filled(low, (BOOKS,), REACH).left == (Left("books", 40, "tall", "shelf", 240, 230),)
    shallow = (shelf(100, 300, deep=150),)
    assert filled(shallow, (BOOKS,), REACH).left == (Left("books", 40, "deep", "shelf", 170, 150),)
    narrow = (shelf(100, 300, wide=200),)
    assert filled(narrow, (CUPS,), REACH).left == (Left("cups", 3, "wide", "shelf", 280, 200),)
    full = (shelf(100, 300),)
    assert filled(full, (BOOKS,), REACH).left == (Left("books", 20, "full", "shelf"),)
    assert filled(full, (replace(BOOKS, how="rail"),), REACH).left == (Left("books", 40, "none", "rail"),)


def test_daily_things_stand_between_knee_and_eye_and_heavy_ones_low() -> None:
    spots = tuple(shelf(z, 350) for z in (100, 500, 900, 1300, 1700, 2100))
    found = filled(spots, (CUPS,), REACH)
    (where,) = {put.spot for put in found.put if put.things == "cups"} - {3}
    assert REACH.knee <= spots[where].z + 65 <= REACH.eye
    assert count_of(filled(spots, (FOLIOS,), REACH), "folios") == {0: 10}
    hats = Things("hats", "shelf", 1, 200, 400, 300, 6, "seldom")
    assert unwelcome(hats, 1000, 350, REACH) > unwelcome(hats, 2100, 350, REACH)  # what is seldom wanted out of the way


def test_shoes_turned_head_to_tail_take_a_fifth_less() -> None:
    assert kinds_kept()["shoes"].head_to_tail == pytest.approx(0.8)


def test_spots_are_what_is_clear_in_a_run() -> None:
    """In one bay: two drawers, a rail over them, two shelves on top. 1 160 less two sides of 18 leave 1 124."""
    inside = (
        Compartment("s1", "drawers", 2, height=400),
        Compartment("s2", "rail", 1),
        Compartment("s3", "shelves", 2, height=700),
    )
    space = Space(width=1124 + 36, height=2500, depth=600, stands=2400, left=False, right=False, scribe=0)
    run = carcasses(space, (Bay("b1", None, inside),), STUFF, Habits())
    assert run.fault == ""
    by_how = {how: [spot for spot in spots_of(run) if spot.how == how] for how in ("shelf", "rail", "tray")}
    assert [spot.wide for spot in by_how["rail"]] == [1124]
    assert len(by_how["tray"]) == 2
    assert [spot.tall for spot in by_how["shelf"]] == pytest.approx([(700 - 36) / 3] * 3)
    (rail,) = by_how["rail"]
    middle = run.top - run.floor - 4 * 18 - 400 - 700  # what is left between the two said ones
    assert rail.tall == pytest.approx(middle - 40 - 25)  # the rail hangs 40 below, and is 25 across


def test_shelves_are_fitted_to_what_is_kept() -> None:
    """A column of 1 000 in one bay of 600: ten folios need 340, twenty books 260, and that is the fewest shelves."""
    column = Column((600.0,), 1000.0, 320.0, 100.0, 18.0)
    found = spacing((column,), (replace(BOOKS, count=20), FOLIOS), REACH)
    assert found.left == {}
    assert found.proven
    (heights,) = found.heights
    spaces = [*heights, 1000.0 - sum(heights) - 18.0 * len(heights)]
    assert any(space >= 320 + FINGERS for space in spaces)
    assert sum(space >= 240 + FINGERS for space in spaces) >= 2
    assert spaces[0] >= 320 + FINGERS  # the heavy ones lowest


def test_what_no_column_takes_is_left_and_takes_no_room_from_others() -> None:
    column = Column((600.0,), 1000.0, 320.0, 100.0, 18.0)
    rolls = Things("rolls", "shelf", 5, 70, 900, 70, 8, "seldom")
    found = spacing((column,), (BOOKS, rolls), REACH)
    assert found.left == {"rolls": 5}


@settings(max_examples=60, deadline=None)
@given(
    st.lists(st.tuples(st.integers(100, 380), st.integers(1, 60)), min_size=1, max_size=4),
    st.floats(500, 2300),
    st.lists(st.floats(250, 900), min_size=1, max_size=3),
)
def test_a_spacing_fits_its_column_and_nothing_stands_in_two_places(
    sizes: list[tuple[int, int]], tall: float, widths: list[float]
) -> None:
    things = tuple(
        Things(f"k{n}", "shelf", many, high, 30.0, 170.0, 30.0, "weekly") for n, (high, many) in enumerate(sizes)
    )
    column = Column(tuple(widths), tall, 320.0, 100.0, 18.0)
    found = spacing((column,), things, REACH)
    (heights,) = found.heights
    top = tall - sum(heights) - 18.0 * len(heights)
    assert all(height > 0 for height in heights)
    assert top > 0
    spots, z = [], 100.0
    for height in (*heights, top):
        spots += [replace(shelf(z, height, wide), x=1000.0 * n) for n, wide in enumerate(widths)]
        z += height + 18.0
    put = filled(spots, things, REACH)
    for number, spot in enumerate(spots):
        mine = [one for one in put.put if one.spot == number]
        assert sum(one.count * 30.0 for one in mine) <= spot.wide + 1e-6
        for one in mine:
            assert next(kind for kind in things if kind.id == one.things).tall <= spot.tall
    kept = {one.id: sum(each.count for each in put.put if each.things == one.id) for one in things}
    left = {one.things: one.count for one in put.left}
    assert all(kept[one.id] + left.get(one.id, 0) == one.count for one in things)


def test_no_other_spacing_keeps_more() -> None:
    """Every way to part a column of 25 steps into spaces of 6, 9 and 11 steps, against the one that is found."""
    column = Column((450.0, 450.0), 25 * 32.0 - 18.0, 320.0, 100.0, 18.0)
    things = (
        Things("low", "shelf", 60, 150, 30, 170, 30, "weekly"),
        Things("middle", "shelf", 25, 240, 30, 170, 30, "weekly"),
        Things("tall", "shelf", 20, 310, 30, 170, 30, "weekly"),
    )
    least = 10**9
    for few, some, more in product(range(5), repeat=3):
        if 6 * few + 9 * some + 11 * more > 25:
            continue
        room, left = 0, 0
        for one, spaces in zip(reversed(things), (more, some, few), strict=True):
            room += 30 * spaces  # fifteen in each of two bays
            left += max(0, one.count - room)
            room = max(0, room - one.count)
        least = min(least, left)
    found = spacing((column,), things, REACH)
    assert sum(found.left.values()) == least
