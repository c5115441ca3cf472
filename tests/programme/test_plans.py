"""Plans of works: by hand, by an independent checker, against every order there is."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given, settings, strategies as st
from msgspec.structs import replace

from narrow_cornice.programme.chain import chain_of, what_shortens
from narrow_cornice.programme.serial import mended, planned
from narrow_cornice.programme.solver import solved, worth_of
from narrow_cornice.programme.works import (
    AIMS,
    DAY,
    HOUR,
    Plan,
    ProgrammeError,
    Terms,
    Work,
    dry_at,
    holds,
    in_parts,
    least_end,
    tails,
)
from programmes import random_works, rule_broken
from thorough import many


@pytest.mark.parametrize(
    ("end", "hours", "dry"),
    [
        (8, 4, 24),  # done two hours into the day, dry in four: at the sixth
        (20, 4, 28),  # done at the fifth hour, dry two hours after the day has ended: the next morning
        (28, 4, 28),  # done in the evening, dry before the morning
        (28, 16, 28),  # seventeen hours of night are enough
        (28, 24, 56),  # the next evening
        (4, 24, 32),  # the same hour of the next day
        (12, 48, 68),
        (5, 0, 5),
        (28, 17, 28),
        (28, 17.25, 29),
    ],
)
def test_what_dries_goes_on_through_the_night(end: int, hours: float, dry: int) -> None:
    assert dry_at(end, hours) == dry


@given(st.integers(1, 400), st.floats(0.1, 200.0))
def test_nothing_is_dry_before_the_clock_says_so(end: int, hours: float) -> None:
    """By the clock: what ends a working quarter ends there, and a later end is never dry earlier."""
    day, rest = divmod(end - 1, DAY)
    ended = day * 24 + (rest + 1) / HOUR
    found = dry_at(end, hours)
    begins = found // DAY * 24 + found % DAY / HOUR
    assert begins >= ended + hours - 1e-9
    before = found - 1
    assert found == end or before // DAY * 24 + before % DAY / HOUR < ended + hours
    assert dry_at(end + 1, hours) >= found


def coats(room: str, dries: float = 16.0) -> list[Work]:
    first = Work(f"{room}1", room, "first coat", 3.0, dries=dries, air="wet", tool="roller")
    return [first, replace(first, id=f"{room}2", name="second coat", after=(first.id,), spare=True)]


def test_two_rooms_in_rotation_by_hand() -> None:
    """Two coats of three hours that dry sixteen: one room takes two days; of two rooms the second is done meanwhile."""
    one = planned(coats("a"), Terms())
    assert one.placed["a1"] == (0, 12, 1)
    assert one.placed["a2"] == (28, 40, 1)
    two = planned([*coats("a"), *coats("b")], Terms())
    assert two.days == 2
    assert sorted(place.start for place in two.placed.values()) == [0, 12, 28, 40]


def test_dust_waits_until_what_is_wet_is_dry() -> None:
    coat = Work("coat", "a", "coat", 2.0, dries=24.0, air="wet")
    saw = Work("saw", "a", "saw", 1.0, air="dust")
    made = planned([coat, saw], Terms(), {"coat": 0, "saw": 1})
    assert made.placed["saw"].start == 36  # eight quarters, and a day
    assert not rule_broken([coat, saw], Terms(), made)
    elsewhere = replace(saw, room="b")
    assert planned([coat, elsewhere], Terms(), {"coat": 0, "saw": 1}).placed["saw"].start == 8


def test_noise_keeps_its_hours_and_long_noise_is_parted() -> None:
    """Noise from the second to the fifth hour: three hours a day, so seven hours of sawing take three days."""
    terms = Terms(noise=(8, 20))
    parts = in_parts(
        [Work("saw", "a", "saw", 7.0, noisy=True), Work("sweep", "a", "sweep", 1.0, after=("saw",))], terms
    )
    assert [work.id for work in parts] == ["saw#1", "saw#2", "saw#3", "sweep"]
    made = planned(parts, terms)
    assert [made.placed[f"saw#{n}"].start for n in (1, 2, 3)] == [8, 36, 64]
    assert made.placed["sweep"].start >= made.placed["saw#3"].end
    assert not rule_broken(parts, terms, made)


def test_days_that_are_barred_and_days_that_are_fixed() -> None:
    fence = Work("fence", "out", "stain", 3.0, outdoors=True)
    terms = Terms(not_outdoors=frozenset({0, 1}), kept_free=frozenset({("out", 2)}))
    assert planned([fence], terms).placed["fence"].start == 3 * DAY
    assert planned([replace(fence, fixed=5)], terms).placed["fence"].start == 5 * DAY
    assert planned([replace(fence, earliest=4)], terms).placed["fence"].start == 4 * DAY
    assert solved([replace(fence, fixed=5)], terms, seconds=1.0).plan.placed["fence"].start == 5 * DAY
    missed = solved([replace(fence, fixed=1)], terms, seconds=1.0).plan  # it rains: the next day that will do
    assert missed.placed["fence"].start == 3 * DAY


def test_works_in_a_circle_say_which() -> None:
    works = [Work("a", "r", "sand", 1.0, after=("b",)), Work("b", "r", "fill", 1.0, after=("a",))]
    with pytest.raises(ProgrammeError, match=r"in a circle: .*sand"):
        planned(works, Terms())


@given(st.integers(0, 10_000), st.integers(4, 40), st.integers(1, 4), st.integers(1, 3))
@settings(max_examples=many(25, 2_000), deadline=None)
def test_no_plan_at_once_breaks_a_rule(seed: int, count: int, rooms: int, crew: int) -> None:
    terms = Terms(crew, (4, 24), frozenset({1, 2}), frozenset({("r0", 1)}))
    works = in_parts(random_works(count, rooms, seed), terms)
    made = planned(works, terms)
    assert rule_broken(works, terms, made) == ""
    assert holds(works, terms, made)
    assert made.end >= least_end(works, terms)
    # Whatever is moved by a quarter or a day: what the checker finds broken is not taken for a plan.
    for key, one in made.placed.items():
        for by in (-DAY, -1, 1, DAY):
            if one.start + by >= 0:
                moved = Plan({**made.placed, key: one._replace(start=one.start + by, end=one.end + by)})
                assert holds(works, terms, moved) == (rule_broken(works, terms, moved) == "")
    # Nothing moves where nothing changed.
    starts = {key: one.start for key, one in made.placed.items()}
    kept = {key: (one.start, one.hands) for key, one in made.placed.items()}
    assert mended(works, terms, kept).placed == made.placed
    assert rule_broken(works, terms, planned(works, terms, starts)) == ""


@pytest.mark.parametrize("aim", AIMS)
@pytest.mark.parametrize("seed", range(many(1, 60)))
def test_no_plan_that_is_searched_for_breaks_a_rule_or_is_worse(seed: int, aim: str) -> None:
    terms = Terms(2, (4, 24), frozenset({1}), frozenset({("r0", 2)}))
    works = in_parts(random_works(16, 3, seed), terms)
    first = planned(works, terms)
    found = solved(works, terms, aim, 1.0)  # type: ignore[arg-type]
    assert rule_broken(works, terms, found.plan) == ""
    assert found.worth == worth_of(works, found.plan, aim)  # type: ignore[arg-type]
    assert found.worth <= worth_of(works, first, aim)  # type: ignore[arg-type]
    assert found.bound <= found.worth


@pytest.mark.parametrize("seed", range(many(1, 200)))
def test_the_shortest_is_the_shortest_of_all_orders(seed: int) -> None:
    """Of six works in two rooms, laid one after another in every order: none is shorter than what is proven."""
    works = random_works(6, 2, seed)
    terms = Terms(2)
    orders = itertools.permutations([work.id for work in works])
    best = min(planned(works, terms, {key: n for n, key in enumerate(order)}).end for order in orders)
    found = solved(works, terms, seconds=5.0)
    assert found.proven
    assert found.plan.end <= best
    assert found.bound <= found.plan.end


def test_a_change_moves_as_little_as_it_can() -> None:
    """One work that takes longer moves what hangs on it, and nothing of the other rooms."""
    works = random_works(24, 4, 5)
    terms = Terms(4)
    before = solved(works, terms, seconds=2.0).plan
    starts = {key: one.start for key, one in before.placed.items()}
    changed = [replace(work, hours=work.hours + 0.25) if work.id == "r0:3" else work for work in works]
    after = solved(changed, terms, seconds=3.0, former=starts).plan
    moved = [key for key, one in after.placed.items() if one.start != starts[key]]
    assert rule_broken(changed, terms, after) == ""
    assert after.end <= planned(changed, terms, starts).end
    far = sum(abs(one.start - starts[key]) for key, one in after.placed.items())
    alone = solved(changed, terms, seconds=2.0).plan
    assert far <= sum(abs(one.start - starts[key]) for key, one in alone.placed.items())
    assert len(moved) < len(works)


def test_it_can_be_stopped_and_keeps_the_best() -> None:
    works = random_works(60, 6, 3)
    heard: list[Plan] = []
    found = solved(works, Terms(2), seconds=30.0, told=heard.append, stopped=lambda: True)
    assert rule_broken(works, Terms(2), found.plan) == ""


@pytest.mark.parametrize("seed", range(many(4, 40)))
def test_who_lends_a_hand_need_not_have_the_skill(seed: int) -> None:
    """Two hands of three, of which one is a joiner: what needs two is done by the joiner and another, and by no fewer;
    no two works of joinery are done at once."""
    works = [
        replace(work, hands=(1 + number % 2, 2), skill="joiner" if number % 3 else "")
        for number, work in enumerate(random_works(24, 4, seed))
    ]
    terms = Terms(3, skilled=(("joiner", 1),))
    for plan in (planned(works, terms), solved(works, terms, seconds=0.4).plan):
        assert rule_broken(works, terms, plan) == ""
        joinery = sorted(plan.placed[work.id] for work in works if work.skill)
        assert all(one.end <= after.start for one, after in itertools.pairwise(joinery))
        assert {plan.placed[work.id].hands for work in works if work.skill and work.hands[0] == 2} == {2}
        assert {plan.placed[work.id].hands for work in works if work.skill and work.hands[0] == 1} == {1}


def test_what_the_end_hangs_on_and_what_would_shorten_it() -> None:
    """One room, two coats that dry a day: the second hangs on the first being dry; what dries sooner saves a day."""
    works = coats("a", 24.0)
    plan = planned(works, Terms())
    first, second = chain_of(works, Terms(), plan)
    assert (first.why, second.why) == ("begins", "dry")
    assert second.behind == "a1"
    found = {one.words: one.days for one in what_shortens(works, Terms(), plan)}
    assert found["second coat: left out"] == 1
    assert "Another pair of hands" not in found
    busy = [Work(f"w{n}", f"room {n}", f"work {n}", 7.0) for n in range(4)]
    (hands,) = what_shortens(busy, Terms(), planned(busy, Terms()))
    assert (hands.words, hands.days) == ("Another pair of hands", 2)
    assert [link.why for link in chain_of(busy, Terms(), planned(busy, Terms()))] == ["begins", *["hands"] * 3]


def test_tails_never_say_more_than_there_is() -> None:
    for seed in range(many(5, 100)):
        works = random_works(20, 2, seed)
        plan = planned(works, Terms(3))
        for key, least in tails(works, 3).items():
            assert plan.end - plan.placed[key].start >= least
