"""Runs along walls: where they stop, how long they are, which corners they make."""

from __future__ import annotations

import pytest

from narrow_cornice.explained.figures import choice, reading
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.explained.working import working
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import FittedTrim, fitted_trim, fitting
from narrow_cornice.trim.orders import order_called
from narrow_cornice.trim.runs import (
    Hole,
    Run,
    Wall,
    casing_runs,
    corner_counts,
    in_order,
    run_total,
    runs_of_wall,
    wall_runs,
)
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import METRIC


def mm(value: float):  # type: ignore[no-untyped-def]
    return reading("size", value, "mm", None)


def trim(height: float = 2700, school: str = "nineteen-part", **choices: TrimChoice) -> FittedTrim:
    by_kind = {name.replace("_", " "): value for name, value in choices.items()}
    by_kind.setdefault("casing", TrimChoice(height=Length(100)))
    ceiling, order = choice("ceiling height", height, "mm"), order_called("doric")
    return fitted_trim(fitting(ceiling, order, school, by_kind, HouseRules()))  # type: ignore[arg-type]


def hole(kind: str, place: float, width: float, height: float, sill: float = 0, cased: bool = True) -> Hole:
    return Hole("o1", "hole", kind != "window", mm(place), mm(width), mm(sill), mm(height), cased)


def wall(length: float, *holes: Hole, left: str = "inside", right: str = "inside") -> Wall:
    degrees = {"inside": 90.0, "outside": 270.0}
    corners = [reading(f"corner {name}", degrees[kind], "°", None) for name, kind in (("B", left), ("A", right))]
    return Wall("w1", "A–B", mm(length), *corners, holes)


def test_a_skirting_stops_at_a_door_and_its_casing() -> None:
    runs = wall_runs(wall(4000, hole("door", 1000, 800, 2000)), trim(), "skirting")
    assert [(run.start, run.end, run.left, run.right) for run in runs] == [
        (0, 900, "inside", "stop"),
        (1900, 4000, "stop", "inside"),
    ]
    assert [run.length.value for run in runs] == [900, 2100]
    assert working(runs[0].length, METRIC) == "900 − 0 = 900 mm"


def test_a_door_in_the_corner_leaves_one_run_and_none_behind_it() -> None:
    (run,) = wall_runs(wall(3000, hole("door", 50, 800, 2000)), trim(), "skirting")
    assert (run.start, run.end) == (950, 3000)
    assert wall_runs(wall(900, hole("door", 50, 800, 2000)), trim(), "skirting") == ()


def test_skirting_passes_under_a_window_but_the_dado_stops_where_they_meet() -> None:
    holes = hole("window", 1000, 1200, 1300, sill=850)
    fitted = trim(dado_rail=TrimChoice(fitted=True, height=Length(70), top=Length(900)))
    assert len(wall_runs(wall(4000, holes), fitted, "skirting")) == 1
    dado = wall_runs(wall(4000, holes), fitted, "dado rail")
    assert [(run.start, run.end) for run in dado] == [(0, 900), (2300, 4000)]
    low = trim(dado_rail=TrimChoice(fitted=True, height=Length(70), top=Length(740)))
    assert len(wall_runs(wall(4000, holes), low, "dado rail")) == 1  # below the casing's lower edge at 750


def test_openings_side_by_side_are_one_stop() -> None:
    runs = wall_runs(wall(5000, hole("door", 1000, 800, 2000), hole("door", 1900, 800, 2000)), trim(), "skirting")
    assert [(run.start, run.end) for run in runs] == [(0, 900), (2800, 5000)]


def test_outside_corners_make_a_mitred_piece_longer_by_the_projection() -> None:
    fitted = trim()
    (run,) = wall_runs(wall(1600, left="outside", right="outside"), fitted, "cornice")
    out = fitted.of("cornice").projection
    assert out is not None
    assert run.length.value == 1600
    assert run.to_buy.value == pytest.approx(1600 + 2 * out.value)


def test_a_blunt_outside_corner_reaches_less_far() -> None:
    """Round a bay's corner of 225° the mitre stands at 22.5°."""
    fitted = trim()
    blunt = reading("corner C", 225.0, "°", None)
    square = reading("corner A", 90.0, "°", None)
    (run,) = wall_runs(Wall("w2", "C–D", mm(1000), blunt, square, ()), fitted, "cornice")
    out = fitted.of("cornice").projection
    assert out is not None
    assert run.to_buy.value == pytest.approx(1000 + out.value * 0.41421356)
    assert run.left == "outside"


