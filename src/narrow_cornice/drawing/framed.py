"""Frames on a wall: casings round openings, panels, mirrors and screens, each shaded from its outer edge inwards."""

from __future__ import annotations

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.measured.rooms import OpeningFace
from narrow_cornice.derived.trimwork.lying import casing_rects
from narrow_cornice.derived.trimwork.panelling import WallPanels
from narrow_cornice.drawing.coloured import UNPAINTED_WOOD, Colours
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import About, Area, Mark, Pen, Strip, Stroke
from narrow_cornice.job.paths import FramePath, PanelsPath, TrimPath
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.fitted import Fitted, FittedTrim
from narrow_cornice.trim.runs import CasingWay
from narrow_cornice.trim.shade import shade_strip

GLASS = {"mirror": "#dfe7e8", "screen": "#33363a", "picture": "#d9d2c4"}
BLOCK_EDGE = 6.0  # mm a block stands out beyond its casing on the drawing


def casing_marks(
    frame: Frame, seen: OpeningFace, trim: FittedTrim, way: CasingWay, room: str, colours: Colours
) -> list[Mark]:
    """Return the casing round an opening: legs, head, lower piece, with its mitres, joints or blocks."""
    piece = trim.of("casing")
    if not piece.built or piece.height is None or piece.profile is None:
        return []
    width, colour, about = piece.height.value, colours.of("casing@room", UNPAINTED_WOOD), TrimPath(room, "casing")
    left, right, head, *below = casing_rects(seen.rect, seen.to_floor, width, way.setback.value)
    marks = [
        *_upright(frame, left, piece, colour, about, False),
        *_upright(frame, right, piece, colour, about, True),
        *_level(frame, Rect(left.u0, head.v0, right.u1, head.v1), piece, colour, about, False),
    ]
    for one in below:
        marks += _level(frame, Rect(left.u0, one.v0, right.u1, one.v1), piece, colour, about, True)
    outer = Rect(left.u0, left.v0, right.u1, head.v1)
    marks.append(Stroke(frame.quad(outer), Pen("line", 0.4), closed=True))
    marks += _joints(frame, outer, width, way, bool(below))
    marks += _blocks(frame, outer, width, way, bool(below), colour, about)
    return marks


def _upright(frame: Frame, rect: Rect, piece: Fitted, colour: str, about: About, away: bool) -> list[Mark]:
    assert piece.profile is not None
    strip, width = shade_strip(piece.profile), rect.u1 - rect.u0
    start, across = (rect.u1, -width) if away else (rect.u0, width)
    tones = strip.away if away else strip.tones
    up = frame.step(0, rect.v1 - rect.v0)
    return [Strip(frame.at(start, rect.v0), up, frame.step(across, 0), colour, tones, about)]


def _level(frame: Frame, rect: Rect, piece: Fitted, colour: str, about: About, away: bool) -> list[Mark]:
    assert piece.profile is not None
    strip, tall = shade_strip(piece.profile), rect.v1 - rect.v0
    start, across = (rect.v0, tall) if away else (rect.v1, -tall)
    tones = strip.away if away else strip.tones
    along = frame.step(rect.u1 - rect.u0, 0)
    return [Strip(frame.at(rect.u0, start), along, frame.step(0, across), colour, tones, about)]


def _joints(frame: Frame, outer: Rect, width: float, way: CasingWay, below: bool) -> list[Mark]:
    """Return the lines where head and legs meet: mitres, or the head lying over the legs."""
    corners = [(outer.u0, outer.v1, 1, -1), (outer.u1, outer.v1, -1, -1)]
    if below:
        corners += [(outer.u0, outer.v0, 1, 1), (outer.u1, outer.v0, -1, 1)]
    marks: list[Mark] = []
    for u, v, along, up in corners:
        inner = (u + along * width, v + up * width)
        start = (u, v) if way.head == "mitred" else (u, v + up * width)
        if way.head != "corner blocks":
            marks.append(Stroke((frame.at(*start), frame.at(*inner)), Pen("line", 0.3)))
    return marks


