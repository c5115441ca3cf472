"""Rooms that their shared doors put on the same floor, or doors that do not meet themselves (M1)."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

from narrow_cornice.derived.measured.house import house_of, overlap
from narrow_cornice.job.edits.opening_edits import join_openings
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Opening
from narrow_cornice.job.paths import FloorPath, InRoom, OpeningPath
from narrow_cornice.review.finding import Finding, JobSeen, together
from narrow_cornice.units.show import show_area, show_size

FAR_OFF = 60.0  # mm
LARGE = 0.2  # m²: less is a wall that was read a little long


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at how the rooms stand beside one another by their shared doors."""
    house = house_of(seen.job.rooms, seen.job.house_rules)
    if not house.doors:
        return
    for door in house.doors:
        if door.miss > FAR_OFF:
            (room, opening), (beyond, _) = door.first, door.second
            yield _finding(
                f"{room.id}:{opening.id}",
                room.id,
                room.name,
                f"{opening.name[:40]} does not meet itself in the {beyond.name[:40]}",
                f"{show_size(round(door.miss), seen.job.settings)} apart",
                OpeningPath(room.id, opening.id),
                _two_doors([(room.id, opening)]),
            )
    for one, other in itertools.combinations(house.rooms, 2):
        if one[1].group != other[1].group:
            continue
        area = overlap(one, other)
        if area > LARGE:
            first, second = one[0].room, other[0].room
            yield _finding(
                f"{first.id}:{second.id}",
                first.id,
                first.name,
                f"By their doors, {first.name[:40]} and {second.name[:40]} would lie over one another",
                f"{show_area(area, seen.job.settings.unit)} of both",
                FloorPath(first.id),
                _two_doors(
                    [
                        (door.first[0].id, door.first[1])
                        for door in house.doors
                        if {door.first[0].id, door.second[0].id} == {first.id, second.id}
                    ]
                ),
            )


def _two_doors(doors: Sequence[tuple[str, Opening]]) -> tuple[Edit, ...]:
    """Return the fix that says of doors that two rooms share that they are not the same; none where they share none."""
    if not doors:
        return ()
    words = "They are two doors" if len(doors) == 1 else "They share no door"
    return (together(words, [join_openings(room_id, one.id, None, one.name) for room_id, one in doors]),)


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    key: str, room_id: str, room: str, says: str, measured: str, about: InRoom, fixes: tuple[Edit, ...]
) -> Finding:
    return Finding(
        key=f"rooms meet:{key}",
        grade="worth a thought",
        room_id=room_id,
        room=room,
        where="the plan",
        says=says,
        many="Rooms do not meet as their doors say: {n} places",
        measured=measured,
        rule="A shared door is one door: its middle lies on both rooms' walls, a wall apart (survey).",
        risk="A wall, a door's place, or what a door leads to was read wrong.",
        about=about,
        fixes=fixes,
    )
