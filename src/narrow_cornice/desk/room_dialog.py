"""Asking for a new room: a name, two walls or a whole walk, and a height, as people type lengths."""

from __future__ import annotations

from PyQt6.QtWidgets import QDialog, QDialogButtonBox, QFormLayout, QLineEdit, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import Place
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.survey.walk import Walked, read_walk
from narrow_cornice.units.lengths import parse_length


class RoomDialog(QDialog):
    """Asks for a new room: a name, two walls and a height, as people type lengths; ``place`` is where it is begun."""

    def __init__(self, session: Session, place: Place, parent: QWidget) -> None:
        super().__init__(parent)
        self._place = place
        self.setWindowTitle("Add a room")
        self._session = session
        lay = QVBoxLayout(self)
        intro = plain_label(
            "Walk from corner A along the first wall, then round the room with the wall on your right. "
            "Two walls are enough to begin. Or write the whole walk: sizes parted by semicolons, o after one "
            "whose corner turns outside, ? for a wall nobody read."
        )
        intro.setWordWrap(True)
        lay.addWidget(intro)
        form = QFormLayout()
        self.name, self.first, self.second, self.height_field = QLineEdit(), QLineEdit(), QLineEdit(), QLineEdit()
        self.walk = QLineEdit()
        self.walk.setPlaceholderText("4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?")
        for label, field in (
            ("Name", self.name),
            ("Wall A–B", self.first),
            ("Wall B–C", self.second),
            ("or the walk", self.walk),
            ("Ceiling height", self.height_field),
        ):
            field.setAccessibleName(label)
            form.addRow(label, field)
        lay.addLayout(form)
        self.fault = plain_label()
        self.fault.setWordWrap(True)
        self.fault.setStyleSheet("color: #a4492f;")
        lay.addWidget(self.fault)
        buttons = QDialogButtonBox()
        add = buttons.addButton("Add the room", QDialogButtonBox.ButtonRole.AcceptRole)
        buttons.addButton("Not now", QDialogButtonBox.ButtonRole.RejectRole)
        if add is not None:
            add.setDefault(True)
        buttons.accepted.connect(self.take)
        buttons.rejected.connect(self.reject)
        lay.addWidget(buttons)
        self.setMinimumWidth(380)

    def take(self) -> None:
        """Add the room if everything can be read, else say what cannot."""
        unit = self._session.job.settings.unit
        sizes = []
        walk: tuple[Walked, ...] = ()
        if self.walk.text().strip():
            try:
                walk = read_walk(self.walk.text(), unit)
            except CorniceError as error:
                self.fault.setText(f"The walk, {error}")
                self.walk.setFocus()
                return
        for field in (self.height_field,) if walk else (self.first, self.second, self.height_field):
            try:
                sizes.append(parse_length(field.text(), unit))
            except CorniceError as error:
                self.fault.setText(f"{field.accessibleName()}: {error}")
                field.setFocus()
                field.selectAll()
                return
        try:
            if walk:
                edit = edits.add_walked_room(self.name.text(), walk, sizes[0])
            else:
                edit = edits.add_room(self.name.text(), *sizes)
        except CorniceError as error:
            self.fault.setText(str(error))
            return
        if self._session.do(edit):
            room_id = self._session.job.rooms[-1].id
            self._session.look(room_id=room_id, selected=None, place=self._place.key, leaf="")
            self.accept()
