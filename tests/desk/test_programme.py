"""The programme in the window: terms typed, a day fixed with the hand, a better plan searched for, what goes out."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import choose, counted, errands_over, field, press, settle, type_into, until, write_printed
from PyQt6.QtWidgets import QCheckBox, QFileDialog

from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow
from narrow_cornice.desk.places.programme.page import ProgrammePage
from narrow_cornice.desk.places.programme.search import programme_search
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Handle
from narrow_cornice.drawing.site_diary import DAY_WIDE
from narrow_cornice.job import edits
from narrow_cornice.job.paths import WorkPath
from narrow_cornice.programme.works import DAY

pytestmark = pytest.mark.desk


def programme(window: MainWindow, leaf: str = "works", key: str = "") -> ProgrammePage:
    selected = WorkPath(key) if key else None
    window.session.look(place="programme", leaf=leaf, seen_as="", room_id="r1", selected=selected)
    page = window.page("programme")
    assert isinstance(page, ProgrammePage)
    counted(window)
    return page


def notes(window: MainWindow) -> str:
    return " ".join(row.text for row in window.bench.view._rows if isinstance(row, NoteRow))


def test_terms_are_typed_and_undone(window: MainWindow) -> None:
    programme(window)
    before = programme_of(window.session.job).plan.days
    assert f"{before} working days by 2 hands" in notes(window)
    type_into(field(window, "Hands"), "3")
    type_into(field(window, "Begins"), "15 March 2027")
    type_into(field(window, "Warm indoors"), "12")
    type_into(field(window, "Noise from"), "10 to 14")
    said = window.session.job.programme
    assert (said.hands, said.begins.text, said.warm, said.noise) == (3, "15 March 2027", 12.0, (10.0, 14.0))
    refused: list[object] = []
    window.session.refused.connect(refused.append)
    type_into(field(window, "Begins"), "some day")
    type_into(field(window, "Noise from"), "late")
    type_into(field(window, "Nobody on"), "never")
    assert len(refused) == 3
    type_into(field(window, "Nobody on"), "2027-03-22 to 2027-03-26")
    assert window.session.job.programme.kept_free[-1].room == ""
    for _ in range(5):
        window.session.undo()
    assert window.session.job.programme.hands == 2


def test_it_is_said_in_which_rooms_furniture_stays(window: MainWindow) -> None:
    programme(window)

    def box() -> QCheckBox:
        return next(one for one in window.bench.findChildren(QCheckBox) if one.text() == "Tea Parlour")

    before = window.session.job
    assert box().isChecked()  # by the pieces on its plan
    box().click()
    counted(window)
    assert window.session.job.room("r2").brief.furnished is False
    assert job_hours(window.session.job).value < job_hours(before).value
    box().click()
    counted(window)
    assert window.session.job.room("r2").brief.furnished is None  # as its pieces say again
    for _ in range(2):
        window.session.undo()
    assert window.session.job == before


def test_a_work_is_dragged_to_a_day_and_let_go_again(window: MainWindow) -> None:
    page = programme(window, key="r1:coat:ceiling:1")
    job = window.session.job
    handles = [mark for mark in page.canvas._drawing.marks if isinstance(mark, Handle)]  # type: ignore[union-attr]
    assert len(handles) == len(programme_of(job).works)
    last = programme_of(job).plan.days - 1
    page._dragged(WorkPath("r1:coat:ceiling:1"), (last + 0.5) * DAY_WIDE, 0.0)
    assert window.session.job is job  # nothing has changed yet
    page._dropped(WorkPath("r1:coat:ceiling:1"), (last + 0.5) * DAY_WIDE, 0.0)
    settle()
    now = programme_of(window.session.job)
    assert now.plan.placed["r1:coat:ceiling:1"].start // DAY == last
    counted(window)
    press(window, "Let it go to any day")
    assert window.session.job.programme.wishes == {}
    window.session.undo()
    window.session.undo()
    assert window.session.job.programme == job.programme


def test_what_is_said_of_a_work_is_typed(window: MainWindow) -> None:
    programme(window, key="r1:coat:walls:1")
    type_into(field(window, "Hours"), "8")
    type_into(field(window, "Dries"), "12 h")
    wish = window.session.job.programme.wishes["r1:coat:walls:1"]
    assert (wish.hours, wish.dries) == (8.0, 12.0)
    assert "Dry by" in notes(window)
    programme(window)
    press(window, "Add a work of your own")
    counted(window)
    type_into(field(window, "Name"), "hang the curtains")
    type_into(field(window, "Hours"), "2.5")
    own = window.session.job.programme.own[-1]
    assert (own.name, own.hours, own.room) == ("hang the curtains", 2.5, "r1")
    counted(window)
    press(window, "Remove hang the curtains")
    assert all(one.name != "hang the curtains" for one in window.session.job.programme.own)


def test_a_better_plan_is_searched_for_stopped_and_kept(window: MainWindow) -> None:
    window.session.do(edits.keep_programme(None))
    programme(window)
    days = programme_of(window.session.job).plan.days
    press(window, "Look for a better plan")
    search = programme_search(window.bench)
    assert search.line
    until(lambda: search.best is not None)
    press(window, "Stop, and keep the best so far")
    until(lambda: not search.line)
    kept = window.session.job.programme.kept
    assert kept is not None
    found = programme_of(window.session.job)
    assert found.found
    assert found.plan.days <= days
    assert 0 < kept.bound <= found.plan.end
    window.session.undo()
    assert window.session.job.programme.kept is None


def test_what_the_end_hangs_on_leads_to_it(window: MainWindow) -> None:
    programme(window)
    until(lambda: "sooner" in notes(window))
    assert "Another pair of hands" in notes(window)
    first = next(row for row in window.bench.view._rows if isinstance(row, ButtonsRow) and ", " in row.words[0])
    first.pressed(0)
    settle()
    assert isinstance(window.session.view.selected, WorkPath)


def test_days_and_what_is_wanted_stand_on_their_sheets(window: MainWindow) -> None:
    page = programme(window, "days")
    rows = page.sheet_of("days").sheet.rows
    assert len(rows) >= len(programme_of(window.session.job).works)
    page = programme(window, "wanted")
    assert len(page.sheet_of("wanted").sheet.rows) > 40


def test_it_is_handed_out_and_weather_comes_in(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window.session.do(edits.remove_room("r1", "x"))
    window.session.do(edits.remove_room("r2", "x"))
    programme(window)
    for words, name in (("The programme as a calendar (ICS) …", "p.ics"), ("Works as CSV …", "p.csv")):
        path = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        errands_over(window.session)
        assert path.stat().st_size > 500
    printed = tmp_path / "p.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(printed), ""))
    choose(window, "The programme on paper, and a sheet for each day …")
    write_printed(window)
    errands_over(window.session)
    assert printed.read_bytes().startswith(b"%PDF")
    told = tmp_path / "weather.csv"
    told.write_text("2027-01-12, 4, dry\n2027-01-13, 9, rain\n")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_, **__: (str(told), ""))
    choose(window, "Weather by day (CSV) …")
    errands_over(window.session)
    assert [one.rain for one in window.session.job.programme.weather] == [False, True]
