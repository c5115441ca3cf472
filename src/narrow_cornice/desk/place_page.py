"""The page of a place: what the window asks of each, whatever is on it."""

from __future__ import annotations

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.drawing.marks import Drawing


class PlacePage(QWidget):
    """A page shows the job and emits edits. ``letter`` tells of a letter that was typed and that it has no use for."""

    letter = pyqtSignal(str)

    def __init__(self, out: HandingOut) -> None:
        super().__init__()
        self.out = out

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        raise NotImplementedError

    def focus_drawing(self) -> None:
        """Give the keyboard to what is first on it."""
        self.setFocus()

    def parts(self) -> list[QWidget]:
        """Return its parts in the order that the keyboard goes through them."""
        return []

    def show_other(self, drawing: Drawing) -> None:
        """Show another drawing in place of its own until it is refreshed, where it has one."""

    def print_sheet(self) -> None:
        """Put what is looked at on paper, as PDF."""
        self.out.drawing_pdf()
