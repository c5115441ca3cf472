"""Openings that do not fit: past the end of a wall, through the ceiling, over one another (M3)."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.measured.roof_windows import SLACK, over_its_slope
from narrow_cornice.derived.measured.rooms import OpeningFace, WallFace
from narrow_cornice.job.edits.opening_edits import change_opening
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import OpeningPath, RoofWindowPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.review.narrower import narrower_casing
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import height_on

LEAST = 200.0  # mm: nobody makes an opening lower than that to settle a finding


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
                fixes = _moved(seen, face, one, rect.u0 - over - edge)
            elif rect.v1 > (top := min(height_on(face.upper_edge, u) for u in (rect.u0, rect.u1))) + 0.5:
                says, by = f"{name} is higher than the ceiling", rect.v1 - top
                fixes = _lower(seen, one, rect.v1 - rect.v0 - by - edge)
            elif before is not None and rect.u0 < before[1] - 0.5:
                says, by = f"{name} lies over {before[0]}", before[1] - rect.u0
                fixes = _moved(seen, face, one, before[1] + 2 * edge)
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
    yield from _roof_windows(seen)


def _moved(seen: RoomSeen, face: WallFace, one: OpeningFace, place: float) -> tuple[Edit, ...]:
    """Return the fix that moves an opening along its wall to where it is free of what was in its way, if it is."""
    wide, others = one.rect.wide, [other.rect for other in face.openings if other is not one]
    room = Rect(place, one.rect.v0, place + wide, one.rect.v1)
    if room.u0 < 0.0 or room.u1 > face.length or any(other.within(room).area > 1.0 for other in others):
        return ()
    size = seen.wish(place)
    edit = change_opening(seen.room.id, one.opening.id, one.opening.name, place=size)
    return (replace(edit, title=f"Move it to {size.text} from the left"),)


def _lower(seen: RoomSeen, one: OpeningFace, height: float) -> tuple[Edit, ...]:
    """Return the fix that makes an opening as high as the ceiling leaves it."""
    if height < LEAST:
        return ()
    size = seen.wish(math.floor(height))
    edit = change_opening(seen.room.id, one.opening.id, one.opening.name, height=size)
    return (replace(edit, title=f"Make it {size.text} high"),)


def _roof_windows(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every window in a slope: whether there is one over its wall, and whether it lies within it."""
    for window in seen.room.measured.roof_windows:
        face, name = seen.measured.face(window.wall), window.name[:40]
        over = over_its_slope(seen.measured, seen.room, window)
        if over is None:
            says, measured = f"{name} lies in no slope", f"the ceiling over wall {face.name} is level"
        elif over <= SLACK:
            continue
        else:
            says, measured = f"{name} is larger than the slope it lies in", f"by {seen.size(over)}"
        yield Finding(
            key=f"opening fit:{seen.room.id}:{window.id}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where=f"{name}, wall {face.name}",
            says=says,
            many="Windows in slopes do not fit: {n} places",
            measured=measured,
            rule="A window in a slope lies within it, between its wall and where the ceiling is level (measure).",
            risk="It is not counted out of the ceiling.",
            about=RoofWindowPath(seen.room.id, window.id),
        )
