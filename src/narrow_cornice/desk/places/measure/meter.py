"""The laser meter in the window: its port, and where what it reads goes."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import TYPE_CHECKING, Protocol

from PyQt6.QtCore import QObject
from PyQt6.QtWidgets import QInputDialog, QWidget

from narrow_cornice.desk.places.measure.walk_rows import next_wall_name
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.instruments.meter_lines import MeterReading
from narrow_cornice.job import edits
from narrow_cornice.job.paths import NextWallPath, Read
from narrow_cornice.survey.readings import Reading
from narrow_cornice.survey.walk import Walked

if TYPE_CHECKING:
    from narrow_cornice.desk.bench import Bench
    from narrow_cornice.desk.canvas import Canvas
    from narrow_cornice.desk.instrument_port import InstrumentPort
    from narrow_cornice.desk.session import Session
    from narrow_cornice.desk.size_field import SizeField

MOST_AT_ONCE = 10  # readings of a meter that are taken together


class Waits(Protocol):
    """A page on which a reading waits for its meter."""

    session: Session
    canvas: Canvas
    bench: Bench

    def waiting(self) -> SizeField | None:
        """Return the reading that waits."""

    def walks_on(self) -> NextWallPath | None:
        """Return the wall that waits in a room that is being walked."""

    def ask_size(self, about: ThingPath) -> object:
        """Ask for a size on the drawing."""

    def ask_next(self, path: ThingPath) -> object:
        """Ask for what is to be read after that."""


class LaserMeter(QObject):
    """The meter of one page: readings go into the field that waits there."""

    def __init__(self, page: Waits, parent: QWidget) -> None:
        super().__init__(parent)
        self._page, self._parent = page, parent
        self._port: InstrumentPort | None = None

    @property
    def port(self) -> InstrumentPort:
        """Return its port, made when it is first wanted."""
        if self._port is None:
            from narrow_cornice.desk.instrument_port import InstrumentPort

            self._port = InstrumentPort(self)
            self._port.read.connect(self.take)
            self._port.said.connect(self._page.session.told.emit)
        return self._port

    def choose(self) -> None:
        """Ask which port the meter is on, and listen to it; an empty answer listens no longer."""
        ports, waits = self.port.there(), self._page.canvas.asked()
        known = self._page.session.settings.value("laser port", "", type=str)
        names = [*dict.fromkeys([known, *ports] if known else ports), ""]
        name, given = QInputDialog.getItem(
            self._parent, "Laser meter", "Port of the meter (empty: none). A stand-in says its own:", names, 0, True
        )
        if not given:
            return
        if not name.strip():
            self.port.stop()
            self._page.session.told.emit("No meter is listened to")
        elif self.port.listen(name):
            self._page.session.settings.setValue("laser port", name.strip())
            self._page.session.look(instrument="laser")
            if waits is not None:  # the question took the keyboard from it
                self._page.ask_size(waits)

    def ask(self) -> None:
        """Ask the laser meter for a reading, where one is listened to."""
        if self._port is not None and self._port.listening:
            self._port.ask()
        else:
            self._page.session.refused.emit(
                "No laser meter is listened to yet. Choose its port under Bring in, “Readings from a laser meter …”."
            )

    def take(self, readings: Sequence[MeterReading]) -> None:
        """Put what the meter read into the fields that wait; what came at once is shown once all of it is taken. More
        than somebody reads at once come out of a meter's memory, and nobody can tell of what they are."""
        with self._page.session.gathering():
            for reading in readings[:MOST_AT_ONCE]:
                self.take_one(reading)
        if len(readings) > MOST_AT_ONCE:
            self._page.session.refused.emit(
                f"The meter sent {len(readings)} readings at once. The first {MOST_AT_ONCE} were taken, and the others "
                "passed over: nobody could tell of what they are. Undo what does not belong there."
            )

    def take_one(self, reading: MeterReading) -> None:
        """Put what the meter read into the field that waits, beside what was read there before, and go on."""
        asked = self._page.walks_on()
        if asked is not None:
            taken = Reading(reading.mm, reading.text, "laser", reading.sigma)
            words = f"wall {next_wall_name(self._page.session.job.room(asked.room))}"
            made = partial(edits.walk_on, asked.room, [Walked(taken, "left")], "laser", words=words)
            if self._page.session.do_made(made):
                self._page.ask_size(asked)
            return
        field = self._page.waiting()
        if field is None:
            self._page.session.told.emit(f"{reading.text} by the meter: nothing waits for it")
            return
        while field.mm is not None:
            path = field.path
            again = path.nth((path.reading or 0) + 1) if isinstance(path, Read) else None
            following = self._page.bench.size_field(again)
            if following is None:
                break
            field = following
        taken = Reading(reading.mm, reading.text, "laser", reading.sigma)
        try:
            accepted = self._page.session.do(field.edit(taken))
        except CorniceError as error:
            self._page.session.refused.emit(error)
            return
        if accepted:
            self._page.session.told.emit(f"{field.label}: {reading.text} by the meter")
            self._page.ask_next(field.path)
