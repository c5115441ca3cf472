"""The bench as widgets: one for each row, reused while the rows stay of the same kind."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtCore import QEvent, QObject, QSize, Qt, QTimer
from PyQt6.QtGui import QColor, QFontMetrics, QIcon, QKeyEvent, QPainter, QPaintEvent, QPixmap, QResizeEvent
from PyQt6.QtWidgets import (
    QAbstractButton,
    QCheckBox,
    QComboBox,
    QFrame,
    QHBoxLayout,
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
)
from narrow_cornice.desk.theme import Theme

GRADE_COLOURS = {"unsafe": "rust", "will not fit": "rust", "will show": "ochre", "worth a thought": "soft"}


def plain_label(text: str = "", word: str = "") -> QLabel:
    """Return a label that never reads its text as anything but text."""
    label = QLabel()
    label.setTextFormat(Qt.TextFormat.PlainText)
    label.setText(text)
    if word:
        label.setProperty("class", word)
    return label


class _Field(QLineEdit):
    """A field that gives its text when it is left or Enter is pressed, once for each text."""

    def __init__(self, given: Callable[[str], bool]) -> None:
        super().__init__()
        self.setProperty("quiet", True)
        self.setAlignment(Qt.AlignmentFlag.AlignRight)
        self._given = given
        self._there = ""
        self.editingFinished.connect(self._give)

    def show_there(self, text: str, given: Callable[[str], bool]) -> None:
        """Show what is there; what is being typed is left alone."""
        self._given = given
        if text != self._there or not self.hasFocus():
            self._there = text
            self._mark(False)
            self.setText(text)
            self.setCursorPosition(0)

    def _give(self) -> None:
        text = self.text()
        if text.strip() == self._there.strip():
            return
        accepted = self._given(text)
        self._mark(not accepted)
        if accepted:
            self._there = self.text()

    def _mark(self, wrong: bool) -> None:
        if bool(self.property("wrong")) != wrong:
            self.setProperty("wrong", wrong)
            style = self.style()
            if style is not None:
                style.unpolish(self)
                style.polish(self)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Give up typing on Escape."""
        assert event is not None
        if event.key() == Qt.Key.Key_Escape:
            self.setText(self._there)
            self._mark(False)
            self.selectAll()
            return
        super().keyPressEvent(event)


class _Line(QWidget):
    """A label at the left and a widget at the right."""

    def __init__(self, right: QWidget) -> None:
        super().__init__()
        self.label = plain_label()
        lay = QHBoxLayout(self)
        lay.setContentsMargins(0, 1, 0, 1)
        lay.addWidget(self.label)
        lay.addStretch(1)
        lay.addWidget(right)
        right.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        self.label.setBuddy(right)


