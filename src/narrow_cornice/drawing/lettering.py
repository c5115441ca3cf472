"""Where the letters of a drawing go, so that none stands on another.

Letters have one size on the paper or the screen whatever the scale, so their places are settled for a scale. A label
may stand in any of its places, a dimension's figure anywhere along its line; what has least choice is settled first,
and what finds no free place takes the one where it covers least.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    Area,
    Dimension,
    Drawing,
    Label,
    Mark,
    Point,
    Stroke,
    above_line,
    dimension_line,
    reading_turn,
)

SizeOf = Callable[[str, float, str], tuple[float, float]]

PARTED = " · "  # what stands between the parts of a subtitle
DIMENSION_SIZE = 8.5  # points
ALONG = (0.5, 0.34, 0.66, 0.22, 0.78)  # places of a dimension's figure along its line
BEYOND = (0.5, 0.1, 0.9, -0.5, 1.5)  # … of a line shorter than its figure
LIFTS = (0.55, -0.6, 1.6, -1.6, 2.6, -2.6, -3.8, 3.8, -5.0)  # letters' heights that a figure stands off its line
OVER_A_LINE = 0.4  # how bad a cell over a line is, where one over other letters is 1
HEAVY = 1.5  # points: lines as heavy as this are walls, and letters keep off them
BODY = 0.36  # of the height of a line of letters: half of what the letters themselves take
GRAIN = 0.45  # of the height of the smallest letters: how finely free paper is told from taken
LONGEST = 4000  # cells: a line longer than this on the grid is looked at more coarsely

Cell = tuple[int, int]


def settled(drawing: Drawing, size_of: SizeOf) -> Drawing:
    """Return the drawing with its letters in free places.

    ``size_of`` tells how wide and how tall a text is in the drawing's mm, from its points and face.
    """
    lettered = [index for index, mark in enumerate(drawing.marks) if isinstance(mark, Label | Dimension)]
    choices = {index: _choices(drawing.marks[index]) for index in lettered}
    if max(choices.values(), default=1) == 1:
        return drawing
    firsts = [next(_places(drawing.marks[index], size_of), None) for index in lettered]
    grain = GRAIN * min(first[2][1] for first in firsts if first is not None)
    if grain <= 0.0:
        return drawing
    lines: dict[Cell, int] = {}  # whose line goes there
    for index, mark in enumerate(drawing.marks):
        for points in _lines_of(mark):
            for cell in _line_cells(points, grain):
                lines[cell] = index if lines.get(cell, index) == index else -1
    taken: set[Cell] = set()
    marks: list[Mark] = list(drawing.marks)
    for index in sorted(lettered, key=lambda one: (choices[one], isinstance(marks[one], Dimension))):
        best, best_cost, best_cells = marks[index], math.inf, set[Cell]()
        for mark, centre, size, turn in _places(marks[index], size_of):
            cells = _box_cells(centre, size, turn, grain)
            cost = float(len(cells & taken))
            if choices[index] > 1:
                cost += OVER_A_LINE * sum(1 for cell in cells if lines.get(cell, index) != index)
            if cost < best_cost:
                best, best_cost, best_cells = mark, cost, cells
            if cost == 0:
                break
        marks[index] = best
        taken |= best_cells
    return replace(drawing, marks=tuple(marks))


def _choices(mark: Mark) -> int:
    """Return how many places the letters of a mark may take."""
    if isinstance(mark, Label):
        return 1 + len(mark.elsewhere)
    return len(ALONG) * len(LIFTS) if isinstance(mark, Dimension) and mark.slides and not mark.beside else 1


Choice = tuple[Mark, Point, tuple[float, float], float]


def _places(mark: Mark, size_of: SizeOf) -> Iterator[Choice]:
    """Return a mark with letters in each place it may take: with the middle, size and turn of its letters."""
    if isinstance(mark, Label):
        size = size_of(mark.text, mark.size, mark.face)
        if mark.within is not None and size[0] > mark.within:
            return
        shift = {"left": size[0] / 2, "middle": 0.0, "right": -size[0] / 2}[mark.anchor]
        for at in (mark.at, *mark.elsewhere):
            yield replace(mark, at=at, elsewhere=()), (at[0] + shift, at[1]), size, -90.0 * mark.turned
    elif isinstance(mark, Dimension):
        size = size_of(mark.text, DIMENSION_SIZE, "text")
        a, b = dimension_line(mark)
        if mark.beside:
            middle, right = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), a[0] >= mark.start[0]
            away = (size[0] / 2 + size[1] / 3) * (1 if right else -1)
            yield mark, (middle[0] + away, middle[1]), size, 0.0
            return
        shares: tuple[float, ...] = (mark.share,)
        lifts: tuple[float, ...] = (mark.lift,)
        if mark.slides:
            shares, lifts = ALONG if math.dist(a, b) > size[0] else BEYOND, LIFTS
        for lift in lifts:
            for share in shares:
                placed = replace(mark, share=share, lift=lift, slides=False)
                yield placed, figure_place(placed, size[1] * lift), size, reading_turn(a, b)


def letter_boxes(drawing: Drawing, size_of: SizeOf) -> list[tuple[float, float, float, float]]:
    """Return (left, top, right, bottom) in mm around each piece of lettering where it stands."""
    boxes = []
    for mark in drawing.marks:
        for _, (x, y), (wide, tall), turn in itertools.islice(_places(mark, size_of), 1):
            cos, sin = abs(math.cos(math.radians(turn))), abs(math.sin(math.radians(turn)))
            u, v = (wide * cos + tall * sin) / 2, (wide * sin + tall * cos) / 2
            boxes.append((x - u, y - v, x + u, y + v))
    return boxes


def usual_size(scale: float) -> SizeOf:
    """Return how wide and tall letters are at 1 : ``scale`` for back ends that do not measure them."""
    return lambda text, size, face: (
        len(text) * size * 0.52 * MM_PER_POINT * scale,
        size * 1.25 * MM_PER_POINT * scale,
    )


def in_lines(text: str, room: float, wide: Callable[[str], float]) -> list[str]:
    """Return a subtitle in as many lines as it needs to be no wider than ``room``, parted where its parts end; a part
    that is wider by itself stands in a line of its own."""
    lines: list[str] = []
    for part in text.split(PARTED) if text else ():
        longer = f"{lines[-1]}{PARTED}{part}" if lines else part
        if lines and wide(longer) <= room:
            lines[-1] = longer
        else:
            lines.append(part)
    return lines


def figure_place(mark: Dimension, lift: float) -> Point:
    """Return the middle of a dimension's figure, lifted off its line."""
    a, b = dimension_line(mark)
    x, y = above_line(a, b, lift)
    off = mark.share - 0.5
    return (x + (b[0] - a[0]) * off, y + (b[1] - a[1]) * off)


