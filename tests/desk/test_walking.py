"""A room is entered where it is seen: wall by wall on the drawing, by the keys that stand below the field."""

from __future__ import annotations

import pytest
from driving import canvas, press, save, settle
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench_rows import NoteRow
from narrow_cornice.desk.places.measure.page import MeasurePage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Stroke
from narrow_cornice.instruments.meter_lines import MeterReading
from narrow_cornice.job.file import read_job
from narrow_cornice.job.paths import AskedDiagonalPath, HeightPath, NextWallPath, WallPath

pytestmark = pytest.mark.desk

TAB, ENTER = Qt.Key.Key_Tab, Qt.Key.Key_Return


def typed(window: MainWindow, text: str, key: Qt.Key) -> None:
    QTest.keyClicks(canvas(window).editor, text)
    QTest.keyClick(canvas(window).editor, key)
    settle()


def ends(window: MainWindow) -> tuple[float, float]:
    """Return where the wall that is being typed ends on the drawing, in mm."""
    drawing = canvas(window)._drawing
    assert drawing is not None
    lines = [one for one in drawing.marks if isinstance(one, Stroke) and isinstance(one.about, NextWallPath)]
    return lines[-1].points[-1]


def notes(window: MainWindow) -> str:
    return " ".join(row.text for row in window.bench.view.rows() if isinstance(row, NoteRow))


def test_the_plan_grows_as_sides_are_typed_and_closes_on_enter(empty: MainWindow) -> None:
    session = empty.session
    press(empty, "Add a room …")
    settle()
    assert (session.view.place, session.view.leaf) == ("measure", "walls")
    assert canvas(empty).asked() == NextWallPath("r1")
    QTest.keyClicks(canvas(empty).editor, "4310")
    assert ends(empty) == (4310.0, 0.0)  # while it is typed, before it is taken
    assert session.job.rooms[0].measured.walls == ()
    QTest.keyClick(canvas(empty).editor, TAB)
    typed(empty, "3620", TAB)
    typed(empty, "1178", TAB)
    typed(empty, "390o", TAB)
    assert [wall.turn for wall in session.job.rooms[0].measured.walls] == ["left", "left", "left", "right"]
    assert session.history.undo_title == "wall D–E"
    QTest.keyClicks(canvas(empty).editor, "1641 o")
    assert ends(empty) == pytest.approx((1491.0, -3230.0))
    settle()
    assert "Walked 9 498 mm" in notes(empty)
    QTest.keyClick(canvas(empty).editor, ENTER)
    settle()
    room = session.job.rooms[0]
    assert not room.measured.walking
    assert [bool(wall.readings) for wall in room.measured.walls] == [True] * 5 + [False] * 3
    assert measured_room(room, {}).fault.startswith("Not determined yet")  # how deep the other alcove is nobody read
    assert isinstance(canvas(empty).asked(), WallPath | AskedDiagonalPath)  # what would tell most is asked for next


def test_both_diagonals_are_asked_for_and_then_nothing_that_was_read_already(empty: MainWindow) -> None:
    """Four sides and one diagonal are what the shape needs: with the other a slip shows, and no more is wanted."""
    session = empty.session
    empty.add_room()
    for size in ("4215", "3180", "4230", "3175"):
        typed(empty, size, TAB)
    typed(empty, "", ENTER)
    assert canvas(empty).asked() == HeightPath("r1", reading=0)
    typed(empty, "2480", TAB)
    assert canvas(empty).asked() == AskedDiagonalPath("r1", "w1", "w3", reading=0)
    typed(empty, "5290", TAB)
    assert canvas(empty).asked() == AskedDiagonalPath("r1", "w4", "w2", reading=0)
    typed(empty, "5291", TAB)
    assert canvas(empty).asked() is None
    assert empty.tally.said() == "All sizes that are asked for are read."
    assert [wall.readings[0].mm for wall in session.job.rooms[0].measured.walls] == [4215, 3180, 4230, 3175]


