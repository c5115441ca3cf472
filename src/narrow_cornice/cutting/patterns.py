"""The best way to fill a bar: a bounded knapsack over whole steps of length, for every capacity at once.

Lengths are taken in whole steps (the largest that divides them all, as long as a bar has not too many of them). Where
they do not divide, pieces are rounded up and bars down for what is cut, and the other way round for what is proven.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

import msgspec
import numpy as np
from numpy.typing import NDArray

FINEST = 0.01  # mm
MOST_STEPS = 50_000  # of the longest bar


class Steps(msgspec.Struct, frozen=True, eq=False):
    """Pieces and bars in whole steps, each with the kerf added: n pieces fit where their steps do.

    ``low`` and ``high`` are the pieces rounded down and up, ``room`` and ``ample`` the bars rounded down and up; the
    same where lengths are whole steps (``exact``).
    """

    low: tuple[int, ...]
    high: tuple[int, ...]
    room: tuple[int, ...]
    ample: tuple[int, ...]
    exact: bool


def in_steps(pieces: Sequence[float], bars: Sequence[float], kerf: float) -> Steps:
    """Return lengths as whole steps."""
    fine = [round((length + kerf) / FINEST) for length in pieces]
    whole = [round((length + kerf) / FINEST) for length in bars]
    step = math.gcd(*fine, *whole) if fine else 1
    longest = max(whole, default=1)
    if longest / step <= MOST_STEPS:
        small, large = tuple(one // step for one in fine), tuple(one // step for one in whole)
        return Steps(small, small, large, large, True)
    step = math.ceil(longest / MOST_STEPS)
    return Steps(
        tuple(one // step for one in fine),
        tuple(-(-one // step) for one in fine),
        tuple(one // step for one in whole),
        tuple(-(-one // step) for one in whole),
        False,
    )


def best_values(
    sizes: Sequence[int], most: Sequence[int], values: NDArray[np.float64], capacity: int
) -> NDArray[np.float64]:
    """Return the best value of pieces that fit into 0 … ``capacity`` steps, at most ``most`` of each."""
    return _filled(sizes, most, values, capacity, keep=False)[0]


def best_pattern(
    sizes: Sequence[int], most: Sequence[int], values: NDArray[np.float64], capacities: Sequence[int]
) -> list[tuple[float, NDArray[np.int_]]]:
    """Return for each capacity the best value and how many of each piece make it."""
    best, parts, taken = _filled(sizes, most, values, max(capacities), keep=True)
    made = []
    for capacity in capacities:
        counts = np.zeros(len(sizes), dtype=int)
        left = capacity
        for row in range(len(parts) - 1, -1, -1):
            index, many, size = parts[row]
            if taken[row][left]:
                counts[index] += many
                left -= size
        made.append((float(best[capacity]), counts))
    return made


def _filled(
    sizes: Sequence[int], most: Sequence[int], values: NDArray[np.float64], capacity: int, *, keep: bool
) -> tuple[NDArray[np.float64], list[tuple[int, int, int]], list[NDArray[np.bool_]]]:
    """Return the values over the capacities; pieces wanted more than once go in as 1, 2, 4 … of them together."""
    best = np.zeros(capacity + 1)
    parts: list[tuple[int, int, int]] = []
    taken: list[NDArray[np.bool_]] = []
    for index, size in enumerate(sizes):
        if values[index] <= 1e-12 or size > capacity or most[index] <= 0:
            continue
        for many, wide in bundles(size, most[index], capacity):
            tried = best[: capacity + 1 - wide] + values[index] * many
            better = tried > best[wide:] + 1e-12
            if keep:
                flags = np.zeros(capacity + 1, dtype=bool)
                flags[wide:] = better
                parts.append((index, many, wide))
                taken.append(flags)
            np.maximum(best[wide:], tried, out=best[wide:])
    return best, parts, taken


def bundles(size: int, most: int, capacity: int) -> Iterator[tuple[int, int]]:
    """Yield 1, 2, 4 … pieces of a size together, with the steps they take: every number that fits is a sum of some."""
    left, many = min(most, capacity // max(1, size)), 1
    while left > 0:
        many = min(many, left)
        yield many, size * many
        left -= many
        many *= 2
