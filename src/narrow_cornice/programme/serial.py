"""A plan at once: works laid one after another, each as early as it can be, those with the most behind them first.

It is the serial way of making a schedule (a list in order of priority), which never breaks a rule; with a former plan
its order is kept, so that a change moves as little as it can.
"""

from __future__ import annotations

import math
import random
import time
from collections.abc import Callable, Iterable, Mapping, Sequence
from functools import cache
from heapq import heapify, heappop, heappush
from typing import NamedTuple

from narrow_cornice.memo import by_identity
from narrow_cornice.programme.works import (
    DAY,
    Placed,
    Plan,
    ProgrammeError,
    Terms,
    Work,
    dry_at,
    in_order,
    tails,
)

MOST_DAYS = 4_000
SHAKEN, FEWER = 0.25, 0.3  # how far an order is shaken by chance, and how often fewer hands are taken
SHIFT = 4 * DAY


def mended(works: Sequence[Work], terms: Terms, kept: Mapping[str, tuple[int, int]]) -> Plan:
    """Return an earlier plan as it has to be now, by its beginnings and hands: in its order, and of the ways to keep
    that the one that moves nothing, else the one that ends on the earliest day, then the one that moves the fewest
    works to another day."""
    former = {key: start for key, (start, _) in kept.items()}
    hands = {key: by for key, (_, by) in kept.items()}

    def moved(plan: Plan) -> tuple[bool, int, int]:
        there = [(plan.placed[key].start, at) for key, at in former.items() if key in plan.placed]
        return any(now != at for now, at in there), plan.days, sum(now // DAY != at // DAY for now, at in there)

    stays = planned(works, terms, former, stays=hands)
    if all(former.get(key) == one.start for key, one in stays.placed.items()):
        return stays
    return min(stays, planned(works, terms, former), key=moved)


def sampled(
    works: Sequence[Work],
    terms: Terms,
    best: Plan,
    seconds: float,
    stopped: Callable[[], bool] = lambda: False,
    told: Callable[[Plan], None] | None = None,
) -> Plan:
    """Return the shortest plan among many, shaken by chance out of the usual order or that of the best so far."""
    chance, until = random.Random(1), time.monotonic() + seconds
    while time.monotonic() < until and not stopped():
        former = {key: one.start for key, one in best.placed.items()} if chance.random() < 0.7 else None
        found = planned(works, terms, former, chance)
        if found.end < best.end:
            best = found
            if told is not None:
                told(best)
    return best


def planned(
    works: Sequence[Work],
    terms: Terms,
    former: Mapping[str, int] | None = None,
    chance: random.Random | None = None,
    *,
    stays: Mapping[str, int] | None = None,
) -> Plan:
    """Return a plan of works. ``former`` are the beginnings of an earlier one, whose order is kept; where it
    ``stays``, a work begins no earlier than there and is done by as many hands as are said. By ``chance`` the
    order is shaken, and a work is done by fewer hands now and then. Raises ProgrammeError for works that come after one
    another in a circle, or never can be done."""
    net = _net(tuple(works), terms.crew)
    by_id, order, weight = net.by_id, net.order, net.weight
    first = former or {}

    shaken = {key: chance.uniform(1 - SHAKEN, 1 + SHAKEN) if chance is not None else 1.0 for key in order}

    def rank(key: str) -> tuple[float, float]:
        return first[key] + SHIFT * (shaken[key] - 1.0) if key in first else math.inf, -weight[key] * shaken[key]

    laid, placed = _Days(terms, chance), dict[str, Placed]()
    left = {key: len(before) for key, before in net.before.items()}
    waiting = [(rank(key), number, key) for number, key in enumerate(key for key in order if left[key] == 0)]
    heapify(waiting)
    number = len(waiting)
    while waiting:
        key = heappop(waiting)[2]
        work = by_id[key]
        begins = max((dry_at(placed[one].end, by_id[one].dries) for one in net.before[key]), default=0)
        if stays is not None:
            begins = max(begins, first.get(key, 0))
        placed[key] = laid.put(work, begins, stays.get(key) if stays is not None else None)
        for one in net.after[key]:
            left[one] -= 1
            if left[one] == 0:
                heappush(waiting, (rank(one), number, one))
                number += 1
    return Plan(placed)


class _Net(NamedTuple):
    """What comes after what among works, and how long it is from each to the end of all."""

    by_id: Mapping[str, Work]
    order: tuple[str, ...]
    weight: Mapping[str, int]
    before: Mapping[str, tuple[str, ...]]
    after: Mapping[str, tuple[str, ...]]


@by_identity(times=2, each="job")
def _net(works: tuple[Work, ...], crew: int) -> _Net:
    by_id = {work.id: work for work in works}
    order = tuple(in_order(by_id))
    before = {key: tuple(one for one in by_id[key].after if one in by_id) for key in order}
    after: dict[str, list[str]] = {key: [] for key in order}
    for work in works:
        for one in before[work.id]:
            after[one].append(work.id)
    return _Net(by_id, order, tails(works, crew, order), before, {key: tuple(keys) for key, keys in after.items()})


class _Room:
    """When a room is kept free, worked in, dusty, or wet: a bit for each quarter."""

    __slots__ = ("dusty", "kept_free", "wet", "worked")

    def __init__(self, kept_free: int) -> None:
        self.kept_free = kept_free
        self.worked = self.dusty = self.wet = 0


class _Hands:
    """How many hands are taken, as one number for each count from one to all: its bits are the quarters in which at
    least so many are."""

    __slots__ = ("at_least", "many")

    def __init__(self, many: int) -> None:
        self.many = many
        self.at_least = [0] * (many + 1)

    def barred(self, hands: int) -> int:
        """Return in which quarters so many more are not to be had: more than there are begin only where none is."""
        return self.at_least[max(self.many, hands) - hands + 1]

    def take(self, hands: int, quarters: int) -> None:
        """Take so many in some quarters."""
        for count in range(self.many, 0, -1):
            self.at_least[count] |= self.at_least[count - hands] & quarters if count > hands else quarters


class _Days:
    """The days as they fill: how many hands are taken, and in each room when it is worked in, dusty, or wet.

    A whole number holds a bit for each quarter, so that all the quarters of weeks are weighed by a few operations.
    """

    def __init__(self, terms: Terms, chance: random.Random | None = None) -> None:
        self.terms, self.chance = terms, chance
        self.taken = _Hands(terms.crew)
        self.skilled = {skill: _Hands(max(1, min(terms.crew, many))) for skill, many in terms.skilled}
        self.rooms: dict[str, _Room] = {}
        self.not_outdoors = _whole_days(terms.not_outdoors)

    def _room(self, room: str) -> _Room:
        if room not in self.rooms:
            self.rooms[room] = _Room(_whole_days(day for there, day in self.terms.kept_free if there == room))
        return self.rooms[room]

    def put(self, work: Work, begins: int, by: int | None = None) -> Placed:
        """Lay a work at the earliest place from a quarter on where no rule is broken, ``by`` so many hands, or those
        that end it first (of equals the fewest)."""
        begins = max(begins, work.earliest * DAY, (work.fixed or 0) * DAY)
        choices = list(self.terms.choices(work))
        if by in choices:
            choices = [by]
        if self.chance is not None and len(choices) > 1 and self.chance.random() < FEWER:
            choices = choices[:1]
        room = self._room(work.room)
        found = min((self._place(work, room, begins, hands) for hands in choices), key=_ends)
        quarters = _quarters(found.start, found.end)
        self.taken.take(found.hands, quarters)
        if work.skill in self.skilled:
            self.skilled[work.skill].take(self.terms.of_skill(work, found.hands), quarters)
        room.worked |= quarters
        if work.air == "dust":
            room.dusty |= quarters
        if work.air == "wet":
            room.wet |= _quarters(found.start, dry_at(found.end, work.dries))
        return found

    def _place(self, work: Work, room: _Room, begins: int, hands: int) -> Placed:
        """Return the first place from a quarter on."""
        length = work.length(hands)
        barred = self.taken.barred(hands) | room.worked | room.kept_free
        if work.outdoors:
            barred |= self.not_outdoors
        if work.skill in self.skilled:
            barred |= self.skilled[work.skill].barred(self.terms.of_skill(work, hands))
        if work.air == "dust":
            barred |= room.wet
        dusty = room.dusty >> begins if work.air == "wet" and work.dries else 0
        barred >>= begins
        # Behind the last quarter that is taken all is free, but for the quiet hours of its days.
        span = max(barred.bit_length(), dusty.bit_length()) + length + 2 * DAY
        free = ~barred & ((1 << span) - 1)
        if work.noisy and self.terms.noise != (0, DAY):
            low, high = self.terms.noise
            if length <= high - low:  # a longer one goes on over the quiet hours' days as long as it lasts
                free &= _noisy(low, high, (begins % DAY + span).bit_length()) >> begins % DAY
        whole = 1
        while whole < length:  # a bit is left where so many free quarters follow one another
            step = min(whole, length - whole)
            free &= free >> step
            whole += step
        while True:
            start = begins + (free & -free).bit_length() - 1
            until = dry_at(start + length, work.dries) if dusty else start
            if not dusty >> (start - begins) & ((1 << (until - start)) - 1):
                break
            free &= free - 1
        if start > MOST_DAYS * DAY:
            raise ProgrammeError(
                "A work finds no day on which it could be done.", where="days", remedy="Free a day, or let it go."
            )
        return Placed(start, start + length, hands)


def _quarters(start: int, end: int) -> int:
    return (1 << end) - (1 << start)


def _whole_days(days: Iterable[int]) -> int:
    quarters = 0
    for day in days:
        if day >= 0:
            quarters |= _quarters(day * DAY, (day + 1) * DAY)
    return quarters


@cache
def _noisy(low: int, high: int, bits: int) -> int:
    """Return the quarters in which there may be noise, of the first so many that are told by so many ``bits``."""
    quarters, days, most = _quarters(low, high), 1, 1 << bits
    while days * DAY < most:
        quarters |= quarters << days * DAY
        days *= 2
    return quarters


def _ends(one: Placed) -> tuple[int, int]:
    return one.end, one.hands
