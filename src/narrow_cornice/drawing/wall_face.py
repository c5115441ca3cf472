"""The face of one wall as marks: bands in their colours, openings, trim with its shade strips."""

from __future__ import annotations

import itertools
import math

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.coated.pieces import STENCIL, place_of
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.coated.wall_surfaces import wall_bands
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.courses import courses_of
from narrow_cornice.derived.trimwork.panelling import WallPanels
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.drawing.built_on_wall import built_marks
from narrow_cornice.drawing.coloured import UNPAINTED_WOOD, Colours
from narrow_cornice.drawing.fields import field_marks, fields_on
from narrow_cornice.drawing.fixtures import hung_marks
from narrow_cornice.drawing.framed import casing_marks, panel_marks
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.hung_on_walls import hung_marks_of
from narrow_cornice.drawing.marks import About, Area, Mark, Pen, Stroke
from narrow_cornice.drawing.trim_strips import run_strip
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job.finishes import Block
from narrow_cornice.job.measured import Opening
from narrow_cornice.job.paths import BlockPath, OpeningPath, SurfacePath, TrimPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.ceilings import band_outline
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import CasingWay, Run
from narrow_cornice.trim.spacing import Course

UNPAINTED_WALL = "#efe9dc"
FRAME_WIDTH = 55.0  # mm of a window's frame as drawn
BAR_WIDTH = 28.0
MOST_REPEATS = 40  # of a stencil, drawn along either side


def face_marks(
    frame: Frame, face: WallFace, trimmed: TrimmedRoom, colours: Colours, changed_rules: dict[str, float]
) -> tuple[Mark, ...]:
    """Return the marks of a wall, from back to front; a wall that stayed as and where it was is not drawn again."""
    made = bare_face_marks(frame, face, trimmed, colours, changed_rules)
    hung = hung_marks_of(frame, trimmed.room, face.id, colours, changed_rules)
    if not trimmed.room.casework.built_ins:
        return (*made, *hung) if hung else made
    return (*made, *built_marks(frame, face, trimmed, colours, changed_rules), *hung)


def bare_face_marks(
    frame: Frame, face: WallFace, trimmed: TrimmedRoom, colours: Colours, changed_rules: dict[str, float]
) -> tuple[Mark, ...]:
    """Return the marks of a wall without what stands before it and without pictures and screens."""
    courses = courses_of(trimmed, changed_rules)
    blocks = _blocks_of(trimmed.room.finishes.blocks, face.id)
    return _face_marks(
        *frame.origin,
        *frame.u,
        *frame.v,
        face,
        trimmed.wall(face.id).casing,
        trimmed.runs_of(face.id),
        trimmed.trim,
        trimmed.height,
        split_of(trimmed),
        trimmed.room.id,
        colours,
        trimmed.panels_of(face.id),
        blocks,
        fields_on(trimmed.room, face.id, changed_rules) if trimmed.room.walling.fields else (),
        *(course for run, course in courses if run.wall == face.id and not any(run.low)),
    )


@by_identity(times=1, each="wall")
def _blocks_of(blocks: tuple[Block, ...], wall: str) -> tuple[Block, ...]:
    return tuple(one for one in blocks if one.wall == wall)


