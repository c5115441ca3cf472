"""The ways through a room: from door to door, and from its doors to its pieces."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.standing import obstacles_of, standing_pieces
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.zones.plan_shapes import Point
from narrow_cornice.zones.walkways import free_floor, ways_between

INTO = 350.0  # mm inside a door where a way begins
REACHED = 250.0  # mm before the front of a piece where it ends


class Way(NamedTuple):
    """A way through a room: from which door (identity and name) to what (``door`` or ``piece``, identity and name), and
    how wide it is at its narrowest, in mm."""

    door: str
    door_name: str
    what: str
    other: str
    name: str
    width: float


def doors_into(measured: MeasuredRoom) -> list[tuple[str, str, Point]]:
    """Return the openings one walks through: identity, name and the place just inside."""
    made = []
    for index, face in enumerate(measured.faces):
        for seen in face.openings:
            if seen.opening.kind in ("door", "doorway", "arch") and seen.rect.v0 <= 1.0:
                place = on_floor(measured.plan.sides[index], (seen.rect.u0 + seen.rect.u1) / 2.0, INTO)
                made.append((seen.opening.id, seen.opening.name, place))
    return made


@by_identity(times=1, each="room")
def ways_of(room: Room, changed_rules: dict[str, float]) -> tuple[Way, ...]:
    """Return the ways through a room with pieces in it."""
    measured = measured_room(room, changed_rules)
    pieces = standing_pieces(room, changed_rules)
    if measured.fault or not pieces:
        return ()
    solid = [one.foot.corners for one in pieces if not one.kind.flat and not one.kind.movable]
    solid += [one.outline for one in obstacles_of(room, changed_rules) if one.what != "door" and one.bottom < 1900.0]
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
    found = ways_between(free_floor(measured.plan.corners, solid), ends, pairs)
    best: dict[str, Way] = {}
    made = []
    for (door, other), width in found.items():
        if other in wanted:
            way = Way(door, names[door], "piece", wanted[other].id, wanted[other].name, width)
            if other not in best or width > best[other].width:
                best[other] = way
        else:
            made.append(Way(door, names[door], "door", other, names[other], width))
    return (*made, *best.values())
