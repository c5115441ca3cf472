"""The rooms as small plans, one line each, in the spine."""

from __future__ import annotations

from PyQt6.QtCore import QModelIndex, QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QPainter, QPen, QPolygonF
from PyQt6.QtWidgets import (
    QListWidget,
    QListWidgetItem,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench_widgets import plain_label, plain_tip
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import show_length

ROOM_ROLE = Qt.ItemDataRole.UserRole


ROW = 34  # pixels of a room's line


class _Line(QStyledItemDelegate):
    """Paints a room in one line: its plan small, and its name."""

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self._session = session
        self._theme = theme

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        """Return the size of a line."""
        return QSize(120, int(ROW * self._theme.letters))

    def paint(self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        """Paint a line."""
        assert painter is not None
        room: Room | None = index.data(ROOM_ROLE)
        if room is None:
            return
        theme = self._theme
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        line = QRectF(option.rect).adjusted(8, 1, -8, -1)
        chosen = bool(option.state & QStyle.StateFlag.State_Selected)
        focused = bool(option.state & QStyle.StateFlag.State_HasFocus)
        if chosen:
            painter.setBrush(theme.colour("wash"))
            painter.setPen(QPen(theme.colour("verdigris"), 2.2 if focused else 1.3))
            painter.drawRoundedRect(line, 4, 4)
        metrics, called = theme.metrics(10, "name"), room.name[:200]
        gap, plan = 8.0, 32.0 * theme.letters
        if metrics.horizontalAdvance(called) > line.width() - plan - 2 * gap - 4:  # the plan gives way to the name
            gap, plan = 4.0, 22.0 * theme.letters
        small = QRectF(line.left() + gap, line.top() + 4, plan, line.height() - 8)
        self._paint_plan(painter, small, room, chosen)
        painter.setFont(theme.font(10, "name"))
        painter.setPen(theme.colour("ink"))
        words = QRectF(small.right() + gap, line.top(), line.right() - small.right() - gap - 2, line.height())
        name = metrics.elidedText(called, Qt.TextElideMode.ElideRight, words.width())
        painter.drawText(words, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, name)
        painter.restore()

    def _paint_plan(self, painter: QPainter, box: QRectF, room: Room, chosen: bool) -> None:
        """Paint the shape of a room, dashed while nobody knows it."""
        theme = self._theme
        plan = measured_room(room, self._session.job.house_rules).plan
        if not plan.determined:
            painter.setPen(QPen(theme.colour("ochre"), 1.2, Qt.PenStyle.DashLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(box.adjusted(3, 2, -3, -2))
            return
        xs, ys = [x for x, _ in plan.corners], [y for _, y in plan.corners]
        wide, deep = max(xs) - min(xs), max(ys) - min(ys)
        scale = min(box.width() / max(1.0, wide), box.height() / max(1.0, deep))
        across, down = (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
        middle = box.center()
        shape = [QPointF(middle.x() + (x - across) * scale, middle.y() - (y - down) * scale) for x, y in plan.corners]
        painter.setPen(QPen(theme.colour("ink"), 1.3))
        painter.setBrush(theme.colour("glass" if chosen else "board"))
        painter.drawPolygon(QPolygonF(shape))


class RoomsStrip(QWidget):
    """The list of rooms; ``picked`` carries the room's identity."""

    picked = pyqtSignal(str)

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("roomsstrip")
        self._session = session
        self._letters = theme.letters
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 8, 0, 0)
        lay.setSpacing(2)
        caption = plain_label("ROOMS", "caption")
        caption.setContentsMargins(16, 0, 0, 0)
        lay.addWidget(caption)
        self.list = QListWidget()
        self.list.setAccessibleName("Rooms")
        self.list.setItemDelegate(_Line(session, theme))
        self.list.setStyleSheet("QListWidget { background: transparent; border: none; outline: 0; }")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.currentItemChanged.connect(self._picked)
        for again in (
            self.list.itemClicked,
            self.list.itemActivated,
        ):  # the room itself, of which something is selected
            again.connect(self._picked)
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
        self.setMaximumHeight(int((len(rooms) * ROW + 26) * self._letters))
        tables = (job.house_rules, drawn_colours(job.colours, job.coverings), job.settings)
        room = self._session.room()
        for index, one in enumerate(rooms):
            item = self.list.item(index)
            assert item is not None
            if item.data(ROOM_ROLE) is not one:
                item.setData(ROOM_ROLE, one)
                item.setText(one.name[:200])
                item.setToolTip(plain_tip(self._size_of(one)))
            if one is room and self.list.currentRow() != index:
                self.list.setCurrentRow(index)
        if any(one is not other for one, other in zip(tables, self._tables, strict=False)):
            viewport = self.list.viewport()
            assert viewport is not None
            viewport.update()  # what every card shows may be another
        self._tables = tables
        self._following = False

    def _size_of(self, room: Room) -> str:
        """Return a room's name and its size, as far as it is known."""
        plan = measured_room(room, self._session.job.house_rules).plan
        if not plan.determined:
            return f"{room.name[:200]}, not determined yet"
        sizes = (max(side) - min(side) for side in zip(*plan.corners, strict=True))
        settings = self._session.job.settings
        shown = (show_length(mm, settings.unit, step=10.0, denominator=1) for mm in sizes)
        return f"{room.name[:200]}, {' × '.join(shown)}"

    def _picked(self, item: QListWidgetItem | None) -> None:
        if not self._following and item is not None:
            self.picked.emit(item.data(ROOM_ROLE).id)
