"""The house's book on paper: every colour, product, batch and profile by room and day; and the card of a room for
touching up."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from narrow_cornice.drawing.boards.pages import LETTERS, MARGIN, PAGE, Line, beside_one_another, heading, in_pages
from narrow_cornice.drawing.boards.sheet import Box
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.model import Job, Room
from narrow_cornice.logbook.book import BookLine, room_book
from narrow_cornice.memo import by_identity

ROW = 11.0
CARD = (148.0, 105.0)  # A6 lying: it goes into the lid of the tin's box
SHOWN = 8  # sheets


@by_identity(times=1, each="job")
def book_pages(job: Job) -> tuple[Drawing, ...]:
    """Return the book as sheets of paper."""
    lines: list[Line] = []
    handed = job.logbook.handed_over
    if handed.ordinal is not None:
        lines.append(_plain(f"Handed over on {day_words(handed.ordinal)}."))
    for room in job.rooms:
        book = room_book(job, room)
        if book:
            lines.append(heading(room.name))
            lines += [_line(line) for line in book]
    return in_pages(job, "the house's book", lines)


def _plain(words: str) -> Line:
    return Line(6.0, lambda y: [LETTERS.line(MARGIN, y + 3, words, 8.5, "slanted", "soft", room=PAGE[0] - 2 * MARGIN)])


def _days(line: BookLine) -> str:
    return ", ".join(day_words(day).split(" ", 1)[1] for day in line.days)


def _line(line: BookLine) -> Line:
    """Return a line of the book, as tall as what is said in it: two columns, each a name over what is said of it."""
    name = f"{line.colour} in {line.product}" if line.colour else line.product
    where = line.where[:1].upper() + line.where[1:]
    batches = f"batch {', '.join(line.batches)}" if line.batches else ""
    wrote = " · ".join(part for part in (batches, _days(line), f"left: {line.left}" if line.left else "") if part)
    said = ", ".join(part for part in (line.said, line.tone) if part)
    columns = (
        (MARGIN + 15, 92.0, ((name, 9.5, "bold", "ink"), (where, 8.0, "text", "soft"))),
        (MARGIN + 112, 66.0, ((said, 8.0, "text", "ink"), (wrote, 7.5, "slanted", "soft"))),
    )

    def letters(top: float) -> list[Label]:
        made: list[Label] = []
        for x, room, texts in columns:
            y = top + 3.6
            for text, points, face, colour in texts:
                put = LETTERS.paragraph(x, y, text, points, room, face, colour, line.about)
                made += put
                y += 4.3 + max(0, len(put) - 1) * LETTERS.height(points)
        return made

    tall = max(ROW, max((one.at[1] for one in letters(0.0)), default=0.0) + 3.1)

    def draw(y: float) -> Iterator[Mark]:
        if line.tone:
            yield Area(Box(MARGIN, y + 1.4, 11.0, 7.6).ring(), line.tone, line.about, Pen("rule", 0.3))
        yield from letters(y)
        yield Stroke(((MARGIN, y + tall), (PAGE[0] - MARGIN, y + tall)), Pen("rule", 0.25))

    return Line(tall, draw)


@by_identity(times=1, each="job")
def book(job: Job) -> Drawing:
    """Return the sheets of the book beside one another."""
    pages = book_pages(job)
    said = "every colour, product, batch and profile by room and day, to be found again years later"
    if len(pages) > SHOWN:
        said += f" · {SHOWN} of {len(pages)} sheets"
    return beside_one_another("The house's book", said, pages[:SHOWN])


@by_identity(times=1, each="room")
def touch_up_card(job: Job, room: Room) -> Drawing:
    """Return the card of a room: its paints as small swatches, with product, sheen, batch and where the rest is."""
    wide, tall = CARD
    lines = [line for line in room_book(job, room) if line.tone]
    marks: list[Mark] = [Area(Box(0, 0, wide, tall).ring(), "paper")]
    marks.append(LETTERS.line(8, 9, room.name, 16, "name", room=wide - 60))
    marks.append(LETTERS.line(wide - 8, 9, job.name, 8, "slanted", "soft", "right", 50))
    marks.append(Stroke(((8, 14), (wide - 8, 14)), Pen("ink", 0.6)))
    marks += _swatches(lines, wide, tall)
    foot = "Stir well; cut in at an edge or a corner; let it dry a day before you judge it."
    marks.append(LETTERS.line(8, tall - 6, foot, 7, "slanted", "soft", room=wide - 16))
    marks.append(Stroke(Box(0, 0, wide, tall).ring(), Pen("rule", 0.5), closed=True))
    said = "for touching up: cut it out and keep it with the tins" if lines else "no colour in this room yet"
    return Drawing(f"{room.name[:60]}, touch-up card", said, tuple(marks), (0.0, 0.0, wide, tall), sheet=True)


def _swatches(lines: Sequence[BookLine], wide: float, tall: float) -> Iterator[Mark]:
    if not lines:
        return
    columns = 2 if len(lines) > 5 else 1
    rows = -(-len(lines) // columns)
    each = min(19.0, (tall - 28.0) / rows)
    column = (wide - 16.0) / columns
    for number, line in enumerate(lines):
        x, y = 8.0 + (number // rows) * column, 18.0 + (number % rows) * each
        swatch = min(11.7, each * 0.78)
        yield Area(Box(x, y, swatch * 1.35, swatch).ring(), line.tone, line.about, Pen("rule", 0.3))
        left = x + swatch * 1.35 + 3
        room = column - swatch * 1.35 - 6
        size = min(9.0, each * 0.72)
        name = f"{line.colour} in {line.product}" if line.colour else line.product
        batches = f"batch {', '.join(line.batches)}" if line.batches else ""
        said = " · ".join(part for part in (line.left, batches, line.said, line.where) if part)
        below = y + each - 0.5
        for text, points, face, colour in ((name, size, "bold", "ink"), (said, size * 0.8, "text", "soft")):
            apart = LETTERS.height(points)
            most = max(1, int((below - y - (apart if face == "bold" else 0.0)) / apart))
            words = LETTERS.lines(text, points, room, face, most)
            for one in words:
                yield LETTERS.line(left, y + apart / 2, one, points, face, colour, room=room)
                y += apart
