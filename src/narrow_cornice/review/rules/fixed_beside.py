"""Colours that agree with nothing of what stays in the room: floors, stone, tiles (B5, C4)."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.colour.agreeing import agree
from narrow_cornice.job.edits.finish_edits import change_finish
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, RoomSeen

WALLS = ("upper wall", "lower wall")


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the colours of each fixed element with those the walls and the trim of the room are given."""
    given = {one.colour.id: one.colour for one in seen.coated if one.colour is not None}
    on_walls = [one.colour for one in seen.coated if one.colour is not None and one.surface.group in WALLS]
    if not on_walls:
        return
    tones = [one.hex for one in given.values()]
    for fixed in seen.room.brief.fixed:
        if not fixed.colours or _meet(fixed.colours, tones):
            continue
        name = fixed.name[:60] or "What stays"
        yield Finding(
            key=f"fixed beside:{seen.room.id}:{fixed.id}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=name,
            says=f"No colour of the room agrees with {name}",
            many="Colours agree with nothing of what stays: {n} things",
            measured=f"{', '.join(fixed.colours)} beside {', '.join(one.name[:30] for one in given.values())}",
            rule="Colours agree within 25° of hue, or where both are neutral of one undertone (colour).",
            risk="What stays will look like a mistake, or the paint will.",
            by_brief=True,
            about=BriefPath(seen.room.id, "fixed"),
            fixes=tuple(_fixes(seen, fixed.colours)),
        )


def _meet(these: Sequence[str], those: Sequence[str]) -> bool:
    return any(agree(one, other) for one, other in itertools.product(these, those))


def _fixes(seen: RoomSeen, fixed: Sequence[str]) -> Iterator[Edit]:
    """Yield the change of the walls to the first colour of the job that agrees with what stays."""
    colour = next((one for one in seen.colours if _meet(fixed, [one.hex])), None)
    if colour is not None:
        groups = [group for group in WALLS if any(one.surface.group == group for one in seen.coated)]
        edit = change_finish([seen.room.id], groups, "", colour=colour.id)
        yield replace(edit, title=f"Walls in {colour.name[:30]}")
