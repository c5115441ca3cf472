"""The arithmetic of areas: from millimetres to square metres, each with its sentence."""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import explained


@explained("rectangle", "m²", "width × height ÷ 1000000")
def rectangle(width: float, height: float) -> float:
    """Return the area of a rectangle in m² from mm."""
    return width * height / 1_000_000


@explained("wall part", "m²", "wall × (upper edge − lower edge) ÷ 1000000")
def wall_part(wall: float, upper_edge: float, lower_edge: float) -> float:
    """Return the area of a band of a wall, openings and all."""
    return wall * (upper_edge - lower_edge) / 1_000_000


@explained("spandrels", "m²", "width × rise × (1 − π ÷ 4) ÷ 1000000")
def spandrels(width: float, rise: float) -> float:
    """Return what an arch (half an ellipse) leaves of the rectangle round its curve."""
    return width * rise * (1 - math.pi / 4) / 1_000_000


@explained("openings", "m²", "as rectangles − spandrels")
def less_spandrels(as_rectangles: float, spandrels: float) -> float:
    """Return openings less what arches leave of the wall."""
    return as_rectangles - spandrels


@explained("under the slope", "m²", "width × (left height + right height) ÷ 2 ÷ 1000000")
def under_slope(width: float, left_height: float, right_height: float) -> float:
    """Return the area of a stretch of wall whose upper edge is not level."""
    return width * (left_height + right_height) / 2 / 1_000_000


@explained("slope", "m²", "on the plan × stretch of the slope")
def slope_area(on_the_plan: float, stretch_of_the_slope: float) -> float:
    """Return the area of a sloped ceiling from the area below it."""
    return on_the_plan * stretch_of_the_slope


@explained("net", "m²", "gross − openings − covered")
def net_area(gross: float, openings: float, covered: float) -> float:
    """Return what is painted: never less than nought but for rounding."""
    return gross - openings - covered


@explained("reveal", "m²", "max(whole − tiled, 0)")
def beside_tiles(whole: float, tiled: float) -> float:
    """Return what of a reveal is left to be painted beside its tiles."""
    return max(whole - tiled, 0.0)


@explained("trim", "m²", "length × girth ÷ 1000000")
def painted_trim(length: float, girth: float) -> float:
    """Return the painted area of trim from its length and girth in mm."""
    return length * girth / 1_000_000


@explained("sides of blocks", "m²", "2 × number × depth × tall ÷ 1000000")
def sides_of_blocks(number: float, depth: float, tall: float) -> float:
    """Return the two sides of so many dentils or modillions, in m² from mm."""
    return 2 * number * depth * tall / 1_000_000


@explained(
    "block",
    "m²",
    "(wide × tall + (upright edges × tall + level edges × wide) × thick − ends × trim × trim projection) ÷ 1000000",
)
# Many parameters: a block has so many faces.
def block_faces(
    wide: float,
    tall: float,
    thick: float,
    upright_edges: float,
    level_edges: float,
    ends: float,
    trim: float,
    trim_projection: float,
) -> float:
    """Return the face and edges of a block, less the ends of trim against it, in m² from mm."""
    edges = upright_edges * tall + level_edges * wide
    return (wide * tall + edges * thick - ends * trim * trim_projection) / 1_000_000


@explained("return", "m²", "girth × out on the average ÷ 1000000")
def return_face(girth: float, out_on_the_average: float) -> float:
    """Return the face of a mitred return: each strip of a moulding goes back to the wall by as far as it is off it."""
    return girth * out_on_the_average / 1_000_000


@explained("edges", "m²", "length × (thick − covered) ÷ 1000000")
def edges_that_show(length: float, thick: float, covered: float) -> float:
    """Return what shows of edges that something lower lies before, in m² from mm."""
    return length * (thick - covered) / 1_000_000


@explained("triangle", "m²", "base × height ÷ 2 ÷ 1000000")
def triangle_area(base: float, height: float) -> float:
    """Return the area of a triangle in m² from mm."""
    return base * height / 2 / 1_000_000


@explained("under the cornice", "m²", "(perimeter × projection − corners × projection × projection) ÷ 1000000")
def ceiling_under_cornice(perimeter: float, projection: float, corners: float) -> float:
    """Return the ring of ceiling that a cornice covers: ``corners`` are the cotangents of half of every corner's
    angle together, 4 in a right-angled room, since there inside corners are four more than outside ones."""
    return (perimeter * projection - corners * projection * projection) / 1_000_000


@explained("edges of the leaf", "m²", "2 × (width + height) × door leaf thickness ÷ 1000000")
def leaf_edges(width: float, height: float, door_leaf_thickness: float) -> float:
    """Return the four edges of a door leaf."""
    return 2 * (width + height) * door_leaf_thickness / 1_000_000


@explained("reveal", "m²", "(2 × height + level sides × width) × depth ÷ 1000000")
def reveal_area(height: float, level_sides: float, width: float, depth: float) -> float:
    """Return the sides of an opening: a window has a head and a sill, a door only a head."""
    return (2 * height + level_sides * width) * depth / 1_000_000


@explained("faces of it", "m²", "(sides × depth + fronts × width) × tall ÷ 1000000")
def upright_faces(sides: float, depth: float, fronts: float, width: float, tall: float) -> float:
    """Return the upright faces that show of something that stands: ``sides`` across, ``fronts`` along its wall."""
    return (sides * depth + fronts * width) * tall / 1_000_000


@explained("underside", "m²", "width × depth ÷ 1000000")
def underside(width: float, depth: float) -> float:
    """Return the underside of something that hangs from the ceiling."""
    return width * depth / 1_000_000


@explained("under the cornice", "m²", "(run × projection − corners × projection × projection ÷ 2) ÷ 1000000")
def covered_by_cornice(run: float, projection: float, corners: float) -> float:
    """Return what a run of cornice covers of the ceiling it lies against; mm to m². ``corners`` are the cotangents of
    half the angles of those it reaches: each of two runs has half of what lies in their corner."""
    return (run * projection - corners * projection * projection / 2) / 1000000