def _blocks(
    frame: Frame, outer: Rect, width: float, way: CasingWay, below: bool, colour: str, about: About
) -> list[Mark]:
    """Return corner blocks with their round, and plinth blocks under the legs."""
    edge = BLOCK_EDGE
    marks: list[Mark] = []
    if way.head == "corner blocks":
        places = [(u, v) for v in ((outer.v1 - width, outer.v0) if below else (outer.v1 - width,))
                  for u in (outer.u0, outer.u1 - width)]  # fmt: skip
        for u, v in places:
            marks.append(Area(frame.quad(Rect(u - edge, v - edge, u + width + edge, v + width + edge)), colour, about))
            marks += _round(frame, (u + width / 2, v + width / 2), width * 0.33, toned(colour, 0.86))
            box = Rect(u - edge, v - edge, u + width + edge, v + width + edge)
            marks.append(Stroke(frame.quad(box), Pen("line", 0.5), closed=True))
    if way.plinth > 0 and not below:
        for u in (outer.u0, outer.u1 - width):
            box = Rect(u - edge, 0.0, u + width + edge, way.plinth)
            marks.append(Area(frame.quad(box), colour, about, Pen("line", 0.5)))
            marks.append(Stroke((frame.at(u - edge, way.plinth * 0.9), frame.at(u + width + edge, way.plinth * 0.9)),
                              Pen("line", 0.3)))  # fmt: skip
    return marks


def _round(frame: Frame, centre: tuple[float, float], radius: float, fill: str) -> list[Mark]:
    import math

    points = tuple(
        frame.at(centre[0] + radius * math.cos(n * math.pi / 12), centre[1] + radius * math.sin(n * math.pi / 12))
        for n in range(24)
    )
    return [Area(points, fill, None, Pen("line", 0.4))]


def panel_marks(frame: Frame, panels: WallPanels, trim: FittedTrim, room: str, colours: Colours) -> list[Mark]:
    """Return stiles and rails, the mouldings of panels, and framed things on a wall."""
    marks: list[Mark] = []
    wood = colours.of("stiles and rails@room", UNPAINTED_WOOD)
    for rect in panels.stiles:
        about: About = TrimPath(room, "stiles and rails")
        marks.append(Area(frame.quad(rect), wood, about, Pen("line", 0.3)))
    mould = trim.of("panel mould")
    for panelling, rect in panels.panels:
        about = PanelsPath(room, panelling)
        if mould.built:
            marks += frame_marks(frame, rect, mould, colours.of("panel mould@room", UNPAINTED_WOOD), about)
        else:
            marks.append(Stroke(frame.quad(rect), Pen("line", 0.5, dashed=True), closed=True, about=about))
    for thing, rect in panels.framed:
        about = FramePath(room, thing.id)
        marks.append(Area(frame.quad(rect), GLASS[thing.kind], about, Pen("line", 0.5)))
        piece = trim.of(thing.mould)
        if piece.built:
            marks += frame_marks(frame, rect, piece, colours.of(f"{thing.mould}@room", UNPAINTED_WOOD), about)
    return marks


def frame_marks(frame: Frame, outer: Rect, piece: Fitted, colour: str, about: About) -> list[Mark]:
    """Return a mitred frame by its outer rectangle."""
    if piece.height is None or piece.profile is None:
        return []
    width = min(piece.height.value, (outer.u1 - outer.u0) / 2, (outer.v1 - outer.v0) / 2)
    marks = [
        *_upright(frame, Rect(outer.u0, outer.v0, outer.u0 + width, outer.v1), piece, colour, about, False),
        *_upright(frame, Rect(outer.u1 - width, outer.v0, outer.u1, outer.v1), piece, colour, about, True),
        *_mitred_level(frame, outer, width, piece, colour, about),
    ]
    marks.append(Stroke(frame.quad(outer), Pen("line", 0.3), closed=True))
    inner = Rect(outer.u0 + width, outer.v0 + width, outer.u1 - width, outer.v1 - width)
    marks.append(Stroke(frame.quad(inner), Pen("line", 0.3), closed=True))
    for a, b in zip(((outer.u0, outer.v0), (outer.u1, outer.v0), (outer.u1, outer.v1), (outer.u0, outer.v1)),
                    ((inner.u0, inner.v0), (inner.u1, inner.v0), (inner.u1, inner.v1), (inner.u0, inner.v1)),
                    strict=True):  # fmt: skip
        marks.append(Stroke((frame.at(*a), frame.at(*b)), Pen("line", 0.2)))
    return marks


def _mitred_level(frame: Frame, outer: Rect, width: float, piece: Fitted, colour: str, about: About) -> list[Mark]:
    low = Rect(outer.u0 + width * 0.5, outer.v0, outer.u1 - width * 0.5, outer.v0 + width)
    high = Rect(outer.u0 + width * 0.5, outer.v1 - width, outer.u1 - width * 0.5, outer.v1)
    return [*_level(frame, high, piece, colour, about, False), *_level(frame, low, piece, colour, about, True)]
