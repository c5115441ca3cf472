"""Changes to readings of a room: walls, corners, heights, diagonals, offsets, widths, levels, slopes."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_size, fresh_id, room_edit
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import CornerOffset, Diagonal, FloorLevel, Level, Slope, Tray, WallAsRead, WallWidth
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import Read
from narrow_cornice.job.paths.in_room import with_measured
from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import AngleReading, Reading, as_reading
from narrow_cornice.units.lengths import Length

SAME_PLACE = 0.5  # mm


def as_readings(lengths: Sequence[Length]) -> tuple[Reading, ...]:
    """Return typed lengths as readings; those that are readings already stay what they are."""
    return tuple(as_reading(one) for one in lengths)


def shown_readings(readings: Sequence[Length]) -> str:
    """Return readings in words for the title of an edit."""
    return ", ".join(one.text or f"{one.mm:g}" for one in readings) or "not read"


def changed_wall(room: Room, wall_id: str, change: Callable[[WallAsRead], WallAsRead]) -> Room:
    """Return the room with one wall changed."""
    return with_measured(
        room, walls=tuple(change(wall) if wall.id == wall_id else wall for wall in room.measured.walls)
    )


def set_heights(room_id: str, heights: Sequence[Length]) -> Edit:
    """Put the readings of the ceiling height."""
    for one in heights:
        checked_size(one, "The ceiling height")
    put = as_readings(heights)
    words = f"ceiling height to {shown_readings(put)[:40]}"
    return room_edit(words, room_id, lambda room: with_measured(room, heights=put))


def set_slope(room_id: str, wall_id: str, name: str, low: Length | None, run: Length | None) -> Edit:
    """Let the ceiling slope over a wall: its height there and how far out it is as high as the rest; None: flat."""
    checked_size(low, "The height at the wall")
    checked_size(run, "The run of the slope")
    slope = Slope(as_reading(low), as_reading(run)) if low is not None and run is not None else None
    return room_edit(
        f"ceiling over {name} {'flat' if slope is None else 'sloped'}",
        room_id,
        lambda room: changed_wall(room, wall_id, lambda wall: replace(wall, slope=slope)),
    )


def set_tray(room_id: str, border: Length | None, rise: Length | None) -> Edit:
    """Let the ceiling rise inside a border all round; None for either: no tray."""
    checked_size(border, "The border of the tray")
    checked_size(rise, "The rise of the tray")
    tray = Tray(as_reading(border), as_reading(rise)) if border is not None and rise is not None else None
    return room_edit(
        "ceiling without a tray" if tray is None else f"tray in the ceiling: rise {tray.rise.text or tray.rise.mm}",
        room_id,
        lambda room: with_measured(room, tray=tray),
    )


def set_level(room_id: str, wall_id: str, corner: str, reading: Length | None) -> Edit:
    """Put how high the floor lies at the corner at a wall's end, against corner A; None takes the reading away."""
    put = None if reading is None else as_reading(reading)

    def change(room: Room) -> Room:
        rest = tuple(one for one in room.measured.levels if one.corner != wall_id)
        if put is None:
            return with_measured(room, levels=rest)
        fresh = FloorLevel(fresh_id("l", (one.id for one in rest)), wall_id, put)
        return with_measured(room, levels=(*rest, fresh))

    shown = "not read" if put is None else put.text or f"{put.mm:g}"
    return room_edit(f"floor at {corner}: {shown[:40]}", room_id, change)


