"""Works, the terms they are done on, and a plan of them.

Time is counted in quarters of a working hour from the first morning, 28 to a day of seven hours; nights do not count,
but what dries goes on drying through them.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from functools import cache
from typing import Literal, NamedTuple

import msgspec
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError

HOUR = 4  # quarters
DAY = 7 * HOUR  # quarters that a hand works
ROUND = 24 * HOUR  # quarters from one morning to the next, by the clock

Air = Literal["", "dust", "wet"]
Aim = Literal["shortest", "fewest visits", "fewest changes of tool"]
AIMS: tuple[Aim, ...] = ("shortest", "fewest visits", "fewest changes of tool")


class ProgrammeError(CorniceError, ValueError):
    """Works that cannot be laid out over days."""


class Work(msgspec.Struct, frozen=True):
    """A piece of work in a room: ``hours`` of one person, how many ``hands`` it needs at least and bears at most, the
    works ``after`` which it comes (all done, and dry), for how many hours it ``dries``; whether it makes ``dust`` or
    lies ``wet`` in the air (a wet room keeps dust out until it is dry), whether it is ``noisy`` or ``outdoors``, the
    ``tool`` and the ``skill`` it takes, on which day it is ``fixed``, or not before which it can begin (``earliest``,
    days from nought), and whether one could do without it at a pinch (``spare``: a further coat)."""

    id: str
    room: str
    name: str
    hours: float
    hands: tuple[int, int] = (1, 1)
    after: tuple[str, ...] = ()
    dries: float = 0.0
    air: Air = ""
    tool: str = ""
    skill: str = ""
    noisy: bool = False
    outdoors: bool = False
    fixed: int | None = None
    earliest: int = 0
    spare: bool = False

    @property
    def quarters(self) -> int:
        """Return how many quarters it takes one person."""
        return max(1, math.ceil(self.hours * HOUR - 1e-6))

    def length(self, hands: int) -> int:
        """Return how many quarters it takes so many hands."""
        return -(-self.quarters // hands)

    def as_planned(self) -> Work:
        """Return it as a plan takes it: of whole quarters."""
        return replace(self, hours=self.quarters / HOUR)

    def choices(self, crew: int, able: int | None = None) -> range:
        """Return how many hands can do it, of a crew, some of which are ``able`` to (None: all): as many as it needs
        where these are more than there are. One who lends a hand need not have the skill."""
        least = min(self.hands[0], crew)
        return range(least, max(least, min(self.hands[1], crew if able is None else able)) + 1)


class Terms(msgspec.Struct, frozen=True):
    """What works are done on: how many hands there are, between which quarters of a day there may be noise, days on
    which nothing is done outdoors and days on which a room is kept free (from nought), and of which skills only so many
    hands have each (``skilled``)."""

    crew: int = 1
    noise: tuple[int, int] = (0, DAY)
    not_outdoors: frozenset[int] = frozenset()
    kept_free: frozenset[tuple[str, int]] = frozenset()
    skilled: tuple[tuple[str, int], ...] = ()

    def able(self, work: Work) -> int:
        """Return how many of the hands can do a work at once: all, unless only some have its skill."""
        return max(1, min(self.crew, dict(self.skilled).get(work.skill, self.crew)))

    def choices(self, work: Work) -> range:
        """Return how many of the hands can do a work."""
        return work.choices(self.crew, self.able(work))

    def of_skill(self, work: Work, hands: int) -> int:
        """Return how many of the hands that do a work have its skill; the others lend a hand."""
        return min(hands, self.able(work))

    def bars(self, work: Work, day: int) -> bool:
        """Return whether a work may not be done on a day."""
        return (work.outdoors and day in self.not_outdoors) or (work.room, day) in self.kept_free


class Placed(NamedTuple):
    """When a work begins and ends, in quarters, and by how many hands it is done."""

    start: int
    end: int
    hands: int


class Plan(msgspec.Struct, frozen=True):
    """When every work is done, and how many quarters no plan can be shorter than (nought: nobody proved any)."""

    placed: Mapping[str, Placed]
    bound: int = 0

    @property
    def end(self) -> int:
        """Return when all is done."""
        return max((one.end for one in self.placed.values()), default=0)

    @property
    def days(self) -> int:
        """Return how many working days it takes."""
        return math.ceil(self.end / DAY)


def dry_at(end: int, hours: float) -> int:
    """Return when something is dry that was done at ``end`` and dries for so many hours by the clock, nights among
    them: at that quarter, or the next morning where it is then no working time.

    What ends with the day is done in its evening.
    """
    if hours <= 0:
        return end
    day = max(0, end - 1) // DAY
    clock = day * ROUND + (end - day * DAY) + math.ceil(hours * HOUR - 1e-6)
    days, rest = divmod(clock, ROUND)
    return days * DAY + min(rest, DAY)


@cache
def dry_by_quarter(hours: float) -> tuple[int, ...]:
    """Return when something is dry that ends in each quarter of the first day (from one; nought for none)."""
    return 0, *(dry_at(quarter, hours) for quarter in range(1, DAY + 1))


def in_parts(works: Iterable[Work], terms: Terms) -> tuple[Work, ...]:
    """Return works, those that make noise for longer than a day allows it in parts, one after another; what comes
    after such a work comes after its last part."""
    low, high = terms.noise
    most, many = high - low, dict[str, int]()
    kept = list(works)
    for number, work in enumerate(kept):
        if work.noisy and most > 0:
            # by no fewer hands than end it inside a day's hours of noise, or in parts by as many as there are
            hands = max(terms.choices(work))
            least = next((one for one in terms.choices(work) if work.length(one) <= most), hands)
            many[work.id] = math.ceil(work.length(least) / most)
            kept[number] = replace(work, hands=(max(least, work.hands[0]), max(hands, work.hands[0])))
    return parted(kept, many)


def parted(works: Iterable[Work], many: Mapping[str, int]) -> tuple[Work, ...]:
    """Return works, those of which ``many`` says so in as many parts, one after another; what comes after such a work
    comes after its last part."""
    last, made = dict[str, str](), list[Work]()
    for work in works:
        parts = many.get(work.id, 1)
        if parts <= 1:
            made.append(work)
            continue
        for number in range(1, parts + 1):
            made.append(
                replace(
                    work,
                    id=f"{work.id}#{number}",
                    name=f"{work.name}, part {number} of {parts}",
                    hours=work.hours / parts,
                    after=work.after if number == 1 else (f"{work.id}#{number - 1}",),
                    dries=work.dries if number == parts else 0.0,
                    fixed=work.fixed if number == 1 else None,
                )
            )
        last[work.id] = f"{work.id}#{parts}"
    if not last:
        return tuple(made)
    return tuple(
        replace(work, after=tuple(last.get(one, one) for one in work.after))
        if any(one in last for one in work.after)
        else work
        for work in made
    )


def without(works: Sequence[Work], gone: Collection[str]) -> tuple[Work, ...]:
    """Return works without some; what came after such a one comes after what was before it."""
    by_id = {work.id: work for work in works}

    def before(key: str, seen: frozenset[str]) -> Iterator[str]:
        for one in by_id[key].after:
            if one in gone and one in by_id and one not in seen:
                yield from before(one, seen | {one})
            elif one not in gone:
                yield one

    return tuple(
        replace(work, after=tuple(dict.fromkeys(before(work.id, frozenset({work.id})))))
        if any(one in gone for one in work.after)
        else work
        for work in works
        if work.id not in gone
    )


def holds(works: Sequence[Work], terms: Terms, plan: Plan) -> bool:
    """Return whether a plan is one of just these works on these terms, and breaks none of their rules."""
    by_id = {work.id: work for work in works}
    if set(plan.placed) != set(by_id):
        return False
    hands: dict[int, int] = {}
    skills: dict[tuple[str, int], int] = {}
    rooms: dict[str, list[tuple[int, int, Work]]] = {}
    for work in works:
        one = plan.placed[work.id]
        if one.hands not in terms.choices(work) or one.end - one.start != work.length(one.hands):
            return False
        if any(one.start < dry_at(plan.placed[key].end, by_id[key].dries) for key in work.after if key in by_id):
            return False
        if one.start < work.earliest * DAY or (work.fixed is not None and one.start // DAY != work.fixed):
            return False
        days = range(one.start // DAY, (one.end - 1) // DAY + 1)
        low, high = terms.noise
        if any(terms.bars(work, day) for day in days):
            return False
        if work.noisy and (len(days) > 1 or one.start % DAY < low or (one.end - 1) % DAY >= high) and low + DAY > high:
            return False
        for quarter in range(one.start, one.end):
            hands[quarter] = hands.get(quarter, 0) + one.hands
            if work.skill:
                key = (work.skill, quarter)
                skills[key] = skills.get(key, 0) + terms.of_skill(work, one.hands)
        rooms.setdefault(work.room, []).append((one.start, one.end, work))
    able = dict(terms.skilled)
    if max(hands.values(), default=0) > terms.crew or any(
        many > max(1, able.get(skill, terms.crew)) for (skill, _), many in skills.items()
    ):
        return False
    return all(_kept_apart(sorted(mine, key=lambda one: one[:2])) for mine in rooms.values())


def _kept_apart(mine: Sequence[tuple[int, int, Work]]) -> bool:
    """Return whether a room is worked in by one work at a time, and no dust falls on what is wet."""
    if any(later[0] < earlier[1] for earlier, later in itertools.pairwise(mine)):
        return False
    wet = [(start, dry_at(end, work.dries)) for start, end, work in mine if work.air == "wet"]
    dusty = [(start, end) for start, end, work in mine if work.air == "dust"]
    return not any(start < dry and end > begins for begins, dry in wet for start, end in dusty)


def tails(works: Iterable[Work], crew: int, order: Sequence[str] | None = None) -> dict[str, int]:
    """Return how many quarters at the least lie between the beginning of each work and the end of all, by what must
    come after it; their ``order`` may be known. Raises ProgrammeError for works that come after one another in a
    circle."""
    by_id = {work.id: work for work in works}
    followers: dict[str, list[str]] = {key: [] for key in by_id}
    for work in by_id.values():
        for before in work.after:
            if before in followers:
                followers[before].append(work.id)
    made: dict[str, int] = {}
    for key in reversed(in_order(by_id) if order is None else order):
        work = by_id[key]
        length = work.length(max(work.choices(crew)))
        dries = max(0, dry_at(DAY, work.dries) - DAY) if work.dries else 0
        made[key] = length + max((dries + made[one] for one in followers[key]), default=0)
    return made


def least_end(works: Sequence[Work], terms: Terms) -> int:
    """Return how many quarters no plan can be shorter than: the work of all by all hands, the longest chain with its
    drying, and the works of each room one after another."""
    rooms: dict[str, int] = {}
    together = 0
    for work in works:
        lengths = [(work.length(hands), hands) for hands in terms.choices(work)]
        together += min(length * hands for length, hands in lengths)
        rooms[work.room] = rooms.get(work.room, 0) + min(length for length, _ in lengths)
    chain = max(tails(works, terms.crew).values(), default=0)
    return max([math.ceil(together / max(1, terms.crew)), chain, *rooms.values()], default=0)


def in_order(works: Mapping[str, Work]) -> list[str]:
    """Return works so that each comes after what must be before it. Raises ProgrammeError for a circle."""
    import graphlib

    graph = {key: [one for one in work.after if one in works] for key, work in works.items()}
    try:
        return list(graphlib.TopologicalSorter(graph).static_order())
    except graphlib.CycleError as error:
        names = " → ".join(works[key].name[:40] for key in error.args[1])
        raise ProgrammeError(
            f"Works come after one another in a circle: {names}.", where="after", remedy="Let one of them go."
        ) from None
