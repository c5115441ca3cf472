"""The ceiling of a room: its level part and its slopes, less what a cornice and what hangs from it cover."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

from msgspec.structs import replace

from narrow_cornice.derived.coated.areas import (
    ceiling_under_cornice,
    covered_by_cornice,
    net_area,
    rectangle,
    reveal_area,
    slope_area,
    triangle_area,
)
from narrow_cornice.derived.coated.bulks import overhead
from narrow_cornice.derived.coated.cornice_strips import CorniceStrip, cornice_strips, covered_together, meets_itself
from narrow_cornice.derived.coated.field_surfaces import OnFlat
from narrow_cornice.derived.coated.surface import (
    Surface,
    counted_once,
    covered_at_most,
    none_here,
    plain_surface,
)
from narrow_cornice.derived.coated.wall_surfaces import Patch, patched
from narrow_cornice.derived.measured.touching import footprint
from narrow_cornice.derived.measured.trays import tray_rings
from narrow_cornice.explained.figures import Figure, reading, table, total
from narrow_cornice.job.finishes import slope_thing, surface_key
from narrow_cornice.job.measured import Bulk, RoofWindow, Tray, WallAsRead
from narrow_cornice.job.paths import RoofWindowPath, TrayPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.ceilings import Ceiling
from narrow_cornice.survey.plan import Plan, corner_name, pair_name, plan_area
from narrow_cornice.survey.triangles import triangles
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import Run


@by_identity(times=1, each="wall")
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


@by_identity(times=1, each="wall")
# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
def slope_surfaces(
    room_id: str,
    walls: tuple[WallAsRead, ...],
    plan: Plan,
    ceiling: Ceiling,
    trim: FittedTrim,
    windows: tuple[RoofWindow, ...],
    patches: tuple[Patch, ...],
    *cornices: Run,
) -> tuple[Surface, ...]:
    """Return the sloped parts of a ceiling, each over its wall, less their windows and what the cornice along them
    covers, with the patches on them."""
    made = []
    for plane, outlines in ceiling.parts(plan.corners):
        if plane.over < 0:
            continue
        side = plan.sides[plane.over]
        name = f"Ceiling, slope over {side.name}"
        below = Figure("on the plan", sum(map(plan_area, outlines)) / 1_000_000, "m²", "table", note="below the slope")
        stretch = Figure("stretch of the slope", plane.stretch, "", "table", note="√(1 + rise² per run²)")
        area = slope_area(below, stretch, called=name)
        mine = [run for run in cornices if _along(run, plane.over, walls)]
        surface = plain_surface(
            surface_key("ceiling", slope_thing(walls[plane.over].id)), "ceiling", "ceiling", name, area
        )
        holes = [_as_figures(room_id, one)[:2] for one in windows if one.wall == walls[plane.over].id]
        if holes:
            openings = total("openings", "m²", [rectangle(*sizes, called="window", like="windows") for sizes in holes])
            surface = replace(surface, openings=openings, net=net_area(area, openings, surface.covered, called=name))
        mine_patched = patched([one for one in patches if one.wall == walls[plane.over].id])
        surface = replace(surface, found=mine_patched[0], patches=mine_patched[1])
        if mine:
            covered = covered_at_most(_under_runs(plan, walls, trim, mine, area, level=False), area, surface.openings)
            surface = replace(surface, covered=covered, net=net_area(area, surface.openings, covered, called=name))
        made.append(surface)
    return tuple(made)


def _along(run: Run, over: int, walls: tuple[WallAsRead, ...]) -> bool:
    """Return whether a run of cornice lies under the slope over a wall: along that wall, or raking up a wall beside it
    from the corner they share."""
    index, count = next(index for index, wall in enumerate(walls) if wall.id == run.wall), len(walls)
    if index == over:
        return run.low != (0.0, 0.0)
    if run.low[0] == run.low[1]:
        return False
    # Seen from inside the left end of a wall is where the anticlockwise walk leaves it.
    lower = (index + 1) % count if run.low[0] > run.low[1] else index - 1
    return lower % count == over


def _under_runs(
    plan: Plan, walls: tuple[WallAsRead, ...], trim: FittedTrim, runs: Sequence[Run], most: Figure, *, level: bool
) -> Figure:
    """Return what runs of cornice cover of the ceiling they lie against, new ones and old ones each by its own size, at
    most all of it; on a ``level`` one what lies under two of them is counted once."""
    parts, strips = [], _strips(plan, walls, trim, runs)
    for run, strip in zip(runs, strips, strict=True):
        out = trim.of("cornice").projection
        if run.old is not None:
            out = Figure("projection", run.old.thickness, "mm", "table", note="of the old cornice that stays")
        assert out is not None
        cot = sum(strip.corners)
        reached = Figure("corners", cot, "", "table", note="cotangents of half the angles of those it reaches")
        parts.append(covered_by_cornice(run.length, out, reached, called=run.wall_name, like="runs"))
    if level and meets_itself(plan, strips):
        parts = counted_once(parts, covered_together(plan, strips), "where runs across from one another meet")
    covered = total("covered", "m²", parts) if parts else none_here("covered")
    if not 0.0 <= covered.value <= most.value:  # a cornice that meets itself
        covered = Figure("covered", max(0.0, min(covered.value, most.value)), "m²", "table", note="all of it")
    return covered


def _strips(plan: Plan, walls: tuple[WallAsRead, ...], trim: FittedTrim, runs: Sequence[Run]) -> list[CorniceStrip]:
    """Return the strips of ceiling under runs of cornice, each as far out as it is."""
    order, out = [wall.id for wall in walls], trim.of("cornice").projection
    new = out.value if out is not None else 0.0
    placed = [(order.index(run.wall), run, run.old.thickness if run.old is not None else new) for run in runs]
    return cornice_strips(plan, placed)


def _whole_ring(plan: Plan, cornices: Sequence[Run], out: float) -> bool:
    """Return whether a new cornice goes all round, stopped by nothing and not even by itself."""
    ends = [end for run in cornices for end in (run.left, run.right)]
    new = not any(run.there for run in cornices)
    if not new or len(cornices) != len(plan.sides) or {"stop", "knee"} & set(ends):
        return False
    at = {side.name: index for index, side in enumerate(plan.sides)}
    return not meets_itself(plan, cornice_strips(plan, [(at[run.wall_name], run, out) for run in cornices]))


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def ceiling_surface(
    walls: tuple[WallAsRead, ...],
    plan: Plan,
    ceiling: Ceiling,
    trim: FittedTrim,
    level: tuple[Run, ...],
    patches: tuple[Patch, ...],
    fields: OnFlat,
    *hanging: Bulk,
) -> Surface:
    """Return the level ceiling, less what its cornice (the runs that are ``level``) and what reaches up to it
    (``hanging``) and ``fields`` cover; what lies under several of them is covered once."""
    gross = plan_area_figure(plan, "ceiling")
    if not ceiling.flat:
        level_parts = [outline for plane, own in ceiling.parts(plan.corners) if plane.over < 0 for outline in own]
        inside = sum(map(plan_area, level_parts))
        gross = Figure(
            "level part of the ceiling", inside / 1_000_000, "m²", "table", note="the plan inside the slopes"
        )
    openings, covered = none_here("openings"), none_here("covered")
    cornice = trim.of("cornice")
    if ceiling.flat and cornice.projection is not None and _whole_ring(plan, level, cornice.projection.value):
        perimeter = total("perimeter", "run", [side.length for side in plan.sides])
        turned = sum(1.0 / math.tan(math.radians(angle) / 2.0) for angle in plan.angles)
        corners = Figure("corners", turned, "", "table", note="cotangents of half of every corner's angle, together")
        ring = ceiling_under_cornice(perimeter, cornice.projection, corners)
        # A cornice that comes out further than half the room would meet itself: it covers the whole ceiling at most.
        covered = covered_at_most(ring, gross, openings)
    elif level:
        covered = _under_runs(plan, walls, trim, level, gross, level=ceiling.flat)
    if hanging or fields.areas:
        parts = [*([covered] if covered.value else []), *map(overhead, hanging), *fields.areas]
        if ceiling.flat and (hanging or len(parts) > 1):
            order = [wall.id for wall in walls]
            footprints = [footprint(plan.sides[order.index(bulk.wall)], bulk) for bulk in hanging]
            together = covered_together(plan, _strips(plan, walls, trim, level), footprints, fields.regions)
            parts = counted_once(parts, together, "where these lie over one another, or past the walls")
        covered = covered_at_most(total("covered", "m²", parts), gross, openings)
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
        *patched(patches),
    )


def _as_figures(room_id: str, window: RoofWindow) -> tuple[Figure, Figure, Figure]:
    """Return the width and the height of a window in a slope and the depth of its lining."""
    path = RoofWindowPath(room_id, window.id)
    name = window.name[:60]
    return (
        reading(f"width of {name}", window.width.mm, "mm", path.sized("width")),
        reading(f"height of {name}", window.height.mm, "mm", path.sized("height")),
        reading(f"lining of {name}", window.reveal.mm, "mm", path.sized("reveal")),
    )


@by_identity(times=1, each="wall")
def lining_surface(room_id: str, window: RoofWindow) -> tuple[Surface, ...]:
    """Return the lining of a window in a slope: its four sides; none where it has no depth."""
    if window.reveal.mm <= 0:
        return ()
    width, height, depth = _as_figures(room_id, window)
    sides = table("level sides", 2.0, "", "a window in a slope is lined all round")
    area = reveal_area(height, sides, width, depth)
    return (plain_surface(surface_key("reveal", window.id), "reveal", "reveal", f"{window.name}, lining", area),)


@by_identity(times=1, each="room")
def tray_surface(plan: Plan, tray: Tray, room_id: str) -> Surface:
    """Return the upright sides of a tray ceiling, round its border; what lies higher inside is as large as before."""
    around = sum(math.dist(a, b) for ring in tray_rings(plan, tray) for a, b in itertools.pairwise((*ring, ring[0])))
    inside = table("round the tray", around, "mm", f"the plan less a border of {tray.border.mm:g} all round")
    rise = reading("rise", tray.rise.mm, "mm", TrayPath(room_id, size="rise"))
    area = rectangle(inside, rise, called="sides of the tray")
    return plain_surface(surface_key("ceiling", "tray"), "ceiling", "ceiling", "Ceiling, sides of the tray", area)
