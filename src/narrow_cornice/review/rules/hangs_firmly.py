"""A unit that hangs on a wall nobody knows, on too few studs, or pulls harder than its fixings hold (F7)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.hanging import hanging_of
from narrow_cornice.job.edits.casework_edits import change_built_in
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.units.show import show_number


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every unit that hangs."""
    for run in seen.room.casework.built_ins:
        hangs = hanging_of(seen.room, run, seen.changed_rules)
        if hangs is None or hangs.firm:
            continue
        measured = hangs.fault
        if hangs.pull is not None and hangs.carries is not None and hangs.holds is not None:
            measured = (
                f"pulls {show_number(hangs.pull.value, 0)} N out and carries {show_number(hangs.carries.value, 0)} N, "
                f"each; one holds {show_number(hangs.holds.value, 0)} N"
            )
        yield Finding(
            key=f"hangs:{seen.room.id}:{run.id}",
            grade="unsafe",
            room_id=seen.room.id,
            room=seen.room.name,
            where=run.name[:60],
            says=f"{run.name[:40]} is not surely held by its wall",
            many="Units that their walls do not surely hold: {n} of them",
            measured=measured,
            rule="A wall-hung unit reaches studs, or masonry that holds its fixings (strength, wall-hung).",
            risk="It comes down with all that is in it. The maker's sheet of the fixings and a licensed trade decide.",
            about=BuiltInPath(seen.room.id, run.id),
            fixes=(replace(change_built_in(seen.room.id, run.id, hung=None), title="Let it stand on the floor"),),
        )
