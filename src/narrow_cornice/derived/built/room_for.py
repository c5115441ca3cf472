"""The smallest change that makes room for what has none: each is tried, and the one that helps most comes first."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import islice, pairwise
from typing import NamedTuple

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.carcass import Carcasses, carcasses
from narrow_cornice.casework.filling import Spot, filled, spots_of
from narrow_cornice.casework.wishes import Space
from narrow_cornice.derived.built.contents import reach_of, things_of
from narrow_cornice.derived.built.fitted import asked_in, built_in_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Person
from narrow_cornice.job.casework import BuiltIn, Casework
from narrow_cornice.job.edits.bay_edits import change_compartment, merge_bays
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
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
    built = [built_in_of(room, run, changed_rules) for run in room.casework.built_ins]
    runs = [_there(one.built_in, one.run, None if one.fault else one.space) for one in built]
    return _that_help(room.id, room.casework, people, changed_rules, kept_id, *runs)


class There(NamedTuple):
    """A run, what it is made of, and the space that is clear for it, None where it has no place."""

    run: BuiltIn
    made: Carcasses
    space: Space | None


# By the identity of what the runs are and where they stand, so that a window changed tries nothing again.
@by_identity(times=1, each="built")
def _there(run: BuiltIn, made: Carcasses, space: Space | None) -> There:
    return There(run, made, space)


@by_identity(times=1, each="room")
def _that_help(
    room_id: str,
    casework: Casework,
    people: tuple[Person, ...],
    changed_rules: dict[str, float],
    kept_id: str,
    *runs: There,
) -> tuple[Change, ...]:
    spots = {one.run.id: spots_of(one.made) for one in runs}
    things = [things_of(one) for one in casework.contents]
    reach, rules = reach_of(people), house_rules_of(changed_rules)

    def without_room(of_runs: dict[str, tuple[Spot, ...]]) -> dict[str, int]:
        found = filled([spot for one in runs for spot in of_runs[one.run.id]], things, reach)
        return {one.things: one.count for one in found.left}

    before = without_room(spots)
    helps = []
    for one, edit, words in islice(_tried(room_id, runs), MOST_TRIED):
        changed = _run_of(edit, Room(room_id, "", casework=casework), one.run.id)
        if changed is None or one.space is None:
            continue
        other = carcasses(*asked_in(one.space, changed, rules))
        if other.fault:
            continue
        after = without_room({**spots, one.run.id: spots_of(other)})
        gained = before.get(kept_id, 0) - after.get(kept_id, 0)
        if gained == before.get(kept_id, 0) > 0 and sum(after.values()) < sum(before.values()):
            helps.append(Change(replace(edit, title=words), words, gained))
    return tuple(sorted(helps, key=lambda change: -change.makes_room_for))


def _run_of(edit: Edit, room: Room, run_id: str) -> BuiltIn | None:
    """Return a run as an edit of its room makes it."""
    changed = edit.apply(Job(name="", rooms=(room,))).rooms[0]
    return next((one for one in changed.casework.built_ins if one.id == run_id), None)


def _tried(room_id: str, runs: Sequence[There]) -> Iterator[tuple[There, Edit, str]]:
    """Yield what is tried: two neighbours made one bay, a shelf more or less in a compartment."""
    for which in runs:
        run = which.run
        if which.space is None:
            continue
        there = {one.bay.id: one for one in which.made.bays}
        for number, (one, other) in enumerate(pairwise(run.bays), 1):
            if any(bay.width is None for bay in run.bays):
                wide = there[other.id].x + there[other.id].width - there[one.id].x
                merge = merge_bays(room_id, run.id, one.id, other.id, plain_length(round(wide, 1)))
                yield which, merge, f"Join bays {number}, {number + 1} of {run.name[:30]}"
        for number, bay in enumerate(run.bays, 1):
            if bay.like:
                continue
            for inside in bay.compartments:
                if inside.holds != "shelves":
                    continue
                for many in (inside.count - 1, inside.count + 1):
                    if 0 <= many <= 40:
                        word = "less" if many < inside.count else "more"
                        edit = change_compartment(room_id, run.id, bay.id, inside.id, count=many, heights=())
                        yield which, edit, f"One shelf {word} in bay {number} of {run.name[:30]}"
