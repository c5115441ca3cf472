"""A splitter whose handles say that they can be moved, and fold the part beside them when they are pressed."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QMouseEvent, QPainter, QPaintEvent, QPolygonF
from PyQt6.QtWidgets import QHBoxLayout, QSplitter, QSplitterHandle, QWidget

from narrow_cornice.desk.theme import Theme

THICK = 7


class FoldHandle(QSplitterHandle):
    """A thin line to move; a press without moving folds or unfolds the part it belongs to."""

    def __init__(self, way: Qt.Orientation, parent: FoldSplitter, theme: Theme) -> None:
        super().__init__(way, parent)
        self._theme = theme
        self._pressed: QPointF | None = None

    def _splitter(self) -> FoldSplitter:
        splitter = self.splitter()
        assert isinstance(splitter, FoldSplitter)
        return splitter

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint a grip, or an arrowhead that points to what is folded away."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(self._theme.colour("verdigris" if self.underMouse() else "soft"))
        centre = QRectF(self.rect()).center()
        folds = self._splitter().folds.get(self._splitter().indexOf(self))
        if folds is None:
            return
        if not folds.folded():
            across = self.orientation() == Qt.Orientation.Vertical
            wide, tall = (34.0, 2.0) if across else (2.0, 34.0)
            painter.drawRoundedRect(QRectF(centre.x() - wide / 2, centre.y() - tall / 2, wide, tall), 1, 1)
            return
        (dx, dy), size = folds.points_to, 3.5
        tip = centre + QPointF(dx * size, dy * size)
        back = centre - QPointF(dx * size, dy * size)
        side = QPointF(-dy * 2 * size, dx * 2 * size)
        painter.drawPolygon(QPolygonF([tip, back + side, back - side]))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Begin a move or a press."""
        assert event is not None
        self._pressed = event.position()
        super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Move the line, but not while what it belongs to is folded."""
        assert event is not None
        if self._pressed is not None and (event.position() - self._pressed).manhattanLength() > 4:
            self._pressed = None
        folds = self._splitter().folds.get(self._splitter().indexOf(self))
        if folds is None or not folds.folded():
            super().mouseMoveEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """Fold or unfold where it was a press."""
        super().mouseReleaseEvent(event)
        folds = self._splitter().folds.get(self._splitter().indexOf(self))
        if self._pressed is not None and folds is not None:
            folds.fold()
        self._pressed = None


class Folds:
    """What a handle folds: whether it is folded, the folding itself, and where the arrowhead of a folded one points."""

    def __init__(self, folded: Callable[[], bool], fold: Callable[[], object], points_to: tuple[float, float]) -> None:
        self.folded = folded
        self.fold = fold
        self.points_to = points_to


class FoldSplitter(QSplitter):
    """A splitter with handles that are seen; ``folds`` says of each part what pressing the handle before it folds."""

    def __init__(self, way: Qt.Orientation, theme: Theme) -> None:
        super().__init__(way)
        self._theme = theme
        self.folds: dict[int, Folds] = {}
        self.setHandleWidth(THICK)
        self.setChildrenCollapsible(False)

    def createHandle(self) -> QSplitterHandle:
        """Return a handle that can be pressed."""
        return FoldHandle(self.orientation(), self, self._theme)

    def indexOf(self, part: QWidget | None) -> int:
        """Return which part a handle stands before, or which part a widget is; −1 for neither."""
        if isinstance(part, FoldHandle):
            return next((index for index in range(self.count()) if self.handle(index) is part), -1)
        return super().indexOf(part)

    def say(self, index: int, words: str, folds: Folds) -> None:
        """Say what the handle before a part folds, and in which words it is offered."""
        self.folds[index] = folds
        handle = self.handle(index)
        assert handle is not None
        handle.setToolTip(words)
        handle.setAccessibleName(words)


class Foldable(QWidget):
    """A part of a splitter that folds away to nothing, while its handle stays."""

    def __init__(self, inside: QWidget) -> None:
        super().__init__()
        lay = QHBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.addWidget(inside)
        self._inside = inside
        self._least = 0

    def least(self, width: int) -> None:
        """Say how wide it is at least while it is unfolded."""
        self._least = width
        self.setMinimumWidth(width)

    def is_folded(self) -> bool:
        """Return whether it is folded away."""
        return self._inside.isHidden()

    def fold(self, folded: bool) -> None:
        """Fold it away or unfold it."""
        self._inside.setVisible(not folded)
        self.setMinimumWidth(0 if folded else self._least)
        self.setMaximumWidth(0 if folded else 16_777_215)
