"""What damage asks for: the repairs table, and how much of a repair a mark of a given size is."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.explained.figures import Figure, explained
from narrow_cornice.finishes.materials import Material
from narrow_cornice.finishes.spread import State
from narrow_cornice.shipped import shipped_table

RepairUnit = Literal["piece", "m", "m²"]


class RepairKind(msgspec.Struct, frozen=True):
    """A kind of damage: what is done, counted by what, hours and materials for one unit, and the surface after it; by
    which house rule it ``dries``."""

    words: str
    unit: RepairUnit
    hours: float
    state: State
    needs: Mapping[str, float]
    dries: str = ""


class _Table(msgspec.Struct, frozen=True):
    materials: Mapping[str, Material]
    repairs: Mapping[str, RepairKind]


@cache
def _table() -> _Table:
    return shipped_table("repairs.toml", _Table)


def repair_kinds() -> Mapping[str, RepairKind]:
    """Return the kinds of damage by name."""
    return _table().repairs


def repair_materials() -> Mapping[str, Material]:
    """Return the materials of repairs by their key."""
    return _table().materials


@explained("area of the damage", "m²", "width × height ÷ 1000000")
def damaged_area(width: float, height: float) -> float:
    """Return the area of a mark in m² from mm."""
    return width * height / 1_000_000


@explained("length of the damage", "m", "longer side ÷ 1000")
def damaged_length(longer_side: float) -> float:
    """Return the length of a crack or gap in m from mm."""
    return longer_side / 1000


@explained("material", "", "quantity × for one")
def material_needed(quantity: float, for_one: float) -> float:
    """Return what a repair takes of a material, in the material's own measure."""
    return quantity * for_one


def repair_quantity(kind: RepairKind, width: Figure, height: Figure) -> Figure:
    """Return how much of a repair a mark of this size is, in the repair's unit."""
    if kind.unit == "m²":
        return damaged_area(width, height)
    if kind.unit == "m":
        longer = max(width, height, key=lambda one: one.value)
        return damaged_length(msgspec.structs.replace(longer, name="longer side"))
    return Figure("repairs", 1.0, "piece", "reading", note="one mark, one repair")
