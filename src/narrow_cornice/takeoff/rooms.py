"""One room, derived: its plan, ceiling height, trim and runs as figures. Kept by the room's identity."""

from __future__ import annotations

from collections.abc import Iterator

import msgspec

from narrow_cornice.explained.figures import Figure, choice, explained, reading
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Opening, Room, order_of
from narrow_cornice.job.things import Bulk, ConditionMark, Fixture, Panelling, Slope, TrimThere
from narrow_cornice.survey.ceilings import Ceiling, Plane, UpperEdge, slope_over
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.plan import Plan, corner_name
from narrow_cornice.survey.readings import Reading
from narrow_cornice.takeoff.panelling import NO_PANELS, WallPanels, panels_of_walls
from narrow_cornice.takeoff.surveys import house_rules_of, mean_of_readings, plan_of
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import FittedTrim, fitted_trim
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order
from narrow_cornice.trim.proportion import School
from narrow_cornice.trim.runs import Blocked, CasingHead, CasingWay, Hole, Run, Wall, in_order, runs_of_wall
from narrow_cornice.units.lengths import Length

AGAINST = 1.0  # mm off a wall or a ceiling that still counts as touching it


class WallFace(msgspec.Struct, frozen=True):
    """One wall of a derived room: its identity, name, figures for runs, and openings, fixtures and condition marks
    with their rectangles."""

    id: str
    name: str
    wall: Wall
    openings: tuple[tuple[Opening, Hole, Rect], ...]
    fixtures: tuple[tuple[Fixture, Rect], ...] = ()
    marks: tuple[tuple[ConditionMark, Rect], ...] = ()
    upper_edge: UpperEdge = ()

    @property
    def length(self) -> float:
        """Return the adjusted length in mm."""
        return self.wall.length.value

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
    trim: FittedTrim | None = None
    runs: tuple[Run, ...] = ()
    split: Figure | None = None
    fault: str = ""
    ceiling: Ceiling = Ceiling(())
    panels: dict[str, WallPanels] = {}

    def panels_of(self, face: WallFace) -> WallPanels:
        """Return the panels and framed things of one wall."""
        return self.panels.get(face.id, NO_PANELS)

    def runs_of(self, face: WallFace) -> tuple[Run, ...]:
        """Return the runs of one wall but for panels, the same object as long as wall and trim are."""
        return () if self.trim is None else _runs(face.wall, self.trim)

    def face(self, wall_id: str) -> WallFace:
        """Return the face of a wall by identity. Raises KeyError."""
        for face in self.faces:
            if face.id == wall_id:
                return face
        raise KeyError(wall_id)


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
        opening.id,
        opening.name,
        opening.kind,
        of("place", opening.place),
        of("width", opening.width),
        of("sill", opening.sill),
        of("height", opening.height),
        opening.cased,
    )


@by_identity(keep=1024)
def _height(readings: tuple[Reading, ...], room_id: str, changed_rules: dict[str, float]) -> Figure | None:
    rules = house_rules_of(changed_rules)
    return mean_of_readings("ceiling height", readings, (room_id, "height"), rules, "as read")


@by_identity(keep=1024)
def _corners(plan: Plan) -> tuple[Figure, ...]:
    """Return the corner angles of a plan as figures."""
    return tuple(
        Figure(f"corner {corner_name(index)}", angle, "°", "table", note="from the adjusted plan", sigma=sigma)
        for index, (angle, sigma) in enumerate(zip(plan.angles, plan.angle_sigmas, strict=True))
    )


@by_identity(keep=1024)
def _trim(
    height: Figure,
    order: Order,
    school: School,
    choices: dict[str, TrimChoice],
    changed_rules: dict[str, float],
    room_id: str,
    curves: Curves,
    panelled: bool,
    framing: Figure | None,
) -> FittedTrim:
    rules = house_rules_of(changed_rules)
    return fitted_trim(height, order, school, choices, rules, (room_id,), curves, panelled, framing)


@by_identity(keep=1024)
def _framing(panels: tuple[Panelling, ...], room_id: str) -> Figure | None:
    """Return how wide the stiles and rails of a room's wainscot are: its margin. None where there is no wainscot."""
    one = next((one for one in panels if one.manner == "wainscot"), None)
    if one is None:
        return None
    return reading("margin", one.margin.mm, "mm", (room_id, "panels", one.id, "margin"), f"typed as {one.margin.text}")


@by_identity(keep=1024)
def _casing_way(head: CasingHead, plinths: bool, trim: FittedTrim, changed_rules: dict[str, float]) -> CasingWay:
    """Return how openings are cased: a plinth block is a little higher than the skirting that ends on it."""
    rules = house_rules_of(changed_rules)
    skirting, casing = trim.of("skirting"), trim.of("casing")
    plinth = 0.0
    if plinths and casing.built and casing.height is not None:
        plinth = (skirting.top if skirting.built else 1.5 * casing.height.value) + rules.value("plinth_over_skirting")
    return CasingWay(rules.figure("casing_setback"), head, plinth)


@by_identity(keep=4096)
def _blocked_of(bulks: tuple[Bulk, ...], room_id: str, wall_id: str, height: float) -> tuple[Blocked, ...]:
    """Return what stands against a wall, the same objects as long as nothing of it changes."""
    return tuple(_blocked(bulks, room_id, wall_id, height))


