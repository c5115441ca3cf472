"""One room, derived: its plan, ceiling height, trim and runs as figures. Kept by the room's identity."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Opening, Room
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.plan import Plan, ReadSide, right_angled_plan, side_name
from narrow_cornice.trim.fitted import FittedTrim, fitted_trim
from narrow_cornice.trim.orders import orders
from narrow_cornice.trim.runs import Hole, Run, Wall, room_runs
from narrow_cornice.units.lengths import Length
from narrow_cornice.working.figures import Figure, choice, reading
from narrow_cornice.working.house_rules import HouseRules


@dataclass(frozen=True, slots=True)
class WallFace:
    """One wall of a derived room: its identity, name, figures for runs, and openings with their rectangles."""

    id: str
    name: str
    wall: Wall
    openings: tuple[tuple[Opening, Hole, Rect], ...]

    @property
    def length(self) -> float:
        """Return the adjusted length in mm."""
        return self.wall.length.value


@dataclass(frozen=True, slots=True)
class MeasuredRoom:
    """A room as derived from its readings. ``fault`` says what is missing; then there is nothing to count yet."""

    room: Room
    plan: Plan
    height: Figure | None
    faces: tuple[WallFace, ...] = ()
    trim: FittedTrim | None = None
    runs: tuple[Run, ...] = ()
    split: Figure | None = None
    fault: str = ""

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


def house_rules_of(changed: dict[str, float]) -> HouseRules:
    """Return the rules in force for a job's changes, one object for as long as the changes are."""
    return _house_rules_of(changed)


@by_identity(keep=64)
def _house_rules_of(changed: dict[str, float]) -> HouseRules:
    return HouseRules(changed)


@by_identity(keep=1024)
def measured_room(room: Room, changed_rules: dict[str, float]) -> MeasuredRoom:
    """Return the room with everything that follows from its readings and choices of trim."""
    rules = house_rules_of(changed_rules)
    sigma = rules.value("reading_sigma")
    count = len(room.sides)
    read = [
        ReadSide(
            mean_of_readings(
                f"wall {side_name(index, count)}", side.readings, (room.id, "wall", side.id), sigma, "as read"
            ),
            side.turn,
        )
        for index, side in enumerate(room.sides)
    ]
    plan = right_angled_plan(read)
    height = mean_of_readings("ceiling height", room.heights, (room.id, "height"), sigma, "as read")
    if not plan.determined:
        return MeasuredRoom(room, plan, height, fault=plan.fault)
    if height is None:
        return MeasuredRoom(room, plan, None, fault="The ceiling height has not been read yet.")
    trim = fitted_trim(height, orders()[room.order], room.school, room.trim, rules, (room.id,))
    faces: list[WallFace] = []
    for index, side in enumerate(room.sides):
        # Seen from inside, the left end of a wall is the end of the anticlockwise walk.
        corner: dict[str, Literal["inside", "outside"]] = {"left": "inside", "right": "outside"}
        left, right = corner[side.turn], corner[room.sides[index - 1].turn]
        openings = []
        for opening in room.openings:
            if opening.wall == side.id:
                hole = _hole(room.id, opening)
                u0 = opening.place.mm
                openings.append(
                    (opening, hole, Rect(u0, hole.bottom, u0 + opening.width.mm, hole.bottom + opening.height.mm))
                )
        openings.sort(key=lambda one: one[2].u0)
        name = plan.sides[index].name
        wall = Wall(name, plan.sides[index].length, left, right, tuple(hole for _, hole, _ in openings))
        faces.append(WallFace(side.id, name, wall, tuple(openings)))
    runs = room_runs([face.wall for face in faces], trim)
    return MeasuredRoom(room, plan, height, tuple(faces), trim, runs, _split(room, trim, height))


def _split(room: Room, trim: FittedTrim, height: Figure) -> Figure | None:
    """Return the height at which the walls change colour, None where they do not."""
    if room.two_tone == "at the dado rail":
        dado = trim.piece("dado rail")
        if dado.built:
            return choice("split", dado.top, "mm", (room.id, "two_tone"), "at the top of the dado rail")
        return None
    if room.two_tone == "at a height" and room.split is not None and room.split.mm < height.value:
        return choice("split", room.split.mm, "mm", (room.id, "split"), f"typed as {room.split.text}")
    return None
