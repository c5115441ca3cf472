"""Finishes in the window: the schedule of the whole house, systems, pieces, papers, the shelf of tins and boards."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import errands_over, field, pick, press, settle, type_into
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QCheckBox

from narrow_cornice.desk.bench_rows import NoteRow, SwatchRow, Title
from narrow_cornice.desk.places.finishes.page import FinishesPage
from narrow_cornice.desk.places.shelf import bringing_in, paint_stock
from narrow_cornice.desk.places.shelf.page import ShelfPage
from narrow_cornice.desk.ruled_sheet import RuledSheet
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.exchange.product_sheets import products_json, shipped_products
from narrow_cornice.job import edits
from narrow_cornice.job.house_stock import house_stock, take_off_house_shelf
from narrow_cornice.job.paths import BlockPath, PiecePath, SurfacePath

pytestmark = pytest.mark.desk


def house(window: MainWindow) -> tuple[FinishesPage, RuledSheet]:
    """Return the page with the schedule of the whole house before it."""
    window.session.look(place="finishes", leaf="house", room_id="r1")
    settle()
    page = window.page("finishes")
    assert isinstance(page, FinishesPage)
    return page, page.sheet_of("house")


def shelf(window: MainWindow, leaf: str) -> ShelfPage:
    window.session.look(place="shelf", leaf=leaf)
    settle()
    page = window.page("shelf")
    assert isinstance(page, ShelfPage)
    return page


def test_the_whole_house_is_one_table_that_is_sifted_by_words(window: MainWindow) -> None:
    page, sheet = house(window)
    every = len(sheet.sheet.rows)
    assert every > 100
    rooms = {row.late[0].text for row in sheet.sheet.rows}
    assert rooms == {room.name for room in window.session.job.rooms}
    type_into(page._sought, "parlour floor")
    settle()
    assert [row.late[1].text for row in sheet.sheet.rows] == ["Floor"]
    type_into(page._sought, "no paint")
    settle()
    assert sheet.sheet.rows
    assert all(row.late[3].warm for row in sheet.sheet.rows)  # what is still to be said stands out
    type_into(page._sought, "lee tarred")
    settle()
    assert [row.late[0].text for row in sheet.sheet.rows] == ["Lee Fence"]
    page._sought.clear()
    settle()
    assert len(sheet.sheet.rows) == every


def test_many_rooms_are_edited_at_once_and_undone_at_once(window: MainWindow) -> None:
    page, sheet = house(window)
    type_into(page._sought, "sedge wall washable")
    settle()
    sheet.selectAll()
    settle()
    chosen = [row.about for row in sheet.sheet.rows]
    assert {path.room for path in chosen} == {"r1", "r2"}  # type: ignore[union-attr]
    before = window.session.job
    page.give("system", system="glossy")
    settle()
    job = window.session.job
    for path in chosen:
        assert isinstance(path, SurfacePath)
        assert job.room(path.room).finishes.surfaces[path.key].system == "glossy"
    assert f"system of {len(chosen)} surfaces" in window.session.history.undo_title
    window.session.undo()
    assert window.session.job == before
    for words, done in page._more():
        if words == "Stays as it is":
            done()
    settle()
    assert all(row.late[3].text == "stays as it is" for row in sheet.sheet.rows if row.about in chosen)


def test_a_finish_says_its_system_its_coats_and_what_is_done_before(window: MainWindow) -> None:
    window.session.look(place="finishes", leaf="schedule")
    window.session.select(SurfacePath("r1", "upper wall", "w2"))
    settle()
    swatches = [row for row in window.bench.view.rows() if isinstance(row, SwatchRow)]
    assert [words for _, words in swatches[0].tones] == ["now", "primer", "coat 1", "coat 2"]
    assert swatches[0].tones[0][0] == "#8f8a80"  # smoke
    pick(window, "System", "Glossy old paint")
    assert window.session.job.rooms[0].finishes.surfaces["upper wall"].system == "glossy"
    notes = [row.text for row in window.bench.view.rows() if isinstance(row, NoteRow)]
    assert any("Nothing holds on gloss" in text for text in notes)
    dull = next(box for box in window.bench.findChildren(QCheckBox) if box.text() == "Dull the gloss")
    assert dull.isChecked()
    dull.click()
    settle()
    assert window.session.job.rooms[0].finishes.surfaces["upper wall"].preparation == ("wash",)
    left = next(box for box in window.bench.findChildren(QCheckBox) if box.text() == "Leave it as it is")
    left.click()
    settle()
    assert window.session.job.rooms[0].finishes.surfaces["upper wall"].left


def test_only_walls_without_a_finish_of_their_own_share_one(window: MainWindow) -> None:
    window.session.look(place="finishes", leaf="schedule", room_id="r2")
    walls = window.session.job.room("r2").measured.walls
    own = [one.id for one in walls if f"upper wall@{one.id}" in window.session.job.room("r2").finishes.surfaces]
    assert len(own) == 3  # the chimney breast and its two cheeks
    window.session.select(SurfacePath("r2", "upper wall", walls[0].id))
    settle()
    notes = [row.text for row in window.bench.view.rows() if isinstance(row, NoteRow)]
    assert "Shares its finish with 4 more" in notes
    window.session.select(SurfacePath("r2", "upper wall"))
    settle()
    title = next(row for row in window.bench.view.rows() if isinstance(row, Title))
    assert title.below.endswith("8 surfaces, 3 with a finish of their own")


def test_a_wall_is_papered_and_a_floor_tiled_from_the_bench(window: MainWindow) -> None:
    window.session.look(place="finishes", leaf="schedule")
    window.session.select(SurfacePath("r5", "upper wall", "w2"))
    settle()
    press(window, "Give this one its own finish")
    pick(window, "Covered with", "Reed paper, cream and sedge")
    assert window.session.job.room("r5").finishes.surfaces["upper wall@w2"].covering == "reed-paper"
    notes = [row.text for row in window.bench.view.rows() if isinstance(row, NoteRow)]
    assert any("to a roll" in text for text in notes)
    window.session.select(SurfacePath("r5", "upper wall", "w3"))
    settle()
    press(window, "Give this one its own finish")
    pick(window, "Covered with", "Salt tile, 100 × 200")
    notes = [row.text for row in window.bench.view.rows() if isinstance(row, NoteRow)]
    assert any("Laid from the middle" in text for text in notes)
    before = window.session.job
    assert press(window, "Lay it out in Walls")
    room = window.session.job.room("r5")
    assert room.finishes.surfaces["upper wall@w3"].covering is None
    laid = room.walling.fields[-1]
    assert (laid.covering.id, laid.wall, laid.bottom, laid.top) == ("salt-tile", "w3", None, None)
    window.session.undo()
    assert window.session.job == before


def test_pieces_and_blocks_are_put_in_sized_and_taken_away(window: MainWindow) -> None:
    session = window.session
    session.look(place="finishes", leaf="pieces", room_id="r6")
    settle()
    page = window.page("finishes")
    assert isinstance(page, FinishesPage)
    offers = dict(next(one for one in page.invitations() if one.words == "Another piece").of)
    offers["screen"]()
    settle()
    assert session.view.selected == PiecePath("r6", "p2")
    type_into(field(window, "Length"), "2.4 m")
    type_into(field(window, "How many"), "three")
    assert "is no number of them" in window.notice()
    type_into(field(window, "How many"), "3")
    piece = session.job.room("r6").finishes.pieces[-1]
    assert (piece.width.mm, piece.count) == (2400, 3)  # type: ignore[union-attr]
    pick(window, "Finished on", "one side")
    press(window, f"Remove {piece.name}")
    assert len(session.job.room("r6").finishes.pieces) == 1
    session.select(BlockPath("r1", "b1"))
    settle()
    type_into(field(window, "Width"), "900")
    assert session.job.rooms[0].finishes.blocks[0].width.mm == 900
    press(window, f"Remove {session.job.rooms[0].finishes.blocks[0].name}")
    assert session.job.rooms[0].finishes.blocks == ()


def test_tins_go_to_the_house_and_come_back_into_another_job(window: MainWindow) -> None:
    session, page = window.session, shelf(window, "left")
    cards = paint_stock.left_cards(session)
    assert len(cards) == len(session.job.left_paint) == 4
    dict(cards[0].doing)["Keep in the house"]()
    (kept,) = house_stock(session.state)
    oldest = min(session.job.left_paint, key=lambda tin: (tin.day is None, tin.day or 0))
    assert kept.paint.id == oldest.paint
    session.start_new()
    settle()
    _, take = next(offer for offer in paint_stock.left_offers(session) if offer[0].startswith("From the house"))
    take()
    settle()
    assert session.job.left_paint[0].paint == kept.paint.id
    assert any(paint.id == kept.paint.id for paint in session.job.paints)  # it came with its paint
    session.undo()
    assert session.job.left_paint == ()
    take_off_house_shelf(session.state, kept.key)
    assert house_stock(session.state) == ()
    (session.state / "paint-stock.json").write_text("[{]")
    assert all(not offer[0].startswith("From the house") for offer in paint_stock.left_offers(session))
    assert "cannot be read" in window.notice()
    assert page.isVisible()


def test_test_boards_and_coverings_are_written_on_cards(window: MainWindow) -> None:
    session, page = window.session, shelf(window, "boards")
    views = page.cards["boards"].views
    assert len(views) == 3
    coats = next(one for one in views[0]._fields if one.accessibleName() == "Coats")
    type_into(coats, "2")
    assert session.job.test_boards[0].coats == 2
    age = next(one for one in views[0]._fields if one.accessibleName() == "Age")
    type_into(age, "rotten")
    assert "none of them" in window.notice()
    for _, offer in paint_stock.board_offers(session)[:1]:
        offer()
    assert len(session.job.test_boards) == 4
    page = shelf(window, "coverings")
    dict(page._covering_offers())["A tile"]()
    settle()
    assert session.job.coverings[-1].box == 50  # type: ignore[union-attr]
    joint = next(one for one in page.cards["coverings"].views[-1]._fields if one.accessibleName() == "Joint")
    type_into(joint, "4 mm")
    assert session.job.coverings[-1].joint == 4  # type: ignore[union-attr]


def test_product_sheets_are_brought_in(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    sheets = tmp_path / "sheets.json"
    sheets.write_bytes(products_json(shipped_products()[:4]))
    into = window.into
    monkeypatch.setattr(type(into), "ask", lambda *_: sheets)
    bringing_in.products(into)
    errands_over(window.session)
    assert {paint.id for paint in shipped_products()[:4]} <= {paint.id for paint in window.session.job.paints}
    before = window.session.job
    sheets.write_text("nothing of the kind")
    bringing_in.products(into)
    errands_over(window.session)
    assert "sheets.json" in window.notice()
    assert window.session.job is before


def test_the_schedule_is_gone_through_by_keyboard(window: MainWindow) -> None:
    _, sheet = house(window)
    sheet.setFocus()
    sheet.selectRow(0)
    QTest.keyClick(sheet, Qt.Key.Key_Down)
    settle()
    assert window.session.view.selected == sheet.sheet.rows[1].about
    QTest.keyClick(sheet, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    settle()
    page = window.page("finishes")
    assert isinstance(page, FinishesPage)
    assert sum(len(keys) for keys in page._chosen_keys().values()) == 2
    window.session.do(edits.rename_room("r1", "Map room"))
    settle()
    assert sheet.sheet.rows[0].late[0].text == "Map room"
