"""What is kept of what was worked out: never another thing's, no more than the job asks for, gone with the job."""

from __future__ import annotations

import importlib
import pkgutil
import typing
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from itertools import pairwise
from operator import is_
from typing import Any

import pytest
from msgspec.structs import replace

import narrow_cornice
from narrow_cornice import memo
from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import InRoom
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.sized import size_memos, things_in
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import parse_length
from random_jobs import random_job
from thorough import many


class Calls:
    """A memo of its own that counts how often it works something out."""

    def __init__(self, times: int = 2, each: memo.Each = "job") -> None:
        self.made: list[Any] = []
        self.of = memo.by_identity(times, each)(self._worked_out)

    def _worked_out(self, one: Any, other: Any = None) -> tuple[Any, Any]:
        self.made.append((one, other))
        return one, other


@pytest.fixture(autouse=True)
def nothing_kept() -> Iterator[None]:
    sizes = dict(memo._counts)
    memo.let_go()
    yield
    memo._counts.update(sizes)
    memo.let_go()


def test_the_same_object_is_worked_out_once_an_equal_one_again() -> None:
    calls, walls, same = Calls(), (1, 2, 3), tuple(range(1, 4))
    assert calls.of(walls, 2) is calls.of(walls, 2)
    assert len(calls.made) == 1
    assert calls.of(same, 2) == (walls, 2)
    assert calls.of(walls, 3) == (walls, 3)
    assert len(calls.made) == 3


def test_things_given_by_name_are_told_apart() -> None:
    calls, hall, parlour = Calls(), ("hall",), ("parlour",)
    assert calls.of(one=hall) == (hall, None)
    assert calls.of(one=parlour) == (parlour, None)
    assert calls.of(hall, other=parlour) == (hall, parlour)
    assert calls.of(hall, other=hall) == (hall, hall)
    assert calls.of(other=parlour, one=hall) == (hall, parlour)


def test_a_number_that_happens_to_be_an_address_is_not_taken_for_the_thing_there() -> None:
    calls, room = Calls(), ("room",)
    assert calls.of(room) == (room, None)
    assert calls.of(id(room)) == (id(room), None)
    for one in (1, 1.0, True):
        assert type(calls.of(one)[0]) is type(one)
    sums = memo.by_value(8, "job")(lambda *given: given)
    for one in (1, 1.0, True):
        assert type(sums(one)[0]) is type(one)


def test_a_memo_holds_what_was_asked_for_last_and_no_more_than_its_size() -> None:
    memo.size_for(rooms=10, walls=80, sides=12, built=5, things=1000)
    calls, rooms = Calls(times=3, each="room"), [(f"room {n}",) for n in range(300)]
    for room in rooms:
        calls.of(rooms[0])  # asked for all the time, so never worked out again
        calls.of(room)
    assert len(calls.made) == 300
    for room in rooms[-30:]:
        calls.of(room)
    assert len(calls.made) == 300  # three for each of ten rooms are all still there
    mine = next(one for one in memo._memos if one.function == calls._worked_out)
    assert len(mine.kept) <= 38  # and a quarter more
    calls.of(rooms[100])
    assert len(calls.made) == 301


def test_what_is_kept_of_a_line_goes_when_two_lists_on_end_did_not_ask_for_it() -> None:
    calls, lines = Calls(times=1, each="line"), [(f"line {n}",) for n in range(40)]
    for line in lines:
        calls.of(line)
    memo.listed()
    for line in lines[:30]:
        calls.of(line)
    memo.listed()
    with memo.kept_aside():
        memo.listed()  # a list that is only weighed is none
    for line in lines[:20]:
        calls.of(line)
    assert len(calls.made) == 40  # so far each of them was there
    memo.listed()
    for line in lines[:30]:  # the last list but one asked for these
        calls.of(line)
    assert len(calls.made) == 40
    for line in lines[30:]:
        calls.of(line)
    assert len(calls.made) == 50


