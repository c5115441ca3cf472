"""The logbook as people and other programs read it: the diary, the house's book and touch-up cards on paper; entries
and book as tables."""

from __future__ import annotations

from datetime import date

from narrow_cornice.drawing.logged.book import book_pages, touch_up_card
from narrow_cornice.drawing.logged.diary import diary_pages
from narrow_cornice.drawing.marks import Point
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, on_sheets
from narrow_cornice.job.model import Job
from narrow_cornice.logbook.book import house_book

ENTRIES = (
    *("day", "room", "kind", "words", "surface", "paint", "colour", "batch", "litres", "m²", "coats", "by", "amount"),
    *("unit", "hours", "work"),
)
BOOK = ("room", "where", "product", "colour", "tone", "sheen or size", "batches", "days", "left")
EDGE, GAP = 12.0, 6.0  # mm of paper round cards, and between two


def book_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the house's book."""
    return on_sheets(job, f"{job.name}: the house's book", book_pages(job), paper)


def diary_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the diary as it was written."""
    return on_sheets(job, f"{job.name}: the diary", diary_pages(job), paper)


def cards_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the touch-up cards of all rooms in their true size, as many on a sheet as it takes."""
    sheet = Sheet(job, f"{job.name}: touch-up cards", paper)
    y, begun = EDGE, False
    for room in one_by_one(list(job.rooms), "card"):
        card = touch_up_card(job, room)
        tall = card.bounds[3]
        if not begun or y + tall > sheet.tall - EDGE:
            sheet.page()
            y, begun = EDGE, True

        def at(point: Point, y: float = y) -> Point:
            return (EDGE + point[0], y + point[1])

        sheet.drawing(card, at, 1.0)
        y += tall + GAP
    if not begun:
        sheet.page()
    return sheet.content()


def entries_table(job: Job) -> str:
    """Return every entry of the logbook as CSV."""
    rooms = {room.id: room.name for room in job.rooms}
    paints, colours = {one.id: one.name for one in job.paints}, {one.id: one.name for one in job.colours}
    rows = [
        (
            date.fromordinal(one.day).isoformat(), rooms.get(one.room, ""), one.kind, one.words, one.surface,
            paints.get(one.paint, ""), colours.get(one.colour, ""), one.batch, _plain(one.litres), _plain(one.area),
            f"{one.coats:g}", one.method, _plain(one.amount), one.unit, _plain(one.hours), one.work,
        )
        for one in job.logbook.entries
    ]  # fmt: skip
    return written(ENTRIES, rows)


def book_table(job: Job) -> str:
    """Return the house's book as CSV."""
    rooms = {room.id: room.name for room in job.rooms}
    rows = [
        (
            rooms.get(one.room, ""), one.where, one.product, one.colour, one.tone, one.said, "; ".join(one.batches),
            "; ".join(date.fromordinal(day).isoformat() for day in one.days), one.left,
        )
        for one in house_book(job)
    ]  # fmt: skip
    return written(BOOK, rows)


def _plain(value: float | None) -> str:
    return "" if value is None else f"{value:g}"
