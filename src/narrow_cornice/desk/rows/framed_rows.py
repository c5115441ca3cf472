"""The bench for what a mirror, a screen or a picture is framed with."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Caption, ChoiceRow, NoteRow, Row, SizeRow
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Framed
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_size


def framed_rows(bench: Bench, job: Job, room: Room, one: Framed) -> Iterator[Row]:
    """Yield what a mirror, a screen or a picture is framed with, and the pieces of its frame."""
    if one.kind == "screen":
        how, unit = job.settings, job.settings.unit
        shown = "" if one.diagonal is None else show_size(one.diagonal.mm, job.settings)
        air = house_rules_of(job.house_rules).value("screen_air")

        def typed(text: str) -> bool:
            return bench.session.do_made(
                lambda: edits.change_screen(room.id, one.id, one.name, parse_length(text, unit), air)
            )

        yield SizeRow("Diagonal", shown, "of the screen, 16 by 9", typed)
        yield NoteRow(
            f"Its opening leaves {show_size(air, how)} of air on each side and {show_size(3 * air, how)} above."
        )
    yield ChoiceRow(
        "Framed with",
        (("panel mould", "panel mould"), ("casing", "casing")),
        one.mould,
        lambda value: bench.do(edits.change_thing(room.id, "frames", one.id, one.name, mould=value)),
    )
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return
    mine = [run for run in trimmed.runs if run.part in ("upright", "level") and run.around == one.id]
    if not mine:
        yield NoteRow(f"No {one.mould} is fitted in this room: it has no frame yet.", "ochre")
        return
    yield Caption("Its frame, mitred")
    yield bench.figure_row(mine[-1].to_buy, False)
    yield bench.figure_row(mine[0].to_buy, False)
