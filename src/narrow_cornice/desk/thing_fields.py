"""The sizes of what is on walls and between them, by their path."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, get_args

from msgspec.structs import replace

from narrow_cornice.derived.measured.surveys import corner_index
from narrow_cornice.derived.measured.widths import LEVEL_WORDS
from narrow_cornice.desk.size_values import SizeField
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.edits.thing_edits import ThingField
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import AcrossReading, Backing, Depth, Level, Recess
from narrow_cornice.job.model import Room
from narrow_cornice.job.on_walls import kept_in
from narrow_cornice.survey.plan import corner_name
from narrow_cornice.units.lengths import Length

THING_FIELDS: dict[str, ThingField] = {
    "fixture": "fixtures",
    "mark": "marks",
    "there": "there",
    "recess": "recesses",
    "bulk": "bulks",
    "frame": "frames",
}
SIZE_WORDS: dict[str, dict[str, str]] = {
    "fixture": {"place": "from the left", "height": "above the floor", "width": "width", "tall": "height of it"},
    "mark": {"place": "from the left", "height": "above the floor", "width": "width", "tall": "height of it"},
    "frame": {"place": "from the left", "height": "above the floor", "width": "width", "tall": "height of it"},
    "there": {"height": "height", "thickness": "thickness"},
    "recess": {"depth": "depth", "start": "from", "end": "to"},
    "bulk": {
        "place": "from the left",
        "out": "off the wall",
        "width": "along the wall",
        "depth": "into the room",
        "under": "underside",
        "top": "top",
    },
}
LEVELS: tuple[Level, ...] = get_args(Level)
DEPTHS: tuple[Depth, ...] = get_args(Depth)


def thing_of(room: Room, about: About) -> Any:
    """Return the thing a path stands for, None where it is not there."""
    field = THING_FIELDS.get(about[1]) if len(about) > 2 else None
    return next((one for one in kept_in(field).held(room) if one.id == about[2]), None) if field else None


def thing_name(thing: Any) -> str:
    """Return what a thing is called."""
    return str(getattr(thing, "name", "") or thing.kind)


def thing_field(room: Room, about: About) -> SizeField | None:
    """Return the size that a path of a thing stands for, None where it has none."""
    if about[1] == "studs" and len(about) > 3:
        return _stud(room, about)
    if about[1] == "slope" and len(about) > 2:
        return _slope(room, about)
    if about[1] == "level" and len(about) > 2:
        return _level(room, about)
    thing = thing_of(room, about)
    if thing is None:
        return None
    if about[1] == "recess" and len(about) >= 6 and about[3] == "across":
        return _across(room, thing, about)
    words = SIZE_WORDS[about[1]]
    key = about[3] if len(about) > 3 and about[3] in words else next(iter(words))
    there = getattr(thing, key)
    name = thing_name(thing)
    optional = (about[1] == "recess" and key != "depth") or (about[1] == "bulk" and key == "top")
    return SizeField(
        (room.id, about[1], thing.id, key),
        f"{name[:60]}, {words[key]}",
        None if there is None else there.mm,
        None,
        lambda given: edits.change_thing(room.id, THING_FIELDS[about[1]], thing.id, name, **{key: given}),
        optional,
        "reading" if key in ("place", "height", "thickness", "out") else "length",
    )


def _across(room: Room, recess: Recess, about: About) -> SizeField | None:
    """Return the width read across a place at a level, at the back or at the front."""
    level = next((one for one in LEVELS if one == about[4]), None)
    depth = next((one for one in DEPTHS if one == about[5]), None)
    if level is None or depth is None:
        return None
    there = next((one for one in recess.across if (one.level, one.depth) == (level, depth)), None)

    def edit(given: Any) -> Edit:
        rest = [one for one in recess.across if one is not there]
        if given is not None:
            rest.append(AcrossReading(given, level, depth))
        rest.sort(key=lambda one: (LEVELS.index(one.level), DEPTHS.index(one.depth)))
        return edits.set_across(room.id, recess.id, rest, recess.name)

    return SizeField(
        (room.id, "recess", recess.id, "across", level, depth),
        f"{recess.name[:40]}, width {LEVEL_WORDS[level]}, {depth}",
        None if there is None else there.reading.mm,
        None,
        edit,
        True,
        "reading",
    )


def _stud(room: Room, about: About) -> SizeField | None:
    """Return a size of the studs behind a wall: their spacing or the first one."""
    wall, key = about[2], about[3]
    if key not in ("spacing", "first") or all(side.id != wall for side in room.measured.walls):
        return None
    backing = room.measured.backing.get(wall, Backing())
    there = getattr(backing, key)
    name = edits.wall_name(room, wall)

    def edit(given: Any) -> Edit:
        return edits.set_backing(room.id, wall, name, replace(backing, kind="studs", **{key: given}))

    words = {"spacing": "studs apart", "first": "first stud from the left"}[key]
    return SizeField(about, f"Wall {name}, {words}", None if there is None else there.mm, None, edit, True)


def _slope(room: Room, about: About) -> SizeField | None:
    """Return a size of the slope over a wall: its height there, or how far out it reaches the rest."""
    key = about[3] if len(about) > 3 and about[3] in ("low", "run") else "low"
    side = next((one for one in room.measured.walls if one.id == about[2]), None)
    if side is None:
        return None
    name = edits.wall_name(room, side.id)
    there = None if side.slope is None else getattr(side.slope, key)

    def edit(given: Any) -> Edit:
        low, run = (side.slope.low, side.slope.run) if side.slope is not None else (None, None)
        usual = Length(1000.0, "1000 mm")  # until the other size is typed
        if given is None:
            return edits.set_slope(room.id, side.id, name, None, None)
        if key == "low":
            return edits.set_slope(room.id, side.id, name, given, run or usual)
        return edits.set_slope(room.id, side.id, name, low or usual, given)

    words = {"low": "ceiling at the wall", "run": "slope runs out to"}[key]
    where = (room.id, "slope", side.id, key)
    return SizeField(where, f"Wall {name}, {words}", None if there is None else there.mm, None, edit, True, "reading")


def _level(room: Room, about: About) -> SizeField | None:
    """Return how high the floor lies at a corner."""
    at = corner_index(room.measured.walls, about[2])
    if at is None:
        return None
    there = next((one for one in room.measured.levels if one.corner == about[2]), None)
    name = corner_name(at)
    edit: Callable[[Any], Edit] = lambda given: edits.set_level(room.id, about[2], name, given)  # noqa: E731
    return SizeField(
        (room.id, "level", about[2]),
        f"Floor at {name} against A",
        None if there is None else there.reading.mm,
        None,
        edit,
        True,
        "reading",
    )
