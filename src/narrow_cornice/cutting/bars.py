"""Lengths to buy: the cheapest bars for a list of pieces, with the proven bound beside the answer.

The relaxation (see ``relaxation``) gives the bound, sharpened by whole bars. Whole plans come from diving into it
(whole bars are taken, the rest is relaxed again) and from choosing whole bars among fillings (HiGHS): those found, or
every one that a cheaper plan could use, which proves the best. The best so far is told whenever there is a better one
and is what is returned at the end of the time or when stopped.
"""

from __future__ import annotations

import random
import time
from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray

from narrow_cornice.cutting.every_filling import every_filling
from narrow_cornice.cutting.first_fit import as_bar, first_fit, in_cheapest
from narrow_cornice.cutting.patterns import best_pattern, in_steps
from narrow_cornice.cutting.plans import BarKind, CutBar, CutPlan, CuttingError, broken_rule, checked, price_of
from narrow_cornice.cutting.relaxation import (
    Counts,
    Pool,
    Problem,
    Relaxed,
    bars_used,
    relaxed,
    sizes_of,
    solver_ready,
    whole_bars,
)

SAME = 1e-6  # of the price: what is cheaper by less is not cheaper
DIVES = 400
LEANS = (1.0, 1.03, 1.1)  # how much more a long piece counts than its length when bars are filled one by one
BARS_AT_A_TIME = 14  # one bar in so many of what is left is taken before the rest is relaxed again
ROOT_SHARE = 0.5  # of the time that the first relaxation may take
EVERYDAY, SOON = 40, 0.7  # so many pieces are an everyday job, whose good plan is not waited for longer than this, …
SOON_SHARE = 0.1  # … or than this share of the time there is
Told = Callable[[CutPlan], None]


def cut_plan(
    pieces: Sequence[float],
    stock: Sequence[BarKind],
    kerf: float,
    seconds: float = 10.0,
    told: Told | None = None,
    stopped: Callable[[], bool] = lambda: False,
) -> CutPlan:
    """Return the cheapest plan found in ``seconds`` with its bound. ``told`` hears of every better one.

    Lengths are in mm and read to a hundredth. Raises CuttingError for pieces that cannot be cut from this stock.
    """
    checked(pieces, stock, kerf)
    solver_ready()
    return _Search(pieces, stock, kerf, seconds, told, stopped).run()


