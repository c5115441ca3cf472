"""Which walls beams, boxed pipes and lowered ceilings come up to besides the one they go by.

A lowered ceiling from wall to wall has no ends that show, and trim on those walls stops at it.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal, NamedTuple

from narrow_cornice.job.measured import Bulk, WallAsRead
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import Plan, Side, on_floor

BESIDE = 25.0  # mm on the average between a face and a wall: nobody paints what is behind, and trim stops at it

BulkSide = Literal["near side", "far side", "front", "back"]


class Touch(NamedTuple):
    """A face of a bulk that is against a wall: which face, which wall of the plan, and from where to where along it."""

    face: BulkSide
    wall: int
    start: float
    end: float


def footprint(side: Side, bulk: Bulk) -> tuple[Point, Point, Point, Point]:
    """Return the corners of a bulk on the plan, from its near back one by the far side to its near front one."""
    near, far = bulk.place.mm, bulk.place.mm + bulk.width.mm
    back, front = bulk.out.mm, bulk.out.mm + bulk.depth.mm
    return (
        on_floor(side, near, back),
        on_floor(side, far, back),
        on_floor(side, far, front),
        on_floor(side, near, front),
    )


def touches(plan: Plan, index: int, bulk: Bulk) -> tuple[Touch, ...]:
    """Return the faces of a bulk, which goes by the wall of an index, that are against other walls of the plan."""
    near_back, far_back, far_front, near_front = footprint(plan.sides[index], bulk)
    faces: dict[BulkSide, tuple[Point, Point]] = {
        "near side": (near_back, near_front),
        "far side": (far_back, far_front),
        "front": (near_front, far_front),
    }
    made = []
    for face, corners in faces.items():
        for other, side in enumerate(plan.sides):
            if other == index:
                continue
            places = [_from_wall(side, *corner) for corner in corners]
            if sum(abs(out) for _, out in places) / 2 > BESIDE:
                continue
            along = sorted(min(max(u, 0.0), side.length.value) for u, _ in places)
            if along[1] - along[0] > BESIDE:
                made.append(Touch(face, other, *along))
    return tuple(made)


class LyingBefore(NamedTuple):
    """A bulk before a wall: from where to where along it, and how far off it the nearer edge is, in mm."""

    bulk: Bulk
    start: float
    end: float
    out: float


def lying_before(plan: Plan, walls: Sequence[WallAsRead], bulks: Sequence[Bulk], index: int) -> Iterator[LyingBefore]:
    """Yield what lies before a wall of the plan: what goes by it, and what comes up to it from another."""
    order = [wall.id for wall in walls]
    for bulk in bulks:
        own = order.index(bulk.wall)
        if own == index:
            yield LyingBefore(bulk, bulk.place.mm, bulk.place.mm + bulk.width.mm, bulk.out.mm)
            continue
        for touch in touches(plan, own, bulk):
            if touch.wall == index:
                yield LyingBefore(bulk, touch.start, touch.end, 0.0)


def _from_wall(side: Side, x: float, y: float) -> tuple[float, float]:
    """Return how far along a wall from its left end a place of the plan lies, and how far off it into the room."""
    dx, dy = side.end[0] - x, side.end[1] - y
    along = dx * side.direction[0] + dy * side.direction[1]
    out = dx * side.outward[0] + dy * side.outward[1]
    return along, out
