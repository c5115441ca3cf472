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


class Hardware(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A piece of hardware: its name for several, its price each and where it is bought."""

    name: str
    price: float
    shop: str


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
