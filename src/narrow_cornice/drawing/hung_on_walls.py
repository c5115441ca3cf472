"""What hangs on a wall over its fields: pictures with their shadows, many small things, screens, false windows."""

from __future__ import annotations

import math
from collections.abc import Iterator

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.walled.flights import Flown, flights_of
from narrow_cornice.derived.walled.hung_pictures import HungGroup, galleries_of
from narrow_cornice.derived.walled.shown import MirrorWindow, OnScreen, false_windows_of, screens_of
from narrow_cornice.drawing.coloured import Colours
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Handle, Mark, Pen, Point, Stroke, areas
from narrow_cornice.features.region import Box
from narrow_cornice.features.screens import SWITCHED_OFF, Ways
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import FalseWindowPath, FlightPath, GalleryPath, ShownPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect

FRAME = 0.07  # of the shorter side of a picture, that its frame is wide
SHADOW = 14.0  # mm
WOOD, DARK, PLAIN, LEDGE = "#4a3b2c", "#2b2a29", "#8e8878", "#d9c7a3"
ROUND = 14  # corners of a small thing


def hung_marks_of(
    frame: Frame, room: Room, wall: str, colours: Colours, changed_rules: dict[str, float]
) -> tuple[Mark, ...]:
    """Return what hangs on a wall, from back to front."""
    walling = room.walling
    if not (walling.galleries or walling.flights or walling.screens or walling.windows):
        return ()
    return _kept(*frame.origin, *frame.u, *frame.v, room, wall, colours, changed_rules)


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=2, each="wall")
def _kept(
    x: float,
    y: float,
    ux: float,
    uy: float,
    vx: float,
    vy: float,
    room: Room,
    wall: str,
    colours: Colours,
    changed_rules: dict[str, float],
) -> tuple[Mark, ...]:
    return tuple(_hung(Frame((x, y), (ux, uy), (vx, vy)), room, wall, colours, changed_rules))


def _hung(frame: Frame, room: Room, wall: str, colours: Colours, changed_rules: dict[str, float]) -> Iterator[Mark]:
    for screen in screens_of(room, changed_rules):
        if screen.shown.wall == wall and not screen.fault:
            yield from screen_marks(frame, screen, room.id)
    for mirror in false_windows_of(room, changed_rules):
        if mirror.window.wall == wall and mirror.panes is not None:
            yield from _mirror(frame, mirror, room.id, colours)
    for group in galleries_of(room, changed_rules):
        if group.gallery.wall == wall:
            yield from picture_marks(frame, group, room.id, colours)
    for flown in flights_of(room, changed_rules):
        if flown.flight.wall == wall and flown.things is not None:
            yield from _flight(frame, flown, room.id, colours)


def _quad(frame: Frame, box: Box) -> tuple[Point, ...]:
    return frame.quad(Rect(*box))


def _inset(box: Box, by: float) -> Box:
    return box[0] + by, box[1] + by, box[2] - by, box[3] - by


def picture_marks(frame: Frame, group: HungGroup, room: str, colours: Colours) -> Iterator[Mark]:
    """Yield a group of pictures: ledges, then each with its shadow, its frame, its mount and what is on it."""
    for foot in group.ledges:
        left, _, right, _ = group.box
        about = GalleryPath(room, group.gallery.id)
        yield Area(_quad(frame, (left - 40, foot - 22, right + 40, foot)), LEDGE, about, Pen("line", 0.6))
    for one in group.hung:
        about = GalleryPath(room, group.gallery.id, picture=one.picture.id)
        left, bottom, right, top = one.box
        shadow = (left + SHADOW, bottom - SHADOW, right + SHADOW, top - SHADOW)
        yield Area(_quad(frame, shadow), "#2a272430")
        wide = FRAME * min(right - left, top - bottom)
        yield Area(_quad(frame, one.box), colours.named(one.picture.colour, WOOD), about, Pen("line", 0.6))
        yield Area(_quad(frame, _inset(one.box, wide)), "#f4efe4")
        inner = _inset(one.box, wide * 2.4)
        yield Area(_quad(frame, inner), one.picture.tone, None, Pen("line", 0.3))
        x0, y0, x1, y1 = inner
        horizon = y0 + (y1 - y0) * 0.4
        ground = (x0, y0, x1, horizon)
        yield Area(_quad(frame, ground), toned(one.picture.tone, 0.78))


