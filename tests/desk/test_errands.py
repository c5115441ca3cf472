"""What is handed out and brought in beside the work: it says how far it is, is stopped, and lets the window close."""

from __future__ import annotations

import time
from collections.abc import Callable
from pathlib import Path
from threading import Event

import ezdxf
import pytest
from driving import answer_boxes, errands_over, kept_aside, save, settle
from PyQt6.QtGui import QCloseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.desk.places.trim.bringing_in import profiles
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.exchange.csv_lists import to_buy_by_shop
from narrow_cornice.exchange.going import StoppedError, tell, watched
from narrow_cornice.exchange.profiles_in import read_profiles_dxf
from narrow_cornice.job import edits
from narrow_cornice.job.samples import demo_job

pytestmark = pytest.mark.desk


def endless(begun: Event) -> Callable[[], bytes]:
    """Return something that is made until somebody stops it, for at most half a minute."""

    def make() -> bytes:
        for number in range(1, 3000):
            tell(f"sheet {number}")
            begun.set()
            time.sleep(0.01)
        raise AssertionError("nobody stopped it")

    return make


def wait_for(there: Callable[[], object]) -> None:
    for _ in range(500):
        if there():
            return
        QTest.qWait(10)
    raise AssertionError("it never came")


def test_it_says_how_far_it_is_and_is_stopped_by_the_button(window: MainWindow, tmp_path: Path) -> None:
    path = tmp_path / "order.csv"
    path.write_bytes(b"as it was")
    tally = window.tally
    assert not tally._stop.isVisible()
    window.out.write(path, endless(Event()))
    wait_for(lambda: "sheet" in tally.said())
    assert tally.said().startswith("Writing order.csv: sheet")
    assert tally._stop.isVisible()
    assert tally._stop.accessibleName() == "Stop writing order.csv"
    window.session.do(edits.rename_room("r1", "Meanwhile"))  # the work goes on, and the progress stays in sight
    assert tally.said().startswith("Writing order.csv")
    tally._stop.click()
    errands_over(window.session)
    assert tally.said() == "Stopped: writing order.csv"
    assert not tally._stop.isVisible()
    assert path.read_bytes() == b"as it was"
    assert window.notice() == ""


def test_what_waits_behind_another_is_given_up_with_it(window: MainWindow, tmp_path: Path) -> None:
    begun = Event()
    for name in ("a.csv", "b.csv"):
        window.out.write(tmp_path / name, endless(begun))
    assert window.session.errands.names == ("Writing a.csv", "Writing b.csv")
    assert begun.wait(10)
    window.session.errands.stop()
    errands_over(window.session)
    assert window.session.errands.names == ()
    assert not list(tmp_path.glob("*.csv"))


def test_nothing_else_waits_for_it(window: MainWindow, session: Session, tmp_path: Path) -> None:
    begun = Event()
    window.out.write(tmp_path / "order.csv", endless(begun))
    assert begun.wait(10)
    session.do(edits.rename_room("r1", "Meanwhile"))
    session.keep_recovery_copy()
    kept_aside(session)
    assert list((tmp_path / "state" / "recovery").glob("*.cornice"))
    save(session, tmp_path / "tide.cornice")
    assert session.errands.names
    session.errands.end()


@pytest.mark.parametrize("leaves", [True, False])
def test_closing_asks_and_never_waits_for_the_end_of_it(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, leaves: bool
) -> None:
    begun, asked = Event(), answer_boxes(monkeypatch, "Stop and leave" if leaves else "Go back")
    window.out.write(tmp_path / "order.csv", endless(begun))
    assert begun.wait(10)
    event = QCloseEvent()
    window.closeEvent(event)
    assert asked == ["“Writing order.csv” is not done yet. What was there before stays as it is."]
    assert event.isAccepted() == leaves
    assert window.isVisible() != leaves
    settle()
    assert bool(window.session.errands.names) != leaves
    window.session.errands.end()
    assert not (tmp_path / "order.csv").exists()


def test_a_large_drawing_is_read_aside_and_can_be_stopped(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "quay.dxf"
    document = ezdxf.new("R2010")
    for number in range(3000):
        x = 30.0 * number
        document.modelspace().add_lwpolyline([(x, 0), (x + 20, 0), (x + 8, 20), (x, 20)], close=True)
    document.saveas(path)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    words: list[str] = []
    window.session.errands.going.connect(words.append)
    window.session.errands.going.connect(lambda said: window.session.errands.stop() if "line" in said else None)
    profiles(window.into)
    wait_for(lambda: not window.session.errands.names)  # a dialog for them would fail this test
    assert any("% read" in said for said in words)
    assert window.tally.said() == "Stopped: reading quay.dxf"
    with watched(lambda _: False), pytest.raises(StoppedError):
        read_profiles_dxf(path.read_bytes())


def test_a_list_tells_of_every_room() -> None:
    words: list[str] = []

    def told(said: str) -> bool:
        words.append(said)
        return True

    with watched(told):
        to_buy_by_shop(demo_job())
    many = len(demo_job().rooms)
    assert words[0] == f"working out room 1 of {many}"
    assert words[many - 1] == f"working out room {many} of {many}"
