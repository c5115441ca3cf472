"""A size as a cell of a sheet, typed into as on the bench."""

from __future__ import annotations

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.ruled_sheet import Cell
from narrow_cornice.explained.paths import ThingPath


def size_cell(bench: Bench, path: ThingPath) -> Cell:
    """Return the cell of a size by its path, an empty one where there is no such size."""
    field = bench.size_field(path)
    if field is None:
        return Cell("", number=True)
    return Cell(field.shown(bench.session.job), bench.typed_size(field.path), number=True)
