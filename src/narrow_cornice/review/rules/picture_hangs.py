"""Heavy pictures that hang on nothing, and pictures that do not fit their wall (W6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.walled.hung_pictures import HungGroup, galleries_of
from narrow_cornice.job.edits.walling_edits import change_walled
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import GalleryPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import height_on

SLACK = 1.0  # mm


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at what holds every heavy picture, and at whether each group lies on free wall."""
    for group in galleries_of(seen.room, seen.changed_rules):
        if group.fault:
            continue
        heavy = [one for one in group.hung if one.heavy and one.holds is not True]
        if heavy:
            yield _loose(seen, group, max(one.weight.value for one in heavy), unknown=heavy[0].holds is None)
        over = _over(seen, group)
        if over:
            yield _beyond(seen, group, over)


def _loose(seen: RoomSeen, group: HungGroup, weight: float, *, unknown: bool) -> Finding:
    name = group.gallery.name[:40]
    return Finding(
        key=f"picture hangs:{seen.room.id}:{group.gallery.id}",
        grade="unsafe",
        room_id=seen.room.id,
        room=seen.room.name,
        where=name,
        says=f"{name}: {'nobody knows what holds it' if unknown else 'its hooks land beside the studs'}",
        many="Heavy pictures hang on nothing: {n} groups",
        measured=f"{weight:.0f} kg",
        rule="Over 10 kg into structure, hangers rated four times the weight (pictures, screens, furniture).",
        risk="It comes down, glass first.",
        about=GalleryPath(seen.room.id, group.gallery.id),
        fixes=tuple(_onto_studs(seen, group)),
    )


def _onto_studs(seen: RoomSeen, group: HungGroup) -> Iterator[Edit]:
    """Yield the shortest way along the wall that brings the first heavy hook onto a stud, where it is alone."""
    wall = group.gallery.wall
    face = next(one for one in seen.measured.faces if one.id == wall)
    studs = stud_places(seen.room.measured.backing.get(wall), face.length)
    hooks = [u for one in group.hung if one.heavy for u, _ in one.hooks]
    if not studs or len(hooks) != 1:
        return
    shift = min((stud - hooks[0] for stud in studs), key=abs)
    middle = (group.box[0] + group.box[2]) / 2 + shift
    wish = seen.wish(middle)
    edit = change_walled(seen.room.id, "galleries", group.gallery.id, group.gallery.name, middle=wish)
    yield Edit(f"Move it {seen.size(abs(shift))} onto the stud", edit.apply)


def _over(seen: RoomSeen, group: HungGroup) -> str:
    """Return in words what a group lies over, empty for free wall."""
    face = next(one for one in seen.measured.faces if one.id == group.gallery.wall)
    left, bottom, right, top = group.box
    if left < -SLACK or right > face.length + SLACK or bottom < -SLACK:
        return "the end of the wall"
    if min(height_on(face.upper_edge, u) for u in (max(left, 0.0), min(right, face.length))) < top - SLACK:
        return "the ceiling"
    box = Rect(left, bottom, right, top)
    for one in face.openings:
        if one.rect.within(box).area > SLACK:
            return one.opening.name
    return ""


def _beyond(seen: RoomSeen, group: HungGroup, what: str) -> Finding:
    name = group.gallery.name[:40]
    return Finding(
        key=f"picture beyond:{seen.room.id}:{group.gallery.id}",
        grade="will not fit",
        room_id=seen.room.id,
        room=seen.room.name,
        where=name,
        says=f"{name} hangs over {what[:40]}",
        many="Pictures hang beyond free wall: {n} groups",
        measured=f"{seen.size(group.box[2] - group.box[0])} × {seen.size(group.box[3] - group.box[1])}",
        rule="Pictures hang on wall that is free (W6).",
        risk="Nothing is there to hang them from.",
        about=GalleryPath(seen.room.id, group.gallery.id),
    )
