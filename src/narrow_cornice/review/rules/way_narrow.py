"""Ways through a room that are narrower than a walkway (Z2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.ways import ways_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.paths import OpeningPath, StoodPath
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the ways from door to door and from the doors to the pieces."""
    wide, least = seen.rules.value("walkway"), seen.rules.value("walkway_least")
    for way in ways_of(seen.room, seen.changed_rules):
        if way.width >= wide - 1.0:
            continue
        room_id = seen.room.id
        about: ThingPath = StoodPath(room_id, way.other) if way.what == "piece" else OpeningPath(room_id, way.other)
        none = way.width < 300.0
        says = f"No way from {way.door_name[:30]} to {way.name[:30]}"
        if not none:
            says = f"The way from {way.door_name[:30]} to {way.name[:30]} is {seen.size(way.width)} wide"
        yield Finding(
            key=f"way narrow:{room_id}:{way.door}:{way.other}",
            grade="will not fit" if none else "will show" if way.width < least else "worth a thought",
            room_id=room_id,
            room=seen.room.name,
            where=way.name[:60],
            says=says,
            many="Ways through rooms are narrow: {n} places",
            measured=f"{seen.size(way.width)} of {seen.size(wide)}, {seen.size(least)} at the least",
            rule=f"A walkway is {seen.size(wide)} wide, {seen.size(least)} at the least (house rules).",
            risk="People brush past; trays and laundry do not get through; a way out is narrow.",
            about=about,
        )