def test_two_walls_are_enough_and_the_height_is_asked_next(empty: MainWindow) -> None:
    empty.add_room()
    typed(empty, "4310", TAB)
    typed(empty, "3620", ENTER)
    assert canvas(empty).asked() == HeightPath("r1", reading=0)
    typed(empty, "2700", ENTER)
    measured = measured_room(empty.session.job.rooms[0], {})
    assert not measured.fault
    assert [round(side.length.value) for side in measured.plan.sides] == [4310, 3620, 4310, 3620]


def test_one_key_for_nobody_read_it_and_one_to_go_back(empty: MainWindow) -> None:
    session = empty.session
    empty.add_room()
    typed(empty, "4310", TAB)
    typed(empty, "?", TAB)
    typed(empty, "9999", TAB)
    assert len(session.job.rooms[0].measured.walls) == 3
    QTest.keyClick(canvas(empty).editor, Qt.Key.Key_Backspace)  # the last was wrong
    settle()
    assert [len(wall.readings) for wall in session.job.rooms[0].measured.walls] == [1, 0]
    typed(empty, "4310", TAB)
    typed(empty, "3620", TAB)
    typed(empty, "", ENTER)
    assert len(session.job.rooms[0].measured.walls) == 4
    assert not session.job.rooms[0].measured.walking


def test_a_walk_is_left_saved_opened_and_gone_on_with(
    empty: MainWindow, tmp_path_factory: pytest.TempPathFactory
) -> None:
    session = empty.session
    empty.add_room()
    typed(empty, "4310", TAB)
    typed(empty, "3620", TAB)
    QTest.keyClick(canvas(empty).editor, Qt.Key.Key_Escape)
    assert not canvas(empty).editor.isVisible()
    path = tmp_path_factory.mktemp("walk") / "walk.cornice"
    save(session, path)
    assert read_job(path).rooms[0].measured.walking
    session.open(path)
    empty.go("measure")
    settle()
    session.select(NextWallPath("r1"))
    QTest.keyClick(canvas(empty), ENTER)
    assert canvas(empty).asked() == NextWallPath("r1")
    QTest.keyClick(canvas(empty).editor, Qt.Key.Key_Escape)
    settle()
    assert press(empty, "Close the room on A")
    settle()
    assert len(session.job.rooms[0].measured.walls) == 4
    session.undo()
    assert session.job.rooms[0].measured.walking


def test_one_wall_closes_nothing_and_says_so(empty: MainWindow) -> None:
    empty.add_room()
    typed(empty, "4310", ENTER)
    assert "Walk two walls at least" in empty.notice()
    assert canvas(empty).asked() == NextWallPath("r1")
    assert empty.session.job.rooms[0].measured.walking


def test_the_meter_walks_on_too(empty: MainWindow) -> None:
    empty.add_room()
    page = empty.page("measure")
    assert isinstance(page, MeasurePage)
    for mm in (4310.2, 3620.4):
        page.meter.take_one(MeterReading(mm, 1.0, f"{mm} mm"))
        settle()
    walls = empty.session.job.rooms[0].measured.walls
    assert [(one.readings[0].mm, one.readings[0].instrument) for one in walls] == [(4310.2, "laser"), (3620.4, "laser")]
    assert canvas(empty).asked() == NextWallPath("r1")


def test_the_next_wall_waits_for_the_meter_without_its_field_too(empty: MainWindow) -> None:
    empty.add_room()
    page = empty.page("measure")
    assert isinstance(page, MeasurePage)
    QTest.keyClick(canvas(empty).editor, Qt.Key.Key_Escape)
    empty.session.select(None)
    settle()
    for mm in (4310.2, 3620.4):
        page.meter.take_one(MeterReading(mm, 1.0, f"{mm} mm"))
        settle()
        canvas(empty).end_size()
    walls = empty.session.job.rooms[0].measured.walls
    assert [one.readings[0].mm for one in walls] == [4310.2, 3620.4]
    empty.session.select(WallPath("r1", walls[0].id))  # one that is chosen is read once more
    settle()
    page.meter.take_one(MeterReading(4311.0, 1.0, "4311.0 mm"))
    walls = empty.session.job.rooms[0].measured.walls
    assert [[one.mm for one in wall.readings] for wall in walls] == [[4310.2, 4311.0], [3620.4]]


