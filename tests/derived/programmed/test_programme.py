"""The works of a job and when they are done: by hand, against the estimate, and as was said of them."""

from __future__ import annotations

import itertools
from datetime import date

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.day_by_day import keeps_brush, shorter_of, wanted_by, works_on
from narrow_cornice.derived.programmed.moved import moved
from narrow_cornice.derived.programmed.programme import (
    Programme,
    carrying,
    days_figure,
    heavy_shops,
    programme_of,
    slower_by,
    takers_of,
)
from narrow_cornice.derived.programmed.working_days import working_days
from narrow_cornice.job import edits
from narrow_cornice.job.brief import Day, Permission
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.edits import EditError
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit
from narrow_cornice.job.limits import JobError
from narrow_cornice.job.model import Job
from narrow_cornice.job.programmed import DayWeather, OwnWork, Programming, WorkWish
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.programme.solver import solved
from narrow_cornice.programme.works import DAY, Work, holds
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from programmes import rule_broken

MONDAY = date(2027, 3, 1)


def bare(*made: Edit) -> Job:
    """The demo without a programme of its own."""
    job = replace(demo_job(), programme=Programming())
    for edit in made:
        job = edit.apply(job)
    return job


def begun(*made: Edit) -> Job:
    return bare(edits.change_programme(begins=edits.day_of(MONDAY.isoformat())), edits.change_programme(hands=2), *made)


def work(job: Job, key: str) -> Work:
    return next(one for one in programme_of(job).works if one.id == key)


def said(job: Job) -> list[Finding]:
    return [one for one in second_look(job) if one.kind == "programme kept"]


def test_the_works_have_the_hours_of_the_estimate() -> None:
    """All but what is of the programme alone: clearing and dressing, waterproofing, carrying in, asking."""
    job = bare()
    alone = ("clear", "dress", "waterproof")
    hours = sum(one.hours for one in programme_of(job).works if one.room and one.id.partition(":")[2] not in alone)
    assert hours == pytest.approx(job_hours(job).value)


def test_every_work_comes_after_what_must_be_before_it() -> None:
    """In each room: clear, wash, sand, fit and build, ceiling, walls, woodwork, dress; no plan breaks a rule."""
    job = begun()
    programme = programme_of(job)
    assert rule_broken(programme.works, programme.terms, programme.plan) == ""
    order = ("clear", "wash", "sand", "fit:skirting", "coat:ceiling:1", "coat:walls:1", "coat:woodwork:1", "dress")
    for room in job.rooms:
        keys = [f"{room.id}:{key}" for key in order if f"{room.id}:{key}" in programme.plan.placed]
        starts = [programme.plan.placed[key].start for key in keys]
        assert starts == sorted(starts)
    assert programme.plan.placed["r5:lay:g3:grout"].start >= programme.plan.placed["r5:lay:g3"].end + DAY


def test_the_schools_of_trim_and_units() -> None:
    """Trim before walls by the house rule; units first, or scribed over the skirting."""
    walls_first, trim_first = begun(), begun(edits.change_house_rule("trim_before_walls", 1, "trim before walls"))
    assert "r1:coat:walls:3" in work(walls_first, "r1:coat:woodwork:1").after
    assert any(key.startswith("r1:coat:woodwork") for key in work(trim_first, "r1:coat:walls:1").after)
    assert "r1:build:c1" in work(walls_first, "r1:fit:skirting").after
    scribed = begun(edits.change_built_in("r1", "c1", sequence="trim first"))
    assert "r1:fit:skirting" in work(scribed, "r1:build:c1").after
    assert "r1:build:c1" not in work(scribed, "r1:fit:skirting").after


@pytest.mark.parametrize(
    ("warm", "damp", "times"), [(20, 50, 1.0), (10, 50, 2.0), (25, 50, 0.7), (20, 80, 1.5), (0, 50, 4.0)]
)
def test_it_dries_slower_in_the_cold_and_in_damp_air(warm: float, damp: float, times: float) -> None:
    assert slower_by(warm, damp) == pytest.approx(times, abs=0.01)
    job = begun(edits.change_programme(warm=warm), edits.change_programme(damp=damp))
    assert work(job, "r1:coat:ceiling:1").dries == pytest.approx(4.0 * times, abs=0.05)


