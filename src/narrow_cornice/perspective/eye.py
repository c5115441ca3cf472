"""An eye in a room: where it is, where it looks, how wide; and where each place of the room lies on its picture.

A central projection onto a flat picture (Alberti, *De pictura*, I; as matrices in Hartley and Zisserman, *Multiple View
Geometry*, 6.1): with right, up and forward as unit ways from the eye, a place at (r, u, d) along them lies at
(middle + F · r / d, middle − F · u / d), F being half the picture's width by the tangent of half the angle across it.
Lengths are in any one unit, z is up, pixels are counted from the upper left corner.
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numpy as np

from narrow_cornice.errors import CorniceError

Place = tuple[float, float, float]
LEAST_ANGLE, MOST_ANGLE = 2.0, 160.0  # degrees across the picture
NEAR = 1e-6  # of the distance looked at: nearer than that nothing is drawn
LEVEL = 1e-9  # of a way that counts as straight up or down


class EyeError(CorniceError, ValueError):
    """An eye that sees nothing."""


class Eye(NamedTuple):
    """An eye ``at`` a place that looks ``towards`` another, ``angle`` degrees across a picture of ``size`` (width and
    height in pixels). ``upright`` keeps the picture upright, so that what is plumb is drawn plumb: the place looked at
    still comes to lie in its middle."""

    at: Place
    towards: Place
    angle: float
    size: tuple[float, float]
    upright: bool = False


class Camera(NamedTuple):
    """An eye ready to be used: its place (3), the ways right, up and forward as rows (3, 3), the distance of the
    picture in pixels, the middle of the picture as the eye stands before it, and its size."""

    at: Any
    ways: Any
    focal: float
    middle: tuple[float, float]
    size: tuple[float, float]
    near: float

    def before(self, places: Any) -> Any:
        """Return places (n, 3) as seen from the eye: how far right, up and forward of it each is (n, 3)."""
        return (np.asarray(places, dtype=float) - self.at) @ self.ways.T

    def on_picture(self, before: Any) -> Any:
        """Return where places that were turned by ``before`` lie on the picture (n, 2); they must lie before it."""
        share = self.focal / before[:, 2]
        x, y = self.middle
        return np.stack([x + before[:, 0] * share, y - before[:, 1] * share], axis=1)

    def within(self) -> Any:
        """Return the five linear forms (5, 3) that are not negative of what is seen: before the eye, and right, left,
        above and below the edges of the picture."""
        (wide, tall), (x, y), f = self.size, self.middle, self.focal
        return np.array(
            [(0.0, 0.0, 1.0), (f, 0.0, x), (-f, 0.0, wide - x), (0.0, -f, y), (0.0, f, tall - y)], dtype=float
        )


def camera(eye: Eye) -> Camera:
    """Return an eye ready to be used. Raises EyeError for one that sees nothing, in words."""
    at, towards = np.array(eye.at, dtype=float), np.array(eye.towards, dtype=float)
    numbers = (*eye.at, *eye.towards, eye.angle, *eye.size)
    if not all(math.isfinite(one) and abs(one) < 1e12 for one in numbers):
        raise EyeError("an eye needs numbers that can be reckoned with.", where="eye")
    if not LEAST_ANGLE <= eye.angle <= MOST_ANGLE:
        raise EyeError(
            f"{eye.angle:g}° are no angle of a picture.",
            where="angle",
            remedy=f"Give {LEAST_ANGLE:g} to {MOST_ANGLE:g}; 60 is usual.",
        )
    if min(eye.size) <= 0:
        raise EyeError("a picture needs a width and a height.", where="size")
    way = towards - at
    far = float(np.linalg.norm(way))
    if far <= 1e-9:
        raise EyeError("the eye looks at the place where it is.", where="towards", remedy="Give a place farther off.")
    forward = way / far
    level = np.array([forward[0], forward[1], 0.0])
    flat = float(np.linalg.norm(level))
    if eye.upright and flat <= 1e-3:
        raise EyeError(
            "what is looked at straight up or down has no upright picture.", where="towards", remedy="Look less steep."
        )
    # Straight up or down the top of the picture is where north is.
    over = np.array([0.0, 0.0, 1.0]) if flat > LEVEL else np.array([0.0, 1.0, 0.0])
    ahead = level / flat if eye.upright else forward
    right = np.cross(ahead, over)
    right /= np.linalg.norm(right)
    up = np.cross(right, ahead)
    wide, tall = eye.size
    focal = wide / 2.0 / math.tan(math.radians(eye.angle) / 2.0)
    lifted = focal * float(forward[2]) / flat if eye.upright else 0.0
    ways = np.stack([right, up, ahead])
    return Camera(at, ways, focal, (wide / 2.0, tall / 2.0 + lifted), eye.size, NEAR * far)


def places_on_picture(eye: Eye, places: Any) -> list[tuple[float, float] | None]:
    """Return where places (n, 3) lie on the picture of an eye, None for those beside or behind it."""
    seen = camera(eye)
    before = seen.before(np.asarray(places, dtype=float).reshape(-1, 3))
    made: list[tuple[float, float] | None] = [None] * len(before)
    there = np.flatnonzero(before[:, 2] > seen.near)
    for index, (x, y) in zip(there, seen.on_picture(before[there]).tolist(), strict=True):
        made[index] = (x, y)
    return made


def vanishing_point(eye: Eye, way: Place) -> tuple[float, float] | None:
    """Return where lines that go one way run together on the picture, None for ways that go along the picture."""
    seen = camera(eye)
    right, up, forward = (float(one) for one in seen.ways @ np.array(way, dtype=float))
    if abs(forward) <= LEVEL * math.dist((0.0, 0.0, 0.0), way):
        return None
    x, y = seen.middle
    return x + seen.focal * right / forward, y - seen.focal * up / forward
