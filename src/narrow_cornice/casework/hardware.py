"""Hinges, pins, runners, handles and straps, counted from what they hold; named in ``data/hardware.toml``."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.shipped import shipped_table

# A hinged door of at most so many mm and kg hangs on so many hinges (handbook, casework, fronts).
HINGES = ((900.0, 6.0, 2), (1600.0, 12.0, 3), (2000.0, 17.0, 4), (2400.0, 22.0, 5))
PINS_A_SHELF = 4
STRAP_EVERY = 1000.0
LEAST_STRAPS = 2
SCREWS_A_JOINT = 3
PLUGS_A_FILLER = 3
GLUE_A_BOTTLE = 30_000.0  # mm of joint
BAND_MORE = 1.1  # for trimming (handbook, casework)
LONG_RAIL = 900.0  # mm, over which a rail is held in its middle too
WALL_EVERY = 400.0  # mm: a hung unit is fixed to every stud or as often in masonry, in two rows


class Hardware(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A piece of hardware: its name for several, the price of a pack, where it is bought, what it is counted in and how
    much of that is in a pack."""

    name: str
    price: float
    shop: str
    unit: str = "pieces"
    pack: float = 1.0


@cache
def hardware() -> Mapping[str, Hardware]:
    """Return the hardware that ships, by identity."""
    return MappingProxyType(shipped_table("hardware.toml", dict[str, Hardware]))


def hinges_for(tall: float, weight: float) -> int | None:
    """Return how many hinges a door of so many mm and kg hangs on, None for one that is too tall or too heavy."""
    return next((many for most, heaviest, many in HINGES if tall <= most and weight <= heaviest), None)


def straps_for(wide: float) -> int:
    """Return how many anti-tip straps hold a run so wide: one a metre, at least two."""
    return max(LEAST_STRAPS, math.ceil(wide / STRAP_EVERY - 1e-9))


def brackets_for(span: float) -> int:
    """Return how many brackets hold a rail: one at each end, one more in the middle of a long one."""
    return 2 if span <= LONG_RAIL else 3


def ledger_fixings_for(long: float) -> int:
    """Return how many fixings hold a ledger so long to its wall: one near each end, and as far apart as studs are."""
    return max(2, math.ceil(long / WALL_EVERY - 1e-9) + 1)


def wall_fixings_for(wide: float) -> int:
    """Return how many fixings hold a carcass so wide that hangs on its wall: two rows, on every stud."""
    return 2 * max(2, math.ceil(wide / WALL_EVERY - 1e-9))
