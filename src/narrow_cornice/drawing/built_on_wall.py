"""Built-ins as they stand before their wall, in every drawing that shows one."""

from __future__ import annotations

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.parts import FRONT_KINDS, Part
from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.drawing.built import AROUND, FACE, FRAMES, INSIDE, SHELF
from narrow_cornice.drawing.coloured import UNPAINTED_WOOD, Colours
from narrow_cornice.drawing.fields import field_marks, fields_before
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Mark, Pen, Point
from narrow_cornice.drawing.part_shapes import seen_from_the_front
from narrow_cornice.drawing.trim_strips import over_fronts_marks
from narrow_cornice.job.finishes import FACE as FACE_GROUP, INSIDE as INSIDE_GROUP, surface_key
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.memo import by_identity

BEFORE = (
    *("ledger", "back", "fixed shelf", "shelf", "partition", "rail", "plinth", "filler", "top filler"),
    *("side", "divider", "bottom", "top", "gable", "worktop", "end back", "end shelf"),
    *FRAMES,
)


def built_marks(
    frame: Frame, face: WallFace, trimmed: TrimmedRoom, colours: Colours, changed_rules: dict[str, float]
) -> list[Mark]:
    """Return the marks of the built-ins that stand before a wall, their fronts on, in their true colours."""
    marks: list[Mark] = []
    room = trimmed.room
    for one in standing_before(room, face, changed_rules):
        run = one.built.built_in
        marks += _run_marks(*frame.origin, *frame.u, *frame.v, one.left, room.id, run.id, one.built.run, colours)
        if room.walling.fields:
            marks += field_marks(frame, fields_before(room, run.id, changed_rules), room.id, colours)
        if run.over_fronts:
            marks += over_fronts_marks(frame, trimmed, run.id, lambda kind: colours.of(f"{kind}@room", UNPAINTED_WOOD))
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
    colours: Colours,
) -> tuple[Mark, ...]:
    frame = Frame((x, y), (ux, uy), (vx, vy))
    about = BuiltInPath(room_id, run_id)

    def outline(part: Part) -> tuple[Point, ...]:
        return tuple(frame.at(left + u, v) for u, v in seen_from_the_front(part))

    inside, face = (colours.of(surface_key(group, run_id), "") for group in (INSIDE_GROUP, FACE_GROUP))
    fills = {"back": INSIDE, **SHELF, **AROUND, **FRAMES}
    if inside:
        fills |= dict.fromkeys(
            ("back", "fixed shelf", "shelf", "partition", "side", "divider", "bottom", "top"), inside
        )
    if face:
        fills |= dict.fromkeys(
            ("plinth", "filler", "top filler", "worktop", "gable", "end back", "end shelf", *FRAMES), face
        )
    marks = [
        Area(outline(part), fills[part.kind], about, None if part.kind == "back" else Pen("line", 0.5))
        for kind in BEFORE
        for part in made.parts
        if part.kind == kind
    ]
    marks += [
        Area(outline(part), front_colour(part, face), about, Pen("line", 0.6))
        for part in made.parts
        if part.kind in FRONT_KINDS
    ]
    return tuple(marks)


def front_colour(part: Part, face: str) -> str:
    """Return the colour a front is drawn in: that of its paint where it has some, but for mirrors and panes."""
    return face if face and part.face in ("plain", "slatted") else FACE[part.face]
