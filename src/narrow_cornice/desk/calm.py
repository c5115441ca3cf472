"""How often Python stops for itself, and on which thread."""

from __future__ import annotations

import gc
import sys

from PyQt6.QtCore import QObject, QTimer

STANDS_MS = 1000  # after which a window has been painted and counted, most often
IDLE_MS, BUSY_MS = 60, 20  # between two looks at whether there is much to be swept up: mostly, and where there was
MUCH = 10_000  # things made since the last sweeping, which takes 3 ms for so many
DEEPER, WHOLE = 2, 2000  # sweepings after which what is older is looked through too, and all of it


def calm_python() -> None:
    """Have Python not look for cycles while the program starts, which makes many things and frees few; and hand the
    turn on sooner: what is worked out aside gives way to the window in half a millisecond, not in five."""
    gc.disable()
    sys.setswitchinterval(0.0005)


def started() -> None:
    """Have what the start has made stay, and not be looked through again."""
    gc.freeze()


class Sweeping(QObject):
    """Looks for cycles on the window's thread alone, seldom and among few things at once, since whoever is looked for
    holds up everybody.

    Python by itself would look on whichever thread makes things just then: what belongs to the window would be taken
    down beside it, while it may be listened to, and the program with it.
    """

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        gc.disable()
        self._times, self._empty = 0, STANDS_MS  # sweepings so far; looks since there was much
        self._waited = False  # whether what was made has had the time of a look to be painted
        self._timer = QTimer(self)
        self._timer.setInterval(IDLE_MS)
        self._timer.timeout.connect(self.sweep)
        QTimer.singleShot(STANDS_MS + IDLE_MS, self._timer.start)  # what the start has made is not looked through

    def sweep(self) -> None:
        """Sweep up, if there is much."""
        much = gc.get_count()[0] >= MUCH
        self._empty = 0 if much else self._empty + 1
        wait = BUSY_MS if self._empty * BUSY_MS < STANDS_MS else IDLE_MS
        if wait != self._timer.interval():
            self._timer.setInterval(wait)
        if not much or not self._waited:
            self._waited = much
            return
        self._waited = False
        self._times += 1
        gc.collect(2 if self._times % WHOLE == 0 else 1 if self._times % DEEPER == 0 else 0)
