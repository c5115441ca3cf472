"""Panels on a wall: a stretch divided into equal ones with the same margin all round.

A space is a free rectangle of the wall: between corners, casings and rails. With n panels in a space of width W and a
margin m there are n + 1 margins, so a panel is (W − (n + 1) m) ÷ n wide, measured over its moulding.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal, get_args

import msgspec

from narrow_cornice.explained.figures import Figure, explained

Zone = Literal["below the dado rail", "above the dado rail", "whole wall"]
ZONES: tuple[Zone, ...] = get_args(Zone)
Manner = Literal["picture-frame", "wainscot"]
Alike = Literal["each wall", "whole room"]

SMALLEST = 120.0  # mm: a panel that is narrower or lower than that is left out
GOLDEN = (1 + math.sqrt(5)) / 2  # of a panel's longer side to its shorter, where nobody wishes another
STEPS = 121  # widths tried round the wished one
FAR = 1 / 3  # how much a width far from the wished one weighs against panels that are not alike
TOO_NARROW = 0.6  # of a panel's width: what is left beside a door is a panel of its own
FREE = 0.3  # of the golden section: how narrow panels may be where nobody wishes a width


class Space(msgspec.Struct, frozen=True):
    """A free rectangle of a wall, from its left end and the floor, in mm."""

    u0: float
    v0: float
    u1: float
    v1: float

    @property
    def wide(self) -> float:
        """Return its width in mm."""
        return self.u1 - self.u0

    @property
    def tall(self) -> float:
        """Return its height in mm."""
        return self.v1 - self.v0


@explained("panel", "mm", "(space − (panels + 1) × margin) ÷ panels")
def panel_width(space: float, panels: float, margin: float) -> float:
    """Return the width of each of several equal panels over their mouldings, the margin the same all round."""
    return (space - (panels + 1) * margin) / panels


def wished_width(tall: float, margin: float) -> float:
    """Return the width that looks well for panels in a space so high: the golden section of their height, upright."""
    return max(SMALLEST, (tall - 2 * margin) / GOLDEN)


def _counts(space: float, margin: float) -> range:
    """Return how many panels fit a space at most."""
    most = int((space - margin) // (SMALLEST + margin))
    return range(1, most + 1)


def nearest_count(space: float, margin: float, width: float) -> int:
    """Return the number of panels whose width comes nearest to a wished one, by ratio; nought where none fits.

    The width falls as the number rises, so it is one of the two numbers beside (space − margin) ÷ (width + margin).
    """
    most = len(_counts(space, margin))
    if most == 0:
        return 0
    about = (space - margin) / (width + margin)
    near = {min(most, max(1, math.floor(about))), min(most, max(1, math.ceil(about)))}
    return min(near, key=lambda n: abs(math.log(((space - (n + 1) * margin) / n) / width)))


def common_width(spaces: Sequence[float], margin: float, wished: float, narrowest: float = 2 / 3) -> float:
    """Return the width near the wished one to which spaces divide most alike.

    Weighed against one another are the ratio of the widest to the narrowest panel and, a third as much, that of the
    width to the wished one. Widths are tried from ``narrowest`` of the wished one to one and a half of it; a space that
    is too narrow for its panel does not count.
    """
    fitting = [space for space in spaces if _counts(space, margin)]
    if not fitting:
        return wished

    import numpy as np

    tried = [wished * narrowest * math.pow(1.5 / narrowest, step / (STEPS - 1)) for step in range(STEPS)]
    widths, wide = np.array([[width] for width in (wished, *tried)]), np.array(fitting)
    most = np.array([len(_counts(space, margin)) for space in fitting])
    about = (wide - margin) / (widths + margin)
    # As in nearest_count, for all spaces and widths at once.
    near = [
        (wide - (n + 1) * margin) / n for n in (np.clip(np.floor(about), 1, most), np.clip(np.ceil(about), 1, most))
    ]
    off = [np.abs(np.log(made / widths)) for made in near]
    made = np.where(off[0] <= off[1], near[0], near[1])
    counts = wide - 2 * margin >= TOO_NARROW * widths
    some = counts.any(axis=1)
    ratio = np.where(counts, made, 0.0).max(axis=1) / np.where(counts, made, np.inf).min(axis=1)
    spread = np.where(some, np.log(np.where(some, ratio, 1.0)), np.inf)
    unlike = spread + FAR * np.abs(np.log(widths[:, 0] / wished))
    return float(widths[np.argmin(unlike), 0])


def panels_in(space: Space, margin: float, width: float) -> tuple[Space, ...]:
    """Return the panels of a space, over their mouldings, from left to right; none where it is too small."""
    tall = space.tall - 2 * margin
    count = nearest_count(space.wide, margin, width) if tall >= SMALLEST else 0
    if count == 0:
        return ()
    wide = (space.wide - (count + 1) * margin) / count
    made = []
    for index in range(count):
        left = space.u0 + margin + index * (wide + margin)
        made.append(Space(left, space.v0 + margin, left + wide, space.v1 - margin))
    return tuple(made)


def free_spaces(whole: Space, holes: Sequence[Space], low: Sequence[tuple[float, float]] = ()) -> tuple[Space, ...]:
    """Return the free rectangles of a stretch of wall: between what stands in its whole height, and over and under what
    does not. ``holes`` are openings with their casings; ``low`` are stretches under a ceiling that is too low."""
    inside = [
        one for one in holes if whole.u0 < one.u1 and one.u0 < whole.u1 and whole.v0 < one.v1 and one.v0 < whole.v1
    ]
    across = sorted([*inside, *(Space(start, whole.v0, end, whole.v1) for start, end in low)], key=lambda hole: hole.u0)
    made: list[Space] = []
    at = whole.u0
    for hole in across:
        if hole.u0 > at:
            made.append(Space(at, whole.v0, hole.u0, whole.v1))
        left, right = max(hole.u0, at), min(hole.u1, whole.u1)
        if right > left:
            for v0, v1 in ((whole.v0, hole.v0), (hole.v1, whole.v1)):
                if v1 - v0 > SMALLEST:
                    made.append(Space(left, v0, right, v1))
        at = max(at, hole.u1)
    if at < whole.u1:
        made.append(Space(at, whole.v0, whole.u1, whole.v1))
    return tuple(one for one in made if one.wide > SMALLEST)


def panel_figure(space: float, count: int, margin: Figure, name: str) -> Figure:
    """Return the width of the panels of a space as a figure."""
    return panel_width(
        Figure("space", space, "mm", "table", note="free on the wall, between casings and corners"),
        Figure("panels", count, "", "table", note="as many as come nearest to the common width"),
        margin,
        called=name,
    )
