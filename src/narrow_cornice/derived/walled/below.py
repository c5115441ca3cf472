"""What stands against a wall below what hangs there, and where a wall is free: what pictures and screens go by."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.job.model import Room

INTO_STUD = 20.0  # mm from the middle of a stud within which a fixing lands in it


class Below(NamedTuple):
    """Something that stands against a wall: its identity and name, from where to where along it, its top, in mm."""

    id: str
    name: str
    left: float
    right: float
    top: float


def standing_against(room: Room, wall: str, changed_rules: dict[str, float]) -> Iterator[Below]:
    """Yield the pieces of furniture and the built-ins that stand against a wall."""
    for piece in room.zones.pieces:
        if piece.wall == wall and piece.x is not None:
            quarter = round(piece.turn / 90.0) % 2 == 1
            half = (piece.depth.mm if quarter else piece.width.mm) / 2.0
            yield Below(piece.id, piece.name, piece.x - half, piece.x + half, float(piece.height.mm))
    face = face_of(room, wall, changed_rules)
    for one in standing_before(room, face, changed_rules) if face is not None else ():
        run = one.built.built_in
        yield Below(run.id, run.name, one.left, one.right, one.built.run.top)


def face_of(room: Room, wall: str, changed_rules: dict[str, float]) -> WallFace | None:
    """Return a wall of a measured room, None where it is not there."""
    measured = measured_room(room, changed_rules)
    return next((one for one in measured.faces if one.id == wall), None)


def free_middle(face: WallFace) -> float:
    """Return the middle of the widest stretch of a wall between its openings."""
    edges = sorted({0.0, face.length, *(x for one in face.openings for x in (one.rect.u0, one.rect.u1))})
    open_at = [(one.rect.u0, one.rect.u1) for one in face.openings]
    free = [(a, b) for a, b in itertools.pairwise(edges) if not any(u0 <= a and b <= u1 for u0, u1 in open_at)]
    left, right = max(free, key=lambda one: one[1] - one[0], default=(0.0, face.length))
    return (left + right) / 2


def holds_at(room: Room, face: WallFace, place: float) -> bool | None:
    """Return whether a fixing lands in structure at a place of a wall, None where nobody knows what is behind it."""
    backing = room.measured.backing.get(face.id)
    if backing is None or backing.kind == "unknown":
        return None
    if backing.kind != "studs":
        return True
    return any(abs(stud - place) <= INTO_STUD for stud in stud_places(backing, face.length))