def test_every_place_bears_a_room_that_is_still_walked(empty: MainWindow) -> None:
    empty.add_room()
    typed(empty, "4310", TAB)
    QTest.keyClick(canvas(empty).editor, Qt.Key.Key_Escape)
    for place in empty.places.each:
        empty.go(place.key)
        for leaf in place.leaves:
            for drawing in leaf.drawings or (None,):
                empty.session.look(leaf=leaf.key, seen_as=drawing.key if drawing is not None else "")
                settle()
    assert not empty.notice()


def test_undo_takes_the_last_wall_back_while_the_next_is_asked_for(empty: MainWindow) -> None:
    press(empty, "Add a room …")
    settle()
    typed(empty, "4310", TAB)
    typed(empty, "3620", TAB)
    undo = (Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    empty.activateWindow()
    QTest.keyClick(canvas(empty).editor, *undo)
    settle()
    walls = empty.session.job.rooms[0].measured.walls
    assert [wall.readings[0].mm for wall in walls] == [4310.0]
    assert canvas(empty).asked() == NextWallPath("r1")  # and it is asked for again
    QTest.keyClicks(canvas(empty).editor, "36")
    QTest.keyClick(canvas(empty).editor, *undo)  # what is being typed is taken back before
    assert canvas(empty).editor.text() == ""
    assert len(empty.session.job.rooms[0].measured.walls) == 1


def test_a_wall_that_is_too_short_to_be_one_is_asked_about(empty: MainWindow) -> None:
    press(empty, "Add a room …")
    settle()
    typed(empty, "4.2", TAB)
    assert "Wall A–B is 4.2 mm. For metres, “4.2 m” is typed." in notes(empty)
    typed(empty, "3.1 m", TAB)
    typed(empty, "28 mm", TAB)  # whoever says millimetres means them
    assert "B–C" not in notes(empty)
    assert "Wall C–D" not in notes(empty)


def test_after_the_height_the_keyboard_goes_to_what_would_tell_most_and_its_field_stands_there(
    empty: MainWindow,
) -> None:
    press(empty, "Add a room …")
    settle()
    for side in ("4310", "3620", "4308", "3618"):
        typed(empty, side, TAB)
    typed(empty, "", ENTER)
    assert isinstance(canvas(empty).asked(), HeightPath)
    typed(empty, "2600", TAB)
    wanted = canvas(empty).asked()
    assert isinstance(wanted, AskedDiagonalPath)  # not a wall that was read
    place, field = canvas(empty).place_of(wanted), canvas(empty).editor.geometry().center()
    assert place is not None
    assert abs(place.x() - field.x()) + abs(place.y() - field.y()) < 12


def test_a_wall_that_is_chosen_among_the_openings_is_not_led_away_from_them(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="openings", seen_as="plan")
    session.select(WallPath("r1", "w2"))
    settle()
    assert session.view.leaf == "openings"
    assert press(window, "Add a window")
    settle()
    assert session.job.rooms[0].measured.openings[-1].wall == "w2"
    session.select(WallPath("r1", "w2", reading=0))
    assert session.view.leaf == "walls"  # a reading of it is no place for an opening


def test_places_of_the_whole_job_let_go_of_what_was_selected_in_a_room(window: MainWindow) -> None:
    session = window.session
    session.select(WallPath("r1", "w2"))
    window.go("trim")
    assert session.view.selected == WallPath("r1", "w2")
    window.go("programme")
    assert session.view.selected is None


def test_the_room_itself_is_gone_back_to_from_its_card_by_mouse_and_by_key(window: MainWindow) -> None:
    session, cards = window.session, window.rooms.list
    box = cards.visualItemRect(cards.item(0)).center()
    for going in (
        lambda: QTest.mouseClick(cards.viewport(), Qt.MouseButton.LeftButton, pos=box),
        lambda: QTest.keyClick(cards, ENTER),
    ):
        session.select(WallPath("r1", "w2"))
        settle()
        going()
        settle()
        assert (session.view.room_id, session.view.selected) == ("r1", None)
