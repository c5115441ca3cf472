"""The spine of the window: the job, the order of the work with what is left to settle, the rooms."""

from __future__ import annotations

import time
from collections.abc import Mapping

from PyQt6.QtCore import QPoint, QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QPainter, QPaintEvent, QPen, QPolygonF, QResizeEvent
from PyQt6.QtWidgets import QAbstractButton, QFrame, QHBoxLayout, QMenu, QSizePolicy, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import Place, Places
from narrow_cornice.desk.press_buttons import PressButton, pressed_by
from narrow_cornice.desk.rooms_strip import ROW, RoomsStrip
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme

SAID_AGAIN_MS = 10_000  # how often it is said anew when the job was saved


MARGINS = 50  # pixels of the spine that nothing stands in
ROOMS_SEEN = 3  # that there is to be a place for at least


class JobButton(QAbstractButton):
    """The job's name; pressed, it opens the job's menu, and says so with a mark."""

    def __init__(self, theme: Theme, menu: QMenu) -> None:
        super().__init__()
        self._theme, self._menu = theme, menu
        self.setFixedHeight(int(30 * theme.letters))
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.clicked.connect(self.open)

    def open(self) -> None:
        """Open the job's menu below the name."""
        self._menu.popup(self.mapToGlobal(QPoint(8, self.height())))

    def show_job(self, name: str, more: str) -> None:
        """Show the name of a job; ``more`` is said of it when the pointer rests here."""
        self.setText(name)
        self.setShortcut("F10")  # a text takes the shortcut away
        self.setAccessibleName(f"Menu of the job {name[:200]}")
        self.setToolTip(
            f"The job: open, save, bring in, hand out, its shelf, the look of the window (F10). {more}".strip()
        )
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Open the menu on Down too."""
        assert event is not None
        if event.key() in (Qt.Key.Key_Down, Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.open()
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the name and the mark that says there is a menu."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        theme = self._theme
        live = self.hasFocus() or self.underMouse()
        box = QRectF(self.rect()).adjusted(8, 1, -8, -1)
        if self.hasFocus():
            painter.setPen(QPen(theme.colour("verdigris"), 2))
            painter.drawRoundedRect(box, 4, 4)
        font = theme.font(14, "name")
        painter.setFont(font)
        painter.setPen(theme.colour("verdigris" if live else "ink"))
        line = box.adjusted(8, 0, -20, 0)
        name = theme.metrics(14, "name").elidedText(self.text(), Qt.TextElideMode.ElideRight, line.width())
        painter.drawText(line, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, name)
        tip = QPointF(box.right() - 10, box.center().y() + 3)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("verdigris"))
        painter.drawPolygon(QPolygonF([tip + QPointF(-5, -6), tip + QPointF(5, -6), tip]))

    def sizeHint(self) -> QSize:
        """Return its height; it is as wide as the spine."""
        return QSize(120, self.height())


class PlaceButton(QAbstractButton):
    """A place of the work in one line: its name, and what is left to settle there or a tick."""

    def __init__(self, theme: Theme, place: Place) -> None:
        super().__init__()
        self._theme = theme
        self.left = 0
        self.grave = self.stands = False
        self._place = place
        self.setText(place.name)
        self.setCheckable(True)
        self.setAutoExclusive(True)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setFixedHeight(int(24 * theme.letters))
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.show_left(0, grave=False, stands=False)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take Enter as a press."""
        if not pressed_by(event, self):
            super().keyPressEvent(event)

    def show_left(self, left: int, *, grave: bool, stands: bool) -> None:
        """Show how much is left to settle, whether any of it is grave, and whether all that belongs here is there."""
        self.left, self.grave, self.stands = left, grave, stands
        said = f"{left} to settle" if left else "nothing left" if stands else ""
        place = self._place
        self.setToolTip(f"{place.name} ({place.letter} on the drawing)" + (f": {said}" if said else ""))
        self.setAccessibleName(f"{place.name}, {said}" if said else place.name)
        self.update()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the name and the count."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        theme, here = self._theme, self.isChecked()
        box = QRectF(self.rect()).adjusted(8, 0.5, -8, -0.5)
        painter.setPen(Qt.PenStyle.NoPen)
        if here:
            painter.setBrush(theme.colour("verdigris"))
            painter.drawRoundedRect(box, 4, 4)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.colour("ochre" if here else "verdigris"), 2))
            painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)
        line = box.adjusted(10, 0, -9, 0)
        ink = "on verdigris" if here else "verdigris" if self.underMouse() else "ink"
        painter.setFont(theme.font(10.5, "bold" if here else "text"))
        painter.setPen(theme.colour(ink))
        painter.drawText(line, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, self.text())
        if self.left:
            painter.setFont(theme.font(10, "bold"))
            painter.setPen(theme.colour("on verdigris" if here else "rust" if self.grave else "caution"))
            painter.drawText(line, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, str(self.left))
        elif self.stands:
            painter.setPen(QPen(theme.colour("on verdigris" if here else "verdigris"), 1.8))
            foot = QPointF(line.right() - 6, line.center().y() + 4)
            painter.drawPolyline(QPolygonF([foot + QPointF(-4, -4), foot, foot + QPointF(6, -9)]))

    def sizeHint(self) -> QSize:
        """Return its height; it is as wide as the spine."""
        return QSize(110, self.height())


