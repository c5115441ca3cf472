"""Colour in the window: palettes, roles, bridge pictures, schools, accents, decks, the reader, the lamp."""

from __future__ import annotations

import io
import time
from collections.abc import Callable
from pathlib import Path

import pytest
from driving import choose, errands_over, field, pick, press, settle, type_into, write_printed
from PIL import Image
from PyQt6.QtCore import QMimeData, QPointF, Qt, QUrl
from PyQt6.QtGui import QDropEvent
from PyQt6.QtWidgets import QFileDialog, QInputDialog

from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow, SwatchRow
from narrow_cornice.desk.places.colouring.page import ColourPage
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.instruments.colour_reader import ColourReader
from narrow_cornice.job.paths import BridgePath, DeckColourPath, NeighboursPath, RolePath, SurfacePath

pytestmark = pytest.mark.desk


def colours(window: MainWindow, leaf: str, room: str = "r1", selected: object = None) -> ColourPage:
    window.session.look(place="colouring", leaf=leaf, seen_as="", room_id=room, selected=selected)
    settle()
    page = window.page("colouring")
    assert isinstance(page, ColourPage)
    return page


def offered(page: ColourPage, words: str) -> Invitation:
    return next(one for one in page.invitations() if one.words.startswith(words))


def said(window: MainWindow) -> str:
    return "\n".join(row.text for row in window.bench.view._rows if isinstance(row, NoteRow))


def first_button(window: MainWindow, words: str) -> str:
    rows = [row for row in window.bench.view._rows if isinstance(row, ButtonsRow)]
    return next(one for row in rows for one in row.words if one.startswith(words))


def until(done: Callable[[], bool], seconds: float = 8.0) -> None:
    end = time.monotonic() + seconds
    while not done() and time.monotonic() < end:
        settle()
        time.sleep(0.01)
    assert done()


def picture_of(*tones: tuple[str, int]) -> bytes:
    """Return a picture of upright stripes, each of a colour and so many of 200 pixels wide."""
    whole, left = Image.new("RGB", (sum(wide for _, wide in tones), 120)), 0
    for tone, wide in tones:
        whole.paste(Image.new("RGB", (wide, 120), tone), (left, 0))
        left += wide
    held = io.BytesIO()
    whole.save(held, "PNG")
    return held.getvalue()


def test_a_role_is_said_and_a_colour_given_in_one_stroke(window: MainWindow) -> None:
    page = colours(window, "roles", "r1", RolePath("r1", "madder"))
    job = window.session.job
    pick(window, "Role here", "second")
    roles = {one.colour: one.kind for one in window.session.job.room("r1").colours.roles}
    assert roles["madder"] == "second"
    window.session.undo()
    assert window.session.job == job
    give = offered(page, "Give ")
    dict(give.of)[next(words for words, _ in give.of if "asing" in words)]()
    settle()
    assert window.session.job.room("r1").finishes.surfaces["casing"].colour == "madder"
    window.session.undo()
    assert window.session.job == job


def test_paler_and_deeper_say_what_light_they_leave_and_go_in(window: MainWindow) -> None:
    colours(window, "roles", "r1", RolePath("r1", "sedge"))
    assert "Light it gives back" in said(window)
    assert any(isinstance(row, SwatchRow) and row.label == "Relatives" for row in window.bench.view._rows)
    assert "It leaves" in said(window)
    words = first_button(window, "One step")
    name = words.partition(": ")[2]
    assert press(window, words)
    now = window.session.job
    wall = now.room("r1").finishes.surfaces["upper wall"].colour
    assert next(one.name for one in now.colours if one.id == wall) == name


def test_a_break_is_mended_by_a_relative_or_meant(window: MainWindow) -> None:
    page = colours(window, "house", "r5", NeighboursPath("r4", "r5"))
    window.session.look(selected=NeighboursPath("r4", "r5"))
    settle()
    rows = page.sheet_of("house").sheet.rows
    assert any("apart on purpose" in cell.text for row in rows for cell in row.late)
    assert press(window, first_button(window, ""))
    rows = page.sheet_of("house").sheet.rows
    texts = [cell.text for row in rows for cell in row.late]
    assert "apart on purpose" not in texts


def test_a_picture_dropped_becomes_the_bridge_material(window: MainWindow, tmp_path: Path) -> None:
    page = colours(window, "bridge", "r3")
    path = tmp_path / "sea-glass.png"
    path.write_bytes(picture_of(("#7d978a", 100), ("#f3efe4", 60), ("#a9414f", 40)))
    dropped = QMimeData()
    dropped.setUrls([QUrl.fromLocalFile(str(path))])
    place = QPointF(300, 300)
    keys = Qt.KeyboardModifier.NoModifier
    window.dropEvent(QDropEvent(place, Qt.DropAction.CopyAction, dropped, Qt.MouseButton.LeftButton, keys))
    errands_over(window.session)
    bridge = window.session.job.room("r3").colours.bridge
    assert bridge is not None
    assert bridge.name == "sea glass"
    assert bridge.picture in window.session.job.pictures
    shares = sorted((round(tone.share, 2) for tone in bridge.tones), reverse=True)[:3]
    assert shares == pytest.approx([0.5, 0.3, 0.2], abs=0.03)
    assert len(page.sheet_of("bridge").sheet.rows) == len(bridge.tones)
    assert isinstance(window.session.view.selected, BridgePath)
    before = len(window.session.job.colours)
    offered(page, "Take its colours").done()  # type: ignore[misc]
    settle()
    assert len(window.session.job.colours) > before
    window.session.undo()
    window.session.undo()
    assert window.session.job.room("r3").colours.bridge != bridge
    path.write_bytes(b"no picture at all")
    told: list[str] = []
    window.session.refused.connect(lambda error: told.append(str(error)))
    page.take_file(path)
    errands_over(window.session)
    assert any("no picture" in one for one in told)


