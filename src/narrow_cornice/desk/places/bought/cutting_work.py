"""Finding the cheapest lengths, and the fewest sheets, beside the window."""

from __future__ import annotations

from narrow_cornice.cutting.sheet_plans import SheetPlan
from narrow_cornice.cutting.sheets import sheet_plan
from narrow_cornice.derived.bought.trim.plans import LengthsWanted
from narrow_cornice.derived.built.sheets import CutBoard, to_keep
from narrow_cornice.desk.searching import SECONDS, Searching
from narrow_cornice.job.bought import SheetCutting


class CuttingWork(Searching):
    """The search for the cheapest lengths."""

    def start(self, line: str, wanted: LengthsWanted, seconds: float = SECONDS) -> None:
        """Search for the bars that are cheapest at one price for every metre; left-overs cost nothing."""
        self.search(line, lambda told, stopped: wanted.search(seconds, told, stopped), wanted.kept)


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
