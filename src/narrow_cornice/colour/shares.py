"""Which share of a room its colours have by true area, against what was wished (strategies of colour)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, get_args

RoleKind = Literal["dominant", "second", "accent", "neutral", "wood", "metal"]
Strategy = Literal["not said", "triad and neutrals", "three to four with wood", "60/30/10", "tone on tone"]
ROLES: tuple[RoleKind, ...] = get_args(RoleKind)
STRATEGIES: tuple[Strategy, ...] = get_args(Strategy)

# What a strategy wishes of the shares, in per cent of what is coloured; what it does not name it leaves open.
WISHED: Mapping[Strategy, Mapping[RoleKind, float]] = {
    "not said": {},
    "triad and neutrals": {"dominant": 60.0, "second": 15.0, "accent": 15.0},
    "three to four with wood": {"dominant": 60.0, "second": 25.0, "accent": 5.0, "wood": 10.0},
    "60/30/10": {"dominant": 60.0, "second": 30.0, "accent": 10.0},
    "tone on tone": {"dominant": 70.0, "second": 30.0},
}
# How many colours it counts at most, wood with them, neutrals without.
MOST_COLOURS: Mapping[Strategy, int] = {
    "not said": 4,
    "triad and neutrals": 3,
    "three to four with wood": 4,
    "60/30/10": 3,
    "tone on tone": 2,
}
WHY: Mapping[Strategy, str] = {
    "not said": "Nobody chose; three to four colours, wood counted, is usual.",
    "triad and neutrals": "One colour for the walls, two accents, all else neutral.",
    "three to four with wood": "Three to four colours in all, wood counted as one: the usual choice.",
    "60/30/10": "Sixty parts dominant, thirty second, ten accent, by true area.",
    "tone on tone": "One family from pale to deep.",
}
NEUTRAL_APART: tuple[RoleKind, ...] = ("neutral", "metal")


def shares_of(areas: Sequence[tuple[RoleKind, float]]) -> dict[RoleKind, float]:
    """Return the per cent that each role has of what is coloured, without neutrals and metals where there is anything
    else; the roles in their order."""
    counted = [(role, area) for role, area in areas if role not in NEUTRAL_APART] or list(areas)
    whole = sum(area for _, area in counted)
    made: dict[RoleKind, float] = {}
    for role in ROLES:
        mine = sum(area for one, area in counted if one == role)
        if mine > 0.0:
            made[role] = 100.0 * mine / whole
    return made


def off_wish(shares: Mapping[RoleKind, float], strategy: Strategy) -> dict[RoleKind, float]:
    """Return by how many points each role that a strategy speaks of is over (positive) or under its wish."""
    return {role: shares.get(role, 0.0) - wish for role, wish in WISHED[strategy].items()}
