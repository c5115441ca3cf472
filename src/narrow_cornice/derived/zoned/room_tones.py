"""The tones of the surfaces of a room, and what they send back of the light."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.colour.patches import CEILING, FLOOR
from narrow_cornice.colour.tones import light_reflectance
from narrow_cornice.derived.built.parts import hardware_of
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.shown import false_windows_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

BELOW = 10_000  # a number that no wall has
BARE_WALL, BARE_CEILING = "#d9c4b2", "#f3efe4"  # of what nobody gave a colour


@by_identity(times=1, each="room")
def surface_tones(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> Mapping[int, str]:
    """Return the tone of each wall by its number, of the floor and of the ceiling, by area where one has several; that
    of the part below a split stands under the number and ``BELOW``."""
    measured = measured_room(room, changed_rules)
    known = {colour.id: colour.hex for colour in colours}
    by_wall: dict[int, list[tuple[float, str]]] = {}
    index = {face.id: number for number, face in enumerate(measured.faces)}
    for one in finished_surfaces(room, changed_rules, paints, colours):
        surface, net = one.surface, one.surface.net.value
        tone = one.colour.hex if one.colour is not None else known.get(one.finish.over or "", "")
        if not tone or net <= 0.0:
            continue
        if surface.group == "lower wall" and surface.wall_id in index:
            by_wall.setdefault(BELOW + index[surface.wall_id], []).append((net, tone))
        elif surface.kind == "wall" and surface.wall_id in index:
            by_wall.setdefault(index[surface.wall_id], []).append((net, tone))
        elif surface.kind == "ceiling":
            by_wall.setdefault(CEILING, []).append((net, tone))
        elif surface.kind == "floor":
            by_wall.setdefault(FLOOR, []).append((net, tone))
    made = {number: max(parts)[1] for number, parts in by_wall.items()}
    made.setdefault(FLOOR, room.finishes.floor)
    return MappingProxyType(made)


def split_height(room: Room, changed_rules: dict[str, float]) -> float:
    """Return at which height the walls of a room change colour, nought where they do not."""
    trimmed = trimmed_room(room, changed_rules)
    split = split_of(trimmed) if trimmed is not None else None
    return split.value if split is not None else 0.0


@by_identity(times=1, each="room", of=as_built)
def mirrors_of(room: Room, changed_rules: dict[str, float]) -> float:
    """Return the area of mirror that stands on or before the walls of a room, in m²: in frames, in false windows, in
    fronts of built-ins."""
    framed = sum(one.width.mm * one.tall.mm / 1e6 for one in room.trim.frames if one.kind == "mirror")
    panes = [one.panes.glass for one in false_windows_of(room, changed_rules) if one.panes is not None]
    fronts = [hardware_of(room, run, changed_rules).get("mirror", 0.0) for run in room.casework.built_ins]
    return float(framed + sum(panes) + sum(fronts))


def reflectances(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[float, float, float]:
    """Return what ceiling, walls and floor of a room send back, 0 … 1: the walls' mean by area, mirrors with what a
    mirror sends back (house rule) in place of the wall behind; that they send it one way only is not reckoned."""
    tones = surface_tones(room, changed_rules, paints, colours)
    measured = measured_room(room, changed_rules)
    split = split_height(room, changed_rules)
    walls = []
    for number, face in enumerate(measured.faces):
        low = min(split, face.tallest) if BELOW + number in tones else 0.0
        for tall, key in ((face.tallest - low, number), (low, BELOW + number)):
            walls.append((face.length * tall, light_reflectance(tones.get(key, BARE_WALL)) / 100.0))
    area = sum(each for each, _ in walls) or 1.0
    mean = sum(each * share for each, share in walls) / area
    mirrored = min(1.0, mirrors_of(room, changed_rules) * 1e6 / area)
    mean += mirrored * (house_rules_of(changed_rules).value("mirror_back") - mean)
    return light_reflectance(tones.get(CEILING, BARE_CEILING)) / 100.0, mean, light_reflectance(tones[FLOOR]) / 100.0


def window_area(measured: MeasuredRoom) -> float:
    """Return the area of the windows of a room in m², which is all that is said of daylight."""
    every = (seen for face in measured.faces for seen in face.openings)
    return sum(seen.rect.area / 1e6 for seen in every if seen.opening.kind == "window")
