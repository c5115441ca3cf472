"""Numbers typed on the bench that are no lengths: lumens, people, prices, fullness."""

from __future__ import annotations

from collections.abc import Callable

from narrow_cornice.desk.bench import Bench
from narrow_cornice.errors import CorniceError


def number_typed(
    bench: Bench, text: str, what: str, within: tuple[float, float], change: Callable[[float | None], bool]
) -> bool:
    """Take a typed number between two others, empty for what is usual; anything else is told."""
    clean = text.strip().lower().replace(",", ".")
    for unit in ("lx", "lm", "k", "°", "%"):
        clean = clean.removesuffix(unit).strip()
    if not clean:
        return change(None)
    try:
        value = float(clean)
    except ValueError:
        value = float("nan")
    if not within[0] <= value <= within[1]:
        bench.session.refused.emit(
            CorniceError(
                f"“{text[:40]}” is no {what} that can be.",
                remedy=f"Write a number from {within[0]:g} to {within[1]:g}.",
            )
        )
        return False
    return change(value)
