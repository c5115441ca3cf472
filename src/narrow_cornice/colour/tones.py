"""Colours as #rrggbb, and what is measured of them.

Conversions come from coloraide (imported where used, since it costs time): lightness is CIE L* under D65,
differences are CIEDE2000.
"""

from __future__ import annotations

import re

from narrow_cornice.errors import CorniceError
from narrow_cornice.memo import by_value

_HEX = re.compile(r"#[0-9a-fA-F]{6}")


def checked_colour(text: str, where: str = "colour") -> str:
    """Return the colour as lower-case #rrggbb. Raises CorniceError for anything else."""
    if not _HEX.fullmatch(text):
        raise CorniceError(f"“{text[:40]}” is not a colour.", where=where, remedy="Write it as #rrggbb.")
    return text.lower()


def channels(colour: str) -> tuple[int, int, int]:
    """Return red, green and blue as 0 … 255."""
    return int(colour[1:3], 16), int(colour[3:5], 16), int(colour[5:7], 16)


def toned_channels(given: tuple[int, int, int], tone: float) -> tuple[int, int, int]:
    """Return red, green and blue under a tone of light: below 1 darker, above 1 towards white."""
    if tone <= 1:
        red, green, blue = (max(0, round(c * tone)) for c in given)
    else:
        more = min(1.0, tone - 1)
        red, green, blue = (min(255, round(c + (255 - c) * more)) for c in given)
    return red, green, blue


def toned(colour: str, tone: float) -> str:
    """Return the colour under a tone of light: below 1 darker, above 1 towards white."""
    red, green, blue = toned_channels(channels(colour), tone)
    return f"#{red:02x}{green:02x}{blue:02x}"


@by_value(times=8, each="thing")
def linear_light(colour: str) -> tuple[float, float, float]:
    """Return the reflectances of the three bands, 0 … 1 (sRGB with its curve undone)."""
    from coloraide import Color

    red, green, blue = Color(colour).convert("srgb-linear").coords()
    return red, green, blue


@by_value(times=8, each="thing")
def hex_of_light(light: tuple[float, float, float]) -> str:
    """Return the colour of three reflectances, 0 … 1, as #rrggbb: the sRGB curve done again, what cannot be clipped."""
    from coloraide import Color

    red, green, blue = (
        min(255, max(0, round(255 * one))) for one in Color("srgb-linear", light).convert("srgb").coords()
    )
    return f"#{red:02x}{green:02x}{blue:02x}"


def lightness(colour: str) -> float:
    """Return CIE L* under D65, 0 … 100."""
    return lab(colour)[0]


@by_value(times=8, each="thing")
def lab(colour: str) -> tuple[float, float, float]:
    """Return CIE L*, a* and b* under D65."""
    from coloraide import Color

    light, red, yellow = Color(colour).convert("lab-d65").coords()
    return light, red, yellow


def light_reflectance(colour: str) -> float:
    """Return the light reflectance of a surface of that colour: Y in per cent (IEC 61966-2-1 weights of the bands)."""
    red, green, blue = linear_light(colour)
    return 100.0 * (0.2126 * red + 0.7152 * green + 0.0722 * blue)


def difference(one: tuple[float, float, float], other: tuple[float, float, float]) -> float:
    """Return ΔE00 (CIEDE2000) between two colours given as linear reflectances."""
    from coloraide import Color

    return float(Color("srgb-linear", one).delta_e(Color("srgb-linear", other), method="2000"))


@by_value(times=16, each="thing")
def tone_difference(one: str, other: str) -> float:
    """Return ΔE00 (CIEDE2000) between two colours as #rrggbb."""
    from coloraide import Color

    return float(Color(one).delta_e(Color(other), method="2000"))


def make_ready() -> None:
    """Load what measuring colours takes, so that the first question does not wait for it."""
    difference(linear_light("#808080"), linear_light("#7f7f7f"))
    lightness("#808080")
