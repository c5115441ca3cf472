"""Errands: what is handed out or brought in beside the work. Each says how far it is, and can be stopped."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Any, TypeVar

from PyQt6.QtCore import QObject, pyqtSignal

from narrow_cornice.desk.runner import Runner
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.going import StoppedError, watched

Found = TypeVar("Found")
BETWEEN = 0.05  # seconds between two words on how far one is


class Errands(QObject):
    """One after another on a thread of their own, so that nothing else waits for them.

    ``going`` carries what is being done and how far it is, nothing once all are over; ``stopped`` what was given up.
    """

    going = pyqtSignal(str)
    stopped = pyqtSignal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._runner = Runner(self)
        self._stops: dict[threading.Event, str] = {}
        self._only: object = None  # the last asking of ``run_only``

    @property
    def names(self) -> tuple[str, ...]:
        """What is being done, and is still to be."""
        return tuple(self._stops.values())

    def run(
        self,
        name: str,
        work: Callable[[], Found],
        done: Callable[[Found], None],
        failed: Callable[[CorniceError], None],
    ) -> None:
        """Do ``work`` aside, then call ``done`` or ``failed`` here; neither where it was stopped. ``name`` says what
        is done ("Writing order.csv")."""
        stop, last = threading.Event(), 0.0

        def told(words: str) -> bool:
            nonlocal last
            now = time.monotonic()
            if now - last > BETWEEN:
                last = now
                self.going.emit(f"{name}: {words}")
            return not stop.is_set()

        def watching() -> Found:
            with watched(told):
                if stop.is_set():  # while it waited for others
                    raise StoppedError("Stopped.")
                return work()

        def gone(error: CorniceError) -> None:
            if isinstance(error, StoppedError):
                self.stopped.emit(name)
            else:
                failed(error)

        def over() -> None:
            del self._stops[stop]
            if not self._stops:
                self.going.emit("")

        self._stops[stop] = name
        self.going.emit(name)
        self._runner.run("", watching, done, gone, over)

    def run_only(
        self,
        name: str,
        work: Callable[[], Found],
        done: Callable[[Found], None],
        failed: Callable[[CorniceError], None],
    ) -> None:
        """Do ``work`` in place of all that was given before: that is given up, and calls nobody even where it was
        done."""
        self.drop()
        asked = self._only = object()

        def still(call: Callable[[Any], None]) -> Callable[[Any], None]:
            return lambda given: call(given) if asked is self._only else None

        self.run(name, work, still(done), still(failed))

    def drop(self) -> None:
        """Give up what ``run_only`` does, for somebody who is leaving: nobody is called any more."""
        self._only = None
        self.stop()

    def stop(self) -> None:
        """Give up all of it, as soon as each can be left."""
        for stop in self._stops:
            stop.set()

    def end(self) -> None:
        """Give up all of it and wait for that (before the program ends)."""
        self.stop()
        self._runner.wait()
