"""Changes to doors, windows and other openings, and to what they lead to."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.edits.making import checked_name, checked_size, fresh_id, room_edit
from narrow_cornice.job.hanging import kept_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Opening, OpeningKind, Twin
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.on_walls import without_finishes
from narrow_cornice.job.paths.in_room import with_measured
from narrow_cornice.units.lengths import Length, Unit, usual_length

# usual sizes in mm
USUAL_OPENINGS: dict[OpeningKind, dict[str, float]] = {
    "door": {"width": 838, "height": 2040},
    "window": {"width": 900, "height": 1200, "sill": 850, "reveal": 120},
    "doorway": {"width": 900, "height": 2100, "reveal": 120},
    "arch": {"width": 1000, "height": 2200, "reveal": 200, "rise": 500},
    "fireplace": {"width": 900, "height": 900, "reveal": 350},
    "niche": {"width": 400, "height": 600, "sill": 1100, "reveal": 90},
}


UNCASED: tuple[OpeningKind, ...] = ("arch", "niche")  # at first


def add_opening(
    room_id: str, kind: OpeningKind, wall_id: str, place: Length, *, width: Length | None = None, unit: Unit = "mm"
) -> Edit:
    """Put a door, window or doorway into a wall: of a width, or of the usual one, and of what is usual in a job of a
    unit."""
    checked_size(place, "The place", zero=True)
    sizes: dict[str, Any] = {field: usual_length(mm, unit) for field, mm in USUAL_OPENINGS[kind].items()}
    if width is not None:
        checked_size(width, "The width")
        sizes["width"] = width

    def change(room: Room) -> Room:
        there = room.measured.openings
        number = sum(opening.kind == kind for opening in there) + 1
        fresh = fresh_id("o", (one.id for one in there))
        opening = Opening(fresh, kind, wall_id, f"{kind} {number}", place, cased=kind not in UNCASED, **sizes)
        return with_measured(room, openings=(*there, opening))

    return room_edit(f"add {kind}", room_id, change)


def change_opening(room_id: str, opening_id: str, name: str, /, **fields: Any) -> Edit:
    """Change one or more fields of an opening."""
    sizes = kept_in("openings").sizes
    for field, value in fields.items():
        if field in sizes:
            checked_size(value, f"{field} of {name[:40]}", zero=sizes[field])
        if field == "frame":
            checked_colour(value, "frame")
        if field == "name":
            checked_name(value, "An opening")
    shown = ", ".join(
        f"{field} to {value.text if isinstance(value, Length) else value}" for field, value in fields.items()
    )
    shared = {field: value for field, value in fields.items() if field in ("width", "height", "leaf")}
    me = Twin(room_id, opening_id)

    def changed(room: Room) -> Room:
        openings = room.measured.openings
        if room.id == room_id:
            openings = tuple(replace(one, **fields) if one.id == opening_id else one for one in openings)
        elif shared and any(one.twin == me for one in openings):  # a door is as wide from the other side
            openings = tuple(replace(one, **shared) if one.twin == me else one for one in openings)
        else:
            return room
        return with_measured(room, openings=openings)

    return Edit(f"{name[:40]}: {shown[:60]}", lambda job: replace(job, rooms=tuple(changed(r) for r in job.rooms)))


def _unpaired(job: Job) -> Job:
    """Return the job without joins to openings, and pictures of walls, that are no longer there."""
    there = {Twin(room.id, one.id) for room in job.rooms for one in room.measured.openings}

    def alone(one: Opening) -> bool:
        return one.twin is not None and one.twin not in there

    rooms = tuple(
        with_measured(
            room, openings=tuple(replace(one, twin=None) if alone(one) else one for one in room.measured.openings)
        )
        if any(map(alone, room.measured.openings))
        else room
        for room in job.rooms
    )
    if not all(new is old for new, old in zip(rooms, job.rooms, strict=True)):
        job = replace(job, rooms=rooms)
    rooms = (*job.rooms, *(room for scheme in job.schemes for room in scheme.rooms))
    used = {photo.picture for room in rooms for photo in room.measured.photos}
    used |= {room.colours.bridge.picture for room in rooms if room.colours.bridge is not None}
    used |= {photo.picture for room in rooms for photo in room.presented.photos}
    used |= {name for entry in job.logbook.entries for name in entry.pictures}
    if set(job.pictures) <= used:
        return job
    return replace(job, pictures={name: one for name, one in job.pictures.items() if name in used})


def parting(edit: Edit) -> Edit:
    """Return an edit that takes openings or photographs away, with what was joined to them parted."""
    return Edit(edit.title, lambda job: _unpaired(edit.apply(job)))


def join_openings(room_id: str, opening_id: str, twin: Twin | None, name: str) -> Edit:
    """Say that an opening is the one another room has at its side, or no longer (None).

    Both then lead to one another, and take the sizes of this one; whatever either was joined to before is parted.
    """
    me = Twin(room_id, opening_id)

    def apply(job: Job) -> Job:
        mine = next(one for one in job.room(room_id).measured.openings if one.id == opening_id)
        freed = {me, mine.twin, twin} - {None}

        def joined(room: Room, one: Opening) -> Opening:
            here = Twin(room.id, one.id)
            if here == me:
                return replace(one, twin=twin)
            if twin is not None and here == twin:
                return replace(one, twin=me, width=mine.width, height=mine.height, leaf=mine.leaf)
            return replace(one, twin=None) if one.twin in freed else one

        rooms = []
        for room in job.rooms:
            openings = tuple(joined(room, one) for one in room.measured.openings)
            same = all(new == old for new, old in zip(openings, room.measured.openings, strict=True))
            rooms.append(room if same else with_measured(room, openings=openings))
        return replace(job, rooms=tuple(rooms))

    return Edit(f"{name[:40]}: {'leads to the next room' if twin is not None else 'leads nowhere said'}", apply)


def remove_opening(room_id: str, opening_id: str, name: str) -> Edit:
    """Take an opening out of its wall; finishes given to it alone go with it."""

    def change(room: Room) -> Room:
        openings = tuple(one for one in room.measured.openings if one.id != opening_id)
        dressings = tuple(one for one in room.zones.dressings if one.opening != opening_id)
        if len(dressings) < len(room.zones.dressings):
            room = replace(room, zones=replace(room.zones, dressings=dressings))
        return without_finishes(with_measured(room, openings=openings), {opening_id})

    return parting(room_edit(f"remove {name[:40]}", room_id, change))
