"""The relaxed cutting problem by column generation, with a bound that holds however early it is stopped.

Gilmore & Gomory, *A Linear Programming Approach to the Cutting-Stock Problem* (1961, 1963): each way to fill a bar is a
column; a linear programme (HiGHS, through SciPy) chooses how many bars are filled each way, its dual prices say what a
piece is worth, and the knapsack finds the filling worth most. No filling worth more than its bar costs: the relaxation
is solved. The bound is that of the dual prices made feasible (Farley, 1990; with limited stock by its own duals).
"""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from functools import cache
from typing import Any

import msgspec
import numpy as np
from numpy.typing import NDArray

from narrow_cornice.cutting.patterns import Steps, best_pattern, best_values

Counts = NDArray[np.int_]
GAIN = 1e-7  # a filling must be worth more than its bar by this share of the price to be taken up
ROUNDS = 400
FURTHER = 3  # fillings taken up beside the best, from what the best leaves; more of them for more sizes
STEADY = 0.75  # how near to the best prices so far the next ones are tried
CLOSE = 2e-4  # bound and price nearer together than this share leave nothing worth waiting for


@cache
def solver_ready() -> None:
    """Load the solver, so that no search pays for it with its time: as much as all an everyday job takes."""
    from scipy.optimize import Bounds, linprog, milp

    linprog([1.0], A_ub=[[-1.0]], b_ub=[-1.0], method="highs")
    milp([1.0], bounds=Bounds(1.0, 2.0), integrality=[1])


class Problem(msgspec.Struct, frozen=True, eq=False):
    """Sizes wanted, in whole steps, with how many of each; and bars with price and count (inf: as many as wanted)."""

    steps: Steps
    demand: Counts
    prices: NDArray[np.float64]
    counts: NDArray[np.float64]


class Pool:
    """The fillings found so far, each once: the kind of bar and how many of each size."""

    def __init__(self, sizes: int) -> None:
        self.sizes = sizes
        self.kinds: list[int] = []
        self.fillings: list[Counts] = []
        self._known: set[tuple[int, bytes]] = set()

    def add(self, kind: int, filling: Counts) -> bool:
        """Take a filling up; returns whether it is new."""
        key = (kind, filling.tobytes())
        if key in self._known or not filling.any():
            return False
        self._known.add(key)
        self.kinds.append(kind)
        self.fillings.append(filling)
        return True

    def matrix(self) -> NDArray[np.float64]:
        """Return the fillings as columns."""
        if not self.fillings:
            return np.zeros((self.sizes, 0))
        made: NDArray[np.float64] = np.array(self.fillings, dtype=float).T
        return made


class Relaxed(msgspec.Struct, frozen=True, eq=False):
    """The relaxed plan: how many bars of each filling of the pool, its price, and the bound proven."""

    amounts: NDArray[np.float64]
    price: float
    bound: float
    short: bool  # whether the stock does not cover the pieces even so
    worth: NDArray[np.float64]  # what a piece of each size is worth by the prices that prove the bound
    scarce: NDArray[np.float64]  # what a bar of each kind is worth beyond its price


def relaxed(
    problem: Problem,
    pool: Pool,
    demand: Counts,
    left: NDArray[np.float64],
    deadline: float,
    stopped: Callable[[], bool],
    *,
    rounds: int = ROUNDS,
    good_enough: float = np.inf,
) -> Relaxed:
    """Return the relaxed plan for what is still wanted (``demand``) from the stock ``left``.

    Fillings found go into the pool. It ends early when the bound is ``good_enough``, at the deadline, or when stopped.
    """
    wanted = np.flatnonzero(demand)
    dear = 1000.0 * float(problem.prices.max()) + 1.0
    found: tuple[NDArray[np.float64], float, NDArray[np.float64], NDArray[np.float64]] | None = None
    best, begun = _fillings(problem, demand, left, _by_length(problem, left), np.zeros(len(problem.prices)))
    for kind, filling in begun:
        pool.add(kind, filling)
    for _ in range(rounds):
        found = _chosen(problem, pool, demand, left, wanted, dear)
        amounts, price, worth, scarce = found
        added = 0
        # Prices near the best proven ones swing less than the programme's own (Wentges 1997); where they find nothing
        # that the programme would take, its own are asked.
        for near in (STEADY, 0.0):
            between = near * best[1] + (1.0 - near) * worth
            proven, fresh = _fillings(problem, demand, left, between, near * best[2] + (1.0 - near) * scarce)
            best = max(best, proven, key=lambda one: one[0])
            for kind, filling in fresh:
                if filling @ worth > problem.prices[kind] + scarce[kind] + GAIN * max(1.0, problem.prices[kind]):
                    added += pool.add(kind, filling)
            if added:
                break
        if price < dear / 2 and _settled(problem, best[0], price):
            break
        if not added or best[0] >= good_enough or time.monotonic() > deadline or stopped():
            break
    assert found is not None
    amounts, price, _, _ = found
    grown = np.zeros(len(pool.kinds))
    grown[: len(amounts)] = amounts
    return Relaxed(grown, price, min(best[0], price), price >= dear / 2, best[1], best[2])


