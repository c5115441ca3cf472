"""Fields that end in a sliver (W1 to W3): told before anything is bought, with the nearest ways out."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.choices import choices_of, least_of, slivers
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.features.pieces import thickness
from narrow_cornice.job.edits.walling_edits import change_field
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.review.finding import Finding, RoomSeen

MOST_FIXES = 3


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the thinnest piece of every field, and of its reveals."""
    for laid in fields_of(seen.room, seen.changed_rules):
        yield from _in_reveals(seen, laid)
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
            rule=f"No cut piece under {seen.habit('sliver_share')} of a whole one (house rule), laid out before "
            "anything is bought.",
            risk="It shows, and it breaks in the hand.",
            about=FieldPath(seen.room.id, field.id),
            fixes=tuple(_fixes(seen, laid)),
        )


def _in_reveals(seen: RoomSeen, laid: LaidField) -> Iterator[Finding]:
    """Yield reveals whose tiles end in a sliver at the frame: how deep they are decides that, so they are left as they
    are, or cut from one tile that is wide enough."""
    least = least_of(laid, seen.changed_rules)
    thin = [(thickness(piece), one) for one in laid.turned for piece in one.pieces if not piece.whole]
    narrow = [(size, one) for size, one in thin if size < least]
    if not narrow:
        return
    size, worst = min(narrow, key=lambda one: one[0])
    field = laid.field
    left = change_field(seen.room.id, field.id, field.name, reveals=False)
    yield Finding(
        key=f"reveal sliver:{seen.room.id}:{field.id}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=field.name[:60],
        says=f"{field.name[:40]} leaves slivers in the reveal of {worst.name[:40]}",
        many="Fields leave slivers in reveals: {n} fields",
        measured=f"{seen.size(size)} at the thinnest, {seen.size(worst.deep)} deep",
        rule="A reveal begins with whole tiles at its outer edge; what is left at the frame is no sliver either.",
        risk="It shows beside the frame, and it breaks in the hand.",
        about=FieldPath(seen.room.id, field.id),
        fixes=(*_fixes(seen, laid), Edit("Leave the reveals as they are", left.apply)),
    )


def _fixes(seen: RoomSeen, laid: LaidField) -> Iterator[Edit]:
    settling = [one for one in choices_of(laid, seen.changed_rules, seen.settings) if one.settles]
    for one in settling[:MOST_FIXES]:
        edit = change_field(seen.room.id, laid.field.id, laid.field.name, **one.fields)
        yield Edit(one.words, edit.apply)
