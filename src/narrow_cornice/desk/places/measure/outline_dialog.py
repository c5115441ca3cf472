"""Which of the outlines of a plan is the room: all of them drawn as they lie, and listed."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import ClassVar

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.ruled_sheet import RuledSheet, row
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import Area, Drawing, Mark, Pen, bounds_of
from narrow_cornice.exchange.dxf_outlines import RoomOutline
from narrow_cornice.explained.paths import ThingPath

MOST = 60  # outlines that are offered
ROUND = 0.06  # of the drawing's size that is left free round it


class OutlinePath(ThingPath, frozen=True):
    """One outline of a file, by its number."""

    word: ClassVar[str] = "outline"
    number: int


class OutlineDialog(QDialog):
    """The outlines of a file, the first of them chosen until another is pointed at or picked in the list."""

    def __init__(self, outlines: Sequence[RoomOutline], name: str, theme: Theme, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setWindowTitle(f"Outlines in {name[:60]}")
        self.resize(860, 520)
        self._outlines = tuple(outlines[:MOST])
        lay = QVBoxLayout(self)
        more = len(outlines) - len(self._outlines)
        words = f"{len(outlines)} closed outlines are in it. Which of them is the inside of the room?"
        lay.addWidget(plain_label(words + (f" {more} small ones are not offered." if more else "")))
        beside = QHBoxLayout()
        self.canvas = Canvas(theme)
        self.canvas.picked.connect(self._pointed)
        beside.addWidget(self.canvas, 3)
        self.list = RuledSheet(("Layer", "Size", "Corners"), theme, "Outlines")
        self.list.picked.connect(self._pointed)
        beside.addWidget(self.list, 2)
        lay.addLayout(beside, 1)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        leave = QPushButton("Leave them")
        leave.clicked.connect(self.reject)
        take = QPushButton("Take this one")
        take.setDefault(True)
        take.clicked.connect(self.accept)
        buttons.addWidget(leave)
        buttons.addWidget(take)
        lay.addLayout(buttons)
        self.setWindowModality(Qt.WindowModality.WindowModal)
        self._number = 0
        self._show()

    @property
    def chosen(self) -> RoomOutline:
        """Return the outline that is chosen."""
        return self._outlines[self._number]

    def _pointed(self, about: object) -> None:
        if isinstance(about, OutlinePath) and about.number != self._number:
            self._number = about.number
            self._show()

    def _show(self) -> None:
        rows = [row(OutlinePath(number), *described(one)) for number, one in enumerate(self._outlines)]
        self.list.put(rows, OutlinePath(self._number))
        self.canvas.show_drawing(drawn(self._outlines, self._number), None, None, "")


def described(one: RoomOutline) -> tuple[str, str, str]:
    """Return what an outline is listed as: its layer, its size in metres or in units of the file, its corners."""
    wide, deep = one.across
    size = f"{wide:.5g} × {deep:.5g}"
    if one.scale is not None:
        size = f"{wide * one.scale / 1000:.2f} × {deep * one.scale / 1000:.2f} m"
    return one.layer[:40] or "no layer", size, str(len(one.corners))


def drawn(outlines: Sequence[RoomOutline], chosen: int) -> Drawing:
    """Return outlines as they lie in their file, the smaller over the larger and the chosen one filled."""
    marks: list[Mark] = []
    scale = outlines[0].scale or 1.0
    for number in sorted(range(len(outlines)), key=lambda number: -math.hypot(*outlines[number].across)):
        points = tuple((x * scale, -y * scale) for x, y in outlines[number].corners)
        mine = number == chosen
        pen = Pen("verdigris", 2.2) if mine else Pen("soft", 0.8)
        marks.append(Area(points, "#5f8a7a55" if mine else "#ffffff00", OutlinePath(number), pen))
    left, top, right, bottom = bounds_of(marks)
    bounds = bounds_of(marks, ROUND * max(1e-6, right - left, bottom - top))
    return Drawing("The outlines", " · ".join(described(outlines[chosen])[:2]), tuple(marks), bounds)
