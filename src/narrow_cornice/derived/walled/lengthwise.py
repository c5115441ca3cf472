"""Long pieces that lie beside one another along one way of a field: boards, battens, slats, drops of paper."""

from __future__ import annotations

import math
from collections.abc import Sequence

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.boards import Stretch, staggered
from narrow_cornice.features.laying import Cells
from narrow_cornice.features.pieces import Piece, cut_to
from narrow_cornice.features.region import Region, box_ring, region_from

NEAR = 1e-6  # mm


def places_along(start: float, step: float, low: float, high: float) -> list[float]:
    """Return where pieces begin that touch a stretch."""
    first = math.floor((low - start) / step + 1e-9)
    last = math.ceil((high - start) / step - 1e-9)
    return [start + number * step for number in range(first, last)]


# Many parameters: the pieces, the way they run, and what they are cut from.
def lengthwise(
    region: Region, axis: int, begins: Sequence[float], wide: float, longest: float, rules: HouseRules
) -> tuple[Piece, ...]:
    """Return long pieces that begin at places along an axis and run across it, cut to a region; those longer than the
    longest that is sold are joined, their joints apart from those beside them (house rule)."""
    left, bottom, right, top = region.bounds
    ends = (bottom, top) if axis == 0 else (left, right)
    whole = cut_to(strips_along(axis, [(place, wide, *ends) for place in begins]), region)
    runs = [_extent(piece, 1 - axis) for piece in whole]
    if all(high - low <= longest + NEAR for low, high in runs):
        return whole
    stretches = [Stretch(piece.number, low, high - low) for piece, (low, high) in zip(whole, runs, strict=True)]
    found = staggered(stretches, longest, rules.value("kerf"), rules.value("board_joints_apart"))
    made: list[Piece] = []
    for piece, run, joints in zip(whole, runs, found.joints, strict=True):
        if not joints:
            made.append(piece._replace(cell=len(made)))
            continue
        across = _extent(piece, axis)
        cells = [
            (across[0], across[1] - across[0], low, high)
            for low, high in zip((run[0], *joints), (*joints, run[1]), strict=True)
        ]
        part = region_from(_shape(piece))
        for one in cut_to(strips_along(axis, cells), part):
            made.append(one._replace(cell=len(made), number=piece.number, whole=False))
    return tuple(made)


def _shape(piece: Piece) -> object:
    import shapely

    return shapely.Polygon(piece.outline, piece.holes)


def _extent(piece: Piece, axis: int) -> tuple[float, float]:
    places = [point[axis] for point in piece.outline]
    return min(places), max(places)


def strips_along(axis: int, strips: Sequence[tuple[float, float, float, float]]) -> Cells:
    """Return cells of long pieces: where each begins along an axis, how wide it is, and from where to where it runs.

    A piece lies along its own length: one that stands is turned by a quarter.
    """
    import numpy as np

    outlines, anchors = [], []
    for place, wide, low, high in strips:
        if axis == 0:
            outlines.append(box_ring((place, low, place + wide, high)))
            anchors.append((place + wide, low))
        else:
            outlines.append(box_ring((low, place, high, place + wide)))
            anchors.append((low, place))
    numbers: np.ndarray = np.column_stack([np.zeros(len(strips), dtype=int), np.arange(len(strips))])
    turns = np.full(len(strips), 90.0 if axis == 0 else 0.0)
    return Cells(np.array(outlines, dtype=float), np.array(anchors, dtype=float), turns, numbers)
