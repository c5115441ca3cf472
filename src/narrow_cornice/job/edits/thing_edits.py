"""Changes to what was found on walls and between them, and to the ways into the house."""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping, Sequence
from typing import Any, Literal, NamedTuple

from msgspec.structs import replace

from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.job.edits.making import EditError, checked_name, checked_size, fresh_id, room_edit
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.thing_checks import SIZES
from narrow_cornice.job.things import (
    AcrossReading,
    Backing,
    Bulk,
    BulkKind,
    ConditionMark,
    Fixture,
    FixtureKind,
    FloorLevel,
    Panelling,
    Photo,
    PhotoPoint,
    Recess,
    Slope,
    TrimThere,
    Trueness,
    WayIn,
)
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
        number = sum(one.kind == kind for one in room.fixtures) + 1
        fresh = Fixture(
            fresh_id("f", (one.id for one in room.fixtures)),
            kind,
            wall_id,
            f"{kind} {number}",
            as_reading(place),
            middle,
            _size(wide),
            _size(tall),
        )
        return replace(room, fixtures=(*room.fixtures, fresh))

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
            fresh_id("k", (one.id for one in room.marks)),
            kind,
            wall_id,
            as_reading(place),
            as_reading(height),
            width,
            tall,
        )
        return replace(room, marks=(*room.marks, fresh))

    return room_edit(f"mark {kind}", room_id, change)


def add_trim_there(room_id: str, kind: TrimKind, wall_id: str, height: Length, thickness: Length) -> Edit:
    """Say what trim is on a wall already."""
    checked_size(height, "The height")
    checked_size(thickness, "The thickness")

    def change(room: Room) -> Room:
        if any(one.wall == wall_id and one.kind == kind for one in room.there):
            raise EditError(f"This wall has a {kind} already.", where=kind, remedy="Change that one.")
        fresh = TrimThere(
            fresh_id("t", (one.id for one in room.there)), wall_id, kind, as_reading(height), as_reading(thickness)
        )
        return replace(room, there=(*room.there, fresh))

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
        fresh = Recess(fresh_id("e", (one.id for one in room.recesses)), new, wall_id, depth, start, end)
        return replace(room, recesses=(*room.recesses, fresh))

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
        number = sum(one.kind == kind for one in room.bulks) + 1
        fresh = Bulk(
            fresh_id("z", (one.id for one in room.bulks)),
            kind,
            wall_id,
            f"{kind} {number}",
            as_reading(place),
            Reading(0.0, "0"),
            _size(wide),
            _size(deep),
            _size(under),
        )
        return replace(room, bulks=(*room.bulks, fresh))

    return room_edit(f"add {kind}", room_id, change)


def set_slope(room_id: str, wall_id: str, name: str, low: Length | None, run: Length | None) -> Edit:
    """Let the ceiling slope over a wall: its height there and how far out it is as high as the rest; None: flat."""
    checked_size(low, "The height at the wall")
    checked_size(run, "The run of the slope")
    slope = Slope(as_reading(low), as_reading(run)) if low is not None and run is not None else None

    def change(room: Room) -> Room:
        return replace(
            room, sides=tuple(replace(side, slope=slope) if side.id == wall_id else side for side in room.sides)
        )

    return room_edit(f"ceiling over {name} {'flat' if slope is None else 'sloped'}", room_id, change)


