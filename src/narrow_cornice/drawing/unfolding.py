"""Where each wall of an unfolded room goes.

A wall is hinged outward from its edge of the plan. A wall that would lie over the room or over another wall is set
aside: turned to stand like itself or like one of its neighbours, and moved sideways or outward to the nearest free
place that makes the sheet grow least, with a leader back to its edge. Long walls are placed first, so that it is the
cheeks of breasts and alcoves that move. Corners may have any angle, so places are compared as convex outlines:
two are apart where a line along one of their edges parts them (separating axis theorem).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import msgspec

from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Point
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.triangles import triangles

GAP = 160.0  # mm of paper between walls that were set aside and what they keep clear of
TOUCHING = 1e-3  # mm that outlines may reach into one another and still only touch


class Footprint:
    """A convex outline with its box, the normals of its edges, and its reach along each of them."""

    __slots__ = ("box", "normals", "points", "spans")

    def __init__(self, points: Sequence[Point]) -> None:
        self.points = tuple(points)
        xs, ys = [x for x, _ in points], [y for _, y in points]
        self.box = Rect(min(xs), min(ys), max(xs), max(ys))
        normals: list[Point] = []
        for (x0, y0), (x1, y1) in zip(self.points, (*self.points[1:], self.points[0]), strict=True):
            long = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5
            if long > 1e-9:
                normals.append(((y1 - y0) / long, (x0 - x1) / long))
        self.normals = tuple(normals)
        self.spans = tuple(self.along(normal) for normal in normals)

    def along(self, way: Point) -> tuple[float, float]:
        """Return the least and the most reach of the outline along a way."""
        wx, wy = way
        reach = [x * wx + y * wy for x, y in self.points]
        return min(reach), max(reach)

    def moved(self, x: float, y: float) -> Footprint:
        """Return the outline somewhere else; what is known of its shape goes along."""
        made = Footprint.__new__(Footprint)
        made.points = tuple([(px + x, py + y) for px, py in self.points])
        box = self.box
        made.box = Rect(box.u0 + x, box.v0 + y, box.u1 + x, box.v1 + y)
        made.normals = self.normals
        shifts = [nx * x + ny * y for nx, ny in self.normals]
        made.spans = tuple([(low + d, high + d) for (low, high), d in zip(self.spans, shifts, strict=True)])
        return made

    def hits(self, other: Footprint, gap: float) -> bool:
        """Return whether the outlines overlap, or keep less than ``gap`` between them."""
        near = gap - TOUCHING
        mine, theirs = self.box, other.box
        if (
            mine.u0 - near >= theirs.u1
            or theirs.u0 - near >= mine.u1
            or mine.v0 - near >= theirs.v1
            or theirs.v0 - near >= mine.v1
        ):
            return False
        for one, another in ((self, other), (other, self)):
            for normal, (low, high) in zip(one.normals, one.spans, strict=True):
                least, most = another.along(normal)
                if low - near >= most or least - near >= high:
                    return False
        return True


class Crowd:
    """The outlines that are taken; what stood in the way last is asked first, since it mostly does again."""

    def __init__(self, outlines: Sequence[Footprint]) -> None:
        self.outlines = list(outlines)

    def blocks(self, outline: Footprint, gap: float) -> bool:
        """Return whether any outline stands in the way of another."""
        for place, one in enumerate(self.outlines):
            if outline.hits(one, gap):
                if place:
                    self.outlines.insert(0, self.outlines.pop(place))
                return True
        return False


class UnfoldedWall(msgspec.Struct, frozen=True):
    """One wall on the sheet (plan coordinates, y up): its frame, its outline, and its leader where it was set aside."""

    index: int
    frame: Frame
    quad: tuple[Point, Point, Point, Point]
    leader: tuple[Point, Point] | None


def _face(frame: Frame, length: float, height: float) -> tuple[Point, Point, Point, Point]:
    return frame.quad(Rect(0.0, 0.0, length, height))


def _standing(corner: Point, v: Point, fit: float) -> Frame:
    """Return a frame that stands on ``corner`` with its top towards ``v``, left and right as seen from inside.

    ``fit`` is what the face's own length takes of its edge on the drawing.
    """
    return Frame(corner, (v[1] * fit, -v[0] * fit), v)


def outward_of(corners: Sequence[Point], index: int) -> Point:
    """Return the unit normal out of the room of an edge."""
    (x0, y0), (x1, y1) = corners[index], corners[(index + 1) % len(corners)]
    long = max(1e-9, math.dist((x0, y0), (x1, y1)))
    return ((y1 - y0) / long, (x0 - x1) / long)


def unfolded_walls(
    corners: Sequence[Point], lengths: Sequence[float], heights: Sequence[float]
) -> tuple[UnfoldedWall, ...]:
    """Return every wall's place, in the order of the corners, given how long each is and how tall it is drawn.

    No two walls overlap, and none overlaps the plan.
    """
    taken = [Footprint([corners[i] for i in triangle]) for triangle in triangles(corners)]
    crowd = Crowd(taken)
    count = len(corners)
    outward = [outward_of(corners, index) for index in range(count)]
    placed: dict[int, UnfoldedWall] = {}
    for index in sorted(range(count), key=lambda i: (-round(lengths[i], 3), i)):
        side_start, side_end = corners[index], corners[(index + 1) % count]
        length, height = lengths[index], heights[index]
        edge = math.dist(side_start, side_end)
        fit = edge / length
        own = _standing(side_end, outward[index], fit)
        quad = _face(own, length, height)
        outline = Footprint(quad)
        if not crowd.blocks(outline, 0.0):
            placed[index] = UnfoldedWall(index, own, quad, None)
            taken.append(outline)
            crowd.outlines.append(outline)
            continue
        ways = {outward[index], outward[index - 1], outward[(index + 1) % count]}
        whole = _around(taken)
        paper = whole.area
        middle = ((side_start[0] + side_end[0]) / 2, (side_start[1] + side_end[1]) / 2)
        moves: list[tuple[float, float, float, int]] = []
        homes: list[tuple[Frame, Footprint]] = []
        for way in sorted(ways):
            # It stands on whichever of its corners lies further out; the other would put its foot into the room.
            out = [corner[0] * way[0] + corner[1] * way[1] for corner in (side_end, side_start)]
            outer = side_end if out[0] >= out[1] else side_start
            start = _standing(outer, way, fit)
            foot = start.at(length / 2, 0.0)
            off = (foot[0] - middle[0], foot[1] - middle[1])
            moves += [(abs(off[0] + x) + abs(off[1] + y), x, y, len(homes)) for x, y in _steps(start, edge, taken)]
            homes.append((start, Footprint(_face(start, length, height))))
        best: tuple[float, Frame, Footprint] | None = None
        for far, x, y, which in sorted(moves):
            if best is not None and far >= best[0]:
                break  # the leader alone is worse than what was found, and so is every longer one
            start, home = homes[which]
            box = home.box
            wide = max(whole.u1, box.u1 + x) - min(whole.u0, box.u0 + x)
            deep = max(whole.v1, box.v1 + y) - min(whole.v0, box.v0 + y)
            # A square metre of new paper weighs as much as a metre and a half of leader.
            score = (wide * deep - paper) / 1e6 * 1500 + far
            if best is not None and score >= best[0]:
                continue
            there = home.moved(x, y)
            if not crowd.blocks(there, GAP):
                best = (score, Frame((start.origin[0] + x, start.origin[1] + y), start.u, start.v), there)
        assert best is not None  # beyond everything that is taken there is always a free place
        _, frame, outline = best
        placed[index] = UnfoldedWall(index, frame, _face(frame, length, height), (middle, frame.at(length / 2, 0.0)))
        taken.append(outline)
        crowd.outlines.append(outline)
    return tuple(placed[index] for index in range(count))


def _around(outlines: Sequence[Footprint]) -> Rect:
    boxes = [one.box for one in outlines]
    return Rect(
        min(box.u0 for box in boxes),
        min(box.v0 for box in boxes),
        max(box.u1 for box in boxes),
        max(box.v1 for box in boxes),
    )


def _steps(frame: Frame, edge: float, taken: Sequence[Footprint]) -> list[Point]:
    """Return the ways to move a face so that it just clears each outline that is taken: outward, or sideways."""
    vx, vy = frame.v
    ux, uy = vy, -vx
    foot_u = frame.origin[0] * ux + frame.origin[1] * uy
    foot_v = frame.origin[0] * vx + frame.origin[1] * vy
    steps: list[Point] = []
    for other in taken:
        left, right = other.along((ux, uy))
        _, top = other.along(frame.v)
        # Sideways it also clears the walls whose edge it would stand on.
        for aside in (right + GAP - foot_u, left - GAP - foot_u - edge):
            steps.append((ux * aside + vx * GAP, uy * aside + vy * GAP))
        out = top + GAP - foot_v
        if out > 0:
            steps.append((vx * out, vy * out))
    return list(dict.fromkeys(steps))
