"""Rugs offered for the zones of a room."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.plan_shapes import Footprint, inside
from narrow_cornice.zones.rugs import RugOffer, rug_offers


@by_identity(times=1, each="room", of=as_built)
def rugs_for(
    room: Room, changed_rules: dict[str, float], zone_id: str
) -> tuple[tuple[RugOffer, ...], Footprint | None]:
    """Return the sizes of rugs for a zone, those that suit it best first, and what one should cover."""
    zone = next((one for one in room.zones.zones if one.id == zone_id), None)
    if zone is None or measured_room(room, changed_rules).fault:
        return (), None
    pieces, rules = pieces_in(room, changed_rules, zone_id), house_rules_of(changed_rules)
    return rug_offers(zone.outline, pieces, turn_of(room, changed_rules, zone_id), rules)


def pieces_in(room: Room, changed_rules: dict[str, float], zone_id: str) -> tuple[Standing, ...]:
    """Return the pieces whose middle lies in a zone."""
    zone = next((one for one in room.zones.zones if one.id == zone_id), None)
    if zone is None:
        return ()
    every = standing_pieces(room, changed_rules)
    return tuple(one for one in every if inside(zone.outline, (one.foot.x, one.foot.y)))


def turn_of(room: Room, changed_rules: dict[str, float], zone_id: str) -> float:
    """Return how a rug of a zone is turned: as the largest piece that stands in it."""
    pieces = [one for one in pieces_in(room, changed_rules, zone_id) if not one.kind.flat]
    largest = max(pieces, key=lambda one: one.foot.width * one.foot.depth, default=None)
    return 0.0 if largest is None else largest.foot.turn % 180.0
