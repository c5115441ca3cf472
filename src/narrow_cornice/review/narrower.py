"""What several findings offer: a casing narrow enough for the room there is."""

from __future__ import annotations

from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.review.finding import RoomSeen, together

LEAST_CASING = 30.0  # mm: narrower is no casing
SPARE = 0.5  # mm that it is made narrower than there is room
TOUCH = 1.0  # mm by which a rounding to what is written may go over the room, and it only touches


def narrower_casing(seen: RoomSeen, room: float) -> tuple[Edit, ...]:
    """Return the edit that lets the casing with its setback go into so many mm; none where that is a casing no more."""
    setback = seen.rules.value("casing_setback")
    wish = seen.wish(room - setback - SPARE)
    if wish.mm < LEAST_CASING or wish.mm + setback > room + TOUCH:
        return ()
    return (together(f"Casing {seen.size(wish.mm)} wide", [change_trim(seen.room.id, "casing", height=wish)]),)
