"""Widths read between two walls, at the floor, half way up and at the top; by hand."""

from __future__ import annotations

import math

import pytest

from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import doubts_of, house_rules_of
from narrow_cornice.derived.measured.widths import from_plan_to_level
from narrow_cornice.drawing.marks import Label
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.readings_csv import read_readings, readings_table, take_readings
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import Level, WallAsRead
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import WidthPath
from narrow_cornice.job.samples import starting_job
from narrow_cornice.survey.plan import facing_walls
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.units.lengths import Length
from rooms import changed


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def width(value: float, level: Level = "middle", place: float = 1500.0, wall: str = "w2", other: str = "w4") -> Edit:
    return edits.put_width("r1", wall, other, level, mm(place), (mm(value),), "width")


def room(*made: Edit) -> History:
    """A room of 4000 × 3000 × 2500."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    for edit in made:
        history.do(edit)
    return history


def test_a_width_settles_a_wall_that_nobody_read() -> None:
    """Four corners read square, one side read; the other way across comes from a width alone."""
    square = tuple(
        WallAsRead(f"w{n}", (Reading(4000, "4000"),) if n == 1 else (), assumed=None, angles=(AngleReading(90.0),))
        for n in (1, 2, 3, 4)
    )
    loose = changed(room().job.rooms[0], walls=square)
    assert not measured_room(loose, {}).plan.determined
    held = changed(loose, widths=room(width(2990, place=1000, wall="w1", other="w3")).job.rooms[0].measured.widths)
    plan = measured_room(held, {}).plan
    assert plan.determined
    assert plan.sides[1].length.value == pytest.approx(2990, abs=0.5)
    # 2 of the tape with what two walls lean between 1 000 where the plan is walked and 1 250 where this was read
    leaning = math.hypot(0.003 * 250, 2.0 * 4 * (1250 * 1250 - 1000 * 1500) / 2500**2)
    # and what 0.3° between the walls A–B and C–D makes over the 1 000 from B
    turning = 1000 * math.radians(0.3)
    assert plan.sides[1].sigma == pytest.approx(math.hypot(2.0, leaning * math.sqrt(2), turning), rel=0.01)


def test_walls_that_were_plumbed_bring_a_width_to_the_height_the_plan_is_walked_at() -> None:
    """One wall leans 10 in over 2 500, so at the top it is 6 narrower than at 1 000; the other is only usual."""
    leaning = room(edits.set_trueness("r1", "w2", "B–C", "plumb", (mm(10),))).job.rooms[0]
    wider, sigma = from_plan_to_level(("w2", "w4"), "top", 2500, leaning.measured.trueness, house_rules_of({}))
    assert wider == pytest.approx(-10 * 1500 / 2500)
    bow = 2.0 * (0.0 - 4 * 1000 * 1500 / 2500**2)
    assert sigma == pytest.approx(math.sqrt((2 * 0.6) ** 2 + (0.003 * 1500) ** 2 + 2 * bow**2))
    assert from_plan_to_level(("w2", "w4"), "floor", 2500, {}, house_rules_of({}))[0] == 0


def test_a_width_that_cannot_be_is_doubted_by_name() -> None:
    history = room(
        edits.put_diagonal("r1", "w1", "w3", (mm(5000),), "B to D"),
        edits.put_diagonal("r1", "w4", "w2", (mm(5000),), "A to C"),
        edits.set_readings("r1", "w3", (mm(4000),), "C–D"),
        edits.set_readings("r1", "w4", (mm(3000),), "D–A"),
        width(4060),
    )
    (doubt,) = doubts_of(measured_room(history.job.rooms[0], {}).plan)
    assert doubt.observed.words == "B–C to D–A half way up"
    assert doubt.off == pytest.approx(-60, abs=3)
    history.do(edits.set_aside(doubt.observed.about, "width"))
    assert not doubts_of(measured_room(history.job.rooms[0], {}).plan)


def test_widths_say_how_the_walls_at_the_ends_of_a_recess_lean() -> None:
    bare = room(edits.put_up("r1", "recesses", "built-in", "w1", mm(350), name="Shelves"))
    unread = fit_of(bare.job.rooms[0], bare.job.rooms[0].measured.recesses[0], {})
    for level, value in (("floor", 4004), ("middle", 4000), ("top", 3996)):
        bare.do(width(value, level, place=2700))  # of B–C the left end is C: 300 off A–B
    read = fit_of(bare.job.rooms[0], bare.job.rooms[0].measured.recesses[0], {})
    assert unread.across is not None
    assert read.across is not None
    assert read.across.back[-1][1] - read.across.back[0][1] == pytest.approx(-8, abs=1.5)
    assert read.across.margin < unread.across.margin
    assert "floor and at the top" in unread.advice
    assert read.advice != unread.advice
    # far out in the room they say nothing of how the recess leans
    out = room(edits.put_up("r1", "recesses", "built-in", "w1", mm(350), name="Shelves"), width(3900, "top", place=500))
    far = fit_of(out.job.rooms[0], out.job.rooms[0].measured.recesses[0], {})
    assert far.advice == unread.advice


def test_a_width_is_moved_drawn_kept_and_undone() -> None:
    history = room(width(3999, "top", 1200))
    before = history.job
    (one,) = before.rooms[0].measured.widths
    history.do(edits.change_width("r1", one.id, "width", level="floor", place=mm(900)))
    changed = history.job.rooms[0].measured.widths[0]
    assert (changed.level, changed.place.mm) == ("floor", 900)
    assert decode_job(encode_job(history.job), "again") == history.job
    drawing = room_plan(history.job.rooms[0], {}, history.job.settings, 0.0)
    mine = [mark for mark in drawing.marks if mark.about == WidthPath("r1", one.id)]
    assert any(
        isinstance(mark, Label) and mark.text.split() == ["3", "999"] for mark in mine
    )  # as read, not as adjusted
    history.undo()
    assert history.job == before
    history.do(edits.put_width("r1", "w2", "w4", "top", mm(1200), (), "width"))
    assert not history.job.rooms[0].measured.widths
    with pytest.raises(CorniceError, match="two different walls"):
        history.do(width(10, wall="w2", other="w2"))
    history.undo()
    history.do(edits.remove_wall("r1", "w4", "D–A"))
    assert not history.job.rooms[0].measured.widths


def test_a_width_follows_its_wall_when_that_is_broken() -> None:
    history = room(width(2999, place=3300, wall="w1", other="w3"))
    history.do(edits.break_wall("r1", "w1", "A–B", "projection", mm(1000), mm(1500), mm(400)))
    (one,) = history.job.rooms[0].measured.widths
    assert (one.wall, one.place.mm) == ("w1", 800)


def test_widths_go_out_as_a_table_and_come_back() -> None:
    history = room(width(3999, "top", 1200), width(4003, "floor", 1200))
    history.do(width(4002.5, "floor", 1200))
    one = history.job.rooms[0]
    lines = read_readings(readings_table(one).encode(), one, "mm")
    assert not [line.fault for line in lines if line.fault]
    assert "B–C to D–A at the top" in {line.words for line in lines}
    empty = room()
    empty.do(take_readings(empty.job.rooms[0], lines, replace=True))
    again: Room = empty.job.rooms[0]
    assert [(w.level, w.place.mm, w.readings[0].mm) for w in again.measured.widths] == [
        ("top", 1200, 3999),
        ("floor", 1200, 4002.5),
    ]
    for line, why in (
        ("width,A B,A B,10", "same"),
        ("width roof,A B,C D,10", "no level"),
        ("width,A C,C D,9", "no wall"),
    ):
        (wrong,) = read_readings(f"what,at,to,value\n{line}\n".encode(), one, "mm")
        assert why in wrong.fault


def test_walls_that_face_each_other() -> None:
    plan = measured_room(room().job.rooms[0], {}).plan
    assert [facing_walls(plan, index) for index in range(4)] == [(2,), (3,), (0,), (1,)]
    broken = room(edits.break_wall("r1", "w1", "A–B", "projection", mm(1000), mm(1500), mm(400)))
    faced = facing_walls(measured_room(broken.job.rooms[0], {}).plan, 6)
    assert faced[0] == 2  # the breast first, which is nearer
    assert set(faced) == {0, 2, 4}
