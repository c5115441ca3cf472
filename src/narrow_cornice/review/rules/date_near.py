"""The date of the brief: past, sooner than the paint can dry, or no date that can be reckoned with (B3)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import timedelta

from msgspec.structs import replace

from narrow_cornice.job.edits.brief_edits import set_brief
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen


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
        measured = f"{drying:g} days of drying for {where}, {left} days left"
        later = _at_the_earliest(seen, drying)
        yield _finding("near", f"By {words[:40]} the paint cannot be dry", measured, "will not fit", later)


def _at_the_earliest(seen: JobSeen, drying: float) -> tuple[Edit, ...]:
    """Return the fix that agrees on the first day on which the paint can be dry."""
    day = seen.today + timedelta(days=max(1, math.ceil(drying)))
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
        rule="Coats follow one another as they dry (house rule: coats in a day); the maker's sheet decides.",
        risk="A date that cannot be kept is better talked about now.",
        about=BriefPath(),
        fixes=fixes,
    )
