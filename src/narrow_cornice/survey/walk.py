"""A walk round a room as it is written down: wall by wall, with the corners that turn the other way.

``4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?``: walls in the order they are walked (the wall on the right hand),
parted by semicolons. An ``o`` after a size says that the corner at its end is an outside one; ``?`` is a wall nobody
read, which follows from the others.
"""

from __future__ import annotations

import re
from typing import NamedTuple

from narrow_cornice.errors import CorniceError
from narrow_cornice.survey.plan import Turn
from narrow_cornice.units.lengths import Length, LengthError, Unit, parse_length

EXAMPLE = "Write for example 4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?"
_OUTSIDE = re.compile(r"[\s\d\"'”″’′)¼½¾⅛⅜⅝⅞?]o\s*$", re.IGNORECASE)


class Walked(NamedTuple):
    """One wall of a walk: its reading, None where nobody read it, and the corner at its end."""

    length: Length | None
    turn: Turn


class WalkError(CorniceError, ValueError):
    """A walk that cannot be read; ``position`` is the offending character's index in the whole text."""

    def __init__(self, message: str, text: str, position: int) -> None:
        super().__init__(message, remedy=EXAMPLE)
        self.text = text
        self.position = position


def read_walk(text: str, unit: Unit) -> tuple[Walked, ...]:
    """Return the walls of a walk; a bare number takes ``unit``. Raises WalkError with the place."""
    walls: list[Walked] = []
    start = 0
    for part in text.split(";"):
        size = part
        turn: Turn = "left"
        if _OUTSIDE.search(" " + part):
            size, turn = part.rstrip()[:-1], "right"
        if size.strip() == "?":
            walls.append(Walked(None, turn))
        else:
            try:
                walls.append(Walked(parse_length(size, unit), turn))
            except LengthError as error:
                message = f"wall {len(walls) + 1}: {error.message}"
                raise WalkError(message, text, min(len(text), start + error.position)) from None
        start += len(part) + 1
    return tuple(walls)
