"""A layout that sets its widgets like words: one after another, on the next line where there is no room left; and
filling a layout without having it laid out again for each widget."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from PyQt6.QtCore import QPoint, QRect, QSize, Qt
from PyQt6.QtWidgets import QLayout, QLayoutItem, QWidget

CLINGS = "clings"  # the property of a widget that stays with the one before it


@contextmanager
def laid_out_once(lay: QLayout) -> Iterator[None]:
    """Lay a column out when all in it is changed, not each time that something in it is shown: of a hundred words that
    is the difference between a moment and half a second."""
    lay.setEnabled(False)
    try:
        yield
    finally:
        lay.setEnabled(True)
        lay.invalidate()


def clings(item: QLayoutItem) -> bool:
    """Return whether a word is never the first of a line, as a full stop is not."""
    widget = item.widget()
    return widget is not None and bool(widget.property(CLINGS))


class Flow(QLayout):
    """Widgets in lines, each line as tall as its tallest, its widgets on one middle or all at its top."""

    def __init__(self, parent: QWidget | None = None, gap: int = 4, leading: int = 2) -> None:
        super().__init__(parent)
        self._items: list[QLayoutItem] = []
        self.at_top = False
        self._heights: dict[int, int] = {}  # by width, which the layouts around ask for a hundred times an edit
        self._least: QSize | None = None
        self._gap, self._leading = gap, leading
        self.setContentsMargins(0, 0, 0, 0)

    def addItem(self, item: QLayoutItem | None) -> None:
        """Take another widget at the end."""
        if item is not None:
            self._items.append(item)
            self.invalidate()

    def invalidate(self) -> None:
        """Forget how large it is, since one of its widgets is of another size."""
        self._heights, self._least = {}, None
        super().invalidate()

    def count(self) -> int:
        """Return how many widgets there are."""
        return len(self._items)

    def itemAt(self, index: int) -> QLayoutItem | None:
        """Return a widget's item, None beyond the last."""
        return self._items[index] if 0 <= index < len(self._items) else None

    def takeAt(self, index: int) -> QLayoutItem | None:
        """Take a widget out."""
        if not 0 <= index < len(self._items):
            return None
        taken = self._items.pop(index)
        self.invalidate()
        return taken

    def expandingDirections(self) -> Qt.Orientation:
        """Return that it wants no more room than its words take."""
        return Qt.Orientation(0)

    def hasHeightForWidth(self) -> bool:
        """Return that the height follows from the width."""
        return True

    def heightForWidth(self, width: int) -> int:
        """Return the height of all lines in a width."""
        tall = self._heights.get(width)
        if tall is None:
            tall = self._heights[width] = self._set(QRect(0, 0, width, 0), move=False)
        return tall

    def setGeometry(self, rect: QRect) -> None:
        """Set the words into a rectangle."""
        super().setGeometry(rect)
        self._set(rect, move=True)

    def sizeHint(self) -> QSize:
        """Return the least size."""
        return self.minimumSize()

    def minimumSize(self) -> QSize:
        """Return the size of the largest word, shortened as far as it can be."""
        if self._least is None:
            size = QSize(0, 0)
            for item in self._items:
                widget, least = item.widget(), item.minimumSize()
                if widget is not None:
                    least.setWidth(min(least.width(), widget.minimumSizeHint().width()))
                size = size.expandedTo(least)
            self._least = size
        return QSize(self._least)

    def _set(self, rect: QRect, *, move: bool) -> int:
        y, wide = rect.y(), max(40, rect.width())
        for line in self._lines(wide):
            tall = max((size.height() for _, size in line), default=0)
            left = rect.x()
            for item, size in line:
                if move:
                    item.setGeometry(QRect(QPoint(left, y if self.at_top else y + (tall - size.height()) // 2), size))
                left += size.width() + self._gap
            y += tall + self._leading
        return y - (self._leading if self._items else 0) - rect.y()

    def _lines(self, wide: int) -> list[list[tuple[QLayoutItem, QSize]]]:
        """Return the widgets line by line; a full stop or a comma takes the word before it along."""
        lines: list[list[tuple[QLayoutItem, QSize]]] = [[]]
        x = 0
        for item in self._items:
            size = item.sizeHint()
            across = min(size.width(), wide)
            size = QSize(across, item.heightForWidth(across) if item.hasHeightForWidth() else size.height())
            line = lines[-1]
            if line and x + across > wide:
                taken = [line.pop()] if clings(item) and len(line) > 1 else []
                lines.append(taken)
                x = sum(size.width() + self._gap for _, size in taken)
            lines[-1].append((item, size))
            x += across + self._gap
        return lines
