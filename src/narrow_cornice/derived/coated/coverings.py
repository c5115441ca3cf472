"""Papers and tiles on the surfaces of a room: strips and rolls, tiles, boxes, adhesive and grout, each surface by
itself."""

from __future__ import annotations

import math
from collections.abc import Mapping
from types import MappingProxyType

import msgspec

from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.coated.surface import Surface
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.coated.wall_surfaces import wall_bands
from narrow_cornice.derived.measured.at_work import at_work, slower_for
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.paper import Papering, papering
from narrow_cornice.finishes.tiles import Box, Point, Tiling, adhesive, grout, grout_of, tiles_needed, tiling
from narrow_cornice.job.finishes import OVER_ALL, Colour, Covering, Paint, Paper, Tile
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.ceilings import band_outline

SMALL_TILE = 60.0  # mm, up to which tiles take longer
TURNED = ("diagonal", "herringbone")


class Covered(msgspec.Struct, frozen=True):
    """A surface with its paper or tile: its strips or its tiles as a figure, how long the work takes, what stands in
    the way of it in words; of paper the ``papering``, of tiles the ``tiling``, adhesive and grout in kg."""

    surface: Surface
    covering: Covering
    amount: Figure | None = None
    hours: Figure | None = None
    fault: str = ""
    papering: Papering | None = None
    tiling: Tiling | None = None
    adhesive: Figure | None = None
    grout: Figure | None = None


@explained("strips", "strips", "⌈wall ÷ width of a roll⌉")
def strips_of(wall: float, width_of_a_roll: float) -> float:
    """Return the strips along a wall, each as wide as the roll; both in mm."""
    return float(math.ceil(wall / width_of_a_roll - 1e-9))


@explained("hanging", "h", "area ÷ in an hour")
def hours_of_covering(area: float, in_an_hour: float) -> float:
    """Return the hours of hanging paper or laying tiles."""
    return area / in_an_hour


def over_all(job: Job) -> tuple[Covering, ...]:
    """Return the coverings of a job that a whole surface can be given: papers and tiles."""
    return tuple(one for one in job.coverings if isinstance(one, OVER_ALL))


def covering_line(identity: str) -> str:
    """Return the key of the line of a paper or a tile."""
    return f"covering:{identity}"


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def room_coverings(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    coverings: tuple[Covering, ...],
) -> Mapping[str, Covered]:
    """Return what is papered and tiled in a room, by the key of its surface."""
    trimmed = trimmed_room(room, changed_rules)
    known = {one.id: one for one in coverings}
    made: dict[str, Covered] = {}
    if trimmed is None or not known:
        return MappingProxyType(made)
    rules = house_rules_of(changed_rules)
    slower = slower_for(room, rules)
    for one in finished_surfaces(room, changed_rules, paints, colours):
        covering = known.get(one.finish.covering or "")
        if not isinstance(covering, OVER_ALL) or one.finish.left or one.surface.net.value <= 0:
            continue
        try:
            if isinstance(covering, Paper):
                made[one.surface.key] = _papered(one.surface, covering, trimmed, rules, slower)
            else:
                made[one.surface.key] = _tiled(one.surface, covering, trimmed, rules, slower)
        except CorniceError as error:
            made[one.surface.key] = Covered(one.surface, covering, fault=error.message)
    return MappingProxyType(made)


def _band(surface: Surface, face: WallFace, trimmed: TrimmedRoom) -> tuple[float, float]:
    """Return from where to where a part of a wall is free, in mm: above the skirting, and the top one up to the cornice
    or the ceiling, wherever that is."""
    bands = wall_bands(trimmed.trim, trimmed.height, split_of(trimmed))
    low, high = next(((low.value, high.value) for group, _, low, high in bands if group == surface.group), (0.0, 0.0))
    skirting, cornice = trimmed.trim.of("skirting"), trimmed.trim.of("cornice")
    if skirting.built and low <= 0:
        low = skirting.top
    if high >= trimmed.height.value - 1e-6:
        high = max(face.tallest, high)
        if cornice.built and cornice.height is not None:
            high -= cornice.height.value
    return low, high


def _papered(surface: Surface, paper: Paper, trimmed: TrimmedRoom, rules: HouseRules, slower: Figure | None) -> Covered:
    if surface.kind != "wall" or not surface.wall_id:
        return Covered(surface, paper, fault="Paper is counted on walls only, in upright strips.")
    face = trimmed.measured.face(surface.wall_id)
    low, high = _band(surface, face, trimmed)
    made = papering(
        face.length, high - low, paper.length, paper.width, paper.repeat, paper.match, rules.value("paper_allowance")
    )
    strips = strips_of(face.extent, table("width of a roll", paper.width, "mm", paper.name), called=surface.name[:60])
    hours = hours_of_covering(surface.net, rules.figure("hours_paper"), called=surface.name[:60])
    return Covered(surface, paper, strips, at_work(hours, slower), papering=made)


def _tiled(surface: Surface, tile: Tile, trimmed: TrimmedRoom, rules: HouseRules, slower: Figure | None) -> Covered:
    outline, holes = _outline(surface, trimmed)
    made = None
    if outline:
        made = tiling(outline, holes, (tile.width, tile.height), tile.joint, tile.laid in TURNED)
    place = table(
        "place of one", (tile.width + tile.joint) * (tile.height + tile.joint), "mm²", f"{tile.name}, with its joint"
    )
    waste = rules.figure("tile_waste_diagonal" if tile.laid in TURNED else "tile_waste")
    places = table(
        "places", float(made.places if made else 0), "", "of the layout" if made else "no layout of this surface"
    )
    amount = tiles_needed(surface.net, place, waste, places, called=surface.name[:60])
    small = max(tile.width, tile.height) <= SMALL_TILE or tile.laid == "herringbone"
    hours = hours_of_covering(
        surface.net, rules.figure("hours_small_tile" if small else "hours_tile"), called=surface.name[:60]
    )
    sizes = [table(name, getattr(tile, name), "mm", tile.name) for name in ("width", "height", "thickness", "joint")]
    of_one = grout_of(*sizes, rules.figure("grout_density"), called="grout of a square metre")
    return Covered(
        surface,
        tile,
        amount,
        at_work(hours, slower),
        tiling=made,
        adhesive=adhesive(surface.net, rules.figure("tile_adhesive"), called=surface.name[:60]),
        grout=grout(surface.net, of_one, called=surface.name[:60]),
    )


def _outline(surface: Surface, trimmed: TrimmedRoom) -> tuple[tuple[Point, ...], tuple[Box, ...]]:
    """Return the corners of a surface in mm and what is not tiled of it: of a wall with its openings, of the floor;
    none of any other."""
    if surface.kind == "floor":
        return tuple((x, y) for x, y in trimmed.measured.plan.corners), ()
    if surface.kind != "wall" or not surface.wall_id:
        return (), ()
    face = trimmed.measured.face(surface.wall_id)
    low, high = _band(surface, face, trimmed)
    return band_outline(face.upper_edge, low, high), tuple(
        (one.rect.u0, one.rect.v0, one.rect.u1, one.rect.v1) for one in face.openings
    )
