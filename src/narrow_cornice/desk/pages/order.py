"""Order: slips, one for each shop or room, with tins drawn as tins and bars as bars; a tick is a pencil stroke."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QFontMetricsF, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import (
    QAbstractButton,
    QButtonGroup,
    QFrame,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import tick_state, to_buy
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.painting import MarkPainter, placed
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.slips import line_picture
from narrow_cornice.job import edits
from narrow_cornice.units.show import show_money


class LineRow(QAbstractButton):
    """One line of a slip, painted: tick box, name, what to buy, why, picture and price."""

    ticked = pyqtSignal()

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._line: LineToBuy | None = None
        self._picture = Drawing("", "", (), (0, 0, 1, 1))
        self._state = ""
        self._words = ""
        self._price = ""
        self._chosen = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def show_line(self, line: LineToBuy, words: str, price: str, state: str, chosen: bool) -> None:
        """Show a line."""
        if line is not self._line:
            self._picture = line_picture(line)
        self._line, self._words, self._price, self._state, self._chosen = line, words, price, state, chosen
        self.setAccessibleName(f"{line.name[:200]}: {words}, {price}, {state or 'not bought'}")
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """Return room for the text, and more for a picture with many bars."""
        _, top, _, bottom = self._picture.bounds
        tall = max(70.0 * self._theme.letters, min(190.0, (bottom - top) * self._usual_scale() + 16))
        return QSize(420, int(tall))

    def minimumSizeHint(self) -> QSize:
        """Return the same: a line is never squeezed."""
        return QSize(200, self.sizeHint().height())

    def _usual_scale(self) -> float:
        return 0.42 if self._line is not None and self._line.kind != "trim" else 0.8

    def mousePressEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        """Tick when the box is pressed, else select."""
        if event.position().x() < 36:
            self.ticked.emit()
            return
        super().mousePressEvent(event)

    def keyPressEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        """Tick with the space bar, select with Enter."""
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
        theme, line = self._theme, self._line
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self._chosen or self.hasFocus():
            painter.fillRect(self.rect(), theme.colour("sheet"))
            painter.fillRect(QRectF(0, 0, 3, self.height()), theme.colour("verdigris"))
        box = QRectF(14, 14, 14, 14)
        painter.setPen(QPen(theme.colour("ink"), 1.2))
        painter.setBrush(theme.colour("paper"))
        painter.drawRect(box)
        if self._state:
            stroke = QPen(theme.colour("rust" if self._state == "changed" else "ink"), 2.2)
            stroke.setCapStyle(Qt.PenCapStyle.RoundCap)
            painter.setPen(stroke)
            painter.drawPolyline(QPolygonF([QPointF(16, 20), QPointF(20, 25), QPointF(32, 8)]))
        picture_wide = min(280.0, self.width() * 0.34)
        text_wide = self.width() - 46 - picture_wide - 90
        name, plain, small = theme.font(10.5, "bold"), theme.font(9.5), theme.font(9, "slanted")
        y = 9.0
        note = line.why + ("; ticked before, and changed since" if self._state == "changed" else "")
        for font, text, colour in ((name, line.name, "ink"), (plain, self._words, "ink"), (small, note, "soft")):
            metrics = QFontMetricsF(font)
            painter.setFont(font)
            painter.setPen(theme.colour(colour))
            elided = metrics.elidedText(text[:400], Qt.TextElideMode.ElideRight, text_wide)
            painter.drawText(QRectF(46, y, text_wide, metrics.height()), Qt.TextFlag.TextSingleLine, elided)
            y += metrics.height() + 1
        painter.setFont(name)
        painter.setPen(theme.colour("ink"))
        painter.drawText(QRectF(self.width() - 96, 9, 84, 24), Qt.AlignmentFlag.AlignRight, self._price)
        self._paint_picture(painter, QRectF(46 + text_wide + 6, 6, picture_wide - 10, self.height() - 12))
        painter.setPen(QPen(theme.colour("board"), 1))
        painter.drawLine(QPointF(12, self.height() - 0.5), QPointF(self.width() - 12, self.height() - 0.5))

    def _paint_picture(self, painter: QPainter, room: QRectF) -> None:
        if self._picture.marks:
            way = placed(self._picture, room, self._usual_scale(), left=True)
            MarkPainter(painter, self._theme, way).drawing(self._picture)


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
        head.addWidget(self.name)
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


class OrderPage(QWidget):
    """The list to buy from."""

    export_wanted = pyqtSignal(str)

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self._session = session
        self._theme = theme
        self.by_room = False
        self._lines: dict[int, LineToBuy] = {}
        lay = QVBoxLayout(self)
        lay.setContentsMargins(10, 6, 10, 8)
        top = QHBoxLayout()
        group = QButtonGroup(self)
        for words, by_room in (("By shop", False), ("By room", True)):
            leaf = QToolButton()
            leaf.setText(words)
            leaf.setProperty("leaf", True)
            leaf.setCheckable(True)
            leaf.setChecked(by_room == self.by_room)
            leaf.clicked.connect(lambda _=False, one=by_room: self._group(one))
            group.addButton(leaf)
            top.addWidget(leaf)
        top.addStretch(1)
        for words, kind in (("Print sheet as PDF", "pdf"), ("List as CSV", "csv")):
            button = QPushButton(words)
            button.clicked.connect(lambda _=False, one=kind: self.export_wanted.emit(one))
            top.addWidget(button)
        lay.addLayout(top)
        self._note = plain_label()
        self._note.setWordWrap(True)
        self._note.setStyleSheet(f"color: {theme.roles['ochre']};")
        lay.addWidget(self._note)
        area = self._area = QScrollArea()
        area.setWidgetResizable(True)
        body = QWidget()
        body.setObjectName("slipbody")
        self._slips_lay = QVBoxLayout(body)
        self._slips_lay.setContentsMargins(2, 2, 8, 2)
        self._slips_lay.setSpacing(12)
        self._slips_lay.addStretch(1)
        area.setWidget(body)
        lay.addWidget(area, 1)
        self.slips: list[Slip] = []
        self._shown_for: About = ()
        self._going = QTimer(self)
        self._going.setSingleShot(True)
        self._going.setInterval(30)
        self._going.timeout.connect(self.go_to_selected)

    def _group(self, by_room: bool) -> None:
        self.by_room = by_room
        self.refresh()

    def focus_drawing(self) -> None:
        """Give the first line the keyboard."""
        if self.slips and self.slips[0].rows:
            self.slips[0].rows[0].setFocus()

    def refresh(self) -> None:
        """Show the order as it is now."""
        job = self._session.job
        order = to_buy(job)
        money = f" {job.settings.money[:12]}" if job.settings.money else ""
        notes = []
        if not order.lines:
            notes.append("Nothing to order yet: measure a room, choose its trim, give its surfaces their paint.")
        if order.waiting:
            notes.append(f"Not in this list, since not yet measured: {', '.join(name[:40] for name in order.waiting)}.")
        if order.unsold:
            notes.append(f"No stock is known for: {', '.join(name[:60] for name in order.unsold)}.")
        self._note.setText(" ".join(notes))
        self._note.setVisible(bool(notes))
        if self.by_room:
            groups = [
                (room.name, [line for line in order.lines if any(one == room.id for one, _, _ in line.shares)], room.id)
                for room in job.rooms
            ]
            groups = [group for group in groups if group[1]]
        else:
            groups = [(shop, lines, "") for shop, lines in order.shops()]
        while len(self.slips) < len(groups):
            slip = Slip(self._theme)
            self.slips.append(slip)
            self._slips_lay.insertWidget(len(self.slips) - 1, slip)
        for slip in self.slips[len(groups) :]:
            self._slips_lay.removeWidget(slip)
            slip.hide()
            slip.deleteLater()
        del self.slips[len(groups) :]
        for slip, (name, lines, room_id) in zip(self.slips, groups, strict=True):
            slip.name.setText(name[:200])
            price = sum(line.share_of_price(room_id) if room_id else line.price for line in lines)
            slip.sum.setText(f"{show_money(price)}{money}")
            for index, line in enumerate(lines):
                row = slip.row(index, self._connect)
                self._lines[id(row)] = line
                row.show_line(
                    line,
                    *self._words(line, room_id),
                    tick_state(job, line),
                    self._session.view.selected == ("order", line.key),
                )
            slip.keep(len(lines))
            slip.settle()
        self._slips_lay.activate()  # so that the first sight of many lines is not squeezed into the sheet
        if self._session.view.selected != self._shown_for:
            self._shown_for = self._session.view.selected
            self._going.start()

    def go_to_selected(self) -> None:
        """Bring the line that is selected into sight, once the sheet has taken its room."""
        body, view, bar = self._area.widget(), self._area.viewport(), self._area.verticalScrollBar()
        if body is None or view is None or bar is None:
            return
        if self.isVisible() and bar.maximum() == 0 and body.sizeHint().height() > view.height():
            self._going.start()
            return
        for slip in self.slips:
            for row in slip.rows:
                if self._session.view.selected == ("order", self._lines[id(row)].key):
                    self._area.ensureWidgetVisible(row, 0, 60)
                    return

    def _words(self, line: LineToBuy, room_id: str) -> tuple[str, str]:
        unit = self._session.job.settings.unit
        if room_id:
            share = next(amount for one, _, amount in line.shares if one == room_id)
            return f"{line.shown(share.value, unit)} of {line.bought_as}", show_money(line.share_of_price(room_id))
        needed, left = line.shown(line.needed.value, unit), line.shown(line.left, unit)
        return f"{line.bought_as} for {needed}, {left} left over", show_money(line.price)

    def _connect(self, row: LineRow) -> None:
        row.clicked.connect(lambda: self._session.select(("order", self._lines[id(row)].key)))
        row.ticked.connect(lambda: self.tick(self._lines[id(row)]))

    def tick(self, line: LineToBuy) -> None:
        """Tick a line off, or take the tick away; a tick that no longer fits is renewed."""
        state = tick_state(self._session.job, line)
        self._session.do(edits.tick(line.key, None if state == "bought" else line.bought_as, line.name))
