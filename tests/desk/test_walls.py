"""Walls in the window: fields laid and dragged, slivers settled, pictures, small things, screens, what is handed
out."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import choose, field, pick, press, settle, type_into, write_printed
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.derived.walled.choices import slivers
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow
from narrow_cornice.desk.places.walling.page import WallsPage
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Areas, Dimension, Label
from narrow_cornice.job.paths import (
    FalseWindowPath,
    FieldPath,
    FlightPath,
    GalleryPath,
    ShownPath,
    WallPath,
    WetBasePath,
)
from narrow_cornice.job.walled import Walling

pytestmark = pytest.mark.desk


def walls(window: MainWindow, leaf: str, room: str = "r5", selected: object = None) -> WallsPage:
    window.session.look(place="walling", leaf=leaf, seen_as="", room_id=room, selected=selected)
    settle()
    page = window.page("walling")
    assert isinstance(page, WallsPage)
    return page


def offered(page: WallsPage, words: str) -> Invitation:
    return next(one for one in page.invitations() if one.words == words)


def take(page: WallsPage, words: str, what: str = "") -> None:
    """Take up what an invitation offers, or one of its kinds."""
    one = offered(page, words)
    if what:
        next(done for said, done in one.of if said.startswith(what))()
    else:
        assert one.done is not None
        one.done()
    settle()


def walling(window: MainWindow, room: str) -> Walling:
    return window.session.job.room(room).walling


def buttons(window: MainWindow) -> list[str]:
    return [words for row in window.bench.view._rows if isinstance(row, ButtonsRow) for words in row.words]


def notes(window: MainWindow) -> str:
    return " ".join(row.text for row in window.bench.view._rows if isinstance(row, NoteRow))


def test_a_field_is_laid_on_the_wall_that_is_looked_at_and_undone(window: MainWindow) -> None:
    page = walls(window, "fields", selected=WallPath("r5", "w3"))
    window.session.look(wall_id="w3")
    job = window.session.job
    take(page, "Boards", "Tongue and groove 96")
    laid = walling(window, "r5").fields[-1]
    assert (laid.wall, laid.covering.id) == ("w3", "board-tongue")
    assert window.session.view.selected == FieldPath("r5", laid.id)
    assert any(one.id == "board-tongue" for one in window.session.job.coverings)
    assert any(isinstance(mark, Areas) for mark in page.canvas._drawing.marks)  # type: ignore[union-attr]
    pick(window, "Laid", "upright")
    assert walling(window, "r5").fields[-1].way == "upright"
    type_into(field(window, "Upper edge"), "1200")
    assert walling(window, "r5").fields[-1].top.mm == 1200  # type: ignore[union-attr]
    type_into(field(window, "Upper edge"), "-4")
    assert "1200" in str(walling(window, "r5").fields[-1].top)
    pick(window, "Lies on", "wall D–A")
    assert walling(window, "r5").fields[-1].wall == "w4"
    for _ in range(4):
        window.session.undo()
    assert window.session.job == job


def test_a_sliver_is_settled_by_one_press(window: MainWindow) -> None:
    walls(window, "fields", selected=FieldPath("r5", "g1"))
    job = window.session.job
    assert "slivers" in notes(window)
    assert slivers(fields_of(job.room("r5"), job.house_rules)[0], job.house_rules)
    words = next(one for one in buttons(window) if one.startswith("Move both ways"))
    assert press(window, words)
    now = window.session.job
    assert not slivers(fields_of(now.room("r5"), now.house_rules)[0], now.house_rules)
    assert now.room("r5").walling.fields[0].up == "typed"
    window.session.undo()
    assert window.session.job == job


def test_the_start_of_a_field_is_dragged(window: MainWindow) -> None:
    path = FieldPath("r5", "g1")
    page = walls(window, "fields", selected=path)
    sheet, job = page.canvas, window.session.job
    start = sheet.place_of(path.sized("start"))
    assert start is not None
    at = QPoint(round(start.x()), round(start.y()))
    assert sheet.handle_at(start) == path.sized("start")
    before = sheet._drawing
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, pos=at)
    QTest.mouseMove(sheet, at + QPoint(9, 7))
    settle()
    QTest.mouseMove(sheet, at + QPoint(14, 11))
    settle()
    assert sheet._drawing != before
    assert window.session.job is job
    QTest.mouseRelease(sheet, Qt.MouseButton.LeftButton, pos=at + QPoint(14, 11))
    settle()
    moved = walling(window, "r5").fields[0]
    assert (moved.across, moved.up) == ("typed", "typed")
    window.session.undo()
    assert window.session.job == job


def test_the_set_out_has_the_first_piece_and_its_dimensions(window: MainWindow) -> None:
    page = walls(window, "cuts", selected=FieldPath("r5", "g1"))
    drawing = page.canvas._drawing
    assert drawing is not None
    assert any(isinstance(mark, Label) and mark.text == "1" for mark in drawing.marks)
    assert sum(isinstance(mark, Dimension) for mark in drawing.marks) >= 4
    rows = page.sheet_of("cuts").sheet.rows
    laid = fields_of(window.session.job.room("r5"), window.session.job.house_rules)[0]
    assert sum(int(one.cells[3].text) for one in rows) == len(laid.pieces)


def test_slats_and_chevron_have_their_own_rows(window: MainWindow) -> None:
    page = walls(window, "fields", "r2", FieldPath("r2", "g1"))
    pick(window, "Ends with", "a slat at both ends")
    assert walling(window, "r2").fields[0].ends == "slat"
    type_into(field(window, "How many"), "30")
    assert walling(window, "r2").fields[0].count == 30
    type_into(field(window, "How many"), "many")
    assert "no number" in window.notice()
    take(page, "Boards", "Oak blocks")
    pick(window, "Laid", "chevron of blocks")
    type_into(field(window, "Angle to the level"), "30")
    assert walling(window, "r2").fields[-1].angle == 30
    assert "388" in notes(window)  # (500 − 90 tan 30°) cos 30°
    pick(window, "Of", "Six-sided tile 100")
    assert walling(window, "r2").fields[-1].covering.id == "tile-hexagon"


def test_a_floor_is_given_a_drain(window: MainWindow) -> None:
    walls(window, "fields", selected=FieldPath("r5", "g3"))
    type_into(field(window, "Drain at"), "1000, 900")
    assert walling(window, "r5").fields[2].drain == (1000, 900)
    assert "4 planes" in notes(window)
    type_into(field(window, "Drain at"), "here")
    assert "no place" in window.notice()
    assert walling(window, "r5").fields[2].drain == (1000, 900)


def test_pictures_are_hung_over_furniture_resized_and_moved(window: MainWindow) -> None:
    page = walls(window, "pictures", "r2")
    window.session.look(wall_id="w8")
    settle()
    take(page, "Pictures", "Over small sofa")
    gallery = walling(window, "r2").galleries[-1]
    assert gallery.over == "s7"
    path = window.session.view.selected
    assert isinstance(path, GalleryPath)
    pick(window, "As a", "grid")
    assert press(window, "Another picture")
    assert len(walling(window, "r2").galleries[-1].pictures) == len(gallery.pictures) + 1
    type_into(field(window, "Picture 1"), "500 x 400")
    assert walling(window, "r2").galleries[-1].pictures[0].width.mm == 500
    type_into(field(window, "Picture 1"), "large")
    assert "no size" in window.notice()
    type_into(field(window, "Middle, above the floor"), "1500")
    assert walling(window, "r2").galleries[-1].height.mm == 1500  # type: ignore[union-attr]
    window.session.select(GalleryPath("r2", gallery.id, picture=gallery.pictures[0].id))
    settle()
    type_into(field(window, "Weight, kg"), "12")
    assert walling(window, "r2").galleries[-1].pictures[0].weight == 12
    iron = next(one for one in window.session.job.colours if one.name == "Blackened iron")
    assert press(window, f"All frames in the black of {iron.name}")
    pictures = walling(window, "r2").galleries[-1].pictures
    assert {(one.colour, one.tone) for one in pictures} == {(iron.id, iron.hex)}
    window.session.undo()
    assert walling(window, "r2").galleries[-1].pictures[0].tone != iron.hex
    window.session.select(GalleryPath("r2", gallery.id))
    settle()
    assert press(window, f"Remove {gallery.name}")
    assert not walling(window, "r2").galleries


def test_small_things_follow_their_outline(window: MainWindow) -> None:
    path = FlightPath("r4", "fl1")
    page = walls(window, "flights", "r4", path)
    job, sheet = window.session.job, page.canvas
    type_into(field(window, "How many"), "9")
    assert walling(window, "r4").flights[0].count == 9
    assert press(window, "Put them otherwise")
    assert walling(window, "r4").flights[0].seed == 2
    corner = FlightPath("r4", "fl1", corner=0)
    start = sheet.place_of(corner)
    assert start is not None
    at = QPoint(round(start.x()), round(start.y()))
    QTest.mousePress(sheet, Qt.MouseButton.LeftButton, pos=at)
    QTest.mouseMove(sheet, at + QPoint(8, 4))
    QTest.mouseRelease(sheet, Qt.MouseButton.LeftButton, pos=at + QPoint(16, 8))
    settle()
    assert walling(window, "r4").flights[0].outline[0] != job.room("r4").walling.flights[0].outline[0]
    take(page, "Many small things")
    assert len(walling(window, "r4").flights) == 2


def test_a_screen_is_seen_in_three_ways(window: MainWindow) -> None:
    page = walls(window, "screens", "r2", ShownPath("r2", "scr1"))
    window.session.look(seen_as="three")
    settle()
    drawing = page.canvas._drawing
    assert drawing is not None
    words = [mark.text for mark in drawing.marks if isinstance(mark, Label)]
    assert {"Joined: dark wall", "Hidden: case with doors", "Without: projector"} <= set(words)
    pick(window, "Way", "projector")
    type_into(field(window, "Lumens"), "200")
    assert walling(window, "r2").screens[0].lumens == 200
    assert "pale picture" in " ".join(one.says for one in _findings(window))
    take(page, "A screen", "43")
    assert walling(window, "r2").screens[-1].diagonal.mm == pytest.approx(1092.2)


def _findings(window: MainWindow) -> list:  # type: ignore[type-arg]
    from narrow_cornice.review.second_look import to_settle

    return list(to_settle(window.session.job))


def test_false_windows_and_bases_are_put_up(window: MainWindow) -> None:
    page = walls(window, "panes", "r5")
    take(page, "A false window")
    assert isinstance(window.session.view.selected, FalseWindowPath)
    type_into(field(window, "Panes across"), "3")
    assert walling(window, "r5").windows[-1].across == 3
    take(page, "A shower base")
    assert isinstance(window.session.view.selected, WetBasePath)
    assert press(window, "Take it preformed")
    assert walling(window, "r5").bases[-1].way == "preformed"


def test_what_is_handed_out_is_written(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    for room, words, suffix, begins in (
        ("r5", "Set-out of the walls, on paper …", "pdf", b"%PDF"),
        ("r5", "Set-out of this wall as DXF …", "dxf", b"  0"),
        ("r3", "Templates to hang by, at full size on paper …", "pdf", b"%PDF"),
        ("r3", "Marks to hang by as CSV …", "csv", b"room"),
        ("r5", "Pieces of all fields as CSV …", "csv", b"room"),
    ):
        walls(window, "fields", room)
        path = tmp_path / f"{room}-{len(words)}.{suffix}"
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        write_printed(window)
        for _ in range(300):
            if path.exists() and path.stat().st_size:
                break
            QTest.qWait(20)
        content = path.read_bytes().removeprefix(b"\xef\xbb\xbf")
        assert content.startswith(begins), words


def test_a_field_gets_an_outline_that_is_dragged_and_typed(window: MainWindow) -> None:
    page = walls(window, "fields", "r5")
    field_id = walling(window, "r5").fields[0].id
    window.session.look(seen_as="field", selected=FieldPath("r5", field_id))
    settle()
    assert press(window, "Draw its outline")
    ring = walling(window, "r5").fields[0].outline
    assert len(ring) == 4
    page._dropped(FieldPath("r5", field_id, corner=2), 1500.0, -1700.0)
    settle()
    assert walling(window, "r5").fields[0].outline[2] == (1500.0, 1700.0)
    type_into(field(window, "Corner 1"), "100, 900")
    assert walling(window, "r5").fields[0].outline[0] == (100.0, 900.0)
    assert press(window, "Another corner")
    assert len(walling(window, "r5").fields[0].outline) == 5
    type_into(field(window, "Corner 5"), " ")
    assert len(walling(window, "r5").fields[0].outline) == 4
    type_into(field(window, "Corner 1"), "here")
    assert "no place" in window.notice()
    assert press(window, "No outline of its own")
    assert not walling(window, "r5").fields[0].outline
    window.session.undo()
    assert len(walling(window, "r5").fields[0].outline) == 4
