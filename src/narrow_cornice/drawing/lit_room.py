"""The room unfolded as its lamps light it: every patch of wall and floor in the colour that comes back from it, with
what its neighbours send onto it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np
from msgspec.structs import replace

from narrow_cornice.colour.lamplight import ADAPTED, under_lamp
from narrow_cornice.colour.patches import CEILING, FLOOR
from narrow_cornice.colour.tones import hex_of_light
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.lamps import hung_lamps, kelvin_of
from narrow_cornice.derived.zoned.lit import LitRoom, lit_of, luminance
from narrow_cornice.drawing.marks import Area, Areas, Drawing, Mark, Pen, Strip, Stroke
from narrow_cornice.drawing.unfolded import placed_walls, turned_frame, turning, unfolded_room
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FloorPath, SurfacePath, WallPath
from narrow_cornice.memo import by_identity

FINE = 48  # steps of brightness that are told apart


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def lit_unfolded(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    settings: Settings,
    turn: float,
) -> Drawing:
    """Return the room unfolded as it is lit; without lamps as it is."""
    plain = unfolded_room(room, changed_rules, colours, settings, turn)
    measured = measured_room(room, changed_rules)
    if measured.fault or not hung_lamps(room, changed_rules):
        return plain
    lit = lit_of(room, changed_rules, paints, colours)
    if lit is None:
        return plain
    tones = seen_tones(lit)
    over = next((tones[index] for index in np.flatnonzero(lit.patches.surface == CEILING)), "#f3efe4")
    marks = [*_patches(measured, lit, tones, turn), *_lines(plain, over, kelvin_of(room, changed_rules))]
    count = len(lit.patches.areas)
    said = f"as its lamps light it, {count} patches, light sent to and fro {lit.rounds} times; furniture hides nothing"
    return Drawing(f"{room.name[:60]}, lit", said, tuple(marks), plain.bounds)


def seen_tones(lit: LitRoom) -> list[str]:
    """Return the colour that is seen of each patch: what it sends back, under eyes that go along with the lamps and
    with how bright it is. As under one lamp (``colour.lamplight``) a part of the change is seen and the rest is not."""
    bright = float(np.quantile(luminance(lit.falling), 0.8)) or 1.0
    return shown_tones(lit.reflectance * lit.falling, lit, bright)


def shown_tones(sent: Any, lit: LitRoom, bright: float, fine: int = FINE) -> list[str]:
    """Return the colours that are seen of what surfaces in a lit room send back (n, 3), ``bright`` being as bright as
    white paper is drawn, in so many steps of brightness."""
    white = lit.falling.mean(axis=0) / max(1e-9, float(luminance(lit.falling).mean()))
    seen = sent * (ADAPTED / np.maximum(white, 1e-3) + (1.0 - ADAPTED))[None, :]
    shown = np.clip(seen / bright, 0.0, None)
    shown = shown / (1.0 + 0.35 * np.maximum(0.0, shown - 0.6))  # the brightest places are held back
    steps = np.round(np.clip(shown, 0.0, 1.0) ** 0.5 * fine) / fine
    known: dict[tuple[float, float, float], str] = {}
    tones = []
    for step in map(tuple, steps.tolist()):
        if step not in known:
            known[step] = hex_of_light((step[0] ** 2, step[1] ** 2, step[2] ** 2))
        tones.append(known[step])
    return tones


def _patches(measured: MeasuredRoom, lit: LitRoom, tones: list[str], turn: float) -> Iterator[Mark]:
    turned = turning(turn)
    corners = lit.patches.corners * 1000.0
    floor = FloorPath(measured.room.id)
    for index in np.flatnonzero(lit.patches.surface == FLOOR):
        ring = _ring(corners[index])
        yield Area(tuple(turned((x, y)) for x, y, _ in ring), tones[index], floor, Pen(tones[index], 0.4))
    for place in placed_walls(measured):
        frame = turned_frame(place.frame, turned)
        side = measured.plan.sides[place.index]
        about = WallPath(measured.room.id, measured.room.measured.walls[place.index].id)
        for index in np.flatnonzero(lit.patches.surface == place.index):
            outline = []
            for x, y, z in _ring(corners[index]):
                dx, dy = side.direction
                along = (side.end[0] - x) * dx + (side.end[1] - y) * dy
                outline.append(frame.at(along, z))
            yield Area(tuple(outline), tones[index], about, Pen(tones[index], 0.4))


def _ring(corners: Any) -> list[tuple[float, float, float]]:
    """Return the corners of a patch, those that repeat the last one left out."""
    made: list[tuple[float, float, float]] = []
    for x, y, z in corners:
        point = (float(x), float(y), float(z))
        if not made or made[-1] != point:
            made.append(point)
    return made


def _lines(plain: Drawing, over: str, kelvin: float) -> Iterator[Mark]:
    """Yield the lines and letters of the plain drawing, without its fillings but for the card of the ceiling; trim as
    it is under the lamps."""
    for mark in plain.marks:
        if isinstance(mark, Area):
            if isinstance(mark.about, SurfacePath) and mark.about.group == "ceiling":
                yield replace(mark, fill=over)
            elif mark.pen is not None:
                yield Stroke(mark.points, mark.pen, closed=True, about=mark.about)
        elif isinstance(mark, Areas):
            if mark.pen is not None:
                yield from (Stroke(outline, mark.pen, closed=True) for outline in mark.outlines)
        elif isinstance(mark, Strip):
            yield replace(mark, colour=under_lamp(mark.colour[:7], kelvin)) if mark.colour.startswith("#") else mark
        else:
            yield mark
