"""Where the letters of a mark may stand: in its own places first, then near them, at last further off on a leader."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.drawing.marks import (
    Dimension,
    Label,
    Mark,
    Pen,
    Point,
    Stroke,
    above_line,
    dimension_line,
    reading_turn,
)

SizeOf = Callable[[str, float, str], tuple[float, float]]

DIMENSION_SIZE = 8.5  # points
ALONG = (0.5, 0.34, 0.66, 0.22, 0.78)  # places of a dimension's figure along its line
BEYOND = (0.5, 0.1, 0.9, -0.5, 1.5)  # … of a line shorter than its figure
LIFTS = (0.55, -0.6, 1.6, -1.6, 2.6, -2.6, -3.8, 3.8, -5.0)  # letters' heights that a figure stands off its line
ASIDE = (0.0, 1.1, -1.1, 2.2, -2.2, 3.3, -3.3, 4.6, -4.6)  # … that one beside its line stands along it
RING = (1.2, 2.4, 3.8, 5.6, 8.0, 11.0)  # … that a label stands off its place where that is taken
ON_A_LEADER = 1.5  # … off which it is led back to by a line
LEADER = 0.5  # points
GAP = 0.35  # of a letter's height between letters and the end of their leader


class Standing(NamedTuple):
    """Letters in one of their places: the marks that draw them there, their middle, their size and their turn."""

    marks: tuple[Mark, ...]
    centre: Point
    size: tuple[float, float]
    turn: float


def standings(mark: Mark, size_of: SizeOf) -> Iterator[Standing]:
    """Yield a mark with letters in each place it may take, the best first; nothing for a mark without letters."""
    if isinstance(mark, Label):
        yield from _of_label(mark, size_of)
    elif isinstance(mark, Dimension) and mark.text:
        yield from _of_dimension(mark, size_of)


def _of_label(mark: Label, size_of: SizeOf) -> Iterator[Standing]:
    size = size_of(mark.text, mark.size, mark.face)
    if mark.within is not None and size[0] > mark.within:
        return
    shift = {"left": size[0] / 2, "middle": 0.0, "right": -size[0] / 2}[mark.anchor]
    turn = -90.0 * mark.turned
    places = (mark.at, *mark.elsewhere)
    for at in places:
        yield Standing((replace(mark, at=at, elsewhere=()),), (at[0] + shift, at[1]), size, turn)
    if mark.turned or mark.within is not None:
        return
    wide, tall = size
    home = (mark.at[0] + shift, mark.at[1])
    for off in RING:
        across = wide / 2 + off * tall
        for dx, dy in (
            (0.0, -off * tall),
            (0.0, off * tall),
            (across, 0.0),
            (-across, 0.0),
            (across, -off * tall),
            (-across, -off * tall),
            (across, off * tall),
            (-across, off * tall),
        ):
            centre = (home[0] + dx, home[1] + dy)
            moved = replace(mark, at=centre, anchor="middle", elsewhere=())
            marks: tuple[Mark, ...] = (moved,)
            if off > ON_A_LEADER:
                marks = (_leader(mark.at, centre, size, mark), moved)
            yield Standing(marks, centre, size, turn)


def _leader(home: Point, centre: Point, size: tuple[float, float], mark: Label | Dimension) -> Stroke:
    """Return the line from letters back to what they are of; it ends beside the letters."""
    (x, y), (wide, tall) = centre, size
    dx, dy = home[0] - x, home[1] - y
    far = max(abs(dx) / (wide / 2 + GAP * tall), abs(dy) / (tall / 2 + GAP * tall / 2), 1e-9)
    end = (x + dx / far, y + dy / far) if far > 1.0 else home
    return Stroke((home, end), Pen(mark.colour, LEADER), about=mark.about)


def _of_dimension(mark: Dimension, size_of: SizeOf) -> Iterator[Standing]:
    size = size_of(mark.text, DIMENSION_SIZE * mark.small, "text")
    a, b = dimension_line(mark)
    long = math.dist(a, b)
    if mark.beside:
        yield _beside(mark, a, b, size)
        yield from _level(mark, a, b, size)
        yield from _led(mark, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), size)
        return
    upright = abs(b[1] - a[1]) > abs(b[0] - a[0])
    settled = mark.share not in (0.5,) or mark.lift != LIFTS[0]  # it has its place already
    if upright and long < size[0] + size[1] and not settled:
        yield from _level(mark, a, b, size)
    shares = (mark.share, *(ALONG if long > size[0] + 0.4 * size[1] else BEYOND))
    for lift in (mark.lift, *LIFTS):
        for share in shares:
            placed = replace(mark, share=share, lift=lift, slides=False)
            yield Standing((placed,), figure_place(placed, size[1] * lift), size, reading_turn(a, b))
    yield from _led(mark, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), size)


def _led(mark: Dimension, middle: Point, size: tuple[float, float]) -> Iterator[Standing]:
    """Yield the figure written level round the middle of its line, on a leader."""
    bare = replace(mark, text="", slides=False, beside=False)
    wide, tall = size
    for off in RING[1:]:
        for across in (0.0, 0.6, -0.6, 1.1, -1.1):
            for way in (1.0, -1.0):
                centre = (middle[0] + across * wide, middle[1] + way * off * tall)
                label = Label(centre, mark.text, DIMENSION_SIZE * mark.small, mark.colour, about=mark.about)
                yield Standing((bare, _leader(middle, centre, size, mark), label), centre, size, 0.0)


def _beside(mark: Dimension, a: Point, b: Point, size: tuple[float, float]) -> Standing:
    middle, right = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), a[0] >= mark.start[0]
    away = (size[0] / 2 + size[1] / 3) * (1 if right else -1)
    return Standing((mark,), (middle[0] + away, middle[1]), size, 0.0)


def _level(mark: Dimension, a: Point, b: Point, size: tuple[float, float]) -> Iterator[Standing]:
    """Yield the figure written level at the far side of its line, further along it on a leader."""
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    hand = 1.0 if a[0] >= mark.start[0] else -1.0
    wide, tall = size
    bare = replace(mark, text="", slides=False, beside=False)
    for out in (0.5, 2.5):
        for off in ASIDE:
            centre = (middle[0] + hand * (wide / 2 + out * tall), middle[1] + off * tall)
            label = Label(centre, mark.text, DIMENSION_SIZE * mark.small, mark.colour, about=mark.about)
            led = (_leader(middle, centre, size, mark),) if off or out > 1.0 else ()
            yield Standing((bare, *led, label), centre, size, 0.0)


def figure_place(mark: Dimension, lift: float) -> Point:
    """Return the middle of a dimension's figure, lifted off its line."""
    a, b = dimension_line(mark)
    x, y = above_line(a, b, lift)
    off = mark.share - 0.5
    return (x + (b[0] - a[0]) * off, y + (b[1] - a[1]) * off)
