"""Every filling that a cheaper plan could use, so that choosing among them proves the best.

By the relaxation's prices a plan costs at least its bound and what each of its fillings is worth less than its bar
costs (its reduced cost). So a plan cheaper than the best known has no filling whose reduced cost is more than best less
bound (reduced cost fixing, Nemhauser & Wolsey, *Integer and Combinatorial Optimization*, II.5): mostly few are left.
"""

from __future__ import annotations

import time
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from narrow_cornice.cutting.patterns import bundles
from narrow_cornice.cutting.relaxation import Counts, Problem

MOST_FILLINGS = 3_000
MOST_LOOKS = 600_000
MOST_CELLS = 30_000_000


def every_filling(
    problem: Problem,
    worth: NDArray[np.float64],
    scarce: NDArray[np.float64],
    gap: float,
    deadline: float,
    stopped: Callable[[], bool],
) -> list[tuple[int, Counts]] | None:
    """Return all fillings whose reduced cost is at most ``gap`` and to which nothing can be added.

    None where there are too many of them, or lengths are no whole steps.
    """
    steps, demand = problem.steps, problem.demand
    order = [int(row) for row in np.argsort(-np.array(steps.high)) if demand[row] > 0]
    capacity = max(steps.room)
    if not steps.exact or (len(order) + 1) * (capacity + 1) > MOST_CELLS:
        return None
    after = _best_after(problem, worth, order, capacity)
    smallest = [capacity + 1]
    for row in reversed(order):
        smallest.insert(0, min(smallest[0], steps.high[row]))
    found: list[tuple[int, Counts]] = []
    looks = 0
    for kind, room in enumerate(steps.room):
        least = float(problem.prices[kind] + scarce[kind] - gap - 1e-9)
        # Depth first over the sizes from the longest: how many of each, as long as the rest can still be worth enough.
        waiting: list[tuple[int, int, float, tuple[int, ...]]] = [(0, room, 0.0, ())]
        while waiting:
            place, left, value, held = waiting.pop()
            looks += 1
            if looks > MOST_LOOKS or (looks % 4096 == 0 and (stopped() or time.monotonic() > deadline)):
                return None
            if place == len(order) or left < smallest[place]:
                counts = np.zeros(len(demand), dtype=int)
                counts[list(order[: len(held)])] = held
                if value >= least and _full(steps.high, demand, counts, left):
                    found.append((kind, counts))
                    if len(found) > MOST_FILLINGS:
                        return None
                continue
            row = order[place]
            size = steps.high[row]
            for many in range(min(int(demand[row]), left // size) + 1):
                rest = left - many * size
                worth_so_far = value + many * float(worth[row])
                if worth_so_far + after[place + 1][rest] >= least:
                    waiting.append((place + 1, rest, worth_so_far, (*held, many)))
    return found


def _best_after(
    problem: Problem, worth: NDArray[np.float64], order: list[int], capacity: int
) -> list[NDArray[np.float64]]:
    """Return for each place in the order the best value of the sizes from there on, over all capacities."""
    best = [np.zeros(capacity + 1)]
    for row in reversed(order):
        now = best[-1].copy()
        for many, wide in bundles(problem.steps.high[row], int(problem.demand[row]), capacity):
            now[wide:] = np.maximum(now[wide:], now[: capacity + 1 - wide] + worth[row] * many)
        best.append(now)
    return best[::-1]


def _full(sizes: tuple[int, ...], demand: Counts, counts: Counts, left: int) -> bool:
    """Return whether nothing that is wanted can be added."""
    return all(size > left or counts[row] >= demand[row] for row, size in enumerate(sizes))
