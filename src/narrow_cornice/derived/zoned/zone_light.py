"""The light of each zone of a room by the lumen method, against what is wished there."""

from __future__ import annotations

import math
from typing import NamedTuple

from narrow_cornice.colour.lumen_method import lumen_method, room_index, utilisation
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.lamps import Hung, hung_lamps, lamp_figure
from narrow_cornice.derived.zoned.room_tones import reflectances
from narrow_cornice.explained.figures import Figure, choice, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import ZonePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Zone
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.library import zone_uses
from narrow_cornice.zones.plan_shapes import area_of, edges, inside

LEAST_HEIGHT = 300.0  # mm from the plane to a lamp, below which the method says nothing


class Wanted(NamedTuple):
    """The light of a zone: what is wished, on what height, and what it has by the lumen method, None without lamps."""

    zone: Zone
    wished: Figure
    plane: float
    has: Figure | None
    lamps: tuple[str, ...]


@explained("lumens for the zone", "lm", "lumens × share of the floor")
def share_of_lamp(lumens: float, share_of_the_floor: float) -> float:
    """Return what a lamp that shines for the whole room gives to a part of it."""
    return lumens * share_of_the_floor


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def zone_light(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Wanted, ...]:
    """Return the light of each zone by the lumen method, against what is wished there.

    The lamps of a zone are those within it and, of those in no zone, all that shine for the whole room: they give the
    zone the share that it has of the floor.
    """
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    rules = house_rules_of(changed_rules)
    lamps = hung_lamps(room, changed_rules)
    ceiling, walls, floor = reflectances(room, changed_rules, paints, colours)
    room_area = abs(area_of(measured.plan.corners)) / 1e6
    way_round = sum(math.dist(a, b) for a, b in edges(measured.plan.corners))
    in_zone = {one.lamp.id: [z.id for z in room.zones.zones if inside(z.outline, one.spot)] for one in lamps}
    made = []
    for zone in room.zones.zones:
        use = zone_uses()[zone.use]
        path = ZonePath(room.id, zone.id)
        wished = (
            table("wished", use.light, "lx", f"{use.name}, {use.plane:g} above the floor")
            if zone.light is None
            else choice("wished", zone.light, "lx", path.sized("light"))
        )
        own = [one for one in lamps if zone.id in in_zone[one.lamp.id]]
        shared = [one for one in lamps if not in_zone[one.lamp.id]]
        area = abs(area_of(zone.outline)) / 1e6
        parts: list[Figure] = []
        for one, share in [*((one, 1.0) for one in own), *((one, min(1.0, area / room_area)) for one in shared)]:
            height = max(300.0, one.height - use.plane)
            index = room_index(
                table("area", room_area, "m²", room.name[:60]),
                table("height", height, "mm", "from the plane to the lamp"),
                table("way round", way_round, "mm", "all walls"),
            )
            down = {"down": 1.0, "up": 0.0, "round": 0.5}[one.kind.way]
            used = utilisation(index.value, ceiling, walls, floor, down, one.kind.power)
            parts.append(_from_lamp(room, one, share, (index.value, used, (ceiling, walls, floor)), area, zone, rules))
        has = total("light", "lx", parts) if parts else None
        made.append(Wanted(zone, wished, use.plane, has, tuple(one.lamp.id for one in (*own, *shared))))
    return tuple(made)


def window_area(measured: MeasuredRoom) -> float:
    """Return the area of the windows of a room in m², which is all that is said of daylight."""
    return sum(
        seen.rect.area / 1e6 for face in measured.faces for seen in face.openings if seen.opening.kind == "window"
    )


# Many parameters: a lamp, its share, what the room makes of it, and the zone that gets it.
def _from_lamp(
    room: Room,
    one: Hung,
    share: float,
    by: tuple[float, float, tuple[float, float, float]],
    area: float,
    zone: Zone,
    rules: HouseRules,
) -> Figure:
    """Return what one lamp gives to a zone, in lux."""
    index, used, (ceiling, walls, floor) = by
    lumens = lamp_figure(room.id, one)
    if share < 1.0:
        lumens = share_of_lamp(lumens, table("share of the floor", round(share, 4), "share", "it hangs in no zone"))
    back = f"light given back by ceiling {ceiling:.0%}, walls {walls:.0%}, floor {floor:.0%}"
    return lumen_method(
        lumens,
        table("utilisation", round(used, 3), "", f"room index {index:.2f}; {back}"),
        rules.figure("maintenance"),
        table("area", round(area, 3), "m²", zone.name[:60]),
        called=one.lamp.name[:60],
    )
