"""Zones, pieces, dressed windows and lamps of a house as one table (CSV)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.standing import is_gone
from narrow_cornice.derived.zoned.zone_light import zone_light
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import show_area, show_kelvin, show_lumens, show_run, show_size
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, zone_uses
from narrow_cornice.zones.plan_shapes import area_of

HEADINGS = ("room", "what", "name", "kind", "where", "size", "needs", "said")
Line = tuple[str, ...]


def zones_table(job: Job) -> str:
    """Return every zone, piece, dressed window and lamp of the job, a line each."""
    lines: list[Line] = []
    for room in job.rooms:
        if not room.outdoors and not measured_room(room, job.house_rules).fault:
            lines += _zones(job, room)
            lines += _pieces(job, room)
            lines += _windows(job, room)
            lines += _lamps(job, room)
    return written(HEADINGS, lines)


def _zones(job: Job, room: Room) -> Iterator[Line]:
    lights = {one.zone.id: one for one in zone_light(room, job.house_rules, job.paints, job.colours)}
    for zone in room.zones.zones:
        light = lights[zone.id]
        has = "no lamp" if light.has is None else f"has {light.has.value:.0f} lx"
        area = show_area(abs(area_of(zone.outline)) / 1e6, job.settings.unit)
        wished = f"{light.wished.value:.0f} lx"
        yield room.name, "zone", zone.name, zone_uses()[zone.use].name, f"{zone.people} people", area, wished, has


def _pieces(job: Job, room: Room) -> Iterator[Line]:
    clear = clear_of(room, job.house_rules)
    for piece in room.zones.pieces:
        where = f"wall {edits.wall_name(room, piece.wall)}" if piece.wall else "free on the floor"
        if piece.x is None:
            where = "not placed"
        if is_gone(room, piece):
            where = "goes"
        size = " × ".join(show_size(one.mm, job.settings) for one in (piece.width, piece.depth, piece.height))
        short = [one for one in clear.short if one.piece == piece.id]
        said = "; ".join(
            f"{show_size(one.there_is, job.settings)} of {show_size(one.wanted.reach, job.settings)}, {one.name}"
            for one in short
        )
        if clear.troubled(piece.id):
            said = "; ".join(filter(None, (said, "runs into something or is too tall")))
        bought = "there" if piece.price is None else "to buy"
        yield room.name, "piece", piece.name, furniture()[piece.kind].name, where, size, bought, said


def _windows(job: Job, room: Room) -> Iterator[Line]:
    names = {one.id: one.name for one in room.measured.openings}
    for one in dressed_of(room, job.house_rules, job.fabrics):
        figure = one.cloth
        needs = "" if figure is None else f"{show_run(figure.value, job.settings.unit)} {one.fabric.name}"
        size = f"{one.size[0]:g} × {one.size[1]:g} mm" if one.area is not None else ""
        if one.rod is not None:
            size = f"rod {show_size(one.rod.value, job.settings)}"
        kind = dressing_kinds()[one.dressing.kind].name
        where = names.get(one.dressing.opening, "across the room")
        yield room.name, "window", one.dressing.name, kind, where, size, needs, one.fault


def _lamps(job: Job, room: Room) -> Iterator[Line]:
    hung = {one.lamp.id: one for one in hung_lamps(room, job.house_rules)}
    for lamp in room.zones.lamps:
        kind, there = lamp_kinds()[lamp.kind], hung.get(lamp.id)
        where = "not placed" if there is None else f"{show_size(there.height, job.settings)} above the floor"
        lumens = kind.lumens if lamp.lumens is None else lamp.lumens
        gives = f"{show_lumens(lumens)}, {show_kelvin(lamp.kelvin or kind.kelvin)}"
        bought = "there" if lamp.there else "to buy"
        yield room.name, "lamp", lamp.name, kind.name, where, lamp.layer or kind.layer, gives, bought
