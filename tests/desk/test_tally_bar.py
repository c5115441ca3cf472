"""The tally along the bottom: its totals, what the last change did to them, and the way down from each."""

from __future__ import annotations

import pytest
from driving import canvas, change_of, click, settle, type_into
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLineEdit

from narrow_cornice.desk.bench_rows import FigureRow
from narrow_cornice.desk.view import TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job import edits
from narrow_cornice.job.paths import HeightPath, OpeningPath, WallPath

pytestmark = pytest.mark.desk


def test_from_the_tally_to_a_reading_by_clicks_alone(window: MainWindow) -> None:
    QTest.mouseClick(window.tally.buttons["trim"], Qt.MouseButton.LeftButton)
    settle()
    assert window.session.view.selected == TallyPath("trim")
    for step in range(12):
        if window.session.view.place == "measure":
            break
        rows = [row for row in window.bench.view.rows() if isinstance(row, FigureRow) and not row.strong]
        nearer = next(
            (row for row in rows if row.figure is not None and (row.figure.inputs or row.figure.source)), None
        )
        assert nearer is not None, (step, [row.name for row in rows])
        nearer.pressed()
        settle()
    assert window.session.view.place == "measure"
    assert isinstance(window.session.view.selected, WallPath | OpeningPath | HeightPath)


def test_a_size_typed_on_the_drawing_moves_everything_and_the_tally_says_so(window: MainWindow) -> None:
    window.go("measure")
    settle()
    click(window, WallPath("r1", "w2"), double=True)
    editor = canvas(window).findChild(QLineEdit)
    assert isinstance(editor, QLineEdit)
    assert editor.isVisible()
    assert editor.text() == "3 621 mm"
    type_into(editor, "3.62 m + 60")
    assert window.session.job.rooms[0].measured.walls[1].readings[0].mm == 3680
    assert window.session.job.rooms[0].measured.walls[1].readings[0].text == "3.62 m + 60"
    assert change_of(window, "surfaces").startswith("+")
    assert "wall B–C to 3.62 m + 60" in window.tally._last.text()


@pytest.mark.parametrize("wide", [1280, 1024])
def test_a_change_is_shown_whole_or_not_at_all(window: MainWindow, wide: int) -> None:
    window.resize(wide, 800)
    settle()
    room = window.session.job.rooms[0]
    window.session.do(edits.remove_room(room.id, room.name))
    settle()
    window.session.look(place="measure")  # shown once more while the change still stands there
    settle()
    tally = window.tally
    shown = [one for one in tally._changes.values() if one.text() and one.isVisible()]
    assert len(shown) >= 2
    for one in shown:
        assert one.width() >= one.sizeHint().width(), one.text()
    for name, value in tally._values.items():
        assert value.width() >= value.sizeHint().width(), name
