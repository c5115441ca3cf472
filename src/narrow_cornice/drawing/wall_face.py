"""The face of one wall as marks: bands in their colours, openings, trim with its shade strips."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from narrow_cornice.colour.tones import toned
from narrow_cornice.drawing.fixtures import condition_marks, fixture_marks
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Mark, Path, Pen, Strip
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, Finish, Opening
from narrow_cornice.survey.ceilings import band_outline
from narrow_cornice.survey.faces import Rect
from narrow_cornice.takeoff.rooms import MeasuredRoom, WallFace
from narrow_cornice.takeoff.surfaces import casing_rects, trim_rects, wall_bands
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import Run
from narrow_cornice.trim.shade import shade_strip
from narrow_cornice.working.figures import Figure

UNPAINTED_WALL = "#efe9dc"
UNPAINTED_WOOD = "#e3d0ac"
FRAME_WIDTH = 55.0  # mm of a window's frame as drawn
BAR_WIDTH = 28.0


class Colours:
    """The colour of every surface of a room by its key, with a quiet stand-in where none is chosen."""

    def __init__(self, finishes: Mapping[str, Finish], colours: Sequence[Colour]) -> None:
        self._finishes = finishes
        self._hex = {colour.id: colour.hex for colour in colours}

    def of(self, key: str, otherwise: str) -> str:
        """Return the colour of a surface: its own finish's, or its group's."""
        finish = self._finishes.get(key) or self._finishes.get(key.partition("@")[0])
        return otherwise if finish is None or finish.colour is None else self._hex.get(finish.colour, otherwise)


@by_identity(keep=1024)
def colours_of(finishes: dict[str, Finish], colours: tuple[Colour, ...]) -> Colours:
    """Return the colours of a room, one object for as long as its finishes and the job's colours are."""
    return Colours(finishes, colours)


def face_marks(frame: Frame, face: WallFace, measured: MeasuredRoom, colours: Colours) -> tuple[Mark, ...]:
    """Return the marks of a wall, from back to front; a wall that stayed as and where it was is not drawn again."""
    assert measured.trim is not None
    assert measured.height is not None
    return _face_marks(
        *frame.origin,
        *frame.u,
        *frame.v,
        face,
        measured.runs_of(face),
        measured.trim,
        measured.height,
        measured.split,
        measured.room.id,
        colours,
    )


@by_identity(keep=4096)
def _face_marks(
    x: float,
    y: float,
    ux: float,
    uy: float,
    vx: float,
    vy: float,
    face: WallFace,
    runs: tuple[Run, ...],
    trim: FittedTrim,
    height: Figure,
    split: Figure | None,
    room: str,
    colours: Colours,
) -> tuple[Mark, ...]:
    frame = Frame((x, y), (ux, uy), (vx, vy))
    marks: list[Mark] = []
    for group, _, low, high in wall_bands(trim, height, split):
        key = f"{group}@{face.id}"
        outline = band_outline(face.profile, low.value, high.value)
        if outline:
            points = tuple(frame.at(u, v) for u, v in outline)
            marks.append(Area(points, colours.of(key, UNPAINTED_WALL), (room, "finish", key)))
    for opening, _, rect in face.openings:
        marks += _opening_marks(frame, opening, rect, room, colours)
        if opening.cased:
            marks += _casing_marks(frame, opening, rect, trim, room, colours)
    for run in runs:
        if run.kind == "casing":
            continue
        profile = trim.piece(run.kind).profile
        if profile is None:
            continue
        strip = shade_strip(profile)
        rect = trim_rects(run, trim)
        if strip.cast > 0 and rect.v0 > 0:
            below = Rect(rect.u0, max(0.0, rect.v0 - strip.cast), rect.u1, rect.v0)
            marks.append(Area(frame.quad(below), "#2a27241c"))
        marks.append(
            Strip(
                frame.at(rect.u0, rect.v1),
                frame.step(rect.u1 - rect.u0, 0),
                frame.step(0, rect.v0 - rect.v1),
                colours.of(f"{run.kind}@room", UNPAINTED_WOOD),
                strip.tones,
                (room, "trim", run.kind),
            )
        )
    for fixture, rect in face.fixtures:
        marks += fixture_marks(frame, fixture, rect, room)
    for mark, rect in face.marks:
        marks += condition_marks(frame, mark, rect, room)
    upper = [frame.at(u, z) for u, z in reversed(face.profile)]
    edge = (frame.at(0.0, 0.0), frame.at(face.length, 0.0), *upper)
    marks.append(Path(edge, Pen("line", 0.9), closed=True))
    return tuple(marks)


