"""Manners of the platform: titles, suffixes, folders, one window for a job, dropped jobs, ending in order, a guide."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

import pytest
from driving import choose, gone, page, save, settle
from PyQt6.QtCore import QMimeData, QPointF, Qt, QUrl
from PyQt6.QtGui import QDropEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QDialog, QFileDialog, QMessageBox, QTextBrowser

from narrow_cornice import __version__
from narrow_cornice.desk.asking_files import with_suffix
from narrow_cornice.desk.making_window import make_window
from narrow_cornice.desk.one_window import Listening, name_of, raise_other
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.keeping import JobLock
from narrow_cornice.job.paths import WallPath
from narrow_cornice.job.samples import demo_job

pytestmark = pytest.mark.desk

PROGRAM = (sys.executable, "-c", "import sys; from narrow_cornice.cli import main; sys.exit(main(sys.argv[1:]))")


def test_the_title_says_which_job_is_open(window: MainWindow, tmp_path: Path) -> None:
    assert window.windowTitle().startswith("Pilot House")
    save(window.session, tmp_path / "tide.cornice")
    assert window.windowTitle().startswith("tide.cornice")


def test_a_suffix_is_added_whatever_points_are_in_the_name() -> None:
    assert with_suffix(Path("Order rev 1.2"), ".pdf") == Path("Order rev 1.2.pdf")
    assert with_suffix(Path("order.PDF"), ".pdf") == Path("order.PDF")


def test_nothing_is_written_over_in_silence(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Typed without its suffix the file dialog cannot ask: the window does."""
    there = tmp_path / "order.pdf"
    there.write_text("mine")
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(tmp_path / "order"), ""))
    asked: list[str] = []

    def leave(box: QMessageBox) -> int:
        asked.append(box.text())
        return 0

    monkeypatch.setattr(QMessageBox, "exec", leave)
    assert window.out.ask("The list", "order", "pdf") is None
    assert asked == ["“order.pdf” is there already."]
    assert there.read_text() == "mine"
    monkeypatch.setattr(
        QMessageBox, "clickedButton", lambda box: next(one for one in box.buttons() if one.text() == "Write over")
    )
    assert window.out.ask("The list", "order", "pdf") == there
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_a, **_k: str(tmp_path))
    assert window.out.ask_folder("A folder", ["order.pdf", "new.pdf"]) == tmp_path
    monkeypatch.setattr(QMessageBox, "clickedButton", lambda box: None)
    assert window.out.ask_folder("A folder", ["order.pdf"]) is None


def test_the_folder_used_last_is_offered_next(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    offered: list[str] = []

    def save(_parent: object, _title: str, proposal: str, _kinds: str) -> tuple[str, str]:
        offered.append(proposal)
        return str(tmp_path / "a.csv"), ""

    monkeypatch.setattr(QFileDialog, "getSaveFileName", save)
    window.out.ask("One", "one", "csv")
    window.out.ask("Two", "two", "csv")
    assert offered[1] == str(tmp_path / "two.csv")


def test_a_dropped_job_is_opened(window: MainWindow, tmp_path: Path) -> None:
    path = tmp_path / "dropped.cornice"
    write_job(path, demo_job())
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(path))])
    event = QDropEvent(
        QPointF(300, 300),
        Qt.DropAction.CopyAction,
        data,
        Qt.MouseButton.LeftButton,
        Qt.KeyboardModifier.NoModifier,
    )
    window.session._saved_job = window.session.job  # nothing unsaved to ask about
    window.dropEvent(event)
    settle()
    assert window.session.path == path


def test_the_window_that_has_a_job_open_comes_forward(window: MainWindow, tmp_path: Path) -> None:
    path = tmp_path / "tide.cornice"
    assert not raise_other(path)
    save(window.session, path)
    heard: list[bool] = []
    window._listening.wanted.connect(lambda: heard.append(True))
    assert raise_other(path)
    QTest.qWait(50)
    assert heard == [True]
    assert name_of(path) == name_of(tmp_path / "." / "tide.cornice")
    window._listening.listen(None)
    assert not raise_other(path)


def test_whatever_comes_over_the_socket_only_raises(window: MainWindow, tmp_path: Path) -> None:
    listening = Listening(window)
    heard: list[bool] = []
    listening.wanted.connect(lambda: heard.append(True))
    listening.listen(tmp_path / "any.cornice")
    listening.listen(tmp_path / "any.cornice")  # again is nothing new
    for _ in range(3):
        assert raise_other(tmp_path / "any.cornice")
    QTest.qWait(50)
    assert heard
    listening.listen(None)


