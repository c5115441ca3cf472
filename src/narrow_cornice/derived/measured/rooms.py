"""One room as it was measured: its plan, its ceiling, the faces of its walls with what is in and on them, as figures.

Kept by the room's identity: a wall that an edit left as it was stays the same object.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType
from typing import Any

import msgspec

from narrow_cornice.derived.measured.surveys import mean_of_readings, plan_of
from narrow_cornice.derived.measured.touching import touches
from narrow_cornice.explained.figures import Figure, explained, reading
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.hanging import HUNG, on_face
from narrow_cornice.job.measured import RAISED, Bulk, Opening, Slope
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BulkPath, HeightPath, OpeningPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.survey.ceilings import Ceiling, Plane, UpperEdge, slope_over
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.plan import Plan, corner_name
from narrow_cornice.survey.readings import Reading
from narrow_cornice.units.lengths import Length

AGAINST = 1.0  # mm off a wall or a ceiling that still counts as touching it


class OpeningFace(msgspec.Struct, frozen=True):
    """An opening where it lies on its wall, with its readings as figures."""

    opening: Opening
    rect: Rect
    place: Figure
    width: Figure
    sill: Figure
    height: Figure

    @property
    def to_floor(self) -> bool:
        """Return whether there is no wall below: a door or a doorway."""
        return self.opening.kind not in RAISED


class StandingBulk(msgspec.Struct, frozen=True):
    """Something that stands against a wall: from and to along it as figures, its heights in mm."""

    bulk: Bulk
    start: Figure
    end: Figure
    bottom: float
    top: float


class WallFace(msgspec.Struct, frozen=True):
    """One wall of a measured room: its identity, name, length and the angles of its corners as figures, left and right
    as seen from inside, its upper edge along the ceiling, and openings, what hangs on it (see ``job.hanging``) and what
    stands against it, each where it lies."""

    id: str
    name: str
    extent: Figure
    left: Figure
    right: Figure
    upper_edge: UpperEdge
    openings: tuple[OpeningFace, ...] = ()
    hung: tuple[tuple[Any, Rect], ...] = ()
    standing: tuple[StandingBulk, ...] = ()

    @property
    def length(self) -> float:
        """Return the adjusted length in mm."""
        return self.extent.value

    @property
    def tallest(self) -> float:
        """Return the greatest height of the wall in mm."""
        return max(z for _, z in self.upper_edge)

    @property
    def sloped(self) -> bool:
        """Whether its upper edge is anything but level."""
        return len(self.upper_edge) > 2 or self.upper_edge[0][1] != self.upper_edge[-1][1]


class MeasuredRoom(msgspec.Struct, frozen=True):
    """A room as derived from its readings. ``fault`` says what is missing; then there is nothing to count yet."""

    room: Room
    plan: Plan
    height: Figure | None
    faces: tuple[WallFace, ...] = ()
    fault: str = ""
    ceiling: Ceiling = Ceiling(())

    def face(self, wall_id: str) -> WallFace:
        """Return the face of a wall by identity. Raises KeyError."""
        for face in self.faces:
            if face.id == wall_id:
                return face
        raise KeyError(wall_id)


@by_identity(times=1, each="room")
def _height(readings: tuple[Reading, ...], room_id: str, changed_rules: dict[str, float]) -> Figure | None:
    rules = house_rules_of(changed_rules)
    return mean_of_readings("ceiling height", readings, HeightPath(room_id), rules, "as read")


@by_identity(times=1, each="room")
def _corners(plan: Plan) -> tuple[Figure, ...]:
    """Return the corner angles of a plan as figures."""
    return tuple(
        Figure(f"corner {corner_name(index)}", angle, "°", "table", note="from the adjusted plan", sigma=sigma)
        for index, (angle, sigma) in enumerate(zip(plan.angles, plan.angle_sigmas, strict=True))
    )


@explained("far side", "mm", "place + width")
def far_side(place: float, width: float) -> float:
    """Return where something that stands against a wall ends, from the wall's left end."""
    return place + width


@by_identity(times=1, each="wall")
def _standing_of(
    bulks: tuple[Bulk, ...], room_id: str, wall_id: str, height: float, *beside: StandingBulk
) -> tuple[StandingBulk, ...]:
    """Return what stands against a wall, the same objects as long as nothing of it changes; ``beside`` is what comes up
    to it from another wall."""
    return (*_standing(bulks, room_id, wall_id, height), *beside)


@by_identity(times=1, each="room")
def _beside(plan: Plan, bulks: tuple[Bulk, ...], height: Figure, *walls: str) -> Mapping[int, tuple[StandingBulk, ...]]:
    """Return by walls what comes up to each from another wall that it goes by."""
    made: dict[int, tuple[StandingBulk, ...]] = {}
    for bulk in bulks:
        top = height.value if bulk.top is None else bulk.top.mm
        for touch in touches(plan, walls.index(bulk.wall), bulk):
            ends = (_end_of(bulk.name[:60], touch.start), _end_of(bulk.name[:60], touch.end))
            one = _standing_beside(bulk, *ends, bulk.under.mm, top)
            made[touch.wall] = (*made.get(touch.wall, ()), one)
    return MappingProxyType(made)


# By value, so that a wall to which nothing else comes up is the same wall, whatever else was edited.
@by_value(times=2, each="wall")
def _end_of(name: str, mm: float) -> Figure:
    return Figure("end", mm, "mm", "table", note=f"where the {name} comes up to the wall, on the plan")


@by_value(times=1, each="wall")
def _standing_beside(bulk: Bulk, start: Figure, end: Figure, bottom: float, top: float) -> StandingBulk:
    return StandingBulk(bulk, start, end, bottom, top)


