"""One room, derived: its plan, ceiling height, trim and runs as figures. Kept by the room's identity."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import msgspec

from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Opening, Room
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.plan import ClosedAxis, Plan, ReadSide, Turn, closed_axis, right_angled_plan, side_name
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import FittedTrim, fitted_trim
from narrow_cornice.trim.orders import orders
from narrow_cornice.trim.proportion import School
from narrow_cornice.trim.runs import Hole, Run, Wall, in_order, runs_of_wall
from narrow_cornice.units.lengths import Length
from narrow_cornice.working.figures import Figure, choice, reading
from narrow_cornice.working.house_rules import HouseRules


class WallFace(msgspec.Struct, frozen=True):
    """One wall of a derived room: its identity, name, figures for runs, and openings with their rectangles."""

    id: str
    name: str
    wall: Wall
    openings: tuple[tuple[Opening, Hole, Rect], ...]

    @property
    def length(self) -> float:
        """Return the adjusted length in mm."""
        return self.wall.length.value


class MeasuredRoom(msgspec.Struct, frozen=True):
    """A room as derived from its readings. ``fault`` says what is missing; then there is nothing to count yet."""

    room: Room
    plan: Plan
    height: Figure | None
    faces: tuple[WallFace, ...] = ()
    trim: FittedTrim | None = None
    runs: tuple[Run, ...] = ()
    split: Figure | None = None
    fault: str = ""

    def runs_of(self, face: WallFace) -> tuple[Run, ...]:
        """Return the runs of one wall, the same object as long as wall and trim are."""
        return () if self.trim is None else _runs(face.wall, self.trim)

    def face(self, wall_id: str) -> WallFace:
        """Return the face of a wall by identity. Raises KeyError."""
        for face in self.faces:
            if face.id == wall_id:
                return face
        raise KeyError(wall_id)


def mean_of_readings(
    name: str, readings: Sequence[Length], source: tuple[str, ...], sigma: float, what: str
) -> Figure | None:
    """Return the mean of readings as a figure with its spread and uncertainty, None where nobody read it."""
    if not readings:
        return None
    if len(readings) == 1:
        note = f"typed as {readings[0].text}" if readings[0].text else what
        return reading(name, readings[0].mm, "mm", source, note, sigma)
    values = [one.mm for one in readings]
    inputs = tuple(
        (
            f"reading {number}",
            reading(f"reading {number}", one.mm, "mm", (*source, str(number - 1)), f"typed as {one.text}", sigma),
        )
        for number, one in enumerate(readings, 1)
    )
    spread = max(values) - min(values)
    sentence = f"({' + '.join(term for term, _ in inputs)}) ÷ {len(values)}"
    return Figure(
        name,
        sum(values) / len(values),
        "mm",
        "worked",
        sentence,
        inputs,
        source,
        f"mean of {len(values)} readings, spread {spread:.0f} mm",
        sigma / math.sqrt(len(values)),
    )


def _hole(room_id: str, opening: Opening) -> Hole:
    def of(field: str, length: Length) -> Figure:
        return reading(
            f"{field} of {opening.name[:60]}",
            length.mm,
            "mm",
            (room_id, "opening", opening.id, field),
            f"typed as {length.text}" if length.text else "",
        )

    return Hole(
        opening.name,
        opening.kind,
        of("place", opening.place),
        of("width", opening.width),
        of("sill", opening.sill),
        of("height", opening.height),
        opening.cased,
    )


@by_identity(keep=64)
def house_rules_of(changed: dict[str, float]) -> HouseRules:
    """Return the rules in force for a job's changes, one object for as long as the changes are."""
    return HouseRules(changed)


@by_identity(keep=8192)
def _side_reading(name: str, readings: tuple[Length, ...], room_id: str, wall_id: str, sigma: float) -> Figure | None:
    return mean_of_readings(f"wall {name}", readings, (room_id, "wall", wall_id), sigma, "as read")


@by_identity(keep=1024)
def _height(readings: tuple[Length, ...], room_id: str, sigma: float) -> Figure | None:
    return mean_of_readings("ceiling height", readings, (room_id, "height"), sigma, "as read")


