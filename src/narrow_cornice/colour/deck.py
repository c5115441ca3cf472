"""The deck of colours that ships, and what stands near a colour in a deck: its neighbours, its paler and deeper
relatives.

The deck is laid out in OKLCH by ``scripts/lay_out_deck.py``. Distances are CIEDE2000.
"""

import math
from functools import cache

import msgspec

from narrow_cornice.colour.tones import lab, lightness, tone_difference
from narrow_cornice.memo import by_value
from narrow_cornice.shipped import SHIPPED
from narrow_cornice.units.words import Id, Tone, Words

RELATED_HUE = 14.0  # degrees of hue in CIE L*a*b* that relatives are apart at most
PALE_CHROMA = 6.0  # below it hue says little, and relatives go by chroma alone
STEP_APART = 4.0  # of lightness between one relative and the next at least


class DeckColour(msgspec.Struct, frozen=True):
    """A colour of a deck: its identity in it, the family it stands in, its name and its tone as #rrggbb."""

    id: Id
    family: Words
    name: Words
    hex: Tone


Deck = tuple[DeckColour, ...]


@cache
def shipped_deck() -> Deck:
    """Return the 400 colours that ship."""
    return msgspec.json.decode((SHIPPED / "deck.json").read_bytes(), type=Deck)


@by_value(times=4, each="thing")
def neighbours(tone: str, deck: Deck, count: int = 4) -> tuple[DeckColour, ...]:
    """Return the colours of a deck nearest to a tone, the nearest first, without the tone itself."""
    near = sorted(deck, key=lambda one: tone_difference(one.hex, tone))
    return tuple(one for one in near if one.hex != tone)[:count]


@by_value(times=4, each="thing")
def nearest(tone: str, deck: Deck) -> DeckColour | None:
    """Return the colour of a deck that comes nearest to a tone by ΔE00, None of an empty deck."""
    return min(deck, key=lambda one: tone_difference(one.hex, tone), default=None)


@by_value(times=4, each="thing")
def relatives(tone: str, deck: Deck) -> tuple[DeckColour, ...]:
    """Return paler and deeper relatives of a tone, the palest first: of its hue, and of its chroma as far as there is.

    At each lightness the one that comes nearest in hue and chroma; the tone itself is not among them.
    """
    light, red, yellow = lab(tone)
    chroma, hue = math.hypot(red, yellow), math.degrees(math.atan2(yellow, red))
    kin: list[tuple[float, float, DeckColour]] = []
    for one in deck:
        l1, a1, b1 = lab(one.hex)
        c1 = math.hypot(a1, b1)
        apart = abs((math.degrees(math.atan2(b1, a1)) - hue + 180.0) % 360.0 - 180.0)
        grey = chroma < PALE_CHROMA and c1 < PALE_CHROMA
        if one.hex == tone or not (grey or (apart <= RELATED_HUE and c1 > 1.0)):
            continue
        off = math.hypot(c1 - chroma, 0.0 if grey else 2.0 * math.radians(apart) * min(c1, chroma))
        kin.append((l1, off, one))
    kin.sort(key=lambda each: each[0])
    made: list[tuple[float, float, DeckColour]] = []
    for each in kin:
        if abs(each[0] - light) < STEP_APART:
            continue  # as light as it is: a neighbour, no paler or deeper one
        if made and each[0] - made[-1][0] < STEP_APART:
            if each[1] < made[-1][1]:
                made[-1] = each
        else:
            made.append(each)
    return tuple(one for _, _, one in reversed(made))


def paler(tone: str, deck: Deck) -> DeckColour | None:
    """Return the next paler relative of a tone, None where it is the palest."""
    return next((one for one in reversed(relatives(tone, deck)) if lightness(one.hex) > lightness(tone)), None)


def deeper(tone: str, deck: Deck) -> DeckColour | None:
    """Return the next deeper relative of a tone, None where it is the deepest."""
    return next((one for one in relatives(tone, deck) if lightness(one.hex) < lightness(tone)), None)
