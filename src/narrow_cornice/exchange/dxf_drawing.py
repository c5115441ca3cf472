"""Drawings as DXF in layers, and plan outlines from DXF."""

from __future__ import annotations

import io
import math

import msgspec

from narrow_cornice.drawing.marks import (
    Area,
    Dimension,
    Drawing,
    Label,
    Mark,
    Path,
    Photograph,
    Point,
    Strip,
    dimension_line,
)
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.plain_text import printable
from narrow_cornice.survey.starting_figure import area, crossing_sides

LETTERS_MM = 60.0  # height of letters in the building's millimetres
LAYERS = {"wall": 7, "opening": 5, "trim": 3, "finish": 8, "fixture": 30, "condition": 1, "dimension": 9, "note": 8}
MOST_DXF_BYTES = 64 * 1024 * 1024
MOST_CORNERS = 400
SHORTEST = 1.0  # mm: corners nearer together are one

# $INSUNITS of the DXF reference: millimetres for one unit of the drawing
INSUNITS = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 14: 100.0}
UNIT_WORDS = {"millimetres": 1.0, "centimetres": 10.0, "metres": 1000.0, "inches": 25.4, "feet": 304.8}


class DxfError(CorniceError, ValueError):
    """A DXF file that holds no plan outline that can be read."""


class Outline(msgspec.Struct, frozen=True):
    """An outline found in a DXF: its corners in units of the file, its layer, and mm for a unit (None: not said)."""

    corners: tuple[Point, ...]
    layer: str
    scale: float | None

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


def _layer(mark: Mark) -> str:
    if isinstance(mark, Dimension):
        return "dimension"
    kind = mark.about[1] if len(mark.about) > 1 else ""
    known = {"wall": "wall", "corner": "note", "opening": "opening", "trim": "trim", "finish": "finish"}
    known |= {"fixture": "fixture", "mark": "condition", "floor": "finish"}
    known |= {"diagonal": "dimension", "offset": "dimension", "width": "dimension", "recess": "note"}
    return known.get(kind, "note" if isinstance(mark, Label) else "wall")


