"""The strips of ceiling under the runs of a cornice: whether they meet where the room is narrow, what they cover."""

from __future__ import annotations

import itertools
import math
from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.features.region import Region
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import Plan, on_floor
from narrow_cornice.trim.runs import Run

TURNS = ("inside", "outside")


class CorniceStrip(NamedTuple):
    """A run of cornice over the plan: along which wall, from where to where, how far out; and of the corners it reaches
    at its left and its right the cotangents of half their angles, nought where it stops before one."""

    wall: int
    start: float
    end: float
    out: float
    corners: tuple[float, float]

    def ring(self, plan: Plan) -> tuple[Point, ...]:
        """Return the strip on the plan: as long off the wall as on it, longer round an outside corner."""
        left, right = (min(0.0, cot) * self.out for cot in self.corners)
        side = plan.sides[self.wall]
        places = ((self.start, 0.0), (self.end, 0.0), (self.end - right, self.out), (self.start + left, self.out))
        return tuple(on_floor(side, *place) for place in places)


def cornice_strips(plan: Plan, runs: Sequence[tuple[int, Run, float]]) -> list[CorniceStrip]:
    """Return the strips of runs, each with the wall of the plan it is along and how far it comes out.

    Seen from inside the right end of a wall is where the walk comes to it. In an inside corner two runs share what lies
    there; one that comes to it alone has it all.
    """
    count = len(plan.angles)
    ends = [
        [(run.left, (wall + 1) % count), (run.right, wall)]  # which corner each end of it is at
        for wall, run, _ in runs
    ]
    reached = Counter(corner for each in ends for end, corner in each if end in TURNS)
    made = []
    for (wall, run, out), each in zip(runs, ends, strict=True):
        left, right = (
            1.0 / math.tan(math.radians(plan.angles[corner]) / 2.0)
            if end == "outside" or (end == "inside" and reached[corner] > 1)
            else 0.0
            for end, corner in each
        )
        made.append(CorniceStrip(wall, run.start, run.end, out, (left, right)))
    return made


def meets_itself(plan: Plan, strips: Sequence[CorniceStrip]) -> bool:
    """Return whether strips meet but in the corners they share: one is shorter than its own corners take, or two that
    share none lie nearer to one another than they come out; or whether those that share a corner come out unlike."""
    if any(max(one.corners[0], 0.0) + max(one.corners[1], 0.0) > (one.end - one.start) / one.out for one in strips):
        return True
    count = len(plan.sides)
    for one, other in itertools.combinations(strips, 2):
        if (one.wall - other.wall) % count in (0, 1, count - 1):
            if one.wall != other.wall and abs(one.out - other.out) > 1e-6:
                return True
            continue
        mine, others = plan.sides[one.wall], plan.sides[other.wall]
        if _apart((mine.start, mine.end), (others.start, others.end)) < one.out + other.out:
            return True
    return False


def _apart(one: tuple[Point, Point], other: tuple[Point, Point]) -> float:
    """Return the least distance between two stretches of the plan that do not cross: at an end of one of them."""
    pairs = [(end, other) for end in one] + [(end, one) for end in other]
    return min(_from_stretch(point, *stretch) for point, stretch in pairs)


def _from_stretch(point: Point, start: Point, end: Point) -> float:
    dx, dy = end[0] - start[0], end[1] - start[1]
    long = dx * dx + dy * dy
    share = 0.0 if long <= 0 else ((point[0] - start[0]) * dx + (point[1] - start[1]) * dy) / long
    share = min(1.0, max(0.0, share))
    return math.dist(point, (start[0] + share * dx, start[1] + share * dy))


def covered_together(
    plan: Plan,
    strips: Sequence[CorniceStrip],
    footprints: Sequence[tuple[Point, ...]] = (),
    regions: Sequence[Region] = (),
) -> float:
    """Return how many mm² of the plan lie under at least one strip of a cornice, one of the footprints of what reaches
    up to the ceiling or stands on the floor, or one of the regions that fields cover."""
    import shapely  # a quarter of a second that a room wide enough need not wait for

    room = shapely.Polygon(plan.corners)
    rings = [shapely.Polygon(one.ring(plan)) for one in strips if one.end > one.start]
    rings += [shapely.Polygon(one) for one in footprints]
    covers = [*rings, *(region.shape for region in regions)]
    return float(shapely.union_all(covers).intersection(room).area) if covers else 0.0
