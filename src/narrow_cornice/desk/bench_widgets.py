"""The widgets that the bench and other lists are made of."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QEvent, QSize, Qt
from PyQt6.QtGui import (
    QColor,
    QFontMetrics,
    QIcon,
    QKeyEvent,
    QKeySequence,
    QPainter,
    QPaintEvent,
    QPixmap,
    QResizeEvent,
)
from PyQt6.QtWidgets import (
    QAbstractButton,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QSizePolicy,
    QStyle,
    QStyleOptionButton,
    QStylePainter,
    QWidget,
)

from narrow_cornice.desk.bench_rows import FigureRow, SwatchRow
from narrow_cornice.desk.press_buttons import PressButton, pressed_by
from narrow_cornice.desk.theme import Theme


def plain_label(text: str = "", word: str = "") -> QLabel:
    """Return a label that never reads its text as anything but text."""
    label = QLabel()
    label.setTextFormat(Qt.TextFormat.PlainText)
    label.setText(text)
    if word:
        label.setProperty("class", word)
    return label


def plain_tip(text: str) -> str:
    """Return text for a tooltip, in which Qt would otherwise read tags."""
    bare = text[:300].replace("&", "&amp;").replace("<", "&lt;")
    return f"<span>{bare}</span>"


def without_tags(text: str) -> str:
    """Return text for the label of a question, in which Qt would read tags and which knows no plain text."""
    return text.replace("<", "‹").replace(">", "›")


class OneLine(QLineEdit):
    """A line to type in. While nothing is typed into it, undo and redo are the job's."""

    def is_untouched(self) -> bool:
        """Return whether nothing is typed that could be taken back."""
        return not self.text()

    def event(self, event: QEvent | None) -> bool:
        """Leave undo and redo to the window where there is nothing of this line's to take back."""
        if (
            isinstance(event, QKeyEvent)
            and event.type() == QEvent.Type.ShortcutOverride
            and (event.matches(QKeySequence.StandardKey.Undo) or event.matches(QKeySequence.StandardKey.Redo))
            and self.is_untouched()
        ):
            event.ignore()
            return False
        return super().event(event)


class Field(OneLine):
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

    def is_untouched(self) -> bool:
        """Return whether what is there stands there."""
        return self.text().strip() == self._there.strip()

    def _give(self) -> None:
        text = self.text()
        if self.is_untouched():
            return
        former, self._there = self._there, text  # what is shown there next, empty for the next entry, is shown
        accepted = self._given(text)
        self._mark(not accepted)
        if not accepted:
            self._there = former

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


class LabelledField(QWidget):
    """A label at the left and a widget at the right, as wide as it may be and narrower where the label needs room."""

    def __init__(self, right: QWidget, least: int, most: int) -> None:
        super().__init__()
        self.label = plain_label()
        lay = QHBoxLayout(self)
        lay.setContentsMargins(0, 1, 0, 1)
        lay.addWidget(self.label)
        lay.addStretch(1)
        lay.addWidget(right, 1000)
        right.setMinimumWidth(least)
        right.setMaximumWidth(most)
        right.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.label.setBuddy(right)


class LinkButton(PressButton):
    """Words to press, on two lines where one has no room for them; what has no room there either shows when the pointer
    rests on them."""

    def __init__(self, words: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setProperty("link", True)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        policy = self.sizePolicy()
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)
        self.say(words)

    def say(self, words: str) -> None:
        """Say other words."""
        self.setText(words.replace("&", "&&"))
        self.setToolTip(plain_tip(words))

    def minimumSizeHint(self) -> QSize:
        """Return that it may be narrower than its words."""
        return QSize(40, super().minimumSizeHint().height())

    def heightForWidth(self, wide: int) -> int:
        """Return the height of as many lines as its words take in a width."""
        return self.sizeHint().height() + (len(self._lines(wide)) - 1) * self.fontMetrics().lineSpacing()

    def _lines(self, wide: int, most: int = 2) -> list[str]:
        """Return its words as they are set in a width: on one line, else on two where there may be as many, the last
        cut where it must be."""
        metrics, room, text = self.fontMetrics(), wide - 4, self.text()
        words = text.split(" ")
        if most == 1 or len(words) == 1 or metrics.horizontalAdvance(text) <= room:
            return [metrics.elidedText(text, Qt.TextElideMode.ElideRight, room)]
        many = 1
        while many < len(words) - 1 and metrics.horizontalAdvance(" ".join(words[: many + 1])) <= room:
            many += 1
        first, rest = (" ".join(part) for part in (words[:many], words[many:]))
        return [metrics.elidedText(one, Qt.TextElideMode.ElideRight, room) for one in (first, rest)]

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint as many of the words as have room."""
        option = QStyleOptionButton()
        self.initStyleOption(option)
        most = 2 if self.height() >= 2 * self.fontMetrics().lineSpacing() else 1
        option.text = "\n".join(self._lines(self.width(), most))
        QStylePainter(self).drawControl(QStyle.ControlElement.CE_PushButton, option)


class FigureButton(QAbstractButton):
    """A figure of the working: name and value, its arithmetic below in smaller letters, painted as one."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._row = FigureRow("", "", "", False, lambda: None)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.clicked.connect(lambda: self._row.pressed())
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take Enter as a press."""
        if not pressed_by(event, self):
            super().keyPressEvent(event)

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
        return box.height()

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


class Swatches(QWidget):
    """Colours side by side, each with its words below."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._row = SwatchRow("", ())
        self.setFixedHeight(int(54 * theme.letters))
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)

    def show_row(self, row: SwatchRow) -> None:
        """Show other colours."""
        self._row = row
        self.setAccessibleName(f"{row.label}: " + ", ".join(f"{words} {tone}" for tone, words in row.tones))
        self.setToolTip(plain_tip(", ".join(f"{words} {tone}" for tone, words in row.tones)))
        self.update()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the colours edge to edge, so that what changes between them is seen."""
        if not self._row.tones:
            return
        painter, theme = QPainter(self), self._theme
        painter.setFont(theme.font(8))
        metrics = QFontMetrics(theme.font(8))
        tall, wide = self.height() - metrics.height() - 5, self.width() / len(self._row.tones)
        for place, (tone, words) in enumerate(self._row.tones):
            left = round(place * wide)
            painter.fillRect(left, 2, round((place + 1) * wide) - left, tall, QColor(tone))
            painter.setPen(theme.colour("soft"))
            said = metrics.elidedText(words, Qt.TextElideMode.ElideRight, int(wide) - 2)
            painter.drawText(left, tall + 3, int(wide), metrics.height(), Qt.AlignmentFlag.AlignHCenter, said)
        painter.setPen(theme.colour("soft"))
        painter.drawRect(0, 2, self.width() - 1, tall)


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