@pytest.mark.parametrize("way", [signal.SIGTERM, signal.SIGINT])
def test_a_signal_ends_it_in_order_and_leaves_no_lock(tmp_path: Path, way: signal.Signals) -> None:
    path = tmp_path / "tide.cornice"
    write_job(path, demo_job())
    surroundings = {
        **os.environ,
        "QT_QPA_PLATFORM": "offscreen",
        "XDG_STATE_HOME": str(tmp_path / "state"),
        "XDG_DATA_HOME": str(tmp_path / "data"),
        "XDG_CONFIG_HOME": str(tmp_path / "config"),
    }
    command = [*PROGRAM, str(path)]
    with subprocess.Popen(command, env=surroundings, stderr=subprocess.PIPE) as running:
        lock = JobLock.beside(path)
        for _ in range(200):
            if lock.exists() and raise_other(path):
                break
            time.sleep(0.05)
        assert lock.exists()
        running.send_signal(way)
        assert running.wait(10) == 0
        assert running.stderr is not None
        assert running.stderr.read() == b""
    assert not lock.exists()


CHANGED = """
import os, signal, sys
from PyQt6.QtCore import QTimer
import narrow_cornice.desk.application as application
from narrow_cornice.cli import main
from narrow_cornice.job import edits

make = application.make_window

def changed(session):
    window = make(session)
    session.do(edits.rename_job("Nearly lost", "Lee Quay"))
    QTimer.singleShot(300, lambda: os.kill(os.getpid(), signal.SIGTERM))
    return window

application.make_window = changed
sys.exit(main(["demo"]))
"""


def test_a_signal_asks_nobody_and_keeps_what_is_not_saved(tmp_path: Path) -> None:
    surroundings = {**os.environ, "QT_QPA_PLATFORM": "offscreen", "XDG_STATE_HOME": str(tmp_path / "state")}
    ended = subprocess.run([sys.executable, "-c", CHANGED], env=surroundings, timeout=20, capture_output=True)
    assert (ended.returncode, ended.stderr) == (0, b"")
    (copy,) = tmp_path.glob("state/*/recovery/*.cornice")
    assert read_job(copy).name == "Nearly lost"


def test_a_job_that_is_open_has_its_window_raised_and_no_second_one_opened(window: MainWindow, tmp_path: Path) -> None:
    path = tmp_path / "tide.cornice"
    save(window.session, path)
    surroundings = {**os.environ, "QT_QPA_PLATFORM": "offscreen", "XDG_STATE_HOME": str(tmp_path / "state")}
    heard: list[bool] = []
    window._listening.wanted.connect(lambda: heard.append(True))
    command = [*PROGRAM, str(path)]
    with subprocess.Popen(command, env=surroundings, stderr=subprocess.PIPE) as second:
        for _ in range(200):
            QTest.qWait(50)
            if second.poll() is not None:
                break
        assert second.returncode == 0
    QTest.qWait(50)  # what it said before it ended may not have been heard yet
    assert heard == [True]


def test_the_guide_and_about_are_inside_the_program(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    shown: list[QDialog] = []
    monkeypatch.setattr(QDialog, "exec", lambda dialog: shown.append(dialog) or 0)
    choose(window, "About")
    assert any(__version__ in label.text() for label in shown[0].findChildren(type(window.spine.saved)))
    choose(window, "Guide")
    settle()
    guide = next(one for one in window.findChildren(QTextBrowser) if one.accessibleName() == "Guide")
    assert "The guide" in guide.toPlainText()
    guide.window().close()  # type: ignore[union-attr]


def test_help_has_its_short_form() -> None:
    said = subprocess.run([*PROGRAM, "-h"], capture_output=True, text=True, check=True)
    assert "takeoff" in said.stdout


def test_the_menu_of_a_thing_offers_its_size_and_what_its_sheet_invites_to(window: MainWindow) -> None:
    window.go("measure")
    window.session.look(leaf="walls", seen_as="")
    settle()
    menu = page(window).menu_of(WallPath("r1", "w2"), None)
    words = [one.text() for one in menu.actions() if one.text()]
    assert window.session.view.selected == WallPath("r1", "w2")
    assert words[0].startswith("Wall B–C")
    assert words[1] == "Type its size, 3 621 mm"
    assert "Another wall after B–C" in words
    menu.actions()[1].trigger()
    assert page(window).canvas.asked() == WallPath("r1", "w2")
    walls = page(window).sheets[0]
    assert "Copy the chosen lines" in [one.text() for one in page(window).menu_of(None, walls).actions()]


def test_every_line_of_the_menu_has_a_letter_of_its_own(window: MainWindow) -> None:
    lines = [one.text() for one in window._menu.actions() if one.text()]
    letters = [line[line.index("&") + 1].lower() for line in lines if "&" in line]
    assert len(letters) == len(set(letters)) >= len(lines) - 2


def test_the_job_room_and_place_are_found_as_they_were_left(session: Session, tmp_path: Path) -> None:
    path = tmp_path / "tide.cornice"
    save(session, path)
    first = make_window(session)
    first.go("finishes")
    session.look(room_id="r2", leaf="repairs")
    first.again = True
    first.close()
    session.close(discard=True)
    again = Session(tmp_path / "state again", session.settings, Runner())
    assert again.last() == path
    again.open(path)
    second = make_window(again)
    assert (again.view.place, again.view.room_id, again.view.leaf) == ("finishes", "r2", "repairs")
    second.again = True
    second.close()
    again.start_new()
    again.close(discard=True)
    assert again.last() is None
    for window in (first, second):
        gone(window)
