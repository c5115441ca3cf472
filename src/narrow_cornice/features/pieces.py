"""The pieces of a field: every cell of its pattern cut to its region, whole ones told from cut ones, and how thin each
is where it is thinnest."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from typing import TYPE_CHECKING, NamedTuple

from narrow_cornice.features.laying import Cells, Laying, cells_over
from narrow_cornice.features.region import GRID, Point, Region, Ring, ring_of

if TYPE_CHECKING:
    import shapely

HAIR = 0.05  # mm by which a piece may reach out and is whole all the same
LEAST = 0.1  # mm of thickness under which nothing is left of a piece
NEAR = 1e-6


class Piece(NamedTuple):
    """A piece as it lies: its outline and what is cut out of its inside, whether it is ``whole``; which ``cell`` it is
    of, with the row and number of that. ``anchor`` and ``turn`` say how the thing it is cut from lies: where its lower
    left corner is, and by how many degrees it is turned."""

    outline: Ring
    holes: tuple[Ring, ...]
    whole: bool
    cell: int
    row: int
    number: int
    anchor: Point
    turn: float

    @property
    def in_itself(self) -> Ring:
        """Return the outline in the measure of the thing that it is cut from, from its lower left corner."""
        angle = math.radians(self.turn)
        cosine, sine = math.cos(angle), math.sin(angle)
        x, y = self.anchor
        return tuple(
            ((px - x) * cosine + (py - y) * sine, (py - y) * cosine - (px - x) * sine) for px, py in self.outline
        )

    @property
    def size(self) -> tuple[float, float]:
        """Return how wide and how tall it is, along and across the thing it is cut from."""
        xs, ys = zip(*self.in_itself, strict=True)
        return max(xs) - min(xs), max(ys) - min(ys)


def laid(laying: Laying, region: Region) -> tuple[Piece, ...]:
    """Return the pieces that cover a region. Raises FieldError."""
    return cut_to(cells_over(laying, region), region)


def cut_to(cells: Cells, region: Region) -> tuple[Piece, ...]:
    """Return the pieces of cells, cut to a region; a cell that something stands in the middle of may be several."""
    import numpy as np
    import shapely

    shapes = shapely.polygons(cells.outlines)
    # a hair is given to the region, so that a piece on its very edge is whole; what is made ready for many questions is
    # of this thread alone
    around = shapely.buffer(region.shape, HAIR, join_style="mitre")
    shapely.prepare(around)
    inside = shapely.covers(around, shapes)
    touching = shapely.intersects(around, shapes) & ~inside
    kept = np.flatnonzero(inside)
    whole = zip(kept.tolist(), cells.outlines[kept].tolist(), strict=True)
    made = [_piece(tuple(map(tuple, ring)), (), True, n, cells) for n, ring in whole]
    numbers = np.flatnonzero(touching).tolist()
    # on a grid: edges that nearly lie on one another are beyond plain floats
    clipped = shapely.intersection(shapes[numbers], region.shape, grid_size=GRID)
    for number, part in zip(numbers, clipped, strict=True):
        for one in shapely.get_parts(part):
            if one.geom_type != "Polygon" or _thin(one) < LEAST:
                continue
            clean = shapely.simplify(one, NEAR)
            holes = tuple(ring_of(hole) for hole in clean.interiors)
            made.append(_piece(ring_of(clean.exterior), holes, False, number, cells))
    made.sort(key=lambda piece: piece.cell)
    return tuple(made)


def _piece(outline: Ring, holes: tuple[Ring, ...], whole: bool, cell: int, cells: Cells) -> Piece:
    row, number = cells.numbers[cell].tolist()
    x, y = cells.anchors[cell].tolist()
    return Piece(outline, holes, whole, int(cell), row, number, (x, y), float(cells.turns[cell]))


def _thin(polygon: shapely.Polygon) -> float:
    """Return twice a shape's area over its girth, which is under what it measures where it is thinnest on the whole."""
    return float(2 * polygon.area / polygon.length) if polygon.length else 0.0


def thickness(piece: Piece) -> float:
    """Return how thin a piece is where it is thinnest, in mm: the least distance of two of its edges that lie against
    one another with the piece between, or of an edge and the corner farthest from it, of a piece without such edges."""
    facing = list(_facing((piece.outline, *piece.holes)))
    return min(facing) if facing else _least_width(piece.outline)


def _facing(rings: Iterable[Ring]) -> Iterator[float]:
    """Yield the distances of edges that are level with one another, look at one another, and overlap."""
    edges = []
    for number, ring in enumerate(rings):
        turned = _signed_area(ring) * (1 if number == 0 else -1) < 0
        corners = ring[::-1] if turned else ring
        for one, other in zip(corners, (*corners[1:], corners[0]), strict=True):
            length = math.dist(one, other)
            if length > NEAR:
                edges.append((one, other, ((other[0] - one[0]) / length, (other[1] - one[1]) / length)))
    for number, (a, b, way) in enumerate(edges):
        for c, d, back in edges[number + 1 :]:
            if way[0] * back[0] + way[1] * back[1] > -1 + 1e-9:
                continue
            # what is covered lies to the left of the way
            apart = (c[0] - a[0]) * -way[1] + (c[1] - a[1]) * way[0]
            if apart <= NEAR:
                continue
            along = sorted(((p[0] - a[0]) * way[0] + (p[1] - a[1]) * way[1]) for p in (c, d))
            if min(along[1], math.dist(a, b)) - max(along[0], 0.0) > 0.01:
                yield apart


def _signed_area(ring: Ring) -> float:
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)) / 2


def _least_width(ring: Ring) -> float:
    """Return the least width of a convex outline over its edges."""
    widths = []
    for one, other in zip(ring, (*ring[1:], ring[0]), strict=True):
        length = math.dist(one, other)
        if length > NEAR:
            x, y = (other[0] - one[0]) / length, (other[1] - one[1]) / length
            across = [(p[0] - one[0]) * -y + (p[1] - one[1]) * x for p in ring]
            widths.append(max(across) - min(across))
    return min(widths, default=0.0)


def thinnest(pieces: Iterable[Piece]) -> tuple[float, Piece] | None:
    """Return the thinnest cut piece and how thin it is, None where all are whole."""
    cut = [(thickness(piece), piece) for piece in pieces if not piece.whole]
    return min(cut, key=lambda one: one[0], default=None)
