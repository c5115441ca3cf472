"""Brief: one page for each room, written like a letter of agreement and edited in place."""

from __future__ import annotations

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.letter import Letter
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.brief_letter import Act, house_letter, room_letter
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.edits.brief_edits import BriefPath, brief_of

PAPER = 780  # pixels: a line longer than this is hard to read


class BriefPage(QWidget):
    """The brief of the room that is looked at, with the house's part below it."""

    export_wanted = pyqtSignal()

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self._session, self._theme = session, theme
        lay = QVBoxLayout(self)
        lay.setContentsMargins(10, 6, 10, 8)
        top = QHBoxLayout()
        self._title = plain_label()
        self._title.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {15 * theme.letters:.1f}pt;")
        self._below = plain_label(word="slanted")
        top.addWidget(self._title)
        top.addWidget(self._below, 0, Qt.AlignmentFlag.AlignBottom)
        top.addStretch(1)
        button = QPushButton("Print the brief to sign as PDF")
        button.clicked.connect(self.export_wanted)
        top.addWidget(button)
        lay.addLayout(top)
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
        self.letter = Letter(theme, self.write, self.act)
        inside.addWidget(self.letter)
        row.addStretch(1)
        row.addWidget(sheet, 20)
        row.addStretch(1)
        area.setWidget(body)
        lay.addWidget(area, 1)
        self._area = area

    def refresh(self) -> None:
        """Show the brief as it is now."""
        job, room = self._session.job, self._session.room()
        self._title.setText(f"{room.name if room is not None else job.name}"[:80])
        self._below.setText("what was agreed, and what is still open")
        self.letter.show_paragraphs(room_letter(job, room) if room is not None else house_letter(job))

    def focus_drawing(self) -> None:
        """Give the first place to write into the keyboard."""
        first = self.letter.first_blank()
        if first is not None:
            first.setFocus()

    def write(self, path: BriefPath, text: str) -> bool:
        """Put what was written or chosen into the brief; return whether it was accepted."""
        try:
            return self._session.do(edits.set_brief(path, text, self._session.job.settings.unit))
        except CorniceError as error:
            self._session.refused.emit(error)
            return False

    def act(self, act: Act) -> None:
        """Add, remove or raise a line, or take its colours."""
        scope, which, item_id, _ = act.path
        made = {
            "add": lambda: edits.add_brief_item(scope, which),
            "remove": lambda: edits.remove_brief_item(scope, which, item_id),
            "raise": lambda: edits.raise_need(scope, item_id, -1),
            "take": lambda: edits.take_fixed_colours(scope, item_id),
        }[act.what]()
        if self._session.do(made) and act.what == "add":
            added = getattr(brief_of(self._session.job, scope), which)[-1]
            first = "what" if which == "permissions" else "who" if which == "needs" else "name"
            place = self.letter.blank((scope, which, added.id, first))
            if place is not None:
                place.setFocus()
                self._area.ensureWidgetVisible(place)
