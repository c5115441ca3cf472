"""Trim that should go on over a built-in and breaks off, and trim on doors that then have no room to open (F4)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import groupby

from narrow_cornice.casework.parts import HINGED
from narrow_cornice.derived.built.before_walls import Standing, standing_in
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.edits.casework_edits import change_built_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.trim.kinds import OF_TRIM, TrimKind
from narrow_cornice.units.lengths import plain_length

NEAR = 1.0  # mm


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look over every built-in that trim goes on over."""
    standing = {one.built.built_in.id: one for _, one in standing_in(seen.room, seen.changed_rules)}
    for (run_id, kind), each in groupby(seen.trimmed.left_out, key=lambda out: (out.built_in, out.kind)):
        gone = list(each)
        run = standing[run_id].built.built_in
        wide = seen.size(sum(out.end - out.start for out in gone))
        yield Finding(
            key=f"trim over fronts:{seen.room.id}:{run_id}:{kind}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=run.name[:60],
            says=f"The {kind} breaks off over {run.name[:40]}: {gone[0].why}",
            many="Trim breaks off over built-ins: {n} places",
            measured=f"{wide} without it",
            rule="Moulding goes on over fronts in one line, with something flat behind all of it (F4).",
            risk="A line that breaks off looks forgotten.",
            about=BuiltInPath(seen.room.id, run_id),
            fixes=(*_made_taller(seen, run, kind), _leave_off(seen, run, kind)),
        )
    for one in standing.values():
        yield from _binding(seen, one)


def _binding(seen: RoomSeen, one: Standing) -> Iterator[Finding]:
    """Yield doors beside a wall that the trim on them keeps from opening: it comes out further than its filler is
    wide."""
    run, space = one.built.built_in, one.built.space
    if space is None:
        return
    for piece in (seen.trim.of(kind) for kind in run.over_fronts):
        if not piece.built or piece.projection is None:
            continue
        out = piece.projection.value
        lying = [part for part in seen.trimmed.runs if part.over and part.around == run.id and part.kind == piece.kind]
        for door in (part for part in one.built.run.parts if part.kind in HINGED):
            x, wide = door.box[0], door.box[3]
            covered = any(abs(part.start - one.left - x) < NEAR and part.end > part.start for part in lying)
            beside = [x for there in (space.left,) if there] + [
                space.width - x - wide for there in (space.right,) if there
            ]
            room_there = min(beside, default=out)
            if covered and room_there < out - NEAR:
                yield Finding(
                    key=f"trim binds:{seen.room.id}:{run.id}:{piece.kind}:{door.bay}:{door.compartment}:{round(x)}",
                    grade="will not fit",
                    room_id=seen.room.id,
                    room=seen.room.name,
                    where=run.name[:60],
                    says=f"The {piece.kind} on a door of {run.name[:40]} meets the wall beside it",
                    many="Trim on doors meets the wall beside them: {n} doors",
                    measured=f"it comes out {seen.size(out)}, {seen.size(room_there)} are free beside the door",
                    rule="A door by a wall keeps what it needs to open 90°, with what lies on it (F4).",
                    risk="The door stands open less than square, and the moulding is knocked off.",
                    about=BuiltInPath(seen.room.id, run.id),
                    fixes=(_leave_off(seen, run, piece.kind),),
                )


def _made_taller(seen: RoomSeen, run: BuiltIn, kind: TrimKind) -> Iterator[Edit]:
    """Yield what makes room for trim on the floor or under the ceiling: a plinth, or a closure, as tall as it is."""
    piece, closure = seen.trim.of(kind), run.closure.mm if run.closure is not None else 0.0
    if not piece.built or piece.height is None:
        return
    tall = plain_length(math.ceil(piece.height.value))
    if OF_TRIM[kind].stands == "on the floor" and 0.0 < run.plinth_under < piece.height.value:
        words = f"Make its plinth {seen.size(tall.mm)}, as tall as the {kind}"
        yield Edit(words, change_built_in(seen.room.id, run.id, plinth=tall).apply)
    if OF_TRIM[kind].stands == "under the ceiling" and run.tall is None and closure < piece.height.value:
        words = f"Close it above by {seen.size(tall.mm)}, as tall as the {kind}"
        yield Edit(words, change_built_in(seen.room.id, run.id, closure=tall).apply)


def _leave_off(seen: RoomSeen, run: BuiltIn, kind: TrimKind) -> Edit:
    left = tuple(one for one in run.over_fronts if one != kind)
    words = f"Let the {kind} stop at {run.name[:40]}"
    return Edit(words, change_built_in(seen.room.id, run.id, over_fronts=left).apply)
