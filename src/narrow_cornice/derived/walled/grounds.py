"""What a field can lie on: a wall as it was measured without its openings, its trim and what stands before it; a floor
or a ceiling; the fronts of a built-in."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

import msgspec

from narrow_cornice.casework.parts import FRONT_KINDS
from narrow_cornice.derived.built.before_walls import standing_before, standing_of
from narrow_cornice.derived.measured.rooms import OpeningFace, WallFace
from narrow_cornice.derived.trimwork.lying import lying_on
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.features.region import GRID, FieldError, Region, Ring, box_ring, region_from, region_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Field
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.units.told import told_of

CUT_ROUND = ("socket", "switch", "grille")  # fixtures that a field is cut round
BEFORE = ("radiator", "pipe", "wall lamp")  # those that hang before it
NO_GROUND = ("glass", "mirror")  # faces of fronts that nothing is put on
JOINT = 60.0  # mm, up to which what parts two fronts is the gap between them
FAR = 1e6
Span = tuple[float, float]


class Ground(msgspec.Struct, frozen=True):
    """What a field covers: its ``region``; from where to where along it sockets and casings lie (``keep_off``), and the
    gaps between fronts (``joints``); or in words why there is none."""

    region: Region | None = None
    keep_off: tuple[Span, ...] = ()
    joints: tuple[Span, ...] = ()
    fault: str = ""


@by_identity(times=1, each="wall", of=as_built)
def ground_of(room: Room, field: Field, changed_rules: dict[str, float]) -> Ground:
    """Return what a field of a room lies on: the same object as before where an edit left it alike, so that what was
    laid on it still holds."""
    return _as_before(_ground(room, field, changed_rules))


@by_value(times=1, each="wall")
def _as_before(ground: Ground) -> Ground:
    return ground


def _ground(room: Room, field: Field, changed_rules: dict[str, float]) -> Ground:
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return Ground(fault="The room is not measured yet.")
    try:
        if field.on == "wall":
            return _wall(trimmed, field, changed_rules)
        if field.on == "fronts":
            return _fronts(room, field, changed_rules)
        return Ground(_within(region_of([tuple(trimmed.measured.plan.corners)]), field))
    except FieldError as error:
        return Ground(fault=told_of(error))


def _wall(trimmed: TrimmedRoom, field: Field, changed_rules: dict[str, float]) -> Ground:
    bare = wall_ground(trimmed.room, field.wall, changed_rules)
    return Ground(_within(bare.region, field), bare.keep_off) if bare.region is not None else bare


@by_identity(times=1, each="wall", of=as_built)
def wall_ground(room: Room, wall_id: str, changed_rules: dict[str, float]) -> Ground:
    """Return what is free of a wall: without its openings, its trim, sockets and what stands before it."""
    trimmed = trimmed_room(room, changed_rules)
    face = next((one for one in trimmed.faces if one.id == wall_id), None) if trimmed is not None else None
    if trimmed is None or face is None:
        return Ground(fault="Its wall is not there.")
    holes: list[Ring] = []
    keep_off: list[Span] = []
    setback = trimmed.wall(face.id).casing.setback.value
    on_it = (trimmed.runs_of(face.id), trimmed.trim, trimmed.panels_of(face.id), setback)
    if min(z for _, z in face.upper_edge) < 0:  # a slope that goes on under the floor
        holes.append(box_ring((-FAR, -FAR, FAR, 0.0)))
    for name, _, rects in lying_on(face, *on_it):
        holes += [box_ring((rect.u0, rect.v0, rect.u1, rect.v1)) for rect in rects if rect.area > 0]
        keep_off += [(rect.u0, rect.u1) for rect in rects] if name == "casing" else []
    for seen in face.openings:
        holes.append(_opening(seen))
        keep_off.append((seen.rect.u0, seen.rect.u1))
    for thing, rect in face.hung:
        if isinstance(thing, Fixture) and thing.kind in CUT_ROUND:
            holes.append(box_ring((rect.u0, rect.v0, rect.u1, rect.v1)))
            keep_off.append((rect.u0, rect.u1))
    for one in face.standing:
        holes.append(box_ring((one.start.value, one.bottom, one.end.value, max(one.top, one.bottom + 1e-3))))
    for built in standing_before(trimmed.room, face, changed_rules):
        holes.append(box_ring((built.start, 0.0, built.end, built.built.run.top)))
    try:
        return Ground(region_of([_outline(trimmed, face)], holes), _sorted(keep_off))
    except FieldError as error:
        return Ground(fault=told_of(error))


def _sorted(spans: Sequence[Span]) -> tuple[Span, ...]:
    return tuple(sorted(set(spans)))


def _opening(seen: OpeningFace) -> Ring:
    """Return an opening as it is cut: an arch with half an ellipse as its head, in short straight pieces."""
    left, bottom, right, top = seen.rect
    up = min(float(seen.opening.rise.mm), top - bottom)
    if seen.opening.kind != "arch" or up <= 0:
        return box_ring(seen.rect)
    middle, half, spring = (left + right) / 2, (right - left) / 2, top - up
    head = [
        (middle + half * math.cos(math.radians(step)), spring + up * math.sin(math.radians(step)))
        for step in range(0, 181, 3)
    ]
    return ((left, bottom), (right, bottom), *head)


def _outline(trimmed: TrimmedRoom, face: WallFace) -> Ring:
    """Return a wall's outline: its lower edge, its line along the ceiling, and its sides as the walls beside it
    lean."""
    walls = [one.id for one in trimmed.room.measured.walls]
    number = walls.index(face.id)
    tall = trimmed.height.value
    # seen from inside, the wall that comes next on the walk stands at the left end
    left, right = _lean(trimmed.room, walls[(number + 1) % len(walls)]), _lean(trimmed.room, walls[number - 1])
    top = [(u, z) for u, z in reversed(face.upper_edge)]
    first, last = top[0], top[-1]
    top[0] = (first[0] - right * first[1] / tall, first[1])
    top[-1] = (last[0] + left * last[1] / tall, last[1])
    return ((0.0, 0.0), (face.length, 0.0), *top)


def _lean(room: Room, wall: str) -> float:
    """Return by how much the top of a wall leans into the room, in mm, nought where nobody plumbed it."""
    truth = room.measured.trueness.get(wall)
    read = [float(one.mm) for one in truth.plumb] if truth is not None else []
    return sum(read) / len(read) if read else 0.0


def _fronts(room: Room, field: Field, changed_rules: dict[str, float]) -> Ground:
    found = standing_of(room, field.built_in, changed_rules)
    if found is None:
        return Ground(fault="The built-in does not fit its place yet, or is not there.")
    _, one = found
    rings = [
        box_ring((one.left + x, z, one.left + x + wide, z + tall))
        for part in one.built.run.parts
        if part.kind in FRONT_KINDS and part.face not in NO_GROUND
        for x, _, z, wide, _, tall in [part.box]
    ]
    if not rings:
        return Ground(fault="It has no fronts.")
    sides = sorted({x for ring in rings for x, _ in ring})
    gaps: list[Span] = []
    for a, b in itertools.pairwise(sides):
        if b - a <= JOINT:  # doors that slide lie over one another there: either edge cuts a slat
            gaps += [(a, a), (b, b)] if _covered(rings, a, b) else [(a, b)]
    return Ground(_within(region_of(rings), field), (), tuple(gaps))


def _covered(rings: Sequence[Ring], left: float, right: float) -> bool:
    """Return whether some front lies right over a stretch."""
    return any(ring[0][0] <= left + 1e-6 and ring[1][0] >= right - 1e-6 for ring in rings)


def _within(region: Region, field: Field) -> Region:
    """Return as much of a region as lies between the edges of a field, and inside its own outline where it has one."""
    import shapely

    if field.outline:
        ring = shapely.Polygon(field.outline)
        if not ring.is_valid or ring.area <= 0:
            raise FieldError("Its outline crosses itself.", remedy="Move its corners so that it goes round once.")
        region = region_from(shapely.intersection(region.shape, ring, grid_size=GRID))
    edges = [field.left, field.bottom, field.right, field.top]
    if all(edge is None for edge in edges):
        return region
    usual = (-FAR, -FAR, FAR, FAR)
    left, bottom, right, top = (
        float(edge.mm) if edge is not None else far for edge, far in zip(edges, usual, strict=True)
    )
    if right <= left or top <= bottom:
        raise FieldError("Its edges lie the wrong way round.", remedy="Right of left, top over bottom.")
    return region_from(shapely.intersection(region.shape, shapely.box(left, bottom, right, top)))
