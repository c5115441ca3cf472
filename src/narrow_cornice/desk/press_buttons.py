"""Buttons that Enter presses as the space bar does, whatever the desktop has buttons do."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QAbstractButton, QPushButton, QToolButton


def pressed_by(event: QKeyEvent | None, button: QAbstractButton) -> bool:
    """Press a button where a key press is Enter, and return whether it was."""
    if event is None or event.key() not in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
        return False
    button.click()
    return True


class PressButton(QPushButton):
    """A button with words."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take Enter as a press."""
        if not pressed_by(event, self):
            super().keyPressEvent(event)


class PressTool(QToolButton):
    """A button of a row of tools or leaves."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Take Enter as a press."""
        if not pressed_by(event, self):
            super().keyPressEvent(event)
