"""Trays, windows in slopes, and damage on ceilings and floors: what of them is painted and primed, by hand."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.painting_order import in_painting_order
from narrow_cornice.derived.coated.surface import Surface
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import plain_length as mm

SLOPE = edits.set_slope("r1", "w1", "A–B", mm(1500.0), mm(1000.0))  # 1 000 up over 1 000: √2 long
PLAIN = edits.change_trim("r1", "cornice", fitted=False)


def made(*changes: Edit) -> Job:
    """A room of 4 200 × 3 000 × 2 500 without a cornice."""
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0}))
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(2500.0)))
    for edit in (PLAIN, *changes):
        assert history.do(edit)
        assert decode_job(encode_job(history.job), "a job") == history.job
    return history.job


def surfaces(job: Job) -> dict[str, Surface]:
    return {one.key: one for one in room_surfaces(job.rooms[0], job.house_rules)}


def window(up: float = 300.0, width: float = 780.0, height: float = 900.0) -> Edit:
    return edits.put_up("r1", "roof_windows", "roof window", "w1", mm(1000.0), mm(up), mm(width), mm(height))


def test_the_sides_of_a_tray() -> None:
    """A border of 500 leaves 3 200 × 2 000, so 10.4 m round it, and 150 up: 1.56 m². The ceiling is as large as it
    was."""
    job = made(edits.set_tray("r1", mm(500.0), mm(150.0)))
    found = surfaces(job)
    assert found["ceiling@tray"].net.value == pytest.approx(2 * (3.2 + 2.0) * 0.15)
    assert found["ceiling@room"].net.value == pytest.approx(4.2 * 3.0)
    assert "ceiling@tray" not in surfaces(made())
    too_wide = made(edits.set_tray("r1", mm(1600.0), mm(150.0)))
    assert surfaces(too_wide)["ceiling@tray"].net.value == 0.0
    none = made(edits.set_tray("r1", mm(500.0), mm(150.0)), edits.set_tray("r1", None, None))
    assert "ceiling@tray" not in surfaces(none)


def test_a_window_in_a_slope_comes_off_it_and_its_lining_is_painted() -> None:
    """The slope is 4.2 × √2; a window of 780 × 900 with a lining 250 deep: 2 × (780 + 900) × 250 of lining."""
    job = made(SLOPE, window())
    found = surfaces(job)
    slope = 4.2 * math.sqrt(2)
    assert found["ceiling@slope-w1"].openings.value == pytest.approx(0.78 * 0.9)
    assert found["ceiling@slope-w1"].net.value == pytest.approx(slope - 0.78 * 0.9)
    assert found["reveal@rw1"].net.value == pytest.approx(2 * (0.78 + 0.9) * 0.25)
    assert not any(one.key.startswith("opening fit") for one in second_look(job))


def test_a_window_that_no_slope_holds_is_told_and_counted_nowhere() -> None:
    """Up 300 and 1 200 high is 1 500, where the slope is 1 414 long; over a level wall there is none at all."""
    for job, says in (
        (made(SLOPE, window(height=1200.0)), "larger than the slope"),
        (made(window()), "lies in no slope"),
    ):
        (found,) = (one for one in second_look(job) if one.key.startswith("opening fit"))
        assert says in found.says
        assert "reveal@rw1" not in surfaces(job)
    just = made(SLOPE, window(height=1114.0))
    assert not any(one.key.startswith("opening fit") for one in second_look(just))


def test_damage_on_a_ceiling_primes_the_ceiling_and_on_a_floor_nothing() -> None:
    """A patch of 200 × 300 with 100 round it is 400 × 500 of primer, on the ceiling it is on and not on the wall."""
    mark = edits.put_up("r1", "marks", "poor patch", "w1", mm(1500.0), mm(800.0), mm(200.0), mm(300.0))

    def on(what: str) -> Job:
        changed = () if what == "wall" else (edits.change_thing("r1", "marks", "k1", "poor patch", on=what),)
        return made(mark, *changed)

    for what, key in (("wall", "upper wall@w1"), ("ceiling", "ceiling@room")):
        patched = {one: surface for one, surface in surfaces(on(what)).items() if surface.patches is not None}
        assert list(patched) == [key]
        assert patched[key].patches is not None
        assert patched[key].patches.value == pytest.approx(0.4 * 0.5)
    assert not any(one.patches is not None for one in surfaces(on("floor")).values())
    filler = [line.needed.value for line in to_buy(on("floor")).lines if line.key == "repair:filler"]
    assert filler == [line.needed.value for line in to_buy(on("wall")).lines if line.key == "repair:filler"]
    sloped = made(SLOPE, mark, edits.change_thing("r1", "marks", "k1", "poor patch", on="ceiling"))
    assert surfaces(sloped)["ceiling@slope-w1"].patches is not None
    assert surfaces(sloped)["ceiling@room"].patches is None


def test_the_order_of_painting_is_that_of_the_school() -> None:
    job = made(edits.add_opening("r1", "door", "w1", mm(1000.0)))

    def kinds(one: Job) -> list[str]:
        coated = coated_surfaces(one.rooms[0], one.house_rules, one.paints, one.colours)
        ordered = in_painting_order(coated, house_rules_of(one.house_rules))
        assert sorted(each.surface.key for each in ordered) == sorted(each.surface.key for each in coated)
        return list(dict.fromkeys(each.surface.kind for each in ordered))

    assert kinds(job)[:2] == ["ceiling", "wall"]
    assert set(kinds(job)[2:4]) == {"door", "trim"}
    assert kinds(job)[4:] == ["floor"]  # last, and out by the door
    other = edits.change_house_rule("trim_before_walls", 1.0, "trim before walls").apply(job)
    assert kinds(other)[0] == "ceiling"
    assert kinds(other)[-2:] == ["wall", "floor"]
