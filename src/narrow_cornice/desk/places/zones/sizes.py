"""The sizes that can be typed in Zones: of pieces and where they stand, of lamps, of dressed windows."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import DressingPath, LampPath, StoodPath, ZonedPath
from narrow_cornice.units.lengths import Length

PIECE_SIZES = {"width": "width", "depth": "depth", "height": "height", "x": "", "y": ""}
AGAINST = {"x": "its middle from the left", "y": "off the wall"}
FREE = {"x": "along the first wall", "y": "from the first wall"}


def words_of_place(wall: str) -> dict[str, str]:
    """Return the words for the two sizes of a place: on a wall, or on the plan."""
    return AGAINST if wall else FREE


def _sized(path: ZonedPath, thing: Any, size: str) -> Callable[[Any], Edit]:
    return lambda length: edits.change_zoned(path.room, path.field, thing.id, thing.name, **{size: length})


def _placed(path: ZonedPath, thing: Any, size: str) -> Callable[[Any], Edit]:
    def edit(length: Length | None) -> Edit:
        mm = None if length is None else length.mm
        if mm is None and size == "y":
            mm = 0.0
        return edits.move_zoned(path.room, path.field, thing.id, thing.name, **{size: mm})

    return edit


def _piece(job: Job, path: StoodPath) -> SizeField | None:
    piece = path.found(job.room(path.room))
    if piece is None:
        return None
    size = path.size if path.size in PIECE_SIZES else "width"
    if size in ("x", "y"):
        there = getattr(piece, size) if piece.x is not None else None
        words = words_of_place(piece.wall)[size]
        return SizeField(path.sized(size), piece.name[:60], words, there, _placed(path, piece, size), True)
    there = getattr(piece, size).mm
    return SizeField(path.sized(size), piece.name[:60], size, there, _sized(path, piece, size))


def _lamp(job: Job, path: LampPath) -> SizeField | None:
    room = job.room(path.room)
    lamp = path.found(room)
    if lamp is None:
        return None
    size = path.size if path.size in ("height", "x", "y") else "height"
    if size in ("x", "y"):
        there = getattr(lamp, size) if lamp.x is not None else None
        words = words_of_place(lamp.wall)[size]
        return SizeField(path.sized(size), lamp.name[:60], words, there, _placed(path, lamp, size), True)
    hung = next((one.height for one in hung_lamps(room, job.house_rules) if one.lamp.id == lamp.id), None)
    there = lamp.height.mm if lamp.height is not None else hung
    return SizeField(
        path.sized("height"), lamp.name[:60], "of its light above the floor", there, _sized(path, lamp, "height"), True
    )


def _dressing(job: Job, path: DressingPath) -> SizeField | None:
    room = job.room(path.room)
    dressing = path.found(room)
    if dressing is None or dressing.line is not None:
        return None
    size = path.size if path.size in ("beyond", "above") else "beyond"
    length = getattr(dressing, size)
    there = length.mm if length is not None else _usual(job, room, size)
    words = {"beyond": "rod beyond the window", "above": "rod above the window"}[size]
    return SizeField(path.sized(size), dressing.name[:60], words, there, _sized(path, dressing, size), True)


def _usual(job: Job, room: Room, size: str) -> float:
    from narrow_cornice.job.rules import house_rules_of

    return house_rules_of(job.house_rules).value(f"rod_{size}")


def piece_words(job: Job, path: ThingPath) -> str:
    """Return what stands beside a selected piece: its name and size."""
    if not isinstance(path, StoodPath):
        return ""
    piece = path.found(job.room(path.room))
    if piece is None:
        return ""
    from narrow_cornice.units.show import bare_size, show_size

    wide, deep = bare_size(piece.width.mm, job.settings), show_size(piece.depth.mm, job.settings)
    return f"{piece.name[:40]} {wide} × {deep}"


def dressing_words(job: Job, path: ThingPath) -> str:
    """Return what stands beside a selected dressing: its name and how much cloth it takes."""
    if not isinstance(path, DressingPath):
        return ""
    room = job.room(path.room)
    if measured_room(room, job.house_rules).fault:
        return ""
    one = next((each for each in dressed_of(room, job.house_rules, job.fabrics) if each.dressing.id == path.id), None)
    if one is None:
        return ""
    figure = one.cloth or one.area
    return one.dressing.name[:40] + (f" {figure.shown(job.settings)}" if figure is not None else "")


SIZES: SizesOf = {StoodPath: _piece, LampPath: _lamp, DressingPath: _dressing}
