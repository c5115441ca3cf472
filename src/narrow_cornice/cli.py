"""The command line: without a command it opens the window; every command works without a display.

Bad input prints one line on standard error and ends with 2; nothing that a person can cause prints a traceback.
"""

from __future__ import annotations

import io
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import TYPE_CHECKING, Any

from narrow_cornice.commands.answering import answer, given_input, size_given
from narrow_cornice.errors import CorniceError

if TYPE_CHECKING:
    import click

if TYPE_CHECKING:
    from narrow_cornice.job.model import Job

COMMANDS = (
    *("demo", "check", "takeoff", "length", "proportion", "mitre", "survey", "cut-lengths", "cut-sheets", "shelf"),
    "programme",
    *("coats", "paper", "slats", "tiles", "colour", "palette", "light", "view", "instruments"),
)
BAD_INPUT = 2


def main(arguments: list[str] | None = None) -> int:
    """Run the program and return its exit status."""
    given = sys.argv[1:] if arguments is None else arguments
    for stream in (sys.stdout, sys.stderr):  # whatever the locale: the contract says UTF-8
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(encoding="utf-8", errors="backslashreplace")
    try:
        status = _run(given)
        if sys.stdout is not None and not sys.stdout.closed:
            sys.stdout.flush()
        return status
    except CorniceError as error:
        _complain(str(error))
        return BAD_INPUT
    except BrokenPipeError:  # the reader went away, as `head` does
        _let_go_of_output()
        return 1
    except OSError as error:
        _complain(f"Something could not be read or written ({error.strerror or error}): is there room?")
        _let_go_of_output()
        return BAD_INPUT


def _let_go_of_output() -> None:
    """Have nothing more written where nothing can be: the end of the program would try once more."""
    with suppress(OSError, ValueError, AttributeError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())


def _run(given: list[str]) -> int:
    """Do what is asked for and return the exit status."""
    if given == ["demo"]:
        return _window(None, demo=True)  # what is opened most often needs no parser
    if given and (given[0] in COMMANDS or given[0].startswith("-")):
        return _command(given)
    if len(given) > 1:
        raise CorniceError(f"“{given[1][:60]}” is one thing too many.", remedy="Give one job file, or a command.")
    return _window(Path(given[0]) if given else None)


def _complain(text: str) -> None:
    """Print one line on standard error, whatever the text holds."""
    line = "".join(sign if sign.isprintable() else " " for sign in text)
    with suppress(OSError, ValueError):  # where it cannot be said, the exit status says it
        print(f"narrow-cornice: {line}", file=sys.stderr, flush=True)


def _window(path: Path | None, *, demo: bool = False, pictures: Path | None = None, only: tuple[str, ...] = ()) -> int:
    from narrow_cornice.desk.calm import calm_python

    calm_python()
    from narrow_cornice.desk.application import run

    status: int = run(path, demo=demo, pictures=pictures, only=only)
    return status


def _command(given: list[str]) -> int:
    import click

    if sys.stdout is None or sys.stdout.closed:
        raise CorniceError("Standard output is closed: there is nowhere to answer to.")
    try:
        status = _commands().main(args=given, prog_name="narrow-cornice", standalone_mode=False)
        return status if isinstance(status, int) else 0
    except click.exceptions.Exit as leaving:
        return int(leaving.exit_code)
    except click.Abort:
        return 1
    except click.UsageError as error:
        _complain(error.format_message())
        return BAD_INPUT
    except click.ClickException as error:
        _complain(error.format_message())
        return BAD_INPUT


def _commands() -> click.Group:
    import click

    from narrow_cornice import __version__
    from narrow_cornice.commands.colours import add_colours
    from narrow_cornice.commands.finishes import add_finishes
    from narrow_cornice.commands.instruments import add_instruments
    from narrow_cornice.commands.views import add_views
    from narrow_cornice.commands.walls import add_walls

    @click.group(
        help="Measured rooms, proportioned trim, finishes and the list to buy from; without a command, the window.",
        context_settings={"help_option_names": ["-h", "--help"]},
    )
    @click.version_option(__version__, prog_name="narrow-cornice")
    def group() -> None:
        pass

    _add_job_commands(group)
    _add_sizes_of_trim(group)
    add_instruments(group)
    _add_solvers(group)
    add_finishes(group)
    add_walls(group)
    add_views(group)
    add_colours(group)
    return group


