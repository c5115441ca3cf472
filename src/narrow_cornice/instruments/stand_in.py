"""What stand-ins of devices have in common: a pseudo-terminal, lines that are sent, lost, cut in half or spoilt."""

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
from collections.abc import Callable

import msgspec


class LineHabits(msgspec.Struct, frozen=True):
    """How a stand-in treats its lines: the shares that it drops, halves and garbles."""

    drop: float = 0.0
    halve: float = 0.0
    garble: float = 0.0


class StandIn:
    """A device on a pseudo-terminal, with so many readings still to be sent."""

    def __init__(self, seed: int) -> None:
        self.chance = random.Random(seed)
        self._master, slave = pty.openpty()
        tty.setraw(slave)
        settings = termios.tcgetattr(slave)
        settings[3] &= ~termios.ECHO
        termios.tcsetattr(slave, termios.TCSANOW, settings)
        os.set_blocking(self._master, False)
        self.port = os.ttyname(slave)
        self._slave = slave  # held open, so that the terminal outlives whoever listens

    @property
    def left(self) -> int:
        """Return how many readings are still to be sent."""
        return 0

    def hello(self) -> None:
        """Say what it is."""

    def play(self) -> str | None:
        """Send the next reading; return it in words, None at the end."""
        return None

    def say(self, content: bytes) -> None:
        """Send bytes as they are; a listener that does not listen loses them."""
        try:
            os.write(self._master, content)
        except OSError as error:
            if error.errno not in (errno.EAGAIN, errno.EIO):
                raise

    def send(self, line: bytes, habits: LineHabits) -> bool:
        """Send a line as the habits have it; return whether it was sent at all."""
        fate = self.chance.random()
        if fate < habits.drop:
            return False
        if fate < habits.drop + habits.halve:
            line = line[: len(line) // 2]
        elif fate < habits.drop + habits.halve + habits.garble:
            place = self.chance.randrange(len(line) - 1)
            line = line[:place] + bytes([self.chance.randrange(33, 126)]) + line[place + 1 :]
        self.say(line)
        return True

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


def run(device: StandIn, every: float | None, tell: Callable[[str], None], keys: int | None) -> None:
    """Run a stand-in until its list is at its end: a reading on Enter (``keys`` is the keyboard's handle), on a ``?``
    from the program, and ``every`` so many seconds."""
    tell(device.port)
    device.hello()
    due = time.monotonic() + every if every is not None else None
    while device.left:
        wanted = device.asked(0.05)
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
            words = device.play()
            if words is not None:
                print(words, file=sys.stderr)
