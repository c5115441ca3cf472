"""The window, driven by keys and clicks as a decorator would."""

from __future__ import annotations

from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtGui import QColor
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QApplication,
    QColorDialog,
    QComboBox,
    QDialog,
    QFileDialog,
    QInputDialog,
    QLineEdit,
    QMessageBox,
    QPushButton,
    QWidget,
)

from narrow_cornice.desk.bench_rows import ChoiceRow, FigureRow, FindingRow, SizeRow, ToggleRow
from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.dialogs import RoomDialog, colours_dialog, paints_dialog, rules_dialog, stock_dialog
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import About
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.keeping import JobLock
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import to_settle
from narrow_cornice.takeoff.tally import tally

pytestmark = pytest.mark.desk


def page(window: MainWindow) -> DrawingPage:
    found = window.page(window.session.view.place)
    assert isinstance(found, DrawingPage)
    return found


def canvas(window: MainWindow) -> Canvas:
    return page(window).canvas


def settle() -> None:
    for _ in range(3):
        QApplication.processEvents()


def type_into(widget: QWidget, text: str, enter: bool = True) -> None:
    widget.setFocus()
    if isinstance(widget, QLineEdit):
        widget.selectAll()
    QTest.keyClicks(widget, text)
    if enter:
        QTest.keyClick(widget, Qt.Key.Key_Return)
    settle()


def click(window: MainWindow, about: About, double: bool = False) -> None:
    where = canvas(window).place_of(about)
    assert where is not None, about
    point = QPoint(int(where.x()), int(where.y()))
    QTest.mouseClick(canvas(window), Qt.MouseButton.LeftButton, pos=point)
    if double:
        QTest.mouseDClick(canvas(window), Qt.MouseButton.LeftButton, pos=point)
    settle()


def field(window: MainWindow, label: str) -> QLineEdit:
    widget = window.bench.view.row_widget(label)
    assert isinstance(widget, QLineEdit), label
    return widget


def test_the_window_opens_on_the_demo_with_its_totals(window: MainWindow) -> None:
    assert window.top.name.text() == "Pilot House"
    figures = tally(window.session.job)
    assert window.tally.shown("paint") == figures["paint"].shown("mm")
    assert window.tally.shown("cost").startswith("2 0")
    assert window.tally.shown("to settle") == str(len(to_settle(window.session.job)))
    assert not window.notice()


def test_places_by_letter_and_only_those_that_exist(window: MainWindow) -> None:
    canvas(window).setFocus()
    for letter, place in (("m", "measure"), ("f", "finishes"), ("t", "trim"), ("o", "order")):
        target = canvas(window)
        QTest.keyClicks(target, letter)
        settle()
        assert window.session.view.place == place
        if place == "order":
            break
    assert set(window.top.buttons) == {"measure", "trim", "finishes", "order"}


def test_clicking_the_cornice_shows_its_working_down_to_the_readings(window: MainWindow) -> None:
    click(window, ("r1", "trim", "cornice"))
    rows = window.bench.view.rows()
    worked = {row.name: row.value for row in rows if isinstance(row, FigureRow)}
    assert worked["cornice"] == "223 mm"
    assert worked["entablature"] == "594.8 mm"
    assert worked["ceiling height"] == "2 974 mm"
    height = next(row for row in rows if isinstance(row, FigureRow) and row.name == "ceiling height")
    height.pressed()  # the mean of six readings: one step nearer to where they were read
    settle()
    assert window.session.view.selected == ("r1", "height") or any(
        isinstance(row, FigureRow) and row.name == "reading 1" for row in window.bench.view.rows()
    )


def test_from_the_tally_to_a_reading_by_clicks_alone(window: MainWindow) -> None:
    QTest.mouseClick(window.tally.buttons["trim"], Qt.MouseButton.LeftButton)
    settle()
    assert window.session.view.selected == ("tally", "trim")
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
    assert window.session.view.selected[1] in ("wall", "opening", "height")


