"""In which order surfaces are painted: ceiling, walls, trim, or ceiling, trim, walls (schools)."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.derived.coated.surface import SurfaceKind
from narrow_cornice.explained.house_rules import HouseRules

WALLS_FIRST: tuple[tuple[SurfaceKind, ...], ...] = (
    ("ceiling",),
    ("wall", "block"),
    ("reveal", "trim", "door", "boarding"),
    ("casework", "piece"),  # its carcasses come in when the room is done
    ("floor",),
)


def turns(rules: HouseRules) -> dict[SurfaceKind, int]:
    """Return the turn of each kind of surface, from 1, by the school of the house rules."""
    first, walls, trim, last, floor = WALLS_FIRST
    order = (first, trim, walls, last, floor) if rules.value("trim_before_walls") > 0 else WALLS_FIRST
    return {kind: turn for turn, kinds in enumerate(order, 1) for kind in kinds}


def in_painting_order(coated: Sequence[Coated], rules: HouseRules) -> list[Coated]:
    """Return surfaces in the order they are painted, those of one turn as they were."""
    turn = turns(rules)
    return sorted(coated, key=lambda one: turn[one.surface.kind])
