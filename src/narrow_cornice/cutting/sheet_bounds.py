"""What any cutting of sheets costs at least.

Conservative scales (Fekete and Schepers, 2004): the length of a part is replaced by a share such that parts side by
side on one sheet never come to more than one, its width likewise, and then no sheet holds parts whose shares,
multiplied, come to more than one. Plain shares make it the argument from the area; dual feasible functions let parts
over half a sheet count as the half or the whole that they block; the dual prices of the relaxed cutting of bars of that
length (Gilmore and Gomory) count what no combination of lengths fills. A smaller sheet holds as much of a scale as a
bar of its length and one of its width do. The cheapest whole sheets that hold what all scales ask are the bound.
"""

from __future__ import annotations

import math
import time
from collections import Counter
from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray

from narrow_cornice.cutting.guillotine import Room, Size
from narrow_cornice.cutting.patterns import best_values, in_steps
from narrow_cornice.cutting.relaxation import Pool, Problem, relaxed

NEAR = 1e-7  # of a sheet: what is nearer counts as the same, always for the lesser bound
MOST_TRIED = 12
Shares = NDArray[np.float64]
Scale = Callable[[Shares], Shares]  # of shares of any shape; what comes of them has one scale a row before it


def _each(values: Sequence[float], x: Shares) -> Shares:
    """Return values so that each makes a row of its own of what stands at x."""
    return np.array(values, dtype=float).reshape(-1, *(1,) * x.ndim)


def _plain(x: Shares) -> Shares:
    return x[None]


def _rounded(ks: Sequence[float]) -> Scale:
    """Return u(k) for every k: what is no multiple of 1/(k + 1) counts as the whole kths below it."""

    def scale(x: Shares) -> Shares:
        k = _each(ks, x)
        times = (k + 1) * x
        return np.where(np.abs(times - np.round(times)) < NEAR, x, np.floor(times + NEAR) / k)

    return scale


def _blocking(es: Sequence[float]) -> Scale:
    """Return U(e) for every e: what leaves less than e beside it counts as everything, what is less than e as
    nothing."""

    def scale(x: Shares) -> Shares:
        e = _each(es, x)
        return np.where(x > 1 - e + NEAR, 1.0, np.where(x < e - NEAR, 0.0, x))

    return scale


def _counted(es: Sequence[float]) -> Scale:
    """Return φ(e) for every e: a part over half counts by how many pieces of e it keeps out, one of e or more as one of
    them."""

    def scale(x: Shares) -> Shares:
        e = _each(es, x)
        pieces = np.floor(1 / e + NEAR)
        over = 1 - np.floor((1 - x) / e + NEAR) / pieces
        return np.where(x > 0.5 + NEAR, over, np.where(x < e - NEAR, 0.0, 1 / pieces))

    return scale


def _held_by_counting(es: Sequence[float]) -> Scale:
    """Return how much of φ(e) parts side by side in a part of a sheet come to at most: no more pieces of e than fit,
    and no more than what the rest of the sheet, full of such pieces, leaves."""

    def held(x: Shares) -> Shares:
        e = _each(es, x)
        pieces = np.floor(1 / e + NEAR)
        left = 1 - np.floor((1 - x) / e - NEAR) / pieces
        return np.where(x > 0.5 + NEAR, left, np.minimum(left, np.floor(x / e + NEAR) / pieces))

    return held


