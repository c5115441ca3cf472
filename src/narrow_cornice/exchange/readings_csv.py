"""Readings of a room from CSV, with a preview that says which line is wrong and why.

One reading a line, under the headings ``what``, ``at``, ``to``, ``value``, and, where they are known, ``instrument``
and ``sigma``: walls (``wall, A, B, 4310``), diagonals (``diagonal, B, D, 5571``), corners (``corner, B,, 90.4``),
heights (``height, A,, 2974``), offsets (``offset, C, B D, -12``), widths from a place on one wall to another
(``width top 850, A B, D E, 4198``: at the floor, middle or top, 850 from the left end of wall A–B). Corners go by
their letters on the plan.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import NamedTuple

import msgspec

from narrow_cornice.derived.measured.surveys import corner_key
from narrow_cornice.derived.measured.widths import LEVEL_WORDS, SHARES
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.going import tell
from narrow_cornice.job.edits import set_heights
from narrow_cornice.job.edits.survey_edits import (
    put_diagonal,
    put_offset,
    put_width,
    set_angles,
    set_readings,
    width_there,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Level, WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.plan import corner_name, pair_name, side_name
from narrow_cornice.survey.readings import INSTRUMENTS, AngleReading, Instrument, Reading, parse_angle
from narrow_cornice.units.lengths import Length, LengthError, Unit, parse_length
from narrow_cornice.units.words import several

HEADINGS = ("what", "at", "to", "value", "instrument", "sigma")
KINDS = ("wall", "diagonal", "corner", "height", "offset", "width")
MOST_LINES = 5_000


class ReadingsError(CorniceError, ValueError):
    """A table of readings that cannot be taken as a whole."""


class ReadLine(msgspec.Struct, frozen=True):
    """One line as it was understood: where it goes in words, its value, or its ``fault``."""

    number: int
    text: str
    words: str = ""
    kind: str = ""
    corners: tuple[int, ...] = ()
    length: Reading | None = None
    angle: AngleReading | None = None
    level: Level = "middle"
    place: Length | None = None
    fault: str = ""


def read_readings(raw: bytes, room: Room, unit: Unit) -> tuple[ReadLine, ...]:
    """Return every line of a table of readings, understood or with its fault. Raises ReadingsError for no table."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise ReadingsError(f"this is not readable text (UTF-8), from byte {error.start + 1} on.") from None
    if "\0" in text:
        raise ReadingsError("this is not a table of readings.")
    try:
        dialect = csv.Sniffer().sniff(text[:2000], delimiters=",;\t")
    except csv.Error:
        dialect = csv.excel
    try:
        rows = list(csv.reader(io.StringIO(text), dialect))
    except csv.Error as error:
        raise ReadingsError(f"this is not a table of readings ({error}).") from None
    if len(rows) > MOST_LINES:
        raise ReadingsError(f"more than {MOST_LINES} lines are more than a room has readings.")
    order = list(range(len(HEADINGS)))
    made: list[ReadLine] = []
    for number, cells in enumerate(rows, 1):
        tell(f"line {number}")
        cells = [cell.strip() for cell in cells]
        if not any(cells) or cells[0].startswith("#"):
            continue
        lowered = [cell.lower() for cell in cells]
        if "what" in lowered and "value" in lowered:
            order = [lowered.index(heading) if heading in lowered else -1 for heading in HEADINGS]
            continue
        fields = [cells[at] if 0 <= at < len(cells) else "" for at in order]
        made.append(_line(number, fields, room, unit))
    if not made:
        raise ReadingsError("there are no readings in it.", remedy=f"Its headings are {', '.join(HEADINGS)}.")
    return tuple(made)


class _Cells(NamedTuple):
    """The cells of one line, and for whom they are read."""

    what: str
    at: str
    to: str
    value: str
    instrument: str
    sigma: str
    room: Room
    unit: Unit

    @property
    def walls(self) -> tuple[WallAsRead, ...]:
        """Return the walls of the room."""
        return self.room.measured.walls

    def corner(self, name: str) -> int:
        """Return the index of a corner by its letter. Raises ReadingsError."""
        names = [corner_name(index) for index in range(len(self.walls))]
        if name.strip().upper() not in names:
            raise ReadingsError(f"there is no corner “{name[:20]}”.", remedy=f"The corners are A to {names[-1]}.")
        return names.index(name.strip().upper())

    def side(self, name: str) -> int:
        """Return the index of a wall by its corners. Raises ReadingsError."""
        ends = [self.corner(part) for part in _parted(name)]
        if len(ends) != 2 or (ends[1] - ends[0]) % len(self.walls) != 1:
            raise ReadingsError(f"there is no wall “{name[:20]}”.", remedy="Write it by its corners, as A B.")
        return ends[0]

    def tool(self) -> Instrument:
        """Return the instrument it was read with. Raises ReadingsError."""
        tool: Instrument = next((one for one in INSTRUMENTS if one == (self.instrument or "tape")), "tape")
        if self.instrument and tool != self.instrument:
            known = ", ".join(INSTRUMENTS)
            raise ReadingsError(f"“{self.instrument[:20]}” is no instrument.", remedy=f"Write {known}.")
        return tool

    def reading(self, *, either_way: bool) -> Reading:
        """Return the length that was read; ``either_way`` takes a minus before it. Raises LengthError."""
        bare = self.value.strip()
        back = either_way and bare[:1] in "-−"
        length = parse_length(bare[1:] if back else bare, self.unit)
        return Reading(-length.mm if back else length.mm, bare, self.tool(), _sigma(self.sigma))


