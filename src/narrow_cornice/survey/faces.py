"""Rectangles on the face of a wall: areas of unions, exactly and without counting anything twice.

A face has u along the wall from its left end as seen from inside, and v up from the floor, in mm.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence
from typing import NamedTuple


class Rect(NamedTuple):
    """A rectangle u0 … u1 by v0 … v1 on a face, in mm."""

    u0: float
    v0: float
    u1: float
    v1: float

    @property
    def wide(self) -> float:
        """Return how wide it is in mm."""
        return self.u1 - self.u0

    @property
    def tall(self) -> float:
        """Return how high it is in mm."""
        return self.v1 - self.v0

    @property
    def area(self) -> float:
        """Return the area in mm², nought for an empty rectangle."""
        return max(0.0, self.u1 - self.u0) * max(0.0, self.v1 - self.v0)

    def within(self, other: Rect) -> Rect:
        """Return the common part, which may be empty (then its area is nought)."""
        return Rect(max(self.u0, other.u0), max(self.v0, other.v0), min(self.u1, other.u1), min(self.v1, other.v1))


def union_area(rects: Iterable[Rect]) -> float:
    """Return the area in mm² covered by at least one of the rectangles (sweep over the u edges)."""
    waiting = sorted((rect for rect in rects if rect.area > 0), reverse=True)  # the leftmost at the end
    edges = sorted({edge for rect in waiting for edge in (rect.u0, rect.u1)})
    area = 0.0
    there: list[Rect] = []  # those that the strip of the sweep goes through
    for left, right in itertools.pairwise(edges):
        there = [rect for rect in there if rect.u1 >= right]
        while waiting and waiting[-1].u0 <= left:
            there.append(waiting.pop())
        spans = sorted((rect.v0, rect.v1) for rect in there)
        height, top = 0.0, float("-inf")
        for low, high in spans:
            height += max(0.0, high - max(low, top))
            top = max(top, high)
        area += height * (right - left)
    return area


def room_beside(length: float, taken: Sequence[tuple[float, float]], wide: float, clear: float) -> tuple[float, float]:
    """Return where something ``wide`` mm begins on a wall of a length clear of the stretches that are taken, and how
    wide it may be: in the first free stretch that holds it with ``clear`` mm at both sides, set back twice that where
    there is room, else in the middle of the widest, made narrower if need be (never under ``clear``)."""
    free, end = [], 0.0
    for start, over in [*sorted(taken), (length, length)]:
        if min(start, length) > end:
            free.append((end, min(start, length)))
        end = max(end, over)
    for start, over in free:
        if over - start >= wide + 2 * clear:
            return start + min(2 * clear, (over - start - wide) / 2), wide
    start, over = max(free, key=lambda one: one[1] - one[0], default=(length / 2, length / 2))
    held = max(clear, min(wide, over - start - 2 * clear))
    return max(0.0, (start + over - held) / 2), held
