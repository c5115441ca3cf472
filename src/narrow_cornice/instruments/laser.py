"""A stand-in laser meter on a pseudo-terminal: plays a list of lengths, on a key, on a question, or by the clock.

It can add noise, drop lines, cut them in half, talk nonsense and change its unit, so that whoever listens can be tried.
"""

from __future__ import annotations

import errno
import os
import pty
import random
import select
import sys
import termios
import time
import tty
from collections.abc import Callable, Sequence

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.instruments.meter_lines import MeterUnit, reading_line, written
from narrow_cornice.units.lengths import LengthError, Unit, parse_length

SAID = "stand-in laser meter, 1"
USUAL: tuple[float, ...] = (4310.0, 3620.0, 1178.0, 390.0, 1641.0, 388.0, 1492.0, 3617.0, 2974.0)


class LaserError(CorniceError, ValueError):
    """A list of readings that cannot be played."""


class Habits(msgspec.Struct, frozen=True):
    """How the stand-in behaves: standard deviation of its noise in mm, shares of lines dropped, halved and garbled."""

    noise: float = 0.0
    drop: float = 0.0
    halve: float = 0.0
    garble: float = 0.0
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


class Laser:
    """The stand-in: a pseudo-terminal and the readings that are still to be sent."""

    def __init__(self, lengths: Sequence[float] = USUAL, habits: Habits | None = None, seed: int = 1) -> None:
        self._lengths, self.habits = list(lengths), habits or Habits()
        self._next = 0
        self._chance = random.Random(seed)
        self._master, slave = pty.openpty()
        tty.setraw(slave)
        settings = termios.tcgetattr(slave)
        settings[3] &= ~termios.ECHO
        termios.tcsetattr(slave, termios.TCSANOW, settings)
        os.set_blocking(self._master, False)
        self.port = os.ttyname(slave)
        self._slave = slave  # held open, so that the terminal outlives whoever listens
        self.sent: list[float] = []

    @property
    def left(self) -> int:
        """Return how many readings are still to be sent."""
        return len(self._lengths) - self._next

    def say(self, content: bytes) -> None:
        """Send bytes as they are; a listener that does not listen loses them."""
        try:
            os.write(self._master, content)
        except OSError as error:
            if error.errno not in (errno.EAGAIN, errno.EIO):
                raise

    def hello(self) -> None:
        """Say what it is and in which unit it reads."""
        self.say(written(f"H {SAID}"))
        self.say(written(f"U {self.habits.unit}"))

    def measure(self) -> float | None:
        """Send the next reading of the list with the habits; None at its end."""
        if self.left == 0:
            self.say(written("E nothing in sight"))
            return None
        mm = max(0.1, self._lengths[self._next] + self._chance.gauss(0.0, self.habits.noise))
        self._next += 1
        line = reading_line(mm, self.habits.unit, self.habits.sigma)
        fate = self._chance.random()
        if fate < self.habits.drop:
            return mm
        if fate < self.habits.drop + self.habits.halve:
            line = line[: len(line) // 2]
        elif fate < self.habits.drop + self.habits.halve + self.habits.garble:
            place = self._chance.randrange(len(line) - 1)
            line = line[:place] + bytes([self._chance.randrange(33, 126)]) + line[place + 1 :]
        self.say(line)
        self.sent.append(mm)
        return mm

    def asked(self, wait: float) -> int:
        """Return how often it was asked for a reading (a ``?``) within ``wait`` seconds."""
        ready, _, _ = select.select([self._master], [], [], wait)
        if not ready:
            return 0
        try:
            return os.read(self._master, 256).count(b"?")
        except OSError:
            return 0

    def pull(self) -> None:
        """Pull the plug."""
        for handle in (self._slave, self._master):
            os.close(handle)


def run(laser: Laser, every: float | None, tell: Callable[[str], None], keys: int | None) -> None:
    """Run the stand-in until its list is at its end: a reading on Enter (``keys`` is the keyboard's handle), on a ``?``
    from the program, and ``every`` so many seconds."""
    tell(laser.port)
    laser.hello()
    due = time.monotonic() + every if every is not None else None
    while laser.left:
        wanted = laser.asked(0.05)
        if keys is not None and select.select([keys], [], [], 0)[0]:
            typed = os.read(keys, 256)
            if not typed:
                keys = None  # the keyboard is gone; questions and the clock are left
            wanted += typed.count(b"\n")
        if due is not None and time.monotonic() >= due:
            wanted += 1
            due += every or 0.0
        if keys is None and due is None and wanted == 0:
            time.sleep(0.05)
        for _ in range(wanted):
            mm = laser.measure()
            if mm is not None:
                print(f"{mm:.1f} mm", file=sys.stderr)