def test_working_days_leave_out_what_nobody_works_on() -> None:
    days = working_days(Programming(begins=Day("", MONDAY.toordinal())))
    assert [date.fromordinal(day).weekday() for day in days.days[:7]] == [0, 1, 2, 3, 4, 0, 1]
    saturdays = working_days(Programming(begins=Day("", MONDAY.toordinal()), saturdays=True))
    assert date.fromordinal(saturdays.days[5]).weekday() == 5
    first = MONDAY.toordinal() + 1
    job = begun(edits.keep_free(first, first + 1, "", "the house"))
    assert working_days(job.programme).days[1] == MONDAY.toordinal() + 3
    assert working_days(Programming()).ordinal(0) is None


def test_a_room_is_kept_free_and_rain_stops_work_outdoors() -> None:
    first = MONDAY.toordinal()
    free = begun(edits.keep_free(first, first + 11, "r1", "Chart Room"))
    programme = programme_of(free)
    assert min(programme.plan.placed[one.id].start for one in programme.works if one.room == "r1") >= 10 * DAY
    rain = begun(edits.take_weather(tuple(DayWeather(first + day, 12.0, rain=True) for day in range(5))))
    fence = [one for one in programme_of(rain).works if one.outdoors]
    assert fence
    assert min(programme_of(rain).plan.placed[one.id].start for one in fence) >= 5 * DAY
    cold = begun(edits.take_weather((DayWeather(first, 3.0),)))
    assert min(programme_of(cold).plan.placed[one.id].start for one in fence) >= DAY


def test_permissions_are_waited_for_by_what_hangs_on_them() -> None:
    """Five days until somebody answers: nothing is fitted or built before; what is given is waited for no more."""
    job = begun()
    programme = programme_of(job)
    ask = next(one for one in programme.works if one.name == "ask: may one make holes?")
    assert ask.id in work(job, "r1:build:c1").after
    assert programme.plan.placed["r1:build:c1"].start >= 5 * DAY
    given = tuple(Permission(one.id, one.what, "given", one.by) for one in job.brief.permissions)
    free = replace(job, brief=replace(job.brief, permissions=given))
    assert not any(one.id.startswith("ask:") for one in programme_of(free).works)
    assert programme_of(free).plan.end < programme.plan.end


def test_what_the_street_sees_is_asked_about_and_nothing_indoors_waits_for_it() -> None:
    job = begun()
    asked = (Permission("p9", "change what the street sees", "asked", "the council"),)
    waits = {
        one.outdoors
        for one in programme_of(replace(job, brief=replace(job.brief, permissions=asked))).works
        if "ask:p9" in one.after
    }
    assert waits == {True}


