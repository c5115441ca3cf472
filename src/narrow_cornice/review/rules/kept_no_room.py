"""Things that are to be kept and have no room, with the smallest change that makes some (F6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.contents import filling_of, why_words
from narrow_cornice.derived.built.room_for import changes_that_help
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import KeptPath
from narrow_cornice.review.finding import Finding, RoomSeen, Sought

MOST_FIXES = 3


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what has no room, in a room that something is built into."""
    if not any(run.bays for run in seen.room.casework.built_ins):
        return
    names = {one.id: one for one in seen.room.casework.contents}
    people = seen.house.people
    for left in filling_of(seen.room, people, seen.changed_rules).filling.left:
        kept, many, why = left.things, left.count, why_words(left, seen.settings)
        one = names[kept]
        yield Finding(
            key=f"no room:{seen.room.id}:{kept}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where=one.name[:60],
            says=f"{many} {one.name[:40]} have no room",
            many="Things that have no room: {n} kinds",
            measured=why,
            rule="What is stored, how many and how large decides how bays are divided (contents).",
            risk="They stand about, or are kept elsewhere.",
            about=KeptPath(seen.room.id, kept),
            fixes=Sought(_makes_room, seen, kept),
            unmended="no single change makes room",
        )


def _makes_room(seen: RoomSeen, kept_id: str) -> tuple[Edit, ...]:
    """Return what makes room for all of a kind of things, the smallest change first."""
    helps = changes_that_help(seen.room, seen.house.people, seen.changed_rules, kept_id)
    return tuple(change.edit for change in helps[:MOST_FIXES])
