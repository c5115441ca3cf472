"""The light of each zone of a room by the lumen method, against what is wished there."""

from __future__ import annotations

import math
from typing import NamedTuple

from narrow_cornice.colour.lumen_method import lumen_method, room_index, utilisation
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.lamps import Hung, candela_of, hung_lamps, lamp_figure
from narrow_cornice.derived.zoned.room_tones import mirrors_of, reflectances
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.explained.figures import Figure, choice, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import ZonePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Zone
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_lumens
from narrow_cornice.zones.library import zone_uses
from narrow_cornice.zones.plan_shapes import Point, area_of, edges, inside, middle_of

LEAST_HEIGHT = 300.0  # mm from the plane to a lamp, below which the method says nothing


class Wanted(NamedTuple):
    """The light of a zone: what is wished, on what height, what it has (None without lamps) and whether that is at the
    place of work (``work`` names it) or, for the whole zone, by the lumen method; its lamps; and the share of what is
    wished that is ``enough``."""

    zone: Zone
    wished: Figure
    plane: float
    has: Figure | None
    work: str
    lamps: tuple[str, ...]
    enough: float

    @property
    def short(self) -> bool:
        """Return whether it has less than is enough."""
        return (self.has.value if self.has is not None else 0.0) < self.enough * self.wished.value


class LightOfRoom(NamedTuple):
    """What a room makes of its lamps' light: its floor in m², the way round its walls and all its surfaces, what
    ceiling, walls and floor send back, and which share of the walls is mirror."""

    area: float
    way_round: float
    surfaces: float
    back: tuple[float, float, float]
    mirror: float

    @property
    def mean_back(self) -> float:
        """Return what all surfaces together send back, by area."""
        ceiling, walls, floor = self.back
        sides = max(0.0, self.surfaces - 2.0 * self.area)
        return (ceiling * self.area + floor * self.area + walls * sides) / max(1e-9, self.surfaces)


@explained("lumens for the zone", "lm", "lumens × share of the floor")
def share_of_lamp(lumens: float, share_of_the_floor: float) -> float:
    """Return what a lamp that shines for the whole room gives to a part of it."""
    return lumens * share_of_the_floor


@explained("straight", "lx", "candela × cosine × maintenance ÷ (distance × distance) × 1000000")
def straight_light(candela: float, cosine: float, maintenance: float, distance: float) -> float:
    """Return the lux that a lamp shines straight onto a level place, ``distance`` mm away at an angle of that
    cosine."""
    return candela * cosine * maintenance / (distance * distance) * 1_000_000


@explained("sent round", "lx", "lumens × maintenance × sent back ÷ ((1 − sent back) × surfaces)")
def light_sent_round(lumens: float, maintenance: float, sent_back: float, surfaces: float) -> float:
    """Return the mean lux that the surfaces of a room send to and fro, as in a closed sphere."""
    return lumens * maintenance * sent_back / ((1.0 - sent_back) * surfaces)


# Many parameters: the room and its tables, and the tones of its walls where others are tried.
def light_of_room(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    more_from_walls: float = 0.0,
) -> LightOfRoom:
    """Return what a measured room makes of light; its walls send back so much more where other colours are tried."""
    measured = measured_room(room, changed_rules)
    ceiling, walls, floor = reflectances(room, changed_rules, paints, colours)
    area = abs(area_of(measured.plan.corners)) / 1e6
    way_round = sum(math.dist(a, b) for a, b in edges(measured.plan.corners))
    sides = sum(face.length * face.tallest for face in measured.faces) / 1e6
    walls = min(0.95, max(0.02, walls + more_from_walls))
    mirror = min(1.0, mirrors_of(room, changed_rules) / max(1e-9, sides))
    return LightOfRoom(area, way_round, 2.0 * area + sides, (ceiling, walls, floor), mirror)


