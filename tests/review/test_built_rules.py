"""What the second look says of built-ins that hang, hold a bed or a rail: just past each limit, and just inside it; the
first fix settles it and is undone."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from mended import settles
from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import Backing
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import parse_length, plain_length as mm


def built(
    kind: str, start: float, end: float, deep: float | None = None, bays: int | None = None
) -> tuple[History, BuiltIn]:
    """Return a kind of built-in on the long wall of a room of 4 000 × 3 000 × 2 500."""
    history = History(starting_job())
    history.do(edits.add_room("Square", parse_length("4000"), parse_length("3000"), parse_length("2500")))
    room, one = history.job.rooms[-1], beginnings()[kind]
    run = begun(one, one.name, "", end - start)
    run = replace(run, bays=run.bays[:bays])
    history.do(edits.build_along(room.id, "w1", run, "its place", mm(deep or one.deep), mm(start), mm(end)))
    return history, history.job.rooms[-1].casework.built_ins[-1]


def told(history: History, key: str) -> list[Finding]:
    return [one for one in second_look(history.job) if one.key.startswith(key)]


def studs(spacing: float, first: float) -> Backing:
    return Backing("studs", mm(spacing), mm(first))


@pytest.mark.parametrize(
    ("backing", "says"),
    [
        (Backing(), "Nobody knows"),
        (studs(900.0, 1200.0), "Only one stud"),  # at 1 200 and 2 100; it hangs from 1 000 to 2 000
        (studs(1400.0, 900.0), "No stud"),  # at 900 and 2 300
        (studs(600.0, 1200.0), ""),  # at 1 200 and 1 800
        (Backing("masonry"), ""),
    ],
)
def test_a_unit_hangs_on_two_studs_or_on_masonry(backing: Backing, says: str) -> None:
    history, _ = built("hung", 1000.0, 2000.0)
    room = history.job.rooms[-1].id
    history.do(edits.set_backing(room, "w1", "A–B", backing))
    found = told(history, "hangs:")
    assert [one.measured.startswith(says) for one in found] == ([True] if says else [])
    for one in found:
        assert one.grade == "unsafe"
        settles(history, one)


def test_a_unit_that_pulls_harder_than_its_fixings_hold() -> None:
    """What one fixing holds is a house rule: a little under what pulls at each it speaks, a little over it does not."""
    history, _ = built("hung", 1000.0, 2000.0)
    history.do(edits.set_backing(history.job.rooms[-1].id, "w1", "A–B", Backing("masonry")))
    history.do(edits.change_house_rule("fixing_in_masonry", 10.0, "fixing_in_masonry"))
    (found,) = told(history, "hangs:")
    pull, carries = (
        float(found.measured.split(word)[1].split(" N")[0].replace("\u202f", "")) for word in ("pulls ", "carries ")
    )
    most = max(pull, carries)
    for holds, speaks in ((most - 1.0, True), (most + 1.0, False)):
        history.do(edits.change_house_rule("fixing_in_masonry", holds, "fixing_in_masonry"))
        assert bool(told(history, "hangs:")) is speaks


@pytest.mark.parametrize(("start", "speaks"), [(550.0, True), (620.0, False)])
def test_a_bed_is_let_down_so_far_from_the_corner_that_its_swing_is_free(start: float, speaks: bool) -> None:
    history, _ = built("bed", start, start + 1300.0)
    found = told(history, "fold-down bed:")
    assert [one.key.rpartition(":")[2] for one in found] == (["swing"] if speaks else [])
    for one in found:
        settles(history, one)


def test_a_bed_in_the_middle_of_a_short_wall_can_be_moved_nowhere() -> None:
    history, _ = built("bed", 300.0, 3600.0)
    (found,) = told(history, "fold-down bed:")
    assert found.fixes == ()


@pytest.mark.parametrize(("deep", "speaks"), [(410.0, True), (450.0, False)])
def test_a_case_has_room_for_a_mattress(deep: float, speaks: bool) -> None:
    """Doors of 18 and their gap come off the place: 410 leaves less than 400, 450 more."""
    history, _ = built("bed", 1000.0, 2300.0, deep)
    found = told(history, "fold-down bed:")
    assert [one.key.rpartition(":")[2] for one in found] == (["case"] if speaks else [])
    for one in found:
        settles(history, one)


@pytest.mark.parametrize(("wide", "speaks"), [(1900.0, True), (1860.0, False)])
def test_a_rail_held_in_its_middle_sags_from_two_spans_on(wide: float, speaks: bool) -> None:
    """Half of a bay is the span of its rail: 932 and 912 here. Of 40 kg a metre it may span 924 (strength)."""
    history, _ = built("sliding", 100.0, 100.0 + wide, bays=1)
    found = told(history, "rail sags:")
    assert bool(found) is speaks
    for one in found:
        settles(history, one)
