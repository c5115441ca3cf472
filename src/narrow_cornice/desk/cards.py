"""Things as cards, on the shelf and elsewhere: a picture or a colour, a name, what can be typed, what can be done with
it."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

import msgspec
from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QFormLayout, QFrame, QHBoxLayout, QScrollArea, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import Field, LinkButton, plain_label
from narrow_cornice.desk.flow_layout import Flow
from narrow_cornice.desk.painting import MarkPainter, placed
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.lettering import settled
from narrow_cornice.drawing.marks import Drawing

WIDE = 268  # pixels of a card at usual letters
WIDEST = 2  # times that, where a text would be cut off
FRAME, BESIDE = 18, 24  # pixels round the letters of a field, and of a card beside its fields
PICTURE = 92
Typed = Callable[[str], bool]


class Card(msgspec.Struct, frozen=True):
    """One thing. ``fields`` are its label, what stands there and what typing does (None: only read)."""

    title: str
    named: Typed | None
    fields: tuple[tuple[str, str, Typed | None], ...] = ()
    note: str = ""
    colour: str = ""
    picture: Drawing | None = None
    doing: tuple[tuple[str, Callable[[], object]], ...] = ()

    @property
    def shape(self) -> tuple[object, ...]:
        """Return what of it decides which widgets it takes."""
        return (
            self.named is not None,
            tuple((label, typed is not None) for label, _, typed in self.fields),
            bool(self.colour),
            self.picture is not None,
            tuple(words for words, _ in self.doing),
        )


class _Picture(QWidget):
    """A colour or a drawing at the head of a card."""

    def __init__(self, theme: Theme, tall: float) -> None:
        super().__init__()
        self._theme = theme
        self._card: Card | None = None
        self.setFixedHeight(int(tall * theme.letters))

    def show_card(self, card: Card) -> None:
        self._card = card
        self.setAccessibleName(f"Picture of {card.title[:100]}")
        self.update()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the colour, or the drawing on paper."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5)
        painter.setPen(QPen(self._theme.colour("rule"), 1))
        painter.setBrush(self._theme.colour((self._card.colour if self._card else "") or "sheet"))
        painter.drawRect(box)
        if self._card is not None and self._card.picture is not None:
            drawing = self._card.picture
            marks = MarkPainter(painter, self._theme, placed(drawing, box.adjusted(8, 6, -8, -6)))
            marks.drawing(settled(drawing, marks.sizes()))


class CardView(QFrame):
    """A card as a widget."""

    def __init__(self, card: Card, theme: Theme, wide: float = WIDE, tall: float = PICTURE) -> None:
        super().__init__()
        self.setObjectName("slip")
        self.shape_ = card.shape
        self.setFixedWidth(int(wide * theme.letters))
        lay = QVBoxLayout(self)
        lay.setContentsMargins(10, 10, 10, 8)
        lay.setSpacing(4)
        self._picture = _Picture(theme, tall) if card.colour or card.picture is not None else None
        if self._picture is not None:
            lay.addWidget(self._picture)
        self._name = Field(lambda _: True)
        self._name.setAlignment(Qt.AlignmentFlag.AlignLeft)
        self._name.setReadOnly(card.named is None)
        self._name.setStyleSheet(f"font-family: Vollkorn; font-size: {12 * theme.letters:.1f}pt;")
        lay.addWidget(self._name)
        form = QFormLayout()
        form.setContentsMargins(2, 0, 0, 0)
        form.setVerticalSpacing(1)
        form.setHorizontalSpacing(8)
        form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)  # what is long stands below its name
        self._fields: list[Field] = []
        for label, _, typed in card.fields:
            field = Field(lambda _: True)
            field.setReadOnly(typed is None)
            field.setAccessibleName(label)
            form.addRow(plain_label(label), field)
            self._fields.append(field)
        lay.addLayout(form)
        self._note = plain_label()
        self._note.setWordWrap(True)
        self._note.setStyleSheet(f"color: {theme.roles['soft']}; font-size: {8.5 * theme.letters:.1f}pt;")
        lay.addWidget(self._note)
        line = QHBoxLayout()
        self._doing = card.doing
        for index, (words, _) in enumerate(card.doing):
            button = LinkButton(words)
            button.clicked.connect(partial(self._do, index))
            line.addWidget(button)
        line.addStretch(1)
        lay.addLayout(line)
        lay.addStretch(1)

    def show_card(self, card: Card) -> None:
        """Show another card of the same shape."""
        if self._picture is not None:
            self._picture.show_card(card)
        self._name.setAccessibleName(f"Name of {card.title[:100]}")
        self._name.show_there(card.title, card.named or (lambda _: False))
        for field, (_, text, typed) in zip(self._fields, card.fields, strict=True):
            field.show_there(text, typed or (lambda _: False))
        self._note.setText(card.note)
        self._note.setVisible(bool(card.note))
        self._doing = card.doing

    def longest(self) -> int:
        """Return how wide it is where its longest text stands on one line."""
        return max((self._needed(field) for field in self._fields), default=0) + BESIDE

    def be_wide(self, wide: int) -> None:
        """Be so wide; what is too long to stand beside its label stands below it."""
        self.setFixedWidth(wide)
        for field in self._fields:
            field.setMinimumWidth(min(self._needed(field), wide - BESIDE))

    @staticmethod
    def _needed(field: Field) -> int:
        return field.fontMetrics().horizontalAdvance(field.text()) + FRAME

    def _do(self, index: int, _pressed: bool = False) -> None:
        self._doing[index][1]()


class Cards(QScrollArea):
    """The cards of one leaf, in rows, so ``wide`` and with a picture so ``tall``."""

    def __init__(self, theme: Theme, name: str, wide: float = WIDE, tall: float = PICTURE) -> None:
        super().__init__()
        self._theme = theme
        self._wide, self._tall = wide, tall
        self.setAccessibleName(name)
        self.setObjectName("slips")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        body = QWidget()
        body.setObjectName("slipbody")
        self._flow = Flow(body, 12, 12)
        self._flow.at_top = True
        self._flow.setContentsMargins(2, 4, 2, 4)
        self.setWidget(body)
        self.views: list[CardView] = []

    def show_cards(self, cards: list[Card]) -> None:
        """Show other cards; those that stay of one shape keep what is typed into."""
        for index, card in enumerate(cards):
            if index < len(self.views) and self.views[index].shape_ == card.shape:
                self.views[index].show_card(card)
                continue
            self._drop_from(index)
            view = CardView(card, self._theme, self._wide, self._tall)
            view.show_card(card)
            self.views.append(view)
            self._flow.addWidget(view)
            view.show()
        self._drop_from(len(cards))
        usual = int(self._wide * self._theme.letters)
        for view in self.views:
            view.be_wide(min(max(usual, view.longest()), WIDEST * usual))

    def _drop_from(self, index: int) -> None:
        """Take the cards from a place on away."""
        for old in self.views[index:]:
            self._flow.removeWidget(old)
            old.hide()
            old.deleteLater()
        del self.views[index:]
