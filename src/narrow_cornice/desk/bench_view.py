"""The bench as widgets: one for each row, reused while the rows stay of the same kind."""

from __future__ import annotations

from collections.abc import Sequence
from difflib import SequenceMatcher

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


def _named(row: Row) -> tuple[type, str]:
    """Return what a row goes by among those of another moment: its kind, and what it is called."""
    for field in ("key", "label", "name"):
        if (called := getattr(row, field, None)) is not None:
            return type(row), called
    return type(row), row.text if isinstance(row, Caption) else ""


def _staying(former: Sequence[Row], rows: Sequence[Row]) -> dict[int, int]:
    """Return which rows are shown by the widget of which former one, in the order of both: those that go by the same
    name, and between these others of the same kind. Rows that come in between make nothing behind them anew."""
    stays: dict[int, int] = {}
    names = [_named(row) for row in former], [_named(row) for row in rows]
    for what, begin, end, first, last in SequenceMatcher(None, *names, autojunk=False).get_opcodes():
        if what == "equal":
            stays.update(zip(range(first, last), range(begin, end), strict=True))
            continue
        for index in range(first, last):
            old = next((one for one in range(begin, end) if type(former[one]) is type(rows[index])), None)
            if old is not None:
                stays[index], begin = old, old + 1
    return stays


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
        held = self._row_with_keyboard()
        with laid_out_once(self._lay):
            self._put(rows)
        self._rows = list(rows)
        if held is not None and self._row_with_keyboard() is None:
            self._take_keyboard(held)
        self._fit_soon.start()

    def _row_with_keyboard(self) -> int | None:
        """Return the row that has the keyboard, None where none has."""
        window = self.window()
        focus = window.focusWidget() if window is not None else None
        if focus is None or focus.isHidden():
            return None
        return next((n for n, one in enumerate(self._widgets) if one is focus or one.isAncestorOf(focus)), None)

    def _take_keyboard(self, held: int) -> None:
        """Give the keyboard to what stands where the row was that had it and is gone, else to what is nearest above."""
        for widget in (*self._widgets[held:], *reversed(self._widgets[:held])):
            able = [one for one in (widget, *widget.findChildren(QWidget)) if self._can_have_it(one)]
            if able:
                able[0].setFocus(Qt.FocusReason.OtherFocusReason)
                return

    @staticmethod
    def _can_have_it(widget: QWidget) -> bool:
        # Rows that are new have no places yet and are not seen, so Tab's own stops do not know them.
        return bool(widget.focusPolicy() & Qt.FocusPolicy.TabFocus) and widget.isEnabled() and not widget.isHidden()

    def _put(self, rows: Sequence[Row]) -> None:
        stays = _staying(self._rows, rows)
        kept = set(stays.values())
        for number, widget in enumerate(self._widgets):
            if number not in kept:
                self._lay.removeWidget(widget)
                self._retire(widget)
        widgets: list[QWidget] = []
        for index, row in enumerate(rows):
            old = stays.get(index)
            if old is None:
                widget = made(row, self._theme)
                show(widget, row, None, self._theme)
                self._lay.insertWidget(index, widget)
            else:
                widget, former = self._widgets[old], self._rows[old]
                if not alike(former, row) or not isinstance(row, Title | Caption | NoteRow):
                    show(widget, row, former, self._theme)
            widgets.append(widget)
        self._widgets = widgets

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
