"""Numbers typed on the bench that are no lengths: lumens, people, prices, fullness."""

from __future__ import annotations

from collections.abc import Callable

from narrow_cornice.desk.bench import Bench
from narrow_cornice.errors import CorniceError

UNITS = ("litres", "litre", "hours", "h", "kg", "m²", "m2", "lx", "lm", "k", "l", "°", "%")  # that may be typed behind


def number_typed(
    bench: Bench, text: str, what: str, within: tuple[float, float], change: Callable[[float | None], bool]
) -> bool:
    """Take a typed number between two others, empty for what is usual; anything else is told."""
    clean = "".join(text.lower().replace(",", ".").split())  # thousands may stand apart
    money = bench.session.job.settings.money.lower().replace(" ", "")
    for unit in (money, *UNITS):
        clean = clean.removesuffix(unit) if unit else clean
    if not clean:
        return change(None)
    try:
        value = float(clean)
    except ValueError:
        value = float("nan")
    if not within[0] <= value <= within[1]:
        bench.session.refused.emit(
            CorniceError(
                f"“{text[:40]}” is no number for {what}.",
                remedy=f"Write a number from {within[0]:g} to {within[1]:g}.",
            )
        )
        return False
    return change(value)
