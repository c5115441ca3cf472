"""Quantities as people read them: sizes, areas, litres, money, runs of trim, each in the job's unit world.

A figure is rounded here and nowhere else, so that it is the same wherever it is shown.
"""

from __future__ import annotations

import math
from typing import NamedTuple, Protocol

from narrow_cornice.units.lengths import Unit, show_length

SQUARE_INCH_MM2 = 645.16
SQUARE_FOOT_M2 = 0.09290304  # exactly (0.3048 m)²
FOOT_MM = 304.8
INCH_MM = 25.4
SMALL_MM = 100.0  # below this a size is shown to the half millimetre: mouldings, gaps, thicknesses
MADE_MM = 1000.0  # below this a size that is a half to the last digit was meant so
HALF = 0.5
NEAR_ENOUGH = 0.07  # of a size, by which the fraction of an inch that it is told as may be off
METRE_MM = 1000.0


# What rates are told by in feet: their unit, and how many of it one of the metric unit is.
RATES: dict[str, tuple[str, float]] = {
    "m²/h": ("sq ft/h", 1.0 / SQUARE_FOOT_M2),
    "m²/L": ("sq ft/L", 1.0 / SQUARE_FOOT_M2),
    "m/h": ("ft/h", METRE_MM / FOOT_MM),
    "h/m": ("h/ft", FOOT_MM / METRE_MM),
}


class ShownIn(Protocol):
    """How a job shows its lengths: the unit, its finest step in mm, the finest part of an inch."""

    @property
    def unit(self) -> Unit:
        """Return the unit."""

    @property
    def step(self) -> float:
        """Return the finest step in mm."""

    @property
    def denominator(self) -> int:
        """Return the finest part of an inch."""


class InUnits(NamedTuple):
    """A way of showing lengths that no job chose."""

    unit: Unit = "mm"
    step: float = 1
    denominator: int = 16


UNIT_NAMES: dict[Unit, str] = {"mm": "millimetres", "in": "feet and inches"}
METRIC = InUnits()
IMPERIAL = InUnits("in")


def size_step(mm: float, how: ShownIn) -> float:
    """Return the step in mm that a size is shown to: the job's, and half a millimetre for what is small or was made to
    a half."""
    made = abs(mm) < MADE_MM and abs(2 * mm - round(2 * mm)) < 1e-6
    return min(how.step, HALF) if abs(mm) < SMALL_MM or made else how.step


def show_size(mm: float, how: ShownIn) -> str:
    """Return a size as the job shows it."""
    return show_length(mm, how.unit, step=size_step(mm, how), denominator=how.denominator)


def show_habit(mm: float, how: ShownIn) -> str:
    """Return a size that was set, not measured, and may be smaller than the job's finest step: in inches by the finest
    fraction that comes near it, else in decimals of an inch."""
    if how.unit == "mm":
        return show_length(mm, "mm", step=0.01)
    for denominator in (how.denominator, *(finer for finer in (32, 64) if finer > how.denominator)):
        step = INCH_MM / denominator
        if abs(mm - round(mm / step) * step) <= NEAR_ENOUGH * abs(mm):
            return show_length(mm, "in", denominator=denominator)
    return f'{show_number(float(f"{mm / INCH_MM:.3g}"), 6)}"'


def bare_size(mm: float, how: ShownIn) -> str:
    """Return a size without its unit where that is millimetres, as on drawings and in columns."""
    return show_size(mm, how).removesuffix(" mm")


def show_fine(mm: float, how: ShownIn, *, sign: bool = False) -> str:
    """Return a size finer than the steps of a job, as residuals and misses are: to a tenth of a mm, or to a hundredth
    of an inch; with its ``sign`` where it goes one way or the other."""
    value, unit, decimals = (mm, " mm", 1) if how.unit == "mm" else (mm / INCH_MM, '"', 2)
    return f"{value:{'+' if sign else ''}.{decimals}f}{unit}".replace("-", "−")


def show_area(m2: float, unit: Unit) -> str:
    """Return an area as m² (two decimals) or square feet (one)."""
    return f"{m2:.2f} m²" if unit == "mm" else f"{m2 / SQUARE_FOOT_M2:.1f} sq ft"


