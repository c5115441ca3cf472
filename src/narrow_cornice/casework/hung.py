"""What pulls at the fixings of a unit that hangs on its wall: its weight and what is in it, at the arm of its depth."""

from __future__ import annotations

from narrow_cornice.explained.figures import explained


@explained("weight when full", "kg", "carcasses and fronts + shelf metres × load per metre")
def weight_when_full(carcasses_and_fronts: float, shelf_metres: float, load_per_metre: float) -> float:
    """Return what a unit weighs with what is kept in it."""
    return carcasses_and_fronts + shelf_metres * load_per_metre


@explained("pull at each upper fixing", "N", "weight when full × 9.81 × depth ÷ 2 ÷ height ÷ upper fixings")
def pull_at_each(weight_when_full: float, depth: float, height: float, upper_fixings: float) -> float:
    """Return how hard each upper fixing is pulled out of the wall: the weight acts at half the depth, and the unit
    turns about its lower edge."""
    return weight_when_full * 9.81 * depth / 2 / height / upper_fixings


@explained("weight on each fixing", "N", "weight when full × 9.81 ÷ fixings")
def weight_on_each(weight_when_full: float, fixings: float) -> float:
    """Return what each fixing carries downwards."""
    return weight_when_full * 9.81 / fixings
