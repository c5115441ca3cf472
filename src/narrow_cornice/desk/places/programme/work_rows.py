"""The bench of one work: when it is done and why then, and what can be said of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from narrow_cornice.derived.programmed.programme import (
    HOUSE,
    Programme,
    clock,
    hands_words,
    hour_words,
    programme_of,
    waits_for_answer,
)
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.programme.rows import WHY, choose, told
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import WorkPath
from narrow_cornice.job.programmed import OwnWork, WorkWish
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.programme.chain import chain_of
from narrow_cornice.programme.works import DAY, Work, dry_at

AIRS = (("", "neither dust nor wet"), ("dust", "dust"), ("wet", "wet, and keeps dust out"))


def time_words(programme: Programme, quarter: int, begins: float, *, ends: bool = False) -> str:
    """Return a quarter of working time in words: the day and the hour by the clock."""
    day, hour = clock(quarter, begins, ends=ends)
    ordinal = programme.days.ordinal(day)
    on = day_words(ordinal).rpartition(" ")[0] if ordinal is not None else f"day {day + 1}"
    return f"{on}, {hour_words(hour)}"


def words_of(job: Job, path: WorkPath) -> str:
    """Return what stands beside a work: its name, hours and hands."""
    programme = programme_of(job)
    work = next((one for one in programme.works if one.id == path.key), None)
    if work is None:
        return ""
    return f"{work.name}: {work.hours:.1f} h, {hands_words(programme.plan.placed[work.id].hands)}"


def work_rows(bench: Bench, job: Job, path: WorkPath) -> Iterator[Row]:
    """Yield all that is said of a work."""
    programme = programme_of(job)
    work = next((one for one in programme.works if one.id == path.key), None)
    rooms = {room.id: room.name for room in job.rooms}
    key = path.key.partition("#")[0]
    wish = job.programme.wishes.get(key, WorkWish())
    if work is None:
        yield Title("Work", job.name[:200])
        yield NoteRow("It is not in the programme." if not wish.left_out else "It is left out of the programme.")
        if wish.left_out:
            yield ButtonsRow(("Take it in again",), lambda _: bench.do(edits.wish_of_work(key, key, left_out=False)))
        return
    yield Title(work.name[:200], rooms.get(work.room, "the house")[:100])
    yield from _when_rows(job, programme, work)
    own = next((one for one in job.programme.own if f"own:{one.id}" == key), None)

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.wish_of_work(key, work.name, **fields))

    yield Caption("What is said of it")
    if own is not None:
        yield from _own_rows(bench, job, own)
    else:
        yield from _said_rows(bench, work, wish, change)
    yield from _fixed_rows(bench, job, programme, work, wish, change)
    if own is None:
        yield from _together_rows(programme, work, wish, change)
        yield ToggleRow("Leave it out", wish.left_out, lambda on: change(left_out=on))
    yield from _after_rows(bench, programme, work, rooms)
    yield from bench.findings(lambda finding: finding.about == path)


def _when_rows(job: Job, programme: Programme, work: Work) -> Iterator[Row]:
    """Yield when it is done, when it is dry, and why not before."""
    begins = house_rules_of(job.house_rules).value("day_begins")
    placed = programme.plan.placed[work.id]
    start, end = time_words(programme, placed.start, begins), time_words(programme, placed.end, begins, ends=True)
    yield NoteRow(f"{start} to {end}, {hands_words(placed.hands)}.")
    if work.dries:
        dry = time_words(programme, dry_at(placed.end, work.dries), begins)
        if waits_for_answer(work):
            yield NoteRow(f"Answered by {dry}, if it takes {work.dries / 24.0:.3g} days.")
        else:
            yield NoteRow(f"Dry by {dry}: {work.dries:.3g} h as warm and damp as it is.")
    chain = {link.work.id: link for link in chain_of(programme.works, programme.terms, programme.plan)}
    if work.id in chain:
        link = chain[work.id]
        by = next((one.name for one in programme.works if one.id == link.behind), "")
        yield NoteRow(f"The end hangs on it: it begins {WHY[link.why]}{f' ({by[:50]})' if by else ''}.", "rust")
    if work.fixed is not None and placed.start // DAY != work.fixed:
        yield NoteRow("It is fixed to a day that does not let it: it is done on the next that does.", "rust")
    if work.hands[0] > programme.terms.crew:
        yield NoteRow(f"It needs {work.hands[0]} hands, and there is one: get help for it.", "rust")


def _said_rows(bench: Bench, work: Work, wish: WorkWish, change: Callable[..., bool]) -> Iterator[Row]:
    yield SizeRow(
        "Hours",
        "" if wish.hours is None else f"{wish.hours:g}",
        f"{work.hours:.1f} of one person",
        lambda text: number_typed(bench, text, "number of hours", (0.05, 2000), lambda n: change(hours=n)),
    )
    yield SizeRow(
        "Hands",
        "" if wish.hands is None else str(wish.hands),
        f"{work.hands[0]}" if work.hands[0] == work.hands[1] else f"{work.hands[0]} to {work.hands[1]}",
        lambda text: number_typed(
            bench, text, "number of hands", (1, 50), lambda n: change(hands=None if n is None else round(n))
        ),
    )
    yield SizeRow(
        "An answer takes" if waits_for_answer(work) else "Dries",
        "" if wish.dries is None else f"{wish.dries:g} h",
        f"{work.dries:.3g} h",
        lambda text: number_typed(
            bench, text.lower().replace("h", ""), "number of hours", (0, 1440), lambda n: change(dries=n)
        ),
    )
    yield SizeRow(
        "In parts",
        "" if wish.parts == 1 else str(wish.parts),
        "in one",
        lambda text: number_typed(
            bench, text, "number of parts", (1, 40), lambda n: change(parts=1 if n is None else round(n))
        ),
    )


def _fixed_rows(
    bench: Bench, job: Job, programme: Programme, work: Work, wish: WorkWish, change: Callable[..., bool]
) -> Iterator[Row]:
    """Yield the day it is fixed to: typed, or by dragging it on the diary."""
    if job.programme.begins.ordinal is None:
        yield NoteRow("Say when the work begins, and a work can be fixed to a day.")
        return

    typed = told(bench, lambda text: change(day=edits.day_of(text).ordinal))
    not_before = told(bench, lambda text: change(not_before=edits.day_of(text).ordinal))
    yield TextRow("Fixed to", day_words(wish.day) if wish.day is not None else "", typed)
    if wish.day is not None:
        yield ButtonsRow(("Let it go to any day",), lambda _: change(day=None))
    else:
        yield NoteRow("Type a day, or drag it on the diary.")
        yield TextRow("Not before", day_words(wish.not_before) if wish.not_before is not None else "", not_before)


def _together_rows(programme: Programme, work: Work, wish: WorkWish, change: Callable[..., bool]) -> Iterator[Row]:
    mine = [one for one in programme.works if one.room == work.room and one.id != work.id and "#" not in one.id]
    if not mine:
        return
    options = (("", "by itself"), *((one.id, one.name[:50]) for one in mine))
    yield ChoiceRow("Done with", options, wish.together, lambda value: change(together=value))


def _own_rows(bench: Bench, job: Job, own: OwnWork) -> Iterator[Row]:
    """Yield a work of somebody's own, to be written."""

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_work(own.id, own.name, **fields))

    rooms = ((HOUSE, "the house"), *((room.id, room.name[:50]) for room in job.rooms))
    yield TextRow("Name", own.name[:2000], lambda text: change(name=text))
    yield ChoiceRow("In", rooms, own.room, lambda value: change(room=value))
    for key, label, most in (("hours", "Hours", 2000.0), ("hands", "Hands", 50.0), ("dries", "Dries", 1440.0)):
        yield SizeRow(
            label,
            f"{getattr(own, key):g}",
            "",
            partial(_own_number, bench, change, key, (0.0 if key == "dries" else 0.05, most)),
        )
    yield ChoiceRow("Makes", AIRS, own.air, lambda value: change(air=value))
    yield ToggleRow("Noisy", own.noisy, lambda on: change(noisy=on))
    works = [one for one in programme_of(job).works if one.id != f"own:{own.id}" and "#" not in one.id]
    options = (("", "nothing"), *((one.id, one.name[:50]) for one in works if one.room in (own.room, HOUSE)))
    after, before = (own.after or ("",))[0], (own.before or ("",))[0]
    yield ChoiceRow("After", options, after, lambda value: change(after=(value,) if value else ()))
    yield ChoiceRow("Before", options, before, lambda value: change(before=(value,) if value else ()))
    yield ButtonsRow((f"Remove {own.name[:40]}",), lambda _: bench.do(edits.remove_work(own.id, own.name)))


def _own_number(bench: Bench, change: Callable[..., bool], key: str, within: tuple[float, float], text: str) -> bool:
    def take(value: float | None) -> bool:
        return value is not None and change(**{key: round(value) if key == "hands" else value})

    return number_typed(bench, text.lower().replace("h", ""), "number", within, take)


def _after_rows(bench: Bench, programme: Programme, work: Work, rooms: dict[str, str]) -> Iterator[Row]:
    """Yield what must be done and dry before it."""
    by_id = {one.id: one for one in programme.works}
    before = [by_id[key] for key in work.after if key in by_id]
    if not before:
        return
    yield Caption("After")
    for one in before[:12]:
        where = "" if one.room == work.room else f", {rooms.get(one.room, 'the house')}"
        words = f"{one.name[:60]}{where}"
        yield ButtonsRow((words,), partial(choose, bench, one.id))
