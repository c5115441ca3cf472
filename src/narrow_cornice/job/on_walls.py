"""How what hangs on walls follows when they are cut up, joined and removed, by the table of ``hanging``.

One goes to the part of the wall it lies in, another is on every part, a third stays with what keeps the wall's
identity. What goes by a corner goes by the wall that ends there.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence
from typing import Any, NamedTuple

from msgspec.structs import replace

from narrow_cornice.job.finishes import group_and_thing, slope_thing, surface_key
from narrow_cornice.job.hanging import ON_WALLS, OnWall
from narrow_cornice.job.model import Room


class Section(NamedTuple):
    """A part of a wall that was cut up: from where to where it was, the wall it is now, and where that begins."""

    start: float
    end: float
    wall: str
    begins: float


def _mm(value: Any) -> float:
    return float(value.mm) if hasattr(value, "mm") else float(value)


def _shifted(value: Any, begins: float) -> Any:
    """Return a place along a wall as it is from where its part of the wall begins, with how it came about."""
    if value is None or begins == 0.0:
        return value
    if not hasattr(value, "mm"):
        return value - begins
    sign = "-" if begins > 0 else "+"
    return replace(value, mm=value.mm - begins, text=f"{value.mm:g} {sign} {abs(begins):g}")


def _section_of(row: OnWall, thing: Any, sections: Sequence[Section]) -> Section | None:
    """Return the part of a wall that a thing lies in, whole where it has a width; None where it lies in none."""
    at = _mm(getattr(thing, row.along[0]))
    end = at + _mm(getattr(thing, row.wide)) if row.wide else at
    return next((one for one in sections if one.start <= at and end <= one.end), None)


def lying_across(room: Room, wall_id: str, sections: Sequence[Section]) -> Any | None:
    """Return an opening of a wall that lies in none of the parts it is to be cut into, None where each does."""
    row = ON_WALLS[0]
    mine = (one for one in row.held(room) if one.wall == wall_id)
    return next((one for one in mine if _section_of(row, one, sections) is None), None)


def resettled(room: Room, wall_id: str, sections: Sequence[Section]) -> Room:
    """Return the room with what is on a wall moved to the parts that it was cut into.

    What lies in none goes; what is of the whole wall is of every part.
    """
    parts = [section.wall for section in sections]
    for row in ON_WALLS:
        if row.follows == "where it lies":
            room = row.put(room, tuple(_moved(row, row.held(room), wall_id, sections)))
        elif row.follows == "on every part":
            room = row.put(room, _on_parts(row, row.held(room), wall_id, parts))
    return _finishes_on_parts(room, wall_id, parts)


def _moved(row: OnWall, things: Sequence[Any], wall_id: str, sections: Sequence[Section]) -> Iterator[Any]:
    for thing in things:
        if getattr(thing, "wall", "") != wall_id or getattr(thing, row.along[0]) is None:
            yield thing
            continue
        section = _section_of(row, thing, sections)
        if section is not None:
            places = {field: _shifted(getattr(thing, field), section.begins) for field in row.along}
            yield replace(thing, wall=section.wall, **places)
        elif row.stays:
            yield _without_wall(row, thing)


def _without_wall(row: OnWall, thing: Any) -> Any:
    return replace(thing, wall="", **dict.fromkeys(row.along))


def _on_parts(row: OnWall, held: Any, wall_id: str, parts: Sequence[str]) -> Any:
    if isinstance(held, Mapping):
        mine = held.get(wall_id)
        return dict(held) if mine is None else {**dict.fromkeys(parts, mine), **held}
    if row.walls == ("walls",):
        return tuple(
            replace(one, walls=tuple(dict.fromkeys((*one.walls, *parts)))) if wall_id in one.walls else one
            for one in held
        )
    things = list(held)
    for part in parts:
        for one in held:
            taken = any(other.wall == part and other.kind == one.kind for other in things)
            if one.wall == wall_id and not taken:
                things.append(replace(one, id=_fresh(one.id, [other.id for other in things]), wall=part))
    return tuple(things)


def _fresh(like: str, taken: Collection[str]) -> str:
    """Return an identity like another's that nothing has."""
    bare = like.rstrip("0123456789")
    number = 1
    while f"{bare}{number}" in taken:
        number += 1
    return f"{bare}{number}"


def _finishes_on_parts(room: Room, wall_id: str, parts: Sequence[str]) -> Room:
    """Return the room with a finish of a wall's own on every part that it was cut into."""
    surfaces = room.finishes.surfaces
    more = {
        surface_key(group, part): finish
        for key, finish in surfaces.items()
        for group, thing in [group_and_thing(key)]
        for part in parts
        if thing == wall_id and surface_key(group, part) not in surfaces
    }
    return replace(room, finishes=replace(room.finishes, surfaces={**surfaces, **more})) if more else room


def without_walls(room: Room, gone: Collection[str]) -> Room:
    """Return the room without what was on walls that are no longer there, and without finishes of that alone."""
    lost = {*gone, *map(slope_thing, gone)}
    for row in ON_WALLS:
        if row.follows == "the corner":
            continue
        held = row.held(room)
        if isinstance(held, Mapping):
            room = row.put(room, {wall: one for wall, one in held.items() if wall not in gone})
            continue
        kept = []
        for one in held:
            walls = row.named(one)
            if not set(walls) & set(gone):
                kept.append(one)
            elif row.stays:
                kept.append(_without_wall(row, one))
            elif row.walls == ("walls",) and set(walls) - set(gone):
                kept.append(replace(one, walls=tuple(wall for wall in walls if wall not in gone)))
            else:
                lost.add(one.id)
        room = row.put(room, tuple(kept))
    return without_finishes(room, lost)


def without_finishes(room: Room, gone: Collection[str]) -> Room:
    """Return the room without the finishes that were given to things alone that are no longer there."""
    surfaces = room.finishes.surfaces
    kept = {key: finish for key, finish in surfaces.items() if group_and_thing(key)[1] not in gone}
    return room if len(kept) == len(surfaces) else replace(room, finishes=replace(room.finishes, surfaces=kept))


def rekeyed(room: Room, moved: Mapping[str, str], gone: Collection[str]) -> Room:
    """Return the room with what goes by corners following those that now go by another wall.

    What ended in a corner that is ``gone`` goes with it.
    """
    for row in ON_WALLS:
        if row.follows == "the corner":
            room = row.put(
                room,
                tuple(
                    replace(one, **{field: moved.get(getattr(one, field), getattr(one, field)) for field in row.walls})
                    for one in row.held(room)
                    if not set(row.named(one)) & set(gone)
                ),
            )
    return room
