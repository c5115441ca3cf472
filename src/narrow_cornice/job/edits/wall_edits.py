"""Changes to the walls of a room: one more, one less, broken, notched, rounded, straightened."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import Literal

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_size, fresh_id, room_edit
from narrow_cornice.job.edits.opening_edits import parting
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Room
from narrow_cornice.job.on_walls import Section, lying_across, rekeyed, resettled, without_walls
from narrow_cornice.job.paths.in_room import with_measured
from narrow_cornice.survey.plan import Turn, side_name
from narrow_cornice.survey.readings import Reading, as_reading, counted
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.told import Bare, Told

FEWEST_CHORDS, MOST_CHORDS = 2, 24
TURNS: dict[str, tuple[Turn, Turn, Turn, Turn]] = {
    "projection": ("left", "right", "right", "left"),
    "recess": ("right", "left", "left", "right"),
}


def wall_name(room: Room, wall_id: str) -> str:
    """Return the name of a wall by its corners. Raises KeyError where it is not there."""
    for index, wall in enumerate(room.measured.walls):
        if wall.id == wall_id:
            return side_name(index, len(room.measured.walls) + room.measured.walking)
    raise KeyError(wall_id)


def corner_after(room: Room, wall_id: str) -> str:
    """Return the letter of the corner at the end of a wall: a new one where the walk goes on there. Raises KeyError."""
    return wall_name(room, wall_id).partition("–")[2]


def add_wall(room_id: str, wall_id: str, name: str) -> Edit:
    """Put another wall into the walk after one, not yet read, with an inside corner at its end.

    Until the corners bring the walk back to its beginning again the room shows the walk so far.
    """

    def change(room: Room) -> Room:
        walls = room.measured.walls
        index = _index_of(room, wall_id)
        fresh = WallAsRead(fresh_id("w", (wall.id for wall in walls)))
        return with_measured(room, walls=(*walls[: index + 1], fresh, *walls[index + 1 :]))

    return room_edit(f"add a wall after {name}", room_id, change)


def remove_wall(room_id: str, wall_id: str, name: str) -> Edit:
    """Take one wall out of the walk, with what stands in it."""

    def change(room: Room) -> Room:
        if len(room.measured.walls) <= 3:
            raise EditError("Three walls are the fewest.", where=f"wall {name}")
        room = without_walls(rekeyed(room, {}, {wall_id}), {wall_id})
        return with_measured(room, walls=tuple(wall for wall in room.measured.walls if wall.id != wall_id))

    return parting(room_edit(f"remove wall {name}", room_id, change))


def _index_of(room: Room, wall_id: str) -> int:
    return next(index for index, wall in enumerate(room.measured.walls) if wall.id == wall_id)


def _fresh_walls(room: Room, count: int) -> list[str]:
    """Return identities for new walls of a room."""
    ids = [wall.id for wall in room.measured.walls]
    for _ in range(count):
        ids.append(fresh_id("w", ids))
    return ids[len(ids) - count :]


def _mean_read(wall: WallAsRead) -> float | None:
    """Return the mean in mm of a wall's readings that count, None where there is none."""
    mine = [one.mm for _, one in counted(wall.readings)]
    return sum(mine) / len(mine) if mine else None


def _parts_of(wall: WallAsRead, name: str, place: Length, width: Length) -> tuple[float, float]:
    """Return how long a wall is and what is left of it before a break of a width at a place from its left end.

    Raises EditError for a wall nobody read, and where nothing is left on one side.
    """
    whole = _mean_read(wall)
    if whole is None:
        raise EditError(f"Wall {name} has not been read.", where=f"wall {name}", remedy="Read it first.")
    before = whole - place.mm - width.mm  # left as seen from inside is the end of the anticlockwise walk
    if before <= 0 or place.mm <= 0:
        raise EditError(
            Told(width.mm, " at ", Bare(place.mm), f" does not fit inside wall {name} (", whole, ")."),
            where=f"wall {name}",
            remedy="Leave some wall on both sides.",
        )
    return whole, before


def _cut(room: Room, wall_id: str, walls: Sequence[WallAsRead], far: str, sections: Sequence[Section]) -> Room:
    """Return the room with other walls, one of which was cut up: its far corner is now that at the end of ``far``.

    An opening that would lie across a new corner refuses the change.
    """
    across = lying_across(room, wall_id, sections)
    if across is not None:
        raise EditError(f"{across.name} would lie across a new corner.", where=across.name, remedy="Move it first.")
    room = rekeyed(with_measured(room, walls=tuple(walls)), {wall_id: far}, ())
    return resettled(room, wall_id, sections)


