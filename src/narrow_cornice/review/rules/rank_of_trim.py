"""Trim against the rank of its room: a whole cornice in a plain room, a wainscot without its cap (T3, T6)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.trim_edits import change_trim, reduce_cornice
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.words import several


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the cornice of a plain room and at the cap of a wainscot."""
    members, room = seen.trim.members, seen.room
    cornice = seen.trim.of("cornice")
    whole = len(members) > 1 and all(one.fitted for one in members)
    if room.trim.rank == "plain" and whole and cornice.built and not cornice.stock and cornice.height is not None:
        smaller = reduce_cornice(room.id, "single crown")
        yield _finding(
            seen, "cornice", "A whole cornice tops a plain room",
            f"{seen.size(cornice.height.value)} of {several(len(members), 'member')}",
            "Plain rooms take a crown alone; the whole cornice is for rooms of the first rank (rank of the room).",
            "The room looks dressed for another, and the rooms that should lead do not.",
            (replace(smaller, title="A single crown"),),
        )  # fmt: skip
    wainscot = any(one.manner == "wainscot" and one.zone == "below the dado rail" for one in room.trim.panels)
    if wainscot and not seen.trim.of("dado rail").built:
        yield _finding(
            seen, "dado rail", "The wainscot has no cap", "panels below the dado, and no dado rail",
            "A wainscot ends in its cap: the dado rail (panels).", "Its upper edge shows the ends of boards.",
            (together("Fit a dado rail", [change_trim(room.id, "dado rail", fitted=True)]),),
        )  # fmt: skip


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen, kind: TrimKind, says: str, measured: str, rule: str, risk: str, fixes: tuple[Edit, ...]
) -> Finding:
    return Finding(
        key=f"rank of trim:{seen.room.id}:{kind}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=kind,
        says=says,
        many="Trim against the rank of its room: {n} places",
        measured=measured,
        rule=rule,
        risk=risk,
        about=TrimPath(seen.room.id, kind),
        fixes=fixes,
    )
