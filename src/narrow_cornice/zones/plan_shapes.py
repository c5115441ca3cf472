"""Outlines on a plan, in mm: pieces that stand at an angle, how far one is from another, what lies inside what.

A piece that is not turned has its front towards +y and its width along x; it is turned anticlockwise about its middle.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import NamedTuple

Point = tuple[float, float]
Outline = tuple[Point, ...]
TOUCH = 2.0  # mm by which outlines may run into one another and still only touch


@lru_cache(maxsize=512)  # asked for again and again while one of many pieces is dragged
def _corners_of(foot: Footprint) -> Outline:
    w, d = foot.width / 2.0, foot.depth / 2.0
    return tuple(foot.at(u, v) for u, v in ((w, -d), (w, d), (-w, d), (-w, -d)))


class Footprint(NamedTuple):
    """Where a piece stands: the middle of it, its width along its front and its depth, and by how many degrees it is
    turned."""

    x: float
    y: float
    width: float
    depth: float
    turn: float = 0.0

    @property
    def corners(self) -> Outline:
        """Return its corners anticlockwise, from the left one at its back."""
        return _corners_of(self)

    def at(self, u: float, v: float) -> Point:
        """Return the place so far to the right of its middle and so far forward of it, in the plan."""
        cos, sin = math.cos(math.radians(self.turn)), math.sin(math.radians(self.turn))
        return self.x + u * cos - v * sin, self.y + u * sin + v * cos

    def own(self, points: Iterable[Point]) -> list[Point]:
        """Return places of the plan as the piece has them: to the right of its middle, and forward of it."""
        cos, sin = math.cos(math.radians(self.turn)), math.sin(math.radians(self.turn))
        mx, my = self.x, self.y
        return [((x - mx) * cos + (y - my) * sin, (y - my) * cos - (x - mx) * sin) for x, y in points]


def edges(outline: Sequence[Point]) -> Iterable[tuple[Point, Point]]:
    """Return the edges of an outline, one after the other."""
    return itertools.pairwise([*outline, outline[0]]) if outline else ()


def area_of(outline: Sequence[Point]) -> float:
    """Return the area of an outline in mm², negative of one that runs clockwise."""
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in edges(outline)) / 2.0


def middle_of(outline: Sequence[Point]) -> Point:
    """Return the middle of the area of an outline."""
    area = area_of(outline)
    if abs(area) < 1e-9:
        return outline[0]
    x = sum((a[0] + b[0]) * (a[0] * b[1] - b[0] * a[1]) for a, b in edges(outline)) / (6.0 * area)
    y = sum((a[1] + b[1]) * (a[0] * b[1] - b[0] * a[1]) for a, b in edges(outline)) / (6.0 * area)
    return x, y


def inside(outline: Sequence[Point], point: Point) -> bool:
    """Return whether a point lies in an outline (crossings of a ray)."""
    x, y = point
    found = False
    for (ax, ay), (bx, by) in edges(outline):
        if (ay > y) != (by > y) and x < ax + (bx - ax) * (y - ay) / (by - ay):
            found = not found
    return found


def to_segment(point: Point, a: Point, b: Point) -> float:
    """Return how far a point is from a line between two others."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    square = dx * dx + dy * dy
    share = 0.0 if square == 0 else ((point[0] - a[0]) * dx + (point[1] - a[1]) * dy) / square
    share = min(1.0, max(0.0, share))
    return math.hypot(point[0] - a[0] - dx * share, point[1] - a[1] - dy * share)


def into(one: Outline, other: Outline) -> float:
    """Return by how many mm two outlines that bulge nowhere inwards run into one another, 0 where they do not: the
    least that one would have to be moved (separating axes)."""
    if _lie_apart(one, other):
        return 0.0
    least = math.inf
    for outline in (one, other):
        for a, b in edges(outline):
            long = math.dist(a, b)
            if long < 1e-9:
                continue
            nx, ny = (b[1] - a[1]) / long, -(b[0] - a[0]) / long
            mine = [x * nx + y * ny for x, y in one]
            theirs = [x * nx + y * ny for x, y in other]
            deep = min(max(mine) - min(theirs), max(theirs) - min(mine))
            if deep <= 0.0:
                return 0.0
            least = min(least, deep)
    return 0.0 if least is math.inf else least


@lru_cache(maxsize=1024)
def _upright_box(outline: Outline) -> tuple[float, float, float, float]:
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    return min(xs), min(ys), max(xs), max(ys)


def _lie_apart(one: Outline, other: Outline) -> bool:
    """Return whether the upright boxes round two outlines do not meet: of all pairs in a room, nearly every one."""
    left, low, right, high = _upright_box(one)
    its_left, its_low, its_right, its_high = _upright_box(other)
    return right <= its_left or its_right <= left or high <= its_low or its_high <= low


def out_of(room: Sequence[Point], outline: Sequence[Point]) -> float:
    """Return by how many mm an outline reaches out of a room, 0 where it lies in it."""
    most = 0.0
    for point in outline:
        if not inside(room, point):
            most = max(most, min(to_segment(point, a, b) for a, b in edges(room)))
    for corner in room:  # a corner of the room that turns in, within the outline
        if inside(outline, corner):
            most = max(most, min(to_segment(corner, a, b) for a, b in edges(outline)))
    return most


def clipped(outline: Sequence[Point], left: float, low: float, right: float, high: float) -> list[Point]:
    """Return an outline clipped to a box, edge after edge (Sutherland and Hodgman 1974)."""
    us, vs = [u for u, _ in outline], [v for _, v in outline]
    if not us or max(us) < left or min(us) > right or max(vs) < low or min(vs) > high:
        return []
    made = list(outline)
    for axis, bound, sign in ((0, left, 1.0), (0, right, -1.0), (1, low, 1.0), (1, high, -1.0)):
        kept: list[Point] = []
        for a, b in edges(made):
            p, q = (a[axis] - bound) * sign, (b[axis] - bound) * sign
            if p >= 0:
                kept.append(a)
            if (p < 0) != (q < 0):
                share = p / (p - q)
                kept.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share))
        made = kept
        if not made:
            break
    return made


def within_box(a: Point, b: Point, left: float, low: float, right: float, high: float) -> tuple[Point, Point] | None:
    """Return what of a line lies in a box, None for nothing (Liang and Barsky 1984)."""
    begin, end = 0.0, 1.0
    dx, dy = b[0] - a[0], b[1] - a[1]
    for step, room in ((-dx, a[0] - left), (dx, right - a[0]), (-dy, a[1] - low), (dy, high - a[1])):
        if abs(step) < 1e-12:
            if room < 0:
                return None
            continue
        at = room / step
        if step < 0:
            begin = max(begin, at)
        else:
            end = min(end, at)
        if begin > end:
            return None
    return (a[0] + dx * begin, a[1] + dy * begin), (a[0] + dx * end, a[1] + dy * end)


def box_round(points: Iterable[Point], turn: float = 0.0) -> Footprint:
    """Return the box round points that is turned by some degrees, as where a piece would stand."""
    frame = Footprint(0.0, 0.0, 0.0, 0.0, turn)
    own = frame.own(points)
    left, right = min(u for u, _ in own), max(u for u, _ in own)
    low, high = min(v for _, v in own), max(v for _, v in own)
    x, y = frame.at((left + right) / 2.0, (low + high) / 2.0)
    return Footprint(x, y, right - left, high - low, turn)