def _box_cells(centre: Point, size: tuple[float, float], turn: float, grain: float) -> set[Cell]:
    """Return the cells under turned letters, a little within their box, since letters are lower than their line."""
    (x, y), (wide, tall) = centre, size
    if turn % 90.0 == 0.0:
        u, v = (wide / 2, tall * BODY) if turn % 180.0 == 0.0 else (tall * BODY, wide / 2)
        columns = range(math.floor((x - u) / grain), math.floor((x + u) / grain) + 1)
        rows = range(math.floor((y - v) / grain), math.floor((y + v) / grain) + 1)
        return {(column, row) for column in columns for row in rows}
    cos, sin = math.cos(math.radians(turn)) / grain, math.sin(math.radians(turn)) / grain
    steps = max(1, round(wide / grain))
    found, x, y = set(), x / grain, y / grain
    for v in (-BODY * tall, 0.0, BODY * tall):
        for step in range(steps + 1):
            u = (step / steps - 0.5) * wide
            found.add((math.floor(x + u * cos - v * sin), math.floor(y + u * sin + v * cos)))
    return found


def _lines_of(mark: Mark) -> Iterator[Sequence[Point]]:
    """Return the lines that letters keep off: walls, other dimensions, the edges of what nobody points at."""
    if isinstance(mark, Stroke) and mark.pen.weight >= HEAVY:
        yield (*mark.points, mark.points[0]) if mark.closed else mark.points
    elif isinstance(mark, Area) and mark.pen is not None and not mark.about:
        yield (*mark.points, mark.points[0])
    elif isinstance(mark, Dimension):
        yield dimension_line(mark)


def _line_cells(points: Sequence[Point], grain: float) -> Iterator[Cell]:
    """Return the cells along a line."""
    for (x0, y0), (x1, y1) in itertools.pairwise(points):
        steps = min(LONGEST, max(1, math.ceil(math.hypot(x1 - x0, y1 - y0) / grain)))
        for step in range(steps + 1):
            share = step / steps
            yield (math.floor((x0 + (x1 - x0) * share) / grain), math.floor((y0 + (y1 - y0) * share) / grain))
