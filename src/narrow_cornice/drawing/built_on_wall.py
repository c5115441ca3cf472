"""Built-ins as they stand before their wall, in every drawing that shows one."""

from __future__ import annotations

from narrow_cornice.casework.carcass import Carcasses, Part
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.drawing.built import AROUND, FRONT, INSIDE, SHELF
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Mark, Pen, Point
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.memo import by_identity

BEFORE = ("back", "fixed shelf", "shelf", "plinth", "filler", "top filler", "side", "divider", "bottom", "top")
FACES = ("door", "drawer front")


def built_marks(frame: Frame, face: WallFace, room: Room, changed_rules: dict[str, float]) -> list[Mark]:
    """Return the marks of the built-ins that stand before a wall, their fronts on."""
    marks: list[Mark] = []
    for run in room.casework.built_ins:
        recess = next((one for one in room.measured.recesses if one.id == run.place), None)
        if recess is not None and recess.wall == face.id:
            built = built_in_of(room, run, changed_rules)
            if built.fault or built.fit is None or built.fit.width is None:
                continue
            start = recess.start.mm if recess.start is not None else 0.0
            end = recess.end.mm if recess.end is not None else face.length
            left = start + (end - start - built.fit.width.value) / 2  # what is kept back is shared out
            marks += _run_marks(*frame.origin, *frame.u, *frame.v, left, room.id, run.id, built.run)
    return marks


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="wall")
def _run_marks(
    x: float,
    y: float,
    ux: float,
    uy: float,
    vx: float,
    vy: float,
    left: float,
    room_id: str,
    run_id: str,
    made: Carcasses,
) -> tuple[Mark, ...]:
    frame = Frame((x, y), (ux, uy), (vx, vy))
    about = BuiltInPath(room_id, run_id)

    def outline(part: Part) -> tuple[Point, ...]:
        at, _, z, wide, _, tall = part.box
        corners = ((at, z), (at + wide, z), (at + wide, z + tall), (at, z + tall))
        return tuple(frame.at(left + u, v) for u, v in corners)

    fills = {"back": INSIDE, **SHELF, **AROUND}
    marks = [
        Area(outline(part), fills[part.kind], about, None if part.kind == "back" else Pen("line", 0.5))
        for kind in BEFORE
        for part in made.parts
        if part.kind == kind
    ]
    marks += [Area(outline(part), FRONT, about, Pen("line", 0.6)) for part in made.parts if part.kind in FACES]
    return tuple(marks)
