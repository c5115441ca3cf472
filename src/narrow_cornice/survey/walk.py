"""A walk round a room as it is written down: wall by wall, with the corners that turn the other way.

``4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?``: walls in the order they are walked (the wall on the right hand),
parted by semicolons. An ``o`` after a size says that the corner at its end is an outside one; ``?`` is a wall nobody
read, which follows from the others. ``@`` and an angle is what that corner was read as inside the room (``1200 @135``);
``@?`` says that it was neither read nor is square. A corner of which nothing is said is assumed square.
"""

from __future__ import annotations

import re
from typing import NamedTuple

from narrow_cornice.errors import CorniceError
from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import AngleError, AngleReading, parse_angle
from narrow_cornice.units.lengths import Length, LengthError, Unit, parse_length

EXAMPLE = "Write for example 4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?"
_OUTSIDE = re.compile(r"[\s\d\"'”″’′)¼½¾⅛⅜⅝⅞?]o\s*$", re.IGNORECASE)


class Walked(NamedTuple):
    """One wall of a walk: its reading, None where nobody read it, and the corner at its end."""

    length: Length | None
    turn: Turn
    assumed: float | None = 90.0
    angle: AngleReading | None = None


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
        size, at, corner = part.partition("@")
        turn: Turn = "left"
        assumed: float | None = 90.0
        angle: AngleReading | None = None
        if _OUTSIDE.search(" " + size):
            size, turn = size.rstrip()[:-1], "right"
        length = None
        if size.strip() != "?":
            try:
                length = parse_length(size, unit)
            except LengthError as error:
                message = f"wall {len(walls) + 1}: {error.message}"
                raise WalkError(message, text, min(len(text), start + error.position)) from None
        if at and corner.strip() == "?":
            assumed = None
        elif at:
            try:
                angle = parse_angle(corner)
            except AngleError as error:
                message = f"the corner after wall {len(walls) + 1}: {error.message}"
                raise WalkError(message, text, min(len(text), start + part.index("@") + 1 + error.position)) from None
            turn = "left" if angle.degrees <= 180.0 else "right"
        walls.append(Walked(length, turn, assumed, angle))
        start += len(part) + 1
    return tuple(walls)
