"""Trim that runs into trim: casings of neighbouring openings, a casing and the cornice, rails and skirting, and what is
framed over any of them (T5, T11)."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations, pairwise

from narrow_cornice.derived.measured.rooms import OpeningFace, WallFace
from narrow_cornice.derived.trimwork.lying import trim_rects
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import FramePath, OpeningPath, TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.review.moved_aside import moved_aside, on_another_wall, openings_with_casings
from narrow_cornice.review.narrower import narrower_casing
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.runs import casing_outer, height_on

TOUCH = 1.0  # mm that two may reach into one another and only touch
STACKED: tuple[TrimKind, ...] = ("skirting", "dado rail", "picture rail", "cornice")  # from the floor up


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every wall's casings, and at the room's rails one over the other."""
    yield from _rails(seen)
    for face in seen.measured.faces:
        yield from _hung(seen, face)
    for face in seen.measured.faces:
        outer = casing_outer(seen.trimmed.wall(face.id), seen.trim.of("casing"))
        if outer is None:
            continue
        cased = [one for one in face.openings if one.opening.cased]
        for left, right in combinations(sorted(cased, key=lambda one: one.rect.u0), 2):
            yield from _side_by_side(seen, face, left, right, outer.value)
        for one in cased:
            yield from _under_the_cornice(seen, face, one, outer.value)


def _rails(seen: RoomSeen) -> Iterator[Finding]:
    """Yield level trim that lies in the trim below it, wherever in the room."""
    pieces = [(kind, seen.trim.of(kind)) for kind in STACKED if seen.trim.of(kind).built]
    for (low, below), (high, above) in pairwise(pieces):
        over = below.top - above.bottom
        if over > TOUCH:
            about = TrimPath(seen.room.id, high)
            says = f"The {high} lies in the {low}"
            yield _finding(seen, f"{low}:{high}", says, over, "the whole room", about, ())


def _hung(seen: RoomSeen, face: WallFace) -> Iterator[Finding]:
    """Yield what is framed and hangs over an opening with its casing, over trim, or over something else framed."""
    framed = seen.trimmed.panels_of(face.id).framed
    if not framed:
        return
    fixed = _fixed(seen, face)
    for place, (one, rect) in enumerate(framed):
        others = [*fixed, *((other.name[:40], its) for other, its in framed[:place])]
        over = [(name, both) for name, other in others if (both := other.within(rect)).area > TOUCH]
        if not over:
            continue
        name, both = over[0]
        # It goes where it is free of all that is there, those that hang after it too.
        clear = [its for _, its in fixed] + [its for other, its in framed if other is not one]
        fixes = tuple(moved_aside(seen, face, "frames", one.id, one.name, rect, clear))
        fixes = fixes or tuple(
            on_another_wall(seen, face, "frames", one.id, one.name, rect, lambda other: _taken(seen, other))
        )
        says = f"{one.name[:40].capitalize()} hangs over {name}"
        depth = min(both.wide, both.tall)
        about = FramePath(seen.room.id, one.id)
        yield _finding(seen, f"framed:{one.id}", says, depth, f"wall {face.name}", about, fixes)


def _fixed(seen: RoomSeen, face: WallFace) -> list[tuple[str, Rect]]:
    """Return the openings of a wall with their casings, and its trim, each with its name."""
    trim = [
        (f"the {run.kind}", rect)
        for run in seen.trimmed.runs_of(face.id)
        if run.kind != "casing"
        for rect in trim_rects(run, seen.trim)
    ]
    return [*openings_with_casings(seen, face), *trim]


def _taken(seen: RoomSeen, face: WallFace) -> list[Rect]:
    """Return what of a wall is taken for what is to hang there."""
    framed = seen.trimmed.panels_of(face.id).framed
    return [*(its for _, its in _fixed(seen, face)), *(its for _, its in framed), *(its for _, its in face.hung)]


def _side_by_side(
    seen: RoomSeen, face: WallFace, left: OpeningFace, right: OpeningFace, outer: float
) -> Iterator[Finding]:
    gap = right.rect.u0 - left.rect.u1
    tall = min(left.rect.v1, right.rect.v1) - max(left.rect.v0, right.rect.v0)
    over = 2 * outer - gap
    if gap < 0 or over <= TOUCH or tall + 2 * outer <= TOUCH:
        return
    names = f"{left.opening.name[:30]} and {right.opening.name[:30]}"
    about = OpeningPath(seen.room.id, right.opening.id)
    fixes = narrower_casing(seen, gap / 2)
    says = f"The casings of {names} run into one another"
    yield _finding(seen, f"{left.opening.id}:{right.opening.id}", says, over, f"wall {face.name}", about, fixes)


def _under_the_cornice(seen: RoomSeen, face: WallFace, one: OpeningFace, outer: float) -> Iterator[Finding]:
    cornice = seen.trim.of("cornice")
    if not cornice.built:
        return
    ceiling = min(height_on(face.upper_edge, min(max(u, 0.0), face.length)) for u in (one.rect.u0, one.rect.u1))
    bottom = min(cornice.top, ceiling) - (cornice.top - cornice.bottom)
    over = one.rect.v1 + outer - bottom
    if over <= TOUCH or one.rect.v1 >= bottom:  # an opening in the cornice is told as one that does not fit
        return
    about = OpeningPath(seen.room.id, one.opening.id)
    fixes = narrower_casing(seen, bottom - one.rect.v1)
    says = f"The casing of {one.opening.name[:40]} reaches into the cornice"
    yield _finding(seen, f"cornice:{one.opening.id}", says, over, f"wall {face.name}", about, fixes)


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen, what: str, says: str, over: float, where: str, about: ThingPath, fixes: tuple[Edit, ...]
) -> Finding:
    return Finding(
        key=f"trim overlaps:{seen.room.id}:{what}",
        grade="will not fit",
        room_id=seen.room.id,
        room=seen.room.name,
        where=where,
        says=says,
        many="Trim runs into trim: {n} places",
        measured=f"by {seen.size(over)}",
        rule="Trim ends at what it meets; two cannot be in one place (fitting trim).",
        risk="One is cut short on the spot, and what was bought for it is short or left over.",
        about=about,
        fixes=fixes,
    )
