"""Around the work: files, recovery, tables, handing out, looks, strange names."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from threading import Event

import pytest
from driving import (
    change_of,
    choose,
    errands_over,
    field,
    gone,
    kept_aside,
    save,
    settle,
    total_of,
    type_into,
    write_printed,
)
from openpyxl import load_workbook
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtGui import QImage
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QApplication,
    QComboBox,
    QDialog,
    QFileDialog,
    QLineEdit,
    QMessageBox,
    QWidget,
)
from pytestqt.qtbot import QtBot

from narrow_cornice import memo
from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.places.bought.handing_out import list_to_buy
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.view import TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.errors import SurroundingsError
from narrow_cornice.job import edits
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.keeping import JobLock, Recovery
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import RoomPath, TrimPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.memo import by_identity, let_go
from narrow_cornice.units.show import METRIC
from printed import said
from thorough import many

pytestmark = pytest.mark.desk

# one for each that a place declares, the second look, and the evening
PICTURES = sum(len(place.pictures) for place in PLACES) + 2


def test_save_open_and_the_lock(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path = tmp_path / "house.cornice"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(tmp_path / "house"), ""))
    window.filing.save_as()
    save(window.session)
    assert read_job(path) == demo_job()
    assert window.spine.saved.text().splitlines()[-1].startswith("saved ")
    assert JobLock.beside(path).exists()
    window.session.select(TrimPath("r1", "casing"))
    settle()
    type_into(field(window, "Width"), "150")
    assert window.session.unsaved
    assert window.isWindowModified()
    QTest.keyClick(window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
    save(window.session)
    assert read_job(path) == window.session.job
    assert not window.isWindowModified()
    (former,) = window.session.versions.of(path)
    window.filing.bring_back(former.path)
    assert window.session.job == demo_job()
    assert window.session.recent() == [path.resolve()]
    other = tmp_path / "other.cornice"
    write_job(other, demo_job())
    held = JobLock.take(other)
    assert held is not None
    monkeypatch.setattr(window.filing, "may_leave", lambda: True)
    window.filing.open(other)
    assert "already open" in window.notice()
    assert window.session.path == path
    held.release()
    window.filing.open(other)
    assert window.session.path == other
    assert not JobLock.beside(path).exists()


def test_a_damaged_file_is_refused_and_the_job_stays(window: MainWindow, tmp_path: Path) -> None:
    bad = tmp_path / "bad.cornice"
    bad.write_bytes(b"no")
    window.filing.open(bad)
    assert "damaged or not a job" in window.notice()
    assert window.session.job == demo_job()
    assert not JobLock.beside(bad).exists()


def test_a_save_that_fails_says_so_and_keeps_the_change(window: MainWindow, tmp_path: Path) -> None:
    gone = tmp_path / "gone"
    save(window.session, gone / "a.cornice")
    assert "folder is not there" in window.notice()
    assert window.session.path is None


def slow_disk(monkeypatch: pytest.MonkeyPatch) -> Event:
    """Have writing of a job wait for the event that is returned."""
    ready = Event()

    def slow(path: Path, job: Job) -> None:
        ready.wait(20)
        write_job(path, job)

    monkeypatch.setattr("narrow_cornice.desk.session.write_job", slow)
    return ready


def test_the_work_goes_on_while_a_slow_disk_takes_the_job(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, path, ready = window.session, tmp_path / "slow.cornice", slow_disk(monkeypatch)
    given = session.job
    session.save(path)
    session.do(edits.rename_room("r1", "Meanwhile"))
    session.save(path)  # once more, before the first is there
    session.do(edits.rename_room("r1", "Later"))
    settle()
    assert session.saving
    assert session.path is None
    ready.set()
    while session.saving:
        QTest.qWait(1)
    assert session.path == path
    assert read_job(path) == session.job
    assert not window.isWindowModified()
    (former,) = session.versions.of(path)
    assert read_job(former.path) == given


def test_leaving_while_the_job_is_being_saved_waits_for_it_and_asks_nothing(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, path, ready = window.session, tmp_path / "slow.cornice", slow_disk(monkeypatch)
    session.do(edits.rename_room("r1", "Meanwhile"))
    session.save(path)
    QTimer.singleShot(20, ready.set)
    assert window.filing.may_leave()
    assert read_job(path) == session.job


def test_leaving_with_unsaved_work_asks(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:

    window.session.do(edits.rename_room("r1", "Other"))
    asked = []
    monkeypatch.setattr(QMessageBox, "exec", lambda self: asked.append(self.text()) or 0)
    assert not window.filing.may_leave()
    assert "not saved" in asked[0]


def test_recovery_after_a_kill(session: Session, window: MainWindow, tmp_path: Path) -> None:
    session.do(edits.rename_room("r1", "Nearly lost"))
    session.keep_recovery_copy()
    kept_aside(session)
    (copy,) = (tmp_path / "state" / "recovery").glob("*.cornice")
    assert read_job(copy).rooms[0].name == "Nearly lost"
    aside = tmp_path / "later" / "recovery"
    aside.mkdir(parents=True)
    (aside / "1-1.cornice").write_bytes(copy.read_bytes())
    later = Recovery(tmp_path / "later")
    (left,) = later.left_behind()
    session.take_up_recovered(left)
    assert left.copy.exists()  # until the new one is written
    kept_aside(session)
    assert not left.copy.exists()
    (copy,) = (tmp_path / "state" / "recovery").glob("*.cornice")
    assert read_job(copy).rooms[0].name == "Nearly lost"
    assert session.unsaved
    assert window.session.job.rooms[0].name == "Nearly lost"
    later.close()


def test_a_recovered_copy_stays_where_the_new_one_cannot_be_written(
    session: Session, window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    aside = tmp_path / "later" / "recovery"
    aside.mkdir(parents=True)
    write_job(aside / "1-1.cornice", session.job)
    later = Recovery(tmp_path / "later")
    (left,) = later.left_behind()

    def full(*_: object) -> None:
        raise SurroundingsError("The disk is full.")

    monkeypatch.setattr(session.recovery, "keep", full)
    session.take_up_recovered(left)
    kept_aside(session)
    assert left.copy.exists()
    assert "full" in window.notice()
    later.close()


def test_however_fast_one_types_the_running_copy_waits_five_seconds_at_most(
    session: Session, window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Changes come faster than the pause that is waited for; the clock is turned by hand."""
    now = [1000.0]
    monkeypatch.setattr("narrow_cornice.desk.session.time.monotonic", lambda: now[0])
    waits = []
    for second in range(12):
        now[0] += 0.5
        session.do(edits.rename_room("r1", f"Name {second}"))
        waits.append(now[0] - 1000.5 + session._recovery_timer.interval() / 1000)
    assert waits[0] == pytest.approx(1.5)
    assert max(waits[:10]) <= 5.0
    assert session._recovery_timer.interval() == 0
    settle()
    kept_aside(session)
    assert len(list((tmp_path / "state" / "recovery").glob("*.cornice"))) == 1
    session.do(edits.rename_room("r1", "Later"))
    assert session._recovery_timer.interval() == 1500


