"""Changes to the programme: when it begins, who works, what is said of works, works of one's own, days, weather."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.brief import Day
from narrow_cornice.job.edits.making import EditError, changed_one, checked_name, fresh_id, without_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.job.programme_checks import check_programme
from narrow_cornice.job.programmed import DayWeather, KeptFree, KeptPlan, OwnWork, Programming, WorkWish
from narrow_cornice.units.dates import parse_date
from narrow_cornice.units.words import several

CHANGED = {
    "begins": "the work begins",
    "hands": "hands",
    "aim": "the plan is to be",
    "warm": "warm indoors",
    "damp": "damp indoors",
    "noise": "hours of noise",
    "saturdays": "Saturdays",
    "weather": "weather",
    "skills": "skills",
}


def _programme_edit(title: str, change: Any) -> Edit:
    def apply(job: Job) -> Job:
        made = change(job.programme)
        check_programme(made, "programme")
        return replace(job, programme=made)

    return Edit(title[:90], apply)


def day_of(text: str) -> Day:
    """Return the day that a text names, none for an empty one. Raises EditError for one that names none."""
    clean = text.strip()
    if not clean:
        return Day()
    found = parse_date(clean)
    if found is None:
        raise EditError(f"“{clean[:40]}” is no day.", where="day", remedy="Write 2027-03-15, or 15 March 2027.")
    return Day(clean[:60], found.toordinal())


def change_programme(**fields: Any) -> Edit:
    """Change what the whole programme goes by. Raises EditError for what none can have."""
    (key, *_) = fields
    return _programme_edit(f"programme: {CHANGED.get(key, key)}", lambda programme: replace(programme, **fields))


def wish_of_work(key: str, called: str, **fields: Any) -> Edit:
    """Say something of a work: the day it is fixed to, its hours, hands and drying, that it is left out or parted."""
    words = ", ".join(word.replace("_", " ") for word in fields)

    def change(programme: Programming) -> Programming:
        wish = replace(programme.wishes.get(key, WorkWish()), **fields)
        rest = {one: other for one, other in programme.wishes.items() if one != key}
        return replace(programme, wishes={**rest, key: wish} if wish != WorkWish() else rest)

    return _programme_edit(f"{called[:50]}: {words}", change)


def add_work(work: OwnWork) -> Edit:
    """Add a work of one's own; its identity is given here."""
    name = checked_name(work.name, "A work")

    def change(programme: Programming) -> Programming:
        fresh = replace(work, id=fresh_id("w", (one.id for one in programme.own)), name=name)
        return replace(programme, own=(*programme.own, fresh))

    return _programme_edit(f"work: {name[:50]}", change)


def change_work(work_id: str, called: str, **fields: Any) -> Edit:
    """Change a work of one's own."""
    if "name" in fields:
        fields["name"] = checked_name(fields["name"], "A work")
    return _programme_edit(
        f"{called[:50]}: {', '.join(fields)}",
        lambda programme: replace(programme, own=changed_one(programme.own, work_id, **fields)),
    )


def remove_work(work_id: str, called: str) -> Edit:
    """Take a work of one's own out of the programme."""
    return _programme_edit(
        f"remove {called[:50]}", lambda programme: replace(programme, own=without_one(programme.own, work_id))
    )


def keep_free(first: int, last: int, room: str, called: str) -> Edit:
    """Keep a room free on some days, or let nobody work then (no room)."""

    def change(programme: Programming) -> Programming:
        fresh = KeptFree(fresh_id("k", (one.id for one in programme.kept_free)), first, max(first, last), room)
        return replace(programme, kept_free=(*programme.kept_free, fresh))

    return _programme_edit(f"keep {called[:40]} free from {date.fromordinal(first).isoformat()}", change)


def free_again(kept_id: str) -> Edit:
    """Let days be worked on again."""
    return _programme_edit(
        "days worked on again",
        lambda programme: replace(programme, kept_free=without_one(programme.kept_free, kept_id)),
    )


def take_weather(days: tuple[DayWeather, ...]) -> Edit:
    """Take up what the weather will be; a day that was told before is told anew."""

    def change(programme: Programming) -> Programming:
        told = {one.day: one for one in (*programme.weather, *days)}
        return replace(programme, weather=tuple(told[day] for day in sorted(told)))

    return _programme_edit(f"weather of {several(len(days), 'day')}", change)


def keep_programme(starts: Mapping[str, tuple[int, int]] | None, bound: int = 0) -> Edit:
    """Keep a plan that was found, or let it go (None)."""
    kept = None if starts is None else KeptPlan(dict(starts), bound)
    return _programme_edit(
        "plan found" if kept is not None else "plan let go", lambda programme: replace(programme, kept=kept)
    )
