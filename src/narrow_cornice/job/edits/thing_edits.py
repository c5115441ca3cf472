"""Changes to what was found on walls and between them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from msgspec.structs import replace

from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    room_edit,
    with_measured,
    without_one,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import (
    AcrossReading,
    Backing,
    Bulk,
    BulkKind,
    ConditionMark,
    Fixture,
    FixtureKind,
    Recess,
    TrimThere,
    Trueness,
)
from narrow_cornice.job.model import Room
from narrow_cornice.job.on_walls import SIZES, kept_in
from narrow_cornice.survey.readings import Reading, as_reading
from narrow_cornice.trim.choices import TrimKind
from narrow_cornice.units.lengths import Length

ThingField = Literal["fixtures", "marks", "there", "recesses", "bulks", "frames"]

# width, height and usual middle above the floor, mm
USUAL_FIXTURES: dict[FixtureKind, tuple[float, float, float]] = {
    "socket": (86, 86, 300),
    "switch": (86, 86, 1050),
    "grille": (250, 150, 200),
    "radiator": (1000, 600, 450),
    "pipe": (22, 2400, 1200),
    "wall lamp": (120, 250, 1600),
}


def _size(mm: float) -> Length:
    return Length(mm, f"{mm:g} mm")


def add_fixture(room_id: str, kind: FixtureKind, wall_id: str, place: Length, height: Length | None = None) -> Edit:
    """Put a fixture of usual size on a wall, its middle at ``place`` and at its usual height or the given one."""
    checked_size(place, "The place", zero=True)
    wide, tall, usual = USUAL_FIXTURES[kind]
    middle = as_reading(height if height is not None else _size(usual))

    def change(room: Room) -> Room:
        number = sum(one.kind == kind for one in room.measured.fixtures) + 1
        fresh = Fixture(
            fresh_id("f", (one.id for one in room.measured.fixtures)),
            kind,
            wall_id,
            f"{kind} {number}",
            as_reading(place),
            middle,
            _size(wide),
            _size(tall),
        )
        return with_measured(room, fixtures=(*room.measured.fixtures, fresh))

    return room_edit(f"add {kind}", room_id, change)


def add_mark(room_id: str, kind: str, wall_id: str, place: Length, height: Length, width: Length, tall: Length) -> Edit:
    """Mark damage on a wall; it brings its repair to the finishes and the order."""
    if kind not in repair_kinds():
        raise EditError(f"No repair is known for “{kind[:40]}”.", remedy=", ".join(repair_kinds()) + ".")
    for length, what in ((place, "The place"), (height, "The height")):
        checked_size(length, what, zero=True)
    for length, what in ((width, "The width"), (tall, "The height of the damage")):
        checked_size(length, what)

    def change(room: Room) -> Room:
        fresh = ConditionMark(
            fresh_id("k", (one.id for one in room.measured.marks)),
            kind,
            wall_id,
            as_reading(place),
            as_reading(height),
            width,
            tall,
        )
        return with_measured(room, marks=(*room.measured.marks, fresh))

    return room_edit(f"mark {kind}", room_id, change)


def add_trim_there(room_id: str, kind: TrimKind, wall_id: str, height: Length, thickness: Length) -> Edit:
    """Say what trim is on a wall already."""
    checked_size(height, "The height")
    checked_size(thickness, "The thickness")

    def change(room: Room) -> Room:
        if any(one.wall == wall_id and one.kind == kind for one in room.measured.there):
            raise EditError(f"This wall has a {kind} already.", where=kind, remedy="Change that one.")
        fresh = TrimThere(
            fresh_id("t", (one.id for one in room.measured.there)),
            wall_id,
            kind,
            as_reading(height),
            as_reading(thickness),
        )
        return with_measured(room, there=(*room.measured.there, fresh))

    return room_edit(f"{kind} there, {height.text or f'{height.mm:g}'}", room_id, change)


def add_recess(
    room_id: str, wall_id: str, name: str, depth: Length, start: Length | None = None, end: Length | None = None
) -> Edit:
    """Set a place for a built-in in front of a wall, or of a stretch of it."""
    new = checked_name(name, "A place for a built-in")
    checked_size(depth, "The depth")
    for length in (start, end):
        checked_size(length, "A stretch of wall", zero=True)

    def change(room: Room) -> Room:
        fresh = Recess(fresh_id("e", (one.id for one in room.measured.recesses)), new, wall_id, depth, start, end)
        return with_measured(room, recesses=(*room.measured.recesses, fresh))

    return room_edit(f"add {new[:40]}", room_id, change)


# width along the wall, depth into the room, underside above the floor, mm
USUAL_BULKS: dict[BulkKind, tuple[float, float, float]] = {
    "beam": (160, 3000, 2300),
    "boxed pipe": (200, 200, 0),
    "column": (250, 250, 0),
    "lowered ceiling": (1500, 900, 2200),
}


def add_bulk(room_id: str, kind: BulkKind, wall_id: str, place: Length) -> Edit:
    """Put a beam, boxed pipe, column or lowered piece of ceiling of usual size into the room."""
    checked_size(place, "The place", zero=True)
    wide, deep, under = USUAL_BULKS[kind]

    def change(room: Room) -> Room:
        number = sum(one.kind == kind for one in room.measured.bulks) + 1
        fresh = Bulk(
            fresh_id("z", (one.id for one in room.measured.bulks)),
            kind,
            wall_id,
            f"{kind} {number}",
            as_reading(place),
            Reading(0.0, "0"),
            _size(wide),
            _size(deep),
            _size(under),
        )
        return with_measured(room, bulks=(*room.measured.bulks, fresh))

    return room_edit(f"add {kind}", room_id, change)


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


def change_thing(room_id: str, field: ThingField, thing_id: str, name: str, /, **fields: Any) -> Edit:
    """Change one or more fields of a fixture, a mark, trim that is there or a recess."""
    sizes = SIZES[field]
    for key, value in fields.items():
        if key in sizes:
            if value is None and key not in ("start", "end", "top"):
                raise EditError(f"{key} of {name[:40]} is needed.", remedy="Type it, or remove the thing.")
            checked_size(value, f"{key} of {name[:40]}", zero=sizes[key])
            if key in ("place", "height", "thickness", "out"):
                fields[key] = as_reading(value)
        if key == "name":
            fields[key] = checked_name(value, "A thing")
    shown = ", ".join(f"{key} to {one.text if isinstance(one, Length) else one}" for key, one in fields.items())

    row = kept_in(field)
    return room_edit(
        f"{name[:40]}: {shown[:60]}",
        room_id,
        lambda room: row.put(room, changed_one(row.held(room), thing_id, **fields)),
    )


def remove_thing(room_id: str, field: ThingField, thing_id: str, name: str) -> Edit:
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
