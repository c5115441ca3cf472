"""What is used up and sold by measure: how much of it is bought, in the cheapest packs that are enough."""

from __future__ import annotations

import msgspec

from narrow_cornice.finishes.tins import TinSize, cheapest_tins


class Material(msgspec.Struct, frozen=True):
    """A material: its measure, the sizes it is sold in with their price, the shop, and what one measure weighs in
    kg."""

    name: str
    measure: str
    sizes: tuple[tuple[float, float], ...]
    shop: str
    weight: float = 0.0


def packs(material: Material, needed: float) -> tuple[tuple[tuple[float, int, float], ...], float]:
    """Return what to buy of a material as (size, count, price of all), and how much of it there will be."""
    bought = cheapest_tins(needed, tuple(TinSize(size, price) for size, price in material.sizes))
    return tuple((size.litres, count, size.price * count) for size, count in bought.buy), bought.litres
