"""How many whole lengths to buy for a list of pieces.

Simple whole-length counting: pieces longest first, each into the first length it still fits (first-fit
decreasing, at most 11/9 of the best plus one, Johnson 1973), once for every stock length, the cheapest kept.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np


@dataclass(frozen=True, slots=True)
class Bar:
    """One length bought: what is cut from it, by piece index and length in mm, and what is left over."""

    pieces: tuple[tuple[int, float], ...]
    offcut: float


@dataclass(frozen=True, slots=True)
class Lengths:
    """Bars of one stock length with their price in all."""

    stock: float
    bars: tuple[Bar, ...]
    price: float


def _packed(pieces: Sequence[float], stock: float, kerf: float) -> tuple[Bar, ...]:
    """Return first-fit-decreasing bars; pieces longer than the stock are scarfed into whole lengths and a rest."""
    cut: list[tuple[float, int]] = []
    for index, piece in enumerate(pieces):
        rest = piece
        while rest > stock + 1e-9:
            cut.append((stock, index))
            rest -= stock
        cut.append((rest, index))
    cut.sort(key=lambda one: (-one[0], one[1]))
    free = np.full(len(cut), -1.0)  # what is left of each bar; −1 for a bar not yet begun
    holds: list[list[tuple[int, float]]] = []
    for length, index in cut:
        bar = int(np.argmax(free >= length + kerf - 1e-9)) if holds else 0
        if holds and free[bar] >= length + kerf - 1e-9:
            free[bar] -= length + kerf
            holds[bar].append((index, length))
        else:
            free[len(holds)] = stock - length
            holds.append([(index, length)])
    return tuple(Bar(tuple(hold), float(left)) for hold, left in zip(holds, free, strict=False))


@lru_cache(maxsize=1024)
def lengths_to_buy(
    pieces: tuple[float, ...], stocks: tuple[float, ...], price_per_metre: float, kerf: float
) -> Lengths:
    """Return the cheapest answer that buys one stock length only.

    ``pieces`` and ``stocks`` are in mm and above nought; with equal prices the fewest bars win.
    """
    answers = []
    for stock in stocks:
        bars = _packed(pieces, stock, kerf)
        answers.append(Lengths(stock, bars, len(bars) * stock / 1000 * price_per_metre))
    return min(answers, key=lambda answer: (round(answer.price, 6), len(answer.bars)))
