"""Casing against window frame: a strong contrast outlines the window and makes it look smaller (C6)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from narrow_cornice.colour.tones import lightness
from narrow_cornice.job.edits import change_finish, change_opening
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Opening
from narrow_cornice.job.paths import OpeningPath
from narrow_cornice.review.finding import Finding, RoomSeen, together

GROUPS = ("casing", "reveal")
DISAPPEARS = 10  # ΔL* under which one colour disappears in another


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the lightness of the casing's colour with each window frame's."""
    limit = seen.rules.value("outlining_contrast")
    casing = next((one for one in seen.coated if one.surface.key == "casing@room" and one.colour), None)
    if casing is None or casing.colour is None:
        return
    wall = next((one for one in seen.coated if one.surface.group == "upper wall" and one.colour), None)
    walls_tone = lightness(wall.colour.hex) if wall is not None and wall.colour is not None else None
    casings_tone = lightness(casing.colour.hex)
    if walls_tone is not None and abs(casings_tone - walls_tone) < DISAPPEARS:
        return  # as the wall: there is no casing to outline the window with
    strong = [
        (abs(casings_tone - lightness(opening.frame)), opening)
        for opening in seen.room.measured.openings
        if opening.kind == "window" and opening.cased
    ]
    strong = [one for one in strong if one[0] > limit]
    if not strong:
        return
    contrast, worst = max(strong, key=lambda one: one[0])
    fixes = []
    if wall is not None and wall.colour is not None:
        change = change_finish([seen.room.id], GROUPS, "", colour=wall.colour.id)
        fixes.append(together(f"Paint casing and reveals {wall.colour.name[:30]}", [change]))
    fixes += _other_schools(seen, worst, strong)
    names = ", ".join(opening.name[:40] for _, opening in strong)
    yield Finding(
        key=f"frame contrast:{seen.room.id}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=names,
        says=f"{casing.colour.name[:30]} casing outlines the frame of {worst.name[:40]}",
        many="Casings outline the frames of windows: {n} rooms",
        measured=f"ΔL* {contrast:.0f}; over {limit:.0f} outlines",
        rule=f"Under 10 it disappears, from {limit:g} it outlines, between it defines "
        "(schools: as the wall, dark too, contrast).",
        risk="The window looks smaller. As the wall keeps it large.",
        about=OpeningPath(seen.room.id, worst.id),
        fixes=tuple(fixes),
    )


def _other_schools(seen: RoomSeen, worst: Opening, strong: Sequence[tuple[float, Opening]]) -> Iterator[Edit]:
    """Yield what other schools do: a casing as dark (or as light) as the frame, and none, with a plastered return."""
    limit, frame = seen.rules.value("outlining_contrast"), lightness(worst.frame)
    near = [
        one
        for one in seen.colours
        if all(abs(lightness(one.hex) - lightness(each.frame)) <= limit for _, each in strong)
    ]
    if near:
        colour = min(near, key=lambda one: abs(lightness(one.hex) - frame))
        edit = change_finish([seen.room.id], GROUPS, "", colour=colour.id)
        yield together(f"As the frames: {colour.name[:30]}", [edit])
    bare = [change_opening(seen.room.id, one.id, one.name, cased=False) for _, one in strong]
    yield together("No casing: a plastered return", bare)
