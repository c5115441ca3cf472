"""Pictures on a wall: how a group is arranged, where it hangs, its hooks (pictures, screens, furniture).

A group over furniture is 60–75 % of its width and 150–250 mm above it; where nothing stands below its middle is at eye
height. A hook sits below the frame's top by the wire's slack; two hooks, a third of the width in from each side, over
8 kg or 600 mm; hangers are rated four times the weight, and go into structure over 10 kg.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal, NamedTuple, get_args

from narrow_cornice.features.region import Box

Arranged = Literal["row", "column", "grid", "ledges", "salon"]
ARRANGED: tuple[Arranged, ...] = get_args(Arranged)
Size = tuple[float, float]
TWO_HOOKS_KG, TWO_HOOKS_WIDE = 8.0, 600.0
RATED = 4.0
MOST_PARTED = 18  # pictures up to which rows are parted exactly


class Group(NamedTuple):
    """A group as it is arranged: the box of each picture in mm from the group's lower left corner, how wide and tall
    the group is, and the heights of ledges pictures stand on."""

    boxes: tuple[Box, ...]
    wide: float
    tall: float
    ledges: tuple[float, ...] = ()


class Hook(NamedTuple):
    """A point to hang from, in mm from the frame's lower left corner."""

    x: float
    y: float


def arranged(sizes: Sequence[Size], how: Arranged, gap: float, columns: int | None = None) -> Group:
    """Return pictures of some sizes arranged with equal gaps; ``columns`` are those of a grid, or how many stand on a
    ledge, None for as many as come nearest to a square."""
    if not sizes:
        return Group((), 0.0, 0.0)
    if how == "row":
        return _grown([_row(sizes, gap, level="middle")], gap)
    if how == "column":
        return _grown([_row([size], gap, level="middle") for size in reversed(sizes)], gap)
    many = columns or max(1, round(math.sqrt(len(sizes))))
    if how == "grid":
        return _grid(sizes, gap, many)
    if how == "ledges":
        rows = [sizes[n : n + many] for n in range(0, len(sizes), many)]
        made = _grown([_row(row, gap, level="bottom") for row in reversed(rows)], gap)
        feet = sorted({round(box[1], 6) for box in made.boxes})
        return made._replace(ledges=tuple(feet))
    return _salon(sizes, gap)


def _row(sizes: Sequence[Size], gap: float, level: Literal["middle", "bottom", "top"]) -> list[Box]:
    """Return a row from nought, its pictures level at their middles, their lower or their upper edges."""
    tall, at, made = max(size[1] for size in sizes), 0.0, []
    for wide, high in sizes:
        low = {"middle": (tall - high) / 2, "bottom": 0.0, "top": tall - high}[level]
        made.append((at, low, at + wide, low + high))
        at += wide + gap
    return made


def _grown(rows: Sequence[Sequence[Box]], gap: float) -> Group:
    """Return rows one over the other from the lowest, each in the middle of the widest."""
    wide = max(row[-1][2] for row in rows)
    made: list[Box] = []
    at = 0.0
    for row in rows:
        aside = (wide - row[-1][2]) / 2
        made += [(a + aside, b + at, c + aside, d + at) for a, b, c, d in row]
        at += max(box[3] for box in row) + gap
    order = made if len(rows) == 1 else [box for row in reversed(_parts(made, [len(r) for r in rows])) for box in row]
    return Group(tuple(order), wide, at - gap)


def _parts(boxes: Sequence[Box], counts: Sequence[int]) -> list[Sequence[Box]]:
    made, at = [], 0
    for many in counts:
        made.append(boxes[at : at + many])
        at += many
    return made


def _grid(sizes: Sequence[Size], gap: float, columns: int) -> Group:
    """Return a grid, each picture in the middle of its cell, columns and rows as wide and tall as their largest."""
    rows = math.ceil(len(sizes) / columns)
    wides = [max(size[0] for size in sizes[n::columns]) for n in range(min(columns, len(sizes)))]
    talls = [max(size[1] for size in sizes[row * columns : (row + 1) * columns]) for row in range(rows)]
    tall = sum(talls) + gap * (rows - 1)
    made = []
    for number, (wide, high) in enumerate(sizes):
        row, column = divmod(number, columns)
        left = sum(wides[:column]) + gap * column + (wides[column] - wide) / 2
        top = tall - sum(talls[:row]) - gap * row - (talls[row] - high) / 2
        made.append((left, top - high, left + wide, top))
    return Group(tuple(made), sum(wides) + gap * (len(wides) - 1), tall)


def _salon(sizes: Sequence[Size], gap: float) -> Group:
    """Return pictures round a middle line: two rows whose widths differ as little as can be, the upper ones standing on
    the line, the lower ones hanging from it, the largest in the middle of each."""
    upper = _balanced([wide + gap for wide, _ in sizes])
    rows = []
    for numbers in (upper, [n for n in range(len(sizes)) if n not in upper]):
        ranked = sorted(numbers, key=lambda n: -sizes[n][0] * sizes[n][1])
        rows.append([*ranked[1::2][::-1], *ranked[::2]])  # the largest in the middle, falling to both sides
    above = _row([sizes[n] for n in rows[0]], gap, level="bottom")
    below = _row([sizes[n] for n in rows[1]], gap, level="top") if rows[1] else []
    wide = max(row[-1][2] for row in (above, below) if row)
    low = max((box[3] for box in below), default=0.0)
    boxes: dict[int, Box] = {}
    for numbers, row, up in ((rows[0], above, low + gap if below else 0.0), (rows[1], below, 0.0)):
        aside = (wide - row[-1][2]) / 2 if row else 0.0
        for n, (a, b, c, d) in zip(numbers, row, strict=True):
            boxes[n] = (a + aside, b + up, c + aside, d + up)
    tall = max(box[3] for box in boxes.values())
    return Group(tuple(boxes[n] for n in range(len(sizes))), wide, tall)


def _balanced(widths: Sequence[float]) -> list[int]:
    """Return which widths make up as nearly half of all as can be: exactly for a few, else the widest in turn."""
    whole = sum(widths)
    if len(widths) > MOST_PARTED:
        order = sorted(range(len(widths)), key=lambda n: -widths[n])
        return sorted(order[::2])
    best: tuple[float, list[int]] = (math.inf, [])
    for chosen in range(1, 1 << len(widths)):
        numbers = [n for n in range(len(widths)) if chosen >> n & 1]
        off = abs(2 * sum(widths[n] for n in numbers) - whole)
        if off < best[0] - 1e-9:
            best = (off, numbers)
    return best[1]


def hooks(width: float, height: float, below_top: float, weight: float) -> tuple[Hook, ...]:
    """Return the points to hang a frame from: one in its middle, or two a third of its width in from each side where it
    is over 8 kg or 600 mm wide; ``below_top`` is how far its fitting sits under its upper edge when it hangs."""
    y = height - below_top
    if weight > TWO_HOOKS_KG or width > TWO_HOOKS_WIDE:
        return Hook(width / 3, y), Hook(width * 2 / 3, y)
    return (Hook(width / 2, y),)


def hanger_rating(weight: float, points: int) -> float:
    """Return what each hanger is rated for at least, in kg: four times what hangs on it."""
    return RATED * weight / max(1, points)
