"""What is cut and what it is cut from: pieces, bars of stock, and a plan with its price and proven bound."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

import msgspec

from narrow_cornice.errors import CorniceError

FITS = 1e-6  # mm by which a bar may be overrun for rounding


class BarKind(msgspec.Struct, frozen=True):
    """A kind of bar: its length in mm and price; ``count`` is how many there are, None for as many as are wanted.

    A left-over is a bar of its own with a count and no price.
    """

    name: str
    length: float
    price: float
    count: int | None = None


class CutBar(msgspec.Struct, frozen=True):
    """One bar: the index of its stock, the pieces cut from it by their index, and what is left over in mm."""

    stock: int
    pieces: tuple[int, ...]
    offcut: float


class CutPlan(msgspec.Struct, frozen=True):
    """Bars to buy with their price; ``bound`` is what any plan costs at least, ``seconds`` how long it took."""

    bars: tuple[CutBar, ...]
    price: float
    bound: float
    seconds: float

    @property
    def proven(self) -> bool:
        """Return whether no plan is cheaper."""
        return self.price <= self.bound + 1e-6 * max(1.0, self.price)


class CuttingError(CorniceError, ValueError):
    """Pieces that cannot be cut from the stock there is."""


def offcut_of(stock: float, pieces: Sequence[float], kerf: float) -> float:
    """Return what is left of a bar when its pieces are cut, each cut wasting a kerf but one that falls on its end."""
    rest = stock - sum(pieces) - kerf * len(pieces)
    return rest if rest > 0 else 0.0


def fits(stock: float, pieces: Sequence[float], kerf: float) -> bool:
    """Return whether pieces can be cut from a bar: between n of them there are n − 1 cuts."""
    return sum(pieces) + kerf * (len(pieces) - 1) <= stock + FITS


def checked(pieces: Sequence[float], stock: Sequence[BarKind], kerf: float) -> None:
    """Raise CuttingError for what cannot be: no stock, sizes that are none, a piece longer than every bar."""
    if not stock:
        raise CuttingError("there is no stock to cut from.")
    if not 0 <= kerf <= 100:
        raise CuttingError(f"a saw does not take {kerf:g} mm.", where="kerf")
    for number, one in enumerate(stock):
        if not 0 < one.length < 1e6 or not 0 <= one.price < 1e9 or (one.count is not None and one.count < 0):
            raise CuttingError(f"“{one.name[:40]}” is no bar that can be bought.", where=f"stock[{number}]")
    longest = max((one.length for one in stock if one.count != 0), default=0.0)
    for number, length in enumerate(pieces):
        if not 0 < length < 1e6:
            raise CuttingError(f"a piece of {length:g} mm cannot be.", where=f"pieces[{number}]")
        if length > longest + FITS:
            raise CuttingError(
                f"a piece of {length:g} mm is longer than every bar ({longest:g} mm).",
                where=f"pieces[{number}]",
                remedy="Scarf it from two.",
            )


def price_of(bars: Sequence[CutBar], stock: Sequence[BarKind]) -> float:
    """Return the price of bars."""
    return sum(stock[bar.stock].price * many for bar, many in Counter(bars).items())


def broken_rule(plan: Sequence[CutBar], pieces: Sequence[float], stock: Sequence[BarKind], kerf: float) -> str:
    """Return what is wrong with a plan, empty for one that cuts every piece once from bars there are."""
    if sorted(index for bar in plan for index in bar.pieces) != list(range(len(pieces))):
        return "not every piece is cut once"
    for bar in plan:
        if not fits(stock[bar.stock].length, [pieces[index] for index in bar.pieces], kerf):
            return f"the pieces of a {stock[bar.stock].name} are longer than it"
    for index, many in Counter(bar.stock for bar in plan).items():
        count = stock[index].count
        if count is not None and many > count:
            return f"{many} of {stock[index].name} are cut, and there are {count}"
    return ""
