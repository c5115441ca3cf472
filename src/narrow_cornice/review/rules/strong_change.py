"""A colour change that even the most coats do not hide asks for a tinted primer (S2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_finish
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen, together


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what is still seen of the colour there now."""
    unhidden = [one for one in seen.coated if one.hiding is not None and not one.hiding.hides]
    if not unhidden or unhidden[0].hiding is None:
        return
    worst = max(unhidden, key=lambda one: one.hiding.left if one.hiding else 0.0)
    assert worst.hiding is not None
    keys = [one.surface.key for one in unhidden if one.primer is None]
    colour = worst.colour.name[:30] if worst.colour else "the new colour"
    yield Finding(
        key=f"strong change:{seen.room.id}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=worst.surface.name,
        says=f"{worst.hiding.coats} coats of {colour} will not hide what is there"
        + (", even over a tinted primer" if worst.tint is not None else ""),
        many="Coats that will not hide what is there: {n} rooms",
        measured=f"ΔE00 {worst.hiding.left:.1f} left after {worst.hiding.coats} coats; under "
        f"{seen.rules.value('hidden_difference'):g} hides",
        rule="A strong colour change needs a tinted primer or more coats (Kubelka–Munk layer, handbook of coatings).",
        risk="The old colour warms or greys the new one, most in daylight.",
        about=SurfacePath.by_key(seen.room.id, worst.surface.key),
        fixes=tuple(
            together(
                f"Prime with {paint.name[:40]}, tinted", [change_finish([seen.room.id], keys, "", primer=paint.id)]
            )
            for paint in seen.paints
            if keys and paint.primer and paint.on in ("anything", worst.surface.substrate)
        ),
    )
