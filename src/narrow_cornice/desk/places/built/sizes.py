"""The sizes that can be typed in Built-ins: of a run its plinth, of a bay its width and what is closed below."""

from __future__ import annotations

from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BayPath, BuiltInPath
from narrow_cornice.job.rules import house_rules_of


def _run(job: Job, path: BuiltInPath) -> SizeField | None:
    run = path.found(job.room(path.room))
    if run is None:
        return None
    return SizeField(
        path.sized("plinth"),
        run.name[:60],
        "plinth",
        run.plinth.mm,
        lambda length: edits.change_built_in(path.room, run.id, plinth=length),
    )


def _bay(job: Job, path: BayPath) -> SizeField | None:
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        return None
    run, bay = found
    number = [one.id for one in run.bays].index(bay.id) + 1
    of = f"Bay {number} of {run.name[:50]}"
    if path.size == "below":
        tall = bay.below.mm if bay.below is not None else house_rules_of(job.house_rules).value("cupboard_below")
        edit = lambda length: edits.change_bay(path.room, run.id, bay.id, below=length)  # noqa: E731 (a callback as a value)
        return SizeField(path, of, "closed below", tall, edit, may_be_empty=True)
    built = built_in_of(room, run, job.house_rules)
    there = next((one.width for one in built.run.bays if one.bay.id == bay.id), None)
    mm = bay.width.mm if bay.width is not None else there
    edit = lambda length: edits.change_bay(path.room, run.id, bay.id, width=length)  # noqa: E731 (a callback as a value)
    return SizeField(path.sized("width"), of, "clear width", mm, edit, may_be_empty=True)


SIZES: SizesOf = {BuiltInPath: _run, BayPath: _bay}
