"""Right-angled plans from readings of their sides."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from narrow_cornice.survey.plan import ReadSide, Turn, corner_name, plan_area, right_angled_plan, side_name
from narrow_cornice.working.figures import reading


def read(*sides: tuple[float | None, Turn], sigma: float = 2.0) -> list[ReadSide]:
    return [
        ReadSide(None if mm is None else reading(f"wall {index}", mm, "mm", (), sigma=sigma), turn)
        for index, (mm, turn) in enumerate(sides)
    ]


def square(*lengths: float | None, sigma: float = 2.0) -> list[ReadSide]:
    return read(*[(length, "left") for length in lengths], sigma=sigma)


def test_a_room_of_two_readings() -> None:
    plan = right_angled_plan(square(4310, 3620, None, None))
    assert plan.determined
    assert plan.corners == ((0, 0), (4310, 0), (4310, 3620), (0, 3620))
    assert [side.follows for side in plan.sides] == [False, False, True, True]
    assert plan_area(plan.corners) == 4310 * 3620
    assert plan.sides[2].length.sentence == "A–B"


def test_misclosure_is_shared_by_how_doubtful_each_reading_is() -> None:
    sides = square(4310, 3620, 4304, 3620)
    sides[2] = ReadSide(reading("wall 2", 4304, "mm", (), sigma=4.0), "left")
    plan = right_angled_plan(sides)
    assert plan.misclosure[0] == 6
    # variances 4 and 16: a fifth and four fifths of the gap
    assert plan.sides[0].length.value == pytest.approx(4310 - 6 * 4 / 20)
    assert plan.sides[2].length.value == pytest.approx(4304 + 6 * 16 / 20)
    assert plan.sides[0].sigma == pytest.approx(math.sqrt(4 - 16 / 20))
    assert plan.misclosure_sigma[0] == pytest.approx(math.sqrt(20))
    assert plan.misclosure[1] == 0
    assert plan.sides[1].length.origin == "reading"  # nothing to correct: the reading itself


def test_a_side_that_follows_carries_the_doubt_of_all_the_others() -> None:
    plan = right_angled_plan(
        read(
            (4300, "left"),
            (3600, "left"),
            (1200, "left"),
            (400, "right"),
            (None, "right"),
            (400, "left"),
            (1500, "left"),
            (3600, "left"),
        )
    )
    assert plan.determined
    breast = plan.sides[4]
    assert breast.follows
    assert breast.length.value == 1600
    assert breast.sigma == pytest.approx(math.sqrt(12))
    assert plan.inside_corners() == 6
    assert breast.outward == (0, 1)


@pytest.mark.parametrize(
    ("sides", "says"),
    [
        (square(1000, 1000, 1000), "at least four walls"),
        (square(None, 3000, None, 3000), "Not determined yet"),
        (read((1000, "left"), (1000, "left"), (1000, "left"), (1000, "right")), "more must turn inside"),
        (read(*[(1000.0, "left")] * 6), "more must turn outside"),
        (
            read(
                (4300, "left"),
                (3600, "left"),
                (3000, "left"),
                (400, "right"),
                (None, "right"),
                (400, "left"),
                (1500, "left"),
                (3600, "left"),
            ),
            "would come out at",
        ),
        (
            read(
                (4300, "left"),
                (3600, "left"),
                (1200, "left"),
                (4000, "right"),
                (1600, "right"),
                (4000, "left"),
                (1500, "left"),
                (3600, "left"),
            ),
            "cross",
        ),
    ],
)
def test_what_is_no_plan_says_why(sides: list[ReadSide], says: str) -> None:
    plan = right_angled_plan(sides)
    assert not plan.determined
    assert says in plan.fault
    assert plan.sides == ()


def test_undetermined_says_which_walls_to_read() -> None:
    plan = right_angled_plan(square(None, 3000, None, 3000))
    assert plan.wanted == (0, 2)
    assert "A–B" in plan.fault


def test_corner_letters() -> None:
    assert [corner_name(index) for index in (0, 25, 26, 27, 701, 702)] == ["A", "Z", "AA", "AB", "ZZ", "AAA"]
    assert side_name(3, 4) == "D–A"


@st.composite
def rooms(draw: st.DrawFn) -> list[ReadSide]:
    """A room whose north wall has notches into it or out of it, read with errors."""
    depth = draw(st.floats(2500, 6000))
    notches = draw(st.integers(0, 4))
    sides: list[tuple[float | None, Turn]] = []
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
    width += last
    sides = [(width, "left"), (depth, "left"), *north, (depth, "left")]
    error = st.floats(-3, 3)
    return read(*[(None if mm is None else mm + draw(error), turn) for mm, turn in sides])


@given(rooms())
def test_adjusted_plans_close_exactly_and_change_readings_least(sides: list[ReadSide]) -> None:
    plan = right_angled_plan(sides)
    assert plan.determined
    for axis in (0, 1):
        there = sum(side.direction[axis] * side.length.value for side in plan.sides)
        assert there == pytest.approx(0, abs=1e-6)
        # least squares with equal doubts: every reading along an axis moves by the same amount
        moved = [abs(side.correction) for side in plan.sides if side.direction[axis] != 0]
        assert max(moved) == pytest.approx(min(moved), abs=1e-9)
    assert plan_area(plan.corners) > 0
    assert plan.inside_corners() * 2 - len(plan.sides) == 4
