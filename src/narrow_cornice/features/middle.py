"""Where a field starts when it starts from the middle: a piece or a joint on the middle line, whichever leaves no edge
piece under half a piece where that can be."""

from __future__ import annotations

import itertools

from msgspec.structs import replace

from narrow_cornice.features.laying import IN_ROWS, Laying
from narrow_cornice.features.pieces import laid, thinnest
from narrow_cornice.features.region import Point, Region
from narrow_cornice.features.rows import Anchor, middle_starts, narrowest, stops_of
from narrow_cornice.memo import by_value


def from_middle(laying: Laying, region: Region) -> Laying:
    """Return a laying moved so that it starts from the middle of a region.

    What is laid straight or in rows is weighed by the pieces at its outer edges first and by those round openings
    after that; any other by the thinnest piece of all.
    """
    return replace(laying, start=_start(laying, region))


@by_value(times=1, each="wall")
def _start(laying: Laying, region: Region) -> Point:
    if laying.pattern in IN_ROWS and laying.turn == 0.0:
        left, bottom, right, top = region.bounds
        across = anchor_from_middle(laying, region, 0).start(laying.joint)
        up = anchor_from_middle(laying, region, 1).start(laying.joint)
        return across, up
    left, bottom, right, top = region.bounds
    middle = ((left + right) / 2, (bottom + top) / 2)
    best, start = -1.0, middle
    for place in _starts_about(laying, middle):
        found = thinnest(laid(replace(laying, start=place), region))
        thin = min(laying.width, laying.height) if found is None else found[0]
        if thin > best + 1e-6:
            best, start = thin, place
    return start


def anchor_from_middle(laying: Laying, region: Region, axis: int) -> Anchor:
    """Return how a row along an axis (0 across, 1 up) is held by the middle of a region."""
    edges = region.upright if axis == 0 else region.level
    size = laying.width if axis == 0 else laying.height
    shifts = laying.shifts if axis == 0 else (0.0,)
    low, high = region.bounds[axis], region.bounds[axis + 2]
    outer = [edge for edge in edges if edge.at in (low, high)]

    def weighed(anchor: Anchor) -> tuple[float, float]:
        start = anchor.start(laying.joint)
        at_ends = narrowest(stops_of(outer, shifts), start, size, laying.joint)
        return (
            min(at_ends, size / 2),
            narrowest(stops_of(edges, shifts), start, size, laying.joint),
        )

    return max(middle_starts(low, high, size, laying.joint), key=weighed)


def _starts_about(laying: Laying, middle: Point) -> list[Point]:
    """Return starts that put a piece, an edge or a corner of the pattern on a middle, the pattern turned as it is."""
    import math

    turn = math.radians(laying.turned)
    if laying.pattern == "herringbone":
        offsets = [(0.0, laying.height / 2), (laying.width / 2, laying.height / 2)]
    elif laying.pattern == "chevron":
        offsets = [(0.0, 0.0), (0.0, laying.height / 2)]
    elif laying.pattern == "hexagon":
        tall = 2 * laying.width / math.sqrt(3.0)
        offsets = [(laying.width / 2, tall / 2), (-laying.joint / 2, tall / 2)]
    else:
        offsets = list(itertools.product((laying.width / 2, -laying.joint / 2), (laying.height / 2, -laying.joint / 2)))
    cosine, sine = math.cos(turn), math.sin(turn)
    return [(middle[0] - x * cosine + y * sine, middle[1] - x * sine - y * cosine) for x, y in offsets]
