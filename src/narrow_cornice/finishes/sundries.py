"""Sundries: tape, abrasives, rollers, masks, by the area and the system of what is painted (a table)."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache

from narrow_cornice.finishes.materials import Material
from narrow_cornice.shipped import shipped_table


class Sundry(Material, frozen=True, forbid_unknown_fields=True):
    """Something painting uses up: how much of it goes with a square metre of a preparation or of a coat by a method,
    with a metre of masking, a square metre of floor, a litre of what is thinned with solvent."""

    works: Mapping[str, float] = {}
    methods: Mapping[str, float] = {}
    tape: float = 0.0
    floor: float = 0.0
    solvent: float = 0.0


@cache
def sundries() -> Mapping[str, Sundry]:
    """Return the sundries that ship, by their key."""
    return shipped_table("sundries.toml", dict[str, Sundry])
