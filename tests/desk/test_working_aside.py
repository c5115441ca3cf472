"""What takes longer than a moment is worked out aside, and the window goes on meanwhile."""

from __future__ import annotations

import gc
import threading
import time
from collections.abc import Callable
from typing import Any

import pytest
from driving import canvas, settle
from PyQt6.QtCore import QEventLoop, QTimer
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from narrow_cornice import memo
from narrow_cornice.desk import working_aside
from narrow_cornice.desk.bench_rows import ButtonsRow, ChoiceRow, FindingRow, SizeRow, Title
from narrow_cornice.desk.later import LaterWork, later
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import RoomPath, TrimPath, WallPath
from narrow_cornice.review.rules import pieces_clash
from narrow_cornice.units.lengths import parse_length


def wait_until(shown: threading.Event) -> None:
    loop = QEventLoop()
    timer = QTimer()
    timer.timeout.connect(lambda: loop.quit() if shown.is_set() else None)
    timer.start(5)
    QTimer.singleShot(60_000, loop.quit)  # nothing waits so long but on a machine that stands still
    loop.exec()
    QApplication.processEvents()


def test_a_row_that_is_shown_no_more_is_let_go(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", selected=TrimPath("r1", "cornice"))
    QApplication.processEvents()

    def rows() -> int:
        # while a thread builds a tuple nobody else may hold it, and ``get_objects`` would
        window.bench.end()
        for at_work in (window.aside._runner, session.runner, session._keeper):
            at_work.wait()
        gc.collect()
        return sum(isinstance(one, ChoiceRow | ButtonsRow | SizeRow) for one in gc.get_objects())

    for number in range(3):
        session.do(edits.change_opening("r1", "o1", "door", width=parse_length(f"{800 + number}")))
    before = rows()
    assert before > 3
    for number in range(8):
        session.do(edits.change_opening("r1", "o1", "door", width=parse_length(f"{850 + number}")))
        QApplication.processEvents()
    assert rows() <= before + 3


def test_the_window_shows_the_last_of_several_changes_when_it_is_worked_out(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = window.session
    session.look(place="measure", leaf="walls", selected=WallPath("r1", "w1"))
    go_on, shown = threading.Event(), threading.Event()
    truly, seen = working_aside.measured_room, []

    def slowly(room: Room, rules: dict[str, float]) -> object:
        go_on.wait(10)
        return truly(room, rules)

    monkeypatch.setattr(working_aside, "measured_room", slowly)
    monkeypatch.setattr(working_aside, "PATIENCE_MS", 1)
    refresh = window.refresh

    def refreshed(*, moved: bool) -> None:
        seen.append((session.job.rooms[0].measured.walls[0].readings[0].mm, moved, threading.current_thread()))
        refresh(moved=moved)
        shown.set()

    monkeypatch.setattr(window, "refresh", refreshed)
    for typed in ("4320", "4330"):
        assert session.do(edits.set_readings("r1", "w1", (parse_length(typed),), "A–B"))
        QApplication.processEvents()
    session.look(selected=WallPath("r1", "w2"))
    # the job has what was typed, the window has not shown it yet and has said so
    assert session.job.rooms[0].measured.walls[0].readings[0].mm == 4330
    assert seen == []
    assert "Working it out" in window.tally.said()
    go_on.set()
    wait_until(shown)
    assert seen == [(4330, True, threading.main_thread())]
    first = window.bench.view.rows()[0]
    assert isinstance(first, Title)
    assert first.text == "Wall B–C"
    shown.clear()  # before: what is known already is shown at once
    session.undo()
    wait_until(shown)
    assert seen[-1][0] == 4320


def test_what_was_worked_out_of_an_older_job_asks_nothing_of_the_newer(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The bench shown then would have the newer job counted with the window standing still."""
    session, bench, gate = window.session, window.bench, threading.Event()
    shown: list[object] = []
    settle()
    assert later(bench, session.job, RoomPath("r1"), lambda: gate.wait(20)) is None
    aside = bench.findChild(LaterWork)
    assert isinstance(aside, LaterWork)
    _until(lambda: aside._busy)
    older = session.job
    session.do(edits.change_trim("r2", "skirting", height=parse_length("131")))
    settle()
    monkeypatch.setattr(bench, "refresh", lambda **how: shown.append(how))
    gate.set()
    _until(lambda: not aside._busy)
    settle()
    assert aside.is_of(older)
    assert not shown
    later(bench, session.job, RoomPath("r1"), lambda: True)
    _until(lambda: bool(shown))
    assert aside.is_of(session.job)


def _until(true: Callable[[], bool]) -> None:
    end = time.monotonic() + 20
    while not true() and time.monotonic() < end:
        settle()
    assert true()


def test_the_drawing_is_shown_before_the_whole_house_is_counted(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Where the last counts took long: the drawing is there while they are still worked out, the tally after them."""
    session = window.session
    session.look(place="trim", selected=TrimPath("r1", "cornice"))
    settle()
    go_on, count = threading.Event(), working_aside.count

    def counted_later(*args: Any) -> None:
        assert go_on.wait(20)
        count(*args)

    monkeypatch.setattr(working_aside, "count", counted_later)
    monkeypatch.setattr(working_aside, "PATIENCE_MS", 20)
    window.aside._took = 1.0
    drawn = canvas(window)._drawing
    refreshed: list[bool] = []
    real = window.tally.refresh
    monkeypatch.setattr(window.tally, "refresh", lambda *, moved: (refreshed.append(moved), real(moved=moved)))
    assert session.do(edits.change_opening("r1", "o1", "door", width=parse_length("1234")))
    for _ in range(500):
        QTest.qWait(5)
        if canvas(window)._drawing is not drawn:
            break
    assert canvas(window)._drawing is not drawn
    assert window.aside.waits
    assert not refreshed
    go_on.set()
    for _ in range(2000):
        QTest.qWait(5)
        if not window.aside.waits:
            break
    assert not window.aside.waits
    assert refreshed


def test_what_is_superseded_is_given_up_at_once(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    """A count that would never end gives way to that of the next change, and nothing is reckoned of an older job
    beside it."""
    session, begun, ended = window.session, threading.Event(), threading.Event()
    really, first = working_aside.count, [True]
    looked_up = memo.by_identity(1, "job")(lambda one: one)

    def endless(*args: Any) -> None:
        if not first[0]:
            really(*args)
            return
        first[0] = False
        try:
            begun.set()
            while True:
                looked_up(object())
        finally:
            ended.set()

    settle()
    _until(lambda: not window.aside.waits)
    monkeypatch.setattr(working_aside, "PATIENCE_MS", 5)
    monkeypatch.setattr(working_aside, "count", endless)
    session.do(edits.change_opening("r1", "o1", "door", width=parse_length("811")))
    _until(begun.is_set)
    asked: list[str] = []
    assert later(window.bench, session.job, RoomPath("r1"), lambda: asked.append("older")) is None
    session.do(edits.change_opening("r1", "o1", "door", width=parse_length("812")))
    _until(lambda: not window.aside.waits)
    assert ended.is_set()
    assert session.job.rooms[0].measured.openings[0].width.mm == 812
    QTest.qWait(150)
    assert asked == []


def test_what_mends_all_findings_is_looked_for_aside_before_they_are_shown(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, truly, on = window.session, pieces_clash.better_place, list[threading.Thread]()

    def looked_for(room: Room, rules: dict[str, float], piece_id: str) -> object:
        on.append(threading.current_thread())
        return truly(room, rules, piece_id)

    monkeypatch.setattr(pieces_clash, "better_place", looked_for)
    for _ in range(2):  # one in the other
        assert session.do(edits.stand_piece("r1", edits.usual_piece("armchair", x=1500.0, y=1500.0)))
    window.aside.count_now()
    session.look(place="trim", selected=TrimPath("r1", "cornice"))
    settle()
    on.clear()
    assert session.do(edits.change_opening("r1", "o1", "door", wall="w1", place=parse_length("900")))
    settle()
    assert not on  # nobody looks at it
    session.look(selected=TallyPath(TO_SETTLE))
    settle()
    assert on
    assert on[0] is not threading.main_thread()
    rows = [row for row in window.bench.view.rows() if isinstance(row, FindingRow)]
    shown = [fix for row in rows for one in (row, *row.each) for fix in one.fixes]
    assert any(fix.startswith("Move armchair") for fix in shown), shown
