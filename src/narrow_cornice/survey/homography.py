"""A photograph of a flat wall squared up: from places on the picture to places on the wall.

A plane seen by a camera is mapped by a homography, eight numbers. Four points whose places on the wall are known
determine it (direct linear transformation on normalised points, Hartley & Zisserman, *Multiple View Geometry*, §4.1);
more of them are fitted by least squares of what they miss on the wall, and say how sure the fit is. The bending of
straight lines by the lens is ignored.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import msgspec
import numpy as np

from narrow_cornice.survey.network import Matrix, Point, Vector

STEPS = 30


class SeenPoint(msgspec.Struct, frozen=True):
    """A point seen on the picture (in pixels, y down) whose place on the wall (u, v in mm, v up) is known."""

    pixel: Point
    wall: Point


class SquaredUp(msgspec.Struct, frozen=True, eq=False):
    """The map from a picture to its wall.

    ``matrix`` maps (x, y, 1) to the wall up to scale; ``misses`` is how far each sight is off on the wall in mm;
    ``covariance`` is that of the eight free numbers; ``pixel_sigma`` how surely a point is seen, in pixels.
    ``strain`` is how many times more the sights miss than their uncertainties let expect (1 where they do not, or
    where there are only four); the covariance is as much larger.
    """

    matrix: Matrix
    misses: tuple[float, ...]
    covariance: Matrix
    pixel_sigma: float
    strain: float = 1.0

    def wall(self, pixel: Point) -> Point:
        """Return the place on the wall of a place on the picture."""
        x, y, w = self.matrix @ np.array([pixel[0], pixel[1], 1.0])
        return (float(x / w), float(y / w))

    def pixel(self, wall: Point) -> Point:
        """Return the place on the picture of a place on the wall."""
        x, y, w = np.linalg.inv(self.matrix) @ np.array([wall[0], wall[1], 1.0])
        return (float(x / w), float(y / w))

    def sigma(self, wall: Point) -> float:
        """Return the standard uncertainty in mm of a place that is read off the squared picture."""
        pixel = self.pixel(wall)
        by_fit, by_pixel = _slopes(self.matrix.reshape(-1)[:8], np.array([pixel]))
        spread = by_fit[0] @ self.covariance @ by_fit[0].T + self.pixel_sigma**2 * by_pixel[0] @ by_pixel[0].T
        return math.sqrt(max(0.0, float(np.trace(spread)) / 2.0))


def _normaliser(points: Matrix) -> Matrix:
    """Return the map that moves points to their middle and scales them to √2 from it on average."""
    middle = points.mean(axis=0)
    spread = max(1e-9, float(np.hypot(*(points - middle).T).mean()))
    scale = math.sqrt(2.0) / spread
    return np.array([[scale, 0.0, -scale * middle[0]], [0.0, scale, -scale * middle[1]], [0.0, 0.0, 1.0]])


def _direct(pixels: Matrix, walls: Matrix) -> Matrix:
    """Return the homography by direct linear transformation."""
    here, there = _normaliser(pixels), _normaliser(walls)
    rows = []
    for (x, y), (u, v) in zip(pixels, walls, strict=True):
        a, b, _ = here @ np.array([x, y, 1.0])
        c, d, _ = there @ np.array([u, v, 1.0])
        rows.append([a, b, 1.0, 0.0, 0.0, 0.0, -c * a, -c * b, -c])
        rows.append([0.0, 0.0, 0.0, a, b, 1.0, -d * a, -d * b, -d])
    _, _, ways = np.linalg.svd(np.array(rows))
    matrix = np.linalg.inv(there) @ ways[-1].reshape(3, 3) @ here
    if abs(matrix[2, 2]) < 1e-12:
        raise ValueError("the points do not square up")
    made: Matrix = matrix / matrix[2, 2]
    return made


def _seen(eight: Vector, pixels: Matrix) -> Matrix:
    matrix = np.append(eight, 1.0).reshape(3, 3)
    mapped = np.column_stack((pixels, np.ones(len(pixels)))) @ matrix.T
    made: Matrix = mapped[:, :2] / mapped[:, 2:]
    return made


def _slopes(eight: Vector, pixels: Matrix) -> tuple[Matrix, Matrix]:
    """Return how places on the wall change with the eight numbers (n, 2, 8) and with the pixels (n, 2, 2)."""
    matrix = np.append(eight, 1.0).reshape(3, 3)
    x, y = pixels[:, 0], pixels[:, 1]
    w = matrix[2, 0] * x + matrix[2, 1] * y + 1.0
    wall = _seen(eight, pixels)
    by_fit = np.zeros((len(pixels), 2, 8))
    for row in (0, 1):
        by_fit[:, row, 3 * row : 3 * row + 3] = np.column_stack((x, y, np.ones(len(x)))) / w[:, None]
        by_fit[:, row, 6:8] = -wall[:, row, None] * np.column_stack((x, y)) / w[:, None]
    by_pixel = np.zeros((len(pixels), 2, 2))
    for row in (0, 1):
        for column in (0, 1):
            by_pixel[:, row, column] = (matrix[row, column] - wall[:, row] * matrix[2, column]) / w
    return by_fit, by_pixel


def squared_up(sights: Sequence[SeenPoint], pixel_sigma: float = 2.0, wall_sigma: float = 3.0) -> SquaredUp:
    """Return the map that four or more sights make. Raises ValueError where they do not make one.

    ``pixel_sigma`` is how surely a point is seen in pixels, ``wall_sigma`` how surely its place on the wall is known
    in mm. Each sight weighs by both, as they come out on the wall.
    """
    if len(sights) < 4:
        raise ValueError("four points are the fewest")
    pixels = np.array([one.pixel for one in sights], dtype=float)
    walls = np.array([one.wall for one in sights], dtype=float)
    if _flat(pixels) or _flat(walls):
        raise ValueError("three of the points lie on one line: choose them further apart")
    matrix = _direct(pixels, walls)
    eight = matrix.reshape(-1)[:8]
    weights = np.ones(len(sights))
    for _ in range(STEPS):
        by_fit, by_pixel = _slopes(eight, pixels)
        spread = wall_sigma**2 + pixel_sigma**2 * (by_pixel**2).sum(axis=(1, 2)) / 2.0
        weights = 1.0 / spread
        root = np.sqrt(np.repeat(weights, 2))
        miss = (walls - _seen(eight, pixels)).reshape(-1)
        step, *_ = np.linalg.lstsq(by_fit.reshape(-1, 8) * root[:, None], miss * root, rcond=1e-14)
        eight = eight + step
        if float(np.abs(step / np.maximum(np.abs(eight), 1e-9)).max()) < 1e-10:
            break
    by_fit, _ = _slopes(eight, pixels)
    rows = by_fit.reshape(-1, 8) * np.sqrt(np.repeat(weights, 2))[:, None]
    # Coefficients differ by many powers of ten, so the normal matrix is inverted at one size.
    size = np.sqrt((rows**2).sum(axis=0))
    covariance = np.linalg.inv((rows / size).T @ (rows / size)) / np.outer(size, size)
    misses = np.hypot(*(walls - _seen(eight, pixels)).T)
    spare = 2 * len(sights) - 8
    strain = max(1.0, math.sqrt(float((weights * misses**2).sum()) / spare)) if spare else 1.0
    final = np.append(eight, 1.0).reshape(3, 3)
    depths = np.column_stack((pixels, np.ones(len(pixels)))) @ final[2]
    if depths.min() * depths.max() <= 0 or not np.isfinite(final).all():
        raise ValueError("the points turn the wall inside out: are two of them mixed up?")
    return SquaredUp(final, tuple(float(one) for one in misses), covariance * strain**2, pixel_sigma, strain)


def _flat(points: Matrix) -> bool:
    """Return whether no four of the points make a square-like figure: all but one lie on one line."""
    count = len(points)
    reach = float(np.abs(points - points.mean(axis=0)).max())
    for left_out in range(count + 1):
        rest = np.delete(points, left_out, axis=0) if left_out < count and count > 3 else points
        spread = np.linalg.svd(rest - rest.mean(axis=0), compute_uv=False)
        if spread[-1] < 0.01 * reach:
            return True
    return False
