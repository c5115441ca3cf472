"""Zones in the window: pieces dragged with what should stay free, arrangements, windows dressed, lamps, lists."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

import pytest
from driving import choose, field, pick, press, settle, type_into, write_printed
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.desk.bench_rows import FigureRow, NoteRow
from narrow_cornice.desk.places.shelf.page import ShelfPage
from narrow_cornice.desk.places.zones.arranging import arranging_of
from narrow_cornice.desk.places.zones.page import ZonesPage
from narrow_cornice.desk.places.zones.zoned_rows import spots_shown, spots_typed
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Label
from narrow_cornice.job import edits
from narrow_cornice.job.model import Settings
from narrow_cornice.job.paths import BuiltInPath, DressingPath, FreeWallPath, LampPath, StoodPath, WallPath, ZonePath
from narrow_cornice.job.zoned import Stood

pytestmark = pytest.mark.desk


def zones(window: MainWindow, leaf: str, room: str = "r2", selected: object = None) -> ZonesPage:
    window.session.look(place="zones", leaf=leaf, seen_as="", room_id=room, selected=selected)
    settle()
    page = window.page("zones")
    assert isinstance(page, ZonesPage)
    return page


def offered(page: ZonesPage, words: str) -> Invitation:
    return next(one for one in page.invitations() if one.words == words)


def take(page: ZonesPage, words: str, what: str) -> None:
    """Choose from among what an invitation offers."""
    dict(offered(page, words).of)[what]()
    settle()


def piece(window: MainWindow, room: str, which: str) -> Stood:
    return next(one for one in window.session.job.room(room).zones.pieces if one.id == which)


def notes(window: MainWindow) -> list[str]:
    return [row.text for row in window.bench.view._rows if isinstance(row, NoteRow)]


def until(window: MainWindow, done: Callable[[], bool]) -> None:
    for _ in range(600):
        if done():
            return
        QTest.qWait(20)
    raise AssertionError("it never came")


def test_a_piece_is_dragged_to_a_wall_with_its_clearances_and_undone(window: MainWindow) -> None:
    page, path = zones(window, "pieces", selected=StoodPath("r2", "s7")), StoodPath("r2", "s7")
    job, sheet = window.session.job, page.canvas
    start = sheet.place_of(path)
    assert start is not None
    at = QPoint(round(start.x()), round(start.y()))
    assert sheet.handle_at(start) == path
    before = sheet._drawing
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, pos=at)
    for step in (10, 30, 60):
        QTest.mouseMove(sheet, at + QPoint(step, step))
        settle()
    assert sheet._drawing != before  # it moves with what should stay free round it
    assert window.session.job is job  # and nothing is changed before it is let go
    QTest.mouseRelease(sheet, Qt.MouseButton.LeftButton, pos=at + QPoint(60, 60))
    settle()
    there, now = job.room("r2").zones.pieces[6], piece(window, "r2", "s7")
    assert (now.x, now.y, now.wall) != (there.x, there.y, there.wall)
    assert now.width == there.width
    window.session.undo()
    assert window.session.job == job


def test_a_piece_is_placed_by_keys_alone(window: MainWindow) -> None:
    zones(window, "pieces", selected=StoodPath("r2", "s8"))
    pick(window, "Stands at", "wall A–B")
    assert piece(window, "r2", "s8").wall == "w1"
    label = next(row.label for row in window.bench.view._rows if "left" in getattr(row, "label", ""))
    type_into(field(window, label), "900")
    assert piece(window, "r2", "s8").x == 900
    type_into(field(window, "Width"), "1180")
    assert piece(window, "r2", "s8").width.mm == 1180
    turned = piece(window, "r2", "s8").turn
    assert press(window, "Turn a quarter")
    assert piece(window, "r2", "s8").turn == pytest.approx((turned + 90.0) % 360.0)


def test_what_is_offered_last_in_every_sheet_is_put_into_the_room(window: MainWindow) -> None:
    page = zones(window, "zones", "r3")
    uses = offered(page, "Another zone for").of
    uses[0][1]()
    settle()
    assert len(window.session.job.room("r3").zones.zones) == 2
    selected = window.session.view.selected
    assert isinstance(selected, ZonePath)
    before = len(window.session.job.room("r3").zones.zones[-1].outline)
    assert press(window, "One more corner")
    assert len(window.session.job.room("r3").zones.zones[-1].outline) == before + 1
    (there,) = window.session.job.room("r3").zones.pieces  # the settle of the brief: it waits for its place again
    window.session.do(edits.remove_zoned("r3", "pieces", there.id, there.name))
    page = zones(window, "pieces", "r3")
    take(page, "Another piece", "armchair")
    assert [one.kind for one in window.session.job.room("r3").zones.pieces] == ["armchair"]
    page = zones(window, "pieces", "r3")
    (settle_words, _), *_ = offered(page, "From the brief").of
    take(page, "From the brief", settle_words)
    assert window.session.job.room("r3").zones.pieces[-1].furnishing
    page = zones(window, "light", "r3")
    words = next(one for one, _ in offered(page, "Another lamp").of if one.startswith("pendant"))
    take(page, "Another lamp", words)
    assert isinstance(window.session.view.selected, LampPath)
    assert len(window.session.job.room("r3").zones.lamps) == 2


def test_arrangements_are_offered_and_one_is_taken(window: MainWindow) -> None:
    page = zones(window, "pieces", "r4")
    job = window.session.job
    offered(page, "Suggest arrangements").done()
    work = arranging_of(window.bench)
    until(window, lambda: not work.line)
    settle()
    assert work.found
    assert window.session.view.selected is None
    assert window.session.job is job  # an offer changes nothing
    assert any(text.startswith("1: ") for text in notes(window))
    before = page.canvas._drawing
    assert press(window, "Look at 1")
    assert page.canvas._drawing != before  # it is shown on the plan, and still nothing is changed
    assert page.canvas._drawing is not None
    assert page.canvas._drawing.subtitle.startswith("an offer, not taken yet")
    assert window.session.job is job
    assert press(window, "Take 1")
    for which, place in work.found[0].places.items():
        assert piece(window, "r4", which).x is not None, place
    window.session.undo()
    assert window.session.job == job


def test_only_the_lines_that_were_chosen_are_arranged(window: MainWindow) -> None:
    page = zones(window, "pieces", "r1")
    sheet = page.sheet_of("pieces")
    sheet.clearSelection()
    page._many_picked([StoodPath("r1", "s3"), StoodPath("r1", "s5")])
    offered(page, "Suggest arrangements").done()
    work = arranging_of(window.bench)
    QTest.qWait(150)
    work.stop()
    until(window, lambda: not work.line)
    assert all(set(one.places) == {"s3", "s5"} for one in work.found)


def test_a_window_is_dressed_and_the_cloth_is_on_the_list(window: MainWindow) -> None:
    zones(window, "windows", "r2", DressingPath("r2", "d1"))
    lines = {line.key: line.needed.value for line in to_buy(window.session.job).lines}
    cloth = next(key for key in lines if "linen" in key or "cloth" in key)
    type_into(field(window, "Fullness"), "3")
    now = {line.key: line.needed.value for line in to_buy(window.session.job).lines}
    dressing = window.session.job.room("r2").zones.dressings[0]
    assert dressing.fullness == 3
    assert sum(now.values()) > sum(lines.values()), cloth
    pick(window, "Lining", "blackout")
    assert window.session.job.room("r2").zones.dressings[0].lined == "blackout"
    page = zones(window, "windows", "r1")
    window.session.undo()
    window.session.undo()
    many = len(window.session.job.room("r1").zones.dressings)
    offered(page, "A curtain across the room").done()
    settle()
    assert window.session.job.room("r1").zones.dressings[many].line is not None


def test_a_desk_says_what_light_it_has_and_a_lamp_mends_it(window: MainWindow) -> None:
    page = zones(window, "light", "r1", ZonePath("r1", "v1"))
    (line,) = [row for row in page.sheet_of("light").sheet.rows if row.about == ZonePath("r1", "v1")]
    shown = [cell.text for cell in line.late]
    assert "36 lx" in shown
    assert any(isinstance(row, FigureRow) for row in window.bench.view._rows)
    labels = [mark.text for mark in page.canvas._drawing.marks if isinstance(mark, Label)]
    assert any("of 500 lx" in text or "lx" in text for text in labels)
    window.session.select(LampPath("r1", "l2"))
    settle()
    type_into(field(window, "Lumens"), "2400")
    (line,) = [row for row in page.sheet_of("light").sheet.rows if row.about == ZonePath("r1", "v1")]
    assert "36 lx" not in [cell.text for cell in line.late]


def test_storage_is_begun_along_a_free_wall(window: MainWindow) -> None:
    page = zones(window, "zones", "r4")
    free = next(
        mark.about for mark in page.canvas._drawing.marks if isinstance(getattr(mark, "about", None), FreeWallPath)
    )
    window.session.select(free)
    settle()
    many = len(window.session.job.room("r4").casework.built_ins)
    assert press(window, "Build storage along it")
    settle()
    assert len(window.session.job.room("r4").casework.built_ins) == many + 1
    assert isinstance(window.session.view.selected, BuiltInPath)
    made = window.session.job.room("r4").casework.built_ins[-1]
    assert made.name.startswith("Wall of storage")
    assert made.bays[0].compartments[0].front == "doors"


def test_any_drawing_is_seen_by_day_or_under_the_lamps(window: MainWindow) -> None:
    page = zones(window, "pieces", "r1")
    day = page.canvas._drawing
    QTest.keyClick(page.canvas, Qt.Key.Key_N)
    settle()
    assert window.session.view.by_lamp
    assert page.canvas._drawing != day
    QTest.keyClick(page.canvas, Qt.Key.Key_N)
    settle()
    assert page.canvas._drawing == day


def test_zones_go_on_paper_and_into_a_table(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    zones(window, "pieces", "r1")
    table = tmp_path / "zones.csv"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(table), ""))
    choose(window, "Zones, pieces, windows and lamps as CSV …")
    assert "chart table" in table.read_text(encoding="utf-8-sig")
    sheets = tmp_path / "zones.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(sheets), ""))
    choose(window, "Plan of the room as it is used, on paper …")
    write_printed(window)
    until(window, sheets.exists)
    assert sheets.read_bytes().startswith(b"%PDF")


def test_sizes_of_ones_own_are_written_down_and_offered_first(window: MainWindow) -> None:
    window.session.look(place="shelf", leaf="furniture")
    settle()
    page = window.page("shelf")
    assert isinstance(page, ShelfPage)
    dict(page._offers["furniture"][1]())["Like a desk"]()
    settle()
    (card,) = page.cards["furniture"].views
    type_into(card._name, "Net mender's desk")
    (own,) = window.session.job.furniture
    window.session.do(edits.put_own_piece(own))
    assert own.name == "Net mender's desk"
    zoned = zones(window, "pieces", "r3")
    assert offered(zoned, "Another piece").of[0][0] == "Net mender's desk"
    take(zoned, "Another piece", "Net mender's desk")
    stands = window.session.job.room("r3").zones.pieces[-1]
    assert (stands.kind, stands.name, stands.width) == ("desk", own.name, own.width)
    window.session.look(place="shelf", leaf="cloth")
    settle()
    page._adding["cloth"][1]()
    settle()
    assert len(window.session.job.fabrics) == 1
    assert page.cards["cloth"].views[0]._name.text() == "Cloth 1"


def test_corners_and_curtains_are_typed(window: MainWindow) -> None:
    zones(window, "zones", "r1", ZonePath("r1", "v2"))
    shown = field(window, "Corners").text()
    assert shown.count(";") == len(window.session.job.room("r1").zones.zones[1].outline) - 1
    type_into(field(window, "Corners"), "0, 0; 2.4 m, 0; 2400, 1500; -10, 1500")
    outline = window.session.job.room("r1").zones.zones[1].outline
    assert outline == ((0.0, 0.0), (2400.0, 0.0), (2400.0, 1500.0), (-10.0, 1500.0))
    told: list[str] = []
    window.session.refused.connect(lambda error: told.append(str(error)))
    for wrong in ("0, 0; 2400", "0, 0; 2400, 0", "0, 0; x, 0; 1, 1"):
        type_into(field(window, "Corners"), wrong)
        assert window.session.job.room("r1").zones.zones[1].outline == outline
    assert len(told) == 3
    page = zones(window, "windows", "r1")
    offered(page, "A curtain across the room").done()
    settle()
    type_into(field(window, "From, to"), "100, 200; 100, 2600")
    assert window.session.job.room("r1").zones.dressings[-1].line == ((100.0, 200.0), (100.0, 2600.0))


def test_windows_begin_at_a_wall_that_has_one(window: MainWindow) -> None:
    """The Stair Hall has its only window in the wall from E to F; the wall from A to B that is looked at has none."""
    page = zones(window, "windows", "r3")
    window.session.look(wall_id="w1", selected=None)
    settle()
    assert page.canvas._drawing.title == "Stair Hall, wall E–F"
    window.session.look(wall_id="w1", selected=WallPath("r3", "w1"))
    settle()
    assert page.canvas._drawing.title == "Stair Hall, wall A–B"  # chosen: so it is meant


def test_places_are_typed_in_inches_too() -> None:
    inches = Settings("in")
    spots = ((0.0, 0.0), (2400.3, -304.8))
    shown = spots_shown(spots, inches)
    read = spots_typed(shown, inches)
    assert all(
        one == pytest.approx(other, abs=25.4 / 16)
        for place, again in zip(spots, read, strict=True)
        for one, other in zip(place, again, strict=True)
    )
