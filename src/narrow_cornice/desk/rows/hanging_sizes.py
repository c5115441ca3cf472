"""The sizes of what is on walls, as its table words them, and of the widths read across places for built-ins."""

from __future__ import annotations

from typing import Any, get_args

from narrow_cornice.derived.measured.widths import LEVEL_WORDS
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.hanging import READ, kept_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import AcrossReading, Depth, Level
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import AcrossPath, HangingPath, identified

LEVELS: tuple[Level, ...] = get_args(Level)
DEPTHS: tuple[Depth, ...] = get_args(Depth)


def thing_name(thing: Any) -> str:
    """Return what a thing is called."""
    return str(getattr(thing, "name", "") or getattr(thing, "kind", "a thing"))


def hanging_size(job: Job, path: HangingPath) -> SizeField | None:
    """Return a size of a thing on a wall, the first where the path does not say which."""
    thing, putting = path.found(job.room(path.room)), kept_in(path.field).putting
    if thing is None or putting is None:
        return None
    key = path.size if path.size in putting.words else next(iter(putting.words))
    there, name = getattr(thing, key), thing_name(thing)
    return SizeField(
        path.sized(key),
        name[:60],
        putting.words[key],
        None if there is None else there.mm,
        lambda given: edits.change_thing(path.room, path.field, thing.id, name, **{key: given}),
        key in putting.may_be_empty,
        "reading" if key in READ else "length",
    )


def across_size(job: Job, path: AcrossPath) -> SizeField | None:
    """Return the width read across a place at a level, at the back or at the front."""
    recess = identified(job.room(path.room).measured.recesses, path.recess)
    if recess is None:
        return None
    there = next((one for one in recess.across if (one.level, one.depth) == (path.level, path.depth)), None)

    def edit(given: Any) -> Edit:
        rest = [one for one in recess.across if one is not there]
        if given is not None:
            rest.append(AcrossReading(given, path.level, path.depth))
        rest.sort(key=lambda one: (LEVELS.index(one.level), DEPTHS.index(one.depth)))
        return edits.set_across(path.room, recess.id, rest, recess.name)

    return SizeField(
        path,
        recess.name[:40],
        f"width {LEVEL_WORDS[path.level]}, {path.depth}",
        None if there is None else there.reading.mm,
        edit,
        True,
        "reading",
    )
