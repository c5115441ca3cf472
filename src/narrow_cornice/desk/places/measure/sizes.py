"""The sizes that can be typed in Measure, by the kind of what they are of."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.measured.surveys import corner_index
from narrow_cornice.derived.measured.widths import width_name
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.rows.hanging_sizes import across_size, hanging_size
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.hanging import put_up_on_walls
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import RAISED, Backing, CornerOffset, WallWidth
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    AcrossPath,
    AskedDiagonalPath,
    AskedWidthPath,
    CornerPath,
    DiagonalPath,
    HeightPath,
    LevelPath,
    NextWallPath,
    OffsetPath,
    OpeningPath,
    Read,
    SlopePath,
    StudsPath,
    TrayPath,
    WallPath,
    WidthPath,
    identified,
    path_to,
    wall_of,
)
from narrow_cornice.survey.plan import corner_name, pair_name, side_name
from narrow_cornice.units.lengths import Length, plain_length

OPENING_WORDS = {
    "place": "from the left",
    "width": "width",
    "height": "height",
    "sill": "sill above floor",
    "reveal": "reveal depth",
    "rise": "rise of the arch",
}


def fields_of(kind: str) -> tuple[str, ...]:
    """Return the sizes an opening of a kind has: only windows and niches have a sill, only arches a rise."""
    only = {"sill": kind in RAISED, "rise": kind == "arch"}
    return tuple(field for field in OPENING_WORDS if only.get(field, True))


def put_at(readings: Sequence[Any], place: int, given: Any) -> tuple[Any, ...]:
    """Return readings with one put at a place (at the end where there are fewer), or taken away by None."""
    kept = list(readings)
    if given is None:
        del kept[place : place + 1]
    elif place < len(kept):
        kept[place] = given
    else:
        kept.append(given)
    return tuple(kept)


def _reading_field(
    path: Read, name: str, readings: Sequence[Any], put: Callable[[Sequence[Any]], Edit], *, angle: bool = False
) -> SizeField:
    """Return the field of one of several readings, the first where the path does not say which."""
    at = path.reading or 0
    there = readings[at] if at < len(readings) else None
    value = None if there is None else there.degrees if angle else there.mm
    return SizeField(
        path.nth(at),
        name,
        f"reading {at + 1}",
        value,
        lambda given: put(put_at(readings, at, given)),
        True,
        "angle" if angle else "reading",
    )


def _wall(job: Job, path: WallPath) -> SizeField | None:
    room = job.room(path.room)
    wall = wall_of(room, path.wall)
    if wall is None:
        return None
    name = edits.wall_name(room, wall.id)
    return _reading_field(
        path, f"Wall {name}", wall.readings, lambda given: edits.set_readings(room.id, wall.id, given, name)
    )


def _height(job: Job, path: HeightPath) -> SizeField:
    heights = job.room(path.room).measured.heights
    return _reading_field(path, "Ceiling height", heights, lambda given: edits.set_heights(path.room, given))


def _corner(job: Job, path: CornerPath) -> SizeField | None:
    room = job.room(path.room)
    at = corner_index(room.measured.walls, path.wall)
    if at is None:
        return None
    wall, name = room.measured.walls[at - 1], corner_name(at)
    return _reading_field(
        path,
        f"Corner {name}",
        wall.angles,
        lambda given: edits.set_angles(room.id, wall.id, given, name),
        angle=True,
    )


def _between(room: Room, path: Read, first: str, second: str, readings: Sequence[Any]) -> SizeField | None:
    ends = [corner_index(room.measured.walls, key) for key in (first, second)]
    if ends[0] is None or ends[1] is None or first == second:
        return None
    name = pair_name(*sorted((ends[0], ends[1])))
    return _reading_field(path, name, readings, lambda given: edits.put_diagonal(room.id, first, second, given, name))


def _diagonal(job: Job, path: DiagonalPath) -> SizeField | None:
    room = job.room(path.room)
    one = identified(room.measured.diagonals, path.id)
    return None if one is None else _between(room, path, one.first, one.second, one.readings)


def _asked_diagonal(job: Job, path: AskedDiagonalPath) -> SizeField | None:
    """Return the field of a diagonal by its two corners, of the one that is there where somebody read it since."""
    room, ends = job.room(path.room), {path.first, path.second}
    there = next((one for one in room.measured.diagonals if {one.first, one.second} == ends), None)
    if there is not None:
        return _diagonal(job, DiagonalPath(path.room, there.id, reading=path.reading))
    return _between(room, path, path.first, path.second, ())


def _offset(job: Job, path: OffsetPath) -> SizeField | None:
    room = job.room(path.room)
    one = identified(room.measured.offsets, path.id)
    if one is None:
        return None
    name = offset_name(room, one)
    return _reading_field(
        path, name, one.readings, lambda given: edits.put_offset(room.id, one.of, one.start, one.end, given, name)
    )


def offset_name(room: Room, offset: CornerOffset) -> str:
    """Return the words for an offset, as "offset of C from B to D"."""
    of, start, end = (corner_index(room.measured.walls, key) or 0 for key in (offset.of, offset.start, offset.end))
    return f"offset of {corner_name(of)} from {pair_name(start, end)}"


def width_of(room: Room, path: WidthPath | AskedWidthPath) -> WallWidth | None:
    """Return the width of a path: the one that is there, or one without readings where nobody has read it yet."""
    if isinstance(path, WidthPath):
        there: WallWidth | None = identified(room.measured.widths, path.id)
        return there
    if not path.held(room):
        return None
    place = plain_length(path.place)
    there = edits.width_there(room, path.wall, path.other, path.level, place)
    return there or WallWidth("", path.wall, path.other, path.level, place)


def _width(job: Job, path: WidthPath | AskedWidthPath) -> SizeField | None:
    room = job.room(path.room)
    one = width_of(room, path)
    if one is None:
        return None
    name = width_name(room.measured.walls, one)
    here = WidthPath(path.room, one.id, reading=path.reading) if one.id else path
    return _reading_field(
        here,
        name,
        one.readings,
        lambda given: edits.put_width(room.id, one.wall, one.other, one.level, one.place, given, name),
    )


def _opening(job: Job, path: OpeningPath) -> SizeField | None:
    opening = path.found(job.room(path.room))
    if opening is None:
        return None
    field = path.size if path.size in OPENING_WORDS else "width"
    length: Length = getattr(opening, field)
    zero = Length(0.0, "0")
    return SizeField(
        path.sized(field),
        opening.name[:60],
        OPENING_WORDS[field],
        length.mm,
        lambda typed: edits.change_opening(path.room, opening.id, opening.name, **{field: typed or zero}),
    )


def _studs(job: Job, path: StudsPath) -> SizeField | None:
    """Return a size of the studs behind a wall: their spacing or the first one."""
    room, words = job.room(path.room), {"spacing": "studs apart", "first": "first stud from the left"}
    if path.size not in words or wall_of(room, path.wall) is None:
        return None
    backing = room.measured.backing.get(path.wall, Backing())
    there = getattr(backing, path.size)
    name = edits.wall_name(room, path.wall)
    return SizeField(
        path,
        f"Wall {name}",
        words[path.size],
        None if there is None else there.mm,
        lambda given: edits.set_backing(room.id, path.wall, name, replace(backing, kind="studs", **{path.size: given})),
        True,
    )


def _slope(job: Job, path: SlopePath) -> SizeField | None:
    """Return a size of the slope over a wall: its height there, or how far out it reaches the rest."""
    room, key = job.room(path.room), path.size if path.size in ("low", "run") else "low"
    wall = wall_of(room, path.wall)
    if wall is None:
        return None
    name = edits.wall_name(room, wall.id)
    there = None if wall.slope is None else getattr(wall.slope, key)

    def edit(given: Any) -> Edit:
        low, run = (wall.slope.low, wall.slope.run) if wall.slope is not None else (None, None)
        usual = Length(1000.0, "1000 mm")  # until the other size is typed
        if given is None:
            return edits.set_slope(room.id, wall.id, name, None, None)
        if key == "low":
            return edits.set_slope(room.id, wall.id, name, given, run or usual)
        return edits.set_slope(room.id, wall.id, name, low or usual, given)

    words = {"low": "ceiling at the wall", "run": "slope runs out to"}[key]
    mm = None if there is None else there.mm
    return SizeField(path.sized(key), f"Wall {name}", words, mm, edit, True, "reading")


def _tray(job: Job, path: TrayPath) -> SizeField | None:
    """Return a size of the tray of a ceiling: the width of its border, or its rise."""
    room, key = job.room(path.room), path.size if path.size in ("border", "rise") else "border"
    tray = room.measured.tray
    there = None if tray is None else getattr(tray, key)

    def edit(given: Any) -> Edit:
        border, rise = (tray.border, tray.rise) if tray is not None else (None, None)
        usual = {"border": Length(400.0, "400 mm"), "rise": Length(150.0, "150 mm")}  # until the other is typed
        if given is None:
            return edits.set_tray(room.id, None, None)
        if key == "border":
            return edits.set_tray(room.id, given, rise or usual["rise"])
        return edits.set_tray(room.id, border or usual["border"], given)

    words = {"border": "border, all round", "rise": "rise"}[key]
    mm = None if there is None else there.mm
    return SizeField(path.sized(key), "Tray", words, mm, edit, True, "reading")


def _level(job: Job, path: LevelPath) -> SizeField | None:
    """Return how high the floor lies at a corner."""
    room = job.room(path.room)
    at = corner_index(room.measured.walls, path.wall)
    if at is None:
        return None
    there = next((one for one in room.measured.levels if one.corner == path.wall), None)
    name = corner_name(at)
    return SizeField(
        path,
        f"Floor at {name} against A",
        "",
        None if there is None else there.reading.mm,
        lambda given: edits.set_level(room.id, path.wall, name, given),
        True,
        "reading",
    )


def _next_wall(job: Job, path: NextWallPath) -> SizeField | None:
    room = job.room(path.room)
    if not room.measured.walking:
        return None
    count = len(room.measured.walls)
    name = side_name(count, count + 2)
    made = partial(edits.walk_on, room.id, words=f"wall {name}")
    return SizeField(path, f"Wall {name}", "", None, lambda walked: made(*walked), False, "walk")


SIZES: SizesOf = {
    WallPath: _wall,
    NextWallPath: _next_wall,
    HeightPath: _height,
    CornerPath: _corner,
    DiagonalPath: _diagonal,
    AskedDiagonalPath: _asked_diagonal,
    OffsetPath: _offset,
    WidthPath: _width,
    AskedWidthPath: _width,
    OpeningPath: _opening,
    StudsPath: _studs,
    SlopePath: _slope,
    LevelPath: _level,
    TrayPath: _tray,
    AcrossPath: across_size,
    **{path_to(row.field): hanging_size for row, _ in put_up_on_walls() if row.part != "finishes"},
}
