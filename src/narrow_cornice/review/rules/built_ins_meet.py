"""Built-ins that stand in one another: in a corner one of them ends at the other's front, and the corner is dead."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.meeting import Meeting, Stands, meetings_of
from narrow_cornice.job.edits.bay_edits import change_compartment, release_bay
from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.units.lengths import plain_length

LEAST = 300.0  # mm of a built-in that ends at another's front


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every pair of built-ins of a room."""
    for meeting in meetings_of(seen.room, seen.changed_rules):
        one, other = (each.standing.built.built_in for each in (meeting.one, meeting.other))
        yield Finding(
            key=f"built-ins meet:{seen.room.id}:{one.id}:{other.id}",
            grade="will not fit",
            room_id=seen.room.id,
            room=seen.room.name,
            where=one.name[:60],
            says=f"{one.name[:40]} stands in {other.name[:40]}",
            many="Built-ins that stand in one another: {n} pairs",
            measured=f"by {seen.size(meeting.deep)}",
            rule="Where two meet in a corner one goes through, and the other ends at its front (dead corner).",
            risk="Neither can be put in; doors and drawers beside the corner bind.",
            about=BuiltInPath(seen.room.id, one.id),
            fixes=tuple(_fixes(seen, meeting)),
        )


def _fixes(seen: RoomSeen, meeting: Meeting) -> Iterator[Edit]:
    """Yield the three ways to solve a corner: each of the two ends at the other's front, and what of the other is
    behind it is reached past a panel; or both end, and the corner is left dead."""
    many = len(seen.measured.faces)
    both: list[Edit] = []
    for ends, through in ((meeting.one, meeting.other), (meeting.other, meeting.one)):
        if (ends.wall + 1) % many == through.wall:
            corner, at_left = through.wall, True
        elif (through.wall + 1) % many == ends.wall:
            corner, at_left = ends.wall, False
        else:
            continue
        angle = math.radians(seen.measured.plan.angles[corner])
        edit = _ends_at(seen, ends, through, angle, at_left=at_left)
        if edit is not None:
            both.append(edit)
            yield together(edit.title, (edit, *_reached(seen, ends, through, angle, at_right=at_left)))
    if len(both) == 2:
        yield together("Both end before the corner: it is left dead", both)


def _reached(seen: RoomSeen, ends: Stands, through: Stands, angle: float, *, at_right: bool) -> Iterator[Edit]:
    """Yield the edits that close what of a built-in is behind another with a panel, so that its doors open past it;
    nothing where it is open there, or drawn out."""
    fit, built = ends.standing.built.fit, through.standing.built
    if fit is None or not built.run.bays:
        return
    run, made = built.built_in, built.run
    hidden = (fit.recess.depth.mm + seen.rules.value("filler_at_doors")) / math.sin(angle)
    at = through.standing.left + (made.end if at_right else made.begin)
    hidden -= through.face.length - at if at_right else at
    bay = run.bays[-1 if at_right else 0]
    doors = [one for one in run.compartments_of(bay) if one.front in ("doors", "bifold")]
    if hidden <= 0 or not doors:
        return
    if bay.like or any(one.like == bay.id for one in run.bays):  # the others keep theirs
        yield release_bay(seen.room.id, run.id, bay.id)
    side = "panel_right" if at_right else "panel_left"
    for one in doors:
        yield change_compartment(seen.room.id, run.id, bay.id, one.id, **{side: plain_length(round(hidden, 1))})


def _ends_at(seen: RoomSeen, ends: Stands, through: Stands, angle: float, *, at_left: bool) -> Edit | None:
    """Return the edit that ends one built-in at the front of another: at the left end of its wall or at its right; None
    where too little would be left of it."""
    fit, through_fit = ends.standing.built.fit, through.standing.built.fit
    if fit is None or through_fit is None or not 0.3 < angle < 2.8:
        return None
    recess = fit.recess
    filler = seen.rules.value("filler_at_doors")
    keeps = (through_fit.recess.depth.mm + filler) / math.sin(angle)
    begin = keeps if at_left else recess.start.mm if recess.start is not None else 0.0
    end = ends.face.length - keeps if not at_left else recess.end.mm if recess.end is not None else ends.face.length
    if end - begin < LEAST:
        return None
    name, other = (each.standing.built.built_in.name[:30] for each in (ends, through))
    place = round(keeps if at_left else ends.face.length - keeps, 1)
    size = {"start" if at_left else "end": plain_length(place)}
    edit = change_thing(seen.room.id, "recesses", recess.id, recess.name, **size)
    return replace(edit, title=f"{name} ends at the front of {other}")
