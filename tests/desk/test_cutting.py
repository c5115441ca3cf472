"""The cheapest lengths are found beside the window, stopped, kept and taken back; the cut list is shown."""

from __future__ import annotations

import threading
import time
from pathlib import Path

import pytest
from driving import field, press, save, settle, type_into
from PyQt6.QtWidgets import QApplication

from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import CutPlan
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.bought.trim import plans
from narrow_cornice.desk.bench_rows import NoteRow
from narrow_cornice.desk.places.bought.found_aside import FoundAside
from narrow_cornice.desk.places.bought.rows import cutting_of
from narrow_cornice.desk.places.trim.page import TrimPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job import edits
from narrow_cornice.job.paths import LinePath, TrimPath


def notes(window: MainWindow) -> str:
    return " ".join(row.text for row in window.bench.view.rows() if isinstance(row, NoteRow))


def wait_for(done: threading.Event) -> None:
    end = time.monotonic() + 20
    while not done.is_set() and time.monotonic() < end:
        QApplication.processEvents()
        time.sleep(0.005)
    settle()


def test_the_cheapest_lengths_are_found_and_kept(window: MainWindow) -> None:
    session = window.session
    line = next(one for one in to_buy(session.job).lines if one.key.startswith("trim:skirting"))
    session.look(place="bought", selected=LinePath(line.key))
    settle()
    assert "Counted quickly" in notes(window)
    done = threading.Event()
    cutting_of(window.bench).done.connect(lambda *_: done.set())
    assert press(window, "Find the cheapest lengths")
    wait_for(done)
    assert line.key in session.job.cutting
    assert "No plan" in notes(window)
    now = to_buy(session.job).line(line.key)
    assert now is not None
    assert now.price <= line.price + 1e-6
    session.undo()
    settle()
    assert session.job.cutting == {}
    session.redo()
    settle()
    assert press(window, "Back to the quick count")
    settle()
    assert session.job.cutting == {}
    assert "Counted quickly" in notes(window)


def test_a_search_is_stopped_and_keeps_the_best_so_far(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    """The search says its best and would go on for ever; the window stays awake, and stopping keeps what was said."""
    told = threading.Event()

    def endless(pieces, stock, kerf, seconds, tell, stopped) -> CutPlan:  # type: ignore[no-untyped-def]
        plan = cut_plan(pieces, stock, kerf, 0.5)
        tell(plan)
        told.set()
        while not stopped():
            time.sleep(0.005)
        return plan

    monkeypatch.setattr(plans, "cut_plan", endless)
    session = window.session
    line = next(one for one in to_buy(session.job).lines if one.key.startswith("trim:casing"))
    session.look(place="bought", selected=LinePath(line.key))
    settle()
    done = threading.Event()
    cutting_of(window.bench).done.connect(lambda *_: done.set())
    press(window, "Find the cheapest lengths")
    wait_for(told)
    assert "Best so far" in notes(window)
    session.do(edits.rename_job("Another name"))  # the window takes other work meanwhile
    assert session.job.name == "Another name"
    assert press(window, "Stop, and keep the best so far")
    wait_for(done)
    assert line.key in session.job.cutting


def test_the_cut_list_stands_under_the_drawing(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="cuts", room_id="r1", selected=TrimPath("r1", "cornice"))
    settle()
    page = window.page("trim")
    assert isinstance(page, TrimPage)
    rows = [[cell.text for cell in row.cells] for row in page.sheet_of("cuts").sheet.rows]
    mitred = [row for row in rows if ", cornice " in row[1] and "mitred" in row[5]]
    assert mitred
    assert "blade" in mitred[0][5]
    assert any(row.text.startswith("Mitred, corner") for row in window.bench.view.rows() if isinstance(row, NoteRow))
    session.do(edits.change_joinery(inside_corners="mitred"))
    settle()
    assert not any("coped" in cell.text for row in page.sheet_of("cuts").sheet.rows for cell in row.cells)


def test_a_line_of_ones_own_is_added_and_written_on_the_bench(window: MainWindow) -> None:
    window.go("bought")
    settle()
    page = window.page("bought")
    page.add_own()  # type: ignore[attr-defined]
    settle()
    type_into(field(window, "What"), "Masking tape")
    type_into(field(window, "One costs"), "4,50")
    type_into(field(window, "How many"), "six")
    assert "no number" in window.notice()
    type_into(field(window, "How many"), "6")
    type_into(field(window, "Where"), "Paint shop")
    (line,) = window.session.job.own_lines
    assert (line.name, line.count, line.price, line.shop) == ("Masking tape", 6.0, 4.5, "paint-shop")
    names = [row.accessibleName() for slip in page.slips for row in slip.rows]  # type: ignore[attr-defined]
    assert any(name.startswith("Masking tape: ") for name in names)
    press(window, "Take Masking tape off the list")
    assert window.session.job.own_lines == ()


def test_lengths_are_found_aside_without_being_asked_for_and_are_no_step_to_undo(
    window: MainWindow, tmp_path: Path
) -> None:
    session = window.session
    for room in ("r2", "r3", "r4", "r5", "r6"):
        session.do(edits.remove_room(room, room))
    before, title = to_buy(session.job).price, session.history.undo_title
    save(session, tmp_path / "a job.cornice")
    assert not session.unsaved
    aside = FoundAside(session, idle=0)
    end = time.monotonic() + 20
    while any(True for _ in plans.not_searched(session.job)) and time.monotonic() < end:
        QApplication.processEvents()
        time.sleep(0.005)
    aside.wait()
    assert list(plans.not_searched(session.job)) == []
    assert to_buy(session.job).price < before
    assert session.history.undo_title == title
    assert not session.unsaved  # a saved job stays saved
    session.undo()
    settle()
    assert len(session.job.rooms) == 2
