"""The sizes of fields that can be typed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.finishes import Tile
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.job.walled import Field
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_area

WORDS = {
    "left": "left edge, from the left",
    "right": "right edge, from the left",
    "bottom": "lower edge, above the floor",
    "top": "upper edge, above the floor",
    "joint": "joint",
    "gap": "gap wished",
    "start_x": "start, from its left end",
    "start_y": "start, from its lower end",
    "block": "length of a block",
    "border": "border",
}


def field_size(job: Job, path: FieldPath) -> SizeField | None:
    """Return a size of a field, its left edge where none is named."""
    field = path.found(job.room(path.room))
    if not isinstance(field, Field):
        return None
    size = path.size if path.size in WORDS else "left"
    there = getattr(field, size)
    mm = float(there.mm) if there is not None else _usual(job, path, field, size)
    return SizeField(path.sized(size), field.name[:60], WORDS[size], mm, _typed(path, field, size), True)


def _typed(path: FieldPath, field: Field, size: str) -> Callable[[Any], Edit]:
    def edit(length: Length | None) -> Edit:
        more = {"start_x": {"across": "typed"}, "start_y": {"up": "typed"}}.get(size, {}) if length is not None else {}
        return edits.change_field(path.room, field.id, field.name, **{size: length, **more})

    return edit


def _usual(job: Job, path: FieldPath, field: Field, size: str) -> float | None:
    """Return what a size comes of where it is not typed, None where it comes of nothing."""
    if size == "joint" and isinstance(field.covering, Tile):
        return field.covering.joint
    laid = next((one for one in fields_of(job.room(path.room), job.house_rules) if one.field.id == field.id), None)
    if laid is None or laid.fault:
        return None
    if size == "gap" and laid.gap is not None:
        return float(laid.gap.value)
    edges = dict(zip(("left", "bottom", "right", "top"), laid.region.bounds, strict=True))
    return edges.get(size)


def field_words(job: Job, path: ThingPath) -> str:
    """Return what stands beside a selected field: its name and area."""
    if not isinstance(path, FieldPath):
        return ""
    laid = next((one for one in fields_of(job.room(path.room), job.house_rules) if one.field.id == path.id), None)
    if laid is None:
        return ""
    area = f" {show_area(laid.area.value, job.settings.unit)}" if laid.area is not None else ""
    return f"{laid.field.name[:40]}{area}"


SIZES: SizesOf = {FieldPath: field_size}
