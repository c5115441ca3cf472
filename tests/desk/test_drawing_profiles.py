"""Profiles drawn in the window: joints dragged, members typed, added and taken away."""

from __future__ import annotations

import pytest
from driving import canvas, field, press, settle, type_into
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from narrow_cornice.derived.trimwork.sections import profile_of
from narrow_cornice.desk.places.trim.page import TrimPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import About, Label
from narrow_cornice.job.paths import MemberPath, TrimPath
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.profiles import Profile
from rooms import trimmed_of

MEMBER: About = MemberPath("r1", "cornice", "bed mould", 1)


def built(window: MainWindow, kind: TrimKind = "cornice") -> Profile:
    job = window.session.job
    found = profile_of(trimmed_of(job.rooms[0], job.house_rules), kind)
    assert found is not None
    return found


def test_a_joint_is_dragged_shown_on_the_way_and_undone(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="section", room_id="r1", selected=MEMBER)
    settle()
    sheet = canvas(window)
    job, before = session.job, built(window)
    start = sheet.place_of(MEMBER)
    assert start is not None
    scale = sheet.way().m11()
    at = QPoint(round(start.x()), round(start.y()))
    assert sheet.handle_at(start) == MEMBER
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, pos=at)
    for step in (4, 8, 12):
        QTest.mouseMove(sheet, at + QPoint(step, 0))
        settle()
    assert session.job is job  # nothing is changed before the joint is let go
    QTest.mouseRelease(sheet, Qt.MouseButton.LeftButton, pos=at + QPoint(12, 0))
    settle()
    now = built(window)
    moved = {(one.stack, one.index): one.member.projection for one in now.members}
    was = {(one.stack, one.index): one.member.projection for one in before.members}
    assert moved["bed mould", 1] - was["bed mould", 1] == pytest.approx(12 / scale, abs=0.8)
    assert now.projection == pytest.approx(before.projection)
    assert "drawn by hand" in sheet.accessibleDescription()
    session.undo()
    settle()
    assert session.job == job


def test_members_are_typed_changed_added_and_taken_away(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="section", room_id="r1", selected=MEMBER)
    settle()
    before = built(window)
    type_into(field(window, "Height"), "80")
    assert next(one for one in built(window).members if (one.stack, one.index) == ("bed mould", 1)).member.height == 80
    assert built(window).height == pytest.approx(before.height + 80 - 0.6 * 112.5, abs=1e-6)
    for words in ("Add one above", "Add one below"):
        assert press(window, words)
        settle()
    assert len(built(window).members) == len(before.members) + 2
    assert press(window, "Take it away")
    settle()
    assert len(built(window).members) == len(before.members) + 1
    assert press(window, "Draw it as its order does")
    settle()
    assert [one.member.kind for one in built(window).members] == [one.member.kind for one in before.members]


def test_a_size_is_typed_on_the_section_itself(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="section", room_id="r1", selected=MEMBER)
    settle()
    page = window.page("trim")
    page.ask_size(MEMBER)  # type: ignore[union-attr]
    type_into(canvas(window).editor, "70")
    assert next(one for one in built(window).members if (one.stack, one.index) == ("bed mould", 1)).member.height == 70


def test_the_distance_of_the_eye_is_typed_and_changes_what_is_seen(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="section", room_id="r1", selected=TrimPath("r1", "cornice"))
    settle()
    type_into(field(window, "From"), "1200")
    assert session.job.house_rules["sight_distance"] == 1200
    assert "from 1.2 m" in canvas(window).accessibleDescription()
    QTest.keyClicks(canvas(window), " ")  # as it was before, and as it is
    settle()
    assert "Before" in canvas(window).accessibleDescription()
    seen = [mark.text for mark in canvas(window)._marks() if isinstance(mark, Label)]
    assert "seen from 2.5 m" in seen
    QTest.keyClicks(canvas(window), " ")
    settle()
    assert "from 1.2 m" in canvas(window).accessibleDescription()


def test_members_are_typed_in_their_sheet_too(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="section", room_id="r1", selected=TrimPath("r1", "skirting"))
    settle()
    page = window.page("trim")
    assert isinstance(page, TrimPage)
    rows = page.sheet_of("section").sheet.rows
    assert [row.cells[0].text for row in rows] == ["fillet", "cyma reversa", "fillet", "fascia"]
    typed = rows[1].cells[2].typed
    assert typed is not None
    assert typed("60")
    settle()
    assert next(one for one in built(window, "skirting").members if one.index == 1).member.height == 60.0
    session.look(leaf="panels", room_id="r2", selected=TrimPath("r2", "panel mould"))
    settle()
    names = {row.cells[0].text for row in page.sheet_of("panels").sheet.rows}
    assert {"picture-frame, whole wall", "overmantel mirror", "screen"} <= names
