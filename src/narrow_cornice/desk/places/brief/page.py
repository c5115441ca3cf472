"""Brief: one page for each room, written like a letter of agreement and edited in place."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from narrow_cornice.desk.leaf_page import LeafPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.brief.handing_out import print_brief
from narrow_cornice.desk.places.brief.letter import Letter
from narrow_cornice.drawing.brief_letter import Act, house_letter, room_letter
from narrow_cornice.job import edits
from narrow_cornice.job.edits.brief_edits import brief_of
from narrow_cornice.job.paths import BriefPath

PAPER = 780  # pixels: a line longer than this is hard to read


class BriefPage(LeafPage):
    """The brief of the room that is looked at, with the house's part below it."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        theme = self.theme
        button = QPushButton("Print the brief to sign …")
        button.setProperty("link", True)
        button.clicked.connect(self.print_sheet)
        self.row.tools.addWidget(button)
        area = QScrollArea()
        area.setWidgetResizable(True)
        area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        body = QWidget()
        body.setObjectName("slipbody")
        row = QHBoxLayout(body)
        row.setContentsMargins(2, 2, 8, 2)
        sheet = QFrame()
        sheet.setObjectName("slip")
        sheet.setMaximumWidth(int(PAPER * theme.letters))
        inside = QVBoxLayout(sheet)
        inside.setContentsMargins(0, 0, 0, 0)
        self.paragraphs = Letter(theme, self.write, self.act)
        inside.addWidget(self.paragraphs)
        row.addStretch(1)
        row.addWidget(sheet, 20)
        row.addStretch(1)
        area.setWidget(body)
        self.lay.addWidget(area, 1)
        self._area = area

    def refresh(self) -> None:
        """Show the brief as it is now."""
        job, room = self.session.job, self.session.room()
        self.show_where()
        self.paragraphs.show_paragraphs(room_letter(job, room) if room is not None else house_letter(job))

    def focus_drawing(self) -> None:
        """Give the first place to write into the keyboard."""
        first = self.paragraphs.first_blank()
        if first is not None:
            first.setFocus()

    def parts(self) -> list[QWidget]:
        """Return the first place to write into."""
        first = self.paragraphs.first_blank()
        return [first] if first is not None else []

    def print_sheet(self) -> None:
        """Put the brief on paper, for the client to sign."""
        print_brief(self.out)

    def write(self, path: BriefPath, text: str) -> bool:
        """Put what was written or chosen into the brief; return whether it was accepted."""
        return self.session.do_made(lambda: edits.set_brief(path, text, self.session.job.settings.unit))

    def act(self, act: Act) -> None:
        """Add, remove or raise a line, or take its colours."""
        path = act.path
        made = {
            "add": lambda: edits.add_brief_item(path),
            "remove": lambda: edits.remove_brief_item(path),
            "raise": lambda: edits.raise_need(path, -1),
            "take": lambda: edits.take_fixed_colours(path),
        }[act.what]()
        if self.session.do(made) and act.what == "add":
            added = getattr(brief_of(self.session.job, path.room), path.list)[-1]
            first = {"permissions": "what", "needs": "who"}.get(path.list, "name")
            place = self.paragraphs.blank(BriefPath(path.room, path.list, added.id, first))
            if place is not None:
                place.setFocus()
                self._area.ensureWidgetVisible(place)
