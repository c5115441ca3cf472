"""Furniture that stands where the fronts of a built-in open."""

from __future__ import annotations

from narrow_cornice.derived.built.clearances import Clash, front_zones
from narrow_cornice.derived.built.meeting import TOUCH, overlap
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity


@by_identity(times=1, each="room", of=as_built)
def pieces_before_fronts(room: Room, changed_rules: dict[str, float]) -> tuple[Clash, ...]:
    """Return which pieces doors, drawers and beds of built-ins open against; rugs lie under them, and what is put aside
    in a moment is."""
    made = []
    for zone in front_zones(room, changed_rules):
        for one in standing_pieces(room, changed_rules):
            if one.kind.flat or one.kind.movable or one.height <= zone.hangs_at:
                continue
            into = overlap(zone.outline, one.foot.corners)
            if into > TOUCH:
                there = max(0.0, zone.reaches - into)
                made.append(Clash(zone.run, "piece", one.id, one.name, zone.reaches, there, zone.sliding))
    return tuple(made)
