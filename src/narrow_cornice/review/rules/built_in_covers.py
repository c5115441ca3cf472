"""What a built-in stands before: windows and doors, sockets, grilles, radiators (never covered in silence)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.survey.faces import Rect

UNSAFE = ("grille", "radiator")  # what must stay open, or keep its distance


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at everything on the wall behind each built-in."""
    for run in seen.room.casework.built_ins:
        built = built_in_of(seen.room, run, seen.changed_rules)
        recess = next((one for one in seen.room.measured.recesses if one.id == run.place), None)
        face = next((one for one in seen.measured.faces if recess is not None and one.id == recess.wall), None)
        if face is None or built.fault or built.fit is None or built.fit.width is None:
            continue
        yield from _behind(seen, run, face, _stands(built, face))


def _stands(built: Built, face: WallFace) -> Rect:
    """Return what a built-in covers of its wall."""
    assert built.fit is not None
    assert built.fit.width is not None
    recess = built.fit.recess
    start = recess.start.mm if recess.start is not None else 0.0
    end = recess.end.mm if recess.end is not None else face.length
    left = start + (end - start - built.fit.width.value) / 2
    return Rect(left, 0.0, left + built.fit.width.value, built.run.top)


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
