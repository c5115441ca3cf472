"""Colours, the palette of a picture and the light in a room, on the command line."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from narrow_cornice.commands.answering import answer, given_input

if TYPE_CHECKING:
    import click


def add_colours(group: click.Group) -> None:
    """Add what measures colours and light."""
    import click

    @group.command(help="What is measured of a colour; of two, how far they are apart.")
    @click.argument("hex_colour", metavar="HEX")
    @click.argument("other", metavar="[HEX]", required=False)
    def colour(hex_colour: str, other: str | None) -> None:
        _colour(hex_colour, other)

    @group.command(help="The colours of a picture with their shares, the largest first.")
    @click.argument("picture", type=click.Path(path_type=Path))
    @click.option("--colours", type=int, default=6, help="How many colours, 2 to 12.")
    def palette(picture: Path, colours: int) -> None:
        from narrow_cornice.exchange.bridge_picture import palette_of_file

        found = palette_of_file(picture, colours)
        answer({"colours": [{"hex": one.hex, "share": one.share} for one in found]})

    @group.command(help="The light on the surfaces of a room; JSON on standard input, JSON out.")
    def light() -> None:
        from narrow_cornice.colour.light_request import light_answer, read_light

        answer(light_answer(read_light(given_input())))


def _colour(one: str, other: str | None) -> None:
    from narrow_cornice.colour.tones import checked_colour, lab, light_reflectance, tone_difference
    from narrow_cornice.colour.undertone import undertone

    given = [checked_colour(text if text.startswith("#") else f"#{text}") for text in (one, other) if text is not None]
    measured = [lab(tone) for tone in given]
    said: dict[str, object] = {
        "lrv": [light_reflectance(tone) for tone in given],
        "lab": [list(each) for each in measured],
        "undertone": [undertone(tone) for tone in given],
    }
    if len(given) == 2:
        said["delta_e00"] = tone_difference(*given)
        said["delta_l"] = measured[1][0] - measured[0][0]
    answer(said)
