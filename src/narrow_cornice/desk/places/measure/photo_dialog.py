"""Squaring up a photograph of a wall: points are clicked on it, and the place of each on the wall is said."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPixmap
from PyQt6.QtWidgets import (
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.theme import Theme
from narrow_cornice.job.measured import PhotoPoint
from narrow_cornice.job.model import Settings
from narrow_cornice.survey.homography import SeenPoint, squared_up
from narrow_cornice.units.lengths import LengthError, parse_length, show_length
from narrow_cornice.units.show import show_fine

MOST_POINTS = 12
FAR = 10.0  # times as far with Shift
ARROWS: dict[int, tuple[int, int]] = {
    Qt.Key.Key_Left: (-1, 0),
    Qt.Key.Key_Right: (1, 0),
    Qt.Key.Key_Up: (0, -1),
    Qt.Key.Key_Down: (0, 1),
}
STRAINED = 3.0  # times more than the points should miss
REACH = 12.0  # pixels of the screen from a point that still take hold of it


def known_places(face: WallFace) -> list[tuple[str, float, float]]:
    """Return the places on a wall that are known: its corners and those of its openings."""
    left, right = face.upper_edge[0][1], face.upper_edge[-1][1]
    places = [
        ("lower left corner", 0.0, 0.0),
        ("lower right corner", face.length, 0.0),
        ("upper right corner", face.length, right),
        ("upper left corner", 0.0, left),
    ]
    for one in face.openings:
        rect, name = one.rect, one.opening.name[:30]
        places += [
            (f"{name}, lower left", rect.u0, rect.v0),
            (f"{name}, lower right", rect.u1, rect.v0),
            (f"{name}, upper right", rect.u1, rect.v1),
            (f"{name}, upper left", rect.u0, rect.v1),
        ]
    return places


class PictureView(QWidget):
    """The photograph with the points on it; a click adds one, a drag moves one.

    By keyboard: Insert puts a point in the middle, a digit chooses one, arrows move it (with Shift further), Delete
    takes it away.
    """

    changed = pyqtSignal()
    removed = pyqtSignal(int)

    def __init__(self, content: bytes, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self._picture = QPixmap()
        self._picture.loadFromData(content)
        self.points: list[QPointF] = []
        self._held: int | None = None
        self.chosen = 0
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(420, 320)
        self.setCursor(Qt.CursorShape.CrossCursor)
        self.setAccessibleName("Photograph; Insert puts a point on it, arrows move it, Delete takes it away")

    def room(self) -> QRectF:
        """Return where the picture is on the widget."""
        size = self._picture.size()
        scale = min(self.width() / max(1, size.width()), self.height() / max(1, size.height()))
        wide, tall = size.width() * scale, size.height() * scale
        return QRectF((self.width() - wide) / 2, (self.height() - tall) / 2, wide, tall)

    def to_picture(self, place: QPointF) -> QPointF:
        """Return the pixel of the picture under a place of the widget."""
        room = self.room()
        scale = self._picture.width() / max(1.0, room.width())
        return QPointF((place.x() - room.left()) * scale, (place.y() - room.top()) * scale)

    def to_screen(self, pixel: QPointF) -> QPointF:
        """Return where a pixel of the picture is on the widget."""
        room = self.room()
        scale = room.width() / max(1, self._picture.width())
        return QPointF(room.left() + pixel.x() * scale, room.top() + pixel.y() * scale)

    def add(self, pixel: QPointF) -> None:
        """Add a point at a pixel of the picture."""
        if len(self.points) < MOST_POINTS:
            self.points.append(pixel)
            self.chosen = len(self.points) - 1
            self.changed.emit()
            self.update()

    def remove(self, number: int) -> None:
        """Take a point away."""
        del self.points[number]
        self.chosen = max(0, min(self.chosen, len(self.points) - 1))
        self._held = None
        self.removed.emit(number)
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Put, choose, move or take away a point."""
        assert event is not None
        key = event.key()
        there = self.chosen < len(self.points)
        if key in (Qt.Key.Key_Insert, Qt.Key.Key_Plus):
            self.add(QPointF(self._picture.width() / 2, self._picture.height() / 2))
        elif key in ARROWS and there:
            far = FAR if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1.0
            step = far * self._picture.width() / max(1.0, self.room().width())
            x, y = ARROWS[key]
            moved = self.points[self.chosen] + QPointF(x * step, y * step)
            wide, tall = self._picture.width(), self._picture.height()
            self.points[self.chosen] = QPointF(min(max(moved.x(), 0.0), wide), min(max(moved.y(), 0.0), tall))
            self.changed.emit()
            self.update()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and there:
            self.remove(self.chosen)
        elif event.text().isdigit() and 0 < int(event.text()) <= len(self.points):
            self.chosen = int(event.text()) - 1
            self.update()
        else:
            super().keyPressEvent(event)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Take hold of a point, or add one."""
        assert event is not None
        near = [
            i for i, one in enumerate(self.points) if (self.to_screen(one) - event.position()).manhattanLength() < REACH
        ]
        if near:
            self._held = self.chosen = near[0]
            self.update()
        elif self.room().contains(event.position()):
            self.add(self.to_picture(event.position()))
            self._held = len(self.points) - 1

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Move the point that is held."""
        assert event is not None
        if self._held is not None and event.buttons() and self._held < len(self.points):
            self.points[self._held] = self.to_picture(event.position())
            self.changed.emit()
            self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """Let go of it."""
        self._held = None

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the photograph and its numbered points."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.drawPixmap(self.room(), self._picture, QRectF(self._picture.rect()))
        if self.hasFocus():
            painter.setPen(QPen(self._theme.colour("verdigris"), 2.0))
            painter.drawRect(self.room().adjusted(1, 1, -1, -1))
        painter.setFont(self._theme.font(10, "bold"))
        for number, pixel in enumerate(self.points, 1):
            place = self.to_screen(pixel)
            if number - 1 == self.chosen:
                painter.setPen(QPen(self._theme.colour("paper"), 4.0))
                painter.drawEllipse(place, 13, 13)
                painter.setPen(QPen(self._theme.colour("verdigris"), 1.8))
                painter.drawEllipse(place, 13, 13)
            for colour, weight in (("paper", 4.0), ("rust", 1.8)):
                painter.setPen(QPen(self._theme.colour(colour), weight))
                painter.drawLine(place - QPointF(9, 0), place + QPointF(9, 0))
                painter.drawLine(place - QPointF(0, 9), place + QPointF(0, 9))
            box = QRectF(place.x() + 10, place.y() - 24, 20, 18)
            painter.fillRect(box, self._theme.colour("paper"))
            painter.setPen(self._theme.colour("rust"))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, str(number))


