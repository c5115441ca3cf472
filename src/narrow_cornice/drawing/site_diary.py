"""The programme as a site diary turned on its side: rooms as rows, days as columns, hands as ink, drying as hatch,
and in rust what the end hangs on."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date

from narrow_cornice.derived.programmed.programme import HOUSE, Programme, hands_words, programme_of
from narrow_cornice.drawing.marks import ALWAYS, Area, Drawing, Handle, Label, Mark, Pen, Stroke
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import RoomPath, WorkPath
from narrow_cornice.memo import by_identity
from narrow_cornice.programme.chain import chain_of
from narrow_cornice.programme.works import DAY, Placed, Work, dry_at

DAY_WIDE = 300.0  # of the drawing
LIKE = 1.75  # times as wide as it is tall, so that it fills a screen
LEAST_ROW = 340.0
LETTER, MOST_OF_A_NAME = 0.013, 20  # of the days' width that a letter of a name has, and of how many
INK = {1: 0.2, 2: 0.34}  # of a row: how tall the bar of so many hands is
MOST_INK = 0.46
BAR_MIDDLE, BAND_TOP, BAND = 0.36, 0.72, 0.16  # of a row: the bar's middle, and the band of drying below it
HATCH = 60.0  # between two strokes
MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


@by_identity(times=2, each="job")
def site_diary(job: Job, today: int = 0) -> Drawing:
    """Return the programme of a job over its days, with a line before the present one."""
    programme = programme_of(job)
    if programme.fault or not programme.works:
        words = programme.fault or "Nothing to do yet: works come from finishes, repairs, trim, built-ins and walls."
        return Drawing("Programme", words, (), (0.0, 0.0, 6000.0, 3000.0))
    rooms = [(room.id, room.name) for room in job.rooms]
    there = {work.room for work in programme.works}
    known = {key for key, _ in rooms}
    rows = [*([(HOUSE, "The house")] if there - known else []), *(one for one in rooms if one[0] in there)]
    at = {key: number for number, (key, _) in enumerate(rows)}
    count = max(1, programme.plan.days)
    wide = count * DAY_WIDE
    longest = min(MOST_OF_A_NAME, max(len(name) for _, name in rows))
    names, head = LETTER * longest * wide + 200.0, 0.05 * wide + 60.0
    each = max(LEAST_ROW, ((wide + names) / LIKE - head) / len(rows))
    tall = len(rows) * each
    marks: list[Mark] = [*_columns(job, programme, count, tall, head), *_rows(rows, wide, names, each)]
    now = programme.days.on_or_after(today) if programme.days.days and today > programme.days.days[0] else None
    if now is not None and now < count:
        marks.append(Stroke(((now * DAY_WIDE, -0.35 * head), (now * DAY_WIDE, tall)), Pen("verdigris", 2.0)))
        marks.append(Label((now * DAY_WIDE, tall + 0.3 * head), "today", 8.5, "verdigris", face="bold", patch=True))
    chain = {link.work.id for link in chain_of(programme.works, programme.terms, programme.plan)}
    for work in programme.works:
        row = at.get(work.room, 0)
        marks += _work(work, programme.plan.placed[work.id], row * each, each, chained=work.id in chain)
    return Drawing(
        "Programme", said_of(job, programme), tuple(marks), (-names, -head, wide + 0.01 * wide, tall + 0.5 * head)
    )


def said_of(job: Job, programme: Programme) -> str:
    """Return in words how long it takes, by how many, and when it is done."""
    words = f"{programme.plan.days} working days by {hands_words(programme.terms.crew)}"
    ends = programme.ends_on
    if ends is not None:
        words += f", done on {day_words(ends)}"
        by = job.brief.by.ordinal
        if by is not None:
            words += f", {ends - by} days after it is wanted" if ends > by else f", {by - ends} days to spare"
    how = "the best plan found" if programme.found else "laid out at once"
    return f"{words} · {how} · light hatch: drying · rust: what the end hangs on"


def day_words(ordinal: int) -> str:
    """Return a day of the calendar in words, the same on every desktop."""
    day = date.fromordinal(ordinal)
    return f"{DAYS[day.weekday()]} {day.day} {MONTHS[day.month - 1]} {day.year}"


def day_called(programme: Programme, day: int) -> str:
    """Return a working day in words: its date where it is known, else its number."""
    ordinal = programme.days.ordinal(day)
    return day_words(ordinal) if ordinal is not None else f"day {day + 1}"


def _columns(job: Job, programme: Programme, count: int, tall: float, head: float) -> Iterator[Mark]:
    """Yield the days: their numbers or dates, weeks apart by a stronger line, and the day by which it is wanted."""
    began = programme.days.ordinal(0)
    year = date.fromordinal(began).year if began is not None else 0  # which the head says
    for day in range(count):
        x, ordinal = day * DAY_WIDE, programme.days.ordinal(day)
        if day % 2:
            yield Area(_box(x, 0.0, DAY_WIDE, tall), "#8a7f701a")
        found = date.fromordinal(ordinal) if ordinal is not None else None
        first = found is not None and (day == 0 or found.weekday() < _before(programme, day))
        pen = Pen("soft", 0.9) if first or day == 0 else Pen("rule", 0.4)
        yield Stroke(((x, -0.35 * head), (x, tall)), pen)
        words = str(day + 1) if found is None else str(found.day)
        # All days of a plan have their numbers or none: one figure takes as much room as the most do.
        room = 0.8 * DAY_WIDE * len(words) / len(str(count if found is None else 31))
        yield Label((x + DAY_WIDE / 2, -0.18 * head), words, 7.5, "soft", within=room)
        if found is not None and first:
            label = f"{found.day} {MONTHS[found.month - 1]}" + (f" {found.year}" if found.year != year else "")
            year = found.year
            yield Label((x + 20.0, -0.62 * head), label, 8.5, "ink", anchor="left", face="bold")
    yield Stroke(((count * DAY_WIDE, -0.35 * head), (count * DAY_WIDE, tall)), Pen("soft", 0.9))
    by = job.brief.by.ordinal
    wanted = programme.days.on_or_after(by + 1) if by is not None else None
    if wanted is not None and wanted <= count and programme.days.days and by is not None:
        x = wanted * DAY_WIDE
        yield Stroke(((x, -0.9 * head), (x, tall)), Pen("rust", 1.6))
        yield Label((x - 20.0, -0.9 * head), "wanted by here", 8.5, "rust", anchor="right", face="bold", patch=True)


def _before(programme: Programme, day: int) -> int:
    ordinal = programme.days.ordinal(day - 1)
    return date.fromordinal(ordinal).weekday() if ordinal is not None else 7


def _rows(rows: list[tuple[str, str]], wide: float, names: float, each: float) -> Iterator[Mark]:
    for number, (key, name) in enumerate(rows):
        y = number * each
        about: ThingPath | None = RoomPath(key) if key else None
        yield Stroke(((-names, y), (wide, y)), Pen("rule", 0.5))
        at = (-0.012 * wide - 20.0, y + each / 2)
        yield Label(at, name[:40], 10, "ink", anchor="right", face="name", within=ALWAYS, about=about)
    yield Stroke(((-names, len(rows) * each), (wide, len(rows) * each)), Pen("rule", 0.5))


def _work(work: Work, placed: Placed, y: float, each: float, *, chained: bool) -> Iterator[Mark]:
    """Yield a work: a bar as tall as it has hands, a band hatched lightly while it dries, its name where there is
    room."""
    about = WorkPath(work.id)
    x0, x1 = _place(placed.start), _place(placed.end)
    tall = each * INK.get(placed.hands, MOST_INK)
    top, band, foot_of = y + each * BAR_MIDDLE - tall / 2, each * BAND, y + each * (BAND_TOP + BAND)
    if work.dries > 0:
        dry = _place(dry_at(placed.end, work.dries))
        if dry > x1:
            yield Area(_box(x1, foot_of - band, dry - x1, band), "#8a7f7028", about)
            x = x1 + HATCH / 2
            while x < dry:
                reach = min(band, dry - x)
                yield Stroke(((x, foot_of), (x + reach, foot_of - reach)), Pen("rule", 0.5))
                x += HATCH
    fill = "soft" if placed.hands == 1 else "ink"
    ring = _box(x0, top, x1 - x0, tall)
    yield Area(ring, fill, about, Pen("paper", 0.6))
    if work.fixed is not None:
        yield Stroke(((x0, top - 0.1 * each), (x0, top)), Pen("verdigris", 1.6), about=about)
        yield Area(_box(x0 - 22.0, top - 0.1 * each - 44.0, 44.0, 44.0), "verdigris", about)
    if chained:
        yield Stroke(((x0, top + tall + 0.06 * each), (x1, top + tall + 0.06 * each)), Pen("rust", 1.8), about=about)
    yield Label(((x0 + x1) / 2, top + tall / 2), work.name[:40], 7.5, "paper", within=x1 - x0 - 20.0, about=about)
    yield Handle(((x0 + x1) / 2, top + tall / 2), about, ring)


def _place(quarter: int) -> float:
    return quarter / DAY * DAY_WIDE


def day_at(x: float) -> int:
    """Return the day that a place of the drawing lies in."""
    return max(0, int(x // DAY_WIDE))


def _box(x: float, y: float, wide: float, tall: float) -> tuple[tuple[float, float], ...]:
    return ((x, y), (x + wide, y), (x + wide, y + tall), (x, y + tall))
