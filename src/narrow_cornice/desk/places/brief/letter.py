"""A letter on the screen: paragraphs of words with places to write into, words to choose, small cards of colour."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from PyQt6.QtCore import QEvent, QSize, Qt
from PyQt6.QtGui import QFontMetrics, QResizeEvent
from PyQt6.QtWidgets import (
    QCompleter,
    QLabel,
    QMenu,
    QPushButton,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench_widgets import Field, plain_label, plain_tip, swatch_icon
from narrow_cornice.desk.flow_layout import CLINGS, Flow, laid_out_once
from narrow_cornice.desk.press_buttons import PressTool
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.brief_letter import Act, Blank, Paragraph, Part, Pick, Swatch, Words
from narrow_cornice.job.paths import BriefPath

WIDEST = 460  # pixels of the longest place to write into


class BlankField(Field):
    """A place in a letter: as wide as what is written there, with its hint while it is empty."""

    def __init__(self, theme: Theme) -> None:
        super().__init__(lambda _: False)
        self._theme = theme
        self.setAlignment(Qt.AlignmentFlag.AlignLeft)
        self.setProperty("blank", True)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.textChanged.connect(lambda _: self.updateGeometry())
        self._offers: tuple[str, ...] = ()

    def show_part(self, part: Blank, given: Callable[[str], bool]) -> None:
        """Show what is written in the place."""
        self.setPlaceholderText(part.hint)
        self.setAccessibleName(f"{part.path.field}, {part.hint}")
        if part.offers != self._offers:
            self._offers = part.offers
            completer = QCompleter(list(part.offers), self)
            completer.setCaseSensitivity(Qt.CaseSensitivity.CaseInsensitive)
            completer.setCompletionMode(QCompleter.CompletionMode.InlineCompletion)  # a list would take the keyboard
            self.setCompleter(completer)
            self.setToolTip(plain_tip(", ".join(part.offers)))
        self.show_there(part.text, given)
        self.updateGeometry()

    def sizeHint(self) -> QSize:
        """Return the room that the words take."""
        words = self.text() or self.placeholderText()
        metrics = QFontMetrics(self._theme.font(10.5, "bold"))
        return QSize(min(WIDEST, metrics.horizontalAdvance(words) + 22), metrics.height() + 8)

    def minimumSizeHint(self) -> QSize:
        """Return the same: a place is never squeezed."""
        return self.sizeHint()


class PickButton(PressTool):
    """One of several words, chosen from a list; what is still to be settled has an open box before it."""

    def __init__(self) -> None:
        super().__init__()
        self.setProperty("pick", True)
        self.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)

    def show_part(self, part: Pick, chosen: Callable[[str], object]) -> None:
        """Show the word that is chosen."""
        word = next((word for value, word in part.options if value == part.current), part.current or "…")
        self.setText(("☐ " if part.open else "") + word[:80].replace("&", "&&"))
        self.setAccessibleName(f"{part.path.field}: {word}")
        menu = QMenu(self)
        for value, words in part.options:
            action = menu.addAction(words[:80].replace("&", "&&"))
            if action is not None:
                action.triggered.connect(lambda _=False, one=value: chosen(one))
        self.setMenu(menu)


class LetterRow(QWidget):
    """One paragraph."""

    def __init__(self, theme: Theme, write: Callable[[BriefPath, str], bool], act: Callable[[Act], object]) -> None:
        super().__init__()
        self._theme, self._write, self._act = theme, write, act
        self._shape: tuple[object, ...] = ()
        self._widgets: list[QWidget] = []
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 2)
        lay.setSpacing(0)
        self._line = QWidget()
        self._flow = Flow(self._line)
        policy = QSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Minimum)
        policy.setHeightForWidth(True)
        self._line.setSizePolicy(policy)
        lay.addWidget(self._line)
        self._said = plain_label()
        self._said.setWordWrap(True)
        self._said.setStyleSheet(
            f"font-family: Vollkorn; font-style: italic; font-size: {9.5 * theme.letters:.1f}pt; "
            f"color: {theme.roles['soft']};"
        )
        lay.addWidget(self._said)

    def show_paragraph(self, paragraph: Paragraph) -> None:
        """Show a paragraph; where its parts are of the same kinds as before, what is being written stays."""
        shape = (paragraph.heading, *((type(part), getattr(part, "path", None)) for part in paragraph.parts))
        if shape != self._shape:
            self._rebuild(paragraph)
            self._shape = shape
        for widget, part in zip(self._widgets, paragraph.parts, strict=True):
            self._fill(widget, part)
        self._line.setVisible(bool(paragraph.parts))
        self._said.setText(paragraph.said)
        self._said.setVisible(bool(paragraph.said))

    def _rebuild(self, paragraph: Paragraph) -> None:
        while (item := self._flow.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        self._widgets = [self._made(part, paragraph.heading) for part in paragraph.parts]
        for widget in self._widgets:
            self._flow.addWidget(widget)
            widget.show()
        self._flow.invalidate()

    def _made(self, part: Part, heading: bool) -> QWidget:
        if isinstance(part, Blank):
            return BlankField(self._theme)
        if isinstance(part, Pick):
            return PickButton()
        if isinstance(part, Act):
            button = QPushButton(part.words)
            button.setProperty("link", True)
            button.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
            button.clicked.connect(lambda _=False, one=part: self._act(one))
            size = 10.0 if part.what == "add" else 8.5
            colour = self._theme.roles["verdigris" if part.what in ("add", "take") else "soft"]
            button.setStyleSheet(f"font-size: {size * self._theme.letters:.1f}pt; color: {colour};")
            return button
        label = plain_label()
        if heading:
            label.setStyleSheet(
                f"font-family: Vollkorn; font-weight: 600; font-size: {12.5 * self._theme.letters:.1f}pt; "
                "padding-top: 10px;"
            )
        else:
            label.setStyleSheet(f"font-size: {10.5 * self._theme.letters:.1f}pt;")
        return label

    def _fill(self, widget: QWidget, part: Part) -> None:
        match widget, part:
            case BlankField() as field, Blank() as blank:
                field.show_part(blank, partial(self._write, blank.path))
            case PickButton() as button, Pick() as pick:
                button.show_part(pick, partial(self._write, pick.path))
            case QLabel() as label, Words(text=text):
                label.setText(text)
                label.setProperty(CLINGS, text[:1] in tuple(".,;:"))
            case QLabel() as label, Swatch(colour=colour):
                label.setPixmap(swatch_icon(colour, self._theme).pixmap(20, 20))
                label.setToolTip(plain_tip(colour))


class Letter(QWidget):
    """All paragraphs of a letter, one below the other."""

    def __init__(self, theme: Theme, write: Callable[[BriefPath, str], bool], act: Callable[[Act], object]) -> None:
        super().__init__()
        self._theme, self._write, self._act = theme, write, act
        self._lay = QVBoxLayout(self)
        self._lay.setContentsMargins(34, 18, 34, 26)
        self._lay.setSpacing(2)
        self._lay.addStretch(1)
        self.rows: list[LetterRow] = []

    def _fit(self) -> None:
        """Take the height that the wrapped lines need at this width, so that nothing is squeezed."""
        tall = max(0, self._lay.totalHeightForWidth(self.width()))
        if tall != self.minimumHeight():
            self.setMinimumHeight(tall)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Wrap the lines anew."""
        super().resizeEvent(event)
        self._fit()

    def event(self, event: QEvent | None) -> bool:
        """Wrap the lines anew when a place has become longer or shorter."""
        done = super().event(event)
        if event is not None and event.type() == QEvent.Type.LayoutRequest:
            self._fit()
        return done

    def show_paragraphs(self, paragraphs: Sequence[Paragraph]) -> None:
        """Show a letter; rows that are there already take the new words."""
        with laid_out_once(self._lay):
            self._put(paragraphs)
        self._lay.activate()  # so that the first sight of a letter is not squeezed into its sheet
        self._fit()

    def _put(self, paragraphs: Sequence[Paragraph]) -> None:
        while len(self.rows) < len(paragraphs):
            row = LetterRow(self._theme, self._write, self._act)
            self.rows.append(row)
            self._lay.insertWidget(len(self.rows) - 1, row)
        for row in self.rows[len(paragraphs) :]:
            self._lay.removeWidget(row)
            row.hide()
            row.deleteLater()
        del self.rows[len(paragraphs) :]
        for row, paragraph in zip(self.rows, paragraphs, strict=True):
            row.show_paragraph(paragraph)

    def blank(self, path: BriefPath) -> BlankField | None:
        """Return the place of a path, None where the letter has none."""
        for row in self.rows:
            for widget, shape in zip(row._widgets, row._shape[1:], strict=True):
                if isinstance(widget, BlankField) and shape == (Blank, path):
                    return widget
        return None

    def first_blank(self) -> BlankField | None:
        """Return the first place to write into."""
        return self.findChild(BlankField)
