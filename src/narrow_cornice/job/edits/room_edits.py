"""Changes to rooms as a whole."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_name, checked_size, fresh_id, room_edit
from narrow_cornice.job.edits.opening_edits import parting
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Measured, WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.readings import Instrument, as_reading
from narrow_cornice.survey.walk import Walked
from narrow_cornice.units.lengths import Length


def _added(name: str, walls: tuple[WallAsRead, ...], height: Length) -> Edit:
    def apply(job: Job) -> Job:
        fresh = fresh_id("r", (room.id for room in job.rooms))
        return replace(job, rooms=(*job.rooms, Room(fresh, name, Measured(walls, (as_reading(height),)))))

    return Edit(f"add {name[:40]}", apply)


def add_room(name: str, length: Length, width: Length, height: Length) -> Edit:
    """Add a four-walled room from two walls and a height; the other two walls follow from them."""
    new = checked_name(name, "A room")
    checked_size(length, "The first wall")
    checked_size(width, "The second wall")
    checked_size(height, "The ceiling height")
    read = (WallAsRead("w1", (as_reading(length),)), WallAsRead("w2", (as_reading(width),)))
    return _added(new, (*read, WallAsRead("w3"), WallAsRead("w4")), height)


def add_walked_room(name: str, walk: Sequence[Walked], height: Length, instrument: Instrument = "tape") -> Edit:
    """Add a room of any shape from a whole walk round it and a height."""
    new = checked_name(name, "A room")
    checked_size(height, "The ceiling height")
    for number, wall in enumerate(walk, 1):
        checked_size(wall.length, f"Wall {number}")
    if len(walk) < 3:
        raise EditError(f"{len(walk)} walls do not make a room.", where="walk", remedy="Three are the fewest.")
    walls = tuple(
        WallAsRead(
            f"w{number}",
            () if wall.length is None else (as_reading(wall.length, instrument),),
            wall.turn,
            wall.assumed,
            () if wall.angle is None else (wall.angle,),
        )
        for number, wall in enumerate(walk, 1)
    )
    return _added(new, walls, height)


def remove_room(room_id: str, name: str) -> Edit:
    """Take a room out of the job."""
    return parting(
        Edit(
            f"remove {name[:40]}",
            lambda job: replace(job, rooms=tuple(room for room in job.rooms if room.id != room_id)),
        )
    )


def rename_room(room_id: str, name: str) -> Edit:
    """Give a room another name."""
    new = checked_name(name, "A room")
    return room_edit(f"room name to {new[:40]}", room_id, lambda room: replace(room, name=new))


def set_outdoors(room_id: str, outdoors: bool, name: str) -> Edit:
    """Say that a room is outdoors, where there are only pieces such as a fence, or that it is to be walked after all.

    Raises EditError for a room that has walls.
    """

    def change(room: Room) -> Room:
        if room.measured.walls:
            raise EditError("A room with walls is not outdoors.", where=name[:40], remedy="Begin another one for it.")
        return replace(room, outdoors=outdoors, measured=Measured(walking=not outdoors))

    return room_edit(f"{name[:40]}: {'outdoors' if outdoors else 'indoors'}", room_id, change)
