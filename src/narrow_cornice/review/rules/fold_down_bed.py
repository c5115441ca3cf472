"""The case of a fold-down bed: deep enough for a mattress, and its swing free on both sides (casework)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.before_walls import standing_in
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen

LEAST_CASE = 400.0
FREE = 600.0


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every built-in that holds a bed."""
    for face, one in standing_in(seen.room, seen.changed_rules):
        made, run = one.built.run, one.built.built_in
        if not made.beds:
            continue
        about = BuiltInPath(seen.room.id, run.id)
        if made.depth < LEAST_CASE:
            measured = f"{seen.size(made.depth)} deep, {seen.size(LEAST_CASE)} at least"
            yield _finding(seen, about, run.name, "case", "will not fit", "has no room for a mattress", measured)
        least = min(one.left, face.length - one.right)
        if least < FREE:
            measured = f"{seen.size(max(0.0, least))} beside it on wall {face.name}"
            yield _finding(seen, about, run.name, "swing", "worth a thought", "opens close to a wall", measured)


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen, about: BuiltInPath, name: str, what: str, grade: Grade, says: str, measured: str
) -> Finding:
    return Finding(
        key=f"fold-down bed:{seen.room.id}:{about.id}:{what}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=name[:60],
        says=f"{name[:40]} {says}",
        many="Fold-down beds that have too little room: {n} of them",
        measured=measured,
        rule="Mattress and 40 all round, a case 400 deep at least, its swing 600 free on both sides (casework).",
        risk="It cannot be let down or made; the maker's sheet of its fittings overrules these figures.",
        about=about,
    )