def test_a_list_that_nothing_was_asked_for_lets_go_and_the_next_one_keeps_again() -> None:
    calls, line = Calls(times=1, each="line"), ("line",)
    for _ in range(3):
        calls.of(line)
        memo.listed()
    assert len(calls.made) == 1
    memo.listed()
    memo.listed()
    calls.of(line)
    calls.of(line)
    assert len(calls.made) == 2


def test_after_edits_only_lines_of_the_last_lists_are_kept() -> None:
    job = demo_job()
    memo.let_go()
    size_memos(job)
    to_buy(job)
    mine = [one for one in memo._memos if one.each == "line"]
    holds = {one.function: len(one.kept) for one in mine}
    assert sum(holds.values()) > 40
    for number in range(12):
        job = edits.set_heights(job.rooms[0].id, (parse_length(f"{2700 + number}"),)).apply(job)
        assert to_buy(job).lines
    for one in mine:  # the list as it is, the one before, and the marks between them
        assert len(one.kept) <= 2 * holds[one.function] + 3, one.function


def test_what_a_change_did_is_told_without_counting_the_job_before_it_again() -> None:
    jobs = [demo_job()]
    for number in range(3):
        jobs.append(edits.set_heights(jobs[0].rooms[0].id, (parse_length(f"{2700 + number}"),)).apply(jobs[-1]))
    memo.let_go()
    size_memos(jobs[0])

    def counted(job: Job) -> tuple[object, ...]:
        return tally(job), to_buy(job), job_hours(job), second_look(job), programme_of(job)

    former = counted(jobs[0])
    for before, job in pairwise(jobs):
        now = counted(job)
        assert all(map(is_, counted(before), former))  # told last, so the next would drive out what is counted now
        former = now


def test_memos_grow_with_the_job_and_each_of_a_rooms_things_counts() -> None:
    size_memos(starting_job())
    assert memo._counts == memo.FEW  # a small job keeps what the least is
    job = demo_job()
    large = replace(job, rooms=tuple(replace(room, id=f"{room.id} {n}") for n in range(50) for room in job.rooms))
    size_memos(large)
    assert memo._counts["room"] == 50 * len(job.rooms)
    assert memo._counts["side"] == max(memo.FEW["side"], *(len(room.measured.walls) for room in job.rooms))
    assert memo._counts["built"] == 50 * sum(len(room.casework.built_ins) for room in job.rooms)
    assert memo._counts["wall"] == 50 * sum(len(room.measured.walls) for room in job.rooms)
    assert memo._counts["thing"] >= 50 * sum(map(things_in, job.rooms)) > 20 * memo.FEW["thing"]
    room = job.rooms[0]
    fewer = replace(room, measured=replace(room.measured, openings=()))
    assert things_in(room) - things_in(fewer) == len(room.measured.openings) > 0


def test_what_is_weighed_and_not_taken_drives_out_nothing_that_holds() -> None:
    calls, room, other = Calls(), ("room",), [(f"room {n}",) for n in range(40)]
    kept = calls.of(room)
    with memo.kept_aside():
        assert calls.of(room) is kept  # what holds is found
        first = calls.of(other[0])
        for one in other:
            calls.of(one)
        assert calls.of(other[0]) is first  # and what is weighed is worked out once
    assert len(calls.made) == 41
    assert calls.of(room) is kept
    calls.of(other[0])
    assert len(calls.made) == 42  # afterwards it is gone


def test_after_many_edits_little_more_is_kept_than_what_holds() -> None:
    job = replace(demo_job(), rooms=tuple(replace(demo_job().rooms[0], id=f"r{n}") for n in range(10)))
    memo.let_go()
    size_memos(job)
    tally(job)
    second_look(job)
    holds = {one.function: len(one.kept) for one in memo._memos}
    for number in range(many(16, 30)):
        job = edits.set_heights("r0", (parse_length(f"{2500 + number}"),)).apply(job)
        size_memos(job)
        tally(job)
        second_look(job)
    for one in memo._memos:
        if one.each in ("room", "wall") and holds[one.function]:
            held = len(one.kept)
            assert held <= 2 * max(holds[one.function], one.times * memo.FEW[one.each]), one.function


