"""Marks on a painter: the canvas, the pictures of the list to buy and the small plans all come from here."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from functools import cached_property

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray
from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QLinearGradient, QPainter, QPen, QPixmap, QPolygonF, QTransform

from narrow_cornice.colour.tones import channels, toned_channels
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.letter_places import DIMENSION_SIZE, SizeOf
from narrow_cornice.drawing.lettering import edges_of, settled
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    About,
    Area,
    Areas,
    Dimension,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Photograph,
    Point,
    Strip,
    Stroke,
    above_line,
    box_of,
    dimension_line,
    lettered_for,
    reading_turn,
)
from narrow_cornice.memo import by_value

PX_PER_POINT = 96 / 72
HANDLE = 3.6  # pixels: the radius of a handle
_UNIT = QRectF(0, 0, 1, 1)
Shapes = dict[int, list[QPolygonF]]  # outlines of marks, by the identity of the mark


@by_value(times=8, each="room")
def _strip_brush(colour: str, tones: tuple[float, ...]) -> QBrush:
    """Return the tones of a strip as a gradient down the unit square."""
    gradient = QLinearGradient(0.0, 0.0, 0.0, 1.0)
    given, count = channels(colour), len(tones)
    shades = [toned_channels(given, tone) for tone in tones]
    stops = [(0.0, QColor(*shades[0]))]
    for index, (former, shade) in enumerate(itertools.pairwise(shades), 1):
        if shade != former:  # where the tone jumps, both sides of the jump get a stop, so that an edge stays an edge
            edge = index / count
            stops += [(edge - 1e-4, QColor(*former)), (edge, QColor(*shade))]
    gradient.setStops([*stops, (1.0, QColor(*shades[-1]))])
    return QBrush(gradient)


@by_value(times=16, each="job")
def _pixmap(content: bytes) -> QPixmap:
    """Return a picture ready to be painted."""
    made = QPixmap()
    made.loadFromData(content)
    return made


def polygon(points: Sequence[Point]) -> QPolygonF:
    """Return points of a drawing as a polygon in the drawing's own millimetres."""
    return QPolygonF([QPointF(x, y) for x, y in points])


def placed(drawing: Drawing, room: QRectF, most: float | None = None, *, left: bool = False) -> QTransform:
    """Return the map that fits a drawing into a room of the screen, at most at ``most`` pixels for a millimetre."""
    x0, y0, x1, y1 = drawing.bounds
    scale = min(room.width() / max(1e-6, x1 - x0), room.height() / max(1e-6, y1 - y0))
    if most is not None:
        scale = min(scale, most)
    dx = room.left() - x0 * scale if left else room.center().x() - (x0 + x1) / 2 * scale
    return QTransform(scale, 0, 0, scale, dx, room.center().y() - (y0 + y1) / 2 * scale)


def letter_sizes(theme: Theme, scale: float) -> SizeOf:
    """Return how wide and tall letters are on a drawing at so many pixels for a millimetre."""
    scale = max(1e-9, scale)

    def size_of(text: str, size: float, face: str) -> tuple[float, float]:
        return theme.width(text, size, face) / scale, theme.metrics(size, face).height() / scale

    return size_of


class Lettered:
    """A drawing with its letters settled for a scale, and what is known of its marks when it is painted once more."""

    def __init__(self, drawing: Drawing, theme: Theme, scale: float, *, settle: bool = True) -> None:
        """Settle the letters of a drawing for so many pixels for a millimetre, or leave them where they are."""
        self.scale = scale
        drawing = lettered_for(drawing, scale * MM_PER_POINT / PX_PER_POINT / theme.letters)
        self.drawing = settled(drawing, letter_sizes(theme, scale)) if settle else drawing
        self.shapes: Shapes = {}  # by the identity of the mark, which the drawing holds

    def moved_to(self, drawing: Drawing, about: About, theme: Theme) -> Lettered:
        """Return another state of the drawing while a thing of it is moved: words of all else stay where they stand."""
        there = {(mark.about, mark.text): mark for mark in self.drawing.marks if isinstance(mark, Label)}
        marks = tuple(
            there.get((mark.about, mark.text), mark) if isinstance(mark, Label) and mark.about != about else mark
            for mark in drawing.marks
        )
        made = Lettered(replace(drawing, marks=marks), theme, self.scale, settle=False)
        made.shapes = {id(mark): self.shapes[id(mark)] for mark in marks if id(mark) in self.shapes}
        return made

    @cached_property
    def boxes(self) -> NDArray[np.float64]:
        """Return (left, top, right, bottom) in mm around each mark, as an array of shape (marks, 4)."""
        return np.array([box_of(mark) for mark in self.drawing.marks]).reshape(-1, 4)

    @cached_property
    def edges(self) -> NDArray[np.float64]:
        """Return the lines in mm that letters keep off, as (x, y, x, y)."""
        return edges_of(self.drawing.marks)[0]


