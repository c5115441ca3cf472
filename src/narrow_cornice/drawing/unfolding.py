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
import numpy as np
from numpy.typing import NDArray

from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Point
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.triangles import convex_parts

GAP = 160.0  # mm of paper between walls that were set aside and what they keep clear of
TOUCHING = 1e-3  # mm that outlines may reach into one another and still only touch
Numbers = NDArray[np.float64]


class Footprint:
    """A convex outline with its box, and its reach along the normal of each of its edges."""

    __slots__ = ("box", "points", "sides")

    def __init__(self, points: Sequence[Point]) -> None:
        self.points = tuple(points)
        xs, ys = [x for x, _ in points], [y for _, y in points]
        self.box = Rect(min(xs), min(ys), max(xs), max(ys))
        sides: list[tuple[float, float, float, float]] = []
        for (x0, y0), (x1, y1) in zip(self.points, (*self.points[1:], self.points[0]), strict=True):
            long = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5
            if long > 1e-9:
                normal = ((y1 - y0) / long, (x0 - x1) / long)
                sides.append((*normal, *self.along(normal)))
        self.sides = tuple(sides)

    def along(self, way: Point) -> tuple[float, float]:
        """Return the least and the most reach of the outline along a way."""
        wx, wy = way
        reach = [x * wx + y * wy for x, y in self.points]
        return min(reach), max(reach)


class Crowd:
    """The outlines that are taken, in tables, so that all of them are asked at once."""

    def __init__(self, most: int, corners: int) -> None:
        """Begin with none; there may come to be ``most`` of at most so many corners each."""
        self._count = 0
        self._corners = np.zeros((2, most, corners))
        self._sides = np.zeros((4, most, corners))
        self.box = Rect(math.inf, math.inf, -math.inf, -math.inf)

    def add(self, outline: Footprint) -> None:
        """Take another place."""
        for table, rows in ((self._corners, outline.points), (self._sides, outline.sides)):
            # What stands there more than once says nothing new.
            table[:, self._count] = np.array((*rows, *[rows[-1]] * (table.shape[2] - len(rows)))).T
        self._count += 1
        box, other = self.box, outline.box
        self.box = Rect(min(box.u0, other.u0), min(box.v0, other.v0), max(box.u1, other.u1), max(box.v1, other.v1))

    def along(self, way: Point) -> tuple[Numbers, Numbers]:
        """Return the least and the most reach of every outline along a way."""
        xs, ys = self._corners[:, : self._count]
        reach = xs * way[0] + ys * way[1]
        return reach.min(axis=1), reach.max(axis=1)

    @property
    def sides(self) -> Numbers:
        """The normal, the least and the most reach of each side of each outline, shape (4, outlines, sides)."""
        return self._sides[:, : self._count]


