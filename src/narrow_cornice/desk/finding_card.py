"""A finding of the second look on the bench: its headline, then its fixes; the reason on request."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_rows import FindingRow, alike
from narrow_cornice.desk.bench_widgets import LinkButton, plain_label
from narrow_cornice.desk.flow_layout import Flow
from narrow_cornice.desk.theme import Theme

GRADE_COLOURS = {"unsafe": "rust", "will not fit": "rust", "will show": "ochre", "worth a thought": "soft"}
GRADE_MARKS = {"unsafe": "▲", "will not fit": "■", "will show": "●", "worth a thought": "○"}


class FindingCard(QFrame):
    """A mark of its grade, what it says, its fixes; the rule behind it and what it is made of on request."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._row: FindingRow | None = None
        self._buttons: list[LinkButton] = []
        self._offers: list[Callable[[], object]] = []
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 4, 0, 5)
        lay.setSpacing(1)
        top = QHBoxLayout()
        top.setSpacing(7)
        self._dot = plain_label()
        self._text = plain_label()
        self._text.setWordWrap(True)
        top.addWidget(self._dot, 0, Qt.AlignmentFlag.AlignTop)
        top.addWidget(self._text, 1)
        lay.addLayout(top)
        self._holder = QWidget()
        self._doing = Flow(self._holder, 14, 0)
        beside = QHBoxLayout()
        beside.setContentsMargins(16, 0, 0, 0)
        beside.addWidget(self._holder)
        lay.addLayout(beside)
        self._why = plain_label()
        self._why.setWordWrap(True)
        self._why.setContentsMargins(16, 1, 0, 2)
        self._why.setStyleSheet(f"font-size: {8.5 * theme.letters:.1f}pt; color: {theme.roles['soft']};")
        self._why.hide()
        lay.addWidget(self._why)
        self._each = QWidget()
        self._each_lay = QVBoxLayout(self._each)
        self._each_lay.setContentsMargins(14, 0, 0, 0)
        self._each_lay.setSpacing(0)
        self._each.hide()
        self._cards: list[FindingCard] = []
        lay.addWidget(self._each)

    def show_row(self, row: FindingRow) -> None:
        """Show another finding."""
        theme, former = self._theme, self._row
        self._row = row
        if former is None or former.grade != row.grade:  # a style sheet is read anew each time it is set
            self._dot.setText(GRADE_MARKS[row.grade])
            colour = theme.roles[GRADE_COLOURS[row.grade]]
            self._dot.setStyleSheet(f"color: {colour}; font-size: {9 * theme.letters:.0f}pt;")
            self._dot.setToolTip(row.grade)
            self._dot.setAccessibleName(row.grade)
        self._text.setText(row.says + (f"\nKept, because {row.kept}" if row.kept else ""))
        self._why.setText(f"{row.grade.capitalize()}. {row.why}")
        if former is None or former.key != row.key:
            self._why.hide()
            self._each.hide()
        if former is None or former.key != row.key:
            for button in self._buttons:
                button.setDown(False)  # what is being pressed is meant for the former finding
        offers = [(words, lambda i=index: self._row and self._row.fix(i)) for index, words in enumerate(row.fixes)]
        if row.each:
            self._offer([*offers, ("Each of them", self._show_each)])
            self._show_cards(row.each)
            return
        keep = ("Look again" if row.kept else "Keep it", lambda: self._row and self._row.keep())
        self._offer([*offers, keep, ("Why", self._show_why), ("Where", lambda: self._row and self._row.go())])

    def renew(self, row: FindingRow) -> None:
        """Take an equal finding whose buttons act on the job as it is now."""
        self._row = row
        for card, one in zip(self._cards, row.each, strict=False):
            card.renew(one)

    def _show_why(self) -> None:
        self._why.setVisible(self._why.isHidden())

    def _show_each(self) -> None:
        self._each.setVisible(self._each.isHidden())
        self._show_cards(self._row.each if self._row is not None else ())

    def _show_cards(self, each: tuple[FindingRow, ...]) -> None:
        """Show what the finding is made of, once that is asked for."""
        if self._each.isHidden():
            return
        while len(self._cards) < len(each):
            self._cards.append(FindingCard(self._theme))
            self._each_lay.addWidget(self._cards[-1])
        for card in self._cards[len(each) :]:
            card.hide()
            card.deleteLater()
        del self._cards[len(each) :]
        for card, one in zip(self._cards, each, strict=True):
            if card._row is not None and alike(card._row, one):
                card.renew(one)
            else:
                card.show_row(one)

    def _offer(self, offers: list[tuple[str, Callable[[], object]]]) -> None:
        """Offer what can be done. Buttons that stand stay: showing one lays out the whole bench anew."""
        self._offers = [act for _, act in offers]
        for button, (words, _) in zip(self._buttons, offers, strict=False):
            button.say(words)
        for number, (words, _) in list(enumerate(offers))[len(self._buttons) :]:
            button = LinkButton(words, self._holder)
            button.clicked.connect(lambda _=False, number=number: self._offers[number]())
            button.show()
            self._doing.addWidget(button)
            self._buttons.append(button)
        for button in self._buttons[len(offers) :]:
            self._doing.removeWidget(button)
            button.hide()
            button.deleteLater()
        del self._buttons[len(offers) :]
