"""What must stay free before, beside and behind pieces and is not (Z2; pictures, screens, furniture)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.review.finding import Finding, RoomSeen, Sought
from narrow_cornice.review.rules.pieces_clash import moved_fix

SIDES = {"front": "before", "left": "left of", "right": "right of", "behind": "behind"}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the strips round pieces that something stands in."""
    clear = clear_of(seen.room, seen.changed_rules)
    names = {piece.id: piece.name for piece in seen.room.zones.pieces}
    for short in clear.short:
        if clear.troubled(short.piece):
            continue  # it will be moved anyway
        there, wanted = seen.size(short.there_is), seen.size(short.wanted.reach)
        doors = short.wanted.why == "doors and drawers"
        yield Finding(
            key=f"clearance short:{seen.room.id}:{short.piece}:{short.wanted.side}",
            grade="will not fit" if doors and short.there_is < 0.5 * short.wanted.reach else "will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=names[short.piece][:60],
            says=f"{there} {SIDES[short.wanted.side]} {names[short.piece][:40]} for {short.wanted.why}, not {wanted}",
            many="Less room round pieces than they need: {n} places",
            measured=f"{there} of {wanted}; {short.name[:40]} is in the way",
            rule=f"A walkway {seen.habit('walkway')}, {seen.habit('before_doors')} beyond what drawers and doors "
            f"travel, {seen.habit('beside_bed')} beside a bed, {seen.habit('chair_back')} for a chair (house rules).",
            risk="Drawers hit, chairs do not go back, nobody gets by.",
            about=StoodPath(seen.room.id, short.piece),
            fixes=Sought(moved_fix, seen, short.piece),
        )
