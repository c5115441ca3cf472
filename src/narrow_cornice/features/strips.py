"""A level strip of other pieces between the rows of a field: the rows above it go on as if it were not there.

Rows are laid out on the region without the strip, what is above it moved down by the strip and a joint, and what lies
there is moved up again: so their starts, middles and slivers are reckoned as of any other field.
"""

from __future__ import annotations

from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.features.laying import IN_ROWS, Laying
from narrow_cornice.features.pieces import Piece, laid
from narrow_cornice.features.region import FieldError, Region, region_from


class Band(NamedTuple):
    """A strip: its lower edge, how tall its pieces are, and the joint beside them."""

    low: float
    tall: float
    joint: float

    @property
    def high(self) -> float:
        """Return its upper edge."""
        return self.low + self.tall

    @property
    def pitch(self) -> float:
        """Return how much higher all that is above it lies."""
        return self.tall + self.joint


def band_near(wished: float, laying: Laying, tall: float) -> Band:
    """Return the strip whose lower edge is nearest to a height: where a row begins, of what is laid in rows."""
    if laying.pattern not in IN_ROWS or laying.turn:
        return Band(wished, tall, laying.joint)
    step, start = laying.height + laying.joint, laying.start[1]
    return Band(start + round((wished - start) / step) * step, tall, laying.joint)


def region_without(region: Region, band: Band) -> Region:
    """Return a region without a strip, what is above it moved down to the row below. Raises FieldError where tiles are
    left on one side of it only."""
    below, above = _sides(region, band)
    if below is None or above is None:
        raise FieldError(
            "A strip needs rows below and above it.", where="strip", remedy="Move it, or make the field taller."
        )
    import shapely

    return region_from(
        shapely.union_all([below.shape, shapely.transform(above.shape, lambda at: at - (0, band.pitch))])
    )


def region_of_strip(region: Region, band: Band) -> Region:
    """Return what a strip covers of a region. Raises FieldError where that is nothing."""
    return _between(region, band.low, band.high)


def laid_round(laying: Laying, region: Region, band: Band) -> tuple[Piece, ...]:
    """Return the pieces of a field below and above a strip; those of one cell are cut from one piece."""
    in_rows = laying.pattern in IN_ROWS and not laying.turn  # whose joint is there already
    below, above = _sides(region, band, 0.0 if in_rows else band.joint)
    pieces = [*laid(laying, below)] if below is not None else []
    if above is not None:
        there = laid(replace(laying, start=(laying.start[0], laying.start[1] + band.pitch)), above)
        pieces += [one._replace(anchor=(one.anchor[0], one.anchor[1] - band.pitch)) for one in there]
    cells: dict[tuple[float, float, float], int] = {}
    made = []
    for piece in pieces:  # told apart by where they are cut from: what is above was numbered for itself
        (x, y), upper = piece.anchor, _lowest(piece) >= band.high - HAIR
        number = cells.setdefault((round(x, 3), round(y, 3), round(piece.turn, 3)), len(cells))
        made.append(piece._replace(cell=number, anchor=(x, y + band.pitch) if upper else (x, y)))
    return tuple(made)


HAIR = 1e-3


def _lowest(piece: Piece) -> float:
    return min(y for _, y in piece.outline)


def _sides(region: Region, band: Band, less: float = 0.0) -> tuple[Region | None, Region | None]:
    """Return what of a region is below a strip and its joint, and above."""
    _, bottom, _, top = region.bounds
    made: list[Region | None] = []
    for low, high in ((bottom - 1.0, band.low - less), (band.low + band.pitch, top + 1.0)):
        try:
            made.append(_between(region, low, high))
        except FieldError:
            made.append(None)
    return made[0], made[1]


def _between(region: Region, low: float, high: float) -> Region:
    import shapely

    left, _, right, _ = region.bounds
    if high <= low:
        raise FieldError("Nothing of it lies there.", where="strip")
    return region_from(shapely.intersection(region.shape, shapely.box(left - 1.0, low, right + 1.0, high)))
