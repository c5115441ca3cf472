"""Changes to what was found on walls and between them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    in_room,
    room_edit,
    without_one,
)
from narrow_cornice.job.edits.wall_edits import wall_name
from narrow_cornice.job.hanging import READ, New, kept_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import AcrossReading, Backing, Trueness
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths.in_room import with_measured
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.units.lengths import Length


def put_up(room_id: str, field: str, kind: str, wall_id: str, *sizes: Length, name: str = "") -> Edit:
    """Put a thing on a wall: of which ``kind`` of those kept in a ``field``, with the sizes that are asked for of it.

    What its row of the table does not know of is refused; what is not said is usual.
    """
    row = kept_in(field)
    putting = row.putting
    if putting is None or kind not in putting.kinds():
        known = ", ".join(putting.kinds()) if putting is not None else ""
        raise EditError(f"Nothing is known of a “{kind[:40]}” on a wall.", where="kind", remedy=f"Known: {known}.")
    asked = putting.asked(kind)
    for index, length in enumerate(sizes):
        what = asked[index] if index < len(asked) else None
        words = what.words.capitalize() if what is not None else "A size"
        checked_size(length, f"{words} of the {kind}", zero=what is None or what.zero)
    if name:
        name = checked_name(name, "A thing")

    def apply(job: Job) -> Job:
        def change(room: Room) -> Room:
            held = row.held(room)
            if putting.one_of_a_kind and any(one.wall == wall_id and one.kind == kind for one in held):
                raise EditError(f"This wall has a {kind} already.", where=kind, remedy="Change that one.")
            number = sum(getattr(one, "kind", kind) == kind for one in held) + 1
            called = name or putting.named.format(kind=kind, number=number, wall=wall_name(room, wall_id))
            fresh = fresh_id(putting.prefix, (one.id for one in held))
            made = putting.fresh(New(fresh, kind, wall_id, called, sizes, house_rules_of(job.house_rules)))
            return row.put(room, (*held, made))

        return in_room(job, room_id, change)

    size = sizes[0].text or f"{sizes[0].mm:g}" if sizes else ""
    return Edit(putting.title.format(kind=kind, name=(name or kind)[:40], size=size), apply)


def set_across(room_id: str, recess_id: str, readings: Sequence[AcrossReading], name: str) -> Edit:
    """Put the widths read across a recess."""
    for one in readings:
        checked_size(one.reading, "A width")
    put = tuple(readings)
    shown = ", ".join(one.reading.text or f"{one.reading.mm:g}" for one in put) or "not read"
    return room_edit(
        f"widths of {name[:40]}: {shown[:40]}",
        room_id,
        lambda room: with_measured(room, recesses=changed_one(room.measured.recesses, recess_id, across=put)),
    )


def change_thing(room_id: str, field: str, thing_id: str, name: str, /, **fields: Any) -> Edit:
    """Change one or more fields of a fixture, a mark, trim that is there or a recess."""
    row = kept_in(field)
    sizes, may_be_empty = row.sizes, row.putting.may_be_empty if row.putting is not None else ()
    for key, value in fields.items():
        if key in sizes:
            if value is None and key not in may_be_empty:
                raise EditError(f"{key} of {name[:40]} is needed.", remedy="Type it, or remove the thing.")
            checked_size(value, f"{key} of {name[:40]}", zero=sizes[key])
            if key in READ and value is not None:
                fields[key] = as_reading(value)
        if key == "name":
            fields[key] = checked_name(value, "A thing")
    shown = ", ".join(f"{key} to {one.text if isinstance(one, Length) else one}" for key, one in fields.items())
    return room_edit(
        f"{name[:40]}: {shown[:60]}",
        room_id,
        lambda room: row.put(room, changed_one(row.held(room), thing_id, **fields)),
    )


def remove_thing(room_id: str, field: str, thing_id: str, name: str) -> Edit:
    """Take a fixture, a mark, trim that is there or a recess away."""
    row = kept_in(field)
    return room_edit(f"remove {name[:40]}", room_id, lambda room: row.put(room, without_one(row.held(room), thing_id)))


def set_backing(room_id: str, wall_id: str, name: str, backing: Backing) -> Edit:
    """Say what stands behind a wall."""
    for length in (backing.spacing, backing.first, *backing.found):
        checked_size(length, f"Studs of wall {name}", zero=True)

    def change(room: Room) -> Room:
        rest = {key: one for key, one in room.measured.backing.items() if key != wall_id}
        return with_measured(room, backing=rest if backing == Backing() else {**rest, wall_id: backing})

    return room_edit(f"behind wall {name}: {backing.kind}", room_id, change)


def set_trueness(room_id: str, wall_id: str, name: str, what: str, readings: Sequence[Length]) -> Edit:
    """Put the readings of how a wall stands: ``plumb`` (leaning into the room is positive) or ``flat``."""
    put = tuple(as_reading(one) for one in readings)

    def change(room: Room) -> Room:
        truth = replace(room.measured.trueness.get(wall_id, Trueness()), **{what: put})
        rest = {key: one for key, one in room.measured.trueness.items() if key != wall_id}
        return with_measured(room, trueness=rest if truth == Trueness() else {**rest, wall_id: truth})

    shown = ", ".join(one.text or f"{one.mm:g}" for one in put) or "not read"
    return room_edit(f"wall {name}, {what}: {shown[:40]}", room_id, change)