def test_whatever_goes_wrong_while_a_file_is_opened_or_saved_its_lock_is_let_go(
    session: Session,
    window: MainWindow,
    qtbot: QtBot,
    tmp_path: Path,
    job_file: Path,
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    def broken(*_: object) -> None:
        raise ZeroDivisionError

    with monkeypatch.context() as wrong:
        wrong.setattr("narrow_cornice.desk.session.read_job", broken)
        wrong.setattr("narrow_cornice.desk.session.write_job", broken)
        with pytest.raises(ZeroDivisionError):
            session.open(job_file)
        with qtbot.capture_exceptions() as raised:
            save(session, tmp_path / "new.cornice")
        assert [kind for kind, _, _ in raised] == [ZeroDivisionError]
    for path in (job_file, tmp_path / "new.cornice"):
        lock = JobLock.take(path)
        assert lock is not None
        lock.release()


@pytest.mark.parametrize("kind", ["pdf", "csv"])
def test_the_order_is_handed_out(
    window: MainWindow, tmp_path: Path, kind: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / f"list.{kind}"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(path), ""))
    list_to_buy(window.out, kind, "shop")
    write_printed(window)
    errands_over(window.session)
    written = said(path.read_bytes()) if kind == "pdf" else path.read_text(encoding="utf-8-sig")
    assert "Washable matt, Deep sedge" in written
    assert "2.5" in written
    assert "Written: list" in window.tally._last.text()


