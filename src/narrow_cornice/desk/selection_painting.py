"""What is painted over a drawing: what is selected with its words, and a small drawing in a free corner."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPen, QTransform

from narrow_cornice.desk.painting import Lettered, MarkPainter, placed, polygon
from narrow_cornice.drawing.lettering import letter_boxes
from narrow_cornice.drawing.marks import About, Area, Dimension, Drawing, Label, Strip, Stroke

LIFTS = (-16, 22, -44, 50, -76, 82, -110, 116, -150, 156)  # pixels that words stand above or below what they are of
REACHES = (30, 74)  # pixels from it to them
CARD = (170.0, 168.0)  # pixels of the small drawing's card
OVER_AN_EDGE = 4.0  # how much a pixel of an edge weighs under words, where a pixel's area of letters is 1
MOST_HIDDEN = 0.02  # of the card that may lie over the large drawing

Boxes = NDArray[np.float64]  # (left, top, right, bottom) in pixels: an array of shape (boxes, 4)
Place = tuple[QPointF, QPointF, QRectF]  # where the leader begins and ends, and the card of the words


def paint_selection(
    painter: QPainter, marks: MarkPainter, lettered: Lettered, selected: About, callout: str, paper: QRectF
) -> None:
    """Mark what is selected wherever it is drawn, and write its words beside its uppermost part."""
    theme, way, drawing = marks.theme, marks.way, lettered.drawing
    boxes: list[QRectF] = []
    said = False
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for mark in drawing.marks:
        if mark.about is None or not mark.about.within(selected):
            continue
        if isinstance(mark, Area | Strip):
            shape = way.map(polygon(mark.points))
            painter.setPen(QPen(theme.colour("verdigris"), 2.4))
            painter.drawPolygon(shape)
            boxes.append(shape.boundingRect())
        elif isinstance(mark, Stroke):
            painter.setPen(QPen(theme.colour("verdigris"), 3.2 if mark.pen.weight > 0.5 else 1.2))
            shape = way.map(polygon(mark.points))
            painter.drawPolyline(shape)
            box = shape.boundingRect()
            if len(mark.points) == 2:  # the leader begins on the line, not beside it
                box = QRectF(box.center() - QPointF(2, 2), box.center() + QPointF(2, 2))
            boxes.append(box)
        elif isinstance(mark, Dimension):
            marks.mark(replace(mark, colour="verdigris"))
            said = True  # a dimension says its size itself
        elif isinstance(mark, Label):
            marks.mark(replace(mark, colour="verdigris"))
    if boxes and callout and not said:
        _paint_callout(painter, marks, lettered, boxes, callout, paper)


def _paint_callout(
    painter: QPainter, marks: MarkPainter, lettered: Lettered, boxes: list[QRectF], callout: str, paper: QRectF
) -> None:
    """Write what is selected beside its uppermost part, on a short leader."""
    theme, way = marks.theme, marks.way
    box = min(boxes, key=lambda one: (one.top(), -one.right()))
    metrics = theme.metrics(9.5, "bold")
    wide, tall = metrics.horizontalAdvance(callout), metrics.height()
    places: list[Place] = []
    for reach in REACHES:
        for lift in LIFTS:
            for hand, start in ((1, box.right()), (-1, box.left())):
                end = QPointF(start + hand * reach, box.center().y() + lift)
                left = end.x() + 3 if hand > 0 else end.x() - wide - 9
                places.append((QPointF(start, box.center().y()), end, QRectF(left, end.y() - tall / 2, wide + 6, tall)))
    for y in (box.top() - 18, box.bottom() + 18):
        end = QPointF(box.center().x(), y)
        places.append((box.center(), end, QRectF(end.x() - wide / 2 - 3, end.y() - tall / 2, wide + 6, tall)))
    there = np.array(letter_boxes(lettered.drawing, marks.sizes())).reshape(-1, 4)
    letters = _on_screen(there, way) + np.array([-3, -1, 3, 1])

    # What is off the paper weighs most, then letters, then edges.
    cards = _boxes(card for _, _, card in places)
    (seen,) = common(_boxes([paper]), cards).prod(axis=0).T
    off = (cards[:, 2] - cards[:, 0]) * (cards[:, 3] - cards[:, 1]) - seen
    under = common(letters, cards).prod(axis=0).sum(axis=1)
    covered = 100.0 * off + under + OVER_AN_EDGE * lengths_inside(_on_screen(lettered.edges, way), cards)
    begin, end, card = places[int(np.argmin(covered))]
    if card.top() < paper.top():
        card.moveTop(paper.top())
    card.moveLeft(max(paper.left(), min(card.left(), paper.right() - card.width())))
    painter.setPen(QPen(theme.colour("verdigris"), 1.2))
    painter.drawLine(begin, end)
    clear = theme.colour("sheet")
    clear.setAlpha(235)
    painter.fillRect(card, clear)
    marks.text(QPointF(card.left() + 3, card.center().y()), callout, 9.5, "bold", "verdigris", "left")


def _boxes(rects: Iterable[QRectF]) -> Boxes:
    return np.array([(rect.left(), rect.top(), rect.right(), rect.bottom()) for rect in rects])


def _on_screen(boxes: Boxes, way: QTransform) -> Boxes:
    """Return boxes or lines of a drawing, from its mm, in pixels."""
    made: Boxes = boxes * way.m11() + np.array([way.dx(), way.dy()] * 2)
    return made


def lengths_inside(edges: Boxes, cards: Boxes) -> NDArray[np.float64]:
    """Return for each card the length of the lines, as (x, y, x, y), inside it (clipped as Liang and Barsky do)."""
    x0, y0, x1, y1 = edges.T
    left, top, right, bottom = cards.T[:, :, None]
    begin = np.zeros((len(cards), len(edges)))
    end = np.ones_like(begin)
    for at, by, least, most in ((x0, x1 - x0, left, right), (y0, y1 - y0, top, bottom)):
        still = by == 0.0  # along the side: in it everywhere or nowhere
        step = np.where(still, 1.0, by)
        low, high = (least - at) / step, (most - at) / step
        beside = (at < least) | (at > most)
        begin = np.maximum(begin, np.where(still, np.where(beside, 2.0, 0.0), np.minimum(low, high)))
        end = np.minimum(end, np.where(still, 1.0, np.maximum(low, high)))
    made: NDArray[np.float64] = (np.maximum(0.0, end - begin) * np.hypot(x1 - x0, y1 - y0)).sum(axis=1)
    return made


def common(boxes: Boxes, cards: Boxes) -> NDArray[np.float64]:
    """Return how wide and how tall boxes and cards lie over one another: shape (2, cards, boxes), nought where they do
    not."""
    left, top, right, bottom = cards.T[:, :, None]
    wide = np.minimum(boxes[:, 2], right) - np.maximum(boxes[:, 0], left)
    tall = np.minimum(boxes[:, 3], bottom) - np.maximum(boxes[:, 1], top)
    return np.array((np.maximum(0.0, wide), np.maximum(0.0, tall)))


def paint_inset(painter: QPainter, marks: MarkPainter, lettered: Lettered, inset: Drawing, paper: QRectF) -> None:
    """Paint a small drawing on a card in a corner where it hides nothing of the large one; nowhere where it would."""
    wide, tall = CARD
    inner = paper.adjusted(12, 4, -12, -12)
    corners = [
        QRectF(x, y, wide, tall)
        for y in (inner.bottom() - tall, inner.top())
        for x in (inner.left(), inner.right() - wide)
    ]
    over = common(_on_screen(lettered.boxes, marks.way), _boxes(corners))
    hidden = (np.maximum(over, 1.0).prod(axis=0) * (over > 0.0).all(axis=0)).sum(axis=1)
    best = int(np.argmin(hidden))
    card = corners[best]
    if hidden[best] > MOST_HIDDEN * wide * tall or card.height() > inner.height() or card.width() > inner.width() / 2:
        return
    theme = marks.theme
    painter.setPen(QPen(theme.colour("rule"), 1))
    painter.setBrush(theme.colour("paper"))
    painter.drawRect(card)
    painter.setFont(theme.font(9.5, "name"))
    painter.setPen(theme.colour("ink"))
    upper, lower = Qt.AlignmentFlag.AlignTop, Qt.AlignmentFlag.AlignBottom
    painter.drawText(card.adjusted(9, 6, -6, 0), Qt.AlignmentFlag.AlignLeft | upper, inset.title)
    painter.setFont(theme.font(8, "slanted"))
    painter.setPen(theme.colour("soft"))
    painter.drawText(card.adjusted(9, 0, -6, -5), Qt.AlignmentFlag.AlignLeft | lower, inset.subtitle)
    MarkPainter(painter, theme, placed(inset, card.adjusted(13, 30, -13, -22))).drawing(inset)
