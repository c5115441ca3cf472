"""A ruled sheet: the table that stands beside a drawing and shows the same selection."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from heapq import nlargest
from typing import Any, NamedTuple

import msgspec
from PyQt6.QtCore import (
    QAbstractTableModel,
    QMimeData,
    QModelIndex,
    QObject,
    QPoint,
    QRect,
    QRectF,
    QSize,
    Qt,
    QTimer,
    pyqtSignal,
)
from PyQt6.QtGui import (
    QContextMenuEvent,
    QFontMetrics,
    QGuiApplication,
    QKeyEvent,
    QKeySequence,
    QPainter,
    QPaintEvent,
    QResizeEvent,
)
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QTableView

from narrow_cornice.desk.bench_widgets import plain_tip, swatch_icon
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import RoomPath

MOST_PASTED = 500  # lines of a table
MEASURED = 60  # of the longest texts of a column, to fit it
FITTED = 200  # lines that the columns are fitted to, and that part their words
WIDEST, PARTED = 240, 110  # pixels of a column at most, and from which on its words may part
BESIDE, SWATCH = 21, 28  # … beside its words, with what widths are rounded by, and of a swatch before them
SHOWN, TOLD = 200, 30  # letters of a cell that are shown, and from which on it is told whole under the pointer
MOST_LINES = 4  # of words in a row
WRAPPED = int(Qt.TextFlag.TextWordWrap)


class Cell(msgspec.Struct, frozen=True):
    """One cell: its text, what typing into it does (returns whether it was accepted), and a colour to show.

    The words of one that is ``whole``, as a day and an hour, stand on one line, as figures do.
    """

    text: str
    typed: Callable[[str], bool] | None = None
    swatch: str = ""
    number: bool = False
    warm: bool = False
    strong: bool = False
    whole: bool = False


class SheetRow(msgspec.Struct, frozen=True):
    """One row: what it is about, None for nothing that could be selected, and its cells, or those of a kind of row that
    writes them when they are asked for (``late``)."""

    about: About
    cells: tuple[Cell, ...]

    @property
    def late(self) -> tuple[Cell, ...]:
        """Return its cells, whenever they are written."""
        return self.cells


class SheetModel(QAbstractTableModel):
    """Rows under headings."""

    def __init__(self, headings: tuple[str, ...], theme: Theme, parent: QObject) -> None:
        super().__init__(parent)
        self.headings = headings
        self.rows: list[SheetRow] = []
        self._theme = theme

    def head(self, column: int, words: str) -> None:
        """Change a heading."""
        if self.headings[column] != words:
            self.headings = (*self.headings[:column], words, *self.headings[column + 1 :])
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, column, column)

    def put(self, rows: list[SheetRow]) -> bool:
        """Show other rows, keeping the view where it is when only cells became different; return whether it begins
        anew."""
        if [row.about for row in rows] == [row.about for row in self.rows]:
            former, self.rows = self.rows, rows
            late = [index for index, (old, new) in enumerate(zip(former, rows, strict=True)) if old is not new]
            if late and not rows[late[0]].cells:  # they are written when they are seen
                self.dataChanged.emit(self.index(late[0], 0), self.index(late[-1], len(self.headings) - 1))
                return False
            for index, (old, new) in enumerate(zip(former, rows, strict=True)):
                if old is new:
                    continue
                if [(c.text, c.swatch, c.warm) for c in old.late] != [(c.text, c.swatch, c.warm) for c in new.late]:
                    self.dataChanged.emit(self.index(index, 0), self.index(index, len(self.headings) - 1))
            return False
        self.beginResetModel()
        self.rows = rows
        self.endResetModel()
        return True

    def rowCount(self, parent: QModelIndex | None = None) -> int:
        """Return the number of rows."""
        return 0 if parent is not None and parent.isValid() else len(self.rows)

    def columnCount(self, parent: QModelIndex | None = None) -> int:
        """Return the number of columns."""
        return 0 if parent is not None and parent.isValid() else len(self.headings)

    def headerData(self, section: int, way: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        """Return a heading."""
        if way == Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return self.headings[section]
        if way == Qt.Orientation.Horizontal and role == Qt.ItemDataRole.TextAlignmentRole:
            return Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
        return None

    def data(self, index: QModelIndex, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        """Return what a cell shows."""
        if not index.isValid() or index.column() >= len(self.rows[index.row()].late):
            return None
        cell = self.rows[index.row()].late[index.column()]
        if role == Qt.ItemDataRole.DisplayRole:
            return cell.text if len(cell.text) <= SHOWN else cell.text[: SHOWN - 1] + "…"
        if role == Qt.ItemDataRole.ToolTipRole:
            return plain_tip(cell.text) if len(cell.text) > TOLD else None
        if role == Qt.ItemDataRole.EditRole:
            return cell.text
        if role == Qt.ItemDataRole.DecorationRole and cell.swatch:
            return swatch_icon(cell.swatch, self._theme)
        if role == Qt.ItemDataRole.TextAlignmentRole and cell.number:
            return Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
        if role == Qt.ItemDataRole.FontRole and cell.strong:
            return self._theme.font(9.5, "bold")
        if role == Qt.ItemDataRole.ForegroundRole:
            return self._theme.colour("rust" if cell.warm else ("ink" if cell.typed or not cell.number else "soft"))
        return None

    def flags(self, index: QModelIndex) -> Qt.ItemFlag:
        """Return whether a cell can be typed into."""
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        if index.isValid() and index.column() < len(self.rows[index.row()].late):
            cell = self.rows[index.row()].late[index.column()]
            if cell.typed is not None:
                flags |= Qt.ItemFlag.ItemIsEditable
        return flags

    def setData(self, index: QModelIndex, value: Any, role: int = Qt.ItemDataRole.EditRole) -> bool:
        """Take what was typed."""
        cell = self.rows[index.row()].late[index.column()]
        if role != Qt.ItemDataRole.EditRole or cell.typed is None or str(value) == cell.text:
            return False
        return cell.typed(str(value))


class Ruled(NamedTuple):
    """A ruled sheet as a page declares it; it is made when the first of its ``leaves`` is looked at.

    ``rows`` are its rows in a room, ``empty`` what belongs on it while it has none, ``stretch`` the column that takes
    what is left of the width, ``made`` what else is to be done with the sheet once it is there; ``lines`` how many are
    shown at least as it opens, nought where the drawing is more important.
    """

    leaves: tuple[str, ...]
    name: str
    headings: tuple[str, ...]
    rows: Callable[[Room], list[SheetRow]]
    empty: str
    stretch: int = 0
    made: Callable[[RuledSheet], object] = lambda sheet: None
    lines: int = 0


class RuledSheet(QTableView):
    """The sheet with its selection by path; Enter or a letter begins typing.

    Rows that are chosen are copied as a table, and a table is pasted cell by cell from the one that is chosen. Tab
    leaves the sheet. What is ``empty`` says stands on it while it has no line.
    """

    picked = pyqtSignal(object)
    picked_many = pyqtSignal(list)
    menu_wanted = pyqtSignal(object, QPoint)
    left_below = pyqtSignal()

    def __init__(self, headings: tuple[str, ...], theme: Theme, name: str, stretch: int = 0) -> None:
        super().__init__()
        self._following = False
        self._sized_for: list[list[str]] = []  # the texts that the columns were fitted to
        self._sized_later = set[int]()  # the rows beyond the first ones that have as many lines as their words take
        self._stretch = stretch
        self._theme = theme
        self._least = int(130 * theme.letters)
        self.steady = False  # whether columns grow no narrower while lines are sifted
        self._wider = False  # whether the columns need more room than there is
        self._needed = [(0, 0)] * len(headings)  # by column, how wide it is on one line, and at least
        self._sizing = False  # whether columns get their widths, by no hand
        self.setAccessibleName(name)
        self.empty = ""
        self.setTabKeyNavigation(False)
        self.sheet = SheetModel(headings, theme, self)
        self.setModel(self.sheet)
        self.setShowGrid(True)
        self.setWordWrap(True)
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
            | QAbstractItemView.EditTrigger.AnyKeyPressed
        )
        down = self.verticalHeader()
        across = self.horizontalHeader()
        assert down is not None
        assert across is not None
        down.hide()
        down.setDefaultSectionSize(int(25 * theme.letters))
        down.setMinimumSectionSize(20)
        across.setHighlightSections(False)
        across.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
        across.setMinimumSectionSize(36)
        across.sectionResized.connect(self._parted_anew)
        bar = self.verticalScrollBar()
        assert bar is not None
        bar.valueChanged.connect(self._size_seen)

    def put(self, rows: list[SheetRow], selected: About) -> None:
        """Show rows and the selection."""
        self._following = True
        anew = self.sheet.put(rows)
        texts = [[*self.sheet.headings], *([cell.text for cell in row.late] for row in rows[:FITTED])]
        if texts != self._sized_for:
            kept = self.steady and bool(self._sized_for)
            self._sized_for = texts
            self._measure_columns()
            self._size_columns(kept=kept)
        elif anew:  # every row is as tall as usual again
            self._size_rows()
        else:
            self._sized_later.clear()
            self._size_seen()
        index = next(
            (
                i
                for i, row in enumerate(rows)
                if selected is not None
                and row.about is not None
                and (row.about == selected or (not isinstance(row.about, RoomPath) and selected.within(row.about)))
            ),
            None,
        )
        chosen = self.selectionModel()
        assert chosen is not None
        current = {one.row() for one in chosen.selectedRows()}
        if index is None:
            if not selected or len(current) <= 1:
                self.clearSelection()
        elif index not in current:
            column = max(0, self.currentIndex().column())
            self.setCurrentIndex(self.sheet.index(index, column))
            self.selectRow(index)
            self.setCurrentIndex(self.sheet.index(index, column))
        self._following = False

    def _measure_columns(self) -> None:
        """Note what every column needs for the texts that are in it now."""
        rows = [row.late for row in self.sheet.rows[:FITTED]]
        self._needed = [
            self._needs(heading, [cells[column] for cells in rows if column < len(cells)])
            for column, heading in enumerate(self.sheet.headings)
        ]

    def _size_columns(self, *, kept: bool = False) -> None:
        """Give every column what it needs, or what it has where that is more and is ``kept``, and the stretching one
        what is left, but never too little to read; where that is more than there is, words stand in several lines."""
        needed = [min(WIDEST, most) for most, _ in self._needed]
        if kept:
            needed = [max(wide, self.columnWidth(column)) for column, wide in enumerate(needed)]
        room = self.width() - 14 - sum(needed) + needed[self._stretch]
        if room < self._least:
            room += self._squeeze(needed, self._least - room)
        along = needed[self._stretch] if room < self._least else 0  # what is moved along anyway needs no parting
        needed[self._stretch] = max(self._least, room, along)
        self._sizing = True
        for column, wide in enumerate(needed):
            self.setColumnWidth(column, wide)
        self._sizing = False
        self._size_rows()
        if (room < self._least) != self._wider:
            self._wider = room < self._least
            self.updateGeometry()

    def _parted_anew(self) -> None:
        """Part the words of the rows anew where a column was made wider or narrower by hand."""
        if not self._sizing:
            self._size_rows()

    def _needs(self, heading: str, cells: Sequence[Cell]) -> tuple[int, int]:
        """Return how wide a column is where its texts stand on one line, and where they part between words."""
        metrics, small = QFontMetrics(self._theme.font(9.5)), QFontMetrics(self._theme.font(8.5))
        texts = nlargest(MEASURED, {cell.text[:60] for cell in cells}, key=len)
        swatch = SWATCH if any(cell.swatch for cell in cells) else 0
        head = small.horizontalAdvance(heading) + BESIDE
        most = max((metrics.horizontalAdvance(text) for text in texts), default=0) + swatch + BESIDE
        if any(cell.number or cell.whole for cell in cells):
            return max(most, head), max(most, head)
        words = nlargest(MEASURED, {word for text in texts for word in text.split()}, key=len)
        least = max((metrics.horizontalAdvance(word) for word in words), default=0) + swatch + BESIDE
        return max(most, head), max(least, head, min(most, PARTED))

    def _squeeze(self, needed: list[int], short: int) -> int:
        """Make columns narrower by what is short, the widest first, and return what that gave: nothing where the sheet
        has to be moved along anyway."""
        able = {one: wide for one, (_, wide) in enumerate(self._needed) if one != self._stretch and needed[one] > wide}
        if sum(needed[one] - wide for one, wide in able.items()) < short:
            return 0
        for _ in range(short):
            widest = max((one for one, wide in able.items() if needed[one] > wide), key=lambda one: needed[one])
            needed[widest] -= 1
        return short

    def _size_rows(self) -> None:
        """Give every row as many lines as its words take: of a long sheet the first ones, and others as they are
        seen."""
        self._sized_later.clear()
        self._size_each(range(min(FITTED, len(self.sheet.rows))))
        self._size_seen()

    def _size_seen(self) -> None:
        """Size the rows that have come into sight and were not sized yet."""
        fresh = self._unsized()
        self._sized_later.update(fresh)
        self._size_each(fresh)

    def _unsized(self) -> list[int]:
        """Return the rows in sight that were not sized yet."""
        view, many = self.viewport(), len(self.sheet.rows)
        if many <= FITTED or view is None:
            return []
        first, last = self.rowAt(0), self.rowAt(view.height() - 1)
        seen = range(max(FITTED, first), (last if last >= 0 else many - 1) + 1) if first >= 0 else range(0)
        return [number for number in seen if number not in self._sized_later]

    def _size_each(self, numbers: Iterable[int]) -> None:
        down = self.verticalHeader()
        assert down is not None
        usual, metrics = down.defaultSectionSize(), QFontMetrics(self._theme.font(9.5))
        for number in numbers:
            cells = enumerate(self.sheet.rows[number].late)
            lines = max((self._lines_of(column, cell, metrics) for column, cell in cells), default=1)
            tall = usual + (lines - 1) * metrics.lineSpacing()
            if down.sectionSize(number) != tall:
                down.resizeSection(number, tall)

    def _lines_of(self, column: int, cell: Cell, metrics: QFontMetrics) -> int:
        """Return how many lines the words of a cell take in their column."""
        room = self.columnWidth(column) - BESIDE - (SWATCH if cell.swatch else 0)
        if cell.number or cell.whole or metrics.horizontalAdvance(cell.text) <= room:
            return 1
        box = metrics.boundingRect(QRect(0, 0, max(20, room), 10_000), WRAPPED, cell.text[:SHOWN])
        return min(MOST_LINES, -(-box.height() // metrics.lineSpacing()))

    def minimumSizeHint(self) -> QSize:
        """Return room for the headings and most of a row; for all of it where the bar below would lie over it."""
        across, down, bar = self.horizontalHeader(), self.verticalHeader(), self.horizontalScrollBar()
        assert across is not None
        assert down is not None
        assert bar is not None
        tall = int(42 * self._theme.letters)
        if self._wider:
            tall = across.sizeHint().height() + down.defaultSectionSize() + bar.sizeHint().height()
        return QSize(super().minimumSizeHint().width(), tall + 2 * self.frameWidth())

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Size the columns anew."""
        super().resizeEvent(event)
        self._size_columns()
        if self.selectionModel() is not None and self.currentIndex().isValid():
            self.scrollTo(self.currentIndex())  # what is selected stays in sight

    def selectionChanged(self, selected: Any, deselected: Any) -> None:
        """Tell what was picked by a person."""
        super().selectionChanged(selected, deselected)
        chosen = self.selectionModel()
        if self._following or chosen is None:
            return
        rows = sorted(one.row() for one in chosen.selectedRows())
        abouts = [self.sheet.rows[row].about for row in rows if row < len(self.sheet.rows)]
        if len(abouts) == 1:
            self.picked.emit(abouts[0])
        self.picked_many.emit(abouts)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the rows, or the sentence that says what belongs here."""
        super().paintEvent(event)
        if self._unsized():  # they came into sight by something else than the bar
            QTimer.singleShot(0, self._size_seen)
        view = self.viewport()
        if self.sheet.rows or not self.empty or view is None:
            return
        painter = QPainter(view)
        painter.setFont(self._theme.font(10, "slanted"))
        painter.setPen(self._theme.colour("soft"))
        room = QRectF(view.rect()).adjusted(10, 6, -10, -2)
        painter.drawText(room, Qt.AlignmentFlag.AlignLeft | Qt.TextFlag.TextWordWrap, self.empty)

    def contextMenuEvent(self, event: QContextMenuEvent | None) -> None:
        """Ask for what can be done with the line under the pointer, or with the chosen one."""
        assert event is not None
        index = self.indexAt(event.pos())
        index = index if index.isValid() else self.currentIndex()
        about = self.sheet.rows[index.row()].about if index.isValid() else None
        self.menu_wanted.emit(about, event.globalPos())

    def copy_rows(self) -> None:
        """Put the chosen rows on the clipboard as a table, with its headings: as text and as HTML."""
        chosen, board = self.selectionModel(), QGuiApplication.clipboard()
        if chosen is None or board is None or not chosen.hasSelection():
            return
        numbers = sorted(one.row() for one in chosen.selectedRows())
        lines = [self.sheet.headings, *([cell.text for cell in self.sheet.rows[row].late] for row in numbers)]
        table = QMimeData()
        table.setText("\n".join("\t".join(one.replace("\t", " ") for one in line) for line in lines))
        from html import escape

        cells = ["".join(f"<td>{escape(one)}</td>" for one in line) for line in lines]
        table.setHtml(f"<table>{''.join(f'<tr>{line}</tr>' for line in cells)}</table>")
        board.setMimeData(table)

    def paste(self) -> None:
        """Take a table from the clipboard, cell by cell from the chosen one down; what is refused ends it."""
        board, at = QGuiApplication.clipboard(), self.currentIndex()
        text = board.text() if board is not None else ""
        if not text.strip() or not at.isValid():
            return
        for down, line in enumerate(text.rstrip("\n").splitlines()[:MOST_PASTED]):
            for right, word in enumerate(line.split("\t")):
                index = self.sheet.index(at.row() + down, at.column() + right)
                typable = index.isValid() and self.sheet.flags(index) & Qt.ItemFlag.ItemIsEditable
                fresh = word.strip() not in ("", index.data(Qt.ItemDataRole.EditRole) if index.isValid() else "")
                if typable and fresh and not self.sheet.setData(index, word.strip()):
                    return

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Begin typing on Enter; copy and paste tables; go on below the last row."""
        assert event is not None
        here, rows = self.currentIndex(), len(self.sheet.rows)
        if event.key() == Qt.Key.Key_Down and (not rows or (here.isValid() and here.row() == rows - 1)):
            self.left_below.emit()
            return
        if event.matches(QKeySequence.StandardKey.Copy):
            self.copy_rows()
            return
        if event.matches(QKeySequence.StandardKey.Paste):
            self.paste()
            return
        if (
            event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter)
            and self.state() != QAbstractItemView.State.EditingState
        ):
            index = self.currentIndex()
            if index.isValid() and self.sheet.flags(index) & Qt.ItemFlag.ItemIsEditable:
                self.edit(index)
                return
        super().keyPressEvent(event)


def row(about: About, *cells: object) -> SheetRow:
    """Return a sheet row; cells that are plain words are only read."""
    return SheetRow(about, tuple(cell if isinstance(cell, Cell) else Cell(str(cell)) for cell in cells))
