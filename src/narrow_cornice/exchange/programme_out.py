"""The programme as other programs and people read it: a calendar (ICS), a table (CSV), sheets of paper, one for the
whole and one for each day."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from datetime import UTC, date, datetime, timedelta
from typing import Any

from narrow_cornice.derived.built.risks import risks_of
from narrow_cornice.derived.programmed.day_by_day import OnDay, keeps_brush, wanted_by, works_on
from narrow_cornice.derived.programmed.programme import (
    CARRIED,
    HOUSE,
    Programme,
    clock,
    hands_words,
    hour_words,
    programme_of,
    waits_for_answer,
)
from narrow_cornice.derived.risks import paint_risks, survey_risks, trim_risks, wall_risks
from narrow_cornice.drawing.marks import Pen, Point
from narrow_cornice.drawing.site_diary import day_called, said_of, site_diary
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.programme.works import DAY, HOUR, Work, dry_at

HEADINGS = (
    "room", "work", "begins on", "begins at", "ends on", "ends at", "hours of one person", "hands", "dry on", "dry at",
    "tool", "after", "said",
)  # fmt: skip
LEFT, ROW, LINE = 14.0, 6.2, 4.5


class NoDaysError(CorniceError):
    """A programme of which nobody said when it begins."""


def _rooms(job: Job) -> dict[str, str]:
    return {HOUSE: "the house", **{room.id: room.name for room in job.rooms}}


def _clock(job: Job, programme: Programme, quarter: int, *, ends: bool = False) -> tuple[str, str]:
    """Return the day, as a date where it is known, and the hour of a quarter of working time."""
    begins = house_rules_of(job.house_rules).value("day_begins")
    day, hour = clock(quarter, begins, ends=ends)
    ordinal = programme.days.ordinal(day)
    on = date.fromordinal(ordinal).isoformat() if ordinal is not None else f"day {day + 1}"
    return on, f"{int(hour):02d}:{round(hour % 1 * 60):02d}"


def programme_table(job: Job, programme: Programme | None = None) -> str:
    """Return every work of a programme (the job's own, unless another plan of it is given) with when it is done, in the
    order in which they begin."""
    programme, rooms = programme or programme_of(job), _rooms(job)
    if programme.fault:
        return written(HEADINGS, [("", *("",) * 11, programme.fault)])
    by_id = {work.id: work for work in programme.works}
    lines: list[tuple[str, ...]] = []
    for work in sorted(programme.works, key=lambda one: programme.plan.placed[one.id].start):
        placed = programme.plan.placed[work.id]
        dry = _clock(job, programme, dry_at(placed.end, work.dries)) if work.dries else ("", "")
        after = "; ".join(by_id[key].name for key in work.after if key in by_id)
        missed = work.fixed is not None and placed.start // DAY != work.fixed
        lines.append(
            (
                rooms.get(work.room, "the house"), work.name, *_clock(job, programme, placed.start),
                *_clock(job, programme, placed.end, ends=True), f"{work.hours:.2f}", str(placed.hands), *dry, work.tool,
                after, "fixed to another day" if missed else "fixed" if work.fixed is not None else "",
            )
        )  # fmt: skip
    return written(HEADINGS, lines)


def programme_calendar(job: Job) -> bytes:
    """Return the programme as a calendar: each work on each of its days, in the hours that it is done. Raises
    NoDaysError where nobody said when the work begins."""
    from icalendar import Calendar, Event

    programme, rooms = programme_of(job), _rooms(job)
    if not programme.days.days:
        raise NoDaysError(
            "Nobody said when the work begins.", where="begins", remedy="Say it on the programme's bench."
        )
    calendar = Calendar()
    calendar.add("prodid", "-//Narrow Cornice//programme//")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", job.name[:200])
    begins = house_rules_of(job.house_rules).value("day_begins")
    stamp = datetime(2000, 1, 1, tzinfo=UTC)  # the same job gives the same file
    for day in range(programme.plan.days):
        ordinal = programme.days.ordinal(day)
        if ordinal is None:
            continue
        midnight = datetime.combine(date.fromordinal(ordinal), datetime.min.time())
        for one in works_on(programme, day, begins):
            event = Event()
            event.add("uid", f"{one.work.id}.{ordinal}@narrow-cornice")
            event.add("dtstamp", stamp)
            event.add("summary", f"{one.work.name}, {rooms.get(one.work.room, 'the house')}"[:300])
            event.add("dtstart", midnight + timedelta(hours=one.begins))
            event.add("dtend", midnight + timedelta(hours=one.ends))
            event.add("location", rooms.get(one.work.room, "")[:200])
            event.add("description", _described(one))
            calendar.add_component(event)
    return bytes(calendar.to_ical())


def _described(one: OnDay) -> str:
    tool = f", {one.work.tool}" if one.work.tool else ""
    dries = f". Dries {one.work.dries:.3g} h" if one.work.dries else ""
    if waits_for_answer(one.work):
        dries = f". Answered in {one.work.dries / 24.0:.3g} days"
    return f"{hands_words(one.hands)}{tool}{dries}"


def programme_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the diary on a sheet, what is wanted by when, and a sheet for each day: works, where, from when to when,
    tools, what to bring, cautions."""
    programme = programme_of(job)
    sheet = Sheet(job, f"{job.name}: programme", paper, landscape=True)
    _diary_sheet(sheet, job)
    if programme.fault or not programme.works:
        return sheet.content()
    rooms = _rooms(job)
    begins = house_rules_of(job.house_rules).value("day_begins")
    bring = _to_bring(job)
    for day in one_by_one(range(programme.plan.days), "day"):
        found = list(works_on(programme, day, begins))
        if found or day in bring:
            _day_sheet(sheet, job, programme, day, found, bring.get(day, []), rooms)
    return sheet.content()


def _to_bring(job: Job) -> dict[int, list[str]]:
    """Return what has to be there by which day: line by line, but for what a shop delivers in one load, which is on the
    sheet of that shop."""
    bring: dict[int, list[str]] = {}
    loads: dict[tuple[int, str], int] = {}
    for wanted in wanted_by(job):
        line = wanted.line
        if wanted.work is not None and wanted.work.id.startswith(CARRIED):
            loads[wanted.day, line.shop] = loads.get((wanted.day, line.shop), 0) + 1
        else:
            bring.setdefault(wanted.day, []).append(f"{line.name_in(job.settings)}: {line.bought_in(job.settings)}")
    names = job.shop_names()
    for (day, shop), many in loads.items():
        lines = "line" if many == 1 else "lines"
        bring.setdefault(day, []).insert(0, f"what {names.get(shop, shop)[:40]} delivers, {many} {lines} of its list")
    return bring


def _diary_sheet(sheet: Sheet, job: Job) -> None:
    drawing = site_diary(job)
    sheet.page()
    sheet.text(LEFT, 17, f"{job.name}: programme", 18, face="name", room=sheet.wide - 28)
    sheet.wrapped(LEFT, 23, drawing.subtitle, 9, sheet.wide - 28, face="slanted", colour="soft", most=3)
    left, top, right, bottom = drawing.bounds
    scale = max((right - left) / (sheet.wide - 2 * LEFT), (bottom - top) / (sheet.tall - 56))

    def at(point: Point) -> Point:
        return LEFT + (point[0] - left) / scale, 34 + (point[1] - top) / scale

    sheet.drawing(drawing, at, scale)
    foot(sheet, job)


# Many parameters: a day, and what stands on its sheet.
def _day_sheet(
    sheet: Sheet,
    job: Job,
    programme: Programme,
    day: int,
    found: list[OnDay],
    bring: list[str],
    rooms: dict[str, str],
) -> None:
    """Print the sheet of a day."""
    called = day_called(programme, day)
    title = called[:1].upper() + called[1:]
    said = cautions_of(risks_of_day(job, [one.work for one in found]))
    y = _day_head(sheet, title, f"{job.name} · day {day + 1} of {programme.plan.days}", said)
    wide = sheet.wide - 2 * LEFT
    for one in found:
        if y > sheet.ends:
            foot(sheet, job)
            y = _day_head(sheet, title, "goes on", said)
        sheet.line(
            ((LEFT, y - 3.6), (LEFT + 3.2, y - 3.6), (LEFT + 3.2, y - 0.4), (LEFT, y - 0.4)),
            Pen("ink", 0.5),
            closed=True,
        )
        sheet.text(LEFT + 6, y, f"{hour_words(one.begins)} – {hour_words(one.ends)}", 10, face="bold")
        sheet.text(LEFT + 36, y, rooms.get(one.work.room, "the house"), 10, face="name", room=48)
        words = f"{one.work.name}{', goes on' if one.goes_on else ''}"
        sheet.text(LEFT + 86, y, words, 10, room=wide - 150)
        sheet.text(LEFT + wide, y, _described(one), 9, anchor="right", colour="soft", room=62)
        y += ROW
    tools = sorted({one.work.tool for one in found if one.work.tool})
    kept = dict.fromkeys(one.work.tool for one in found if keeps_brush(programme, one) and not one.goes_on)
    told = [f"Keep {' and '.join(kept)} wrapped: the next coat follows."] if kept else []
    told += [f"Tools: {', '.join(tools)}."] if tools else []
    told += [f"To be there by this day: {'; '.join(bring)}."] if bring else []
    for words in told:
        y += 4.0
        if y + LINE * len(sheet.lines(words, 9.5, wide)) > sheet.ends:
            foot(sheet, job)
            y = _day_head(sheet, title, "goes on", said)
        y = sheet.wrapped(LEFT, y, words, 9.5, wide)
    foot(sheet, job)


def _day_head(sheet: Sheet, title: str, words: str, said: Sequence[str]) -> float:
    sheet.page()
    sheet.caution(said)
    sheet.text(LEFT, 18, title, 20, face="name", room=sheet.wide - 28)
    sheet.text(LEFT, 24, words, 9.5, face="slanted", colour="soft", room=sheet.wide - 28)
    return 36.0


def _built_in_risks(job: Job, room: Room) -> Iterable[str]:
    return risks_of(room, job.house_rules)


Risks = Callable[[Job, Room], Iterable[str]]
ALL_RISKS: tuple[Risks, ...] = (paint_risks, trim_risks, _built_in_risks, wall_risks)
CALLED_BY: Mapping[str, tuple[Risks, ...]] = {  # what a work is called by its room's side: what asks for cautions
    **dict.fromkeys(("wash", "strip", "repair", "sand", "coat"), (paint_risks,)),
    "fit": (trim_risks,),
    "build": (_built_in_risks,),
    **dict.fromkeys(("lay", "cover", "base", "waterproof", "hang"), (wall_risks,)),
}


def risks_of_works(job: Job, room: Room) -> Iterator[str]:
    """Yield the names of the cautions that the works in a room call for."""
    for risks in ALL_RISKS:
        yield from risks(job, room)
    yield from survey_risks(room)


def risks_of_day(job: Job, works: Sequence[Work]) -> Iterator[str]:
    """Yield the names of the cautions that some works call for: each by its own kind, one of another kind (clearing,
    dressing, one's own) all of its room; what is carried in is heavy."""
    rooms = {room.id: room for room in job.rooms}
    for work in works:
        room = rooms.get(work.room)
        if room is not None:
            word = work.id.partition(":")[2].partition(":")[0]
            for risks in CALLED_BY.get(word, ALL_RISKS):
                yield from risks(job, room)
            yield from survey_risks(room)
        elif work.id.startswith(CARRIED):
            yield "heavy"


def programme_answer(job: Job, programme: Programme, bound: float) -> dict[str, Any]:
    """Return a programme as other programs read it: times in working hours from the first morning, seven a day; the
    bound in days."""
    works = []
    for work in sorted(programme.works, key=lambda one: programme.plan.placed[one.id].start):
        placed = programme.plan.placed[work.id]
        works.append(
            {
                "id": work.id,
                "room": work.room,
                "work": work.name,
                "start": placed.start / HOUR,
                "end": placed.end / HOUR,
                "hands": placed.hands,
                "after": list(work.after),
                "dries_until": dry_at(placed.end, work.dries) / HOUR,
            }
        )
    return {"works": works, "days": programme.plan.days, "bound": bound, "said": said_of(job, programme)}
