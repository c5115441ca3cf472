"""What was measured of a room: its walls as they were read, what stands in them, hangs on them and lies between them.

A place along a wall is from its left end as seen from inside, a height above the floor; both are of the thing's middle
but for openings and bulks, whose nearer edge is meant.
"""

from typing import Literal

import msgspec

from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words

OpeningKind = Literal["door", "window", "doorway", "arch", "fireplace", "niche"]
RAISED: tuple[OpeningKind, ...] = ("window", "niche")  # those that have wall below them, and a sill
FixtureKind = Literal["socket", "switch", "grille", "radiator", "pipe", "wall lamp"]
BackingKind = Literal["unknown", "masonry", "studs"]
Level = Literal["floor", "middle", "top"]
Depth = Literal["back", "front"]
BulkKind = Literal["beam", "boxed pipe", "column", "lowered ceiling"]
ThereDecision = Literal["keep", "match", "replace"]
Meets = Literal["not said", "on a block", "coped to it", "returned before it", "shimmed to its face", "the same height"]
LiesOn = Literal["wall", "ceiling", "floor"]
WayKind = Literal["door", "stair turn", "lift"]


class Slope(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A sloped ceiling over a wall: ``low`` is its height at the wall, ``run`` how far out it reaches the flat part."""

    low: Reading
    run: Reading


class WallAsRead(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """One wall as read: its readings (none while it follows from the others) and the corner at its end.

    ``turn`` says whether that corner is an inside one (left) or an outside one. ``angles`` are its readings, inside
    the room. While there are none, ``assumed`` is the angle between the two walls that is taken for granted (90 is
    square; of an outside corner it is the angle behind the walls), None where nothing is assumed. ``slope`` is the
    ceiling's over this wall, where it is lower than the rest.
    """

    id: Id
    readings: tuple[Reading, ...] = ()
    turn: Turn = "left"
    assumed: float | None = 90.0
    angles: tuple[AngleReading, ...] = ()
    slope: Slope | None = None


class Diagonal(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The distance between two corners that no wall joins. A corner goes by the wall that ends there."""

    id: Id
    first: Id
    second: Id
    readings: tuple[Reading, ...] = ()


class CornerOffset(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How far a corner stands off the straight line from one corner to another, positive into the room's left of it.

    Corners go by the wall that ends there.
    """

    id: Id
    of: Id
    start: Id
    end: Id
    readings: tuple[Reading, ...] = ()


class WallWidth(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The width read from a ``place`` on one wall, straight across to another, at the floor, half way up or at the
    top."""

    id: Id
    wall: Id
    other: Id
    level: Level
    place: Length
    readings: tuple[Reading, ...] = ()


class FloorLevel(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How high the floor lies at a corner (by the wall that ends there) against the first corner; lower is negative."""

    id: Id
    corner: Id
    reading: Reading


DoorLeaf = Literal["panelled", "flush"]


class Twin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """An opening of another room: the same door, seen from there."""

    room: Id
    opening: Id

    @property
    def key(self) -> str:
        """Return it as one text, for tables and for which of two comes first."""
        return f"{self.room}/{self.opening}"


class Opening(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A door, window, doorway or niche: ``place`` is from the wall's left end as seen from inside to its near edge;
    ``sill`` is above the floor (windows, niches); ``reveal`` the depth of the plastered or boarded side; ``rise`` how
    much of the height of an arch is its curve (half an ellipse); ``twin`` is the same opening seen from the next room,
    None where nobody said; ``leaf`` what a door is like."""

    id: Id
    kind: OpeningKind
    wall: Id
    name: Words
    place: Length
    width: Length
    height: Length
    sill: Length = Length(0.0)
    reveal: Length = Length(0.0)
    rise: Length = Length(0.0)
    frame: Tone = "#f4f1e8"
    cased: bool = True
    twin: Twin | None = None
    leaf: DoorLeaf = "panelled"


class RoofWindow(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A window in the slope over a wall: ``place`` from the wall's left end to its near edge, ``up`` the slope from the
    wall to its lower edge, ``width`` along the wall and ``height`` up the slope; ``reveal`` how deep its lining is."""

    id: Id
    wall: Id
    name: Words
    place: Reading
    up: Reading
    width: Length
    height: Length
    reveal: Length = Length(0.0)


class Tray(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A tray ceiling: inside a ``border`` all round, as wide everywhere, the ceiling lies higher by its ``rise``. The
    room's height is that of the border."""

    border: Reading
    rise: Reading


class Fixture(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A socket, switch, grille, radiator, pipe or lamp on a wall."""

    id: Id
    kind: FixtureKind
    wall: Id
    name: Words
    place: Reading
    height: Reading
    width: Length
    tall: Length


class ConditionMark(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Damage found on a wall, or (``on``) on the ceiling or the floor before it: ``kind`` is a key of the repairs
    table, ``width`` × ``tall`` its size; on a ceiling or a floor ``height`` is how far its middle is off the wall."""

    id: Id
    kind: Id
    wall: Id
    place: Reading
    height: Reading
    width: Length
    tall: Length
    note: Words = ""
    on: LiesOn = "wall"


class TrimThere(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Trim that is on a wall already, with its own height and thickness, what is to become of it, and how new trim
    meets it where it stays."""

    id: Id
    wall: Id
    kind: TrimKind
    height: Reading
    thickness: Reading
    decision: ThereDecision = "keep"
    meets: Meets = "not said"


class AcrossReading(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A reading of the width between two walls at a level, at the back or at the front."""

    reading: Reading
    level: Level = "middle"
    depth: Depth = "back"


class Recess(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A place for a built-in: in front of a wall, ``depth`` deep, from ``start`` to ``end`` along it or all of it.

    ``across`` are widths read between the walls at its ends.
    """

    id: Id
    name: Words
    wall: Id
    depth: Length
    start: Length | None = None
    end: Length | None = None
    across: tuple[AcrossReading, ...] = ()


class Bulk(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that takes room: a beam, a boxed pipe, a column, a lowered step of the ceiling.

    It goes by a wall: ``place`` from its left end and ``out`` from it into the room to the nearer edges, ``width``
    along the wall and ``depth`` into the room, from ``under`` above the floor up to ``top`` (None: the ceiling).
    """

    id: Id
    kind: BulkKind
    wall: Id
    name: Words
    place: Reading
    out: Reading
    width: Length
    depth: Length
    under: Length
    top: Length | None = None


class PhotoPoint(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A point of a photograph, in pixels with y down, and its place on the wall: mm ``u`` from the left, ``v`` up."""

    x: float
    y: float
    u: float
    v: float


class Photo(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A photograph of a wall, ``picture`` its name among the job's pictures, squared up by its points."""

    id: Id
    wall: Id
    picture: Id
    points: tuple[PhotoPoint, ...] = ()


class Backing(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What stands behind a wall: studs by their spacing and the first one, or as they were ``found`` one by one."""

    kind: BackingKind = "unknown"
    spacing: Length | None = None
    first: Length | None = None
    found: tuple[Reading, ...] = ()


class Trueness(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How a wall stands: ``plumb`` is how far its top leans into the room, ``flat`` the gap under a straight edge."""

    plumb: tuple[Reading, ...] = ()
    flat: tuple[Reading, ...] = ()


class Measured(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """All that was measured of a room: its walls in anticlockwise order, ceiling heights, what else was read of its
    plan, openings, and what was found on its walls; ``backing`` and ``trueness`` go by the wall. ``walking`` is set
    while the walk round it has not come back to its first corner."""

    walls: tuple[WallAsRead, ...] = ()
    heights: tuple[Reading, ...] = ()
    diagonals: tuple[Diagonal, ...] = ()
    offsets: tuple[CornerOffset, ...] = ()
    widths: tuple[WallWidth, ...] = ()
    levels: tuple[FloorLevel, ...] = ()
    openings: tuple[Opening, ...] = ()
    fixtures: tuple[Fixture, ...] = ()
    marks: tuple[ConditionMark, ...] = ()
    there: tuple[TrimThere, ...] = ()
    recesses: tuple[Recess, ...] = ()
    bulks: tuple[Bulk, ...] = ()
    photos: tuple[Photo, ...] = ()
    roof_windows: tuple[RoofWindow, ...] = ()
    tray: Tray | None = None
    backing: dict[Id, Backing] = {}
    trueness: dict[Id, Trueness] = {}
    walking: bool = False


class WayIn(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A door, a stair turn or a lift that everything must come through. ``second`` is a turn's other leg, or a lift's
    depth."""

    id: Id
    name: Words
    kind: WayKind
    width: Length
    height: Length
    second: Length | None = None
