"""Painted blocks and stencils that lie for the most part over a window or a door (S3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.finishes import group_and_thing
from narrow_cornice.job.paths import BlockPath
from narrow_cornice.review.finding import Finding, RoomSeen

MOST_LOST = 0.5  # of a block, before somebody is asked whether it is meant


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what openings leave of every block."""
    for one in seen.coated:
        surface = one.surface
        thing = group_and_thing(surface.key)[1]
        gross = surface.gross.value
        if surface.kind != "block" or gross <= 0 or surface.openings.value <= MOST_LOST * gross:
            continue
        lost = surface.openings.value / gross
        yield Finding(
            key=f"block on opening:{seen.room.id}:{thing}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=f"{surface.name[:40]}, wall {surface.wall}",
            says=f"{surface.name[:40]} lies over an opening",
            many="Painted blocks lie over openings: {n} places",
            measured=f"{100 * lost:.0f} % of it is not wall",
            rule="A block or a stencil is painted on the wall: over a window or a door it is left out (finishes).",
            risk="Little of it is seen, and its repeat begins and ends where nobody chose.",
            about=BlockPath(seen.room.id, thing),
        )
