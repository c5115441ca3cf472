"""Trim thinner than 19 mm does not throw a shadow or punctuate an opening (T5)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_trim
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.trim.kinds import OF_TRIM


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare each fitted piece's thickness with the least one."""
    least = seen.rules.value("least_thickness")
    for piece in seen.trim.kinds.values():
        if not piece.built or piece.projection is None or piece.projection.value >= least:
            continue
        declared = OF_TRIM[piece.kind]
        usual = declared.thickness if declared.around != "panels" else ""
        wish = seen.wish(seen.rules.value(usual) if usual else least)
        if wish.mm <= 0:
            continue
        fix = together(f"Use {wish.text.removesuffix(' mm')}", [change_trim(seen.room.id, piece.kind, projection=wish)])
        size = seen.size(piece.projection.value)
        yield Finding(
            key=f"thin trim:{seen.room.id}:{piece.kind}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=piece.kind,
            says=f"{piece.kind.capitalize()} is {size} thick; under {seen.size(least)} looks like tape",
            many="Trim so thin that it looks like tape: {n} pieces",
            measured=size,
            rule=f"Nothing under {seen.size(least)} (house rule: least thickness of trim).",
            risk="No shadow line, and nothing for the casing or floor to die against.",
            about=TrimPath(seen.room.id, piece.kind),
            fixes=(fix,),
        )
