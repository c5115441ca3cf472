"""Places on a perspective picture, on the command line."""

from __future__ import annotations

from typing import TYPE_CHECKING

from narrow_cornice.commands.answering import answer, given_input

if TYPE_CHECKING:
    import click


def add_views(group: click.Group) -> None:
    """Add what finds places on a picture."""

    @group.command(help="Where places lie on the picture of an eye; JSON on standard input, JSON out.")
    def view() -> None:
        from narrow_cornice.perspective.request import answered, read_view

        answer({"points": answered(read_view(given_input())).points})
