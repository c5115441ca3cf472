"""What the logbook teaches, worked out by hand; nothing is taken unasked."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.logged import Entry, Logbook
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import demo_job
from narrow_cornice.logbook.lessons import by_surface, lessons_of, shrunk, what_it_changes
from narrow_cornice.logbook.worked_out import entry_of_work, full_spread


def bare(*entries: Entry) -> Job:
    """Return the demo with nothing else in its logbook."""
    job = replace(demo_job(), logbook=Logbook())
    return edits.log_entries(entries).apply(job) if entries else job


def painted(litres: float, area: float = 20.0, **more: object) -> Entry:
    return replace(
        Entry("", 740_000, "walls", "r1", "painted", paint="wall-matt", colour="sedge", method="roller"),
        litres=litres,
        area=area,
        **more,
    )


def test_a_loss_by_hand() -> None:
    """38 % solids at 35 µm go 10.857 m² a litre; 20 m² with 2.2 L is 9.09, so 16.3 % were lost where 10 % are reckoned.
    One entry against a habit that counts as four: (4 · 0.10 + 0.1627) / 5 = 0.1125."""
    job = bare()
    paint = next(one for one in job.paints if one.id == "wall-matt")
    full = full_spread(paint)
    seen = 1 - 20.0 / 2.2 / full
    (lesson,) = [one for one in lessons_of(bare(painted(2.2))) if one.key == "loss_roller"]
    assert lesson.now == 0.10
    assert lesson.seen == pytest.approx(seen)
    assert lesson.new == pytest.approx((4 * 0.10 + seen) / 5, abs=6e-4)


def test_what_a_rough_surface_takes_is_no_loss() -> None:
    """On heavy texture, which takes 1.3 times as much, the litres that are reckoned for it teach nothing new; taken as
    smooth they would seem lost. What was seen is told by the kind of surface."""
    job = bare()
    walls = [key for key, finish in job.room("r1").finishes.surfaces.items() if finish.colour == "sedge"]
    rough = edits.change_finishes({"r1": walls}, "walls", texture="heavy").apply(job)
    paint = next(one for one in job.paints if one.id == "wall-matt")
    litres = 20.0 * 1.3 / (full_spread(paint) * 0.9)
    assert lessons_of(edits.log_entries((painted(litres),)).apply(rough)) == ()
    (lesson,) = lessons_of(edits.log_entries((painted(1.3 * litres),)).apply(rough))
    assert lesson.seen == pytest.approx(1 - 0.9 / 1.3)
    assert by_surface(lesson) == (("heavy", lesson.seen, 1),)


def test_more_entries_outweigh_the_habit() -> None:
    """The more alike entries there are, the nearer the lesson comes to them, and never beyond."""
    former = 0.10
    for count in (1, 3, 8, 20):
        (lesson,) = [one for one in lessons_of(bare(*[painted(2.3)] * count)) if one.key == "loss_roller"]
        assert former < lesson.new < lesson.seen
        former = lesson.new
    assert shrunk(0.1, [], 4) == 0.1


def test_coats_count_and_slips_of_the_pen_do_not() -> None:
    """Two coats of 4.4 L are one of 2.2; 200 litres on 20 m² teach nothing."""
    one, two = lessons_of(bare(painted(2.2))), lessons_of(bare(painted(4.4, coats=2.0)))
    assert [x.new for x in one] == [x.new for x in two]
    assert lessons_of(bare(painted(200.0))) == ()
    assert lessons_of(bare(painted(0.0))) == ()


def test_a_lesson_is_only_offered_and_changes_what_it_says() -> None:
    """The list stays as it is until it is taken; taken it wants more litres, as was said, and undo takes it back."""
    history = History(bare(painted(2.4), painted(2.5)))
    before = tally(history.job)["paint"].value
    (lesson,) = [one for one in lessons_of(history.job) if one.key == "loss_roller"]
    assert tally(history.job)["paint"].value == before
    said = {one.what: one for one in what_it_changes(history.job, lesson)}
    assert history.do(lesson.edit)
    assert house_rules_of(history.job.house_rules).value("loss_roller") == lesson.new
    assert tally(history.job)["paint"].value > before
    assert said["paint"].then == tally(history.job)["paint"].shown(history.job.settings)
    history.undo()
    assert tally(history.job)["paint"].value == before


def test_hours_by_hand() -> None:
    """A coat that took twice as long as reckoned, once: e^(ln 2 / 5) = 1.149 times; its rates are divided by that."""
    job = bare()
    work = next(one for one in programme_of(job).works if one.skill == "painter" and one.hours > 1.0)
    entry = entry_of_work(job, work.id, 740_000)
    assert entry is not None
    assert entry.hours == pytest.approx(work.hours, abs=0.01)
    logged = edits.log_entries((replace(entry, hours=2 * work.hours),)).apply(job)
    (lesson,) = [one for one in lessons_of(logged) if one.unit == "times"]
    assert lesson.new == pytest.approx(math.exp(math.log(2) / 5), rel=1e-9)
    taken = house_rules_of(lesson.edit.apply(logged).house_rules)
    assert taken.value("hours_coat") == pytest.approx(12 / lesson.new, rel=1e-3)
    assert taken.value("hours_door_side") == pytest.approx(0.5 * lesson.new, rel=1e-3)


def test_waste_of_tiles_by_hand() -> None:
    """12 m² of tiles for 10 m² laid: 20 % against 10 % reckoned, once."""
    job = bare()
    now = house_rules_of(job.house_rules).value("tile_waste")
    entry = Entry("", 740_000, "tiled", "r5", "laid", area=10.0, amount=12.0, unit="m²")
    (lesson,) = [one for one in lessons_of(bare(entry)) if one.key == "tile_waste"]
    assert lesson.new == pytest.approx((4 * now + 0.2) / 5, abs=6e-4)


def test_renaming_changes_no_lesson() -> None:
    """Lessons go by identities: with every name another the same is taught."""
    job = bare(painted(2.3))
    other = replace(
        job,
        paints=tuple(replace(one, name="Ogee") for one in job.paints),
        logbook=replace(job.logbook, entries=tuple(replace(one, words="x") for one in job.logbook.entries)),
    )
    assert [(one.key, one.new) for one in lessons_of(job)] == [(one.key, one.new) for one in lessons_of(other)]