def test_a_size_typed_on_the_drawing_moves_everything_and_the_tally_says_so(window: MainWindow) -> None:
    window.go("measure")
    settle()
    click(window, ("r1", "wall", "w2"), double=True)
    editor = canvas(window).findChild(QLineEdit)
    assert isinstance(editor, QLineEdit)
    assert editor.isVisible()
    assert editor.text() == "3 620 mm"
    type_into(editor, "3.62 m + 20")
    assert window.session.job.rooms[0].sides[1].readings[0].mm == 3640
    assert window.session.job.rooms[0].sides[1].readings[0].text == "3.62 m + 20"
    assert window.tally.change_shown("surfaces").startswith("+")
    assert "wall B–C to 3.62 m + 20" in window.tally._last.text()


def test_showing_a_size_and_entering_it_again_changes_nothing(window: MainWindow) -> None:
    before = window.session.job
    window.session.look(place="measure")
    window.session.select(("r2", "height"))
    settle()
    reading = field(window, "Reading 1")
    assert reading.text() == "2 711 mm"  # typed as 8' 10 3/4", exactly 2 711.45
    type_into(reading, "2 711 mm")
    assert window.session.job is before


def test_what_cannot_be_read_is_marked_and_loses_nothing(window: MainWindow) -> None:
    before = window.session.job
    click(window, ("r1", "trim", "cornice"))
    height = field(window, "Height")
    type_into(height, "22o")
    assert window.session.job is before
    assert height.text() == "22o"
    assert height.property("wrong")
    assert "at character 3" in window.notice()
    assert "Write for example" in window.notice()
    QTest.keyClick(height, Qt.Key.Key_Escape)
    assert height.text() == "223 mm"
    type_into(height, "-5")
    assert "more than nought" in window.notice()


def test_order_school_and_members_change_the_room(window: MainWindow) -> None:
    click(window, ("r1", "trim", "cornice"))
    box = window.bench.view.row_widget("Order")
    assert isinstance(box, QComboBox)
    box.setCurrentIndex(box.findData("tuscan"))
    settle()
    assert window.session.job.rooms[0].order == "tuscan"
    toggle = next(
        row for row in window.bench.view.rows() if isinstance(row, ToggleRow) and row.label.startswith("corona")
    )
    toggle.toggled(False)
    settle()
    assert window.session.job.rooms[0].trim["cornice: corona"].fitted is False
    assert window.tally.change_shown("cost")
    toggle = next(
        row for row in window.bench.view.rows() if isinstance(row, ToggleRow) and row.label.startswith("corona")
    )
    assert not toggle.on
    toggle.toggled(True)
    assert "cornice: corona" not in window.session.job.rooms[0].trim


def test_a_typed_size_is_shown_against_the_orders_wish_and_given_back(window: MainWindow) -> None:
    window.session.look(place="trim")
    window.session.select(("r1", "trim", "casing"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, SizeRow) and row.label == "Width")
    assert row.shown == "57 mm"
    assert row.wish == "The order wants 148.5 mm: use it"
    assert window.bench.view.press(row.wish)
    settle()
    assert "casing" not in window.session.job.rooms[0].trim


def test_a_fix_of_the_second_look_is_one_undoable_change(window: MainWindow) -> None:
    before = window.session.job
    QTest.mouseClick(window.tally.buttons["to settle"], Qt.MouseButton.LeftButton)
    settle()
    assert window.bench.view.press("Use 149")
    settle()
    assert window.session.job.rooms[0].trim["casing"].height.mm == 149  # type: ignore[union-attr]
    fewer = len(to_settle(before)) - len(to_settle(window.session.job))
    assert window.tally.change_shown("to settle") == f"−{fewer}"
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    settle()
    assert window.session.job == before
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    settle()
    assert window.session.job.rooms[0].trim["casing"].height.mm == 149  # type: ignore[union-attr]