class MarkPainter:
    """Draws marks through a map from the drawing's millimetres to the screen.

    The painter itself carries the map, so that Qt does the arithmetic; pens and letters do not grow with it.
    """

    def __init__(self, painter: QPainter, theme: Theme, way: QTransform, shapes: Shapes | None = None) -> None:
        """Draw with a painter through a map; ``shapes`` holds the outlines of marks that are painted again."""
        self._painter = painter
        self._theme = self.theme = theme
        self._way = self.way = way
        self._home = painter.transform()
        self._there = way * self._home
        self._now = self._home
        self._scale = way.m11()  # screen pixels for a millimetre of the drawing
        self._clear = QColor(theme.colour("sheet"))
        self._clear.setAlpha(215)
        self._edge = QPen(QColor(42, 39, 36, 110), 0.6)
        self._edge.setCosmetic(True)
        self._shapes = shapes if shapes is not None else {}
        self._pens: dict[tuple[str, float, bool], QPen] = {}
        self._round_pens: dict[tuple[str, float], QPen] = {}
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)

    def drawing(self, drawing: Drawing) -> None:
        """Draw every mark, from back to front."""
        for mark in drawing.marks:
            self.mark(mark)
        self._go(self._home)

    def at(self, point: Point) -> QPointF:
        """Return where a place of the drawing is on the screen."""
        return self._way.map(QPointF(*point))

    def sizes(self) -> SizeOf:
        """Return how wide and tall letters are on the drawing as it is painted here."""
        return letter_sizes(self._theme, self._scale)

    def pen(self, pen: Pen) -> QPen:
        """Return a pen whose weight does not grow with the zoom."""
        key = (pen.colour, pen.weight, pen.dashed)
        made = self._pens.get(key)
        if made is None:
            made = QPen(self._theme.colour(pen.colour), max(0.6, pen.weight * PX_PER_POINT))
            made.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
            made.setCosmetic(True)
            if pen.dashed:
                made.setDashPattern([4, 3])
            self._pens[key] = made
        return made

    def mark(self, mark: Mark) -> None:
        """Draw one mark."""
        painter = self._painter
        if isinstance(mark, Area):
            self._go(self._there)
            painter.setPen(self.pen(mark.pen) if mark.pen is not None else Qt.PenStyle.NoPen)
            painter.setBrush(self._theme.shade(mark.fill))
            painter.drawPolygon(self._shape(mark))
        elif isinstance(mark, Areas):
            self._go(self._there)
            painter.setPen(self.pen(mark.pen) if mark.pen is not None else Qt.PenStyle.NoPen)
            painter.setBrush(self._theme.shade(mark.fill))
            for each in self._shapes_of(mark):
                painter.drawPolygon(each)
        elif isinstance(mark, Stroke):
            self._go(self._there)
            painter.setPen(self.pen(mark.pen))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            if mark.closed:
                painter.drawPolygon(self._shape(mark))
            else:
                painter.drawPolyline(self._shape(mark))
        elif isinstance(mark, Strip):
            self._strip(mark)
        elif isinstance(mark, Photograph):
            self._go(self._there)
            painter.setOpacity(mark.opacity)
            picture = _pixmap(mark.content)
            painter.drawPixmap(QRectF(*mark.corner, mark.wide, mark.tall), picture, QRectF(picture.rect()))
            painter.setOpacity(1.0)
        elif isinstance(mark, Label):
            self._label(mark)
        elif isinstance(mark, Handle):
            if not mark.outline:  # what is taken hold of anywhere needs no ring
                self._handle(mark)
        else:
            self._go(self._home)
            self._dimension(mark)

    def _shape(self, mark: Area | Stroke) -> QPolygonF:
        made = self._shapes.get(id(mark))
        if made is None:
            made = self._shapes[id(mark)] = [polygon(mark.points)]
        return made[0]

    def _shapes_of(self, mark: Areas) -> list[QPolygonF]:
        made = self._shapes.get(id(mark))
        if made is None:
            made = self._shapes[id(mark)] = [polygon(outline) for outline in mark.outlines]
        return made

    def _handle(self, mark: Handle) -> None:
        """Draw a handle: a small ring on the joint, of one size at any zoom."""
        self._go(self._home)
        self._painter.setPen(self._dimension_pen("verdigris", 1.4))
        self._painter.setBrush(self._theme.colour("sheet"))
        self._painter.drawEllipse(self.at(mark.at), HANDLE, HANDLE)

    def _go(self, way: QTransform) -> None:
        """Have the painter draw through a map; most marks follow one that drew through the same."""
        if way is not self._now:
            self._painter.setTransform(way)
            self._now = way

    def _strip(self, strip: Strip) -> None:
        painter = self._painter
        (x, y), (ax, ay), (cx, cy) = strip.origin, strip.along, strip.across
        self._now = QTransform(ax, ay, cx, cy, x, y) * self._there
        painter.setTransform(self._now)
        painter.setPen(self._edge)
        painter.setBrush(_strip_brush(strip.colour, strip.tones))
        painter.drawRect(_UNIT)

    def _label(self, label: Label) -> None:
        if label.within is not None:
            wide = self._theme.width(label.text, label.size, label.face)
            if wide > label.within * self._scale:
                return
        if label.patch:
            self._patch(label)
        self.text(
            self.at(label.at), label.text, label.size, label.face, label.colour, label.anchor, -90.0 * label.turned
        )

    def _patch(self, label: Label) -> None:
        """Clear the paper under a figure that stands on lines."""
        tall = self._theme.metrics(label.size, label.face).height() * 0.8
        wide = self._theme.width(label.text, label.size, label.face) + 4
        if label.turned:
            wide, tall = tall, wide
        middle = self.at(label.at)
        self._go(self._home)
        self._painter.fillRect(QRectF(middle.x() - wide / 2, middle.y() - tall / 2, wide, tall), self._clear)

    def text(
        self,
        place: QPointF,
        text: str,
        size: float,
        face: str = "text",
        colour: str = "ink",
        anchor: str = "middle",
        turn: float = 0.0,
    ) -> QRectF:
        """Draw a line of text centred on ``place`` upwards and downwards; return the box it takes, unturned."""
        painter = self._painter
        self._go(self._home)
        metrics = self._theme.metrics(size, face)
        wide, tall = self._theme.width(text, size, face), metrics.height()
        left = {"left": 0.0, "middle": -wide / 2, "right": -wide}[anchor]
        foot = QPointF(left, metrics.ascent() - tall / 2)
        painter.setFont(self._theme.font(size, face))
        painter.setPen(self._theme.shade(colour))
        if turn:
            self._now = QTransform().translate(place.x(), place.y()).rotate(turn) * self._home
            painter.setTransform(self._now)
            if turn % 90.0:
                self._now = QTransform().translate(foot.x(), foot.y()) * self._now
                painter.setTransform(self._now)
                painter.fillPath(self._theme.outline(text, size, face), self._theme.colour(colour))
            else:
                painter.drawText(foot, text)
            self._go(self._home)
        else:
            painter.drawText(place + foot, text)
        return QRectF(left, -tall / 2, wide + 1, tall).translated(place)

    def _dimension_pen(self, colour: str, weight: float) -> QPen:
        """Return a pen in pixels with round ends, so that a point drawn with it is a dot."""
        key = (colour, weight)
        made = self._round_pens.get(key)
        if made is None:
            made = QPen(self._theme.colour(colour), weight)
            made.setCapStyle(Qt.PenCapStyle.RoundCap)
            self._round_pens[key] = made
        return made

    def _dimension(self, mark: Dimension) -> None:
        a, b = (self.at(point) for point in dimension_line(mark))
        painter = self._painter
        painter.setPen(self._dimension_pen("rule", 0.8))
        painter.drawLine(QLineF(self.at(mark.start), a))
        painter.drawLine(QLineF(self.at(mark.end), b))
        painter.setPen(self._dimension_pen(mark.colour, 0.8))
        painter.drawLine(QLineF(a, b))
        painter.setPen(self._dimension_pen(mark.colour, 3.8))
        painter.drawPoints(QPolygonF([a, b]))
        middle, points = (a + b) / 2, DIMENSION_SIZE * mark.small
        if mark.beside:
            right = a.x() >= self.at(mark.start).x()
            self.text(
                middle + QPointF(6 if right else -6, 0),
                mark.text,
                points,
                colour=mark.colour,
                anchor="left" if right else "right",
            )
            return
        lift = self._theme.metrics(points).height() * mark.lift
        ends = (a.x(), a.y()), (b.x(), b.y())
        place = QPointF(*above_line(*ends, lift)) + (b - a) * (mark.share - 0.5)
        self.text(place, mark.text, points, colour=mark.colour, turn=reading_turn(*ends))
