"""What was found on walls and between them, beside doors and windows: fixtures, condition, old trim, backing, truth.

A place along a wall is from its left end as seen from inside, a height above the floor; both are of the thing's middle.
"""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.survey.readings import Reading
from narrow_cornice.trim.choices import TrimKind
from narrow_cornice.trim.panels import Alike, Manner, Zone
from narrow_cornice.units.lengths import Length

FixtureKind = Literal["socket", "switch", "grille", "radiator", "pipe", "wall lamp"]
BackingKind = Literal["unknown", "masonry", "studs"]
Level = Literal["floor", "middle", "top"]
Depth = Literal["back", "front"]
BulkKind = Literal["beam", "boxed pipe", "column", "lowered ceiling"]
ThereDecision = Literal["keep", "match", "replace"]
FramedKind = Literal["mirror", "screen", "picture"]
Meets = Literal["not said", "on a block", "coped to it", "returned before it", "shimmed to its face", "the same height"]


class Fixture(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A socket, switch, grille, radiator, pipe or lamp on a wall."""

    id: str
    kind: FixtureKind
    wall: str
    name: str
    place: Reading
    height: Reading
    width: Length
    tall: Length


class ConditionMark(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Damage found on a wall: ``kind`` is a key of the repairs table, ``width`` × ``tall`` its size."""

    id: str
    kind: str
    wall: str
    place: Reading
    height: Reading
    width: Length
    tall: Length
    note: str = ""


class TrimThere(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Trim that is on a wall already, with its own height and thickness, what is to become of it, and how new trim
    meets it where it stays."""

    id: str
    wall: str
    kind: TrimKind
    height: Reading
    thickness: Reading
    decision: ThereDecision = "keep"
    meets: Meets = "not said"


class Framed(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A mirror, a screen or a picture framed with trim: ``width`` × ``tall`` is what the frame leaves open, ``mould``
    the kind of trim it is made of. ``diagonal`` is of a screen, whose opening leaves it air."""

    id: str
    kind: FramedKind
    wall: str
    name: str
    place: Reading
    height: Reading
    width: Length
    tall: Length
    mould: TrimKind = "panel mould"
    diagonal: Length | None = None


class Panelling(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A field of panels: in which ``zone`` of the walls, as moulded frames or as a wainscot of stiles and rails, with
    one ``margin`` all round. Panels come near the ``wished`` width (None: the golden section), alike on each wall or in
    the whole room; ``walls`` are those it is on, all where none is named."""

    id: str
    zone: Zone
    margin: Length
    manner: Manner = "picture-frame"
    wished: Length | None = None
    alike: Alike = "whole room"
    walls: tuple[str, ...] = ()


class Backing(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What stands behind a wall: studs by their spacing and the first one, or as they were ``found`` one by one."""

    kind: BackingKind = "unknown"
    spacing: Length | None = None
    first: Length | None = None
    found: tuple[Reading, ...] = ()


class AcrossReading(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A reading of the width between two walls at a level, at the back or at the front."""

    reading: Reading
    level: Level = "middle"
    depth: Depth = "back"


class WallWidth(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The width read from a ``place`` on one wall, straight across to another, at the floor, half way up or at the
    top."""

    id: str
    wall: str
    other: str
    level: Level
    place: Length
    readings: tuple[Reading, ...] = ()


class Recess(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A place for a built-in: in front of a wall, ``depth`` deep, from ``start`` to ``end`` along it or all of it.

    ``across`` are widths read between the walls at its ends.
    """

    id: str
    name: str
    wall: str
    depth: Length
    start: Length | None = None
    end: Length | None = None
    across: tuple[AcrossReading, ...] = ()


class Trueness(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How a wall stands: ``plumb`` is how far its top leans into the room, ``flat`` the gap under a straight edge."""

    plumb: tuple[Reading, ...] = ()
    flat: tuple[Reading, ...] = ()


class FloorLevel(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How high the floor lies at a corner (by the wall that ends there) against the first corner; lower is negative."""

    id: str
    corner: str
    reading: Reading


class Slope(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A sloped ceiling over a wall: ``low`` is its height at the wall, ``run`` how far out it reaches the flat part."""

    low: Reading
    run: Reading


class Bulk(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that takes room: a beam, a boxed pipe, a column, a lowered step of the ceiling.

    It goes by a wall: ``place`` from its left end and ``out`` from it into the room to the nearer edges, ``width``
    along the wall and ``depth`` into the room, from ``under`` above the floor up to ``top`` (None: the ceiling).
    """

    id: str
    kind: BulkKind
    wall: str
    name: str
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

    id: str
    wall: str
    picture: str
    points: tuple[PhotoPoint, ...] = ()


class WayIn(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A door, a stair turn or a lift that everything must come through. ``second`` is a turn's other leg, or a lift's
    depth."""

    id: str
    name: str
    kind: Literal["door", "stair turn", "lift"]
    width: Length
    height: Length
    second: Length | None = None
