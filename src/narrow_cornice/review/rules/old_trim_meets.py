"""Old trim that stays: two heights that meet in a corner, or new trim of another height beside it (T10, M3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.design_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.review.finding import Finding, RoomSeen

NOTICED = 2.0  # mm by which heights may differ before it is seen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Walk the corners and compare what stays on the wall before with what stays on the wall after."""
    sides = seen.room.sides
    staying = {(one.wall, one.kind): one for one in seen.room.there if one.decision != "replace"}
    for index, side in enumerate(sides):
        following = sides[(index + 1) % len(sides)]
        for (wall, kind), mine in staying.items():
            if wall != side.id:
                continue
            other = staying.get((following.id, kind))
            if other is not None and abs(other.height.mm - mine.height.mm) > NOTICED:
                yield _finding(
                    seen, mine.id, kind, index, f"{kind} of two heights meets", mine.height.mm, other.height.mm, ()
                )
    for one in staying.values():
        piece = seen.trim.piece(one.kind)
        if one.decision != "match" or piece.height is None or not piece.built:
            continue
        if abs(piece.height.value - one.height.mm) > NOTICED:
            index = next(i for i, side in enumerate(sides) if side.id == one.wall)
            fix = change_trim(seen.room.id, one.kind, height=seen.wish(one.height.mm))
            yield _finding(
                seen,
                one.id,
                one.kind,
                index,
                f"new {one.kind} does not match the old",
                piece.height.value,
                one.height.mm,
                (replace(fix, title=f"Use {seen.size(one.height.mm)}"),),
            )


def _finding(
    seen: RoomSeen,
    thing_id: str,
    kind: str,
    index: int,
    says: str,
    one: float,
    other: float,
    fixes: tuple[Edit, ...],
) -> Finding:
    wall = seen.measured.plan.sides[index].name
    return Finding(
        key=f"old trim meets:{seen.room.id}:{thing_id}:{says[:12]}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=f"wall {wall}",
        says=f"{says[:1].upper()}{says[1:]} at wall {wall}: {seen.size(one)} and {seen.size(other)}",
        measured=f"{seen.size(abs(one - other))} apart",
        rule="Trim has one height on every wall, or it is stated where it changes (trim).",
        risk="A step in the corner is the first thing seen. Match, replace, or meet on a block.",
        about=(seen.room.id, "there", thing_id),
        fixes=fixes,
    )
