"""The window, driven by keys and clicks as a decorator would."""

from __future__ import annotations

import pytest
from driving import canvas, change_of, click, field, page, press, row_widget, settle, total_of, type_into
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QComboBox,
    QInputDialog,
    QLineEdit,
)

from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.desk.bench_rows import ChoiceRow, FigureRow, FindingRow, SizeRow, ToggleRow
from narrow_cornice.desk.view import TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.lettering import PARTED
from narrow_cornice.job import edits
from narrow_cornice.job.paths import AskedDiagonalPath, HeightPath, OpeningPath, SurfacePath, TrimPath, WallPath
from narrow_cornice.review.bundles import to_decide
from narrow_cornice.review.second_look import to_settle
from narrow_cornice.units.show import METRIC

pytestmark = pytest.mark.desk


def test_the_window_opens_on_the_demo_with_its_totals(window: MainWindow) -> None:
    assert window.spine.name.text() == "Pilot House"
    figures = tally(window.session.job)
    assert total_of(window, "paint") == figures["paint"].shown(METRIC)
    assert total_of(window, "cost") == f"{figures['cost'].shown('mm')} crowns"
    assert total_of(window, "to settle") == str(len(to_decide(window.session.job)))
    assert not window.notice()


def test_places_by_letter_and_only_those_that_exist(window: MainWindow) -> None:
    canvas(window).setFocus()
    for letter, place in (("m", "measure"), ("f", "finishes"), ("t", "trim"), ("y", "bought")):
        target = canvas(window)
        QTest.keyClicks(target, letter)
        settle()
        assert window.session.view.place == place
        if place == "bought":
            break
    assert set(window.spine.buttons) == {
        *("brief", "measure", "zones", "colouring", "trim", "built", "walling", "finishes", "bought"),
        *("programme", "present", "logbook", "shelf"),
    }


def test_clicking_the_cornice_shows_its_working_down_to_the_readings(window: MainWindow) -> None:
    click(window, TrimPath("r1", "cornice"))
    rows = window.bench.view.rows()
    worked = {row.name: row.value for row in rows if isinstance(row, FigureRow)}
    assert worked["cornice"] == "222.5 mm"
    assert worked["entablature"] == "595 mm"
    assert worked["ceiling height"] == "2 974 mm"
    height = next(row for row in rows if isinstance(row, FigureRow) and row.name == "ceiling height")
    height.pressed()  # the mean of six readings: one step nearer to where they were read
    settle()
    assert window.session.view.selected == HeightPath("r1") or any(
        isinstance(row, FigureRow) and row.name == "reading 1" for row in window.bench.view.rows()
    )


def test_showing_a_size_and_entering_it_again_changes_nothing(window: MainWindow) -> None:
    before = window.session.job
    window.session.look(place="measure")
    window.session.select(HeightPath("r2"))
    settle()
    reading = field(window, "Reading 1")
    assert reading.text() == "2 711 mm"  # typed as 8' 10 3/4", exactly 2 711.45
    type_into(reading, "2 711 mm")
    assert window.session.job is before


def test_what_cannot_be_read_is_marked_and_loses_nothing(window: MainWindow) -> None:
    before = window.session.job
    click(window, TrimPath("r1", "cornice"))
    height = field(window, "Height")
    type_into(height, "22o")
    assert window.session.job is before
    assert height.text() == "22o"
    assert height.property("wrong")
    assert "at character 3" in window.notice()
    assert "Write for example" in window.notice()
    QTest.keyClick(height, Qt.Key.Key_Escape)
    assert height.text() == "222.5 mm"
    type_into(height, "-5")
    assert "more than nought" in window.notice()