def test_what_is_said_of_a_work() -> None:
    day = MONDAY.toordinal() + 21
    key = "r1:coat:ceiling:1"
    job = begun(edits.wish_of_work(key, "x", day=day, hours=9.0, hands=1, dries=30.0))
    programme = programme_of(job)
    placed = programme.plan.placed[key]
    assert programme.days.ordinal(placed.start // DAY) == day
    assert (placed.end - placed.start, placed.hands) == (36, 1)
    assert work(job, key).dries == 30.0
    assert programme_of(
        edits.wish_of_work(key, "x", day=None, hours=None, hands=None, dries=None).apply(job)
    ).works == (programme_of(begun()).works)
    parted = begun(edits.wish_of_work(key, "x", parts=3))
    parts = [one for one in programme_of(parted).works if one.id.startswith(f"{key}#")]
    assert [one.name for one in parts][-1] == "ceiling, first coat, part 3 of 3"
    assert sum(one.hours for one in parts) == pytest.approx(work(begun(), key).hours)
    assert f"{key}#3" in work(parted, "r1:coat:ceiling:2").after
    out = begun(edits.wish_of_work("r1:wash", "x", left_out=True))
    assert "r1:wash" not in {one.id for one in programme_of(out).works}
    assert all("r1:wash" not in one.after for one in programme_of(out).works)
    together = begun(edits.wish_of_work("r3:lay:g2", "x", together="r3:lay:g1"))
    both = work(together, "r3:lay:g1")
    assert both.hours == pytest.approx(work(begun(), "r3:lay:g1").hours + work(begun(), "r3:lay:g2").hours)
    assert all("r3:lay:g2" not in one.after for one in programme_of(together).works)


def test_a_work_is_not_begun_before_a_day_and_skills_are_shared() -> None:
    """One joiner of three hands: no two works of joinery at once, anywhere."""
    later = begun(edits.wish_of_work("r1:wash", "x", not_before=MONDAY.toordinal() + 14))
    assert programme_of(later).plan.placed["r1:wash"].start >= 10 * DAY
    job = begun(edits.change_programme(hands=3), edits.change_programme(skills={"joiner": 1}))
    programme = programme_of(job)
    works = [one for one in programme.works if one.skill == "joiner"]
    joinery = sorted(programme.plan.placed[one.id] for one in works)
    assert len(joinery) > 10
    assert all(one.end <= after.start for one, after in itertools.pairwise(joinery))
    # What needs two hands is done by the joiner and one who lends a hand.
    assert all(programme.plan.placed[one.id].hands == max(1, one.hands[0]) for one in works)
    assert {programme.plan.placed[one.id].hands for one in works} == {1, 2}
    found = solved(programme.works, programme.terms, seconds=1.0)
    assert holds(programme.works, programme.terms, found.plan)
    free = programme_of(begun(edits.change_programme(hands=3)))
    assert not holds(programme.works, programme.terms, replace(free.plan))


def test_a_brush_is_kept_between_coats() -> None:
    programme = programme_of(begun())
    kept = [
        one.work.id
        for day in range(programme.plan.days)
        for one in works_on(programme, day, 8.0)
        if keeps_brush(programme, one)
    ]
    assert kept
    for key in kept:
        assert "coat:" in key
        after = f"{key[:-1]}{int(key[-1]) + 1}"
        assert programme.plan.placed[after].start // DAY - (programme.plan.placed[key].end - 1) // DAY <= 1


def test_a_change_says_what_moved() -> None:
    job = begun()
    longer = edits.wish_of_work("r2:fit:panel mould", "x", hours=90.0).apply(job)
    (words,) = moved(job, longer)
    assert "moved" in words
    assert "later" in words
    assert moved(job, edits.rename_room("r1", "Chart").apply(job)) == ()
    assert moved(bare(), bare()) == ()


def test_works_of_ones_own_and_circles() -> None:
    own = OwnWork("", "sweep the chimney", "r2", 3.0, 1, after=("r2:clear",), before=("r2:wash",), air="dust")
    job = begun(edits.add_work(own))
    assert job.programme.own[0].id == "w1"
    assert "own:w1" in work(job, "r2:wash").after
    assert "r2:clear" in work(job, "own:w1").after
    circle = begun(edits.add_work(replace(own, after=("r2:dress",))))
    assert "in a circle" in programme_of(circle).fault
    assert [one.key for one in said(circle)] == ["programme kept:fault"]
    assert programme_of(edits.remove_work("w1", "x").apply(circle)).fault == ""
    with pytest.raises(EditError):
        edits.add_work(replace(own, name=" "))


def test_a_plan_that_was_found_is_kept_as_long_as_it_holds() -> None:
    """A plan put by a day later than at once is kept as it is; after a change its order is kept where it can be."""
    job = begun()
    at_once = programme_of(job)
    starts = {key: (one.start + DAY, one.hands) for key, one in at_once.plan.placed.items()}
    kept = edits.keep_programme(starts, 5).apply(job)
    programme = programme_of(kept)
    assert (programme.found, programme.plan.bound) == (not at_once.fault, 5)
    assert programme.plan.end == at_once.plan.end + DAY
    changed = edits.wish_of_work("r1:wash", "x", hours=4.0).apply(kept)
    assert not programme_of(changed).found
    assert rule_broken(*_parts(programme_of(changed))) == ""
    assert not programme_of(edits.keep_programme(None).apply(kept)).found
    assert decode_job(encode_job(kept), "again") == kept


def _parts(programme: Programme) -> tuple[tuple[Work, ...], object, object]:
    return programme.works, programme.terms, programme.plan


def test_each_day_and_what_is_wanted_by_then() -> None:
    """The days add up to the programme; everything on the list is wanted before the work that takes it."""
    job = begun()
    programme = programme_of(job)
    spent: dict[str, float] = {}
    for day in range(programme.plan.days):
        for one in works_on(programme, day, 8.0):
            assert 8.0 <= one.begins < one.ends <= 15.0
            spent[one.work.id] = spent.get(one.work.id, 0.0) + one.ends - one.begins
    for one in programme.works:
        placed = programme.plan.placed[one.id]
        assert spent[one.id] == pytest.approx((placed.end - placed.start) / 4)
    wanted = wanted_by(job)
    assert {one.line.key for one in wanted} == {line.key for line in to_buy(job).lines}
    for each in wanted:
        if each.work is not None:
            assert each.day <= programme.plan.placed[each.work.id].start // DAY
    assert any(each.work is not None and each.day > 3 for each in wanted)


def test_what_is_delivered_comes_before_what_takes_of_it_and_not_a_fortnight_sooner() -> None:
    """The yard's timber before trim and built-ins, no sooner than the working day before the first of them would be
    begun; the paint before coats and repairs; a day that was said stays. Tape and brushes wait for no delivery."""
    for job in (begun(), begun(edits.change_programme(hands=1))):
        programme = programme_of(job)
        for number, shop in enumerate(heavy_shops(job)):
            carry, lines = carrying(number), [one for one in to_buy(job).lines if one.shop == shop.shop]
            for one in programme.works:
                if one.id.partition("#")[2] in ("", "1"):  # later parts come after the first
                    assert (carry in one.after) == any(takers_of(line).include(one) for line in lines), one.id
            there = programme.plan.placed[carry]
            first = min(programme.plan.placed[one.id].start for one in programme.works if carry in one.after)
            assert there.end <= first
            assert work(job, carry).earliest <= there.start // DAY
            assert first // DAY - there.start // DAY <= 3, shop.name
    tape = next(line for line in to_buy(demo_job()).lines if line.kind == "sundry")
    assert not any(takers_of(tape).include(one) for one in programme_of(begun()).works)
    (yard,) = (number for number, one in enumerate(heavy_shops(begun())) if one.shop == "timber-yard")
    said_so = begun(edits.wish_of_work(carrying(yard), "carry in", not_before=MONDAY.toordinal() + 7))
    assert work(said_so, carrying(yard)).earliest == 5


def test_what_is_delivered_is_there_when_it_is_carried_in() -> None:
    """The timber yard's goods are carried in as one load: none of them may come on a later day than that."""
    job = begun()
    programme, everything = programme_of(job), to_buy(job)
    (yard,) = [n for n, one in enumerate(heavy_shops(job)) if one.name == "Timber yard"]
    carried = programme.plan.placed[carrying(yard)].start // DAY
    mine = [one for one in wanted_by(job) if everything.shop_of(one.line) == "Timber yard"]
    assert len(mine) > 10
    assert all(one.day <= carried for one in mine)
    parted = edits.wish_of_work(carrying(yard), "carry in", parts=2).apply(job)  # by the first of its parts then
    first = programme_of(parted).plan.placed[f"{carrying(yard)}#1"].start // DAY
    assert all(one.day <= first for one in wanted_by(parted) if everything.shop_of(one.line) == "Timber yard")


def test_days_are_a_figure_and_something_would_shorten_them() -> None:
    job = begun()
    assert days_figure(job).value == programme_of(job).plan.days
    assert "2 hands" in days_figure(job).note
    words = [one.words for one in shorter_of(job)]
    assert words[0] == "Another pair of hands"
    assert not any(one.startswith("ask") for one in words)
    assert programme_of(starting_job()).plan.days == 0


def test_the_second_look_says_what_cannot_be_kept() -> None:
    """Late against the day of the brief, with more hands as the fix; a fixed day that cannot be; cold; too few hands.
    Of a programme nobody has begun it says nothing."""
    assert not said(bare())
    by = Day("2027-04-12", date(2027, 4, 12).toordinal())
    late = begun()
    late = replace(late, brief=replace(late.brief, by=by))
    (finding,) = said(late)
    assert "after it is wanted" in finding.says
    mended = finding.fixes[0].apply(late)
    assert not [one for one in said(mended) if "after it is wanted" in one.says]
    fixed = begun(edits.wish_of_work("r1:dress", "x", day=MONDAY.toordinal()))
    (finding,) = said(fixed)
    assert "refit and dress cannot be done" in finding.says
    assert not said(finding.fixes[0].apply(fixed))
    cold = begun(edits.change_programme(warm=5.0))
    (finding,) = [one for one in said(cold) if "too cold" in one.says]
    assert not [one for one in said(finding.fixes[0].apply(cold)) if "too cold" in one.says]
    alone = begun(edits.change_programme(hands=1))
    (finding,) = said(alone)
    assert "need 2 hands" in finding.says
    assert not said(finding.fixes[0].apply(alone))


def test_hostile_programmes_are_refused() -> None:
    job = begun()
    for bad in (
        replace(job.programme, warm=float("nan")),
        replace(job.programme, wishes={"x": WorkWish(hours=-1.0)}),
        replace(job.programme, own=(OwnWork("a", "x"), OwnWork("a", "y"))),
        replace(job.programme, begins=Day("", 1)),
    ):
        with pytest.raises(JobError):
            checked_job(replace(job, programme=bad))
    with pytest.raises(EditError):
        edits.day_of("some day")
    gone = edits.remove_room("r1", "Chart Room").apply(
        edits.keep_free(MONDAY.toordinal(), MONDAY.toordinal(), "r1", "x").apply(job)
    )
    assert programme_of(decode_job(encode_job(gone), "again")).plan.days > 0
