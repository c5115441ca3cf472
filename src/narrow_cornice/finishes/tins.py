"""The cheapest set of tins that covers a need, ties to the fewest tins."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

from narrow_cornice.errors import CorniceError
from narrow_cornice.working.figures import explained

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

    @property
    def how_many(self) -> int:
        """Return how many tins there are."""
        return sum(count for _, count in self.buy)


@explained("touch-up reserve", "L", "max(litres × touch up reserve, least touch up reserve)")
def reserve(litres: float, touch_up_reserve: float, least_touch_up_reserve: float) -> float:
    """Return what is bought on top for touching up later (house rule)."""
    return max(litres * touch_up_reserve, least_touch_up_reserve)


def _ml(litres: float) -> int:
    return max(1, round(litres * 1000))


@lru_cache(maxsize=2048)
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
    measure = math.gcd(*(_ml(size.litres) for size in sizes))
    units = [_ml(size.litres) // measure for size in sizes]
    wanted = math.ceil(round(need * 1000, 6) / measure - 1e-9)
    counts = [0] * len(sizes)
    if wanted > MOST_STEPS:
        best = min(range(len(sizes)), key=lambda i: (sizes[i].price / units[i], -units[i]))
        counts[best] = (wanted - MOST_STEPS) // units[best] + 1
        wanted = max(0, wanted - counts[best] * units[best])
    # cost[n]: (price in cents, tins, litres bought) for at least n measures; the last keeps ties to the least left
    cost: list[tuple[int, int, int]] = [(0, 0, 0)]
    taken: list[int] = [-1]
    cents = [round(size.price * 100) for size in sizes]
    for n in range(1, wanted + 1):
        best_here, best_index = (1 << 62, 0, 0), -1
        for index, unit in enumerate(units):
            price, tins, bought = cost[max(0, n - unit)]
            candidate = (price + cents[index], tins + 1, bought + unit)
            if candidate < best_here:
                best_here, best_index = candidate, index
        cost.append(best_here)
        taken.append(best_index)
    n = wanted
    while n > 0:
        index = taken[n]
        counts[index] += 1
        n -= units[index]
    order: Sequence[int] = sorted(range(len(sizes)), key=lambda i: -sizes[i].litres)
    buy = tuple((sizes[i], counts[i]) for i in order if counts[i])
    return Tins(buy, sum(size.litres * count for size, count in buy), sum(size.price * count for size, count in buy))


def tins_in_words(tins: Tins) -> str:
    """Return the purchase as "2 × 5 L + 1 × 2.5 L"."""
    return " + ".join(f"{count} × {size.litres:g} L" for size, count in tins.buy) or "none"
