"""Bringing readings and outlines in through the window, and handing drawings out."""

from __future__ import annotations

from functools import partial
from pathlib import Path

import ezdxf
import pytest
from driving import choose, errands_over, settle, write_printed
from PyQt6.QtWidgets import QDialog, QFileDialog, QInputDialog

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.places.measure.bringing_in import ReadingsPreview
from narrow_cornice.desk.places.measure.outline_dialog import OutlineDialog, OutlinePath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.exchange.dxf_drawing import drawing_dxf
from printed import said


def test_readings_are_looked_through_and_taken(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    table = tmp_path / "readings.csv"
    table.write_text("what,at,to,value\nwall,A,B,4309\nwall,A,Q,12\n")
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(table), ""))
    seen: list[list[str]] = []

    def accept(self: ReadingsPreview) -> int:
        seen.extend([cell.text for cell in row.cells] for row in self.sheet.sheet.rows)
        return int(QDialog.DialogCode.Accepted)

    monkeypatch.setattr(ReadingsPreview, "exec", accept)
    choose(window, "Readings from a table (CSV) …")
    assert [row[0] for row in seen] == ["2", "3"]
    assert "no corner “Q”" in seen[1][3]
    assert [one.mm for one in window.session.job.rooms[0].measured.walls[0].readings] == [4310, 4306, 4309]
    window.session.undo()
    table.write_bytes(b"\xff\xff\x00")
    choose(window, "Readings from a table (CSV) …")
    assert "readings.csv: this is not readable text" in window.notice()


def test_a_room_comes_from_a_drawing_whose_unit_is_asked(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "Wash Room.dxf"
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = 0
    document.modelspace().add_lwpolyline([(0, 0), (2.1, 0), (2.1, 1.74), (0, 1.74)], close=True)
    document.saveas(path)
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_: ("metres", True))
    monkeypatch.setattr(QInputDialog, "getText", lambda *_, **__: ("2.4 m", True))
    choose(window, "A room from a plan outline (DXF) …")
    settle()
    room = window.session.job.rooms[-1]
    assert room.name == "Wash Room"
    assert [side.readings[0].mm for side in room.measured.walls] == [2100, 1740, 2100, 1740]
    assert {side.readings[0].instrument for side in room.measured.walls} == {"sketch"}
    assert window.session.view.room_id == room.id


def test_of_several_outlines_the_person_chooses_one_drawn(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The plan that was handed out comes back as the same room, and any other of its outlines can be taken instead."""
    session = window.session
    room, path = session.job.rooms[0], tmp_path / "Chart Room.dxf"
    path.write_bytes(drawing_dxf(room_plan(room, session.job.house_rules, session.job.settings, 0.0)))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(QInputDialog, "getText", lambda *_, **__: ("2.4 m", True))
    shown: list[tuple[int, str]] = []
    pointed = False

    def accept(dialog: OutlineDialog) -> int:
        dialog.show()
        settle()
        if pointed:
            dialog.canvas.picked.emit(OutlinePath(1))
        (picked,) = {index.row() for index in dialog.list.selectedIndexes()}
        shown.append((len(dialog.list.sheet.rows), dialog.list.sheet.rows[picked].cells[0].text))
        dialog.hide()
        return int(QDialog.DialogCode.Accepted)

    monkeypatch.setattr(OutlineDialog, "exec", accept)
    choose(window, "A room from a plan outline (DXF) …")
    errands_over(session)
    measured, again = (measured_room(one, {}).plan for one in (room, session.job.rooms[-1]))
    lengths = [side.length.value for side in again.sides]
    assert len(again.corners) == len(measured.corners)
    first = max(range(len(measured.sides)), key=lambda index: measured.sides[index].length.value)
    sides = [side.length.value for side in (*measured.sides[first:], *measured.sides[:first])]
    assert lengths == pytest.approx(sides, abs=0.6)
    assert shown[0][0] > 1
    assert shown[0][1] == "room"
    pointed = True
    choose(window, "A room from a plan outline (DXF) …")
    errands_over(session)
    assert shown[1][1] == "wall"
    assert measured_room(session.job.rooms[-1], {}).plan.sides[0].length.value > lengths[0]


def test_drawings_readings_and_sheets_are_handed_out(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    written: list[Path] = []

    def target(*asked: object) -> tuple[str, str]:
        path = tmp_path / Path(str(asked[2])).name
        written.append(path)
        return str(path), ""

    monkeypatch.setattr(QFileDialog, "getSaveFileName", target)
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path / "all"))
    (tmp_path / "all").mkdir()
    for hand_out in (
        partial(choose, window, "This drawing as DXF …"),
        partial(choose, window, "Readings of the room as CSV …"),
        partial(choose, window, "Blank measuring sheets on paper …"),
        partial(choose, window, "Cut list and bars on paper …"),
        partial(choose, window, "Profile at full size on paper, in tiles …"),
        partial(choose, window, "Profile at full size as DXF …"),
        partial(choose, window, "Profile at full size as SVG …"),
        partial(choose, window, "Plan and every wall as DXF, into a folder …"),
    ):
        hand_out()
        write_printed(window)
        errands_over(window.session)
    assert [path.suffix for path in written] == [".dxf", ".csv", ".pdf", ".pdf", ".pdf", ".dxf", ".svg"]
    assert all(path.stat().st_size > 200 for path in written)
    sheets, cuts, tiles = (said(path.read_bytes()) for path in written if path.suffix == ".pdf")
    assert "Chart Room" in sheets
    assert "Cut list" in cuts
    assert "mitred" in cuts
    assert "Chart Room" in tiles
    assert len(list((tmp_path / "all").glob("*.dxf"))) == 9  # the plan and eight walls
