"""A lone crown in a principal room: too small for the wall, however large it is made (T3, T4, T7)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_trim
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.trim.kinds import MEMBER_PREFIX


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what of the cornice is fitted in a room of the first rank."""
    if seen.room.trim.rank != "principal" or not seen.trim.lone_crown:
        return
    room = seen.room.id
    whole = seen.trim.proportion.cornice.value
    built = seen.trim.of("cornice").height
    fixes = [
        together(
            f"Fit the whole cornice, {seen.size(whole)}",
            [change_trim(room, MEMBER_PREFIX + member.name, fitted=None) for member in seen.trim.members],
        )
    ]
    line = seen.trim.proportion.picture_rail_top
    if line is not None:
        fixes.append(
            together(f"Add a picture rail at {seen.size(line.value)}", [change_trim(room, "picture rail", fitted=True)])
        )
    size = built.value if built is not None else 0.0
    yield Finding(
        key=f"lone crown:{room}",
        grade="will show",
        room_id=room,
        room=seen.room.name,
        where="cornice",
        says=f"A lone crown of {seen.size(size)} tops a principal room",
        many="Lone crowns top principal rooms: {n} rooms",
        measured=f"{seen.size(size)} of the {seen.size(whole)} the order gives the cornice",
        rule="Principal rooms take the whole cornice, or a crown answered by a picture rail (rank of the room).",
        risk="The wall seems to end too early; a bigger crown would only look clumsy.",
        about=TrimPath(room, "cornice"),
        fixes=tuple(fixes),
    )
