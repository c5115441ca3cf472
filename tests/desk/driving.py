"""Driving the window: clicks on the drawing, typing into fields."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import QEvent, QPoint, Qt
from PyQt6.QtGui import QAction
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QApplication,
    QComboBox,
    QLineEdit,
    QMessageBox,
    QPushButton,
    QWidget,
)

from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.printing import PrintDialog
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.explained.paths import ThingPath


def page(window: MainWindow) -> DrawingPage:
    found = window.page(window.session.view.place)
    assert isinstance(found, DrawingPage)
    return found


def canvas(window: MainWindow) -> Canvas:
    return page(window).canvas


def settle() -> None:
    for _ in range(3):
        QApplication.processEvents()


def save(session: Session, path: Path | None = None) -> None:
    """Save the job, to a path where one is given, and wait until that is over."""
    if path is not None:
        session.save(path)
    QTest.qWait(0)
    session._keeper.wait()
    settle()
    assert not session.saving


def errands_over(session: Session) -> None:
    """Wait until all that is brought in and handed out is."""
    session.errands._runner.wait()
    settle()


def kept_aside(session: Session) -> None:
    """Wait until the running copy is written, which has a runner of its own."""
    session._keeper.wait()
    settle()


def type_into(widget: QWidget, text: str, enter: bool = True) -> None:
    widget.setFocus()
    if isinstance(widget, QLineEdit):
        widget.selectAll()
    QTest.keyClicks(widget, text)
    if enter:
        QTest.keyClick(widget, Qt.Key.Key_Return)
    settle()


def click(window: MainWindow, about: ThingPath, double: bool = False) -> None:
    where = canvas(window).place_of(about)
    assert where is not None, about
    point = QPoint(int(where.x()), int(where.y()))
    QTest.mouseClick(canvas(window), Qt.MouseButton.LeftButton, pos=point)
    if double:
        QTest.mouseDClick(canvas(window), Qt.MouseButton.LeftButton, pos=point)
    settle()


def row_widget(window: MainWindow, label: str) -> QWidget | None:
    """Return what is typed into or chosen from in the row of the bench with this label."""
    view = window.bench.view
    for row, widget in zip(view._rows, view._widgets, strict=True):
        if getattr(row, "label", None) == label:
            return widget.findChild(QLineEdit) or widget.findChild(QComboBox) or widget
    return None


def press(window: MainWindow, words: str) -> bool:
    """Press the button of the bench with these words; return whether there is one to be seen."""
    for button in window.bench.view._body.findChildren(QPushButton):
        if button.text().replace("&&", "&") == words and button.isVisible():
            button.click()
            return True
    return False


def total_of(window: MainWindow, name: str) -> str:
    """Return what the tally shows for a total."""
    return window.tally._values[name].text()


def change_of(window: MainWindow, name: str) -> str:
    """Return the change that the tally shows beside a total."""
    return window.tally._changes[name].text()


def field(window: MainWindow, label: str) -> QLineEdit:
    widget = row_widget(window, label)
    assert isinstance(widget, QLineEdit), label
    return widget


def _plain(words: str) -> str:
    """Return what a menu says without the marks of its letters."""
    return words.replace("&&", "\0").replace("&", "").replace("\0", "&")


def choose(window: MainWindow, words: str) -> None:
    """Choose what the job's menu offers under these words, wherever in it that stands."""
    action = next(one for one in window.findChildren(QAction) if _plain(one.text()) == words)
    action.trigger()
    errands_over(window.session)


def print_dialog(window: MainWindow) -> PrintDialog | None:
    """Return the dialog for printing once its sheets are there, None where none is open."""
    dialog = window.findChild(PrintDialog)
    for _ in range(600):
        if dialog is None or dialog.content:
            break
        QTest.qWait(20)
    return dialog


def write_printed(window: MainWindow) -> None:
    """Write what is to be printed as PDF, where the dialog for it is open."""
    dialog = print_dialog(window)
    if dialog is None:
        return
    dialog.go.click()
    settle()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)


def pick(window: MainWindow, label: str, words: str) -> None:
    """Choose one of a row of choices on the bench by its word."""
    box = row_widget(window, label)
    assert isinstance(box, QComboBox)
    box.setCurrentIndex(box.findText(words))
    box.activated.emit(box.currentIndex())
    settle()


def gone(window: MainWindow) -> None:
    """Close a window that a test made and have it go at once: one that stays is styled again with every later one."""
    window.again = True
    window.close()
    window.deleteLater()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
    QApplication.processEvents()


def until(done: Callable[[], bool]) -> None:
    """Wait until something is so."""
    for _ in range(800):
        settle()
        if done():
            return
        QTest.qWait(10)
    raise AssertionError("it never came")


def counted(window: MainWindow) -> None:
    """Wait until all that the window shows is worked out."""
    until(lambda: window.bench.is_counted and not window.aside.waits)


def answer_boxes(monkeypatch: pytest.MonkeyPatch, words: str) -> list[str]:
    """Have every question that is asked answered by the button with these words; return what is asked, as it comes."""
    asked: list[str] = []

    def answer(box: QMessageBox) -> int:
        asked.append(box.text())
        button = next(one for one in box.buttons() if one.text() == words)
        monkeypatch.setattr(QMessageBox, "clickedButton", lambda _: button)
        return 0

    monkeypatch.setattr(QMessageBox, "exec", answer)
    return asked
