"""The ways through a room: from door to door, and from its doors to its pieces."""

from __future__ import annotations

from typing import Any, NamedTuple

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.standing import obstacles_of, standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.zones.plan_shapes import Outline, Point
from narrow_cornice.zones.walkways import free_floor, walkable, ways_between

INTO = 350.0  # mm inside a door where a way begins
REACHED = 250.0  # mm before the front of a piece where it ends


class Way(NamedTuple):
    """A way through a room: from which door (identity and name) to what (``door`` or ``piece``, identity and name), how
    wide it is at its narrowest, in mm, and where it ends."""

    door: str
    door_name: str
    what: str
    other: str
    name: str
    width: float
    end: Point


def doors_into(measured: MeasuredRoom) -> list[tuple[str, str, Point]]:
    """Return the openings one walks through: identity, name and the place just inside."""
    made = []
    for index, face in enumerate(measured.faces):
        for seen in face.openings:
            if seen.opening.kind in ("door", "doorway", "arch") and seen.rect.v0 <= 1.0:
                place = on_floor(measured.plan.sides[index], (seen.rect.u0 + seen.rect.u1) / 2.0, INTO)
                made.append((seen.opening.id, seen.opening.name, place))
    return made


@by_identity(times=1, each="room", of=as_built)
def _free(room: Room, changed_rules: dict[str, float]) -> Any:
    """Return the floor on which nothing stands that is not put aside in a moment."""
    pieces = standing_pieces(room, changed_rules)
    solid = [one.foot.corners for one in pieces if not one.kind.flat and not one.kind.movable]
    solid += [one.outline for one in obstacles_of(room, changed_rules) if one.what != "door" and one.bottom < 1900.0]
    return free_floor(measured_room(room, changed_rules).plan.corners, solid)


@by_identity(times=1, each="room", of=as_built)
def walkable_floor(room: Room, changed_rules: dict[str, float]) -> tuple[Outline, ...]:
    """Return the floor of a room that can be walked over as wide as a walkway is wished."""
    measured = measured_room(room, changed_rules)
    if measured.fault or not room.zones.pieces:
        return ()
    return walkable(_free(room, changed_rules), house_rules_of(changed_rules).value("walkway"))


@by_identity(times=1, each="room", of=as_built)
def ways_of(room: Room, changed_rules: dict[str, float]) -> tuple[Way, ...]:
    """Return the ways through a room with pieces in it."""
    measured = measured_room(room, changed_rules)
    pieces = standing_pieces(room, changed_rules)
    if measured.fault or not pieces:
        return ()
    doors = doors_into(measured)
    ends = {door: place for door, _, place in doors}
    names = {door: name for door, name, _ in doors}
    pairs = [(one, other) for number, (one, _, _) in enumerate(doors) for other, _, _ in doors[number + 1 :]]
    wanted = {}
    for one in pieces:
        if not one.kind.flat and not one.kind.movable and (one.kind.front or one.kind.opens or one.kind.chair):
            ends[f"piece {one.id}"] = one.foot.at(0.0, one.foot.depth / 2.0 + REACHED)
            wanted[f"piece {one.id}"] = one
            pairs += [(door, f"piece {one.id}") for door, _, _ in doors]
    if not pairs:
        return ()
    found = ways_between(_free(room, changed_rules), ends, pairs)
    best: dict[str, Way] = {}
    made = []
    for (door, other), width in found.items():
        if other in wanted:
            way = Way(door, names[door], "piece", wanted[other].id, wanted[other].name, width, ends[other])
            if other not in best or width > best[other].width:
                best[other] = way
        else:
            made.append(Way(door, names[door], "door", other, names[other], width, ends[other]))
    return (*made, *best.values())
