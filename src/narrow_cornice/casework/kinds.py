"""Kinds of built-ins to begin with, read from ``data/built_in_kinds.toml``: starting points, not templates."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.casework.carcass import Front
from narrow_cornice.shipped import shipped_table


class Beginning(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind: its name, the front and the shelves of its bays, how wide a bay is at most, and what it keeps."""

    name: str
    front: Front
    shelves: int
    widest_bay: float
    keeps: str

    def bays(self, width: float) -> int:
        """Return into how many bays a run so wide is divided at first."""
        return max(1, math.ceil(width / self.widest_bay - 1e-9))


@cache
def beginnings() -> Mapping[str, Beginning]:
    """Return the kinds that ship, by identity."""
    return MappingProxyType(shipped_table("built_in_kinds.toml", dict[str, Beginning]))
