"""The plain traverse: sides and angles in the order walked, closed by the compass rule, for comparison.

Angles are first brought to their sum of (n − 2) × 180° in equal shares; the gap that is left is then shared out along
the walk in proportion to the lengths (Bowditch's rule). It uses no diagonal and weighs nothing.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

import msgspec

from narrow_cornice.survey.network import Point


class Traverse(msgspec.Struct, frozen=True):
    """A closed walk: its corners after the compass rule, and what did not close before it (mm, degrees)."""

    points: tuple[Point, ...]
    gap: float
    angle_gap: float


def compass_rule(sides: Sequence[float], angles: Sequence[float]) -> Traverse:
    """Return the walk along ``sides`` with interior ``angles`` in degrees, the first at the first corner."""
    count = len(sides)
    angle_gap = sum(angles) - (count - 2) * 180.0
    heading = 0.0
    points: list[Point] = [(0.0, 0.0)]
    for index, length in enumerate(sides):
        if index:
            heading += math.pi - math.radians(angles[index] - angle_gap / count)
        x, y = points[-1]
        points.append((x + length * math.cos(heading), y + length * math.sin(heading)))
    gap = points.pop()
    whole = sum(sides)
    shares = [share / whole for share in itertools.accumulate(sides, initial=0.0)]
    closed = tuple((x - gap[0] * share, y - gap[1] * share) for (x, y), share in zip(points, shares, strict=False))
    return Traverse(closed, math.hypot(*gap), angle_gap)
