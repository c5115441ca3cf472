"""The stand-ins for outside devices, on the command line."""

from __future__ import annotations

import sys
from contextlib import suppress
from pathlib import Path
from typing import TYPE_CHECKING, Any

from narrow_cornice.errors import CorniceError

if TYPE_CHECKING:
    import click


MOST_BYTES = 10_000_000  # of a list to play


def add_instruments(group: click.Group) -> None:
    """Add the stand-ins for outside devices."""
    import click

    @group.group(help="Stand-ins for outside devices.")
    def instruments() -> None:
        pass

    @instruments.command(help="A laser meter on a pseudo-terminal: Enter, a question or the clock sends a reading.")
    @click.option("--play", type=click.Path(path_type=Path, dir_okay=False), help="A list of lengths, one a line.")
    @click.option("--every", type=click.FloatRange(0.05, 3600), help="Send a reading every so many seconds.")
    @click.option("--noise", type=click.FloatRange(0, 1000), default=0.0, help="Noise in mm.")
    @click.option("--drop", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are lost.")
    @click.option("--halve", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are cut in half.")
    @click.option("--garble", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are spoilt.")
    @click.option("--unit", type=click.Choice(["mm", "m", "in", "ft"]), default="mm", help="What it reads in.")
    @click.option("--seed", type=int, default=1, help="Makes the noise repeat itself.")
    # Many parameters: the command line hands every option over by itself.
    def laser(
        play: Path | None,
        every: float | None,
        noise: float,
        drop: float,
        halve: float,
        garble: float,
        unit: Any,
        seed: int,
    ) -> None:
        _laser(play, every, (noise, drop, halve, garble, unit), seed)

    _add_reader(instruments)
    _add_shop(instruments)


def _add_reader(instruments: click.Group) -> None:
    """Add the stand-in of a colour reader."""
    import click

    @instruments.command(help="A colour reader on a pseudo-terminal: Enter, a question or the clock sends a colour.")
    @click.option("--play", type=click.Path(path_type=Path, dir_okay=False), help="A list of #rrggbb, one a line.")
    @click.option("--every", type=click.FloatRange(0.05, 3600), help="Send a colour every so many seconds.")
    @click.option("--noise", type=click.FloatRange(0, 100), default=0.0, help="Noise in each band, of 255.")
    @click.option("--drop", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are lost.")
    @click.option("--halve", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are cut in half.")
    @click.option("--garble", type=click.FloatRange(0, 1), default=0.0, help="Share of lines that are spoilt.")
    @click.option("--seed", type=int, default=1, help="Makes it repeat itself.")
    # Many parameters: the command line hands every option over by itself.
    def reader(
        play: Path | None, every: float | None, noise: float, drop: float, halve: float, garble: float, seed: int
    ) -> None:
        from narrow_cornice.instruments.colour_reader import USUAL, ColourReader, read_colours
        from narrow_cornice.instruments.stand_in import LineHabits, run

        colours = USUAL if play is None else read_colours(_text_of(play))
        device = ColourReader(colours, LineHabits(drop, halve, garble), noise, seed)
        keys = sys.stdin.fileno() if sys.stdin is not None and not sys.stdin.closed else None
        run(device, every, lambda port: print(port, flush=True), keys)


def _text_of(path: Path) -> str:
    """Return the text of a file. Raises CorniceError with what is wrong with it."""
    from narrow_cornice.job.file import file_content

    try:
        return file_content(path, MOST_BYTES).decode("utf-8")
    except UnicodeDecodeError:
        raise CorniceError(f"{path.name} is not readable text (UTF-8).") from None


def _add_shop(instruments: click.Group) -> None:
    """Add the stand-in of a shop's desk."""
    import click

    @instruments.command(help="A shop's desk on this machine: tells prices and stock as JSON over HTTP.")
    @click.option("--port", type=click.IntRange(0, 65535), default=8765, help="Nought: any that is free.")
    @click.option("--differ", type=click.FloatRange(0, 0.9), default=0.1, help="By which share at most prices differ.")
    @click.option("--out", type=click.FloatRange(0, 1), default=0.1, help="Share of things that are out of stock.")
    @click.option("--slow", type=click.FloatRange(0, 3600), default=0.0, help="Seconds it takes to answer.")
    @click.option("--drop", type=click.FloatRange(0, 1), default=0.0, help="Share of questions it breaks off at.")
    @click.option("--garble", type=click.FloatRange(0, 1), default=0.0, help="Share of answers that are spoilt.")
    @click.option("--seed", type=int, default=1, help="Makes it repeat itself.")
    # Many parameters: the command line hands every option over by itself.
    def shop(port: int, differ: float, out: float, slow: float, drop: float, garble: float, seed: int) -> None:
        from narrow_cornice.instruments.shop_desk import DeskHabits, ShopDesk

        desk = ShopDesk(port, DeskHabits(differ, out, garble, drop, slow, seed))
        print(desk.address, flush=True)
        with suppress(KeyboardInterrupt):
            desk.serve()


def _laser(play: Path | None, every: float | None, habits: tuple[Any, ...], seed: int) -> None:
    from narrow_cornice.instruments.laser import USUAL, Habits, Laser, read_list, run

    lengths = USUAL if play is None else read_list(_text_of(play))
    keys = sys.stdin.fileno() if sys.stdin is not None and not sys.stdin.closed else None
    noise, drop, halve, garble, unit = habits
    behaves = Habits(noise=noise, drop=drop, halve=halve, garble=garble, unit=unit)
    run(Laser(lengths, behaves, seed), every, lambda port: print(port, flush=True), keys)
