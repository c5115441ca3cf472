"""Drawings as DXF in layers."""

from __future__ import annotations

import io
import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Any

from narrow_cornice.drawing.marks import (
    Area,
    Areas,
    Dimension,
    Drawing,
    Label,
    Mark,
    Point,
    Strip,
    Stroke,
    dimension_line,
)
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.plain_text import printable
from narrow_cornice.job.paths import (
    AskedDiagonalPath,
    AskedWidthPath,
    CornerPath,
    DiagonalPath,
    FieldPath,
    FixturePath,
    FloorPath,
    MarkPath,
    MemberPath,
    OffsetPath,
    OpeningPath,
    RecessPath,
    SurfacePath,
    TrimPath,
    WallPath,
    WidthPath,
)

LETTERS_MM = 60.0  # height of letters in the building's millimetres, at the most …
LETTERS_ACROSS = 85  # … and so many times into the drawing's longer side
DASHED, DIMSTYLE = "DASHED", "ROOM"
LEAST_CHORDS = 5  # of equal length that are taken for an arc
MOST_TURN = math.radians(46)
ALIKE = 0.01  # how much chords of one arc differ
LAYERS = {
    **{"wall": 7, "opening": 5, "trim": 3, "finish": 8, "fixture": 30},
    **{"condition": 1, "dimension": 9, "note": 8, "field": 6, "room": 4, "sureness": 2},
}
ROOM = "room"  # the layer of the inside of a room


LAYER_OF: dict[type[Any], str] = {
    WallPath: "wall",
    CornerPath: "note",
    OpeningPath: "opening",
    TrimPath: "trim",
    MemberPath: "trim",
    SurfacePath: "finish",
    FloorPath: ROOM,
    FixturePath: "fixture",
    MarkPath: "condition",
    DiagonalPath: "dimension",
    AskedDiagonalPath: "dimension",
    OffsetPath: "dimension",
    WidthPath: "dimension",
    AskedWidthPath: "dimension",
    RecessPath: "note",
    FieldPath: "field",
}


def _layer(mark: Mark) -> str:
    if isinstance(mark, Dimension):
        return "dimension"
    if isinstance(mark, Areas):
        return "field"
    if isinstance(mark, Area) and isinstance(mark.about, CornerPath):
        return "sureness"  # the ellipse of a corner
    return LAYER_OF.get(type(mark.about), "note" if isinstance(mark, Label) else "wall")


def drawing_dxf(drawing: Drawing) -> bytes:
    """Return a drawing as DXF (R2010) in millimetres, 1:1, each kind of thing on its own layer: the floor of a room on
    ``room``, how sure its corners are on ``sureness``. Lines along a circle are arcs, dimensions are dimensions,
    letters are as tall as suits the size of the drawing."""
    left, top, right, bottom = drawing.bounds
    paper = _Paper(min(LETTERS_MM, max(0.5, max(right - left, bottom - top) / LETTERS_ACROSS)))
    for mark in one_by_one(drawing.marks, "line"):
        paper.put(mark)
    middle, tall = (left + right) / 2, paper.tall
    paper.text((middle, top - 2 * tall), drawing.title, "note")
    paper.text((middle, top - tall / 2), drawing.subtitle, "note")
    return paper.written((left, -bottom), (right, -top + 3 * tall))


