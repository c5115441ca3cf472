"""Paper that turns corners: the strip that comes to the end of one wall goes on at the beginning of the next, and the
pattern with it. Hung round a room from the wall that is seen first, both ways, the two ends meet in one corner, where
the pattern does not match: best behind a door.

Each strip is cut at an inside corner with a little to turn, and what is left of it is hung plumb again; what is
reckoned is the pattern, which goes on.
"""

from __future__ import annotations

import itertools
from collections.abc import Collection, Iterator
from typing import NamedTuple, Protocol

from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.features.pieces import Piece
from narrow_cornice.features.region import Region
from narrow_cornice.job.finishes import Paper
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Field
from narrow_cornice.memo import by_value
from narrow_cornice.units.told import Told

TOUCHES = 5.0  # mm from a corner, within which a field comes up to it
NEAR = 1e-6


class Carried(NamedTuple):
    """What a field goes on from: how much of the width of the strip at the corner hangs on the wall before, from where
    to where that was cut, and its number among the strips hung; or why there is nothing to go on from (``fault``)."""

    used: float = 0.0
    low: float = 0.0
    high: float = 0.0
    number: int = 0
    fault: str = ""

    def serves(self, low: float, high: float) -> bool:
        """Return whether what is left of the strip is long enough for a stretch, at the heights where it hangs."""
        return self.used > 0.0 and self.low <= low + 1.0 and self.high >= high - 1.0


class Hanging(Protocol):
    """A field as it hangs: what can be gone on from."""

    @property
    def field(self) -> Field:
        """Return it as it is said."""

    @property
    def fault(self) -> str:
        """Return why it does not hang."""

    @property
    def pieces(self) -> tuple[Piece, ...]:
        """Return its strips."""

    @property
    def region(self) -> Region:
        """Return what it covers."""

    @property
    def first(self) -> int:
        """Return the number of its first strip among those hung."""


class Beside(NamedTuple):
    """The field that a field goes on from, None where there is none, and how long both their walls are."""

    field: Field | None
    length: float
    own: float


def beside(room: Room, field: Field, changed_rules: dict[str, float]) -> Beside:
    """Return the field of the same paper on the wall that a field goes on from."""
    faces = measured_room(room, changed_rules).faces
    at = next((number for number, one in enumerate(faces) if one.id == field.wall), None)
    if at is None:
        return Beside(None, 0.0, 0.0)
    # seen from inside, the wall that comes next on the walk stands at the left end
    face = faces[(at + 1) % len(faces)] if field.goes_on == "left" else faces[at - 1]
    found = next((one for one in _papers(room, face.id) if one.covering.id == field.covering.id), None)
    return Beside(found, face.length, faces[at].length)


def _papers(room: Room, wall: str) -> Iterator[Field]:
    for one in room.walling.fields:
        if one.on == "wall" and one.wall == wall and isinstance(one.covering, Paper) and not one.covering.panels:
            yield one


def carried_from(before: Hanging | None, field: Field, region: Region | None, walls: Beside) -> Carried:
    """Return what a field goes on with, from the field that is laid on the wall before (None: that goes on from this
    one, all round the room)."""
    if walls.field is None or region is None:
        return _carried(
            fault=f"None of {field.covering.name[:40]} is on the wall at its {field.goes_on} to go on from."
        )
    if before is None:
        return _carried(fault="Each wall goes on from another: one must begin by itself.")
    if before.fault or not before.pieces or not isinstance(before.field.covering, Paper):
        return _carried(fault=f"{before.field.name[:40]}, which it goes on from, does not hang.")
    from_left = field.goes_on == "left"  # what is at its left ends at the right end of its own wall
    there, mine = before.region.bounds, region.bounds
    far = max(walls.length - there[2], mine[0]) if from_left else max(there[0], walls.own - mine[2])
    if far > TOUCHES:
        return _carried(fault=Told("Between it and what it goes on from ", far, " are left free at the corner."))
    wide = before.field.covering.width
    number = (max if from_left else min)(piece.number for piece in before.pieces)
    strip = [piece for piece in before.pieces if piece.number == number]
    begins = strip[0].anchor[0] - wide  # an upright strip lies turned by a quarter about its lower right corner
    used = walls.length - begins if from_left else begins + wide
    if used >= wide - NEAR:  # it ends with a whole strip: the next begins at the corner
        return _carried(number=before.first + number + (1 if from_left else -1))
    heights = [y for piece in strip for _, y in piece.outline]
    return _carried(round(used, 6), min(heights), max(heights), before.first + number)


