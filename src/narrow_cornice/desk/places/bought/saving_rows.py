"""The bench for what could be saved in a room: a smaller cornice, and lines that are optional."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.bought.purchases import cost_as_paid, paid_so_far
from narrow_cornice.derived.bought.reductions import Reduced, reductions
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, NoteRow, Row
from narrow_cornice.desk.later import later
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import RoomPath
from narrow_cornice.units.show import show_money


def saving_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield what a room costs, what a smaller cornice would save of it, and what is optional."""
    money = f" {job.settings.money[:12]}" if job.settings.money else ""
    mine = next((one for one in costs(job) if one.whole and one.about == RoomPath(room.id)), None)
    if mine is not None:
        yield Caption("What it costs")
        worked = f", {mine.hours:.1f} h" + (f" {show_money(mine.labour)}{money}" if mine.labour else "")
        yield NoteRow(f"Materials {show_money(mine.materials)}{money}{worked}.")
    paid = paid_so_far(job)
    if paid is not None:
        yield bench.figure_row(paid, False)
        yield bench.figure_row(cost_as_paid(job), False)
    optional = [one for one in job.own_lines if one.optional and one.room in ("", room.id)]
    for one in optional:
        yield NoteRow(f"Optional: {one.name[:60]}, {show_money(one.count * one.price)}{money}, not counted.")
    ways = later(bench, job, RoomPath(room.id), lambda: reductions(job, room.id))
    if not ways:
        return
    cheaper = [way for way in ways if not way.there and way.price < -0.005]
    if cheaper:
        yield Caption("What would be saved")
        words = tuple(f"{way.manner.capitalize()}: {show_money(-way.price)}{money} less" for way in cheaper)
        yield ButtonsRow(words, lambda index: _take(bench, room, cheaper[index]))


def _take(bench: Bench, room: Room, way: Reduced) -> None:
    bench.do(edits.reduce_cornice(room.id, way.manner))
