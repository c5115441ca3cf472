"""How many coats hide a colour: Kubelka–Munk layers over what is there.

Per band, with R∞ the reflectance of an endless layer, K/S = (1 − R∞)²/(2 R∞), a = 1 + K/S, b = √(a² − 1), a layer of
scattering power SX over a ground Rg reflects
R = (1 − Rg (a − b coth bSX)) / (a − Rg + b coth bSX)   (Kubelka 1948; Judd & Wyszecki, *Color in Business*).
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.colour.tones import difference, hex_of_light, linear_light
from narrow_cornice.memo import by_value


class Hiding(NamedTuple):
    """Coats that hide, what is still seen after them (ΔE00), and whether they hide at all."""

    coats: int
    left: float
    hides: bool


def mixed(one: float, other: float, share: float) -> float:
    """Return R∞ of a mixture of two endless layers with a share of the other: their K/S add up by shares."""
    one, other = (min(max(each, 1e-4), 1 - 1e-6) for each in (one, other))
    ratio = (1 - share) * (1 - one) ** 2 / (2 * one) + share * (1 - other) ** 2 / (2 * other)
    return 1 + ratio - math.sqrt(ratio * ratio + 2 * ratio)


def layer_over(ground: float, endless: float, scattering: float) -> float:
    """Return the reflectance of a layer with R∞ ``endless`` and power ``scattering`` over ``ground``, all 0 … 1."""
    endless = min(max(endless, 1e-4), 1 - 1e-6)
    a = 1 + (1 - endless) ** 2 / (2 * endless)
    b = math.sqrt(a * a - 1)
    coth = 1 / math.tanh(b * scattering)
    return (1 - ground * (a - b * coth)) / (a - ground + b * coth)


class Primed(NamedTuple):
    """A coat of primer that is put on first: its SX, and the share of the colour that it is tinted by."""

    scattering: float
    tint: float


BASE = 0.88  # reflectance of a primer's white base


Light = tuple[float, float, float]


def _layers(old: str, new: str, scattering: float, most: int, primed: Primed | None) -> Iterator[Light]:
    """Yield what is seen as reflectances: what is there, the primer where there is one, and each coat."""
    wished, seen = linear_light(new), linear_light(old)
    yield seen
    if primed is not None:
        red, green, blue = (
            layer_over(ground, mixed(BASE, endless, primed.tint), primed.scattering)
            for ground, endless in zip(seen, wished, strict=True)
        )
        seen = (red, green, blue)
        yield seen
    for _ in range(most):
        red, green, blue = (layer_over(g, e, scattering) for g, e in zip(seen, wished, strict=True))
        seen = (red, green, blue)
        yield seen


@by_value(times=1, each="thing")
def seen_after(old: str, new: str, scattering: float, most: int, primed: Primed | None = None) -> tuple[float, ...]:
    """Return ΔE00 to the endless layer of ``new`` after each of so many coats over ``old`` (both #rrggbb)."""
    wished, layers = linear_light(new), list(_layers(old, new, scattering, most, primed))
    return tuple(difference(seen, wished) for seen in layers[len(layers) - most :])


@by_value(times=1, each="thing")
def swatches(old: str, new: str, scattering: float, coats: int, primed: Primed | None = None) -> tuple[str, ...]:
    """Return as #rrggbb what is seen of ``old``, of the primer where there is one, and after each coat of ``new``."""
    return tuple(hex_of_light(seen) for seen in _layers(old, new, scattering, coats, primed))


SHARES = (0.0, 0.25, 0.5, 0.75, 1.0)  # of the colour that a primer is tinted by, as shops do it


# Many parameters: what lies over what.
def suggested_tint(old: str, new: str, scattering: float, most: int, unseen: float, primer: float) -> float:
    """Return by what share of the colour a primer of SX ``primer`` is tinted for the fewest coats over it: the smallest
    of the shares that shops tint by; where none hides, that which leaves least to be seen."""

    def judged(share: float) -> tuple[int, float, float]:
        hiding = coats_to_hide(old, new, scattering, most, unseen, Primed(primer, share))
        return hiding.coats if hiding.hides else most + 1, 0.0 if hiding.hides else hiding.left, share

    return min(SHARES, key=judged)


# Many parameters: what lies over what.
@by_value(times=1, each="thing")
def coats_to_hide(
    old: str, new: str, scattering: float, most: int, unseen: float, primed: Primed | None = None
) -> Hiding:
    """Return how many coats of ``new`` hide ``old`` (both #rrggbb), over a tinted primer where there is one.

    ``scattering`` is the paint's SX per coat; coats are added until ΔE00 to the endless layer is under ``unseen``,
    at most ``most``. A tinted base has the K/S of base and colour in their shares (Duncan 1940).
    """
    left = seen_after(old, new, scattering, most, primed)
    coats = next((number for number, one in enumerate(left, 1) if one < unseen), 0)
    return Hiding(coats, left[coats - 1], True) if coats else Hiding(most, left[-1], False)