def _casing_marks(
    frame: Frame, opening: Opening, rect: Rect, trim: FittedTrim, room: str, colours: Colours
) -> list[Mark]:
    """Return the casing round an opening: legs, head, lower piece, each shaded from its outer edge inwards."""
    piece = trim.piece("casing")
    if not piece.built or piece.height is None or piece.profile is None:
        return []
    width = piece.height.value
    strip = shade_strip(piece.profile)
    colour = colours.of("casing@room", UNPAINTED_WOOD)
    about = (room, "trim", "casing")
    left, right, head, *below = casing_rects(rect, opening.kind != "window", width)
    light, dark = strip.tones, strip.away
    marks: list[Mark] = [
        Strip(frame.at(left.u0, left.v0), frame.step(0, left.v1 - left.v0), frame.step(width, 0), colour, light, about),
        Strip(
            frame.at(right.u1, right.v0), frame.step(0, right.v1 - right.v0), frame.step(-width, 0), colour, dark, about
        ),
        Strip(
            frame.at(head.u0 - width, head.v1),
            frame.step(head.u1 - head.u0 + 2 * width, 0),
            frame.step(0, -width),
            colour,
            light,
            about,
        ),
    ]
    for one in below:
        marks.append(
            Strip(
                frame.at(one.u0 - width, one.v0),
                frame.step(one.u1 - one.u0 + 2 * width, 0),
                frame.step(0, width),
                colour,
                dark,
                about,
            )
        )
    outer = Rect(left.u0, left.v0, right.u1, head.v1)
    marks.append(Path(frame.quad(outer), Pen("line", 0.4), closed=True))
    for inner, out in ((rect.u0, left.u0), (rect.u1, right.u1)):  # the mitres
        marks.append(Path((frame.at(inner, rect.v1), frame.at(out, head.v1)), Pen("line", 0.3)))
        if below:
            marks.append(Path((frame.at(inner, rect.v0), frame.at(out, left.v0)), Pen("line", 0.3)))
    return marks


def _opening_marks(frame: Frame, opening: Opening, rect: Rect, room: str, colours: Colours) -> list[Mark]:
    about = (room, "opening", opening.id)
    line = Pen("line", 0.5)
    if opening.kind == "arch":
        return _arch_marks(frame, opening, rect, about)
    if opening.kind == "doorway":
        return [
            Area(frame.quad(rect), "#b9ad9a", about, line),
            Area(frame.quad(Rect(rect.u0, rect.v0, rect.u1, rect.v0 + 40)), "#a89b86", about),
        ]
    if opening.kind == "window":
        return _window_marks(frame, opening, rect, about)
    key = f"door face@{opening.id}"
    leaf = colours.of(key, UNPAINTED_WOOD)
    marks: list[Mark] = [Area(frame.quad(rect), leaf, (room, "finish", key), line)]
    width, height = rect.u1 - rect.u0, rect.v1 - rect.v0
    columns = 2 if width > 1100 else 1
    stile = min(110.0, width / 8)
    for column in range(columns):
        u0 = rect.u0 + column * width / columns
        u1 = u0 + width / columns
        for low, high in ((0.09, 0.36), (0.43, 0.94)):
            panel = Rect(u0 + stile, rect.v0 + low * height, u1 - stile, rect.v0 + high * height)
            if panel.area > 0:
                marks.append(Area(frame.quad(panel), toned(leaf, 0.88), (room, "finish", key), Pen("line", 0.3)))
        if column:
            marks.append(Path((frame.at(u0, rect.v0), frame.at(u0, rect.v1)), Pen("line", 0.5)))
    return marks


def _arch_marks(frame: Frame, opening: Opening, rect: Rect, about: tuple[str, ...]) -> list[Mark]:
    """Return an arch: straight sides up to its springing, half an ellipse above."""
    rise = min(opening.rise.mm, rect.v1 - rect.v0)
    middle, half, spring = (rect.u0 + rect.u1) / 2, (rect.u1 - rect.u0) / 2, rect.v1 - rise
    curve = [
        frame.at(middle + half * math.cos(math.radians(step)), spring + rise * math.sin(math.radians(step)))
        for step in range(0, 181, 10)
    ]
    outline = (frame.at(rect.u0, rect.v0), frame.at(rect.u1, rect.v0), *curve)
    return [Area(outline, "#b9ad9a", about, Pen("line", 0.5))]


def _window_marks(frame: Frame, opening: Opening, rect: Rect, about: tuple[str, ...]) -> list[Mark]:
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
