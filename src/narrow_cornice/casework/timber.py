"""Timber planed to strips, for lippings, read from ``data/timber.toml``."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.shipped import shipped_table


class Timber(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A timber as it is sold in strips: its price by the cubic metre, its lengths in mm and where it is bought."""

    price: float
    lengths: tuple[float, ...]
    shop: str


@cache
def timbers() -> Mapping[str, Timber]:
    """Return the timbers that ship, by material."""
    return MappingProxyType(shipped_table("timber.toml", dict[str, Timber]))
