"""What a built-in stands before: windows and doors, sockets, grilles, radiators (never covered in silence)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.survey.faces import Rect

UNSAFE = ("grille", "radiator")  # what must stay open, or keep its distance


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at everything on the wall behind each built-in."""
    for face in seen.measured.faces:
        for one in standing_before(seen.room, face, seen.changed_rules):
            stands = Rect(one.left, 0.0, one.right, one.built.run.top)
            yield from _behind(seen, one.built.built_in, face, stands)


def _behind(seen: RoomSeen, run: BuiltIn, face: WallFace, stands: Rect) -> Iterator[Finding]:
    for hole in face.openings:
        if hole.rect.within(stands).area > 1.0:
            yield _finding(seen, run, hole.opening.id, "will not fit", hole.opening.name, face.name)
    for thing, rect in face.hung:
        if isinstance(thing, Fixture) and rect.within(stands).area > 1.0:
            grade: Grade = "unsafe" if thing.kind in UNSAFE else "will show"
            yield _finding(seen, run, thing.id, grade, thing.name, face.name)


def _finding(seen: RoomSeen, run: BuiltIn, what: str, grade: Grade, thing: str, wall: str) -> Finding:
    return Finding(
        key=f"built-in covers:{seen.room.id}:{run.id}:{what}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=run.name[:60],
        says=f"{run.name[:40]} stands before {thing[:40]}",
        many="Built-ins stand before what is on their walls: {n} things",
        measured=f"on wall {wall}",
        rule="Openings are cut out, never covered; sockets stay in reach, grilles open, heaters at their distance.",
        risk="A licensed electrician moves sockets; nothing combustible near a heater without its sheet.",
        about=BuiltInPath(seen.room.id, run.id),
    )
