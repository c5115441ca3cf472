"""What became of built-ins that nobody touched when something else of the job changed: their place was read anew."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import bare_size

LEAST = 0.5  # mm that is worth a word


def followed(before: Job, after: Job) -> tuple[str, ...]:
    """Return in a few words each how built-ins came out otherwise that were not themselves changed by an edit."""
    former = {room.id: room for room in before.rooms}
    said: list[str] = []
    for room in after.rooms:
        was = former.get(room.id)
        if was is None or not room.casework.built_ins:
            continue
        if was is room and before.house_rules is after.house_rules:
            continue
        said += _in_room(was, room, before, after)
    return tuple(said)


def _in_room(was: Room, room: Room, before: Job, after: Job) -> Iterator[str]:
    runs = {run.id: run for run in was.casework.built_ins}
    for run in room.casework.built_ins:
        old = runs.get(run.id)
        if old is None or (old is not run and old != run):
            continue
        one = built_in_of(was, old, before.house_rules)
        other = built_in_of(room, run, after.house_rules)
        words = _words(one, other, after)
        if words:
            yield f"{run.name[:30]}: {words}"


def _words(one: Built, other: Built, job: Job) -> str:
    if one.fault or other.fault:
        return "" if bool(one.fault) == bool(other.fault) else "no longer fits" if other.fault else "fits again"
    changed = []
    sizes = (
        ("wide", one.run.end - one.run.begin, other.run.end - other.run.begin),
        ("high", one.run.over, other.run.over),
        ("deep", one.run.depth, other.run.depth),
    )
    for word, was, now in sizes:
        if abs(now - was) >= LEAST:
            changed.append(f"{bare_size(was, job.settings)} → {bare_size(now, job.settings)} {word}")
    return ", ".join(changed)
