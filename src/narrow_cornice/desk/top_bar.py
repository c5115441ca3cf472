"""The top of the window: the job, the order of work, and the field to find a thing or type a size."""

from __future__ import annotations

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QMenu, QToolButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import Places
from narrow_cornice.desk.theme import Theme


class TopBar(QWidget):
    """Emits ``place_wanted`` and ``found`` with what was typed into the field."""

    place_wanted = pyqtSignal(str)
    found = pyqtSignal(str)

    def __init__(self, theme: Theme, menu: QMenu, places: Places) -> None:
        super().__init__()
        self.setObjectName("topbar")
        self.setFixedHeight(int(58 * theme.letters))
        lay = QHBoxLayout(self)
        lay.setContentsMargins(12, 4, 14, 4)
        lay.setSpacing(6)
        names = QVBoxLayout()
        names.setSpacing(0)
        self.name = QToolButton()
        self.name.setObjectName("jobname")
        self.name.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        self.name.setMenu(menu)
        self.name.setToolTip("The job: open, save, export, settings (F10)")
        self.name.setShortcut("F10")
        self.name.setAccessibleName("Job menu")
        self.place = plain_label()
        self.place.setObjectName("jobplace")
        self.place.setContentsMargins(5, 0, 0, 0)
        names.addWidget(self.name)
        names.addWidget(self.place)
        lay.addLayout(names)
        lay.addSpacing(36)
        self.buttons: dict[str, QToolButton] = {}
        for index, (caption, group) in enumerate(places.groups()):
            if index:
                rule = QFrame()
                rule.setFixedWidth(1)
                rule.setFixedHeight(int(32 * theme.letters))
                rule.setStyleSheet(f"background: {theme.roles['rule']};")
                lay.addSpacing(8)
                lay.addWidget(rule)
                lay.addSpacing(8)
            column = QVBoxLayout()
            column.setSpacing(1)
            small = plain_label(caption.upper(), "caption")
            small.setContentsMargins(8, 0, 0, 0)
            column.addWidget(small)
            row = QHBoxLayout()
            row.setSpacing(4)
            for place in group:
                button = QToolButton()
                button.setText(place.name)
                button.setProperty("place", True)
                button.setCheckable(True)
                button.setToolTip(f"{place.name} ({place.letter} on the drawing)")
                button.clicked.connect(lambda _=False, one=place.key: self.place_wanted.emit(one))
                self.buttons[place.key] = button
                row.addWidget(button)
            column.addLayout(row)
            lay.addLayout(column)
        lay.addStretch(1)
        self.field = QLineEdit()
        self.field.setPlaceholderText("Find or type a size")
        self.field.setAccessibleName("Find or type a size")
        self.field.setFixedWidth(int(190 * theme.letters))
        self.field.returnPressed.connect(lambda: self.found.emit(self.field.text()))
        lay.addWidget(self.field)

    def show_job(self, name: str, place: str, where: str) -> None:
        """Show the job's name and the place that is looked at."""
        self.name.setText(f"{name if len(name) <= 28 else name[:27] + '…'}".replace("&", "&&"))
        self.place.setText(place if len(place) <= 44 else place[:43] + "…")
        for one, button in self.buttons.items():
            button.setChecked(one == where)
