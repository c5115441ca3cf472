"""What the zones and the colours of a room must satisfy beyond the types of their fields."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.coloured import RoomColours
from narrow_cornice.job.limits import MOST_PER_ROOM, JobError, length_within, number, unique
from narrow_cornice.job.zoned import Dressing, Lamp, Stood, Zone, Zoning
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, zone_uses

Known = Mapping[str, Collection[str]]
MOST_CORNERS = 60
FARTHEST = 1e6  # mm from the first corner of a room
MOST_TONES = 12


def check_zones(zones: Zoning, where: str, known: Known) -> None:
    """Check how a room is used. What stands against a wall is checked with what hangs on walls."""
    for name in ("zones", "pieces", "lamps", "dressings"):
        unique((one.id for one in getattr(zones, name)), f"{where}.{name}")
        number(len(getattr(zones, name)), f"{where}.{name}", 0, MOST_PER_ROOM)
    if zones.north is not None:
        number(zones.north, f"{where}.north", -360, 360)
    for index, zone in enumerate(zones.zones):
        _zone(zone, f"{where}.zones[{index}]")
    for index, piece in enumerate(zones.pieces):
        _piece(piece, f"{where}.pieces[{index}]", known)
    for index, lamp in enumerate(zones.lamps):
        _lamp(lamp, f"{where}.lamps[{index}]", known)
    for index, dressing in enumerate(zones.dressings):
        _dressing(dressing, f"{where}.dressings[{index}]", known)


def _listed(key: str, table: Collection[str], what: str, where: str) -> None:
    if key not in table:
        raise JobError(f"There is no {what} “{key[:40]}”.", where=where)


def _colour(identity: str | None, where: str, known: Known) -> None:
    if identity is not None:
        _listed(identity, known["colour"], "colour", where)


def _zone(zone: Zone, where: str) -> None:
    _listed(zone.use, zone_uses(), "use of a zone", f"{where}.use")
    number(len(zone.outline), f"{where}.outline", 3, MOST_CORNERS)
    for x, y in zone.outline:
        number(x, f"{where}.outline", -FARTHEST, FARTHEST)
        number(y, f"{where}.outline", -FARTHEST, FARTHEST)
    number(zone.people, f"{where}.people", 0, 1000)
    if zone.light is not None:
        number(zone.light, f"{where}.light", 0, 100_000)


def _placed(one: Stood | Lamp, where: str) -> None:
    if one.x is not None:
        number(one.x, f"{where}.x", -FARTHEST, FARTHEST)
    number(one.y, f"{where}.y", -FARTHEST, FARTHEST)
    number(one.turn, f"{where}.turn", -720, 720)
    if one.price is not None:
        number(one.price, f"{where}.price", 0, 1e7)


def _piece(piece: Stood, where: str, known: Known) -> None:
    _listed(piece.kind, furniture(), "kind of furniture", f"{where}.kind")
    _placed(piece, where)
    number(len(piece.colours), f"{where}.colours", 0, MOST_TONES)
    for colour in piece.colours:
        _colour(colour, f"{where}.colours", known)


def _lamp(lamp: Lamp, where: str, known: Known) -> None:
    _listed(lamp.kind, lamp_kinds(), "kind of lamp", f"{where}.kind")
    _placed(lamp, where)
    _colour(lamp.colour, f"{where}.colour", known)
    if lamp.lumens is not None:
        number(lamp.lumens, f"{where}.lumens", 0, 1e6)
    if lamp.kelvin is not None:
        number(lamp.kelvin, f"{where}.kelvin", 1700, 10_000)


def _dressing(dressing: Dressing, where: str, known: Known) -> None:
    _listed(dressing.kind, dressing_kinds(), "dressing", f"{where}.kind")
    _listed(dressing.fabric, known["fabric"], "cloth", f"{where}.fabric")
    _colour(dressing.colour, f"{where}.colour", known)
    if dressing.fullness is not None:
        number(dressing.fullness, f"{where}.fullness", 1, 5)
    length_within(dressing.beyond, f"{where}.beyond", zero=True)
    length_within(dressing.above, f"{where}.above", zero=True)
    for spot in dressing.line or ():
        for value in spot:
            number(value, f"{where}.line", -FARTHEST, FARTHEST)


def check_colours(colours: RoomColours, where: str, known: Known) -> None:
    """Check the roles of colours and the bridge material of a room."""
    unique((role.colour for role in colours.roles), f"{where}.roles")
    for index, role in enumerate(colours.roles):
        _colour(role.colour, f"{where}.roles[{index}].colour", known)
    if colours.bridge is not None:
        number(len(colours.bridge.tones), f"{where}.bridge.tones", 0, MOST_TONES)
        for tone in colours.bridge.tones:
            checked_colour(tone.hex, f"{where}.bridge.tones")
            number(tone.share, f"{where}.bridge.tones.share", 0, 1)
