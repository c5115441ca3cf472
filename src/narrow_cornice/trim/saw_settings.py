"""How the saw is set for each end of a piece: mitre (turned) and bevel (tilted), from the corner as it really is.

A cornice leans off the wall by its spring angle; lying flat on the saw table it is cut with the table turned by the
mitre and the blade tilted by the bevel, so that two pieces meet in the plane that halves the corner. Trim that stands
against the wall is cut by the mitre alone. Formulae: the trade's, by spherical trigonometry of the halving plane.
"""

from __future__ import annotations

import math

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, choice, explained

SHARPEST = 1.0  # degrees: no saw cuts a corner sharper than this


class SawError(CorniceError, ValueError):
    """A corner or spring angle that no saw can cut."""


class SawSetting(msgspec.Struct, frozen=True, gc=False):
    """The turn of the table and the tilt of the blade, in degrees; an outside corner has both below nought: the same
    setting, turned and tilted the other way."""

    mitre: Figure
    bevel: Figure


@explained("mitre", "°", "arctan(sin(spring) ÷ tan(corner ÷ 2))")
def flat_mitre(spring: float, corner: float) -> float:
    """Return how far the table is turned for a crown that lies flat; angles in degrees."""
    return math.degrees(math.atan(math.sin(math.radians(spring)) / math.tan(math.radians(corner / 2))))


@explained("bevel", "°", "arcsin(cos(spring) × cos(corner ÷ 2))")
def flat_bevel(spring: float, corner: float) -> float:
    """Return how far the blade is tilted for a crown that lies flat; angles in degrees."""
    return math.degrees(math.asin(math.cos(math.radians(spring)) * math.cos(math.radians(corner / 2))))


@explained("mitre", "°", "(180 − corner) ÷ 2")
def standing_mitre(corner: float) -> float:
    """Return how far the table is turned for trim that stands against the wall; the corner in degrees."""
    return (180 - corner) / 2


def lying_flat(spring: float | Figure, corner: float | Figure) -> SawSetting:
    """Return the setting for a crown lying flat. Raises SawError."""
    spring, corner = _degrees("spring", spring, 0.0, 90.0), _degrees("corner", corner, SHARPEST, 360.0 - SHARPEST)
    return SawSetting(flat_mitre(spring, corner), flat_bevel(spring, corner))


def standing(corner: float | Figure) -> SawSetting:
    """Return the setting for trim that stands upright against the wall. Raises SawError."""
    corner = _degrees("corner", corner, SHARPEST, 360.0 - SHARPEST)
    return SawSetting(standing_mitre(corner), Figure("bevel", 0.0, "°", "table", note="the blade stands upright"))


def _degrees(name: str, angle: float | Figure, least: float, most: float) -> Figure:
    figure = angle if isinstance(angle, Figure) else choice(name, angle, "°")
    if not least <= figure.value <= most or not math.isfinite(figure.value):
        raise SawError(
            f"a {name} of {figure.value:g}° cannot be cut.", where=name, remedy=f"It lies from {least:g}° to {most:g}°."
        )
    return figure if figure.name == name else msgspec.structs.replace(figure, name=name)