def test_casings_are_mitred_long_points() -> None:
    door, window = hole("door", 1000, 800, 2000), hole("window", 2500, 900, 1200, sill=900)
    runs = casing_runs(wall(5000, door, window), trim())
    assert sorted(run.to_buy.value for run in runs) == sorted([2100, 2100, 1000, 1400, 1400, 1100, 1100])
    assert casing_runs(wall(5000, hole("door", 1000, 800, 2000, cased=False)), trim()) == ()


def runs_of(walls: list[Wall]) -> tuple[Run, ...]:
    return in_order([runs_of_wall(one, trim()) for one in walls])


def test_corners_are_counted_once_each() -> None:
    walls = [wall(4000), wall(3000), wall(4000), wall(3000)]
    runs = runs_of(walls)
    assert corner_counts(runs, "cornice") == (4, 0)
    assert run_total(runs, "cornice").value == 14_000
    alcove = [
        wall(4000),
        wall(3000),
        wall(1200),
        wall(400, right="inside", left="outside"),
        wall(1600, left="outside", right="outside"),
        wall(400, right="outside"),
        wall(1200),
        wall(3000),
    ]
    assert corner_counts(runs_of(alcove), "cornice") == (6, 2)


def test_what_is_fitted_follows_the_school_and_the_choices() -> None:
    assert trim().of("dado rail").built
    five = trim(school="five-part")
    assert not five.of("dado rail").built
    lent = trim(school="five-part", dado_rail=TrimChoice(fitted=True))
    assert lent.borrowed
    assert lent.of("dado rail").top == pytest.approx(2700 * 4 / 19)
    plain = trim(school="per-cent", picture_rail=TrimChoice(fitted=True))
    assert plain.of("picture rail").missing
    typed = trim(school="per-cent", picture_rail=TrimChoice(fitted=True, height=Length(50), top=Length(2100)))
    assert (typed.of("picture rail").bottom, typed.of("picture rail").top) == (2050, 2100)


def test_a_cornice_without_its_lower_members_is_a_lone_crown() -> None:
    reduced = trim(**{"cornice: corona": TrimChoice(fitted=False), "cornice: bed mould": TrimChoice(fitted=False)})
    assert reduced.lone_crown
    cornice = reduced.of("cornice")
    assert cornice.height is not None
    assert reduced.proportion.members["cymatium"].value == pytest.approx(39.967, abs=0.001)
    assert cornice.height.value == 40.0  # made to the step of 2.5
    assert cornice.top == 2700
    answered = trim(
        picture_rail=TrimChoice(fitted=True),
        **{"cornice: corona": TrimChoice(fitted=False), "cornice: bed mould": TrimChoice(fitted=False)},
    )
    assert not answered.lone_crown
    # the line of the picture rail is kept, however the cornice is cut down
    assert answered.of("picture rail").top == pytest.approx(trim().proportion.picture_rail_top.value)


def test_a_picture_rail_takes_the_top_of_the_architrave() -> None:
    both = trim(picture_rail=TrimChoice(fitted=True), architrave=TrimChoice(fitted=True))
    rail, architrave = both.of("picture rail"), both.of("architrave")
    assert architrave.top == rail.bottom
    assert both.proportion.architrave.value == pytest.approx(106.579, abs=0.001)
    assert rail.top - architrave.bottom == pytest.approx(107.5)  # made to the step of 2.5
    assert architrave.profile is not None
    assert architrave.profile.height == pytest.approx(architrave.top - architrave.bottom)


def test_a_frieze_lies_between_rail_and_cornice() -> None:
    one = trim(frieze=TrimChoice(fitted=True))
    frieze = one.of("frieze")
    assert frieze.top == pytest.approx(one.of("cornice").bottom)
    cornice = one.of("cornice").height
    assert cornice is not None
    # The line keeps its place; what the cornice is made larger or smaller than its order wants, the frieze loses.
    more = cornice.value - one.proportion.cornice.value
    assert frieze.top - frieze.bottom == pytest.approx(one.proportion.frieze.value - more)
    typed = trim(frieze=TrimChoice(fitted=True, height=Length(300)))
    assert typed.of("frieze").top - typed.of("frieze").bottom == pytest.approx(300)
