"""Making the application and its window, in the look that was last chosen."""

from __future__ import annotations

import os
from pathlib import Path

from PyQt6.QtCore import QEvent, QSettings, Qt
from PyQt6.QtGui import QGuiApplication
from PyQt6.QtWidgets import QApplication

from narrow_cornice.desk.calm import Sweeping
from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.place import Place
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.window import MainWindow

USUAL_POINTS = 10.0  # of a desktop's letters, most often
LETTERS = (1.0, 1.15, 1.3)
DESKTOPS = ("xcb", "wayland")


def screen_there() -> bool:
    """Return whether Qt was told of a screen, or of what to use in place of one."""
    return any(os.environ.get(name) for name in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"))


def application() -> QApplication:
    """Return the one application of the process, made where it is not there yet."""
    there = QApplication.instance()
    if isinstance(there, QApplication):
        return there
    if not screen_there():
        os.environ["QT_QPA_PLATFORM"] = "offscreen"  # commands work without a display
    QGuiApplication.setHighDpiScaleFactorRoundingPolicy(Qt.HighDpiScaleFactorRoundingPolicy.PassThrough)
    made = QApplication(["narrow-cornice"])
    made.setApplicationName("narrow-cornice")
    made.setApplicationDisplayName("Narrow Cornice")
    made.setDesktopFileName("narrow-cornice")
    Sweeping(made)
    return made


def make_window(session: Session, places: tuple[Place, ...] = PLACES) -> MainWindow:
    """Return the window with its places, in the look that was last chosen."""
    there = application()
    theme = Theme(
        evening=session.settings.value("evening", _desktop_is_dark(), type=bool),
        letters=session.settings.value("letters", _desktop_letters(there), type=float),
    )
    there.setFont(theme.font(10))
    window = MainWindow(session, theme, places)
    there.setStyleSheet(theme.style_sheet())  # once all is there: every widget put into another would take it anew
    return window


def unmake(window: MainWindow) -> None:
    """Cut a session loose from its window, which is to be made again, and let that go at once: as long as it is there,
    the look of the next one is given to all of it too, which takes seconds."""
    session = window.session
    each = (session.changed, session.looked, session.filed, session.saving_ended, session.refused, session.told)
    for signal in (*each, session.errands.going, session.errands.stopped, session.runner.busy):
        signal.disconnect()
    window.deleteLater()
    QApplication.sendPostedEvents(window, QEvent.Type.DeferredDelete)


def _desktop_is_dark() -> bool:
    """Return whether the desktop is set to dark; it is followed until the person chooses in the window."""
    hints = QGuiApplication.styleHints()
    return hints is not None and hints.colorScheme() == Qt.ColorScheme.Dark


def _desktop_letters(there: QApplication) -> float:
    """Return how large letters are by the desktop's own, 1 for the usual; followed until the person chooses."""
    if there.platformName() not in DESKTOPS:
        return 1.0
    points = there.property("desktop letters")
    if points is None:  # before the window's own face is set
        points = there.font().pointSizeF()
        there.setProperty("desktop letters", points)
    share = float(points) / USUAL_POINTS if float(points) > 0 else 1.0
    return min(LETTERS, key=lambda one: abs(one - share))


def settings_file(folder: Path) -> QSettings:
    """Return the window's settings, kept as a plain file in the person's state folder."""
    return QSettings(str(folder / "window.ini"), QSettings.Format.IniFormat)
