"""A false window of mirror panes in a grid of bars: panes alike, their grid after the windows of the house."""

from __future__ import annotations

import math
from typing import NamedTuple

from narrow_cornice.features.region import Box, FieldError

MOST_PANES = 12


class Panes(NamedTuple):
    """Panes in a grid: how many across and up, how wide and tall each is in mm, and the box of each from the lower left
    corner of the frame."""

    across: int
    up: int
    wide: float
    tall: float
    boxes: tuple[Box, ...]

    @property
    def glass(self) -> float:
        """Return the area of all panes in m²."""
        return self.across * self.up * self.wide * self.tall / 1e6


def panes(width: float, height: float, frame: float, bar: float, across: int, up: int) -> Panes:
    """Return the panes of a window in a frame. Raises FieldError where bars leave nothing of them."""
    wide = (width - 2 * frame - (across - 1) * bar) / across
    tall = (height - 2 * frame - (up - 1) * bar) / up
    if across < 1 or up < 1 or wide < 20 or tall < 20:
        raise FieldError(f"{across} × {up} panes leave nothing between their bars.", where="panes")
    boxes = tuple(
        (
            frame + n * (wide + bar),
            frame + m * (tall + bar),
            frame + n * (wide + bar) + wide,
            frame + m * (tall + bar) + tall,
        )
        for m in range(up)
        for n in range(across)
    )
    return Panes(across, up, wide, tall, boxes)


# Many parameters: the window, and what its panes should be like.
def like_windows(width: float, height: float, frame: float, bar: float, pane: float, shape: float) -> tuple[int, int]:
    """Return how many panes across and up come nearest to panes of a width and a shape (tall over wide): of all grids
    the one whose panes differ least in both, by their logarithms."""
    best: tuple[float, tuple[int, int]] | None = None
    for across in range(1, MOST_PANES + 1):
        for up in range(1, MOST_PANES + 1):
            try:
                made = panes(width, height, frame, bar, across, up)
            except FieldError:
                continue
            off = abs(math.log(made.wide / pane)) + 2 * abs(math.log(made.tall / made.wide / shape))
            if best is None or off < best[0] - 1e-12:
                best = (off, (across, up))
    if best is None:
        raise FieldError("It is too small for panes.", where="width")
    return best[1]
