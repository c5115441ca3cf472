"""A photograph laid over a wall with the mouse, and things placed by pointing at what it shows."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import canvas, errands_over, press, settle
from PIL import Image
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QDialog, QFileDialog, QInputDialog

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.places.measure.photo_dialog import PhotoDialog
from narrow_cornice.desk.places.measure.photo_rows import point_at
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Photograph
from narrow_cornice.job.paths import MarkPath, WallPath
from narrow_cornice.job.samples import demo_job

CORNERS = ((200, 1000), (1500, 1100), (1500, 100), (200, 250))


def test_a_wall_is_squared_up_and_pointed_at(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "wall.jpg"
    Image.new("RGB", (1700, 1250), "#a09080").save(path)
    session = window.session
    session.look(place="measure", leaf="things", wall_id="w1")
    session.select(WallPath("r1", "w1"))
    settle()
    said: list[str] = []

    def square_up(self: PhotoDialog) -> int:
        self.show()
        settle()
        said.append(self.said.text())
        for corner in CORNERS:
            place = self.view.to_screen(QPointF(*corner))
            QTest.mouseClick(self.view, Qt.MouseButton.LeftButton, pos=place.toPoint())
            settle()
        said.append(self.said.text())
        assert self.take.isEnabled()
        self.rows[0][1].setText("nonsense")
        assert not self.take.isEnabled()
        said.append(self.said.text())
        self.rows[0][1].setText("0")
        self.hide()
        return int(QDialog.DialogCode.Accepted)

    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(PhotoDialog, "exec", square_up)
    assert press(window, "Lay a photograph over it")
    errands_over(session)
    assert said[0] == "4 more points."
    assert "placed to ±" in said[1]
    assert "no place" in said[2]
    (photo,) = session.job.rooms[0].measured.photos
    assert [(round(one.x, -1), round(one.y, -1)) for one in photo.points] == [tuple(map(float, one)) for one in CORNERS]
    drawing = canvas(window)._drawing
    assert drawing is not None
    assert any(isinstance(mark, Photograph) for mark in drawing.marks)
    # pointing: the next click on the wall is the place
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_: ("damage: crack", True))
    session.select(WallPath("r1", "w1"))
    settle()
    assert press(window, "Point at what the photograph shows")
    settle()
    place = canvas(window).to_screen((2500.0, -1900.0))
    QTest.mouseClick(canvas(window), Qt.MouseButton.LeftButton, pos=place.toPoint())
    settle()
    mark = session.job.rooms[0].measured.marks[-1]
    assert mark.kind == "crack"
    assert (mark.place.mm, mark.height.mm) == (pytest.approx(2500, abs=12), pytest.approx(1900, abs=12))
    assert mark.place.instrument == "photograph"
    assert mark.place.sigma is not None
    assert 1 <= mark.place.sigma < 40
    assert session.view.selected == MarkPath("r1", mark.id)
    assert session.view.pointing == ""
    for _ in range(2):
        session.undo()
    assert session.job.pictures == demo_job().pictures


@pytest.mark.parametrize("what", ["picture", "skirting that is there", "cornice that is there"])
def test_pictures_and_old_trim_are_placed_by_pointing(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch, what: str
) -> None:
    """On a wall of the Stair Hall: a picture at its middle, old trim by its free edge."""
    session = window.session
    session.look(place="measure", room_id="r3", leaf="things", wall_id="w1", seen_as="wall")
    settle()
    ceiling = measured_room(session.job.room("r3"), session.job.house_rules).height
    assert ceiling is not None
    asked: list[list[str]] = []
    monkeypatch.setattr(QInputDialog, "getItem", lambda *given: (asked.append(list(given[3])), (what, True))[1])
    point_at(window.bench, "w1", "A–B")
    assert "screen" not in asked[0]  # it goes by its diagonal
    settle()
    high = {"picture": 1500.0, "skirting that is there": 160.0, "cornice that is there": ceiling.value - 90.0}[what]
    place = canvas(window).to_screen((700.0, -high))
    QTest.mouseClick(canvas(window), Qt.MouseButton.LeftButton, pos=place.toPoint())
    settle()
    room = session.job.room("r3")
    if what == "picture":
        framed = room.trim.frames[-1]
        assert (framed.place.mm, framed.height.mm) == (pytest.approx(700, abs=12), pytest.approx(1500, abs=12))
    else:
        there = room.measured.there[-1]
        assert there.kind == what.partition(" ")[0]
        assert there.height.mm == pytest.approx(160 if there.kind == "skirting" else 90, abs=12)


def test_points_are_put_moved_and_taken_away_by_keyboard(window: MainWindow, tmp_path: Path) -> None:
    path = tmp_path / "wall.png"
    Image.new("RGB", (1600, 1200), "#a09080").save(path)
    face = measured_room(window.session.job.rooms[0], {}).face("w1")
    dialog = PhotoDialog(path.read_bytes(), face, window.session.job.settings, window.bench.theme, window)
    dialog.show()
    settle()
    view, arrows = dialog.view, (Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down)
    step = 1600 / view.room().width()
    for across, up in ((0, 3), (1, 3), (1, 2), (0, 2), (1, 2)):
        QTest.keyClick(view, Qt.Key.Key_Insert)
        for arrow in (arrows[across], arrows[up]):
            for _ in range(8):
                QTest.keyClick(view, arrow, Qt.KeyboardModifier.ShiftModifier)
        QTest.keyClick(view, arrows[across])
    expected = [(800 + x * 81 * step, 600 + y * 80 * step) for x, y in ((-1, 1), (1, 1), (1, -1), (-1, -1), (1, -1))]
    assert [(one.x(), one.y()) for one in view.points] == [pytest.approx(one) for one in expected]
    dialog.rows[4][1].setText("2000")
    dialog.rows[4][2].setText("1000")
    QTest.keyClick(view, Qt.Key.Key_2)
    QTest.keyClick(view, Qt.Key.Key_Delete)
    assert [(one.x(), one.y()) for one in view.points] == [
        pytest.approx(one) for n, one in enumerate(expected) if n != 1
    ]
    # what was said of a point goes with it
    made = dialog.points()
    assert (made[0].u, made[0].v) == (0, 0)
    assert (made[3].u, made[3].v) == (2000, 1000)
    assert made[1].u == pytest.approx(face.length, abs=0.6)
    dialog.reject()
