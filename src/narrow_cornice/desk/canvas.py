"""The canvas: shows one drawing, lets every thing in it be pointed at, and takes a typed size on the spot."""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence

from msgspec.structs import replace
from PyQt6.QtCore import QPoint, QPointF, QRectF, QSize, Qt, QTimer, pyqtBoundSignal, pyqtSignal
from PyQt6.QtGui import (
    QContextMenuEvent,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPixmap,
    QResizeEvent,
    QTransform,
    QWheelEvent,
)
from PyQt6.QtWidgets import QLabel, QToolTip, QWidget

from narrow_cornice.desk.bench_widgets import plain_tip
from narrow_cornice.desk.drawing_tools import DrawingTools, Tool
from narrow_cornice.desk.drawn_at import about_at, beside, handle_at, place_of
from narrow_cornice.desk.drawn_things import DrawnThing, things_of
from narrow_cornice.desk.painting import Lettered, MarkPainter, letter_sizes
from narrow_cornice.desk.selection_painting import paint_inset, paint_selection
from narrow_cornice.desk.size_editor import SizeEditor
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.lettering import PARTED, in_lines, letter_boxes
from narrow_cornice.drawing.marks import (
    About,
    Drawing,
    Mark,
    Point,
)
from narrow_cornice.explained.paths import ThingPath

MARGIN = 22
EDGE = 8.0  # pixels that letters keep from the edge of the canvas
NAMED_AFTER = 400  # ms


