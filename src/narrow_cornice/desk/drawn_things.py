"""The things of a drawing as children of it, for those who hear a screen instead of seeing it.

Each is a button without a face over the thing: a reader names it and can choose it. The pointer goes through to the
drawing, and the keyboard has the drawing's own ways.
"""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QPaintEvent, QTransform
from PyQt6.QtWidgets import QAbstractButton, QWidget

from narrow_cornice.drawing.marks import Drawing, box_of
from narrow_cornice.explained.paths import ThingPath

MOST = 120  # things of one drawing


class DrawnThing(QAbstractButton):
    """One thing of the drawing, named and without a face."""

    chosen = pyqtSignal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.about: ThingPath | None = None
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.clicked.connect(lambda: self.chosen.emit(self.about))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint nothing: the drawing below shows it."""


def things_of(
    drawing: Drawing, name_of: Callable[[ThingPath], str], way: QTransform
) -> list[tuple[ThingPath, str, QRectF]]:
    """Return what can be chosen on a drawing, each once: its path, its name, the room that it takes on the screen."""
    boxes: dict[ThingPath, QRectF] = {}
    for mark in drawing.marks:
        if mark.about is None or (mark.about not in boxes and len(boxes) >= MOST):
            continue
        left, top, right, bottom = box_of(mark)
        box = QRectF(left, top, right - left, bottom - top)
        boxes[mark.about] = boxes[mark.about].united(box) if mark.about in boxes else box
    on_screen = ((about, way.mapRect(box).adjusted(0, 0, 1, 1)) for about, box in boxes.items())
    named = ((about, name_of(about), box) for about, box in on_screen)
    return [(about, name, box) for about, name, box in named if name]
