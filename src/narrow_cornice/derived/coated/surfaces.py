"""Every surface of a room: walls, ceiling, trim, doors, reveals and built-ins, each with its areas."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.derived.built.before_walls import before_wall
from narrow_cornice.derived.built.faces import painted_of
from narrow_cornice.derived.coated.areas import beside_tiles, leaf_edges, rectangle, reveal_area
from narrow_cornice.derived.coated.bulks import faces_of_bulks, reach_the_ceiling
from narrow_cornice.derived.coated.ceiling_surfaces import ceiling_surface, lining_surface, slope_surfaces, tray_surface
from narrow_cornice.derived.coated.field_surfaces import (
    NONE_TILED,
    covered_flat,
    covered_on,
    field_surfaces,
    tiled_reveals,
)
from narrow_cornice.derived.coated.pieces import block_surfaces, floor_surface, piece_surfaces
from narrow_cornice.derived.coated.surface import Surface, plain_surface
from narrow_cornice.derived.coated.trim_surfaces import trim_surfaces
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.coated.wall_surfaces import patches_on, wall_surfaces
from narrow_cornice.derived.measured.roof_windows import SLACK, over_its_slope
from narrow_cornice.derived.measured.rooms import MeasuredRoom, OpeningFace, WallFace
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, reading, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import DRAWERS
from narrow_cornice.job.measured import RAISED, RoofWindow, Twin
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.runs import Run

LEAST_LEFT = 1e-6  # m²: less of a reveal is the dust of floats


@by_identity(times=1, each="wall")
def _opening_surfaces(
    room_id: str, face: WallFace, seen: OpeningFace, leaf: Figure, tiled: Figure | None
) -> tuple[Surface, ...]:
    """Return the surfaces that an opening brings: leaf and edges of a door, reveals but for what of them is tiled."""
    opening, width, height = seen.opening, seen.width, seen.height
    surfaces = []
    if opening.kind == "door":
        door = rectangle(width, height, called="face")
        surfaces.append(
            plain_surface(f"door face@{opening.id}", "door face", "door", f"{opening.name}, face", door, face)
        )
        edges = leaf_edges(width, height, leaf)
        # Of a door that two rooms share each has its own face; the edges are counted once, with the first.
        if opening.twin is None or Twin(room_id, opening.id).key < opening.twin.key:
            surfaces.append(
                plain_surface(f"door edges@{opening.id}", "door edges", "door", f"{opening.name}, edges", edges, face)
            )
    if opening.reveal.mm > 0 and opening.kind != "fireplace":  # its cheeks are not painted
        path = OpeningPath(room_id, opening.id, size="reveal")
        depth = reading(f"reveal of {opening.name[:60]}", opening.reveal.mm, "mm", path)
        sides = Figure(
            "level sides",
            2 if opening.kind in RAISED else 1,
            "",
            "table",
            note="a window has head and sill, a door only a head",
        )
        area = reveal_area(height, sides, width, depth)
        if opening.kind == "niche":
            area = total("reveal", "m²", [area, rectangle(width, height, called="back of it")])
        if tiled is not None:
            area = beside_tiles(area, tiled, called=area.name)
        if tiled is None or area.value > LEAST_LEFT:
            surfaces.append(
                plain_surface(f"reveal@{opening.id}", "reveal", "reveal", f"{opening.name}, reveal", area, face)
            )
    return tuple(surfaces)


@by_identity(times=1, each="room", of=as_built)
def room_surfaces(room: Room, changed_rules: dict[str, float]) -> tuple[Surface, ...]:
    """Return every surface of the room, walls first, its floor and pieces last; while the room is not yet measured only
    its pieces."""
    trimmed = trimmed_room(room, changed_rules)
    pieces = tuple(piece_surfaces(room, changed_rules))
    if trimmed is None:
        return pieces
    measured, trim, split = trimmed.measured, trimmed.trim, split_of(trimmed)
    leaf = house_rules_of(changed_rules).figure("door_leaf_thickness")
    margin = house_rules_of(changed_rules).value("patch_margin")
    surfaces: list[Surface] = []
    for face, wall in zip(measured.faces, trimmed.walls, strict=True):
        on_it = (trimmed.runs_of(face.id), trim, trimmed.panels_of(face.id), wall.casing.setback.value)
        before = before_wall(room, face, changed_rules)
        lying = covered_on(room, face.id, changed_rules) if room.walling.fields else ()
        patches = patches_on(room, (face.id,), margin)
        surfaces += wall_surfaces(face, *on_it, trimmed.height, split, patches, lying, *before)
    hanging = reach_the_ceiling(trimmed)
    cornices = tuple(run for run in trimmed.runs if run.kind == "cornice" and not run.over)
    level = _kept(*(run for run in cornices if run.low == (0.0, 0.0)))
    sloped = [plane.over for plane in measured.ceiling.planes if plane.over >= 0]
    flat = [side.id for index, side in enumerate(room.measured.walls) if index not in sloped]
    on_level = patches_on(room, flat, margin, "ceiling")
    fields = covered_flat(room, "ceiling", changed_rules)
    of_plan = (room.measured.walls, measured.plan, measured.ceiling)
    surfaces.append(ceiling_surface(*of_plan, trim, level, on_level, fields, *hanging))
    if room.measured.tray is not None:
        surfaces.append(tray_surface(measured.plan, room.measured.tray, room.id))
    if not measured.ceiling.flat:
        windows = _within_slopes(measured, room)
        on_slopes = patches_on(room, [room.measured.walls[over].id for over in sloped], margin, "ceiling")
        by_slope = (room.measured.walls, measured.plan, measured.ceiling, trim, windows, on_slopes)
        surfaces += slope_surfaces(room.id, *by_slope, *cornices)
        for window in windows:
            surfaces += lining_surface(room.id, window)
    surfaces += [
        plain_surface(f"boxing@{bulk.id}", "boxing", "wall", bulk.name, area) for bulk, area in faces_of_bulks(trimmed)
    ]
    surfaces += trim_surfaces(trimmed, changed_rules)
    tiled = tiled_reveals(room, changed_rules) if room.walling.fields else NONE_TILED
    for face in measured.faces:
        for seen in face.openings:
            surfaces += _opening_surfaces(room.id, face, seen, leaf, tiled.get(seen.opening.id))
    for run in room.casework.built_ins:
        for painted in painted_of(room, run, changed_rules):
            surfaces.append(_casework_surface(run.id, *painted))
    surfaces += block_surfaces(room, measured.faces)
    surfaces += field_surfaces(room, measured.faces, changed_rules)
    surfaces.append(floor_surface(room, measured, covered_flat(room, "floor", changed_rules), changed_rules))
    return (*surfaces, *pieces)


@by_identity(times=1, each="room")
def _within_slopes(measured: MeasuredRoom, room: Room) -> tuple[RoofWindow, ...]:
    """Return the windows that lie within a slope; what of others is the matter the second look says."""
    over = ((one, over_its_slope(measured, room, one)) for one in room.measured.roof_windows)
    return tuple(one for one, by in over if by is not None and by <= SLACK)


# By identity, so that a ceiling whose cornice stayed as it was is not counted again.
@by_identity(times=1, each="room")
def _kept(*runs: Run) -> tuple[Run, ...]:
    return runs


@by_identity(times=1, each="wall")
def _casework_surface(run_id: str, group: str, words: str, area: Figure) -> Surface:
    surface = plain_surface(f"{group}@{run_id}", group, "casework", words, area, found="bare")
    return replace(surface, asked=group != DRAWERS)  # boxes of drawers are usually left as they are
