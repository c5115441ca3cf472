"""What of a drawing is at a place of the canvas, and at which place a thing of it is."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QFontMetricsF, QPolygonF, QTransform

from narrow_cornice.desk.painting import polygon
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import (
    About,
    Area,
    Dimension,
    Handle,
    Label,
    Mark,
    Strip,
    Stroke,
    dimension_line,
    points_of,
)
from narrow_cornice.explained.paths import ThingPath

REACH = 9.0  # pixels round a handle that still take hold of it
NEAREST = 7.0  # pixels from a line that still point at it
NEAR_A_DIMENSION = 12.0


def handle_at(marks: Sequence[Mark], way: QTransform, place: QPointF) -> About:
    """Return the path of the handle at a place of the canvas, None for none; ``way`` leads from the drawing there."""
    handles = [mark for mark in reversed(marks) if isinstance(mark, Handle)]
    for mark in handles:
        off = way.map(QPointF(*mark.at)) - place
        if abs(off.x()) + abs(off.y()) <= REACH:
            return mark.about
    whole = [mark for mark in handles if mark.outline]
    at = way.inverted()[0].map(place) if whole else place
    return next((one.about for one in whole if polygon(one.outline).containsPoint(at, Qt.FillRule.OddEvenFill)), None)


def about_at(marks: Sequence[Mark], way: QTransform, theme: Theme, place: QPointF) -> About:
    """Return the path of the topmost thing at a place of the canvas, None for nothing."""
    back, scale = way.inverted()[0], way.m11()
    point = back.map(place)
    for mark in reversed(marks):
        if not mark.about:
            continue
        if isinstance(mark, Area | Strip):
            if polygon(mark.points).containsPoint(point, Qt.FillRule.OddEvenFill):
                return mark.about
        elif isinstance(mark, Stroke):
            if _near(polygon(mark.points), point, NEAREST / scale):
                return mark.about
        elif isinstance(mark, Dimension):
            if _near(polygon(dimension_line(mark)), point, NEAR_A_DIMENSION / scale):
                return mark.about
        elif isinstance(mark, Label) and _letters(mark, way, theme).contains(place):
            return mark.about
    return None


def _letters(label: Label, way: QTransform, theme: Theme) -> QRectF:
    """Return the box of a label on the canvas."""
    at = way.map(QPointF(*label.at))
    wide, tall = QFontMetricsF(theme.font(label.size, label.face)).horizontalAdvance(label.text), 16.0
    if label.turned:
        wide, tall = tall, wide
    return QRectF(at.x() - wide / 2, at.y() - tall / 2, wide, tall)


def place_of(marks: Sequence[Mark], way: QTransform, about: ThingPath) -> QPointF | None:
    """Return a place of the canvas that points at a thing, else at what it is of, None where neither is drawn."""
    named = [(mark, mark.about) for mark in reversed(marks) if mark.about is not None]
    of_it = [mark for mark, one in named if one.within(about)]
    whole = [mark for mark, one in named if isinstance(mark, Dimension) and about.within(one)]
    for mark in of_it or whole:
        if isinstance(mark, Dimension):
            a, b = (way.map(QPointF(*point)) for point in dimension_line(mark))
            return (a + b) / 2
        if isinstance(mark, Label | Handle):
            return way.map(QPointF(*mark.at))
        return way.map(polygon(points_of(mark))).boundingRect().center()
    return None


def beside(marks: Sequence[Mark], way: QTransform, about: ThingPath) -> QPointF | None:
    """Return a place beside a line, on the left hand of who walks along it, None where it is not drawn."""
    for mark in reversed(marks):
        if isinstance(mark, Stroke) and mark.about is not None and mark.about.within(about):
            a, b = way.map(QPointF(*mark.points[0])), way.map(QPointF(*mark.points[-1]))
            along: QPointF = b - a
            long = max(1.0, (along.x() ** 2 + along.y() ** 2) ** 0.5)
            off = 34.0 if abs(along.x()) > abs(along.y()) else 96.0  # the field is wider than it is tall
            middle: QPointF = (a + b) / 2
            return QPointF(middle.x() + along.y() * off / long, middle.y() - along.x() * off / long)
    return place_of(marks, way, about)


def _near(shape: QPolygonF, place: QPointF, reach: float) -> bool:
    """Return whether a place lies near a line of points."""
    for a, b in itertools.pairwise(shape.at(index) for index in range(shape.count())):
        way = b - a
        length = way.x() ** 2 + way.y() ** 2
        share = 0.0 if length == 0 else QPointF.dotProduct(place - a, way) / length
        foot = a + way * min(1.0, max(0.0, share))
        off = place - foot
        if off.x() ** 2 + off.y() ** 2 <= reach**2:
            return True
    return False
