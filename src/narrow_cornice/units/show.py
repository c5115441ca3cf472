"""Quantities as people read them: areas, litres, money, runs of trim, each in the job's unit world."""

from __future__ import annotations

from narrow_cornice.units.lengths import Unit, show_length

SQUARE_FOOT_M2 = 0.09290304  # exactly (0.3048 m)²


def show_area(m2: float, unit: Unit) -> str:
    """Return an area as m² or square feet, two decimals."""
    return f"{m2:.2f} m²" if unit == "mm" else f"{m2 / SQUARE_FOOT_M2:.1f} sq ft"


def show_run(mm: float, unit: Unit) -> str:
    """Return a length to buy: metres or feet, one decimal."""
    return f"{mm / 1000:.1f} m" if unit == "mm" else f"{mm / 304.8:.1f} ft"


def show_litres(litres: float) -> str:
    """Return litres to two decimals below 10, else one."""
    return f"{litres:.2f} L" if litres < 10 else f"{litres:.1f} L"


def show_money(amount: float) -> str:
    """Return an amount of the job's money, without a sign; cents only where there are any."""
    text = f"{amount:,.2f}".replace(",", " ")
    return text.removesuffix(".00")


def show_number(value: float) -> str:
    """Return a plain number with no more decimals than it needs, four at most."""
    return f"{value:.4f}".rstrip("0").rstrip(".") or "0"


def show_quantity(value: float, kind: str, unit: Unit, *, step: float = 1, denominator: int = 16) -> str:
    """Return ``value`` of unit ``kind`` (mm, m, m², L, money, °, a plain count …) as the job shows it."""
    if kind == "mm":
        return show_length(value, unit, step=step, denominator=denominator)
    if kind == "run":
        return show_run(value, unit)
    if kind == "m²":
        return show_area(value, unit)
    if kind == "L":
        return show_litres(value)
    if kind == "money":
        return show_money(value)
    if kind == "°":
        return f"{value:.1f}°"
    if kind == "share":
        return f"{100 * value:.3g} %"
    if kind:
        return f"{show_number(value)} {kind}"
    return show_number(value)
