"""Where the letters of a drawing go, so that none stands on another, on a dimension line or on an edge: the one placer
of letters for all drawings.

Letters have one size on the paper or the screen whatever the scale, so their places are settled for a scale. What has
least choice is settled first. What finds no free place near its own goes out on a leader; what would stand on other
letters everywhere is left out, since the bench says it too.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator, Sequence

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from narrow_cornice.drawing.letter_places import SizeOf, Standing, standings
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    Area,
    Dimension,
    Drawing,
    Label,
    Mark,
    Point,
    Stroke,
    dimension_line,
)

PARTED = " · "  # what stands between the parts of a subtitle
OVER_A_LINE = 0.4  # how bad a cell's length over a line is, where a cell over other letters is 1
LATER = 0.002  # … and how bad it is to take a later place
EDGE = 0.45  # points: lines as heavy as this carry meaning, and letters keep off them
BODY = 0.36  # of the height of a line of letters: half of what the letters themselves take
GRAIN = 0.45  # of the height of the smallest letters: how finely free paper is told from taken
COVERED = 0.12  # of letters that may lie over others before they are left out

Cell = tuple[int, int]


def settled(drawing: Drawing, size_of: SizeOf) -> Drawing:
    """Return the drawing with its letters in free places.

    ``size_of`` tells how wide and how tall a text is in the drawing's mm, from its points and face.
    """
    if drawing.sheet:
        return drawing
    lettered = [index for index, mark in enumerate(drawing.marks) if isinstance(mark, Label | Dimension)]
    firsts = {index: next(standings(drawing.marks[index], size_of), None) for index in lettered}
    heights = [first.size[1] for first in firsts.values() if first is not None]
    grain = GRAIN * min(heights, default=0.0)
    if grain <= 0.0:
        return drawing
    edges = _Edges(drawing.marks)
    taken: set[Cell] = set()
    instead: dict[int, tuple[Mark, ...]] = {}
    for index in sorted(
        (one for one in lettered if firsts[one] is not None), key=lambda one: _turn(drawing.marks[one])
    ):
        mark = drawing.marks[index]
        best: Standing | None = None
        best_cost, best_cells = math.inf, set[Cell]()
        for number, standing in enumerate(standings(mark, size_of)):
            cells = _box_cells(standing.centre, standing.size, standing.turn, grain)
            cost = len(cells & taken) + LATER * number
            if cost < best_cost:
                cost += OVER_A_LINE * edges.under(standing, index) / grain
            if cost < best_cost:
                best, best_cost, best_cells = standing, cost, cells
            if cost <= LATER * number:
                break
        assert best is not None
        if len(best_cells & taken) > COVERED * len(best_cells) and not _fixed(mark):
            instead[index] = (replace(mark, text=""),) if isinstance(mark, Dimension) else ()
            continue
        instead[index] = best.marks
        taken |= best_cells
    marks = itertools.chain.from_iterable(instead.get(index, (mark,)) for index, mark in enumerate(drawing.marks))
    return replace(drawing, marks=tuple(marks))


def _fixed(mark: Mark) -> bool:
    """Return whether letters have but one place: they are kept there, whatever else stands there."""
    return isinstance(mark, Label) and (mark.turned or mark.within is not None)


def _turn(mark: Mark) -> tuple[int, int]:
    """Return when letters are settled: what cannot move, what names a thing, what may stand along a line."""
    if isinstance(mark, Label):
        return (0, 0) if _fixed(mark) else (1, len(mark.elsewhere))
    return (2, 0)


def edges_of(marks: Sequence[Mark]) -> tuple[NDArray[np.float64], NDArray[np.int_]]:
    """Return the lines that letters keep off, as (x, y, x, y) in an array of shape (lines, 4), and the index of the
    mark that each belongs to."""
    ends: list[tuple[float, float, float, float]] = []
    owners: list[int] = []
    for index, mark in enumerate(marks):
        for points in _lines_of(mark):
            for (x0, y0), (x1, y1) in itertools.pairwise(points):
                ends.append((x0, y0, x1, y1))
                owners.append(index)
    return np.array(ends, dtype=float).reshape(-1, 4), np.array(owners, dtype=int)


class _Edges:
    """The lines of a drawing that letters keep off."""

    def __init__(self, marks: Sequence[Mark]) -> None:
        self._ends, self._owners = edges_of(marks)

    def under(self, standing: Standing, own: int) -> float:
        """Return the length of the lines that run through letters, in mm; those of their own mark do not count."""
        if not len(self._ends):
            return 0.0
        (x, y), (wide, tall) = standing.centre, standing.size
        u, v = wide / 2, tall * BODY
        # Most lines are nowhere near: those are out at once.
        reach = math.hypot(u, v)
        near = (
            (np.minimum(self._ends[:, 0], self._ends[:, 2]) < x + reach)
            & (np.maximum(self._ends[:, 0], self._ends[:, 2]) > x - reach)
            & (np.minimum(self._ends[:, 1], self._ends[:, 3]) < y + reach)
            & (np.maximum(self._ends[:, 1], self._ends[:, 3]) > y - reach)
            & (self._owners != own)
        )
        if not near.any():
            return 0.0
        angle = math.radians(standing.turn)
        cos, sin = math.cos(angle), math.sin(angle)
        return sum(
            _inside(
                (ax - x) * cos + (ay - y) * sin,
                (ay - y) * cos - (ax - x) * sin,
                (bx - x) * cos + (by - y) * sin,
                (by - y) * cos - (bx - x) * sin,
                u,
                v,
            )
            for ax, ay, bx, by in self._ends[near].tolist()
        )


# Many parameters: the ends of a line and a box about the origin, plain numbers for speed.
def _inside(x0: float, y0: float, x1: float, y1: float, u: float, v: float) -> float:
    """Return the length of a line inside the box ±u, ±v (clipped as Liang and Barsky do)."""
    begin, end = 0.0, 1.0
    dx, dy = x1 - x0, y1 - y0
    for p, q in ((-dx, x0 + u), (dx, u - x0), (-dy, y0 + v), (dy, v - y0)):
        if p == 0.0:
            if q < 0.0:
                return 0.0
        elif p < 0.0:
            begin = max(begin, q / p)
        else:
            end = min(end, q / p)
    return max(0.0, end - begin) * math.hypot(dx, dy)


def letter_boxes(drawing: Drawing, size_of: SizeOf) -> list[tuple[float, float, float, float]]:
    """Return (left, top, right, bottom) in mm around each piece of lettering where it stands."""
    boxes = []
    for mark in drawing.marks:
        for _, (x, y), (wide, tall), turn in itertools.islice(standings(mark, size_of), 1):
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


def fitted(text: str, room: float, wide: Callable[[str], float]) -> str:
    """Return as much of a line as is no wider than ``room``, ending in "…" where it was cut."""
    if wide(text) <= room:
        return text
    low, high = 0, len(text)
    while low < high:
        middle = (low + high + 1) // 2
        if wide(text[:middle] + "…") <= room:
            low = middle
        else:
            high = middle - 1
    return text[:low].rstrip() + "…"


def in_lines(text: str, room: float, wide: Callable[[str], float], between: str = PARTED) -> list[str]:
    """Return a text in as many lines as it needs to be no wider than ``room``, parted at what stands ``between`` its
    parts, as usual those of a subtitle; a part that is wider by itself stands in a line of its own."""
    if text and wide(text) <= room:
        return [text]
    lines: list[str] = []
    for part in text.split(between) if text else ():
        longer = f"{lines[-1]}{between}{part}" if lines else part
        if lines and wide(longer) <= room:
            lines[-1] = longer
        else:
            lines.append(part)
    return lines


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
    """Return the lines that letters keep off: walls, edges, dimension lines and what leads to them."""
    if isinstance(mark, Stroke) and mark.pen.weight > EDGE:
        yield (*mark.points, mark.points[0]) if mark.closed else mark.points
    elif isinstance(mark, Area) and mark.pen is not None and mark.pen.weight > EDGE:
        yield (*mark.points, mark.points[0])
    elif isinstance(mark, Dimension):
        a, b = dimension_line(mark)
        yield (mark.start, a, b, mark.end)