def _blocked(bulks: tuple[Bulk, ...], room_id: str, wall_id: str, height: float) -> Iterator[Blocked]:
    """Yield what stands against a wall, in the way of its trim."""
    for bulk in bulks:
        if bulk.wall != wall_id or bulk.out.mm > AGAINST:
            continue
        path = (room_id, "bulk", bulk.id)
        place = reading("place", bulk.place.mm, "mm", (*path, "place"), bulk.name[:60])
        width = reading("width", bulk.width.mm, "mm", (*path, "width"), bulk.name[:60])
        top = height if bulk.top is None else bulk.top.mm
        yield Blocked(bulk.name, place, far_side(place, width), bulk.under.mm, top)


@explained("far side", "mm", "place + width")
def far_side(place: float, width: float) -> float:
    """Return where something that stands against a wall ends, from the wall's left end."""
    return place + width


def _on_walls(room: Room) -> tuple[Opening | Fixture | ConditionMark, ...]:
    return (*room.openings, *room.fixtures, *room.marks)


@by_identity(keep=1024)
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


@by_identity(keep=8192)
def _face(
    room_id: str,
    wall_id: str,
    name: str,
    length: Figure,
    left: Figure,
    right: Figure,
    upper_edge: UpperEdge,
    way: CasingWay,
    *things: Opening | Fixture | ConditionMark | Blocked | TrimThere,
) -> WallFace:
    """Return one wall's face; a wall that an edit left as it was stays the same object."""
    blocked = tuple(one for one in things if isinstance(one, Blocked))
    there = tuple(one.kind for one in things if isinstance(one, TrimThere))
    standing = []
    fixtures: list[tuple[Fixture, Rect]] = []
    marks: list[tuple[ConditionMark, Rect]] = []
    for opening in things:
        if isinstance(opening, Blocked | TrimThere):
            continue
        if isinstance(opening, Fixture):
            fixtures.append((opening, _about_middle(opening)))
            continue
        if isinstance(opening, ConditionMark):
            marks.append((opening, _about_middle(opening)))
            continue
        hole = _hole(room_id, opening)
        u0 = opening.place.mm
        rect = Rect(u0, hole.bottom, u0 + opening.width.mm, hole.bottom + opening.height.mm)
        standing.append((opening, hole, rect))
    standing.sort(key=lambda one: one[2].u0)
    holes = tuple(hole for _, hole, _ in standing)
    wall = Wall(wall_id, name, length, left, right, holes, upper_edge, blocked, there, way)
    return WallFace(wall_id, name, wall, tuple(standing), tuple(fixtures), tuple(marks), upper_edge)


def _about_middle(thing: Fixture | ConditionMark) -> Rect:
    """Return the rectangle of a thing whose place is that of its middle."""
    u, v, wide, tall = thing.place.mm, thing.height.mm, thing.width.mm / 2, thing.tall.mm / 2
    return Rect(u - wide, max(0.0, v - tall), u + wide, v + tall)


@by_identity(keep=8192)
def _runs(wall: Wall, trim: FittedTrim) -> tuple[Run, ...]:
    return runs_of_wall(wall, trim)


@by_identity(keep=1024)
def measured_room(room: Room, changed_rules: dict[str, float]) -> MeasuredRoom:
    """Return the room with everything that follows from its readings and choices of trim."""
    # Heights and lean matter to the plan only where widths were read at several levels.
    levelled = (room.widths, room.heights, room.trueness) if room.widths else ()
    plan = plan_of(room.id, room.sides, room.diagonals, room.offsets, changed_rules, *levelled)
    height = _height(room.heights, room.id, changed_rules)
    if not plan.determined:
        return MeasuredRoom(room, plan, height, fault=plan.fault)
    if height is None:
        return MeasuredRoom(room, plan, None, fault="The ceiling height has not been read yet.")
    panelled = bool(room.panels or room.frames)
    framing = _framing(room.panels, room.id)
    choices, order = room.trim, order_of(room)
    trim = _trim(height, order, room.school, choices, changed_rules, room.id, room.curves, panelled, framing)
    way = _casing_way(room.casing_heads, room.plinth_blocks, trim, changed_rules)
    corners = _corners(plan)
    ceiling, upper_edges = _ceiling(plan, height, *(side.slope for side in room.sides))
    faces = tuple(
        # Seen from inside, the left end of a wall is the end of the anticlockwise walk.
        _face(
            room.id,
            side.id,
            plan.sides[index].name,
            plan.sides[index].length,
            corners[(index + 1) % len(corners)],
            corners[index],
            upper_edges[index],
            way,
            *(one for one in _on_walls(room) if one.wall == side.id),
            *_blocked_of(room.bulks, room.id, side.id, height.value),
            *(one for one in room.there if one.wall == side.id and one.decision == "keep"),
        )
        for index, side in enumerate(room.sides)
    )
    panels = panels_of_walls(room.panels, room.frames, trim, height, room.id, *faces) if panelled else {}
    others = [panels[face.id].runs for face in faces if face.id in panels]
    runs = in_order([*(_runs(face.wall, trim) for face in faces), *others])
    split = _split(room.id, room.two_tone, room.split, trim, height)
    return MeasuredRoom(room, plan, height, faces, trim, runs, split, ceiling=ceiling, panels=panels)


@by_identity(keep=1024)
def _split(room_id: str, two_tone: str, typed: Length | None, trim: FittedTrim, height: Figure) -> Figure | None:
    """Return the height at which the walls change colour, None where they do not."""
    if two_tone == "at the dado rail":
        dado = trim.of("dado rail")
        if dado.built:
            return choice("split", dado.top, "mm", (room_id, "two_tone"), "at the top of the dado rail")
        return None
    if two_tone == "at a height" and typed is not None and typed.mm < height.value:
        return choice("split", typed.mm, "mm", (room_id, "split"), f"typed as {typed.text}")
    return None
