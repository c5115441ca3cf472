"""Bare plaster or wood without a primer (S2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_finish
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.units.show import show_area


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look for bare or patched surfaces whose finish has no primer."""
    bare = [
        one
        for one in seen.coated
        if one.paint is not None
        and one.state in ("bare", "patched")
        and one.primer is None
        and not one.paint.primer
        and not one.paint.stains  # wood is seen through it
        and (one.system is None or one.system.primer != "never")
    ]
    if not bare:
        return
    area = sum(one.surface.net.value for one in bare)
    keys = [one.surface.key for one in bare]
    primers = [paint for paint in seen.paints if paint.primer and paint.on in ("anything", bare[0].surface.substrate)]
    usual = [one.surface.key for one in bare if one.finish.primer == ""]
    names = ", ".join(one.surface.name[:40] for one in bare[:3]) + (" and more" if len(bare) > 3 else "")
    yield Finding(
        key=f"bare unprimed:{seen.room.id}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=names,
        says=f"{show_area(area, seen.settings.unit)} bare or patched, and no primer",
        many="Bare or patched, and no primer: {n} rooms",
        measured=f"{show_area(area, seen.settings.unit)}: {names}",
        rule="Raw plaster, raw wood and patches are primed; sound old paint is its own primer (schools: primer).",
        risk="Patchy sheen, poor hold, a thirsty first coat. Old coatings: test for lead and asbestos before sanding.",
        about=SurfacePath.by_key(seen.room.id, keys[0]),
        fixes=(
            *([together("Prime as usual", [change_finish([seen.room.id], usual, "", primer=None)])] if usual else ()),
            *(
                together(f"Prime with {paint.name[:40]}", [change_finish([seen.room.id], keys, "", primer=paint.id)])
                for paint in primers
            ),
        ),
    )
