"""Anybody at the window: hundreds of random clicks, keys and typed texts, and everything still adds up."""

from __future__ import annotations

import random

import pytest
from driving import total_of
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QInputDialog, QLineEdit

from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.desk.bench_rows import ButtonsRow, ChoiceRow, FigureRow, FindingRow, SizeRow, TextRow, ToggleRow
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.view import TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.bundles import to_decide
from thorough import many

pytestmark = pytest.mark.desk

TEXTS = [
    "2630",
    "8' 7 1/2\"",
    "149",
    "0",
    "-3",
    "",
    "22o",
    "2400 - 36",
    "1e9",
    "12; 40",
    "#aabbcc",
    "red",
    "Ω",
    "900",
    "3",
    "1200; 1500; 380",
    "200; 300; 90",
    "99999",
]
KEYS = "mtfy[],.+-0=l "


def act(window: MainWindow, pick: random.Random) -> None:
    page = window.page(window.session.view.place)
    rows = window.bench.view.rows()
    kind = pick.randrange(10)
    if kind == 0:
        window.go(pick.choice(["measure", "trim", "finishes", "bought"]))
    elif kind == 1 and isinstance(page, DrawingPage):
        spot = QPoint(pick.randrange(page.canvas.width()), pick.randrange(page.canvas.height()))
        QTest.mouseClick(page.canvas, Qt.MouseButton.LeftButton, pos=spot)
        if pick.random() < 0.4:
            QTest.mouseDClick(page.canvas, Qt.MouseButton.LeftButton, pos=spot)
            editor = page.canvas.findChild(QLineEdit)
            if isinstance(editor, QLineEdit) and editor.isVisible():
                editor.setText(pick.choice(TEXTS))
                QTest.keyClick(editor, pick.choice([Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Escape]))
    elif kind == 2 and isinstance(page, DrawingPage):
        QTest.keyClicks(page.canvas, pick.choice(KEYS))
        window.session.look(seen_as=pick.choice(["unfolded", "plan", "wall", "section", ""]))
    elif kind == 3 and isinstance(page, DrawingPage):
        sheet = pick.choice(page.sheets).sheet
        if sheet.rows:
            index = sheet.index(pick.randrange(len(sheet.rows)), pick.randrange(len(sheet.headings)))
            window.session.select(sheet.rows[index.row()].about)
            if sheet.flags(index) & Qt.ItemFlag.ItemIsEditable:
                sheet.setData(index, pick.choice(TEXTS))
    elif kind == 4 and rows:
        row = pick.choice(rows)
        match row:
            case ChoiceRow():
                row.chosen(pick.choice(row.options)[0])
            case SizeRow() | TextRow():
                row.typed(pick.choice(TEXTS))
            case ToggleRow():
                row.toggled(not row.on)
            case FigureRow():
                row.pressed()
            case ButtonsRow():
                index = pick.randrange(len(row.words))
                if not row.words[index].startswith(("Remove this room", "Add a room")):
                    row.pressed(index)
            case FindingRow():
                pick.choice([row.keep, row.go, lambda: row.fix(0) if row.fixes else None])()
    elif kind == 5:
        pick.choice([window.session.undo, window.session.redo])()
    elif kind == 6 and window.session.job.rooms:
        window.session.look(room_id=pick.choice(window.session.job.rooms).id, selected=None)
    elif kind == 7:
        window.session.select(TallyPath(pick.choice(["paint", "trim", "surfaces", "cost", "to settle"])))
    elif kind == 8:
        window.bench.found.emit(pick.choice(["cornice", "hall", "wall a-b", "149", "ceiling", "zzz"]))
    elif kind == 9 and window.session.view.place == "bought":
        slips = window.page("bought").slips  # type: ignore[attr-defined]
        if slips and slips[0].rows:
            pick.choice(slips[0].rows).ticked.emit()


@pytest.mark.parametrize("seed", range(many(1, 12)))
def test_anybody_can_do_anything(window: MainWindow, seed: int, monkeypatch: pytest.MonkeyPatch) -> None:
    pick = random.Random(seed)
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: (pick.choice(TEXTS), pick.random() < 0.8))
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_a, **_k: (pick.choice(TEXTS), pick.random() < 0.5))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_a, **_k: ("", ""))
    changes: list[str] = []
    window.session.changed.connect(changes.append)
    for step in range(many(80, 260)):
        act(window, pick)
        if step % 5 == 0:
            QApplication.processEvents()
        if step % 40 == 39:
            QApplication.processEvents()
            job = window.session.job
            figures = tally(job)
            assert total_of(window, "paint") == figures["paint"].shown(job.settings)
            assert total_of(window, "to settle") == str(len(to_decide(job)))
            assert decode_job(encode_job(job), "again") == job
            assert window.spine.buttons[window.session.view.place].isChecked()
    assert len(changes) > 6
    while window.session.history.undo_title:
        window.session.undo()
    assert window.session.job == demo_job()
