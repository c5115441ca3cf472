"""How much of the light that leaves one patch of a room arrives at another: form factors.

Of patches far apart by their middles; of near ones by Lambert's formula for a place and an outline, over places spread
in the patch: F = 1/(2π) Σ Γ·n, Γ along the normal of each edge seen from the place, as long as the edge is wide in
angle (Lambert 1760; Baum, Rushmeier and Winget 1989). What the walls of a plan with a corner that turns in hide is left
out. A room is closed: what leaves a patch arrives somewhere. So the exchange is scaled until every row sums to 1, both
ways alike (A·F stays symmetric).
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import Any

import numpy as np

from narrow_cornice.colour.patches import Patches, Point, places_in

NEAR = 3.0  # sizes of a patch within which another is near
ROUNDS = 60
CLOSED = 1e-7
BLIND = 0.02  # of what leaves a patch, below which it is in a corner that sees nothing
ON_WALL = 3e-4  # m off a wall that still count as on it
BLOCK = 65_536  # pairs at once


def form_factors(patches: Patches, outline: Sequence[Point]) -> Any:
    """Return F (n, n): which part of what leaves patch i arrives at patch j; each row sums to 1."""
    centres, normals = patches.centres.astype(np.float32), patches.normals.astype(np.float32)
    areas = patches.areas
    apart = centres[None, :, :] - centres[:, None, :]
    square = np.einsum("ijk,ijk->ij", apart, apart)
    leaving = np.einsum("ijk,ik->ij", apart, normals)
    arriving = -np.einsum("ijk,jk->ij", apart, normals)
    faces = (leaving > 1e-7) & (arriving > 1e-7)
    with np.errstate(invalid="ignore", divide="ignore"):
        # A place and a disc: the disc is as large as the patch, so that nothing grows without bounds.
        far = leaving * arriving / (square * (np.pi * square + areas[None, :].astype(np.float32)))
    exchange = np.where(faces, far, 0.0).astype(float) * areas[None, :] * areas[:, None]
    size = np.sqrt(areas)
    near = faces & (square < (NEAR * (size[None, :] + size[:, None]) / 2.0) ** 2)
    rows, columns = np.nonzero(near)
    if len(rows):
        exchange[rows, columns] = _near(patches, rows, columns) * areas[rows]
    if not convex(outline):
        exchange *= seen(patches.centres[:, :2], outline)
    exchange = (exchange + exchange.T) / 2.0
    # A sliver in a corner that sees nothing keeps its own light: the room stays closed.
    blind = exchange.sum(axis=1) < BLIND * areas
    exchange[blind, :] = exchange[:, blind] = 0.0
    exchange[blind, blind] = areas[blind]
    return _closed(exchange, areas) / areas[:, None]


def _near(patches: Patches, rows: Any, columns: Any) -> Any:
    """Return the form factors of near pairs, each the mean over places in the first."""
    places = places_in(patches, 2)
    made = np.empty(len(rows))
    for begin in range(0, len(rows), BLOCK):
        part = slice(begin, begin + BLOCK)
        i, j = rows[part], columns[part]
        total = np.zeros(len(i))
        for place in range(places.shape[1]):
            total += seen_from(places[i, place], patches.normals[i], patches.corners[j])
        made[part] = total / places.shape[1]
    return np.clip(made, 0.0, None)


def seen_from(places: Any, normals: Any, corners: Any) -> Any:
    """Return the form factor from each place (k, 3), facing along its normal, to an outline (k, m, 3) before it."""
    rays = corners - places[:, None, :]
    rays = rays / np.maximum(np.linalg.norm(rays, axis=2, keepdims=True), 1e-12)
    following = np.roll(rays, -1, axis=1)
    across = np.cross(rays, following)
    sine = np.linalg.norm(across, axis=2)
    angle = np.arctan2(sine, np.einsum("kmd,kmd->km", rays, following))
    with np.errstate(invalid="ignore", divide="ignore"):
        along = np.where(sine > 1e-12, np.einsum("kmd,kd->km", across, normals) / sine, 0.0)
    # An outline that runs anticlockwise as its own side sees it runs clockwise from before it.
    return np.abs((angle * along).sum(axis=1)) / (2.0 * np.pi)


def _closed(exchange: Any, areas: Any) -> Any:
    """Return the exchange scaled by s_i·s_j until each row sums to its area: all that leaves arrives."""
    scale = np.ones(len(areas))
    for _ in range(ROUNDS):
        sums = scale * (exchange @ scale)
        off = areas / np.maximum(sums, 1e-12)
        scale *= np.sqrt(off)
        if np.abs(off - 1.0).max() < CLOSED:
            break
    return exchange * scale[:, None] * scale[None, :]


def convex(outline: Sequence[Point]) -> bool:
    """Return whether no corner of an outline, anticlockwise, turns in."""
    ring = [*outline, *outline[:2]]
    return all(
        (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) >= -1e-9
        for a, b, c in zip(ring, ring[1:], ring[2:], strict=False)
    )


def seen(places: Any, outline: Sequence[Point]) -> Any:
    """Return which places of a plan (n, 2) see one another, (n, n): no wall of the outline is between them."""
    keys, where = np.unique(np.round(places, 4), axis=0, return_inverse=True)
    free = unhidden(keys, keys, outline)
    where = where.ravel()
    return free[where[:, None], where[None, :]]


def unhidden(places: Any, others: Any, outline: Sequence[Point]) -> Any:
    """Return which of the first places (n, 2) of a plan see which others (m, 2), as truths (n, m)."""
    first, second = np.asarray(places)[:, None, :], np.asarray(others)[None, :, :]
    ways = second - first
    free = np.ones(ways.shape[:2], dtype=bool)
    for a, b in itertools.pairwise([*outline, outline[0]]):
        edge = (b[0] - a[0], b[1] - a[1])
        long = (edge[0] ** 2 + edge[1] ** 2) ** 0.5
        if long < 1e-9:
            continue
        # On which side of the wall each end lies, and on which side of the way each end of the wall: in metres.
        side = (edge[0] * (first[..., 1] - a[1]) - edge[1] * (first[..., 0] - a[0])) / long
        other = (edge[0] * (second[..., 1] - a[1]) - edge[1] * (second[..., 0] - a[0])) / long
        begins = ways[..., 0] * (a[1] - first[..., 1]) - ways[..., 1] * (a[0] - first[..., 0])
        ends = ways[..., 0] * (b[1] - first[..., 1]) - ways[..., 1] * (b[0] - first[..., 0])
        through = (side > ON_WALL) & (other < -ON_WALL) | (side < -ON_WALL) & (other > ON_WALL)
        free &= ~(through & (begins * ends < -1e-12))
    return free
