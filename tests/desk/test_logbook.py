"""The logbook in the window: written, ticked, put right, learnt from, handed out."""

from __future__ import annotations

import io
from pathlib import Path

import pytest
from driving import choose, counted, errands_over, field, press, type_into, until, write_printed
from PIL import Image
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QGuiApplication
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.desk.bench_rows import ButtonsRow
from narrow_cornice.desk.places.logbook.page import LogbookPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job.paths import EntryPath, LeftOverPath, LessonPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.logbook.lessons import lessons_of

pytestmark = pytest.mark.desk


def logbook(window: MainWindow, leaf: str = "diary", seen_as: str = "", selected: object = None) -> LogbookPage:
    window.session.look(place="logbook", leaf=leaf, seen_as=seen_as, room_id="r1", selected=selected)
    page = window.page("logbook")
    assert isinstance(page, LogbookPage)
    counted(window)
    return page


def test_what_was_done_is_written_put_right_and_undone(window: MainWindow) -> None:
    page = logbook(window)
    before = len(window.session.job.logbook.entries)
    type_into(field(window, "Write"), "2.5 L Sedge on the walls, 14 m², 3 h, batch 4711")
    assert field(window, "Write").text() == ""  # it waits for the next one
    entry = window.session.job.logbook.entries[-1]
    assert (entry.room, entry.colour, entry.litres, entry.batch) == ("r1", "sedge", 2.5, "4711")
    counted(window)
    assert len(page.sheet_of("diary").sheet.rows) == before + 1
    window.session.select(EntryPath(entry.id))
    counted(window)
    type_into(field(window, "Litres"), "2.8 l")
    counted(window)
    type_into(field(window, "Hours"), "3.5")
    now = next(one for one in window.session.job.logbook.entries if one.id == entry.id)
    assert (now.litres, now.hours) == (2.8, 3.5)
    counted(window)
    press(window, "Take it out of the logbook")
    assert len(window.session.job.logbook.entries) == before
    for _ in range(4):
        window.session.undo()
    assert len(window.session.job.logbook.entries) == before
    refused: list[object] = []
    window.session.refused.connect(refused.append)
    logbook(window)
    type_into(field(window, "Write"), ";;")
    assert refused


def test_the_shelf_says_what_is_used_first_and_what_is_kept(window: MainWindow) -> None:
    page = logbook(window)
    window.session.look(leaf="left")
    counted(window)
    said = "1.4 L in 1 tin used before new ones are bought · 1.4 L in 3 tins kept for touching up"
    assert page.canvas._drawing is not None
    assert page.canvas._drawing.subtitle == said
    window.session.select(LeftOverPath(window.session.job.left_paint[0].id))
    counted(window)
    for text, litres in (("1,6 L", 1.6), ("2 litres", 2.0), ("1 000", 1000.0)):
        type_into(field(window, "Litres"), text)
        assert window.session.job.left_paint[0].litres == litres
    type_into(field(window, "Litres"), "minus two")
    assert "“minus two” is no number for litres" in window.notice()


def test_a_batch_is_found_by_its_number_and_an_old_message_goes(window: MainWindow) -> None:
    for text in ("99999", "7714"):
        window.bench.field.setText(text)
        QTest.keyClick(window.bench.field, Qt.Key.Key_Return)
        counted(window)
        assert bool(window.notice()) == (text == "99999")
    tin = next(one for one in window.session.job.left_paint if one.batch == "7714")
    assert window.session.view.selected == LeftOverPath(tin.id)
    assert (window.session.view.place, window.session.view.leaf) == ("logbook", "left")


def test_a_work_of_the_programme_is_ticked(window: MainWindow) -> None:
    logbook(window)
    row = next(one for one in window.bench.view._rows if isinstance(one, ButtonsRow) and one.words[0].endswith(" h"))
    row.pressed(0)
    entry = next(one for one in window.session.job.logbook.entries if one.work)
    assert entry.hours
    assert window.session.view.selected == EntryPath(entry.id)


def test_lines_are_pasted(window: MainWindow) -> None:
    page = logbook(window)
    before = len(window.session.job.logbook.entries)
    board = QGuiApplication.clipboard()
    assert board is not None
    board.setText("2026-11-02: Wash Room, sanded, 2 h\n2026-11-03: Wash Room, 1 L Ebb on the walls, 2 h")
    page._paste()
    assert len(window.session.job.logbook.entries) == before + 2
    board.setText("")
    refused: list[object] = []
    window.session.refused.connect(refused.append)
    page._paste()
    assert refused


def test_a_photograph_is_kept_with_an_entry(window: MainWindow, tmp_path: Path) -> None:
    held = io.BytesIO()
    Image.new("RGB", (80, 60), "#705040").save(held, "PNG")
    path = tmp_path / "day.png"
    path.write_bytes(held.getvalue())
    entry = window.session.job.logbook.entries[0]
    page = logbook(window, selected=EntryPath(entry.id))
    page.take_file(path)
    errands_over(window.session)
    until(lambda: not window.aside.waits)
    (name,) = window.session.job.logbook.entries[0].pictures
    assert name in window.session.job.pictures
    window.session.undo()
    assert name not in window.session.job.pictures


def test_left_overs_are_told_where_they_are(window: MainWindow) -> None:
    tin = window.session.job.left_paint[-1]
    logbook(window, "left", selected=LeftOverPath(tin.id))
    type_into(field(window, "Where"), "under the stair")
    assert window.session.job.left_paint[-1].kept == "under the stair"
    counted(window)
    press(window, "Used up")
    assert tin.id not in [one.id for one in window.session.job.left_paint]


def test_a_lesson_is_taken_when_it_is_pressed(window: MainWindow) -> None:
    (lesson,) = lessons_of(window.session.job)
    before = house_rules_of(window.session.job.house_rules).value(lesson.key)
    logbook(window, "lessons", selected=LessonPath(lesson.key))
    assert house_rules_of(window.session.job.house_rules).value(lesson.key) == before
    press(window, "Take it as the house rule")
    assert house_rules_of(window.session.job.house_rules).value(lesson.key) == lesson.new
    window.session.undo()
    assert house_rules_of(window.session.job.house_rules).value(lesson.key) == before


def test_the_logbook_goes_out(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    page = logbook(window, "book", "card")
    assert page.canvas._drawing is not None
    assert "touch-up card" in page.canvas._drawing.title
    type_into(field(window, "Handed over"), "1 May 2027")
    assert window.session.job.logbook.handed_over.text == "1 May 2027"
    for words, name in (("The logbook as CSV …", "l.csv"), ("The house's book as CSV …", "b.csv")):
        path = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        errands_over(window.session)
        assert path.stat().st_size > 300
    for words, name in (
        ("The house's book, to print …", "b.pdf"),
        ("Touch-up cards of all rooms, to print …", "c.pdf"),
        ("The diary, to print …", "d.pdf"),
    ):
        path = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        write_printed(window)
        errands_over(window.session)
        assert path.read_bytes().startswith(b"%PDF")
