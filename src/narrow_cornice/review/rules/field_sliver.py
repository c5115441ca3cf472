"""Fields that end in a sliver (W1 to W3): told before anything is bought, with the nearest ways out."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.choices import choices_of, slivers
from narrow_cornice.derived.walled.laid_fields import LaidField, fields_of
from narrow_cornice.job.edits.walling_edits import change_field
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.review.finding import Finding, RoomSeen

MOST_FIXES = 3


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the thinnest piece of every field."""
    for laid in fields_of(seen.room, seen.changed_rules):
        thin = slivers(laid, seen.changed_rules)
        if not thin or laid.thin is None:
            continue
        field = laid.field
        many = f"{len(thin)} slivers" if len(thin) > 1 else "a sliver"
        yield Finding(
            key=f"field sliver:{seen.room.id}:{field.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=field.name[:60],
            says=f"{field.name[:40]} leaves {many}",
            many="Fields leave slivers: {n} fields",
            measured=f"{seen.size(laid.thin[0])} at the thinnest",
            rule="No cut piece under a third of a whole one (house rule), laid out before anything is bought.",
            risk="It shows, and it breaks in the hand.",
            about=FieldPath(seen.room.id, field.id),
            fixes=tuple(_fixes(seen, laid)),
        )


def _fixes(seen: RoomSeen, laid: LaidField) -> Iterator[Edit]:
    settling = [one for one in choices_of(laid, seen.changed_rules, seen.settings) if one.settles]
    for one in settling[:MOST_FIXES]:
        edit = change_field(seen.room.id, laid.field.id, laid.field.name, **one.fields)
        yield Edit(one.words, edit.apply)
