"""A size that can be typed, whatever it is the size of."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

import msgspec

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.units.show import show_size


class SizeField(msgspec.Struct, frozen=True):
    """A size that can be typed, by its ``path``: ``of`` says of what it is one and ``which`` one, in words; ``mm`` is
    None where it is not set; ``edit`` makes the change (None empties it).

    ``kind`` is "reading" for a length read off the building, which takes the instrument in hand, and "angle" for a
    corner, whose ``mm`` are degrees and whose edit takes an angle reading, and "walk" for walls that are walked, whose
    edit takes them. ``wants`` is what the order wants of it, and ``near`` how near that is as good.
    """

    path: ThingPath
    of: str
    which: str
    mm: float | None
    edit: Callable[[Any], Edit]
    may_be_empty: bool = False
    kind: Literal["length", "reading", "angle", "walk"] = "length"
    wants: float | None = None
    near: float = 0.05

    @property
    def label(self) -> str:
        """Return what it is the size of, and which one, in words."""
        return f"{self.of}, {self.which}" if self.which else self.of

    def shown(self, job: Job) -> str:
        """Return the size as the job shows it, empty where there is none."""
        if self.mm is None:
            return ""
        if self.kind == "angle":
            return f"{self.mm:g}°"
        settings = job.settings
        return show_size(self.mm, settings)