class _Search:
    """One search: the problem, the fillings found, the best plan and the bound so far."""

    def __init__(
        self,
        pieces: Sequence[float],
        stock: Sequence[BarKind],
        kerf: float,
        seconds: float,
        told: Told | None,
        stopped: Callable[[], bool],
    ) -> None:
        self.begin = time.monotonic()
        self.deadline = self.begin + seconds
        self.soon = self.begin + max(SOON, SOON_SHARE * seconds) if len(pieces) <= EVERYDAY else self.deadline
        self.pieces, self.kerf, self.told, self.stopped = list(pieces), kerf, told, stopped
        self.kinds = [number for number, one in enumerate(stock) if one.count != 0]
        self.stock = [stock[number] for number in self.kinds]
        self.sizes, self.members = sizes_of(pieces)
        self.problem = Problem(
            in_steps(self.sizes, [one.length for one in self.stock], kerf),
            np.array([len(one) for one in self.members], dtype=int),
            np.array([one.price for one in self.stock], dtype=float),
            np.array([np.inf if one.count is None else one.count for one in self.stock], dtype=float),
        )
        self.pool = Pool(len(self.sizes))
        self.best: list[CutBar] | None = None
        self.price = np.inf
        self.bound = 0.0
        self.chance = random.Random(1)

    def run(self) -> CutPlan:
        """Search until the best is proven, the time is up, or somebody stops it."""
        if not self.pieces:
            return CutPlan((), 0.0, 0.0, 0.0)
        self._offer(first_fit(self.pieces, self.stock, self.kerf))
        for kind, filling in self._single_fillings():
            self.pool.add(kind, filling)
        for lean in LEANS:
            if not self._over():
                self._offer(self._filled_one_by_one(lean))
        whole = (self.problem.demand, self.problem.counts)
        # On a busy machine the relaxation would take all the time; what it knows then is enough for dives to begin.
        enough = self.begin + ROOT_SHARE * (self.deadline - self.begin)
        root = relaxed(self.problem, self.pool, *whole, enough, self.stopped, good_enough=self.price)
        if root.short and root.bound >= root.price * 0.999:
            raise CuttingError(
                "there is not enough stock for all pieces.", remedy="Allow more bars, or take pieces off the list."
            )
        self.bound = min(whole_bars(root.bound, self.problem), self.price)
        self._choose(root)
        if self.best is None:
            raise CuttingError(
                "no plan was found for all pieces in the stock there is.", remedy="Allow more bars, or more time."
            )
        return self._plan()

    def _choose(self, root: Relaxed) -> None:
        """Dive into the relaxation, and between dives choose whole bars among all fillings found."""
        slice_of_time, tried = 1.0, np.inf
        for number in range(DIVES):
            if self._over():
                return
            self._dive(root, number)
            if number in (1, 6, 20, 60, 150) and not self._over():
                gap = self.price - root.bound
                if gap < tried * 0.999:
                    every = every_filling(self.problem, root.worth, root.scarce, gap, self.deadline, self.stopped)
                    tried = gap
                    if every is not None:
                        self._whole(every, min(4 * slice_of_time, self._left()), complete=True)
                        slice_of_time *= 2.5
                        continue
                known = list(zip(self.pool.kinds, self.pool.fillings, strict=True))
                self._whole(known, min(slice_of_time, self._left()))
                slice_of_time *= 2.5

    def _over(self) -> bool:
        now = time.monotonic()
        return self.proven() or self.stopped() or now >= self.deadline or (now >= self.soon and self._good_enough())

    def _left(self) -> float:
        """Return the seconds there are still."""
        end = self.soon if self._good_enough() and len(self.pieces) <= EVERYDAY else self.deadline
        return max(0.05, end - time.monotonic())

    def _good_enough(self) -> bool:
        """Return whether an everyday job has a plan within a bar, or a hundredth, of its bound."""
        bar = min((float(price) for price in self.problem.prices if price > 0), default=0.0)
        return self.price - self.bound <= max(bar, 0.01 * self.bound)

    def proven(self) -> bool:
        """Return whether no plan can be cheaper than the best."""
        return self.price <= self.bound + SAME * max(1.0, self.price)

    def _plan(self) -> CutPlan:
        assert self.best is not None
        bars = tuple(CutBar(self.kinds[bar.stock], bar.pieces, bar.offcut) for bar in self.best)
        return CutPlan(bars, float(self.price), float(min(self.bound, self.price)), time.monotonic() - self.begin)

    def _offer(self, bars: list[CutBar] | None) -> None:
        """Take a plan up if it is cheaper, or as cheap and leaves a longer rest."""
        if bars is None or broken_rule(bars, self.pieces, self.stock, self.kerf):
            return
        bars = in_cheapest(bars, self.pieces, self.stock, self.kerf)
        price = price_of(bars, self.stock)
        if price < self.price - SAME * max(1.0, price):
            self.best, self.price = bars, price
            for bar in bars:
                self.pool.add(bar.stock, self._filling(bar))
            if self.told is not None:
                self.told(self._plan())

    def _filling(self, bar: CutBar) -> Counts:
        place = {index: row for row, mine in enumerate(self.members) for index in mine}
        filling = np.zeros(len(self.sizes), dtype=int)
        for index in bar.pieces:
            filling[place[index]] += 1
        return filling

    def _single_fillings(self) -> list[tuple[int, Counts]]:
        """Return bars filled with as many of one size as they hold: a beginning from which everything can be cut."""
        steps, made = self.problem.steps, []
        for kind, room in enumerate(steps.room):
            for row, size in enumerate(steps.high):
                many = min(room // max(1, size), int(self.problem.demand[row]))
                if many > 0:
                    filling = np.zeros(len(self.sizes), dtype=int)
                    filling[row] = many
                    made.append((kind, filling))
        return made

    def _filled_one_by_one(self, lean: float) -> list[CutBar] | None:
        """Return bars filled one after the other, each as well as what is left allows; ``lean`` favours long pieces."""
        demand, left = self.problem.demand.copy(), self.problem.counts.copy()
        worth = np.array(self.problem.steps.high, dtype=float) ** lean
        taken: list[tuple[int, Counts]] = []
        while demand.any():
            fullest = None if self._over() else self._fullest(demand, left, worth)
            if fullest is None:
                return None
            kind, filling = fullest
            for _ in range(int(min(left[kind], (demand[filling > 0] // filling[filling > 0]).min()))):
                taken.append((kind, filling))
                demand = demand - filling
                left[kind] -= 1
            self.pool.add(kind, filling)
        return self._bars(taken)

    def _fullest(
        self, demand: Counts, left: NDArray[np.float64], worth: NDArray[np.float64]
    ) -> tuple[int, Counts] | None:
        """Return the bar that holds most for its price of what is left, None where none holds anything."""
        steps = self.problem.steps
        there = [kind for kind in range(len(self.stock)) if left[kind] > 0]
        if not there:
            return None
        best = best_pattern(steps.high, demand.tolist(), worth, [steps.room[kind] for kind in there])
        filled = [(self.problem.prices[k] / v, k, f) for k, (v, f) in zip(there, best, strict=True) if v > 0]
        _, kind, filling = min(filled, key=lambda one: one[0], default=(0.0, -1, demand))
        return (kind, filling) if kind >= 0 else None

    def _dive(self, root: Relaxed, number: int) -> None:
        """Take whole bars from the relaxed plan, relax the rest again, until nothing is left to cut."""
        demand, left = self.problem.demand.copy(), self.problem.counts.copy()
        pool, amounts, taken, price = self.pool, root.amounts, [], 0.0
        while demand.any():
            fresh = self._taken(pool, amounts, demand, left, number)
            if not fresh:
                return
            for kind, filling in fresh:
                taken.append((kind, filling))
                demand = demand - filling
                left[kind] -= 1
                price += float(self.problem.prices[kind])
            if price >= self.price - SAME or self._over():
                return
            if demand.any():
                small = Pool(len(self.sizes))
                for kind, filling in zip(self.pool.kinds, self.pool.fillings, strict=True):
                    if left[kind] > 0 and (filling <= demand).all():
                        small.add(kind, filling)
                for kind, filling in self._single_fillings():
                    if left[kind] > 0:
                        small.add(kind, np.minimum(filling, demand))
                again = relaxed(self.problem, small, demand, left, self.deadline, self.stopped, rounds=12)
                if again.short or price + again.bound >= self.price - SAME:
                    return
                for kind, filling in zip(small.kinds, small.fillings, strict=True):
                    self.pool.add(kind, filling)
                pool, amounts = small, again.amounts
        self._offer(self._bars(taken))

    def _taken(
        self, pool: Pool, amounts: NDArray[np.float64], demand: Counts, left: NDArray[np.float64], number: int
    ) -> list[tuple[int, Counts]]:
        """Return the bars to take now: all whole ones, or else one of the likeliest; later dives leave it to chance."""
        demand, left = demand.copy(), left.copy()
        order = [int(n) for n in np.argsort(-amounts) if amounts[n] > 1e-9]
        taken: list[tuple[int, Counts]] = []

        def take(n: int, many: int) -> None:
            nonlocal demand
            kind, filling = pool.kinds[n], pool.fillings[n]
            for _ in range(many):
                if left[kind] < 1 or (filling > demand).any():
                    return
                taken.append((kind, filling))
                demand = demand - filling
                left[kind] -= 1

        for n in order:
            whole = int(amounts[n] + 1e-6)
            if whole and (number == 0 or self.chance.random() < 0.85):
                take(n, whole)
        # Of a long list many bars are taken at a time, so that the rest need not be relaxed hundreds of times.
        many = max(0 if taken else 1, round(float(amounts.sum()) / BARS_AT_A_TIME) - len(taken))
        likely = [n for n in order if amounts[n] < 1.0]
        if number and likely:
            jitter = 0.15 + 0.1 * (number % 5)
            likely.sort(key=lambda n: -float(amounts[n]) * self.chance.uniform(1.0 - jitter, 1.0 + jitter))
        for n in likely:
            if many <= 0:
                break
            before = len(taken)
            take(n, 1)
            many -= len(taken) - before
        if not taken and order:
            # Nothing proper fits any more: fill one bar as well as what is left allows.
            fullest = self._fullest(demand, left, np.array(self.problem.steps.high, dtype=float))
            if fullest is not None:
                taken.append(fullest)
        return taken

    def _bars(self, taken: Sequence[tuple[int, Counts]]) -> list[CutBar]:
        """Return bars with their pieces, each piece once."""
        waiting = [list(one) for one in self.members]
        bars = []
        for kind, filling in taken:
            held = []
            for row in np.flatnonzero(filling):
                for _ in range(min(int(filling[row]), len(waiting[row]))):
                    held.append(waiting[row].pop(0))
            if held:
                bars.append(as_bar(kind, held, self.pieces, self.stock, self.kerf))
        return bars

    def _whole(self, fillings: Sequence[tuple[int, Counts]], seconds: float, *, complete: bool = False) -> None:
        """Choose whole bars among fillings.

        ``complete`` says that no cheaper plan uses any other filling: what is proven of the choice is proven of all.
        """
        from scipy.optimize import Bounds, LinearConstraint, milp
        from scipy.sparse import csc_matrix

        problem = self.problem
        if not fillings:
            self.bound = self.price if complete else self.bound
            return
        kinds = np.array([kind for kind, _ in fillings], dtype=int)
        matrix = np.array([filling for _, filling in fillings], dtype=float).T
        scale = float(problem.prices.max()) or 1.0
        costs = problem.prices[kinds] / scale
        rows = [LinearConstraint(csc_matrix(matrix), problem.demand, np.inf)]
        limited = np.flatnonzero(np.isfinite(problem.counts))
        if len(limited):
            rows.append(LinearConstraint(bars_used(kinds, limited), -np.inf, problem.counts[limited]))
        answer = milp(
            costs,
            integrality=np.ones(len(kinds)),
            bounds=Bounds(0, np.inf),
            constraints=rows,
            options={"time_limit": max(0.05, seconds), "mip_rel_gap": 0.0},
        )
        if answer.x is not None:
            taken = []
            for n, many in enumerate(np.round(answer.x).astype(int)):
                taken += [fillings[n]] * int(many)
            self._offer(self._bars(taken))
        if complete and answer.status == 2:  # no cheaper plan can be
            self.bound = self.price
        elif complete and answer.mip_dual_bound is not None:
            proven = float(answer.mip_dual_bound) * scale
            self.bound = max(self.bound, proven - SAME * max(1.0, proven))
            if self.bound >= self.price - 4 * SAME * max(1.0, self.price):
                self.bound = self.price
