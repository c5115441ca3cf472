"""How many whole lengths to buy for a list of pieces.

Simple whole-length counting: pieces longest first, each into the first length it still fits (first-fit
decreasing, at most 11/9 of the best plus one, Johnson 1973), once for every stock length that holds the longest piece;
then every bar is bought as short as its pieces allow, and the cheapest answer is kept.
"""

from __future__ import annotations

import bisect
import math
from collections import Counter
from collections.abc import Sequence

import msgspec

from narrow_cornice.cutting.open_bars import OpenBars
from narrow_cornice.errors import CorniceError
from narrow_cornice.memo import by_value
from narrow_cornice.units.told import Told, so_many, together


class Bar(msgspec.Struct, frozen=True, gc=False):
    """One length: what is cut from it, by piece index and length in mm, and what is left over; ``owned`` says that it
    is a left-over and costs nothing."""

    stock: float
    pieces: tuple[tuple[int, float], ...]
    offcut: float
    owned: bool = False


class Lengths(msgspec.Struct, frozen=True, gc=False):
    """Bars with their price in all; ``bound`` is what any plan costs at least, where it was worked out."""

    bars: tuple[Bar, ...]
    price: float
    bound: float | None = None

    def by_length(self) -> list[tuple[float, int]]:
        """Return how many bars of each length are bought, the longest first."""
        return sorted(Counter(bar.stock for bar in self.bars if not bar.owned).items(), reverse=True)

    @property
    def words(self) -> Told:
        """Return what is bought in words: "2 × 4.8 m + 1 × 2.4 m", empty for nothing."""
        return together((so_many(count, length, "mm") for length, count in self.by_length()), " + ")

    def useful(self, least: float) -> tuple[float, ...]:
        """Return the off-cuts that are worth keeping, in whole mm, the longest first."""
        return tuple(sorted((float(int(bar.offcut)) for bar in self.bars if bar.offcut >= least), reverse=True))


Held = list[tuple[int, float]]  # the pieces of a bar, by index and length


def _packed(ordered: Sequence[tuple[float, int]], stock: float, kerf: float) -> tuple[list[Held], list[float]]:
    """Return first-fit-decreasing bars for (length, index) pairs, longest first: what each holds, and what is left.

    A piece longer than the stock is scarfed into whole lengths and a rest.
    """
    cut = ordered
    if ordered and ordered[0][0] > stock + 1e-9:
        parts: list[tuple[float, int]] = []
        for length, index in ordered:
            while length > stock + 1e-9:
                parts.append((stock, index))
                length -= stock
            parts.append((length, index))
        cut = sorted(parts, key=_longest_first)
    holds: list[Held] = []
    bars = OpenBars(len(cut))
    for length, index in cut:
        bar = bars.place(length + kerf - 1e-9, length + kerf)
        if bar is None:
            bars.open(stock - length)
            holds.append([(index, length)])
        else:
            holds[bar].append((index, length))
    return holds, [bars.room(number) for number in range(len(holds))]


def _longest_first(one: tuple[float, int]) -> tuple[float, int]:
    return (-one[0], one[1])


def _shortest(used: float, stock: float, sold: Sequence[float]) -> float:
    """Return the shortest length sold that still holds so much, at most ``stock``; ``sold`` rises."""
    return min(stock, sold[bisect.bisect_left(sold, used - 1e-9)]) if sold else stock


@by_value(times=1, each="room")
def lengths_to_buy(
    pieces: tuple[float, ...],
    stocks: tuple[float, ...],
    price_per_metre: float,
    kerf: float,
    left_over: tuple[float, ...] = (),
    lost: float = 0.0,
) -> Lengths:
    """Return the cheapest of several quick answers.

    ``pieces`` and ``stocks`` are in mm and above nought; with equal prices the fewest bars win. ``left_over`` bars are
    used first, the shortest first, each filled with the longest pieces that fit. ``lost`` is what of every bar cannot
    be used, which is paid for all the same.
    """
    plain = _bought(pieces, stocks, price_per_metre, kerf, lost)
    if not left_over or not pieces:
        return plain
    owned, rest = _from_left_over(pieces, left_over, kerf, lost)
    if not owned:
        return plain
    bought = _bought(tuple(pieces[index] for index in rest), stocks, price_per_metre, kerf, lost)
    if bought.price > plain.price + 1e-9:
        return plain
    bars = (Bar(bar.stock, tuple((rest[n], mm) for n, mm in bar.pieces), bar.offcut) for bar in bought.bars)
    return Lengths((*owned, *bars), bought.price)


def _from_left_over(
    pieces: Sequence[float], left_over: Sequence[float], kerf: float, lost: float
) -> tuple[tuple[Bar, ...], list[int]]:
    """Return the left-overs that are used, and the pieces that still have to be cut from what is bought."""
    waiting = sorted(range(len(pieces)), key=lambda index: (-pieces[index], index))
    bars: list[Bar] = []
    for length in sorted(left_over):
        free, held = length - lost, list[tuple[int, float]]()
        for index in waiting:
            need = pieces[index] + (kerf if held else 0.0)
            if need <= free + 1e-9:
                free -= need
                held.append((index, pieces[index]))
        if held:
            taken = {index for index, _ in held}
            waiting = [index for index in waiting if index not in taken]
            bars.append(Bar(length, tuple(held), max(0.0, free - kerf), owned=True))
    return tuple(bars), sorted(waiting)


def _bought(
    pieces: tuple[float, ...], whole_stocks: tuple[float, ...], price_per_metre: float, kerf: float, lost: float
) -> Lengths:
    """Return the cheapest of several quick answers in bars that are bought, of which so much each is lost."""
    stocks = tuple(one - lost for one in whole_stocks)
    whole = sum(pieces)
    ordered = sorted(((length, index) for index, length in enumerate(pieces)), key=_longest_first)

    rising = [length for length, _ in reversed(ordered)]

    def least(stock: float) -> float:
        """Return what this stock costs at least: by the pieces' length together, and by those no two of which share."""
        alone = len(rising) - bisect.bisect_right(rising, (stock - kerf) / 2 + 1e-9)
        return max(math.ceil(whole / stock - 1e-9), alone) * (stock + lost) / 1000 * price_per_metre

    best: tuple[float, int] | None = None
    bars: list[tuple[float, Held, float]] = []  # the length of each bar, what it holds and how much of it is used
    # A piece is never joined where a longer bar would do.
    longest = ordered[0][0] if ordered else 0.0
    whole_ones = [stock for stock in stocks if stock >= longest - 1e-9] or [max(stocks, default=0.0)]
    sold = sorted(stocks)
    for bound, stock in sorted((least(stock), stock) for stock in whole_ones if stocks):
        if best is not None and bound > best[0] + 1e-9:
            break
        holds, left = _packed(ordered, stock, kerf)
        lengths = [_shortest(stock - room, stock, sold) for room in left]
        worth = ((sum(lengths) + lost * len(lengths)) / 1000 * price_per_metre, len(lengths))
        if best is None or (round(worth[0], 6), worth[1]) < (round(best[0], 6), best[1]):
            best = worth
            bars = [(length, hold, stock - room) for length, hold, room in zip(lengths, holds, left, strict=True)]
    if best is None:
        raise CorniceError("This trim is sold in no length.", where="stock", remedy="Give it at least one.")
    # The cut that frees an off-cut takes a kerf from it.
    made = (Bar(length + lost, tuple(hold), max(0.0, length - used - kerf)) for length, hold, used in bars)
    return Lengths(tuple(made), best[0])