class Face:
    """A wall's face that looks for its place among the outlines that are taken.

    What parts it from an outline depends on where it is moved to only by a shift along each normal. So how far they
    reach along the normals is reckoned once, and all places it is tried at are compared by that.
    """

    def __init__(self, frame: Frame, length: float, height: float, crowd: Crowd) -> None:
        self.frame = frame
        self.quad = _face(frame, length, height)
        self.outline = Footprint(self.quad)
        self._crowd = crowd
        up = frame.v
        self._ways = aside, _ = (up[1], -up[0]), up
        self._theirs = *crowd.along(aside), *crowd.along(up)

    def steps(self, edge: float) -> tuple[Numbers, Numbers]:
        """Return the moves, along x and along y, that make the face just clear each outline that is taken: outward, or
        sideways."""
        (ux, uy), (vx, vy) = self._ways
        foot_u = self.frame.origin[0] * ux + self.frame.origin[1] * uy
        foot_v = self.frame.origin[0] * vx + self.frame.origin[1] * vy
        lefts, rights, _, tops = self._theirs
        # Sideways it also clears the walls whose edge it would stand on.
        aside = np.concatenate((rights + GAP - foot_u, lefts - GAP - foot_u - edge))
        out = tops + GAP - foot_v
        out = out[out > 0]
        return (
            np.concatenate((ux * aside + vx * GAP, vx * out)),
            np.concatenate((uy * aside + vy * GAP, vy * out)),
        )

    def blocked(self, x: Numbers, y: Numbers, gap: float) -> NDArray[np.bool_]:
        """Return for each move whether the face then overlaps any outline, or keeps less than ``gap`` from it."""
        near = gap - TOUCHING
        (ux, uy), (vx, vy) = self._ways
        (left, right), (low, high) = self.outline.along((ux, uy)), self.outline.along((vx, vy))
        lefts, rights, lows, highs = self._theirs
        aside, out = (x * ux + y * uy)[:, None], (x * vx + y * vy)[:, None]
        apart = (aside >= rights + (near - left)) | (aside <= lefts - (near + right))
        apart |= (out >= highs + (near - low)) | (out <= lows - (near + high))
        moves, others = np.nonzero(~apart)  # those that only a line along one of the other's edges may part
        nx, ny, least, most = self._crowd.sides
        mine = [nx * px + ny * py for px, py in self.quad]
        before, beyond = least - near - np.maximum.reduce(mine), most + near - np.minimum.reduce(mine)
        off = nx[others] * x[moves, None] + ny[others] * y[moves, None]
        parted = (off <= before[others]) | (off >= beyond[others])
        made = np.zeros(len(x), dtype=np.bool_)
        made[moves[~parted.any(axis=1)]] = True
        return made


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
    parts = convex_parts(corners)
    crowd = Crowd(len(parts) + len(corners), max(4, *map(len, parts)))
    for part in parts:
        crowd.add(Footprint([corners[i] for i in part]))
    count = len(corners)
    outward = [outward_of(corners, index) for index in range(count)]
    placed: dict[int, UnfoldedWall] = {}
    for index in sorted(range(count), key=lambda i: (-round(lengths[i], 3), i)):
        ends = corners[index], corners[(index + 1) % count]
        fit = math.dist(*ends) / lengths[index]
        own = Face(_standing(ends[1], outward[index], fit), lengths[index], heights[index], crowd)
        if not own.blocked(np.zeros(1), np.zeros(1), 0.0)[0]:
            placed[index] = UnfoldedWall(index, own.frame, own.quad, None)
            crowd.add(own.outline)
            continue
        ways = {outward[index], outward[index - 1], outward[(index + 1) % count]}
        frame = _nearest_free(ends, sorted(ways), lengths[index], heights[index], crowd)
        quad, middle = _face(frame, lengths[index], heights[index]), _middle(ends)
        placed[index] = UnfoldedWall(index, frame, quad, (middle, frame.at(lengths[index] / 2, 0.0)))
        crowd.add(Footprint(quad))
    return tuple(placed[index] for index in range(count))


def _middle(ends: tuple[Point, Point]) -> Point:
    (x0, y0), (x1, y1) = ends
    return (x0 + x1) / 2, (y0 + y1) / 2


def _nearest_free(
    ends: tuple[Point, Point], ways: Sequence[Point], length: float, height: float, crowd: Crowd
) -> Frame:
    """Return where a wall that is set aside stands, with its top in one of the ``ways``: the place that makes the
    sheet grow least for the length of its leader."""
    edge, middle = math.dist(*ends), _middle(ends)
    whole = crowd.box
    found: list[tuple[float, float, float, float, int]] = []
    homes: list[Face] = []
    for way in ways:
        # It stands on whichever of its corners lies further out; the other would put its foot into the room.
        start_out, end_out = (corner[0] * way[0] + corner[1] * way[1] for corner in ends)
        start = _standing(ends[1] if end_out >= start_out else ends[0], way, edge / length)
        home = Face(start, length, height, crowd)
        x, y = home.steps(edge)
        free = ~home.blocked(x, y, GAP)
        x, y = x[free], y[free]
        foot, box = start.at(length / 2, 0.0), home.outline.box
        far = np.abs(foot[0] - middle[0] + x) + np.abs(foot[1] - middle[1] + y)
        wide = np.maximum(whole.u1, box.u1 + x) - np.minimum(whole.u0, box.u0 + x)
        deep = np.maximum(whole.v1, box.v1 + y) - np.minimum(whole.v0, box.v0 + y)
        # A square metre of new paper weighs as much as a metre and a half of leader.
        score = (wide * deep - whole.area) / 1e6 * 1500 + far
        if len(x):
            best = np.lexsort((y, x, far, score))[0]
            found.append((float(score[best]), float(far[best]), float(x[best]), float(y[best]), len(homes)))
        homes.append(home)
    assert found  # beyond everything that is taken there is always a free place
    _, _, aside, out, which = min(found)
    at = homes[which].frame
    return Frame((at.origin[0] + aside, at.origin[1] + out), at.u, at.v)
