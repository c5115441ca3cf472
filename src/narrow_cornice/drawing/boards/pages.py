"""Lines on sheets of paper one under the other, as many sheets as they take: records, diaries, the house's book."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.drawing.boards.sheet import Box, Letters
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke
from narrow_cornice.job.model import Job

PAGE = (210.0, 297.0)  # A4 upright
MARGIN = 16.0
HEAD, FOOT = 22.0, 26.0  # mm over and under the lines
BETWEEN = 12.0  # mm between two sheets as they are shown
LETTERS = Letters("A3")


class Line(NamedTuple):
    """Something that takes so many mm of a sheet and draws itself at a height; a heading is never the last of one."""

    tall: float
    draw: Callable[[float], Iterable[Mark]]
    heading: bool = False


def in_pages(
    job: Job, title: str, lines: Sequence[Line], last: Callable[[float], Iterable[Mark]] | None = None
) -> tuple[Drawing, ...]:
    """Return lines on sheets, each with the title; ``last`` draws what stands at the foot of the last one."""
    room = PAGE[1] - 2 * MARGIN - HEAD - (FOOT if last is not None else 8.0)
    parts: list[list[Line]] = [[]]
    used = 0.0
    for number, line in enumerate(lines):
        following = lines[number + 1].tall if line.heading and number + 1 < len(lines) else 0.0
        if parts[-1] and used + line.tall + following > room:
            parts.append([])
            used = 0.0
        parts[-1].append(line)
        used += line.tall
    return tuple(_page(job, title, part, number, len(parts), last) for number, part in enumerate(parts))


# Many parameters: a sheet of several.
def _page(
    job: Job,
    title: str,
    lines: Sequence[Line],
    number: int,
    count: int,
    last: Callable[[float], Iterable[Mark]] | None,
) -> Drawing:
    wide, tall = PAGE
    marks: list[Mark] = [Area(Box(0, 0, wide, tall).ring(), "paper")]
    marks.append(LETTERS.line(MARGIN, MARGIN + 3, f"{job.name}: {title}", 17, "name", room=wide - 2 * MARGIN))
    marks.append(LETTERS.line(MARGIN, MARGIN + 10, job.place, 9, "slanted", "soft", room=120))
    y = MARGIN + HEAD
    for line in lines:
        marks += line.draw(y)
        y += line.tall
    if last is not None and number == count - 1:
        marks += last(tall - MARGIN - 14.0)
    marks.append(LETTERS.line(wide - MARGIN, tall - 8, f"{number + 1} of {count}", 7.5, "text", "soft", "right"))
    marks.append(Stroke(Box(0, 0, wide, tall).ring(), Pen("rule", 0.5), closed=True))
    return Drawing(title, "", tuple(marks), (0.0, 0.0, wide, tall), sheet=True)


def heading(words: str, size: float = 11.0) -> Line:
    """Return a heading."""
    tall = 10.2

    def draw(y: float) -> Iterator[Mark]:
        yield LETTERS.line(MARGIN, y + tall - 3.4, words, size, "name", room=PAGE[0] - 2 * MARGIN)

    return Line(tall, draw, heading=True)


def beside_one_another(title: str, said: str, pages: Sequence[Drawing]) -> Drawing:
    """Return sheets in one drawing, as they lie beside one another on a table."""
    marks: list[Mark] = []
    x = 0.0
    for page in pages:
        marks += _moved(page.marks, x)
        x += PAGE[0] + BETWEEN
    return Drawing(title, said, tuple(marks), (0.0, 0.0, max(PAGE[0], x - BETWEEN), PAGE[1]), sheet=True)


def _moved(marks: Sequence[Mark], x: float) -> Iterator[Mark]:
    for mark in marks:
        if isinstance(mark, Label):
            yield replace(mark, at=(mark.at[0] + x, mark.at[1]))
        elif isinstance(mark, Area | Stroke):
            yield replace(mark, points=tuple((px + x, py) for px, py in mark.points))