def _block_marks(frame: Frame, block: Block, room: str, colours: Colours) -> list[Mark]:
    """Return a block in its colour; a stencil as its repeats, each with a lozenge for what is cut out."""
    here, about = place_of(block), BlockPath(room, block.id)
    tone = colours.of(f"{block.kind}@{block.id}", UNPAINTED_WALL)
    if block.kind != STENCIL:
        return [Area(frame.quad(here), tone, about, Pen("line", 0.3))]
    wide = block.repeat_wide.mm if block.repeat_wide is not None else here.wide
    tall = block.repeat_tall.mm if block.repeat_tall is not None else here.tall
    across, up = (max(1, min(MOST_REPEATS, math.ceil(size - 1e-9))) for size in (here.wide / wide, here.tall / tall))
    marks: list[Mark] = [Stroke(frame.quad(here), Pen("line", 0.3, dashed=True), closed=True, about=about)]
    half = math.sqrt(block.share / 2)  # a lozenge of that share of its repeat
    for row in range(up):
        for column in range(across):
            u, v = here.u0 + (column + 0.5) * wide, here.v0 + (row + 0.5) * tall
            if u > here.u1 or v > here.v1:
                continue
            corners = ((u - half * wide, v), (u, v - half * tall), (u + half * wide, v), (u, v + half * tall))
            marks.append(Area(tuple(frame.at(*corner) for corner in corners), tone, about))
    return marks


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=2, each="side")
def _face_marks(
    x: float,
    y: float,
    ux: float,
    uy: float,
    vx: float,
    vy: float,
    face: WallFace,
    way: CasingWay,
    runs: tuple[Run, ...],
    trim: FittedTrim,
    height: Figure,
    split: Figure | None,
    room: str,
    colours: Colours,
    panels: WallPanels,
    blocks: tuple[Block, ...],
    fields: tuple[LaidField, ...],
    *courses: Course,
) -> tuple[Mark, ...]:
    frame = Frame((x, y), (ux, uy), (vx, vy))
    marks: list[Mark] = []
    for group, _, low, high in wall_bands(trim, height, split):
        key = f"{group}@{face.id}"
        outline = band_outline(face.upper_edge, low.value, high.value)
        if outline:
            points = tuple(frame.at(u, v) for u, v in outline)
            marks.append(Area(points, colours.of(key, UNPAINTED_WALL), SurfacePath.by_key(room, key)))
    for block in blocks:
        marks += _block_marks(frame, block, room, colours)
    marks += field_marks(frame, fields, room, colours)
    for seen in face.openings:
        marks += _opening_marks(frame, seen.opening, seen.rect, room, colours)
        if seen.opening.cased:
            marks += casing_marks(frame, seen, trim, way, room, colours)
    marks += panel_marks(frame, panels, trim, room, colours)
    for run in runs:
        profile = trim.of(run.kind).profile
        if run.kind == "casing" or profile is None:
            continue
        marks += run_strip(frame, run, trim.of(run.kind), profile, colours.of(f"{run.kind}@room", UNPAINTED_WOOD), room)
    for course in courses:
        marks += _course_marks(frame, course, colours, room)
    for thing, rect in face.hung:
        marks += hung_marks(frame, thing, rect, room)
    upper = [frame.at(u, z) for u, z in reversed(face.upper_edge)]
    edge = (frame.at(0.0, 0.0), frame.at(face.length, 0.0), *upper)
    marks.append(Stroke(edge, Pen("line", 0.9), closed=True))
    return tuple(marks)


def _course_marks(frame: Frame, course: Course, colours: Colours, room: str) -> list[Mark]:
    """Return dentils or modillions: what lies between them in shadow."""
    shade = toned(colours.of("cornice@room", UNPAINTED_WOOD), 0.42)
    about, places = TrimPath(room, "cornice"), course.places()
    edges = [(first[1], second[0]) for first, second in itertools.pairwise(places)]
    return [Area(frame.quad(Rect(u0, course.low, u1, course.high)), shade, about) for u0, u1 in edges]


def _opening_marks(frame: Frame, opening: Opening, rect: Rect, room: str, colours: Colours) -> list[Mark]:
    about = OpeningPath(room, opening.id)
    line = Pen("line", 0.5)
    if opening.kind == "arch":
        return _arch_marks(frame, opening, rect, about)
    if opening.kind == "fireplace":
        return _fireplace_marks(frame, rect, about)
    if opening.kind == "niche":
        return _niche_marks(frame, rect, about)
    if opening.kind == "doorway":
        return [
            Area(frame.quad(rect), "#b9ad9a", about, line),
            Area(frame.quad(Rect(rect.u0, rect.v0, rect.u1, rect.v0 + 40)), "#a89b86", about),
        ]
    if opening.kind == "window":
        return _window_marks(frame, opening, rect, about)
    key = f"door face@{opening.id}"
    leaf = colours.of(key, UNPAINTED_WOOD)
    marks: list[Mark] = [Area(frame.quad(rect), leaf, SurfacePath.by_key(room, key), line)]
    width, height = rect.u1 - rect.u0, rect.v1 - rect.v0
    columns = 2 if width > 1100 else 1
    stile = min(110.0, width / 8)
    for column in range(columns):
        u0 = rect.u0 + column * width / columns
        u1 = u0 + width / columns
        for low, high in ((0.09, 0.36), (0.43, 0.94)) if opening.leaf == "panelled" else ():
            panel = Rect(u0 + stile, rect.v0 + low * height, u1 - stile, rect.v0 + high * height)
            if panel.area > 0:
                marks.append(
                    Area(frame.quad(panel), toned(leaf, 0.88), SurfacePath.by_key(room, key), Pen("line", 0.3))
                )
        if column:
            marks.append(Stroke((frame.at(u0, rect.v0), frame.at(u0, rect.v1)), Pen("line", 0.5)))
    return marks


