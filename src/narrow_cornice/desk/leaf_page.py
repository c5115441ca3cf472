"""The page of a place with its leaves: one row above, what it shows below, and its cautions at the foot."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout

from narrow_cornice.desk.bench_widgets import LinkButton, plain_label, plain_tip
from narrow_cornice.desk.leaves_row import LeavesRow
from narrow_cornice.desk.place import Desk, Leaf, Place
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.exchange.cautions import in_short

FEW = 1  # cautions that stand in full; more are one line until they are asked for


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
        self.read_out = LinkButton("Read them", self)
        self.read_out.setAccessibleName("Read the cautions, or have them in short")
        self.read_out.clicked.connect(lambda: self.session.look(read_out=not self.session.view.read_out))
        self.read_out.hide()

    def add_cautions(self) -> None:
        """Put the cautions of this place below what it shows; they are said a frame after the first, since what is
        risky in a room has to be worked out."""
        self.cautions.setText(" ")  # a line of its own already, so that the drawing keeps its height
        foot = QHBoxLayout()
        foot.addWidget(self.cautions, 1)
        foot.addWidget(self.read_out, 0, Qt.AlignmentFlag.AlignTop)
        self.lay.addLayout(foot)

    def say_cautions(self) -> None:
        """Say the cautions that the work in the room that is looked at calls for: many in one line until they are
        asked for."""
        said = self.place.cautions(self.session.job, self.session.room())
        whole = len(said) <= FEW or self.session.view.read_out
        words = " ".join(said) if whole else in_short(said)
        if words != self.cautions.text():
            self.cautions.setText(words)
            self.cautions.setToolTip("" if whole else plain_tip(" ".join(said)))
        self.read_out.setText("In short" if whole else "Read them")
        self.read_out.setVisible(len(said) > FEW)
        # Of one height with the words to press, whether these are there or not.
        self.cautions.setMinimumHeight(self.read_out.sizeHint().height() if said else 0)

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
        if alone:
            self.read_out.hide()
        else:
            self.say_cautions()