class _FigureButton(QAbstractButton):
    """A figure of the working: name and value, its arithmetic below in smaller letters, painted as one."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._row = FigureRow("", "", "", False, lambda: None)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.clicked.connect(lambda: self._row.pressed())
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)

    def show_row(self, row: FigureRow) -> None:
        """Show another figure."""
        self._row = row
        self.setAccessibleName(f"{row.name} {row.value}, {row.below}")
        self._fit()
        self.update()

    def _fit(self) -> None:
        """Take the height that the wrapped arithmetic needs."""
        tall = QFontMetrics(self._theme.font(10)).height() + self._below_height(self.width()) + 6
        if tall != self.maximumHeight() or tall != self.minimumHeight():
            self.setFixedHeight(tall)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Wrap the arithmetic anew."""
        super().resizeEvent(event)
        self._fit()

    def _below_height(self, wide: int) -> int:
        if not self._row.below:
            return 0
        metrics = QFontMetrics(self._theme.font(8.5))
        box = metrics.boundingRect(0, 0, max(40, wide - 6), 400, Qt.TextFlag.TextWordWrap, self._row.below)
        return min(box.height(), metrics.height() * 4)

    def sizeHint(self) -> QSize:
        """Return the height it has taken."""
        return QSize(120, self.minimumHeight())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint name, value and arithmetic."""
        painter = QPainter(self)
        row = self._row
        wide = self.width()
        value_font = self._theme.font(10, "bold")
        name_font = self._theme.font(10, "bold" if row.strong else "text")
        painter.setFont(value_font)
        room = QFontMetrics(value_font).horizontalAdvance(row.value)
        tall = QFontMetrics(value_font).height()
        if self.hasFocus() or self.underMouse():
            shade = self._theme.colour("board")
            shade.setAlpha(150)
            painter.fillRect(self.rect(), shade)
        painter.setPen(self._theme.colour("verdigris"))
        painter.drawText(0, 2, wide - 2, tall, Qt.AlignmentFlag.AlignRight, row.value)
        painter.setFont(name_font)
        painter.setPen(self._theme.colour("ink"))
        name = QFontMetrics(name_font).elidedText(row.name, Qt.TextElideMode.ElideRight, max(30, wide - room - 14))
        painter.drawText(0, 2, wide - room - 8, tall, Qt.AlignmentFlag.AlignLeft, name)
        if row.below:
            painter.setFont(self._theme.font(8.5))
            painter.setPen(self._theme.colour("soft"))
            painter.drawText(
                0,
                2 + tall,
                wide - 4,
                self.height() - tall,
                Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignLeft,
                row.below,
            )

    def event(self, event: QEvent | None) -> bool:
        """Repaint when the pointer comes and goes."""
        if event is not None and event.type() in (QEvent.Type.Enter, QEvent.Type.Leave):
            self.update()
        return super().event(event)


class _FindingCard(QFrame):
    """A finding: a mark of its grade, what it says, the rule, and its fixes."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._row: FindingRow | None = None
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 3, 0, 5)
        lay.setSpacing(2)
        top = QHBoxLayout()
        top.setSpacing(7)
        self._dot = plain_label()
        self._says = QPushButton()
        self._says.setProperty("link", True)
        self._grade = plain_label(word="caption")
        self._text = plain_label()
        self._text.setWordWrap(True)
        self._rule = plain_label()
        self._rule.setWordWrap(True)
        self._rule.setStyleSheet(f"font-size: {8.5 * theme.letters:.1f}pt; color: {theme.roles['soft']};")
        top.addWidget(self._dot, 0, Qt.AlignmentFlag.AlignTop)
        top.addWidget(self._text, 1)
        lay.addLayout(top)
        lay.addWidget(self._rule)
        self._buttons = QHBoxLayout()
        self._buttons.setSpacing(4)
        self._fixes = QVBoxLayout()
        self._fixes.setContentsMargins(16, 0, 0, 0)
        self._fixes.setSpacing(0)
        lay.addLayout(self._fixes)

    def show_row(self, row: FindingRow) -> None:
        """Show another finding."""
        colour = GRADE_COLOURS[row.grade]
        self._dot.setText({"unsafe": "▲", "will not fit": "■", "will show": "●", "worth a thought": "○"}[row.grade])
        self._dot.setStyleSheet(f"color: {self._theme.roles[colour]}; font-size: {9 * self._theme.letters:.0f}pt;")
        self._dot.setToolTip(row.grade)
        self._text.setText(f"{row.says}" + (f"\nKept, because {row.kept}" if row.kept else ""))
        self._rule.setText(f"{row.grade.capitalize()} · {row.rule}")
        self._rule.setContentsMargins(16, 0, 0, 0)
        while self._fixes.count():
            item = self._fixes.takeAt(0)
            widget = item.widget() if item is not None else None
            if widget is not None:
                widget.deleteLater()
        for index, words in enumerate(row.fixes):
            self._fixes.addWidget(self._button(words, lambda _=False, i=index: self._row and self._row.fix(i)))
        self._fixes.addWidget(
            self._button("Look again" if row.kept else "Keep it, because …", lambda: self._row and self._row.keep())
        )
        if row.go is not None:
            self._fixes.addWidget(self._button("Show me where", lambda: self._row and self._row.go()))
        self._row = row

    def _button(self, words: str, pressed: Callable[..., object]) -> QPushButton:
        button = QPushButton(words.replace("&", "&&"))
        button.setProperty("link", True)
        button.setCursor(Qt.CursorShape.PointingHandCursor)
        button.clicked.connect(pressed)
        return button


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

    def show_rows(self, rows: Sequence[Row]) -> None:
        """Show other rows; widgets of the same kind in the same place are kept, with the focus that is in them."""
        for index, row in enumerate(rows):
            if index < len(self._rows) and type(self._rows[index]) is type(row):
                if self._rows[index] != row or not isinstance(row, Title | Caption | NoteRow):
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
            self._body.setMinimumHeight(self._lay.totalHeightForWidth(viewport.width()))

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
                widget = _Line(QComboBox())
            case SizeRow() | TextRow():
                widget = QWidget()
                lay = QVBoxLayout(widget)
                lay.setContentsMargins(0, 0, 0, 0)
                lay.setSpacing(0)
                field = _Field(lambda _: True)
                field.setFixedWidth(int(142 * self._theme.letters))
                lay.addWidget(_Line(field))
                wish = QPushButton()
                wish.setProperty("link", True)
                lay.addWidget(wish, 0, Qt.AlignmentFlag.AlignRight)
                wish.hide()
            case ToggleRow():
                widget = QCheckBox()
            case FigureRow():
                widget = _FigureButton(self._theme)
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
                widget = _FindingCard(self._theme)
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
                line = widget.findChild(_Line)
                field = widget.findChild(_Field)
                button = widget.findChild(QPushButton)
                assert isinstance(line, _Line)
                assert isinstance(field, _Field)
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
                elif former is not None and getattr(former, "wish", ""):
                    button.clicked.disconnect()
                if not wish:
                    button.clicked.connect(lambda: None)
            case TextRow(label=label, shown=shown, typed=typed):
                line = widget.findChild(_Line)
                field = widget.findChild(_Field)
                assert isinstance(line, _Line)
                assert isinstance(field, _Field)
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
                assert isinstance(widget, _FigureButton)
                widget.show_row(row)
            case NoteRow(text=text, colour=colour):
                assert isinstance(widget, QLabel)
                widget.setText(text)
                widget.setStyleSheet(
                    f"color: {self._theme.roles[colour]}; font-size: {9 * self._theme.letters:.1f}pt; padding: 1px 0;"
                )
            case ButtonsRow(words=words, pressed=pressed):
                lay = widget.layout()
                assert lay is not None
                if former == row:
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
                    button.clicked.connect(lambda _=False, i=index, p=pressed: p(i))
                    lay.addWidget(button)
            case FindingRow():
                assert isinstance(widget, _FindingCard)
                if former != row:
                    widget.show_row(row)
                else:
                    widget._row = row

    def _update_choice(self, widget: QWidget, row: ChoiceRow, former: Row | None) -> None:
        line, box = widget, widget.findChild(QComboBox)
        assert isinstance(line, _Line)
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
            box.setMaximumWidth(int(178 * self._theme.letters))
        values = [value for value, _ in row.options]
        box.setCurrentIndex(values.index(row.current) if row.current in values else -1)
        box.currentIndexChanged.connect(lambda index, r=row: r.chosen(r.options[index][0]) if index >= 0 else None)


def swatch_icon(colour: str, theme: Theme) -> QIcon:
    """Return a small card of a colour."""
    image = QPixmap(28, 28)
    image.fill(QColor(colour))
    painter = QPainter(image)
    painter.setPen(theme.colour("soft"))
    painter.drawRect(0, 0, 27, 27)
    painter.end()
    icon = QIcon(image)
    icon.addPixmap(image, QIcon.Mode.Selected)  # a chosen row must not tint the colour it shows
    return icon
