"""What a line to buy comes in."""

from __future__ import annotations

from narrow_cornice.derived.bought.lines import InLengths, LineToBuy


def sawn(line: LineToBuy) -> InLengths:
    """Return the lengths of a line of trim."""
    assert isinstance(line.goods, InLengths)
    return line.goods
