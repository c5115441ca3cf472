"""Changes to readings of a room's plan: walls, corners, diagonals, offsets."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Collection, Mapping, Sequence
from typing import Any, TypeVar

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_size, fresh_id, room_edit
from narrow_cornice.job.edits.thing_edits import Section, resettled
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import CornerOffset, Diagonal, Room, WallAsRead
from narrow_cornice.job.things import Level, WallWidth
from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import AngleReading, Reading, as_reading
from narrow_cornice.units.lengths import Length

Read = TypeVar("Read", Reading, AngleReading)
SAME_PLACE = 0.5  # mm
FEWEST_CHORDS, MOST_CHORDS = 2, 24


def as_readings(lengths: Sequence[Length]) -> tuple[Reading, ...]:
    """Return typed lengths as readings; those that are readings already stay what they are."""
    return tuple(as_reading(one) for one in lengths)


def shown_readings(readings: Sequence[Length]) -> str:
    """Return readings in words for the title of an edit."""
    return ", ".join(one.text or f"{one.mm:g}" for one in readings) or "not read"


def change_sides(room: Room, wall_id: str, change: Callable[[WallAsRead], WallAsRead]) -> Room:
    """Return the room with one wall changed."""
    return replace(room, sides=tuple(change(side) if side.id == wall_id else side for side in room.sides))


def rekeyed(room: Room, moved: Mapping[str, str], gone: Collection[str]) -> Room:
    """Return the room with its diagonals and offsets following corners that now go by another wall.

    What ended in a corner that is ``gone`` goes with it.
    """

    def there(*keys: str) -> bool:
        return not any(key in gone for key in keys)

    return replace(
        room,
        diagonals=tuple(
            replace(one, first=moved.get(one.first, one.first), second=moved.get(one.second, one.second))
            for one in room.diagonals
            if there(one.first, one.second)
        ),
        offsets=tuple(
            replace(
                one,
                of=moved.get(one.of, one.of),
                start=moved.get(one.start, one.start),
                end=moved.get(one.end, one.end),
            )
            for one in room.offsets
            if there(one.of, one.start, one.end)
        ),
    )


def set_readings(room_id: str, wall_id: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings of one wall; none lets it follow from the others."""
    for one in readings:
        checked_size(one, f"Wall {name}")
    put = as_readings(readings)
    return room_edit(
        f"wall {name} to {shown_readings(put)[:40]}",
        room_id,
        lambda room: change_sides(room, wall_id, lambda side: replace(side, readings=put)),
    )


def set_turn(room_id: str, wall_id: str, turn: Turn, corner: str) -> Edit:
    """Make the corner at the end of a wall an inside (left) or outside (right) corner."""
    way = "inside" if turn == "left" else "outside"
    return room_edit(
        f"corner {corner} to {way}",
        room_id,
        lambda room: change_sides(room, wall_id, lambda side: replace(side, turn=turn)),
    )


def assume_corner(room_id: str, wall_id: str, degrees: float | None, corner: str) -> Edit:
    """Take the angle between two walls for granted (90 is square), or no longer."""
    if degrees is not None and not 5.0 <= degrees <= 180.0:
        raise EditError(f"An angle of {degrees:g}° between two walls cannot be.", where=f"corner {corner}")
    words = "not assumed" if degrees is None else "assumed square" if degrees == 90 else f"assumed {degrees:g}°"
    return room_edit(
        f"corner {corner} {words}",
        room_id,
        lambda room: change_sides(room, wall_id, lambda side: replace(side, assumed=degrees)),
    )


def set_angles(room_id: str, wall_id: str, angles: Sequence[AngleReading], corner: str) -> Edit:
    """Put the readings of the corner at the end of a wall; the angle read says whether it is inside or outside."""
    put = tuple(angles)
    shown = ", ".join(one.text or f"{one.degrees:g}°" for one in put) or "not read"

    def change(side: WallAsRead) -> WallAsRead:
        turn: Turn = side.turn if not put else "left" if put[0].degrees <= 180.0 else "right"
        return replace(side, angles=put, turn=turn)

    return room_edit(f"corner {corner} to {shown[:40]}", room_id, lambda room: change_sides(room, wall_id, change))


