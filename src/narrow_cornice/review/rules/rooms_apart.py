"""Neighbouring rooms whose colours have nothing in common (C3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.coloured.house_colours import Mend, links_of, mends
from narrow_cornice.job.edits import break_on_purpose, exchange_colour
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import NeighboursPath
from narrow_cornice.review.finding import Finding, JobSeen


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at every pair of rooms that a door joins, or that are seen together."""
    rooms = {room.id: room for room in seen.job.rooms}
    for link in links_of(seen.job):
        if link.through is not None or link.on_purpose:
            continue
        first, second = rooms[link.first], rooms[link.second]
        names = (first.name, second.name)
        meant = break_on_purpose(first.id, second.id, names, meant=True)
        yield Finding(
            key=f"rooms apart:{first.id}:{second.id}",
            grade="worth a thought",
            room_id=first.id,
            room=first.name,
            where=link.door[:60] or "seen together",
            says=f"{first.name[:40]} and {second.name[:40]} share no colour",
            many="Neighbouring rooms share no colour: {n} pairs",
            measured="no pair within 25° of hue, or neutrals of one undertone",
            rule="Neighbouring rooms share a family, lighter or darker; a break is deliberate.",
            risk="The house falls apart into rooms.",
            about=NeighboursPath(first.id, second.id),
            fixes=(*(_fix(one) for one in mends(seen.job, link)[:2]), Edit("It is meant", meant.apply)),
        )


def _fix(one: Mend) -> Edit:
    colour = Colour(one.colour.id, one.colour.name, one.colour.hex)
    edit = exchange_colour((one.room,), one.former.colour, colour, one.former.name)
    return Edit(f"{one.colour.name} for {one.former.name[:24]}", edit.apply)
