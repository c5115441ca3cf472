"""How far something is that is handed out or brought in, and stopping it: whoever waits for it watches, whoever does
it tells.

What is watched holds for the thread it is asked for on, so that makers of sheets need not hand it down to one another.
"""

from __future__ import annotations

import io
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TypeVar

from narrow_cornice.errors import CorniceError


class StoppedError(CorniceError):
    """What was to be made or read is no longer wanted."""


Thing = TypeVar("Thing")
Told = Callable[[str], bool]
_told: ContextVar[Told | None] = ContextVar("told", default=None)
READ_AT_ONCE = 4096  # lines of a file between two tellings


@contextmanager
def watched(told: Told) -> Iterator[None]:
    """Have ``told`` called with words for how far it is ("sheet 12"); it returns whether to go on."""
    former = _told.set(told)
    try:
        yield
    finally:
        _told.reset(former)


def tell(words: str) -> None:
    """Tell how far it is. Raises ``StoppedError`` where nobody wants it any more."""
    told = _told.get()
    if told is not None and not told(words):
        raise StoppedError("Stopped.")


def one_by_one(things: Sequence[Thing], called: str) -> Iterator[Thing]:
    """Yield things one by one, telling of each ("room 3 of 60")."""
    for number, one in enumerate(things, 1):
        tell(f"{called} {number} of {len(things)}")
        yield one


class ToldStream(io.BytesIO):
    """A file's bytes that tell how much of them has been read by lines."""

    def __init__(self, raw: bytes) -> None:
        super().__init__(raw)
        self._whole, self._lines = max(1, len(raw)), 0

    def readline(self, size: int | None = -1, /) -> bytes:
        """Return the next line."""
        self._lines += 1
        if self._lines % READ_AT_ONCE == 0:
            tell(f"{100 * self.tell() // self._whole} % read")
        return super().readline(size)
