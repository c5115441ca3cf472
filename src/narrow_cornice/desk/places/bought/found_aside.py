"""The cheapest lengths of every line, found beside the window without being asked for, while nothing else is done."""

from __future__ import annotations

import threading

from PyQt6.QtCore import QTimer

from narrow_cornice.cutting.plans import CutPlan
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.bought.trim.plans import LengthsWanted, lengths_wanted, not_searched
from narrow_cornice.desk.bench import Work
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits

IDLE_MS = 2000  # after the last change
BETWEEN_MS = 60
SECONDS = 1.0  # for one line: an everyday one is proven in a tenth of it


class FoundAside(Work):
    """Searches one line after the other while nobody changes anything. What it finds is kept with the job, and is no
    change of its own: it cannot be undone, and a saved job stays saved."""

    def __init__(self, session: Session, idle: int = IDLE_MS) -> None:
        super().__init__(session)
        self.session, self._idle = session, idle
        self._runner = Runner(self)
        self._stop = threading.Event()
        self._tried: set[LengthsWanted] = set()
        self._busy = False
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.timeout.connect(self._next)
        session.changed.connect(self._changed)
        self._timer.start(idle)

    def _changed(self, _: str) -> None:
        if not self._busy and not self._stop.is_set():
            self._timer.start(self._idle)

    def _next(self) -> None:
        """Begin with the next line that was only counted quickly."""
        job = self.session.job
        found = next(((line, one) for line, one in not_searched(job) if one not in self._tried), None)
        if found is None or self._busy or self._stop.is_set():
            return
        line, wanted = found
        self._busy = True
        self._tried.add(wanted)
        self._runner.run(
            "",
            lambda: wanted.search(SECONDS, None, self._stop.is_set),
            lambda plan: self._take(line, wanted, plan),
            self._over,
        )

    def _over(self, _: CorniceError | None = None) -> None:
        self._busy = False
        if not self._stop.is_set():
            self._timer.start(BETWEEN_MS)

    def _take(self, line: LineToBuy, wanted: LengthsWanted, plan: CutPlan) -> None:
        """Keep a plan with the job, if its line still asks for the same."""
        job = self.session.job
        now = to_buy(job).line(line.key)
        if now is not None and lengths_wanted(job, now) == wanted:
            self.session.keep_found(edits.keep_cutting_plan(line.key, wanted.kept(plan), line.name))
        self._over()

    def wait(self) -> None:
        """Stop and wait for what is under way (before the window ends)."""
        self._stop.set()
        self._timer.stop()
        self._runner.wait()
