"""The date of the brief: past, sooner than what is damaged can be repaired and the paint dry, or no date that can be
reckoned with (B3)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import timedelta

from msgspec.structs import replace

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.job.edits.brief_edits import set_brief
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen

HOURS_A_DAY = 7.0  # that a hand works (drying and days)


def look(seen: JobSeen) -> Iterator[Finding]:
    """Compare the date with today, and with the days that the most coats on one surface take to dry."""
    by = seen.job.brief.by
    words = by.text
    if not words:
        return
    if by.ordinal is None:
        yield _finding("words", f"“{words[:60]}” is no date that can be reckoned with", "written in words")
        return
    left = by.ordinal - seen.today.toordinal()
    if left < 0:
        later = _at_the_earliest(seen, _drying(seen)[0])
        yield _finding("past", f"The date agreed, {words[:40]}, is past", f"{-left} days ago", "will not fit", later)
        return
    drying, where = _drying(seen)
    if drying > left:
        drying_only = "" if _repair_days(seen) > 0 else "of drying "
        measured = f"{round(drying, 1):g} days {drying_only}for {where}, {left} days left"
        later = _at_the_earliest(seen, drying)
        what = "it cannot be repaired and dry" if _repair_days(seen) > 0 else "the paint cannot be dry"
        yield _finding("near", f"By {words[:40]} {what}", measured, "will not fit", later)


def _at_the_earliest(seen: JobSeen, drying: float) -> tuple[Edit, ...]:
    """Return the fix that agrees on the first day on which the paint can be dry."""
    day = seen.today + timedelta(days=max(1, math.ceil(drying)))
    edit = set_brief(BriefPath("", "", "", "by"), day.isoformat(), seen.job.settings.unit)
    return (replace(edit, title=f"By {day.isoformat()} at the earliest"),)


def _repair_days(seen: JobSeen) -> float:
    """Return how many days one pair of hands repairs for."""
    return sum(one.hours for room in seen.job.rooms for one in room_repairs(room)) / HOURS_A_DAY


def _drying(seen: JobSeen) -> tuple[float, str]:
    """Return how many days it takes one pair of hands to repair what is damaged, and then the surface with the most
    coats to dry, one after the other, and which it is."""
    longest, where = 0.0, ""
    for room, coated in seen.coated:
        for one in coated:
            if one.coats is None:
                continue
            coats = one.coats.value + (1 if one.primer is not None else 0)
            days = coats / max(0.1, seen.rules.value("coats_a_day"))
            if days > longest:
                longest, where = days, f"{coats:g} coats on {one.surface.name}, {room.name[:40]}"
    repairs = _repair_days(seen)
    if repairs > 0:
        where = f"{where} after {repairs:.1f} days of repairs" if where else f"{repairs:.1f} days of repairs"
        longest += repairs
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
        rule="Repairs first, then coats one after the other as they dry (house rule: coats in a day; maker's sheet).",
        risk="A date that cannot be kept is better talked about now.",
        about=BriefPath(),
        fixes=fixes,
    )
