"""The light in a box of a room as other programs ask for it: sizes, reflectances and lamps in, lux out."""

from __future__ import annotations

import math
from typing import Any

import msgspec

from narrow_cornice.colour.interreflection import Shining, lit, mean_on
from narrow_cornice.colour.patches import CEILING, FLOOR, box, patches_of
from narrow_cornice.errors import CorniceError

MOST_PATCHES = 6000
MOST_LAMPS = 500


class LightError(CorniceError, ValueError):
    """A room that cannot be lit; ``where`` names the place in what was asked."""


class LampAsked(msgspec.Struct, frozen=True):
    """A lamp of a request: where it is in mm, and its lumens, evenly all round."""

    at: tuple[float, float, float]
    lumens: float


class Reflectances(msgspec.Struct, frozen=True):
    """What the surfaces send back of the light, 0 … 1; the walls in their order from that along the length at y = 0."""

    floor: float
    ceiling: float
    walls: tuple[float, float, float, float]


class LightAsked(msgspec.Struct, frozen=True):
    """A request: the room's length, width and height in mm."""

    room: tuple[float, float, float]
    reflectance: Reflectances
    lamps: tuple[LampAsked, ...] = ()
    emit: float = 0.0
    patch: float = 250.0


def read_light(raw: bytes | str) -> LightAsked:
    """Return the request in a JSON text. Raises LightError with the place that is wrong."""
    try:
        asked = msgspec.json.decode(raw, type=LightAsked)
    except msgspec.ValidationError as error:
        raise LightError(f"the room is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise LightError(f"this is not readable JSON ({error}).") from None
    return _checked(asked)


def _checked(asked: LightAsked) -> LightAsked:
    def within(value: float, where: str, low: float, high: float) -> None:
        if not (math.isfinite(value) and low <= value <= high):
            raise LightError(f"{value:g} cannot be.", where=where, remedy=f"{low:g} to {high:g}.")

    for name, size in zip(("length", "width", "height"), asked.room, strict=True):
        within(size, f"room, {name}", 200, 100_000)
    shares = asked.reflectance
    for name, share in (("floor", shares.floor), ("ceiling", shares.ceiling)):
        within(share, f"reflectance, {name}", 0, 0.99)
    for number, share in enumerate(shares.walls, 1):
        within(share, f"reflectance, wall {number}", 0, 0.99)
    within(asked.emit, "emit", 0, 1e6)
    if len(asked.lamps) > MOST_LAMPS:
        raise LightError(f"{len(asked.lamps)} lamps are more than {MOST_LAMPS}.", where="lamps")
    for number, lamp in enumerate(asked.lamps, 1):
        within(lamp.lumens, f"lamp {number}, lumens", 0, 1e6)
        for name, place, most in zip("xyz", lamp.at, asked.room, strict=True):
            if not 0 < place < most:
                raise LightError(
                    f"{place:g} is not inside the room.",
                    where=f"lamp {number}, {name}",
                    remedy=f"Between 0 and {most:g}.",
                )
    length, width, height = asked.room
    area = 2 * (length * width + length * height + width * height)
    within(asked.patch, "patch", 10, max(asked.room))
    if area / asked.patch**2 > MOST_PATCHES:
        raise LightError(
            f"{area / asked.patch**2:.0f} patches are more than {MOST_PATCHES}.",
            where="patch",
            remedy=f"Take {math.sqrt(area / MOST_PATCHES):.0f} mm or more.",
        )
    return asked


def light_answer(asked: LightAsked) -> dict[str, Any]:
    """Return the mean lux on floor, ceiling and walls: all that falls there, and what comes straight from lamps."""
    import numpy as np

    length, width, height = (size / 1000.0 for size in asked.room)
    solid = box(length, width, height)
    patches = patches_of(solid, asked.patch / 1000.0)
    by_surface = {FLOOR: asked.reflectance.floor, CEILING: asked.reflectance.ceiling}
    by_surface.update(enumerate(asked.reflectance.walls))
    shares = np.array([by_surface[int(one)] for one in patches.surface])
    x, y, z = 0.001, 0.001, 0.001
    lamps = [Shining((one.at[0] * x, one.at[1] * y, one.at[2] * z), one.lumens) for one in asked.lamps]
    found = lit(patches, solid.outline, shares[:, None], lamps, asked.emit)

    def means(light: Any) -> dict[str, Any]:
        walls = [mean_on(patches, light[:, 0], wall) for wall in range(4)]
        return {
            "floor": mean_on(patches, light[:, 0], FLOOR),
            "ceiling": mean_on(patches, light[:, 0], CEILING),
            "walls": walls,
        }

    return {"mean": means(found.falling), "direct": means(found.direct), "patches": len(patches.areas)}
