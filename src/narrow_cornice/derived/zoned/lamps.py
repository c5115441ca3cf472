"""The lamps of a room where they hang, with what they give."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.colour.interreflection import Shining
from narrow_cornice.colour.lamplight import white_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.standing import spot_of
from narrow_cornice.explained.figures import Figure, choice, table
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import LampPath
from narrow_cornice.job.zoned import Lamp
from narrow_cornice.zones.library import LampKind, lamp_kinds
from narrow_cornice.zones.plan_shapes import Point, inside

USUAL_KELVIN = 2700.0


class Hung(NamedTuple):
    """A lamp where it hangs: its place on the plan, its height, and what it gives."""

    lamp: Lamp
    kind: LampKind
    spot: Point
    height: float
    lumens: float
    kelvin: float


def hung_lamps(room: Room, changed_rules: dict[str, float]) -> tuple[Hung, ...]:
    """Return the lamps of a room that are placed, each with what it gives."""
    measured = measured_room(room, changed_rules)
    made = []
    for lamp in room.zones.lamps if not measured.fault else ():
        kind, spot = lamp_kinds()[lamp.kind], spot_of(measured, lamp)
        if spot is None or not inside(measured.plan.corners, spot):
            continue
        ceiling = measured.ceiling.at(*spot)
        usual = kind.height if kind.height > 0 else ceiling + kind.height
        height = min(lamp.height.mm if lamp.height is not None else usual, ceiling - 10.0)
        lumens = kind.lumens if lamp.lumens is None else lamp.lumens
        made.append(Hung(lamp, kind, spot, max(10.0, height), lumens, lamp.kelvin or kind.kelvin))
    return tuple(made)


def lamps_kelvin(lamps: Sequence[Hung]) -> float | None:
    """Return the colour temperature of a room's light: the mean of its lamps by their lumens, None without any."""
    whole = sum(one.lumens for one in lamps)
    return sum(one.kelvin * one.lumens for one in lamps) / whole if whole > 0 else None


def kelvin_of(room: Room, changed_rules: dict[str, float]) -> float:
    """Return the colour temperature that a room is seen under: that of its lamps to 50 K, 2 700 K where it has none."""
    own = lamps_kelvin(hung_lamps(room, changed_rules))
    return round(own / 50.0) * 50.0 if own is not None else USUAL_KELVIN


def shining(one: Hung) -> Shining:
    """Return a lamp as light is worked out from it, in metres."""
    way = {"down": 1.0, "up": -1.0, "round": 0.0}[one.kind.way]
    at = (one.spot[0] / 1000.0, one.spot[1] / 1000.0, one.height / 1000.0)
    return Shining(at, one.lumens, way, one.kind.power, _bands(one.kelvin))


def candela_of(one: Hung, down: float) -> float:
    """Return the candela of a lamp in a direction that goes down with that cosine."""
    if one.kind.way == "round":
        return one.lumens / (4.0 * math.pi)
    along = max(0.0, down if one.kind.way == "down" else -down)
    return one.lumens * (one.kind.power + 1.0) / (2.0 * math.pi) * float(along**one.kind.power)


def _bands(kelvin: float) -> tuple[float, float, float]:
    """Return the light of a lamp in three bands whose luminance is 1."""
    from coloraide import Color

    x, y = white_of(kelvin)
    bands = [
        max(0.0, band) for band in Color("xyz-d65", [x / y, 1.0, (1.0 - x - y) / y]).convert("srgb-linear").coords()
    ]
    whole = 0.2126 * bands[0] + 0.7152 * bands[1] + 0.0722 * bands[2]
    return bands[0] / whole, bands[1] / whole, bands[2] / whole


def lamp_figure(room_id: str, one: Hung) -> Figure:
    """Return the lumens of a lamp as a figure that leads to it."""
    path = LampPath(room_id, one.lamp.id)
    if one.lamp.lumens is None:
        return table("lumens", one.lumens, "lm", one.kind.name)
    return choice("lumens", one.lumens, "lm", path.sized("lumens"))
