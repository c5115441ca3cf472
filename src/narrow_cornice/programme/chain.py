"""What a programme's end hangs on: the works before it, each with what kept it from being earlier, and what would
shorten it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from msgspec.structs import replace

from narrow_cornice.programme.serial import planned
from narrow_cornice.programme.works import DAY, Plan, Terms, Work, dry_at, without

Why = Literal["begins", "done", "dry", "room", "hands", "day"]


class Link(NamedTuple):
    """A work on whose end all hangs, and why it did not begin earlier: what is before it is ``done`` or ``dry`` only
    then, its ``room`` is worked in, all ``hands`` are taken, or its ``day`` does not let it."""

    work: Work
    why: Why
    behind: str = ""


def chain_of(works: Sequence[Work], terms: Terms, plan: Plan) -> tuple[Link, ...]:
    """Return the works that the end of a plan hangs on, the first first."""
    by_id = {work.id: work for work in works}
    if not by_id:
        return ()
    key = max(by_id, key=lambda one: (plan.placed[one].end, one))
    links: list[Link] = []
    seen = set[str]()
    while key not in seen:
        seen.add(key)
        work, start = by_id[key], plan.placed[key].start
        why, behind = _why(work, start, by_id, plan, terms)
        links.append(Link(work, why, behind))
        if not behind:
            break
        key = behind
    return tuple(reversed(links))


def _why(work: Work, start: int, by_id: Mapping[str, Work], plan: Plan, terms: Terms) -> tuple[Why, str]:
    """Return why a work does not begin earlier, and behind which other work."""
    before = [by_id[one] for one in work.after if one in by_id]
    if before:
        last = max(before, key=lambda one: dry_at(plan.placed[one.id].end, one.dries))
        end = plan.placed[last.id].end
        if dry_at(end, last.dries) >= start:
            return ("dry" if start > end else "done"), last.id
    ending = [one for one in by_id.values() if plan.placed[one.id].end == start]
    room = next((one for one in ending if one.room == work.room), None)
    if room is not None:
        return "room", room.id
    if ending and start > 0:
        return "hands", max(ending, key=lambda one: plan.placed[one.id].hands).id
    if start == 0:
        return "begins", ""
    earlier = [one for one in by_id.values() if plan.placed[one.id].end <= start and one.id != work.id]
    if not earlier:
        return "day", ""
    return "day", max(earlier, key=lambda one: (one.room == work.room, plan.placed[one.id].end)).id


class Shorter(NamedTuple):
    """Something that would shorten a programme: its words, and by how many days."""

    words: str
    days: int


def what_shortens(works: Sequence[Work], terms: Terms, plan: Plan) -> tuple[Shorter, ...]:
    """Return what would shorten a programme, what does most first: another pair of hands, something that dries sooner
    where the chain waits for it, a coat less where the chain has several. Each is laid out anew at once, so that a
    search may find more."""
    least = min(plan.end, planned(works, terms).end)
    tried: list[tuple[str, Sequence[Work], Terms]] = [
        ("Another pair of hands", works, replace(terms, crew=terms.crew + 1))
    ]
    chain = chain_of(works, terms, plan)
    slow = [link.behind for link in chain if link.why == "dry"]
    by_id = {work.id: work for work in works}
    for key in dict.fromkeys(slow):
        work = by_id[key]
        if work.dries > SOON and work.air == "wet":  # what is waited for otherwise no product brings sooner
            faster = [replace(one, dries=SOON) if one.id == key else one for one in works]
            tried.append((f"{work.name}: something that is dry in {SOON:g} hours", faster, terms))
    for link in chain:
        if link.work.spare:
            tried.append((f"{link.work.name}: left out", without(works, {link.work.id}), terms))
    made = []
    for words, others, on in tried:
        sooner = (least - planned(others, on).end) // DAY
        if sooner > 0:
            made.append(Shorter(words, sooner))
    return tuple(sorted(made, key=lambda one: -one.days))


SOON = 4.0  # hours to the next coat of what dries soonest
