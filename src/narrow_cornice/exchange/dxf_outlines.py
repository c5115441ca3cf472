"""Closed outlines out of a DXF: rooms of a plan, and profiles."""

from __future__ import annotations

import logging
import math
from typing import Any

import msgspec

from narrow_cornice.drawing.marks import Point
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.dxf_drawing import ROOM
from narrow_cornice.exchange.going import ToldStream, tell
from narrow_cornice.survey.starting_figure import area, crossing_sides

MOST_DXF_BYTES = 64 * 1024 * 1024
MOST_CORNERS = 400
MOST_ENTITIES = 100_000
MOST_TOLD_APART = 60  # outlines that are held against one another
MOST_PLACES = 400_000
LARGEST = 1e9  # units of the file: nothing larger is a room or a profile
SHORTEST = 1.0  # mm: corners nearer together are one
SAGITTA = 5.0  # mm: how far the chords that stand for a curve may leave it
WALLED = frozenset(("LINE", "LWPOLYLINE", "POLYLINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE"))

# $INSUNITS of the DXF reference: millimetres for one unit of the drawing
INSUNITS = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 14: 100.0}
UNIT_WORDS = {"millimetres": 1.0, "centimetres": 10.0, "metres": 1000.0, "inches": 25.4, "feet": 304.8}

# How the library fails at what is broken in ways it does not look for.
_FAULTS = (ValueError, LookupError, AttributeError, TypeError, ArithmeticError, AssertionError, RecursionError)


class DxfError(CorniceError, ValueError):
    """A DXF file that holds no plan outline that can be read."""


class RoomOutline(msgspec.Struct, frozen=True):
    """An outline found in a DXF: its corners in units of the file, its layer, and mm for a unit (None: not said)."""

    corners: tuple[Point, ...]
    layer: str
    scale: float | None

    @property
    def across(self) -> tuple[float, float]:
        """Return how wide and deep it is, in units of the file."""
        xs, ys = [x for x, _ in self.corners], [y for _, y in self.corners]
        return max(xs) - min(xs), max(ys) - min(ys)

    def walk(self, scale: float) -> tuple[tuple[float, float], ...]:
        """Return (length in mm, interior angle at its end) of each side, anticlockwise from the longest side."""
        points = [(x * scale, y * scale) for x, y in self.corners]
        count = len(points)
        lengths = [math.dist(points[i], points[(i + 1) % count]) for i in range(count)]
        first = max(range(count), key=lambda i: lengths[i])
        points = points[first:] + points[:first]
        walked = []
        for i in range(count):
            a, b, c = points[i], points[(i + 1) % count], points[(i + 2) % count]
            turned = math.atan2(a[1] - b[1], a[0] - b[0]) - math.atan2(c[1] - b[1], c[0] - b[0])
            walked.append((math.dist(a, b), math.degrees(turned) % 360.0))
        return tuple(walked)


def read_outlines(raw: bytes, near_mm: float = SHORTEST) -> tuple[RoomOutline, ...]:
    """Return the closed outlines in a DXF, each once: those on the layer that rooms are handed out on first, then the
    largest. Dimensions are no walls. Raises DxfError.

    Blocks are opened; bulges, arcs, ellipses and curves become chains of chords that leave them by at most five times
    ``near_mm``, which is how near together two corners are one. Finer outlines than a room's are taken for profiles,
    and for millimetres where the file does not say.
    """
    import ezdxf
    from ezdxf import disassemble, recover

    if len(raw) > MOST_DXF_BYTES:
        raise DxfError(f"{len(raw) / 1e6:.0f} MB are more than a plan has.")
    logging.getLogger("ezdxf").setLevel(logging.CRITICAL)  # what is wrong is told in the window, not on the terminal
    try:
        document, _ = recover.read(ToldStream(raw))
    except (*_FAULTS, ezdxf.DXFError, OSError) as error:  # type: ignore[attr-defined]
        raise DxfError(f"this is no DXF that can be read ({str(error)[:200]}).") from None
    found: list[RoomOutline] = []
    loose: dict[str, list[list[Point]]] = {}
    places = 0
    try:
        _check_blocks(document)  # before anything opens them
        scale = INSUNITS.get(int(document.header.get("$INSUNITS", 0) or 0))
        near = near_mm / (scale or (_guessed_scale(document) if near_mm >= SHORTEST else 1.0))
        walls = (one for one in document.modelspace() if one.dxftype() != "DIMENSION")
        for number, entity in enumerate(disassemble.recursive_decompose(walls)):
            if number > MOST_ENTITIES:
                raise DxfError(f"more than {MOST_ENTITIES} things are more than a plan has.")
            tell(f"line {number}")
            if entity.dxftype() not in WALLED or _is_out_of_reach(entity):
                continue
            layer, points, closed = str(entity.dxf.layer), *_flattened(entity, near)
            places += len(points)
            if places > MOST_PLACES:
                raise DxfError(f"more than {MOST_PLACES} places along its lines are more than a plan has.")
            if closed:
                _keep(found, points, layer, scale, near, near_mm < SHORTEST)
            elif len(points) > 1:
                loose.setdefault(layer, []).append(points)
    except (*_FAULTS, ezdxf.DXFError) as error:  # type: ignore[attr-defined]
        if isinstance(error, DxfError):
            raise
        raise DxfError(f"something in it cannot be read ({error}).") from None
    for layer, lines in loose.items():
        for ring in _rings(lines, near):
            _keep(found, ring, layer, scale, near, near_mm < SHORTEST)
    if not found:
        raise DxfError(
            "there is no closed outline in it.",
            remedy="The walls of a room are one closed polyline, or lines that meet.",
        )
    each: list[RoomOutline] = []
    for one in sorted(found, key=lambda one: (one.layer != ROOM, -abs(area(one.corners)))):
        if len(each) > MOST_TOLD_APART or not any(_lie_on_one_another(one, other, 2 * near) for other in each):
            each.append(one)
    return tuple(each)


