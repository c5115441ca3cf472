"""The size that can be typed in Finishes: where the walls of a room change colour."""

from __future__ import annotations

from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import SplitPath


def _split(job: Job, path: SplitPath) -> SizeField:
    there = job.room(path.room).finishes.split
    return SizeField(
        path,
        "Split of the two tones",
        "",
        there.mm if there else None,
        lambda length: edits.change_room(path.room, "split", split=length or there, two_tone="at a height"),
    )


SIZES: SizesOf = {SplitPath: _split}
