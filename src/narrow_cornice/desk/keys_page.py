"""The list of keys."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QDialog, QFormLayout, QPushButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import WITH_KEYS, Places
from narrow_cornice.desk.theme import Theme

Keys = tuple[tuple[str, str], ...]


def keys(places: Places) -> tuple[tuple[str, Keys], ...]:
    """Return every key with what it does, under its heading."""
    letters, names = (", ".join(words) for words in zip(*((one.letter, one.name) for one in places.each), strict=True))
    most = min(WITH_KEYS, max(len(place.leaves) for place in places.each))
    return (
        (
            "On the drawing",
            (
                (letters, f"to {names}"),
                ("[ and ]", "turn the room by a quarter"),
                (", and .", "the wall before and the next, turned upright"),
                ("Enter or a double click", "type the size of what is selected"),
                ("+, −, 0, arrows", "nearer, further, the whole, move the paper"),
                ("V", "the same, seen as the next drawing"),
                ("N", "by day, or under the room's lamps"),
                ("=", "the working of what is selected"),
                ("L", "the second look"),
                ("Space", "before and after the last change"),
                ("Esc", "select nothing"),
            ),
        ),
        (
            "Everywhere",
            (
                (f"Alt+1 to Alt+{most}", "the leaves of the place, from the left"),
                ("Ctrl+Z, Ctrl+Shift+Z", "undo, redo"),
                ("Ctrl+S, Ctrl+Shift+S", "save, save as"),
                ("Ctrl+O, Ctrl+N", "open, new"),
                ("Ctrl+R", "add a room"),
                ("Ctrl+P", "print this sheet"),
                ("Ctrl+F", "find a thing, or type a size for what is selected"),
                ("F6", "from the rooms to the drawing, its sheet, the bench and the tally"),
                ("F5, F7, F8", "fold the sheet, the spine, the bench"),
                ("F11", "the drawing alone on the screen, and all back again"),
                ("F10", "the job's menu"),
                *((key.key, key.words[:1].lower() + key.words[1:]) for place in places.each for key in place.keys),
                ("F1", "these keys"),
            ),
        ),
    )


def keys_dialog(places: Places, theme: Theme, parent: QWidget) -> QDialog:
    """Return the list of keys."""
    dialog = QDialog(parent)
    dialog.setWindowTitle("Keys")
    lay = QVBoxLayout(dialog)
    for heading, each in keys(places):
        name = plain_label(heading)
        name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {12 * theme.letters:.1f}pt;")
        lay.addWidget(name)
        form = QFormLayout()
        form.setHorizontalSpacing(22)
        for key, words in each:
            label = plain_label(key)
            label.setStyleSheet("font-weight: bold;")
            form.addRow(label, plain_label(words))
        lay.addLayout(form)
    done = QPushButton("Done")
    done.setDefault(True)
    done.clicked.connect(dialog.accept)
    lay.addWidget(done, 0, Qt.AlignmentFlag.AlignRight)
    return dialog