def drawing_dxf(drawing: Drawing) -> bytes:
    """Return a drawing as DXF (R2010) in millimetres, 1:1, each kind of thing on its own layer."""
    import ezdxf

    document = ezdxf.new("R2010", setup=False)  # type: ignore[attr-defined]
    document.header["$INSUNITS"] = 4
    for name, colour in LAYERS.items():
        document.layers.add(name, color=colour)
    space = document.modelspace()

    def up(point: Point) -> Point:
        return (point[0], -point[1])

    def text(at: Point, words: str, layer: str, turn: float = 0.0) -> None:
        placed = space.add_text(printable(words), dxfattribs={"layer": layer, "height": LETTERS_MM, "rotation": turn})
        placed.set_placement(up(at), align=ezdxf.enums.TextEntityAlignment.MIDDLE_CENTER)

    for mark in drawing.marks:
        if isinstance(mark, Photograph):
            continue  # a line drawing carries no pictures
        layer = {"layer": _layer(mark)}
        match mark:
            case Area(points=points) | Strip(points=points):
                space.add_lwpolyline([up(point) for point in points], close=True, dxfattribs=layer)
            case Path(points=points, closed=closed):
                space.add_lwpolyline([up(point) for point in points], close=closed, dxfattribs=layer)
            case Label(at=at, text=words, turned=turned):
                text(at, words, layer["layer"], 90.0 if turned else 0.0)
            case Dimension():
                a, b = dimension_line(mark)
                for line in ((a, b), (mark.start, a), (mark.end, b)):
                    space.add_line(up(line[0]), up(line[1]), dxfattribs=layer)
                turn = math.degrees(math.atan2(-(b[1] - a[1]), b[0] - a[0]))
                turn = turn - 180.0 if turn > 90.0 else turn + 180.0 if turn <= -90.0 else turn
                text(((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), mark.text, layer["layer"], turn)
    text((drawing.bounds[0] + 400.0, drawing.bounds[1]), drawing.title, "note")
    held = io.StringIO()
    document.write(held)
    return held.getvalue().encode("utf-8")


def read_outlines(raw: bytes) -> tuple[Outline, ...]:
    """Return the closed outlines in a DXF, the largest first. Raises DxfError."""
    import ezdxf
    from ezdxf import recover
    from ezdxf.entities.lwpolyline import LWPolyline
    from ezdxf.entities.polyline import Polyline

    if len(raw) > MOST_DXF_BYTES:
        raise DxfError(f"{len(raw) / 1e6:.0f} MB are more than a plan has.")
    try:
        document, _ = recover.read(io.BytesIO(raw))
    except (ezdxf.DXFError, OSError, ValueError, KeyError, IndexError, AttributeError, UnicodeError) as error:  # type: ignore[attr-defined]
        raise DxfError(f"this is no DXF that can be read ({error}).") from None
    scale = INSUNITS.get(int(document.header.get("$INSUNITS", 0) or 0))
    found: list[Outline] = []
    loose: dict[str, list[tuple[Point, Point]]] = {}
    for entity in document.modelspace():
        kind, layer = entity.dxftype(), str(entity.dxf.layer)
        if isinstance(entity, LWPolyline):
            points = [(float(x), float(y)) for x, y in entity.get_points("xy")]
            _keep(found, points, layer, scale, closed=bool(entity.closed))
        elif isinstance(entity, Polyline):
            points = [(float(one.dxf.location.x), float(one.dxf.location.y)) for one in entity.vertices]
            _keep(found, points, layer, scale, closed=bool(entity.is_closed))
        elif kind == "LINE":
            start, end = entity.dxf.start, entity.dxf.end
            loose.setdefault(layer, []).append(((float(start.x), float(start.y)), (float(end.x), float(end.y))))
    for layer, lines in loose.items():
        for ring in _rings(lines):
            _keep(found, ring, layer, scale, closed=True)
    if not found:
        raise DxfError(
            "there is no closed outline in it.",
            remedy="The walls of a room are one closed polyline, or lines that meet.",
        )
    return tuple(sorted(found, key=lambda one: -abs(area(one.corners))))


def _keep(found: list[Outline], points: list[Point], layer: str, scale: float | None, *, closed: bool) -> None:
    """Keep an outline that closes, whose sides do not cross, as anticlockwise corners."""
    if any(not math.isfinite(value) or abs(value) > 1e9 for point in points for value in point):
        return
    near = SHORTEST / (scale or 1.0)
    corners: list[Point] = []
    for point in points:
        if not corners or math.dist(point, corners[-1]) > near:
            corners.append(point)
    if len(corners) > 1 and math.dist(corners[0], corners[-1]) <= near:
        corners.pop()
        closed = True
    if not closed or not 3 <= len(corners) <= MOST_CORNERS or crossing_sides(corners) is not None:
        return
    if abs(area(corners)) < 1e-6:
        return
    found.append(Outline(tuple(corners if area(corners) > 0 else reversed(corners)), layer, scale))


def _rings(lines: list[tuple[Point, Point]]) -> list[list[Point]]:
    """Return the rings that lines make where each end meets one other end."""
    if len(lines) > 20 * MOST_CORNERS:
        return []

    def key(point: Point) -> tuple[int, int]:
        return (round(point[0] * 10), round(point[1] * 10))

    ends: dict[tuple[int, int], list[int]] = {}
    for number, line in enumerate(lines):
        for point in line:
            ends.setdefault(key(point), []).append(number)
    rings: list[list[Point]] = []
    used: set[int] = set()
    for begin in range(len(lines)):
        if begin in used:
            continue
        ring, at, now = [lines[begin][0]], lines[begin][1], begin
        used.add(begin)
        while key(at) != key(ring[0]):
            ring.append(at)
            following = [one for one in ends[key(at)] if one not in used]
            if len(following) != 1:
                break
            now = following[0]
            used.add(now)
            a, b = lines[now]
            at = b if key(a) == key(at) else a
        else:
            rings.append(ring)
    return rings