def test_a_finding_is_kept_with_a_reason(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("the client likes it", True))
    window.session.select(("tally", "to settle"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, FindingRow))
    row.keep()
    settle()
    kept = next(one for one in window.bench.view.rows() if isinstance(one, FindingRow) and one.kept)
    assert kept.kept == "the client likes it"
    assert kept.key == row.key
    row.go()
    settle()
    assert window.session.view.selected[0] in ("r1", "r2")


def test_many_surfaces_get_one_colour_at_once(window: MainWindow) -> None:
    window.session.look(place="finishes", room_id="r2")
    settle()
    schedule = page(window).schedule  # type: ignore[attr-defined]
    schedule.selectRow(0)
    schedule.setFocus()
    QTest.keyClick(schedule, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(schedule, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    settle()
    page(window).give(colour="shutter")  # type: ignore[attr-defined]
    settle()
    room = window.session.job.rooms[1]
    assert {key for key, finish in room.finishes.items() if finish.colour == "shutter"} == {
        "upper wall@w1",
        "upper wall@w2",
        "upper wall@w3",
    }
    assert window.session.history.undo_title == "colour of 3 surfaces"


def test_a_colour_for_the_group_and_for_one_alone(window: MainWindow) -> None:
    window.session.look(place="finishes", room_id="r1")
    window.session.select(("r1", "finish", "upper wall@w3"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == "Colour")
    row.chosen("clay")
    settle()
    assert window.session.job.rooms[0].finishes["upper wall"].colour == "clay"
    assert window.bench.view.press("Give this one its own finish")
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == "Colour")
    row.chosen("madder")
    settle()
    finishes = window.session.job.rooms[0].finishes
    assert (finishes["upper wall"].colour, finishes["upper wall@w3"].colour) == ("clay", "madder")
    assert window.bench.view.press("Finish like every upper wall")
    settle()
    assert "upper wall@w3" not in window.session.job.rooms[0].finishes
    assert window.bench.view.press("Like this in every room")
    settle()
    assert window.session.job.rooms[1].finishes["upper wall"].colour == "clay"


def test_coats_are_refused_or_taken(window: MainWindow) -> None:
    window.session.look(place="finishes")
    window.session.select(("r1", "finish", "ceiling@room"))
    settle()
    type_into(field(window, "Coats"), "many")
    assert "not a number of coats" in window.notice()
    QTest.keyClick(field(window, "Coats"), Qt.Key.Key_Escape)
    type_into(field(window, "Coats"), "3")
    assert window.session.job.rooms[0].finishes["ceiling"].coats == 3


def test_the_order_is_ticked_with_the_space_bar_and_knows_when_it_changed(window: MainWindow) -> None:
    window.go("order")
    settle()
    slips = window.page("order").slips  # type: ignore[attr-defined]
    assert [slip.name.text() for slip in slips] == ["Paint shop", "Timber yard"]
    line = slips[0].rows[1]
    line.setFocus()
    QTest.keyClick(line, Qt.Key.Key_Space)
    settle()
    assert window.session.job.ticks == {"paint:wall-matt:sedge": "3 × 5 L"}
    window.page("order")._group(True)  # type: ignore[attr-defined]
    settle()
    assert [slip.name.text() for slip in slips] == ["Chart Room", "Tea Parlour"]
    QTest.keyClick(slips[0].rows[1], Qt.Key.Key_Space)
    settle()
    assert window.session.job.ticks == {}


def test_turning_stepping_and_the_four_sheets(window: MainWindow) -> None:
    canvas(window).setFocus()
    QTest.keyClicks(canvas(window), "]")
    assert window.session.view.turn == 1
    QTest.keyClicks(canvas(window), "[[")
    assert window.session.view.turn == 3
    QTest.keyClicks(canvas(window), ".")
    assert window.session.view.wall_id == "w2"
    titles = set()
    for number in (Qt.Key.Key_1, Qt.Key.Key_2, Qt.Key.Key_3, Qt.Key.Key_4):
        QTest.keyClick(window, number, Qt.KeyboardModifier.AltModifier)
        settle()
        titles.add(canvas(window)._drawing.title)  # type: ignore[union-attr]
    assert titles == {"Chart Room, unfolded", "Chart Room, plan", "Chart Room, wall B–C", "Section, cornice"}
    QTest.keyClicks(canvas(window), "+0-")
    canvas(window).zoom_by(3.0)
    assert canvas(window).about_at(canvas(window).to_screen((110.0, -110.0))) != ()


def test_space_shows_before_and_after(window: MainWindow) -> None:
    window.session.look(place="trim", sheet="unfolded")
    window.session.select(("r1", "trim", "casing"))
    settle()
    type_into(field(window, "Width"), "150")
    now = canvas(window)._drawing
    canvas(window).setFocus()
    QTest.keyClick(canvas(window), Qt.Key.Key_Space)
    settle()
    before = canvas(window)._drawing
    assert before is not None
    assert before.subtitle.startswith("Before “casing to 150”")
    QTest.keyClick(canvas(window), Qt.Key.Key_Space)
    settle()
    assert canvas(window)._drawing is now


def test_find_goes_to_things_and_types_sizes(window: MainWindow) -> None:
    type_into(window.top.field, "hall door")
    assert window.session.view.selected == ("r1", "opening", "o4")
    assert window.session.view.place == "measure"
    type_into(window.top.field, "850")
    assert window.session.job.rooms[0].openings[3].width.mm == 850
    type_into(window.top.field, "cornice tea")
    assert window.session.view.selected == ("r2", "trim", "cornice")
    type_into(window.top.field, "nothing of that name")
    assert "Nothing here is called that" in window.notice()


def test_units_switch_everywhere_at_once(window: MainWindow) -> None:
    from narrow_cornice.job import edits

    window.session.do(edits.change_settings(unit="in", denominator=8))
    settle()
    click(window, ("r1", "trim", "cornice"))
    assert field(window, "Height").text() == '8 3/4"'
    assert window.tally.shown("surfaces").endswith("sq ft")
    type_into(field(window, "Height"), "9")
    assert window.session.job.rooms[0].trim["cornice"].height.mm == pytest.approx(228.6)  # type: ignore[union-attr]


def test_rows_of_the_sheets_are_typed_into(window: MainWindow) -> None:
    window.session.look(place="measure")
    settle()
    walls = page(window).walls  # type: ignore[attr-defined]
    model = walls.sheet
    assert model.setData(model.index(0, 2), "4306; 4311")
    assert [one.mm for one in window.session.job.rooms[0].sides[0].readings] == [4310, 4306, 4311]
    assert not model.setData(model.index(0, 2), "4306; x")
    assert "“x”" in window.notice()
    openings = page(window).openings.sheet  # type: ignore[attr-defined]
    assert openings.setData(openings.index(0, 4), "1250")
    assert openings.setData(openings.index(0, 0), "front door")
    assert window.session.job.rooms[0].openings[0].name == "front door"
    height_row = len(model.rows) - 1
    assert model.rows[height_row].cells[0].text == "ceiling height"
    assert model.setData(model.index(height_row, 1), "2975")
    assert window.session.job.rooms[0].heights[0].mm == 2975


def test_a_new_job_from_nothing_to_a_list(empty: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    """The whole slice by hand: a room, its trim, its colours, an order."""
    window, session = empty, empty.session
    assert canvas(window)._drawing.title == "No room yet"  # type: ignore[union-attr]
    assert window.tally.shown("cost") == "0"
    dialog = RoomDialog(session, window)
    type_into(dialog.name, "Reading Room", enter=False)
    type_into(dialog.first, "14' 2\"", enter=False)
    type_into(dialog.second, "nonsense", enter=False)
    type_into(dialog.height_field, "9'", enter=False)
    dialog.take()
    assert "Wall B–C" in dialog.fault.text()
    type_into(dialog.second, "3 620", enter=False)
    dialog.take()
    assert session.job.rooms[0].name == "Reading Room"
    assert session.view.place == "measure"
    settle()
    session.select(("r1", "wall", "w1"))
    settle()
    assert window.bench.view.press("Add a door")
    settle()
    assert session.view.selected == ("r1", "opening", "o1")
    type_into(field(window, "From the left"), "4' 6\"")
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("1000; 1500; 380", True))
    session.select(("r1", "wall", "w2"))
    settle()
    assert window.bench.view.press("Add a projection (chimney breast)")
    settle()
    assert len(session.job.rooms[0].sides) == 8
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("600; 500", True))
    session.select(("r1", "wall", "w1"))
    settle()
    assert window.bench.view.press("Notch the corner at its end (L-shape)")
    settle()
    assert len(session.job.rooms[0].sides) == 10
    for group, colour, paint in (
        ("upper wall", "c3", "wall-matt"),
        ("ceiling", "c1", "ceiling-flat"),
        ("skirting", "c1", "trim-satin"),
    ):
        session.look(place="finishes")
        session.select(("r1", "finish", group))
        settle()
        for label, value in (("Colour", colour), ("Paint", paint)):
            row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == label)
            row.chosen(value)
            settle()
    window.go("order")
    settle()
    assert [slip.name.text() for slip in window.page("order").slips] == ["Paint shop", "Timber yard"]  # type: ignore[attr-defined]
    assert float(window.tally.shown("cost").replace(" ", "")) > 500
    while session.history.undo_title:
        session.undo()
    settle()
    assert session.job.rooms == ()