class Spine(QWidget):
    """Emits ``place_wanted`` with a place's key and ``room_wanted`` when a room is to be added."""

    place_wanted = pyqtSignal(str)
    room_wanted = pyqtSignal()

    def __init__(self, session: Session, theme: Theme, menu: QMenu, places: Places) -> None:
        super().__init__()
        self.setObjectName("spine")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._session = session
        self.name = JobButton(theme, menu)
        self.saved = plain_label(word="slanted")
        self.saved.setContentsMargins(16, 0, 4, 0)
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 8, 0, 6)
        lay.setSpacing(0)
        lay.addWidget(self.name)
        lay.addWidget(self.saved)
        self.buttons: dict[str, PlaceButton] = {}
        self._captions: list[QWidget] = []
        self._letters = theme.letters
        lay.addSpacing(4)
        for caption, group in sorted(
            places.groups(), key=lambda one: bool(one[0])
        ):  # under the job's name what has none
            if caption:
                small = plain_label(caption.upper(), "caption")
                small.setContentsMargins(16, 9, 0, 3)
                lay.addWidget(small)
                self._captions.append(small)
            for place in group:
                button = PlaceButton(theme, place)
                button.clicked.connect(lambda _=False, one=place.key: self.place_wanted.emit(one))
                self.buttons[place.key] = button
                lay.addWidget(button)
        rule = QFrame()
        rule.setFixedHeight(1)
        rule.setStyleSheet(f"background: {theme.roles['rule']}; margin: 0 16px;")
        lay.addSpacing(8)
        lay.addWidget(rule)
        self.rooms = RoomsStrip(session, theme)
        lay.addWidget(self.rooms, 100)
        self.add = PressButton("Add a room")
        self.add.setProperty("link", True)
        self.add.setToolTip("Walk round a new room (Ctrl+R)")
        self.add.clicked.connect(lambda _=False: self.room_wanted.emit())
        line = QHBoxLayout()
        line.setContentsMargins(16, 4, 0, 0)
        line.addWidget(self.add)
        line.addStretch(1)
        lay.addLayout(line)
        lay.addStretch(1)
        self._say = QTimer(self)
        self._say.setInterval(SAID_AGAIN_MS)
        self._say.timeout.connect(self.show_saved)
        self._say.start()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Leave the names of the groups out where the spine is so low that rooms would have no place."""
        super().resizeEvent(event)
        fixed = sum(button.height() for button in self.buttons.values()) + self.name.height()
        fixed += self.saved.sizeHint().height() + self.add.sizeHint().height() + MARGINS
        names = sum(one.sizeHint().height() for one in self._captions)
        room = self.height() - fixed - names
        for one in self._captions:
            one.setVisible(room >= ROOMS_SEEN * ROW * self._letters)

    def show_job(self, where: str) -> None:
        """Show the job's name, whether it is saved, and the place that is looked at."""
        job, path = self._session.job, self._session.path
        self.name.show_job(job.name, " · ".join(word for word in (job.place, path.name if path else "") if word))
        self.show_saved()
        for one, button in self.buttons.items():
            button.setChecked(one == where)

    def show_saved(self) -> None:
        """Show when the job was saved."""
        session = self._session
        if session.unsaved:
            words = "not saved yet" if session.path is None else "changes not saved"
        elif session.saved_at is not None:
            words = f"saved {_ago(time.time() - session.saved_at)}"
        else:
            words = "as it is in the file" if session.path is not None else "not saved anywhere"
        scheme = session.job.scheme if session.job.schemes else ""
        self.saved.setText(f"{scheme[:40]}\n{words}" if scheme else words)

    def show_left(self, left: Mapping[str, tuple[int, bool]], standing: Mapping[str, bool]) -> None:
        """Show of each place how much is left to settle there (and whether any of it is grave), or that it stands."""
        for key, button in self.buttons.items():
            count, grave = left.get(key, (0, False))
            button.show_left(count, grave=grave, stands=standing.get(key, False))


def _ago(seconds: float) -> str:
    """Return how long ago something was, in words."""
    if seconds < 60:
        return f"{int(seconds)} s ago" if seconds >= 1 else "just now"
    if seconds < 3600:
        return f"{int(seconds // 60)} min ago"
    return f"{int(seconds // 3600)} h ago"
