"""The brief in the window: written in place with mouse and keyboard."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import errands_over, settle, type_into, write_printed
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QLabel, QPushButton

from narrow_cornice.desk.flow_layout import CLINGS
from narrow_cornice.desk.places.brief.letter import BlankField, PickButton
from narrow_cornice.desk.places.brief.page import BriefPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job.brief import Manner
from narrow_cornice.job.paths import BriefPath
from printed import said


def brief(window: MainWindow, room: str = "r1") -> BriefPage:
    window.go("brief")
    window.session.look(room_id=room, selected=None)
    settle()
    page = window.page("brief")
    assert isinstance(page, BriefPage)
    return page


def test_a_need_is_added_written_and_raised(window: MainWindow) -> None:
    page = brief(window, "r3")
    add = next(one for one in page.paragraphs.findChildren(QPushButton) if one.text() == "Add a need or a wish")
    QTest.mouseClick(add, Qt.MouseButton.LeftButton)
    settle()
    place = page.paragraphs.blank(BriefPath("r3", "needs", "q2", "who"))
    assert place is not None
    type_into(place, "the cat")
    words = page.paragraphs.blank(BriefPath("r3", "needs", "q2", "words"))
    assert words is not None
    type_into(words, "see the stairs")
    need = window.session.job.rooms[2].brief.needs[1]
    assert (need.who, need.words) == ("the cat", "see the stairs")
    assert any("see the stairs" in row.says for row in window.bench.view.rows() if hasattr(row, "says"))
    window.session.undo()
    window.session.undo()
    settle()
    assert page.paragraphs.blank(BriefPath("r3", "needs", "q2", "who")).text() == ""  # type: ignore[union-attr]


def test_tab_walks_from_place_to_place_and_nothing_is_lost(window: MainWindow) -> None:
    page = brief(window)
    page.focus_drawing()
    first = QApplication.focusWidget()
    assert isinstance(first, BlankField)
    QTest.keyClicks(first, "farmhouse")
    QTest.keyClick(first, Qt.Key.Key_Tab)
    settle()
    assert window.session.job.rooms[0].brief.style == Manner(key="farmhouse")
    assert QApplication.focusWidget() is not first
    assert any("Tuscan" in row._said.text() for row in page.paragraphs.rows)


def test_a_permission_is_settled_from_its_list_and_refusals_are_told(window: MainWindow) -> None:
    page = brief(window)
    picks = [one for one in page.paragraphs.findChildren(PickButton) if one.text().startswith("☐")]
    assert len(picks) == 2
    menu = picks[0].menu()
    assert menu is not None
    next(action for action in menu.actions() if action.text() == "given").trigger()
    settle()
    assert [one.state for one in window.session.job.brief.permissions] == ["given", "given", "not asked"]
    place = page.paragraphs.blank(BriefPath("", "", "", "budget"))
    assert place is not None
    type_into(place, "plenty")
    assert "no amount of money" in window.notice()
    assert window.session.job.brief.budget == 5400


def test_nothing_is_squeezed_or_cut_off(window: MainWindow) -> None:
    page = brief(window)
    settle()
    for row in page.paragraphs.rows:
        for widget in row._widgets:
            assert widget.height() >= widget.sizeHint().height() - 1, widget
            assert widget.geometry().right() <= row._line.width() + 1


def test_the_brief_is_printed(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    brief(window)
    target = tmp_path / "brief.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(target), ""))
    window.print_sheet()
    write_printed(window)
    errands_over(window.session)
    assert "Pilot House, the brief" in said(target.read_bytes())


def test_a_full_stop_never_begins_a_line(window: MainWindow) -> None:
    """At any width of the letter; so many words may never stand on a line with nothing before them."""
    page, seen = brief(window), 0
    for wide in range(1024, 1500, 17):
        window.resize(wide, 760)
        settle()
        for row in page.paragraphs.rows:
            words = [one for one in row.findChildren(QLabel) if one.property(CLINGS) and one.isVisible()]
            first = min((one.x() for one in row._widgets), default=0)
            seen += len(words)
            assert all(one.x() > first for one in words), (wide, [one.text() for one in words])
    assert seen > 100
