"""What can be carried in: flat parts through doors, round stair turns, in a lift."""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import explained


@explained("widest flat part through it", "mm", "√(width × width + height × height)")
def through_door(width: float, height: float) -> float:
    """Return the width of the widest flat part that passes a door: held along its diagonal, it is carried endways."""
    return math.sqrt(width * width + height * height)


def longest_round_turn(first: float, second: float) -> float:
    """Return the longest straight thing that goes level round a square turn between two legs, in mm.

    It touches the inner corner at its tightest: (a^⅔ + b^⅔)^1½ (the ladder in two corridors).
    """
    return float((first ** (2 / 3) + second ** (2 / 3)) ** 1.5)


@explained("longest part round it", "mm", "√(level round the turn × level round the turn + height × height)")
def round_turn(level_round_the_turn: float, height: float) -> float:
    """Return the longest part that goes round a stair turn when it is tilted up to the headroom."""
    return math.sqrt(level_round_the_turn * level_round_the_turn + height * height)


@explained("longest part in it", "mm", "√(width × width + depth × depth + height × height)")
def in_lift(width: float, depth: float, height: float) -> float:
    """Return the longest part that stands in a lift from corner to corner."""
    return math.sqrt(width * width + depth * depth + height * height)