def test_order_school_and_members_change_the_room(window: MainWindow) -> None:
    click(window, TrimPath("r1", "cornice"))
    box = row_widget(window, "Order")
    assert isinstance(box, QComboBox)
    box.setCurrentIndex(box.findData("tuscan"))
    settle()
    assert window.session.job.rooms[0].trim.order == "tuscan"
    toggle = next(
        row for row in window.bench.view.rows() if isinstance(row, ToggleRow) and row.label.startswith("corona")
    )
    toggle.toggled(False)
    settle()
    assert window.session.job.rooms[0].trim.choices["cornice: corona"].fitted is False
    assert change_of(window, "cost")
    toggle = next(
        row for row in window.bench.view.rows() if isinstance(row, ToggleRow) and row.label.startswith("corona")
    )
    assert not toggle.on
    toggle.toggled(True)
    assert "cornice: corona" not in window.session.job.rooms[0].trim.choices


def test_a_typed_size_is_shown_against_the_orders_wish_and_given_back(window: MainWindow) -> None:
    window.session.look(place="trim")
    window.session.select(TrimPath("r1", "casing"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, SizeRow) and row.label == "Width")
    assert row.shown == "57 mm"
    assert row.wish == "The order wants 149 mm: use it"
    assert press(window, row.wish)
    settle()
    assert "casing" not in window.session.job.rooms[0].trim.choices


def test_a_fix_of_the_second_look_is_one_undoable_change(window: MainWindow) -> None:
    before = window.session.job
    QTest.mouseClick(window.tally.buttons["to settle"], Qt.MouseButton.LeftButton)
    settle()
    assert press(window, "Use 149")
    settle()
    assert window.session.job.rooms[0].trim.choices["casing"].height.mm == 149  # type: ignore[union-attr]
    fewer = len(to_decide(before)) - len(to_decide(window.session.job))
    assert change_of(window, "to settle") == f"−{fewer}"
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    settle()
    assert window.session.job == before
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    settle()
    assert window.session.job.rooms[0].trim.choices["casing"].height.mm == 149  # type: ignore[union-attr]


def test_a_finding_is_kept_with_a_reason(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("the client likes it", True))
    window.session.select(TallyPath("to settle"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, FindingRow))
    row.keep()
    settle()
    kept = next(one for one in window.bench.view.rows() if isinstance(one, FindingRow) and one.kept)
    assert kept.kept == "the client likes it"
    assert kept.key == row.key
    row.go()
    settle()
    assert window.session.view.selected is not None
    assert window.session.view.selected.room in ("r1", "r2")


def test_many_surfaces_get_one_colour_at_once(window: MainWindow) -> None:
    window.session.look(place="finishes", room_id="r2")
    settle()
    schedule = page(window).sheet_of("schedule")  # type: ignore[attr-defined]
    schedule.selectRow(0)
    schedule.setFocus()
    QTest.keyClick(schedule, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(schedule, Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    settle()
    page(window).give("colour", colour="shutter")  # type: ignore[attr-defined]
    settle()
    room = window.session.job.rooms[1]
    assert {key for key, finish in room.finishes.surfaces.items() if finish.colour == "shutter"} == {
        "ceiling@room",  # the schedule stands in the order of painting
        "upper wall@w1",
        "upper wall@w2",
        "casework face",
    }
    assert window.session.history.undo_title == "colour of 3 surfaces"


def test_a_colour_for_the_group_and_for_one_alone(window: MainWindow) -> None:
    window.session.look(place="finishes", room_id="r1")
    window.session.select(SurfacePath("r1", "upper wall", "w3"))
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == "Colour")
    row.chosen("clay")
    settle()
    assert window.session.job.rooms[0].finishes.surfaces["upper wall"].colour == "clay"
    assert press(window, "Give this one its own finish")
    settle()
    row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == "Colour")
    row.chosen("madder")
    settle()
    finishes = window.session.job.rooms[0].finishes.surfaces
    assert (finishes["upper wall"].colour, finishes["upper wall@w3"].colour) == ("clay", "madder")
    assert press(window, "Finish like every upper wall")
    settle()
    assert "upper wall@w3" not in window.session.job.rooms[0].finishes.surfaces
    assert press(window, "Like this in every room")
    settle()
    assert window.session.job.rooms[1].finishes.surfaces["upper wall"].colour == "clay"


