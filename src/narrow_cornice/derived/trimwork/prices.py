"""What trim costs by the metre as it is milled to order, what its knife costs, and the lengths that are marked off."""

from __future__ import annotations

import math
from collections.abc import Sequence

from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.lengths import show_length
from narrow_cornice.units.show import ShownIn, cents, show_size


def milled_for(kind: TrimKind, stock: tuple[MilledTrim, ...]) -> MilledTrim | None:
    """Return the first trim milled to order that is sold as this kind."""
    for one in stock:
        if kind in one.kinds:
            return one
    return None


@explained("price per metre", "money", "basic price + height × price per mm, to 0.01")
def metre_price(basic_price: float, height: float, price_per_mm: float) -> float:
    """Return the price of a metre of trim, which grows with its height."""
    return cents(basic_price + height * price_per_mm)


def price_per_metre(stock: MilledTrim, height: float) -> Figure:
    """Return the price of a metre of trim of a height, as it is made to order."""
    return metre_price(
        table("basic price", stock.price_per_metre, "money", stock.name),
        table("height", height, "mm", "of the profile"),
        table("price per mm", stock.price_per_metre_mm, "money", stock.name),
    )


@explained("knife, ground once", "money", "girth × grinding per mm, to 0.01")
def knife_price(girth: float, grinding_per_mm: float) -> float:
    """Return what a knife for a made profile costs, by the length of its edge."""
    return cents(girth * grinding_per_mm)


def marked_off(mm: float, how: ShownIn) -> str:
    """Return the length of a piece as it is marked off, in the job's unit: never short of what it has to be."""
    return show_length(mm if how.unit == "in" else cut_lengths((mm,))[0], how.unit, denominator=how.denominator)


def marked_with_doubt(mm: float, unsure: float, how: ShownIn) -> str:
    """Return the length of a piece as it is marked off; of one that is not sure yet with how far it may be off."""
    length = marked_off(mm, how)
    return f"{length} ± {show_size(unsure, how)}" if unsure else length


def read_first(wall: str) -> str:
    """Return what is to be done before a piece that is not sure is cut."""
    return f"read wall {wall} first"


def cut_lengths(pieces: Sequence[float]) -> tuple[float, ...]:
    """Return lengths as they are marked off: whole millimetres, rounded up but for less than a twentieth."""
    return tuple(float(math.ceil(length - 0.05)) for length in pieces)