def _add_job_commands(group: click.Group) -> None:
    """Add what opens, checks and counts jobs."""
    import click

    @group.command(help="Open the demo job, write pictures of every view, or save the job.")
    @click.option("--pictures", type=click.Path(path_type=Path, file_okay=False), help="Write PNGs here and exit.")
    @click.option("--only", multiple=True, metavar="NAME", help="Of the PNGs only those of this name.")
    @click.option("--save", type=click.Path(path_type=Path, dir_okay=False), help="Write the job here, no window.")
    def demo(pictures: Path | None, only: tuple[str, ...], save: Path | None) -> int:
        if save is not None:
            from narrow_cornice.job.file import write_job
            from narrow_cornice.job.samples import demo_job

            write_job(save, demo_job())
            return 0
        return _window(None, demo=True, pictures=pictures, only=only)

    @group.command(help="Validate a job file and print the second look.")
    @click.argument("job", type=click.Path(path_type=Path))
    @click.option("--json", "as_json", is_flag=True, help="Print JSON.")
    def check(job: Path, as_json: bool) -> None:
        _check(_opened(job), as_json)

    @group.command(help="Quantities per surface and the list to buy.")
    @click.argument("job", type=click.Path(path_type=Path))
    @click.option("--json", "as_json", is_flag=True, help="Print JSON.")
    @click.option("--csv", "as_csv", is_flag=True, help="Print the list to buy as CSV.")
    @click.option("--xlsx", type=click.Path(path_type=Path, dir_okay=False), help="Write a workbook here.")
    def takeoff(job: Path, as_json: bool, as_csv: bool, xlsx: Path | None) -> None:
        if as_json + as_csv + (xlsx is not None) > 1:
            raise CorniceError("Choose one of --json, --csv and --xlsx.")
        if xlsx is not None:
            from narrow_cornice.exchange.xlsx_lists import to_buy_xlsx
            from narrow_cornice.job.file import write_whole

            write_whole(xlsx, to_buy_xlsx(_opened(job)))
            return
        _takeoff(_opened(job), as_json, as_csv)

    @group.command(help="When every work is done: the best plan found, with the days that no plan can do without.")
    @click.argument("job", type=click.Path(path_type=Path))
    @click.option("--seconds", type=float, default=0.0, help="Search so long for a better plan.")
    @click.option("--json", "as_json", is_flag=True, help="Print JSON.")
    def programme(job: Path, seconds: float, as_json: bool) -> None:
        from narrow_cornice.commands.programme import print_programme

        print_programme(_opened(job), seconds, as_json, _quietly)


def _add_sizes_of_trim(group: click.Group) -> None:
    """Add what reads a length and proportions a wall."""
    import click

    @group.command(
        help="Read a length and show it in both unit worlds.", context_settings={"ignore_unknown_options": True}
    )
    @click.argument("text")
    @click.option("--unit", type=click.Choice(["mm", "in"]), default="mm", help="What a bare number means.")
    def length(text: str, unit: Any) -> None:
        from narrow_cornice.units.lengths import LengthError, parse_length, show_imperial, show_metric

        try:
            mm = parse_length(text, unit).mm
        except LengthError as error:
            raise CorniceError(f"“{text[:80]}”, character {error.position + 1}: {error}") from None
        answer({"mm": mm, "metric": show_metric(mm), "imperial": show_imperial(mm)})

    @group.command(help="The wall proportioned as an order.")
    @click.option("--height", required=True, help="Ceiling height, as people type lengths.")
    @click.option("--order", required=True, help="Tuscan, Doric, Ionic, Corinthian or Composite.")
    @click.option("--school", required=True, help="five-part, nineteen-part or per-cent.")
    def proportion(height: str, order: str, school: str) -> None:
        _proportion(height, order, school)