def test_coats_are_refused_or_taken(window: MainWindow) -> None:
    window.session.look(place="finishes")
    window.session.select(SurfacePath("r1", "ceiling", "room"))
    settle()
    type_into(field(window, "Coats"), "many")
    assert "not a number of coats" in window.notice()
    QTest.keyClick(field(window, "Coats"), Qt.Key.Key_Escape)
    type_into(field(window, "Coats"), "3")
    assert window.session.job.rooms[0].finishes.surfaces["ceiling"].coats == 3


def test_the_order_is_ticked_with_the_space_bar_and_knows_when_it_changed(window: MainWindow) -> None:
    window.go("bought")
    settle()
    slips = window.page("bought").slips  # type: ignore[attr-defined]
    assert [slip.name.text() for slip in slips] == [
        *("Paint shop", "Builders' yard", "Timber yard", "Cloth shop", "Lamp shop", "Furniture shop")
    ]
    line = slips[0].rows[1]
    line.setFocus()
    QTest.keyClick(line, Qt.Key.Key_Space)
    settle()
    assert window.session.job.ticks == {"paint:wall-matt:sedge": "2 × 5 L"}
    window.session.look(leaf="room")
    settle()
    assert [slip.name.text() for slip in slips] == [
        "Chart Room",
        "Tea Parlour",
        "Stair Hall",
        "Attic Berth",
        "Wash Room",
        "Lee Fence",
    ]
    QTest.keyClick(slips[0].rows[1], Qt.Key.Key_Space)
    settle()
    assert window.session.job.ticks == {}


def test_turning_stepping_and_the_sheets(window: MainWindow) -> None:
    canvas(window).setFocus()
    QTest.keyClicks(canvas(window), "]")
    assert window.session.view.turn == 90
    QTest.keyClicks(canvas(window), "[[")
    assert window.session.view.turn == 270
    QTest.keyClicks(canvas(window), ".")
    assert window.session.view.wall_id == "w2"
    titles = set()
    for place in ("measure", "trim"):
        canvas(window).setFocus()
        window.go(place)
        for leaf in window.places[place].leaves:
            number = Qt.Key(Qt.Key.Key_1 + window.places[place].leaves.index(leaf))
            QTest.keyClick(window, number, Qt.KeyboardModifier.AltModifier)
            for _ in leaf.drawings:
                QTest.keyClicks(canvas(window), "v")
                settle()
                titles.add(canvas(window)._drawing.title)  # type: ignore[union-attr]
    assert titles == {
        "Chart Room, unfolded",
        "Chart Room, plan",
        "Chart Room, wall B–C",
        "Section, cornice",
        "Chart Room, strip of all walls",
        "The house",
        "Right alcove, the space there is",
        "Stock for the cornice",
        "Chart Room, wall B–C as an order",
    }
    QTest.keyClicks(canvas(window), "+0-")
    canvas(window).zoom_by(3.0)
    assert canvas(window).about_at(canvas(window).to_screen((110.0, -110.0))) != ()


def test_space_shows_before_and_after(window: MainWindow) -> None:
    window.session.look(place="trim", leaf="room", seen_as="")
    window.session.select(TrimPath("r1", "casing"))
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
    type_into(window.bench.field, "hall door")
    assert window.session.view.selected == OpeningPath("r1", "o4")
    assert window.session.view.place == "measure"
    type_into(window.bench.field, "850")
    assert window.session.job.rooms[0].measured.openings[3].width.mm == 850
    type_into(window.bench.field, "cornice tea")
    assert window.session.view.selected == TrimPath("r2", "cornice")
    type_into(window.bench.field, "nothing of that name")
    assert "Nothing here is called that" in window.notice()


def test_units_switch_everywhere_at_once(window: MainWindow) -> None:
    from narrow_cornice.job import edits

    window.session.do(edits.change_settings(unit="in", denominator=8))
    settle()
    click(window, TrimPath("r1", "cornice"))
    assert field(window, "Height").text() == '8 7/8"'  # its members are made to eighths
    assert total_of(window, "surfaces").endswith("sq ft")
    type_into(field(window, "Height"), "9")
    assert window.session.job.rooms[0].trim.choices["cornice"].height.mm == pytest.approx(228.6)  # type: ignore[union-attr]


