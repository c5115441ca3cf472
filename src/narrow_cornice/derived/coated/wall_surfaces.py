"""The parts of a wall that are painted: bands between floor and ceiling, less openings and what lies on them."""

from __future__ import annotations

import itertools
from collections.abc import Container, Sequence
from typing import NamedTuple

from narrow_cornice.derived.coated.areas import (
    less_spandrels,
    net_area,
    rectangle,
    spandrels,
    under_slope,
    wall_part,
)
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.coated.surface import Surface, covered_at_most, none_here
from narrow_cornice.derived.coated.what_lies import Lying, openings_of, together
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.lying import lying_on
from narrow_cornice.derived.trimwork.panelling import WallPanels
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.finishes.spread import State
from narrow_cornice.job.measured import LiesOn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.survey.faces import Rect, union_area
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import Blocked, Run, height_on

HAIR = 1000.0  # mm²


def _band_gross(face: WallFace, low: Figure, high: Figure) -> Figure:
    """Return a band of a wall: a rectangle, or under a slope the pieces between the places where its edge turns."""
    if not face.sloped and face.tallest >= high.value - 1e-9:
        return wall_part(face.extent, high, low)
    edges = {u for u, _ in face.upper_edge}
    for (u0, z0), (u1, z1) in itertools.pairwise(face.upper_edge):
        for level in (low.value, high.value):
            if (z0 - level) * (z1 - level) < 0:
                edges.add(u0 + (u1 - u0) * (level - z0) / (z1 - z0))
    pieces = []
    places = sorted(edges)
    for left, right in itertools.pairwise(places):
        heights = [min(max(height_on(face.upper_edge, u), low.value), high.value) - low.value for u in (left, right)]
        if max(heights) > 1e-9:
            note = "under the sloped ceiling"
            pieces.append(
                under_slope(
                    Figure("width", right - left, "mm", "table", note=note),
                    Figure("left height", heights[0], "mm", "table", note=note),
                    Figure("right height", heights[1], "mm", "table", note=note),
                )
            )
    return total("wall part", "m²", pieces) if pieces else none_here("wall part")


class Patch(NamedTuple):
    """What a repair leaves on a wall or a ceiling: how high its middle is (on a ceiling: how far off the wall), its
    size with what is primed round it, its state, and the wall it goes by."""

    height: float
    width: float
    tall: float
    state: State
    wall: str


def patches_on(room: Room, wall_ids: Container[str], margin: float, on: LiesOn = "wall") -> tuple[Patch, ...]:
    """Return what the repairs of walls, or of the ceiling before them, leave to be primed, with a margin round each."""
    marks = (
        one
        for one in room_repairs(room)
        if one.mark.wall in wall_ids and one.mark.on == on and one.kind.state != "sound"
    )
    return _kept_patches(
        tuple(
            Patch(
                one.mark.height.mm,
                one.mark.width.mm + 2 * margin,
                one.mark.tall.mm + 2 * margin,
                one.kind.state,
                one.mark.wall,
            )
            for one in marks
        )
    )


# By value: an edit elsewhere leaves the patches of a wall the same object, and with them its surfaces.
@by_value(times=1, each="wall")
def _kept_patches(patches: tuple[Patch, ...]) -> tuple[Patch, ...]:
    return patches


def patched(patches: Sequence[Patch]) -> tuple[State, Figure | None]:
    """Return the state that repairs leave a part of a wall in, and the area of all of them."""
    if not patches:
        return "sound", None
    areas = [
        rectangle(
            Figure("width", one.width, "mm", "reading", note="of a patch, with what is primed round it"),
            Figure("height", one.tall, "mm", "reading", note="of a patch, with what is primed round it"),
            called=f"patch {number}",
            like="patches",
        )
        for number, one in enumerate(patches, 1)
    ]
    return "patched", total("patches", "m²", areas)