def test_the_four_schools_and_the_accent_walls_are_tried_and_taken(window: MainWindow) -> None:
    page = colours(window, "trim", "r1")
    assert [row.late[0].text for row in page.sheet_of("trim").sheet.rows] == [one.words for one in page.invitations()]
    job = window.session.job
    offered(page, "as the wall").done()  # type: ignore[misc]
    settle()
    assert window.session.job.room("r1").finishes.surfaces["casing"].colour == "sedge"
    window.session.undo()
    assert window.session.job == job
    page = colours(window, "accent", "r1")
    window.session.look(wall_id="w2")
    settle()
    drawn = page.canvas._drawing
    window.session.look(wall_id="w3")
    settle()
    assert page.canvas._drawing != drawn  # each wall is tried in turn
    offered(page, "Paint wall").done()  # type: ignore[misc]
    settle()
    assert window.session.job != job


def test_a_deck_is_read_sifted_given_and_taken_out(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    page = colours(window, "deck", "r1")
    assert len(page.sheet_of("deck").sheet.rows) == 400
    path = tmp_path / "own.csv"
    path.write_text("name,colour\nKelp soap,#556b2f\nNet cork,#b08d57\n", encoding="utf-8")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_, **__: (str(path), ""))
    page.ask_deck()
    errands_over(window.session)
    assert [one.name for one in window.session.job.decks[0].colours] == ["Kelp soap", "Net cork"]
    type_into(page._sought, "kelp soap")
    settle()
    (line,) = page.sheet_of("deck").sheet.rows
    window.session.select(line.about)  # type: ignore[arg-type]
    settle()
    assert press(window, "Take it into the job")
    assert window.session.job.colours[-1].name == "Kelp soap"
    give = offered(page, "Give Kelp soap to")
    dict(give.of)[next(words for words, _ in give.of if "eiling" in words)]()
    settle()
    given = window.session.job.room("r1").finishes.surfaces["ceiling"].colour
    assert next(one.name for one in window.session.job.colours if one.id == given) == "Kelp soap"
    page._sought.clear()
    dict(offered(page, "Take a deck out").of)["own"]()
    settle()
    assert window.session.job.decks == ()
    path.write_text("name,colour\nKelp,green\n", encoding="utf-8")
    told: list[str] = []
    window.session.refused.connect(lambda error: told.append(str(error)))
    page.ask_deck()
    errands_over(window.session)
    assert any("line 2" in one for one in told)


def test_a_colour_reader_sends_a_colour_of_the_job(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    page = colours(window, "deck", "r1")
    reader = ColourReader(("#7d978a",))
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_: (reader.port, True))
    page.choose_reader()
    before = window.session.job
    reader.say(b"C #12\nC #zzzzzz*00\nC #7d97")
    settle()
    assert window.session.job == before
    reader.say(b"\n")
    reader.hello()
    reader.play()
    until(lambda: window.session.job != before)
    assert window.session.job.colours[-1].hex == "#7d978a"
    assert isinstance(window.session.view.selected, DeckColourPath)
    window.session.undo()
    assert window.session.job == before
    assert page._reader is not None
    page._reader.stop()
    reader.pull()


def test_the_lit_room_comes_from_beside_the_window(window: MainWindow) -> None:
    page = colours(window, "roles", "r1")
    window.session.look(seen_as="lit")
    settle()
    until(lambda: page.canvas._drawing is not None and "lit" in page.canvas._drawing.title.lower())
    picked = page.picked_as(SurfacePath("r1", "upper wall"))
    assert picked == RolePath("r1", "sedge")


def test_colours_go_out_as_gpl_csv_and_on_paper(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    colours(window, "house")
    for words, name in (("Colours of the house as GPL …", "house.gpl"), ("Colours by room as CSV …", "house.csv")):
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, n=name, **__: (str(tmp_path / n), ""))
        choose(window, words)
        assert "Sedge" in (tmp_path / name).read_text(encoding="utf-8-sig")
    sheets = tmp_path / "palettes.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(sheets), ""))
    choose(window, "Palettes of the house on paper …")
    write_printed(window)
    until(sheets.exists)
    assert sheets.read_bytes().startswith(b"%PDF")


def test_the_strategy_is_chosen_and_the_shares_follow(window: MainWindow) -> None:
    colours(window, "roles", "r5")
    window.session.look(selected=None)
    settle()
    pick(window, "Strategy", "60/30/10")
    assert window.session.job.room("r5").colours.strategy == "60/30/10"
    colours(window, "bridge", "r5", BridgePath("r5"))
    type_into(field(window, "Name"), "Quay stone")
    bridge = window.session.job.room("r5").colours.bridge
    assert bridge is not None
    assert bridge.name == "Quay stone"
    assert press(window, "Remove it")
    assert window.session.job.room("r5").colours.bridge is None