def put_diagonal(room_id: str, first: str, second: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings between two corners (each goes by the wall that ends there); none takes the diagonal away."""
    for one in readings:
        checked_size(one, f"The way {name}")
    put = as_readings(readings)

    def change(room: Room) -> Room:
        if first == second:
            raise EditError("A diagonal joins two different corners.", where=name)
        there = next((one for one in room.diagonals if {one.first, one.second} == {first, second}), None)
        if there is None:
            if not put:
                return room
            fresh = Diagonal(fresh_id("d", (one.id for one in room.diagonals)), first, second, put)
            return replace(room, diagonals=(*room.diagonals, fresh))
        rest = [
            replace(one, readings=put) if one is there else one for one in room.diagonals if put or one is not there
        ]
        return replace(room, diagonals=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def put_offset(room_id: str, of: str, start: str, end: str, readings: Sequence[Length], name: str) -> Edit:
    """Put the readings of a corner's distance off the line between two others; none takes it away."""
    put = as_readings(readings)

    def change(room: Room) -> Room:
        if len({of, start, end}) < 3:
            raise EditError("An offset needs three different corners.", where=name)
        there = next((one for one in room.offsets if (one.of, one.start, one.end) == (of, start, end)), None)
        if there is None:
            if not put:
                return room
            fresh = CornerOffset(fresh_id("n", (one.id for one in room.offsets)), of, start, end, put)
            return replace(room, offsets=(*room.offsets, fresh))
        rest = [replace(one, readings=put) if one is there else one for one in room.offsets if put or one is not there]
        return replace(room, offsets=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def width_there(room: Room, wall: str, other: str, level: Level, place: Length) -> WallWidth | None:
    """Return the width that was read from a place on one wall to another at a level, None where none was."""
    same = (one for one in room.widths if (one.wall, one.other, one.level) == (wall, other, level))
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
        if wall == other or not {wall, other} <= {side.id for side in room.sides}:
            raise EditError("A width is read between two different walls.", where=name)
        there = width_there(room, wall, other, level, place)
        if there is None:
            if not put:
                return room
            fresh = WallWidth(fresh_id("v", (one.id for one in room.widths)), wall, other, level, place, put)
            return replace(room, widths=(*room.widths, fresh))
        rest = [replace(one, readings=put) if one is there else one for one in room.widths if put or one is not there]
        return replace(room, widths=tuple(rest))

    return room_edit(f"{name} to {shown_readings(put)[:40]}", room_id, change)


def change_width(room_id: str, width_id: str, name: str, **fields: Any) -> Edit:
    """Say at which ``level``, at which ``place`` or to which ``other`` wall a width was read."""
    if "place" in fields:
        checked_size(fields["place"], "The place", zero=True)

    def change(room: Room) -> Room:
        changed = tuple(replace(one, **fields) if one.id == width_id else one for one in room.widths)
        if any(one.wall == one.other for one in changed):
            raise EditError("A width is read between two different walls.", where=name)
        return replace(room, widths=changed)

    shown = ", ".join(one.text if isinstance(one, Length) else str(one) for one in fields.values())
    return room_edit(f"{name}: {shown[:40]}", room_id, change)


def set_aside(about: tuple[str, ...], words: str, *, aside: bool = True) -> Edit:
    """Set one reading aside, by its path, or count it again: it stays on the sheet and weighs nothing."""
    kind, thing, number = about[1], about[2], int(about[3])

    def marked(readings: tuple[Read, ...]) -> tuple[Read, ...]:
        return tuple(replace(one, aside=aside) if n == number else one for n, one in enumerate(readings))

    def change(room: Room) -> Room:
        match kind:
            case "wall":
                return change_sides(room, thing, lambda side: replace(side, readings=marked(side.readings)))
            case "corner":
                return change_sides(room, thing, lambda side: replace(side, angles=marked(side.angles)))
            case "diagonal":
                diagonals = tuple(
                    replace(one, readings=marked(one.readings)) if one.id == thing else one for one in room.diagonals
                )
                return replace(room, diagonals=diagonals)
            case "offset":
                offsets = tuple(
                    replace(one, readings=marked(one.readings)) if one.id == thing else one for one in room.offsets
                )
                return replace(room, offsets=offsets)
            case "width":
                widths = tuple(
                    replace(one, readings=marked(one.readings)) if one.id == thing else one for one in room.widths
                )
                return replace(room, widths=widths)
        return room

    return room_edit(f"{words}: {'set aside' if aside else 'counted again'}", about[0], change)


def curve_corner(room_id: str, wall_id: str, corner: str, along: Length, across: Length, chords: int) -> Edit:
    """Round the inside corner at the end of a wall by a chain of short walls, each of which can be read for itself.

    ``along`` is what the curve takes from this wall, ``across`` from the next. The chords of a quarter of an ellipse
    are their readings to begin with (by sketch), the angles between them are assumed.
    """
    checked_size(along, "The curve")
    checked_size(across, "The curve")
    if not FEWEST_CHORDS <= chords <= MOST_CHORDS:
        raise EditError(f"A curve is drawn with {FEWEST_CHORDS} to {MOST_CHORDS} short walls.", where=corner)

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        side, following = room.sides[index], room.sides[(index + 1) % len(room.sides)]
        if side.turn != "left":
            raise EditError(f"Corner {corner} is an outside corner.", where=f"corner {corner}")
        steps = [math.pi / 2 * step / chords for step in range(chords + 1)]
        places = [(along.mm * math.sin(one), across.mm * (1 - math.cos(one))) for one in steps]
        ways = [(b[0] - a[0], b[1] - a[1]) for a, b in itertools.pairwise(places)]
        headings = [0.0, *(math.degrees(math.atan2(y, x)) for x, y in ways), 90.0]
        assumed = [180.0 - (b - a) for a, b in itertools.pairwise(headings)]
        shorter = {
            one.id: replace(one, readings=less_readings(one.readings, less, corner))
            for one, less in ((side, along), (following, across))
        }
        shorter[side.id] = replace(shorter[side.id], assumed=round(assumed[0], 3), angles=())
        ids = [one.id for one in room.sides]
        chain = []
        for (x, y), angle in zip(ways, assumed[1:], strict=True):
            ids.append(fresh_id("w", ids))
            chord = math.hypot(x, y)
            chain.append(
                WallAsRead(ids[-1], (Reading(round(chord, 1), f"{chord:.1f}", "sketch"),), "left", round(angle, 3))
            )
        openings = []
        for one in room.openings:
            if one.wall == wall_id:
                if one.place.mm < along.mm:
                    raise EditError("An opening stands where the curve would be.", where=f"corner {corner}")
                one = replace(one, place=Length(one.place.mm - along.mm, f"{one.place.mm:g} - {along.mm:g}"))
            openings.append(one)
        sides: list[WallAsRead] = []
        for wall in room.sides:
            sides.append(shorter.get(wall.id, wall))
            if wall.id == wall_id:
                sides += chain
        curved = rekeyed(replace(room, sides=tuple(sides), openings=tuple(openings)), {}, {wall_id})
        return resettled(curved, wall_id, [Section(along.mm, math.inf, wall_id, along.mm)])

    return room_edit(f"curve corner {corner}", room_id, change)


def less_readings(readings: Sequence[Reading], less: Length, corner: str) -> tuple[Reading, ...]:
    """Return a wall's readings less what a curve or notch takes from it."""
    if readings and min(one.mm for one in readings) <= less.mm:
        raise EditError(f"{less.mm:g} mm is as long as the wall it is taken from.", where=f"corner {corner}")
    return tuple(replace(one, mm=one.mm - less.mm, text=f"{one.mm:g} - {less.mm:g}") for one in readings)


def add_bay(room_id: str, wall_id: str, name: str, place: Length, width: Length, depth: Length, front: Length) -> Edit:
    """Put a bay with slanting sides out of one wall, symmetrical: the wall becomes five.

    ``place`` is from the wall's left end as seen from inside, ``front`` the width of the bay's front. The slanting
    walls and their corners follow from these sizes as assumptions, to be read on site.
    """
    for length, what in ((width, "The width"), (depth, "The depth"), (front, "The front")):
        checked_size(length, what)
    checked_size(place, "The place", zero=True)

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        side = room.sides[index]
        if not side.readings:
            raise EditError(f"Wall {name} has not been read.", where=f"wall {name}", remedy="Read it first.")
        whole = sum(one.mm for one in side.readings) / len(side.readings)
        before = whole - place.mm - width.mm
        if before <= 0 or place.mm <= 0:
            raise EditError(
                f"{width.mm:g} mm at {place.mm:g} does not fit inside wall {name} ({whole:g} mm).",
                where=f"wall {name}",
                remedy="Leave some wall on both sides.",
            )
        if front.mm >= width.mm:
            raise EditError("The front of a bay is narrower than its mouth.", where=f"wall {name}")
        if any(one.wall == wall_id for one in room.openings):
            raise EditError("Openings stand in this wall.", where=f"wall {name}", remedy="Put them in after the bay.")
        half = (width.mm - front.mm) / 2
        slant = math.hypot(half, depth.mm)
        angle = round(180.0 - math.degrees(math.atan2(depth.mm, half)), 3)
        ids = [one.id for one in room.sides]
        for _ in range(4):
            ids.append(fresh_id("w", ids))
        first, middle, last, rest = ids[-4:]
        sketched = (Reading(round(slant, 1), f"{slant:.1f}", "sketch"),)
        parts = (
            WallAsRead(wall_id, (Reading(before, f"{whole:g} - {place.mm:g} - {width.mm:g}"),), "right", angle),
            WallAsRead(first, sketched, "left", angle),
            WallAsRead(middle, (as_reading(front),), "left", angle),
            WallAsRead(last, sketched, "right", angle),
            WallAsRead(rest, (as_reading(place),), side.turn, side.assumed, side.angles),
        )
        sides = (*room.sides[:index], *parts, *room.sides[index + 1 :])
        far = place.mm + width.mm
        sections = [Section(0.0, place.mm, rest, 0.0), Section(far, math.inf, wall_id, far)]
        return resettled(rekeyed(replace(room, sides=sides), {wall_id: rest}, ()), wall_id, sections)

    return room_edit(f"bay in wall {name}", room_id, change)