def _lie_on_one_another(one: RoomOutline, other: RoomOutline, near: float) -> bool:
    """Return whether two outlines, on whatever layers, are the same one drawn twice."""
    return len(one.corners) == len(other.corners) and all(
        any(math.dist(here, there) <= near for there in other.corners) for here in one.corners
    )


def _check_blocks(document: Any) -> None:
    """Raise DxfError for blocks that stand in themselves, or that come to more things than a plan has: opening them
    would never end."""
    held: dict[str, float] = {}

    def things(name: str, above: tuple[str, ...]) -> float:
        if name in above:
            raise DxfError(f"its block “{name[:40]}” stands in itself.")
        if name not in held:
            block = document.blocks.get(name)
            inside = [] if block is None else [_many(one, (*above, name)) for one in block]
            held[name] = sum(inside)
        return held[name]

    def _many(entity: Any, above: tuple[str, ...]) -> float:
        if entity.dxftype() == "INSERT":
            times = max(1, abs(int(entity.dxf.get("row_count", 1)))) * max(
                1, abs(int(entity.dxf.get("column_count", 1)))
            )
            return 1.0 + times * things(str(entity.dxf.get("name", "")).lower(), above)
        if entity.dxftype() == "DIMENSION":
            return 1.0 + things(str(entity.dxf.get("geometry", "")).lower(), above)
        return 1.0

    try:
        whole = sum(_many(one, ()) for one in document.modelspace())
    except RecursionError:
        raise DxfError("its blocks stand in one another more deeply than any drawing has them.") from None
    if whole > MOST_ENTITIES:
        raise DxfError(f"more than {MOST_ENTITIES} things are more than a plan has.")


def _is_out_of_reach(entity: Any) -> bool:
    """Return whether a circle or an arc is larger than any building: following it would never end."""
    if entity.dxftype() not in ("CIRCLE", "ARC", "ELLIPSE"):
        return False
    across = entity.dxf.major_axis.magnitude if entity.dxftype() == "ELLIPSE" else entity.dxf.radius
    return not 0.0 < abs(across) <= LARGEST


def _guessed_scale(document: Any) -> float:
    """Return about how many mm a unit of a drawing is that does not say: a room is some metres across."""
    from ezdxf import bbox

    try:
        extents = bbox.extents(document.modelspace(), fast=True)
    except _FAULTS:
        return 1.0
    across = max(extents.size.x, extents.size.y) if extents.has_data else 0.0
    return 1.0 if across > 400.0 else 25.4 if across > 60.0 else 1000.0


def _flattened(entity: Any, near: float) -> tuple[list[Point], bool]:
    """Return the places along a line or curve, in units of the file, and whether it closes."""
    from ezdxf import path

    line = path.make_path(entity)
    if any(not math.isfinite(value) or abs(value) > LARGEST for one in line.control_vertices() for value in one.xyz):
        return [], False  # to part such a curve into chords would never end
    points = [(float(one.x), float(one.y)) for one in line.flattening(near * SAGITTA, segments=1)]
    if entity.dxftype() in ("LWPOLYLINE", "POLYLINE"):
        return points, bool(entity.is_closed)
    return points, len(points) > 3 and math.dist(points[0], points[-1]) <= near


def _keep(
    found: list[RoomOutline], points: list[Point], layer: str, scale: float | None, near: float, fine: bool
) -> None:
    """Keep a closed outline whose sides do not cross, as anticlockwise corners; a ``fine`` one has many, and whoever
    takes it looks whether they cross."""
    if any(not math.isfinite(value) or abs(value) > LARGEST for point in points for value in point):
        return
    corners: list[Point] = []
    for point in points:
        if not corners or math.dist(point, corners[-1]) > near:
            corners.append(point)
    if len(corners) > 1 and math.dist(corners[0], corners[-1]) <= near:
        corners.pop()
    if not 3 <= len(corners) <= (MOST_CORNERS * 10 if fine else MOST_CORNERS):
        return
    if not fine and crossing_sides(corners) is not None:
        return
    if abs(area(corners)) < 1e-6:
        return
    found.append(RoomOutline(tuple(corners if area(corners) > 0 else reversed(corners)), layer, scale))


def _rings(lines: list[list[Point]], near: float) -> list[list[Point]]:
    """Return the rings that lines make where their ends meet, within ``near``."""
    import shapely

    if len(lines) > MOST_ENTITIES or any(not math.isfinite(value) for line in lines for at in line for value in at):
        return []
    best: list[list[Point]] = []
    # Ends that all but meet are rounded to one; where two lie on either side of a step, half a step along they do not.
    for shift in (0.0, near / 2):
        strings = [shapely.LineString([(x + shift, y + shift) for x, y in line]) for line in lines]
        rounded = shapely.set_precision(strings, near)
        made = shapely.polygonize([one for one in rounded if not one.is_empty])
        rings = [[(x - shift, y - shift) for x, y in one.exterior.coords] for one in made.geoms]
        if len(rings) > len(best):
            best = rings
    return best
