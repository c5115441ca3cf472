"""Boards or slats of one kind that run upright on one wall and level beside it (C10)."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations

from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.job.edits.walling_edits import change_field
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at fields of one stuff that lie beside one another: on one wall, or round a corner."""
    laid = [one for one in fields_of(seen.room, seen.changed_rules) if not one.fault and one.field.on == "wall"]
    for one, other in combinations(laid, 2):
        first, second = one.field.runs, other.field.runs
        if one.covering.id != other.covering.id or not first or not second or first == second:
            continue
        if not _beside(seen, one, other):
            continue
        larger, smaller = sorted((one, other), key=lambda each: -(each.area.value if each.area is not None else 0.0))
        way = larger.field.runs
        turn = change_field(seen.room.id, smaller.field.id, smaller.field.name, way=way)
        yield Finding(
            key=f"boards turn:{seen.room.id}:{one.field.id}:{other.field.id}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=smaller.field.name[:60],
            says=f"{one.field.name[:40]} runs {first}, {other.field.name[:40]} beside it {second}",
            many="Boards turn from one wall to the next: {n} places",
            measured=f"both of {one.covering.name[:60]}",
            rule="Grain, veins and boards run one way across pieces that are beside one another (C10).",
            risk="It looks like two jobs. Turned on purpose it is kept.",
            about=FieldPath(seen.room.id, smaller.field.id),
            fixes=(Edit(f"{smaller.field.name[:40]} {way} too", turn.apply),),
        )


def _beside(seen: RoomSeen, one: LaidField, other: LaidField) -> bool:
    walls = [side.id for side in seen.room.measured.walls]
    apart = (walls.index(one.field.wall) - walls.index(other.field.wall)) % len(walls)
    return apart in (0, 1, len(walls) - 1)
