"""What the rows of everything in Zones begin and end with."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Any

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, ChoiceRow, NoteRow, Row, Title
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Settings
from narrow_cornice.job.paths import ThingPath, ZonedPath
from narrow_cornice.job.zoned import Spot
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_size


def changing(bench: Bench, path: ZonedPath, thing: Any) -> Callable[..., bool]:
    """Return what changes fields of a thing; whether it was accepted is returned."""

    def change(**fields: Any) -> bool:
        return bench.session.do_made(lambda: edits.change_zoned(path.room, path.field, thing.id, thing.name, **fields))

    return change


def spots_shown(spots: Sequence[Spot], how: Settings) -> str:
    """Return places of the plan as they are typed: "0, 0; 2400, 0"."""

    def one(value: float) -> str:
        return f"{round(value, 1):g}" if how.unit == "mm" else show_size(value, how)

    return "; ".join(f"{one(x)}, {one(y)}" for x, y in spots)


def spots_typed(text: str, how: Settings) -> tuple[Spot, ...]:
    """Return the places that were typed. Raises CorniceError with the one that cannot be read."""
    made = []
    for number, part in enumerate(filter(str.strip, text.split(";")), 1):
        pair = part.split(",")
        if len(pair) != 2:
            raise CorniceError(
                f"“{part.strip()[:30]}” is no place.",
                where=f"place {number}",
                remedy="Write two sizes for each, as 0, 0; 2400, 0.",
            )
        made.append((_signed(pair[0], how), _signed(pair[1], how)))
    return tuple(made)


def _signed(text: str, how: Settings) -> float:
    bare = text.strip().replace("−", "-")
    size = parse_length(bare.removeprefix("-"), how.unit).mm if bare.strip("-0 ") else 0.0
    return round(-size if bare.startswith("-") else size, 1)


def gone_rows(path: ThingPath, job: Job) -> Iterator[Row]:
    """Yield what is said of a thing that is no longer there."""
    yield Title(path.word.capitalize(), job.room(path.room).name[:200])
    yield NoteRow("It is no longer there.")


def removing(bench: Bench, path: ZonedPath, thing: Any) -> Row:
    """Return the row that takes a thing out of its room."""
    return ButtonsRow(
        (f"Remove {thing.name[:40]}",),
        lambda _: bench.do(edits.remove_zoned(path.room, path.field, thing.id, thing.name)),
    )


def findings_of(bench: Bench, path: ThingPath) -> Iterator[Row]:
    """Yield the second look at a thing."""
    yield from bench.findings(lambda finding: finding.about is not None and finding.about.within(path))


def seen_in(job: Job, there: str | None, chosen: Callable[[str], object], words: str) -> Iterator[Row]:
    """Yield in which metal or wood of the job a thing is seen, where the job has any."""
    metals = [colour for colour in job.colours if colour.of in ("metal", "wood")]
    if not metals:
        return
    options = (("", "not said"), *((colour.id, colour.name[:60]) for colour in metals))
    yield ChoiceRow(words, options, there or "", chosen, ("", *(colour.hex for colour in metals)))
