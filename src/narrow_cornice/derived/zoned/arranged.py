"""Arrangements of the pieces of a measured room, offered to be taken."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping
from typing import Any

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.standing import is_gone, obstacles_of, standing_pieces
from narrow_cornice.derived.zoned.ways import doors_into
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.zones.arrange import Arrangement, RoomPlaces, arrangements, wall_places
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.library import furniture
from narrow_cornice.zones.plan_shapes import Footprint

SECONDS = 6.0
SOUTH_OF_NORTH = 180.0


def head_wished(room: Room) -> float | None:
    """Return which way the head of a bed is to lie by the tradition of directions: to the south, in degrees of the
    plan; None where it is not kept or nobody said where north is."""
    if not room.zones.bed_by_direction or room.zones.north is None:
        return None
    return (room.zones.north + SOUTH_OF_NORTH) % 360.0


def suggest(
    room: Room,
    changed_rules: dict[str, float],
    moving: Collection[str],
    told: Callable[[tuple[Arrangement, ...]], object] = lambda _: None,
    stopped: Callable[[], bool] = lambda: False,
    seconds: float | None = None,
) -> tuple[Arrangement, ...]:
    """Return a few arrangements of the pieces of some identities in a room; all others stay where they stand."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    low = [
        [(seen.rect.u0, seen.rect.u1, seen.rect.v0) for seen in face.openings if seen.opening.kind == "window"]
        for face in measured.faces
    ]
    ids = [wall.id for wall in room.measured.walls]
    corners = measured.plan.corners
    places = RoomPlaces(
        corners,
        wall_places(corners, ids, low),
        obstacles_of(room, changed_rules),
        tuple(place for _, _, place in doors_into(measured)),
        measured.ceiling.at,
        head_wished(room),
    )
    moved = [
        Standing(
            piece.id,
            piece.name,
            furniture()[piece.kind],
            Footprint(0.0, 0.0, piece.width.mm, piece.depth.mm),
            piece.height.mm,
        )
        for piece in room.zones.pieces
        if piece.id in moving and not is_gone(room, piece)
    ]
    fixed = [one for one in standing_pieces(room, changed_rules) if one.id not in moving]
    return arrangements(
        places, moved, fixed, house_rules_of(changed_rules), SECONDS if seconds is None else seconds, told, stopped
    )


def fields_of(arrangement: Arrangement) -> Mapping[str, Mapping[str, Any]]:
    """Return the fields of each piece where an arrangement has it."""
    made = {}
    for key, put in arrangement.places.items():
        if put.wall:
            made[key] = {"x": round(put.along, 1), "y": 0.0, "turn": 0.0, "wall": put.wall}
        else:
            foot = put.foot
            made[key] = {"x": round(foot.x, 1), "y": round(foot.y, 1), "turn": round(foot.turn % 360.0, 2), "wall": ""}
    return made
