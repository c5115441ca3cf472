"""The one row above the drawing: the leaves of a place and, at the right, what else the room can be seen as."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QEvent, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QMenu, QSizePolicy, QToolButton, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import WITH_KEYS, Leaf
from narrow_cornice.desk.press_buttons import PressTool
from narrow_cornice.desk.theme import Theme


class LeavesRow(QWidget):
    """Emits ``wanted`` with a leaf's key and ``seen`` with that of a drawing. What has no room goes into a menu."""

    wanted = pyqtSignal(str)
    seen = pyqtSignal(str)

    def __init__(self, leaves: tuple[Leaf, ...], theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._leaf = ""
        self._taken = 0  # by what a page put at the right, when the row was fitted last
        self.leaves: dict[str, QToolButton] = {}
        self.drawings: dict[str, QToolButton] = {}
        lay = QHBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.setSpacing(0)
        self._group = QButtonGroup(self)
        for number, leaf in enumerate(leaves, 1):
            tip = f"{leaf.words} (Alt+{number})" if number <= WITH_KEYS else leaf.words
            self.leaves[leaf.key] = self._button(leaf.words, "leaf", tip, partial(self.wanted.emit, leaf.key))
            self._group.addButton(self.leaves[leaf.key])
            lay.addWidget(self.leaves[leaf.key])
        self._more = self._menu_button("more", "leaf")
        lay.addWidget(self._more)
        lay.addStretch(1)
        self._said = plain_label("seen as", "slanted")
        self._said.setContentsMargins(8, 0, 4, 0)
        lay.addWidget(self._said)
        self._seen_more = self._menu_button("", "seen")
        lay.addWidget(self._seen_more)
        self._of = {leaf.key: leaf for leaf in leaves}
        self.tools = lay  # a page may put what it does with its sheet at the right
        self.setFixedHeight(int(28 * theme.letters))
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)

    def _button(self, words: str, manner: str, tip: str, pressed: Callable[[], object]) -> QToolButton:
        button = PressTool(self)
        button.setText(words)
        button.setProperty(manner, True)
        button.setCheckable(True)
        button.setToolTip(tip)
        button.clicked.connect(lambda _=False: pressed())
        return button

    def _menu_button(self, words: str, manner: str) -> QToolButton:
        button = PressTool(self)
        button.setText(words)
        button.setProperty(manner, True)
        button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        button.setMenu(QMenu(button))
        button.hide()
        return button

    def show_where(self, leaf: str, drawing: str) -> None:
        """Show which leaf is looked at, and what it is seen as."""
        if leaf in self.leaves:
            self.leaves[leaf].setChecked(True)
        if leaf != self._leaf:
            self._leaf = leaf
            for button in self.drawings.values():
                button.hide()
                button.deleteLater()
            self.drawings = {}
            each = self._of[leaf].drawings if leaf in self._of else ()
            for one in reversed(each if len(each) > 1 else ()):  # the leaf's own stands outermost
                tip = f"The same, seen as {one.words} (V goes on to the next)"
                button = self._button(one.words, "seen", tip, partial(self.seen.emit, one.key))
                self.drawings[one.key] = button
                self.tools.addWidget(button)
        for key, button in self.drawings.items():
            button.setChecked(key == drawing)
        self._fit()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Fit what there is into the width."""
        super().resizeEvent(event)
        self._fit()

    def event(self, event: QEvent | None) -> bool:
        """Fit again once what a page put at the right takes more or less."""
        done = super().event(event)
        if event is not None and event.type() == QEvent.Type.LayoutRequest and self._of_page() != self._taken:
            self._fit()
        return done

    def _fit(self) -> None:
        """Show the row whole where it fits, else what it is seen as by a menu, else some leaves by one too."""
        self._taken = self._of_page()
        room = self.width() - self._taken
        leaves = {key: one.sizeHint().width() for key, one in self.leaves.items()}
        others = sum(one.sizeHint().width() for one in self.drawings.values())
        said = self._said.sizeHint().width() if self.drawings else 0
        folded = sum(leaves.values()) + said + others > room
        for button in self.drawings.values():
            button.setVisible(not folded)
        self._said.setVisible(bool(self.drawings))
        self._fold(self._seen_more, self.drawings if folded else {}, f"{self._chosen(self.drawings)} ▾")
        room -= said + (self._seen_more.sizeHint().width() if folded else others)
        hidden: dict[str, QToolButton] = {}
        if sum(leaves.values()) > room:
            room -= self._more.sizeHint().width() + leaves.get(self._leaf, 0)
            for key, wide in leaves.items():
                room -= wide if key != self._leaf else 0
                if room < 0 and key != self._leaf:
                    hidden[key] = self.leaves[key]
        for key, button in self.leaves.items():
            button.setVisible(key not in hidden)
        self._fold(self._more, hidden, "more ▾")

    def _of_page(self) -> int:
        """Return how much of the width what a page put at the right takes."""
        own = {*self.leaves.values(), *self.drawings.values(), self._more, self._said, self._seen_more}
        items = (self.tools.itemAt(index) for index in range(self.tools.count()))
        used = 0
        for item in items:
            widget = item.widget() if item is not None else None
            if widget is not None and widget not in own and not widget.isHidden():
                used += widget.sizeHint().width()
            elif item is not None and item.spacerItem() is not None:
                used += item.minimumSize().width()
        return used

    @staticmethod
    def _chosen(buttons: dict[str, QToolButton]) -> str:
        return next((one.text() for one in buttons.values() if one.isChecked()), "")

    @staticmethod
    def _fold(into: QToolButton, buttons: dict[str, QToolButton], words: str) -> None:
        """Offer some buttons in a menu."""
        into.setVisible(bool(buttons))
        into.setText(words)
        menu = into.menu()
        assert menu is not None
        menu.clear()
        for button in buttons.values():
            action = menu.addAction(button.text())
            assert action is not None
            action.triggered.connect(button.click)

    def next_drawing(self) -> None:
        """Go on to what else the room can be seen as."""
        keys = list(reversed(self.drawings))
        if len(keys) > 1:
            now = next((index for index, key in enumerate(keys) if self.drawings[key].isChecked()), 0)
            self.seen.emit(keys[(now + 1) % len(keys)])

    def minimumSizeHint(self) -> QSize:
        """Return that it may be as narrow as it has to."""
        return QSize(100, self.height())

    def focus_first(self) -> None:
        """Give the keyboard to the leaf that is looked at."""
        if self._leaf in self.leaves:
            self.leaves[self._leaf].setFocus(Qt.FocusReason.ShortcutFocusReason)
