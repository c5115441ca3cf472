"""What is seen on a plan from a place: an outline, by rays past every corner that could hide something.

Between two corners next to one another in angle, the same edge is the nearest all the way, so rays just before, at and
just behind every corner find the whole outline. Exact but for the sliver of those rays (0.00002 of a turn).
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from narrow_cornice.zones.plan_shapes import Outline, Point, edges

BESIDE = 1e-4  # radians that a ray goes past a corner


def seen_from(eye: Point, room: Sequence[Point], hiding: Sequence[Outline]) -> Outline:
    """Return the outline of what is seen of a room from a place in it, anticlockwise; ``hiding`` are outlines higher
    than the eye. One that the eye is in hides nothing."""
    lines = [*edges(room), *(edge for outline in hiding for edge in edges(outline))]
    starts = np.array([a for a, _ in lines], dtype=float) - np.array(eye)
    ways = np.array([b for _, b in lines], dtype=float) - np.array(eye) - starts
    at = np.arctan2(starts[:, 1], starts[:, 0])
    angles = np.unique(np.concatenate([at - BESIDE, at, at + BESIDE]))
    reach = nearest_along(angles, starts, ways)
    points = np.stack([np.cos(angles) * reach + eye[0], np.sin(angles) * reach + eye[1]], axis=1)
    return tuple((float(x), float(y)) for x, y in _without_doubles(points))


def nearest_along(angles: Any, starts: Any, ways: Any) -> Any:
    """Return how far it is from the origin to the nearest line along each angle; ``starts`` and ``ways`` are (n, 2)."""
    dx, dy = np.cos(angles)[:, None], np.sin(angles)[:, None]
    across = dx * ways[None, :, 1] - dy * ways[None, :, 0]
    with np.errstate(invalid="ignore", divide="ignore"):
        along = (starts[None, :, 0] * ways[None, :, 1] - starts[None, :, 1] * ways[None, :, 0]) / across
        share = (starts[None, :, 0] * dy - starts[None, :, 1] * dx) / across
    meets = (np.abs(across) > 1e-9) & (along > 1e-6) & (share >= -1e-9) & (share <= 1.0 + 1e-9)
    return np.where(meets, along, np.inf).min(axis=1)


def _without_doubles(points: Any) -> Any:
    points = points[np.isfinite(points).all(axis=1)]
    if len(points) < 3:
        return points
    apart = np.abs(points - np.roll(points, 1, axis=0)).max(axis=1)
    return points[apart > 0.5] if (apart > 0.5).sum() >= 3 else points


def sees(eye: Point, place: Point, room: Sequence[Point], hiding: Sequence[Outline]) -> bool:
    """Return whether a place is seen from another: no wall and nothing higher than the eye lies between."""
    ex, ey = eye
    wx, wy = place[0] - ex, place[1] - ey
    for a, b in (*edges(room), *(edge for outline in hiding for edge in edges(outline))):
        vx, vy = b[0] - a[0], b[1] - a[1]
        across = wx * vy - wy * vx
        if abs(across) < 1e-9:
            continue
        along = ((a[0] - ex) * vy - (a[1] - ey) * vx) / across
        share = ((a[0] - ex) * wy - (a[1] - ey) * wx) / across
        if 1e-9 < along < 1.0 - 1e-9 and 0.0 <= share <= 1.0:
            return False
    return True
