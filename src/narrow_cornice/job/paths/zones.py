"""The paths of what a room is used for: zones, pieces, lamps, dressed windows, what is seen from a place."""

from __future__ import annotations

from typing import Any, ClassVar

from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import InRoom, Sized, identified


class ZonedPath(Sized, frozen=True):
    """The path of something kept in a ``field`` of a room's zones."""

    field: ClassVar[str] = ""
    id: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None

    def found(self, room: Room) -> Any:
        """Return the thing itself, None where it is not there."""
        return identified(getattr(room.zones, self.field), self.id)


class ZonePath(ZonedPath, frozen=True):
    """A zone; ``corner`` is one of the corners of its outline, from nought, −1 for all of it."""

    word: ClassVar[str] = "zone"
    field: ClassVar[str] = "zones"
    corner: int = -1

    @property
    def thing(self) -> ZonePath:
        """Return the path of the whole zone."""
        return ZonePath(self.room, self.id)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.id, self.size, *((str(self.corner),) if self.corner >= 0 else ()))


class StoodPath(ZonedPath, frozen=True):
    """A piece that stands in a room."""

    word: ClassVar[str] = "furniture"
    field: ClassVar[str] = "pieces"


class LampPath(ZonedPath, frozen=True):
    """A lamp."""

    word: ClassVar[str] = "lamp"
    field: ClassVar[str] = "lamps"


class DressingPath(ZonedPath, frozen=True):
    """How a window is dressed, or a curtain across a zone."""

    word: ClassVar[str] = "dressing"
    field: ClassVar[str] = "dressings"


ZONED: tuple[type[ZonedPath], ...] = (ZonePath, StoodPath, LampPath, DressingPath)


class NorthPath(InRoom, frozen=True):
    """Where north lies from a room."""

    word: ClassVar[str] = "north"


class FreeWallPath(InRoom, frozen=True):
    """A stretch of wall that nothing takes, from so many mm along it."""

    word: ClassVar[str] = "free wall"
    wall: str
    start: float

    def held(self, room: Room) -> bool:
        """Return whether its wall is there."""
        return identified(room.measured.walls, self.wall) is not None
