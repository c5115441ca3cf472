"""Pieces that run into walls, one another, built-ins or the leaves of doors, or are too tall where they stand (Z2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.mended import better_place
from narrow_cornice.job.edits import move_zoned, wall_name
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen, Sought
from narrow_cornice.zones.clearances import Overlap

INTO = {
    "wall": "stands in the wall",
    "piece": "runs into {name}",
    "built-in": "runs into {name}",
    "column": "runs into {name}",
    "door": "is hit by {name}",
}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every piece that stands where something else is."""
    clear = clear_of(seen.room, seen.changed_rules)
    names = {piece.id: piece.name for piece in seen.room.zones.pieces}
    deepest: dict[tuple[str, str, str], Overlap] = {}  # a door of two leaves may hit a piece with both
    for each in clear.overlaps:
        there = deepest.setdefault((each.piece, each.what, each.other), each)
        if each.deep > there.deep:
            deepest[each.piece, each.what, each.other] = each
    for one in deepest.values():
        says = f"{names[one.piece][:40]} {INTO[one.what].format(name=one.name[:40])}"
        yield _finding(seen, f"{one.piece}:{one.what}:{one.other}", one.piece, says, f"{seen.size(one.deep)} deep")
    for tall in clear.too_tall:
        piece = next(each for each in seen.room.zones.pieces if each.id == tall.piece)
        says = f"{piece.name[:40]} is taller than the room is there"
        measured = f"{seen.size(piece.height.mm)} under {seen.size(tall.there_is)}"
        yield _finding(seen, f"{tall.piece}:tall", tall.piece, says, measured)


def _finding(seen: RoomSeen, key: str, piece_id: str, says: str, measured: str) -> Finding:
    grade: Grade = "will not fit"
    return Finding(
        key=f"pieces clash:{seen.room.id}:{key}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where="on the plan",
        says=says,
        many="Pieces stand where something else is: {n} places",
        measured=measured,
        rule="Outlines, swings and heights must not meet (furniture that matters for fitting).",
        risk="It is found out when it is carried in, or when the door is opened.",
        about=StoodPath(seen.room.id, piece_id),
        fixes=Sought(moved_fix, seen, piece_id),
    )


def moved_fix(seen: RoomSeen, piece_id: str) -> tuple[Edit, ...]:
    """Return the fix that moves a piece to the nearest place where all is free, nothing where there is none near."""
    fields = better_place(seen.room, seen.changed_rules, piece_id)
    piece = next((one for one in seen.room.zones.pieces if one.id == piece_id), None)
    if fields is None or piece is None or piece.x is None:
        return ()
    new = dict(fields)
    edit = move_zoned(seen.room.id, "pieces", piece_id, piece.name, **new)
    if new["wall"] != piece.wall:
        return (Edit(f"Stand {piece.name[:24]} at wall {wall_name(seen.room, new['wall'])}", edit.apply),)
    off = ((new["x"] - piece.x) ** 2 + (new["y"] - piece.y) ** 2) ** 0.5
    return (Edit(f"Move {piece.name[:24]} by {seen.size(off)}", edit.apply),)
