"""Stretches of wall that nothing takes, and dead corners: where storage can go."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.built.free_wall import CASING
from narrow_cornice.derived.built.meeting import stands_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.plan_shapes import to_segment
from narrow_cornice.zones.stretches import DeadCorner, Stretch, dead_corners, free_of, largest

DEEP = 350.0  # mm before a wall that storage takes
LOW = 800.0  # mm: an opening or radiator higher than this takes no wall from what stands below


class FreeWalls(NamedTuple):
    """The free stretches of the walls of a room, the largest first, and its dead corners."""

    stretches: tuple[Stretch, ...]
    corners: tuple[DeadCorner, ...]


@by_identity(times=1, each="room", of=as_built)
def free_walls(room: Room, changed_rules: dict[str, float]) -> FreeWalls:
    """Return where storage could go along the walls of a room: before no opening, radiator, built-in or piece."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return FreeWalls((), ())
    built = stands_of(measured, changed_rules)
    free = []
    for index, face in enumerate(measured.faces):
        taken = [(hole.rect.u0 - CASING, hole.rect.u1 + CASING) for hole in face.openings if hole.rect.v0 < LOW]
        taken += [
            (rect.u0 - 50.0, rect.u1 + 50.0)
            for thing, rect in face.hung
            if getattr(thing, "kind", "") in ("radiator", "grille") and rect.v0 < LOW
        ]
        taken += [(one.left, one.right) for stands in built if stands.wall == index for one in (stands.standing,)]
        taken += [(bulk.start.value, bulk.end.value) for bulk in face.standing if bulk.bottom < LOW]
        taken += _pieces_before(measured, index, changed_rules)
        free.append([one for one in free_of(index, face.length, taken) if one.long > 1.0])
    lengths = [face.length for face in measured.faces]
    # To the right of wall i as one faces it is the wall before it in walking order.
    count = len(free)
    order = [-index % count for index in range(count)]
    square = [abs(measured.plan.angles[index] - 90.0) < 30.0 for index in order]
    turned = [[one._replace(wall=n) for one in free[index]] for n, index in enumerate(order)]
    corners = dead_corners(turned, [lengths[index] for index in order], square)
    named = tuple(one._replace(left=order[one.left], right=order[one.right]) for one in corners)
    return FreeWalls(tuple(largest(one for stretches in free for one in stretches)), named)


def _pieces_before(measured: MeasuredRoom, index: int, changed_rules: dict[str, float]) -> list[tuple[float, float]]:
    side = measured.plan.sides[index]
    dx, dy = side.direction
    made = []
    for one in standing_pieces(measured.room, changed_rules):
        if one.kind.flat or min(to_segment(at, side.start, side.end) for at in one.foot.corners) > DEEP:
            continue
        along = [(side.end[0] - x) * dx + (side.end[1] - y) * dy for x, y in one.foot.corners]
        made.append((min(along), max(along)))
    return made
