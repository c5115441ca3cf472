"""What a difference of lightness does between trim, wall and window frame (colour and light)."""

from __future__ import annotations

from typing import Literal

from narrow_cornice.colour.tones import lightness

DISAPPEARS, OUTLINES = 10.0, 35.0  # of ΔL*
Does = Literal["disappears", "defines", "outlines"]


def lightness_apart(one: str, other: str) -> float:
    """Return |ΔL*| between two colours as #rrggbb."""
    return abs(lightness(one) - lightness(other))


def contrast_does(apart: float, outlines: float = OUTLINES) -> Does:
    """Return what a difference of lightness does: under 10 it disappears, over 35 (house rule) it outlines."""
    if apart < DISAPPEARS:
        return "disappears"
    return "outlines" if apart > outlines else "defines"
