"""Putting sheets on paper: a dialog with the sheets as they will come out, the printer or a PDF file, and the paper."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6 import sip
from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, QMarginsF, QSize, QSizeF, Qt, pyqtSignal
from PyQt6.QtGui import QColor, QKeyEvent, QPageLayout, QPageSize, QPainter, QPaintEvent
from PyQt6.QtPdf import QPdfDocument
from PyQt6.QtPrintSupport import QPrinter, QPrinterInfo
from PyQt6.QtWidgets import QComboBox, QDialog, QHBoxLayout, QLabel, QPushButton, QSpinBox, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.errands import Errands
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.theme import Theme
from narrow_cornice.errors import CorniceError, SurroundingsError
from narrow_cornice.exchange.going import StoppedError, tell
from narrow_cornice.exchange.paper import PAPERS, Paper

SHARP_DPI = 300  # what a page is drawn with for a printer
PDF_FILE = "A PDF file"
Sheets = Callable[[Paper], bytes]


def opened(content: bytes, parent: QWidget | None = None) -> QPdfDocument:
    """Return finished sheets as a document to draw from."""
    document = QPdfDocument(parent)
    buffer = QBuffer(document)
    buffer.setData(QByteArray(content))
    buffer.open(QIODevice.OpenModeFlag.ReadOnly)
    document.load(buffer)
    return document


def print_on(name: str, copies: int, content: bytes) -> int:
    """Print finished sheets on the printer of that name and return how many there were. Raises as below."""
    printer = QPrinter(QPrinterInfo.printerInfo(name), QPrinter.PrinterMode.HighResolution)
    printer.setCopyCount(copies)
    return print_pages(content, printer)


def print_pages(content: bytes, printer: QPrinter) -> int:
    """Print every page of finished sheets at its true size and return how many there were.

    Raises ``SurroundingsError`` where the printer does not take them, ``StoppedError`` where they are given up.
    """
    document = opened(content)
    printer.setFullPage(True)  # the sheets have margins of their own, and a scale is only true without others
    painter = QPainter()
    count = document.pageCount()
    for page in range(count):
        try:
            tell(f"sheet {page + 1} of {count}")
        except StoppedError:
            printer.abort()
            raise
        points = document.pagePointSize(page)
        turned = points.width() > points.height()
        upright = QSizeF(min(points.width(), points.height()), max(points.width(), points.height()))
        size = QPageSize(upright, QPageSize.Unit.Point, "", QPageSize.SizeMatchPolicy.FuzzyMatch)
        way = QPageLayout.Orientation.Landscape if turned else QPageLayout.Orientation.Portrait
        printer.setPageLayout(QPageLayout(size, way, QMarginsF(0, 0, 0, 0)))
        if (not painter.begin(printer)) if page == 0 else (not printer.newPage()):
            raise SurroundingsError("The printer does not take the sheets.", remedy="Is it on, and has it paper?")
        image = document.render(page, (points / 72.0 * SHARP_DPI).toSize())
        painter.drawImage(painter.viewport(), image)
    painter.end()
    document.close()
    return count


class _Sheet(QWidget):
    """One sheet as it will come out, as large as there is room."""

    turned = pyqtSignal(int)

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self.document: QPdfDocument | None = None
        self.page = 0
        self.setMinimumSize(360, 420)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("The sheet as it will come out")

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Turn the sheets with Page Up and Page Down."""
        assert event is not None
        step = {Qt.Key.Key_PageUp: -1, Qt.Key.Key_PageDown: 1}.get(Qt.Key(event.key()), 0)
        if step:
            self.turned.emit(step)
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Paint the sheet on the desk."""
        painter = QPainter(self)
        if self.document is None or not self.document.pageCount():
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, "Putting the sheets together …")
            return
        points = self.document.pagePointSize(self.page)
        ratio = self.devicePixelRatioF()
        size = points.scaled(QSizeF(self.size() - QSize(16, 16)), Qt.AspectRatioMode.KeepAspectRatio)
        image = self.document.render(self.page, (size * ratio).toSize())
        image.setDevicePixelRatio(ratio)
        left, top = (self.width() - size.width()) / 2, (self.height() - size.height()) / 2
        painter.fillRect(int(left) + 3, int(top) + 3, int(size.width()), int(size.height()), QColor(0, 0, 0, 40))
        painter.fillRect(int(left), int(top), int(size.width()), int(size.height()), QColor("white"))
        painter.drawImage(int(left), int(top), image)


class PrintDialog(QDialog):
    """Shows the sheets and asks where they go. ``to_file`` carries their finished content; ``to_printer`` the printer,
    the copies and the content; ``refused`` what went wrong; ``paper_chosen`` the paper."""

    to_file = pyqtSignal(bytes)
    to_printer = pyqtSignal(str, int, bytes)
    refused = pyqtSignal(object)
    paper_chosen = pyqtSignal(object)

    # Many parameters: what is printed, how it looks, and the papers there are in words.
    def __init__(
        self, theme: Theme, parent: QWidget, title: str, sheets: Sheets, paper: Paper, papers: Sequence[str]
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.resize(int(760 * theme.letters), int(600 * theme.letters))
        self._sheets = sheets
        self.content = b""
        # What is being made ends unseen where the dialog is left: its closing waits for nothing.
        self._making, self._printers = Errands(parent), Runner(parent)
        self._making.going.connect(self._show_going)
        lay = QHBoxLayout(self)
        lay.setContentsMargins(14, 14, 18, 14)
        lay.setSpacing(16)
        self.sheet = _Sheet(theme)
        self.sheet.turned.connect(self.turn)
        lay.addWidget(self.sheet, 1)
        lay.addLayout(self._build_side(theme, title, papers))
        self.paper.setCurrentIndex(PAPERS.index(paper))
        self.paper.currentIndexChanged.connect(self._choose)
        self.printer.currentIndexChanged.connect(self._say)
        self._make()
        self._printers.run("", QPrinterInfo.availablePrinterNames, self._offer, lambda _: None)
        self._say()

    def _build_side(self, theme: Theme, title: str, papers: Sequence[str]) -> QVBoxLayout:
        side = QVBoxLayout()
        side.setSpacing(4)
        name = plain_label(title)
        name.setWordWrap(True)
        name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {14 * theme.letters:.1f}pt;")
        name.setFixedWidth(int(220 * theme.letters))
        side.addWidget(name)
        self.pages = plain_label("", "caption")
        side.addWidget(self.pages)
        turning = QHBoxLayout()
        self.former, self.next = QPushButton("&Former sheet"), QPushButton("&Next sheet")
        self.former.clicked.connect(lambda: self.turn(-1))
        self.next.clicked.connect(lambda: self.turn(1))
        for button in (self.former, self.next):
            button.setAutoDefault(False)
            turning.addWidget(button)
        side.addLayout(turning)
        side.addSpacing(12)
        self.printer, self.paper, self.copies = QComboBox(), QComboBox(), QSpinBox()
        self.printer.addItem(PDF_FILE)
        self.paper.addItems(papers)
        self.copies.setRange(1, 99)
        self.copies.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)  # the arrow keys turn it
        for words, field in (("&Where to", self.printer), ("&Paper", self.paper), ("&Copies", self.copies)):
            label = QLabel(words)
            label.setBuddy(field)
            field.setAccessibleName(words.replace("&", ""))
            side.addWidget(label)
            side.addWidget(field)
            side.addSpacing(4)
        side.addStretch(1)
        self.go, leave = QPushButton(), QPushButton("Leave it")
        self.go.setDefault(True)
        self.go.clicked.connect(self._go)
        leave.clicked.connect(self.reject)
        side.addWidget(self.go)
        side.addWidget(leave)
        return side

    def _offer(self, names: object) -> None:
        for name in names if isinstance(names, list) and not sip.isdeleted(self) else []:
            self.printer.addItem(name)

    def _choose(self) -> None:
        self.paper_chosen.emit(PAPERS[self.paper.currentIndex()])
        self._make()

    def _make(self) -> None:
        """Put the sheets together for the paper that is chosen, aside; of several askings the last one counts."""
        paper = PAPERS[self.paper.currentIndex()]
        self.content = b""
        self._say()

        def done(content: bytes) -> None:
            self.content = content
            self.sheet.document, self.sheet.page = opened(content, self), 0
            self._say()

        def failed(error: CorniceError) -> None:
            self.refused.emit(error)
            self.reject()

        self._making.run_only("Putting together", lambda: self._sheets(paper), done, failed)

    def _show_going(self, words: str) -> None:
        if words and not self.content:
            self.pages.setText(f"{words.replace(':', '')} …")

    def turn(self, step: int) -> None:
        """Turn to another sheet."""
        many = self.sheet.document.pageCount() if self.sheet.document is not None else 0
        self.sheet.page = max(0, min(many - 1, self.sheet.page + step))
        self._say()

    def _say(self) -> None:
        many = self.sheet.document.pageCount() if self.content and self.sheet.document is not None else 0
        self.pages.setText(f"Sheet {self.sheet.page + 1} of {many}" if many else "…")
        self.former.setEnabled(self.sheet.page > 0)
        self.next.setEnabled(self.sheet.page + 1 < many)
        self.copies.setEnabled(self.printer.currentIndex() > 0)
        self.go.setEnabled(bool(many))
        self.go.setText("Print" if self.printer.currentIndex() > 0 else "Write the PDF …")
        self.sheet.update()

    def _go(self) -> None:
        if self.printer.currentIndex() == 0:
            self.to_file.emit(self.content)
            return
        self.to_printer.emit(self.printer.currentText(), self.copies.value(), self.content)

    def done(self, result: int) -> None:
        """Stop what is still put together, and close; that ends unseen."""
        self._making.drop()
        super().done(result)
