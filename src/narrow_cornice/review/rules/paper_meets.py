"""Corners in which the pattern of a paper does not match, where no door hides it (W4)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.paper_corners import Meeting, best_hidden, hidden_by, round_from, unmatched
from narrow_cornice.job.edits.walling_edits import change_field, paper_round
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.job.walled import Field
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every corner in which a paper meets itself."""
    for one in unmatched(seen.room, seen.changed_rules):
        hidden = hidden_by(seen.measured.faces, one.wall)
        if hidden.apart <= seen.rules.value("paper_hidden"):
            continue
        paper = one.right.covering.name[:40]
        near = "no door beside it" if hidden.door is None else f"{seen.size(hidden.apart)} from {hidden.door[:40]}"
        yield Finding(
            key=f"paper meets:{seen.room.id}:{one.right.id}:{one.left.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=f"corner {one.corner}",
            says=f"{paper} does not match in corner {one.corner}",
            many="Papers do not match in corners: {n} corners",
            measured=near,
            rule="Paper goes on round corners, and where it must meet itself a door hides it (house rule).",
            risk="The eye goes along the wall and stops at the break.",
            about=FieldPath(seen.room.id, one.right.id),
            fixes=tuple(_fixes(seen, one)),
        )


def _fixes(seen: RoomSeen, one: Meeting) -> Iterator[Edit]:
    """Yield what leaves fewer corners that show: letting either field go on from the other, or the whole round anew."""
    before = len(list(unmatched(seen.room, seen.changed_rules)))
    for field, across, words in (
        (one.right, "on from left", f"{one.right.name[:40]} goes on from {one.left.name[:40]}"),
        (one.left, "on from right", f"{one.left.name[:40]} goes on from {one.right.name[:40]}"),
    ):
        fields = tuple(
            replace(each, across=across) if each.id == field.id else each for each in seen.room.walling.fields
        )
        there = replace(seen.room, walling=replace(seen.room.walling, fields=fields))
        faulty = any(laid.fault for laid in fields_of(there, seen.changed_rules))
        if not faulty and len(list(unmatched(there, seen.changed_rules))) < before:
            yield Edit(words, change_field(seen.room.id, field.id, field.name, across=across).apply)
    begins = _begins(seen, one.right)
    found = round_from(seen.room, begins, seen.changed_rules)
    if found is not None and found.meets is not None and found.meets != one.wall and _hides(seen, found.meets):
        door = hidden_by(seen.measured.faces, found.meets).door
        round_room = paper_round(seen.room.id, begins, found.right, found.left)
        yield Edit(f"Round the room, to meet beside {(door or '')[:40]}", round_room.apply)


def _hides(seen: RoomSeen, wall: str) -> bool:
    apart = hidden_by(seen.measured.faces, wall).apart
    best = best_hidden(seen.measured.faces, [one.id for one in seen.measured.faces])
    return best == wall and apart <= seen.rules.value("paper_hidden")


def _begins(seen: RoomSeen, field: Field) -> Field:
    """Return the field that the paper of another begins with: the one that goes on from none."""
    mine = [one for one in seen.room.walling.fields if one.covering.id == field.covering.id and one.on == "wall"]
    return next((one for one in mine if not one.goes_on), field)
