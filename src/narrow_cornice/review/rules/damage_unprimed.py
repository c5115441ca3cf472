"""Damage whose repair leaves a patch or bare stuff, on a surface that is finished as if it were sound (S2, B6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.job.edits.finish_edits import change_finish
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen

WALLS = ("upper wall", "lower wall", "frieze")


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every wall that has a repair, once a paint has been chosen for it."""
    for wall in dict.fromkeys(repair.mark.wall for repair in room_repairs(seen.room)):
        repairs = [one for one in room_repairs(seen.room) if one.mark.wall == wall and one.kind.state != "sound"]
        sound = [
            one
            for one in seen.coated
            if one.surface.wall_id == wall
            and one.surface.group in WALLS
            and one.paint is not None
            and one.surface.found != "sound"
            and one.state == "sound"
            and one.primer is None
        ]
        if not repairs or not sound:
            continue
        keys = [one.surface.key for one in sound]
        name = repairs[0].wall
        yield Finding(
            key=f"damage unprimed:{seen.room.id}:{wall}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=f"wall {name}",
            says=f"Wall {name} will be patched after its repair, and its finish takes it for sound",
            many="Walls patched after their repair, and finished as if sound: {n} places",
            measured=f"{len(repairs)} to repair: " + ", ".join(one.mark.kind for one in repairs),
            rule="Patches and bare stuff are primed before they are painted (finishes).",
            risk="A patch drinks the first coat and shows through the last.",
            about=SurfacePath.by_key(seen.room.id, keys[0]),
            fixes=(change_finish([seen.room.id], keys, "Take it as it comes", state=None, primer=None),),
        )
