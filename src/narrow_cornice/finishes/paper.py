"""Wallpaper: strips, how long each is cut by its match, and the rolls that hold them (surfaces and coatings)."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple, get_args

from narrow_cornice.errors import CorniceError

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
    paper without a match. With a half drop every other strip begins half a repeat further down and takes so much more;
    strips are cut in their order, so a roll gives as many as fit of those that come next; ``per_roll`` is what a full
    roll gives that begins with a short one. Raises PaperError.
    """
    for name, size in (("walls", walls), ("height", height), ("roll length", roll_length), ("roll width", roll_width)):
        if not size > 0:
            raise PaperError(f"{size:g} mm is no size of it.", where=name)
    if not repeat >= 0:
        raise PaperError(f"A repeat of {repeat:g} mm cannot be.", where="repeat")
    bare = height + allowance
    cut = math.ceil(bare / repeat - NEAR) * repeat if match != "free" and repeat > 0 else bare
    drop = repeat / 2 if match == "half-drop" else 0.0
    if cut + drop > roll_length + NEAR:
        raise PaperError(
            f"A strip of {cut + drop:.0f} mm is longer than a roll.",
            where="roll length",
            remedy="Take longer rolls, or a paper with a smaller repeat.",
        )
    strips = math.ceil(walls / roll_width - NEAR)
    return Papering(cut, _held(roll_length, cut, drop, 0), strips, rolls_for(strips, roll_length, cut, drop))


def rolls_for(strips: int, roll_length: float, cut: float, drop: float) -> int:
    """Return the rolls that so many strips of a cut are had from, every other one longer by a ``drop``."""
    rolls, done = 0, 0
    while done < strips:
        done += _held(roll_length, cut, drop, done)
        rolls += 1
    return rolls


def _held(roll: float, cut: float, drop: float, first: int) -> int:
    """Return how many strips in their order a roll holds, the first of them being that of a number."""
    left, held = roll, 0
    while (next_one := cut + (drop if (first + held) % 2 else 0.0)) <= left + NEAR:
        left -= next_one
        held += 1
    return held
