"""The outline of a part of casework where it is no rectangle: an arched rail, a shelf of a rounded end."""

from __future__ import annotations

import math

from narrow_cornice.casework.parts import Part

CORNERS = 24  # of a quarter of a circle as drawn
SHARES = [(1 - math.cos(math.pi * step / (2 * CORNERS))) / 2 for step in range(2 * CORNERS + 1)]  # close at its feet

Flat = tuple[tuple[float, float], ...]


def seen_from_the_front(part: Part) -> Flat:
    """Return the outline of a part as x and height, corner by corner from its lower left."""
    x, _, z, wide, _, tall = part.box
    upper = ((x + wide, z + tall), (x, z + tall))
    if part.kind != "arched rail" or part.curve <= 0:
        return ((x, z), (x + wide, z), *upper)
    return (*((x + wide * share, z + rise_at(wide, part.curve, share)) for share in SHARES), *upper)


def seen_from_above(part: Part, begin: float) -> Flat:
    """Return the outline of a part as x and distance from the wall, corner by corner; ``begin`` is where the carcasses
    of its run do."""
    x, y, _, wide, deep, _ = part.box
    if part.kind != "end shelf" or part.curve <= 0:
        return ((x, y), (x + wide, y), (x + wide, y + deep), (x, y + deep))
    turns = [math.pi / 2 * step / CORNERS for step in range(CORNERS + 1)]
    if x < begin:  # rounded to the left
        return ((x + wide, y), *((x + wide - wide * math.cos(turn), y + deep * math.sin(turn)) for turn in turns))
    return ((x, y), *((x + wide * math.cos(turn), y + deep * math.sin(turn)) for turn in turns))


def rise_at(wide: float, rise: float, share: float) -> float:
    """Return how high an arc stands over its chord at a share of that (segment of a circle)."""
    radius = (wide * wide / 4 + rise * rise) / (2 * rise)
    off = (share - 0.5) * wide
    return math.sqrt(max(0.0, radius * radius - off * off)) - (radius - rise)
