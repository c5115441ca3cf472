"""What the rooms of a job share: the same while only rooms change, another when anything else does."""

from __future__ import annotations

import pytest
from msgspec.structs import fields, replace

from narrow_cornice.derived.presented.items import asked_of
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.job.shared import with_rooms_alone
from narrow_cornice.memo import let_go
from narrow_cornice.units.lengths import parse_length


@pytest.fixture(autouse=True)
def nothing_kept() -> None:
    let_go()


@pytest.mark.parametrize("name", [one.name for one in fields(Job)])
def test_whatever_else_of_a_job_changes_it_is_another(name: str) -> None:
    job = demo_job()
    had = getattr(job, name)
    new = f"{had} " if isinstance(had, str) else replace(had) if hasattr(had, "__struct_fields__") else type(had)(had)
    if isinstance(had, int):
        new = had + 1
    elif isinstance(had, tuple):
        new = (*had, *had[:1]) if had else ("one",)
    changed = replace(job, **{name: new})
    assert (with_rooms_alone(changed) is with_rooms_alone(job)) == (name == "rooms")


def test_the_rooms_that_are_asked_for_are_there_and_no_others() -> None:
    job = demo_job()
    kept = with_rooms_alone(job, job.rooms[2], job.rooms[0])
    assert kept.rooms == (job.rooms[2], job.rooms[0])
    assert replace(kept, rooms=job.rooms) == job


def test_an_edit_of_another_room_asks_the_client_for_nothing_anew() -> None:
    job = demo_job()
    other = edits.set_heights(job.rooms[1].id, (parse_length("2700"),)).apply(job)
    assert asked_of(other, other.rooms[0]) is asked_of(job, job.rooms[0])


def test_where_a_piece_is_moved_to_goes_by_the_name_of_the_room_now() -> None:
    job = demo_job()
    room, to = job.rooms[0], job.rooms[1]
    piece = replace(room.brief.furnishings[0], decision="move", to=to.id)
    room = replace(room, brief=replace(room.brief, furnishings=(piece,)))
    for name in (to.name, "Garden Room"):
        here = replace(job, rooms=(room, replace(to, name=name), *job.rooms[2:]))
        said = [one.said for one in asked_of(here, room) if one.key.startswith(f"piece:{piece.id}")]
        assert said == [f"to {name}"]
