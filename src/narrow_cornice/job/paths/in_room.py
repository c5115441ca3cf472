"""The roots of the paths of a job: of something in it, in a room, with sizes, and with readings."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Self

from msgspec.structs import replace

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.readings import AngleReading, Reading

Readings = Sequence[Reading] | Sequence[AngleReading]


class JobPath(ThingPath, frozen=True):
    """The path of something in a job."""

    def there(self, job: Job) -> bool:
        """Return whether the job has it."""
        return True


class InRoom(JobPath, frozen=True):
    """The path of something in a room."""

    room: str

    def there(self, job: Job) -> bool:
        """Return whether the job has it."""
        room = room_of(job, self)
        return room is not None and self.held(room)

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return True


def room_of(job: Job, path: ThingPath | None) -> Room | None:
    """Return the room a path is in, None where it is in none or that room is not there."""
    room_id = path.room if path is not None else ""
    return next((room for room in job.rooms if room.id == room_id), None) if room_id else None


def identified(things: Sequence[Any], identity: str) -> Any:
    """Return the thing of that identity, None where there is none."""
    return next((one for one in things if one.id == identity), None)


def wall_of(room: Room, wall_id: str) -> WallAsRead | None:
    """Return the wall of that identity, None where there is none."""
    found: WallAsRead | None = identified(room.measured.walls, wall_id)
    return found


def with_measured(room: Room, **fields: Any) -> Room:
    """Return the room with other fields of what is measured."""
    return replace(room, measured=replace(room.measured, **fields))


def with_wall(room: Room, wall_id: str, **fields: Any) -> Room:
    """Return the room with other fields of one wall."""
    walls = room.measured.walls
    return with_measured(room, walls=tuple(replace(one, **fields) if one.id == wall_id else one for one in walls))


class Sized(InRoom, frozen=True, kw_only=True):
    """The path of something with sizes: ``size`` names one of them, empty for the thing itself."""

    size: str = ""

    @property
    def thing(self) -> Self:
        """Return the path of the whole thing."""
        return replace(self, size="") if self.size else self

    def sized(self, size: str) -> Self:
        """Return the path of one of its sizes."""
        return replace(self, size=size)


class Read(InRoom, frozen=True, kw_only=True):
    """The path of something that is read, perhaps several times: ``reading`` says which, None for the thing itself."""

    reading: int | None = None

    @property
    def thing(self) -> Self:
        """Return the path of the whole thing."""
        return self if self.reading is None else replace(self, reading=None)

    def nth(self, reading: int) -> Self:
        """Return the path of one of its readings."""
        return replace(self, reading=reading)

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        return ()

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return room
