"""Slats and tiles, on the command line."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from narrow_cornice.commands.answering import answer, given_input, size_given

if TYPE_CHECKING:
    import click


def add_walls(group: click.Group) -> None:
    """Add what lays slats and tiles."""
    import click

    @group.command(help="How many slats stand between two ends, and their gap.")
    @click.option("--length", required=True, help="From end to end, as people type lengths.")
    @click.option("--slat", required=True, help="Width of a slat.")
    @click.option("--gap", required=True, help="Wished gap.")
    @click.option("--ends", type=click.Choice(["gap", "slat", "half"]), required=True, help="What both ends are.")
    def slats(length: str, slat: str, gap: str, ends: Any) -> None:
        from narrow_cornice.features.slats import slats_between

        found = slats_between(size_given(length, "length"), size_given(slat, "slat"), size_given(gap, "gap"), ends)
        answer({"count": found.count, "gap": round(found.gap, 6), "first": round(found.first, 6)})

    @group.command(help="Lay tiles over a region read from standard input; every piece, and how many to buy.")
    def tiles() -> None:
        from narrow_cornice.features.tile_request import read_tiles, tiles_answer

        answer(tiles_answer(read_tiles(given_input())))