def test_the_workbook_is_handed_out(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path = tmp_path / "list.xlsx"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(path), ""))
    choose(window, "List to buy and schedule as a workbook (XLSX) …")
    errands_over(window.session)
    names = {cell.value for cell in load_workbook(path)["Surfaces"]["A"]}
    assert names >= {room.name for room in window.session.job.rooms}


def test_drawings_are_handed_out(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    for name, export in (
        ("a.svg", partial(choose, window, "This drawing as SVG …")),
        ("a.pdf", window.print_sheet),
        ("b.pdf", partial(choose, window, "Every drawing of the room on paper …")),
        ("a.csv", partial(choose, window, "Schedule of surfaces as CSV …")),
    ):
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, n=name, **_k: (str(tmp_path / n), ""))
        export()
        write_printed(window)
        errands_over(window.session)
        content = (tmp_path / name).read_bytes()
        written = said(content) if name.endswith("pdf") else content.decode("utf-8-sig")
        assert "Chart Room" in written


def test_strange_names_are_shown_as_they_are(window: MainWindow) -> None:

    for name in ("<b>bold</b>&amp;", "\u202ereversed", "x" * 10_000, "a\x00b\n c", "=cmd", "👩‍🎨"):
        window.session.do(edits.rename_room("r1", name))
        for place in ("measure", "trim", "finishes", "bought")[:: many(2, 1)]:
            window.session.look(place=place)
            window.session.select(RoomPath("r1"))
            settle()
        assert window.session.job.rooms[0].name == name.strip()
    labels = [label.textFormat() for label in window.findChildren(type(window.tally._last))]
    assert set(labels) == {Qt.TextFormat.PlainText}


def test_keyboard_reaches_every_part(window: MainWindow) -> None:
    reached = set()
    for _ in range(6):
        QTest.keyClick(window, Qt.Key.Key_F6)
        settle()
        focus = QApplication.focusWidget()
        assert focus is not None
        reached.add(focus.accessibleName() or type(focus).__name__)
    assert {"Rooms", "Drawing", "Trim of the room"} <= reached
    assert any(name.startswith("paint ") for name in reached)  # a figure says its value too
    window.page("trim").part._buttons[0].setFocus()  # below the sheet: the bench is next, not the rooms
    QTest.keyClick(QApplication.focusWidget(), Qt.Key.Key_F6)
    assert window.bench.isAncestorOf(QApplication.focusWidget())
    for button in window.findChildren(QWidget):
        if (
            button.focusPolicy() & Qt.FocusPolicy.TabFocus
            and button.isVisible()
            and isinstance(button, QLineEdit | QComboBox)
        ):
            assert button.accessibleName(), type(button)


def test_strips_fold_away_and_the_window_remembers(window: MainWindow) -> None:
    QTest.keyClick(window, Qt.Key.Key_F8)
    settle()
    assert window.bench.isHidden()
    assert window.session.settings.value("bench shown", type=bool) is False
    QTest.keyClick(window, Qt.Key.Key_F8)
    assert not window.bench.isHidden()


@pytest.mark.parametrize(("letters", "evening"), [(1.0, True), (1.3, False)])
def test_other_looks_and_larger_letters_show_everything(session, qapp, letters: float, evening: bool) -> None:  # type: ignore[no-untyped-def]
    from narrow_cornice.desk.making_window import make_window

    session.settings.setValue("letters", letters)
    session.settings.setValue("evening", evening)
    one = make_window(session)
    one.resize(1280, 720)
    one.show()
    one.make_complete()
    settle()
    assert one.minimumSizeHint().width() <= 1280
    assert one.theme.letters == letters
    for place in ("measure", "trim", "finishes", "bought", "brief"):
        one.go(place)
        settle()
        assert one.minimumSizeHint().width() <= 1280, place
    gone(one)
    qapp.setStyleSheet("")


def test_a_dialog_cannot_slip_through() -> None:
    with pytest.raises(AssertionError, match="opened"):
        QDialog().exec()


