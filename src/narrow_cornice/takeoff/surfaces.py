"""Every surface of a room with its areas: gross − openings − covered = net, and each area's arithmetic.

Surface keys are "group@thing" ("upper wall@w1"); the group is what a finish can be given to at once.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.explained.figures import Figure, reading, total
from narrow_cornice.job.edits.measure_edits import twin_path
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Opening, Room
from narrow_cornice.job.things import Bulk
from narrow_cornice.survey.ceilings import Ceiling
from narrow_cornice.survey.faces import Rect, union_area
from narrow_cornice.survey.plan import Plan, corner_name, pair_name, plan_area
from narrow_cornice.survey.triangles import triangles
from narrow_cornice.takeoff.areas import (
    ceiling_under_cornice,
    covered_by_cornice,
    leaf_edges,
    less_spandrels,
    net_area,
    painted_trim,
    rectangle,
    reveal_area,
    slope_area,
    spandrels,
    triangle_area,
    under_slope,
    wall_part,
)
from narrow_cornice.takeoff.bulks import faces_of_bulks, on_wall, overhead, reach_the_ceiling
from narrow_cornice.takeoff.panelling import WallPanels
from narrow_cornice.takeoff.rooms import AGAINST, MeasuredRoom, WallFace, measured_room
from narrow_cornice.takeoff.surveys import house_rules_of
from narrow_cornice.trim.choices import KINDS, TrimKind
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.girth import girth_of
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.trim.runs import Hole, Run, height_on

SurfaceKind = Literal["wall", "ceiling", "trim", "door", "reveal"]
TRIM_WITH_FACE: tuple[TrimKind, ...] = tuple(kind for kind in KINDS if kind != "frieze")
GROUPS = (
    "upper wall",
    "lower wall",
    "frieze",
    "ceiling",
    "boxing",
    *TRIM_WITH_FACE,
    "door face",
    "door edges",
    "reveal",
)


class Surface(msgspec.Struct, frozen=True):
    """One surface: areas in m² as figures, and where it is (``wall`` is the wall's name, empty for the room's)."""

    key: str
    group: str
    kind: SurfaceKind
    name: str
    wall: str
    wall_id: str
    gross: Figure
    openings: Figure
    covered: Figure
    net: Figure


def _none(name: str) -> Figure:
    return Figure(name, 0.0, "m²", "choice", note="none here")


def _plain(key: str, group: str, kind: SurfaceKind, name: str, area: Figure, face: WallFace | None = None) -> Surface:
    """Return a surface from which nothing is taken away."""
    openings, covered = _none("openings"), _none("covered")
    return Surface(
        key,
        group,
        kind,
        name,
        face.name if face else "",
        face.id if face else "",
        area,
        openings,
        covered,
        net_area(area, openings, covered, called=name),
    )


def _rect_figure(name: str, rect: Rect) -> Figure:
    return rectangle(
        Figure("width", rect.u1 - rect.u0, "mm", "reading", note="on the wall, within this part"),
        Figure("height", rect.v1 - rect.v0, "mm", "reading", note="on the wall, within this part"),
        called=name,
    )


def _together(name: str, parts: Sequence[tuple[str, Rect]], union: float) -> Figure:
    """Return rectangles as one area; what lies in two of them, or in an opening, is counted once."""
    figures = [_rect_figure(label, rect) for label, rect in parts if rect.area > 0]
    if not figures:
        return _none(name)
    counted = sum(figure.value for figure in figures)
    twice = counted - union / 1_000_000
    if abs(twice) > 1e-9:
        figures.append(Figure("counted twice", -twice, "m²", "table", note="where these lie over one another"))
    return total(name, "m²", figures)


def _under(face: WallFace, rect: Rect) -> Rect:
    """Return as much of an opening as surely lies under the ceiling; one that pokes out is told in the second look."""
    if not face.sloped:
        return rect
    top = min(height_on(face.upper_edge, min(max(u, 0.0), face.length)) for u in (rect.u0, rect.u1))
    return Rect(rect.u0, rect.v0, rect.u1, min(rect.v1, top))


def _band_gross(face: WallFace, low: Figure, high: Figure) -> Figure:
    """Return a band of a wall: a rectangle, or under a slope the pieces between the places where its edge turns."""
    if not face.sloped and face.tallest >= high.value - 1e-9:
        return wall_part(face.wall.length, high, low)
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
    return total("wall part", "m²", pieces) if pieces else _none("wall part")


SLICES = 24  # a raking run covers a wall as so many upright slices, each as high as its middle


def trim_rects(run: Run, trim: FittedTrim) -> list[Rect]:
    """Return where a run lies on its wall: one rectangle, or of a raking run upright slices."""
    piece = trim.of(run.kind)
    (low, other), count = run.low, SLICES
    if low == other:
        return [Rect(run.start, piece.bottom - low, run.end, piece.top - low)]
    made = []
    for index in range(count):
        down = low + (other - low) * (index + 0.5) / count
        u0, u1 = (run.start + (run.end - run.start) * place / count for place in (index, index + 1))
        made.append(Rect(u0, piece.bottom - down, u1, piece.top - down))
    return made


def casing_rects(opening: Rect, to_floor: bool, width: float, setback: float = 0.0) -> list[Rect]:
    """Return the legs, the head and (of a window) the lower piece of a casing, not overlapping; it begins ``setback``
    off the edge of the opening."""
    opening = Rect(
        opening.u0 - setback, opening.v0 - (0.0 if to_floor else setback), opening.u1 + setback, opening.v1 + setback
    )
    low = opening.v0 - (0 if to_floor else width)
    rects = [
        Rect(opening.u0 - width, low, opening.u0, opening.v1 + width),
        Rect(opening.u1, low, opening.u1 + width, opening.v1 + width),
        Rect(opening.u0, opening.v1, opening.u1, opening.v1 + width),
    ]
    if not to_floor:
        rects.append(Rect(opening.u0, low, opening.u1, opening.v0))
    return rects


def _on_wall(face: WallFace, runs: Sequence[Run], trim: FittedTrim, panels: WallPanels) -> list[tuple[str, Rect]]:
    """Return what lies on the face of a wall: runs, casings, panels and framed things."""
    parts: list[tuple[str, Rect]] = []
    for run in runs:
        if run.kind != "casing":
            parts += [(run.kind, rect) for rect in trim_rects(run, trim)]
    casing = trim.of("casing")
    if casing.built and casing.height is not None:
        setback = face.wall.casing.setback.value
        for opening, hole, rect in face.openings:
            if opening.cased:
                rects = casing_rects(rect, hole.to_floor, casing.height.value, setback)
                parts += [("casing", one) for one in rects]
    mould = trim.of("panel mould")
    return parts + panels.covered(mould.height.value if mould.built and mould.height is not None else 0.0)


@by_identity(keep=1024)
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


@by_identity(keep=8192)
def _wall_surfaces(
    face: WallFace,
    runs: tuple[Run, ...],
    trim: FittedTrim,
    panels: WallPanels,
    height: Figure,
    split: Figure | None,
    *standing: Bulk,
) -> tuple[Surface, ...]:
    """Return the parts of one wall; a wall that an edit left as it was is not counted again.

    ``standing`` are the beams, boxed pipes and columns that stand against it and cover it.
    """
    surfaces: list[Surface] = []
    parts = _on_wall(face, runs, trim, panels)
    for bulk in standing:
        parts.append((bulk.name[:60], on_wall(bulk, height.value)))
    for group, word, low, high in wall_bands(trim, height, split):
        band = Rect(0.0, low.value, face.length, high.value)
        holes = [(opening.name, _under(face, rect).within(band)) for opening, _, rect in face.openings]
        lying = [(kind, rect.within(band)) for kind, rect in parts]
        in_holes = union_area(rect for _, rect in holes)
        either = union_area([rect for _, rect in holes] + [rect for _, rect in lying])
        gross = _band_gross(face, low, high)
        if gross.value <= 0:
            continue
        openings = _together("openings", holes, in_holes)
        for opening, _, rect in face.openings:
            if opening.kind == "arch" and opening.rise.mm > 0 and band.v0 < rect.v1 <= band.v1 + 1e-9:
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
            )
        )
    return tuple(surfaces)


@by_identity(keep=2048)
def plan_area_figure(plan: Plan, name: str) -> Figure:
    """Return the area inside the walls as a figure, triangle by triangle."""
    corners = plan.corners
    parts = []
    for a, b, c in triangles(corners):
        words = " ".join(corner_name(one) for one in sorted((a, b, c)))
        base = math.dist(corners[a], corners[c])
        (ax, ay), (bx, by), (cx, cy) = corners[a], corners[b], corners[c]
        up = abs((cx - ax) * (by - ay) - (cy - ay) * (bx - ax)) / max(base, 1e-9)
        note = "on the adjusted plan"
        parts.append(
            triangle_area(
                Figure("base", base, "mm", "table", note=f"{pair_name(*sorted((a, c)))}, {note}"),
                Figure("height", up, "mm", "table", note=f"{corner_name(b)} off that line, {note}"),
                called=f"triangle {words}",
            )
        )
    return total(name, "m²", parts)


def slope_key(wall: str) -> str:
    """Return the key of the sloped ceiling over a wall, by the wall's name."""
    return f"ceiling@slope-{wall.replace('–', '')}"


