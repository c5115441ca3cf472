"""What is done on each day, what has to be there by then, and what would bring the end forward."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.programme import Programme, carrying, heavy_shops, programme_of, takers_of
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.programme.chain import Shorter, what_shortens
from narrow_cornice.programme.works import DAY, HOUR, Work


class OnDay(NamedTuple):
    """A work, or the part of it, that is done on a day: from and to which hour by the clock, by how many hands."""

    work: Work
    begins: float
    ends: float
    hands: int
    goes_on: bool


def works_on(programme: Programme, day: int, day_begins: float) -> Iterator[OnDay]:
    """Yield what is done on a working day, the first first."""
    found = []
    for work in programme.works:
        one = programme.plan.placed[work.id]
        low, high = max(one.start, day * DAY), min(one.end, (day + 1) * DAY)
        if low < high:
            begins, ends = (day_begins + (at - day * DAY) / HOUR for at in (low, high))
            found.append(OnDay(work, begins, ends, one.hands, one.end > high))
    return iter(sorted(found, key=lambda each: (each.begins, each.work.id)))


def keeps_brush(programme: Programme, one: OnDay) -> bool:
    """Return whether the brush or roller of a coat is kept wrapped: the next coat of it follows by the next day."""
    room, _, key = one.work.id.partition(":")
    group, _, number = key.rpartition(":")
    if not key.startswith("coat:") or not number.isdigit():
        return False
    after = programme.plan.placed.get(f"{room}:{group}:{int(number) + 1}")
    ends = programme.plan.placed[one.work.id].end
    return after is not None and after.start // DAY - (ends - 1) // DAY <= 1


class WantedBy(NamedTuple):
    """A line to buy with the working day by which it must be there, and the work that it is for (None: the first)."""

    line: LineToBuy
    day: int
    work: Work | None


@by_identity(times=2, each="job")
def wanted_by(job: Job) -> tuple[WantedBy, ...]:
    """Return what is bought by when: before the first work that takes it, some days ahead (house rule); what is wanted
    at any time, before the work begins; what a shop delivers, by the time it is carried in."""
    programme, ahead = programme_of(job), round(house_rules_of(job.house_rules).value("buy_ahead"))
    carried = {heavy.shop: carrying(number) for number, heavy in enumerate(heavy_shops(job))}
    made = []
    for line in to_buy(job).lines:
        takers = takers_of(line)
        carries = carried.get(line.shop) if takers.begins else None
        mine = [work for work in programme.works if takers.include(work) or work.id.partition("#")[0] == carries]
        first = min(mine, key=lambda work: programme.plan.placed[work.id].start, default=None)
        begins = programme.plan.placed[first.id].start // DAY if first is not None else 0
        made.append(WantedBy(line, max(0, begins - ahead), first))
    return tuple(sorted(made, key=lambda one: one.day))


@by_identity(times=2, each="job")
def shorter_of(job: Job) -> tuple[Shorter, ...]:
    """Return what would bring the end forward, what does most first."""
    programme = programme_of(job)
    if programme.fault or not programme.works:
        return ()
    return what_shortens(programme.works, programme.terms, programme.plan)
