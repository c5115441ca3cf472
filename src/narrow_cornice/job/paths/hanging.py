"""The paths of what hangs on walls, one for each row of the table of it, and of widths read across a place."""

from __future__ import annotations

from typing import Any, ClassVar

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.hanging import kept_in
from narrow_cornice.job.measured import Depth, Level
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import InRoom, Sized, identified


class HangingPath(Sized, frozen=True):
    """The path of a thing on a wall; ``field`` names its row of the table of what hangs on walls."""

    field: ClassVar[str] = ""
    id: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None

    def found(self, room: Room) -> Any:
        """Return the thing itself, None where it is not there."""
        return identified(kept_in(self.field).held(room), self.id)


class OpeningPath(HangingPath, frozen=True):
    """A door, window, doorway, arch or fireplace."""

    word: ClassVar[str] = "opening"
    field: ClassVar[str] = "openings"


class FixturePath(HangingPath, frozen=True):
    """A socket, a switch, a radiator and the like."""

    word: ClassVar[str] = "fixture"
    field: ClassVar[str] = "fixtures"


class MarkPath(HangingPath, frozen=True):
    """Damage that was found."""

    word: ClassVar[str] = "mark"
    field: ClassVar[str] = "marks"


class TrimTherePath(HangingPath, frozen=True):
    """Trim that is on a wall already."""

    word: ClassVar[str] = "there"
    field: ClassVar[str] = "there"


class RecessPath(HangingPath, frozen=True):
    """A place for a built-in."""

    word: ClassVar[str] = "recess"
    field: ClassVar[str] = "recesses"

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of a width read across it."""
        return isinstance(other, AcrossPath) and not self.size and (other.room, other.recess) == (self.room, self.id)


class BulkPath(HangingPath, frozen=True):
    """A beam, a boxed pipe, a column, a lowered step of the ceiling."""

    word: ClassVar[str] = "bulk"
    field: ClassVar[str] = "bulks"


class RoofWindowPath(HangingPath, frozen=True):
    """A window in the slope over a wall."""

    word: ClassVar[str] = "roof window"
    field: ClassVar[str] = "roof_windows"


class FramePath(HangingPath, frozen=True):
    """A mirror, a screen or a picture framed with trim."""

    word: ClassVar[str] = "frame"
    field: ClassVar[str] = "frames"


class BlockPath(HangingPath, frozen=True):
    """A part of a wall that is masked and painted by itself."""

    word: ClassVar[str] = "block"
    field: ClassVar[str] = "blocks"


class PanelsPath(HangingPath, frozen=True):
    """A field of panels."""

    word: ClassVar[str] = "panels"
    field: ClassVar[str] = "panels"


class AcrossPath(InRoom, frozen=True):
    """A width read across a place for a built-in, at a level, at its back or its front."""

    word: ClassVar[str] = "recess"
    recess: str
    level: Level
    depth: Depth

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.recess, "across", self.level, self.depth)

    def held(self, room: Room) -> bool:
        """Return whether its place is there."""
        return identified(room.measured.recesses, self.recess) is not None


class OutlinedPath(HangingPath, frozen=True):
    """Something inside an outline; ``corner`` is one of the corners of that, from nought, −1 for all of it."""

    corner: int = -1

    @property
    def thing(self) -> OutlinedPath:
        """Return the path of the whole."""
        return type(self)(self.room, self.id)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.id, self.size, *((str(self.corner),) if self.corner >= 0 else ()))


class FieldPath(OutlinedPath, frozen=True):
    """A field of slats, boards, tiles or paper."""

    word: ClassVar[str] = "field"
    field: ClassVar[str] = "fields"


class FlightPath(OutlinedPath, frozen=True):
    """Many small things inside an outline."""

    word: ClassVar[str] = "flight"
    field: ClassVar[str] = "flights"


class GalleryPath(HangingPath, frozen=True):
    """Pictures that hang together; ``picture`` is one of them, empty for all."""

    word: ClassVar[str] = "pictures"
    field: ClassVar[str] = "galleries"
    picture: str = ""

    @property
    def thing(self) -> GalleryPath:
        """Return the path of the whole group."""
        return GalleryPath(self.room, self.id)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.id, self.size, *((self.picture,) if self.picture else ()))


class ShownPath(HangingPath, frozen=True):
    """A screen, or a projector's picture."""

    word: ClassVar[str] = "screen"
    field: ClassVar[str] = "screens"


class FalseWindowPath(HangingPath, frozen=True):
    """A false window of mirror panes."""

    word: ClassVar[str] = "false window"
    field: ClassVar[str] = "windows"


HANGING: tuple[type[HangingPath], ...] = (
    OpeningPath,
    FixturePath,
    MarkPath,
    TrimTherePath,
    RecessPath,
    BulkPath,
    RoofWindowPath,
    FramePath,
    BlockPath,
    PanelsPath,
    FieldPath,
    GalleryPath,
    FlightPath,
    ShownPath,
    FalseWindowPath,
)


def path_to(field: str) -> type[HangingPath]:
    """Return the kind of path of what is kept in a field. Raises KeyError where nothing there has one."""
    for kind in HANGING:
        if kind.field == field:
            return kind
    raise KeyError(field)


class WetBasePath(Sized, frozen=True):
    """The base of a shower."""

    word: ClassVar[str] = "shower base"
    id: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None

    def found(self, room: Room) -> Any:
        """Return the thing itself, None where it is not there."""
        return identified(room.walling.bases, self.id)


PUT_ON_WALLS: tuple[type[HangingPath], ...] = tuple(kind for kind in HANGING if kept_in(kind.field).part == "walling")
