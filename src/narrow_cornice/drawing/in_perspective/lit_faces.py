"""Faces in space as the lamps of the room light them: large ones parted, each in the colour that comes back from it."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np

from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.lit import light_on, lit_of, luminance
from narrow_cornice.drawing.in_perspective.stage import Paint
from narrow_cornice.drawing.lit_room import shown_tones
from narrow_cornice.drawing.marks import ROLES
from narrow_cornice.job.finishes import Colour, Paint as Coating
from narrow_cornice.job.model import Room
from narrow_cornice.perspective.bodies import Body, Face, Sheet
from narrow_cornice.perspective.cutting_faces import clipped
from narrow_cornice.perspective.eye import Place

PARTED = 420.0  # mm: larger faces are parted, so that light falls off along them
STEPS = 160  # of brightness that are told apart
MOST_PARTS = 24  # along either side of a face


# Many parameters: what the light of a room is worked out from.
def lit_bodies(
    bodies: Sequence[Body],
    paints: list[Paint],
    room: Room,
    changed_rules: dict[str, float],
    coatings: tuple[Coating, ...],
    colours: tuple[Colour, ...],
) -> tuple[list[Body], list[Paint]]:
    """Return bodies and their paints as the room's lamps light them; without lamps as they are."""
    lit = lit_of(room, changed_rules, coatings, colours) if hung_lamps(room, changed_rules) else None
    if lit is None:
        return list(bodies), paints
    faces: list[tuple[Face, Sheet]] = []
    made: list[Body] = []
    for body in bodies:
        sheets = []
        for sheet in body.sheets:
            parted = [part for face in sheet.faces for part in _parted(face, sheet)]
            sheets.append(sheet._replace(faces=parted))
            faces += [(face, sheet) for face in parted]
        made.append(body._replace(sheets=tuple(sheets)))
    filled = [number for number, (face, _) in enumerate(faces) if not face.line and _opaque(paints[face.key].fill)]
    middles = np.array([np.mean(faces[number][0].points, axis=0) for number in filled]) / 1000.0
    normals = np.array([faces[number][1].plane[:3] for number in filled])
    own = np.array([_light(paints[faces[number][0].key].fill) for number in filled])
    falling = light_on(lit, middles, normals)
    tones = shown_tones(own * falling, lit, float(np.quantile(luminance(lit.falling), 0.8)) or 1.0, STEPS)
    keys: dict[tuple[int, str], int] = {}
    new = list(paints)
    lit_keys: dict[int, int] = {}
    for number, tone in zip(filled, tones, strict=True):
        key = faces[number][0].key
        if (key, tone) not in keys:
            keys[key, tone] = len(new)
            new.append(paints[key]._replace(fill=tone))
        lit_keys[number] = keys[key, tone]
    at = 0
    shown: list[Body] = []
    for body in made:
        sheets = []
        for sheet in body.sheets:
            painted = [
                face._replace(key=lit_keys.get(at + number, face.key)) for number, face in enumerate(sheet.faces)
            ]
            at += len(sheet.faces)
            sheets.append(sheet._replace(faces=painted))
        shown.append(body._replace(sheets=tuple(sheets)))
    return shown, new


def _opaque(fill: str) -> bool:
    return fill in ROLES or len(fill) == 7


def _light(fill: str) -> tuple[float, float, float]:
    """Return the reflectances of a fill in three bands (sRGB with its curve undone)."""
    tone = ROLES.get(fill, fill)
    red, green, blue = (int(tone[at : at + 2], 16) / 255.0 for at in (1, 3, 5))

    def undone(value: float) -> float:
        return float(value / 12.92 if value <= 0.04045 else ((value + 0.055) / 1.055) ** 2.4)

    return undone(red), undone(green), undone(blue)


def _parted(face: Face, sheet: Sheet) -> Iterator[Face]:
    """Yield a face in parts of at most a size, along its first side and across it."""
    if face.line or len(face.points) < 3:
        yield face
        return
    points = np.array(face.points)
    normal = np.array(sheet.plane[:3])
    u = points[1] - points[0]
    u = u - normal * (normal @ u)
    long = float(np.linalg.norm(u))
    if long < 1e-6:
        yield face
        return
    u /= long
    v = np.cross(normal, u)
    us, vs = points @ u, points @ v
    across, up = (min(MOST_PARTS, max(1, math.ceil(np.ptp(one) / PARTED))) for one in (us, vs))
    if across == up == 1:
        yield face
        return
    for column in _strips(list(face.points), u, float(us.min()), float(np.ptp(us)), across):
        for cell in _strips(column, v, float(vs.min()), float(np.ptp(vs)), up):
            yield face._replace(points=cell)


# Many parameters: an outline and how it is parted.
def _strips(ring: list[Place], way: Any, low: float, wide: float, count: int) -> Iterator[list[Place]]:
    x, y, z = (float(one) for one in way)
    for number in range(count):
        a, b = low + wide * number / count, low + wide * (number + 1) / count
        part = ring
        if number:
            part = clipped(part, lambda p, a=a: p[0] * x + p[1] * y + p[2] * z - a)  # type: ignore[misc]
        if number < count - 1 and part:
            part = clipped(part, lambda p, b=b: b - p[0] * x - p[1] * y - p[2] * z)  # type: ignore[misc]
        if len(part) > 2:
            yield part