def test_a_room_of_any_shape_from_a_written_walk(empty: MainWindow) -> None:
    dialog = RoomDialog(empty.session, empty)
    dialog.name.setText("Chart Room")
    dialog.walk.setText("4310; 3620; 1178; 39o0")
    dialog.height_field.setText("2974")
    dialog.take()
    assert "wall 4" in dialog.fault.text()
    dialog.walk.setText("4310; 3620; 1178; 390 o; 1641 o; 390; 1491; ?")
    dialog.take()
    assert len(empty.session.job.rooms[0].sides) == 8
    settle()
    walls = page(empty).walls.sheet  # type: ignore[attr-defined]
    assert walls.setData(walls.index(3, 3), "in")
    assert "bring the walk back" in canvas(empty)._drawing.subtitle  # type: ignore[union-attr]
    assert walls.setData(walls.index(3, 3), "E: outside")
    assert not walls.setData(walls.index(3, 3), "sideways")
    assert "no corner" in empty.notice()


def test_save_open_and_the_lock(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    path = tmp_path / "house.cornice"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(tmp_path / "house"), ""))
    assert window.filing.save_as()
    assert read_job(path) == demo_job()
    assert "Saved" in window.tally._last.text()
    assert JobLock.beside(path).exists()
    window.session.select(("r1", "trim", "casing"))
    settle()
    type_into(field(window, "Width"), "150")
    assert window.session.unsaved
    assert window.isWindowModified()
    QTest.keyClick(window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
    settle()
    assert read_job(path) == window.session.job
    assert not window.isWindowModified()
    (former,) = window.session.versions.of(path)
    window.filing.bring_back(former.path)
    assert window.session.job == demo_job()
    assert window.session.recent() == [path.resolve()]
    other = tmp_path / "other.cornice"
    write_job(other, demo_job())
    held = JobLock.take(other)
    assert held is not None
    monkeypatch.setattr(window.filing, "may_leave", lambda: True)
    window.filing.open(other)
    assert "already open" in window.notice()
    assert window.session.path == path
    held.release()
    window.filing.open(other)
    assert window.session.path == other
    assert not JobLock.beside(path).exists()


def test_a_damaged_file_is_refused_and_the_job_stays(window: MainWindow, tmp_path: Path) -> None:
    bad = tmp_path / "bad.cornice"
    bad.write_bytes(b"no")
    window.filing.open(bad)
    assert "damaged or not a job" in window.notice()
    assert window.session.job == demo_job()
    assert not JobLock.beside(bad).exists()


def test_a_save_that_fails_says_so_and_keeps_the_change(window: MainWindow, tmp_path: Path) -> None:
    gone = tmp_path / "gone"
    assert not window.filing.save_to(gone / "a.cornice")
    assert "folder is not there" in window.notice()
    assert window.session.path is None


def test_leaving_with_unsaved_work_asks(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    from narrow_cornice.job import edits

    window.session.do(edits.rename_room("r1", "Other"))
    asked = []
    monkeypatch.setattr(QMessageBox, "exec", lambda self: asked.append(self.text()) or 0)
    assert not window.filing.may_leave()
    assert "not saved" in asked[0]


def test_recovery_after_a_kill(session, window: MainWindow, tmp_path: Path) -> None:  # type: ignore[no-untyped-def]
    from narrow_cornice.job import edits
    from narrow_cornice.job.keeping import Recovery

    session.do(edits.rename_room("r1", "Nearly lost"))
    session.keep_recovery_copy()
    session.runner.wait()
    settle()
    (copy,) = (tmp_path / "state" / "recovery").glob("*.cornice")
    assert read_job(copy).rooms[0].name == "Nearly lost"
    aside = tmp_path / "later" / "recovery"
    aside.mkdir(parents=True)
    (aside / "1-1.cornice").write_bytes(copy.read_bytes())
    later = Recovery(tmp_path / "later")
    (left,) = later.left_behind()
    session.take_up_recovered(left)
    settle()
    assert session.unsaved
    assert window.session.job.rooms[0].name == "Nearly lost"
    later.close()


def test_tables_of_the_job_are_edited(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    session, theme = window.session, window.theme
    rules = rules_dialog(session, theme, window)
    index = next(i for i, row in enumerate(rules.sheet.sheet.rows) if row.about[1] == "coats")
    assert rules.sheet.sheet.setData(rules.sheet.sheet.index(index, 1), "3")
    assert session.job.house_rules == {"coats": 3}
    assert not rules.sheet.sheet.setData(rules.sheet.sheet.index(index, 1), "three")
    assert "not a number" in rules.fault.text()
    rules.done(0)
    paints = paints_dialog(session, theme, window)
    model = paints.sheet.sheet
    assert model.setData(model.index(0, 5), "1: 20; 4: 70")
    assert [(tin.litres, tin.price) for tin in session.job.paints[0].sizes] == [(1, 20), (4, 70)]
    assert not model.setData(model.index(0, 5), "1; 2")
    assert not model.setData(model.index(0, 2), "0")
    assert "not between" in paints.fault.text()
    paints.done(0)
    colours = colours_dialog(session, theme, window)
    assert colours.sheet.sheet.setData(colours.sheet.sheet.index(1, 1), "#abcdef")
    assert not colours.sheet.sheet.setData(colours.sheet.sheet.index(1, 1), "red")
    buttons = {button.text(): button for button in colours.findChildren(QPushButton)}
    buttons["Add a colour"].click()
    assert session.job.colours[-1].hex == "#d8d2c4"
    colours.sheet.selectRow(len(session.job.colours) - 1)
    monkeypatch.setattr(QColorDialog, "getColor", lambda *_a, **_k: QColor("#123456"))
    buttons["Pick its tone …"].click()
    assert session.job.colours[-1].hex == "#123456"
    buttons["Remove it"].click()
    assert len(session.job.colours) == len(demo_job().colours)
    colours.sheet.selectRow(1)
    buttons["Remove it"].click()
    assert "still on a surface" in colours.fault.text()
    colours.done(0)
    stock = stock_dialog(session, theme, window)
    assert stock.sheet.sheet.setData(stock.sheet.sheet.index(0, 2), "2.4 m; 3600")
    assert session.job.stock[0].lengths == (2400, 3600)
    stock.done(0)


@pytest.mark.parametrize("kind", ["pdf", "csv"])
def test_the_order_is_handed_out(
    window: MainWindow, tmp_path: Path, kind: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / f"list.{kind}"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(path), ""))
    window.exports.order(kind, False)
    window.session.runner.wait()
    settle()
    assert path.read_bytes()[:4] in (b"%PDF", "\ufeffs".encode())
    assert "Written: list" in window.tally._last.text()


def test_drawings_are_handed_out(window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    for name, export in (
        ("a.svg", window.exports.drawing_svg),
        ("a.pdf", window.exports.drawing_pdf),
        ("b.pdf", window.exports.room_pdf),
        ("a.csv", window.exports.surfaces_csv),
    ):
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, n=name, **_k: (str(tmp_path / n), ""))
        export()
        window.session.runner.wait()
        settle()
        assert (tmp_path / name).stat().st_size > 500


def test_strange_names_are_shown_as_they_are(window: MainWindow) -> None:
    from narrow_cornice.job import edits

    for name in ("<b>bold</b>&amp;", "\u202ereversed", "x" * 10_000, "a\x00b\n c", "=cmd", "👩‍🎨"):
        window.session.do(edits.rename_room("r1", name))
        for place in ("measure", "trim", "finishes", "order"):
            window.session.look(place=place)
            window.session.select(("r1",))
            settle()
        assert window.session.job.rooms[0].name == name.strip()
    labels = [label.textFormat() for label in window.findChildren(type(window.tally._last))]
    assert set(labels) == {Qt.TextFormat.PlainText}


def test_keyboard_reaches_every_part(window: MainWindow) -> None:
    reached = set()
    for _ in range(6):
        QTest.keyClick(window, Qt.Key.Key_F6)
        settle()
        focus = QApplication.focusWidget()
        assert focus is not None
        reached.add(focus.accessibleName() or type(focus).__name__)
    assert {"Rooms", "Drawing", "Trim of the room", "paint"} <= reached
    for button in window.findChildren(QWidget):
        if (
            button.focusPolicy() & Qt.FocusPolicy.TabFocus
            and button.isVisible()
            and isinstance(button, QLineEdit | QComboBox)
        ):
            assert button.accessibleName(), type(button)


def test_strips_fold_away_and_the_window_remembers(window: MainWindow) -> None:
    QTest.keyClick(window, Qt.Key.Key_F8)
    settle()
    assert window.bench.isHidden()
    assert window.session.settings.value("bench shown", type=bool) is False
    QTest.keyClick(window, Qt.Key.Key_F8)
    assert not window.bench.isHidden()


@pytest.mark.parametrize(("letters", "evening"), [(1.0, True), (1.3, False)])
def test_other_looks_and_larger_letters_show_everything(session, qapp, letters: float, evening: bool) -> None:  # type: ignore[no-untyped-def]
    from narrow_cornice.desk.application import make_window

    session.settings.setValue("letters", letters)
    session.settings.setValue("evening", evening)
    one = make_window(session)
    one.resize(1280, 720)
    one.show()
    one.make_complete()
    settle()
    assert one.minimumSizeHint().width() <= 1280
    assert one.theme.letters == letters
    for place in ("measure", "trim", "finishes", "order"):
        one.go(place)
        settle()
    one.again = True
    one.close()
    one.deleteLater()
    qapp.setStyleSheet("")


def test_pictures_of_every_view(tmp_path: Path, qapp: QApplication, capsys: pytest.CaptureFixture[str]) -> None:
    from PyQt6.QtGui import QImage

    from narrow_cornice.desk.pictures import VIEWS, write_pictures

    assert write_pictures(tmp_path / "pictures") == 0
    said = capsys.readouterr().out.split()
    assert len(said) == len(VIEWS) + 1
    for one in said:
        image = QImage(one)
        assert (image.width(), image.height()) == (1280, 800)
    qapp.setStyleSheet("")


def test_a_dialog_cannot_slip_through() -> None:
    with pytest.raises(AssertionError, match="opened"):
        QDialog().exec()


def test_without_a_screen_the_window_says_so_and_pictures_still_work(tmp_path: Path) -> None:
    import os
    import subprocess
    import sys

    bare = {
        name: value
        for name, value in os.environ.items()
        if name not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")
    }
    program = [sys.executable, "-m", "narrow_cornice.cli"]
    done = subprocess.run(program, env=bare, capture_output=True, text=True, check=False, timeout=60)
    assert done.returncode == 2
    assert "no screen" in done.stderr
    shots = subprocess.run(
        [*program, "demo", "--pictures", str(tmp_path / "p")],
        env=bare,
        capture_output=True,
        text=True,
        check=True,
        timeout=120,
    )
    assert shots.stdout.count(".png") == len(list((tmp_path / "p").glob("*.png"))) == 8


def test_an_error_of_the_program_itself_is_told_and_the_job_kept(
    window: MainWindow, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    from narrow_cornice.desk.application import _told_in_the_window
    from narrow_cornice.job import edits

    window.session.do(edits.rename_room("r1", "Kept"))
    told = _told_in_the_window(window.session, lambda: window)
    told(ValueError, ValueError("of our own making"), None)
    window.session.runner.wait()
    settle()
    assert "wrong in the program itself" in window.notice()
    assert "of our own making" in capsys.readouterr().err
    (copy,) = (tmp_path / "state" / "recovery").glob("*.cornice")
    assert read_job(copy).rooms[0].name == "Kept"


def test_text_stands_out_from_its_paper_by_day_and_by_evening() -> None:
    from narrow_cornice.desk.theme import DAY, EVENING

    def light(colour: str) -> float:
        parts = [int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5)]
        red, green, blue = (part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts)
        return 0.2126 * red + 0.7152 * green + 0.0722 * blue

    def contrast(one: str, other: str) -> float:
        low, high = sorted((light(one), light(other)))
        return (high + 0.05) / (low + 0.05)

    for roles in (DAY, EVENING):
        for text in ("ink", "soft", "verdigris", "rust", "ochre"):
            for paper in ("paper", "sheet", "board"):
                assert contrast(roles[text], roles[paper]) >= 4.5, (text, paper)
        for text in ("tally text", "tally soft", "tally warm"):
            assert contrast(roles[text], roles["tally"]) >= 4.5
        assert contrast(roles["on verdigris"], roles["verdigris"]) >= 4.5


def test_a_large_job_is_counted_aside_while_the_window_goes_on(session, window: MainWindow) -> None:  # type: ignore[no-untyped-def]
    from msgspec.structs import replace

    from narrow_cornice.job import edits
    from narrow_cornice.takeoff.tally import tally as counted

    demo = demo_job()
    rooms = tuple(replace(demo.rooms[index % 2], id=f"r{index + 1}", name=f"Room {index + 1}") for index in range(40))
    big = replace(demo, rooms=rooms)
    session._take_up(big, None, None)
    assert window.tally.shown("paint") == counted(demo).get("paint").shown("mm")  # type: ignore[union-attr]
    window.go("order")
    window.session.select(("tally", "cost"))
    session.do(edits.rename_room("r1", "Changed meanwhile"))  # the count under way is of the job before
    for _ in range(200):
        settle()
        session.runner.wait()
        if window.tally.shown("paint") == counted(session.job)["paint"].shown("mm"):
            break
    settle()
    assert window.tally.shown("paint") == counted(session.job)["paint"].shown("mm")
    assert len(window.page("order").slips) == 2  # type: ignore[attr-defined]
    session.do(edits.change_house_rule("coats", 3, "coats"))  # touches every room
    before = window.tally.shown("paint")
    for _ in range(200):
        settle()
        session.runner.wait()
        if window.tally.shown("paint") != before:
            break
    assert window.tally.shown("paint") == counted(session.job)["paint"].shown("mm")
    assert window.tally.change_shown("paint").startswith("+")
