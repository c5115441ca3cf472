"""Finding the cheapest lengths beside the window: told of every better plan, stopped when somebody has seen enough."""

from __future__ import annotations

import threading
import time
from collections import Counter

from PyQt6.QtCore import QObject, pyqtSignal

from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import BarKind, CutPlan
from narrow_cornice.desk.bench import Work
from narrow_cornice.desk.runner import Runner
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.bought import CuttingPlan

SECONDS = 20.0


class CuttingWork(Work):
    """One search at a time. ``better`` tells of a better plan, ``done`` of the kept one with its line."""

    better = pyqtSignal(object)
    done = pyqtSignal(str, object)
    failed = pyqtSignal(object)

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._runner = Runner(self)
        self._stop = threading.Event()
        self.line = ""
        self.best: CutPlan | None = None
        self._begun = 0.0
        self.better.connect(self._hear)

    def start(
        self,
        line: str,
        pieces: tuple[float, ...],
        stocks: tuple[float, ...],
        kerf: float,
        left_over: tuple[float, ...] = (),
        seconds: float = SECONDS,
    ) -> None:
        """Search for the bars that are cheapest at one price for every metre; left-overs cost nothing."""
        if self.line:
            return
        self.line, self.best, self._begun = line, None, time.monotonic()
        self._stop.clear()
        stock = [BarKind(f"{length:g}", length, length / 1000.0) for length in stocks]
        there = sorted(Counter(left_over).items())
        stock += [BarKind(f"left-over {length:g}", length, 0.0, count) for length, count in there]

        def work() -> CutPlan:
            return cut_plan(pieces, stock, kerf, seconds, self.better.emit, self._stop.is_set)

        def finish(plan: CutPlan) -> None:
            self.line = ""
            bars = tuple((stock[bar.stock].length, bar.pieces) for bar in plan.bars)
            owned = tuple(place for place, bar in enumerate(plan.bars) if bar.stock >= len(stocks))
            self.done.emit(line, CuttingPlan(pieces, stocks, kerf, bars, plan.bound, left_over, owned))

        def fail(error: CorniceError) -> None:
            self.line = ""
            self.failed.emit(error)

        self._runner.run("", work, finish, fail)

    def _hear(self, plan: CutPlan) -> None:
        self.best = plan

    def stop(self) -> None:
        """End the search; the best so far is kept."""
        self._stop.set()

    def wait(self) -> None:
        """Stop and wait for it (before the window ends)."""
        self._stop.set()
        self._runner.wait()
