"""Wallpaper: strips, how long each is cut by its match, and the rolls that hold them (surfaces and coatings)."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple, get_args

from narrow_cornice.errors import CorniceError
from narrow_cornice.units.told import Told

Match = Literal["straight", "half-drop", "free"]
MATCHES: tuple[Match, ...] = get_args(Match)
NEAR = 1e-9


class PaperError(CorniceError, ValueError):
    """Sizes that no paper has."""


class Papering(NamedTuple):
    """What a length of walls takes: how long a strip is cut in mm, how many a roll gives, strips and rolls in all."""

    cut: float
    per_roll: int
    strips: int
    rolls: int


# Many parameters: the sizes of the walls and those of the roll.
def papering(
    walls: float, height: float, roll_length: float, roll_width: float, repeat: float, match: Match, allowance: float
) -> Papering:
    """Return the strips and rolls for walls so long and so high, in mm.

    A strip is cut as high as the wall and the ``allowance`` for trimming (house rule), rounded up to the repeat but for
    paper without a match. With a half drop every other strip begins half a repeat further down: where the wall leaves
    half a repeat of the cut over, the next strip begins in it, and all are cut so much shorter, in their order; else
    see ``rolls_for``.
    ``per_roll`` is what a roll gives of strips that begin alike. Raises PaperError.
    """
    for name, size in (("walls", walls), ("height", height), ("roll length", roll_length), ("roll width", roll_width)):
        if not size > 0:
            raise PaperError(f"{size:g} mm is no size of it.", where=name)
    if not repeat >= 0:
        raise PaperError(f"A repeat of {repeat:g} mm cannot be.", where="repeat")
    bare = height + allowance
    cut = math.ceil(bare / repeat - NEAR) * repeat if match != "free" and repeat > 0 else bare
    drop = repeat / 2 if match == "half-drop" else 0.0
    if drop and bare <= cut - drop + NEAR:
        cut -= drop
    if cut > roll_length + NEAR:
        raise PaperError(
            Told("A strip of ", cut, " is longer than a roll."),
            where="roll length",
            remedy="Take longer rolls, or a paper with a smaller repeat.",
        )
    strips = math.ceil(walls / roll_width - NEAR)
    return Papering(
        cut, strips_of_roll(roll_length, cut), strips, rolls_for(strips, roll_length, cut, repeat if drop else 0.0)
    )


def strips_of_roll(roll_length: float, cut: float) -> int:
    """Return how many strips of a cut come off a roll."""
    return int((roll_length + NEAR) // cut)


def rolls_for(strips: int, roll_length: float, cut: float, half_drop: float) -> int:
    """Return the rolls that so many strips of a cut are had from. With a ``half_drop`` of a repeat (nought: none) every
    other one begins half of it further down.

    A cut of whole repeats and a half brings the pattern to where the next strip has it: they follow one another. Of
    whole repeats, strips that begin alike follow one another on a roll with nothing lost; where those that begin
    further down follow the others, half a repeat is lost, once. So all rolls but the last are cut into strips of one
    kind (two rolls in turn, the trade's habit), and the rest of both comes off one if it holds them.
    """
    each = strips_of_roll(roll_length, cut)
    drop = half_drop / 2
    if not drop or round(cut / drop) % 2:
        return math.ceil(strips / each)
    both = max(0, strips_of_roll(roll_length - drop, cut))
    (first, rest), (late, late_rest) = divmod((strips + 1) // 2, each), divmod(strips // 2, each)
    last = (rest > 0) + (late_rest > 0)
    return first + late + (1 if last == 2 and rest + late_rest <= both else last)
