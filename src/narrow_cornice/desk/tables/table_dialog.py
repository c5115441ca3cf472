"""A table of the job in a window of its own."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from PyQt6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.ruled_sheet import RuledSheet, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import identified


class TableDialog(QDialog):
    """A table of the job in a window of its own; every change is an edit that can be undone."""

    def __init__(
        self,
        session: Session,
        theme: Theme,
        parent: QWidget,
        title: str,
        headings: tuple[str, ...],
        rows: Callable[[], list[SheetRow]],
        *,
        buttons: dict[str, Callable[[About], None]],
        stretch: int,
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self._session = session
        self._rows = rows
        lay = QVBoxLayout(self)
        self.sheet = RuledSheet(headings, theme, title, stretch)
        lay.addWidget(self.sheet)
        line = QHBoxLayout()
        for words, pressed in buttons.items():
            button = QPushButton(words)
            button.clicked.connect(self._press(pressed))
            line.addWidget(button)
        line.addStretch(1)
        done = QPushButton("Done")
        done.setDefault(True)
        done.clicked.connect(self.accept)
        line.addWidget(done)
        self.fault = plain_label()
        self.fault.setWordWrap(True)
        self.fault.setStyleSheet(f"color: {theme.roles['rust']};")
        lay.addWidget(self.fault)
        lay.addLayout(line)
        self.resize(860, 460)
        session.changed.connect(self._refresh)
        session.refused.connect(self._told)
        self._refresh("")

    def _press(self, pressed: Callable[[About], None]) -> Callable[[], None]:
        return lambda: pressed(self.chosen())

    def chosen(self) -> About:
        """Return what the chosen row is about, None for none."""
        index = self.sheet.currentIndex()
        return self.sheet.sheet.rows[index.row()].about if index.isValid() else None

    def _refresh(self, _title: str) -> None:
        self.sheet.put(self._rows(), None)
        self.fault.setText("")

    def _told(self, error: CorniceError) -> None:
        self.fault.setText(str(error))

    def done(self, result: int) -> None:
        """Stop listening when the window closes."""
        self._session.changed.disconnect(self._refresh)
        self._session.refused.disconnect(self._told)
        super().done(result)


def number_of(text: str) -> float:
    """Return a typed number, with a point or a comma. Raises ValueError."""
    return float(text.replace(",", "."))


def chosen_of(kind: type[Any], chosen: About, things: Sequence[Any]) -> Any:
    """Return which of some things is chosen, by the kind of their paths; None for none of them."""
    return identified(things, chosen.id) if isinstance(chosen, kind) else None


def guarded(session: Session, make: Callable[[str], Edit]) -> Callable[[str], bool]:
    """Return a cell's typing that turns a refused value into a message."""

    def typed(text: str) -> bool:
        try:
            return session.do(make(text))
        except CorniceError as error:
            session.refused.emit(error)
        except ValueError:
            session.refused.emit(
                CorniceError(f"“{text[:40]}” is not a number.", remedy="Write for example 38 or 0.75.")
            )
        return False

    return typed
