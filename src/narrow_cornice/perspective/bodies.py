"""What stands in a room as faces: bodies of flat sheets, each carrying its faces from back to front."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.perspective.eye import Place

Plane = tuple[float, float, float, float]  # a unit way out, and how far along it the plane lies


class Face(NamedTuple):
    """A face: its corners in one plane, or where it is a ``line`` the places it goes through; ``key`` is whatever it is
    known by to who asked."""

    points: Sequence[Place]
    key: int
    line: bool = False


class Sheet(NamedTuple):
    """Faces in one plane, each over the one before; seen from the side its plane looks to, or from ``both``."""

    plane: Plane
    faces: Sequence[Face]
    both: bool = False


class Body(NamedTuple):
    """Sheets that belong together, with the planes ``around`` them, behind all of which they lie. A ``convex`` one is
    its planes' own: no two of its sheets that are turned to the eye hide one another."""

    sheets: Sequence[Sheet]
    around: Sequence[Plane]
    convex: bool = False


def plane_through(points: Sequence[Place]) -> Plane:
    """Return the plane of an outline of any form that goes anticlockwise as it is seen (Newell's way)."""
    count = len(points)
    mx, my, mz = (sum(point[axis] for point in points) / count for axis in range(3))
    nx = ny = nz = 0.0
    x0, y0, z0 = points[-1][0] - mx, points[-1][1] - my, points[-1][2] - mz
    for x, y, z in points:
        x1, y1, z1 = x - mx, y - my, z - mz
        nx, ny, nz = nx + y0 * z1 - z0 * y1, ny + z0 * x1 - x0 * z1, nz + x0 * y1 - y0 * x1
        x0, y0, z0 = x1, y1, z1
    long = math.sqrt(nx * nx + ny * ny + nz * nz)
    if long <= 1e-12:
        return (0.0, 0.0, 1.0, mz)
    nx, ny, nz = nx / long, ny / long, nz / long
    return (nx, ny, nz, nx * mx + ny * my + nz * mz)


def flat(points: Sequence[Place], key: int) -> Body:
    """Return a body of one face, anticlockwise as it is seen."""
    plane = plane_through(points)
    return Body((Sheet(plane, (Face(points, key),)),), (plane,))


def prism(outline: Sequence[tuple[float, float]], low: float, high: float, keys: Sequence[int]) -> Body:
    """Return an upright block over a convex outline, anticlockwise from above; ``keys`` are of its sides one by one,
    then of its top and of its bottom."""
    sheets: list[Sheet] = []
    count = len(outline)
    for index, (x0, y0) in enumerate(outline):
        x1, y1 = outline[(index + 1) % count]
        ring = ((x0, y0, low), (x1, y1, low), (x1, y1, high), (x0, y0, high))
        sheets.append(Sheet(plane_through(ring), (Face(ring, keys[index]),)))
    top = [(x, y, high) for x, y in outline]
    bottom = [(x, y, low) for x, y in reversed(outline)]
    sheets.append(Sheet((0.0, 0.0, 1.0, high), (Face(top, keys[count]),)))
    sheets.append(Sheet((0.0, 0.0, -1.0, -low), (Face(bottom, keys[count + 1]),)))
    return Body(tuple(sheets), tuple(sheet.plane for sheet in sheets), convex=True)
