"""Tiles on a wall or a floor: laid out from the middle so that no edge piece is under half a tile; boxes, adhesive,
grout (surfaces and coatings).

A row of a width is filled from its middle: either a tile or a joint lies on the middle line, whichever leaves the wider
pieces at both ends. Rows are laid out alike upwards. A tile is bought for every place of the layout of which something
is seen.
"""

from __future__ import annotations

import math
from typing import Literal, NamedTuple, get_args

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import explained
from narrow_cornice.memo import by_value

Laid = Literal["straight", "running", "third", "diagonal", "herringbone"]
LAID: tuple[Laid, ...] = get_args(Laid)
GROUT_DENSITY = 1.7  # kg a litre
NEAR = 1e-9
Box = tuple[float, float, float, float]  # left, bottom, right, top in mm
Point = tuple[float, float]
SLIVER = 0.002  # of a tile, of which nothing is made
MOST_PLACES = 200_000


class TileError(CorniceError, ValueError):
    """Sizes that no tile has."""


class Row(NamedTuple):
    """Tiles along a line: whole ones, the piece at each end in mm (nought for none), and where the first one begins
    (from nought back, where it is cut)."""

    whole: int
    end: float
    start: float

    @property
    def places(self) -> int:
        """Return how many tiles and pieces there are."""
        return self.whole + (2 if self.end > 0 else 0)


def laid_at_once(width: float, height: float, joint: float, sheet: float) -> int:
    """Return how many tiles are laid with one movement: one, or the chips of a sheet of mosaic of that side in mm."""
    if sheet <= 0:
        return 1
    return max(1, round(sheet / (width + joint))) * max(1, round(sheet / (height + joint)))


def centred(length: float, tile: float, joint: float) -> Row:
    """Return tiles along a length, the same at both ends, with the widest end piece there can be.

    Raises TileError for sizes that cannot be.
    """
    if not (length > 0 and tile > 0 and joint >= 0):
        raise TileError(f"Tiles of {tile:g} mm along {length:g} mm cannot be.", where="tile")
    step, rows = tile + joint, []
    for middle in (0, 1):  # a joint on the middle line, or a tile
        most = math.floor((length + joint + NEAR) / step)
        whole = most if most % 2 == middle else most - 1
        if whole < 0 or (whole == 0 and middle):
            continue
        left = length - (whole * step - joint if whole else -joint)
        end = left / 2 - joint
        if -joint - NEAR <= end <= NEAR:  # the rest is no more than the joint along the edge
            rows.append(Row(whole, 0.0, left / 2))
        elif end > 0 and end <= tile + NEAR:
            rows.append(Row(whole, end, end - tile))
    if not rows:
        return Row(1, 0.0, (length - tile) / 2) if length <= tile else Row(0, length / 2, 0.0)
    return max(rows, key=lambda row: (row.end or tile, row.whole))


class Tiling(NamedTuple):
    """Tiles of one face: the rows across and up, how many places take a tile, and how many of these are cut."""

    across: Row
    up: Row
    places: int
    cut: int


@by_value(times=1, each="wall")
# Many parameters: the face, and how it is tiled.
def tiling(
    outline: tuple[Point, ...],
    holes: tuple[Box, ...],
    tile: tuple[float, float],
    joint: float,
    turned: bool = False,
) -> Tiling:
    """Return the tiles of a face laid out from its middle, without those of which nothing would be seen.

    ``outline`` are its corners in mm, ``holes`` what is not tiled of it, ``turned`` lays it diagonally. Every place
    takes a tile of its own: what an off-cut could serve beside is not counted. Raises TileError.
    """
    import numpy as np
    import shapely

    face = shapely.Polygon(outline)
    for left, bottom, right, top in holes:
        face = face.difference(shapely.box(left, bottom, right, top))
    if turned:
        from shapely.affinity import rotate

        face = rotate(face, 45, origin=(0, 0))
    if face.is_empty:
        return Tiling(Row(0, 0, 0), Row(0, 0, 0), 0, 0)
    left, bottom, right, top = face.bounds
    across, up = centred(right - left, tile[0], joint), centred(top - bottom, tile[1], joint)
    if across.places * up.places > MOST_PLACES:
        raise TileError(f"More than {MOST_PLACES} tiles on one face.", where="tile", remedy="Is the unit right?")
    lefts = left + across.start + np.arange(across.places) * (tile[0] + joint)
    bottoms = bottom + up.start + np.arange(up.places) * (tile[1] + joint)
    x, y = (each.ravel() for each in np.meshgrid(lefts, bottoms))
    seen = shapely.area(shapely.intersection(shapely.box(x, y, x + tile[0], y + tile[1]), face))
    whole = tile[0] * tile[1]
    there = seen > SLIVER * whole
    return Tiling(across, up, int(there.sum()), int((there & (seen < whole * (1 - SLIVER))).sum()))


@explained("tiles", "", "⌈max(area × 1000000 ÷ place of one × (1 + waste), places)⌉")
def tiles_needed(area: float, place_of_one: float, waste: float, places: float) -> float:
    """Return the tiles to have: by area in m² with waste, never less than the places of the layout; a place in mm²."""
    return float(math.ceil(max(area * 1_000_000 / place_of_one * (1 + waste), places) - 1e-9))


@explained("grout", "kg/m²", "(width + height) ÷ (width × height) × thickness × joint × density")
def grout_of(width: float, height: float, thickness: float, joint: float, density: float) -> float:
    """Return the grout of a square metre in kg, from sizes in mm."""
    return (width + height) / (width * height) * thickness * joint * density


@explained("grout", "kg", "area × grout of a square metre")
def grout(area: float, grout_of_a_square_metre: float) -> float:
    """Return the grout of an area in kg."""
    return area * grout_of_a_square_metre


@explained("adhesive", "kg", "area × adhesive of a square metre")
def adhesive(area: float, adhesive_of_a_square_metre: float) -> float:
    """Return the adhesive of an area in kg."""
    return area * adhesive_of_a_square_metre
