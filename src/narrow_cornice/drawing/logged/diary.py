"""The diary as it was really written, day by day, on sheets of paper."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.drawing.boards.pages import LETTERS, MARGIN, PAGE, Line, beside_one_another, heading, in_pages
from narrow_cornice.drawing.boards.sheet import Box
from narrow_cornice.drawing.marks import Area, Drawing, Mark, Pen, Stroke
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.logged import Entry
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import EntryPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.words import several

ROW = 6.6
LAST = 6  # sheets that are shown: the last ones


def facts_of(job: Job, entry: Entry) -> str:
    """Return what is known of an entry beside its words."""
    paints, colours = {one.id: one.name for one in job.paints}, {one.id: one.name for one in job.colours}
    product = " ".join(
        part
        for part in (
            colours.get(entry.colour, ""),
            "in" if entry.colour and entry.paint else "",
            paints.get(entry.paint, ""),
        )
        if part
    )
    parts = [
        product,
        f"batch {entry.batch}" if entry.batch else "",
        f"{entry.litres:g} L" if entry.litres is not None else "",
        f"{entry.area:.4g} m²" if entry.area is not None else "",
        f"{entry.coats:g} coats" if entry.coats != 1 else "",
        f"{entry.amount:g} {entry.unit}" if entry.amount is not None else "",
        f"{entry.hours:g} h" if entry.hours is not None else "",
        several(len(entry.pictures), "photograph") if entry.pictures else "",
    ]
    return " · ".join(part for part in parts if part)


@by_identity(times=1, each="job")
def diary_pages(job: Job) -> tuple[Drawing, ...]:
    """Return the diary as sheets of paper."""
    rooms = {room.id: room.name for room in job.rooms}
    tones = {colour.id: colour.hex for colour in job.colours}
    lines: list[Line] = []
    day = None
    for entry in job.logbook.entries:
        if entry.day != day:
            day = entry.day
            lines.append(heading(day_words(day)))
        lines.append(_line(job, entry, rooms.get(entry.room, ""), tones.get(entry.colour, "")))
    return in_pages(job, "the diary", lines)


def _line(job: Job, entry: Entry, room: str, tone: str) -> Line:
    wide = PAGE[0] - 2 * MARGIN - 44
    words = LETTERS.lines(entry.words or entry.kind, 11, wide, "slanted")[:3]
    facts = facts_of(job, entry)
    tall = ROW * len(words) + (ROW * 0.85 if facts else 0.0)
    about = EntryPath(entry.id)

    def draw(y: float) -> Iterator[Mark]:
        yield LETTERS.line(MARGIN, y + ROW / 2, room, 8, "bold", "soft", room=34, about=about)
        if tone:
            yield Area(Box(MARGIN + 36, y + 1.0, 4.6, 4.6).ring(), tone, about, Pen("rule", 0.3))
        at = y
        for text in words:
            yield LETTERS.line(MARGIN + 44, at + ROW / 2, text, 11, "slanted", "ink", room=wide, about=about)
            at += ROW
        if facts:
            yield LETTERS.line(MARGIN + 44, at + ROW * 0.3, facts, 7.5, "text", "soft", room=wide, about=about)
        yield Stroke(((MARGIN, y + tall), (PAGE[0] - MARGIN, y + tall)), Pen("rule", 0.25))

    return Line(tall, draw)


@by_identity(times=1, each="job")
def written_diary(job: Job) -> Drawing:
    """Return the last sheets of the diary beside one another."""
    if not job.logbook.entries:
        words = "Nothing was written yet: write what was done by the line below, or tick it from the programme."
        return Drawing("The logbook", words, (), (0.0, 0.0, 2800.0, 1500.0))
    pages = diary_pages(job)
    many = len(job.logbook.entries)
    hours = sum(entry.hours or 0.0 for entry in job.logbook.entries)
    litres = sum(entry.litres or 0.0 for entry in job.logbook.entries)
    said = f"{several(many, 'entry', 'entries')} · {hours:g} h · {litres:g} L"
    if len(pages) > LAST:
        said += f" · the last {LAST} of {len(pages)} sheets"
    return beside_one_another("The logbook", said, pages[-LAST:])
