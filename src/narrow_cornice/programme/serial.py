"""A plan at once: works laid one after another, each as early as it can be, those with the most behind them first.

It is the serial way of making a schedule (a list in order of priority), which never breaks a rule; with a former plan
its order is kept, so that a change moves as little as it can.
"""

from __future__ import annotations

import math
import random
import time
from collections.abc import Callable, Mapping, Sequence
from functools import cache
from typing import Any

import numpy as np

from narrow_cornice.programme.works import (
    DAY,
    Placed,
    Plan,
    ProgrammeError,
    Terms,
    Work,
    dry_at,
    dry_by_quarter,
    in_order,
    tails,
)

MOST_DAYS = 4_000
SHAKEN, FEWER = 0.25, 0.3  # how far an order is shaken by chance, and how often fewer hands are taken
SHIFT = 4 * DAY
NEXT = 6  # days that a place is looked for in first


@cache
def _table(hours: float) -> np.ndarray:
    return np.array(dry_by_quarter(hours))


def mended(works: Sequence[Work], terms: Terms, kept: Mapping[str, tuple[int, int]]) -> Plan:
    """Return an earlier plan as it has to be now, by its beginnings and hands: in its order, and of the ways to keep
    that the one that moves nothing, else the one that ends on the earliest day, then the one that moves the fewest
    works to another day."""
    former = {key: start for key, (start, _) in kept.items()}
    hands = {key: by for key, (_, by) in kept.items()}

    def moved(plan: Plan) -> tuple[bool, int, int]:
        there = [(plan.placed[key].start, at) for key, at in former.items() if key in plan.placed]
        return any(now != at for now, at in there), plan.days, sum(now // DAY != at // DAY for now, at in there)

    return min((planned(works, terms, former, stays=stays) for stays in (hands, None)), key=moved)


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
    by_id = {work.id: work for work in works}
    order = in_order(by_id)
    weight = tails(works, terms.crew)
    first = former or {}

    shaken = {key: chance.uniform(1 - SHAKEN, 1 + SHAKEN) if chance is not None else 1.0 for key in order}

    def rank(key: str) -> tuple[float, float]:
        return first[key] + SHIFT * (shaken[key] - 1.0) if key in first else math.inf, -weight[key] * shaken[key]

    laid = _Days(works, terms, chance)
    waiting, placed = set(order), dict[str, Placed]()
    left = {key: sum(one in by_id for one in by_id[key].after) for key in order}
    ready = [key for key in order if left[key] == 0]
    after: dict[str, list[str]] = {key: [] for key in order}
    for work in works:
        for one in work.after:
            if one in by_id:
                after[one].append(work.id)
    while waiting:
        key = min(ready, key=rank)
        ready.remove(key)
        waiting.remove(key)
        work = by_id[key]
        begins = max((dry_at(placed[one].end, by_id[one].dries) for one in work.after if one in by_id), default=0)
        if stays is not None:
            begins = max(begins, first.get(key, 0))
        placed[key] = laid.put(work, begins, stays.get(key) if stays is not None else None)
        for one in after[key]:
            left[one] -= 1
            if left[one] == 0:
                ready.append(one)
    return Plan(placed)


class _Days:
    """The days as they fill: how many hands are taken, and in each room when it is worked in, dusty, or wet."""

    def __init__(self, works: Sequence[Work], terms: Terms, chance: random.Random | None = None) -> None:
        self.terms, self.chance = terms, chance
        self.size = 4 * DAY
        self.taken = np.zeros(self.size, dtype=int)
        self.skilled = {skill: np.zeros(self.size, dtype=int) for skill, _ in terms.skilled}
        self.rooms: dict[str, dict[str, Any]] = {}

    def _grow(self, size: int) -> None:
        if size > MOST_DAYS * DAY:
            raise ProgrammeError(
                "A work finds no day on which it could be done.", where="days", remedy="Free a day, or let it go."
            )
        more = max(size, 2 * self.size)
        self.taken = np.pad(self.taken, (0, more - self.size))
        self.skilled = {skill: np.pad(there, (0, more - self.size)) for skill, there in self.skilled.items()}
        for room in self.rooms.values():
            for key, there in room.items():
                room[key] = np.pad(there, (0, more - self.size))
        self.size = more

    def _room(self, room: str) -> dict[str, Any]:
        if room not in self.rooms:
            self.rooms[room] = {word: np.zeros(self.size, dtype=bool) for word in ("worked", "dusty", "wet")}
        return self.rooms[room]

    def put(self, work: Work, begins: int, by: int | None = None) -> Placed:
        """Lay a work at the earliest place from a quarter on where no rule is broken, ``by`` so many hands, or those
        that end it first (of equals the fewest)."""
        begins = max(begins, work.earliest * DAY, (work.fixed or 0) * DAY)
        choices = list(work.choices(self.terms.able(work)))
        if by in choices:
            choices = [by]
        if self.chance is not None and len(choices) > 1 and self.chance.random() < FEWER:
            choices = choices[:1]
        found = min((self._place(work, begins, hands) for hands in choices), key=_ends)
        room = self._room(work.room)
        self.taken[found.start : found.end] += found.hands
        if work.skill in self.skilled:
            self.skilled[work.skill][found.start : found.end] += found.hands
        room["worked"][found.start : found.end] = True
        if work.air == "dust":
            room["dusty"][found.start : found.end] = True
        if work.air == "wet":
            room["wet"][found.start : min(self.size, dry_at(found.end, work.dries))] = True
        return found

    def _place(self, work: Work, begins: int, hands: int) -> Placed:
        length = work.length(hands)
        while True:
            wet = dry_at(DAY, work.dries) if work.air == "wet" else 0
            while self.size < begins + length + wet + 2 * DAY:
                self._grow(begins + length + wet + 2 * DAY)
            start = self._free(work, begins, length, hands)
            if start is not None:
                return Placed(start, start + length, hands)
            begins = max(begins, self.size - length - wet - DAY)
            self._grow(2 * self.size)

    def _free(self, work: Work, begins: int, length: int, hands: int) -> int | None:
        """Return the first quarter from which a work can be done, None where the days laid out so far have none: looked
        for in the next days first, then further on."""
        span = length + NEXT * DAY
        while True:
            stop = min(self.size, begins + span)
            found = self._free_before(work, begins, stop, length, hands)
            if found is not None or stop == self.size:
                return found
            span *= 4

    # Many parameters: a work, and from where to where it is looked for.
    def _free_before(self, work: Work, begins: int, stop: int, length: int, hands: int) -> int | None:
        if stop - begins < length:
            return None
        room, here = self._room(work.room), slice(begins, stop)
        barred = (self.taken[here] + hands > max(self.terms.crew, hands)) | room["worked"][here]
        if work.skill in self.skilled:
            barred |= self.skilled[work.skill][here] + hands > max(self.terms.able(work), hands)
        if work.air == "dust":
            barred |= room["wet"][here]
        if (work.outdoors and self.terms.not_outdoors) or self.terms.kept_free:
            first = begins // DAY
            bars = [self.terms.bars(work, day) for day in range(first, (stop - 1) // DAY + 1)]
            barred |= np.repeat(bars, DAY)[begins - first * DAY : stop - first * DAY]
        if work.noisy and self.terms.noise != (0, DAY):
            low, high = self.terms.noise
            of_day = np.arange(begins, stop) % DAY
            if length <= high - low:  # a longer one goes on over the quiet hours' days as long as it lasts
                barred |= (of_day < low) | (of_day >= high)
        sums = np.concatenate(([0], np.cumsum(barred)))
        starts = np.flatnonzero(sums[length:] == sums[: len(sums) - length])
        if work.air == "wet" and work.dries and len(starts):
            dusty = np.concatenate(([0], np.cumsum(room["dusty"][begins:])))
            ends = starts + (begins + length)
            morning = (ends - 1) // DAY * DAY
            until = np.minimum(self.size, morning + _table(work.dries)[ends - morning])
            starts = starts[dusty[until - begins] == dusty[starts]]
        return begins + int(starts[0]) if len(starts) else None


def _ends(one: Placed) -> tuple[int, int]:
    return one.end, one.hands
