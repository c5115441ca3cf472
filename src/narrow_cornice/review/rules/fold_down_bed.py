"""The case of a fold-down bed: deep enough for a mattress, and its swing free on both sides (casework)."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.before_walls import Standing, standing_in
from narrow_cornice.job.edits import change_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Recess
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.units.lengths import plain_length

ROUND = 40.0  # mm between the mattress and its case
LEAST_CASE = 400.0
FREE = 600.0


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every built-in that holds a bed."""
    for face, one in standing_in(seen.room, seen.changed_rules):
        made, run = one.built.run, one.built.built_in
        if not made.beds:
            continue
        about = BuiltInPath(seen.room.id, run.id)
        place = next(each for each in seen.room.measured.recesses if each.id == run.place)
        if made.depth < LEAST_CASE:
            measured = f"{seen.size(made.depth)} deep, {seen.size(LEAST_CASE)} at least"
            fix = _deeper(seen, place, LEAST_CASE - made.depth)
            yield _finding(seen, about, run.name, "case", "will not fit", "has no room for a mattress", measured, fix)
        least = min(one.left, face.length - one.right)
        if least < FREE:
            measured = f"{seen.size(max(0.0, least))} beside it on wall {face.name}"
            moved = tuple(_moved(seen, one, place, face.length))
            yield _finding(seen, about, run.name, "swing", "worth a thought", "opens close to a wall", measured, *moved)


def _moved(seen: RoomSeen, one: Standing, place: Recess, long: float) -> Iterator[Edit]:
    """Yield what moves a bed that stands in a stretch of a wall so far from its corners that its swing is free."""
    if place.start is None or place.end is None or place.across:
        return  # a place between walls stays where these are
    wide = place.end.mm - place.start.mm
    beside = one.left - place.start.mm, place.end.mm - one.right  # what of its place is not the bed
    low, high = FREE - beside[0], long - FREE + beside[1] - wide
    if low <= high:
        start = seen.wish(min(max(place.start.mm, low), high))
        yield replace(
            change_thing(
                seen.room.id, "recesses", place.id, place.name, start=start, end=plain_length(start.mm + wide)
            ),
            title=f"Move it {seen.size(abs(start.mm - place.start.mm))} along its wall",
        )


def _deeper(seen: RoomSeen, place: Recess, more: float) -> Edit:
    deep = seen.wish(math.ceil(place.depth.mm + more))
    return replace(
        change_thing(seen.room.id, "recesses", place.id, place.name, depth=deep),
        title=f"Make its place {seen.size(deep.mm)} deep",
    )


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen, about: BuiltInPath, name: str, what: str, grade: Grade, says: str, measured: str, *fixes: Edit
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
        rule=f"Mattress and {seen.size(ROUND)} all round, a case {seen.size(LEAST_CASE)} deep at least, its swing "
        f"{seen.size(FREE)} free on both sides (casework).",
        risk="It cannot be let down or made; the maker's sheet of its fittings overrules these figures.",
        about=about,
        fixes=fixes,
    )
