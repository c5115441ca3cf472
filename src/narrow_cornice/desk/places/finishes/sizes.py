"""The sizes that can be typed in Finishes: where the walls of a room change colour, and those of pieces and blocks."""

from __future__ import annotations

from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.places.finishes.piece_rows import sizes_of
from narrow_cornice.desk.rows.hanging_sizes import hanging_size
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BlockPath, PiecePath, SplitPath, identified


def _split(job: Job, path: SplitPath) -> SizeField:
    there = job.room(path.room).finishes.split
    return SizeField(
        path,
        "Split of the two tones",
        "",
        there.mm if there else None,
        lambda length: edits.change_room(path.room, "split", split=length or there, two_tone="at a height"),
    )


def _piece(job: Job, path: PiecePath) -> SizeField | None:
    piece = identified(job.room(path.room).finishes.pieces, path.id)
    if piece is None:
        return None
    words = sizes_of(piece)
    size = path.size if path.size in words else next(iter(words))
    there = getattr(piece, size)
    return SizeField(
        path.sized(size),
        piece.name[:60],
        words[size].lower(),
        there.mm if there is not None else None,
        lambda length: edits.change_piece(path.room, path.id, piece.name, **{size: length}),
    )


SIZES: SizesOf = {SplitPath: _split, PiecePath: _piece, BlockPath: hanging_size}
