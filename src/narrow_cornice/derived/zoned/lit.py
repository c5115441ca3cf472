"""The light on every surface of a room from its lamps, and over its plan.

Windows are not counted. Furniture takes no light and hides none.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import Any, NamedTuple

from narrow_cornice.colour.form_factors import convex, form_factors, unhidden
from narrow_cornice.colour.interreflection import Shining, intensity, lit
from narrow_cornice.colour.patches import CEILING, FLOOR, Part, Patches, Solid, patches_of
from narrow_cornice.colour.tones import linear_light
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.lamps import hung_lamps, shining
from narrow_cornice.derived.zoned.room_tones import BARE_CEILING, BARE_WALL, BELOW, split_height, surface_tones
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.plan_shapes import Point, area_of, inside

GRID = 200.0  # mm between two places of the light map
MOST_PATCHES = 1800


class LightMap(NamedTuple):
    """Lux over a plan at a height: places and how much falls there on a level plane, straight and in all."""

    height: float
    places: tuple[Point, ...]
    direct: tuple[float, ...]
    lux: tuple[float, ...]

    def mean_in(self, outline: Sequence[Point]) -> float | None:
        """Return the mean over the places in an outline, None where none is."""
        mine = [lux for place, lux in zip(self.places, self.lux, strict=True) if inside(outline, place)]
        return sum(mine) / len(mine) if mine else None

    def near(self, place: Point) -> float:
        """Return the light at the nearest place."""
        at = min(range(len(self.places)), key=lambda n: math.dist(self.places[n], place))
        return self.lux[at]


class LitRoom(NamedTuple):
    """A room lit by its lamps: the patches of its surfaces, the light that falls on each in three bands, and which
    reflectances it was worked out with, after so many rounds, for which lamps."""

    patches: Patches
    falling: Any
    reflectance: Any
    rounds: int
    solid: Solid
    lamps: tuple[Shining, ...]


def solid_of(measured: MeasuredRoom) -> Solid:
    """Return a measured room as light goes through it, in metres."""
    corners = tuple((x / 1000.0, y / 1000.0) for x, y in measured.plan.corners)
    upper = []
    for face in measured.faces:  # a face runs from the end of its side to its start: turned round
        upper.append(tuple(((face.length - u) / 1000.0, z / 1000.0) for u, z in reversed(face.upper_edge)))
    parts = []
    for plane, outlines in measured.ceiling.parts(measured.plan.corners) if not measured.ceiling.flat else ():
        for outline in outlines:
            ring = tuple((x / 1000.0, y / 1000.0) for x, y in outline)
            parts.append(Part(ring, plane.height / 1000.0, plane.east, plane.north))
    if not parts:
        parts = [Part(corners, measured.ceiling.planes[0].height / 1000.0)]
    return Solid(corners, tuple(upper), tuple(parts))


@by_identity(times=1, each="job")
def _factors(measured: MeasuredRoom, size: float) -> tuple[Patches, Any, Solid]:
    """Return a room in patches, and what goes from each to each. A few rooms' are kept: they are some MB each."""
    import numpy as np

    solid = solid_of(measured)
    patches = patches_of(solid, size)
    return patches, form_factors(patches, solid.outline).astype(np.float32), solid


def lit_room(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    going: Callable[[], bool] = lambda: True,
) -> LitRoom | None:
    """Return the light on every surface of a room from its lamps, None where it is not measured.

    This takes up to half a second: it is asked for aside.
    """
    import numpy as np

    measured = measured_room(room, changed_rules)
    if measured.fault:
        return None
    size = house_rules_of(changed_rules).value("light_patch") / 1000.0
    area = sum(face.length * face.tallest for face in measured.faces) + 2.0 * abs(area_of(measured.plan.corners))
    size = max(size, math.sqrt(area / 1e6 / MOST_PATCHES))
    patches, factors, solid = _factors(measured, size)
    tones = surface_tones(room, changed_rules, paints, colours)
    usual = {CEILING: BARE_CEILING, FLOOR: room.finishes.floor}
    lower = patches.centres[:, 2] * 1000.0 < split_height(room, changed_rules)
    keys = [int(one) for one in np.where(lower & (patches.surface >= 0), patches.surface + BELOW, patches.surface)]
    keys = [one if one in tones or one < BELOW else one - BELOW for one in keys]
    bands = {one: linear_light(tones.get(one, usual.get(one, BARE_WALL))) for one in set(keys)}
    reflectance = np.array([bands[one] for one in keys])
    lamps = tuple(shining(one) for one in hung_lamps(room, changed_rules))
    maintenance = house_rules_of(changed_rules).value("maintenance")
    kept_up = tuple(one._replace(lumens=one.lumens * maintenance) for one in lamps)
    found = lit(patches, solid.outline, reflectance, kept_up, going=going, factors=factors)
    return LitRoom(patches, found.falling, reflectance, found.rounds, solid, kept_up)


