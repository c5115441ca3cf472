"""How far the putting together of sheets is, and stopping it: whoever waits for them watches, whoever makes them tells.

What is watched holds for the thread it is asked for on, so that makers of sheets need not hand it down to one another.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from narrow_cornice.errors import CorniceError


class StoppedError(CorniceError):
    """Sheets are no longer wanted."""


Told = Callable[[int], bool]
_told: ContextVar[Told | None] = ContextVar("told", default=None)


@contextmanager
def watched(told: Told) -> Iterator[None]:
    """Have ``told`` called with the number of each sheet as it is begun; it returns whether to go on."""
    former = _told.set(told)
    try:
        yield
    finally:
        _told.reset(former)


def begin_sheet(number: int) -> None:
    """Tell that a sheet is begun. Raises ``StoppedError`` where nobody wants it any more."""
    told = _told.get()
    if told is not None and not told(number):
        raise StoppedError("Stopped.")
