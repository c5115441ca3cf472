"""The bench for a dressed window: how it hangs, and what it takes."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any, get_args

from narrow_cornice.derived.zoned.dressed import dressed_of, rod_bought
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    SwatchRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.zones.zoned_rows import (
    changing,
    findings_of,
    gone_rows,
    removing,
    seen_in,
    spots_shown,
    spots_typed,
)
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    DressingPath,
)
from narrow_cornice.job.zoned import Drop, Hangs, Lined, ShadeSide, Spot
from narrow_cornice.units.show import show_money, show_size
from narrow_cornice.zones.library import dressing_kinds


def dressing_rows(bench: Bench, job: Job, path: DressingPath) -> Iterator[Row]:
    """Yield how a window is dressed, and what that takes."""
    room = job.room(path.room)
    dressing = path.found(room)
    if dressing is None:
        yield from gone_rows(path, job)
        return
    change = changing(bench, path, dressing)
    kind = dressing_kinds()[dressing.kind]
    opening = next((one.name for one in room.measured.openings if one.id == dressing.opening), "")
    yield Title(dressing.name[:200], f"{opening[:60]}, {room.name[:100]}" if opening else room.name[:160])
    yield TextRow("Name", dressing.name[:2000], lambda text: change(name=text))
    kinds = tuple(
        (key, one.name) for key, one in dressing_kinds().items() if (key == "screen") == (dressing.line is not None)
    )
    yield ChoiceRow("With", kinds, dressing.kind, lambda value: change(kind=value))
    if kind.made != "blind":
        yield from _cloth_rows(bench, job, dressing, change)
    if dressing.line is None:
        yield from _hanging_rows(bench, path, dressing, change)
    else:
        yield TextRow(
            "From, to",
            spots_shown(dressing.line, job.settings),
            lambda text: bench.session.do_made(lambda: _line_edit(room, dressing, spots_typed(text, job.settings))),
        )
    yield from seen_in(job, dressing.colour, lambda value: change(colour=value or None), "Rod in")
    yield ToggleRow("It is there already", dressing.there, lambda on: change(there=on))
    yield from _takes(bench, job, room, dressing.id)
    yield removing(bench, path, dressing)
    yield from findings_of(bench, path)


def _line_edit(room: Room, dressing: Any, spots: tuple[Spot, ...]) -> edits.Edit:
    """Return the edit that hangs a curtain between two places. Raises CorniceError for other than two."""
    if len(spots) != 2:
        raise CorniceError("A curtain hangs between two places.", remedy="Write them as 0, 0; 2400, 0.")
    return edits.move_zoned(room.id, "dressings", dressing.id, dressing.name, line=spots)


def _cloth_rows(bench: Bench, job: Job, dressing: Any, change: Callable[..., bool]) -> Iterator[Row]:
    kind = dressing_kinds()[dressing.kind]
    cloth = [one for one in job.cloth().values() if one.purpose == "curtain"]
    options = tuple((one.id, f"{one.name[:40]}, {one.width:g} wide") for one in cloth)
    yield ChoiceRow(
        "Cloth", options, dressing.fabric, lambda value: change(fabric=value), tuple(one.tone for one in cloth)
    )
    if kind.made == "cloth":
        yield SizeRow(
            "Fullness",
            "" if dressing.fullness is None else f"{dressing.fullness:g}",
            "2 by rule",
            lambda text: number_typed(bench, text, "fullness", (1, 5), lambda value: change(fullness=value)),
        )
    lined = tuple((one, one) for one in get_args(Lined))
    yield ChoiceRow("Lining", lined, dressing.lined, lambda value: change(lined=value))


def _hanging_rows(bench: Bench, path: DressingPath, dressing: Any, change: Callable[..., bool]) -> Iterator[Row]:
    kind = dressing_kinds()[dressing.kind]
    if kind.rod:
        yield ChoiceRow(
            "Hangs", tuple((one, one) for one in get_args(Hangs)), dressing.hangs, lambda v: change(hangs=v)
        )
        yield ChoiceRow("Reaches", tuple((one, one) for one in get_args(Drop)), dressing.drop, lambda v: change(drop=v))
    else:
        sides = tuple((one, one) for one in get_args(ShadeSide))
        yield ChoiceRow("Hangs", sides, dressing.side, lambda value: change(side=value))
    free = dressing.hangs == "over the window" if kind.rod else dressing.side == "before the wall"
    if free or (kind.rod and dressing.hangs == "under the cornice"):
        yield from bench.size_rows(path.sized("beyond"), "Beyond the window")
    if free:
        yield from bench.size_rows(path.sized("above"), "Above the window")


def _takes(bench: Bench, job: Job, room: Room, dressing_id: str) -> Iterator[Row]:
    one = next(
        (each for each in dressed_of(room, job.house_rules, job.fabrics) if each.dressing.id == dressing_id), None
    )
    if one is None:
        return
    if one.fault:
        yield NoteRow(one.fault, "rust")
        return
    if one.cloth is not None:
        yield SwatchRow("Cloth", ((one.fabric.tone, one.fabric.name[:40]),))
        yield from bench.working(one.cloth)
        if one.lining is not None:
            yield bench.figure_row(one.lining, False)
        if one.rod is not None and (found := rod_bought(one.rod.value)) is not None:
            long, price = show_size(found[0], job.settings), show_money(found[1])
            yield NoteRow(f"A rod of {long} is bought, {price} with brackets and ends.")
    elif one.area is not None:
        yield NoteRow(f"Made {' × '.join(show_size(size, job.settings) for size in one.size)}, {one.dressing.side}.")
        yield from bench.working(one.area)
