"""The pieces of all fields of a house as one table (CSV)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.laid import with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.piece_kinds import kinds_of_pieces, parts_of, where_of
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.told import said_in

HEADINGS = ("room", "field", "of", "lies on", "piece", "along", "across", "how many", "said")
Line = tuple[str, ...]


def fields_table(job: Job) -> str:
    """Return the pieces of every field of the job, alike ones in one line; a field that does not lie says why."""
    return written(HEADINGS, [line for room in job.rooms for line in _lines(job, room)])


def _lines(job: Job, room: Room) -> Iterator[Line]:
    for laid in with_strips(fields_of(room, job.house_rules)):
        of = (room.name, laid.field.name, laid.covering.name, where_of(room, laid.field))
        if laid.fault:
            yield (*of, "", "", "", "", said_in(laid.fault, job.settings))
            continue
        for part, pieces in parts_of(laid):
            for (whole, long, wide, kind), many in kinds_of_pieces(pieces):
                words = f"{'' if part == 'inside' else f'{part}, '}{'whole' if whole else 'cut'}{kind}"
                sizes = (bare_size(long, job.settings), bare_size(wide, job.settings))
                yield (*of, words, *sizes, str(many), "")
