"""Ruled sheets as tables: copied and pasted, left by Tab, and saying what belongs on them while they are empty."""

from __future__ import annotations

import re

import pytest
from driving import counted, page, settle
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QGuiApplication, QKeySequence
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QLabel

from narrow_cornice.derived.bought.lines import InLengths
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.desk.bench_widgets import FigureButton, LinkButton
from narrow_cornice.desk.places.measure.page import MeasurePage
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, SheetRow
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Label
from narrow_cornice.job import edits
from narrow_cornice.job.paths import OpeningPath
from narrow_cornice.job.samples import demo_job
from thorough import many

pytestmark = pytest.mark.desk


def measuring(window: MainWindow, leaf: str) -> MeasurePage:
    window.go("measure")
    window.session.look(leaf=leaf)
    settle()
    found = page(window)
    assert isinstance(found, MeasurePage)
    return found


def test_chosen_rows_are_copied_as_a_table_in_text_and_html(window: MainWindow) -> None:
    sheet = measuring(window, "walls").sheet_of("walls")
    sheet.selectRow(0)
    sheet.selectionModel().select(  # type: ignore[union-attr]
        sheet.sheet.index(1, 0),
        sheet.selectionModel().SelectionFlag.Select | sheet.selectionModel().SelectionFlag.Rows,  # type: ignore[union-attr]
    )
    QTest.keySequence(sheet, QKeySequence(QKeySequence.StandardKey.Copy))
    board = QGuiApplication.clipboard()
    assert board is not None
    lines = [line.split("\t") for line in board.text().splitlines()]
    assert [line[0] for line in lines] == ["Wall", "A–B", "B–C"]
    assert lines[1][1] == "4 310 mm"
    html = board.mimeData().html()  # type: ignore[union-attr]
    assert html.count("<tr>") == 3
    assert "<td>4 310 mm</td>" in html


def test_readings_are_pasted_from_a_table(window: MainWindow) -> None:
    sheet = measuring(window, "walls").sheet_of("walls")
    sheet.setCurrentIndex(sheet.sheet.index(0, 1))
    QGuiApplication.clipboard().setText("4311\n3622\n1179\n")  # type: ignore[union-attr]
    QTest.keySequence(sheet, QKeySequence(QKeySequence.StandardKey.Paste))
    settle()
    walls = window.session.job.rooms[0].measured.walls
    assert [wall.readings[0].mm for wall in walls[:3]] == [4311, 3622, 1179]
    sheet.setCurrentIndex(sheet.sheet.index(0, 1))
    QGuiApplication.clipboard().setText("4312\nnonsense\n1181")  # type: ignore[union-attr]
    QTest.keySequence(sheet, QKeySequence(QKeySequence.StandardKey.Paste))
    settle()
    walls = window.session.job.rooms[0].measured.walls
    assert [wall.readings[0].mm for wall in walls[:3]] == [4312, 3622, 1179]  # up to what could not be read
    assert "nonsense" in window.notice()


def test_a_column_of_walls_is_pasted_into_a_walk(empty: MainWindow) -> None:
    empty.add_room()
    QTest.keyClick(page(empty).canvas.editor, Qt.Key.Key_Escape)
    sheet = measuring(empty, "walls").sheet_of("walls")
    sheet.setCurrentIndex(sheet.sheet.index(0, 1))
    QGuiApplication.clipboard().setText("4310\n3620\n1178\n390 o")  # type: ignore[union-attr]
    QTest.keySequence(sheet, QKeySequence(QKeySequence.StandardKey.Paste))
    settle()
    walls = empty.session.job.rooms[0].measured.walls
    assert [(wall.readings[0].mm, wall.turn) for wall in walls] == [
        (4310, "left"),
        (3620, "left"),
        (1178, "left"),
        (390, "right"),
    ]


def test_tab_leaves_a_sheet(window: MainWindow) -> None:
    sheet = measuring(window, "walls").sheet_of("walls")
    sheet.setFocus()
    sheet.setCurrentIndex(sheet.sheet.index(0, 0))
    QTest.keyClick(sheet, Qt.Key.Key_Tab)
    assert QApplication.focusWidget() is not sheet
    assert not sheet.hasFocus()


def test_an_empty_sheet_says_what_belongs_on_it_and_how_to_begin(empty: MainWindow) -> None:
    empty.go("measure")
    settle()
    found = page(empty)
    for sheet in found.sheets:
        assert sheet.empty.endswith(".")
    button = found.part._buttons[0]
    assert button.text() == "Add a room"
    button.click()
    settle()
    assert empty.session.job.rooms[0].measured.walking


def test_every_sheet_of_the_demo_invites_to_more_and_says_no_mm_in_inches(window: MainWindow) -> None:
    """What is bought under a size in mm keeps its name, and beams sag in mm."""
    window.session.do(edits.change_settings(unit="in"))
    counted(window)
    named = {line.name for line in to_buy(window.session.job).lines} | {"edge band"}
    drawn = [place for place in window.places.each if any(leaf.drawings for leaf in place.leaves)]
    for place in drawn[:: many(2, 1)]:  # every other one at every run
        window.go(place.key)
        for leaf in place.leaves:
            window.session.look(leaf=leaf.key, seen_as="", selected=None)
            settle()
            words = [one.words for one in page(window).invitations()]
            assert words or leaf.key == "section", (place.key, leaf.key)  # a member is chosen first
            if leaf.key == "strength":
                continue
            shown = [label.text() for label in window.bench.findChildren(QLabel) if label.isVisible()]
            shown += [one.accessibleName() for one in window.bench.findChildren(FigureButton) if one.isVisible()]
            shown += [one.text for one in window.drawn().marks if isinstance(one, Label)]
            for sheet in (one for one in window.findChildren(RuledSheet) if one.isVisible()):
                shown += [cell.text for one in sheet.sheet.rows for cell in one.late]
            of_mm = [text for text in shown if re.search(r"\d mm\b", text)]
            assert not [text for text in of_mm if not any(one in text for one in named)], (place.key, leaf.key)


