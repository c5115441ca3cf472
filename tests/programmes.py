"""Random works, and a checker of plans that shares nothing with what makes them: it walks the clock hour by hour."""

from __future__ import annotations

import math
import random
from collections.abc import Sequence

from narrow_cornice.programme.works import Plan, Terms, Work


def random_works(count: int, rooms: int, seed: int) -> list[Work]:
    """Return works in rooms, each mostly after the one before it in its room."""
    chance, works = random.Random(seed), list[Work]()
    for room in range(rooms):
        mine: list[str] = []
        for number in range(count // rooms):
            after: tuple[str, ...] = ()
            if mine:
                after = (mine[-1] if chance.random() < 0.75 else chance.choice(mine),)
            works.append(
                Work(
                    f"r{room}:{number}",
                    f"r{room}",
                    f"work {number}",
                    chance.uniform(0.3, 6),
                    (1, 2) if chance.random() < 0.6 else (1, 1),
                    after,
                    chance.choice([0, 0, 4, 4, 16, 24]),
                    chance.choice(["", "dust", "wet", "wet"]),
                    chance.choice(["brush", "roller", "saw", "trowel"]),
                    noisy=chance.random() < 0.1,
                    outdoors=room == rooms - 1,
                )
            )
            mine.append(works[-1].id)
    return works


def _clock(quarter: int) -> float:
    """Return the hour by the clock, from the first morning, at which a quarter of working time begins."""
    return quarter // 28 * 24 + quarter % 28 / 4


def _ended(quarter: int) -> float:
    """Return the hour by the clock at which working time up to a quarter ends: the last of a day in its evening."""
    return _clock(quarter - 1) + 0.25


def rule_broken(works: Sequence[Work], terms: Terms, plan: Plan) -> str:
    """Return the first rule of works and terms that a plan breaks, empty where it breaks none."""
    assert set(plan.placed) == {work.id for work in works}
    hands: dict[int, int] = {}
    able, skilled = dict(terms.skilled), dict[tuple[str, int], int]()
    worked: dict[tuple[str, int], str] = {}
    wet: list[tuple[Work, float, float]] = []
    by_id = {work.id: work for work in works}
    for work in works:
        start, end, many = plan.placed[work.id]
        least, most = work.hands
        if many < min(least, terms.crew) or many > max(most, 1) or (many > terms.crew and many > least):
            return f"{work.id}: {many} hands"
        if (end - start) / 4 * many < work.hours - 1e-6 or (end - start - 1) / 4 * many >= work.hours:
            return f"{work.id}: {end - start} quarters for {work.hours} h by {many}"
        if work.skill in able and many > max(least, able[work.skill]):
            return f"{work.id}: {many} hands, of which {able[work.skill]} can"
        for quarter in range(start, end):
            hands[quarter] = hands.get(quarter, 0) + many
            if work.skill in able:
                of_skill = skilled.get((work.skill, quarter), 0) + min(many, able[work.skill])
                skilled[work.skill, quarter] = of_skill
                if of_skill > able[work.skill]:
                    return f"{work.id}: more of the {work.skill} than there is"
            if (work.room, quarter) in worked:
                return f"{work.id} and {worked[work.room, quarter]} in one room"
            worked[work.room, quarter] = work.id
            if work.outdoors and quarter // 28 in terms.not_outdoors:
                return f"{work.id}: outdoors on day {quarter // 28}"
            if (work.room, quarter // 28) in terms.kept_free:
                return f"{work.id}: its room is kept free"
            if work.noisy and not terms.noise[0] <= quarter % 28 < terms.noise[1]:
                return f"{work.id}: noise"
        if work.air == "wet":
            wet.append((work, _clock(start), _ended(end) + work.dries))
        for one in work.after:
            if one in by_id and _clock(start) < _ended(plan.placed[one].end) + by_id[one].dries - 1e-9:
                return f"{work.id} before {one} is dry"
        if start < work.earliest * 28:
            return f"{work.id}: too early"
    if hands and max(hands.values()) > max([terms.crew, *(min(w.hands[0], terms.crew) for w in works)]):
        return "more hands than there are"
    for work, begins, dry in wet:
        for other in works:
            if other.air == "dust" and other.room == work.room and other.id != work.id:
                start, end, _ = plan.placed[other.id]
                if work.dries and _clock(start) < dry - 1e-9 and _ended(end) > begins + 1e-9:
                    return f"dust of {other.id} on {work.id}"
    return ""


def least_hours(works: Sequence[Work]) -> float:
    """Return the hours of all works together."""
    return math.fsum(work.hours for work in works)
