"""The date of the brief: past, sooner than the work can be done or the paint dry, or no date that can be reckoned with
(B3)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import timedelta

from msgspec.structs import replace

from narrow_cornice.derived.bought.hours import HOURS_A_DAY, job_hours
from narrow_cornice.job.edits.brief_edits import set_brief
from narrow_cornice.job.edits.job_edits import change_house_rule
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen

CROWD = 4  # people who can work in a home at once, without standing in one another's way


def look(seen: JobSeen) -> Iterator[Finding]:
    """Compare the date with today, with the days that the most coats on one surface take to dry, and with the hours of
    the whole work."""
    by = seen.job.brief.by
    words = by.text
    if not words:
        return
    if by.ordinal is None:
        yield _finding("words", f"“{words[:60]}” is no date that can be reckoned with", "written in words")
        return
    left = by.ordinal - seen.today.toordinal()
    hours, hands = job_hours(seen.job).value, max(1.0, seen.rules.value("hands"))
    work = hours / HOURS_A_DAY / hands
    drying, where = _drying(seen)
    later = _at_the_earliest(seen, max(drying, work))
    if left < 0:
        yield _finding("past", f"The date agreed, {words[:40]}, is past", f"{-left} days ago", "will not fit", later)
    elif drying > left:
        measured = f"{drying:g} days of drying for {where}, {left} days left"
        yield _finding("near", f"By {words[:40]} the paint cannot be dry", measured, "will not fit", later)
    elif work > left and seen.job.programme.begins.ordinal is None:  # else the programme says when it is done
        who = "one person" if hands == 1 else f"{hands:g} people"
        measured = f"{hours:.0f} hours are {work:.1f} days of {who}, {left} days left"
        fixes = (*later, *_more_hands(hours, left, hands))
        yield _finding("work", f"By {words[:40]} the work cannot be done", measured, "will not fit", fixes)


def _more_hands(hours: float, left: int, hands: float) -> Iterator[Edit]:
    """Yield the fix that puts as many people to work as the days that are left want, where that is no crowd."""
    wanted = math.ceil(hours / HOURS_A_DAY / left) if left > 0 else 0
    if hands < wanted <= CROWD:
        edit = change_house_rule("hands", float(wanted), "people who work")
        yield replace(edit, title=f"{wanted} people")


def _at_the_earliest(seen: JobSeen, days: float) -> tuple[Edit, ...]:
    """Return the fix that agrees on the first day on which the work can be done and the paint dry."""
    day = seen.today + timedelta(days=max(1, math.ceil(days)))
    edit = set_brief(BriefPath("", "", "", "by"), day.isoformat(), seen.job.settings.unit)
    return (replace(edit, title=f"By {day.isoformat()} at the earliest"),)


def _drying(seen: JobSeen) -> tuple[float, str]:
    """Return how many days the surface with the most coats takes, one after the other, and which it is."""
    longest, where = 0.0, ""
    for room, coated in seen.coated:
        for one in coated:
            if one.coats is None:
                continue
            coats = one.coats.value + (1 if one.primer is not None else 0)
            days = coats / max(0.1, seen.rules.value("coats_a_day"))
            if days > longest:
                longest, where = days, f"{coats:g} coats on {one.surface.name}, {room.name[:40]}"
    return longest, where


def _finding(
    key: str, says: str, measured: str, grade: Grade = "worth a thought", fixes: tuple[Edit, ...] = ()
) -> Finding:
    return Finding(
        key=f"date near:{key}",
        grade=grade,
        room_id="",
        room="The house",
        where="the brief",
        says=says,
        measured=measured,
        rule="Coats follow one another as they dry, and a hand works seven hours a day (house rules; maker's sheet).",
        risk="A date that cannot be kept is better talked about now.",
        about=BriefPath(),
        fixes=fixes,
    )
