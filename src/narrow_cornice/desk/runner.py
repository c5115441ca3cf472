"""Slow work beside the window: a frozen request goes out, an answer comes back on the window's own thread."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from PyQt6 import sip
from PyQt6.QtCore import QObject, QRunnable, QThreadPool, pyqtSignal

from narrow_cornice.errors import CorniceError


class _Answer(QObject):
    done = pyqtSignal(object)
    failed = pyqtSignal(object)


class _Work(QRunnable):
    def __init__(self, work: Callable[[], Any]) -> None:
        super().__init__()
        self.setAutoDelete(False)
        self._work = work
        self.answer = _Answer()

    def run(self) -> None:
        try:
            result = self._work()
        except Exception as error:  # handed to the window's thread, which shows or raises it
            self.answer.failed.emit(error)
        else:
            self.answer.done.emit(result)


class Runner(QObject):
    """Runs pieces of work one after another on a thread of its own; ``busy`` tells when that begins and ends."""

    busy = pyqtSignal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._pool = QThreadPool()
        self._pool.setMaxThreadCount(1)
        self._held: set[_Work] = set()
        self._former: _Work | None = None  # which its thread may still be leaving

    def run(
        self,
        name: str,
        work: Callable[[], Any],
        done: Callable[[Any], None],
        failed: Callable[[CorniceError], None],
        over: Callable[[], None] = lambda: None,
    ) -> None:
        """Do ``work`` aside, then call ``done`` or ``failed`` here, and ``over`` in any case. A programming error is
        raised, not hidden."""
        one = _Work(work)
        self._held.add(one)

        def asked_for() -> bool:
            """Take leave of the work; return whether whoever asked for it is still there."""
            if sip.isdeleted(self):
                return False
            self._held.discard(one)
            # Cut loose, so that it goes when nobody holds it, and held until the next is over: then its thread has left
            # it, and it goes here, where it came from.
            for signal in (one.answer.done, one.answer.failed):
                signal.disconnect()
            self._former = one
            self.busy.emit("")
            return True

        def finish(result: Any) -> None:
            if asked_for():
                try:
                    done(result)
                finally:
                    over()

        def fail(error: Exception) -> None:
            if not asked_for():
                return
            try:
                if not isinstance(error, CorniceError):
                    raise error
                failed(error)
            finally:
                over()

        one.answer.done.connect(finish)
        one.answer.failed.connect(fail)
        self.busy.emit(name)
        self._pool.start(one)

    def wait(self) -> None:
        """Wait until all work is done (before the program ends)."""
        self._pool.waitForDone()
