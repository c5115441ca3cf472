"""What is cut from sheets: parts, sheets of stock, and a plan with its price and proven bound.

A part lies along x (the sheet's length, where the grain runs) and y (its width); its place is that of the corner
nearest the sheet's own, the edge trim included. Between two parts the saw takes a kerf. Every plan can be cut with cuts
from edge to edge (guillotine), which is what a panel saw makes.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from itertools import combinations

import msgspec

from narrow_cornice.cutting.plans import CuttingError

FITS = 1e-6  # mm by which a sheet may be overrun for rounding


class Part(msgspec.Struct, frozen=True):
    """A part: its length and width in mm; with ``grain`` its length lies along the sheet's, else it may be turned."""

    length: float
    width: float
    grain: bool = True


class SheetKind(msgspec.Struct, frozen=True):
    """A kind of sheet: length along the grain and width in mm, price, and how many there are, None for as many as are
    wanted. A left-over is a sheet of its own with a count and no price."""

    name: str
    length: float
    width: float
    price: float
    count: int | None = None


class Saw(msgspec.Struct, frozen=True):
    """What the saw takes: the kerf between two parts, and what is trimmed off every edge of a sheet first, in mm."""

    kerf: float
    edge_trim: float


class Placed(msgspec.Struct, frozen=True):
    """A part on its sheet: its index, its corner, and whether it is turned across the sheet."""

    part: int
    x: float
    y: float
    turned: bool = False

    def size(self, parts: Sequence[Part]) -> tuple[float, float]:
        """Return how far it reaches along x and along y."""
        one = parts[self.part]
        return (one.width, one.length) if self.turned else (one.length, one.width)


class CutSheet(msgspec.Struct, frozen=True):
    """One sheet: the index of its kind and what is cut from it."""

    kind: int
    placed: tuple[Placed, ...]


class SheetPlan(msgspec.Struct, frozen=True):
    """Sheets to buy with their price; ``bound`` is what any plan costs at least, ``seconds`` how long it took."""

    sheets: tuple[CutSheet, ...]
    price: float
    bound: float
    seconds: float

    @property
    def proven(self) -> bool:
        """Return whether no plan is cheaper."""
        return self.price <= self.bound + 1e-6 * max(1.0, self.price)


def checked_sheets(parts: Sequence[Part], kinds: Sequence[SheetKind], saw: Saw) -> None:
    """Raise CuttingError for what cannot be: no sheets, sizes that are none, a part larger than every sheet."""
    if not any(kind.count != 0 for kind in kinds):
        raise CuttingError("there is no sheet to cut from.", where="sheets")
    if not 0 <= saw.kerf <= 100:
        raise CuttingError(f"a saw does not take {saw.kerf:g} mm.", where="kerf")
    if not 0 <= saw.edge_trim <= 500:
        raise CuttingError(f"nobody trims {saw.edge_trim:g} mm off an edge.", where="edge_trim")
    for number, kind in enumerate(kinds):
        sizes_are = all(2 * saw.edge_trim < size < 1e5 for size in (kind.length, kind.width))
        if not sizes_are or not 0 <= kind.price < 1e9 or (kind.count is not None and kind.count < 0):
            raise CuttingError(f"“{kind.name[:40]}” is no sheet that can be cut.", where=f"sheets[{number}]")
    firsts: dict[Part, int] = {}  # of parts that are alike the first speaks for all
    for number, part in enumerate(parts):
        firsts.setdefault(part, number)
    for part, number in firsts.items():
        if not (0 < part.length < 1e5 and 0 < part.width < 1e5):
            raise CuttingError(f"a part of {part.length:g} × {part.width:g} mm cannot be.", where=f"parts[{number}]")
        if not any(ways(part, kind, saw) for kind in kinds if kind.count != 0):
            raise CuttingError(
                f"a part of {part.length:g} × {part.width:g} mm is larger than every sheet inside its trim"
                + (" the way its grain runs." if part.grain else "."),
                where=f"parts[{number}]",
                remedy="Join it from two, or take larger sheets.",
            )


def usable(kind: SheetKind, saw: Saw) -> tuple[float, float]:
    """Return the length and width of a sheet inside its trim."""
    return kind.length - 2 * saw.edge_trim, kind.width - 2 * saw.edge_trim


def ways(part: Part, kind: SheetKind, saw: Saw) -> tuple[bool, ...]:
    """Return how a part may lie on a kind of sheet: not turned, turned, both or neither."""
    length, width = usable(kind, saw)
    found = []
    if part.length <= length + FITS and part.width <= width + FITS:
        found.append(False)
    if not part.grain and part.width <= length + FITS and part.length <= width + FITS:
        found.append(True)
    return tuple(found)


def price_of_sheets(sheets: Sequence[CutSheet], kinds: Sequence[SheetKind]) -> float:
    """Return the price of sheets."""
    return sum(kinds[kind].price * many for kind, many in Counter(one.kind for one in sheets).items())


def broken_sheet_rule(sheets: Sequence[CutSheet], parts: Sequence[Part], kinds: Sequence[SheetKind], saw: Saw) -> str:
    """Return what is wrong with a plan, empty for one that cuts every part once, inside its sheet, a kerf from the
    others, along the grain, from sheets there are. That it can be cut from edge to edge ``saw_order`` says."""
    if sorted(one.part for sheet in sheets for one in sheet.placed) != list(range(len(parts))):
        return "not every part is cut once"
    for sheet in sheets:
        kind = kinds[sheet.kind]
        boxes = []
        for one in sheet.placed:
            if one.turned and parts[one.part].grain:
                return f"part {one.part} lies across the grain"
            long, wide = one.size(parts)
            low, high = saw.edge_trim - FITS, -saw.edge_trim + FITS
            if one.x < low or one.y < low or one.x + long > kind.length + high or one.y + wide > kind.width + high:
                return f"part {one.part} reaches over the edge of its {kind.name}"
            boxes.append((one.x, one.y, one.x + long, one.y + wide))
        for (ax, ay, bx, by), (cx, cy, dx, dy) in combinations(boxes, 2):
            gap = saw.kerf - FITS
            if ax < dx + gap and cx < bx + gap and ay < dy + gap and cy < by + gap:
                return f"two parts on a {kind.name} are closer than the saw is wide"
    for kind_index, many in Counter(sheet.kind for sheet in sheets).items():
        count = kinds[kind_index].count
        if count is not None and many > count:
            return f"{many} of {kinds[kind_index].name} are cut, and there are {count}"
    return ""
