"""One wall upright, at full size on the sheet, with its dimension chains."""

from __future__ import annotations

import itertools

from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace, measured_room
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.drawing.bulks import before_face, bulk_on_wall
from narrow_cornice.drawing.coloured import colours_of
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import (
    About,
    Dimension,
    Drawing,
    Label,
    Mark,
    Pen,
    Photograph,
    Stroke,
    bounds_of,
)
from narrow_cornice.drawing.photographs import squared_picture
from narrow_cornice.drawing.wall_face import face_marks
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import HeightPath, OpeningPath, SlopePath, TrimPath, TrimTherePath, WallPath
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import FRAMING, KINDS, OF_TRIM
from narrow_cornice.units.show import bare_size

NO_PICTURES: dict[str, bytes] = {}
CHAIN = 260.0
CLOSE = 45.0  # mm: heights closer together than this share a place in the chain


@by_identity(times=1, each="drawing")
def wall_elevation(
    room: Room,
    changed_rules: dict[str, float],
    colours: tuple[Colour, ...],
    settings: Settings,
    wall_id: str,
    pictures: dict[str, bytes] = NO_PICTURES,
) -> Drawing:
    """Return the elevation of one wall, seen from inside, its photograph faintly over it where there is one."""
    measured, trimmed = measured_room(room, changed_rules), trimmed_room(room, changed_rules)
    if trimmed is None:
        return Drawing(f"{room.name}, elevation", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    face = next((face for face in measured.faces if face.id == wall_id), measured.faces[0])
    frame = Frame((0.0, 0.0), (1.0, 0.0), (0.0, -1.0))
    known = colours_of(room.finishes.surfaces, colours)
    marks: list[Mark] = [*face_marks(frame, face, trimmed, known, changed_rules)]
    ceiling = trimmed.height.value
    photographed, unseen = _photograph(room, face, frame, pictures)
    marks += photographed
    behind = WallPath(room.id, face.id)
    for place in stud_places(room.measured.backing.get(face.id), face.length):
        marks.append(
            Stroke((frame.at(place, 0), frame.at(place, ceiling)), Pen("line", 0.5, dashed=True), about=behind)
        )
    marks.append(Stroke((frame.at(-420, 0), frame.at(face.length + 420, 0)), Pen("ink", 1.6)))
    marks += _chain_below(room, face, frame, settings)
    left = face.upper_edge[0][1]
    upright = SlopePath(room.id, face.id, size="low") if left < ceiling - 1 else HeightPath(room.id)
    marks.append(Dimension(frame.at(0, 0), frame.at(0, left), CHAIN, _shown(left, settings), upright))
    marks += _bulks(measured, face, frame)
    marks += _old_trim(room, face, frame, settings, ceiling)
    for u, z in face.upper_edge[1:-1]:
        marks.append(Label(frame.at(u, z + 90), _shown(z, settings), 8.5, "soft", about=WallPath(room.id, face.id)))
    marks += _chain_of_trim(room, face, frame, settings, trimmed)
    subtitle = "Seen from inside · " + ("unit: mm" if settings.unit == "mm" else "feet and inches") + unseen
    return Drawing(f"{room.name}, wall {face.name}", subtitle, tuple(marks), bounds_of(marks, 160))


def _shown(mm: float, settings: Settings) -> str:
    """Return a length as the chains say it: the unit stands once, under the title."""
    return bare_size(mm, settings)


def _photograph(room: Room, face: WallFace, frame: Frame, pictures: dict[str, bytes]) -> tuple[list[Mark], str]:
    """Return a wall's photograph squared to it, and what to say where it cannot be shown."""
    photo = next((one for one in room.measured.photos if one.wall == face.id and one.picture in pictures), None)
    if photo is None:
        return [], ""
    squared = squared_picture(photo, pictures[photo.picture], face.length, face.tallest)
    if not squared:
        return [], " · its photograph cannot be shown: lay another over it"
    return [Photograph(frame.at(0.0, face.tallest), face.length, face.tallest, squared)], ""


def _chain_below(room: Room, face: WallFace, frame: Frame, settings: Settings) -> list[Mark]:
    """Return the widths between the openings, where there are any, and the length of the whole wall below them."""
    wall = WallPath(room.id, face.id)
    edges: list[tuple[float, About]] = [(0.0, None)]
    for seen in face.openings:
        edges.append((seen.rect.u0, OpeningPath(room.id, seen.opening.id, size="place")))
        edges.append((seen.rect.u1, OpeningPath(room.id, seen.opening.id, size="width")))
    edges.append((face.length, wall))
    marks: list[Mark] = []
    if len(edges) > 2:
        for (u0, _), (u1, about) in itertools.pairwise(edges):
            if u1 - u0 > 1:
                marks.append(Dimension(frame.at(u1, 0), frame.at(u0, 0), CHAIN, _shown(u1 - u0, settings), about))
    deep = CHAIN * (2 if len(edges) > 2 else 1)
    marks.append(Dimension(frame.at(face.length, 0), frame.at(0, 0), deep, _shown(face.length, settings), wall))
    return marks


def _old_trim(room: Room, face: WallFace, frame: Frame, settings: Settings, ceiling: float) -> list[Mark]:
    """Return the edges of the trim that is there already on the floor or under the ceiling, and what becomes of it."""
    marks: list[Mark] = []
    for old in room.measured.there:
        stands = OF_TRIM[old.kind].stands
        if old.wall != face.id or stands not in ("on the floor", "under the ceiling"):
            continue
        v = old.height.mm if stands == "on the floor" else ceiling - old.height.mm
        about = TrimTherePath(room.id, old.id)
        edge = (frame.at(0, v), frame.at(face.length, v))
        marks.append(Stroke(edge, Pen("rust", 0.8, dashed=True), about=about))
        words = f"old {old.kind} {_shown(old.height.mm, settings)}, {old.decision}"
        marks.append(Label(frame.at(60, v + 55), words, 7.5, "rust", "left", about=about))
    return marks


def _chain_of_trim(room: Room, face: WallFace, frame: Frame, settings: Settings, trimmed: TrimmedRoom) -> list[Mark]:
    """Return the heights of the trim's edges at the right end of the wall, from the floor to its upper edge."""
    heights: dict[float, TrimPath] = {}
    for kind in (kind for kind in KINDS if kind not in FRAMING):
        piece = trimmed.trim.of(kind)
        if piece.built:
            for edge in (piece.bottom, piece.top):
                if 0 < edge < trimmed.height.value:
                    heights.setdefault(round(edge, 3), TrimPath(room.id, kind))
    right = face.upper_edge[-1][1]
    stops = [0.0, *(one for one in sorted(heights) if one < right - 1), right]
    marks: list[Mark] = []
    for low, high in itertools.pairwise(stops):
        if high - low >= CLOSE:
            about: About = heights.get(high) or heights.get(low) or HeightPath(room.id)
            ends = (frame.at(face.length, high), frame.at(face.length, low))
            marks.append(Dimension(*ends, CHAIN, _shown(high - low, settings), about))
    return marks


def _bulks(measured: MeasuredRoom, face: WallFace, frame: Frame) -> list[Mark]:
    """Return beams, boxed pipes and the like as they stand before this wall, with their names."""
    marks: list[Mark] = []
    for one in before_face(measured, face):
        bulk, outline = one.bulk, bulk_on_wall(measured.room, face, frame, one)
        low, high = bulk.under.mm, max(-y for _, y in outline.points)
        middle = frame.at((one.start + one.end) / 2, low - 70 if low > 100 else high / 2)
        marks.append(outline)
        marks.append(Label(middle, bulk.name, 8, "line", face="slanted", about=outline.about))
    return marks
