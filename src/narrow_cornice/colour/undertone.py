"""What a colour is called and which way it leans: its hue in a word, its undertone, warm or cool.

Hues are angles of CIE L*a*b* under D65; where one word ends and the next begins is a habit of speech.
"""

from __future__ import annotations

import math

from narrow_cornice.colour.agreeing import CHROMATIC
from narrow_cornice.colour.tones import lab

# to which angle of hue a word goes, in degrees, the first one from −15
HUE_WORDS = (
    (18.0, "pink"),
    (45.0, "red"),
    (68.0, "orange"),
    (98.0, "yellow"),
    (118.0, "yellow-green"),
    (165.0, "green"),
    (210.0, "blue-green"),
    (285.0, "blue"),
    (325.0, "violet"),
    (345.0, "pink"),
)
WARM_FROM, WARM_TO = -40.0, 118.0  # the hues that are warm
FAINT = 1.2  # chroma below which no undertone is seen


def hue_of(tone: str) -> float:
    """Return the hue of a colour in degrees, 0 … 360."""
    _, red, yellow = lab(tone)
    return math.degrees(math.atan2(yellow, red)) % 360.0


def chroma_of(tone: str) -> float:
    """Return the chroma of a colour in CIE L*a*b*."""
    _, red, yellow = lab(tone)
    return math.hypot(red, yellow)


def hue_word(tone: str) -> str:
    """Return the word for the hue of a colour."""
    angle = hue_of(tone)
    angle = angle - 360.0 if angle > 345.0 else angle
    return next(word for most, word in HUE_WORDS if angle <= most)


def is_warm(tone: str) -> bool:
    """Return whether a colour leans to the warm side."""
    angle = hue_of(tone)
    return WARM_FROM <= (angle - 360.0 if angle > 180.0 else angle) <= WARM_TO


def is_neutral(tone: str) -> bool:
    """Return whether a tone is a neutral and no colour (chroma of 4 at most)."""
    return chroma_of(tone) <= CHROMATIC


def undertone(tone: str) -> str:
    """Return the undertone of a colour in words, as "green, cool"; of a neutral what shows through its grey."""
    side = "warm" if is_warm(tone) else "cool"
    if chroma_of(tone) < FAINT:
        return "none"
    return f"{hue_word(tone)} grey, {side}" if is_neutral(tone) else f"{hue_word(tone)}, {side}"