def _parted(name: str) -> list[str]:
    return name.replace("–", " ").replace("-", " ").split()


def _line(number: int, fields: Sequence[str], room: Room, unit: Unit) -> ReadLine:
    what, at, to, value, instrument, sigma = fields
    shown = ", ".join(field for field in fields if field)[:120]
    cells = _Cells(what.lower(), at, to, value, instrument.lower(), sigma, room, unit)
    try:
        return _understood(number, shown, cells)
    except CorniceError as error:
        where = f", character {error.position + 1} of “{value[:30]}”" if isinstance(error, LengthError) else ""
        return ReadLine(number, shown, fault=f"{error}{where}")


def _understood(number: int, shown: str, cells: _Cells) -> ReadLine:
    """Return a line as it is understood. Raises CorniceError with what is wrong."""
    what, *where = cells.what.split() or [""]
    if what not in KINDS or (where and what != "width"):
        raise ReadingsError(f"“{what[:30]}” is no reading.", remedy=f"Write {', '.join(KINDS)}.")
    cells.tool()
    if what == "corner":
        sure, index = _sigma(cells.sigma), cells.corner(cells.at)
        read = msgspec.structs.replace(parse_angle(cells.value), sigma=sure)
        return ReadLine(number, shown, f"corner {corner_name(index)}", what, (index,), angle=read)
    reading = cells.reading(either_way=what == "offset")
    if what == "height":
        at = cells.at
        wall = cells.walls[cells.corner(at) % len(cells.walls)].id if at else ""
        words = f"ceiling height{f', near {at.upper()}' if at else ''}"
        return ReadLine(number, shown, words, what, (), msgspec.structs.replace(reading, wall=wall))
    if what == "offset":
        parts = _parted(cells.to)
        if len(parts) != 2:
            raise ReadingsError("an offset is from a line between two corners.", remedy="Write them as “B D”.")
        ends = (cells.corner(cells.at), cells.corner(parts[0]), cells.corner(parts[1]))
        words = f"offset of {corner_name(ends[0])} from {pair_name(ends[1], ends[2])}"
        return ReadLine(number, shown, words, what, ends, reading)
    if what == "width":
        return _width(number, shown, where, cells, reading)
    return _between_corners(number, shown, what, cells, reading)


def _between_corners(number: int, shown: str, what: str, cells: _Cells, reading: Reading) -> ReadLine:
    """Return the line of a wall, or of a diagonal where no wall joins the two corners."""
    first, second = cells.corner(cells.at), cells.corner(cells.to)
    count = len(cells.walls)
    beside = (second - first) % count == 1 or (first - second) % count == 1
    if first == second:
        raise ReadingsError("its two corners are the same.")
    if what == "wall" and not beside:
        raise ReadingsError(
            f"no wall joins {corner_name(first)} and {corner_name(second)}.", remedy="Is it a diagonal?"
        )
    if beside:
        index = first if (second - first) % count == 1 else second
        return ReadLine(number, shown, f"wall {side_name(index, count)}", "wall", (index,), reading)
    return ReadLine(number, shown, pair_name(*sorted((first, second))), "diagonal", (first, second), reading)


def _width(number: int, shown: str, where: Sequence[str], cells: _Cells, reading: Reading) -> ReadLine:
    """Return the line of a width: at which level and from which place, then between which walls."""
    walls = (cells.side(cells.at), cells.side(cells.to))
    if walls[0] == walls[1]:
        raise ReadingsError("its two walls are the same.")
    level: Level | None = next((one for one in SHARES if one == (where[0] if where else "middle")), None)
    if level is None:
        raise ReadingsError(f"“{where[0][:20]}” is no level.", remedy=f"Write {', '.join(SHARES)}.")
    near = cells.walls[walls[0]]
    half = sum(one.mm for one in near.readings) / len(near.readings) / 2 if near.readings else 0.0
    place = (
        parse_length(" ".join(where[1:]), cells.unit) if len(where) > 1 else Length(round(half), f"{round(half)} mm")
    )
    count = len(cells.walls)
    words = f"{side_name(walls[0], count)} to {side_name(walls[1], count)} {LEVEL_WORDS[level]}"
    return ReadLine(number, shown, words, "width", tuple(walls), reading, level=level, place=place)


