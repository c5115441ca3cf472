"""The parts of a wall that are painted: bands between floor and ceiling, less openings and what lies on them."""

from __future__ import annotations

import itertools
import math
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
from narrow_cornice.derived.coated.surface import Surface, none_here
from narrow_cornice.derived.measured.rooms import OpeningFace, WallFace
from narrow_cornice.derived.trimwork.lying import casing_rects, trim_rects
from narrow_cornice.derived.trimwork.panelling import WallPanels
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.finishes.spread import State
from narrow_cornice.job.measured import LiesOn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.survey.faces import Rect, union_area
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import Blocked, Run, height_on


def _rect_figure(name: str, rect: Rect, like: str) -> Figure:
    return rectangle(
        Figure("width", rect.u1 - rect.u0, "mm", "reading", note="on the wall, within this part"),
        Figure("height", rect.v1 - rect.v0, "mm", "reading", note="on the wall, within this part"),
        called=name,
        like=like,
    )


def _together(name: str, parts: Sequence[tuple[str, str, Rect]], union: float) -> Figure:
    """Return rectangles (each with the word for several of its kind) as one area; what lies in two of them, or in an
    opening, is counted once."""
    figures = [_rect_figure(label, rect, like) for label, like, rect in parts if rect.area > 0]
    if not figures:
        return none_here(name)
    counted = sum(figure.value for figure in figures)
    twice = counted - union / 1_000_000
    if abs(twice) > 1e-9:
        figures.append(Figure("counted twice", -twice, "m²", "table", note="where these lie over one another"))
    return total(name, "m²", figures)


def _arch_is_free(face: WallFace, one: OpeningFace, lying: Sequence[Rect]) -> bool:
    """Return whether what an arch leaves of its rectangle is wall and nothing else: within the wall, under its ceiling,
    with nothing lying on it or opening beside it."""
    rect = one.rect
    head = Rect(rect.u0, rect.v1 - min(one.opening.rise.mm, rect.tall), rect.u1, rect.v1)
    inside = rect.u0 >= 0.0 and rect.u1 <= face.length
    clear = inside and all(height_on(face.upper_edge, u) >= rect.v1 - 1e-9 for u in (rect.u0, rect.u1))
    others = [*lying, *(other.rect for other in face.openings if other is not one)]
    return clear and not any(other.within(head).area > 1.0 for other in others)


def _arched(one: OpeningFace) -> list[Rect]:
    """Return an opening as it is cut: of an arch upright slices, each as high as its middle."""
    rect, rise = one.rect, min(one.opening.rise.mm, one.rect.tall)
    if one.opening.kind != "arch" or rise <= 0:
        return [rect]
    made, half = [], rect.wide / 2
    for number in range(2 * SLICES):
        u0, u1 = (rect.u0 + rect.wide * place / (2 * SLICES) for place in (number, number + 1))
        share = ((u0 + u1) / 2 - rect.u0 - half) / half
        made.append(Rect(u0, rect.v0, u1, rect.v1 - rise + rise * math.sqrt(max(0.0, 1.0 - share * share))))
    return made


SLICES = 24  # what a sloped ceiling cuts is counted in so many upright slices, each as high as its middle


def _under(face: WallFace, rect: Rect) -> list[Rect]:
    """Return as much of a rectangle as lies on the wall and under its ceiling: itself, or where the ceiling is lower
    than its upper edge upright slices of it."""
    rect = rect.within(Rect(0.0, 0.0, face.length, rect.v1))
    if rect.area <= 0:
        return []
    places = [rect.u0, *(u for u, _ in face.upper_edge if rect.u0 < u < rect.u1), rect.u1]
    made = []
    for left, right in itertools.pairwise(places):
        tops = [height_on(face.upper_edge, u) for u in (left, right)]
        if min(tops) >= rect.v1 - 1e-9:
            made.append(Rect(left, rect.v0, right, rect.v1))
            continue
        count = 1 if tops[0] == tops[1] else SLICES
        for number in range(count):
            u0, u1 = (left + (right - left) * place / count for place in (number, number + 1))
            made.append(Rect(u0, rect.v0, u1, min(rect.v1, height_on(face.upper_edge, (u0 + u1) / 2))))
    return [one for one in made if one.area > 0]


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


def _lying_on(
    face: WallFace, runs: Sequence[Run], trim: FittedTrim, panels: WallPanels, setback: float
) -> list[tuple[str, str, Rect]]:
    """Return what lies on the face of a wall: runs, casings, panels and framed things."""
    parts: list[tuple[str, str, Rect]] = []
    for run in runs:
        if run.kind != "casing":
            parts += [(run.kind, f"pieces of {run.kind}", rect) for rect in trim_rects(run, trim)]
    casing = trim.of("casing")
    if casing.built and casing.height is not None:
        for one in face.openings:
            if one.opening.cased:
                rects = casing_rects(one.rect, one.to_floor, casing.height.value, setback)
                parts += [("casing", "pieces of casing", rect) for rect in rects]
    mould = trim.of("panel mould")
    height = mould.height.value if mould.built and mould.height is not None else 0.0
    return parts + [(name, "framed and panelled", rect) for name, rect in panels.covered(height)]


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
    *before: Blocked,
) -> tuple[Surface, ...]:
    """Return the parts of one wall; a wall that an edit left as it was is not counted again.

    Its casings begin ``setback`` mm off the edge of the jambs. What stands against it covers it, and
    built-ins ``before`` it do. ``patches`` are left by its repairs.
    """
    surfaces: list[Surface] = []
    parts = _lying_on(face, runs, trim, panels, setback)
    parts += [
        (
            one.bulk.name[:60],
            "standing before it",
            Rect(one.start.value, one.bottom, one.end.value, max(one.top, one.bottom)),
        )
        for one in face.standing
    ]
    parts += [(one.name[:60], "built in", Rect(one.start.value, 0.0, one.end.value, one.top)) for one in before]
    arches = {one.opening.id for one in face.openings if _arch_is_free(face, one, [rect for *_, rect in parts])}
    open_here = [
        (one.opening.name, "openings", rect)
        for one in face.openings
        for shape in ([one.rect] if one.opening.id in arches else _arched(one))
        for rect in _under(face, shape)
    ]
    under = [(name, like, part) for name, like, rect in parts for part in _under(face, rect)]
    for group, word, low, high in wall_bands(trim, height, split):
        band = Rect(0.0, low.value, face.length, high.value)
        holes = [(name, like, rect.within(band)) for name, like, rect in open_here]
        lying = [(name, like, rect.within(band)) for name, like, rect in under]
        in_holes = union_area(rect for *_, rect in holes)
        either = union_area([rect for *_, rect in holes] + [rect for *_, rect in lying])
        gross = _band_gross(face, low, high)
        if gross.value <= 0:
            continue
        openings = _together("openings", holes, in_holes)
        for one in face.openings:
            opening, rect = one.opening, one.rect
            arched = opening.id in arches and opening.kind == "arch" and opening.rise.mm > 0
            if arched and band.v0 < rect.v1 <= band.v1 + 1e-9:
                width = Figure("width", rect.u1 - rect.u0, "mm", "reading", note=opening.name[:60])
                rise = Figure("rise", min(opening.rise.mm, rect.v1 - rect.v0), "mm", "reading", note=opening.name[:60])
                openings = less_spandrels(openings, spandrels(width, rise), called="openings")
        covered = _together("covered", lying, either - in_holes)
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