class PhotoDialog(QDialog):
    """The picture at the left, its points with their places on the wall at the right."""

    def __init__(
        self, content: bytes, face: WallFace, settings: Settings, theme: Theme, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(f"Photograph of wall {face.name}")
        self.resize(980, 620)
        self._settings, self._unit = settings, settings.unit
        self._places = known_places(face)
        lay = QVBoxLayout(self)
        how = plain_label(
            "Click four points or more whose places on the wall are known, the further apart the better. "
            "Insert puts one in the middle, arrows move the one that is ringed, Delete takes it away. "
            "How the lens bends lines is ignored."
        )
        how.setWordWrap(True)
        lay.addWidget(how)
        row = QHBoxLayout()
        self.view = PictureView(content, theme)
        self.view.changed.connect(self._put)
        self.view.removed.connect(self._take_row)
        row.addWidget(self.view, 3)
        side = QWidget()
        self._grid = QGridLayout(side)
        self._grid.setAlignment(Qt.AlignmentFlag.AlignTop)
        row.addWidget(side, 1)
        lay.addLayout(row, 1)
        self.said = plain_label()
        self.said.setWordWrap(True)
        lay.addWidget(self.said)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        leave = QPushButton("Leave it")
        leave.clicked.connect(self.reject)
        self.take = QPushButton("Lay it over the wall")
        self.take.setDefault(True)
        self.take.clicked.connect(self.accept)
        buttons.addWidget(leave)
        buttons.addWidget(self.take)
        lay.addLayout(buttons)
        self.rows: list[tuple[QComboBox, QLineEdit, QLineEdit]] = []
        self._put()

    def _put(self) -> None:
        """Have a row for each point."""
        while len(self.rows) < len(self.view.points):
            number = len(self.rows)
            pick = QComboBox()
            pick.addItem("another place")
            pick.addItems([name for name, _, _ in self._places])
            pick.setAccessibleName(f"Place of point {number + 1}")
            fields = (QLineEdit(), QLineEdit())
            for field, hint in zip(fields, ("from the left", "above the floor"), strict=True):
                field.setPlaceholderText(hint)
                field.setAccessibleName(f"Point {number + 1}, {hint}")
                field.textChanged.connect(lambda _: self._judge())
            pick.currentIndexChanged.connect(lambda at, n=number: self._picked(n, at))
            self._grid.addWidget(plain_label(str(number + 1)), 2 * number, 0)
            self._grid.addWidget(pick, 2 * number, 1, 1, 2)
            for column, field in enumerate(fields, 1):
                self._grid.addWidget(field, 2 * number + 1, column)
            self.rows.append((pick, *fields))
            if number < 4:
                pick.setCurrentIndex(number + 1)  # the corners, in the order they are usually clicked
        self._judge()

    def _take_row(self, number: int) -> None:
        """Take a point's row away; those behind it move up with what was said of them."""
        for row, following in zip(self.rows[number:], self.rows[number + 1 :], strict=False):
            row[0].blockSignals(True)
            row[0].setCurrentIndex(following[0].currentIndex())
            row[0].blockSignals(False)
            for field, other in zip(row[1:], following[1:], strict=True):
                field.setText(other.text())
        self.rows.pop()
        for column in range(3):
            for line in (2 * len(self.rows), 2 * len(self.rows) + 1):
                item = self._grid.itemAtPosition(line, column)
                gone = item.widget() if item is not None else None
                if gone is not None:
                    self._grid.removeWidget(gone)
                    gone.deleteLater()
        self._judge()

    def _picked(self, number: int, at: int) -> None:
        if at > 0:
            _, u, v = self._places[at - 1]
            for field, mm in zip(self.rows[number][1:], (u, v), strict=True):
                field.setText(show_length(mm, self._unit))

    def points(self) -> tuple[PhotoPoint, ...]:
        """Return the points with their places. Raises LengthError for one that cannot be read."""
        made = []
        for pixel, (_, u, v) in zip(self.view.points, self.rows, strict=True):
            place = [parse_length(field.text(), self._unit).mm for field in (u, v)]
            made.append(PhotoPoint(round(pixel.x(), 2), round(pixel.y(), 2), *place))
        return tuple(made)

    def _judge(self) -> None:
        """Say how well the points square up."""
        self.take.setEnabled(False)
        if len(self.view.points) < 4:
            left = 4 - len(self.view.points)
            self.said.setText(f"{left} more {'point' if left == 1 else 'points'}.")
            return
        try:
            points = self.points()
            fit = squared_up([SeenPoint((one.x, one.y), (one.u, one.v)) for one in points])
        except LengthError as error:
            self.said.setText(f"“{error.text[:30]}” is no place: {error.message}")
            return
        except ValueError as error:
            self.said.setText(f"{error}".capitalize() + ".")
            return
        middle = (sum(one.u for one in points) / len(points), sum(one.v for one in points) / len(points))
        words = f"A thing in the middle is placed to ±{show_fine(fit.sigma(middle), self._settings)}."
        if len(points) > 4:
            worst = max(range(len(points)), key=lambda i: fit.misses[i])
            words += f" Point {worst + 1} misses most, by {show_fine(fit.misses[worst], self._settings)}"
            words += ": one of the points is not where it is said to be." if fit.strain > STRAINED else "."
        self.said.setText(words)
        self.take.setEnabled(True)