class Canvas(QLabel):
    """A drawing on its sheet of paper; a label with a picture, since that is what a screen reader is told is a graphic.

    Emits ``picked`` with the path of what was pointed at (None for nothing), ``size_wanted`` when a size is to be
    typed for the selection, ``size_typed`` with the text and whether Tab was pressed to go on, ``turned`` with ±1 and
    ``stepped`` with ±1 for the next wall. While a handle is moved ``dragged`` says which and where to, in mm of the
    drawing; ``dropped`` where it was let go.
    """

    picked = pyqtSignal(object)
    pointed = pyqtSignal(float, float)
    dragged = pyqtSignal(object, float, float)
    dropped = pyqtSignal(object, float, float)
    size_wanted = pyqtSignal(object)
    size_typed = pyqtSignal(object, str, bool)
    turned = pyqtSignal(int)
    stepped = pyqtSignal(int)
    letter = pyqtSignal(str)
    menu_wanted = pyqtSignal(object, QPoint)

    def __init__(self, theme: Theme, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setObjectName("canvas")
        self.setAccessibleName("Drawing")
        self.setPixmap(QPixmap(1, 1))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setMinimumSize(320, 220)
        self._theme = theme
        self._drawing: Drawing | None = None
        self._lettered: Lettered | None = None  # the drawing with its letters settled for a scale
        self._parted: tuple[str, int, list[str]] | None = None  # a subtitle, the room for it, its lines
        # Pixels left free at both sides, and above and below, for letters that reach out over the drawing.
        self._free = (0.0, 0.0)
        self._zooming = QTimer(self)  # letters are settled anew when the zoom has come to rest
        self._zooming.setSingleShot(True)
        self._zooming.setInterval(120)
        self._zooming.timeout.connect(self.update)
        self._things: list[DrawnThing] = []
        self._naming = QTimer(self)  # what is drawn is named for a reader once it has come to rest
        self._naming.setSingleShot(True)
        self._naming.setInterval(NAMED_AFTER)
        self._naming.timeout.connect(self.name_children)
        self._inset: Drawing | None = None
        self._selected: About = None
        self._callout = ""
        self._zoom = 1.0
        self._shift = QPointF(0, 0)
        self._held: QPointF | None = None
        self._moved = False
        self._handle: About = None  # what is being dragged
        self._tools: DrawingTools | None = None
        self.pointing = False  # whether the next click is a place on the drawing instead of a thing
        self._name_of: Callable[[ThingPath], str] = lambda _: ""
        self.editor = SizeEditor(self, theme)
        self._astray = False  # whether its field stands where nothing is drawn
        self.editor.taken.connect(self.size_typed)
        self.editor.given_up.connect(self.end_size)

    def set_tools(self, tools: Sequence[Tool]) -> None:
        """Put what can be done with the drawing into its upper right corner."""
        self._tools = DrawingTools(self, tools)

    def offer_tools(self, only: Collection[str]) -> None:
        """Offer those of the corner's tools, no others."""
        if self._tools is not None:
            self._tools.offer(only)

    def say_tool(self, tool: str, words: str) -> None:
        """Let a tool of the corner say other words."""
        if self._tools is not None:
            self._tools.say(tool, words)

    def sizeHint(self) -> QSize:
        """Wish for no size: the drawing fits whatever room it is given."""
        return QSize()

    def minimumSizeHint(self) -> QSize:
        """Need no size but the one that is set."""
        return QSize()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Keep what is in the corner there."""
        super().resizeEvent(event)
        self._free = (0.0, 0.0)
        if self._tools is not None:
            self._tools.stand(self.width() - 8, 6)

    # ---- what is shown

    def show_drawing(self, drawing: Drawing, inset: Drawing | None, selected: About, callout: str) -> None:
        """Show a drawing with its small section, the selection, and the words beside the selection."""
        if drawing is self._drawing and (inset, selected, callout) == (self._inset, self._selected, self._callout):
            return  # painting is most of what a change takes
        fresh = self._drawing is None or self._drawing.title != drawing.title
        if drawing is not self._drawing:
            self._lettered, self._free = None, (0.0, 0.0)
        self._drawing, self._inset, self._selected, self._callout = drawing, inset, selected, callout
        self.setAccessibleDescription(f"{drawing.title}. {drawing.subtitle}. {callout}")
        if fresh:
            self.fit()
        about = self.editor.asked()
        if self._astray and about is not None and (place := self.place_of(about)) is not None:
            self._astray = False
            self.editor.stand(place)  # it was asked for before what it is about was drawn
        self._naming.start()
        self.update()

    def name_children(self) -> None:
        """Put a named child over each thing of the drawing that can be chosen."""
        found = things_of(self._drawing, self._name_of, self.way()) if self._drawing is not None else []
        while len(self._things) < len(found):
            thing = DrawnThing(self)
            thing.chosen.connect(self.picked)
            self._things.append(thing)
        for thing in self._things[len(found) :]:
            thing.hide()
        for thing, (about, name, box) in zip(self._things, found, strict=False):
            thing.about = about
            thing.setAccessibleName(name)
            thing.setGeometry(box.toAlignedRect())
            thing.show()
        if self._tools is not None:
            self._tools.raise_()
        self.editor.raise_()

    def _marks(self) -> tuple[Mark, ...]:
        """Return the marks with their letters where they stand on the canvas."""
        drawing = self._lettered.drawing if self._lettered is not None else self._drawing
        return drawing.marks if drawing is not None else ()

    def fit(self) -> None:
        """Show the whole drawing."""
        self._zoom, self._shift = 1.0, QPointF(0, 0)
        self.update()

    def way(self) -> QTransform:
        """Return the map from the drawing's millimetres to the canvas."""
        assert self._drawing is not None
        left, top, right, bottom = self._drawing.bounds
        wide = max(1.0, self.width() - 2 * MARGIN - 2 * self._free[0])
        head = self.head()
        tall = max(1.0, self.height() - head - MARGIN - 2 * self._free[1])
        scale = min(wide / max(1.0, right - left), tall / max(1.0, bottom - top)) * self._zoom
        x = self.width() / 2 - (left + right) / 2 * scale + self._shift.x()
        y = head + (self.height() - head - MARGIN) / 2 - (top + bottom) / 2 * scale + self._shift.y()
        return QTransform(scale, 0, 0, scale, x, y)

    def _to_leave_free(self, lettered: Lettered, way: QTransform) -> tuple[float, float]:
        """Return what to leave free at both sides, and above and below, so that all letters stand on the canvas; none
        where they do."""
        left, top, right, bottom = lettered.drawing.bounds
        boxes = letter_boxes(lettered.drawing, letter_sizes(self._theme, way.m11()))
        way = way * QTransform.fromTranslate(-self._shift.x(), -self._shift.y())  # wherever it was moved to
        stand = [way.mapRect(QRectF(x0, y0, x1 - x0, y1 - y0)) for x0, y0, x1, y1 in boxes]
        paper = QRectF(0, self.head(), self.width(), self.height() - self.head()).adjusted(EDGE, -4, -EDGE, -4)
        aside = max((max(paper.left() - one.left(), one.right() - paper.right()) for one in stand), default=0.0)
        over = max((max(paper.top() - one.top(), one.bottom() - paper.bottom()) for one in stand), default=0.0)
        wide, tall = self.width() - 2 * MARGIN, self.height() - self.head() - MARGIN
        return (
            (wide - (right - left) * way.m11()) / 2 + aside if aside > 0.0 else 0.0,
            (tall - (bottom - top) * way.m11()) / 2 + over if over > 0.0 else 0.0,
        )

    def head(self) -> float:
        """Return the pixels kept free for the title."""
        title, subtitle = self._theme.font(14, "name"), self._theme.font(9.5, "slanted")
        lines = max(1, len(self._subtitle()))
        return 18 + QFontMetricsF(title).height() + lines * QFontMetricsF(subtitle).height()

    def _subtitle(self) -> list[str]:
        """Return the subtitle in one line or, where it is too long for one, parted between its words in two."""
        if self._drawing is None or not self._drawing.marks:
            return []
        room, words = self.width() - 2 * MARGIN, self._drawing.subtitle
        if self._parted is None or self._parted[:2] != (words, room):  # asked for with every place of the drawing
            metrics = QFontMetricsF(self._theme.font(9.5, "slanted"))
            first, *rest = in_lines(words, room, metrics.horizontalAdvance) or [""]
            lines = [first, PARTED.join(rest)] if rest else [first]
            # The mark of what is left out wants some room more than the text has.
            fitting = [metrics.elidedText(line, Qt.TextElideMode.ElideRight, room - 6) for line in lines]
            self._parted = (words, room, fitting)
        return self._parted[2]

    def to_screen(self, point: Point) -> QPointF:
        """Return where a place of the drawing is on the canvas."""
        return self.way().map(QPointF(*point))

    def zoom_by(self, factor: float, around: QPointF | None = None) -> None:
        """Zoom around a place of the canvas, its middle where none is given."""
        centre = around or QPointF(self.width() / 2, self.height() / 2)
        new = min(60.0, max(0.3, self._zoom * factor))
        factor = new / self._zoom
        middle = QPointF(self.width() / 2, self.head() + (self.height() - self.head() - MARGIN) / 2)
        self._shift = (self._shift + middle - centre) * factor + centre - middle
        self._zoom = new
        self._zooming.start()
        self.editor.hide()
        self.update()

    # ---- painting

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the sheet, the drawing, the selection and the title."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        sheet = QRectF(self.rect()).adjusted(1, 1, -1, -1)
        painter.setPen(QPen(self._theme.colour("verdigris" if self.hasFocus() else "rule"), 1.4))
        painter.setBrush(self._theme.colour("sheet"))
        painter.drawRect(sheet)
        if self._drawing is None:
            return
        way = self.way()
        painter.setClipRect(sheet.adjusted(1, 1, -1, -1))
        if self._lettered is None or (self._lettered.scale != way.m11() and not self._zooming.isActive()):
            self._lettered = Lettered(self._drawing, self._theme, way.m11())
            if self._zoom == 1.0 and self._free == (0.0, 0.0):  # as a whole it is seen with all its letters
                self._free = self._to_leave_free(self._lettered, way)
            if self._zoom == 1.0 and way != self.way():
                way = self.way()
                self._lettered = Lettered(self._drawing, self._theme, way.m11())
        lettered = self._lettered
        marks = MarkPainter(painter, self._theme, way, lettered.shapes)
        marks.drawing(lettered.drawing)
        paper = QRectF(4, self.head(), self.width() - 8, self.height() - self.head() - 6)
        paint_selection(painter, marks, lettered, self._selected, self._callout, paper)
        self._paint_title(painter)
        if not self._drawing.marks:
            marks.text(QPointF(self.width() / 2, self.height() / 2), self._drawing.subtitle, 12, "slanted", "ochre")
        if self._inset is not None and self._inset.marks:
            paint_inset(painter, marks, lettered, self._inset, paper)

    def _paint_title(self, painter: QPainter) -> None:
        assert self._drawing is not None
        title, subtitle = self._theme.font(14, "name"), self._theme.font(9.5, "slanted")
        tall, line = QFontMetricsF(title).height(), QFontMetricsF(subtitle).height()
        room, lines = self.width() - 2 * MARGIN, self._subtitle()
        paper = self._theme.colour("sheet")
        paper.setAlpha(225)
        painter.fillRect(QRectF(2, 2, self.width() - 4, self.head() - 8), paper)
        corner = self._tools.width() if self._tools is not None and self._tools.isVisible() else 0
        name = QFontMetricsF(title).elidedText(self._drawing.title, Qt.TextElideMode.ElideRight, room - 6 - corner)
        below = [(subtitle, text, "soft", 8.0 + tall + line * number) for number, text in enumerate(lines)]
        for font, text, colour, y in [(title, name, "ink", 8.0), *below]:
            painter.setFont(font)
            painter.setPen(self._theme.colour(colour))
            place = QRectF(MARGIN - 4, y, room, QFontMetricsF(font).height())
            painter.drawText(place, Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextSingleLine, text)

    # ---- pointing

    def handle_at(self, place: QPointF) -> About:
        """Return the path of the handle at a place of the canvas, None for none."""
        return handle_at(self._marks(), self.way(), place) if self._drawing is not None else None

    def about_at(self, place: QPointF) -> About:
        """Return the path of the topmost thing at a place of the canvas, None for nothing."""
        return about_at(self._marks(), self.way(), self._theme, place) if self._drawing is not None else None

    def place_of(self, about: ThingPath) -> QPointF | None:
        """Return a place of the canvas that points at a thing, else at what it is of, None where neither is drawn."""
        return place_of(self._marks(), self.way(), about) if self._drawing is not None else None

    def show_dragged(self, drawing: Drawing, callout: str, moved: About = None) -> None:
        """Show the drawing as it would be, where it stands on the sheet, while a handle is moved. Of a thing that is
        ``moved`` among others the words of these stay where they are."""
        if self._drawing is not None:
            before = self._lettered if moved is not None else None
            self._drawing, self._lettered = replace(drawing, bounds=self._drawing.bounds), None
            if before is not None:
                self._lettered = before.moved_to(self._drawing, moved, self._theme)
            self._callout = callout
            self.update()

    def name_things(self, name_of: Callable[[ThingPath], str]) -> None:
        """Give what to ask for the words shown when the pointer rests on a thing."""
        self._name_of = name_of

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Begin a click or a pan."""
        assert event is not None
        self.setFocus()
        self._held = event.position()
        self._moved = False
        self._handle = self.handle_at(event.position())

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """Pan while a button is held, else show what could be picked."""
        assert event is not None
        if self._held is not None and event.buttons():
            way = event.position() - self._held
            if self._handle:
                if self._moved or way.manhattanLength() > 3:
                    self._moved = True
                    self.editor.hide()
                    self._send(self.dragged, event.position())
                return
            if self._moved or way.manhattanLength() > 5:
                self._moved = True
                self._shift += way
                self._held = event.position()
                self.editor.hide()
                self.update()
            return
        if self.pointing:
            self.setCursor(Qt.CursorShape.CrossCursor)
            return
        about = self.about_at(event.position())
        if self.handle_at(event.position()):
            self.setCursor(Qt.CursorShape.SizeAllCursor)
        else:
            self.setCursor(Qt.CursorShape.PointingHandCursor if about else Qt.CursorShape.ArrowCursor)
        name = self._name_of(about) if about else ""
        if name:
            QToolTip.showText(event.globalPosition().toPoint(), plain_tip(name), self)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        """Pick what is under the pointer if it was a click."""
        assert event is not None
        if self._handle and self._moved:
            self._send(self.dropped, event.position())
        elif self._held is not None and not self._moved and self.pointing:
            place = self.way().inverted()[0].map(event.position())
            self.pointed.emit(place.x(), place.y())
        elif self._held is not None and not self._moved:
            self.picked.emit(self._handle or self.about_at(event.position()))
        self._held, self._handle = None, None

    def _send(self, signal: pyqtBoundSignal, place: QPointF) -> None:
        """Tell where the handle that is held is now."""
        at = self.way().inverted()[0].map(place)
        signal.emit(self._handle, at.x(), at.y())

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        """Ask for the size of what is under the pointer."""
        assert event is not None
        about = self.about_at(event.position())
        if about:
            self.picked.emit(about)
            self.size_wanted.emit(about)

    def contextMenuEvent(self, event: QContextMenuEvent | None) -> None:
        """Ask for what can be done with what is under the pointer, or with what is selected."""
        assert event is not None
        by_key = event.reason() == QContextMenuEvent.Reason.Keyboard
        about = self._selected if by_key else self.about_at(QPointF(event.pos()))
        place = self.place_of(about) if by_key and about is not None else None
        self.menu_wanted.emit(about, self.mapToGlobal(place.toPoint()) if place is not None else event.globalPos())

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """Zoom around the pointer."""
        assert event is not None
        self.zoom_by(1.0015 ** event.angleDelta().y(), event.position())

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take the drawing's own keys: turning, walls, zoom, pan, Enter for a size, a letter for a place."""
        assert event is not None
        key, text = event.key(), event.text()
        pans = {Qt.Key.Key_Left: (40, 0), Qt.Key.Key_Right: (-40, 0), Qt.Key.Key_Up: (0, 40), Qt.Key.Key_Down: (0, -40)}
        plain = not event.modifiers() & (Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier)
        if not plain:
            super().keyPressEvent(event)
        elif text in ("[", "]"):
            self.turned.emit(-1 if text == "[" else 1)
        elif text in (",", "."):
            self.stepped.emit(-1 if text == "," else 1)
        elif text in ("+", "-"):
            self.zoom_by(1.25 if text == "+" else 0.8)
        elif text == "0":
            self.fit()
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            if self._selected:
                self.size_wanted.emit(self._selected)
        elif key == Qt.Key.Key_Escape:
            self.pointing = False
            self.picked.emit(None)
        elif key in pans:
            self._shift += QPointF(*pans[Qt.Key(key)])
            self.update()
        elif text and text.isprintable():
            self.letter.emit(text)
        else:
            super().keyPressEvent(event)

    # ---- typing a size on the drawing

    def ask_size(self, about: ThingPath, text: str, label: str, hint: str = "") -> None:
        """Open a field at a thing, filled with its size; ``hint`` stands below it."""
        place = self._beside(about) if hint else self.place_of(about)
        self._astray = place is None
        if place is None:
            place, hint = QPointF(self.width() / 2, self.height() - 70), hint or label
        self.editor.ask(about, text, label, hint, place)

    def keep_beside(self, about: ThingPath) -> None:
        """Keep the field beside what it is about, where that has moved."""
        place = self._beside(about)
        if place is not None:
            self.editor.stand(place)

    def _beside(self, about: ThingPath) -> QPointF | None:
        """Return a place beside a line, on the left hand of who walks along it, None where it is not drawn."""
        return beside(self._marks(), self.way(), about) if self._drawing is not None else None

    def asked(self) -> About:
        """Return the path of the size that is being typed, None while none is."""
        return self.editor.asked()

    def refuse_size(self) -> None:
        """Mark what was typed as wrong and leave it to be mended."""
        self.editor.mark_wrong(True)

    def end_size(self) -> None:
        """Close the field."""
        self.editor.hide()
        self.setFocus()