@by_identity(keep=4096)
def _axis(*flat: str | int | Figure | None) -> ClosedAxis:
    third = len(flat) // 3
    names = [one for one in flat[:third] if isinstance(one, str)]
    signs = [one for one in flat[third : 2 * third] if isinstance(one, int)]
    readings = [one if isinstance(one, Figure) else None for one in flat[2 * third :]]
    return closed_axis(names, signs, readings)


@by_identity(keep=1024)
def _plan(*sides: ReadSide) -> Plan:
    return right_angled_plan(sides, lambda names, signs, readings: _axis(*names, *signs, *readings))


@by_identity(keep=8192)
def _read_side(reading: Figure | None, turn: Turn) -> ReadSide:
    return ReadSide(reading, turn)


@by_identity(keep=1024)
def _trim(
    height: Figure,
    order: str,
    school: School,
    choices: dict[str, TrimChoice],
    changed_rules: dict[str, float],
    room_id: str,
) -> FittedTrim:
    return fitted_trim(height, orders()[order], school, choices, house_rules_of(changed_rules), (room_id,))


@by_identity(keep=8192)
def _face(
    room_id: str,
    wall_id: str,
    name: str,
    length: Figure,
    left: Literal["inside", "outside"],
    right: Literal["inside", "outside"],
    *openings: Opening,
) -> WallFace:
    """Return one wall's face; a wall that an edit left as it was stays the same object."""
    standing = []
    for opening in openings:
        hole = _hole(room_id, opening)
        u0 = opening.place.mm
        rect = Rect(u0, hole.bottom, u0 + opening.width.mm, hole.bottom + opening.height.mm)
        standing.append((opening, hole, rect))
    standing.sort(key=lambda one: one[2].u0)
    wall = Wall(name, length, left, right, tuple(hole for _, hole, _ in standing))
    return WallFace(wall_id, name, wall, tuple(standing))


@by_identity(keep=8192)
def _runs(wall: Wall, trim: FittedTrim) -> tuple[Run, ...]:
    return runs_of_wall(wall, trim)


@by_identity(keep=1024)
def measured_room(room: Room, changed_rules: dict[str, float]) -> MeasuredRoom:
    """Return the room with everything that follows from its readings and choices of trim."""
    sigma = house_rules_of(changed_rules).value("reading_sigma")
    count = len(room.sides)
    read = [
        _read_side(_side_reading(side_name(index, count), side.readings, room.id, side.id, sigma), side.turn)
        for index, side in enumerate(room.sides)
    ]
    plan = _plan(*read)
    height = _height(room.heights, room.id, sigma)
    if not plan.determined:
        return MeasuredRoom(room, plan, height, fault=plan.fault)
    if height is None:
        return MeasuredRoom(room, plan, None, fault="The ceiling height has not been read yet.")
    trim = _trim(height, room.order, room.school, room.trim, changed_rules, room.id)
    corner: dict[str, Literal["inside", "outside"]] = {"left": "inside", "right": "outside"}
    faces = tuple(
        # Seen from inside, the left end of a wall is the end of the anticlockwise walk.
        _face(
            room.id,
            side.id,
            plan.sides[index].name,
            plan.sides[index].length,
            corner[side.turn],
            corner[room.sides[index - 1].turn],
            *(opening for opening in room.openings if opening.wall == side.id),
        )
        for index, side in enumerate(room.sides)
    )
    runs = in_order([_runs(face.wall, trim) for face in faces])
    return MeasuredRoom(room, plan, height, faces, trim, runs, _split(room.id, room.two_tone, room.split, trim, height))


@by_identity(keep=1024)
def _split(room_id: str, two_tone: str, typed: Length | None, trim: FittedTrim, height: Figure) -> Figure | None:
    """Return the height at which the walls change colour, None where they do not."""
    if two_tone == "at the dado rail":
        dado = trim.piece("dado rail")
        if dado.built:
            return choice("split", dado.top, "mm", (room_id, "two_tone"), "at the top of the dado rail")
        return None
    if two_tone == "at a height" and typed is not None and typed.mm < height.value:
        return choice("split", typed.mm, "mm", (room_id, "split"), f"typed as {typed.text}")
    return None