def break_wall(
    room_id: str,
    wall_id: str,
    name: str,
    kind: Literal["projection", "recess"],
    place: Length,
    width: Length,
    depth: Length,
) -> Edit:
    """Put a projection into the room (a chimney breast) or a recess out of it into one wall.

    ``place`` is from the wall's left end as seen from inside. The wall becomes five; what is on it goes to the part
    it lies in, and an opening across a new corner refuses the change.
    """
    for length, what in ((width, "The width"), (depth, "The depth")):
        checked_size(length, what)
    checked_size(place, "The place", zero=True)

    def change(room: Room) -> Room:
        index = _index_of(room, wall_id)
        wall = room.measured.walls[index]
        whole, before = _parts_of(wall, name, place, width)
        first, middle, last, rest = _fresh_walls(room, 4)
        turns = TURNS[kind]
        left = (Reading(before, f"{whole:g} - {place.mm:g} - {width.mm:g}"),)
        parts = (
            WallAsRead(wall_id, left, turns[0], slope=wall.slope),
            WallAsRead(first, (as_reading(depth),), turns[1]),
            WallAsRead(middle, (as_reading(width),), turns[2]),
            WallAsRead(last, (as_reading(depth),), turns[3]),
            replace(wall, id=rest, readings=(as_reading(place),)),
        )
        far = place.mm + width.mm
        sections = [
            Section(0.0, place.mm, rest, 0.0),
            Section(place.mm, far, middle, place.mm),
            Section(far, math.inf, wall_id, far),
        ]
        walls = (*room.measured.walls[:index], *parts, *room.measured.walls[index + 1 :])
        return _cut(room, wall_id, walls, rest, sections)

    return room_edit(f"{kind} in wall {name}", room_id, change)


def add_bay(room_id: str, wall_id: str, name: str, place: Length, width: Length, depth: Length, front: Length) -> Edit:
    """Put a bay with slanting sides out of one wall, symmetrical: the wall becomes five.

    ``place`` is from the wall's left end as seen from inside, ``front`` the width of the bay's front. The slanting
    walls and their corners follow from these sizes as assumptions, to be read on site.
    """
    for length, what in ((width, "The width"), (depth, "The depth"), (front, "The front")):
        checked_size(length, what)
    checked_size(place, "The place", zero=True)

    def change(room: Room) -> Room:
        index = _index_of(room, wall_id)
        wall = room.measured.walls[index]
        whole, before = _parts_of(wall, name, place, width)
        if front.mm >= width.mm:
            raise EditError("The front of a bay is narrower than its mouth.", where=f"wall {name}")
        half = (width.mm - front.mm) / 2
        slant = math.hypot(half, depth.mm)
        angle = round(180.0 - math.degrees(math.atan2(depth.mm, half)), 3)
        first, middle, last, rest = _fresh_walls(room, 4)
        sketched = (Reading(round(slant, 1), f"{slant:.1f}", "sketch"),)
        left = (Reading(before, f"{whole:g} - {place.mm:g} - {width.mm:g}"),)
        parts = (
            WallAsRead(wall_id, left, "right", angle, slope=wall.slope),
            WallAsRead(first, sketched, "left", angle),
            WallAsRead(middle, (as_reading(front),), "left", angle),
            WallAsRead(last, sketched, "right", angle),
            replace(wall, id=rest, readings=(as_reading(place),)),
        )
        far = place.mm + width.mm
        sections = [Section(0.0, place.mm, rest, 0.0), Section(far, math.inf, wall_id, far)]
        walls = (*room.measured.walls[:index], *parts, *room.measured.walls[index + 1 :])
        return _cut(room, wall_id, walls, rest, sections)

    return room_edit(f"bay in wall {name}", room_id, change)


def _shortened(readings: Sequence[Reading], less: Length, corner: str) -> tuple[Reading, ...]:
    """Return a wall's readings less what a curve or notch takes from it."""
    if readings and min(one.mm for one in readings) <= less.mm:
        raise EditError(Told(less.mm, " is as long as the wall it is taken from."), where=f"corner {corner}")
    return tuple(replace(one, mm=one.mm - less.mm, text=f"{one.mm:g} mm - {less.mm:g} mm") for one in readings)


def _at_corner(
    room: Room, wall_id: str, corner: str, along: Length, across: Length
) -> tuple[WallAsRead, WallAsRead, dict[str, WallAsRead]]:
    """Return the walls before and after an inside corner, and both less what is taken from them, by identity."""
    index = _index_of(room, wall_id)
    walls = room.measured.walls
    wall, following = walls[index], walls[(index + 1) % len(walls)]
    if wall.turn != "left":
        raise EditError(f"Corner {corner} is an outside corner.", where=f"corner {corner}")
    shorter = {
        one.id: replace(one, readings=_shortened(one.readings, less, corner))
        for one, less in ((wall, along), (following, across))
    }
    return wall, following, shorter