def _sigma(text: str) -> float | None:
    if not text:
        return None
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        raise ReadingsError(f"“{text[:20]}” is no uncertainty.", remedy="Write millimetres, as 1.5.") from None
    if not 0.0001 <= value <= 1000.0:
        raise ReadingsError(f"an uncertainty of {text[:20]} cannot be.")
    return value


def take_readings(room: Room, lines: Sequence[ReadLine], *, replace: bool) -> Edit:
    """Return the edit that puts the understood lines into a room, beside what was read or in place of it."""
    good = [line for line in lines if not line.fault]

    def apply(job: Job) -> Job:
        for edit in _edits(job.room(room.id), good, replace):
            job = edit.apply(job)
        return job

    return Edit(f"{several(len(good), 'reading')} from a table", apply)


def _edits(room: Room, lines: Sequence[ReadLine], fresh: bool) -> list[Edit]:
    """Return one edit for each thing that was read."""
    grouped: dict[tuple[str, tuple[int, ...], str, float], list[ReadLine]] = {}
    for line in lines:
        corners = tuple(sorted(line.corners)) if line.kind == "diagonal" else line.corners
        key = (line.kind, corners, line.level, line.place.mm if line.place is not None else 0.0)
        grouped.setdefault(key, []).append(line)
    count = len(room.measured.walls)
    edits: list[Edit] = []
    for (kind, corners, _, _), mine in grouped.items():
        lengths = [line.length for line in mine if line.length is not None]
        if kind == "wall":
            side = room.measured.walls[corners[0]]
            name = side_name(corners[0], count)
            edits.append(set_readings(room.id, side.id, (*(() if fresh else side.readings), *lengths), name))
        elif kind == "height":
            edits.append(set_heights(room.id, (*(() if fresh else room.measured.heights), *lengths)))
        elif kind == "corner":
            side = room.measured.walls[corners[0] - 1]
            angles = [line.angle for line in mine if line.angle is not None]
            kept = () if fresh else side.angles
            edits.append(set_angles(room.id, side.id, (*kept, *angles), corner_name(corners[0])))
        elif kind == "diagonal":
            keys = [corner_key(room.measured.walls, index) for index in corners]
            there = next((one for one in room.measured.diagonals if {one.first, one.second} == set(keys)), None)
            before = there.readings if there is not None and not fresh else ()
            edits.append(put_diagonal(room.id, keys[0], keys[1], (*before, *lengths), pair_name(*corners)))
        elif kind == "width":
            near, far = (room.measured.walls[index].id for index in corners)
            one = mine[0]
            known = width_there(room, near, far, one.level, one.place) if one.place is not None else None
            before = known.readings if known is not None and not fresh else ()
            if one.place is not None:
                edits.append(put_width(room.id, near, far, one.level, one.place, (*before, *lengths), one.words))
        else:
            of, start, end = (corner_key(room.measured.walls, index) for index in corners)
            words = f"offset of {corner_name(corners[0])}"
            edits.append(put_offset(room.id, of, start, end, lengths, words))
    return edits


def readings_table(room: Room) -> str:
    """Return a room's readings as a table that can be read back."""
    held = io.StringIO()
    writer = csv.writer(held)
    writer.writerow(HEADINGS)
    count = len(room.measured.walls)
    names = {corner_key(room.measured.walls, index): corner_name(index) for index in range(count)}

    def row(what: str, at: str, to: str, one: Reading) -> None:
        sigma = "" if one.sigma is None else f"{one.sigma:.10g}"
        writer.writerow([what, at, to, f"{one.mm:.10g} mm", one.instrument, sigma])

    for index, side in enumerate(room.measured.walls):
        for one in side.readings:
            row("wall", corner_name(index), corner_name((index + 1) % count), one)
        for angle in side.angles:
            sure = "" if angle.sigma is None else f"{angle.sigma:.10g}"
            writer.writerow(["corner", corner_name((index + 1) % count), "", f"{angle.degrees:.10g}", "", sure])
    for diagonal in room.measured.diagonals:
        for one in diagonal.readings:
            row("diagonal", names[diagonal.first], names[diagonal.second], one)
    for offset in room.measured.offsets:
        for one in offset.readings:
            row("offset", names[offset.of], f"{names[offset.start]} {names[offset.end]}", one)
    walls = {side.id: corner_name(index) for index, side in enumerate(room.measured.walls)}
    ends = {side.id: side_name(index, count).replace("–", " ") for index, side in enumerate(room.measured.walls)}
    for width in room.measured.widths:
        for one in width.readings:
            row(f"width {width.level} {width.place.mm:.6g} mm", ends[width.wall], ends[width.other], one)
    for one in room.measured.heights:
        row("height", walls.get(one.wall, ""), "", one)
    return held.getvalue()