def set_across(room_id: str, recess_id: str, readings: Sequence[AcrossReading], name: str) -> Edit:
    """Put the widths read across a recess."""
    for one in readings:
        checked_size(one.reading, "A width")
    put = tuple(readings)
    shown = ", ".join(one.reading.text or f"{one.reading.mm:g}" for one in put) or "not read"
    return room_edit(
        f"widths of {name[:40]}: {shown[:40]}",
        room_id,
        lambda room: replace(
            room,
            recesses=tuple(replace(one, across=put) if one.id == recess_id else one for one in room.recesses),
        ),
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

    def change(room: Room) -> Room:
        things = tuple(replace(one, **fields) if one.id == thing_id else one for one in getattr(room, field))
        return replace(room, **{field: things})

    return room_edit(f"{name[:40]}: {shown[:60]}", room_id, change)


def remove_thing(room_id: str, field: ThingField, thing_id: str, name: str) -> Edit:
    """Take a fixture, a mark, trim that is there or a recess away."""
    return room_edit(
        f"remove {name[:40]}",
        room_id,
        lambda room: replace(room, **{field: tuple(one for one in getattr(room, field) if one.id != thing_id)}),
    )


def set_backing(room_id: str, wall_id: str, name: str, backing: Backing) -> Edit:
    """Say what stands behind a wall."""
    for length in (backing.spacing, backing.first, *backing.found):
        checked_size(length, f"Studs of wall {name}", zero=True)

    def change(room: Room) -> Room:
        rest = {key: one for key, one in room.backing.items() if key != wall_id}
        return replace(room, backing=rest if backing == Backing() else {**rest, wall_id: backing})

    return room_edit(f"behind wall {name}: {backing.kind}", room_id, change)


def set_trueness(room_id: str, wall_id: str, name: str, what: str, readings: Sequence[Length]) -> Edit:
    """Put the readings of how a wall stands: ``plumb`` (leaning into the room is positive) or ``flat``."""
    put = tuple(as_reading(one) for one in readings)

    def change(room: Room) -> Room:
        truth = replace(room.trueness.get(wall_id, Trueness()), **{what: put})
        rest = {key: one for key, one in room.trueness.items() if key != wall_id}
        return replace(room, trueness=rest if truth == Trueness() else {**rest, wall_id: truth})

    shown = ", ".join(one.text or f"{one.mm:g}" for one in put) or "not read"
    return room_edit(f"wall {name}, {what}: {shown[:40]}", room_id, change)


def set_level(room_id: str, wall_id: str, corner: str, reading: Length | None) -> Edit:
    """Put how high the floor lies at the corner at a wall's end, against corner A; None takes the reading away."""
    put = None if reading is None else as_reading(reading)

    def change(room: Room) -> Room:
        rest = tuple(one for one in room.levels if one.corner != wall_id)
        if put is None:
            return replace(room, levels=rest)
        return replace(room, levels=(*rest, FloorLevel(fresh_id("l", (one.id for one in rest)), wall_id, put)))

    shown = "not read" if put is None else put.text or f"{put.mm:g}"
    return room_edit(f"floor at {corner}: {shown[:40]}", room_id, change)


def add_photo(room_id: str, wall_id: str, name: str, content: bytes, points: Sequence[PhotoPoint]) -> Edit:
    """Lay a photograph over a wall, in place of the one that is there; its picture goes into the job."""

    def apply(job: Job) -> Job:
        job = remove_photo(room_id, wall_id, name).apply(job)
        room = job.room(room_id)
        fresh = fresh_id("p", (one.id for one in room.photos))
        picture = f"{re.sub('[^a-z0-9]', '', room_id.lower()) or 'room'}-{wall_id.lower()}-{fresh}.jpg"
        number = 1
        while picture in job.pictures:
            number += 1
            picture = f"{picture.removesuffix('.jpg').rstrip('0123456789-')}-{number}.jpg"
        photos = (*room.photos, Photo(fresh, wall_id, picture, tuple(points)))
        rooms = tuple(replace(one, photos=photos) if one.id == room_id else one for one in job.rooms)
        return replace(job, rooms=rooms, pictures={**job.pictures, picture: content})

    return Edit(f"photograph of wall {name}", apply)


def remove_photo(room_id: str, wall_id: str, name: str) -> Edit:
    """Take the photograph of a wall away, with its picture."""

    def apply(job: Job) -> Job:
        room = job.room(room_id)
        gone = {one.picture for one in room.photos if one.wall == wall_id}
        if not gone:
            return job
        photos = tuple(one for one in room.photos if one.wall != wall_id)
        rooms = tuple(replace(one, photos=photos) if one.id == room_id else one for one in job.rooms)
        return replace(job, rooms=rooms, pictures={key: one for key, one in job.pictures.items() if key not in gone})

    return Edit(f"remove the photograph of wall {name}", apply)


def put_way_in(way: WayIn) -> Edit:
    """Add a way into the house, or put it in place of the one with its identity (an empty identity is a new one)."""
    checked_name(way.name, "A way in")
    if way.width is None or way.height is None:
        raise EditError("A way in has a width and a height.", where=way.name[:40], remedy="Type it.")
    for length in (way.width, way.height, way.second):
        checked_size(length, way.name[:40])

    def apply(job: Job) -> Job:
        if any(one.id == way.id for one in job.ways_in):
            return replace(job, ways_in=tuple(way if one.id == way.id else one for one in job.ways_in))
        fresh = replace(way, id=fresh_id("i", (one.id for one in job.ways_in)))
        return replace(job, ways_in=(*job.ways_in, fresh))

    return Edit(f"way in: {way.name[:40]}", apply)


def remove_way_in(way_id: str, name: str) -> Edit:
    """Take a way in away."""
    return Edit(
        f"remove {name[:40]}",
        lambda job: replace(job, ways_in=tuple(one for one in job.ways_in if one.id != way_id)),
    )


class Section(NamedTuple):
    """A part of a wall that was cut up: from where to where it was, the wall it is now, and where that begins."""

    start: float
    end: float
    wall: str
    begins: float


def resettled(room: Room, wall_id: str, sections: Sequence[Section]) -> Room:
    """Return the room with what is on a wall moved to the parts that it was cut into; what lies in none goes.

    Trim that is there, the backing and the truth of the wall are those of every part.
    """

    def settled(things: Sequence[Any]) -> tuple[Any, ...]:
        kept = []
        for one in things:
            if one.wall != wall_id:
                kept.append(one)
                continue
            for section in sections:
                if section.start <= one.place.mm <= section.end:
                    place = type(one.place)(one.place.mm - section.begins, f"{one.place.mm:g} - {section.begins:g}")
                    kept.append(replace(one, wall=section.wall, place=place if section.begins else one.place))
                    break
        return tuple(kept)

    there = list(room.there)
    for section in sections:
        for one in room.there:
            if one.wall == wall_id and section.wall != wall_id:
                there.append(replace(one, id=fresh_id("t", (x.id for x in there)), wall=section.wall))

    def shared(by_wall: Mapping[str, Any]) -> dict[str, Any]:
        mine = by_wall.get(wall_id)
        return dict(by_wall) if mine is None else {**by_wall, **{section.wall: mine for section in sections}}

    return replace(
        room,
        fixtures=settled(room.fixtures),
        marks=settled(room.marks),
        widths=settled(room.widths),
        bulks=settled(room.bulks),
        frames=settled(room.frames),
        panels=_on_parts(room.panels, wall_id, [section.wall for section in sections]),
        there=tuple(there),
        backing=shared(room.backing),
        trueness=shared(room.trueness),
    )


def _on_parts(panels: tuple[Panelling, ...], wall_id: str, parts: Sequence[str]) -> tuple[Panelling, ...]:
    """Return fields of panels that were on a wall on every part it was cut into."""
    return tuple(
        replace(one, walls=tuple(dict.fromkeys((*one.walls, *parts)))) if wall_id in one.walls else one
        for one in panels
    )


def _off_walls(panels: tuple[Panelling, ...], gone: Collection[str]) -> tuple[Panelling, ...]:
    """Return fields of panels without the walls that are gone; one that was on no other goes with them."""
    kept = []
    for one in panels:
        walls = tuple(wall for wall in one.walls if wall not in gone)
        if walls or not one.walls:
            kept.append(replace(one, walls=walls))
    return tuple(kept)


def without_walls(room: Room, gone: Collection[str]) -> Room:
    """Return the room without what was on walls that are no longer there."""
    return replace(
        room,
        fixtures=tuple(one for one in room.fixtures if one.wall not in gone),
        marks=tuple(one for one in room.marks if one.wall not in gone),
        widths=tuple(one for one in room.widths if one.wall not in gone and one.other not in gone),
        there=tuple(one for one in room.there if one.wall not in gone),
        recesses=tuple(one for one in room.recesses if one.wall not in gone),
        photos=tuple(one for one in room.photos if one.wall not in gone),
        bulks=tuple(one for one in room.bulks if one.wall not in gone),
        frames=tuple(one for one in room.frames if one.wall not in gone),
        panels=_off_walls(room.panels, gone),
        levels=tuple(one for one in room.levels if one.corner not in gone),
        backing={key: one for key, one in room.backing.items() if key not in gone},
        trueness={key: one for key, one in room.trueness.items() if key not in gone},
    )
