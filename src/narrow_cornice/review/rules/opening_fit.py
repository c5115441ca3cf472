"""Openings that do not fit: past the end of a wall, through the ceiling, over one another (M3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import OpeningPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.review.narrower import narrower_casing
from narrow_cornice.trim.runs import height_on


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every opening with its casing against its wall and its neighbours."""
    ceiling = seen.trimmed.height.value
    casing_piece = seen.trim.of("casing")
    setback = seen.rules.value("casing_setback")
    casing = casing_piece.height.value + setback if casing_piece.built and casing_piece.height else 0.0

    def finding(opening_id: str, name: str, wall: str, says: str, measured: str, fixes: tuple[Edit, ...]) -> Finding:
        return Finding(
            key=f"opening fit:{seen.room.id}:{opening_id}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where=f"{name}, wall {wall}",
            says=says,
            many="Openings or their casings do not fit: {n} places",
            measured=measured,
            rule="An opening with its casing lies within its wall, below the ceiling, and beside the next (measure).",
            risk="Areas and runs of this wall are counted only as far as the wall goes.",
            about=OpeningPath(seen.room.id, opening_id),
            fixes=fixes,
        )

    for face in seen.measured.faces:
        before: tuple[str, float] | None = None
        for one in face.openings:
            opening, rect = one.opening, one.rect
            edge = casing if opening.cased else 0.0
            name = opening.name[:40]
            over, fixes = max(rect.u1 - face.length, 0.0), tuple[Edit, ...]()
            if over > 0.5:
                says, by = f"{name} runs past the end of wall {face.name}", over
            elif rect.v1 > (top := min(height_on(face.upper_edge, u) for u in (rect.u0, rect.u1))) + 0.5:
                says, by = f"{name} is higher than the ceiling", rect.v1 - top
            elif before is not None and rect.u0 < before[1] - 0.5:
                says, by = f"{name} lies over {before[0]}", before[1] - rect.u0
            elif edge and (rect.u0 - edge < -0.5 or rect.u1 + edge > face.length + 0.5):
                says = f"The casing of {name} does not fit beside the corner"
                by = max(edge - rect.u0, rect.u1 + edge - face.length)
                fixes = narrower_casing(seen, edge - by)
            elif edge and rect.v1 + edge > ceiling + 0.5:
                says, by = f"The casing of {name} meets the ceiling", rect.v1 + edge - ceiling
                fixes = narrower_casing(seen, edge - by)
            else:
                before = (name, rect.u1)
                continue
            before = (name, rect.u1)
            yield finding(opening.id, opening.name, face.name, says, f"by {seen.size(by)}", fixes)