def _by_length(problem: Problem, left: NDArray[np.float64]) -> NDArray[np.float64]:
    """Return what pieces are worth by their length alone, at the cheapest bar of which there are enough."""
    enough = np.flatnonzero(np.isinf(left))
    rate = min((problem.prices[kind] / problem.steps.ample[kind] for kind in enough), default=0.0)
    made: NDArray[np.float64] = np.array(problem.steps.low, dtype=float) * rate
    return made


def _settled(problem: Problem, bound: float, price: float) -> bool:
    """Return whether nothing worth waiting for lies between bound and price: of bars that all cost the same no whole
    number, else next to nothing."""
    one = float(problem.prices[0])
    if len(problem.prices) > 1 or one <= 0:
        return price - bound < CLOSE * price
    return bool(np.ceil(bound / one - 1e-7) >= np.ceil(price / one - 1e-7))


def bars_used(kinds: Counts, limited: Counts) -> Any:
    """Return the sparse rows that count how many bars of each limited kind fillings of these kinds use."""
    from scipy.sparse import csc_matrix

    return csc_matrix((kinds[None, :] == limited[:, None]).astype(float))


def _chosen(
    problem: Problem, pool: Pool, demand: Counts, left: NDArray[np.float64], wanted: Counts, dear: float
) -> tuple[NDArray[np.float64], float, NDArray[np.float64], NDArray[np.float64]]:
    """Return how many bars of each filling, their price, what each size is worth, and what scarce stock is worth."""
    from scipy.optimize import linprog
    from scipy.sparse import csc_matrix, eye, hstack, vstack

    kinds = np.array(pool.kinds, dtype=int)
    cover = csc_matrix(pool.matrix()[wanted])
    limited = np.flatnonzero(np.isfinite(left))
    costs = np.concatenate((problem.prices[kinds], np.full(len(wanted), dear)))
    rows = hstack((-cover, -eye(len(wanted))))
    limits = -demand[wanted].astype(float)
    if len(limited):
        rows = vstack((rows, hstack((bars_used(kinds, limited), csc_matrix((len(limited), len(wanted)))))))
        limits = np.concatenate((limits, left[limited]))
    answer = linprog(costs, A_ub=rows.tocsc(), b_ub=limits, bounds=(0, None), method="highs")
    worth = np.zeros(len(demand))
    worth[wanted] = np.maximum(0.0, -answer.ineqlin.marginals[: len(wanted)])
    scarce = np.zeros(len(problem.prices))
    scarce[limited] = np.maximum(0.0, -answer.ineqlin.marginals[len(wanted) :])
    return answer.x[: len(kinds)], float(answer.fun), worth, scarce


