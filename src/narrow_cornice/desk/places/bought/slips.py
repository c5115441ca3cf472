"""A slip of what is to be bought, painted: tins drawn as tins and bars as bars."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFont, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QAbstractButton, QFrame, QHBoxLayout, QSizePolicy, QVBoxLayout

from narrow_cornice.derived.bought.lines import InLengths, LineToBuy
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.painting import Lettered, MarkPainter, placed
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.lettering import fitted, in_lines
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.drawing.slips import line_picture
from narrow_cornice.units.show import ShownIn

WIDTHS = 8  # that a line remembers its words for
LEAST = 70.0  # pixels of a line at usual letters
STATES = {"": "not bought", "part": "bought in part", "bought": "bought", "changed": "bought, and changed since"}


class LineRow(QAbstractButton):
    """One line of a slip, painted: tick box, name, what to buy, why, picture and price."""

    ticked = pyqtSignal()

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._line: LineToBuy | None = None
        self._how: ShownIn | None = None
        self._picture = Drawing("", "", (), (0, 0, 1, 1))
        self._lettered: Lettered | None = None  # the picture with its letters settled, for the scale it has here
        self._state = ""
        self._words = ""
        self._note = ""
        self._why = ""
        self._called = ""
        self._price = ""
        self._chosen = False
        self._parted: dict[float, list[tuple[QFont, str, str, float]]] = {}  # its words in lines, by their width
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    # Many parameters: all that is written on a line.
    def show_line(
        self, line: LineToBuy, how: ShownIn, words: str, price: str, state: str, note: str, chosen: bool
    ) -> None:
        """Show a line with its sizes as a job shows them; ``note`` is what is to be known of it before it is bought, in
        place of why it is wanted."""
        name = line.name_in(how)
        shown = (name, words, price, state, note, line.why_in(how), chosen)
        former = (self._called, self._words, self._price, self._state, self._note, self._why, self._chosen)
        if line is self._line and how is self._how and shown == former:
            return
        if line is not self._line or how is not self._how:
            self._picture, self._lettered, self._how = line_picture(line, how), None, how
        if shown[:-1] != former[:-1]:
            self._parted.clear()
        self._line, (self._called, self._words, self._price, self._state, self._note, self._why, self._chosen) = (
            line,
            shown,
        )
        self.setAccessibleName(f"{name[:200]}: {words}, {price}, {STATES[state]}. {note}".strip())
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Return room for the text, and more for a picture with many bars."""
        return QSize(420, self.heightForWidth(max(420, self.width())))

    def heightForWidth(self, width: int) -> int:
        """Return the height of the words, whole, or of the picture."""
        _, top, _, bottom = self._picture.bounds
        tall = max(LEAST * self._theme.letters, min(190.0, (bottom - top) * self._usual_scale() + 16))
        words = sum(line for *_, line in self._said(self._text_wide(width)))
        return int(max(tall, words + 12.0))

    @staticmethod
    def _picture_wide(width: int) -> float:
        return min(280.0, width * 0.34)

    def _text_wide(self, width: int) -> float:
        return width - 46 - self._picture_wide(width) - 90

    def _said(self, wide: float) -> list[tuple[QFont, str, str, float]]:
        """Return what the line says, each of its lines with its letters, its colour and how tall it is; parted once for
        each width, since layouts ask for a height a dozen times."""
        there = self._parted.get(wide)
        if there is None:
            if len(self._parted) > WIDTHS:  # a window is being drawn wider
                self._parted.clear()
            there = self._parted[wide] = self._parts(wide)
        return there

    def _parts(self, wide: float) -> list[tuple[QFont, str, str, float]]:
        theme = self._theme
        note, tone = (self._note, "rust") if self._note else (self._why, "soft")
        said: list[tuple[QFont, str, str, float]] = []
        name, plain, small = (10.5, "bold"), (9.5, "text"), (9.0, "slanted")
        what, _, for_what = self._words.partition(" for ")
        parted = for_what and theme.metrics(*plain).horizontalAdvance(self._words) > wide
        amounts = (what, f"for {for_what}") if parted else (self._words,)
        cells = ((name, self._called, "ink"), *((plain, one, "ink") for one in amounts), (small, note, tone))
        for letters, text, colour in cells:
            font, metrics = theme.font(*letters), theme.metrics(*letters)
            for line in in_lines(" ".join(text.split()), wide, metrics.horizontalAdvance, " "):
                said.append((font, fitted(line, wide, metrics.horizontalAdvance), colour, metrics.height()))
        return said

    def minimumSizeHint(self) -> QSize:
        """Return the least of any line; how tall this one is follows from its width."""
        return QSize(200, int(LEAST * self._theme.letters))

    def _usual_scale(self) -> float:
        return 0.42 if self._line is not None and not isinstance(self._line.goods, InLengths) else 0.8

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Tick when the box is pressed, else select."""
        assert event is not None
        if event.position().x() < 36:
            self.ticked.emit()
            return
        super().mousePressEvent(event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Tick with the space bar, select with Enter."""
        assert event is not None
        if event.key() == Qt.Key.Key_Space:
            self.ticked.emit()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.click()
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the line."""
        if self._line is None:
            return
        theme = self._theme
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self._chosen or self.hasFocus():
            painter.fillRect(self.rect(), theme.colour("sheet"))
            painter.fillRect(QRectF(0, 0, 3, self.height()), theme.colour("verdigris"))
        box = QRectF(14, 14, 14, 14)
        painter.setPen(QPen(theme.colour("ink"), 1.2))
        painter.setBrush(theme.colour("paper"))
        painter.drawRect(box)
        if self._state in ("bought", "changed"):
            stroke = QPen(theme.colour("rust" if self._state == "changed" else "ink"), 2.2)
            stroke.setCapStyle(Qt.PenCapStyle.RoundCap)
            painter.setPen(stroke)
            painter.drawPolyline(QPolygonF([QPointF(16, 20), QPointF(20, 25), QPointF(32, 8)]))
        elif self._state:  # some of it: half a stroke
            painter.drawLine(QPointF(16, 26), QPointF(26, 16))
        picture_wide = self._picture_wide(self.width())
        text_wide = self._text_wide(self.width())
        said = self._said(text_wide)
        gap = 1.0 if len(said) < 4 else 0.0
        y = max(3.0, min(9.0, (self.height() - sum(line + gap for *_, line in said)) / 2))
        for font, text, colour, tall in said:
            painter.setFont(font)
            painter.setPen(theme.colour(colour))
            painter.drawText(QRectF(46, y, text_wide + 1, tall), Qt.TextFlag.TextSingleLine, text)
            y += tall + gap
        painter.setFont(theme.font(10.5, "bold"))
        painter.setPen(theme.colour("ink"))
        painter.drawText(QRectF(self.width() - 96, 9, 84, 24), Qt.AlignmentFlag.AlignRight, self._price)
        self._paint_picture(painter, QRectF(46 + text_wide + 6, 6, picture_wide - 10, self.height() - 12))
        painter.setPen(QPen(theme.colour("board"), 1))
        painter.drawLine(QPointF(12, self.height() - 0.5), QPointF(self.width() - 12, self.height() - 0.5))

    def _paint_picture(self, painter: QPainter, room: QRectF) -> None:
        if self._picture.marks:
            way = placed(self._picture, room, self._usual_scale(), left=True)
            if self._lettered is None or self._lettered.scale != way.m11():
                self._lettered = Lettered(self._picture, self._theme, way.m11())
            MarkPainter(painter, self._theme, way, self._lettered.shapes).drawing(self._lettered.drawing)


class Slip(QFrame):
    """One slip: a shop or a room, its lines and its sum."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("slip")
        self._lay = QVBoxLayout(self)
        self._lay.setContentsMargins(4, 8, 4, 8)
        self._lay.setSpacing(0)
        head = QHBoxLayout()
        head.setContentsMargins(12, 0, 12, 4)
        self.name = plain_label()
        self.sum = plain_label()
        self.name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {13 * theme.letters:.1f}pt;")
        self.sum.setStyleSheet(f"font-weight: bold; font-size: {11 * theme.letters:.1f}pt;")
        self.carried = plain_label(word="slanted")
        head.addWidget(self.name)
        head.addSpacing(10)
        head.addWidget(self.carried)
        head.addStretch(1)
        head.addWidget(self.sum)
        self._lay.addLayout(head)
        self.rows: list[LineRow] = []
        self._theme = theme

    def row(self, index: int, made: Callable[[LineRow], None]) -> LineRow:
        """Return the row at a place, made where it is not there yet."""
        while len(self.rows) <= index:
            row = LineRow(self._theme)
            made(row)
            self.rows.append(row)
            self._lay.addWidget(row)
        return self.rows[index]

    def settle(self) -> None:
        """Take the room that the rows need now."""
        self._lay.activate()
        self.updateGeometry()

    def keep(self, count: int) -> None:
        """Drop the rows beyond ``count``."""
        for row in self.rows[count:]:
            self._lay.removeWidget(row)
            row.hide()
            row.deleteLater()
        del self.rows[count:]
