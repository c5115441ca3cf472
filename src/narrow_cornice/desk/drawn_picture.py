"""A drawing as a picture in pixels."""

from __future__ import annotations

from PyQt6.QtCore import QBuffer, QIODevice, QRectF
from PyQt6.QtGui import QImage, QPainter

from narrow_cornice.desk.painting import Lettered, MarkPainter, placed
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import Drawing

LONG_SIDE = 2400  # pixels
MARGIN = 0.02  # of the longer side, round a drawing that is no sheet of its own


def png_of_drawing(drawing: Drawing) -> bytes:
    """Return a drawing as a PNG, by day and without its title."""
    left, top, right, bottom = drawing.bounds
    scale = LONG_SIDE / max(right - left, bottom - top)
    edge = 0.0 if drawing.sheet else MARGIN * LONG_SIDE
    wide, tall = round((right - left) * scale + 2 * edge), round((bottom - top) * scale + 2 * edge)
    image = QImage(max(1, wide), max(1, tall), QImage.Format.Format_RGB32)
    theme = Theme()
    image.fill(theme.colour("sheet"))
    painter = QPainter(image)
    way = placed(drawing, QRectF(edge, edge, wide - 2 * edge, tall - 2 * edge))
    MarkPainter(painter, theme, way).drawing(Lettered(drawing, theme, way.m11()).drawing)
    painter.end()
    held = QBuffer()
    held.open(QIODevice.OpenModeFlag.WriteOnly)
    image.save(held, "PNG")
    return bytes(held.data().data())
