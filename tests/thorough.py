"""How much is tried: a good deal at every run, and all of it with ``make thorough``."""

from __future__ import annotations

import os

THOROUGH = bool(os.environ.get("NARROW_CORNICE_THOROUGH"))


def many(usual: int, thorough: int) -> int:
    """Return how many examples or seeds to try: so many at every run, or as many as a thorough one takes."""
    return thorough if THOROUGH else usual


def fuzzed(usual: int) -> int:
    """Return how many hostile inputs to try: so many at every run, as many as are asked for with ``make fuzz``."""
    return int(os.environ.get("NARROW_CORNICE_FUZZ", usual))


def killed(usual: int) -> int:
    """Return how many deaths and faults to try in the midst of saving."""
    return int(os.environ.get("NARROW_CORNICE_KILLS", usual))


def acted(usual: int) -> int:
    """Return how many random acts on a job to try."""
    return int(os.environ.get("NARROW_CORNICE_ACTS", usual))
