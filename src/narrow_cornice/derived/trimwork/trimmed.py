"""The trim of one measured room: fitted to its height, in runs along its walls, with its panels."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType

import msgspec

from narrow_cornice.derived.built.before_walls import before_wall
from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace, measured_room
from narrow_cornice.derived.trimwork.over_fronts import LeftOut, over_fronts
from narrow_cornice.derived.trimwork.panelling import NO_PANELS, WallPanels, panels_of_walls
from narrow_cornice.explained.figures import Figure, reading
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import PanelsPath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Panelling
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import FittedTrim, fitted_trim, fitting
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order
from narrow_cornice.trim.proportion import School
from narrow_cornice.trim.runs import Blocked, CasingHead, CasingWay, Hole, Run, Staying, Wall, in_order, runs_of_wall


class TrimmedRoom(msgspec.Struct, frozen=True):
    """A measured room with its trim: ``walls`` are its faces as runs see them, in their order; ``panels`` what of
    panels lies on each wall, by its identity; ``left_out`` where trim that should go on over built-ins cannot."""

    measured: MeasuredRoom
    height: Figure
    trim: FittedTrim
    walls: tuple[Wall, ...]
    runs: tuple[Run, ...]
    panels: Mapping[str, WallPanels]
    left_out: tuple[LeftOut, ...] = ()

    @property
    def room(self) -> Room:
        """Return the room as the job has it."""
        return self.measured.room

    @property
    def faces(self) -> tuple[WallFace, ...]:
        """Return the faces of its walls."""
        return self.measured.faces

    def wall(self, wall_id: str) -> Wall:
        """Return a wall as runs see it, by identity. Raises KeyError."""
        for wall in self.walls:
            if wall.id == wall_id:
                return wall
        raise KeyError(wall_id)

    def panels_of(self, wall_id: str) -> WallPanels:
        """Return the panels and framed things of one wall."""
        return self.panels.get(wall_id, NO_PANELS)

    def runs_of(self, wall_id: str) -> tuple[Run, ...]:
        """Return the runs of one wall but for panels and what goes over built-ins, the same object as long as wall and
        trim are."""
        return _runs(self.wall(wall_id), self.trim)


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
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

    def typed_at(kind: TrimKind, member: str, size: str) -> TrimPath:
        return TrimPath(room_id, kind, member, size=size)

    how = {"source": typed_at, "curves": curves, "panelled": panelled, "framing": framing}
    return fitted_trim(fitting(height, order, school, choices, rules, **how))


@by_identity(times=1, each="room")
def _framing(panels: tuple[Panelling, ...], room_id: str) -> Figure | None:
    """Return how wide the stiles and rails of a room's wainscot are: its margin. None where there is no wainscot."""
    one = next((one for one in panels if one.manner == "wainscot"), None)
    if one is None:
        return None
    return reading(
        "margin", one.margin.mm, "mm", PanelsPath(room_id, one.id, size="margin"), f"typed as {one.margin.text}"
    )


@by_identity(times=1, each="room")
def _casing_way(head: CasingHead, plinths: bool, trim: FittedTrim, changed_rules: dict[str, float]) -> CasingWay:
    """Return how openings are cased: a plinth block is a little higher than the skirting that ends on it."""
    rules = house_rules_of(changed_rules)
    skirting, casing = trim.of("skirting"), trim.of("casing")
    plinth = 0.0
    if plinths and casing.built and casing.height is not None:
        plinth = (skirting.top if skirting.built else 1.5 * casing.height.value) + rules.value("plinth_over_skirting")
    return CasingWay(rules.figure("casing_setback"), head, plinth)


@by_identity(times=1, each="wall")
def _wall(face: WallFace, way: CasingWay, ceiling: float, *beside: Blocked | Staying) -> Wall:
    """Return a wall as runs see it, with the built-ins before it and the trim that is there; one that an edit left as
    it was stays the same object."""
    holes = tuple(
        Hole(
            one.opening.id,
            one.opening.name,
            one.to_floor,
            one.place,
            one.width,
            one.sill,
            one.height,
            one.opening.cased,
        )
        for one in face.openings
    )
    blocked = (
        *(Blocked(one.bulk.name, one.start, one.end, one.bottom, one.top) for one in face.standing),
        *(one for one in beside if isinstance(one, Blocked)),
    )
    there = tuple(one for one in beside if not isinstance(one, Blocked))
    ends = (face.extent, face.left, face.right)
    return Wall(face.id, face.name, *ends, holes, face.upper_edge, blocked, there, way, ceiling)


def staying_on(room: Room, wall_id: str) -> Iterator[Staying]:
    """Yield the trim that is on a wall already and stays."""
    for one in room.measured.there:
        if one.wall == wall_id and one.decision == "keep":
            yield _staying(one.kind, one.height.mm, one.thickness.mm)


# By value, so that a wall whose old trim stayed as it was is the same wall, whatever else was edited.
@by_value(times=1, each="wall")
def _staying(kind: TrimKind, height: float, thickness: float) -> Staying:
    return Staying(kind, height, thickness)


@by_identity(times=1, each="wall")
def _runs(wall: Wall, trim: FittedTrim) -> tuple[Run, ...]:
    return runs_of_wall(wall, trim)


@by_identity(times=1, each="room", of=as_built)
def trimmed_room(room: Room, changed_rules: dict[str, float]) -> TrimmedRoom | None:
    """Return the room with everything that follows from its choices of trim, None while it is not measured."""
    measured = measured_room(room, changed_rules)
    if measured.fault or measured.height is None:
        return None
    height = measured.height
    panelled = bool(room.trim.panels or room.trim.frames)
    framing = _framing(room.trim.panels, room.id)
    choices, order = room.trim.choices, room.trim.order_in_force
    trim = _trim(height, order, room.trim.school, choices, changed_rules, room.id, room.trim.curves, panelled, framing)
    way = _casing_way(room.trim.casing_heads, room.trim.plinth_blocks, trim, changed_rules)
    walls = tuple(
        _wall(
            face,
            way,
            height.value,
            *before_wall(room, face, changed_rules),
            *staying_on(room, face.id),
        )
        for face in measured.faces
    )
    panels: Mapping[str, WallPanels] = MappingProxyType({})
    if panelled:
        each = [one for pair in zip(measured.faces, walls, strict=True) for one in pair]
        panels = panels_of_walls(room.trim.panels, room.trim.frames, trim, height, room.id, *each)
    others = [panels[face.id].runs for face in measured.faces if face.id in panels]
    over = [over_fronts(room, face, trim, changed_rules) for face in measured.faces]
    runs = in_order([*(_runs(wall, trim) for wall in walls), *others, *(one.runs for one in over if one.runs)])
    left_out = tuple(out for one in over for out in one.left_out)
    return TrimmedRoom(measured, height, trim, walls, runs, panels, left_out)
