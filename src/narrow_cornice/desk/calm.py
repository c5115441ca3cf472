"""How often Python stops for itself, set before anything else of the window comes in."""

from __future__ import annotations

import gc
import sys


def calm_python() -> None:
    """Have Python look for cycles less often and among fewer things at once, since figures and marks are many, made
    anew often, and form none; and hand the turn on sooner: what is worked out aside gives way to the window in half a
    millisecond, not in five. The first seconds gain most: bringing the modules in makes many things and frees few."""
    gc.set_threshold(30_000, 4, 1000)
    sys.setswitchinterval(0.0005)
