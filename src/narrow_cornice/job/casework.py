"""What was decided about the built-ins of a room: where each stands, of what, divided how, and what it keeps."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.casework.carcass import Front
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Words

Sequence = Literal["units first", "trim first"]


class BayWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A bay: its clear width (None: an equal share of what the others leave), its loose shelves, its front, how tall
    what is closed below is (None: as usual), and how many drawers that has."""

    id: Id
    width: Length | None = None
    shelves: int = 4
    front: Front = "open"
    below: Length | None = None
    drawers: int = 3


class LippingWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A strip along the front of the shelves, by its material, its thickness from front to back and how tall it is."""

    material: Id
    thick: Length
    tall: Length


class BuiltIn(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A run of casework in a ``place`` for one (a recess of what is measured): its bays, its sheet goods by identity
    (``board`` of the carcasses, ``fronts``, ``back``, ``drawers``), its plinth, the lipping of its shelves, what is
    kept on them, and whether trim stops at it (units first) or runs behind it (trim first)."""

    id: Id
    name: Words
    place: Id
    bays: tuple[BayWish, ...]
    board: Id = "ply-18"
    fronts: Id = "mdf-18"
    back: Id = "ply-6"
    drawers: Id = "ply-12"
    plinth: Length = Length(85.0, "85 mm")
    lipping: LippingWish | None = None
    keeps: Id = "hardbacks"
    sequence: Sequence = "units first"

    def bay(self, bay_id: str) -> BayWish | None:
        """Return the bay of that identity, None where there is none."""
        return next((bay for bay in self.bays if bay.id == bay_id), None)


class Casework(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The built-ins of a room."""

    built_ins: tuple[BuiltIn, ...] = ()
