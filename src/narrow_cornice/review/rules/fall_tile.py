"""Tiles too large for the fall of their floor (W3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.job.edits.walling_edits import cover_field
from narrow_cornice.job.finishes import Tile
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.job.walled import shipped_coverings
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the tiles of every floor that falls to a drain."""
    most = seen.rules.value("fall_tile")
    for laid in fields_of(seen.room, seen.changed_rules):
        tile, field = laid.covering, laid.field
        if laid.fall is None or not isinstance(tile, Tile) or max(tile.width, tile.height) <= most:
            continue
        small = next(
            one for one in shipped_coverings().values() if isinstance(one, Tile) and max(one.width, one.height) <= most
        )
        edit = cover_field(seen.room.id, field.id, field.name, small)
        yield Finding(
            key=f"fall tile:{seen.room.id}:{field.id}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where=field.name[:60],
            says=f"{tile.name[:40]} is too large for the fall",
            many="Tiles are too large for the fall of their floor: {n} floors",
            measured=f"{seen.size(max(tile.width, tile.height))}; {seen.size(most)} at most",
            rule=f"On a floor that falls to a point, chips of {seen.size(most)} at most follow two planes "
            "(house rule).",
            risk="They rock over the seams, and water stands.",
            about=FieldPath(seen.room.id, field.id),
            fixes=(Edit(f"Lay {small.name[:40]}", edit.apply),),
        )
