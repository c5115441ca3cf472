"""Which sizes of rug suit a zone, by what stands in it (furniture that matters, a rug marks a zone).

A rug reaches under the fronts of seats, beyond a dining table so that a chair pulled back stays on it, beyond the sides
and the foot of a bed, and leaves floor to be seen round it.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.library import RugSize, rug_sizes
from narrow_cornice.zones.plan_shapes import Footprint, Outline, box_round


class RugOffer(NamedTuple):
    """A size of rug laid in a zone: where, which size, whether it reaches as far as it should, and how much floor it
    leaves at the narrowest (negative where it is too large)."""

    size: RugSize
    foot: Footprint
    reaches: bool
    floor: float


def rug_wanted(zone: Outline, pieces: Sequence[Standing], turn: float, rules: HouseRules) -> Footprint | None:
    """Return what a rug of a zone should cover at least, None where nothing stands in it that says so."""
    seats = [one for one in pieces if one.kind.eyes and not one.kind.is_bed and not one.kind.chair]
    tables = [one for one in pieces if one.kind.chair]
    beds = [one for one in pieces if one.kind.is_bed]
    points = []
    for one in tables:
        beyond = rules.value("rug_beyond_table")
        points += _grown(one.foot, beyond, beyond, beyond)
    for one in beds:
        beyond = rules.value("rug_beyond_bed")
        points += _grown(one.foot, beyond, beyond, -one.foot.depth / 3.0)
    if not points:
        under = rules.value("rug_under_seat")
        for one in seats:
            w, d = one.foot.width / 2.0, one.foot.depth / 2.0
            points += [one.foot.at(u, v) for u in (-w, w) for v in (d - under, d)]
        for one in pieces:
            if one.kind.movable and not one.kind.flat and seats:
                points += list(one.foot.corners)
    return box_round(points, turn) if points else None


def _grown(foot: Footprint, sides: float, front: float, behind: float) -> list[tuple[float, float]]:
    w, d = foot.width / 2.0, foot.depth / 2.0
    return [foot.at(u, v) for u in (-w - sides, w + sides) for v in (-d - behind, d + front)]


def rug_offers(
    zone: Outline, pieces: Sequence[Standing], turn: float, rules: HouseRules
) -> tuple[tuple[RugOffer, ...], Footprint | None]:
    """Return the sizes of rugs for a zone, those that suit it best first, and what one should cover."""
    wanted = rug_wanted(zone, pieces, turn, rules)
    whole = box_round(zone, turn)
    margin = rules.value("rug_floor")
    about = wanted if wanted is not None else whole._replace(width=0.7 * whole.width, depth=0.7 * whole.depth)
    made = []
    for size in rug_sizes():
        along = about.width >= about.depth
        wide, deep = (size.long, size.wide) if along else (size.wide, size.long)
        foot = about._replace(width=wide, depth=deep)
        floor = min(whole.width - wide, whole.depth - deep) / 2.0
        reaches = wide >= about.width - 1.0 and deep >= about.depth - 1.0
        made.append(RugOffer(size, foot, reaches, floor))

    def off(offer: RugOffer) -> tuple[bool, float]:
        area = offer.size.long * offer.size.wide
        return not (offer.reaches and offer.floor >= margin), abs(area - about.width * about.depth)

    return tuple(sorted(made, key=off)), wanted
