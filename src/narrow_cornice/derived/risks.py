"""Which cautions the work in a room calls for, by their names in the table of cautions: each hangs on the thing that
carries the risk, and on nothing else."""

from __future__ import annotations

from narrow_cornice.derived.built.parts import HEAVY
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.amounts import load_of, taken_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import IN_LENGTHS, Tile
from narrow_cornice.job.measured import ConditionMark, Fixture, Opening
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Framed
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.library import dressing_kinds, furniture

FROM_THE_FLOOR = 2000.0  # mm, over which work is done off a ladder
HEAT = ("radiator",)
LIVE = ("socket", "switch", "wall lamp")


def trim_risks(job: Job, room: Room) -> tuple[str, ...]:
    """Return what cutting and putting up the trim of a room asks for: nothing where none is."""
    density = house_rules_of(job.house_rules).value("trim_density")
    cuts = cut_list(room, job.house_rules, job.milled, job.joinery)
    heavy = ("heavy",) if any(one.weight(density) > HEAVY for one in cuts) else ()
    return (*_trim_risks(room, job.house_rules), *heavy)


@by_identity(times=1, each="room", of=as_built)
def _trim_risks(room: Room, changed_rules: dict[str, float]) -> tuple[str, ...]:
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return ()
    runs = [run for run in trimmed.runs if not run.there]
    fires = {opening.id for opening in room.measured.openings if opening.kind == "fireplace" and opening.cased}
    framed = [one for face in trimmed.faces for one, _ in trimmed.panels_of(face.id).framed]
    called = {
        "dust": bool(runs),
        "ladders": any(trimmed.trim.of(run.kind).top > FROM_THE_FLOOR or run.kind == "casing" for run in runs),
        "fire": any(run.around in fires for run in runs),
        "glass": any(one.kind == "mirror" for one in framed),
        "live": bool(room.trim.panels) and any(one.kind in LIVE for one in room.measured.fixtures),
    }
    return tuple(name for name, so in called.items() if so)


def paint_risks(job: Job, room: Room) -> tuple[str, ...]:
    """Return what preparing and painting a room asks for: old coatings only where something old is painted."""
    coated = [one for one in coated_surfaces(room, job.house_rules, job.paints, job.colours) if one.paint is not None]
    repairs = room_repairs(room)
    called = {
        "old_coatings": bool(repairs) or any(one.surface.found != "bare" for one in coated),
        "insects": any(one.mark.kind == "pest damage" for one in repairs),
        "dust": bool(repairs) or any(one.state != "sound" for one in coated),
        "solvents": bool(coated),
        "ladders": any(one.surface.kind in ("wall", "ceiling") for one in coated),
    }
    return tuple(name for name, so in called.items() if so)


def survey_risks(room: Room) -> tuple[str, ...]:
    """Return what measuring and changing the walls of a room asks for."""
    called = {
        "openings": bool(room.measured.openings or room.measured.recesses),
        "escape": any(one.kind in ("door", "window") for one in room.measured.openings),
        "live": any(one.kind in LIVE for one in room.measured.fixtures),
        "heat": any(one.kind in HEAT for one in room.measured.fixtures),
    }
    return tuple(name for name, so in called.items() if so)


def risks_of_thing(thing: object) -> tuple[str, ...]:
    """Return what one thing asks for where it is looked at by itself: a mirror hangers and glass, a fireplace its
    distance, a socket its licensed trade."""
    if isinstance(thing, Framed):
        return {"mirror": ("glass",), "screen": ("live",)}.get(thing.kind, ())
    if isinstance(thing, Opening):
        return ("fire",) if thing.kind == "fireplace" else ()
    if isinstance(thing, Fixture):
        return ("live",) if thing.kind in LIVE else ("heat",) if thing.kind in (*HEAT, "grille") else ()
    if isinstance(thing, ConditionMark):
        return ("insects",) if thing.kind == "pest damage" else ("old_coatings",)
    return ()


TALL = 1200.0  # mm from which furniture can tip


def zone_risks(job: Job, room: Room) -> tuple[str, ...]:
    """Return what furnishing and lighting a room asks for: tall pieces, rugs, cords, lamps, ways out."""
    zones = room.zones
    called = {
        "tall_pieces": any(piece.height.mm >= TALL for piece in zones.pieces),
        "rugs": any(furniture()[piece.kind].flat for piece in zones.pieces),
        "cords": any(dressing_kinds()[one.kind].made != "cloth" or one.opening for one in zones.dressings),
        "lamps": any(not lamp.there for lamp in zones.lamps),
        "escape": bool(zones.pieces) and any(one.kind in ("door", "window") for one in room.measured.openings),
    }
    return tuple(name for name, so in called.items() if so)


def wall_risks(job: Job, room: Room) -> tuple[str, ...]:
    """Return what laying fields in a room asks for: dust of what is sawn or cut, wires behind, weight, fire."""
    taken = taken_of(room, job.house_rules)
    tiled = [one for one in taken if isinstance(one.laid.covering, Tile)]
    wooden = [one for one in taken if isinstance(one.laid.covering, IN_LENGTHS)]
    most = house_rules_of(job.house_rules).value("wall_load_most")
    walls = {one.laid.field.wall for one in wooden}
    called = {
        "dust": bool(wooden),
        "tile_dust": bool(tiled),
        "wet_walls": bool(room.walling.bases) or any(one.laid.field.drain is not None for one in taken),
        "hangers": bool(room.walling.galleries or room.walling.windows or room.walling.screens),
        "glass": bool(room.walling.windows or room.walling.galleries),
        "openings": bool(room.walling.galleries or room.walling.screens or room.walling.flights),
        "wall_load": any(load_of(one) > most for one in taken if one.laid.field.on != "floor"),
        "field_fire": any(one.kind == "fireplace" and one.wall in walls for one in room.measured.openings),
        "live": bool(room.walling.screens) or (bool(taken) and any(one.kind in LIVE for one in room.measured.fixtures)),
        "heavy": any(one.weight is not None and one.weight.value > HEAVY for one in wooden),
        "ladders": any(one.laid.region.bounds[3] > FROM_THE_FLOOR for one in taken if one.laid.field.on == "wall"),
    }
    return tuple(name for name, so in called.items() if so)