def test_without_a_screen_the_window_says_so_and_pictures_still_work(tmp_path: Path) -> None:
    import os
    import subprocess
    import sys

    bare = {
        name: value
        for name, value in os.environ.items()
        if name not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")
    }
    program = [sys.executable, "-m", "narrow_cornice.cli"]
    done = subprocess.run(program, env=bare, capture_output=True, text=True, check=False, timeout=60)
    assert done.returncode == 2
    assert "no screen" in done.stderr
    few = many(2, 0)  # of all of them, when tried thoroughly
    only = [word for name in ("trim", "evening")[:few] for word in ("--only", name)]
    shots = subprocess.run(
        [*program, "demo", "--pictures", str(tmp_path / "p"), *only],
        env=bare,
        capture_output=True,
        text=True,
        check=True,
        timeout=120,
    )
    pictures = [QImage(one) for one in shots.stdout.split()]
    assert len(pictures) == len(list((tmp_path / "p").glob("*.png"))) == (few or PICTURES)
    assert {(one.width(), one.height()) for one in pictures} == {(1280, 800)}


def test_an_error_of_the_program_itself_is_told_and_the_job_kept(
    window: MainWindow, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    from narrow_cornice.desk.application import _told_in_the_window

    window.session.do(edits.rename_room("r1", "Kept"))
    told = _told_in_the_window(window.session, lambda: window)
    told(ValueError, ValueError("of our own making"), None)
    kept_aside(window.session)
    assert "wrong in the program itself" in window.notice()
    assert "of our own making" in capsys.readouterr().err
    (copy,) = (tmp_path / "state" / "recovery").glob("*.cornice")
    assert read_job(copy).rooms[0].name == "Kept"


def test_text_stands_out_from_its_paper_by_day_and_by_evening() -> None:
    from narrow_cornice.desk.theme import DAY, EVENING

    def light(colour: str) -> float:
        parts = [int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5)]
        red, green, blue = (part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts)
        return 0.2126 * red + 0.7152 * green + 0.0722 * blue

    def contrast(one: str, other: str) -> float:
        low, high = sorted((light(one), light(other)))
        return (high + 0.05) / (low + 0.05)

    for roles in (DAY, EVENING):
        for text in ("ink", "soft", "verdigris", "rust", "ochre"):
            for paper in ("paper", "sheet", "board"):
                assert contrast(roles[text], roles[paper]) >= 4.5, (text, paper)
        for text in ("tally text", "tally soft", "tally warm"):
            assert contrast(roles[text], roles["tally"]) >= 4.5
        assert contrast(roles["on verdigris"], roles["verdigris"]) >= 4.5


def test_a_large_job_is_counted_aside_while_the_window_goes_on(session, window: MainWindow) -> None:  # type: ignore[no-untyped-def]
    from msgspec.structs import replace

    from narrow_cornice.derived.bought.tally import tally as counted
    from narrow_cornice.job import edits

    demo = demo_job()
    rooms = tuple(replace(demo.rooms[index % 2], id=f"r{index + 1}", name=f"Room {index + 1}") for index in range(24))
    big = replace(demo, rooms=rooms)
    session._take_up(big, None, None)
    assert total_of(window, "paint") == counted(demo).get("paint").shown(METRIC)  # type: ignore[union-attr]
    window.go("bought")
    window.session.select(TallyPath("cost"))
    session.do(edits.rename_room("r1", "Changed meanwhile"))  # the count under way is of the job before
    for _ in range(200):
        QTest.qWait(30)
        session.runner.wait()
        settle()
        if total_of(window, "paint") == counted(session.job)["paint"].shown(METRIC):
            break
    settle()
    assert total_of(window, "paint") == counted(session.job)["paint"].shown(METRIC)
    assert len(window.page("bought").slips) == 5  # type: ignore[attr-defined]
    session.do(edits.change_house_rule("coats", 3, "coats"))  # touches every room
    before = total_of(window, "paint")
    for _ in range(200):
        QTest.qWait(30)
        session.runner.wait()
        settle()
        if total_of(window, "paint") != before:
            break
    assert total_of(window, "paint") == counted(session.job)["paint"].shown(METRIC)
    assert change_of(window, "paint").startswith("+")


def test_another_job_lets_go_of_what_was_kept_for_the_former(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(memo, "let_go", let_go)  # as it is outside of tests
    worked_out: list[str] = []

    @by_identity(times=8, each="job")
    def name_of(room_name: str) -> str:
        worked_out.append(room_name)
        return room_name.upper()

    session = window.session
    name_of("Tea Parlour")
    assert session.do(edits.rename_room("r1", "Chart Room, east"))
    name_of("Tea Parlour")
    assert worked_out == ["Tea Parlour"]  # an edit keeps it
    session.start_new()
    name_of("Tea Parlour")
    assert worked_out == ["Tea Parlour", "Tea Parlour"]
