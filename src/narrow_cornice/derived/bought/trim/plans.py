"""Cutting plans of the lengths to buy: what is asked of a search, and what a job keeps of what it found."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator
from typing import NamedTuple

from narrow_cornice.cutting.allowances import BarSaw, bar_saw
from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import BarKind, CutPlan
from narrow_cornice.derived.bought.lines import InLengths, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.prices import cut_lengths
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of


class LengthsWanted(NamedTuple):
    """What lengths of a line are searched for: the pieces, the lengths that are sold, how bars are sawn, and the
    left-overs there are, all in mm."""

    pieces: tuple[float, ...]
    stocks: tuple[float, ...]
    saw: BarSaw
    left_over: tuple[float, ...] = ()

    @property
    def bars(self) -> list[BarKind]:
        """Return the bars at one price for every metre, as long as they can be used; left-overs cost nothing."""
        lost = self.saw.lost(self.stocks)
        bars = [BarKind(f"{length:g}", length - lost, length / 1000.0) for length in self.stocks]
        there = [(length, count) for length, count in sorted(Counter(self.left_over).items()) if length > lost]
        return bars + [BarKind(f"left-over {length:g}", length - lost, 0.0, count) for length, count in there]

    def search(
        self, seconds: float, told: Callable[[CutPlan], None] | None, stopped: Callable[[], bool] = lambda: False
    ) -> CutPlan:
        """Return the cheapest plan that is found in so many seconds."""
        return cut_plan(self.pieces, self.bars, self.saw.between, seconds, told, stopped)

    def kept(self, plan: CutPlan) -> CuttingPlan:
        """Return a plan as a job keeps it."""
        stock, lost = self.bars, self.saw.lost(self.stocks)
        bars = tuple((stock[bar.stock].length + lost, bar.pieces) for bar in plan.bars)
        owned = tuple(place for place, bar in enumerate(plan.bars) if bar.stock >= len(self.stocks))
        return CuttingPlan(self.pieces, self.stocks, self.saw.between, bars, plan.bound, self.left_over, owned, lost)


def lengths_wanted(job: Job, line: LineToBuy) -> LengthsWanted | None:
    """Return what is searched for a line, None for one that is not in lengths."""
    if not isinstance(line.goods, InLengths):
        return None
    pieces = cut_lengths([length for _, length, _ in line.goods.cuts])
    saw = bar_saw(house_rules_of(job.house_rules))
    return LengthsWanted(pieces, line.goods.sold, saw, job.left_over.get(line.key, ()))


def not_searched(job: Job) -> Iterator[tuple[LineToBuy, LengthsWanted]]:
    """Yield the lines whose lengths were only counted quickly, the shortest search first."""
    found = []
    for line in to_buy(job).lines:
        wanted = lengths_wanted(job, line)
        if wanted is None or not wanted.pieces or not isinstance(line.goods, InLengths):
            continue
        if line.goods.bars.bound is None and max(wanted.pieces) <= wanted.saw.longest(wanted.stocks) + 1e-6:
            found.append((line, wanted))
    yield from sorted(found, key=lambda one: len(one[1].pieces))
