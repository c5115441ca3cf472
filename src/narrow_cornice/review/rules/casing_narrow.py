"""A casing narrower than the order's architrave by a third looks thin round its opening (T1, T5)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_trim
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen, together


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the casing that is built with the one the order wants."""
    piece = seen.trim.of("casing")
    if not piece.built or piece.wants is None or piece.height is None:
        return
    limit = piece.wants.value * (1 - seen.rules.value("casing_shortfall"))
    if piece.height.value >= limit:
        return
    wish = seen.wish(piece.wants.value)
    if wish.mm <= 0:
        return  # an order for a doll's house wants less than can be typed
    yield Finding(
        key=f"casing narrow:{seen.room.id}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where="casing",
        says=f"Casing is {seen.size(piece.height.value)}; this order wants {seen.size(wish.mm)}",
        many="Casings narrower than their order wants: {n} rooms",
        measured=f"{seen.size(piece.height.value)} against {seen.size(piece.wants.value)}",
        rule=f"A casing is as wide as the order's architrave; {seen.habit('casing_shortfall')} less looks thin "
        "(proportion, house rule).",
        risk="The opening loses its frame, and the cornice above looks heavy.",
        about=TrimPath(seen.room.id, "casing"),
        fixes=(together(f"Use {wish.text.removesuffix(' mm')}", [change_trim(seen.room.id, "casing", height=wish)]),),
    )