def _with_corner(
    room: Room, wall_id: str, shorter: dict[str, WallAsRead], between: Sequence[WallAsRead], along: Length, what: str
) -> Room:
    """Return the room with walls put in at the corner at the end of a wall, what went by that corner gone; ``what`` is
    what they make, in words."""
    walls: list[WallAsRead] = []
    for wall in room.measured.walls:
        walls.append(shorter.get(wall.id, wall))
        if wall.id == wall_id:
            walls += between
    # Openings of the next wall are measured from its left end, its far one, and stay; those of this wall move.
    sections = [Section(along.mm, math.inf, wall_id, along.mm)]
    across = lying_across(room, wall_id, sections)
    if across is not None:
        raise EditError(f"An opening stands where the {what} would be.", where=across.name, remedy="Move it first.")
    return _cut(rekeyed(room, {}, {wall_id}), wall_id, walls, wall_id, sections)


def notch_corner(room_id: str, wall_id: str, corner: str, along: Length, across: Length) -> Edit:
    """Cut a square notch out of the inside corner at the end of a wall, so that the room becomes an L.

    ``along`` is taken from this wall, ``across`` from the next; both walls must have been read and be longer.
    """
    checked_size(along, "The notch")
    checked_size(across, "The notch")

    def change(room: Room) -> Room:
        _, _, shorter = _at_corner(room, wall_id, corner, along, across)
        first, second = _fresh_walls(room, 2)
        notch = (WallAsRead(first, (as_reading(across),), "right"), WallAsRead(second, (as_reading(along),), "left"))
        return _with_corner(room, wall_id, shorter, notch, along, "notch")

    return room_edit(f"notch corner {corner}", room_id, change)


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
        wall, _, shorter = _at_corner(room, wall_id, corner, along, across)
        steps = [math.pi / 2 * step / chords for step in range(chords + 1)]
        places = [(along.mm * math.sin(one), across.mm * (1 - math.cos(one))) for one in steps]
        ways = [(b[0] - a[0], b[1] - a[1]) for a, b in itertools.pairwise(places)]
        headings = [0.0, *(math.degrees(math.atan2(y, x)) for x, y in ways), 90.0]
        assumed = [180.0 - (b - a) for a, b in itertools.pairwise(headings)]
        shorter[wall.id] = replace(shorter[wall.id], assumed=round(assumed[0], 3), angles=())
        chain = []
        for fresh, (x, y), angle in zip(_fresh_walls(room, chords), ways, assumed[1:], strict=True):
            chord = math.hypot(x, y)
            sketched = (Reading(round(chord, 1), f"{chord:.1f}", "sketch"),)
            chain.append(WallAsRead(fresh, sketched, "left", round(angle, 3)))
        return _with_corner(room, wall_id, shorter, chain, along, "curve")

    return room_edit(f"curve corner {corner}", room_id, change)


def straighten_wall(room_id: str, first: int, name: str) -> Edit:
    """Take a projection or recess out again: five walls from index ``first`` become one.

    The wall keeps the sum of the three stretches that run its way; what is on them goes with it.
    """

    def change(room: Room) -> Room:
        walls = room.measured.walls
        if len(walls) < 8:
            raise EditError("Four walls are the fewest.", where="walls")
        parts = [walls[(first + step) % len(walls)] for step in range(5)]
        if tuple(part.turn for part in parts[:4]) not in TURNS.values():
            raise EditError(f"Wall {name} does not begin a projection or recess.", where=f"wall {name}")
        ids = [part.id for part in parts]
        if any(opening.wall in (ids[1], ids[3]) for opening in room.measured.openings):
            raise EditError(
                "An opening stands in one of the short walls.", where=f"wall {name}", remedy="Remove it first."
            )
        read = [_mean_read(parts[step]) for step in (0, 2, 4)]
        lengths = [one or 0.0 for one in read]
        text = " + ".join(f"{one:g}" for one in lengths)
        readings = (Reading(sum(lengths), text),) if None not in read else ()
        shift = {ids[0]: lengths[2] + lengths[1], ids[2]: lengths[2], ids[4]: 0.0}
        room = without_walls(rekeyed(room, {}, set(ids[:4])), {ids[1], ids[3]})
        for part, along in shift.items():
            room = resettled(room, part, [Section(0.0, math.inf, ids[0], -along)])
        room = without_walls(room, {ids[2], ids[4]})
        whole = replace(parts[4], id=ids[0], readings=readings)
        kept = tuple(whole if wall.id == ids[0] else wall for wall in walls if wall.id not in ids[1:])
        return rekeyed(with_measured(room, walls=kept), {ids[4]: ids[0]}, ())

    return room_edit(f"straighten wall {name}", room_id, change)
