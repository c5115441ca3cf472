"""Doors, drawers and beds of built-ins that open against a wall, one another, a door of the room, or furniture
(clearances)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.clearances import Clash, clashes_of
from narrow_cornice.derived.zoned.before_fronts import pieces_before_fronts
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.edits.bay_edits import slide_doors
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen

SAYS = {
    "wall": "{run} has too little room before it to open",
    "built-in": "{run} opens against {other}",
    "door": "{run} opens where {other} may swing",
    "piece": "{run} opens against {other}",
}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what the fronts of every built-in open against."""
    runs = {run.id: run for run in seen.room.casework.built_ins}
    of = (seen.room, seen.changed_rules)
    for clash in (*clashes_of(*of), *pieces_before_fronts(*of)):
        yield _finding(seen, runs[clash.run], clash)


def _finding(seen: RoomSeen, run: BuiltIn, clash: Clash) -> Finding:
    hinged = any(one.front == "doors" for bay in run.bays for one in bay.compartments)
    grade: Grade = "will not fit" if clash.what == "wall" else "worth a thought"
    there = max(0.0, clash.there_is)
    helps = hinged and clash.sliding <= there  # drawers behind the doors still come out
    return Finding(
        key=f"fronts open:{seen.room.id}:{run.id}:{clash.what}:{clash.other}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=run.name[:60],
        says=SAYS[clash.what].format(run=run.name[:40], other=clash.name[:40]),
        many="Fronts of built-ins that open against something: {n} times",
        measured=f"they reach {seen.size(clash.reaches)}, and there are {seen.size(there)}",
        rule="A door keeps what it needs to open; doors, drawers and pull-outs keep clear of one another (casework).",
        risk="It does not open, or marks what it strikes.",
        about=BuiltInPath(seen.room.id, run.id),
        fixes=(slide_doors(seen.room.id, run.id),) if helps else (),
    )
