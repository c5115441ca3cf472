"""The bench as widgets: one for each row, reused while the rows stay of the same kind."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QEvent, QObject, Qt, QTimer
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QFrame,
    QLabel,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    FigureRow,
    FindingRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
    alike,
)
from narrow_cornice.desk.bench_widgets import (
    Field,
    FigureButton,
    FindingCard,
    LabelledField,
    plain_label,
    plain_tip,
    swatch_icon,
)
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
        for index, row in enumerate(rows):
            if index < len(self._rows) and type(self._rows[index]) is type(row):
                if not alike(self._rows[index], row) or not isinstance(row, Title | Caption | NoteRow):
                    self._update(self._widgets[index], row, self._rows[index])
                continue
            widget = self._made(row)
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
        self._rows = list(rows)
        self._fit_soon.start()

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

    def row_widget(self, label: str) -> QWidget | None:
        """Return the field of a row by its label, for keyboard and tests."""
        for row, widget in zip(self._rows, self._widgets, strict=True):
            if getattr(row, "label", None) == label:
                return widget.findChild(QLineEdit) or widget.findChild(QComboBox) or widget
        return None

    def rows(self) -> list[Row]:
        """Return the rows that are shown."""
        return list(self._rows)

    def press(self, words: str) -> bool:
        """Press the button with these words; return whether there is one (used by tests)."""
        for button in self._body.findChildren(QPushButton):
            if button.text().replace("&&", "&") == words and button.isVisible():
                button.click()
                return True
        return False

    def _made(self, row: Row) -> QWidget:
        widget: QWidget
        match row:
            case Title():
                widget = QWidget()
                lay = QVBoxLayout(widget)
                lay.setContentsMargins(0, 0, 0, 4)
                lay.setSpacing(0)
                name = plain_label()
                name.setFont(self._theme.font(14, "name"))
                name.setStyleSheet(
                    f"font-family: Vollkorn; font-weight: 600; font-size: {14 * self._theme.letters:.1f}pt;"
                )
                name.setWordWrap(True)
                below = plain_label(word="slanted")
                below.setStyleSheet(
                    f"font-family: Vollkorn; font-style: italic; color: {self._theme.roles['soft']};"
                    f"font-size: {9.5 * self._theme.letters:.1f}pt;"
                )
                below.setWordWrap(True)
                lay.addWidget(name)
                lay.addWidget(below)
            case Caption():
                widget = QWidget()
                lay = QVBoxLayout(widget)
                lay.setContentsMargins(0, 7, 0, 1)
                rule = QFrame()
                rule.setFixedHeight(1)
                rule.setStyleSheet(f"background: {self._theme.roles['rule']};")
                lay.addWidget(rule)
                lay.addWidget(plain_label(word="caption"))
            case ChoiceRow():
                box = QComboBox()
                box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
                box.setMinimumContentsLength(6)
                widget = LabelledField(box, int(96 * self._theme.letters), int(158 * self._theme.letters))
            case SizeRow() | TextRow():
                widget = QWidget()
                lay = QVBoxLayout(widget)
                lay.setContentsMargins(0, 0, 0, 0)
                lay.setSpacing(0)
                field = Field(lambda _: True)
                lay.addWidget(LabelledField(field, int(72 * self._theme.letters), int(142 * self._theme.letters)))
                wish = QPushButton()
                wish.setProperty("link", True)
                lay.addWidget(wish, 0, Qt.AlignmentFlag.AlignRight)
                wish.hide()
            case ToggleRow():
                widget = QCheckBox()
            case FigureRow():
                widget = FigureButton(self._theme)
            case NoteRow():
                label = plain_label()
                label.setWordWrap(True)
                widget = label
            case ButtonsRow():
                widget = QWidget()
                lay = QVBoxLayout(widget)
                lay.setContentsMargins(0, 2, 0, 2)
                lay.setSpacing(0)
            case FindingRow():
                widget = FindingCard(self._theme)
        self._update(widget, row, None)
        return widget

    def _update(self, widget: QWidget, row: Row, former: Row | None) -> None:
        match row:
            case Title(text=text, below=below):
                first, second = widget.findChildren(QLabel)[:2]
                first.setText(text)
                second.setText(below)
            case Caption(text=text):
                widget.findChildren(QLabel)[0].setText(text.upper())
            case ChoiceRow():
                self._update_choice(widget, row, former)
            case SizeRow(label=label, shown=shown, hint=hint, typed=typed, wish=wish, use_wish=use_wish):
                line = widget.findChild(LabelledField)
                field = widget.findChild(Field)
                button = widget.findChild(QPushButton)
                assert isinstance(line, LabelledField)
                assert isinstance(field, Field)
                assert isinstance(button, QPushButton)
                line.label.setText(label)
                field.setPlaceholderText(hint)
                field.setAccessibleName(label)
                field.show_there(shown, typed)
                button.setVisible(bool(wish))
                if wish:
                    button.setText(wish)
                    if former is not None:
                        button.clicked.disconnect()
                    button.clicked.connect(lambda: use_wish() if use_wish else None)
                elif isinstance(former, SizeRow) and former.wish:
                    button.clicked.disconnect()
                if not wish:
                    button.clicked.connect(lambda: None)
            case TextRow(label=label, shown=shown, typed=typed):
                line = widget.findChild(LabelledField)
                field = widget.findChild(Field)
                assert isinstance(line, LabelledField)
                assert isinstance(field, Field)
                line.label.setText(label)
                field.setAccessibleName(label)
                field.show_there(shown, typed)
            case ToggleRow(label=label, on=on, toggled=toggled):
                assert isinstance(widget, QCheckBox)
                if former is not None:
                    widget.toggled.disconnect()
                widget.setText(label.replace("&", "&&"))
                widget.setChecked(on)
                widget.toggled.connect(toggled)
            case FigureRow():
                assert isinstance(widget, FigureButton)
                widget.show_row(row)
            case NoteRow(text=text, colour=colour):
                assert isinstance(widget, QLabel)
                widget.setText(text)
                if former is None or getattr(former, "colour", "") != colour:  # styling anew costs more than the text
                    size = 9 * self._theme.letters
                    widget.setStyleSheet(
                        f"color: {self._theme.roles[colour]}; font-size: {size:.1f}pt; padding: 1px 0;"
                    )
            case ButtonsRow(words=words, pressed=pressed):
                lay = widget.layout()
                assert lay is not None
                if alike(former, row):
                    for index, button in enumerate(widget.findChildren(QPushButton)):
                        button.clicked.disconnect()
                        button.clicked.connect(lambda _=False, i=index, p=pressed: p(i))
                    return
                while lay.count():
                    item = lay.takeAt(0)
                    old = item.widget() if item is not None else None
                    if old is not None:
                        old.setParent(None)
                        old.deleteLater()
                for index, text in enumerate(words):
                    button = QPushButton(text.replace("&", "&&"))
                    button.setProperty("link", True)
                    button.setCursor(Qt.CursorShape.PointingHandCursor)
                    button.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
                    button.setToolTip(plain_tip(text))
                    button.clicked.connect(lambda _=False, i=index, p=pressed: p(i))
                    lay.addWidget(button)
            case FindingRow():
                assert isinstance(widget, FindingCard)
                if not alike(former, row):
                    widget.show_row(row)
                else:
                    widget.renew(row)

    def _update_choice(self, widget: QWidget, row: ChoiceRow, former: Row | None) -> None:
        line, box = widget, widget.findChild(QComboBox)
        assert isinstance(line, LabelledField)
        assert isinstance(box, QComboBox)
        line.label.setText(row.label)
        box.setAccessibleName(row.label)
        same = isinstance(former, ChoiceRow) and former.options == row.options and former.swatches == row.swatches
        if former is not None:
            box.currentIndexChanged.disconnect()
        if not same:
            box.clear()
            for index, (value, word) in enumerate(row.options):
                shown = word if len(word) <= 60 else word[:59] + "…"
                if row.swatches and row.swatches[index]:
                    box.addItem(swatch_icon(row.swatches[index], self._theme), shown, value)
                else:
                    box.addItem(shown, value)
        values = [value for value, _ in row.options]
        box.setCurrentIndex(values.index(row.current) if row.current in values else -1)
        box.currentIndexChanged.connect(lambda index, r=row: r.chosen(r.options[index][0]) if index >= 0 else None)
