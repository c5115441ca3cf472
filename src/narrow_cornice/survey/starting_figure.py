"""Starting figures: shapes near enough to the readings for the adjustment to find the right one.

A distance says nothing of left and right, so least squares needs a beginning. First the walk: sides and corner angles
in order, unread angles taken from a guess or shared out so that the walk comes round. Where that is a bad beginning,
the corners are placed one after another where the readings to corners already placed cross, both ways where they
cross twice, and the few best shapes are kept (a beam search).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping, Sequence

import msgspec
import numpy as np

from narrow_cornice.survey.network import Adjusted, Angle, Distance, Matrix, Observation, Point, adjusted

BEAM = 24
MOST_SHAPES = 4
CHANCE = 60.0  # squares that a few readings may miss by on top of it
GOOD = 2.0  # mean squared residual over uncertainty; below it nobody looks for a better beginning


class Known(msgspec.Struct, frozen=True):
    """What is read, gathered: means of distances by pair, and of corner angles by corner."""

    count: int
    distances: dict[tuple[int, int], float]
    angles: dict[tuple[int, int, int], float]

    def distance(self, one: int, other: int) -> float | None:
        """Return the mean distance read between two corners, None where there is none."""
        return self.distances.get((min(one, other), max(one, other)))


def known_from(observations: Sequence[Observation], count: int) -> Known:
    """Return the readings gathered by what they measure, each mean weighed by its uncertainties."""
    distances: dict[tuple[int, int], list[tuple[float, float]]] = {}
    angles: dict[tuple[int, int, int], list[tuple[float, float]]] = {}
    for one in observations:
        weight = one.sigma**-2
        if isinstance(one, Distance):
            distances.setdefault((min(one.start, one.end), max(one.start, one.end)), []).append((one.value, weight))
        elif isinstance(one, Angle):
            angles.setdefault((one.at, one.first, one.last), []).append((one.value, weight))

    def mean(found: list[tuple[float, float]]) -> float:
        return sum(value * weight for value, weight in found) / sum(weight for _, weight in found)

    return Known(
        count,
        {pair: mean(found) for pair, found in distances.items()},
        {corners: mean(found) for corners, found in angles.items()},
    )


def walked(known: Known, guesses: Mapping[int, float]) -> list[Point]:
    """Return the corners of the walk round the room, with what does not close shared out along it.

    ``guesses`` are interior angles in degrees for corners whose angle was not read.
    """
    count = known.count
    read = {i: known.angles.get((i, (i + 1) % count, (i - 1) % count)) for i in range(count)}
    angles = {i: value if value is not None else guesses.get(i) for i, value in read.items()}
    unknown = [i for i, value in angles.items() if value is None]
    if unknown:
        rest = (count - 2) * 180.0 - sum(value for value in angles.values() if value is not None)
        for i in unknown:
            angles[i] = min(300.0, max(30.0, rest / len(unknown)))
    headings = [0.0]
    for i in range(1, count):
        headings.append(headings[-1] + math.pi - math.radians(angles[i] or 90.0))
    sides = [known.distance(i, (i + 1) % count) for i in range(count)]
    lengths = _unread_sides(sides, headings)
    points: list[Point] = [(0.0, 0.0)]
    for heading, length in zip(headings, lengths, strict=True):
        x, y = points[-1]
        points.append((x + length * math.cos(heading), y + length * math.sin(heading)))
    gap = points.pop()
    whole = sum(lengths) or 1.0
    shares = [share / whole for share in itertools.accumulate(lengths, initial=0.0)]
    return [(x - gap[0] * share, y - gap[1] * share) for (x, y), share in zip(points, shares, strict=False)]


def _unread_sides(sides: Sequence[float | None], headings: Sequence[float]) -> list[float]:
    """Return the lengths of all sides, unread ones such that the walk comes round as nearly as can be."""
    read = [side for side in sides if side is not None]
    unread = [i for i, side in enumerate(sides) if side is None]
    usual = sum(read) / len(read) if read else 3000.0
    lengths = [usual if side is None else side for side in sides]
    if unread:
        ways = np.array([[math.cos(heading), math.sin(heading)] for heading in headings]).T
        gap = ways @ np.array(lengths)
        change, *_ = np.linalg.lstsq(ways[:, unread], -gap, rcond=1e-9)
        for i, more in zip(unread, change, strict=True):
            lengths[i] = max(0.05 * usual, lengths[i] + float(more))
    return lengths


def area(points: Sequence[Point]) -> float:
    """Return the area inside the corners in mm², positive when they go anticlockwise."""
    return 0.5 * sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(points, (*points[1:], points[0]), strict=True))


def crossing_sides(points: Sequence[Point]) -> tuple[int, int] | None:
    """Return two sides that cross or touch and are no neighbours, by index, if there are any."""
    count = len(points)
    start = np.array(points)
    end = np.roll(start, -1, axis=0)

    def side_of(a: Matrix, b: Matrix, c: Matrix) -> Matrix:
        made: Matrix = (b[..., 0] - a[..., 0]) * (c[..., 1] - a[..., 1]) - (b[..., 1] - a[..., 1]) * (
            c[..., 0] - a[..., 0]
        )
        return made

    a, b = start[:, None, :], end[:, None, :]
    c, d = start[None, :, :], end[None, :, :]
    apart = side_of(a, b, c) * side_of(a, b, d)
    other = side_of(c, d, a) * side_of(c, d, b)
    crosses = (apart < 0) & (other < 0)
    i, j = np.nonzero(np.triu(crosses, 2))
    for one, two in zip(i.tolist(), j.tolist(), strict=True):
        if not (one == 0 and two == count - 1):
            return one, two
    return None


def _from_two(a: Point, b: Point, from_a: float, from_b: float) -> list[Point]:
    """Return the places at two distances from two points; where they do not reach, the nearest to both."""
    wide = math.dist(a, b)
    if wide < 1.0:
        return []
    along = (from_a**2 - from_b**2 + wide**2) / (2 * wide)
    up = math.sqrt(max(0.0, from_a**2 - along**2))
    ux, uy = (b[0] - a[0]) / wide, (b[1] - a[1]) / wide
    foot = (a[0] + ux * along, a[1] + uy * along)
    if up < 1.0:
        return [foot]
    return [(foot[0] - uy * up, foot[1] + ux * up), (foot[0] + uy * up, foot[1] - ux * up)]


def _rays(known: Known, placed: Mapping[int, Point], corner: int) -> list[Point]:
    """Return the places of a corner by an angle read at a placed corner, and its distance from there."""
    found: list[Point] = []
    for (at, first, last), degrees in known.angles.items():
        if at not in placed or corner not in (first, last):
            continue
        other = first if corner == last else last
        long = known.distance(at, corner)
        if other not in placed or long is None:
            continue
        x, y = placed[at]
        ox, oy = placed[other]
        turn = math.radians(degrees if corner == last else -degrees)
        heading = math.atan2(oy - y, ox - x) + turn
        found.append((x + long * math.cos(heading), y + long * math.sin(heading)))
    return found


def _misfit(observations: Sequence[Observation], placed: Mapping[int, Point], new: int) -> float:
    """Return the squares of what the readings at the newly placed corner miss, none counting more than a blunder."""
    most = 400.0
    whole = 0.0
    for one in observations:
        match one:
            case Distance(start=a, end=b) if new in (a, b) and a in placed and b in placed:
                miss = math.dist(placed[a], placed[b]) - one.value
            case Angle(at=at, first=a, last=b) if new in (at, a, b) and all(i in placed for i in (at, a, b)):
                x, y = placed[at]
                turned = math.atan2(placed[b][1] - y, placed[b][0] - x) - math.atan2(placed[a][1] - y, placed[a][0] - x)
                miss = (math.degrees(turned) - one.value + 180.0) % 360.0 - 180.0
            case _:
                continue
        whole += min(most, (miss / (5 * one.sigma)) ** 2)
    return whole


def grown(observations: Sequence[Observation], known: Known) -> list[list[Point]]:
    """Return shapes grown corner by corner from the first wall that was read, the likeliest first."""
    start = next(
        ((i, (i + 1) % known.count) for i in range(known.count) if known.distance(i, (i + 1) % known.count)),
        next(iter(known.distances), None),
    )
    if start is None:
        return []
    beam: list[tuple[float, dict[int, Point]]] = [(0.0, {start[0]: (0.0, 0.0)})]
    beam[0][1][start[1]] = (known.distance(*start) or 1.0, 0.0)
    while len(beam[0][1]) < known.count:
        made: list[tuple[float, dict[int, Point]]] = []
        there = beam[0][1]

        def ties(corner: int, there: dict[int, Point] = there) -> int:
            return sum(known.distance(corner, other) is not None for other in there)

        rest = [corner for corner in range(known.count) if corner not in there]
        corner = max(rest, key=lambda one: (ties(one) + 2 * len(_rays(known, there, one)), -one))
        for misfit, placed in beam:
            places = _rays(known, placed, corner)
            tied = [other for other in placed if known.distance(corner, other) is not None]
            # The pair that stands widest apart gives the surest crossing.
            if tied:
                anchor = placed[tied[0]]
                tied.sort(key=lambda other: -math.dist(placed[other], anchor))
            for one, other in itertools.islice(itertools.combinations(tied, 2), 3):
                places += _from_two(
                    placed[one],
                    placed[other],
                    known.distance(corner, one) or 0.0,
                    known.distance(corner, other) or 0.0,
                )
            for place in places:
                shape = {**placed, corner: place}
                made.append((misfit + _misfit(observations, shape, corner), shape))
        if not made:
            return []
        made.sort(key=lambda one: one[0])
        beam = made[:BEAM]
    shapes = []
    for _, placed in beam:
        found = [placed[i] for i in range(known.count)]
        shapes.append([(x, -y) for x, y in found] if area(found) < 0 else found)
    return shapes


def solved(observations: Sequence[Observation], count: int, guesses: Mapping[int, float] | None = None) -> Adjusted:
    """Return the network adjusted from the best starting figure that was found.

    ``guesses`` are interior angles in degrees for corners that nobody read; they steer the beginning and weigh nothing.
    """
    known = known_from(observations, count)
    first = adjusted(observations, walked(known, guesses or {}))
    if _fits(first) and (not first.determined or (area(first.points) > 0 and crossing_sides(first.points) is None)):
        return first
    if not first.determined and len(observations) < 2 * count - 3:
        return first
    best, score = first, _score(first)
    for shape in grown(observations, known)[:MOST_SHAPES]:
        tried = adjusted(observations, shape)
        worth = _score(tried)
        if worth < score:
            best, score = tried, worth
        if score[:2] == (0, 0) and _fits(best):
            break
    return best


def _fits(one: Adjusted) -> bool:
    """Return whether the readings fit, or all but one do: setting a reading aside lowers the squares by its
    standardised residual's square. A wrong shape makes many readings miss."""
    worst = max((w * w for w in one.standardised if w is not None), default=0.0)
    return one.squares - worst <= GOOD * max(1, one.degrees_of_freedom) + CHANCE


def _score(one: Adjusted) -> tuple[int, int, float]:
    wrong = int(area(one.points) <= 0) + int(crossing_sides(one.points) is not None)
    return (
        one.free,
        wrong,
        sum(min(16.0, (v / obs.sigma) ** 2) for v, obs in zip(one.residuals, one.observations, strict=True)),
    )