def _add_solvers(group: click.Group) -> None:
    """Add what other programs ask for: plans, saw settings, cutting."""
    import click

    @group.command(help="Adjust the readings of a plan; JSON on standard input, JSON out.")
    def survey() -> None:
        from narrow_cornice.survey.request import read_survey, survey_answer

        answer(survey_answer(read_survey(given_input())))

    @group.command(help="Saw settings for a crown lying flat, from its spring angle and the corner.")
    @click.option("--spring", required=True, type=float, help="Degrees between the wall and the back of the moulding.")
    @click.option("--corner", required=True, type=float, help="Degrees of the corner, inside the room.")
    def mitre(spring: float, corner: float) -> None:
        from narrow_cornice.trim.saw_settings import lying_flat

        found = lying_flat(spring, corner)
        answer({"mitre": found.mitre.value, "bevel": found.bevel.value})

    @group.command(help="How far a shelf sags, at once and after years, and how far it may span.")
    @click.option("--span", required=True, help="Clear span, as people type lengths.")
    @click.option("--depth", required=True, help="Depth over all.")
    @click.option("--thickness", required=True, help="Thickness as measured.")
    @click.option("--material", required=True, help="As in the table of boards: birch plywood, MDF, oak …")
    @click.option("--load", required=True, type=float, help="Kilograms on each metre.")
    @click.option("--ends", type=click.Choice(["free", "fixed"]), default="free", help="On pins, or held.")
    # Many parameters: the command line hands every option over by itself.
    def shelf(span: str, depth: str, thickness: str, material: str, load: float, ends: Any) -> None:
        _shelf((span, depth, thickness), material, load, ends)

    @group.command("cut-lengths", help="The cheapest bars for a list of pieces; JSON on standard input, JSON out.")
    def cut_lengths() -> None:
        from narrow_cornice.cutting.request import lengths_answer, read_lengths

        asked = read_lengths(given_input())
        with _quietly():
            found = lengths_answer(asked)
        answer(found)

    @group.command("cut-sheets", help="The fewest sheets for a list of parts; JSON on standard input, JSON out.")
    def cut_sheets() -> None:
        from narrow_cornice.cutting.sheet_request import read_sheets, sheets_answer

        asked = read_sheets(given_input())
        with _quietly():
            found = sheets_answer(asked)
        answer(found)


@contextmanager
def _quietly() -> Iterator[None]:
    """Keep standard output for the answer: a solver's library may print a word of its own there, past Python."""
    sys.stdout.flush()
    kept, nowhere = os.dup(1), os.open(os.devnull, os.O_WRONLY)
    os.dup2(nowhere, 1)
    try:
        yield
    finally:
        os.dup2(kept, 1)
        os.close(kept)
        os.close(nowhere)


def _opened(path: Path) -> Job:
    from narrow_cornice.job.file import read_job
    from narrow_cornice.job.sized import size_memos

    job = read_job(path)
    size_memos(job)
    return job


def _check(job: Job, as_json: bool) -> None:
    from narrow_cornice.derived.bought.to_buy import to_buy
    from narrow_cornice.review.second_look import second_look

    findings, left_out = second_look(job), to_buy(job).left_out
    if as_json:
        answer(
            {
                "findings": [
                    {
                        "grade": one.grade,
                        "room": one.room,
                        "where": one.where,
                        "says": one.says,
                        "measured": one.told,
                        "rule": one.rule,
                        "fixes": [fix.title for fix in one.fixes],
                        "kept": one.kept,
                    }
                    for one in findings
                ],
                "left_out": list(left_out),
            }
        )
        return
    for one in findings:
        kept = f" (kept, because {one.kept})" if one.kept else ""
        print(f"{one.grade}: {one.room}, {one.where}: {one.says}{kept}")
    if not findings:
        print("Nothing to settle.")
    for words in left_out:
        print(f"Not in the list to buy: {words}")


