"""What is brought in here: readings from a table, looked through before they are taken; a plan outline."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QCheckBox, QDialog, QHBoxLayout, QInputDialog, QPushButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, row
from narrow_cornice.desk.theme import Theme
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.readings_csv import ReadLine, read_readings, take_readings
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.survey.readings import AngleReading
from narrow_cornice.survey.walk import Walked
from narrow_cornice.units.lengths import Length

if TYPE_CHECKING:
    from narrow_cornice.exchange.dxf_outlines import RoomOutline


class ReadingsPreview(QDialog):
    """Every line of a table of readings, what it was understood as, or what is wrong with it."""

    def __init__(
        self, lines: tuple[ReadLine, ...], room: Room, name: str, theme: Theme, parent: QWidget | None
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(f"Readings from {name}")
        self.resize(760, 460)
        lay = QVBoxLayout(self)
        wrong = sum(bool(line.fault) for line in lines)
        good = len(lines) - wrong
        words = f"{good} readings for {room.name[:60]}" + (f"; {wrong} lines are not taken" if wrong else "")
        lay.addWidget(plain_label(words))
        self.sheet = RuledSheet(("Line", "As it stands there", "Taken as", "What is wrong"), theme, "Lines", 3)
        self.sheet.put(
            [
                row(
                    None,
                    Cell(str(line.number), number=True),
                    line.text,
                    line.words,
                    Cell(line.fault, warm=bool(line.fault)),
                )
                for line in lines
            ],
            None,
        )
        lay.addWidget(self.sheet, 1)
        self.fresh = QCheckBox("In place of what was read before, where a line says something new")
        lay.addWidget(self.fresh)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        leave = QPushButton("Leave them")
        leave.clicked.connect(self.reject)
        take = QPushButton(f"Take {good} readings")
        take.setDefault(True)
        take.setEnabled(good > 0)
        take.clicked.connect(self.accept)
        buttons.addWidget(leave)
        buttons.addWidget(take)
        lay.addLayout(buttons)
        self.setWindowModality(Qt.WindowModality.WindowModal)


def readings(into: BringingIn) -> None:
    """Bring in readings for the room that is looked at."""
    room = into.session.room()
    if room is None:
        into.tell("There is no room yet that readings could belong to.")
        return
    path = into.ask("Readings from a table", "Tables (*.csv *.txt *.tsv)")
    if path is None:
        return
    unit = into.session.job.settings.unit

    def take(lines: tuple[ReadLine, ...]) -> None:
        preview = ReadingsPreview(lines, room, path.name, into.theme, into.parent)
        if preview.exec() == QDialog.DialogCode.Accepted:
            into.session.do(take_readings(room, lines, replace=preview.fresh.isChecked()))

    into.read(path, lambda content: read_readings(content, room, unit), take)


def outline(into: BringingIn) -> None:
    """Bring in a room from a closed outline of a DXF."""
    path = into.ask("A plan outline", "DXF (*.dxf)")
    if path is None:
        return
    from narrow_cornice.exchange.dxf_outlines import read_outlines

    into.read(path, read_outlines, partial(_choose_outline, into, path))


def _choose_outline(into: BringingIn, path: Path, outlines: tuple[RoomOutline, ...]) -> None:
    """Take the only outline of a file, or let the person choose among several, drawn."""
    if len(outlines) == 1:
        _take_outline(into, path, outlines[0])
        return
    from narrow_cornice.desk.places.measure.outline_dialog import OutlineDialog

    dialog = OutlineDialog(outlines, path.name, into.theme, into.parent)
    if dialog.exec() == QDialog.DialogCode.Accepted:
        _take_outline(into, path, dialog.chosen)


def _take_outline(into: BringingIn, path: Path, outline: RoomOutline) -> None:
    """Ask what an outline does not say, and add the room."""
    from narrow_cornice.exchange.dxf_outlines import UNIT_WORDS

    scale = outline.scale
    if scale is None:
        words, given = QInputDialog.getItem(
            into.parent,
            path.name[:60],
            "The file does not say its unit. It is drawn in:",
            list(UNIT_WORDS),
            0,
            False,
        )
        if not given:
            return
        scale = UNIT_WORDS[words]
    text, given = QInputDialog.getText(into.parent, path.name[:60], "Ceiling height:", text="2500 mm")
    if not given:
        return
    from narrow_cornice.units.lengths import parse_length

    try:
        height = parse_length(text, into.session.job.settings.unit)
        edit = room_from_outline(path.stem, outline.walk(scale), height)
    except CorniceError as error:
        into.tell(error)
        return
    if into.session.do(edit):
        into.session.look(room_id=into.session.job.rooms[-1].id, place="measure", leaf="walls", selected=None)


def room_from_outline(name: str, walk: tuple[tuple[float, float], ...], height: Length) -> edits.Edit:
    """Return the edit that adds a room drawn as an outline: its sizes and angles are readings off a drawing."""
    walls = [
        Walked(
            Length(round(mm, 1), f"{mm:.1f} mm"),
            "left" if angle <= 180.0 else "right",
            None,
            AngleReading(round(angle, 2), f"{angle:.2f}°"),
        )
        for mm, angle in walk
    ]
    return edits.add_walked_room(name[:80] or "Drawn room", walls, height, "sketch")
