"""Left-over tins on their shelf, drawn as they stand: of their true relative size, as full as they are, with what they
are, of which batch, where, and until when they are good."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.colour.tones import toned
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import LeftOverPath
from narrow_cornice.logbook.left_overs import OnShelf, on_shelf
from narrow_cornice.memo import by_identity

SIZES = (0.25, 0.5, 0.75, 1.0, 2.5, 5.0, 10.0, 20.0)  # litres of a tin that paint is kept in
LITRE = 210.0  # mm of the drawing that a tin of a litre is tall; others by the cube root of their litres
APART, BOARD, NAMES = 330.0, 26.0, 250.0
IN_A_ROW = 7


@by_identity(times=1, each="job")
def left_over_shelf(job: Job) -> Drawing:
    """Return the shelf of a job."""
    tins = on_shelf(job)
    title = "Left over"
    if not tins:
        words = "Nothing is left over yet: what the logbook says must be left stands on the bench, to be put here."
        return Drawing(title, words, (), (0.0, 0.0, 2800.0, 1400.0))
    marks: list[Mark] = []
    tallest = max(LITRE * _size(one.tin.litres) ** (1 / 3) for one in tins)
    row_tall = tallest + BOARD + NAMES
    for number, one in enumerate(tins):
        row, column = divmod(number, IN_A_ROW)
        foot = row * row_tall + tallest
        marks += _tin(one, column * APART, foot)
    wide = min(len(tins), IN_A_ROW) * APART
    for row in range(-(-len(tins) // IN_A_ROW)):
        foot = row * row_tall + tallest
        board = ((-60.0, foot), (wide - 20.0, foot), (wide - 20.0, foot + BOARD), (-60.0, foot + BOARD))
        marks.append(Area(board, "wood", None, Pen("ink", 0.8)))
    whole = sum(one.tin.litres for one in tins)
    past = sum(one.past for one in tins)
    said = f"{whole:g} L in {len(tins)} {'tin' if len(tins) == 1 else 'tins'}, used before new ones are bought"
    if past:
        said += f" · {past} past {'its' if past == 1 else 'their'} age"
    return Drawing(title, said, tuple(marks), bounds_of(marks, 90.0))


def _size(litres: float) -> float:
    """Return the tin that so much is kept in."""
    return next((size for size in SIZES if size >= litres - 1e-9), SIZES[-1])


def _tin(one: OnShelf, x: float, foot: float) -> Iterator[Mark]:
    size = _size(one.tin.litres)
    tall = LITRE * size ** (1 / 3)
    wide = tall * 0.82
    left = x + (APART - 60.0 - wide) / 2
    about = LeftOverPath(one.tin.id)
    body, full = tall * 0.9, min(1.0, one.tin.litres / size)

    def box(low: float, high: float) -> tuple[tuple[float, float], ...]:
        return ((left, foot - low), (left + wide, foot - low), (left + wide, foot - high), (left, foot - high))

    yield Area(box(0.0, tall), "#f7f4ec", about, Pen("ink", 0.9))
    yield Area(box(0.0, body * full), one.tone, about)
    yield Area(box(body * full, body), toned(one.tone, 1.6), about)
    yield Stroke(((left, foot - body), (left + wide, foot - body)), Pen("ink", 0.6))
    yield Stroke(box(0.0, tall), Pen("rust" if one.past else "ink", 1.4 if one.past else 0.9), closed=True, about=about)
    middle, room = x + (APART - 60.0) / 2, APART - 16.0
    until = ""
    if one.past:
        until = "past its age"
    elif one.until is not None:
        until = f"good till {day_words(one.until).split(' ', 1)[1]}"
    lines = (
        (one.words.partition(" in ")[0], 9.0, "ink", "bold"),
        (one.words.partition(" in ")[2], 7.5, "soft", "text"),
        (f"{one.tin.litres:g} L" + (f" · batch {one.tin.batch}" if one.tin.batch else ""), 8.0, "ink", "text"),
        (one.tin.kept, 7.5, "soft", "slanted"),
        ("for touching up" if one.tin.touch_up else until, 7.5, "rust" if one.past else "verdigris", "text"),
    )
    y = foot + BOARD + 30.0
    for words, points, colour, face in lines:
        if words:
            yield Label((middle, y), words[:40], points, colour, face=face, within=room, about=about)  # type: ignore[arg-type]
            y += 40.0
