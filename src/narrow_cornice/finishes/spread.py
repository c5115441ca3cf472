"""How far paint goes: from the maker's solids and film to litres for a surface."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.explained.figures import Figure, explained, renamed, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.shipped import shipped_table

Method = Literal["brush", "roller", "spray", "dip", "trowel"]
Texture = Literal["smooth", "light texture", "heavy", "brick", "rough-sawn"]
LOSSES: Mapping[Method, str] = {
    "brush": "loss_brush",
    "roller": "loss_roller",
    "spray": "loss_spray",
    "dip": "loss_dip",
    "trowel": "loss_trowel",
}
State = Literal["sound", "glossy", "patched", "bare"]


class _Table(msgspec.Struct, frozen=True):
    texture: Mapping[Texture, float]


@cache
def _coatings() -> _Table:
    return shipped_table("coatings.toml", _Table)


def loss_of(method: Method, rules: HouseRules) -> Figure:
    """Return the share lost by a way of putting paint on (house rule)."""
    return renamed(rules.figure(LOSSES[method]), "loss")


@cache
def texture_factor(texture: Texture) -> Figure:
    """Return how much more surface a texture has than its outline."""
    return table("surface factor", _coatings().texture[texture], "", f"{texture} surface")


@explained("theoretical spread", "m²/L", "10 × volume solids ÷ dry film")
def theoretical_spread(volume_solids: float, dry_film: float) -> float:
    """Return m² per litre from volume solids in per cent and dry film in µm."""
    return 10 * volume_solids / dry_film


@explained("practical spread", "m²/L", "theoretical spread × (1 − loss)")
def practical_spread(theoretical_spread: float, loss: float) -> float:
    """Return m² per litre with what is lost on the way."""
    return theoretical_spread * (1 - loss)


@explained("practical spread", "m²/L", "practical spread ÷ drinks")
def drunk(practical_spread: float, drinks: float) -> float:
    """Return m² per litre on a wood that takes more or less of a stain than smooth softwood."""
    return practical_spread / drinks


@explained("paint", "L", "area × coats × surface factor ÷ practical spread")
def litres_on_sound(area: float, coats: float, surface_factor: float, practical_spread: float) -> float:
    """Return litres for a surface that does not drink."""
    return area * coats * surface_factor / practical_spread


@explained("paint", "L", "area × (coats − 1 + first coat on bare stuff) × surface factor ÷ practical spread")
def litres_on_bare(
    area: float, coats: float, first_coat_on_bare_stuff: float, surface_factor: float, practical_spread: float
) -> float:
    """Return litres for a bare, thirsty surface, whose first coat takes more (house rule)."""
    return area * (coats - 1 + first_coat_on_bare_stuff) * surface_factor / practical_spread


def litres(area: Figure, coats: Figure, state: State, texture: Texture, spread: Figure, rules: HouseRules) -> Figure:
    """Return the litres of one product for one surface."""
    factor = texture_factor(texture)
    if state == "bare" and coats.value >= 1:
        return litres_on_bare(area, coats, rules.figure("bare_first_coat"), factor, spread)
    return litres_on_sound(area, coats, factor, spread)
