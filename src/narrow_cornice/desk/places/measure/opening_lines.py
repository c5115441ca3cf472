"""The lines of the sheet of openings."""

from __future__ import annotations

from functools import partial

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.rows.size_cells import size_cell
from narrow_cornice.desk.ruled_sheet import Cell, SheetRow, row
from narrow_cornice.job import edits
from narrow_cornice.job.measured import RAISED
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath


def opening_lines(bench: Bench, room: Room) -> list[SheetRow]:
    """Return a line for each opening of a room: its name and its sizes, to be typed."""

    def renamed(opening_id: str, former: str, text: str) -> bool:
        return bench.session.do_made(lambda: edits.change_opening(room.id, opening_id, former, name=text))

    lines = []
    for opening in room.measured.openings:
        about = OpeningPath(room.id, opening.id)
        lines.append(
            row(
                about,
                Cell(opening.name, partial(renamed, opening.id, opening.name)),
                opening.kind,
                edits.wall_name(room, opening.wall),
                *(size_cell(bench, about.sized(size)) for size in ("place", "width", "height")),
                size_cell(bench, about.sized("sill")) if opening.kind in RAISED else Cell(""),
                size_cell(bench, about.sized("reveal")),
            )
        )
    return lines
