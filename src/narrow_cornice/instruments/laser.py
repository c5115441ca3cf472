"""A stand-in laser meter on a pseudo-terminal: plays a list of lengths, on a key, on a question, or by the clock.

It can add noise, drop lines, cut them in half, talk nonsense and change its unit, so that whoever listens can be tried.
"""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.errors import CorniceError
from narrow_cornice.instruments.meter_lines import MeterUnit, reading_line, written
from narrow_cornice.instruments.stand_in import LineHabits, StandIn, run as run
from narrow_cornice.units.lengths import LengthError, Unit, parse_length

SAID = "stand-in laser meter, 1"
USUAL: tuple[float, ...] = (4310.0, 3620.0, 1178.0, 390.0, 1641.0, 388.0, 1492.0, 3617.0, 2974.0)


class LaserError(CorniceError, ValueError):
    """A list of readings that cannot be played."""


class Habits(LineHabits, frozen=True, kw_only=True):
    """How the stand-in behaves: standard deviation of its noise in mm, what it does to its lines, its unit."""

    noise: float = 0.0
    unit: MeterUnit = "mm"
    sigma: float | None = 1.5


def read_list(text: str, unit: Unit = "mm") -> tuple[float, ...]:
    """Return the lengths of a recorded list in mm, one a line, # for remarks. Raises LaserError with the line."""
    made = []
    for number, line in enumerate(text.splitlines(), 1):
        bare = line.partition("#")[0].strip()
        if bare:
            try:
                made.append(parse_length(bare, unit).mm)
            except LengthError as error:
                raise LaserError(f"line {number}, “{bare[:40]}”: {error.message}") from None
    if not made:
        raise LaserError("the list has no readings.", remedy="Write one length on each line.")
    return tuple(made)


class Laser(StandIn):
    """The stand-in: the readings that are still to be sent."""

    def __init__(self, lengths: Sequence[float] = USUAL, habits: Habits | None = None, seed: int = 1) -> None:
        super().__init__(seed)
        self._lengths, self.habits = list(lengths), habits or Habits()
        self._next = 0
        self.sent: list[float] = []

    @property
    def left(self) -> int:
        """Return how many readings are still to be sent."""
        return len(self._lengths) - self._next

    def hello(self) -> None:
        """Say what it is and in which unit it reads."""
        self.say(written(f"H {SAID}"))
        self.say(written(f"U {self.habits.unit}"))

    def measure(self) -> float | None:
        """Send the next reading of the list with the habits; None at its end."""
        if self.left == 0:
            self.say(written("E nothing in sight"))
            return None
        mm = max(0.1, self._lengths[self._next] + self.chance.gauss(0.0, self.habits.noise))
        self._next += 1
        if self.send(reading_line(mm, self.habits.unit, self.habits.sigma), self.habits):
            self.sent.append(mm)
        return mm

    def play(self) -> str | None:
        """Send the next reading; return it in words, None at the end."""
        mm = self.measure()
        return None if mm is None else f"{mm:.1f} mm"
