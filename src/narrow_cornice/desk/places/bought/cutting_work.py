"""Finding the cheapest lengths, and the fewest sheets, beside the window."""

from __future__ import annotations

from collections import Counter

from narrow_cornice.cutting.allowances import BarSaw
from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import BarKind, CutPlan
from narrow_cornice.cutting.sheet_plans import SheetPlan
from narrow_cornice.cutting.sheets import sheet_plan
from narrow_cornice.derived.built.sheets import CutBoard, to_keep
from narrow_cornice.desk.searching import SECONDS, Searching
from narrow_cornice.job.bought import CuttingPlan, SheetCutting


class CuttingWork(Searching):
    """The search for the cheapest lengths."""

    def start(
        self,
        line: str,
        pieces: tuple[float, ...],
        stocks: tuple[float, ...],
        saw: BarSaw,
        left_over: tuple[float, ...] = (),
        seconds: float = SECONDS,
    ) -> None:
        """Search for the bars that are cheapest at one price for every metre; left-overs cost nothing."""
        lost, kerf = saw.lost(stocks), saw.between
        stock = [BarKind(f"{length:g}", length - lost, length / 1000.0) for length in stocks]
        there = [(length, count) for length, count in sorted(Counter(left_over).items()) if length > lost]
        stock += [BarKind(f"left-over {length:g}", length - lost, 0.0, count) for length, count in there]

        def kept(plan: CutPlan) -> CuttingPlan:
            bars = tuple((stock[bar.stock].length + lost, bar.pieces) for bar in plan.bars)
            owned = tuple(place for place, bar in enumerate(plan.bars) if bar.stock >= len(stocks))
            return CuttingPlan(pieces, stocks, kerf, bars, plan.bound, left_over, owned, lost)

        self.search(line, lambda told, stopped: cut_plan(pieces, stock, kerf, seconds, told, stopped), kept)


class SheetWork(Searching):
    """The search for the fewest sheets."""

    def start(self, line: str, cut: CutBoard, seconds: float = SECONDS) -> None:
        """Search for the fewest new sheets of one kind, beside those that are there already."""
        wanted = cut.wanted
        if wanted is None:
            return

        def kept(plan: SheetPlan) -> SheetCutting:
            return to_keep(wanted, plan)

        self.search(
            line, lambda told, stopped: sheet_plan(wanted.parts, wanted.kinds, wanted.saw, seconds, told, stopped), kept
        )