@by_identity(keep=2048)
def _slopes(plan: Plan, ceiling: Ceiling, trim: FittedTrim, *cornices: Run) -> tuple[Surface, ...]:
    """Return the sloped parts of a ceiling, each over its wall, less what the cornice along them covers."""
    made = []
    out = trim.of("cornice").projection
    for plane, outline in ceiling.parts(plan.corners):
        if plane.over < 0:
            continue
        side = plan.sides[plane.over]
        name = f"Ceiling, slope over {side.name}"
        below = Figure("on the plan", abs(plan_area(outline)) / 1_000_000, "m²", "table", note="below the slope")
        stretch = Figure("stretch of the slope", plane.stretch, "", "table", note="√(1 + rise² per run²)")
        area = slope_area(below, stretch, called=name)
        mine = [run for run in cornices if _along(run, plane.over, plan)]
        surface = _plain(slope_key(side.name), "ceiling", "ceiling", name, area)
        if mine and out is not None:
            covered = total(
                "covered", "m²", [covered_by_cornice(run.length, out, called=run.wall_name) for run in mine]
            )
            if covered.value > area.value:
                covered = Figure("covered", area.value, "m²", "table", note="all of it")
            surface = replace(surface, covered=covered, net=net_area(area, surface.openings, covered, called=name))
        made.append(surface)
    return tuple(made)


