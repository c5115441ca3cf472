"""The bench of the logbook: writing what was done, an entry, a tin that is left over, a lesson."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import get_args

from msgspec.structs import replace

from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    SwatchRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.later import later
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.drawing.logged.diary import facts_of
from narrow_cornice.drawing.logged.lessons import shown
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.finishes.spread import LOSSES
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.logged import Entry, Measured
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import EntryPath, LeftOverPath, LessonPath
from narrow_cornice.logbook.left_overs import MustBeLeft, OnShelf, must_be_left, on_shelf
from narrow_cornice.logbook.lessons import Lesson, by_surface, lessons_of, what_it_changes
from narrow_cornice.logbook.reading import read_entries
from narrow_cornice.logbook.worked_out import area_of, entry_of_work, reckoned_hours
from narrow_cornice.units.dates import today
from narrow_cornice.units.words import several

KINDS = tuple((kind, kind) for kind in ("painted", "fitted", "built", "laid", "hung", "prepared", "other"))
UNITS = (("", "not said"), *((unit, unit) for unit in get_args(Measured) if unit))
TICKED = 8  # works of the programme that are offered to be ticked


def logbook_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the logbook as a whole, by the leaf that is looked at."""
    yield Title("Logbook", job.name[:200])
    leaf = bench.session.view.leaf
    if leaf == "left":
        yield from _must_rows(bench, job)
    elif leaf == "lessons":
        yield NoteRow(
            "A lesson is taken by pressing it, never unasked: a house rule is moved as far as the entries outweigh it."
        )
        for lesson in lessons_of(job) if bench.is_counted else ():
            yield ButtonsRow((lesson.words,), partial(_choose_lesson, bench, lesson.key))
    elif leaf == "book":
        yield from _handed_rows(bench, job)
    else:
        yield from _write_rows(bench, job, room)


def write(bench: Bench, text: str) -> bool:
    """Write what somebody typed or pasted into the logbook, of today and the room looked at where it names none."""
    if not text.strip():
        return True
    room = bench.session.room()
    where = room.id if room is not None else ""
    job = bench.session.job
    return bench.session.do_made(lambda: edits.log_entries(read_entries(job, text, today(), where)))


def _write_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    yield Caption("What was done")
    yield TextRow("Write", "", lambda text: write(bench, text))
    yield NoteRow(
        "As: 2 L Sedge on the walls, 14 m², 3 h, batch 4711. A day before a colon is that day; semicolons part "
        "entries. Lines written elsewhere are pasted by the line below the sheet."
    )
    if not bench.is_counted:
        return
    programme = programme_of(job)
    written = {entry.work for entry in job.logbook.entries}
    placed = programme.plan.placed
    open_ones = sorted(
        (work for work in programme.works if work.id not in written), key=lambda one: placed[one.id].start
    )
    rooms = {one.id: one.name for one in job.rooms}
    if open_ones:
        yield Caption("Tick from the programme")
        here = [work for work in open_ones if work.room == room.id] or open_ones
        for work in here[:TICKED]:
            words = f"{work.name}, {rooms.get(work.room, 'the house')}, {work.hours:.1f} h"
            yield ButtonsRow((words[:80],), partial(_tick, bench, work.id))


def _tick(bench: Bench, key: str, _: int) -> None:
    """Write a work of the programme down as it was reckoned, and select it to be put right."""
    entry = entry_of_work(bench.session.job, key, today())
    if entry is not None and bench.do(edits.log_entries((entry,))):
        made = next((one for one in bench.session.job.logbook.entries if one.work == key), None)
        if made is not None:
            bench.session.select(EntryPath(made.id))


# ---- an entry


def _entry(job: Job, path: EntryPath) -> Entry | None:
    return next((one for one in job.logbook.entries if one.id == path.id), None)


def entry_words(job: Job, path: EntryPath) -> str:
    """Return an entry in words."""
    entry = _entry(job, path)
    return entry.words[:60] if entry is not None else ""


def entry_day(job: Job, path: EntryPath) -> str:
    """Return the day of an entry, for what stands beside it."""
    entry = _entry(job, path)
    return day_words(entry.day) if entry is not None else ""


