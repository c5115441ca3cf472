"""A stand-in colour reader on a pseudo-terminal: plays a list of colours, on a key, on a question, or by the clock."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.errors import CorniceError
from narrow_cornice.instruments.meter_lines import colour_line, written
from narrow_cornice.instruments.stand_in import LineHabits, StandIn

SAID = "stand-in colour reader, 1"
USUAL: tuple[str, ...] = ("#c8d3c2", "#7d978a", "#cdae84", "#a9614f", "#f3efe4", "#4c5257")


class ReaderError(CorniceError, ValueError):
    """A list of colours that cannot be played."""


def read_colours(text: str) -> tuple[str, ...]:
    """Return a list of colours, one a line as #rrggbb, ; for remarks. Raises ReaderError with the line."""
    made = []
    for number, line in enumerate(text.splitlines(), 1):
        bare = line.partition(";")[0].strip()
        if bare:
            try:
                made.append(checked_colour(bare))
            except CorniceError as error:
                raise ReaderError(f"line {number}: {error.message}") from None
    if not made:
        raise ReaderError("the list has no colours.", remedy="Write one #rrggbb on each line.")
    return tuple(made)


class ColourReader(StandIn):
    """The stand-in: colours that are held under it one after the other, read with a little ``noise`` in each band."""

    def __init__(
        self, colours: Sequence[str] = USUAL, habits: LineHabits | None = None, noise: float = 0.0, seed: int = 1
    ) -> None:
        super().__init__(seed)
        self._colours, self.habits, self._noise = list(colours), habits or LineHabits(), noise
        self._next = 0

    @property
    def left(self) -> int:
        """Return how many colours are still to be sent."""
        return len(self._colours) - self._next

    def hello(self) -> None:
        """Say what it is."""
        self.say(written(f"H {SAID}"))

    def play(self) -> str | None:
        """Send the next colour; None at the end of the list."""
        if self.left == 0:
            self.say(written("E nothing under it"))
            return None
        tone = self._colours[self._next]
        self._next += 1
        bands = [int(tone[at : at + 2], 16) for at in (1, 3, 5)]
        read = [min(255, max(0, round(band + self.chance.gauss(0.0, self._noise)))) for band in bands]
        shown = "#{:02x}{:02x}{:02x}".format(*read)
        self.send(colour_line(shown), self.habits)
        return shown
