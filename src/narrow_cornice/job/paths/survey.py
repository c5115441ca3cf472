"""The paths of a room and of what is read in it: walls, corners, heights, diagonals, offsets, widths, levels."""

from __future__ import annotations

from typing import Any, ClassVar

from msgspec.structs import replace

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.measured import Level
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import (
    InRoom,
    Read,
    Readings,
    Sized,
    identified,
    wall_of,
    with_measured,
    with_wall,
)


class RoomPath(InRoom, frozen=True):
    """A room as a whole."""

    @property
    def steps(self) -> tuple[str, ...]:
        """Return nothing: there is one."""
        return ()

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of something in this room."""
        return other.room == self.room


class OfOneWall(Read, frozen=True):
    """The path of something that is read of a wall; ``kept`` names the field of the wall that its readings are in."""

    kept: ClassVar[str] = ""
    wall: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return wall_of(room, self.wall) is not None

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        wall = wall_of(room, self.wall)
        readings: Readings = getattr(wall, self.kept) if wall is not None else ()
        return readings

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return with_wall(room, self.wall, **{self.kept: tuple(readings)})


class WallPath(OfOneWall, frozen=True):
    """A wall."""

    word: ClassVar[str] = "wall"
    kept: ClassVar[str] = "readings"


class NextWallPath(InRoom, frozen=True):
    """The wall that is walked next, while a room is being walked."""

    word: ClassVar[str] = "next wall"

    def held(self, room: Room) -> bool:
        """Return whether its room is still being walked."""
        return room.measured.walking


class CornerPath(OfOneWall, frozen=True):
    """The corner at the end of a wall; its readings are angles."""

    word: ClassVar[str] = "corner"
    kept: ClassVar[str] = "angles"


class HeightPath(Read, frozen=True):
    """The ceiling height."""

    word: ClassVar[str] = "height"

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        return room.measured.heights

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return with_measured(room, heights=tuple(readings))


class ListedReading(Read, frozen=True):
    """The path of something read between corners or walls, which goes by its own identity; ``kept`` names the list of
    what was measured that it is in."""

    kept: ClassVar[str] = ""
    id: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return identified(getattr(room.measured, self.kept), self.id) is not None

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        one = identified(getattr(room.measured, self.kept), self.id)
        return one.readings if one is not None else ()

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        things = (
            replace(one, readings=tuple(readings)) if one.id == self.id else one
            for one in getattr(room.measured, self.kept)
        )
        return with_measured(room, **{self.kept: tuple(things)})


class DiagonalPath(ListedReading, frozen=True):
    """The way between two corners that no wall joins."""

    word: ClassVar[str] = "diagonal"
    kept: ClassVar[str] = "diagonals"


class OffsetPath(ListedReading, frozen=True):
    """How far a corner stands off the line between two others."""

    word: ClassVar[str] = "offset"
    kept: ClassVar[str] = "offsets"


class WidthPath(ListedReading, frozen=True):
    """The width from one wall across to another."""

    word: ClassVar[str] = "width"
    kept: ClassVar[str] = "widths"


class AskedDiagonalPath(Read, frozen=True):
    """The way between two corners that nobody has read yet."""

    word: ClassVar[str] = "diagonal"
    first: str
    second: str

    def held(self, room: Room) -> bool:
        """Return whether its corners are there."""
        return self.first != self.second and None not in (wall_of(room, self.first), wall_of(room, self.second))


class AskedWidthPath(Read, frozen=True):
    """A width from a ``place`` (mm) on one wall across to another that nobody has read yet."""

    word: ClassVar[str] = "width"
    wall: str
    other: str
    level: Level
    place: float

    def held(self, room: Room) -> bool:
        """Return whether its walls are there."""
        return self.wall != self.other and None not in (wall_of(room, self.wall), wall_of(room, self.other))


class OfWall(Sized, frozen=True):
    """The path of something that every wall has at most one of."""

    wall: str

    def held(self, room: Room) -> bool:
        """Return whether its wall is there."""
        return wall_of(room, self.wall) is not None


class StudsPath(OfWall, frozen=True):
    """The studs behind a wall."""

    word: ClassVar[str] = "studs"


class SlopePath(OfWall, frozen=True):
    """The sloped ceiling over a wall."""

    word: ClassVar[str] = "slope"


class TrayPath(Sized, frozen=True):
    """The tray of a ceiling: the width of its border, its rise."""

    word: ClassVar[str] = "tray"


class LevelPath(InRoom, frozen=True):
    """How high the floor lies at the corner at the end of a wall."""

    word: ClassVar[str] = "level"
    wall: str

    def held(self, room: Room) -> bool:
        """Return whether its corner is there."""
        return wall_of(room, self.wall) is not None


class FloorPath(InRoom, frozen=True):
    """The floor of a room."""

    word: ClassVar[str] = "floor"


READ: tuple[type[Read], ...] = (WallPath, CornerPath, HeightPath, DiagonalPath, OffsetPath, WidthPath)
