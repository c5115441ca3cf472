"""Stain on wood: the colour of a species by its age, and a thin layer over it (Kubelka–Munk), by opacity.

Wood greys in the weather towards one silver grey, and indoors grows darker and warmer. A stain is the layer of a paint,
only thinner: what hides more shows less of the wood. How long it lasts outdoors goes by how much it hides, and flat
boards wear out sooner than upright ones (S5).
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.colour.tones import hex_of_light, linear_light
from narrow_cornice.finishes.coats import layer_over
from narrow_cornice.shipped import shipped_table

USUAL_WOOD = "pine"  # what a wood is taken to be of that nobody said

Opacity = Literal["", "clear", "semi-transparent", "semi-solid", "solid"]
WoodAge = Literal["new", "aged indoors", "grey"]
Wear = Literal["upright", "flat"]


class Species(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A wood: its colour new, grown old indoors and grey from weather, and how much more than smooth softwood it
    drinks."""

    name: str
    new: str
    indoors: str
    grey: str
    drinks: float = 1.0

    def colour(self, age: WoodAge) -> str:
        """Return its colour at an age, as #rrggbb."""
        return {"new": self.new, "aged indoors": self.indoors, "grey": self.grey}[age]


class Staining(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What an opacity does: SX of a coat, the coats that are usual, and the years to recoat upright and flat."""

    scattering: float
    coats: int
    upright: tuple[int, int]
    flat: tuple[int, int]

    def years(self, wear: Wear) -> tuple[int, int]:
        """Return from how many to how many years it lasts outdoors."""
        return self.flat if wear == "flat" else self.upright


class _Table(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    species: Mapping[str, Species]
    opacities: Mapping[str, Staining]


@cache
def _table() -> _Table:
    return shipped_table("woods.toml", _Table)


def species() -> Mapping[str, Species]:
    """Return the woods by their key."""
    return _table().species


def opacities() -> Mapping[str, Staining]:
    """Return what each opacity does, from clear to solid."""
    return _table().opacities


def stained(wood: str, stain: str, opacity: Opacity, coats: int) -> tuple[str, ...]:
    """Return what is seen after none, one, two … coats of a stain over wood, both #rrggbb."""
    staining = opacities()[opacity]
    endless, seen = linear_light(stain), linear_light(wood)
    made = [hex_of_light(seen)]
    for _ in range(coats):
        red, green, blue = (layer_over(g, e, staining.scattering) for g, e in zip(seen, endless, strict=True))
        seen = (red, green, blue)
        made.append(hex_of_light(seen))
    return tuple(made)
