"""How a colour looks under a lamp of another temperature than daylight.

A surface sends back the lamp's light: by CAT16 (Li et al. 2017) from the white of daylight (D65) to that of the lamp.
The eye goes along with the lamp for 0.7 of the way, so 0.3 of the change is seen; CAT16 is linear, so what is seen lies
so far between the two.
"""

from __future__ import annotations

from functools import cache

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.errors import CorniceError
from narrow_cornice.memo import by_value
from narrow_cornice.units.show import show_kelvin

ADAPTED = 0.7  # degree to which the eye adapts to a lamp
COLDEST, WARMEST = 10_000.0, 1_700.0  # kelvin of lamps that there are
DAYLIGHT = 6504.0  # kelvin of D65


@cache
def white_of(kelvin: float) -> tuple[float, float]:
    """Return the chromaticity (CIE 1931 x, y) of a lamp of a colour temperature, on the Planckian locus.

    Raises CorniceError for a temperature that no lamp has.
    """
    from coloraide import Color

    if not WARMEST <= kelvin <= COLDEST:
        raise CorniceError(
            f"A lamp of {show_kelvin(kelvin)} cannot be.", remedy="Lamps have 1 700 to 10 000 K, most 2 700."
        )
    x, y = Color.blackbody("xyz-d65", kelvin, scale=False).xy()
    return x, y


@by_value(times=8, each="thing")
def under_lamp(tone: str, kelvin: float) -> str:
    """Return the colour as it is seen under a lamp, as #rrggbb; by daylight it is itself."""
    from coloraide import Color
    from coloraide.cat import CAT16

    colour = checked_colour(tone)
    if abs(kelvin - DAYLIGHT) < 1.0:
        return colour
    day = Color(colour).convert("xyz-d65")
    x, y = day.white("xy-1931")
    lit = CAT16().adapt((x, y), white_of(kelvin), day.coords())
    seen = [ADAPTED * one + (1.0 - ADAPTED) * other for one, other in zip(day.coords(), lit, strict=True)]
    red, green, blue = (
        min(255, max(0, round(255 * band))) for band in Color("xyz-d65", seen).convert("srgb").clip().coords()
    )
    return f"#{red:02x}{green:02x}{blue:02x}"
