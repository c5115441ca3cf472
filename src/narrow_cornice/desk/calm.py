"""How often Python stops for itself, set before anything else of the window comes in."""

from __future__ import annotations

import gc
import sys


def calm_python() -> None:
    """Have Python not look for cycles while the program starts, which makes many things and frees few; and hand the
    turn on sooner: what is worked out aside gives way to the window in half a millisecond, not in five."""
    gc.disable()
    sys.setswitchinterval(0.0005)


def started() -> None:
    """Have Python look for cycles again, less often and among fewer things at once: figures and marks are many, made
    anew often, and form none. Few things at once, since whoever is looked for holds up everybody: 10 000 take 3 ms.
    What the start has made stays, and is not looked through again."""
    gc.set_threshold(10_000, 1, 1000)
    gc.freeze()
    gc.enable()