@by_identity(times=1, each="room")
def lit_of(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> LitRoom | None:
    """Return the light on every surface of a room, kept as long as nothing of it changes."""
    return lit_room(room, changed_rules, paints, colours)


def luminance(bands: Any) -> Any:
    """Return the luminance of a light in three bands (…, 3)."""
    return 0.2126 * bands[..., 0] + 0.7152 * bands[..., 1] + 0.0722 * bands[..., 2]


def light_map(lit_one: LitRoom, height: float) -> LightMap:
    """Return the light on a level plane over the plan of a lit room, ``height`` mm over its floor.

    Point by point from each lamp, and the diffuse part from what every patch above the plane sends out.
    """
    import numpy as np

    outline = lit_one.solid.outline
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    step = max(GRID / 1000.0, math.sqrt((max(xs) - min(xs)) * (max(ys) - min(ys)) / 1600.0))
    columns, rows = max(2, round((max(xs) - min(xs)) / step)), max(2, round((max(ys) - min(ys)) / step))
    spots = [
        (min(xs) + (max(xs) - min(xs)) * (c + 0.5) / columns, min(ys) + (max(ys) - min(ys)) * (r + 0.5) / rows)
        for c in range(columns)
        for r in range(rows)
    ]
    spots = [spot for spot in spots if inside(outline, spot)]
    at = np.array([(x, y, height / 1000.0) for x, y in spots])
    direct = np.zeros(len(at))
    bent = not convex(outline)
    for lamp in lit_one.lamps:
        way = at - np.array(lamp.at)
        far = np.maximum(np.linalg.norm(way, axis=1), 0.05)
        along = way / far[:, None]
        falls = np.clip(-along[:, 2], 0.0, None) * intensity(lamp, along) / far**2
        if bent:
            falls = np.where(unhidden(np.array([lamp.at[:2]]), at[:, :2], outline)[0], falls, 0.0)
        direct += falls
    patches = lit_one.patches
    sent = luminance(lit_one.reflectance * lit_one.falling)
    ways = patches.centres[None, :, :] - at[:, None, :]
    square = np.einsum("psd,psd->ps", ways, ways)
    up = np.clip(ways[..., 2], 0.0, None)
    towards = np.clip(-np.einsum("psd,sd->ps", ways, patches.normals), 0.0, None)
    factors = up * towards * patches.areas / (np.pi * square**2 + patches.areas * square + 1e-12)
    if bent:
        factors = factors * unhidden(at[:, :2], patches.centres[:, :2], outline)
    whole = factors.sum(axis=1, keepdims=True)
    # All that is over a plane makes the half space: what few patches leave of it is made up.
    diffuse = (factors / np.maximum(whole, 1e-9)) @ sent
    return LightMap(
        height,
        tuple((x * 1000.0, y * 1000.0) for x, y in spots),
        tuple(float(one) for one in direct),
        tuple(float(one) for one in direct + diffuse),
    )


def light_on(lit_one: LitRoom, places: Any, normals: Any) -> Any:
    """Return the light in three bands (n, 3) that falls on small faces in a lit room: at ``places`` (n, 3) in metres,
    looking along ``normals`` (n, 3). Point by point from each lamp, and from what every patch before it sends out, as
    in ``light_map``; what stands in the room hides nothing."""
    import numpy as np

    at = places + normals * 0.02  # a hair off its own wall
    falls = np.zeros((len(at), 3))
    for lamp in lit_one.lamps:
        way = at - np.array(lamp.at)
        far = np.maximum(np.linalg.norm(way, axis=1), 0.05)
        along = way / far[:, None]
        facing = np.clip(-(along * normals).sum(axis=1), 0.0, None)
        falls += (facing * intensity(lamp, along) / far**2)[:, None] * np.array(lamp.colour)
    patches = lit_one.patches
    sent = lit_one.reflectance * lit_one.falling
    for begin in range(0, len(at), 1500):  # some tens of MB at a time
        part = slice(begin, begin + 1500)
        ways = patches.centres[None, :, :] - at[part, None, :]
        square = np.einsum("psd,psd->ps", ways, ways)
        up = np.clip(np.einsum("psd,pd->ps", ways, normals[part]), 0.0, None)
        towards = np.clip(-np.einsum("psd,sd->ps", ways, patches.normals), 0.0, None)
        factors = up * towards * patches.areas / (np.pi * square**2 + patches.areas * square + 1e-12)
        falls[part] += factors @ sent / np.maximum(factors.sum(axis=1, keepdims=True), 1e-9)
    return falls