@by_identity(times=1, each="room")
def wall_bands(trim: FittedTrim, top: Figure, split: Figure | None) -> tuple[tuple[str, str, Figure, Figure], ...]:
    """Return the parts of the walls from the floor up: (group, word for the name, lower edge, upper edge)."""
    floor = Figure("floor", 0.0, "mm", "choice")
    bands: list[tuple[str, str, Figure, Figure]] = []
    frieze = trim.of("frieze")
    line: Figure | None = None
    if frieze.built:
        line = Figure("line of the picture rail", frieze.bottom, "mm", "choice", note="where the frieze begins")
    if split is not None and (line is None or split.value < line.value):
        bands.append(("lower wall", ", lower part", floor, split))
        bands.append(("upper wall", ", upper part", split, line or top))
    else:
        bands.append(("upper wall", "", floor, line or top))
    if line is not None:
        bands.append(("frieze", ", frieze", line, top))
    return tuple(bands)


def _less_arches(face: WallFace, openings: Figure, arches: set[str], band: Rect) -> Figure:
    """Return the openings of a band less the spandrels of its arches."""
    for one in face.openings:
        opening, rect = one.opening, one.rect
        arched = opening.id in arches and opening.kind == "arch" and opening.rise.mm > 0
        if arched and band.v0 < rect.v1 <= band.v1 + 1e-9:
            width = Figure("width", rect.wide, "mm", "reading", note=opening.name[:60])
            rise = Figure("rise", min(opening.rise.mm, rect.tall), "mm", "reading", note=opening.name[:60])
            openings = less_spandrels(openings, spandrels(width, rise), called="openings")
    return openings


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="wall")
def wall_surfaces(
    face: WallFace,
    runs: tuple[Run, ...],
    trim: FittedTrim,
    panels: WallPanels,
    setback: float,
    height: Figure,
    split: Figure | None,
    patches: tuple[Patch, ...],
    fields: tuple[Lying, ...],
    *before: Blocked,
) -> tuple[Surface, ...]:
    """Return the parts of one wall; a wall that an edit left as it was is not counted again.

    Its casings begin ``setback`` mm off the edge of the jambs. What stands against it covers it, and ``fields`` and
    built-ins ``before`` it do. ``patches`` are left by its repairs.
    """
    surfaces: list[Surface] = []
    on_it = lying_on(face, runs, trim, panels, setback)
    parts = [Lying(name, like, rects, len(rects) > 1) for name, like, rects in on_it]  # a raking run is in slices
    for one in face.standing:
        rect = Rect(one.start.value, one.bottom, one.end.value, max(one.top, one.bottom))
        parts.append(Lying(one.bulk.name[:60], "standing before it", (rect,)))
    for built in before:
        parts.append(Lying(built.name[:60], "built in", (Rect(built.start.value, 0.0, built.end.value, built.top),)))
    parts += fields
    opened, arches = openings_of(face, parts)
    parts = [one.under(face) for one in parts]
    for group, word, low, high in wall_bands(trim, height, split):
        band = Rect(0.0, low.value, face.length, high.value)
        holes, lying = [one.within(band) for one in opened], [one.within(band) for one in parts]
        in_holes = union_area(rect for one in holes for rect in one.rects)
        either = union_area(rect for one in (*holes, *lying) for rect in one.rects)
        gross = _band_gross(face, low, high)
        if gross.value <= 0:
            continue
        openings = together("openings", holes, in_holes)
        openings = _less_arches(face, openings, arches, band)
        free = (gross.value - openings.value) * 1e6
        hidden = either - in_holes
        # under a slope what lies on a wall is counted in narrow strips, which may come to a hair more than the wall
        covered = together("covered", lying, free if free < hidden < free + HAIR else hidden)
        covered = covered_at_most(covered, gross, openings)
        name = f"Wall {face.name}{word}"
        surfaces.append(
            Surface(
                f"{group}@{face.id}",
                group,
                "wall",
                name,
                face.name,
                face.id,
                gross,
                openings,
                covered,
                net_area(gross, openings, covered, called=name),
                *patched([one for one in patches if low.value <= one.height < high.value]),
            )
        )
    return tuple(surfaces)
