"""What can be done with the drawing itself, in its upper right corner: turn it, see it whole, see it alone."""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence

from PyQt6.QtWidgets import QHBoxLayout, QToolButton, QWidget

from narrow_cornice.desk.press_buttons import PressTool

Tool = tuple[str, str, Callable[[], object]]  # its words, its tip, what it does


class DrawingTools(QWidget):
    """A short row of words on the paper."""

    def __init__(self, parent: QWidget, tools: Sequence[Tool]) -> None:
        super().__init__(parent)
        lay = QHBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.setSpacing(0)
        self.buttons: dict[str, QToolButton] = {}
        self._offered: Collection[str] | None = None
        for words, tip, done in tools:
            button = PressTool(self)
            button.setText(words)
            button.setToolTip(tip)
            button.setProperty("plain", True)
            button.clicked.connect(lambda _=False, do=done: do())
            lay.addWidget(button)
            self.buttons[words] = button
        self.adjustSize()

    def offer(self, only: Collection[str]) -> None:
        """Offer those tools, by their first words, no others."""
        if only == self._offered:
            return
        self._offered = only
        right, top = self.x() + self.width(), self.y()
        for words, button in self.buttons.items():
            button.setVisible(words in only)
        self.stand(right, top)

    def say(self, tool: str, words: str) -> None:
        """Let a tool, by its first words, say others; the row keeps its upper right corner."""
        button = self.buttons.get(tool)
        if button is not None and button.text() != words:
            right = self.x() + self.width()
            button.setText(words)
            self.stand(right, self.y())

    def stand(self, right: int, top: int) -> None:
        """Stand with the upper right corner there."""
        self.adjustSize()
        self.move(right - self.width(), top)
