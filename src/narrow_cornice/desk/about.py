"""What the program says of itself, and its guide."""

from __future__ import annotations

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QLabel, QPushButton, QTextBrowser, QVBoxLayout, QWidget

from narrow_cornice import __version__
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.theme import Theme
from narrow_cornice.shipped import SHIPPED

WORDS = (
    "Measured rooms, proportioned trim, finishes and the list to buy from. It works without a network; what you make "
    "stays in your own files. Free software under the GPL, version 3 or later. Vollkorn and Lato under the Open Font "
    "Licence."
)


def about_dialog(theme: Theme, parent: QWidget) -> QDialog:
    """Return what the program is, with its version."""
    dialog = QDialog(parent)
    dialog.setWindowTitle("About")
    lay = QVBoxLayout(dialog)
    lay.setContentsMargins(22, 18, 22, 14)
    head = QHBoxLayout()
    mark = QLabel()
    mark.setPixmap(parent.windowIcon().pixmap(QSize(48, 48)))
    head.addWidget(mark)
    name = plain_label("Narrow Cornice")
    name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {18 * theme.letters:.1f}pt;")
    head.addWidget(name)
    head.addStretch(1)
    lay.addLayout(head)
    lay.addWidget(plain_label(f"Version {__version__}"))
    words = plain_label(WORDS)
    words.setWordWrap(True)
    words.setFixedWidth(int(380 * theme.letters))
    lay.addWidget(words)
    _done(dialog, lay)
    return dialog


def guide_dialog(theme: Theme, parent: QWidget) -> QDialog:
    """Return the guide, to be read beside the work."""
    dialog = QDialog(parent)
    dialog.setWindowTitle("Guide")
    dialog.resize(int(760 * theme.letters), int(620 * theme.letters))
    lay = QVBoxLayout(dialog)
    page = QTextBrowser()
    page.setAccessibleName("Guide")
    page.setOpenLinks(False)  # it leads nowhere outside the program
    page.setMarkdown((SHIPPED / "guide.md").read_text(encoding="utf-8"))
    lay.addWidget(page)
    _done(dialog, lay)
    return dialog


def _done(dialog: QDialog, lay: QVBoxLayout) -> None:
    done = QPushButton("Done")
    done.setDefault(True)
    done.clicked.connect(dialog.accept)
    lay.addWidget(done, 0, Qt.AlignmentFlag.AlignRight)
