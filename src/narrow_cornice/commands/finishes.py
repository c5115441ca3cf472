"""Coats and rolls of paper, on the command line."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from narrow_cornice.commands.answering import answer, size_given
from narrow_cornice.errors import CorniceError

if TYPE_CHECKING:
    import click


def add_finishes(group: click.Group) -> None:
    """Add what counts coats and rolls of paper."""
    import click

    @group.command(help="How many coats of a colour hide another; what is still seen after each (ΔE00).")
    @click.option("--over", required=True, help="The colour there now, #rrggbb.")
    @click.option("--colour", required=True, help="The new colour, #rrggbb.")
    @click.option("--hiding", type=float, required=True, help="The paint's scattering power SX in one coat.")
    def coats(over: str, colour: str, hiding: float) -> None:
        _coats(over, colour, hiding)

    @group.command(help="Strips and rolls of wallpaper for a length of walls.")
    @click.option("--walls", required=True, help="Length of the walls, as people type lengths.")
    @click.option("--height", required=True, help="Height of the walls.")
    @click.option("--roll-length", required=True, help="Length of a roll.")
    @click.option("--roll-width", required=True, help="Width of a roll.")
    @click.option("--repeat", default="0", help="Repeat of the pattern.")
    @click.option("--match", type=click.Choice(["straight", "half-drop", "free"]), default="straight")
    # Many parameters: the command line hands every option over by itself.
    def paper(walls: str, height: str, roll_length: str, roll_width: str, repeat: str, match: Any) -> None:
        from narrow_cornice.explained.house_rules import HouseRules
        from narrow_cornice.finishes.paper import papering

        wide, high = size_given(walls, "walls"), size_given(height, "height")
        long, across = size_given(roll_length, "roll length"), size_given(roll_width, "roll width")
        allowance = HouseRules().value("paper_allowance")
        found = papering(wide, high, long, across, size_given(repeat, "repeat"), match, allowance)
        answer({"cut": found.cut, "per_roll": found.per_roll, "strips": found.strips, "rolls": found.rolls})


def _coats(over: str, colour: str, hiding: float) -> None:
    from narrow_cornice.colour.tones import checked_colour
    from narrow_cornice.explained.house_rules import HouseRules
    from narrow_cornice.finishes.coats import coats_to_hide, seen_after

    if not 0.01 <= hiding <= 1000:
        raise CorniceError(f"A hiding of {hiding:g} cannot be.", where="--hiding", remedy="Paints have about 1 to 10.")
    rules = HouseRules()
    old, new = checked_colour(over.lower(), "--over"), checked_colour(colour.lower(), "--colour")
    most = int(rules.value("most_coats"))
    found = coats_to_hide(old, new, hiding, most, rules.value("hidden_difference"))
    left = seen_after(old, new, hiding, most)[: found.coats]
    answer({"coats": found.coats, "delta_e": [round(one, 4) for one in left], "tinted_primer": not found.hides})
