"""Edits: what they change, what they leave alone, what they refuse."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Finish
from narrow_cornice.job.history import MOST_STEPS, Edit, History
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.survey.plan import plan_area
from narrow_cornice.units.lengths import Length, parse_length


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def plain(width: float = 4000, depth: float = 3000) -> Job:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(width), mm(depth), mm(2500)))
    history.do(edits.set_readings("r1", "w3", (mm(width),), "C–D"))
    return history.job


def area(room: Room) -> float:
    measured = measured_room(room, {})
    assert not measured.fault, measured.fault
    return plan_area(measured.plan.corners)


def test_an_edit_shares_everything_it_does_not_touch() -> None:
    job = demo_job()
    after = edits.set_heights("r1", (mm(2900),)).apply(job)
    assert after.rooms[1] is job.rooms[1]
    assert after.paints is job.paints
    assert after.rooms[0].measured.walls is job.rooms[0].measured.walls
    assert after.rooms[0] is not job.rooms[0]
    assert edits.rename_room("none of that", "x").apply(job) is job


@given(st.integers(100, 1500), st.integers(100, 1500), st.integers(50, 1000), st.sampled_from(["projection", "recess"]))
def test_a_broken_wall_is_straightened_again(place: int, width: int, depth: int, kind: str) -> None:
    history = History(plain())
    history.do(edits.add_opening("r1", "door", "w1", mm(2900)))
    history.do(edits.change_opening("r1", "o1", "door", width=mm(700)))
    before = area(history.job.rooms[0])
    way = edits.break_wall("r1", "w1", "A–B", kind, mm(place), mm(width), mm(depth))  # type: ignore[arg-type]
    if place + width > 2900:
        with pytest.raises(CorniceError, match="across a new corner"):
            history.do(way)
        return
    history.do(way)
    broken = history.job.rooms[0]
    assert len(broken.measured.walls) == 8
    sign = -1 if kind == "projection" else 1
    assert area(broken) == pytest.approx(before + sign * width * depth, rel=1e-9)
    assert broken.measured.openings[0].place.mm == pytest.approx(2900 - place - width)
    history.do(edits.straighten_wall("r1", 0, "A–B"))
    straight = history.job.rooms[0]
    assert len(straight.measured.walls) == 4
    assert straight.measured.openings[0].place.mm == pytest.approx(2900)
    assert area(straight) == pytest.approx(before)


@pytest.mark.parametrize(
    "make",
    [
        lambda: edits.add_room("  ", mm(1), mm(1), mm(1)),
        lambda: edits.add_room("x", mm(0), mm(1), mm(1)),
        lambda: edits.add_room("x", mm(-5), mm(1), mm(1)),
        lambda: edits.add_room("x", mm(100_001), mm(1), mm(1)),
        lambda: edits.rename_room("r1", ""),
        lambda: edits.set_heights("r1", (mm(0),)),
        lambda: edits.change_opening("r1", "o1", "door", width=mm(0)),
        lambda: edits.change_opening("r1", "o1", "door", frame="black"),
        lambda: edits.change_trim("r1", "casing", height=mm(0)),
        lambda: edits.add_colour("x", "#12"),
        lambda: edits.change_room("r1", "floor", floor="oak"),
    ],
)
def test_what_cannot_be_is_refused_as_it_is_made(make) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(CorniceError):
        make()


@pytest.mark.parametrize(
    "edit",
    [
        edits.change_house_rule("coats", float("nan"), "coats"),
        edits.change_house_rule("coats", -1, "coats"),
        edits.change_room("r1", "order", order="gothic"),
        edits.change_finish(["r1"], ["ceiling"], "x", colour="none of that"),
        edits.break_wall("r1", "w1", "A–B", "recess", mm(4000), mm(500), mm(100)),
        edits.straighten_wall("r1", 4, "E–F"),
    ],
)
def test_what_cannot_be_is_refused_as_it_is_done_and_leaves_everything(edit: Edit) -> None:
    history = History(demo_job())
    with pytest.raises(CorniceError):
        history.do(edit)
    assert history.job == demo_job()
    assert history.undo_title == ""


def test_removing_an_opening_takes_its_own_finishes_along() -> None:
    history = History(demo_job())
    history.do(edits.remove_opening("r1", "o4", "hall door"))
    assert not any(key.endswith("@o4") for key in history.job.rooms[0].finishes.surfaces)
    assert "door face" in history.job.rooms[0].finishes.surfaces


def test_group_and_single_finishes() -> None:
    history = History(demo_job())
    history.do(edits.change_finish(["r2"], ["upper wall"], "all", colour="chalk"))
    finishes = history.job.room("r2").finishes.surfaces
    assert finishes["upper wall"].colour == "chalk"
    assert finishes["upper wall@w5"].colour == "chalk"  # kept only for what else it has of its own: its bare state
    assert finishes["upper wall@w5"].state == "bare"
    assert "upper wall@w4" not in finishes  # nothing of its own is left
    history.do(edits.share_finish("r2", "upper wall@w5", "wall"))
    assert "upper wall@w5" not in history.job.room("r2").finishes.surfaces
    assert Finish().state is None  # as it comes


def test_titles_name_the_change() -> None:
    assert edits.set_readings("r1", "w1", (parse_length("8' 7\""),), "A–B").title == "wall A–B to 8' 7\""
    assert edits.change_trim("r1", "casing", height=mm(149)).title == "casing to 149"
    assert edits.change_trim("r1", "cornice", fitted=False).title == "cornice left out"
    assert edits.change_trim("r1", "casing", height=None).title == "casing to as the order wants"
    assert edits.change_settings(unit="in", denominator=8).title == "units: feet and inches, to 1/8"
    inches = edits.change_settings(unit="in").apply(demo_job())
    assert (inches.presenting.paper, inches.house_rules["made_step"]) == ("Tabloid", 3.175)
    assert edits.change_settings(unit="mm").apply(inches).presenting.paper == "A3"


def test_fresh_identities_never_repeat() -> None:
    assert edits.fresh_id("w", ["w1", "w9", "x12", "w2b"]) == "w10"
    assert edits.fresh_id("r", []) == "r1"


def test_history_forgets_only_the_oldest_and_names_both_ways() -> None:
    history = History(starting_job())
    for number in range(MOST_STEPS + 5):
        history.do(edits.rename_job(f"Job {number}"))
    assert not history.do(edits.rename_job(f"Job {MOST_STEPS + 4}"))  # nothing changes, nothing is remembered
    steps = 0
    while history.undo():
        steps += 1
    assert steps == MOST_STEPS
    assert history.redo_title == "job name to Job 5"
    history.redo()
    history.do(edits.rename_job("Another"))
    assert history.redo_title == ""
    assert history.redo() == ""


def test_a_door_shared_by_two_rooms_is_one_door() -> None:
    history = History(demo_job())
    edges = [f"door edges@{one}" for one in ("o4", "o2")]

    def keys(room: int) -> set[str]:
        return {surface.key for surface in room_surfaces(history.job.rooms[room], {})}

    assert edges[0] in keys(0)
    assert edges[1] in keys(1)
    history.do(edits.join_openings("r1", "o4", Twin("r2", "o2"), "hall door"))
    mine = next(one for one in history.job.rooms[0].measured.openings if one.id == "o4")
    other = next(one for one in history.job.rooms[1].measured.openings if one.id == "o2")
    assert (mine.twin, other.twin) == (Twin("r2", "o2"), Twin("r1", "o4"))
    assert other.width == mine.width
    assert edges[0] in keys(0)
    assert edges[1] not in keys(1)
    assert {"door face@o4"} <= keys(0)
    assert {"door face@o2"} <= keys(1)
    history.do(edits.change_opening("r2", "o2", "hall door", width=mm(900)))
    history.do(edits.change_opening("r2", "o2", "hall door", leaf="flush"))
    seen = next(one for one in history.job.rooms[0].measured.openings if one.id == "o4")
    assert (seen.width.mm, seen.leaf) == (900, "flush")
    history.do(edits.remove_opening("r1", "o4", "hall door"))
    assert edges[1] in keys(1)  # what it was joined to is a door of its own again
    history.undo()
    assert next(one for one in history.job.rooms[1].measured.openings if one.id == "o2").twin == Twin("r1", "o4")
    history.do(edits.join_openings("r1", "o4", None, "hall door"))
    assert all(one.twin is None for room in history.job.rooms for one in room.measured.openings)
    assert edges[1] in keys(1)
    while history.undo():
        pass
    assert history.job == demo_job()