def _along(run: Run, over: int, plan: Plan) -> bool:
    """Return whether a run of cornice lies under the slope over a wall: along that wall, or raking up a wall beside it
    from the corner they share."""
    names, count = [side.name for side in plan.sides], len(plan.sides)
    index = names.index(run.wall_name)
    if index == over:
        return run.low != (0.0, 0.0)
    if run.low[0] == run.low[1]:
        return False
    # Seen from inside the left end of a wall is where the anticlockwise walk leaves it.
    lower = (index + 1) % count if run.low[0] > run.low[1] else index - 1
    return lower % count == over


@by_identity(keep=2048)
def _ceiling(plan: Plan, ceiling: Ceiling, trim: FittedTrim, level: tuple[Run, ...], *hanging: Bulk) -> Surface:
    """Return the level ceiling, less what its cornice and what reaches up to it (``hanging``) cover."""
    gross = plan_area_figure(plan, "ceiling")
    if not ceiling.flat:
        inside = sum(abs(plan_area(outline)) for plane, outline in ceiling.parts(plan.corners) if plane.over < 0)
        gross = Figure(
            "level part of the ceiling", inside / 1_000_000, "m²", "table", note="the plan inside the slopes"
        )
    openings, covered = _none("openings"), _none("covered")
    cornice = trim.of("cornice")
    if ceiling.flat and cornice.built and cornice.projection is not None:
        perimeter = total("perimeter", "run", [side.length for side in plan.sides])
        turned = sum(1.0 / math.tan(math.radians(angle) / 2.0) for angle in plan.angles)
        corners = Figure("corners", turned, "", "table", note="cotangents of half of every corner's angle, together")
        ring = ceiling_under_cornice(perimeter, cornice.projection, corners)
        # A cornice that comes out further than half the room would meet itself: it covers the whole ceiling at most.
        covered = ring if ring.value <= gross.value else Figure("covered", gross.value, "m²", "table", note="all of it")
    elif level and cornice.built and cornice.projection is not None:
        covered = total(
            "covered", "m²", [covered_by_cornice(run.length, cornice.projection, called=run.wall_name) for run in level]
        )
        if covered.value > gross.value:
            covered = Figure("covered", gross.value, "m²", "table", note="all of it")
    if hanging:
        under_cornice = cornice.projection.value if covered.value and cornice.projection is not None else 0.0
        parts = [covered] if covered.value else []
        parts += [overhead(bulk, under_cornice) for bulk in hanging]
        whole = total("covered", "m²", parts)
        covered = whole if whole.value <= gross.value else Figure("covered", gross.value, "m²", "table", note="all")
    return Surface(
        "ceiling@room",
        "ceiling",
        "ceiling",
        "Ceiling",
        "",
        "",
        gross,
        openings,
        covered,
        net_area(gross, openings, covered, called="ceiling"),
    )


