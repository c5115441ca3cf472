"""A section redrawn: joints, members and what they do to the sizes of the order."""

from __future__ import annotations

import pytest

from narrow_cornice.derived.trimwork.sections import (
    add_member,
    change_member,
    is_drawn,
    like,
    move_joint,
    placed_member,
    profile_of,
    remove_member,
    undraw,
)
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.edits import change_room
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import MemberPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.profiles import Profile
from rooms import trimmed_of


def seen(job: Job) -> TrimmedRoom:
    return trimmed_of(job.rooms[0], job.house_rules)


def profile(job: Job, kind: TrimKind) -> Profile:
    found = profile_of(seen(job), kind)
    assert found is not None
    return found


def at(stack: str, index: int) -> MemberPath:
    return MemberPath("r1", "cornice", stack, index)


def after(job: Job, edit: Edit) -> Job:
    made = edit.apply(job)
    assert decode_job(encode_job(made), "a job") == made
    return made


def test_a_joint_gives_to_one_member_what_it_takes_from_the_next() -> None:
    job = demo_job()
    before = profile(job, "cornice")
    joint = placed_member(before, at("bed mould", 1))
    assert joint is not None
    z, y = joint.end
    moved = after(job, move_joint(seen(job), at("bed mould", 1), z + 5.0, y + 3.0))
    now = profile(moved, "cornice")
    assert (now.height, now.projection) == pytest.approx((before.height, before.projection))
    one, following = (placed_member(now, at("bed mould", index)) for index in (1, 2))
    old, old_following = (placed_member(before, at("bed mould", index)) for index in (1, 2))
    assert one
    assert following
    assert old
    assert old_following
    assert one.member.height - old.member.height == pytest.approx(3.0)
    assert following.member.height - old_following.member.height == pytest.approx(-3.0)
    assert one.member.projection - old.member.projection == pytest.approx(5.0)
    room = moved.rooms[0]
    assert room.trim.choices["cornice: bed mould"].height is None  # the whole still follows the order
    wider = change_room(room.id, "order", order="tuscan").apply(moved)
    taller = profile(wider, "cornice")
    assert taller.height == pytest.approx(
        profile(change_room(room.id, "order", order="tuscan").apply(job), "cornice").height
    )


def test_a_joint_between_two_parts_types_both_and_keeps_the_whole() -> None:
    job = demo_job()
    before = profile(job, "cornice")
    joint = placed_member(before, at("bed mould", 2))
    assert joint is not None
    moved = after(job, move_joint(seen(job), at("bed mould", 2), joint.end[0], joint.end[1] - 11.5))
    now = profile(moved, "cornice")
    assert now.height == pytest.approx(before.height)
    tall = {name: high - low for name, low, high in now.bands}
    was = {name: high - low for name, low, high in before.bands}
    assert tall["bed mould"] == pytest.approx(was["bed mould"] - 11.5)
    assert tall["corona"] == pytest.approx(was["corona"] + 11.5)


@pytest.mark.parametrize(("kind", "last"), [("skirting", 3), ("dado rail", 3), ("casing", 3)])
def test_the_last_end_changes_the_whole(kind: TrimKind, last: int) -> None:
    job = demo_job()
    room = job.rooms[0]
    if kind == "dado rail":
        job = change_room(room.id, "school", school="nineteen-part").apply(job)
    before = profile(job, kind)
    joint = placed_member(before, MemberPath("r1", kind, kind, last))
    assert joint is not None
    at = joint.start if kind == "skirting" else joint.end
    up = -6.0 if kind == "skirting" else 6.0  # a skirting's last end is its foot
    now = profile(after(job, move_joint(seen(job), MemberPath("r1", kind, kind, last), at[0] + 2.0, at[1] + up)), kind)
    assert now.height == pytest.approx(before.height + 6.0)
    assert now.projection == pytest.approx(before.projection + 2.0)


def test_a_joint_stops_where_a_member_would_vanish() -> None:
    job = demo_job()
    far = after(job, move_joint(seen(job), at("corona", 0), 1e4, 1e4))
    now = profile(far, "cornice")
    gone = placed_member(now, at("corona", 1))
    assert gone is not None
    assert gone.member.height == pytest.approx(0.0)
    assert gone.member.projection == pytest.approx(0.0)
    assert now.height == pytest.approx(profile(job, "cornice").height)


def test_typing_a_member_makes_the_whole_larger_by_as_much() -> None:
    job = demo_job()
    before = profile(job, "cornice")
    old = placed_member(before, at("corona", 0))
    assert old is not None
    made = after(job, change_member(seen(job), at("corona", 0), height=60.0))
    now = profile(made, "cornice")
    assert now.height == pytest.approx(before.height + 60.0 - old.member.height)
    assert now.projection == pytest.approx(before.projection)
    new = placed_member(now, at("corona", 0))
    assert new is not None
    assert new.member.height == pytest.approx(60.0)
    others = [
        (one.stack, one.index, one.member.height) for one in now.members if (one.stack, one.index) != ("corona", 0)
    ]
    assert others == [
        (one.stack, one.index, pytest.approx(one.member.height))
        for one in before.members
        if (one.stack, one.index) != ("corona", 0)
    ]


def test_members_come_and_go_and_the_order_can_draw_it_again() -> None:
    job = demo_job()
    more = after(
        job,
        add_member(
            seen(job),
            MemberPath("r1", "skirting", "skirting", 1),
            "above",
            like(seen(job), MemberPath("r1", "skirting", "skirting", 1)),
        ),
    )
    now = profile(more, "skirting")
    assert [one.member.kind for one in now.members] == ["fillet", "fillet", "cyma reversa", "fillet", "fascia"]
    assert is_drawn(more.rooms[0].trim.choices, "skirting")
    fewer = after(more, remove_member(seen(more), MemberPath("r1", "skirting", "skirting", 1)))
    assert profile(fewer, "skirting").height == pytest.approx(profile(job, "skirting").height)
    again = after(fewer, undraw(seen(fewer), "skirting"))
    assert not is_drawn(again.rooms[0].trim.choices, "skirting")
    with pytest.raises(CorniceError, match="no such member"):
        remove_member(seen(job), MemberPath("r1", "skirting", "skirting", 9))
    single = demo_job()
    for _ in range(3):
        single = remove_member(seen(single), MemberPath("r1", "skirting", "skirting", 0)).apply(single)
    with pytest.raises(CorniceError, match="one member at least"):
        remove_member(seen(single), MemberPath("r1", "skirting", "skirting", 0))
    with pytest.raises(CorniceError, match="behind where"):
        change_member(seen(job), MemberPath("r1", "skirting", "skirting", 0), back=True)
