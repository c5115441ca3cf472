"""Beds that lie against the tradition of sleeping direction, for clients who keep it (Z4)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.arranged import head_wished
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.job.paths import NorthPath, StoodPath
from narrow_cornice.review.finding import Finding, RoomSeen

AVOIDED = 45.0  # degrees of north within which a head does not lie


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the beds of a room in which the tradition is kept."""
    zones = seen.room.zones
    beds = [one for one in standing_pieces(seen.room, seen.changed_rules) if one.kind.is_bed]
    if not zones.bed_by_direction or not beds:
        return
    south = head_wished(seen.room)
    if south is None:
        yield _finding(seen, "north", "Nobody said where north is", "not said", NorthPath(seen.room.id))
        return
    for one in beds:
        # The head lies at the back of a bed, its front turned by ``turn`` from +y.
        head = (one.foot.turn - 90.0) % 360.0
        off_north = abs((head - south + 360.0) % 360.0 - 180.0)
        if off_north <= AVOIDED:
            words = f"{one.name[:40]} lies with its head to the north"
            yield _finding(seen, one.id, words, f"{off_north:.0f}° off north", StoodPath(seen.room.id, one.id))


def _finding(seen: RoomSeen, key: str, says: str, measured: str, about: NorthPath | StoodPath) -> Finding:
    return Finding(
        key=f"bed direction:{seen.room.id}:{key}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where="beds",
        says=says,
        measured=measured,
        rule="A tradition: head to the south preferred, to the north avoided; clearances come first.",
        risk="A client who keeps it will turn the bed.",
        about=about,
    )
