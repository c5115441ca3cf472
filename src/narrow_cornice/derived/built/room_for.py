"""The smallest change that makes room for what has none: each is tried, and the one that helps most comes first."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.carcass import carcasses
from narrow_cornice.casework.filling import Spot, filled, spots_of
from narrow_cornice.derived.built.contents import reach_of, things_of
from narrow_cornice.derived.built.fitted import Built, asked_of, built_in_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Person
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.edits.bay_edits import change_compartment, merge_bays
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity
from narrow_cornice.units.lengths import plain_length

MOST_TRIED = 60


class Change(msgspec.Struct, frozen=True):
    """A change that makes room: the edit, what it is called, and how many things it makes room for."""

    edit: Edit
    words: str
    makes_room_for: int


@by_identity(times=1, each="room", of=as_built)
def changes_that_help(
    room: Room, people: tuple[Person, ...], changed_rules: dict[str, float], kept_id: str
) -> tuple[Change, ...]:
    """Return what makes room for all things of a kind that have none; empty where no single change does."""
    made = {run.id: built_in_of(room, run, changed_rules) for run in room.casework.built_ins}
    spots = {key: spots_of(built.run) for key, built in made.items()}
    things = [things_of(one) for one in room.casework.contents]
    reach = reach_of(people)

    def without_room(of_runs: dict[str, tuple[Spot, ...]]) -> dict[str, int]:
        found = filled([spot for run in room.casework.built_ins for spot in of_runs[run.id]], things, reach)
        return {one.things: one.count for one in found.left}

    before = without_room(spots)
    helps = []
    for number, (run, edit, words) in enumerate(_tried(room, made)):
        if number == MOST_TRIED:
            break
        changed = _run_of(edit, room, run.id)
        asked = asked_of(room, changed, changed_rules) if changed is not None else None
        if asked is None:
            continue
        other = carcasses(*asked)
        if other.fault:
            continue
        after = without_room({**spots, run.id: spots_of(other)})
        gained = before.get(kept_id, 0) - after.get(kept_id, 0)
        if gained == before.get(kept_id, 0) > 0 and sum(after.values()) < sum(before.values()):
            helps.append(Change(replace(edit, title=words), words, gained))
    return tuple(sorted(helps, key=lambda change: -change.makes_room_for))


def _run_of(edit: Edit, room: Room, run_id: str) -> BuiltIn | None:
    """Return a run as an edit of its room makes it."""
    changed = edit.apply(Job(name="", rooms=(room,))).rooms[0]
    return next((one for one in changed.casework.built_ins if one.id == run_id), None)


def _tried(room: Room, made: dict[str, Built]) -> Iterator[tuple[BuiltIn, Edit, str]]:
    """Yield what is tried: two neighbours made one bay, a shelf more or less in a compartment."""
    for run in room.casework.built_ins:
        built = made[run.id]
        if built.fault:
            continue
        there = {one.bay.id: one for one in built.run.bays}
        for number, (one, other) in enumerate(pairwise(run.bays), 1):
            if built.bay is not None:
                wide = there[other.id].x + there[other.id].width - there[one.id].x
                merge = merge_bays(room.id, run.id, one.id, other.id, plain_length(round(wide, 1)))
                yield run, merge, f"Join bays {number}, {number + 1} of {run.name[:30]}"
        for number, bay in enumerate(run.bays, 1):
            if bay.like:
                continue
            for inside in bay.compartments:
                if inside.holds != "shelves":
                    continue
                for many in (inside.count - 1, inside.count + 1):
                    if 0 <= many <= 40:
                        word = "less" if many < inside.count else "more"
                        edit = change_compartment(room.id, run.id, bay.id, inside.id, count=many, heights=())
                        yield run, edit, f"One shelf {word} in bay {number} of {run.name[:30]}"
