"""Faces cut by a plane: outlines keep their inside (Sutherland and Hodgman 1974), lines come apart where they cross."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence

import numpy as np

from narrow_cornice.perspective.bodies import Face, Plane
from narrow_cornice.perspective.eye import Place


def cut(faces: Sequence[Face], plane: Plane, side: float, touch: float) -> tuple[Face, ...]:
    """Return what of faces lies before a plane (``side`` 1) or behind it (-1); what is on it to within ``touch``
    belongs to both."""
    a, b, c, d = (side * one for one in plane)
    counts = [len(face.points) for face in faces]
    points = np.array([point for face in faces for point in face.points], dtype=float).reshape(-1, 3)
    off = points @ np.array((a, b, c)) - d
    starts = np.concatenate([[0], np.cumsum(counts)[:-1]]).astype(int)
    low, high = np.minimum.reduceat(off, starts), np.maximum.reduceat(off, starts)
    made: list[Face] = []
    for face, least, most in zip(faces, low.tolist(), high.tolist(), strict=True):
        if least >= -touch:
            made.append(face)
        elif most > touch:
            inside = _inside(a, b, c, d)
            parts = parted(face.points, inside) if face.line else [clipped(face.points, inside)]
            made += [face._replace(points=part) for part in parts if len(part) > (1 if face.line else 2)]
    return tuple(made)


def _inside(a: float, b: float, c: float, d: float) -> Callable[[Place], float]:
    def of(point: Place) -> float:
        return a * point[0] + b * point[1] + c * point[2] - d

    return of


def clipped(ring: Sequence[Place], inside: Callable[[Place], float]) -> list[Place]:
    """Return what of an outline lies where ``inside`` is not negative."""
    made: list[Place] = []
    offs = [inside(point) for point in ring]
    for index, (p, at) in enumerate(zip(ring, offs, strict=True)):
        q, then = ring[(index + 1) % len(ring)], offs[(index + 1) % len(ring)]
        if at >= 0:
            made.append(p)
        if (at < 0) != (then < 0):
            made.append(_between(p, q, at / (at - then)))
    return made


def parted(line: Sequence[Place], inside: Callable[[Place], float]) -> list[list[Place]]:
    """Return the stretches of a line that lie where ``inside`` is not negative."""
    made: list[list[Place]] = []
    offs = [inside(point) for point in line]
    now: list[Place] = [line[0]] if offs[0] >= 0 else []
    for (p, at), (q, then) in itertools.pairwise(zip(line, offs, strict=True)):
        if (at < 0) != (then < 0):
            crossing = _between(p, q, at / (at - then))
            if then < 0:
                made.append([*now, crossing])
                now = []
            else:
                now = [crossing]
        if then >= 0:
            now.append(q)
    if len(now) > 1:
        made.append(now)
    return made


def _between(p: Place, q: Place, share: float) -> Place:
    return (p[0] + (q[0] - p[0]) * share, p[1] + (q[1] - p[1]) * share, p[2] + (q[2] - p[2]) * share)
