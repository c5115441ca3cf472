"""Metals and woods that appear once, or too many of them (C4; matching: mixed on purpose, each repeated)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.coloured.room_palette import metals_and_woods
from narrow_cornice.job.edits import exchange_colour
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import RolePath
from narrow_cornice.review.finding import Finding, JobSeen

MOST_METALS = 3


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the metals and woods of every furnished room."""
    known = {colour.id: colour for colour in seen.job.colours}
    for room in seen.job.rooms:
        every = metals_and_woods(seen.job, room)
        metals = [one for one in every if one.of == "metal"]
        for one in every:
            alike = [other for other in every if other.of == one.of]
            if len(one.things) > 1 or len(alike) < 2:
                continue
            other = max((each for each in alike if each is not one), key=lambda each: len(each.things))
            fix = exchange_colour((room.id,), one.colour, known[other.colour], one.name)
            yield Finding(
                key=f"metal once:{room.id}:{one.colour}",
                grade="worth a thought",
                room_id=room.id,
                room=room.name,
                where=one.things[0][:60],
                says=f"{one.name[:40]} appears once, on {one.things[0][:40]}",
                many="Metals and woods that appear once: {n} of them",
                measured=f"1 thing; {other.name[:30]} {len(other.things)}",
                rule="Metals and woods are colours too: two or three, each repeated at least twice.",
                risk="It looks like what was left over.",
                about=RolePath(room.id, one.colour),
                fixes=(Edit(f"{other.name[:24]} there too", fix.apply),),
            )
        if len(metals) > MOST_METALS:
            yield Finding(
                key=f"metal once:{room.id}:many",
                grade="worth a thought",
                room_id=room.id,
                room=room.name,
                where="metals",
                says=f"{len(metals)} metals in one room",
                many="Many metals in one room: {n} rooms",
                measured=", ".join(one.name[:24] for one in metals),
                rule="Metals are mixed on purpose: two or three.",
                risk="Nothing repeats, and nothing belongs together.",
                about=RolePath(room.id, metals[-1].colour),
            )
