"""What things on walls are held and made with, and what bases of showers cost, as a table that ships."""

from __future__ import annotations

from functools import cache

import msgspec

from narrow_cornice.shipped import shipped_table


class Hanger(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A hanger: what one carries in kg, and its price."""

    name: str
    carries: float
    price: float


class Tray(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A preformed base of a shower: its size in mm and its price."""

    width: float
    depth: float
    price: float


class WallHung(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The table: prices of ledges and bars by the metre, of mirror by the m²; of a tiled base its waterproofing (coats,
    m²/L, price of a litre), screed, tile and drain, hours and days, and what keeping it up asks; of a tray the same."""

    ledge: float
    bar: float
    mirror: float
    shop: str
    wet_coats: int
    wet_spread: float
    wet_price: float
    screed_price: float
    tile_price: float
    drain_price: float
    tiled_hours_fixed: float
    tiled_hours_m2: float
    tiled_days: int
    tiled_upkeep: str
    tray_hours: float
    tray_days: int
    tray_upkeep: str
    hanger: tuple[Hanger, ...]
    tray: tuple[Tray, ...]


@cache
def wall_hung() -> WallHung:
    """Return the table."""
    return shipped_table("wall_hung.toml", WallHung)


def hanger_for(rating: float) -> Hanger | None:
    """Return the lightest hanger that carries so many kg, None where none does."""
    fitting = [one for one in wall_hung().hanger if one.carries >= rating - 1e-9]
    return min(fitting, key=lambda one: one.carries, default=None)


def tray_for(width: float, depth: float) -> Tray | None:
    """Return the cheapest preformed base that fills a place without being cut and leaves no more than 20 mm, None where
    there is none."""
    near = [one for one in wall_hung().tray if 0 <= width - one.width <= 20 and 0 <= depth - one.depth <= 20]
    return min(near, key=lambda one: one.price, default=None)
