"""What of a bar can be used: its ends are squared, each piece is cut a little long, and between pieces runs the saw."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.explained.house_rules import HouseRules


class BarSaw(NamedTuple):
    """How bars are sawn, in mm: the kerf, what is squared off each end, and the allowance of each piece.

    n pieces fit where their lengths, n allowances and n − 1 kerfs come to no more than the bar less its two ends: as if
    the kerf were ``between`` and the bar shorter by what is ``lost`` of it.
    """

    kerf: float
    ends: float = 0.0
    allowance: float = 0.0

    @property
    def between(self) -> float:
        """Return what lies between two pieces: the kerf and an allowance."""
        return self.kerf + self.allowance

    def lost(self, lengths: Sequence[float]) -> float:
        """Return what of every bar of these lengths no piece can have: both its ends, and the allowance of one piece;
        no more than half of the shortest."""
        return min(2 * self.ends + self.allowance, min(lengths, default=0.0) / 2)

    def longest(self, lengths: Sequence[float]) -> float:
        """Return the longest piece that bars of these lengths give."""
        return max(lengths) - self.lost(lengths)


def bar_saw(rules: HouseRules) -> BarSaw:
    """Return how bars are sawn by the house rules."""
    return BarSaw(rules.value("kerf"), rules.value("bar_ends"), rules.value("piece_allowance"))
