"""Lays out the colour deck that ships and writes it: python scripts/lay_out_deck.py >
src/narrow_cornice/data/deck.json.

Twenty-four hues, 15° apart in OKLCH, each in sixteen steps of lightness and chroma, and sixteen neutrals: 400 colours.
What a screen cannot show is brought to the nearest chroma that it can. Names are of the salt marsh and the sea.
"""

from __future__ import annotations

import json
import sys

from coloraide import Color

HUES = (
    *("Thrift", "Dulse", "Madder", "Crab", "Buoy", "Reedmace", "Sandbar", "Reed"),
    *("Marram", "Sedge", "Samphire", "Eelgrass", "Glasswort", "Seakale", "Lagoon", "Tern"),
    *("Channel", "Ebb", "Harbour", "Mussel", "Sea-holly", "Aster", "Limpet", "Coralline"),
)
STEPS = (  # word, lightness, chroma
    ("Misted", 0.95, 0.015),
    ("Pale", 0.95, 0.035),
    ("Bleached", 0.88, 0.025),
    ("Young", 0.88, 0.06),
    ("Dry", 0.79, 0.03),
    ("", 0.79, 0.07),
    ("Bright", 0.79, 0.115),
    ("Weathered", 0.68, 0.035),
    ("Summer", 0.68, 0.08),
    ("Flowering", 0.68, 0.125),
    ("Silted", 0.57, 0.04),
    ("Wet", 0.57, 0.095),
    ("Winter", 0.45, 0.04),
    ("Deep", 0.45, 0.085),
    ("Night", 0.33, 0.03),
    ("Drowned", 0.33, 0.06),
)
NEUTRALS = (  # hue and chroma of the undertone, and a name for each lightness
    (85.0, 0.008, ("Chalk", "Driftwood", "Mudflat", "Tarred hull")),
    (250.0, 0.008, ("Foam", "Gull", "Slate", "Squall")),
    (145.0, 0.007, ("Salt", "Lichen", "Creek", "Peat")),
    (20.0, 0.007, ("Shell", "Oyster", "Cobble", "Anchor")),
)
LIGHTNESS = (0.965, 0.82, 0.58, 0.3)


def shown(lightness: float, chroma: float, hue: float) -> str:
    """Return the colour as #rrggbb, with less chroma where a screen has none so strong."""
    while not (colour := Color("oklch", [lightness, chroma, hue])).in_gamut("srgb", tolerance=0.0):
        chroma -= 0.001
    return colour.convert("srgb").to_string(hex=True)


def deck() -> list[dict[str, str]]:
    """Return the colours of the deck: identity, family, name and colour."""
    made = []
    for number, noun in enumerate(HUES):
        for step, (word, lightness, chroma) in enumerate(STEPS):
            name = f"{word} {noun.lower()}" if word else noun
            made.append(
                {
                    "id": f"deck-{number * 15}-{step}",
                    "family": noun,
                    "name": name,
                    "hex": shown(lightness, chroma, number * 15.0),
                }
            )
    for undertone, (hue, chroma, names) in enumerate(NEUTRALS):
        for step, (name, lightness) in enumerate(zip(names, LIGHTNESS, strict=True)):
            made.append(
                {
                    "id": f"deck-n{undertone}-{step}",
                    "family": "neutral",
                    "name": name,
                    "hex": shown(lightness, chroma, hue),
                }
            )
    return made


if __name__ == "__main__":
    rows = ",\n".join("  " + json.dumps(one, ensure_ascii=False) for one in deck())
    sys.stdout.write(f"[\n{rows}\n]\n")
