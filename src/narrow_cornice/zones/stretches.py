"""Stretches of wall that nothing takes, the largest first, and corners too small for anything but a ledge."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import NamedTuple

LEAST = 300.0  # mm, below which a stretch is of no use
DEAD_LEAST, DEAD_MOST = 200.0, 650.0  # mm on both walls of a dead corner


class Stretch(NamedTuple):
    """A stretch of a wall, by the wall's number, from and to along it (mm from its left end)."""

    wall: int
    start: float
    end: float

    @property
    def long(self) -> float:
        """Return how long it is."""
        return self.end - self.start


class DeadCorner(NamedTuple):
    """A corner with a little free wall on both sides: the number of the wall to its left and that to its right as one
    faces it, and how much of each is free."""

    left: int
    right: int
    on_left: float
    on_right: float


def free_of(wall: int, long: float, taken: Iterable[tuple[float, float]]) -> list[Stretch]:
    """Return the stretches of a wall that nothing takes, from its left end on."""
    made, at = [], 0.0
    for begin, end in sorted(taken):
        if min(begin, long) - at > 0.5:
            made.append(Stretch(wall, at, min(begin, long)))
        at = max(at, end)
    if long - at > 0.5:
        made.append(Stretch(wall, at, long))
    return made


def largest(stretches: Iterable[Stretch]) -> list[Stretch]:
    """Return the stretches that are of use, the longest first."""
    return sorted((one for one in stretches if one.long >= LEAST), key=lambda one: (-one.long, one.wall, one.start))


def dead_corners(
    free: Sequence[Sequence[Stretch]], lengths: Sequence[float], square: Sequence[bool]
) -> list[DeadCorner]:
    """Return the dead corners: ``free`` are the stretches of each wall, ``square`` whether the corner at each wall's
    right end turns in about squarely. Walls follow one another as one turns to the right."""
    made = []
    for wall, stretches in enumerate(free):
        if not square[wall] or not stretches or not free[(wall + 1) % len(free)]:
            continue
        last, first = stretches[-1], free[(wall + 1) % len(free)][0]
        if last.end < lengths[wall] - 1.0 or first.start > 1.0:
            continue
        if all(DEAD_LEAST <= one.long <= DEAD_MOST for one in (last, first)):
            made.append(DeadCorner(wall, (wall + 1) % len(free), last.long, first.long))
    return made
