"""The cheapest set of tins that covers a need, ties to the fewest tins."""

from __future__ import annotations

import math
from collections.abc import Sequence
from threading import Lock
from typing import NamedTuple

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import explained
from narrow_cornice.memo import by_value

MOST_STEPS = 40_000


class TinSize(NamedTuple):
    """A size a paint is sold in: litres and price."""

    litres: float
    price: float


class Tins(NamedTuple):
    """What to buy: (size, count) with the largest first, litres and price in all."""

    buy: tuple[tuple[TinSize, int], ...]
    litres: float
    price: float


@explained("touch-up reserve", "L", "max(litres × touch up reserve, least touch up reserve)")
def reserve(litres: float, touch_up_reserve: float, least_touch_up_reserve: float) -> float:
    """Return what is bought on top for touching up later (house rule)."""
    return max(litres * touch_up_reserve, least_touch_up_reserve)


def _ml(litres: float) -> int:
    return max(1, round(litres * 1000))


class _Covering:
    """For one paint's sizes, the cheapest way to cover n common measures, for every n asked so far.

    The way to cover n does not depend on what is needed, so one table serves every need and only ever grows. Sheets are
    written and rooms counted on threads of their own, so it grows under a lock.
    """

    def __init__(self, sizes: tuple[TinSize, ...]) -> None:
        self.measure = math.gcd(*(_ml(size.litres) for size in sizes))
        self.units = [_ml(size.litres) // self.measure for size in sizes]
        self._cents = [round(size.price * 100) for size in sizes]
        # best[n]: (price in cents, tins, measures bought), so that ties go to the fewest tins, then to the least left
        self._best: list[tuple[int, int, int]] = [(0, 0, 0)]
        self._taken: list[int] = [-1]
        self._growing = Lock()

    def counts(self, measures: int) -> list[int]:
        """Return how many tins of each size cover ``measures``."""
        with self._growing:
            self._grow(measures)
        counts = [0] * len(self.units)
        n = measures
        while n > 0:
            index = self._taken[n]
            counts[index] += 1
            n -= self.units[index]
        return counts

    def _grow(self, measures: int) -> None:
        best, sizes = self._best, list(enumerate(zip(self.units, self._cents, strict=True)))
        for n in range(len(best), measures + 1):
            here, index_here = (1 << 62, 0, 0), -1
            for index, (unit, cents) in sizes:
                price, tins, bought = best[n - unit if n > unit else 0]
                candidate = (price + cents, tins + 1, bought + unit)
                if candidate < here:
                    here, index_here = candidate, index
            best.append(here)
            self._taken.append(index_here)


@by_value(times=8, each="room")
def _covering(sizes: tuple[TinSize, ...]) -> _Covering:
    return _Covering(sizes)


@by_value(times=1, each="wall")
def cheapest_tins(need: float, sizes: tuple[TinSize, ...]) -> Tins:
    """Return the set of tins of least price that holds at least ``need`` litres.

    Ties go to the fewest tins, then to the least left over. Exact by dynamic programming over the sizes' common
    measure; only beyond 40 000 such measures is the bulk first covered with the size that is cheapest by the litre.
    Raises CorniceError where there is no size to buy.
    """
    if not sizes:
        raise CorniceError("This paint has no tin sizes.", where="paint", remedy="Give it at least one size and price.")
    if need <= 0:
        return Tins((), 0.0, 0.0)
    table = _covering(sizes)
    wanted = math.ceil(round(need * 1000, 6) / table.measure - 1e-9)
    bulk, best = 0, 0
    if wanted > MOST_STEPS:
        best = min(range(len(sizes)), key=lambda i: (sizes[i].price / table.units[i], -table.units[i]))
        bulk = (wanted - MOST_STEPS) // table.units[best] + 1
        wanted = max(0, wanted - bulk * table.units[best])
    counts = table.counts(wanted)
    counts[best] += bulk
    order: Sequence[int] = sorted(range(len(sizes)), key=lambda i: -sizes[i].litres)
    buy = tuple((sizes[i], counts[i]) for i in order if counts[i])
    return Tins(buy, sum(size.litres * count for size, count in buy), sum(size.price * count for size, count in buy))


def tins_in_words(tins: Tins) -> str:
    """Return the purchase as "2 × 5 L + 1 × 2.5 L"."""
    return " + ".join(f"{count} × {size.litres:g} L" for size, count in tins.buy) or "none"
