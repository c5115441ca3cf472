"""Readings that do not close: the plan is right-angled on paper, or one of them is wrong (M1)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.review.finding import Finding, RoomSeen

DOUBT = 3.29  # standard deviations: one in a thousand by chance


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the misclosure along each way with what the readings' uncertainty allows."""
    plan = seen.measured.plan
    for axis, (gap, sigma) in enumerate(zip(plan.misclosure, plan.misclosure_sigma, strict=True)):
        if gap is None or sigma <= 0 or abs(gap) <= DOUBT * sigma:
            continue
        walls = [side.name for side in plan.sides if (side.direction[0] == 0) == (axis == 1)]
        yield Finding(
            key=f"plan closure:{seen.room.id}:{axis}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where="walls " + ", ".join(walls),
            says=f"Walls {', '.join(walls)} disagree by {seen.size(abs(gap))}",
            measured=f"{seen.size(abs(gap))}; {seen.size(DOUBT * sigma)} could be chance",
            rule=f"Readings of ±{seen.size(seen.rules.value('reading_sigma'))} close within {DOUBT:g} sigma.",
            risk="A unit or a run cut to these readings may not go in. Read them again, or the corners are not square.",
            about=(seen.room.id, "wall", seen.room.sides[0 if axis == 0 else 1].id),
        )
