"""Fields that do not lie, and what their wall has to carry (W1 to W4, W11)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.amounts import load_of, taken_of
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.units.told import said_in


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every field: whether it lies at all, and whether anybody knows what carries it."""
    for laid in fields_of(seen.room, seen.changed_rules):
        if laid.fault:
            yield Finding(
                key=f"field unlaid:{seen.room.id}:{laid.field.id}",
                grade="will not fit",
                room_id=seen.room.id,
                room=seen.room.name,
                where=laid.field.name[:60],
                says=f"{laid.field.name[:40]} does not lie",
                many="Fields do not lie: {n} fields",
                measured=said_in(laid.fault, seen.settings),
                rule="A field covers what is free of its wall, floor, ceiling or fronts.",
                risk="Nothing of it is counted or bought.",
                about=FieldPath(seen.room.id, laid.field.id),
            )
    most = seen.rules.value("wall_load_most")
    for taken in taken_of(seen.room, seen.changed_rules):
        field, load = taken.laid.field, load_of(taken)
        backing = seen.room.measured.backing.get(field.wall)
        unknown = backing is None or backing.kind == "unknown"
        if field.on == "wall" and load > most and unknown:
            yield Finding(
                key=f"field load:{seen.room.id}:{field.id}",
                grade="worth a thought",
                room_id=seen.room.id,
                room=seen.room.name,
                where=field.name[:60],
                says=f"Nobody knows what carries {field.name[:40]}",
                many="Nobody knows what carries fields: {n} fields",
                measured=f"{load:.0f} kg/m²; {most:g} on plain plaster",
                rule=f"Plaster carries about {seen.habit('wall_load_most')}, boards and masonry more: "
                "the maker's sheet decides (house rule).",
                risk="Tiles come down with the plaster.",
                about=FieldPath(seen.room.id, field.id),
            )