def _fillings(
    problem: Problem,
    demand: Counts,
    left: NDArray[np.float64],
    worth: NDArray[np.float64],
    scarce: NDArray[np.float64],
) -> tuple[tuple[float, NDArray[np.float64], NDArray[np.float64]], list[tuple[int, Counts]]]:
    """Return the bound that the prices prove with those prices, and fillings worth about their bars or more."""
    steps, prices = problem.steps, problem.prices
    there = [kind for kind in range(len(prices)) if left[kind] > 0]
    patterns = best_pattern(steps.high, demand.tolist(), worth, [steps.room[kind] for kind in there])
    if steps.exact:
        most = {kind: value for kind, (value, _) in zip(there, patterns, strict=True)}
    else:
        values = best_values(steps.low, demand.tolist(), worth, max(steps.ample[kind] for kind in there))
        most = {kind: float(values[steps.ample[kind]]) for kind in there}
    fresh = []
    for kind, (value, filling) in zip(there, patterns, strict=True):
        if value <= (prices[kind] + scarce[kind]) * 0.95:
            continue
        fresh.append((kind, filling))
        rest, more = demand, filling
        for _ in range(FURTHER + len(demand) // 30):
            rest = rest - np.minimum(rest, more)
            if not (rest * worth).any():
                break
            ((value, more),) = best_pattern(steps.high, rest.tolist(), worth, [steps.room[kind]])
            if value <= (prices[kind] + scarce[kind]) * 0.95:
                break
            fresh.append((kind, more))
    return _proven(prices, left, demand, worth, most), fresh


def _proven(
    prices: NDArray[np.float64],
    left: NDArray[np.float64],
    demand: Counts,
    worth: NDArray[np.float64],
    most: dict[int, float],
) -> tuple[float, NDArray[np.float64], NDArray[np.float64]]:
    """Return the bound with the prices that prove it.

    The prices of the pieces are shrunk until no bar of which there are enough holds more than it costs; what they are
    worth in scarce bars beyond these bars' price is taken off.
    """
    shrink = (
        max(
            (most[kind] / prices[kind] if prices[kind] > 0 else np.inf) if most[kind] > 0 else 0.0
            for kind in most
            if np.isinf(left[kind])
        )
        if any(np.isinf(left[kind]) for kind in most)
        else 0.0
    )
    scale = 1.0 / max(1.0, shrink)
    scarce = np.zeros(len(prices))
    for kind in most:
        if np.isfinite(left[kind]):
            scarce[kind] = max(0.0, most[kind] * scale - prices[kind])
    limited = np.isfinite(left)
    beyond = float(left[limited] @ scarce[limited])
    return float(scale * (worth @ demand) - beyond), worth * scale, scarce


def whole_bars(bound: float, problem: Problem) -> float:
    """Return the least price of whole bars that is not under a bound and whose bars are long enough for the pieces."""
    prices, counts, slack = problem.prices, problem.counts, 1e-7 * max(1.0, bound)
    need = float(np.array(problem.steps.low) @ problem.demand)
    room = np.array(problem.steps.ample, dtype=float)
    if len(prices) == 1:
        price = float(prices[0])
        bars = max(np.ceil(need / room[0] - 1e-9), np.ceil((bound - slack) / price) if price > 0 else 0.0)
        return max(bound, float(bars) * price)
    from scipy.optimize import Bounds, LinearConstraint, milp

    scale = float(prices.max()) or 1.0
    answer = milp(
        prices / scale,
        integrality=np.ones(len(prices)),
        bounds=Bounds(0, np.where(np.isfinite(counts), counts, np.inf)),
        constraints=[
            LinearConstraint(prices / scale, (bound - slack) / scale, np.inf),
            LinearConstraint(room / room.max(), need / room.max() - 1e-9, np.inf),
        ],
        options={"time_limit": 1.0, "mip_rel_gap": 0.0},
    )
    proven = answer.mip_dual_bound if answer.mip_dual_bound is not None else None
    if answer.x is not None and answer.status == 0:
        return max(bound, float(np.round(answer.x) @ prices) - slack)
    return max(bound, float(proven) * scale - slack) if proven is not None else bound


def sizes_of(pieces: Sequence[float]) -> tuple[list[float], list[list[int]]]:
    """Return the different lengths, longest first, with the pieces of each."""
    by_length: dict[float, list[int]] = {}
    for index, length in enumerate(pieces):
        by_length.setdefault(round(length, 2), []).append(index)
    sizes = sorted(by_length, reverse=True)
    return sizes, [by_length[size] for size in sizes]