# Many parameters: a lamp with what it gives, and the place that gets it.
def from_lamp(
    of_room: LightOfRoom, one: Hung, lumens: Figure, plane: float, where: tuple[str, float], maintenance: Figure
) -> Figure:
    """Return what a lamp gives to a place (its name, its area in m²) by the lumen method, in lux at a height."""
    name, area = where
    index = room_index(
        table("area", of_room.area, "m²", "the floor"),
        table("height", max(LEAST_HEIGHT, one.height - plane), "mm", "from the plane to the lamp"),
        table("way round", of_room.way_round, "mm", "all walls"),
    )
    ceiling, walls, floor = of_room.back
    down = {"down": 1.0, "up": 0.0, "round": 0.5}[one.kind.way]
    used = utilisation(index.value, ceiling, walls, floor, down, one.kind.power)
    mirror = f" ({100 * of_room.mirror:.0f} % of them mirror)" if of_room.mirror >= 0.005 else ""
    back = f"ceiling {100 * ceiling:.0f} %, walls {100 * walls:.0f} %{mirror}, floor {100 * floor:.0f} %"
    return lumen_method(
        lumens,
        table("utilisation", round(used, 3), "", f"room index {index.value:.2f}; light sent back by {back}"),
        maintenance,
        table("area", round(area, 3), "m²", name[:60]),
        called=one.lamp.name[:60],
    )


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def zone_light(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Wanted, ...]:
    """Return the light of each zone against what is wished there.

    Where light for work is wished it is that at the table or desk, or in the middle of the zone: straight from each
    lamp, and what the room sends round. Else it is the mean of the zone by the lumen method; the lamps of a zone are
    those within it and, of those in no zone, all: they give it the share that it has of the floor.
    """
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    rules = house_rules_of(changed_rules)
    enough = rules.value("light_short")
    lamps = hung_lamps(room, changed_rules)
    of_room = light_of_room(room, changed_rules, paints, colours)
    in_zone = {one.lamp.id: [z.id for z in room.zones.zones if inside(z.outline, one.spot)] for one in lamps}
    made = []
    for zone in room.zones.zones:
        use = zone_uses()[zone.use]
        wished = (
            table("wished", use.light, "lx", f"{use.name}, {use.plane:g} above the floor")
            if zone.light is None
            else choice("wished", zone.light, "lx", ZonePath(room.id, zone.id).sized("light"))
        )
        own = [one for one in lamps if zone.id in in_zone[one.lamp.id]]
        shared = [one for one in lamps if not in_zone[one.lamp.id]]
        ids = tuple(one.lamp.id for one in (*own, *shared))
        if use.layer == "task":
            name, place = _place_of_work(room, changed_rules, zone)
            has = _at_work(room, of_room, lamps, (place[0], place[1], use.plane), rules) if lamps else None
            made.append(Wanted(zone, wished, use.plane, has, name, ids, enough))
            continue
        area = abs(area_of(zone.outline)) / 1e6
        share = min(1.0, area / of_room.area)
        parts: list[Figure] = []
        for one in (*own, *shared):
            lumens = lamp_figure(room.id, one)
            if one not in own:
                lumens = share_of_lamp(
                    lumens, table("share of the floor", round(share, 4), "share", "it hangs in no zone")
                )
            parts.append(from_lamp(of_room, one, lumens, use.plane, (zone.name, area), rules.figure("maintenance")))
        has = total("light", "lx", parts) if parts else None
        made.append(Wanted(zone, wished, use.plane, has, "", ids, enough))
    return tuple(made)


def _place_of_work(room: Room, changed_rules: dict[str, float], zone: Zone) -> tuple[str, Point]:
    """Return the desk or table of a zone with its middle, the middle of the zone where there is none."""
    for one in standing_pieces(room, changed_rules):
        if one.kind.chair and inside(zone.outline, (one.foot.x, one.foot.y)):
            return one.name, (one.foot.x, one.foot.y)
    return zone.name, middle_of(zone.outline)


def _at_work(
    room: Room, of_room: LightOfRoom, lamps: tuple[Hung, ...], place: tuple[float, float, float], rules: HouseRules
) -> Figure:
    """Return the light at a place: straight from each lamp that shines there, and what the room sends round."""
    kept = rules.figure("maintenance")
    parts = []
    for one in lamps:
        dx, dy, dz = place[0] - one.spot[0], place[1] - one.spot[1], place[2] - one.height
        far = math.sqrt(dx * dx + dy * dy + dz * dz)
        if dz >= 0.0 or far < 1.0:
            continue
        candela = candela_of(one, -dz / far)
        if candela > 0.0:
            parts.append(
                straight_light(
                    table("candela", round(candela, 1), "cd", f"{one.kind.name}, {show_lumens(one.lumens)}, that way"),
                    table("cosine", round(-dz / far, 4), "", "of the angle it comes in at"),
                    kept,
                    table("distance", round(far, 1), "mm", "from the lamp"),
                    called=one.lamp.name[:60],
                )
            )
    lumens = total("lumens", "lm", [lamp_figure(room.id, one) for one in lamps])
    back = table("sent back", round(of_room.mean_back, 3), "share", "by all surfaces of the room")
    surfaces = table("surfaces", round(of_room.surfaces, 2), "m²", "of the room")
    parts.append(light_sent_round(lumens, kept, back, surfaces))
    return total("light", "lx", parts)
