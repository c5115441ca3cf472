"""Pieces that stand before a window that is lower than they are, or close before a radiator (Z2; cautions on heat)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.review.finding import Finding, RoomSeen, Sought
from narrow_cornice.review.rules.pieces_clash import moved_fix


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what pieces stand before."""
    names = {piece.id: piece.name for piece in seen.room.zones.pieces}
    for one in clear_of(seen.room, seen.changed_rules).before:
        window = one.what == "window"
        name = names[one.piece][:40]
        says = f"{name} stands before {one.name[:40]}" + ("" if window else f", {seen.size(one.much)} off it")
        yield Finding(
            key=f"before window:{seen.room.id}:{one.piece}:{one.other}",
            grade="will show" if window else "worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=one.name[:60],
            says=says,
            many="Pieces stand before windows and heaters: {n} places",
            measured=f"{seen.size(one.much)} over its sill"
            if window
            else f"{seen.size(one.much)} of {seen.size(150.0)}",
            rule="Windows stay clear, and a way out; heaters keep the distance of their maker's sheet.",
            risk="It takes the light, and its back is seen from outside." if window else "Heat, and a cold room.",
            about=StoodPath(seen.room.id, one.piece),
            fixes=Sought(moved_fix, seen, one.piece),
        )
