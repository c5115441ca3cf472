"""Present in the window: the eye moved, cards moved and worded, answers given, a photograph marked, all handed out."""

from __future__ import annotations

import io
from pathlib import Path

import pytest
from driving import choose, counted, errands_over, field, pick, press, settle, type_into, until, write_printed
from PIL import Image
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.boards.viewpoints import viewpoint_of
from narrow_cornice.derived.presented.items import items_of
from narrow_cornice.desk.places.present.page import PresentPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Handle
from narrow_cornice.job.paths import CardPath, ClientPhotoPath, EyePath, ItemPath, SlidePath

pytestmark = pytest.mark.desk


def present(window: MainWindow, leaf: str, seen_as: str = "", selected: object = None, room: str = "r5") -> PresentPage:
    window.session.look(place="present", leaf=leaf, seen_as=seen_as, room_id=room, selected=selected, pointing="")
    page = window.page("present")
    assert isinstance(page, PresentPage)
    counted(window)
    return page


def test_the_eye_is_moved_and_typed(window: MainWindow) -> None:
    page = present(window, "seen", "eye")
    before = window.session.job
    usual = viewpoint_of(before.room("r5"), before.house_rules)
    handles = {mark.about: mark for mark in page.canvas._drawing.marks if isinstance(mark, Handle)}  # type: ignore[union-attr]
    assert EyePath("r5") in handles
    page._dragged(EyePath("r5"), 900.0, -800.0)
    assert window.session.job is before
    page._dropped(EyePath("r5"), 900.0, -800.0)
    eye = window.session.job.room("r5").presented.eye
    assert eye is not None
    assert (eye.x, eye.y) == (900.0, 800.0)
    until(lambda: not window.aside.waits)
    type_into(field(window, "How high"), "1150")
    type_into(field(window, "Lens"), "55°")
    eye = window.session.job.room("r5").presented.eye
    assert eye is not None
    assert eye.height is not None
    assert (eye.height.mm, eye.angle) == (1150.0, 55.0)
    page = present(window, "seen")
    now = window.session.job.room("r5").presented.eye
    page.turn(1)
    assert window.session.job.room("r5").presented.eye != now
    until(lambda: not window.aside.waits)
    press(window, "Where most is seen")
    assert viewpoint_of(window.session.job.room("r5"), {}) == usual
    for _ in range(5):
        window.session.undo()
    assert window.session.job.rooms == before.rooms


def test_a_card_is_moved_worded_and_left_out(window: MainWindow) -> None:
    page = present(window, "board")
    about = CardPath("r5", "palette")
    page._dragged(about, 100.0, 200.0)
    page._dragged(about, 121.0, 200.0)
    page._dropped(about, 121.0, 200.0)
    wish = window.session.job.room("r5").presented.cards["palette"]
    assert wish.at is not None
    counted(window)
    type_into(field(window, "In your words"), "What it is made of")
    assert window.session.job.room("r5").presented.cards["palette"].words == "What it is made of"
    rows = page.sheet_of("board").sheet.rows
    assert any(row.about == about for row in rows)
    counted(window)
    press(window, "Where the rule has it")
    assert window.session.job.room("r5").presented.cards["palette"].at is None
    counted(window)
    pick(window, "Paper", "A4")
    assert window.session.job.presenting.paper == "A4"


def test_the_slide_is_moved_by_hand_and_by_keys(window: MainWindow) -> None:
    page = present(window, "compare")
    page._dragged(SlidePath("r5"), 400.0, 500.0)
    page._dropped(SlidePath("r5"), 400.0, 500.0)
    assert window.session.view.slid == pytest.approx(0.25)
    page.turn(1)
    assert window.session.view.slid == pytest.approx(0.33)
    counted(window)
    assert page.sheet_of("compare").sheet.rows
    scheme = window.session.job.schemes[0]
    pick(window, "Against", scheme.name)
    assert window.session.job.presenting.against == scheme.id


