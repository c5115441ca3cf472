"""A laser meter in the window: readings go into the field that waits, and nothing the meter does stops the work."""

from __future__ import annotations

import time
from collections.abc import Callable

import pytest
from driving import settle
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QInputDialog

from narrow_cornice.desk.places.measure.page import MeasurePage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.instruments.laser import Habits, Laser
from narrow_cornice.instruments.meter_lines import MeterReading
from narrow_cornice.job.paths import WallPath


def until(done: Callable[[], bool], seconds: float = 5.0) -> None:
    end = time.monotonic() + seconds
    while not done() and time.monotonic() < end:
        settle()
        time.sleep(0.01)
    assert done()


@pytest.fixture
def page(window: MainWindow) -> MeasurePage:
    window.go("measure")
    window.session.look(room_id="r2", selected=None)
    settle()
    found = window.page("measure")
    assert isinstance(found, MeasurePage)
    return found


def test_readings_go_into_the_waiting_field(
    window: MainWindow, page: MeasurePage, monkeypatch: pytest.MonkeyPatch
) -> None:
    laser = Laser((4019.0, 6480.0, 1655.5), Habits(sigma=1.9))
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_: (laser.port, True))
    page.meter.choose()
    assert page.meter.port.listening
    assert window.session.view.instrument == "laser"
    laser.hello()
    QTest.keyClick(window, Qt.Key.Key_F9)
    settle()
    assert laser.asked(2.0) == 1
    laser.measure()
    # w8 of the parlour is the one wall that nobody has read
    until(lambda: bool(window.session.job.rooms[1].measured.walls[7].readings))
    (reading,) = window.session.job.rooms[1].measured.walls[7].readings
    assert (reading.mm, reading.text, reading.instrument, reading.sigma) == (4019.0, "4019.0 mm", "laser", 1.9)
    # what would tell most waits now; a selected wall comes before it
    laser.measure()
    until(lambda: len(window.session.job.rooms[1].measured.diagonals) == 1)
    window.session.select(WallPath("r2", "w3", reading=0))
    page.canvas.end_size()
    settle()
    laser.measure()
    until(lambda: len(window.session.job.rooms[1].measured.walls[2].readings) == 2)
    assert [one.mm for one in window.session.job.rooms[1].measured.walls[2].readings] == [1655, 1655.5]
    page.meter.port.stop()
    laser.pull()


def test_nonsense_changes_of_unit_and_a_pulled_plug_are_survived(window: MainWindow, page: MeasurePage) -> None:
    said: list[str] = []
    laser = Laser((3000.0,), Habits())
    page.meter.port.said.connect(said.append)
    assert page.meter.port.listen(laser.port)
    before = window.session.job
    laser.say(b"R 43\nxx\xff\xfe\nR 4310.2 mm s1.90*00\nR 43")
    laser.say(b"12 mm*1A\n")
    until(lambda: sum("no sense" in one for one in said) >= 3)
    assert window.session.job is before
    laser.hello()
    laser.measure()
    until(lambda: window.session.job is not before)
    laser.pull()
    until(lambda: any("gone" in one for one in said))
    assert not page.meter.port.listening
    window.session.undo()
    assert window.session.job == before
    page.meter.port.stop()


def test_a_port_that_is_not_there_is_told(window: MainWindow, page: MeasurePage) -> None:
    assert not page.meter.port.listen("/dev/no-meter-here")
    assert "cannot be listened to" in window.tally._last.text()


def test_what_a_meter_sends_out_of_its_memory_at_once_is_not_taken_for_readings(
    window: MainWindow, page: MeasurePage
) -> None:
    before, changes = window.session.job, list[str]()
    window.session.changed.connect(changes.append)
    some = [MeterReading(4000.0 + number, 1.9, f"{4000 + number} mm") for number in range(200)]
    page.meter.take(some)
    settle()
    assert "200 readings at once. The first 10 were taken" in window.notice()
    assert len(changes) == 1  # the window is brought up to date once
    for _ in range(10):
        window.session.undo()
    assert window.session.job == before
