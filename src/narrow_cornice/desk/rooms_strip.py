"""The rooms as small plans with what is done, at the left."""

from __future__ import annotations

from PyQt6.QtCore import QModelIndex, QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetricsF, QPainter, QPen, QPolygonF
from PyQt6.QtWidgets import (
    QListWidget,
    QListWidgetItem,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import show_imperial

ROOM_ROLE = Qt.ItemDataRole.UserRole


class _Card(QStyledItemDelegate):
    """Paints a room: its plan, its name, its size, how many of its surfaces have their paint."""

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self._session = session
        self._theme = theme

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        """Return the size of a card."""
        return QSize(140, int(72 + 40 * self._theme.letters))

    def paint(self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        """Paint a card."""
        assert painter is not None
        room: Room | None = index.data(ROOM_ROLE)
        if room is None:
            return
        theme = self._theme
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        card = QRectF(option.rect).adjusted(8, 4, -8, -4)
        chosen = bool(option.state & QStyle.StateFlag.State_Selected)
        focused = bool(option.state & QStyle.StateFlag.State_HasFocus)
        painter.setBrush(theme.colour("paper" if chosen else "sheet"))
        painter.setPen(QPen(theme.colour("verdigris"), 2.4 if focused else 1.6) if chosen else Qt.PenStyle.NoPen)
        painter.drawRect(card)
        if chosen:
            painter.fillRect(QRectF(card.left(), card.top(), 4, card.height()), theme.colour("verdigris"))
        self._paint_words(painter, card, room, self._paint_plan(painter, card, room, chosen))
        painter.restore()

    def _paint_plan(self, painter: QPainter, card: QRectF, room: Room, chosen: bool) -> str:
        """Paint the shape of a room on its card and return the words for its size."""
        theme, job = self._theme, self._session.job
        plan = measured_room(room, job.house_rules).plan
        plan_box = QRectF(card.left() + 14, card.top() + 8, card.width() - 28, card.height() - 20 - 36 * theme.letters)
        if not plan.determined:
            painter.setPen(QPen(theme.colour("ochre"), 1.2, Qt.PenStyle.DashLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(plan_box.adjusted(20, 2, -20, -2))
            return "not determined yet"
        xs, ys = [x for x, _ in plan.corners], [y for _, y in plan.corners]
        wide, deep = max(xs) - min(xs), max(ys) - min(ys)
        scale = min(plan_box.width() / max(1.0, wide), plan_box.height() / max(1.0, deep))
        middle = plan_box.center()
        shape = [
            QPointF(
                middle.x() + (x - (max(xs) + min(xs)) / 2) * scale,
                middle.y() - (y - (max(ys) + min(ys)) / 2) * scale,
            )
            for x, y in plan.corners
        ]
        painter.setPen(QPen(theme.colour("ink"), 1.3))
        painter.setBrush(theme.colour("glass" if chosen else "board"))
        painter.drawPolygon(QPolygonF(shape))
        if job.settings.unit == "mm":
            return f"{wide / 1000:.2f} × {deep / 1000:.2f} m"
        return f"{show_imperial(wide, 1)} × {show_imperial(deep, 1)}"

    def _paint_words(self, painter: QPainter, card: QRectF, room: Room, size: str) -> None:
        """Paint a room's name, its size, and how many of its surfaces have a finish."""
        theme, job = self._theme, self._session.job
        finished = finished_surfaces(room, job.house_rules, job.paints, job.colours)
        done = sum(one.paint is not None for one in finished)
        name_font, small = theme.font(10.5, "name"), theme.font(8.5)
        y = card.bottom() - 36 * theme.letters
        painter.setFont(name_font)
        painter.setPen(theme.colour("ink"))
        name = QFontMetricsF(name_font).elidedText(room.name[:200], Qt.TextElideMode.ElideRight, card.width() - 22)
        painter.drawText(
            QRectF(card.left() + 12, y - 2, card.width() - 18, 19 * theme.letters), Qt.AlignmentFlag.AlignVCenter, name
        )
        painter.setFont(small)
        painter.setPen(theme.colour("soft"))
        line = QRectF(card.left() + 12, y + 16 * theme.letters, card.width() - 22, 16 * theme.letters)
        metrics = QFontMetricsF(small)
        room_for_size = line.width() - metrics.horizontalAdvance(f"{len(finished)}/{len(finished)}  ")
        size = metrics.elidedText(size, Qt.TextElideMode.ElideRight, room_for_size)
        painter.drawText(line, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, size)
        if finished:
            painter.setPen(theme.colour("verdigris" if done == len(finished) else "soft"))
            painter.drawText(
                line, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, f"{done}/{len(finished)}"
            )


class RoomsStrip(QWidget):
    """The list of rooms; ``picked`` carries the room's identity."""

    picked = pyqtSignal(str)

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("roomsstrip")
        self._session = session
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 8, 0, 0)
        lay.setSpacing(2)
        caption = plain_label("ROOMS", "caption")
        caption.setContentsMargins(16, 0, 0, 0)
        lay.addWidget(caption)
        self.list = QListWidget()
        self.list.setAccessibleName("Rooms")
        self.list.setItemDelegate(_Card(session, theme))
        self.list.setStyleSheet("QListWidget { background: transparent; border: none; outline: 0; }")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.currentItemChanged.connect(self._picked)
        lay.addWidget(self.list)
        self._following = False
        self._tables: tuple[object, ...] = ()

    def refresh(self) -> None:
        """Show the rooms of the job and which of them is looked at."""
        self._following = True
        job = self._session.job
        rooms = job.rooms
        if self.list.count() != len(rooms):
            self.list.clear()
            for _ in rooms:
                self.list.addItem(QListWidgetItem())
        tables = (job.house_rules, job.colours, job.settings)
        room = self._session.room()
        for index, one in enumerate(rooms):
            item = self.list.item(index)
            assert item is not None
            if item.data(ROOM_ROLE) is not one:
                item.setData(ROOM_ROLE, one)
                item.setText(one.name[:200])
                item.setToolTip("surfaces that have their paint, of all")
            if one is room and self.list.currentRow() != index:
                self.list.setCurrentRow(index)
        if any(one is not other for one, other in zip(tables, self._tables, strict=False)):
            viewport = self.list.viewport()
            assert viewport is not None
            viewport.update()  # what every card shows may be another
        self._tables = tables
        self._following = False

    def _picked(self, item: QListWidgetItem | None) -> None:
        if not self._following and item is not None:
            self.picked.emit(item.data(ROOM_ROLE).id)