def _rooms_in(figure: Figure) -> set[str]:
    return {leaf.source.room for leaf in figure.leaves() if isinstance(leaf.source, InRoom)}


def _figures(value: Any) -> Iterator[Figure]:
    if isinstance(value, Figure):
        yield value
    elif isinstance(value, tuple | list):
        for one in value:
            yield from _figures(one)
    elif hasattr(value, "__struct_fields__") and not isinstance(value, Room):
        for name in value.__struct_fields__:
            yield from _figures(getattr(value, name))


@pytest.mark.parametrize("seed", range(6))
def test_of_two_rooms_that_share_every_part_each_leads_to_itself(seed: int) -> None:
    job = random_job(seed)
    for room in job.rooms:
        twin = replace(room, id="twin", name="Twin")
        for one in (room, twin):
            worked = [measured_room(one, job.house_rules), trimmed_room(one, job.house_rules)]
            worked += coated_surfaces(one, job.house_rules, job.paints, job.colours)
            mine = set() if room.measured.walking else {one.id}  # of a room that is still walked nothing is known
            assert {found for figure in _figures(worked) for found in _rooms_in(figure)} == mine


def test_threads_that_derive_one_job_together_get_what_one_alone_gets() -> None:
    job = random_job(4)
    alone = (to_buy(job), dict(tally(job)))
    for _ in range(many(1, 4)):
        memo.let_go()
        with ThreadPoolExecutor(4) as threads:
            found = list(threads.map(lambda _: (to_buy(job), dict(tally(job))), range(4)))
        assert all(one == alone for one in found)


def _changeable(kind: Any, seen: set[Any]) -> Iterator[str]:
    """Yield what of a type can be changed in place; the parts of a job are held by the job's own tests."""
    base = typing.get_origin(kind) or kind
    if base in (list, dict, set, bytearray):
        yield str(kind)
    for part in typing.get_args(kind):
        yield from _changeable(part, seen)
    own = isinstance(base, type) and base.__module__.startswith("narrow_cornice") and ".job" not in base.__module__
    if own and base not in seen and hasattr(base, "__struct_fields__"):
        seen.add(base)
        for part in typing.get_type_hints(base).values():
            yield from _changeable(part, seen)


def test_nothing_that_is_kept_can_be_changed_by_who_asks_for_it() -> None:
    for module in pkgutil.walk_packages(narrow_cornice.__path__, "narrow_cornice."):
        if ".desk" not in module.name and not module.name.endswith("__main__"):  # faces and fonts stay in the window
            importlib.import_module(module.name)
    functions = [one.function for one in memo._memos if one.function.__module__.startswith("narrow_cornice")]
    functions = [one for one in functions if ".desk" not in one.__module__]
    assert len(functions) > 90
    wrong = {}
    for one in functions:
        found = list(_changeable(typing.get_type_hints(one)["return"], set()))
        if found:
            wrong[one.__qualname__] = found
    assert not wrong
    with pytest.raises(TypeError):
        tally(demo_job())["paint"] = None  # type: ignore[index]


def test_what_nobody_wants_any_more_is_given_up_and_what_was_worked_out_stays() -> None:
    calls, one, other, wanted = Calls(), ("one",), ("other",), [True]
    with memo.while_wanted(lambda: wanted[0]):
        kept = calls.of(one)
        wanted[0] = False
        assert calls.of(one) is kept  # what is there is given to whoever asks
        with pytest.raises(memo.GivenUp):
            calls.of(other)
    assert [first for first, _ in calls.made] == [one]
    assert calls.of(other) == (other, None)  # whoever asks elsewhere has it
