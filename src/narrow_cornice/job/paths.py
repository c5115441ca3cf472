"""The paths of everything in a job: one frozen struct for each kind of thing.

``there`` says whether a job still has the thing; ``thing`` is the path without the size or the reading it may name.
A corner goes by the wall that ends there. Every path can be written as texts (``parts``) for keys and other programs.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, ClassVar, Self

from msgspec.structs import replace

from narrow_cornice.explained.paths import HouseRulePath as HouseRulePath
from narrow_cornice.explained.paths import ThingPath as ThingPath
from narrow_cornice.job.finishes import group_and_thing, surface_key
from narrow_cornice.job.hanging import kept_in
from narrow_cornice.job.measured import Depth, Level, WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.trim.kinds import TrimKind, choice_key

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
    return next((wall for wall in room.measured.walls if wall.id == wall_id), None)


def _with_measured(room: Room, **fields: Any) -> Room:
    return replace(room, measured=replace(room.measured, **fields))


def _with_wall(room: Room, wall_id: str, **fields: Any) -> Room:
    walls = room.measured.walls
    return _with_measured(room, walls=tuple(replace(one, **fields) if one.id == wall_id else one for one in walls))


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


# ---- the room and its survey


class RoomPath(InRoom, frozen=True):
    """A room as a whole."""

    @property
    def steps(self) -> tuple[str, ...]:
        """Return nothing: there is one."""
        return ()

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of something in this room."""
        return other.room == self.room


class WallPath(Read, frozen=True):
    """A wall."""

    word: ClassVar[str] = "wall"
    wall: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return wall_of(room, self.wall) is not None

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        wall = wall_of(room, self.wall)
        return wall.readings if wall is not None else ()

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return _with_wall(room, self.wall, readings=tuple(readings))


class CornerPath(Read, frozen=True):
    """The corner at the end of a wall; its readings are angles."""

    word: ClassVar[str] = "corner"
    wall: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return wall_of(room, self.wall) is not None

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        wall = wall_of(room, self.wall)
        return wall.angles if wall is not None else ()

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return _with_wall(room, self.wall, angles=tuple(readings))


class HeightPath(Read, frozen=True):
    """The ceiling height."""

    word: ClassVar[str] = "height"

    def readings(self, room: Room) -> Readings:
        """Return what was read of it."""
        return room.measured.heights

    def with_readings(self, room: Room, readings: Any) -> Room:
        """Return the room with other readings of it."""
        return _with_measured(room, heights=tuple(readings))


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
        return _with_measured(room, **{self.kept: tuple(things)})


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


# ---- what is in walls, on them and between them


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


class FramePath(HangingPath, frozen=True):
    """A mirror, a screen or a picture framed with trim."""

    word: ClassVar[str] = "frame"
    field: ClassVar[str] = "frames"


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


# ---- trim


class TrimPath(Sized, frozen=True):
    """A kind of trim of a room, or one ``member`` of its cornice."""

    word: ClassVar[str] = "trim"
    kind: TrimKind
    member: str = ""

    @property
    def key(self) -> str:
        """Return the key of its choices."""
        return choice_key(self.kind, self.member)

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of a member of its section."""
        return isinstance(other, MemberPath) and (other.room, other.key) == (self.room, self.key)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key, self.size)


class MemberPath(Sized, frozen=True):
    """One member of a section: of the whole kind, or of one ``stack`` of the cornice, by its place in it."""

    word: ClassVar[str] = "trim"
    kind: TrimKind
    stack: str
    index: int

    @property
    def key(self) -> str:
        """Return the key of the choices it is drawn in."""
        return choice_key(self.kind, self.stack)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key, "member", str(self.index), self.size)


class StockOfferPath(InRoom, frozen=True):
    """Stock profiles that come near a kind of trim, or a member of the cornice, by the key of the match."""

    word: ClassVar[str] = "stock"
    kind: TrimKind
    member: str
    match: str

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (choice_key(self.kind, self.member), self.match)


# ---- finishes


class SurfacePath(InRoom, frozen=True):
    """A surface: every one of its ``group``, or the one of a ``thing`` alone."""

    word: ClassVar[str] = "finish"
    group: str
    of: str = ""

    @property
    def key(self) -> str:
        """Return the key of its finish."""
        return surface_key(self.group, self.of)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key,)

    @classmethod
    def by_key(cls, room_id: str, key: str) -> Self:
        """Return the path of the surface that a key of a finish is of."""
        return cls(room_id, *group_and_thing(key))


class SplitPath(InRoom, frozen=True):
    """Where the walls of a room change colour."""

    word: ClassVar[str] = "split"


# ---- the brief


class BriefPath(JobPath, frozen=True):
    """A place in the brief of a room, or of the house where ``room`` is empty: a ``field``, of the brief itself or of
    one ``item`` of a ``list`` of it."""

    word: ClassVar[str] = "brief"
    room: str = ""
    list: str = ""
    item: str = ""
    field: str = ""

    def at(self, field: str) -> BriefPath:
        """Return the path of a field of the same line."""
        return replace(self, field=field)

    def there(self, job: Job) -> bool:
        """Return whether its room is there."""
        return not self.room or room_of(job, self) is not None


# ---- the whole job


class WayInPath(JobPath, frozen=True):
    """A way into the house, or one of its sizes; an empty identity is one that is still to be written."""

    word: ClassVar[str] = "way in"
    id: str
    size: str = ""

    @property
    def thing(self) -> WayInPath:
        """Return the path of the way itself."""
        return WayInPath(self.id)

    def sized(self, size: str) -> WayInPath:
        """Return the path of one of its sizes."""
        return WayInPath(self.id, size)


class LinePath(JobPath, frozen=True):
    """A line to buy, by its key."""

    word: ClassVar[str] = "order"
    of_all: ClassVar[bool] = True
    key: str


class ColourPath(JobPath, frozen=True):
    """A colour of the job."""

    word: ClassVar[str] = "colour"
    id: str


class PaintPath(JobPath, frozen=True):
    """A paint of the job."""

    word: ClassVar[str] = "paint"
    id: str


class MilledPath(JobPath, frozen=True):
    """Trim milled to order."""

    word: ClassVar[str] = "milled"
    id: str


class ProfilePath(JobPath, frozen=True):
    """A stock profile of the job's own."""

    word: ClassVar[str] = "profile"
    id: str


READ: tuple[type[Read], ...] = (WallPath, CornerPath, HeightPath, DiagonalPath, OffsetPath, WidthPath)
HANGING: tuple[type[HangingPath], ...] = (
    OpeningPath,
    FixturePath,
    MarkPath,
    TrimTherePath,
    RecessPath,
    BulkPath,
    FramePath,
    PanelsPath,
)