def test_items_are_answered_one_by_one_with_the_keyboard(window: MainWindow) -> None:
    page = present(window, "answers")
    job = window.session.job
    items = items_of(job, job.room("r5"))
    for letter in "ynl":
        page.canvas.letter.emit(letter)
        counted(window)
    answers = window.session.job.room("r5").presented.answers
    assert [answers[item.key].says for item in items[:3]] == ["yes", "no", "later"]
    assert all(one.day is not None for one in answers.values())
    assert window.session.view.selected == ItemPath("r5", items[3].key)
    page.step_wall(-1)
    counted(window)
    assert window.session.view.selected == ItemPath("r5", items[2].key)
    type_into(field(window, "Because"), "when the tiles are here")
    assert window.session.job.room("r5").presented.answers[items[2].key].because == "when the tiles are here"
    counted(window)
    press(window, "No answer after all")
    assert items[2].key not in window.session.job.room("r5").presented.answers
    counted(window)
    press(window, "Go to where it is decided")
    assert window.session.view.place != "present"


def test_a_photograph_is_brought_in_marked_and_repainted(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    picture = Image.new("RGB", (300, 200), "#b0b8c0")
    picture.paste(Image.new("RGB", (150, 200), "#705040"), (150, 0))
    held = io.BytesIO()
    picture.save(held, "PNG")
    path = tmp_path / "wash room.png"
    path.write_bytes(held.getvalue())
    page = present(window, "photo")
    page.take_file(path)
    errands_over(window.session)
    counted(window)
    photo = window.session.job.room("r5").presented.photos[-1]
    assert photo.name == "wash room"
    press(window, "Grow from a point")
    assert page.canvas.pointing
    page.canvas.pointed.emit(300.0, 500.0)
    errands_over(window.session)
    counted(window)
    (part,) = window.session.job.room("r5").presented.photos[-1].parts
    assert max(x for x, _ in part.outline) == pytest.approx(0.5, abs=0.03)
    assert window.session.view.selected == ClientPhotoPath("r5", photo.id, part.id)
    colour = window.session.job.colours[3]
    pick(window, "Colour", colour.name)
    assert window.session.job.room("r5").presented.photos[-1].parts[0].colour == colour.id
    window.session.select(ClientPhotoPath("r5", photo.id))
    counted(window)
    press(window, "Corner by corner")
    for x, y in ((900.0, 100.0), (1500.0, 100.0), (1500.0, 900.0)):
        page.canvas.pointed.emit(x, y)
        until(lambda: not window.aside.waits)
    page.canvas.pointed.emit(900.0, 100.0)
    settle()
    assert len(window.session.job.room("r5").presented.photos[-1].parts) == 2
    window.session.select(ClientPhotoPath("r5", photo.id))
    counted(window)
    press(window, "Corner by corner")
    page.canvas.pointed.emit(900.0, 100.0)
    QTest.keyClick(page.canvas, Qt.Key.Key_Escape)
    settle()
    assert window.session.view.pointing == ""
    assert len(window.session.job.room("r5").presented.photos[-1].parts) == 2
    path.write_bytes(b"no picture at all")
    refused: list[object] = []
    window.session.refused.connect(refused.append)
    page.take_file(path)
    errands_over(window.session)
    assert refused
    present(window, "photo", "photo-beside", ClientPhotoPath("r5", photo.id))


def test_boards_go_out(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    for key in ("r1", "r2", "r3", "r4"):
        from narrow_cornice.job import edits

        window.session.do(edits.remove_room(key, "x"))
    present(window, "board")
    for words, name in (
        ("All boards as one HTML file …", "b.html"),
        ("This drawing as a picture (PNG) …", "b.png"),
    ):
        path = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        errands_over(window.session)
        assert path.stat().st_size > 5000
    assert Image.open(tmp_path / "b.png").size == (2400, 1697)
    for words, name in (
        ("Boards and the record, to print or as PDF …", "b.pdf"),
        ("The record of answers, to sign …", "r.pdf"),
    ):
        path = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, path=path, **__: (str(path), ""))
        choose(window, words)
        write_printed(window)
        errands_over(window.session)
        assert path.read_bytes().startswith(b"%PDF")