@by_identity(keep=8192)
def _trim_surface(kind: TrimKind, profile: Profile, *lengths: Figure) -> Surface:
    area = painted_trim(total("length", "run", lengths), girth_of(profile), called=kind)
    return _plain(f"{kind}@room", kind, "trim", kind.capitalize(), area)


def _trim_surfaces(measured: MeasuredRoom) -> list[Surface]:
    assert measured.trim is not None
    surfaces = []
    for kind in TRIM_WITH_FACE:
        profile = measured.trim.of(kind).profile
        mine = [run.length for run in measured.runs if run.kind == kind]
        if profile is not None and mine:
            surfaces.append(_trim_surface(kind, profile, *mine))
    return surfaces


@by_identity(keep=8192)
def _opening_surfaces(room_id: str, face: WallFace, opening: Opening, hole: Hole, leaf: Figure) -> tuple[Surface, ...]:
    """Return the surfaces that an opening brings: leaf and edges of a door, reveals."""
    width, height = hole.width, hole.height
    surfaces = []
    if opening.kind == "door":
        door = rectangle(width, height, called="face")
        surfaces.append(_plain(f"door face@{opening.id}", "door face", "door", f"{opening.name}, face", door, face))
        edges = leaf_edges(width, height, leaf)
        # Of a door that two rooms share each has its own face; the edges are counted once, with the first.
        if not opening.twin or twin_path(room_id, opening.id) < opening.twin:
            surfaces.append(
                _plain(f"door edges@{opening.id}", "door edges", "door", f"{opening.name}, edges", edges, face)
            )
    if opening.reveal.mm > 0 and opening.kind != "fireplace":  # its cheeks are not painted
        path = (room_id, "opening", opening.id, "reveal")
        depth = reading(f"reveal of {opening.name[:60]}", opening.reveal.mm, "mm", path)
        sides = Figure(
            "level sides",
            2 if opening.kind == "window" else 1,
            "",
            "table",
            note="a window has head and sill, a door only a head",
        )
        area = reveal_area(height, sides, width, depth)
        surfaces.append(_plain(f"reveal@{opening.id}", "reveal", "reveal", f"{opening.name}, reveal", area, face))
    return tuple(surfaces)


@by_identity(keep=1024)
def room_surfaces(room: Room, changed_rules: dict[str, float]) -> tuple[Surface, ...]:
    """Return every surface of the room, walls first; none while the room is not yet measured."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    leaf = house_rules_of(changed_rules).figure("door_leaf_thickness")
    surfaces: list[Surface] = []
    assert measured.trim is not None
    assert measured.height is not None
    for face in measured.faces:
        standing = [bulk for bulk in room.bulks if bulk.wall == face.id and bulk.out.mm <= AGAINST]
        surfaces += _wall_surfaces(
            face,
            measured.runs_of(face),
            measured.trim,
            measured.panels_of(face),
            measured.height,
            measured.split,
            *standing,
        )
    hanging = reach_the_ceiling(room, measured)
    sloped = not measured.ceiling.flat
    cornices = tuple(run for run in measured.runs if run.kind == "cornice") if sloped else ()
    level = tuple(run for run in cornices if run.low == (0.0, 0.0))
    surfaces.append(_ceiling(measured.plan, measured.ceiling, measured.trim, level, *hanging))
    surfaces += _slopes(measured.plan, measured.ceiling, measured.trim, *cornices)
    surfaces += [
        _plain(f"boxing@{bulk.id}", "boxing", "wall", bulk.name, area) for bulk, area in faces_of_bulks(room, measured)
    ]
    surfaces += _trim_surfaces(measured)
    for face in measured.faces:
        for opening, hole, _ in face.openings:
            surfaces += _opening_surfaces(room.id, face, opening, hole, leaf)
    return tuple(surfaces)
