"""How the window looks and is folded: evening, letters, the drawing alone; and that it is found so again."""

from __future__ import annotations

from PyQt6.QtCore import QByteArray
from PyQt6.QtWidgets import QMainWindow

from narrow_cornice.desk.fold_splitter import Foldable, FoldSplitter
from narrow_cornice.desk.handing_out import DECIMAL_COMMAS, HandingOut
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tally_bar import TallyBar
from narrow_cornice.desk.theme import Theme
from narrow_cornice.job.model import Settings


class WindowLook(QMainWindow):
    """A window with a spine at the left, a bench at the right, the place in the middle and the tally below."""

    session: Session
    theme: Theme
    out: HandingOut
    left: Foldable
    right: Foldable
    tally: TallyBar
    again: bool  # whether the window is to be made again in another look
    _middle: FoldSplitter
    _alone: bool

    def page(self, place: str) -> PlacePage:
        """Return the page of a place."""
        raise NotImplementedError

    def settings(self) -> Settings:
        """Return how the job shows its figures."""
        return self.session.job.settings

    def has_letters(self, letters: float) -> bool:
        """Return whether the window has letters of that size."""
        return abs(self.theme.letters - letters) < 0.01

    def has_decimal_commas(self) -> bool:
        """Return whether tables go out with decimal commas, their cells parted by semicolons."""
        return self.out.decimal_commas

    def turn_decimal_commas(self) -> None:
        """Change between tables with decimal points and with decimal commas."""
        self.session.settings.setValue(DECIMAL_COMMAS, not self.has_decimal_commas())

    def turn_evening(self) -> None:
        """Change between day and evening."""
        self.session.settings.setValue("evening", not self.theme.evening)
        self._make_again()

    def letters(self, letters: float) -> None:
        """Change the size of the letters."""
        self.session.settings.setValue("letters", letters)
        self._make_again()

    def _make_again(self) -> None:
        """Close and let the application make the window again in its new look; the session goes on."""
        self.again = True
        self.close()

    def fold_rooms(self) -> None:
        """Fold the spine away or unfold it."""
        self.left.fold(not self.left.is_folded())
        self.remember_look()

    def fold_bench(self) -> None:
        """Fold the bench away or unfold it."""
        self.right.fold(not self.right.is_folded())
        self.remember_look()

    def fold_sheet(self) -> None:
        """Fold the sheet below the drawing or unfold it."""
        self.page(self.session.view.place).fold_sheet()

    def show_alone(self) -> None:
        """Leave the drawing alone on the whole screen, for who sits across the table; and bring all back."""
        alone = not self._alone
        self._alone = alone
        self.page(self.session.view.place).stand_alone(alone=alone)
        for part in (self.left, self.right, self.tally):
            part.setVisible(not alone)
        for index in (1, 2):
            handle = self._middle.handle(index)
            if handle is not None:
                handle.setVisible(not alone)
        if alone:
            self.showFullScreen()
        else:
            self.showNormal()
        self.page(self.session.view.place).focus_drawing()

    def leave(self) -> None:
        """Close the window."""
        self.close()

    def is_evening(self) -> bool:
        """Return whether the window is in evening light."""
        return self.theme.evening

    def restore_look(self) -> None:
        """Look as the last window did."""
        kept = self.session.settings
        geometry = kept.value("geometry")
        if isinstance(geometry, QByteArray):
            self.restoreGeometry(geometry)
        parts = kept.value("parts", [], type=list)
        if len(parts) == self._middle.count():
            self._middle.setSizes([int(part) for part in parts])
        self.left.fold(kept.value("spine folded", False, type=bool))
        self.right.fold(kept.value("bench folded", False, type=bool))

    def remember_look(self) -> None:
        """Keep how the window looks for the next one; the drawing alone is not kept."""
        kept = self.session.settings
        if self._alone:
            return
        kept.setValue("geometry", self.saveGeometry())
        if not self.left.is_folded() and not self.right.is_folded():
            kept.setValue("parts", self._middle.sizes())
        kept.setValue("spine folded", self.left.is_folded())
        kept.setValue("bench folded", self.right.is_folded())
