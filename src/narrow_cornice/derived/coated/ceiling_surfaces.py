"""The ceiling of a room: its level part and its slopes, less what a cornice and what hangs from it cover."""

from __future__ import annotations

import math

from msgspec.structs import replace

from narrow_cornice.derived.coated.areas import (
    ceiling_under_cornice,
    covered_by_cornice,
    net_area,
    slope_area,
    triangle_area,
)
from narrow_cornice.derived.coated.bulks import overhead
from narrow_cornice.derived.coated.surface import Surface, none_here, plain_surface
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.job.finishes import slope_thing, surface_key
from narrow_cornice.job.measured import Bulk, WallAsRead
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
def slope_surfaces(
    walls: tuple[WallAsRead, ...], plan: Plan, ceiling: Ceiling, trim: FittedTrim, *cornices: Run
) -> tuple[Surface, ...]:
    """Return the sloped parts of a ceiling, each over its wall, less what the cornice along them covers."""
    made = []
    out = trim.of("cornice").projection
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
        if mine and out is not None:
            covered = total(
                "covered", "m²", [covered_by_cornice(run.length, out, called=run.wall_name) for run in mine]
            )
            if covered.value > area.value:
                covered = Figure("covered", area.value, "m²", "table", note="all of it")
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


@by_identity(times=1, each="wall")
def ceiling_surface(plan: Plan, ceiling: Ceiling, trim: FittedTrim, level: tuple[Run, ...], *hanging: Bulk) -> Surface:
    """Return the level ceiling, less what its cornice and what reaches up to it (``hanging``) cover."""
    gross = plan_area_figure(plan, "ceiling")
    if not ceiling.flat:
        level_parts = [outline for plane, own in ceiling.parts(plan.corners) if plane.over < 0 for outline in own]
        inside = sum(map(plan_area, level_parts))
        gross = Figure(
            "level part of the ceiling", inside / 1_000_000, "m²", "table", note="the plan inside the slopes"
        )
    openings, covered = none_here("openings"), none_here("covered")
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