class _Paper:
    """A DXF being drawn, with letters so ``tall``."""

    def __init__(self, tall: float) -> None:
        import ezdxf

        self.tall = tall
        self._document = ezdxf.new("R2010", setup=False)  # type: ignore[attr-defined]
        self._document.header["$INSUNITS"] = 4
        for name, colour in LAYERS.items():
            self._document.layers.add(name, color=colour)
        self._document.linetypes.add(DASHED, [3 * tall, 2 * tall, -tall])
        gaps = dict.fromkeys(("dimgap", "dimexe", "dimexo", "dimtsz"), tall / 3)
        self._document.dimstyles.new(DIMSTYLE, dxfattribs={"dimtxt": tall, "dimtad": 1, **gaps})
        self._space = self._document.modelspace()

    def text(self, at: Point, words: str, layer: str, turn: float = 0.0) -> None:
        """Write words with their middle at a place."""
        from ezdxf.enums import TextEntityAlignment

        attributes = {"layer": layer, "height": self.tall, "rotation": turn}
        placed = self._space.add_text(printable(words), dxfattribs=attributes)
        placed.set_placement(_up(at), align=TextEntityAlignment.MIDDLE_CENTER)

    def put(self, mark: Mark) -> None:
        """Draw a mark; a line drawing carries no pictures."""
        layer = _layer(mark)
        match mark:
            case Area(points=points) | Strip(points=points):
                self._line(points, layer, closed=True)
            case Areas(outlines=outlines):
                for outline in outlines:
                    self._line(outline, layer, closed=True)
            case Stroke(points=points, closed=closed, pen=pen):
                self._line(points, layer, closed=closed, dashed=pen.dashed)
            case Label(at=at, text=words, turned=turned):
                self.text(at, words, layer, 90.0 if turned else 0.0)
            case Dimension():
                self._dimension(mark, layer)

    def _line(self, points: Sequence[Point], layer: str, *, closed: bool, dashed: bool = False) -> None:
        attributes = {"layer": layer, **({"linetype": DASHED} if dashed else {})}
        placed = with_arcs([_up(point) for point in points], closed=closed)
        self._space.add_lwpolyline(placed, format="xyb", close=closed, dxfattribs=attributes)

    def _dimension(self, mark: Dimension, layer: str) -> None:
        off = _off_the_line(mark)
        if off is None:
            self.text(mark.start, mark.text, layer)
            return
        made = self._space.add_aligned_dim(
            p1=_up(mark.start),
            p2=_up(mark.end),
            distance=off,
            text=printable(mark.text) or " ",
            dimstyle=DIMSTYLE,
            dxfattribs={"layer": layer},
        )
        made.render()

    def written(self, low: Point, high: Point) -> bytes:
        """Return the file, opened on all that lies between two corners."""
        self._document.header["$EXTMIN"], self._document.header["$EXTMAX"] = (*low, 0.0), (*high, 0.0)
        self._space.reset_extents((*low, 0.0), (*high, 0.0))
        middle = ((low[0] + high[0]) / 2, (low[1] + high[1]) / 2)
        self._document.set_modelspace_vport(1.05 * (high[1] - low[1]), middle)
        held = io.StringIO()
        self._document.write(held)
        return held.getvalue().encode("utf-8")


def _up(point: Point) -> Point:
    return (point[0], -point[1])


def _off_the_line(mark: Dimension) -> float | None:
    """Return how far a dimension line stands to the left of the way it measures, None for a way of no length."""
    (x0, y0), (x1, y1) = _up(mark.start), _up(mark.end)
    x, y = _up(dimension_line(mark)[0])
    length = math.hypot(x1 - x0, y1 - y0)
    return ((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) / length if length > 1e-9 else None


def with_arcs(points: Sequence[Point], *, closed: bool) -> list[tuple[float, float, float]]:
    """Return a line as corners with their bulges (the tangent of a quarter of the angle that the way to the next one
    turns through): runs of many short chords of equal length along one circle become arcs. A whole circle becomes two
    halves."""
    ring = [*points, points[0]] if closed and len(points) > 2 else list(points)
    made: list[tuple[float, float, float]] = []
    at = 0
    while at < len(ring) - 1:
        last, turn = _run_of_arc(ring, at)
        steps = last - at
        if steps < LEAST_CHORDS:
            made.append((*ring[at], 0.0))
            at += 1
            continue
        # No part turns through half a circle or more, whose bulge would be one or larger.
        parts = max(1, math.ceil(abs(turn) * steps / math.radians(179.0)))
        ends = [at + round(steps * part / parts) for part in range(parts + 1)]
        made += [(*ring[one], math.tan(turn * (other - one) / 4)) for one, other in pairwise(ends)]
        at = last
    if not closed or len(points) <= 2:
        made.append((*ring[-1], 0.0))
    return made


def _run_of_arc(ring: Sequence[Point], at: int) -> tuple[int, float]:
    """Return how far chords of one circle go on from a corner, and through which angle each of them turns."""

    def chord(index: int) -> tuple[float, float]:
        (x0, y0), (x1, y1) = ring[index], ring[index + 1]
        return math.hypot(x1 - x0, y1 - y0), math.atan2(y1 - y0, x1 - x0)

    def turned(index: int) -> float:
        return math.remainder(chord(index + 1)[1] - chord(index)[1], math.tau)

    if at + 2 >= len(ring):
        return at, 0.0
    long, turn = chord(at)[0], turned(at)
    if long < 1e-9 or not 1e-4 < abs(turn) < MOST_TURN:
        return at, 0.0
    last = at + 1
    while (
        last + 1 < len(ring)
        and abs(chord(last)[0] - long) <= ALIKE * long
        and abs(turned(last - 1) - turn) <= ALIKE * abs(turn)
    ):
        last += 1
    return last, turn