def set_readings(room_id: str, wall_id: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings of one wall; none lets it follow from the others."""
    for one in readings:
        checked_size(one, f"Wall {name}")
    put = as_readings(readings)
    return room_edit(
        f"wall {name} to {shown_readings(put)[:40]}",
        room_id,
        lambda room: changed_wall(room, wall_id, lambda side: replace(side, readings=put)),
    )


def set_turn(room_id: str, wall_id: str, turn: Turn, corner: str) -> Edit:
    """Make the corner at the end of a wall an inside (left) or outside (right) corner."""
    way = "inside" if turn == "left" else "outside"
    return room_edit(
        f"corner {corner} to {way}",
        room_id,
        lambda room: changed_wall(room, wall_id, lambda side: replace(side, turn=turn)),
    )


def assume_corner(room_id: str, wall_id: str, degrees: float | None, corner: str) -> Edit:
    """Take the angle between two walls for granted (90 is square), or no longer."""
    if degrees is not None and not 5.0 <= degrees <= 180.0:
        raise EditError(f"An angle of {degrees:g}° between two walls cannot be.", where=f"corner {corner}")
    words = "not assumed" if degrees is None else "assumed square" if degrees == 90 else f"assumed {degrees:g}°"
    return room_edit(
        f"corner {corner} {words}",
        room_id,
        lambda room: changed_wall(room, wall_id, lambda side: replace(side, assumed=degrees)),
    )


def set_angles(room_id: str, wall_id: str, angles: Sequence[AngleReading], corner: str) -> Edit:
    """Put the readings of the corner at the end of a wall; the angle read says whether it is inside or outside."""
    put = tuple(angles)
    shown = ", ".join(one.text or f"{one.degrees:g}°" for one in put) or "not read"

    def change(side: WallAsRead) -> WallAsRead:
        turn: Turn = side.turn if not put else "left" if put[0].degrees <= 180.0 else "right"
        return replace(side, angles=put, turn=turn)

    return room_edit(f"corner {corner} to {shown[:40]}", room_id, lambda room: changed_wall(room, wall_id, change))


def put_diagonal(room_id: str, first: str, second: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings between two corners (each goes by the wall that ends there); none takes the diagonal away."""
    for one in readings:
        checked_size(one, f"The way {name}")
    put = as_readings(readings)

    def change(room: Room) -> Room:
        if first == second:
            raise EditError("A diagonal joins two different corners.", where=name)
        there = next((one for one in room.measured.diagonals if {one.first, one.second} == {first, second}), None)
        if there is None:
            if not put:
                return room
            fresh = Diagonal(fresh_id("d", (one.id for one in room.measured.diagonals)), first, second, put)
            return with_measured(room, diagonals=(*room.measured.diagonals, fresh))
        rest = [
            replace(one, readings=put) if one is there else one
            for one in room.measured.diagonals
            if put or one is not there
        ]
        return with_measured(room, diagonals=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def put_offset(room_id: str, of: str, start: str, end: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings of a corner's distance off the line between two others; none takes it away."""
    put = as_readings(readings)

    def change(room: Room) -> Room:
        if len({of, start, end}) < 3:
            raise EditError("An offset needs three different corners.", where=name)
        there = next((one for one in room.measured.offsets if (one.of, one.start, one.end) == (of, start, end)), None)
        if there is None:
            if not put:
                return room
            fresh = CornerOffset(fresh_id("n", (one.id for one in room.measured.offsets)), of, start, end, put)
            return with_measured(room, offsets=(*room.measured.offsets, fresh))
        rest = [
            replace(one, readings=put) if one is there else one
            for one in room.measured.offsets
            if put or one is not there
        ]
        return with_measured(room, offsets=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def width_there(room: Room, wall: str, other: str, level: Level, place: Length) -> WallWidth | None:
    """Return the width that was read from a place on one wall to another at a level, None where none was."""
    same = (one for one in room.measured.widths if (one.wall, one.other, one.level) == (wall, other, level))
    return next((one for one in same if abs(one.place.mm - place.mm) < SAME_PLACE), None)


def put_width(
    room_id: str, wall: str, other: str, level: Level, place: Length, readings: Sequence[Length], name: str
) -> Edit:
    """Put the readings of the width from a place on one wall to another, at a level; none takes it away."""
    for one in readings:
        checked_size(one, f"The {name}")
    checked_size(place, "The place", zero=True)
    put = as_readings(readings)

    def change(room: Room) -> Room:
        if wall == other or not {wall, other} <= {side.id for side in room.measured.walls}:
            raise EditError("A width is read between two different walls.", where=name)
        there = width_there(room, wall, other, level, place)
        if there is None:
            if not put:
                return room
            fresh = WallWidth(fresh_id("v", (one.id for one in room.measured.widths)), wall, other, level, place, put)
            return with_measured(room, widths=(*room.measured.widths, fresh))
        rest = [
            replace(one, readings=put) if one is there else one
            for one in room.measured.widths
            if put or one is not there
        ]
        return with_measured(room, widths=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def change_width(room_id: str, width_id: str, name: str, **fields: Any) -> Edit:
    """Say at which ``level``, at which ``place`` or to which ``other`` wall a width was read."""
    if "place" in fields:
        checked_size(fields["place"], "The place", zero=True)

    def change(room: Room) -> Room:
        changed = tuple(replace(one, **fields) if one.id == width_id else one for one in room.measured.widths)
        if any(one.wall == one.other for one in changed):
            raise EditError("A width is read between two different walls.", where=name)
        return with_measured(room, widths=changed)

    shown = ", ".join(one.text if isinstance(one, Length) else str(one) for one in fields.values())
    return room_edit(f"{name}: {shown[:40]}", room_id, change)


def set_aside(path: Read, words: str, *, aside: bool = True) -> Edit:
    """Set one reading aside, by its path, or count it again: it stays on the sheet and weighs nothing."""

    def change(room: Room) -> Room:
        marked = (replace(one, aside=aside) if n == path.reading else one for n, one in enumerate(path.readings(room)))
        return path.with_readings(room, tuple(marked))

    return room_edit(f"{words}: {'set aside' if aside else 'counted again'}", path.room, change)