def test_rows_of_the_sheets_are_typed_into(window: MainWindow) -> None:
    window.session.look(place="measure")
    settle()
    walls = page(window).sheet_of("walls")  # type: ignore[attr-defined]
    model = walls.sheet
    assert model.setData(model.index(0, 2), "4306; 4311")
    assert [one.mm for one in window.session.job.rooms[0].measured.walls[0].readings] == [4310, 4306, 4311]
    assert not model.setData(model.index(0, 2), "4306; x")
    assert "“x”" in window.notice()
    QTest.keyClick(window, Qt.Key.Key_4, Qt.KeyboardModifier.AltModifier)
    openings = page(window).sheet_of("openings").sheet  # type: ignore[attr-defined]
    assert openings.setData(openings.index(0, 4), "1250")
    assert openings.setData(openings.index(0, 0), "front door")
    assert window.session.job.rooms[0].measured.openings[0].name == "front door"
    QTest.keyClick(window, Qt.Key.Key_3, Qt.KeyboardModifier.AltModifier)
    heights = page(window).sheet_of("heights").sheet  # type: ignore[attr-defined]
    assert heights.setData(heights.index(0, 1), "2975")
    assert window.session.job.rooms[0].measured.heights[0].mm == 2975


def test_corners_and_diagonals_are_typed_into_their_sheets(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="walls")
    settle()
    walls, ways = page(window).sheet_of("walls").sheet, page(window).sheet_of("across").sheet  # type: ignore[attr-defined]
    assert walls.setData(walls.index(3, 4), "271.5; 271° 12'")
    assert [one.degrees for one in session.job.rooms[0].measured.walls[3].angles] == [271.5, 271.2]
    assert session.job.rooms[0].measured.walls[3].turn == "right"
    assert not walls.setData(walls.index(3, 4), "bent")
    assert "“bent”, at character 1" in window.notice()
    assert walls.setData(walls.index(4, 3), "F: outside, nothing")
    assert session.job.rooms[0].measured.walls[4].assumed is None
    assert walls.setData(walls.index(4, 3), "square")
    assert session.job.rooms[0].measured.walls[4].assumed == 90
    session.look(leaf="across")
    settle()
    wrong = next(row for row in range(len(ways.rows)) if ways.rows[row].cells[0].text == "B to D")
    assert "read it again" in ways.rows[wrong].cells[5].text
    true = session.job.rooms[0].measured.diagonals[2].readings[0].mm - 31
    assert ways.setData(ways.index(wrong, 1), f"{true:g}")
    assert "read it again" not in "".join(row.cells[5].text for row in ways.rows)
    assert not any(one.key.startswith("reading doubtful") for one in to_settle(session.job))
    session.undo()
    assert any(one.key.startswith("reading doubtful") for one in to_settle(session.job))


def test_the_reading_wanted_next_is_typed_on_the_drawing(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="walls", room_id="r2", instrument="laser")
    settle()
    click(window, WallPath("r2", "w8"), double=True)
    editor = canvas(window).findChild(QLineEdit)
    assert isinstance(editor, QLineEdit)
    type_into(editor, "4019")
    (reading,) = session.job.rooms[1].measured.walls[7].readings
    assert (reading.mm, reading.instrument) == (4019, "laser")
    wanted = session.view.selected
    assert isinstance(wanted, AskedDiagonalPath)  # nobody has read it: it goes by its corners until then
    type_into(editor, "6480")
    assert len(session.job.rooms[1].measured.diagonals) == 1
    session.undo()
    session.undo()
    assert session.job.rooms[1].measured.walls[7].readings == ()


