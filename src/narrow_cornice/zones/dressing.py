"""How much cloth a window takes, how long its rod is, how large its shade (surfaces and coatings; rods)."""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import explained

NEAR = 1e-9


@explained("rod", "mm", "window + 2 × beyond")
def rod_length(window: float, beyond: float) -> float:
    """Return how long a rod is that reaches beyond its window on both sides, in mm."""
    return window + 2.0 * beyond


@explained("widths", "widths", "ceil(rod × fullness ÷ cloth)")
def widths_of_cloth(rod: float, fullness: float, cloth: float) -> float:
    """Return how many widths of cloth hang from a rod in folds."""
    return float(math.ceil(rod * fullness / cloth - NEAR))


@explained("widths", "widths", "ceil((window + 2 × side) ÷ cloth)")
def widths_flat(window: float, side: float, cloth: float) -> float:
    """Return how many widths of cloth a flat shade takes."""
    return float(math.ceil((window + 2.0 * side) / cloth - NEAR))


@explained("cut drop", "mm", "drop + heading + hem")
def cut_plain(drop: float, heading: float, hem: float) -> float:
    """Return how long a width is cut of cloth without a repeat."""
    return drop + heading + hem


@explained("cut drop", "mm", "ceil((drop + heading + hem) ÷ repeat) × repeat")
def cut_to_repeat(drop: float, heading: float, hem: float, repeat: float) -> float:
    """Return how long a width is cut of cloth with a repeat: a whole number of repeats."""
    return math.ceil((drop + heading + hem) / repeat - NEAR) * repeat


@explained("cloth", "run", "widths × cut drop")
def cloth_needed(widths: float, cut_drop: float) -> float:
    """Return the length of cloth that is needed, in mm."""
    return widths * cut_drop


@explained("shade", "m²", "width × height ÷ 1000000")
def shade_area(width: float, height: float) -> float:
    """Return the area that a ready-made shade is priced by, in m², of a width and a height in mm."""
    return width * height / 1_000_000


def stepped(size: float, step: float) -> float:
    """Return a size rounded up to a step of the maker."""
    return math.ceil(size / step - NEAR) * step
