"""The sizes that can be typed in Built-ins: of a run, of a bay, of a compartment, of what is kept."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.built.contents import things_of
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.places.built.words import bay_number
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.casework import BuiltIn, FrameWish
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath, KeptPath

OF_RUN = {
    "plinth": "plinth",
    "tall": "over all",
    "hung": "hangs above the floor",
    "in_pieces": "longest part",
    "closure": "closure at the ceiling",
}
OF_FRAME = {"frame wide": "stiles and rails, wide", "frame thick": "stiles and rails, thick"}
OF_COMPARTMENT = {"panel_left": "fixed panel at its left", "panel_right": "fixed panel at its right"}
OF_KEPT = {"tall": "how tall one is", "wide": "how wide one is", "deep": "how deep one is"}


def _run(job: Job, path: BuiltInPath) -> SizeField | None:
    room = job.room(path.room)
    run = path.found(room)
    if run is None:
        return None
    if path.size in OF_FRAME and run.frame is not None:
        return _frame(path, run, run.frame)
    size = path.size if path.size in OF_RUN else "plinth"
    said = getattr(run, size)
    mm = said.mm if said is not None else None
    if size == "tall" and mm is None:
        built = built_in_of(room, run, job.house_rules)
        mm = built.run.over if not built.fault else None

    def edit(length: Any) -> Any:
        return edits.change_built_in(path.room, run.id, **{size: length})

    return SizeField(path.sized(size), run.name[:60], OF_RUN[size], mm, edit, may_be_empty=size != "plinth")


def _frame(path: BuiltInPath, run: BuiltIn, frame: FrameWish) -> SizeField:
    key = path.size.removeprefix("frame ")

    def edit(length: Any) -> Any:
        return edits.change_built_in(path.room, run.id, frame=replace(frame, **{key: length}))

    return SizeField(path, run.name[:60], OF_FRAME[path.size], getattr(frame, key).mm, edit)


def _bay(job: Job, path: BayPath) -> SizeField | None:
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        return None
    run, bay = found
    built = built_in_of(room, run, job.house_rules)
    there = next((one.width for one in built.run.bays if one.bay.id == bay.id), None)
    mm = bay.width.mm if bay.width is not None else there
    of = f"Bay {bay_number(run, bay.id)} of {run.name[:50]}"

    def edit(length: Any) -> Any:
        return edits.change_bay(path.room, run.id, bay.id, length)

    return SizeField(path.sized("width"), of, "clear width", mm, edit, may_be_empty=True)


def _compartment(job: Job, path: CompartmentPath) -> SizeField | None:
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        return None
    run, bay, one = found
    built = built_in_of(room, run, job.house_rules)
    bays = (there for there in built.run.bays if there.bay.id == bay.id)
    clear = next((own for there in bays for own in there.compartments if own.compartment.id == one.id), None)
    there = clear.high - clear.low if clear is not None else None
    size = path.size if path.size in OF_COMPARTMENT else "height"
    said = getattr(one, size)
    mm = said.mm if said is not None else there if size == "height" else None

    def edit(length: Any) -> Any:
        return edits.change_compartment(path.room, run.id, bay.id, one.id, **{size: length})

    of = f"A compartment of bay {bay_number(run, bay.id)} of {run.name[:40]}"
    return SizeField(path.sized(size), of, OF_COMPARTMENT.get(size, "clear height"), mm, edit, may_be_empty=True)


def _kept(job: Job, path: KeptPath) -> SizeField | None:
    one = path.found(job.room(path.room))
    if one is None:
        return None
    size = path.size if path.size in OF_KEPT else "tall"
    said = getattr(one, size)
    mm = said.mm if said is not None else getattr(things_of(one), size)

    def edit(length: Any) -> Any:
        return edits.change_kept(path.room, one.id, **{size: length})

    return SizeField(path.sized(size), one.name[:60], OF_KEPT[size], mm, edit, may_be_empty=True)


SIZES: SizesOf = {BuiltInPath: _run, BayPath: _bay, CompartmentPath: _compartment, KeptPath: _kept}
