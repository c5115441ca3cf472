"""Left-over tins on their shelf, drawn as they stand: of their true relative size, as full as they are, with what they
are, of which batch, where, and until when they are good."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from narrow_cornice.colour.tones import toned
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import LeftOverPath, LinePath
from narrow_cornice.logbook.left_overs import OnShelf, Timber, on_shelf, timber_left
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_size
from narrow_cornice.units.words import several

SIZES = (0.25, 0.5, 0.75, 1.0, 2.5, 5.0, 10.0, 20.0)  # litres of a tin that paint is kept in
LITRE = 210.0  # mm of the drawing that a tin of a litre is tall; others by the cube root of their litres
APART, BOARD, NAMES = 330.0, 26.0, 250.0
IN_A_ROW = 7
SCALE, BAR, MOST = 0.45, 40.0, 12  # of bars and sheets, the height of a bar, and how many of a line are drawn


@by_identity(times=1, each="job")
def left_over_shelf(job: Job) -> Drawing:
    """Return the shelf of a job."""
    tins, timber = on_shelf(job), timber_left(job)
    title = "Left over"
    if not tins and not timber:
        words = "Nothing is left over yet: what the logbook says must be left stands on the bench, to be put here."
        return Drawing(title, words, (), (0.0, 0.0, 2800.0, 1400.0))
    marks: list[Mark] = []
    tallest = max((LITRE * _size(one.tin.litres) ** (1 / 3) for one in tins), default=0.0)
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
    foot = -(-len(tins) // IN_A_ROW) * row_tall if tins else 0.0
    for stack in timber:
        marks += _timber(job, stack, foot)
        foot += _tall_of(stack) + NAMES / 2
    return Drawing(title, " · ".join(_said(tins, timber)), tuple(marks), bounds_of(marks, 90.0))


def _said(tins: Sequence[OnShelf], timber: Sequence[Timber]) -> Iterator[str]:
    """Yield in words how much there is, and what it is for."""
    good = [one for one in tins if not one.past]
    for touch_up, words in ((False, "used before new ones are bought"), (True, "kept for touching up")):
        some = [one for one in good if one.tin.touch_up == touch_up]
        if some:
            yield f"{sum(one.tin.litres for one in some):g} L in {several(len(some), 'tin')} {words}"
    if past := len(tins) - len(good):
        yield f"{past} past {'its' if past == 1 else 'their'} age"
    if timber:
        yield f"{sum(len(one.sizes) for one in timber)} bars and sheets"


def _tall_of(timber: Timber) -> float:
    """Return how tall bars or sheets stand on the drawing."""
    return sum((size[1] * SCALE if len(size) > 1 else BAR) + 12.0 for size in timber.sizes[:MOST])


def _timber(job: Job, timber: Timber, top: float) -> Iterator[Mark]:
    """Yield bars or sheets one under the other, to one scale, with what they are."""
    about, y = LinePath(timber.line), top + 70.0
    yield Label((0.0, top + 30.0), timber.words[:60], 9.0, "ink", "left", "bold", about=about)
    for size in timber.sizes[:MOST]:
        long, tall = size[0] * SCALE, size[1] * SCALE if len(size) > 1 else BAR
        yield Area(((0.0, y), (long, y), (long, y + tall), (0.0, y + tall)), "wood", about, Pen("ink", 0.7))
        words = " × ".join(show_size(one, job.settings) for one in size)
        yield Label((long + 24.0, y + tall / 2), words, 8.0, "soft", "left", about=about)
        y += tall + 12.0


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
