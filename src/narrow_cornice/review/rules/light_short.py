"""A zone with less light than it needs (Z7; light)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.rugs import pieces_in
from narrow_cornice.derived.zoned.zone_light import Wanted, zone_light
from narrow_cornice.job.edits import hang_lamp
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import ZonePath
from narrow_cornice.job.zoned import Lamp
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.zones.library import zone_uses
from narrow_cornice.zones.plan_shapes import middle_of


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the light of every zone of a room that has lamps."""
    if not hung_lamps(seen.room, seen.changed_rules):
        return  # lamps are not yet begun with
    for one in zone_light(seen.room, seen.changed_rules, seen.paints, seen.colours):
        if one.has is None or not one.short:
            continue
        has, wished = f"{one.has.value:.0f}", f"{one.wished.value:.0f}"
        where = one.work[:40] if one.work else one.zone.name[:40]
        yield Finding(
            key=f"light short:{seen.room.id}:{one.zone.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=one.zone.name[:60],
            says=f"{where} has {has} of {wished} lx",
            many="Zones with less light than they need: {n} zones",
            measured=f"{has} lx of lamps, windows not counted; {zone_uses()[one.zone.use].name} wants {wished}",
            rule="Light in three layers, by the lumen method and point by point (targets: light).",
            risk="Eyes tire; the corner is not used in the evening.",
            about=ZonePath(seen.room.id, one.zone.id),
            fixes=(_one_more(seen, one),),
        )


def _one_more(seen: RoomSeen, one: Wanted) -> Edit:
    """Return the fix that hangs a lamp of the layer that is short over the work, or in the middle of the zone."""
    task = zone_uses()[one.zone.use].layer == "task"
    kind = ("mirror lamp" if one.zone.use == "washing" else "desk lamp") if task else "ceiling lamp"
    x, y = middle_of(one.zone.outline)
    for piece in pieces_in(seen.room, seen.changed_rules, one.zone.id):
        if task and piece.kind.chair:
            x, y = piece.foot.x, piece.foot.y
            break
    lamp = Lamp("", kind, "", round(x, 1), round(y, 1))
    return Edit(f"Add a {kind} there", hang_lamp(seen.room.id, lamp).apply)