def _standing(bulks: tuple[Bulk, ...], room_id: str, wall_id: str, height: float) -> Iterator[StandingBulk]:
    for bulk in bulks:
        if bulk.wall != wall_id or bulk.out.mm > AGAINST:
            continue
        path = BulkPath(room_id, bulk.id)
        place = reading("place", bulk.place.mm, "mm", path.sized("place"), bulk.name[:60])
        width = reading("width", bulk.width.mm, "mm", path.sized("width"), bulk.name[:60])
        top = height if bulk.top is None else bulk.top.mm
        yield StandingBulk(bulk, place, far_side(place, width), bulk.under.mm, top)


@by_identity(times=1, each="room")
def _ceiling(plan: Plan, height: Figure, *slopes: Slope | None) -> tuple[Ceiling, tuple[UpperEdge, ...]]:
    """Return the ceiling of a room and its line along every wall; slopes that are no lower than the rest are none."""
    planes = [Plane(height.value)]
    for index, slope in enumerate(slopes):
        if slope is not None and slope.low.mm < height.value - 1.0:
            side = plan.sides[index]
            inward = (-side.outward[0], -side.outward[1])
            planes.append(slope_over(index, side.start, inward, slope.low.mm, slope.run.mm, height.value))
    ceiling = Ceiling(tuple(planes))
    if ceiling.flat:
        return ceiling, tuple(((0.0, height.value), (side.length.value, height.value)) for side in plan.sides)
    return ceiling, tuple(ceiling.upper_edge(side.end, side.start) for side in plan.sides)


@by_identity(times=1, each="wall")
def _opening_face(room_id: str, opening: Opening) -> OpeningFace:
    def of(field: str, length: Length) -> Figure:
        return reading(
            f"{field} of {opening.name[:60]}",
            length.mm,
            "mm",
            OpeningPath(room_id, opening.id, size=field),
            f"typed as {length.text}" if length.text else "",
        )

    u0, bottom = opening.place.mm, opening.sill.mm if opening.kind in RAISED else 0.0
    return OpeningFace(
        opening,
        Rect(u0, bottom, u0 + opening.width.mm, bottom + opening.height.mm),
        of("place", opening.place),
        of("width", opening.width),
        of("sill", opening.sill),
        of("height", opening.height),
    )


@by_identity(times=1, each="wall")
def _face(
    wall_id: str,
    name: str,
    extent: Figure,
    left: Figure,
    right: Figure,
    upper_edge: UpperEdge,
    *things: Any,
) -> WallFace:
    """Return one wall's face; a wall that an edit left as it was stays the same object."""
    openings = sorted((one for one in things if isinstance(one, OpeningFace)), key=lambda one: one.rect.u0)
    standing = tuple(one for one in things if isinstance(one, StandingBulk))
    return WallFace(
        wall_id,
        name,
        extent,
        left,
        right,
        upper_edge,
        tuple(openings),
        tuple((one, _about_middle(one)) for one in things if not isinstance(one, OpeningFace | StandingBulk)),
        standing,
    )


def _about_middle(thing: Any) -> Rect:
    """Return the rectangle of a thing whose place is that of its middle."""
    u, v, wide, tall = thing.place.mm, thing.height.mm, thing.width.mm / 2, thing.tall.mm / 2
    return Rect(u - wide, max(0.0, v - tall), u + wide, v + tall)


def walls_so_far(count: int) -> str:
    """Return how many walls of a walk there are, in words."""
    return {0: "no wall yet", 1: "one wall so far"}.get(count, f"{count} walls so far")


@by_identity(times=1, each="room", of=as_built)
def measured_room(room: Room, changed_rules: dict[str, float]) -> MeasuredRoom:
    """Return the room with everything that follows from its readings."""
    if room.measured.walking:
        height = _height(room.measured.heights, room.id, changed_rules)
        fault = f"{room.name[:40]} is still being walked: {walls_so_far(len(room.measured.walls))}."
        return MeasuredRoom(room, Plan((), fault=fault), height, fault=fault)
    # Heights and lean matter to the plan only where widths were read at several levels.
    levelled = (room.measured.widths, room.measured.heights, room.measured.trueness) if room.measured.widths else ()
    plan = plan_of(
        room.id, room.measured.walls, room.measured.diagonals, room.measured.offsets, changed_rules, *levelled
    )
    height = _height(room.measured.heights, room.id, changed_rules)
    if not plan.determined:
        return MeasuredRoom(room, plan, height, fault=plan.fault)
    if height is None:
        return MeasuredRoom(room, plan, None, fault="The ceiling height has not been read yet.")
    corners = _corners(plan)
    ceiling, upper_edges = _ceiling(plan, height, *(side.slope for side in room.measured.walls))
    walls = [side.id for side in room.measured.walls]
    beside = _beside(plan, room.measured.bulks, height, *walls) if room.measured.bulks else {}
    faces = tuple(
        # Seen from inside, the left end of a wall is the end of the anticlockwise walk.
        _face(
            side.id,
            plan.sides[index].name,
            plan.sides[index].length,
            corners[(index + 1) % len(corners)],
            corners[index],
            upper_edges[index],
            *(_opening_face(room.id, one) for one in room.measured.openings if one.wall == side.id),
            *(one for kept in HUNG for one in kept.held(room) if one.wall == side.id and on_face(one)),
            *_standing_of(room.measured.bulks, room.id, side.id, height.value, *beside.get(index, ())),
        )
        for index, side in enumerate(room.measured.walls)
    )
    return MeasuredRoom(room, plan, height, faces, ceiling=ceiling)
