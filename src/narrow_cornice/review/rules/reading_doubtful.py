"""A reading that the others speak against: read it again before anything is cut to it (M1)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.surveys import doubts_of
from narrow_cornice.job.edits.survey_edits import set_aside
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import Read
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.survey.doubt import DOUBTFUL


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the readings of the plan by data snooping: the likeliest blunder first, then what is left."""
    for doubt in doubts_of(seen.measured.plan):
        observed = doubt.observed
        words = observed.words[:1].upper() + observed.words[1:]
        angle = observed.kind in ("angle", "assumed")
        off = f"{abs(doubt.off):.1f}°" if angle else seen.size(abs(doubt.off))
        if observed.kind == "assumed" or not isinstance(observed.about, Read):
            says = f"{words}, is {off} off what the readings make it"
            risk = "Trim cut for a square corner will gape. Read the angle, or let the corner follow."
            fixes: tuple[Edit, ...] = ()
        else:
            says = f"{words} disagrees by {off}: read it again"
            risk = "A unit or a run cut to this reading may not go in."
            fixes = (set_aside(observed.about, observed.words),)
        yield Finding(
            key=f"reading doubtful:{':'.join(observed.about.parts)}",
            grade="will not fit" if observed.kind != "assumed" else "will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=observed.words,
            says=says,
            many="Corners taken for granted are off what the readings make them: {n} corners"
            if observed.kind == "assumed"
            else "Readings disagree with all others: {n} readings",
            measured=f"{abs(doubt.standardised):.1f} standard deviations from what all other readings say",
            rule=f"A reading further than {DOUBTFUL:g} is one in a thousand by chance (data snooping).",
            risk=risk,
            about=observed.about.thing,
            fixes=fixes,
        )