def test_a_new_job_from_nothing_to_a_list(empty: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    """The whole slice by hand: a room, its trim, its colours, an order."""
    window, session = empty, empty.session
    assert canvas(window)._drawing.title == "No room yet"  # type: ignore[union-attr]
    assert total_of(window, "cost") == "0"
    QTest.keyClick(window, Qt.Key.Key_R, Qt.KeyboardModifier.ControlModifier)
    assert session.view.place == "measure"
    editor = canvas(window).editor
    for text, key in (("14' 2\"", Qt.Key.Key_Tab), ("nonsense", Qt.Key.Key_Return), ("3 620", Qt.Key.Key_Return)):
        editor.selectAll()
        QTest.keyClicks(editor, text)
        QTest.keyClick(editor, key)
        settle()
        assert bool(window.notice()) == (text == "nonsense")
    assert canvas(window).asked() == HeightPath("r1", reading=0)
    QTest.keyClicks(editor, "9'")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    canvas(window).end_size()
    session.do(edits.rename_room("r1", "Reading Room"))
    settle()
    session.select(WallPath("r1", "w1"))
    settle()
    assert press(window, "Add a door")
    settle()
    assert session.view.selected == OpeningPath("r1", "o1")
    assert session.job.rooms[0].measured.openings[0].width.text == "838"
    type_into(field(window, "From the left"), "4' 6\"")
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("1000; 1500; 380", True))
    session.select(WallPath("r1", "w2"))
    settle()
    assert press(window, "Add a projection (chimney breast)")
    settle()
    assert len(session.job.rooms[0].measured.walls) == 8
    monkeypatch.setattr(QInputDialog, "getText", lambda *_a, **_k: ("600; 500", True))
    session.select(WallPath("r1", "w1"))
    settle()
    assert press(window, "Notch the corner at its end (L-shape)")
    settle()
    assert len(session.job.rooms[0].measured.walls) == 10
    for group, colour, paint in (
        ("upper wall", "c3", "wall-matt"),
        ("ceiling", "c1", "ceiling-flat"),
        ("skirting", "c1", "trim-satin"),
    ):
        session.look(place="finishes")
        session.select(SurfacePath.by_key("r1", group))
        settle()
        for label, value in (("Colour", colour), ("Paint", paint)):
            row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == label)
            row.chosen(value)
            settle()
    window.go("bought")
    settle()
    assert [slip.name.text() for slip in window.page("bought").slips] == ["Paint shop", "Timber yard", "Builders' yard"]  # type: ignore[attr-defined]
    assert float(total_of(window, "cost").replace(" ", "")) > 500
    while session.history.undo_title:
        session.undo()
    settle()
    assert session.job.rooms == ()


def test_a_room_of_any_shape_from_a_written_walk(empty: MainWindow) -> None:
    empty.add_room()
    editor = canvas(empty).editor
    editor.setText("4310; 3620; 1178; 39o0")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    assert "wall 4" in empty.notice()
    assert editor.isVisible()
    editor.setText("4310; 3620; 1178; 390 o; 1641 o; 390; 1491; ?")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    settle()
    assert len(empty.session.job.rooms[0].measured.walls) == 8
    assert canvas(empty).asked() == HeightPath("r1", reading=0)
    QTest.keyClicks(editor, "2974")
    QTest.keyClick(editor, Qt.Key.Key_Return)
    canvas(empty).end_size()
    settle()
    walls = page(empty).sheet_of("walls").sheet  # type: ignore[attr-defined]
    assert walls.setData(walls.index(3, 3), "in")
    assert "bring the walk back" in canvas(empty)._drawing.subtitle  # type: ignore[union-attr]
    assert walls.setData(walls.index(3, 3), "E: outside")
    assert not walls.setData(walls.index(3, 3), "sideways")
    assert "no corner" in empty.notice()


def test_what_stands_under_the_title_of_a_plan_is_read_to_its_end(window: MainWindow) -> None:
    """The first room has the longest of them: two lines, and the drawing begins below them."""
    window.resize(1024, 720)
    window.go("measure")
    heads = {}
    for room in window.session.job.rooms:
        window.session.look(place="measure", leaf="walls", room_id=room.id)
        settle()
        shown = canvas(window)
        whole = shown._drawing.subtitle  # type: ignore[union-attr]
        assert PARTED.join(shown._subtitle()) == whole
        heads[len(shown._subtitle())] = shown.head()
        top = min(shown.to_screen(point).y() for mark in shown._marks() for point in getattr(mark, "points", ()))
        assert top > shown.head() - 1
    assert heads.keys() == {1, 2}
    assert heads[1] + 10 < heads[2]
