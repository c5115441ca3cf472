"""In which order a sheet is cut: from edge to edge, the longest cut first, each piece then on by itself."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.cutting.sheet_plans import FITS, CutSheet, Part, Saw, SheetKind


class Cut(NamedTuple):
    """One cut from edge to edge of a piece: ``along`` the sheet's length or across it, where the kerf begins (``at``,
    its y where it runs along, its x where it runs across), between which ends it runs, and how often the piece has
    been cut before (``depth``)."""

    along: bool
    at: float
    begin: float
    end: float
    depth: int


class Rest(NamedTuple):
    """A piece of a sheet that is left over: its corner and its size."""

    x: float
    y: float
    length: float
    width: float


class Order(NamedTuple):
    """The cuts of a sheet in their order, and what is left over, the largest first."""

    cuts: tuple[Cut, ...]
    rests: tuple[Rest, ...]


Box = tuple[float, float, float, float]


def saw_order(sheet: CutSheet, parts: Sequence[Part], kind: SheetKind, saw: Saw) -> Order | None:
    """Return how a sheet is cut, None where it cannot be cut from edge to edge.

    The trim of its edges comes before and is not among the cuts.
    """
    boxes = []
    for one in sheet.placed:
        long, wide = one.size(parts)
        boxes.append((one.x, one.y, one.x + long, one.y + wide))
    trim = saw.edge_trim
    whole = (trim, trim, kind.length - trim, kind.width - trim)
    cuts: list[Cut] = []
    rests: list[Rest] = []
    if not _cut(whole, boxes, saw.kerf, 0, cuts, rests):
        return None
    return Order(tuple(cuts), tuple(sorted(rests, key=lambda rest: -rest.length * rest.width)))


def _cut(piece: Box, boxes: list[Box], kerf: float, depth: int, cuts: list[Cut], rests: list[Rest]) -> bool:
    """Cut a piece down to the boxes in it; return whether that can be done."""
    x0, y0, x1, y1 = piece
    if not boxes:
        if x1 - x0 > FITS and y1 - y0 > FITS:
            rests.append(Rest(x0, y0, x1 - x0, y1 - y0))
        return True
    if len(boxes) == 1 and all(abs(a - b) <= FITS for a, b in zip(piece, boxes[0], strict=True)):
        return True
    for along in (True, False) if x1 - x0 >= y1 - y0 else (False, True):
        low, high = (1, 3) if along else (0, 2)
        begin, end = (x0, x1) if along else (y0, y1)
        for at in _lines(piece, boxes, kerf, low, high):
            before = [box for box in boxes if box[high] <= at + FITS]
            after = [box for box in boxes if box[low] >= at + kerf - FITS]
            beyond = min(at + kerf, piece[high])
            first = (x0, y0, x1, at) if along else (x0, y0, at, y1)
            second = (x0, beyond, x1, y1) if along else (beyond, y0, x1, y1)
            cuts.append(Cut(along, at, begin, end, depth))
            # What can be cut from edge to edge still can be after any such cut, so none is ever taken back.
            return _cut(first, before, kerf, depth + 1, cuts, rests) and _cut(
                second, after, kerf, depth + 1, cuts, rests
            )
    return False


def _lines(piece: Box, boxes: list[Box], kerf: float, low: int, high: int) -> list[float]:
    """Return where a piece can be cut across one direction without cutting a box: behind boxes, or before them."""
    ends = sorted({box[high] for box in boxes} | {box[low] - kerf for box in boxes})
    found = []
    for at in ends:
        if at >= piece[high] - FITS or at <= piece[low] - kerf + FITS:
            continue
        if all(box[high] <= at + FITS or box[low] >= at + kerf - FITS for box in boxes):
            found.append(at)
    return found
