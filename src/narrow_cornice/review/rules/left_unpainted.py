"""Surfaces that nobody gave a paint, in a room whose others have one (S1)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.units.show import show_area


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
        says=f"{len(bare)} {'surface has' if len(bare) == 1 else 'surfaces have'} no paint: {names}",
        many="Surfaces without a paint in rooms that have one: {n} rooms",
        measured=f"{show_area(area, seen.settings.unit)} of {show_area(whole, seen.settings.unit)}",
        rule="Every surface has a finish, or is said to be left as it is (schedule of finishes).",
        risk="It is not in the list to buy, and found out when the tins are empty.",
        about=SurfacePath.by_key(seen.room.id, bare[0].surface.key),
    )
