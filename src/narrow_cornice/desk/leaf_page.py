"""The page of a place with its leaves: one row above, what it shows below, and its cautions at the foot."""

from __future__ import annotations

from PyQt6.QtWidgets import QVBoxLayout

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.leaves_row import LeavesRow
from narrow_cornice.desk.place import Desk, Leaf, Place
from narrow_cornice.desk.place_page import PlacePage


class LeafPage(PlacePage):
    """A row of leaves on a page. A subclass puts what it shows into ``lay``, and calls ``show_where`` with it."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk.out)
        self.place = place
        self.places = desk.places
        self.session = desk.bench.session
        self.theme = desk.bench.theme
        self.lay = QVBoxLayout(self)
        self.lay.setContentsMargins(3, 4, 3, 2)
        self.lay.setSpacing(1)
        self.row = LeavesRow(place.leaves, self.theme)
        self.row.wanted.connect(self.session.turn_to)
        self.row.seen.connect(lambda key: self.session.look(seen_as=key))
        self.lay.addWidget(self.row)
        self.cautions = plain_label("")
        self.cautions.setWordWrap(True)
        self.cautions.setAccessibleName("Cautions")
        size = 8 * self.theme.letters
        self.cautions.setStyleSheet(f"color: {self.theme.roles['caution']}; font-size: {size:.1f}pt;")

    def add_cautions(self) -> None:
        """Put the cautions of this place below what it shows."""
        self.lay.addWidget(self.cautions)
        self.say_cautions()

    def say_cautions(self) -> None:
        """Say the cautions that the work in the room that is looked at calls for."""
        words = " ".join(self.place.cautions(self.session.job, self.session.room()))
        if words != self.cautions.text():
            self.cautions.setText(words)

    def leaf(self) -> Leaf | None:
        """Return the leaf that is looked at."""
        return self.place.leaf(self.session.view.leaf)

    def show_where(self) -> None:
        """Show in the row which leaf is looked at, and what it is seen as."""
        leaf = self.leaf()
        seen = leaf.drawing(self.session.view.seen_as) if leaf is not None else None
        self.row.show_where(leaf.key if leaf is not None else "", seen.key if seen is not None else "")

    def stand_alone(self, *, alone: bool) -> None:
        """Leave what is drawn alone on the page, or bring all back that stands round it."""
        self.row.setVisible(not alone)
        self.cautions.setVisible(not alone and bool(self.cautions.text()))
