"""The survey of a plan as a network of readings, adjusted by weighted least squares.

Unknown are the corner coordinates, in mm, corners anticlockwise seen from above; the first corner is the origin and
the second lies on the +x axis. Readings are distances between corners (sides and diagonals), angles at a corner
between two others, offsets of a corner from the line through two others, and widths from a place on one side to
the line of another, each with a standard uncertainty.
The sum of squared residuals, each divided by its uncertainty, is made least by Gauss–Newton steps with an analytic
Jacobian (Mikhail & Gracie, *Analysis and Adjustment of Survey Measurements*, observation equations); where full steps
do not settle, SciPy's trust region method takes over. Standardised residuals and redundancy numbers are Baarda's
(*A Testing Procedure for Use in Geodetic Networks*, 1968).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import msgspec
import numpy as np
from numpy.typing import NDArray

Point = tuple[float, float]
Vector = NDArray[np.float64]
Matrix = NDArray[np.float64]

RANK_SHARE = 1e-11  # a way to move the corners that is looser than this share of the firmest one is free
HOPELESS = 100.0  # mean squares above this: the readings contradict one another, and no method mends that
SETTLED = 1e-7  # mm: corrections smaller than this change nothing
MOST_STEPS = 60
GAINING = 1e-9  # a step that lowers the squares by a smaller share than this has nothing left to gain
UNCONTROLLED = 1e-4  # redundancy numbers below this: no other reading says anything about this one


class Distance(msgspec.Struct, frozen=True):
    """The distance in mm between two corners (by index): a side or a diagonal."""

    start: int
    end: int
    value: float
    sigma: float


class Angle(msgspec.Struct, frozen=True):
    """The angle in degrees at a corner, inside the room, between two others.

    Seen from the corner, ``first`` comes earlier in the walk that goes on from it than ``last``; of a corner of the
    room these are the next corner and the one before.
    """

    at: int
    first: int
    last: int
    value: float
    sigma: float


class Offset(msgspec.Struct, frozen=True):
    """The distance in mm of a corner from the line through two others, positive to the left of start → end."""

    of: int
    start: int
    end: int
    value: float
    sigma: float


class Width(msgspec.Struct, frozen=True):
    """The shortest distance in mm from a place on one side to the line of another, positive inside the room.

    The place is ``along`` mm from the end of the side start → end (its left end as seen from inside); ``far_start`` →
    ``far_end`` is the other side.
    """

    start: int
    end: int
    far_start: int
    far_end: int
    along: float
    value: float
    sigma: float


Observation = Distance | Angle | Offset | Width


def interior_angle(at: int, one: int, other: int, count: int, value: float, sigma: float) -> Angle:
    """Return an angle inside the room between two corners, given in either order."""
    first, last = sorted((one, other), key=lambda corner: (corner - at) % count)
    return Angle(at, first, last, value, sigma)


class Adjusted(msgspec.Struct, frozen=True, eq=False):
    """A network after adjustment.

    ``points`` are the corners in mm; ``values`` the adjusted readings in their own units and ``residuals`` adjusted
    less read; ``standardised`` the residuals over their own standard deviation, None where no other reading controls
    it; ``redundancy`` how much of an error in each reading would show in its residual (0 … 1);
    ``covariance`` is that of the coordinates (x0, y0, x1, y1 …) in mm²; ``free`` is how many ways to move the corners
    the readings leave open: more than nought means that the shape is not determined, and the points are one of many.
    """

    points: tuple[Point, ...]
    observations: tuple[Observation, ...]
    values: tuple[float, ...]
    residuals: tuple[float, ...]
    standardised: tuple[float | None, ...]
    redundancy: tuple[float, ...]
    covariance: Matrix
    free: int
    loose: Matrix  # the free ways, as columns over the coordinates

    @property
    def determined(self) -> bool:
        """Return whether the readings leave one shape only."""
        return self.free == 0

    @property
    def degrees_of_freedom(self) -> int:
        """Return how many readings there are beyond those the shape needs."""
        return len(self.observations) - (2 * len(self.points) - 3) + self.free

    @property
    def squares(self) -> float:
        """Return the sum of squared residuals over their uncertainties."""
        return sum((v / one.sigma) ** 2 for v, one in zip(self.residuals, self.observations, strict=True))

    def distance_sigmas(self, pairs: Sequence[tuple[int, int]]) -> tuple[float, ...]:
        """Return the standard uncertainties in mm of the adjusted distances between pairs of corners."""
        start, end = np.array(pairs, dtype=int).reshape(-1, 2).T
        return self._sigmas(distance_rows(np.array(self.points), start, end))

    def angle_sigmas(self) -> tuple[float, ...]:
        """Return the standard uncertainty in degrees of every adjusted corner angle."""
        count = len(self.points)
        return self._sigmas(
            _angles(np.array(self.points), np.array([(at, (at + 1) % count, (at - 1) % count) for at in range(count)]))[
                1
            ]
        )

    def _sigmas(self, rows: Matrix) -> tuple[float, ...]:
        variances = np.einsum("ij,jk,ik->i", rows, self.covariance, rows)
        return tuple(np.sqrt(np.clip(variances, 0.0, None)).tolist())

    def ellipse(self, corner: int) -> tuple[float, float, float]:
        """Return the standard ellipse of a corner: semi-axes in mm and the direction of the longer one in radians.

        It is relative to the room's middle, not to the first corner, which is sure only because all is reckoned from
        it: the covariance is seen through the transformation that holds the centroid and the mean direction.
        """
        spread = _inner(self.covariance, np.array(self.points))[
            2 * corner : 2 * corner + 2, 2 * corner : 2 * corner + 2
        ]
        values, vectors = np.linalg.eigh(spread)
        low, high = np.sqrt(np.clip(values, 0.0, None))
        return float(high), float(low), math.atan2(vectors[1, 1], vectors[0, 1])


def _inner(covariance: Matrix, points: Matrix) -> Matrix:
    """Return the covariance with the centroid and the mean direction held instead of the first wall."""
    count = len(points)
    middle = points - points.mean(axis=0)
    moves = np.zeros((2 * count, 3))
    moves[0::2, 0] = moves[1::2, 1] = 1.0
    moves[0::2, 2], moves[1::2, 2] = -middle[:, 1], middle[:, 0]
    hold = np.eye(2 * count) - moves @ np.linalg.solve(moves.T @ moves, moves.T)
    inner: Matrix = hold @ covariance @ hold.T
    return inner


class _Table:
    """The observations sorted by kind, as arrays of corner indices with their rows in the whole."""

    def __init__(self, observations: Sequence[Observation]) -> None:
        kinds: dict[type, list[tuple[int, tuple[int, ...]]]] = {Distance: [], Angle: [], Offset: [], Width: []}
        along = []
        for row, one in enumerate(observations):
            match one:
                case Distance():
                    kinds[Distance].append((row, (one.start, one.end)))
                case Angle():
                    kinds[Angle].append((row, (one.at, one.first, one.last)))
                case Offset():
                    kinds[Offset].append((row, (one.of, one.start, one.end)))
                case Width():
                    kinds[Width].append((row, (one.start, one.end, one.far_start, one.far_end)))
                    along.append(one.along)
        self.along = np.array(along, dtype=float)
        many: dict[type, int] = {Distance: 2, Angle: 3, Offset: 3, Width: 4}
        self.rows = {kind: np.array([row for row, _ in found], dtype=int) for kind, found in kinds.items()}
        self.corners = {
            kind: np.array([corners for _, corners in found], dtype=int).reshape(len(found), many[kind])
            for kind, found in kinds.items()
        }
        self.read = np.array([one.value for one in observations], dtype=float)
        self.sigma = np.array([one.sigma for one in observations], dtype=float)

    def model(self, points: Matrix) -> tuple[Vector, Matrix]:
        """Return what the readings would be at ``points``, and their derivatives by every coordinate."""
        values = np.zeros(len(self.read))
        slopes = np.zeros((len(self.read), 2 * len(points)))
        for kind, made in ((Distance, _distances), (Angle, _angles), (Offset, _offsets)):
            rows = self.rows[kind]
            if len(rows):
                values[rows], slopes[rows] = made(points, self.corners[kind])
        if len(self.along):
            rows = self.rows[Width]
            values[rows], slopes[rows] = _widths(points, self.corners[Width], self.along)
        angles = self.rows[Angle]
        # An angle of 359° read and of 1° reckoned are two degrees apart.
        values[angles] = self.read[angles] + (values[angles] - self.read[angles] + 180.0) % 360.0 - 180.0
        return values, slopes


def distance_rows(points: Matrix, start: NDArray[np.int_], end: NDArray[np.int_]) -> Matrix:
    """Return the derivatives of distances between corners by every coordinate, one row each."""
    return _distances(points, np.column_stack((start, end)))[1]


def _distances(points: Matrix, corners: NDArray[np.int_]) -> tuple[Vector, Matrix]:
    way = points[corners[:, 1]] - points[corners[:, 0]]
    long = np.maximum(np.hypot(way[:, 0], way[:, 1]), 1e-9)
    slopes = np.zeros((len(corners), 2 * len(points)))
    each = np.arange(len(corners))
    for axis in (0, 1):
        unit = way[:, axis] / long
        slopes[each, 2 * corners[:, 1] + axis] += unit
        slopes[each, 2 * corners[:, 0] + axis] -= unit
    return long, slopes


def _angles(points: Matrix, corners: NDArray[np.int_]) -> tuple[Vector, Matrix]:
    at, first, last = corners[:, 0], corners[:, 1], corners[:, 2]
    slopes = np.zeros((len(corners), 2 * len(points)))
    each = np.arange(len(corners))
    turned = np.zeros(len(corners))
    for far, sign in ((last, 1.0), (first, -1.0)):
        way = points[far] - points[at]
        square = np.maximum((way**2).sum(axis=1), 1e-12)
        turned += sign * np.arctan2(way[:, 1], way[:, 0])
        for axis, slope in ((0, -way[:, 1] / square), (1, way[:, 0] / square)):
            slopes[each, 2 * far + axis] += sign * slope
            slopes[each, 2 * at + axis] -= sign * slope
    return np.degrees(turned) % 360.0, np.degrees(slopes)


def _offsets(points: Matrix, corners: NDArray[np.int_]) -> tuple[Vector, Matrix]:
    of, start, end = corners[:, 0], corners[:, 1], corners[:, 2]
    value, by_of, by_end = _off_line(points[of], points[start], points[end])
    slopes = np.zeros((len(corners), 2 * len(points)))
    each = np.arange(len(corners))
    for axis in (0, 1):
        slopes[each, 2 * of + axis] += by_of[:, axis]
        slopes[each, 2 * end + axis] += by_end[:, axis]
        slopes[each, 2 * start + axis] -= by_of[:, axis] + by_end[:, axis]
    return value, slopes


def _off_line(place: Matrix, start: Matrix, end: Matrix) -> tuple[Vector, Matrix, Matrix]:
    """Return how far places lie left of the lines start → end, and the derivatives by the places and by the ends.

    The start takes what is left, since a shift changes nothing.
    """
    way, off = end - start, place - start
    long = np.maximum(np.hypot(way[:, 0], way[:, 1]), 1e-9)
    value = (way[:, 0] * off[:, 1] - way[:, 1] * off[:, 0]) / long
    by_place = np.column_stack((-way[:, 1], way[:, 0])) / long[:, None]
    by_end = np.column_stack((off[:, 1], -off[:, 0])) / long[:, None] - value[:, None] * way / (long**2)[:, None]
    return value, by_place, by_end


def _widths(points: Matrix, corners: NDArray[np.int_], along: Vector) -> tuple[Vector, Matrix]:
    start, end, far_start, far_end = corners.T
    back = points[start] - points[end]
    long = np.maximum(np.hypot(back[:, 0], back[:, 1]), 1e-9)
    unit = back / long[:, None]
    place = points[end] + along[:, None] * unit
    value, by_place, by_far = _off_line(place, points[far_start], points[far_end])
    # The place swings as its side turns: it moves along by / long times what the start moves across the side.
    turned = by_place - (by_place * unit).sum(axis=1)[:, None] * unit
    by_start = turned * (along / long)[:, None]
    slopes = np.zeros((len(corners), 2 * len(points)))
    each = np.arange(len(corners))
    for axis in (0, 1):
        slopes[each, 2 * start + axis] += by_start[:, axis]
        slopes[each, 2 * end + axis] += by_place[:, axis] - by_start[:, axis]
        slopes[each, 2 * far_end + axis] += by_far[:, axis]
        slopes[each, 2 * far_start + axis] -= by_place[:, axis] + by_far[:, axis]
    return value, slopes


def _unknown(count: int) -> NDArray[np.int_]:
    """Return the coordinates that are free: all but the first corner's and the second's y."""
    return np.array([2, *range(4, 2 * count)])


def _placed(points: Matrix) -> Matrix:
    """Return the points moved and turned so that the first is the origin and the second lies on +x."""
    moved = points - points[0]
    x, y = moved[1] / max(1e-9, float(np.hypot(*moved[1])))
    placed: Matrix = moved @ np.array([[x, -y], [y, x]])
    placed[1, 1] = 0.0
    return placed


def _settled(table: _Table, points: Matrix) -> Matrix:
    """Return the points that make the squares least, beginning near ``points``."""
    count = len(points)
    free = _unknown(count)
    flat = _placed(points).reshape(-1)
    # Readings that contradict one another wholly can drive corners out of sight; none may stand further out.
    farthest = 20.0 * max(1000.0, float(np.abs(flat).max()), float(np.abs(table.read).max()))

    def weighed(flat: Vector) -> tuple[Vector, Matrix]:
        values, slopes = table.model(flat.reshape(count, 2))
        return (values - table.read) / table.sigma, slopes[:, free] / table.sigma[:, None]

    miss, slopes = weighed(flat)
    cost, damping = float(miss @ miss), 0.0
    for _ in range(MOST_STEPS):
        normal = slopes.T @ slopes
        scale = np.diag(normal)
        # A trace of damping holds the corners where nothing read says where they are.
        normal[np.diag_indices_from(normal)] += (damping + 1e-12) * scale + 1e-12
        step = np.linalg.solve(normal, -(slopes.T @ miss))
        tried = flat.copy()
        tried[free] += step
        if tried[2] <= 0.0 or not np.abs(tried).max() <= farthest:
            damping = max(damping * 8.0, 1e-4)
            continue
        new_miss, new_slopes = weighed(tried)
        new_cost = float(new_miss @ new_miss)
        if new_cost > cost * (1.0 + 1e-12) + 1e-12:
            damping = max(damping * 8.0, 1e-4)
            continue
        damping = damping / 8.0 if damping > 1e-6 else 0.0
        gained = cost - new_cost
        flat, miss, slopes, cost = tried, new_miss, new_slopes, new_cost
        if float(np.abs(step).max(initial=0.0)) < SETTLED or (gained < GAINING * cost and cost > len(miss)):
            return flat.reshape(count, 2)
    if cost > HOPELESS * len(miss):
        return flat.reshape(count, 2)
    from scipy.optimize import least_squares

    def whole(unknown: Vector) -> Vector:
        full = flat.copy()
        full[free] = unknown
        return full

    with np.errstate(all="ignore"):  # the solver divides by nought where nothing is left to gain
        found = least_squares(
            lambda unknown: weighed(whole(unknown))[0],
            flat[free],
            jac=lambda unknown: weighed(whole(unknown))[1],
            bounds=(-farthest, farthest),
            method="trf",
            x_scale="jac",
            max_nfev=40,
        )
    return whole(found.x).reshape(count, 2)


def adjusted(observations: Sequence[Observation], start: Sequence[Point]) -> Adjusted:
    """Return the network adjusted, from the starting figure ``start`` (one point a corner).

    Where the readings leave ways to move open, the points are those nearest the starting figure, and ``free`` counts
    the ways.
    """
    table = _Table(observations)
    count = len(start)
    free = _unknown(count)
    points = _settled(table, np.array(start, dtype=float)) if observations else _placed(np.array(start, dtype=float))
    values, slopes = table.model(points)
    residuals = values - table.read
    weighed = slopes[:, free] / table.sigma[:, None]
    scale = np.sqrt((weighed**2).sum(axis=0)) if len(weighed) else np.zeros(len(free))
    scale[scale == 0.0] = 1.0
    scaled = weighed / scale
    # The eigenvectors of the normal matrix are the ways the corners can move together, from loose to firm.
    firmness, ways = np.linalg.eigh(scaled.T @ scaled)
    rank = int((firmness > RANK_SHARE * firmness.max(initial=1e-300)).sum())
    left = len(free) - rank
    loose = np.zeros((2 * count, left))
    loose[free] = ways[:, :left] / scale[:, None]
    held = ways[:, left:] / scale[:, None]
    covariance = np.zeros((2 * count, 2 * count))
    covariance[np.ix_(free, free)] = (held / firmness[left:]) @ held.T
    taken = np.einsum("ij,jk,ik->i", weighed, covariance[np.ix_(free, free)], weighed) if len(weighed) else np.zeros(0)
    redundancy = np.clip(1.0 - taken, 0.0, 1.0)
    controlled = redundancy > UNCONTROLLED
    standardised = residuals / (table.sigma * np.sqrt(np.where(controlled, redundancy, 1.0)))
    return Adjusted(
        tuple((float(x), float(y)) for x, y in points),
        tuple(observations),
        tuple(values.tolist()),
        tuple(residuals.tolist()),
        tuple(float(w) if known else None for w, known in zip(standardised, controlled, strict=True)),
        tuple(redundancy.tolist()),
        covariance,
        left,
        loose,
    )
