"""Where pieces stand on the plan of a measured room, and all else that stands or swings there."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

from narrow_cornice.derived.built.meeting import stands_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.zoned import Lamp, Stood
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import Side, on_floor
from narrow_cornice.zones.clearances import Obstacle, Standing
from narrow_cornice.zones.library import furniture
from narrow_cornice.zones.plan_shapes import Footprint, Outline, Point, to_segment

SNAP = 160.0  # mm from a wall within which a piece is put against it
SWEEP = 9  # steps in which the leaf of a door swings
ONE_LEAF = 1100.0  # mm up to which a door has one leaf


def facing(side: Side) -> float:
    """Return by how many degrees a piece is turned that stands with its back to a wall."""
    ox, oy = side.outward
    return math.degrees(math.atan2(ox, -oy))


def wall_index(room: Room, wall_id: str) -> int | None:
    """Return the number of a wall, None where it is not there."""
    return next((index for index, wall in enumerate(room.measured.walls) if wall.id == wall_id), None)


def foot_of(measured: MeasuredRoom, piece: Stood) -> Footprint | None:
    """Return where a piece stands, None where it is not placed or its wall is not there."""
    if piece.x is None:
        return None
    if not piece.wall:
        return Footprint(piece.x, piece.y, piece.width.mm, piece.depth.mm, piece.turn)
    index = wall_index(measured.room, piece.wall)
    if index is None or index >= len(measured.plan.sides):
        return None
    side = measured.plan.sides[index]
    # Turned by a quarter its side is to the wall.
    quarter = round(piece.turn / 90.0) % 2 == 1
    half = (piece.width.mm if quarter else piece.depth.mm) / 2.0
    x, y = on_floor(side, piece.x, piece.y + half)
    return Footprint(x, y, piece.width.mm, piece.depth.mm, facing(side) + piece.turn)


def spot_of(measured: MeasuredRoom, lamp: Lamp) -> Point | None:
    """Return where a lamp is on the plan, None where it is not placed."""
    if lamp.x is None:
        return None
    if not lamp.wall:
        return lamp.x, lamp.y
    index = wall_index(measured.room, lamp.wall)
    return None if index is None else on_floor(measured.plan.sides[index], lamp.x, lamp.y)


def is_gone(room: Room, piece: Stood) -> bool:
    """Return whether a piece is one of this room's brief that moves to another room or is let go."""
    if not piece.furnishing:
        return False
    mine = next((one for one in room.brief.furnishings if one.id == piece.furnishing), None)
    return mine is not None and (mine.decision == "let go" or (mine.decision == "move" and mine.to != room.id))


@by_identity(times=1, each="room", of=as_built)
def standing_pieces(room: Room, changed_rules: dict[str, float]) -> tuple[Standing, ...]:
    """Return the pieces that stand in a room, where they do; those that go are left out."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    made = []
    for piece in room.zones.pieces:
        foot = foot_of(measured, piece)
        if foot is not None and not is_gone(room, piece):
            made.append(Standing(piece.id, piece.name, furniture()[piece.kind], foot, piece.height.mm))
    return tuple(made)


@by_identity(times=1, each="room", of=as_built)
def obstacles_of(room: Room, changed_rules: dict[str, float]) -> tuple[Obstacle, ...]:
    """Return what else stands or swings on the plan of a room: built-ins, columns and boxings, the leaves of doors."""
    measured = measured_room(room, changed_rules)
    return () if measured.fault else tuple(_obstacles(measured, changed_rules))


def _obstacles(measured: MeasuredRoom, changed_rules: dict[str, float]) -> Iterator[Obstacle]:
    for one in stands_of(measured, changed_rules):
        run = one.standing.built.built_in
        yield Obstacle("built-in", run.id, run.name, _anticlockwise(one.corners), run.hangs_at)
    for index, face in enumerate(measured.faces):
        side = measured.plan.sides[index]
        for bulk in face.standing:
            if bulk.bulk.wall == face.id and bulk.bulk.kind in ("column", "boxed pipe"):
                out = bulk.bulk.out.mm
                far = out + bulk.bulk.depth.mm
                places = (
                    (bulk.start.value, out),
                    (bulk.end.value, out),
                    (bulk.end.value, far),
                    (bulk.start.value, far),
                )
                ring = tuple(on_floor(side, along, off) for along, off in places)
                yield Obstacle("column", bulk.bulk.id, bulk.bulk.name, _anticlockwise(ring), bulk.bottom)
        for seen in face.openings:
            if seen.opening.kind == "door":
                for ring in swings(side, seen.rect.u0, seen.rect.u1):
                    yield Obstacle("door", seen.opening.id, seen.opening.name, ring)


def swings(side: Side, start: float, end: float) -> tuple[Outline, ...]:
    """Return what the leaves of a door sweep over as they open into the room, as the plan draws it."""
    leaves = [(start, end)] if end - start <= ONE_LEAF else [(start, (start + end) / 2), (end, (start + end) / 2)]
    made = []
    for hinge, latch in leaves:
        reach = latch - hinge
        ring = [on_floor(side, hinge, 0.0)]
        for step in range(SWEEP + 1):
            angle = math.pi / 2 * step / SWEEP
            ring.append(on_floor(side, hinge + reach * math.cos(angle), abs(reach) * math.sin(angle)))
        made.append(_anticlockwise(tuple(ring)))
    return tuple(made)


def _anticlockwise(ring: Outline) -> Outline:
    twice = sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, (*ring[1:], ring[0]), strict=True))
    return ring if twice > 0 else ring[::-1]


# Many parameters: a piece by its size, and the place it is brought to.
def snapped(
    measured: MeasuredRoom, piece: Stood, x: float, y: float, turn: float, *, free: bool = False
) -> dict[str, Any]:
    """Return the fields of a piece brought to a place of the plan: against the wall whose face its back comes near, or
    as it is in the room; never further along a wall than there is. ``free`` keeps it off walls."""
    kind = furniture()[piece.kind]
    nearest: tuple[float, int] | None = None
    for index, side in enumerate(measured.plan.sides):
        off = to_segment((x, y), side.start, side.end)
        if off <= piece.depth.mm / 2.0 + SNAP and (nearest is None or off < nearest[0]):
            nearest = (off, index)
    if nearest is None or free or kind.flat or piece.kind == "dining table":
        return {"x": round(x, 1), "y": round(y, 1), "turn": round(turn % 360.0, 2), "wall": ""}
    side = measured.plan.sides[nearest[1]]
    dx, dy = side.direction
    along = (side.end[0] - x) * dx + (side.end[1] - y) * dy
    half = min(piece.width.mm, side.length.value) / 2.0
    along = min(side.length.value - half, max(half, along))
    return {
        "x": round(along, 1),
        "y": 0.0,
        "turn": 0.0,
        "wall": measured.room.measured.walls[nearest[1]].id,
    }


def turned_fields(measured: MeasuredRoom, piece: Stood, degrees: float) -> dict[str, Any]:
    """Return the fields of a piece turned where it stands; one against a wall comes off it unless it turns by
    quarters."""
    foot = foot_of(measured, piece)
    if foot is None:
        return {}
    if piece.wall and degrees % 90.0 == 0.0:
        return {"turn": round((piece.turn + degrees) % 360.0, 2)}
    return {
        "x": round(foot.x, 1),
        "y": round(foot.y, 1),
        "turn": round((foot.turn + degrees) % 360.0, 2),
        "wall": "",
    }
