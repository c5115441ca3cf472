"""A search beside the bench: told of every better plan, stopped when somebody has seen enough."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Any

from PyQt6.QtCore import QObject, pyqtSignal

from narrow_cornice.desk.bench import Work
from narrow_cornice.desk.runner import Runner
from narrow_cornice.errors import CorniceError

SECONDS = 20.0

Told = Callable[[Any], None]
Stopped = Callable[[], bool]


class Searching(Work):
    """One search at a time, for one ``line`` to buy. ``better`` tells of a better plan, ``done`` of the one to keep
    with its line, ``failed`` of what was wrong."""

    better = pyqtSignal(object)
    done = pyqtSignal(str, object)
    failed = pyqtSignal(object)

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._runner = Runner(self)
        self._stop = threading.Event()
        self.line = ""
        self.best: Any = None
        self.better.connect(self._hear)

    def search(self, line: str, find: Callable[[Told, Stopped], Any], to_keep: Callable[[Any], object]) -> None:
        """Find a plan for a line beside the window; ``to_keep`` makes of it what the job keeps."""
        if self.line:
            return
        self.line, self.best = line, None
        self._stop.clear()

        def finish(plan: Any) -> None:
            self.line = ""
            self.done.emit(line, to_keep(plan))

        def fail(error: CorniceError) -> None:
            self.line = ""
            self.failed.emit(error)

        self._runner.run("", lambda: find(self.better.emit, self._stop.is_set), finish, fail)

    def _hear(self, plan: object) -> None:
        self.best = plan

    def stop(self) -> None:
        """End the search; the best so far is kept."""
        self._stop.set()

    def wait(self) -> None:
        """Stop and wait for it (before the window ends)."""
        self._stop.set()
        self._runner.wait()
