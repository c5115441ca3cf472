"""From where a room is seen: where somebody put the eye, or where one sees most of its walls and of what is on them."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from narrow_cornice.boards.plain import plain_room
from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace, measured_room
from narrow_cornice.job.model import Room
from narrow_cornice.job.presented import Spot, Viewpoint
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.perspective.eye import Eye
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.zones.plan_shapes import inside, middle_of

OFF_WALL = 240.0  # mm that the eye stands off the walls beside it
HEADROOM = 60.0  # mm over the eye
USUAL_ANGLE = 72.0  # across the picture: as much as a room shows without being drawn out at its edges
NEAREST_AIM = 900.0  # mm
FAR_ENOUGH = 2600.0  # mm off, from which a wall is seen from floor to ceiling
ALONG = 5  # places of a wall that are looked for
MORE = 1.5  # times that what is on a wall counts against the wall itself
SIZE = (1600.0, 1000.0)  # of the picture as it is drawn
AIMED = 0.82  # of the eye's height that is looked at
FIREPLACE = 1500.0  # mm of wall that a fireplace counts as
OUTDOORS = 5200.0  # mm from which pieces outdoors are seen


def viewpoint_of(room: Room, changed_rules: dict[str, float]) -> Viewpoint | None:
    """Return from where a room is seen, None where it is not measured yet."""
    if room.presented.eye is not None:
        return room.presented.eye
    return usual_viewpoint(plain_room(room), changed_rules)


@by_identity(times=1, each="room")
def usual_viewpoint(room: Room, changed_rules: dict[str, float]) -> Viewpoint | None:
    """Return the place from which most of the walls, and of what is on them, is seen at the usual angle."""
    if room.outdoors:
        wide = sum(one.width.mm if one.width is not None else 500.0 for one in room.finishes.pieces) or 2000.0
        return Viewpoint(wide * 0.35, -max(OUTDOORS, wide * 0.6), (wide / 2, 0.0))
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return None
    corners = measured.plan.corners
    head = house_rules_of(changed_rules).value("eye_height") + HEADROOM
    spots = [spot for spot in _spots(corners) if inside(corners, spot) and measured.ceiling.at(*spot) > head]
    walls = _weighed_walls(measured, changed_rules)
    best: tuple[float, Spot, Spot] | None = None
    for spot in spots:
        for aim in (middle_of(corners), *_aims(measured)):
            if math.dist(spot, aim) > NEAREST_AIM:
                seen = _seen(spot, aim, walls, corners)
                if best is None or seen > best[0] + 1e-6:
                    best = (seen, spot, aim)
    if best is None:
        x, y = middle_of(corners)
        best = (0.0, (x - 1.0, y), (x + 1000.0, y))
    _, (x, y), aim = best
    return Viewpoint(round(x, 1), round(y, 1), (round(aim[0], 1), round(aim[1], 1)), angle=USUAL_ANGLE)


def _spots(corners: Sequence[Spot]) -> Iterator[Spot]:
    """Yield where somebody could stand to see most: in the corners and before the middle of every wall."""
    count = len(corners)
    for index, (x, y) in enumerate(corners):
        (px, py), (qx, qy) = corners[index - 1], corners[(index + 1) % count]
        long = math.dist((x, y), (qx, qy)) or 1.0
        dx, dy = (qx - x) / long, (qy - y) / long
        back = math.dist((x, y), (px, py)) or 1.0
        ex, ey = (px - x) / back, (py - y) / back
        yield x + OFF_WALL * (dx + ex), y + OFF_WALL * (dy + ey)
        yield (x + qx) / 2 - OFF_WALL * dy, (y + qy) / 2 + OFF_WALL * dx
        mx, my = middle_of(corners)
        yield (x + mx) / 2, (y + my) / 2  # under slopes the corners are too low


def _aims(measured: MeasuredRoom) -> Iterator[Spot]:
    """Yield what could be looked at: the middle of every wall."""
    for side in measured.plan.sides:
        yield (side.start[0] + side.end[0]) / 2, (side.start[1] + side.end[1]) / 2


def _weighed_walls(measured: MeasuredRoom, changed_rules: dict[str, float]) -> list[tuple[Spot, float, Spot]]:
    """Return places along the walls, each with what it is worth to see it, by its length and by what is on its wall,
    and the way into the room there."""
    made = []
    for index, face in enumerate(measured.faces):
        side = measured.plan.sides[index]
        worth = (face.length + MORE * _on_it(measured, face, changed_rules)) / ALONG
        inward = (-side.outward[0], -side.outward[1])
        for step in range(ALONG):
            made.append((on_floor(side, face.length * (step + 0.5) / ALONG, 1.0), worth, inward))
    return made


def _seen(at: Spot, aim: Spot, walls: list[tuple[Spot, float, Spot]], corners: Sequence[Spot]) -> float:
    """Return what is seen from a place, by its worth: most of what is looked at straight, nothing beside the picture or
    round a corner."""
    import numpy as np

    from narrow_cornice.colour.form_factors import convex, unhidden

    far = math.dist(at, aim)
    fx, fy = (aim[0] - at[0]) / far, (aim[1] - at[1]) / far
    half = math.cos(math.radians(USUAL_ANGLE / 2))
    free = np.ones(len(walls))
    if not convex(corners):
        free = unhidden(
            np.array([at]) / 1000.0,
            np.array([spot for spot, _, _ in walls]) / 1000.0,
            [(x / 1000.0, y / 1000.0) for x, y in corners],
        )[0]
    whole = 0.0
    for ((x, y), worth, (ix, iy)), clear in zip(walls, free.tolist(), strict=True):
        away = math.hypot(x - at[0], y - at[1]) or 1.0
        dx, dy = (x - at[0]) / away, (y - at[1]) / away
        if clear and dx * fx + dy * fy > half:
            whole += worth * math.sqrt(max(0.0, -dx * ix - dy * iy)) * min(1.0, away / FAR_ENOUGH)
    return whole


def _on_it(measured: MeasuredRoom, face: WallFace, changed_rules: dict[str, float]) -> float:
    """Return how many mm of a wall have something on them: built-ins, a fireplace, pictures, a screen, a field."""
    walling = measured.room.walling
    there = sum(one.right - one.left for one in standing_before(measured.room, face, changed_rules))
    there += FIREPLACE * sum(one.opening.kind == "fireplace" for one in face.openings)
    hung = [one.wall for kept in (walling.galleries, walling.flights, walling.screens) for one in kept]
    there += 0.5 * FIREPLACE * hung.count(face.id)
    return there + 0.5 * face.length * any(one.on == "wall" and one.wall == face.id for one in walling.fields)


def eye_height(view: Viewpoint, changed_rules: dict[str, float]) -> float:
    """Return how high the eye is, in mm."""
    return view.height.mm if view.height is not None else house_rules_of(changed_rules).value("eye_height")


def aim_height(view: Viewpoint, changed_rules: dict[str, float]) -> float:
    """Return how high the place is that is looked at, in mm."""
    return view.aim.mm if view.aim is not None else AIMED * eye_height(view, changed_rules)


def eye_of(view: Viewpoint, changed_rules: dict[str, float]) -> Eye:
    """Return a viewpoint as an eye whose picture stays upright."""
    high, low = eye_height(view, changed_rules), aim_height(view, changed_rules)
    return Eye((view.x, view.y, high), (*view.to, low), view.angle, SIZE, upright=True)
