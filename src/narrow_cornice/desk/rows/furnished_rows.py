"""Whether furniture stays in a room while it is worked in, for the bench of the brief and of the programme."""

from __future__ import annotations

from narrow_cornice.derived.measured.at_work import furnished_by_pieces, is_furnished
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ToggleRow
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room


def furnished_row(bench: Bench, room: Room, words: str) -> ToggleRow:
    """Return the row that says it, and takes another answer; one that is as the pieces of the room say follows them."""
    by_pieces = furnished_by_pieces(room)

    def say(stays: bool) -> None:
        bench.do(edits.set_furnished(room.id, None if stays == by_pieces else stays))

    return ToggleRow(words, is_furnished(room), say)
