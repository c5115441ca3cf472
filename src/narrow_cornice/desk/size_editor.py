"""The field in which a size is typed on the drawing, with a word below it on the keys that go on from there."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QKeyEvent
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.bench_widgets import OneLine, plain_label, plain_tip
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.explained.paths import ThingPath

WIDE = 150


class SizeEditor(OneLine):
    """Emits ``taken`` with the thing, the text and whether Tab was pressed to go on; ``typing`` while it is typed;
    ``gone_back`` for Backspace in an empty field; ``given_up`` on Escape."""

    taken = pyqtSignal(object, str, bool)
    typing = pyqtSignal(object, str)
    gone_back = pyqtSignal(object)
    given_up = pyqtSignal()

    def __init__(self, parent: QWidget, theme: Theme) -> None:
        super().__init__(parent)
        self.setAccessibleName("Size")
        self._about: About = None
        self._asked_with = ""
        self._hint = plain_label()
        self._hint.setParent(parent)
        self._hint.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        sheet, ink, size = theme.roles["sheet"], theme.roles["verdigris"], 9 * theme.letters
        self._hint.setStyleSheet(f"background: {sheet}; color: {ink}; font-size: {size:.1f}pt; padding: 2px 4px;")
        self._hint.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.hide()
        self.textEdited.connect(lambda text: self.typing.emit(self._about, text))

    def ask(self, about: ThingPath, text: str, label: str, hint: str, place: QPointF) -> None:
        """Stand about a place of the parent, filled with a size, and take the keyboard."""
        self._about, self._asked_with = about, text
        self.setAccessibleName(label)
        self.setAccessibleDescription(hint)
        self.setToolTip(plain_tip(label))
        self.setText(text)
        self.mark_wrong(False)
        self._hint.setText(hint)
        self._hint.adjustSize()
        self.stand(place)
        self._hint.setVisible(bool(hint))
        self._hint.raise_()
        self.raise_()
        self.show()
        self.setFocus()
        self.selectAll()

    def is_untouched(self) -> bool:
        """Return whether what it was filled with stands there."""
        return self.text() == self._asked_with

    def stand(self, place: QPointF) -> None:
        """Stand about a place of the parent."""
        parent = self.parentWidget()
        assert parent is not None
        tall = self.sizeHint().height()
        x = min(max(4, int(place.x() - WIDE / 2)), parent.width() - WIDE - 4)
        y = min(max(4, int(place.y() - tall / 2)), parent.height() - tall - 4)
        self.setGeometry(x, y, WIDE, tall)
        left = min(max(4, x + WIDE // 2 - self._hint.width() // 2), parent.width() - self._hint.width() - 4)
        below = y + tall + 4
        if below + self._hint.height() > parent.height():
            below = y - self._hint.height() - 4
        self._hint.move(left, below)

    def hide(self) -> None:
        """Go, with the word below."""
        super().hide()
        self._hint.hide()

    def asked(self) -> About:
        """Return the path of the size that is being typed, None while none is."""
        return self._about if self.isVisible() else None

    def mark_wrong(self, wrong: bool) -> None:
        """Mark what was typed as wrong, to be mended."""
        self.setProperty("wrong", wrong)
        style = self.style()
        if style is not None:
            style.unpolish(self)
            style.polish(self)

    def event(self, event: object) -> bool:
        """Take Tab before it would leave the field."""
        pressed = isinstance(event, QKeyEvent) and event.type() == QKeyEvent.Type.KeyPress
        if pressed and event.key() == Qt.Key.Key_Tab and self._about is not None:  # type: ignore[attr-defined]
            self.taken.emit(self._about, self.text(), True)
            return True
        return super().event(event)  # type: ignore[arg-type]

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take what was typed on Enter, give it up on Escape, go back on Backspace where there is nothing."""
        assert event is not None
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            if self._about is not None:
                self.taken.emit(self._about, self.text(), False)
        elif event.key() == Qt.Key.Key_Escape:
            self.given_up.emit()
        elif event.key() == Qt.Key.Key_Backspace and not self.text():
            self.gone_back.emit(self._about)
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        """Show that the keyboard is here."""
        super().focusInEvent(event)
        self.raise_()
