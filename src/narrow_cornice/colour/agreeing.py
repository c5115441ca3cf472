"""Whether two colours agree: by hue where both are colours, by undertone where both are neutral (neighbours)."""

from __future__ import annotations

import math

from narrow_cornice.colour.tones import lab

NEAR_HUE = 25.0  # degrees within which two hues agree
CHROMATIC = 4.0  # chroma above which a tone is a colour and not a neutral


def agree(one: str, other: str) -> bool:
    """Return whether two colours (#rrggbb) agree: both over a chroma of 4 and within 25° of hue in CIE L*a*b*, or both
    neutral with an undertone on the same side, warm or cool."""
    (_, a1, b1), (_, a2, b2) = lab(one), lab(other)
    coloured = [math.hypot(a1, b1) > CHROMATIC, math.hypot(a2, b2) > CHROMATIC]
    if all(coloured):
        apart = abs(math.degrees(math.atan2(b1, a1)) - math.degrees(math.atan2(b2, a2))) % 360.0
        return min(apart, 360.0 - apart) <= NEAR_HUE
    if any(coloured):
        return False
    return (b1 >= 0.0) == (b2 >= 0.0)
