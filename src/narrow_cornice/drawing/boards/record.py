"""The record of the client's answers: every item of every room with what was said of it, to be signed, and the samples
to bring; and one item at a time, large, to be answered across the table."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.presented.items import Item, items_shown, samples_of
from narrow_cornice.drawing.boards.pages import LETTERS, MARGIN, PAGE, Line, beside_one_another, heading, in_pages
from narrow_cornice.drawing.boards.sheet import Box, Letters
from narrow_cornice.drawing.marks import Area, Drawing, Mark, Pen, Stroke
from narrow_cornice.drawing.room_colours import ink_on
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AnswerPath, ItemPath
from narrow_cornice.job.presented import Says
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_money

ROW = 6.4
NAMED_IN = 8.5  # points of the name of an item, the largest letters of its row
SAMPLES = "Samples to bring"
SAYS: tuple[Says, ...] = ("yes", "no", "later")
SAID = {"yes": "verdigris", "no": "rust", "later": "ochre"}


class Asked(NamedTuple):
    """A line of the record: a heading, or an item of a room."""

    words: str
    room: Room | None = None
    item: Item | None = None


def record_lines(job: Job) -> tuple[Asked, ...]:
    """Return the record line by line: each room with its items, then the samples."""
    made: list[Asked] = []
    for room in job.rooms:
        items = items_shown(job, room)
        if items:
            made.append(Asked(room.name, room))
            made += [Asked("", room, item) for item in items]
    samples = samples_of(job)
    if samples:
        made.append(Asked(SAMPLES))
        made += [Asked(f"{sample}: {', '.join(rooms)}") for sample, rooms in samples]
    return tuple(made)


@by_identity(times=1, each="job")
def record_pages(job: Job) -> tuple[Drawing, ...]:
    """Return the record as sheets of paper, the last one with places to sign."""
    return in_pages(job, "what was agreed", [_line(job, asked) for asked in record_lines(job)], _signed)


@by_identity(times=1, each="job")
def record(job: Job) -> Drawing:
    """Return all sheets of the record beside one another."""
    asked = [line.item for line in record_lines(job) if line.item is not None]
    given = sum(item.answer is not None for item in asked)
    said = f"{given} of {len(asked)} items answered · choose one, then Yes, No or Later on the bench"
    return beside_one_another("The record of answers", said, record_pages(job))


def _line(job: Job, asked: Asked) -> Line:
    if asked.item is None and (asked.room is not None or asked.words == SAMPLES):
        return heading(asked.words)
    if asked.item is None:
        wide = PAGE[0] - 2 * MARGIN
        tall = ROW + (len(LETTERS.lines(asked.words, 8, wide)) - 1) * LETTERS.height(8)
        return Line(tall, lambda y: LETTERS.paragraph(MARGIN, y + 3, asked.words, 8, wide))
    room, item = asked.room, asked.item
    assert room is not None
    most = max(len(LETTERS.lines(words, size, wide, face)) for _, words, size, wide, face, _ in _cells(job, item))
    more = max(0, most - 1) * LETTERS.height(NAMED_IN)
    return Line(ROW + more, lambda y: _row(job, room, item, y + ROW / 2, more))


def _signed(y: float) -> Iterator[Mark]:
    """Yield the places to sign."""
    half = PAGE[0] / 2
    for x, words in ((MARGIN, "The client, date"), (half + 6, "The decorator, date")):
        yield Stroke(((x, y), (x + half - MARGIN - 12, y)), Pen("ink", 0.6))
        yield LETTERS.line(x, y + 4, words, 7.5, "slanted", "soft")


def _cells(job: Job, item: Item) -> tuple[tuple[float, str, float, float, str, str], ...]:
    """Return what is said of an item: where it stands, the words, their size, their room, face and colour."""
    said = ", ".join(part for part in (item.state, item.said) if part)
    cells = [
        (MARGIN + 7, item.name, NAMED_IN, 62.0, "bold", "ink"),
        (MARGIN + 71, said, 7.5, 48.0 if _cost(job, item) else 60.0, "text", "soft"),
    ]
    if item.answer is not None:
        day = day_words(item.answer.day) if item.answer.day is not None else ""
        words = ", ".join(part for part in (item.answer.because, day) if part)
        cells.append((MARGIN + 154, words, 6.8, PAGE[0] - 2 * MARGIN - 154, "slanted", "ink"))
    return tuple(cells)


def _cost(job: Job, item: Item) -> str:
    return show_money(item.cost) if job.presenting.costs and item.cost else ""


# Many parameters: a row of a sheet.
def _row(job: Job, room: Room, item: Item, y: float, more: float) -> Iterator[Mark]:
    wide, letters = PAGE[0], LETTERS
    about = ItemPath(room.id, item.key)
    below = y + ROW * 0.42 + more
    yield Stroke(((MARGIN, below), (wide - MARGIN, below)), Pen("rule", 0.3))
    if item.tone:
        yield Area(Box(MARGIN, y - 1.9, 5.0, 3.8).ring(), item.tone, about, Pen("rule", 0.3))
    for x, words, size, most, face, colour in _cells(job, item):
        yield from letters.paragraph(x, y, words, size, most, face, colour, about)
    yield letters.line(MARGIN + 132, y, _cost(job, item), 7.5, "text", "ink", "right", 18)
    for number, says in enumerate(SAYS):
        x = MARGIN + 135 + number * 6.0
        chosen = item.answer is not None and item.answer.says == says
        ring = Box(x, y - 1.6, 3.2, 3.2).ring()
        yield Area(ring, SAID[says] if chosen else "paper", AnswerPath(room.id, item.key, says), Pen("ink", 0.4))
        yield letters.line(x + 1.6, y - 2.9, says, 4.6, "text", "soft", "middle")


def asked_item(job: Job, room: Room, key: str) -> tuple[Item, int, int] | None:
    """Return the item that is asked, its number among those of its room and how many these are; where none is chosen
    the first that has no answer."""
    items = items_shown(job, room)
    if not items:
        return None
    chosen = next((number for number, item in enumerate(items) if item.key == key), None)
    if chosen is None:
        chosen = next((number for number, item in enumerate(items) if item.answer is None), 0)
    return items[chosen], chosen, len(items)


def one_by_one(job: Job, room: Room, key: str) -> Drawing:
    """Return one item in large letters, with what can be said of it."""
    wide, tall = 384.0, 240.0
    found = asked_item(job, room, key)
    title = f"{room.name[:60]}, one by one"
    if found is None:
        return Drawing(title, "Nothing is proposed for this room yet.", (), (0.0, 0.0, wide, tall))
    item, number, count = found
    letters = Letters("A3")
    about = ItemPath(room.id, item.key)
    marks: list[Mark] = [Area(Box(0, 0, wide, tall).ring(), "paper")]
    left = 26.0
    marks.append(letters.line(left, 26, f"{room.name} · {number + 1} of {count}", 13, "slanted", "soft"))
    if item.tone:
        marks.append(Area(Box(left, 44, 128, 128).ring(), item.tone, about, Pen("rule", 0.6)))
        colour = ink_on(item.tone)
        marks.append(letters.line(left + 8, 164, item.state, 17, "bold", colour))
        left += 146
    room_wide = wide - left - 26
    y = 62.0
    for text in letters.lines(item.name, 34, room_wide, "name")[:3]:
        marks.append(letters.line(left, y, text, 34, "name", room=room_wide, about=about))
        y += letters.height(34)
    for text in letters.lines(", ".join(part for part in (item.said, item.why) if part), 20, room_wide)[:4]:
        marks.append(letters.line(left, y, text, 20, "text", "soft", room=room_wide))
        y += letters.height(20)
    if not item.tone:
        marks.append(letters.line(left, y + 4, item.state, 17, "bold", "verdigris"))
        y += letters.height(17)
    if job.presenting.costs and item.cost is not None:
        money = f" {job.settings.money}" if job.settings.money else ""
        marks.append(letters.line(left, y + 4, f"{show_money(item.cost)}{money}", 17, "text"))
    each = (wide - 2 * 26 - 2 * 10) / 3
    for place, says in enumerate(SAYS):
        box = Box(26 + place * (each + 10), 186, each, 32)
        chosen = item.answer is not None and item.answer.says == says
        marks.append(
            Area(
                box.ring(), SAID[says] if chosen else "sheet", AnswerPath(room.id, item.key, says), Pen(SAID[says], 1.6)
            )
        )
        word = says.capitalize()
        ink = "paper" if chosen else SAID[says]
        marks.append(letters.line(box.x + each / 2, box.y + 16, word, 24, "name", ink, "middle"))
    if item.answer is not None and item.answer.because:
        marks.append(letters.line(26, 228, f"“{item.answer.because}”", 13, "slanted", room=wide - 52))
    said = "Y yes · N no · L later · . the next, , the one before · F11 alone on the screen"
    return Drawing(title, said, tuple(marks), (0.0, 0.0, wide, tall), sheet=True)