def _niche_marks(frame: Frame, rect: Rect, about: About) -> list[Mark]:
    """Return a niche: its back in the shade, and the edges of its sides, as one looks into it."""
    deep = min(rect.u1 - rect.u0, rect.v1 - rect.v0) * 0.12
    back = Rect(rect.u0 + deep, rect.v0 + deep, rect.u1 - deep, rect.v1 - deep)
    marks: list[Mark] = [
        Area(frame.quad(rect), "#dcd3c1", about, Pen("line", 0.6)),
        Area(frame.quad(back), "#c9bfab", about, Pen("line", 0.3)),
    ]
    pairs = zip(frame.quad(rect), frame.quad(back), strict=True)
    return [*marks, *(Stroke((outer, inner), Pen("line", 0.3), about=about) for outer, inner in pairs)]


def _fireplace_marks(frame: Frame, rect: Rect, about: About) -> list[Mark]:
    """Return the opening of a fireplace: dark, with its back and the edges of its splayed cheeks."""
    width, tall = rect.u1 - rect.u0, rect.v1 - rect.v0
    back = Rect(rect.u0 + width * 0.16, rect.v0 + tall * 0.06, rect.u1 - width * 0.16, rect.v1 - tall * 0.1)
    marks: list[Mark] = [
        Area(frame.quad(rect), "#4a443d", about, Pen("line", 0.6)),
        Area(frame.quad(back), "#3a352f", about, Pen("line", 0.3)),
    ]
    for (u, v), (x, y) in (
        ((rect.u0, rect.v0), (back.u0, back.v0)),
        ((rect.u1, rect.v0), (back.u1, back.v0)),
        ((rect.u0, rect.v1), (back.u0, back.v1)),
        ((rect.u1, rect.v1), (back.u1, back.v1)),
    ):
        marks.append(Stroke((frame.at(u, v), frame.at(x, y)), Pen("line", 0.3)))
    return marks


def _arch_marks(frame: Frame, opening: Opening, rect: Rect, about: About) -> list[Mark]:
    """Return an arch: straight sides up to its springing, half an ellipse above."""
    rise = min(opening.rise.mm, rect.v1 - rect.v0)
    middle, half, spring = (rect.u0 + rect.u1) / 2, (rect.u1 - rect.u0) / 2, rect.v1 - rise
    curve = [
        frame.at(middle + half * math.cos(math.radians(step)), spring + rise * math.sin(math.radians(step)))
        for step in range(0, 181, 10)
    ]
    outline = (frame.at(rect.u0, rect.v0), frame.at(rect.u1, rect.v0), *curve)
    return [Area(outline, "#b9ad9a", about, Pen("line", 0.5))]


def _window_marks(frame: Frame, opening: Opening, rect: Rect, about: About) -> list[Mark]:
    marks: list[Mark] = [Area(frame.quad(rect), opening.frame, about, Pen("line", 0.4))]
    edge = min(FRAME_WIDTH, (rect.u1 - rect.u0) / 8, (rect.v1 - rect.v0) / 8)
    width, height = rect.u1 - rect.u0 - 2 * edge, rect.v1 - rect.v0 - 2 * edge
    columns, rows = max(2, round(width / 480)), max(2, round(height / 520))
    bar = min(BAR_WIDTH, edge)
    for column in range(columns):
        for row in range(rows):
            u0 = rect.u0 + edge + column * width / columns + (bar / 2 if column else 0)
            u1 = rect.u0 + edge + (column + 1) * width / columns - (bar / 2 if column < columns - 1 else 0)
            v0 = rect.v0 + edge + row * height / rows + (bar / 2 if row else 0)
            v1 = rect.v0 + edge + (row + 1) * height / rows - (bar / 2 if row < rows - 1 else 0)
            marks.append(Area(frame.quad(Rect(u0, v0, u1, v1)), "glass", about))
    return marks