def test_an_opening_is_added_from_the_line_below_its_sheet(window: MainWindow) -> None:
    found = measuring(window, "openings")
    (invitation,) = found.invitations()
    before = len(window.session.job.rooms[0].measured.openings)
    next(done for words, done in invitation.of if words == "a window")()
    settle()
    openings = window.session.job.rooms[0].measured.openings
    assert len(openings) == before + 1
    assert window.session.view.selected == OpeningPath("r1", openings[-1].id)
    window.session.undo()


def test_drop_downs_are_as_long_and_as_wide_as_what_is_in_them(window: MainWindow) -> None:
    window.go("trim")
    window.session.look(selected=None)
    settle()
    boxes = [box for box in window.bench.findChildren(QComboBox) if box.isVisible()]
    assert boxes
    for box in boxes:
        assert box.maxVisibleItems() >= min(24, box.count())
        assert box.view().minimumWidth() >= box.view().sizeHintForColumn(0)  # type: ignore[union-attr]


def test_bars_carry_the_numbers_of_the_cut_list() -> None:
    job = demo_job()
    numbers = {
        room.name: {piece.number: piece for piece in cut_list(room, job.house_rules, job.milled, job.joinery)}
        for room in job.rooms
    }
    seen = 0
    for line in to_buy(job).lines:
        for name, length, number in line.goods.cuts if isinstance(line.goods, InLengths) and line.goods.trim else ():
            room = next(room for room in numbers if name.startswith(room))
            piece = numbers[room][number]
            assert name == f"{room} {piece.name}"
            assert length == piece.to_saw
            seen += 1
    assert seen > 100


@pytest.mark.parametrize("leaf", ["openings", "ways in", "heights"])
def test_the_arrow_keys_lead_below_the_last_row_to_what_can_be_added(window: MainWindow, leaf: str) -> None:
    sheet = measuring(window, leaf).part.front()
    assert sheet is not None
    rows = len(sheet.sheet.rows)
    sheet.setFocus()
    sheet.setCurrentIndex(sheet.sheet.index(rows - 2, 0))
    QTest.keyClick(sheet, Qt.Key.Key_Down)
    assert sheet.currentIndex().row() == rows - 1
    QTest.keyClick(sheet, Qt.Key.Key_Down)
    focus = window.focusWidget()
    assert isinstance(focus, LinkButton)
    assert focus.isVisible()


def test_an_empty_sheet_is_left_below_too(empty: MainWindow) -> None:
    sheet = measuring(empty, "walls").part.front()
    assert sheet is not None
    sheet.setFocus()
    QTest.keyClick(sheet, Qt.Key.Key_Down)
    link = empty.focusWidget()
    assert isinstance(link, LinkButton)
    QTest.keyClick(link, Qt.Key.Key_Return)  # as the space bar
    settle()
    assert len(empty.session.job.rooms) == 1


def test_what_a_reading_was_moved_by_is_in_the_units_of_the_job(window: MainWindow) -> None:
    window.go("measure")
    window.session.look(leaf="across", room_id="r1", selected=None)
    settle()

    def moved() -> list[str]:
        return [row.late[4].text for row in page(window).sheet_of("across").sheet.rows]

    def number(text: str) -> float:
        return float(text.rstrip('"').replace("−", "-") or 0.0)

    before = moved()
    assert any(text.startswith("−") for text in before)
    window.session.do(edits.change_settings(unit="in", denominator=16))
    settle()
    after = moved()
    assert any(text.startswith("−") for text in after)
    assert all(text.endswith('"') for text in after if text)
    for mm, inches in zip(before, after, strict=True):
        assert number(inches) == pytest.approx(number(mm) / 25.4, abs=0.008)


def test_far_down_a_long_sheet_words_stand_in_as_many_lines_as_they_take(window: MainWindow) -> None:
    """Rows beyond the first 200 are parted as they are seen, again where others come in their place."""
    sheet = RuledSheet(("No.", "What it says"), window.theme, "Long", 1)
    sheet.resize(300, 200)
    sheet.show()
    usual = sheet.verticalHeader().defaultSectionSize()  # type: ignore[union-attr]

    def rows(*long: int) -> list[SheetRow]:
        words = "a good many words that one line of so narrow a sheet has no room for"
        texts = (words if number in long else "short" for number in range(500))
        return [SheetRow(None, (Cell(str(number)), Cell(text))) for number, text in enumerate(texts)]

    def tall(number: int) -> int:
        settle()
        sheet.scrollTo(sheet.sheet.index(number, 0))
        settle()
        return sheet.rowHeight(number)

    sheet.put(rows(3, 350), None)
    assert sheet.rowHeight(350) == usual  # not yet seen
    assert tall(350) == tall(3) > usual
    assert tall(349) == usual
    sheet.put(rows(3, 351), None)
    assert (tall(350), tall(351)) == (usual, tall(3))
    sheet.put(rows(3, 351)[:400], None)
    assert tall(351) == tall(3) > usual
    sheet.deleteLater()
