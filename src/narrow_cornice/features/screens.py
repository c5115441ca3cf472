"""Screens and projectors: sizes, how far off one sits, how high it hangs, the air and the light they need (pictures,
screens, furniture)."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple, get_args

from narrow_cornice.explained.figures import explained

Joining = Literal["dark wall", "framed", "board behind", "among pictures"]
Hiding = Literal["case with doors", "sliding doors", "bifold doors", "art that opens", "lift"]
Ways = Joining | Hiding | Literal["projector"]
JOINS: tuple[Ways, ...] = get_args(Joining)
HIDES: tuple[Ways, ...] = get_args(Hiding)
WAYS: tuple[Ways, ...] = (*JOINS, *HIDES, "projector")
SWITCHED_OFF = "#16181a"  # the tone of a screen that is off
SLACK = 1.0  # mm


def picture_size(diagonal: float) -> tuple[float, float]:
    """Return how wide and tall a picture of 16 by 9 is."""
    return diagonal * 16 / math.sqrt(337), diagonal * 9 / math.sqrt(337)


@explained("width of the picture", "mm", "diagonal × 16 ÷ √(337)")
def picture_width(diagonal: float) -> float:
    """Return how wide a picture of 16 by 9 is."""
    return picture_size(diagonal)[0]


@explained("height of the picture", "mm", "diagonal × 9 ÷ √(337)")
def picture_height(diagonal: float) -> float:
    """Return how tall a picture of 16 by 9 is."""
    return picture_size(diagonal)[1]


@explained("throw", "mm", "width × throw ratio")
def throw_of(width: float, throw_ratio: float) -> float:
    """Return how far from the wall a projector stands for a picture of a width."""
    return width * throw_ratio


@explained("light on the picture", "lx", "lumens ÷ (width × height ÷ 1000000)")
def picture_light(lumens: float, width: float, height: float) -> float:
    """Return the light a projector throws on its picture; sizes in mm."""
    return lumens / (width * height / 1_000_000)


class Opening(NamedTuple):
    """The opening a screen needs: how wide and tall, and how deep with its plugs, in mm."""

    wide: float
    tall: float
    deep: float


def goes_in(needed: Opening, clear: tuple[float, float, float]) -> bool:
    """Return whether the opening that a screen needs is there, in a place so wide, tall and deep."""
    return all(one <= there + SLACK for one, there in zip(needed, clear, strict=True))


def opening_for(wide: float, tall: float, deep: float, air: float, above: float, behind: float) -> Opening:
    """Return the opening for a screen with air at each side and above it, and room behind for plugs and cords."""
    return Opening(wide + 2 * air, tall + air + above, deep + behind)


def seats_from(diagonal: float, nearest: float, farthest: float) -> tuple[float, float]:
    """Return between which distances one sits well, in mm, by multiples of the diagonal."""
    return diagonal * nearest, diagonal * farthest


def leaf_room(way: Ways, opening: Opening) -> tuple[float, float, float]:
    """Return what a way of hiding takes beside the opening at each side, above it and before the wall, in mm: doors
    that swing take half the opening before them, sliding ones half its width beside, bifold a quarter before."""
    half = opening.wide / 2
    return {
        "case with doors": (0.0, 0.0, half),
        "sliding doors": (half, 0.0, 0.0),
        "bifold doors": (30.0, 0.0, opening.wide / 4),
        "art that opens": (0.0, 0.0, opening.wide),
        "lift": (0.0, 0.0, opening.deep),
    }.get(way, (0.0, 0.0, 0.0))
