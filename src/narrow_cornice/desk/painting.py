"""Marks on a painter: the canvas, the pictures of the order and the small plans all come from here."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QFontMetricsF, QImage, QPainter, QPen, QPolygonF, QTransform

from narrow_cornice.colour.tones import channels, toned
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Mark, Path, Pen, Point, Strip, dimension_line

PX_PER_POINT = 96 / 72


@lru_cache(maxsize=1024)
def _strip_image(colour: str, tones: tuple[float, ...]) -> QImage:
    image = QImage(1, len(tones), QImage.Format.Format_RGB32)
    for row, tone in enumerate(tones):
        image.setPixelColor(0, row, QColor(*channels(toned(colour, tone))))
    return image


def polygon(points: tuple[Point, ...], at: Callable[[Point], QPointF]) -> QPolygonF:
    """Return points of a drawing as a polygon on the screen."""
    return QPolygonF([at(point) for point in points])


class MarkPainter:
    """Draws marks through a map from the drawing's millimetres to the screen."""

    def __init__(self, painter: QPainter, theme: Theme, at: Callable[[Point], QPointF], scale: float) -> None:
        self._painter = painter
        self._theme = theme
        self._at = at
        self._scale = scale  # screen pixels for a millimetre of the drawing
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)

    def drawing(self, drawing: Drawing) -> None:
        """Draw every mark, from back to front."""
        for mark in drawing.marks:
            self.mark(mark)

    def pen(self, pen: Pen | None, colour: str | None = None) -> QPen:
        """Return a pen whose weight does not grow with the zoom."""
        if pen is None:
            return QPen(Qt.PenStyle.NoPen)
        made = QPen(self._theme.colour(colour or pen.colour), max(0.6, pen.weight * PX_PER_POINT))
        made.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
        if pen.dashed:
            made.setDashPattern([4, 3])
        return made

    def mark(self, mark: Mark) -> None:
        """Draw one mark."""
        painter = self._painter
        match mark:
            case Area(points=points, fill=fill, pen=pen):
                painter.setPen(self.pen(pen))
                painter.setBrush(self._theme.colour(fill))
                painter.drawPolygon(polygon(points, self._at))
            case Path(points=points, pen=pen, closed=closed):
                painter.setPen(self.pen(pen))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                shape = polygon(points, self._at)
                if closed:
                    painter.drawPolygon(shape)
                else:
                    painter.drawPolyline(shape)
            case Strip():
                self._strip(mark)
            case Label():
                self._label(mark)
            case Dimension():
                self._dimension(mark)

    def _strip(self, strip: Strip) -> None:
        origin, along, _, across = (self._at(point) for point in strip.points)
        painter = self._painter
        painter.save()
        painter.setTransform(
            QTransform(
                along.x() - origin.x(),
                along.y() - origin.y(),
                across.x() - origin.x(),
                across.y() - origin.y(),
                origin.x(),
                origin.y(),
            ),
            True,
        )
        painter.drawImage(QRectF(0, 0, 1, 1), _strip_image(strip.colour, strip.tones))
        painter.restore()
        painter.setPen(QPen(QColor(42, 39, 36, 110), 0.6))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolygon(polygon(strip.points, self._at))

    def _label(self, label: Label) -> None:
        font = self._theme.font(label.size, label.face)
        wide = QFontMetricsF(font).horizontalAdvance(label.text)
        if label.within is not None and wide > label.within * self._scale:
            return
        self.text(self._at(label.at), label.text, label.size, label.face, label.colour, label.anchor, label.turned)

    def text(
        self,
        place: QPointF,
        text: str,
        size: float,
        face: str = "text",
        colour: str = "ink",
        anchor: str = "middle",
        turned: bool = False,
    ) -> QRectF:
        """Draw a line of text centred on ``place`` upwards and downwards; return the box it takes, unturned."""
        painter = self._painter
        font = self._theme.font(size, face)
        metrics = QFontMetricsF(font)
        wide, tall = metrics.horizontalAdvance(text), metrics.height()
        left = {"left": 0.0, "middle": -wide / 2, "right": -wide}[anchor]
        painter.save()
        painter.setFont(font)
        painter.setPen(self._theme.colour(colour))
        painter.translate(place)
        if turned:
            painter.rotate(-90)
        box = QRectF(left, -tall / 2, wide + 1, tall)
        painter.drawText(
            box, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextSingleLine, text
        )
        painter.restore()
        return box.translated(place)

    def _dimension(self, mark: Dimension) -> None:
        a, b = (self._at(point) for point in dimension_line(mark))
        painter = self._painter
        colour = self._theme.colour(mark.colour)
        thin = QPen(colour, 0.8)
        faint = QPen(self._theme.colour("rule"), 0.8)
        painter.setPen(faint)
        painter.drawLine(QLineF(self._at(mark.start), a))
        painter.drawLine(QLineF(self._at(mark.end), b))
        painter.setPen(thin)
        painter.drawLine(QLineF(a, b))
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour)
        for end in (a, b):
            painter.drawEllipse(end, 1.9, 1.9)
        middle = (a + b) / 2
        if mark.beside:
            right = a.x() >= self._at(mark.start).x()
            self.text(
                middle + QPointF(6 if right else -6, 0),
                mark.text,
                8.5,
                colour=mark.colour,
                anchor="left" if right else "right",
            )
            return
        upright = abs(b.y() - a.y()) > abs(b.x() - a.x())
        lift = QFontMetricsF(self._theme.font(8.5)).height() * 0.55
        place = QPointF(middle.x() - lift, middle.y()) if upright else QPointF(middle.x(), middle.y() - lift)
        self.text(place, mark.text, 8.5, colour=mark.colour, turned=upright)
