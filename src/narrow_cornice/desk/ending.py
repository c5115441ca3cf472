"""Ending in order when the system asks for it: the running copy is kept, the lock is let go of."""

from __future__ import annotations

import os
import signal
from collections.abc import Callable

from PyQt6.QtCore import QObject, QSocketNotifier
from PyQt6.sip import voidptr

SIGNALS = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)


class Ending(QObject):
    """Calls ``end`` on the window's thread once the process is asked to end. Qt waits in C, so that Python's own
    handlers would wait with it: a byte in a pipe wakes it."""

    def __init__(self, end: Callable[[], object]) -> None:
        super().__init__()
        self._end = end
        self._here, self._there = os.pipe()
        os.set_blocking(self._there, False)
        self._former = signal.set_wakeup_fd(self._there)
        self._handlers = {one: signal.signal(one, lambda *_: None) for one in SIGNALS}
        self._notifier = QSocketNotifier(voidptr(self._here), QSocketNotifier.Type.Read, self)
        self._notifier.activated.connect(self._woken)

    def _woken(self) -> None:
        os.read(self._here, 64)
        self._end()

    def stop(self) -> None:
        """Give the system's own ways back."""
        self._notifier.setEnabled(False)
        signal.set_wakeup_fd(self._former)
        for one, handler in self._handlers.items():
            signal.signal(one, handler)
        os.close(self._here)
        os.close(self._there)
