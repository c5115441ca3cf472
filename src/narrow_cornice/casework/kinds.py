"""Kinds of built-ins to begin with, read from ``data/built_in_kinds.toml``: starting points, not templates."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.casework.wishes import Compartment
from narrow_cornice.shipped import shipped_table


class Beginning(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind: its name, how wide a bay is at most, what it keeps, how deep it is usually; the compartments of its bays,
    repeated from the left; how tall it is and how far it hangs above the floor where it is not from floor to ceiling;
    its worktop and back where they are not as usual."""

    name: str
    widest_bay: float
    keeps: str
    deep: float
    bays: tuple[tuple[Compartment, ...], ...]
    tall: float | None = None
    hung: float | None = None
    worktop: str = ""
    back: str = "ply-6"

    def many_bays(self, width: float) -> int:
        """Return into how many bays a run so wide is divided at first: no fewer than it has different ones, if they
        fit."""
        many = max(1, math.ceil(width / self.widest_bay - 1e-9))
        return max(many, len(self.bays)) if width / len(self.bays) > LEAST_OF_DIFFERENT else many


LEAST_OF_DIFFERENT = 350.0  # mm of each of a run's different bays


@cache
def beginnings() -> Mapping[str, Beginning]:
    """Return the kinds that ship, by identity."""
    return MappingProxyType(shipped_table("built_in_kinds.toml", dict[str, Beginning]))
