"""The programme of a job: its works with what was said of them, the terms they are done on, and when they are done."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from typing import NamedTuple

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.bought.deliveries import Delivery, deliveries
from narrow_cornice.derived.bought.lines import PHASES, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.room_works import works_of_room
from narrow_cornice.derived.programmed.working_days import WorkingDays, working_days
from narrow_cornice.explained.figures import Figure, table
from narrow_cornice.job.brief import Permit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.programmed import Programming, WorkWish
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.programme.serial import mended, planned
from narrow_cornice.programme.works import (
    DAY,
    HOUR,
    Placed,
    Plan,
    ProgrammeError,
    Terms,
    Work,
    holds,
    in_parts,
    parted,
    without,
)
from narrow_cornice.units.words import several

ASKED = "ask:"  # what the identity of a work begins with that is to ask for a permission
CARRIED = "carry:"  # … and that carries in what is delivered
WANTED_FOR: dict[str, tuple[str, ...]] = {
    PHASES[1]: ("fit:",),
    PHASES[2]: ("build:", "lay:"),
    PHASES[3]: ("coat:", "lay:", "cover:"),
    PHASES[4]: ("dress",),
}
HOUSE = ""  # the room of what is of the whole house
A_LOAD = 200.0  # kg that one person carries in in an hour
SLOWER_DAMP, DAMP = 1.5, 75.0
HANGS_ON: Mapping[Permit, tuple[str, ...]] = {
    "paint the walls": ("coat:ceiling", "coat:walls"),
    "paint the woodwork": ("coat:woodwork",),
    "make holes": ("build:", "fit:", "hang"),
    "change the floor": ("coat:floor",),
    "change what the street sees": (),
}


class Programme(msgspec.Struct, frozen=True):
    """A programme: works, the terms, the plan and its days; whether the plan was ``found`` by a search and still holds,
    or was laid out at once; or why there is none (``fault``)."""

    works: tuple[Work, ...] = ()
    terms: Terms = Terms()
    plan: Plan = Plan({})
    days: WorkingDays = WorkingDays()
    found: bool = False
    fault: str = ""

    @property
    def ends_on(self) -> int | None:
        """Return the last working day as a day of the calendar, None where nobody said when it begins."""
        return self.days.ordinal(self.plan.days - 1) if self.plan.placed else None


@by_identity(times=2, each="job")
def programme_of(job: Job) -> Programme:
    """Return the programme of a job: the plan that was found where it still holds, else one laid out at once that keeps
    the order of it."""
    terms, kept = terms_of(job), job.programme.kept
    try:
        works = works_of(job, terms)
        starts = tuple(kept.starts.items()) if kept is not None else None
        plan, found = _plan_of(tuple([work.as_planned() for work in works]), terms, starts)
    except ProgrammeError as error:
        return Programme(terms=terms, days=working_days(job.programme), fault=str(error))
    if found and kept is not None:
        plan = replace(plan, bound=kept.bound)
    return Programme(works, terms, plan, working_days(job.programme), found)


@by_value(times=2, each="job")
def _plan_of(
    works: tuple[Work, ...], terms: Terms, kept: tuple[tuple[str, tuple[int, int]], ...] | None
) -> tuple[Plan, bool]:
    """Return the plan of works as they are planned, and whether it is the one that was kept. Most changes of a room
    alter no work by a quarter of an hour, and leave the plan as it is."""
    if kept is None:
        return planned(works, terms), False
    there = _kept(works, dict(kept))
    if there is not None and holds(works, terms, there):
        return there, True
    return mended(works, terms, dict(kept)), False


def _kept(works: Sequence[Work], starts: Mapping[str, tuple[int, int]]) -> Plan | None:
    """Return a plan that was kept, None where it is not one of just these works."""
    if set(starts) != {work.id for work in works}:
        return None
    return Plan(
        {
            work.id: Placed(start, start + work.length(max(1, hands)), hands)
            for work in works
            for start, hands in (starts[work.id],)
        }
    )


def terms_of(job: Job) -> Terms:
    """Return the terms that works are done on, from what was said and the house rules."""
    said, rules = job.programme, house_rules_of(job.house_rules)
    days = working_days(said)
    return Terms(
        said.hands or max(1, round(rules.value("hands"))),
        _noise(said, rules.value("day_begins")),
        frozenset(_not_outdoors(said, days, rules.value("least_warm"))),
        frozenset(_kept_free(said, days)),
        tuple(sorted(said.skills.items())),
    )


def _noise(said: Programming, begins: float) -> tuple[int, int]:
    """Return between which quarters of a working day there may be noise."""
    if said.noise is None:
        return 0, DAY
    low, high = (round((hour - begins) * HOUR) for hour in said.noise)
    low, high = max(0, low), min(DAY, high)
    return (low, high) if high > low else (0, DAY)


def _not_outdoors(said: Programming, days: WorkingDays, least: float) -> Iterator[int]:
    for one in said.weather:
        day = days.on_or_after(one.day)
        if (one.rain or one.warm < least) and day is not None and days.ordinal(day) == one.day:
            yield day


def _kept_free(said: Programming, days: WorkingDays) -> Iterator[tuple[str, int]]:
    for one in said.kept_free:
        for ordinal in range(one.first, one.last + 1) if one.room else ():
            day = days.on_or_after(ordinal)
            if day is not None and days.ordinal(day) == ordinal:
                yield one.room, day


def slower_by(warm: float, damp: float) -> float:
    """Return how much longer things dry than at 20 °C and 50 %: twice as long at 10 °C, 0.7 at 25; half as long again
    in damp air."""
    return math.pow(2.0, (20.0 - warm) / 10.0) * (SLOWER_DAMP if damp > DAMP else 1.0)


def works_of(job: Job, terms: Terms) -> tuple[Work, ...]:
    """Return the works of a job: those of its rooms and of the house, those of one's own, as was said of them. Raises
    ProgrammeError for works that come after one another in a circle."""
    said, asked = job.programme, tuple(_asked(job))
    works = [*_carried(job), *(work for work, _ in asked)]
    made = list(_as_said(tuple(works), said))
    permits = tuple((work.id, what) for work, what in asked)
    for room, brought in _brought_to(job):
        mine = works_of_room(room, job.house_rules, job.paints, job.colours, job.milled, job.joinery, job.coverings)
        made += _as_said(_after_the_house(mine, _waited_for(brought, permits)), said)
    made += _as_said(tuple(_own(said)), said)
    gone = {key for key, wish in said.wishes.items() if wish.left_out}
    kept = without(made, gone) if gone else tuple(made)
    many = {key: wish.parts for key, wish in said.wishes.items() if wish.parts > 1}
    return _in_time(in_parts(parted(_joined(kept, said.wishes), many), terms), terms)


def _in_time(works: tuple[Work, ...], terms: Terms) -> tuple[Work, ...]:
    """Return works of which what is carried in comes in when it is wanted, not on the first free hour: no sooner than
    the working day before the first work that takes of it would be done. A day that was said stays."""
    carried = [one for one in works if one.id.startswith(CARRIED) and not one.earliest and one.fixed is None]
    if not carried:
        return works
    wanted = dict(_wanted_on(tuple([work.as_planned() for work in works]), terms))
    days = {one.id: max(0, wanted[one.id] - 1) for one in carried if one.id in wanted}
    return tuple(replace(one, earliest=days[one.id]) if days.get(one.id) else one for one in works)


@by_value(times=2, each="job")
def _wanted_on(works: tuple[Work, ...], terms: Terms) -> tuple[tuple[str, int], ...]:
    """Return on which working day a quick plan begins with what comes after each thing that is carried in."""
    placed, first = planned(works, terms).placed, dict[str, int]()
    for work in works:
        for key in work.after:
            if key.startswith(CARRIED):
                first[key] = min(first.get(key, placed[work.id].start), placed[work.id].start)
    return tuple((key, start // DAY) for key, start in first.items())


def _joined(works: Sequence[Work], wishes: Mapping[str, WorkWish]) -> tuple[Work, ...]:
    """Return works in which those that are done together with another are part of it."""
    by_id = {work.id: work for work in works}
    into = {key: wish.together for key, wish in wishes.items() if wish.together in by_id and key in by_id}
    into = {key: other for key, other in into.items() if other not in into and other != key}
    if not into:
        return tuple(works)
    for key, other in into.items():
        one, whole = by_id[key], by_id[other]
        after = tuple(dict.fromkeys(x for x in (*whole.after, *one.after) if x not in (key, other)))
        name, hours = f"{whole.name} and {one.name}", whole.hours + one.hours
        by_id[other] = replace(whole, name=name[:120], hours=hours, after=after, dries=max(whole.dries, one.dries))
        del by_id[key]
    return tuple(
        replace(work, after=tuple(dict.fromkeys(x for one in work.after if (x := into.get(one, one)) != work.id)))
        for work in by_id.values()
    )


def _own_id(key: str) -> str:
    return f"own:{key}"


def _own(said: Programming) -> Iterator[Work]:
    for one in said.own:
        yield Work(
            _own_id(one.id), one.room, one.name[:120], one.hours, (one.hands, one.hands), one.after, one.dries,
            one.air, noisy=one.noisy, outdoors=one.outdoors,
        )  # fmt: skip


def waits_for_answer(work: Work) -> bool:
    """Return whether a work is to ask somebody: what it is said to dry is how long an answer takes."""
    return work.id.startswith(ASKED)


# By identity, so that of a job one of whose rooms changed the works of the others stay as they are.
@by_identity(times=1, each="room")
def _as_said(works: tuple[Work, ...], said: Programming) -> tuple[Work, ...]:
    """Return works as was said of them."""
    before: dict[str, list[str]] = {}
    for one in said.own:
        for key in one.before:
            before.setdefault(key, []).append(_own_id(one.id))
    slower, days = slower_by(said.warm, said.damp), working_days(said)
    return tuple(_as_wished(work, said, before.get(work.id, []), slower, days) for work in works)


def _as_wished(work: Work, said: Programming, before: list[str], slower: float, days: WorkingDays) -> Work:
    """Return a work as was said of it; it dries as warm and damp as it is."""
    wish = said.wishes.get(work.id)
    dries = work.dries * (1.0 if waits_for_answer(work) else slower)  # which no warmth brings sooner
    made = replace(work, dries=dries, after=(*work.after, *before)) if before or dries != work.dries else work
    if wish is None:
        return made
    changes: dict[str, object] = {"after": (*made.after, *wish.after)} if wish.after else {}
    if wish.hours is not None:
        changes["hours"] = wish.hours
    if wish.hands is not None:
        changes["hands"] = (wish.hands, wish.hands)
    if wish.dries is not None:
        changes["dries"] = wish.dries
    if wish.not_before is not None:
        changes["earliest"] = days.on_or_after(wish.not_before) or 0
    if wish.day is not None and (day := days.on_or_after(wish.day)) is not None:
        changes["fixed"] = day
    return replace(made, **changes)


def _carried(job: Job) -> Iterator[Work]:
    """Yield the works that carry in what heavy shops deliver."""
    for number, shop in enumerate(heavy_shops(job)):
        yield Work(carrying(number), HOUSE, f"carry in from {shop.name[:40]}", shop.weight / A_LOAD, (1, 2))


def _asked(job: Job) -> Iterator[tuple[Work, Permit]]:
    """Yield the works that are to ask for a permission, or to wait for it, each with what it is to permit."""
    wait = 24.0 * house_rules_of(job.house_rules).value("permission_days")
    for one in job.brief.permissions:
        if one.state in ("not asked", "asked") and one.what in HANGS_ON:
            hours = 0.25 if one.state == "not asked" else 0.0
            name = f"{'ask' if hours else 'wait'}: may one {one.what}?"
            yield Work(f"{ASKED}{one.id}", HOUSE, name, max(hours, 0.25), dries=wait), one.what


Brought = tuple[tuple[int, tuple[str, ...]], ...]


class WaitedFor(NamedTuple):
    """What the works of a room wait for: of what each heavy shop delivers, by its number, what the works that take of
    it begin with; and what is asked for, with what it is to permit."""

    brought: Brought
    asked: tuple[tuple[str, Permit], ...]

    def by(self, work: Work) -> Iterator[str]:
        """Yield the works of the house that a work of the room waits for."""
        yield from (carrying(number) for number, begins in self.brought if _begins_with(work, begins))
        for permit, what in self.asked:
            begins = HANGS_ON[what]
            street = what == "change what the street sees" and work.outdoors
            if street or _begins_with(work, begins):
                yield permit


def _begins_with(work: Work, begins: tuple[str, ...]) -> bool:
    """Return whether what a work is, without its room, begins with one of some words; with none of no words."""
    return work.id.partition(":")[2].startswith(begins)


# By value, so that works wait for the same thing as long as it comes to the same.
@by_value(times=1, each="room")
def _waited_for(brought: Brought, asked: tuple[tuple[str, Permit], ...]) -> WaitedFor:
    return WaitedFor(brought, asked)


@by_identity(times=1, each="room")
def _after_the_house(works: tuple[Work, ...], waited: WaitedFor) -> tuple[Work, ...]:
    """Return the works of a room after those of the house that they hang on: what is carried in, and what somebody has
    to permit."""
    return tuple(
        replace(work, after=(*work.after, *more)) if (more := tuple(waited.by(work))) else work for work in works
    )


def _brought_to(job: Job) -> Iterator[tuple[Room, Brought]]:
    """Yield every room with what the works in it begin with that take of what each heavy shop delivers."""
    numbers = {heavy.shop: number for number, heavy in enumerate(heavy_shops(job))}
    begins: dict[str, dict[int, set[str]]] = {}
    for line in to_buy(job).lines if numbers else ():
        if line.shop in numbers:
            takers = takers_of(line)
            for room in takers.rooms:
                begins.setdefault(room, {}).setdefault(numbers[line.shop], set()).update(takers.begins)
    for one in job.rooms:
        yield one, tuple((number, tuple(sorted(each))) for number, each in sorted(begins.get(one.id, {}).items()))


class Takers(NamedTuple):
    """The works that are done with what is bought: what they begin with, nothing for what is wanted before all of them,
    as tape and brushes are, which nobody waits for a delivery for; and in which rooms."""

    begins: tuple[str, ...]
    rooms: frozenset[str]

    def include(self, work: Work) -> bool:
        """Return whether a work is one of them."""
        return work.room in self.rooms and _begins_with(work, self.begins)


def takers_of(line: LineToBuy) -> Takers:
    """Return the works that are done with what is bought by a line: by its phase, in the rooms that it is for."""
    begins = ("repair:",) if line.kind == "repair" else WANTED_FOR.get(line.phase, ())
    return Takers(begins, frozenset(room for room, _, _ in line.shares))


def carrying(number: int) -> str:
    """Return the identity of the work that carries in what the shop of that number among the heavy ones delivers."""
    return f"{CARRIED}{number}"


def heavy_shops(job: Job) -> list[Delivery]:
    """Return what is heavy enough to be delivered, shop by shop in the order of the list."""
    return [one for one in deliveries(job) if one.heavy]


def former_of(job: Job) -> dict[str, int] | None:
    """Return when each work begins in the plan that was kept, None where none was."""
    kept = job.programme.kept
    return {key: start for key, (start, _) in kept.starts.items()} if kept is not None else None


def clock(quarter: int, day_begins: float, *, ends: bool = False) -> tuple[int, float]:
    """Return on which working day, and at what hour by the clock, a quarter of working time begins; what ``ends`` there
    does so in the evening of the day before."""
    day = max(0, quarter - 1 if ends else quarter) // DAY
    return day, day_begins + (quarter - day * DAY) / HOUR


def hour_words(hour: float) -> str:
    """Return an hour by the clock in words, as 8:15."""
    return f"{int(hour)}:{round(hour % 1 * 60):02d}"


def hands_words(hands: int) -> str:
    """Return so many hands in words."""
    return several(hands, "hand")


def days_figure(job: Job) -> Figure:
    """Return how many working days the whole work takes."""
    programme = programme_of(job)
    ends = programme.ends_on
    on = f", done on {date.fromordinal(ends).isoformat()}" if ends is not None else ""
    note = f"{several(len(programme.works), 'work')} by {hands_words(programme.terms.crew)}{on}"
    return table("days", float(math.ceil(programme.plan.end / DAY)), "days", note)
