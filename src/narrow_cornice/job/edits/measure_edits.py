"""Changes to rooms and what was measured in them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any, Literal

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.edits.making import EditError, checked_name, checked_size, fresh_id, room_edit
from narrow_cornice.job.edits.survey_edits import as_readings, less_readings, rekeyed, shown_readings
from narrow_cornice.job.edits.thing_edits import Section, resettled, without_walls
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import (
    Job,
    Opening,
    OpeningKind,
    Room,
    WallAsRead,
)
from narrow_cornice.survey.plan import Turn, side_name
from narrow_cornice.survey.readings import Instrument, Reading, as_reading
from narrow_cornice.survey.walk import Walked
from narrow_cornice.units.lengths import Length


def add_room(name: str, length: Length, width: Length, height: Length) -> Edit:
    """Add a four-walled room from two walls and a height; the other two walls follow from them."""
    new = checked_name(name, "A room")
    (
        checked_size(length, "The first wall"),
        checked_size(width, "The second wall"),
        checked_size(height, "The ceiling height"),
    )

    def apply(job: Job) -> Job:
        sides = (
            WallAsRead("w1", (as_reading(length),)),
            WallAsRead("w2", (as_reading(width),)),
            WallAsRead("w3"),
            WallAsRead("w4"),
        )
        room = Room(fresh_id("r", (room.id for room in job.rooms)), new, sides, (as_reading(height),))
        return replace(job, rooms=(*job.rooms, room))

    return Edit(f"add {new[:40]}", apply)


def add_walked_room(name: str, walk: Sequence[Walked], height: Length, instrument: Instrument = "tape") -> Edit:
    """Add a room of any shape from a whole walk round it and a height."""
    new = checked_name(name, "A room")
    checked_size(height, "The ceiling height")
    for number, wall in enumerate(walk, 1):
        checked_size(wall.length, f"Wall {number}")
    if len(walk) < 3:
        raise EditError(f"{len(walk)} walls do not make a room.", where="walk", remedy="Three are the fewest.")
    sides = tuple(
        WallAsRead(
            f"w{number}",
            () if wall.length is None else (as_reading(wall.length, instrument),),
            wall.turn,
            wall.assumed,
            () if wall.angle is None else (wall.angle,),
        )
        for number, wall in enumerate(walk, 1)
    )

    def apply(job: Job) -> Job:
        room = Room(fresh_id("r", (room.id for room in job.rooms)), new, sides, (as_reading(height),))
        return replace(job, rooms=(*job.rooms, room))

    return Edit(f"add {new[:40]}", apply)


def add_wall(room_id: str, wall_id: str, name: str) -> Edit:
    """Put another wall into the walk after one, not yet read, with an inside corner at its end.

    Until the corners bring the walk back to its beginning again the room shows the walk so far.
    """

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        fresh = WallAsRead(fresh_id("w", (side.id for side in room.sides)))
        return replace(room, sides=(*room.sides[: index + 1], fresh, *room.sides[index + 1 :]))

    return room_edit(f"add a wall after {name}", room_id, change)


def remove_wall(room_id: str, wall_id: str, name: str) -> Edit:
    """Take one wall out of the walk, with what stands in it."""

    def change(room: Room) -> Room:
        if len(room.sides) <= 3:
            raise EditError("Three walls are the fewest.", where=f"wall {name}")
        room = without_walls(rekeyed(room, {}, {wall_id}), {wall_id})
        gone = {opening.id for opening in room.openings if opening.wall == wall_id} | {wall_id}
        finishes = {key: finish for key, finish in room.finishes.items() if key.partition("@")[2] not in gone}
        return replace(
            room,
            sides=tuple(side for side in room.sides if side.id != wall_id),
            openings=tuple(opening for opening in room.openings if opening.wall != wall_id),
            finishes=finishes,
        )

    return _parting(room_edit(f"remove wall {name}", room_id, change))


def notch_corner(room_id: str, wall_id: str, corner: str, along: Length, across: Length) -> Edit:
    """Cut a square notch out of the inside corner at the end of a wall, so that the room becomes an L.

    ``along`` is taken from this wall, ``across`` from the next; both walls must have been read and be longer.
    """
    checked_size(along, "The notch")
    checked_size(across, "The notch")

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        side, following = room.sides[index], room.sides[(index + 1) % len(room.sides)]
        if side.turn != "left":
            raise EditError(f"Corner {corner} is an outside corner.", where=f"corner {corner}")
        shorter = [
            replace(one, readings=less_readings(one.readings, less, corner))
            for one, less in ((side, along), (following, across))
        ]
        # Openings of the next wall are measured from its left end, its far one, and stay; those of this wall move.
        openings = tuple(
            replace(one, place=Length(one.place.mm - along.mm, f"{one.place.mm:g} - {along.mm:g}"))
            if one.wall == wall_id and one.place.mm >= along.mm
            else one
            for one in room.openings
        )
        if any(one.wall == wall_id and one.place.mm < along.mm for one in room.openings):
            raise EditError("An opening stands where the notch would be.", where=f"corner {corner}")
        ids = [one.id for one in room.sides]
        first = fresh_id("w", ids)
        second = fresh_id("w", [*ids, first])
        notch = (WallAsRead(first, (as_reading(across),), "right"), WallAsRead(second, (as_reading(along),), "left"))
        rest = {side.id: shorter[0], following.id: shorter[1]}
        sides = []
        for one in room.sides:
            sides.append(rest.get(one.id, one))
            if one.id == wall_id:
                sides += notch
        cut = rekeyed(replace(room, sides=tuple(sides), openings=openings), {}, {wall_id})
        return resettled(cut, wall_id, [Section(along.mm, math.inf, wall_id, along.mm)])

    return room_edit(f"notch corner {corner}", room_id, change)


def remove_room(room_id: str, name: str) -> Edit:
    """Take a room out of the job."""
    gone = Edit(
        f"remove {name[:40]}", lambda job: replace(job, rooms=tuple(room for room in job.rooms if room.id != room_id))
    )
    return _parting(gone)


def rename_room(room_id: str, name: str) -> Edit:
    """Give a room another name."""
    new = checked_name(name, "A room")
    return room_edit(f"room name to {new[:40]}", room_id, lambda room: replace(room, name=new))


def break_wall(
    room_id: str,
    wall_id: str,
    name: str,
    kind: Literal["projection", "recess"],
    place: Length,
    width: Length,
    depth: Length,
) -> Edit:
    """Put a projection into the room (a chimney breast) or a recess out of it into one wall.

    ``place`` is from the wall's left end as seen from inside. The wall becomes five; its openings go to the part
    they lie in, and an opening across a new corner refuses the change.
    """
    for length, what in ((width, "The width"), (depth, "The depth")):
        checked_size(length, what)
    checked_size(place, "The place", zero=True)

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        side = room.sides[index]
        if len(side.readings) == 0:
            raise EditError(f"Wall {name} has not been read.", where=f"wall {name}", remedy="Read it first.")
        whole = sum(one.mm for one in side.readings) / len(side.readings)
        after = place.mm  # left as seen from inside is the end of the anticlockwise walk
        before = whole - place.mm - width.mm
        if before <= 0 or after <= 0:
            raise EditError(
                f"{width.mm:g} mm at {place.mm:g} does not fit inside wall {name} ({whole:g} mm).",
                where=f"wall {name}",
                remedy="Leave some wall on both sides.",
            )
        ids = [one.id for one in room.sides]
        fresh: list[str] = []
        for _ in range(4):
            fresh.append(fresh_id("w", [*ids, *fresh]))
        turns: tuple[Turn, Turn, Turn, Turn] = (
            ("left", "right", "right", "left") if kind == "projection" else ("right", "left", "left", "right")
        )
        parts = (
            WallAsRead(
                wall_id, (Reading(before, f"{whole:g} - {place.mm:g} - {width.mm:g}"),), turns[0], slope=side.slope
            ),
            WallAsRead(fresh[0], (as_reading(depth),), turns[1]),
            WallAsRead(fresh[1], (as_reading(width),), turns[2]),
            WallAsRead(fresh[2], (as_reading(depth),), turns[3]),
            WallAsRead(fresh[3], (as_reading(place),), side.turn, side.assumed, side.angles, side.slope),
        )
        openings: list[Opening] = []
        for opening in room.openings:
            if opening.wall != wall_id:
                openings.append(opening)
                continue
            left, right = opening.place.mm, opening.place.mm + opening.width.mm
            if right <= place.mm:
                openings.append(replace(opening, wall=fresh[3]))
            elif left >= place.mm + width.mm:
                moved = Length(left - place.mm - width.mm, f"{left:g} - {place.mm:g} - {width.mm:g}")
                openings.append(replace(opening, place=moved))
            elif left >= place.mm and right <= place.mm + width.mm:
                openings.append(
                    replace(opening, wall=fresh[1], place=Length(left - place.mm, f"{left:g} - {place.mm:g}"))
                )
            else:
                raise EditError(
                    f"{opening.name} would lie across a new corner.", where=opening.name, remedy="Move it first."
                )
        sides = (*room.sides[:index], *parts, *room.sides[index + 1 :])
        # The far corner, by which diagonals may know this wall, is now the end of its last part.
        broken = rekeyed(replace(room, sides=sides, openings=tuple(openings)), {wall_id: fresh[3]}, ())
        far = place.mm + width.mm
        sections = [
            Section(0.0, place.mm, fresh[3], 0.0),
            Section(place.mm, far, fresh[1], place.mm),
            Section(far, math.inf, wall_id, far),
        ]
        return resettled(broken, wall_id, sections)

    return room_edit(f"{kind} in wall {name}", room_id, change)


def straighten_wall(room_id: str, first: int, name: str) -> Edit:
    """Take a projection or recess out again: five walls from index ``first`` become one.

    The wall keeps the sum of the three stretches that run its way; its openings go with it.
    """

    def change(room: Room) -> Room:
        count = len(room.sides)
        if count < 8:
            raise EditError("Four walls are the fewest.", where="walls")
        parts = [room.sides[(first + step) % count] for step in range(5)]
        turns = tuple(part.turn for part in parts[:4])
        if turns not in (("left", "right", "right", "left"), ("right", "left", "left", "right")):
            raise EditError(f"Wall {name} does not begin a projection or recess.", where=f"wall {name}")
        lengths = [
            sum(one.mm for one in part.readings) / len(part.readings) if part.readings else 0.0 for part in parts
        ]
        read = all(parts[step].readings for step in (0, 2, 4))
        whole = lengths[0] + lengths[2] + lengths[4]
        readings = (Reading(whole, f"{lengths[0]:g} + {lengths[2]:g} + {lengths[4]:g}"),) if read else ()
        ids = [part.id for part in parts]
        shift = {ids[0]: lengths[4] + lengths[2], ids[2]: lengths[4], ids[4]: 0.0}
        if any(opening.wall in (ids[1], ids[3]) for opening in room.openings):
            raise EditError(
                "An opening stands in one of the short walls.", where=f"wall {name}", remedy="Remove it first."
            )
        openings = tuple(
            replace(
                opening,
                wall=ids[0],
                place=Length(opening.place.mm + shift[opening.wall], f"{opening.place.mm:g} + {shift[opening.wall]:g}"),
            )
            if opening.wall in shift
            else opening
            for opening in room.openings
        )
        kept = [side for side in room.sides if side.id not in ids[1:]]
        last = parts[4]
        whole_wall = WallAsRead(ids[0], readings, last.turn, last.assumed, last.angles, last.slope)
        sides = tuple(whole_wall if side.id == ids[0] else side for side in kept)
        straight = without_walls(rekeyed(room, {}, set(ids[:4])), {ids[1], ids[3]})
        for part in (ids[0], ids[2], ids[4]):
            straight = resettled(straight, part, [Section(0.0, math.inf, ids[0], -shift[part])])
        straight = without_walls(straight, {ids[2], ids[4]})
        return rekeyed(replace(straight, sides=sides, openings=openings), {ids[4]: ids[0]}, ())

    return room_edit(f"straighten wall {name}", room_id, change)


def set_heights(room_id: str, heights: Sequence[Length]) -> Edit:
    """Put the readings of the ceiling height."""
    for one in heights:
        checked_size(one, "The ceiling height")
    put = as_readings(heights)
    return room_edit(f"ceiling height to {shown_readings(put)[:40]}", room_id, lambda room: replace(room, heights=put))


def add_opening(room_id: str, kind: OpeningKind, wall_id: str, place: Length) -> Edit:
    """Put a door, window or doorway of usual size into a wall."""
    checked_size(place, "The place", zero=True)
    usual: dict[str, dict[str, Length]] = {
        "door": {"width": Length(838, "838"), "height": Length(2040, "2040")},
        "window": {
            "width": Length(900, "900"),
            "height": Length(1200, "1200"),
            "sill": Length(850, "850"),
            "reveal": Length(120, "120"),
        },
        "doorway": {"width": Length(900, "900"), "height": Length(2100, "2100"), "reveal": Length(120, "120")},
        "arch": {
            "width": Length(1000, "1000"),
            "height": Length(2200, "2200"),
            "reveal": Length(200, "200"),
            "rise": Length(500, "500"),
        },
        "fireplace": {"width": Length(900, "900"), "height": Length(900, "900"), "reveal": Length(350, "350")},
    }

    def change(room: Room) -> Room:
        number = sum(opening.kind == kind for opening in room.openings) + 1
        opening = Opening(
            id=fresh_id("o", (one.id for one in room.openings)),
            kind=kind,
            wall=wall_id,
            name=f"{kind} {number}",
            place=place,
            cased=kind != "arch",
            width=usual[kind]["width"],
            height=usual[kind]["height"],
        )
        opening = replace(opening, **usual[kind])
        return replace(room, openings=(*room.openings, opening))

    return room_edit(f"add {kind}", room_id, change)


_OPENING_FIELDS = {"place": True, "width": False, "height": False, "sill": True, "reveal": True, "rise": True}


def change_opening(room_id: str, opening_id: str, name: str, /, **fields: Any) -> Edit:
    """Change one or more fields of an opening."""
    for field, value in fields.items():
        if field in _OPENING_FIELDS:
            checked_size(value, f"{field} of {name[:40]}", zero=_OPENING_FIELDS[field])
        if field == "frame":
            checked_colour(value, "frame")
        if field == "name":
            checked_name(value, "An opening")
    shown = ", ".join(
        f"{field} to {value.text if isinstance(value, Length) else value}" for field, value in fields.items()
    )
    shared = {field: value for field, value in fields.items() if field in ("width", "height")}
    me = twin_path(room_id, opening_id)

    def changed(room: Room) -> Room:
        if room.id == room_id:
            openings = tuple(replace(one, **fields) if one.id == opening_id else one for one in room.openings)
        elif shared and any(one.twin == me for one in room.openings):  # a door is as wide from the other side
            openings = tuple(replace(one, **shared) if one.twin == me else one for one in room.openings)
        else:
            return room
        return replace(room, openings=openings)

    return Edit(f"{name[:40]}: {shown[:60]}", lambda job: replace(job, rooms=tuple(changed(r) for r in job.rooms)))


def twin_path(room_id: str, opening_id: str) -> str:
    """Return how an opening is named by its twin."""
    return f"{room_id}/{opening_id}"


def _unpaired(job: Job) -> Job:
    """Return the job without joins to openings, and pictures of walls, that are no longer there."""
    there = {twin_path(room.id, one.id) for room in job.rooms for one in room.openings}
    rooms = tuple(
        replace(room, openings=tuple(replace(one, twin="") if one.twin not in there else one for one in room.openings))
        if any(one.twin and one.twin not in there for one in room.openings)
        else room
        for room in job.rooms
    )
    if not all(new is old for new, old in zip(rooms, job.rooms, strict=True)):
        job = replace(job, rooms=rooms)
    used = {photo.picture for room in job.rooms for photo in room.photos}
    if set(job.pictures) <= used:
        return job
    return replace(job, pictures={name: one for name, one in job.pictures.items() if name in used})


def _parting(edit: Edit) -> Edit:
    """Return an edit that takes openings away, with what was joined to them parted."""
    return Edit(edit.title, lambda job: _unpaired(edit.apply(job)))


def join_openings(room_id: str, opening_id: str, twin: str, name: str) -> Edit:
    """Say that an opening is the one another room has at its side ("room/opening"), or by an empty name no longer.

    Both then lead to one another, and take the sizes of this one; whatever either was joined to before is parted.
    """

    def apply(job: Job) -> Job:
        me = twin_path(room_id, opening_id)
        mine = next(one for one in job.room(room_id).openings if one.id == opening_id)
        freed = {me, mine.twin, twin} - {""}

        def joined(room: Room, one: Opening) -> Opening:
            path = twin_path(room.id, one.id)
            if path == me:
                return replace(one, twin=twin)
            if twin and path == twin:
                return replace(one, twin=me, width=mine.width, height=mine.height)
            return replace(one, twin="") if one.twin in freed else one

        rooms = []
        for room in job.rooms:
            openings = tuple(joined(room, one) for one in room.openings)
            same = all(new is old or new == old for new, old in zip(openings, room.openings, strict=True))
            rooms.append(room if same else replace(room, openings=openings))
        return replace(job, rooms=tuple(rooms))

    return Edit(f"{name[:40]}: {'leads to the next room' if twin else 'leads nowhere said'}", apply)


def remove_opening(room_id: str, opening_id: str, name: str) -> Edit:
    """Take an opening out of its wall; finishes given to it alone go with it."""

    def change(room: Room) -> Room:
        openings = tuple(one for one in room.openings if one.id != opening_id)
        finishes = {key: finish for key, finish in room.finishes.items() if not key.endswith(f"@{opening_id}")}
        return replace(room, openings=openings, finishes=finishes)

    return _parting(room_edit(f"remove {name[:40]}", room_id, change))


def wall_name(room: Room, wall_id: str) -> str:
    """Return the name of a wall by its corners."""
    for index, side in enumerate(room.sides):
        if side.id == wall_id:
            return side_name(index, len(room.sides))
    raise KeyError(wall_id)
