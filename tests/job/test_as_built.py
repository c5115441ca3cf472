"""A room as it is built: the same while only its paint, its colours or its boards change, another when anything else
does."""

from __future__ import annotations

import pytest
from msgspec.structs import fields, replace

from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job import edits
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import RoomFinishes
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job
from narrow_cornice.memo import let_go
from narrow_cornice.units.lengths import parse_length

PAINT_ALONE = {"surfaces", "floor"}
NOT_OF_ITS_SHAPE = {"finishes", "colours", "presented"}  # of its finishes two kinds are: see above


@pytest.fixture(autouse=True)
def nothing_kept() -> None:
    let_go()


def copied(value: object) -> object:
    """Return an equal value that is another object."""
    if hasattr(value, "__struct_fields__"):
        return replace(value)  # type: ignore[type-var]
    return f"{value} " if isinstance(value, str) else not value


@pytest.mark.parametrize("name", [one.name for one in fields(Room)])
def test_whatever_else_of_a_room_changes_it_is_built_anew(name: str) -> None:
    room = demo_job().rooms[0]
    changed = replace(room, **{name: copied(getattr(room, name))})
    assert (as_built(changed) is as_built(room)) == (name in NOT_OF_ITS_SHAPE)


@pytest.mark.parametrize("name", [one.name for one in fields(RoomFinishes)])
def test_of_its_finishes_what_is_no_paint_is_built(name: str) -> None:
    room = demo_job().rooms[0]
    other = {"two_tone": "at a height", "split": parse_length("1000"), "floor": "#101010", "surfaces": {}}
    pieces = (*room.finishes.pieces, *room.finishes.pieces[:1])
    changed = replace(room.finishes, **{name: other.get(name, pieces)})
    assert getattr(changed, name) != getattr(room.finishes, name) or not pieces
    assert (as_built(replace(room, finishes=changed)) is as_built(room)) == (name in PAINT_ALONE)


def test_it_is_built_of_itself() -> None:
    for room in demo_job().rooms:
        assert as_built(as_built(room)) is as_built(room)


def painted(job: Job) -> Job:
    """Return a job whose every surface of the first room has another colour."""
    room = job.rooms[0]
    keys = [one.key for one in room_surfaces(room, job.house_rules)]
    return edits.change_finishes({room.id: keys}, "all of it", colour=job.colours[-1].id).apply(job)


def test_a_colour_changed_measures_no_wall_again() -> None:
    job = demo_job()
    room, again = job.rooms[0], painted(job).rooms[0]
    assert again.finishes.surfaces != room.finishes.surfaces
    assert room_surfaces(again, job.house_rules) is room_surfaces(room, job.house_rules)
    assert trimmed_room(again, job.house_rules) is trimmed_room(room, job.house_rules)
