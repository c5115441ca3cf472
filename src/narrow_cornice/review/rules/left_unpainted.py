"""Surfaces that nobody gave a paint, in a room whose others have one (S1)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.job.edits import change_finish
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.units.show import show_area
from narrow_cornice.units.words import several

PAINTED_AS = {"block": "wall"}  # a kind of surface that takes the paint of another


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at a room most of whose surfaces have a paint: one that is hardly begun is not nagged about."""
    bare = [one for one in seen.coated if one.waits]
    if not bare or 2 * len(bare) > len(seen.coated):
        return
    names = ", ".join(one.surface.name[:40] for one in bare[:3]) + (" and more" if len(bare) > 3 else "")
    area, whole = (sum(one.surface.net.value for one in each) for each in (bare, seen.coated))
    yield Finding(
        key=f"left unpainted:{seen.room.id}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=names,
        says=f"{several(len(bare), 'surface has', 'surfaces have')} no paint: {names}",
        many="Surfaces without a paint in rooms that have one: {n} rooms",
        measured=f"{show_area(area, seen.settings.unit)} of {show_area(whole, seen.settings.unit)}",
        rule="Every surface has a finish, or is said to be left as it is (schedule of finishes).",
        risk="It is not in the list to buy, and found out when the tins are empty.",
        about=SurfacePath.by_key(seen.room.id, bare[0].surface.key),
        fixes=tuple(_fixes(seen, bare)),
    )


def _fixes(seen: RoomSeen, bare: list[Coated]) -> Iterator[Edit]:
    """Yield the paint of what is of their kind in the room, for each kind that has one; and to leave them."""
    of_kind: dict[str, list[Coated]] = {}
    for one in bare:
        of_kind.setdefault(PAINTED_AS.get(one.surface.kind, one.surface.kind), []).append(one)
    for kind, alike in of_kind.items():
        painted = [one for one in seen.coated if one.surface.kind == kind and one.paint is not None]
        if not painted:
            continue
        most = max(painted, key=lambda one: one.surface.net.value)
        assert most.paint is not None
        made = []
        for one in alike:
            colour = one.finish.colour or most.finish.colour
            made.append(change_finish([seen.room.id], [one.surface.key], "", paint=most.paint.id, colour=colour))
        on = alike[0].surface.name[:40] if len(alike) == 1 else f"{len(alike)} of them"
        yield together(f"{most.paint.name[:40]} on {on}", made)
    keys = [one.surface.key for one in bare]
    leave = change_finish([seen.room.id], keys, "", left=True)
    yield together(f"Leave {'it as it is' if len(bare) == 1 else 'them as they are'}", [leave])
