"""Where each wall of an unfolded room goes.

A wall is hinged outward from its edge of the plan. A wall that would lie over the room or over another wall is set
aside: turned to stand like itself or like one of its neighbours, and moved sideways or outward to the nearest free
place that makes the sheet grow least, with a leader back to its edge. Long walls are placed first, so that it is the
cheeks of breasts and alcoves that move.
"""

from __future__ import annotations

from collections.abc import Sequence

import msgspec

from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Point
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.plan import Plan
from narrow_cornice.takeoff.surfaces import plan_rectangles

GAP = 160.0  # mm of paper between walls that were set aside and what they keep clear of


class Placed(msgspec.Struct, frozen=True):
    """One wall on the sheet (plan coordinates, y up): its frame, its box, and its leader where it was set aside."""

    index: int
    frame: Frame
    box: Rect
    leader: tuple[Point, Point] | None


def _box(frame: Frame, length: float, height: float) -> Rect:
    corners = frame.quad(Rect(0.0, 0.0, length, height))
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    return Rect(min(xs), min(ys), max(xs), max(ys))


def _hits(box: Rect, others: Sequence[Rect], gap: float) -> bool:
    near = gap - 1e-6
    left, low, right, high = box.u0 - near, box.v0 - near, box.u1 + near, box.v1 + near
    return any(left < u1 and u0 < right and low < v1 and v0 < high for u0, v0, u1, v1 in others)


def _standing(corner: Point, v: Point) -> Frame:
    """Return a frame that stands on ``corner`` with its top towards ``v``, left and right as seen from inside."""
    return Frame(corner, (v[1], -v[0]), v)


def unfolded_walls(plan: Plan, height: float) -> tuple[Placed, ...]:
    """Return every wall's place, in the order of the plan; no two boxes overlap, and none overlaps the plan."""
    rooms = plan_rectangles(plan.corners)
    taken: list[Rect] = list(rooms)
    count = len(plan.sides)
    placed: dict[int, Placed] = {}
    for index in sorted(range(count), key=lambda i: (-round(plan.sides[i].length.value, 3), i)):
        side = plan.sides[index]
        length = side.length.value
        own = _standing(side.end, side.outward)
        box = _box(own, length, height)
        if not _hits(box, taken, 0.0):
            placed[index] = Placed(index, own, box, None)
            taken.append(box)
            continue
        ways = {side.outward, plan.sides[index - 1].outward, plan.sides[(index + 1) % count].outward}
        whole = _around(taken)
        paper = whole.area
        middle = ((side.start[0] + side.end[0]) / 2, (side.start[1] + side.end[1]) / 2)
        moves: list[tuple[float, float, float, int]] = []
        homes: list[tuple[Frame, Rect]] = []
        for way in sorted(ways):
            # It stands on whichever of its corners lies further out; the other would put its foot into the room.
            out = [corner[0] * way[0] + corner[1] * way[1] for corner in (side.end, side.start)]
            outer = side.end if out[0] >= out[1] else side.start
            start = _standing(outer, way)
            home = _box(start, length, height)
            foot = start.at(length / 2, 0.0)
            off = (foot[0] - middle[0], foot[1] - middle[1])
            moves += [(abs(off[0] + x) + abs(off[1] + y), x, y, len(homes)) for x, y in _steps(start, home, taken)]
            homes.append((start, home))
        best: tuple[float, Frame, Rect] | None = None
        for far, x, y, which in sorted(moves):
            if best is not None and far >= best[0]:
                break  # the leader alone is worse than what was found, and so is every longer one
            start, home = homes[which]
            box = Rect(home.u0 + x, home.v0 + y, home.u1 + x, home.v1 + y)
            wide = max(whole.u1, box.u1) - min(whole.u0, box.u0)
            deep = max(whole.v1, box.v1) - min(whole.v0, box.v0)
            # A square metre of new paper weighs as much as a metre and a half of leader.
            score = (wide * deep - paper) / 1e6 * 1500 + far
            if (best is None or score < best[0]) and not _hits(box, taken, GAP):
                best = (score, Frame((start.origin[0] + x, start.origin[1] + y), start.u, start.v), box)
        assert best is not None  # beyond everything that is taken there is always a free place
        _, frame, box = best
        placed[index] = Placed(index, frame, box, (middle, frame.at(length / 2, 0.0)))
        taken.append(box)
    return tuple(placed[index] for index in range(count))


def _around(boxes: Sequence[Rect]) -> Rect:
    return Rect(
        min(box.u0 for box in boxes),
        min(box.v0 for box in boxes),
        max(box.u1 for box in boxes),
        max(box.v1 for box in boxes),
    )


def _steps(frame: Frame, box: Rect, taken: Sequence[Rect]) -> list[Point]:
    """Return the ways to move a face so that it just clears each box that is taken: outward, or sideways."""
    clear = (frame.v[0] * GAP, frame.v[1] * GAP)  # clears the walls whose edge this one would stand on
    steps: list[Point] = []
    for other in taken:
        right, left = other.u1 + GAP - box.u0, other.u0 - GAP - box.u1
        up, down = other.v1 + GAP - box.v0, other.v0 - GAP - box.v1
        if frame.v[0] == 0:
            out = up if frame.v[1] > 0 else down
            steps += [(right, clear[1]), (left, clear[1])]
            if out * frame.v[1] > 0:
                steps.append((0.0, out))
        else:
            out = right if frame.v[0] > 0 else left
            steps += [(clear[0], up), (clear[0], down)]
            if out * frame.v[0] > 0:
                steps.append((out, 0.0))
    return list(dict.fromkeys(steps))
