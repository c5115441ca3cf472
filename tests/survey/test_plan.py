"""Plans of rooms from the readings of their sides, corners and diagonals."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.derived.measured.surveys import next_of, plan_of
from narrow_cornice.job.measured import CornerOffset, Diagonal, WallAsRead
from narrow_cornice.job.paths import DiagonalPath
from narrow_cornice.survey.plan import Plan, Turn, corner_name, doubts, pair_name, plan_area, side_name
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.survey.triangles import triangles

Wall = tuple[float | None, Turn]


def sides(*walls: Wall, assumed: float | None = 90.0) -> tuple[WallAsRead, ...]:
    return tuple(
        WallAsRead(f"w{index}", () if mm is None else (Reading(mm, f"{mm:g}"),), turn, assumed)
        for index, (mm, turn) in enumerate(walls)
    )


def square(*lengths: float | None, assumed: float | None = 90.0) -> tuple[WallAsRead, ...]:
    return sides(*[(length, "left") for length in lengths], assumed=assumed)


def plan(walls: tuple[WallAsRead, ...], *diagonals: Diagonal, offsets: tuple[CornerOffset, ...] = ()) -> Plan:
    return plan_of("r1", walls, diagonals, offsets, {})


def diagonal(first: int, second: int, mm: float, *, name: str = "d1") -> Diagonal:
    """A diagonal between two corners by index; a corner goes by the wall that ends there."""
    return Diagonal(name, f"w{(first - 1) % 4}", f"w{(second - 1) % 4}", (Reading(mm, f"{mm:g}"),))


def test_a_room_of_two_readings_and_four_square_corners() -> None:
    one = plan(square(4310, 3620, None, None))
    assert one.determined
    for found, true in zip(one.corners, ((0, 0), (4310, 0), (4310, 3620), (0, 3620)), strict=True):
        assert found == pytest.approx(true, abs=1e-6)
    assert [side.follows for side in one.sides] == [False, False, True, True]
    assert plan_area(one.corners) == pytest.approx(4310 * 3620)
    assert one.angles == pytest.approx([90] * 4)
    assert one.sides[2].length.note.startswith("nobody read it")
    # Where the corners are only assumed, the walls nobody read are as doubtful as a degree makes them.
    assert one.sides[2].sigma > 3620 * math.radians(1) / math.sqrt(2)


def test_sides_alone_do_not_determine_a_shape_and_a_diagonal_does() -> None:
    loose = plan(square(4310, 3620, 4310, 3620, assumed=None))
    assert not loose.determined
    assert loose.wanted is not None
    assert set(loose.wanted) in ({0, 2}, {1, 3})
    assert f"read {pair_name(*loose.wanted)} next" in loose.fault
    assert loose.sketch  # it can still be drawn, as one of many
    fixed = plan(square(4310, 3620, 4310, 3620, assumed=None), diagonal(0, 2, math.hypot(4310, 3620)))
    assert fixed.determined
    assert fixed.angles == pytest.approx([90] * 4, abs=1e-4)
    assert fixed.sides[0].sigma == pytest.approx(2.0)


def test_a_corner_that_was_read_is_not_taken_for_square() -> None:
    walls = square(4000, 3000, 4000, 3000)
    crooked = (WallAsRead("w0", walls[0].readings, angles=(AngleReading(88.0),)), *walls[1:])
    one = plan(crooked)
    # one reading of ±0.3° against three assumptions of ±1°, the opposite corner free to follow
    assert 88.0 <= one.angles[1] < 88.5
    assert {seen.words for seen in one.observed if seen.kind == "assumed"} == {
        "corner C, assumed",
        "corner D, assumed",
        "corner A, assumed",
    }


def test_what_is_typed_stays_beside_what_is_adjusted() -> None:
    one = plan(square(4000, 3000, 4000, 3000), diagonal(0, 2, 5003), diagonal(1, 3, 4999, name="d2"))
    side = one.sides[0]
    assert side.length.inputs[0][1].value == 4000
    assert side.length.value == pytest.approx(4000 + side.correction)
    assert side.correction != 0
    repeated = WallAsRead("w0", (Reading(4000, "4000"), Reading(4006, "4006")))
    mean = plan((repeated, *square(None, 3000, 4003, 3000)[1:])).sides[0].length
    assert [figure.value for figure in mean.leaves() if figure.origin == "reading"] == [4000, 4006]


def test_a_reading_set_aside_weighs_nothing() -> None:
    off = WallAsRead("w0", (Reading(4000, "4000"), Reading(4600, "4600", aside=True)))
    assert plan((off, *square(None, 3000, None, None)[1:])).sides[0].length.value == 4000


def test_a_laser_weighs_more_than_a_sketch() -> None:
    mixed = WallAsRead("w0", (Reading(4000, "4000", "laser"), Reading(4050, "4050", "sketch")))
    found = plan((mixed, *square(None, 3000, None, None)[1:])).sides[0].length
    # weights 1/1.9² and 1/25²
    assert found.value == pytest.approx((4000 / 1.9**2 + 4050 / 625) / (1 / 1.9**2 + 1 / 625), abs=0.02)


def test_the_blunder_is_named_by_how_much_it_disagrees() -> None:
    walls = tuple(
        WallAsRead(f"w{i}", (Reading(mm, f"{mm}"),), assumed=None, angles=(AngleReading(90.0),))
        for i, mm in enumerate((4000, 3000, 4000, 3000))
    )
    one = plan(walls, diagonal(0, 2, 5000), diagonal(1, 3, 5031, name="d2"))
    (doubt,) = doubts(one)
    assert doubt.observed.words == "B to D"
    assert doubt.observed.about == DiagonalPath("r1", "d2", reading=0)
    assert abs(doubt.off) == pytest.approx(31, abs=2)
    assert next_of(one, {}) is None  # everything has been read


def test_an_offset_fixes_a_corner_that_nobody_turned() -> None:
    """A wall with a kink: the corner in it stands 100 mm off the straight line."""
    walls = (
        *sides((2000, "left"), (2000, "left"), assumed=None),
        *[WallAsRead(f"w{i}", (Reading(mm, ""),)) for i, mm in ((2, 3000), (3, 3995.0), (4, 3000))],
    )
    offset = CornerOffset("n1", "w0", "w4", "w1", (Reading(-100, "-100"),))
    one = plan(walls, offsets=(offset,))
    assert one.determined, one.fault
    (x0, y0), (x1, y1), (x, y) = one.corners[0], one.corners[2], one.corners[1]
    off = ((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) / math.dist((x0, y0), (x1, y1))
    assert off == pytest.approx(-100, abs=1)


BREAST: tuple[Wall, ...] = (
    (4300, "left"),
    (3600, "left"),
    (1200, "left"),
    (400, "right"),
    (None, "right"),
    (400, "left"),
    (1500, "left"),
    (3600, "left"),
)


def test_a_side_of_a_breast_that_follows() -> None:
    one = plan(sides(*BREAST))
    assert one.determined
    assert one.sides[4].follows
    assert one.sides[4].length.value == pytest.approx(1600)
    assert one.inside_corners() == 6
    assert one.sides[4].outward == pytest.approx((0, 1))
    assert one.turn(4) == "right"


def changed(walls: tuple[Wall, ...], **put: Wall) -> tuple[WallAsRead, ...]:
    return sides(*[put.get(f"w{index}", wall) for index, wall in enumerate(walls)])


@pytest.mark.parametrize(
    ("walls", "says"),
    [
        (square(1000, 1000), "at least three walls"),
        (square(None, 3000, None, 3000), "Not determined yet"),
        (sides((1000, "left"), (1000, "left"), (1000, "left"), (1000, "right")), "more must turn inside"),
        (sides(*[(1000.0, "left")] * 6), "more must turn outside"),
        (changed(BREAST, w3=(4000, "right"), w4=(1600, "right"), w5=(4000, "left")), "cross"),
    ],
)
def test_what_is_no_plan_says_why(walls: tuple[WallAsRead, ...], says: str) -> None:
    one = plan(walls)
    assert not one.determined
    assert says in one.fault
    assert one.sides == ()


def test_corner_letters() -> None:
    assert [corner_name(index) for index in (0, 25, 26, 27, 701, 702)] == ["A", "Z", "AA", "AB", "ZZ", "AAA"]
    assert side_name(3, 4) == "D–A"


@st.composite
def rooms(draw: st.DrawFn) -> tuple[WallAsRead, ...]:
    """A room whose north wall has notches into it or out of it, read with errors."""
    depth = draw(st.floats(2500, 6000))
    notches = draw(st.integers(0, 4))
    north: list[tuple[float, Turn]] = []
    width = 0.0
    for _ in range(notches):
        piece, out, wide = draw(st.floats(300, 1500)), draw(st.floats(100, 900)), draw(st.floats(300, 1500))
        first: Turn = draw(st.sampled_from(["left", "right"]))
        second: Turn = "right" if first == "left" else "left"
        north += [(piece, first), (out, second), (wide, second), (out, first)]
        width += piece + wide
    last = draw(st.floats(300, 1500))
    north.append((last, "left"))
    walls: list[tuple[float, Turn]] = [(width + last, "left"), (depth, "left"), *north, (depth, "left")]
    error = st.floats(-3, 3)
    return sides(*[(mm + draw(error), turn) for mm, turn in walls])


@given(rooms())
def test_adjusted_plans_close_and_stay_near_their_readings(walls: tuple[WallAsRead, ...]) -> None:
    one = plan(walls)
    assert one.determined, one.fault
    for axis in (0, 1):
        assert sum(side.direction[axis] * side.length.value for side in one.sides) == pytest.approx(0, abs=1e-5)
    assert all(abs(side.correction) < 13 for side in one.sides)  # a whole misclosure at the very most
    assert plan_area(one.corners) > 0
    assert one.inside_corners() * 2 - len(one.sides) == 4
    assert sum(one.angles) == pytest.approx((len(walls) - 2) * 180)
    cut = triangles(one.corners)
    assert len(cut) == len(walls) - 2
    parts = [plan_area([one.corners[i] for i in triangle]) for triangle in cut]
    assert min(parts) >= 0
    assert sum(parts) == pytest.approx(plan_area(one.corners))
