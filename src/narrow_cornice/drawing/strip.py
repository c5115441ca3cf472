"""All walls of a room laid out as one strip, as they are seen from inside by somebody who turns to the right."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.bulks import bulks_against
from narrow_cornice.drawing.coloured import colours_of
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Dimension, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.wall_face import face_marks
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import WallPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import corner_name
from narrow_cornice.units.show import bare_size

ROW = 16_000.0  # mm of wall in a row; a longer strip goes on below
BETWEEN = 900.0  # mm of paper between rows
CHAIN = 230.0


@by_identity(times=1, each="drawing")
def wall_strip(room: Room, changed_rules: dict[str, float], colours: tuple[Colour, ...], settings: Settings) -> Drawing:
    """Return the strip of all walls, in rows where it is long."""
    measured = measured_room(room, changed_rules)
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return Drawing(f"{room.name}, strip", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    known = colours_of(room.finishes.surfaces, colours)
    count = len(measured.faces)
    marks: list[Mark] = []
    x, floor = 0.0, 0.0
    for index in reversed(range(count)):  # corners go anticlockwise, an eye that turns right goes the other way
        face = measured.faces[index]
        if x > 0 and x + face.length > ROW:
            marks.append(Stroke(((-150.0, floor), (x + 150, floor)), Pen("ink", 1.6)))
            x, floor = 0.0, floor + max(one.tallest for one in measured.faces) + BETWEEN
        frame = Frame((x, floor), (1.0, 0.0), (0.0, -1.0))
        marks += face_marks(frame, face, trimmed, known, changed_rules)
        marks += bulks_against(measured, face, frame)
        about = WallPath(room.id, face.id)
        text = bare_size(face.length, settings)
        marks.append(Dimension((x + face.length, floor), (x, floor), CHAIN, text, about))
        if x == 0.0:
            marks.append(Label((x, floor + CHAIN + 150), corner_name((index + 1) % count), 10, "rust", face="name"))
        marks.append(Label((x + face.length, floor + CHAIN + 150), corner_name(index), 10, "rust", face="name"))
        x += face.length
    marks.append(Stroke(((-150.0, floor), (x + 150, floor)), Pen("ink", 1.6)))
    subtitle = "Seen from inside, turning to the right · corners by their letters on the plan"
    return Drawing(f"{room.name}, strip of all walls", subtitle, tuple(marks), bounds_of(marks, 180))
