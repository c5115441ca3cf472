"""What shelves and carcasses are made of, read from ``data/boards.toml``."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, table
from narrow_cornice.shipped import shipped_table


class Material(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A material: its modulus in GPa, its creep as a share, its density in kg/m³, whether its grain shows, and
    whether its edges are banded."""

    modulus: float
    creep: float
    density: float
    grain: bool
    banded: bool


@cache
def materials() -> Mapping[str, Material]:
    """Return the materials that ship, by name."""
    return MappingProxyType(shipped_table("boards.toml", dict[str, Material]))


def known_material(text: str) -> str:
    """Return the name of a material as the table has it. Raises CorniceError for one that is not there."""
    wanted = " ".join(text.split()).lower()
    found = next((name for name in materials() if name.lower() == wanted), None)
    if found is None:
        raise CorniceError(f"“{text[:40]}” is no material that is known.", remedy=f"Known: {', '.join(materials())}.")
    return found


@cache
def modulus_of(material: str) -> Figure:
    """Return how stiff a material is, in GPa."""
    return table("modulus", materials()[material].modulus, "GPa", f"{material}: table of boards")


@cache
def creep_of(material: str) -> Figure:
    """Return how much more a material sags after years than at once."""
    return table("creep", materials()[material].creep, "", f"{material}: table of boards")


@cache
def density_of(material: str) -> Figure:
    """Return what a cubic metre of a material weighs."""
    return table("density", materials()[material].density, "kg/m³", f"{material}: table of boards")


class SheetGood(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A board as it is sold: what it is of, its nominal and its measured thickness, its sheet, its price and shop."""

    name: str
    material: str
    nominal: float
    thickness: float
    length: float
    width: float
    price: float
    shop: str


@cache
def sheet_goods() -> Mapping[str, SheetGood]:
    """Return the sheet goods that ship, by identity."""
    return MappingProxyType(shipped_table("sheet_goods.toml", dict[str, SheetGood]))
