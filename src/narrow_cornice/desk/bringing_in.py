"""Bringing in: readings from a table, looked through before they are taken; a plan outline from a drawing."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCheckBox,
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QInputDialog,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.drawing_page import row
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.readings_csv import ReadLine, read_readings, take_readings
from narrow_cornice.job import edits
from narrow_cornice.job.file import surroundings
from narrow_cornice.job.model import Room
from narrow_cornice.survey.readings import AngleReading
from narrow_cornice.survey.walk import Walked
from narrow_cornice.units.lengths import Length

if TYPE_CHECKING:
    from narrow_cornice.desk.window import MainWindow

MOST_BYTES = 64 * 1024 * 1024


def content_of(path: Path) -> bytes:
    """Return a file's bytes. Raises SurroundingsError, or CorniceError for one that is far too large."""
    try:
        if path.stat().st_size > MOST_BYTES:
            raise CorniceError(f"{path.name} is {path.stat().st_size / 1e6:.0f} MB, more than this can be.")
        return path.read_bytes()
    except OSError as error:
        raise surroundings(error, path, "opened") from None


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
                    (str(line.number),),
                    Cell(str(line.number), number=True),
                    line.text,
                    line.words,
                    Cell(line.fault, warm=bool(line.fault)),
                )
                for line in lines
            ],
            (),
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


class BringingIn:
    """Asks for a file, shows what is in it, and makes the change."""

    def __init__(self, session: Session, window: MainWindow) -> None:
        self._session, self._window = session, window

    def _ask(self, title: str, kinds: str) -> Path | None:
        folder = self._session.path.parent if self._session.path is not None else Path.home()
        chosen, _ = QFileDialog.getOpenFileName(self._window, title, str(folder), kinds)
        return Path(chosen) if chosen else None

    def readings(self) -> None:
        """Bring in readings for the room that is looked at."""
        room = self._session.room()
        if room is None:
            self._window.tell("There is no room yet that readings could belong to.")
            return
        path = self._ask("Readings from a table", "Tables (*.csv *.txt *.tsv)")
        if path is None:
            return
        try:
            lines = read_readings(content_of(path), room, self._session.job.settings.unit)
        except CorniceError as error:
            self._window.tell(f"{path.name}: {error}")
            return
        preview = ReadingsPreview(lines, room, path.name, self._window.theme, self._window)
        if preview.exec() == QDialog.DialogCode.Accepted:
            self._session.do(take_readings(room, lines, replace=preview.fresh.isChecked()))

    def orders(self) -> None:
        """Bring in orders of trim from a file as they are handed out; those that ship are only taken where changed."""
        path = self._ask("Orders of trim", "Orders (*.toml)")
        if path is None:
            return
        from narrow_cornice.exchange.orders_file import read_orders

        try:
            found = read_orders(content_of(path))
        except CorniceError as error:
            self._window.tell(f"{path.name}: {error}")
            return
        known = self._session.job.order_keys()
        new = [one for one in found if known.get(one.key) != one]
        if not new:
            self._window.tell(f"{path.name}: these orders are all here already.")
            return
        names = ", ".join(one.name for one in new)
        if self._session.do(edits.put_orders(new, f"orders {names[:60]}")):
            self._session.told.emit(f"Taken: {names[:200]}. Choose it for a room under Order.")

    def profiles(self) -> None:
        """Bring in stock profiles: a catalogue, or outlines from a drawing."""
        path = self._ask("Stock profiles", "Catalogues and drawings (*.csv *.json *.dxf *.svg)")
        if path is None:
            return
        from narrow_cornice.desk.profiles_dialogs import ProfilesPreview, lines_of

        try:
            found = lines_of(path.name, content_of(path))
        except CorniceError as error:
            self._window.tell(f"{path.name}: {error}")
            return
        unit = self._session.job.settings.unit
        preview = ProfilesPreview(found, path.name, unit, self._window.theme, self._window)
        if preview.exec() == QDialog.DialogCode.Accepted:
            taken = preview.taken()
            self._session.do(edits.put_profiles(taken, f"{len(taken)} stock profiles from {path.name[:40]}"))

    def outline(self) -> None:
        """Bring in a room from the largest closed outline of a DXF."""
        path = self._ask("A plan outline", "DXF (*.dxf)")
        if path is None:
            return
        from narrow_cornice.exchange.dxf_drawing import UNIT_WORDS, read_outlines

        try:
            outline = read_outlines(content_of(path))[0]
        except CorniceError as error:
            self._window.tell(f"{path.name}: {error}")
            return
        scale = outline.scale
        if scale is None:
            words, given = QInputDialog.getItem(
                self._window,
                path.name[:60],
                "The file does not say its unit. It is drawn in:",
                list(UNIT_WORDS),
                0,
                False,
            )
            if not given:
                return
            scale = UNIT_WORDS[words]
        text, given = QInputDialog.getText(self._window, path.name[:60], "Ceiling height:", text="2500 mm")
        if not given:
            return
        from narrow_cornice.units.lengths import parse_length

        try:
            height = parse_length(text, self._session.job.settings.unit)
            edit = room_from_outline(path.stem, outline.walk(scale), height)
        except CorniceError as error:
            self._window.tell(error)
            return
        if self._session.do(edit):
            self._session.look(room_id=self._session.job.rooms[-1].id, place="measure", sheet="plan", selected=())


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
