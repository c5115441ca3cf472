"""The sheet below the drawing: the ruled sheet in front, and a last line that invites and that it folds to."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import NamedTuple

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QMenu, QPushButton, QStackedWidget, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import LinkButton, plain_label
from narrow_cornice.desk.press_buttons import PressTool
from narrow_cornice.desk.ruled_sheet import RuledSheet
from narrow_cornice.desk.theme import Theme
from narrow_cornice.units.words import several


class Invitation(NamedTuple):
    """Something that can be added to a sheet; ``of`` are the kinds to choose from first, by their words."""

    words: str
    done: Callable[[], object] | None = None
    of: tuple[tuple[str, Callable[[], object]], ...] = ()


class SheetPart(QFrame):
    """The sheets of a place, one in front, with the line that they fold to. Emits ``fold_wanted``."""

    fold_wanted = pyqtSignal()

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("sheetpart")
        self._theme = theme
        self._offered: tuple[Invitation, ...] | None = None
        lay = QVBoxLayout(self)
        lay.setContentsMargins(1, 1, 1, 1)
        lay.setSpacing(0)
        self._stack = QStackedWidget()
        lay.addWidget(self._stack, 1)
        line = QWidget()
        line.setObjectName("sheetline")
        row = QHBoxLayout(line)
        row.setContentsMargins(6, 0, 6, 0)
        row.setSpacing(14)
        self.fold_button = PressTool()
        self.fold_button.setProperty("plain", True)
        self.fold_button.clicked.connect(lambda _=False: self.fold_wanted.emit())
        row.addWidget(self.fold_button)
        self._buttons: list[QPushButton] = []
        self._invitations = QHBoxLayout()
        self._invitations.setSpacing(18)
        row.addLayout(self._invitations)
        row.addStretch(1)
        self.tools = row
        line.setFixedHeight(self.line_height())
        lay.addWidget(line)
        self._more = QMenu(self)

    def line_height(self) -> int:
        """Return the height of the last line, which is all that is left of it folded."""
        return int(26 * self._theme.letters)

    def show_sheet(self, sheet: RuledSheet) -> None:
        """Bring a sheet to the front."""
        fresh = self._stack.indexOf(sheet) < 0
        if fresh:
            self._stack.addWidget(sheet)
            sheet.left_below.connect(self._focus_line)
        if fresh or self._stack.currentWidget() is not sheet:
            self._stack.setCurrentWidget(sheet)

    def _focus_line(self) -> None:
        """Go to the last line: to what can be added there, where there is anything."""
        seen = [button for button in self._buttons if button.isVisible()]
        (seen[0] if seen else self.fold_button).setFocus(Qt.FocusReason.TabFocusReason)

    def front(self) -> RuledSheet | None:
        """Return the sheet in front."""
        sheet = self._stack.currentWidget()
        return sheet if isinstance(sheet, RuledSheet) else None

    def is_folded(self) -> bool:
        """Return whether only the last line is to be seen."""
        return self._stack.isHidden()

    def fold(self, folded: bool) -> None:
        """Fold to the last line, or unfold."""
        self._stack.setVisible(not folded)
        most = 16_777_215 if not folded else self.line_height() + 2
        self.setMaximumHeight(most)
        self.setMinimumHeight(self.line_height() + 2 if folded else 0)  # unfolded it is the sheet that says

    def say_rows(self) -> None:
        """Say on the folding button how many rows there are."""
        sheet = self.front()
        rows = len(sheet.sheet.rows) if sheet is not None else 0
        mark = "▸" if self.is_folded() else "▾"
        self.fold_button.setText(f"{mark} {several(rows, 'line')}")
        self.fold_button.setMinimumWidth(self.fold_button.sizeHint().width())  # invitations give way to it
        doing = "Unfold" if self.is_folded() else "Fold"
        self.fold_button.setToolTip(f"{doing} the sheet (F5)")
        self.fold_button.setAccessibleName(f"{doing} the sheet, {rows} lines")

    def invite(self, invitations: Iterable[Invitation]) -> None:
        """Offer what belongs in the sheet in front."""
        offered = tuple(invitations)
        words = [(one.words, [name for name, _ in one.of]) for one in offered]
        former = [(one.words, [name for name, _ in one.of]) for one in self._offered or ()]
        self._offered = offered
        if words == former and len(self._buttons) == len(offered):
            return  # the buttons ask what is offered when they are pressed
        window = self.window()
        # While the list of an invitation is open, the keyboard is of the window still.
        keyboard = window.focusWidget() if window is not None else None
        held = next((index for index, button in enumerate(self._buttons) if button is keyboard), None)
        for old in self._buttons:
            self._invitations.removeWidget(old)
            old.hide()
            old.deleteLater()
        self._buttons = []
        for index, one in enumerate(offered):
            button = LinkButton(one.words, self)
            button.setText(button.text() + (" ▾" if one.of else ""))
            button.clicked.connect(lambda _=False, i=index: self._accept(i))
            self._buttons.append(button)
            self._invitations.addWidget(button)
        self._fit()
        if held is not None:
            self._keep_keyboard(held)

    def _keep_keyboard(self, held: int) -> None:
        """Leave the keyboard on an invitation, or on the sheet where none is left."""
        seen = [button for button in self._buttons if not button.isHidden()]
        here = seen[min(held, len(seen) - 1)] if seen else self.front()
        if here is not None:
            here.setFocus()

    def _accept(self, index: int) -> None:
        """Do what was accepted, or ask first which of its kinds is meant."""
        one = (self._offered or ())[index]
        if not one.of:
            if one.done is not None:
                one.done()
            return
        self._more.clear()
        for words, done in one.of:
            action = self._more.addAction(words.replace("&", "&&"))
            if action is not None:
                action.triggered.connect(lambda _=False, do=done: do())
        button = self._buttons[index]
        self._more.popup(button.mapToGlobal(button.rect().topLeft()))

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Show as many invitations as have room."""
        super().resizeEvent(event)
        self._fit()

    def _fit(self) -> None:
        tools = [self.tools.itemAt(at) for at in range(3, self.tools.count())]
        used = sum(item.sizeHint().width() + 14 for item in tools if item is not None)
        room = self.width() - 24 - self.fold_button.sizeHint().width() - used
        for button in self._buttons:
            room -= button.sizeHint().width() + 18
            button.setVisible(room >= 0 or button is self._buttons[0])

    def add_tool(self, tool: QWidget, words: str = "") -> None:
        """Put something beside the invitations, at the right."""
        if words:
            self.tools.addWidget(plain_label(words, "slanted"))
        self.tools.addWidget(tool)