def _flight(frame: Frame, flown: Flown, room: str, colours: Colours) -> Iterator[Mark]:
    about, flight = FlightPath(room, flown.flight.id), flown.flight
    outline = tuple(frame.at(u, v) for u, v in flight.outline)
    yield Stroke(outline, Pen("verdigris", 0.7, dashed=True), closed=True, about=about)
    assert flown.things is not None
    half = float(flight.size.mm) / 2
    tones = [colours.named(one.colour, PLAIN) for one in flight.colours] or [PLAIN]
    groups: dict[str, list[tuple[Point, ...]]] = {}
    for (u, v), number in zip(flown.things.places, flown.things.colours, strict=True):
        groups.setdefault(tones[min(number, len(tones) - 1)], []).append(_leaf(frame, u, v, half))
    for tone, rings in groups.items():
        yield areas(tuple(rings), tone, Pen("line", 0.4))


def _leaf(frame: Frame, u: float, v: float, half: float) -> tuple[Point, ...]:
    """Return a small thing as a round."""
    return tuple(
        frame.at(u + half * math.cos(2 * math.pi * n / ROUND), v + half * math.sin(2 * math.pi * n / ROUND))
        for n in range(ROUND)
    )


def outline_handles(frame: Frame, flown: Flown, room: str) -> Iterator[Mark]:
    """Yield a handle on every corner of the outline of a flight."""
    for number, (u, v) in enumerate(flown.flight.outline):
        yield Handle(frame.at(u, v), FlightPath(room, flown.flight.id, corner=number))


def _mirror(frame: Frame, mirror: MirrorWindow, room: str, colours: Colours) -> Iterator[Mark]:
    about = FalseWindowPath(room, mirror.window.id)
    assert mirror.panes is not None
    left, bottom, _, _ = mirror.box
    yield Area(_quad(frame, mirror.box), colours.named(mirror.window.colour, "#ece6d8"), about, Pen("line", 0.8))
    for a, b, c, d in mirror.panes.boxes:
        pane = (left + a, bottom + b, left + c, bottom + d)
        yield Area(_quad(frame, pane), "#cfd9da", about, Pen("line", 0.4))
        slope = (
            frame.at(pane[0], pane[1]),
            frame.at(pane[0] + (pane[2] - pane[0]) * 0.55, pane[1]),
            frame.at(pane[2], pane[3]),
            frame.at(pane[2] - (pane[2] - pane[0]) * 0.55, pane[3]),
        )
        yield Area(slope, "#ffffff40", about)


def screen_marks(frame: Frame, screen: OnScreen, room: str, way: Ways | None = None) -> Iterator[Mark]:
    """Yield a screen in its way, or in another: joined to the wall, hidden, or thrown on it."""
    about, way = ShownPath(room, screen.shown.id), way or screen.shown.way
    left, bottom, right, top = screen.box
    wide, tall = screen.opening.wide, screen.opening.tall
    middle = (left + right) / 2
    case = (middle - wide / 2, bottom - 25, middle + wide / 2, bottom - 25 + tall)
    line = Pen("line", 0.8)
    if way == "projector":
        yield Area(_quad(frame, screen.box), "#fbfaf6", about, Pen("line", 0.8, dashed=True))
        return
    if way == "dark wall":
        long, high = screen.face
        dark = (max(0.0, left - 350), max(0.0, bottom - 250), min(long, right + 350), min(high, top + 250))
        yield Area(_quad(frame, dark), "#3b3f42", None, Pen("line", 0.4))
    elif way == "board behind":
        yield Area(_quad(frame, (left - 180, bottom - 260, right + 180, top + 160)), "#9a7d57", about, line)
    elif way == "framed":
        yield Area(_quad(frame, _inset(screen.box, -70)), WOOD, about, line)
    elif way != "among pictures":
        yield Area(_quad(frame, _inset(case, -18)), "#e9e1d3", about, line)
        yield from _leaves(frame, case, way, about)
        return
    yield Area(_quad(frame, screen.box), DARK, about, line)
    yield Area(_quad(frame, _inset(screen.box, 12)), SWITCHED_OFF)


def _leaves(frame: Frame, case: Box, way: Ways, about: ShownPath) -> Iterator[Mark]:
    """Yield the closed leaves that hide a screen, with a line for each joint."""
    left, bottom, right, top = case
    many = {"case with doors": 2, "sliding doors": 2, "bifold doors": 4, "art that opens": 1, "lift": 1}.get(way, 2)
    for number in range(many):
        a = left + (right - left) * number / many
        b = left + (right - left) * (number + 1) / many
        yield Area(_quad(frame, (a + 1.5, bottom, b - 1.5, top)), "#dfd4c0", None, Pen("line", 0.6))
    if way == "art that opens":
        yield Area(_quad(frame, _inset(case, 60)), "#a9b7b3", about, Pen("line", 0.5))
    if way == "lift":
        yield Stroke((frame.at(left, bottom + 60), frame.at(right, bottom + 60)), Pen("line", 0.6), about=about)