def _scales(values: Shares) -> list[tuple[Scale, Scale]]:
    """Return dual feasible functions worth trying for the shares of a sheet that parts take in one direction, each with
    how much of it a smaller sheet holds: of those that are superadditive as much as one part of its size."""
    # One for each that differs, and none of them rounded: a share that is a hair off its own step would prove too much.
    steps = sorted({round(one, 7): one for one in (float(min(x, 1 - x)) for x in values) if 0.02 < one <= 0.5}.values())
    steps = [*steps, 0.5]
    tried = steps[:: max(1, len(steps) // MOST_TRIED)]
    alike: tuple[Scale, ...] = (_plain, _rounded((1, 2, 3, 4)), _blocking(tried))
    return [*((one, one) for one in alike), (_counted(tried), _held_by_counting(tried))]


class SheetBound:
    """The bound of one problem; ``sharpen`` makes it better with some more time."""

    def __init__(self, sizes: Sequence[Size], rooms: Sequence[Room]) -> None:
        alike = Counter(sizes)
        self.many = np.array(list(alike.values()), dtype=float)
        self.rooms = rooms
        self.long, self.wide = max(room.length for room in rooms), max(room.width for room in rooms)
        ways = [self._ways(one) for one in alike]
        # Every part in two ways, the same twice where there is but one: parts × ways.
        self.lengths = np.array([[length for length, _ in each] for each in ways])
        self.widths = np.array([[width for _, width in each] for each in ways])
        self.along = self._tried(self.lengths / self.long, [room.length / self.long for room in rooms])
        self.across = self._tried(self.widths / self.wide, [room.width / self.wide for room in rooms])
        self.least = self._cheapest()

    def _ways(self, size: Size) -> tuple[tuple[float, float], tuple[float, float]]:
        """Return how far a part reaches along and across in the two ways that it can lie."""
        here, turned = (size.length, size.width), (size.width, size.length)
        fits = [
            way
            for way in ((here, turned) if size.turns else (here,))
            if any(way[0] <= room.length + NEAR and way[1] <= room.width + NEAR for room in self.rooms)
        ]
        return (fits[0], fits[-1]) if fits else (here, here)

    @staticmethod
    def _tried(shares: Shares, rooms: Sequence[float]) -> tuple[Shares, Shares]:
        """Return, a scale a row, what the parts count in each way and how much of it each kind of sheet holds."""
        capped, held = np.minimum(shares, 1.0), np.array(rooms)
        scales = _scales(capped.ravel())
        counted = np.concatenate([scale(capped) for scale, _ in scales])
        return counted, np.clip(np.concatenate([holds(held) for _, holds in scales]), 0.0, 1.0)

    def _cheapest(self) -> float:
        """Return the price of the cheapest whole sheets that hold what every pair of scales asks."""
        (first, held_along), (second, held_across) = self.along, self.across
        # The lesser of the two ways; over so short an axis as theirs ``min`` takes four times as long.
        ways = first[:, None] * second[None]
        asked = np.minimum(ways[..., 0], ways[..., 1]) @ self.many
        held = held_along[:, None] * held_across[None]
        rows, needs = held.reshape(-1, len(self.rooms)), asked.ravel() - 1e-6
        if len(self.rooms) == 1 and self.rooms[0].stock < 0:
            return max(1.0, math.ceil(float(needs.max()))) * self.rooms[0].price
        from scipy.optimize import Bounds, LinearConstraint, milp

        most = np.array([np.inf if room.stock < 0 else room.stock for room in self.rooms])
        prices = np.array([room.price for room in self.rooms])
        found = milp(
            prices,
            constraints=LinearConstraint(rows, needs, np.inf),
            integrality=np.ones(len(prices)),
            bounds=Bounds(0, most),
            options={"time_limit": 1.0},
        )
        proven = found.mip_dual_bound if found.mip_dual_bound is not None else 0.0
        return max(0.0, float(proven))

    def sharpen(self, seconds: float, stopped: Callable[[], bool]) -> float:
        """Return the bound with the prices of bars as long, and as wide, as the sheets among its scales."""
        half = seconds / 2
        long, wide = [room.length for room in self.rooms], [room.width for room in self.rooms]
        end = time.monotonic() + half
        self.along = _with(self.along, self._priced(self.lengths, self.widths, self.long, long, end, stopped))
        end = time.monotonic() + half
        self.across = _with(self.across, self._priced(self.widths, self.lengths, self.wide, wide, end, stopped))
        self.least = max(self.least, self._cheapest())
        return self.least

    def _priced(
        self,
        lengths: Shares,
        others: Shares,
        whole: float,
        rooms: Sequence[float],
        deadline: float,
        stopped: Callable[[], bool],
    ) -> list[tuple[Shares, Shares]]:
        """Return the scales that the relaxed cutting of bars makes: a part is as many bars a millimetre wide as it is
        wide, and one that may be turned is shared out between its ways, more and more to the cheaper one."""
        sizes = sorted({float(one) for one in lengths.ravel()}, reverse=True)
        at = {size: number for number, size in enumerate(sizes)}
        index = np.array([[at[float(one)] for one in row] for row in lengths])
        steps = in_steps(sizes, [whole, *rooms], 0.0)
        share = np.full(lengths.shape, 0.5)
        found = []
        for _ in range(2 if (lengths[:, 0] != lengths[:, 1]).any() else 1):
            demand = np.zeros(len(sizes))
            np.add.at(demand, index, share * others * self.many[:, None])
            asked = np.maximum(np.ceil(demand), 0.0).astype(int)
            only = Problem(
                type(steps)(steps.low, steps.high, steps.room[:1], steps.ample[:1], steps.exact),
                asked,
                np.array([1.0]),
                np.array([np.inf]),
            )
            answer = relaxed(only, Pool(len(sizes)), asked, only.counts, deadline, stopped)
            worth = answer.worth
            # What a smaller sheet holds is what a bar of its length holds, of lengths rounded down.
            values = best_values(steps.low, asked.tolist(), worth, max(steps.ample))
            most = max(float(values[steps.ample[0]]), NEAR)
            scale = worth / most if most > 1.0 else worth
            held = np.array([min(1.0, float(values[one]) / max(1.0, most)) for one in steps.ample[1:]])
            found.append((scale[index], held))
            cost = scale[index] * others
            cheaper = np.where(cost[:, 0] < cost[:, 1], 0, 1)
            share = np.where(np.arange(2) == cheaper[:, None], 0.9, 0.1)
            if time.monotonic() > deadline or stopped():
                break
        return found


def _with(scales: tuple[Shares, Shares], more: Sequence[tuple[Shares, Shares]]) -> tuple[Shares, Shares]:
    """Return scales with some more rows."""
    counted, held = scales
    return np.stack([*counted, *(one for one, _ in more)]), np.stack([*held, *(one for _, one in more)])