def show_section(mm2: float, unit: Unit) -> str:
    """Return the area of a section, as "217.2 cm²" or "33.7 sq in"."""
    return f"{mm2 / 100:.1f} cm²" if unit == "mm" else f"{mm2 / SQUARE_INCH_MM2:.1f} sq in"


def show_run(mm: float, unit: Unit) -> str:
    """Return a length to buy: metres or feet, one decimal."""
    return f"{mm / METRE_MM:.1f} m" if unit == "mm" else f"{mm / FOOT_MM:.1f} ft"


def show_rate(value: float, kind: str, unit: Unit) -> str:
    """Return a rate, of a metric unit, as a job shows it: 12 m²/h, or 129.2 sq ft/h."""
    if unit == "mm":
        return f"{show_number(value)} {kind}"
    name, times = RATES[kind]
    told = value * times
    return f"{show_number(told, 1 if told >= 100 else 2 if told >= 1 else 4)} {name}"


def show_litres(litres: float) -> str:
    """Return litres to two decimals, to one from a hundred on."""
    return f"{litres:.2f} L" if litres < 100 else f"{litres:.1f} L"


def cents(amount: float) -> float:
    """Return an amount of money to the cent, half a cent up: a price that is a half to the last digit is rounded the
    same wherever it is worked out."""
    return math.floor(amount * 100.0 + 0.5 + 1e-7) / 100.0


def show_money(amount: float) -> str:
    """Return an amount of the job's money, without a sign; cents only where there are any."""
    text = f"{amount:,.2f}".replace(",", " ")
    return text.removesuffix(".00")


def show_kelvin(kelvin: float) -> str:
    """Return a colour temperature, as "2 700 K"."""
    return f"{show_measure(kelvin)} K"


def show_lumens(lumens: float) -> str:
    """Return the light of a lamp, as "1 100 lm"."""
    return f"{show_measure(lumens)} lm"


def show_number(value: float, decimals: int = 4, *, apart: bool = False) -> str:
    """Return a plain number with no more decimals than it needs, and at most so many; thousands ``apart`` or not."""
    text = f"{value:,.{decimals}f}".replace(",", " " if apart else "")
    return (text.rstrip("0").rstrip(".") if "." in text else text) or "0"


def is_nought(shown: str) -> bool:
    """Return whether an amount, as it is shown, is nothing to speak of: "0.0 m", "−0.00"."""
    return not any(digit in shown for digit in "123456789")


def show_measure(value: float) -> str:
    """Return an amount of a material (kg, tubes, sheets, packs) or of light: to the hundredth, thousands apart."""
    return show_number(value, 2, apart=True)


# Words for several, and for one.
ONE_OF = {
    "pieces": "piece",
    "bottles": "bottle",
    "widths": "width",
    "days": "day",
    "strips": "strip",
    "tiles": "tile",
    "blocks": "block",
}


def show_quantity(value: float, kind: str, how: ShownIn) -> str:
    """Return ``value`` of unit ``kind`` as the job shows it: mm, run, m², L, money, °, share, sag, a word, none."""
    if kind == "mm":
        return show_size(value, how)
    if kind == "run" or (kind == "m" and how.unit == "in"):  # what is sold by the metre, to its centimetre else
        return show_run(value * (METRE_MM if kind == "m" else 1.0), how.unit)
    if kind == "m²":
        return show_area(value, how.unit)
    if kind == "L":
        return show_litres(value)
    if kind in RATES and how.unit == "in":
        return show_rate(value, kind, how.unit)
    if kind == "money":
        return show_money(value)
    if kind == "h":
        return f"{value:.1f} h"
    if kind == "°":
        return f"{value:.1f}°"
    if kind == "share":
        return f"{100 * value:.3g} %"
    if kind == "sag":
        return f"{value:.2f} mm" if how.unit == "mm" else f'{value / INCH_MM:.3f}"'  # finer than any step of a job
    if kind:
        amount = show_measure(value)
        return f"{amount} {ONE_OF.get(kind, kind) if amount == '1' else kind}"
    return show_number(value)
