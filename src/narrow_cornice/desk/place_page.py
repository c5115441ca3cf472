"""The page of a place: what the window asks of each, whatever is on it."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.drawing.marks import Drawing


class PlacePage(QWidget):
    """A page shows the job and emits edits. ``letter`` tells of a letter that was typed and that it has no use for,
    ``alone_wanted`` that its drawing is to be alone on the screen."""

    takes_files: tuple[str, ...] = ()  # the endings of files that can be dropped on it

    letter = pyqtSignal(str)
    alone_wanted = pyqtSignal()

    def __init__(self, out: HandingOut) -> None:
        super().__init__()
        self.out = out

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        raise NotImplementedError

    def first_sight(self) -> None:
        """Show what is quick to show, as the first picture of the window; ``refresh`` comes right after it."""

    def paint_now(self) -> None:
        """Paint what ``first_sight`` shows before anything else is done."""

    def take_letter(self, letter: str) -> None:
        """Do what a letter stands for that nothing was typed into, or tell of it."""
        self.letter.emit(letter)

    def focus_drawing(self) -> None:
        """Give the keyboard to what is first on it."""
        self.setFocus()

    def stand_alone(self, *, alone: bool) -> None:
        """Leave what is drawn alone on the page, or bring all back that stands round it."""

    def fold_sheet(self) -> None:
        """Fold the sheet below the drawing or unfold it, where there is one."""

    def parts(self) -> list[QWidget]:
        """Return its parts in the order that the keyboard goes through them."""
        return []

    def show_other(self, drawing: Drawing) -> None:
        """Show another drawing in place of its own until it is refreshed, where it has one."""

    def take_file(self, path: Path) -> None:
        """Take a file that was dropped on the window, of one of the endings it takes."""

    def print_sheet(self) -> None:
        """Put what is looked at on paper, or into a PDF."""
        self.out.drawing_pdf()