def _takeoff(job: Job, as_json: bool, as_csv: bool) -> None:
    from narrow_cornice.derived.bought.answer import takeoff_answer
    from narrow_cornice.derived.bought.deliveries import deliveries
    from narrow_cornice.derived.bought.hours import job_hours, job_labour
    from narrow_cornice.derived.bought.purchases import still_in_words, told_of
    from narrow_cornice.derived.bought.to_buy import to_buy
    from narrow_cornice.exchange.csv_lists import to_buy_by_shop
    from narrow_cornice.units.show import show_money

    if as_json:
        answer(takeoff_answer(job))
        return
    if as_csv:
        sys.stdout.write(to_buy_by_shop(job))
        return
    order = to_buy(job)
    for line in order.lines:
        how = job.settings
        amount, shop, price = line.needed.shown(how), order.shop_of(line), show_money(line.price)
        print(f"{shop}: {line.name_in(how)}: {amount}, buy {line.bought_in(how)}, {price} ({line.why_in(how)})")
        for words in filter(None, (*told_of(job, line), still_in_words(job, line))):
            print(f"  {words[:1].upper()}{words[1:]}")
    print(f"All together {show_money(order.price)} {job.settings.money}".rstrip())
    cost = job_labour(job)
    priced = f", labour {cost.shown(job.settings)} {job.settings.money}".rstrip() if cost is not None else ""
    print(f"Hours of one person: {job_hours(job).shown(job.settings)}{priced}")
    for one in deliveries(job):
        if one.heavy:
            print(f"{one.name}: about {one.weight:.0f} kg, to be delivered")
    for words in order.left_out:
        print(f"Not in this list: {words}")


def _shelf(sizes: tuple[str, str, str], material: str, load: float, ends: Any) -> None:
    from narrow_cornice.casework.boards import known_material
    from narrow_cornice.casework.strength import Shelf, checked_shelf, sag_of
    from narrow_cornice.explained.house_rules import HouseRules

    span, depth, thickness = (
        size_given(text, name) for text, name in zip(sizes, ("span", "depth", "thickness"), strict=True)
    )
    found = sag_of(
        checked_shelf(Shelf(span, depth, thickness, known_material(material), load, ends=ends)), HouseRules()
    )
    answer(
        {
            "sag": found.at_once.value,
            "sag_long_term": found.after_years.value,
            "allowed": found.allowed.value,
            "longest_span": found.longest.value,
        }
    )


def _proportion(height: str, order: str, school: str) -> None:
    from narrow_cornice.explained.figures import Figure, reading
    from narrow_cornice.explained.house_rules import HouseRules
    from narrow_cornice.trim.orders import order_called
    from narrow_cornice.trim.proportion import SCHOOLS, Proportion, School, proportion
    from narrow_cornice.units.lengths import LengthError, parse_length

    try:
        mm = parse_length(height).mm
    except LengthError as error:
        raise CorniceError(f"“{height[:80]}”, character {error.position + 1}: {error}", where="--height") from None
    chosen: School | None = next((one for one in SCHOOLS if one == school), None)
    if chosen is None:
        raise CorniceError(
            f"There is no school called “{school[:60]}”.", where="--school", remedy=f"Known: {', '.join(SCHOOLS)}."
        )
    wall: Proportion = proportion(reading("ceiling height", mm, "mm", None), order_called(order), chosen, HouseRules())

    def value(figure: Figure | None) -> float | None:
        return None if figure is None else figure.value

    answer(
        {
            "entablature": value(wall.entablature),
            "architrave": value(wall.architrave),
            "frieze": value(wall.frieze),
            "cornice": value(wall.cornice),
            "column": value(wall.column),
            "diameter": value(wall.diameter),
            "pedestal": value(wall.pedestal),
            "skirting": value(wall.skirting),
            "casing": value(wall.casing),
            "dado_rail": value(wall.dado_rail),
            "picture_rail": value(wall.picture_rail),
            "picture_rail_top": value(wall.picture_rail_top),
            "members": {name: figure.value for name, figure in wall.members.items()},
        }
    )


if __name__ == "__main__":
    sys.exit(main())
