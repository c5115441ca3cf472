"""The surfaces of a room cut into patches, between which light goes to and fro.

A room stands on the outline of its plan, anticlockwise from above, its walls upright, under a ceiling of level or
sloped parts. Lengths are in metres. A patch is flat, of as many corners as it needs; those of a wall face into the
room.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence
from typing import Any, NamedTuple

import numpy as np

Point = tuple[float, float]
FLOOR, CEILING = -1, -2  # the surfaces that are no walls; walls are numbered from nought
LEAST_AREA = 1e-6  # m², below which nothing is a patch
SAMPLES = 3  # along each side of a patch, where a place in it is asked for


class Patches(NamedTuple):
    """Patches: corners (n, m, 3), the last one repeated where one has fewer; centres and normals (n, 3), areas (n),
    and which surface each is of (n)."""

    corners: Any
    centres: Any
    normals: Any
    areas: Any
    surface: Any

    def of(self, surface: int) -> Any:
        """Return which patches are of a surface, as an array of truths."""
        return self.surface == surface


class Part(NamedTuple):
    """A part of a ceiling: the outline below it, and its height z = height + east·x + north·y."""

    outline: tuple[Point, ...]
    height: float
    east: float = 0.0
    north: float = 0.0


class Solid(NamedTuple):
    """The room that is cut up: its outline, the upper edge (u, z) of each wall from the wall's beginning in walking
    order, and the parts of its ceiling."""

    outline: tuple[Point, ...]
    upper: tuple[tuple[Point, ...], ...]
    ceiling: tuple[Part, ...]


def box(length: float, width: float, height: float) -> Solid:
    """Return a room with four square corners, in metres."""
    outline = ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))
    sides = (length, width, length, width)
    return Solid(outline, tuple(((0.0, height), (side, height)) for side in sides), (Part(outline, height),))


def patches_of(solid: Solid, size: float) -> Patches:
    """Return a room in patches of about a size (m)."""
    made: list[tuple[list[Any], Any, int]] = []
    for index, (a, b) in enumerate(itertools.pairwise([*solid.outline, solid.outline[0]])):
        made += [(ring, normal, index) for ring, normal in _wall(a, b, solid.upper[index], size)]
    made += [(ring, (0.0, 0.0, 1.0), FLOOR) for ring in _level(solid.outline, size, lambda x, y: 0.0)]
    for part in solid.ceiling:

        def above(x: float, y: float, part: Part = part) -> float:
            return part.height + part.east * x + part.north * y

        steep = math.sqrt(1.0 + part.east**2 + part.north**2)
        down = (part.east / steep, part.north / steep, -1.0 / steep)
        made += [(ring[::-1], down, CEILING) for ring in _level(part.outline, size, above)]
    return _arrays(made)


def _wall(a: Point, b: Point, upper: Sequence[Point], size: float) -> list[tuple[list[Any], Any]]:
    """Return the patches of a wall, each with the way it faces: to the left of the walk, into the room."""
    long = math.dist(a, b)
    if long < 1e-6:
        return []
    ex, ey = (b[0] - a[0]) / long, (b[1] - a[1]) / long
    tallest = max(z for _, z in upper)
    columns, rows = max(1, round(long / size)), max(1, round(tallest / size))
    level = all(abs(z - tallest) < 1e-9 for _, z in upper)
    made: list[tuple[list[Any], Any]] = []
    for column, row in itertools.product(range(columns), range(rows)):
        u0, u1 = long * column / columns, long * (column + 1) / columns
        z0, z1 = tallest * row / rows, tallest * (row + 1) / rows
        cell = [(u0, z0), (u1, z0), (u1, z1), (u0, z1)]
        if not level:
            cell = _below(cell, upper)
        if len(cell) > 2:
            made.append(([(a[0] + ex * u, a[1] + ey * u, z) for u, z in cell[::-1]], (-ey, ex, 0.0)))
    return made


def _below(cell: list[Point], upper: Sequence[Point]) -> list[Point]:
    """Return what of a cell of a wall lies under its upper edge, which is never hollow."""
    kept = cell
    for (u0, z0), (u1, z1) in itertools.pairwise(upper):
        if u1 - u0 < 1e-9:
            continue
        rise = (z1 - z0) / (u1 - u0)
        kept = _clipped(kept, lambda p, u=u0, z=z0, rise=rise: z + rise * (p[0] - u) - p[1])  # type: ignore[misc]
    return kept


def _clipped(ring: list[Point], inside: Callable[[Point], float]) -> list[Point]:
    """Return a ring clipped by a half plane, in which ``inside`` is not negative."""
    made: list[Point] = []
    for p, q in itertools.pairwise([*ring, ring[0]]) if ring else ():
        at, then = inside(p), inside(q)
        if at >= 0:
            made.append(p)
        if (at < 0) != (then < 0):
            share = at / (at - then)
            made.append((p[0] + (q[0] - p[0]) * share, p[1] + (q[1] - p[1]) * share))
    return made


def _level(outline: Sequence[Point], size: float, height: Callable[[float, float], float]) -> list[list[Any]]:
    """Return the cells of a grid over an outline, clipped by it, each lifted to a height."""
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    wide, deep = max(xs) - min(xs), max(ys) - min(ys)
    columns, rows = max(1, round(wide / size)), max(1, round(deep / size))
    cells = [
        (
            min(xs) + wide * column / columns,
            min(ys) + deep * row / rows,
            min(xs) + wide * (column + 1) / columns,
            min(ys) + deep * (row + 1) / rows,
        )
        for column, row in itertools.product(range(columns), range(rows))
    ]
    if len(outline) == 4 and all(x in (min(xs), max(xs)) and y in (min(ys), max(ys)) for x, y in outline):
        rings = [[(x0, y0), (x1, y0), (x1, y1), (x0, y1)] for x0, y0, x1, y1 in cells]
    else:
        rings = _cut_out(outline, cells)
    return [[(x, y, height(x, y)) for x, y in ring] for ring in rings]


def _cut_out(outline: Sequence[Point], cells: list[tuple[float, float, float, float]]) -> list[list[Point]]:
    import shapely

    room = shapely.Polygon(outline)
    parts = shapely.get_parts(shapely.intersection(room, shapely.box(*np.array(cells).T)))
    rings: list[list[Point]] = []
    for part in parts:
        if part.geom_type == "Polygon" and part.area > LEAST_AREA:
            ring = shapely.orient_polygons(part).exterior.coords[:-1]
            rings.append([(float(x), float(y)) for x, y in ring])
    return rings


def _arrays(made: list[tuple[list[Any], Any, int]]) -> Patches:
    most = max(len(ring) for ring, _, _ in made)
    corners = np.array([[*ring, *[ring[-1]] * (most - len(ring))] for ring, _, _ in made], dtype=float)
    normals = np.array([normal for _, normal, _ in made], dtype=float)
    surface = np.array([index for _, _, index in made])
    # Area and middle by fans of triangles from the first corner (Newell for any flat outline).
    first, fans = corners[:, :1], np.cross(corners[:, 1:-1] - corners[:, :1], corners[:, 2:] - corners[:, :1])
    signed = 0.5 * np.einsum("nfk,nk->nf", fans, normals)
    areas = signed.sum(axis=1)
    middles = (first + corners[:, 1:-1] + corners[:, 2:]) / 3.0
    kept = areas > LEAST_AREA
    with np.errstate(invalid="ignore", divide="ignore"):
        centres = np.einsum("nf,nfk->nk", signed, middles) / areas[:, None]
    return Patches(corners[kept], centres[kept], normals[kept], areas[kept], surface[kept])


def places_in(patches: Patches, each: int = SAMPLES) -> Any:
    """Return places spread over each patch, (n, each², 3), by its first, second, third and last corner."""
    steps = (np.arange(each) + 0.5) / each
    s, t = (one.ravel() for one in np.meshgrid(steps, steps))
    corners = patches.corners
    if corners.shape[1] == 3:
        corners = np.concatenate([corners, corners[:, -1:]], axis=1)
    weights = np.stack([(1 - s) * (1 - t), s * (1 - t), s * t, (1 - s) * t], axis=1)
    quads = corners[:, :4]
    spread = np.einsum("pk,nkd->npd", weights, quads)
    many = corners.shape[1] > 4 and np.any(np.abs(corners[:, 4] - corners[:, 3]).max(axis=1) > 1e-9)
    if many:  # an outline of more than four corners: about its middle instead, at the same mean place
        ragged = np.abs(corners[:, 4] - corners[:, 3]).max(axis=1) > 1e-9
        spread[ragged] = patches.centres[ragged][:, None, :]
    return spread
