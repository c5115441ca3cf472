"""A row of the bench as a widget: how each kind of row is made, and how it shows another of its kind."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QCheckBox, QComboBox, QFrame, QLabel, QSizePolicy, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    FigureRow,
    FindingRow,
    NoteRow,
    Row,
    SizeRow,
    SwatchRow,
    TextRow,
    Title,
    ToggleRow,
    alike,
)
from narrow_cornice.desk.bench_widgets import (
    Field,
    FigureButton,
    LabelledField,
    LinkButton,
    Swatches,
    plain_label,
    plain_tip,
    swatch_icon,
)
from narrow_cornice.desk.finding_card import FindingCard
from narrow_cornice.desk.press_buttons import PressButton
from narrow_cornice.desk.theme import Theme

MOST_SEEN = 24  # lines of a drop-down
CHOICE, ARROW, SWATCH = 158, 36, 24  # pixels of a closed drop-down as usual at most, of its arrow, of a swatch in it


# Widgets are kept from row to row. Each is connected once and asks the row that it shows: a connection that is cut and
# made anew at every change would leave the former row in memory until the widget goes.


class _Choice(QComboBox):
    """One of several, chosen."""

    def __init__(self) -> None:
        super().__init__()
        self.row: ChoiceRow | None = None
        self.currentIndexChanged.connect(self._chosen)

    def _chosen(self, index: int) -> None:
        if self.row is not None and index >= 0:
            self.row.chosen(self.row.options[index][0])


class _Toggle(QCheckBox):
    """Yes or no."""

    def __init__(self) -> None:
        super().__init__()
        self.row: ToggleRow | None = None
        self.toggled.connect(lambda on: self.row and self.row.toggled(on))


class _Buttons(QWidget):
    """Words to press."""

    row: ButtonsRow | None = None

    def offer(self, index: int, words: str) -> LinkButton:
        """Return a new button for one of them."""
        button = LinkButton(words)
        policy = QSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Minimum)
        policy.setHeightForWidth(True)
        button.setSizePolicy(policy)
        button.clicked.connect(lambda: self.row and self.row.pressed(index))
        return button


class _Wish(PressButton):
    """What would be wished for a size, to be pressed."""

    def __init__(self) -> None:
        super().__init__()
        self.setProperty("link", True)
        self.row: SizeRow | None = None
        self.clicked.connect(self._pressed)

    def _pressed(self) -> None:
        if self.row is not None and self.row.wish and self.row.use_wish:
            self.row.use_wish()


def _column(*, above: int = 0, below: int = 0, widget: QWidget | None = None) -> tuple[QWidget, QVBoxLayout]:
    widget = widget or QWidget()
    lay = QVBoxLayout(widget)
    lay.setContentsMargins(0, above, 0, below)
    lay.setSpacing(0)
    return widget, lay


def _title(theme: Theme) -> QWidget:
    widget, lay = _column(below=4)
    name = plain_label()
    name.setFont(theme.font(14, "name"))
    name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {14 * theme.letters:.1f}pt;")
    below = plain_label(word="slanted")
    below.setStyleSheet(
        f"font-family: Vollkorn; font-style: italic; color: {theme.roles['soft']};"
        f"font-size: {9.5 * theme.letters:.1f}pt;"
    )
    for label in (name, below):
        label.setWordWrap(True)
        lay.addWidget(label)
    return widget


def _caption(theme: Theme) -> QWidget:
    widget = QWidget()
    lay = QVBoxLayout(widget)
    lay.setContentsMargins(0, 7, 0, 1)
    rule = QFrame()
    rule.setFixedHeight(1)
    rule.setStyleSheet(f"background: {theme.roles['rule']};")
    lay.addWidget(rule)
    words = plain_label(word="caption")
    words.setWordWrap(True)  # a long one must not make the bench wider than its column
    lay.addWidget(words)
    return widget


def _choice(theme: Theme) -> QWidget:
    box = _Choice()
    box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
    box.setMinimumContentsLength(6)
    return LabelledField(box, int(96 * theme.letters), int(CHOICE * theme.letters))


def _field(theme: Theme) -> QWidget:
    widget, lay = _column()
    field = Field(lambda _: True)
    lay.addWidget(LabelledField(field, int(72 * theme.letters), int(142 * theme.letters)))
    wish = _Wish()
    lay.addWidget(wish, 0, Qt.AlignmentFlag.AlignRight)
    wish.hide()
    return widget


def _note(theme: Theme) -> QWidget:
    label = plain_label()
    label.setWordWrap(True)
    return label


def _toggle(theme: Theme) -> QWidget:
    return _Toggle()


def _buttons(theme: Theme) -> QWidget:
    return _column(above=2, below=2, widget=_Buttons())[0]


MAKES: dict[type[Any], Callable[[Theme], QWidget]] = {
    Title: _title,
    Caption: _caption,
    ChoiceRow: _choice,
    SizeRow: _field,
    TextRow: _field,
    ToggleRow: _toggle,
    FigureRow: FigureButton,
    NoteRow: _note,
    ButtonsRow: _buttons,
    SwatchRow: Swatches,
    FindingRow: FindingCard,
}


def made(row: Row, theme: Theme) -> QWidget:
    """Return the widget of a row, not showing anything yet."""
    return MAKES[type(row)](theme)


# ---- showing: ``former`` is the row it showed before, None for a fresh widget


def _show_title(widget: QWidget, row: Title, former: Row | None, theme: Theme) -> None:
    first, second = widget.findChildren(QLabel)[:2]
    first.setText(row.text)
    second.setText(row.below)


def _show_caption(widget: QWidget, row: Caption, former: Row | None, theme: Theme) -> None:
    widget.findChildren(QLabel)[0].setText(row.text.upper())


def _show_choice(widget: QWidget, row: ChoiceRow, former: Row | None, theme: Theme) -> None:
    box = widget.findChild(_Choice)
    assert isinstance(widget, LabelledField)
    assert isinstance(box, _Choice)
    widget.label.setText(row.label)
    box.setAccessibleName(row.label)
    same = isinstance(former, ChoiceRow) and former.options == row.options and former.swatches == row.swatches
    box.row = None  # showing is not choosing
    if not same:
        box.clear()
        for index, (value, word) in enumerate(row.options):
            shown = word if len(word) <= 60 else word[:59] + "…"
            if row.swatches and row.swatches[index]:
                box.addItem(swatch_icon(row.swatches[index], theme), shown, value)
            else:
                box.addItem(shown, value)
        box.setMaxVisibleItems(min(MOST_SEEN, max(1, len(row.options))))
        view = box.view()
        if view is not None:  # as wide as its longest line, however narrow the box is
            view.setMinimumWidth(view.sizeHintForColumn(0) + 12)
    values = [value for value, _ in row.options]
    box.setCurrentIndex(values.index(row.current) if row.current in values else -1)
    said, swatch = box.currentText(), 0 if box.itemIcon(box.currentIndex()).isNull() else SWATCH
    wide = theme.metrics(9.5, "bold").horizontalAdvance(said) + swatch + ARROW
    box.setMaximumWidth(max(int(CHOICE * theme.letters), int(wide)))  # where its label leaves so much
    box.setToolTip(plain_tip(said))
    box.row = row


def _show_field(widget: QWidget, row: SizeRow | TextRow) -> Field:
    line, field = widget.findChild(LabelledField), widget.findChild(Field)
    assert isinstance(line, LabelledField)
    assert isinstance(field, Field)
    line.label.setText(row.label)
    field.setAccessibleName(row.label)
    field.show_there(row.shown, row.typed)
    return field


def _show_size(widget: QWidget, row: SizeRow, former: Row | None, theme: Theme) -> None:
    _show_field(widget, row).setPlaceholderText(row.hint)
    button = widget.findChild(_Wish)
    assert isinstance(button, _Wish)
    button.row = row
    button.setVisible(bool(row.wish))
    if row.wish:
        button.setText(row.wish)


def _show_text(widget: QWidget, row: TextRow, former: Row | None, theme: Theme) -> None:
    _show_field(widget, row)


def _show_toggle(widget: QWidget, row: ToggleRow, former: Row | None, theme: Theme) -> None:
    assert isinstance(widget, _Toggle)
    widget.row = None  # showing is not ticking
    widget.setText(row.label.replace("&", "&&"))
    widget.setChecked(row.on)
    widget.row = row


def _show_figure(widget: QWidget, row: FigureRow, former: Row | None, theme: Theme) -> None:
    assert isinstance(widget, FigureButton)
    widget.show_row(row)


def _show_swatches(widget: QWidget, row: SwatchRow, former: Row | None, theme: Theme) -> None:
    assert isinstance(widget, Swatches)
    widget.show_row(row)


def _show_note(widget: QWidget, row: NoteRow, former: Row | None, theme: Theme) -> None:
    assert isinstance(widget, QLabel)
    widget.setText(row.text)
    if former is None or getattr(former, "colour", "") != row.colour:  # styling anew costs more than the text
        size = 9 * theme.letters
        widget.setStyleSheet(f"color: {theme.roles[row.colour]}; font-size: {size:.1f}pt; padding: 1px 0;")


def _show_buttons(widget: QWidget, row: ButtonsRow, former: Row | None, theme: Theme) -> None:
    lay = widget.layout()
    assert lay is not None
    assert isinstance(widget, _Buttons)
    widget.row = row
    if alike(former, row):
        return
    while lay.count():
        item = lay.takeAt(0)
        old = item.widget() if item is not None else None
        if old is not None:
            old.setParent(None)
            old.deleteLater()
    for index, text in enumerate(row.words):
        lay.addWidget(widget.offer(index, text))


def _show_finding(widget: QWidget, row: FindingRow, former: Row | None, theme: Theme) -> None:
    assert isinstance(widget, FindingCard)
    if not alike(former, row):
        widget.show_row(row)
    else:
        widget.renew(row)


SHOWS: dict[type[Any], Callable[[QWidget, Any, Row | None, Theme], None]] = {
    Title: _show_title,
    Caption: _show_caption,
    ChoiceRow: _show_choice,
    SizeRow: _show_size,
    TextRow: _show_text,
    ToggleRow: _show_toggle,
    FigureRow: _show_figure,
    NoteRow: _show_note,
    ButtonsRow: _show_buttons,
    SwatchRow: _show_swatches,
    FindingRow: _show_finding,
}


def show(widget: QWidget, row: Row, former: Row | None, theme: Theme) -> None:
    """Show a row in the widget of its kind; ``former`` is the one it showed before, None for none."""
    SHOWS[type(row)](widget, row, former, theme)
