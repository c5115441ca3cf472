"""The sizes of fields that can be typed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from narrow_cornice.derived.walled.hung_pictures import galleries_of
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.shown import screens_of
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.finishes import Tile
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import (
    FalseWindowPath,
    FieldPath,
    FlightPath,
    GalleryPath,
    HangingPath,
    ShownPath,
    WetBasePath,
)
from narrow_cornice.job.rules import house_rules_of
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
    "strip_over": "strip, above its lower edge",
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
    if size == "strip_over":
        return laid.band.low - laid.region.bounds[1] if laid.band is not None else None
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


OF_HUNG: dict[str, dict[str, str]] = {
    "pictures": {"gap": "gap between", "middle": "middle, from the left", "height": "middle, above the floor"},
    "flight": {"size": "size of one"},
    "screen": {
        "diagonal": "diagonal",
        "depth": "depth",
        "middle": "middle, from the left",
        "height": "middle, above the floor",
    },
    "false window": {
        "place": "left edge, from the left",
        "bottom": "lower edge, above the floor",
        "width": "width",
        "tall": "height",
        "frame": "frame",
        "bar": "bars",
    },
    "shower base": {"width": "width", "depth": "depth"},
}
EMPTY = ("gap", "middle", "height")
FIELDS = {
    "pictures": "galleries",
    "flight": "flights",
    "screen": "screens",
    "false window": "windows",
    "shower base": "bases",
}


def words_of(path: HangingPath | WetBasePath, size: str) -> str:
    """Return the words for a size of something that hangs on a wall."""
    return OF_HUNG[path.word][size]


def hung_size(job: Job, path: HangingPath | WetBasePath) -> SizeField | None:
    """Return a size of something that hangs on a wall, its first where none is named."""
    room = job.room(path.room)
    thing = path.found(room)
    words = OF_HUNG[path.word]
    if thing is None:
        return None
    size = path.size if path.size in words else next(iter(words))
    there = getattr(thing, size)
    mm = float(there.mm) if there is not None else _by_rule(job, path, size)

    def edit(length: Length | None) -> Edit:
        return edits.change_walled(path.room, FIELDS[path.word], thing.id, thing.name, **{size: length})

    whole: Any = path.thing
    return SizeField(whole.sized(size), thing.name[:60], words[size], mm, edit, size in EMPTY)


def _by_rule(job: Job, path: HangingPath | WetBasePath, size: str) -> float | None:
    """Return where the rule has what nobody typed."""
    room = job.room(path.room)
    if isinstance(path, GalleryPath):
        group = next((one for one in galleries_of(room, job.house_rules) if one.gallery.id == path.id), None)
        if size == "gap":
            return house_rules_of(job.house_rules).value("picture_gap")
        if group is None or group.fault:
            return None
        left, bottom, right, top = group.box
        return (left + right) / 2 if size == "middle" else (bottom + top) / 2
    if isinstance(path, ShownPath):
        made = next((one for one in screens_of(room, job.house_rules) if one.shown.id == path.id), None)
        if made is None or made.fault:
            return None
        return (made.box[0] + made.box[2]) / 2 if size == "middle" else made.centre
    return None


def hung_words(job: Job, path: ThingPath) -> str:
    """Return what stands beside a selected thing on a wall: its name."""
    if not isinstance(path, HangingPath | WetBasePath):
        return ""
    found = path.found(job.room(path.room))
    return found.name[:40] if found is not None else ""


SIZES: SizesOf = {
    FieldPath: field_size,
    **dict.fromkeys((GalleryPath, FlightPath, ShownPath, FalseWindowPath, WetBasePath), hung_size),
}
