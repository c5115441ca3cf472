"""Slats that gaps of fronts cut into, and battens on casings and sockets (W1, W2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.choices import choices_of
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.job.edits.walling_edits import change_field
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at slats over fronts, and at battens."""
    for laid in fields_of(seen.room, seen.changed_rules):
        field = laid.field
        if not laid.cut_by and not laid.on_batten:
            continue
        what = "gaps between fronts fall on slats" if laid.cut_by else "battens fall on a casing or a socket"
        count = laid.cut_by or laid.on_batten
        fixes = tuple(
            Edit(one.words, change_field(seen.room.id, field.id, field.name, **one.fields).apply)
            for one in choices_of(laid, seen.changed_rules, seen.settings)
            if one.settles
        )
        yield Finding(
            key=f"slats meet fronts:{seen.room.id}:{field.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=field.name[:60],
            says=f"{field.name[:40]}: {what}",
            many="Slats or battens meet what they should keep off: {n} fields",
            measured=f"{count} of them",
            rule="Slats go over doors without a break, battens keep off casings and sockets (W1, W2).",
            risk="A slat sawn through lengthwise shows at every door.",
            about=FieldPath(seen.room.id, field.id),
            fixes=fixes,
        )
