"""Repairs that are a lot, or are dangerous, for the people who are to do the work (B3, B6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.job.paths import MarkPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.units.words import several

A_DAY = 6.0  # hours of repairs in one room that are more than a day for somebody who does it seldom
HEAVY = ("loose plaster", "pest damage", "duct stands proud")


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the repairs of a room once the brief says that the client does the work."""
    if seen.house.worker not in ("the client", "the client with help"):
        return
    repairs = room_repairs(seen.room)
    hours = sum(one.hours for one in repairs)
    heavy = [one for one in repairs if one.mark.kind in HEAVY]
    if not heavy and hours <= A_DAY:
        return
    what = ", ".join(dict.fromkeys(one.mark.kind for one in (heavy or repairs)))
    yield Finding(
        key=f"who works:{seen.room.id}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where="repairs",
        says=f"{seen.house.worker[:1].upper()}{seen.house.worker[1:]} would do {hours:.1f} hours of repairs: {what}",
        measured=f"{several(len(repairs), 'repair')}, {hours:.1f} hours by the repairs table",
        rule="Who does the work decides what can be asked of it (brief); dust, height and old coatings are for those "
        "who are equipped and, where the local code says so, certified.",
        risk="Half-done repairs stop everything that comes after them.",
        by_brief=True,
        about=MarkPath(seen.room.id, (heavy or list(repairs))[0].mark.id),
    )
