"""First-fit decreasing over several kinds of bars: a quick plan that every other one is held against.

Pieces longest first, each into the first bar it still fits (at most 11/9 of the best plus one, Johnson 1973).
"""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.cutting.open_bars import OpenBars
from narrow_cornice.cutting.plans import FITS, BarKind, CutBar, offcut_of, price_of


def first_fit(pieces: Sequence[float], stock: Sequence[BarKind], kerf: float) -> list[CutBar] | None:
    """Return the cheapest of several first-fit plans, None where none of them finds room for every piece.

    One opens bars of one length as long as there are any, for each length in turn; one always the cheapest by the metre
    that the piece fits. Left-overs that cost nothing are opened first.
    """
    by_metre = sorted(range(len(stock)), key=lambda t: (stock[t].price / stock[t].length, -stock[t].length))
    tries = [by_metre]
    for first in range(len(stock)):
        free = [t for t in by_metre if stock[t].price == 0.0 and t != first]
        tries.append([*free, first, *[t for t in by_metre if t != first and t not in free]])
    made = [one for order in tries if (one := _packed(pieces, stock, kerf, order)) is not None]
    made = [in_cheapest(one, pieces, stock, kerf) for one in made]
    return min(made, key=lambda one: (round(price_of(one, stock), 6), len(one)), default=None)


def _packed(
    pieces: Sequence[float], stock: Sequence[BarKind], kerf: float, order: Sequence[int]
) -> list[CutBar] | None:
    left = [one.count if one.count is not None else len(pieces) for one in stock]
    bars: list[tuple[int, list[int]]] = []
    open_bars = OpenBars(len(pieces))
    for index in sorted(range(len(pieces)), key=lambda i: -pieces[i]):
        need = pieces[index]
        place = open_bars.place(need - FITS, need + kerf)
        if place is None:
            kind = next((t for t in order if left[t] > 0 and need <= stock[t].length + FITS), None)
            if kind is None:
                return None
            left[kind] -= 1
            bars.append((kind, []))
            place = open_bars.open(stock[kind].length - need - kerf)
        bars[place][1].append(index)
    return [as_bar(kind, held, pieces, stock, kerf) for kind, held in bars]


def as_bar(kind: int, held: Sequence[int], pieces: Sequence[float], stock: Sequence[BarKind], kerf: float) -> CutBar:
    """Return a bar with its pieces, longest first."""
    ordered = tuple(sorted(held, key=lambda i: (-pieces[i], i)))
    return CutBar(kind, ordered, offcut_of(stock[kind].length, [pieces[i] for i in ordered], kerf))


def in_cheapest(plan: Sequence[CutBar], pieces: Sequence[float], stock: Sequence[BarKind], kerf: float) -> list[CutBar]:
    """Return the plan with every bar's pieces cut from the cheapest bar that still holds them."""
    left = [one.count if one.count is not None else len(plan) for one in stock]
    for bar in plan:
        left[bar.stock] -= 1
    made = []
    for bar in plan:
        used = sum(pieces[i] for i in bar.pieces) + kerf * (len(bar.pieces) - 1)
        fitting = [t for t in range(len(stock)) if used <= stock[t].length + FITS and (left[t] > 0 or t == bar.stock)]
        kind = min(fitting, key=lambda t: (stock[t].price, stock[t].length))
        left[bar.stock] += 1
        left[kind] -= 1
        made.append(as_bar(kind, bar.pieces, pieces, stock, kerf))
    return made