def entry_rows(bench: Bench, job: Job, path: EntryPath) -> Iterator[Row]:
    """Yield an entry of the logbook, with what is reckoned beside what was written."""
    entry = _entry(job, path)
    if entry is None:
        return
    called = entry.words[:40] or entry.kind

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_entry(entry.id, called, **fields))

    def number(field: str, what: str, most: float) -> Callable[[str], bool]:
        return lambda text: number_typed(bench, text, what, (0.0, most), lambda value: change(**{field: value}))

    yield Title(called, day_words(entry.day))
    yield TextRow("Words", entry.words, lambda text: change(words=text.strip()[:2000]))
    yield TextRow("Day", day_words(entry.day), lambda text: _take_day(bench, entry, text))
    yield ChoiceRow("Kind", KINDS, entry.kind, lambda value: change(kind=value))
    rooms = (("", "the house"), *((room.id, room.name[:40]) for room in job.rooms))
    yield ChoiceRow("Room", rooms, entry.room, lambda value: change(room=value))
    if entry.kind == "painted":
        paints = (("", "not said"), *((one.id, one.name[:40]) for one in job.paints))
        yield ChoiceRow("Paint", paints, entry.paint, lambda value: change(paint=value))
        colours = (("", "not said"), *((one.id, one.name[:40]) for one in job.colours))
        swatches = ("", *(one.hex for one in job.colours))
        yield ChoiceRow("Colour", colours, entry.colour, lambda value: change(colour=value), swatches)
        yield TextRow("Batch", entry.batch, lambda text: change(batch=text.strip()[:80]))
        yield SizeRow("Litres", _shown(entry.litres), "not said", number("litres", "litres", 5000.0))
        area = area_of(job, entry)
        yield SizeRow(
            "m²", _shown(entry.area), f"{area:.1f} as reckoned" if area else "not said", number("area", "m²", 2e4)
        )
        yield SizeRow("Coats", f"{entry.coats:g}", "1", number("coats", "coats", 20.0))
        ways = (("", "as the job has it"), *((way, way) for way in LOSSES))
        yield ChoiceRow("By", ways, entry.method, lambda value: change(method=value))
    else:
        yield SizeRow("How much", _shown(entry.amount), "not said", number("amount", "amount", 1e7))
        yield ChoiceRow("Of", UNITS, entry.unit, lambda value: change(unit=value))
    reckoned = reckoned_hours(job, entry) if entry.work and bench.is_counted else None
    hint = f"{reckoned:.1f} reckoned" if reckoned is not None else "not said"
    yield SizeRow("Hours", _shown(entry.hours), hint, number("hours", "hours", 2000.0))
    if reckoned is not None and entry.hours:
        yield NoteRow(f"{reckoned:.1f} h were reckoned: {entry.hours / reckoned:.2f} times that.")
    for name in entry.pictures:
        yield NoteRow(f"A photograph, {len(job.pictures.get(name, b'')) / 1000:.0f} kB.")
    page_wanted = bench.session.view.leaf == "diary"
    if page_wanted:
        yield NoteRow("Drop a photograph on the drawing to keep it with this entry.")
    yield ButtonsRow(("Take it out of the logbook",), lambda _: bench.do(edits.remove_entry(entry.id, called)))


def _shown(value: float | None) -> str:
    return "" if value is None else f"{value:g}"


def _take_day(bench: Bench, entry: Entry, text: str) -> bool:
    def made() -> edits.Edit:
        day = edits.day_of(text.split(" ", 1)[1] if text[:3].isalpha() and " " in text else text).ordinal
        return edits.change_entry(entry.id, entry.words[:40] or entry.kind, day=entry.day if day is None else day)

    return bench.session.do_made(made)


# ---- left over


def _on_shelf(job: Job, path: LeftOverPath) -> OnShelf | None:
    return next((one for one in on_shelf(job) if one.tin.id == path.id), None)


def left_over_words(job: Job, path: LeftOverPath) -> str:
    """Return a tin in words."""
    one = _on_shelf(job, path)
    return f"{one.words}, {one.tin.litres:g} L" if one is not None else ""