@by_value(times=1, each="wall")
def _carried(used: float = 0.0, low: float = 0.0, high: float = 0.0, number: int = 0, fault: str = "") -> Carried:
    return Carried(used, low, high, number, fault)


class Meeting(NamedTuple):
    """A corner where two fields of a paper with a pattern meet and neither goes on from the other: the wall whose left
    end it is, its name, and the fields at its left and right."""

    wall: str
    corner: str
    left: Field
    right: Field


def unmatched(room: Room, changed_rules: dict[str, float]) -> Iterator[Meeting]:
    """Yield the corners in which the pattern of a paper does not match."""
    faces = measured_room(room, changed_rules).faces
    for at, face in enumerate(faces):
        other = faces[(at + 1) % len(faces)]
        for right in _papers(room, face.id):
            paper = right.covering
            if not isinstance(paper, Paper) or paper.match == "free":
                continue
            left = next((one for one in _papers(room, other.id) if one.covering.id == paper.id), None)
            reaches = right.left is None and left is not None and left.right is None
            if left is not None and reaches and right.goes_on != "left" and left.goes_on != "right":
                yield Meeting(face.id, face.left.name, left, right)


class Hidden(NamedTuple):
    """How a corner is hidden: how far it is from the nearest door, and which door that is (None: none)."""

    apart: float
    door: str | None


def hidden_by(faces: tuple[WallFace, ...], wall: str) -> Hidden:
    """Return what hides the corner at the left end of a wall: a door that is opened stands before the corner beside
    it."""
    at = next(number for number, one in enumerate(faces) if one.id == wall)
    face, other = faces[at], faces[(at + 1) % len(faces)]
    apart = [(one.rect.u0, one.opening.name) for one in face.openings if one.opening.kind == "door"]
    apart += [(other.length - one.rect.u1, one.opening.name) for one in other.openings if one.opening.kind == "door"]
    return Hidden(*min(apart, default=(float("inf"), None)))


def best_hidden(faces: tuple[WallFace, ...], walls: Collection[str]) -> str | None:
    """Return the wall, of some, whose left corner is hidden best, None where there is no door."""
    found = [(hidden_by(faces, one.id).apart, one.id) for one in faces if one.id in walls]
    apart, wall = min(found, default=(float("inf"), ""))
    return wall if apart < float("inf") else None


def round_from(room: Room, field: Field, changed_rules: dict[str, float]) -> Round | None:
    """Return how a paper goes round a room from the wall that it begins on: over the walls beside it, both ways, as far
    as they are free of other fields, to meet in the corner that is hidden best. None where there is no other wall."""
    faces = measured_room(room, changed_rules).faces
    names = [one.id for one in faces]
    if field.wall not in names or len(names) < 2:
        return None
    at = names.index(field.wall)
    taken = {one.wall for one in room.walling.fields if one.on == "wall" and one.covering.id != field.covering.id}
    onwards = [names[(at - step) % len(names)] for step in range(1, len(names))]  # to the right, wall after wall
    if not taken & set(onwards):
        # the corner at the left end of each of these walls is where both ways may meet
        may_meet = [*onwards, field.wall]
        corner = best_hidden(faces, may_meet) or onwards[(len(onwards) - 1) // 2]
        cut = may_meet.index(corner)
        return Round(tuple(onwards[:cut]), tuple(reversed(onwards[cut:])), corner)
    right = tuple(itertools.takewhile(lambda wall: wall not in taken, onwards))
    left = tuple(itertools.takewhile(lambda wall: wall not in taken, reversed(onwards)))
    return Round(right, left, None) if right or left else None


class Round(NamedTuple):
    """The walls that a paper goes on over, to the right and to the left, in their order from the first, and the wall
    at whose left end both ways meet (None: they do not)."""

    right: tuple[str, ...]
    left: tuple[str, ...]
    meets: str | None
