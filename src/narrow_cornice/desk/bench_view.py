"""The bench as widgets: one for each row, reused while the rows stay of the same kind."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QEvent, QObject, Qt, QTimer
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import (
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench_rows import (
    Caption,
    NoteRow,
    Row,
    Title,
    alike,
)
from narrow_cornice.desk.flow_layout import laid_out_once
from narrow_cornice.desk.row_widgets import made, show
from narrow_cornice.desk.theme import Theme


class BenchView(QScrollArea):
    """A column of rows."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("benchscroll")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self._theme = theme
        self._fit_soon = QTimer(self)  # new widgets know their sizes only once they are polished
        self._fit_soon.setSingleShot(True)
        self._fit_soon.setInterval(0)
        self._fit_soon.timeout.connect(self._fit)
        self._rows: list[Row] = []
        self._widgets: list[QWidget] = []
        self._body = QWidget()
        self._body.setObjectName("benchbody")
        self._lay = QVBoxLayout(self._body)
        self._lay.setContentsMargins(16, 12, 14, 14)
        self._lay.setSpacing(3)
        self._lay.addStretch(1)
        self.setWidget(self._body)
        self._body.installEventFilter(self)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Wrap the text anew when a row has become another size."""
        if watched is self._body and event is not None and event.type() == QEvent.Type.LayoutRequest:
            self._fit_soon.start()
        return super().eventFilter(watched, event)

    def show_rows(self, rows: Sequence[Row]) -> None:
        """Show other rows; widgets of the same kind in the same place are kept, with the focus that is in them."""
        with laid_out_once(self._lay):
            self._put(rows)
        self._rows = list(rows)
        self._fit_soon.start()

    def _put(self, rows: Sequence[Row]) -> None:
        for index, row in enumerate(rows):
            if index < len(self._rows) and type(self._rows[index]) is type(row):
                if not alike(self._rows[index], row) or not isinstance(row, Title | Caption | NoteRow):
                    show(self._widgets[index], row, self._rows[index], self._theme)
                continue
            widget = made(row, self._theme)
            show(widget, row, None, self._theme)
            if index < len(self._widgets):
                old = self._widgets[index]
                self._lay.replaceWidget(old, widget)
                self._retire(old)
                self._widgets[index] = widget
                self._rows[index] = row
            else:
                self._lay.insertWidget(index, widget)
                self._widgets.append(widget)
                self._rows.append(row)
        for old in self._widgets[len(rows) :]:
            self._lay.removeWidget(old)
            self._retire(old)
        del self._widgets[len(rows) :]

    @staticmethod
    def _retire(widget: QWidget) -> None:
        widget.hide()
        widget.blockSignals(True)
        for child in widget.findChildren(QObject):
            child.blockSignals(True)
        widget.deleteLater()

    def _fit(self) -> None:
        """Give the body the height that its wrapped text needs at this width, so that nothing is squeezed."""
        viewport = self.viewport()
        if viewport is not None:
            self._body.setMinimumHeight(max(0, self._lay.totalHeightForWidth(viewport.width())))

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Wrap the text anew."""
        super().resizeEvent(event)
        self._fit()

    def rows(self) -> list[Row]:
        """Return the rows that are shown."""
        return list(self._rows)