def left_over_rows(bench: Bench, job: Job, path: LeftOverPath) -> Iterator[Row]:
    """Yield a tin that is left over."""
    one = _on_shelf(job, path)
    if one is None:
        return
    tin = one.tin

    def put(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.put_left_tin(replace(tin, **fields), one.words))

    yield Title(one.words[:70], "past its age" if one.past else "left over")
    yield SwatchRow("", ((one.tone, one.words[:30]),))
    yield SizeRow(
        "Litres",
        f"{tin.litres:g}",
        "",
        lambda text: number_typed(
            bench, text, "litres", (0.01, 1000.0), lambda value: put(litres=value if value is not None else tin.litres)
        ),
    )
    yield TextRow("Where", tin.kept, lambda text: put(kept=text.strip()[:200]))
    yield TextRow("Batch", tin.batch, lambda text: put(batch=text.strip()[:80]))
    yield TextRow(
        "From", day_words(tin.day) if tin.day is not None else "", lambda text: put(day=edits.day_of(text).ordinal)
    )
    if one.until is not None:
        yield NoteRow(f"Good till {day_words(one.until)}.", "rust" if one.past else "soft")
    yield ToggleRow("For touching up", tin.touch_up, lambda on: put(touch_up=on))
    yield NoteRow("Kept for touching up it is never used; else To buy takes it before new tins.")
    yield ButtonsRow(("Used up",), lambda _: bench.do(edits.remove_left_tin(tin.id, one.words)))


def _must_rows(bench: Bench, job: Job) -> Iterator[Row]:
    left = must_be_left(job) if bench.is_counted else ()
    if left:
        yield Caption("Must be left, by the logbook")
    for one in left:
        yield NoteRow(f"{one.words}: bought {one.bought:g} L, used {one.used:g} L.")
        yield ButtonsRow((f"Put {one.left:.2g} L on the shelf",), partial(_shelve, bench, one))
    if not left:
        yield NoteRow("What was ticked as bought and is not written down as used turns up here.")


def _shelve(bench: Bench, one: MustBeLeft, _: int) -> None:
    tin = LeftTin("", one.paint, one.colour or None, round(one.left, 2), today(), one.batch)
    if bench.do(edits.shelve_left_over(tin, one.words)):
        bench.session.select(LeftOverPath(bench.session.job.left_paint[-1].id))


# ---- lessons


def lesson_words(job: Job, path: LessonPath) -> str:
    """Return a lesson in words."""
    lesson = next((one for one in lessons_of(job) if one.key == path.key), None)
    return lesson.words if lesson is not None else ""


def _choose_lesson(bench: Bench, key: str, _: int) -> None:
    bench.session.select(LessonPath(key))


def lesson_rows(bench: Bench, job: Job, path: LessonPath) -> Iterator[Row]:
    """Yield a lesson: what is reckoned, what was seen, what it would change in this job, and taking it."""
    lesson = next((one for one in lessons_of(job) if one.key == path.key), None) if bench.is_counted else None
    if lesson is None:
        yield NoteRow("Being counted …" if not bench.is_counted else "There is nothing more to learn here.")
        return
    yield Title(lesson.words, "what the logbook teaches")
    yield NoteRow(f"Reckoned {shown(lesson, lesson.now)}, seen {shown(lesson, lesson.seen)} on the mean.")
    yield NoteRow(f"Together {shown(lesson, lesson.new)}: {lesson.how}.", "verdigris")
    for surface, seen, many in by_surface(lesson):
        yield NoteRow(f"On what is {surface}: {shown(lesson, seen)} ({several(many, 'entry', 'entries')}).")
    yield Caption("What it would change in this job")
    changes = later(bench, job, path, lambda: what_it_changes(job, lesson))
    if changes is None:
        yield NoteRow("Being worked out …")
    for one in changes or ():
        yield NoteRow(f"{one.what}: {one.now} now, {one.then} then.")
    if changes == ():
        yield NoteRow("Nothing.")
    yield ButtonsRow(("Take it as the house rule",), lambda _: bench.do(lesson.edit))
    yield Caption("Its entries")
    yield from _each_entry(bench, job, lesson)


def _each_entry(bench: Bench, job: Job, lesson: Lesson) -> Iterator[Row]:
    for one in lesson.each[:12]:
        entry = next((each for each in job.logbook.entries if each.id == one.entry), None)
        if entry is not None:
            words = f"{day_words(entry.day)}: {facts_of(job, entry) or entry.words}"
            yield ButtonsRow((words[:90],), partial(_choose_entry, bench, entry.id))


def _choose_entry(bench: Bench, key: str, _: int) -> None:
    bench.session.select(EntryPath(key))


# ---- the house's book


def _handed_rows(bench: Bench, job: Job) -> Iterator[Row]:
    handed = job.logbook.handed_over
    yield TextRow("Handed over", handed.text, lambda text: bench.session.do_made(lambda: edits.hand_over(text)))
    yield NoteRow("The book goes with the job file, and comes out on paper for the owner (Hand out).")
    yield NoteRow("Touch-up cards are as large as a postcard: seen as, or all of them by Hand out.")
