"""Changes to a room while it is walked: begin, go on, take the last wall back, close."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_name, checked_size, fresh_id, room_edit
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Measured, WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths.in_room import with_measured
from narrow_cornice.survey.open_walk import Closing
from narrow_cornice.survey.readings import Instrument, as_reading
from narrow_cornice.survey.walk import Walked

FEWEST_TO_CLOSE = 2


def fresh_name(job: Job) -> str:
    """Return a name for another room that none has yet."""
    names = {room.name for room in job.rooms}
    return next(f"Room {number}" for number in itertools.count(len(names) + 1) if f"Room {number}" not in names)


def begin_walk(name: str) -> Edit:
    """Add a room with no wall yet, to be walked."""
    new = checked_name(name, "A room")

    def apply(job: Job) -> Job:
        fresh = fresh_id("r", (room.id for room in job.rooms))
        return replace(job, rooms=(*job.rooms, Room(fresh, new, Measured(walking=True))))

    return Edit(f"begin {new[:40]}", apply)


def walk_on(room_id: str, walked: Sequence[Walked], instrument: Instrument = "tape", *, words: str) -> Edit:
    """Add walls to a walk, in the order they are walked."""
    for wall in walked:
        checked_size(wall.length, "The wall")

    def change(room: Room) -> Room:
        _still_walking(room)
        walls = list(room.measured.walls)
        for wall in walked:
            fresh = fresh_id("w", (one.id for one in walls))
            readings = () if wall.length is None else (as_reading(wall.length, instrument),)
            angles = () if wall.angle is None else (wall.angle,)
            walls.append(WallAsRead(fresh, readings, wall.turn, wall.assumed, angles))
        return with_measured(room, walls=tuple(walls))

    return room_edit(words, room_id, change)


def take_wall_back(room_id: str, name: str) -> Edit:
    """Take the last wall of a walk back."""

    def change(room: Room) -> Room:
        _still_walking(room)
        return with_measured(room, walls=room.measured.walls[:-1])

    return room_edit(f"take wall {name} back", room_id, change)


def close_walk(room_id: str, way: Closing) -> Edit:
    """Close a walk on its first corner: the walls that are still wanted are added, and nobody read them."""

    def change(room: Room) -> Room:
        _still_walking(room)
        walls = list(room.measured.walls)
        if len(walls) < FEWEST_TO_CLOSE or len(walls) + len(way.walls) < 3:
            raise EditError(
                "Too few walls to close the room.", where="walk", remedy="Walk two walls at least, then close on A."
            )
        last = walls[-1]
        assumed = last.assumed if way.square else None
        walls[-1] = last if last.angles else replace(last, turn=way.at_end, assumed=assumed)
        for wall in way.walls:
            fresh = fresh_id("w", (one.id for one in walls))
            assumed = None if wall.degrees is None else 180.0 - wall.degrees
            walls.append(WallAsRead(fresh, (), wall.turn, assumed))
        return with_measured(room, walls=tuple(walls), walking=False)

    return room_edit("close the walk", room_id, change)


def _still_walking(room: Room) -> None:
    if not room.measured.walking:
        raise EditError("The walk round this room is closed already.", where=room.name[:40])
