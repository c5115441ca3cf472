"""What the brief leaves open: musts and things to hide without an answer, a budget that is overrun (B1, B7)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen
from narrow_cornice.units.show import show_money

MANY = {
    "need": "Musts of the brief without an answer: {n} needs",
    "hide": "To be hidden, and nothing hides them yet: {n} things",
}


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at every room's needs and things to hide, and at what is to be bought against the budget."""
    for room in seen.job.rooms:
        for need in room.brief.needs:
            if need.rank == "must" and need.words and not need.answer:
                who = need.who or "Somebody"
                says = f"{who[:40]} must be able to {need.words[:80]}, and nothing answers it yet"
                yield _open(f"need:{room.id}:{need.id}", room.id, room.name, says, "a must of the brief")
        for hidden in room.brief.hide:
            if hidden.name and not hidden.answer:
                says = f"{hidden.name[:60]} is to be hidden, and nothing hides it yet"
                yield _open(
                    f"hide:{room.id}:{hidden.id}", room.id, room.name, says, "an item to hide without an answer"
                )
    yield from _over_budget(seen)


def _over_budget(seen: JobSeen) -> Iterator[Finding]:
    """Hold what is to be bought and, where an hour has a price, the labour against the budget."""
    budget, price = seen.job.brief.budget, seen.bought.price
    if budget is None:
        return
    cost, hours = job_labour(seen.job), job_hours(seen.job).shown(seen.job.settings)
    whole = price + (cost.rounded(seen.job.settings) if cost is not None else 0.0)
    if whole <= budget:
        return
    money = f" {seen.job.settings.money}" if seen.job.settings.money else ""
    over = f"{show_money(whole - budget)}{money} over the budget"
    if cost is None:
        says = f"The order is {over}, and {hours} of work are not counted in it"
        measured = f"{show_money(price)} against {show_money(budget)}{money}"
    else:
        says = f"The whole work is {over}, {hours} of labour counted"
        measured = f"{show_money(price)} and labour {cost.shown(seen.job.settings)} against {show_money(budget)}{money}"
    yield _open("budget", "", "", says, measured, "will show")


def _open(key: str, room_id: str, room: str, says: str, measured: str, grade: Grade = "worth a thought") -> Finding:
    return Finding(
        key=f"agreed open:{key}",
        grade=grade,
        room_id=room_id,
        room=room or "The house",
        where="the brief",
        says=says[:1].upper() + says[1:],
        many=MANY.get(key.split(":")[0], ""),
        measured=measured,
        rule="Needs first; what is to be hidden needs an answer somewhere; the budget was agreed (brief).",
        risk="What is left open comes back when it costs most.",
        by_brief=True,
        about=BriefPath(room_id),
    )
