"""Trays, windows in slopes, damage on ceilings and measured springs, typed on the bench."""

from __future__ import annotations

from driving import settle

from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.desk.bench_rows import ChoiceRow, NoteRow, Row, SizeRow, TextRow
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Area
from narrow_cornice.job.paths import HeightPath, MarkPath, RoofWindowPath, TrayPath, TrimPath, WallPath


def rows(window: MainWindow) -> list[Row]:
    settle()
    return list(window.bench.view.rows())


def typed(window: MainWindow, label: str, text: str) -> bool:
    row = next(one for one in rows(window) if isinstance(one, SizeRow | TextRow) and one.label == label)
    done = row.typed(text)
    settle()
    return done


def drawn(window: MainWindow) -> set[object]:
    drawing = window.drawn()
    assert drawing is not None
    return {mark.about for mark in drawing.marks if isinstance(mark, Area)}


def test_a_tray_is_typed_beside_the_height_and_drawn_on_the_plan(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="heights", room_id="r5", seen_as="plan")
    session.select(HeightPath("r5"))
    assert typed(window, "Border", "300")
    room = session.job.room("r5")
    assert room.measured.tray is not None
    assert (room.measured.tray.border.mm, room.measured.tray.rise.mm) == (300.0, 150.0)  # usual until it is typed
    assert typed(window, "Rise", "120")
    assert session.job.room("r5").measured.tray.rise.mm == 120.0  # type: ignore[union-attr]
    assert TrayPath("r5") in drawn(window)
    assert any(one.key == "ceiling@tray" for one in room_surfaces(session.job.room("r5"), session.job.house_rules))
    assert typed(window, "Border", "")
    assert session.job.room("r5").measured.tray is None
    for _ in range(3):
        session.undo()
    assert session.job.room("r5").measured.tray is None


def test_a_window_in_a_slope_is_put_in_by_its_wall(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="things", room_id="r4", wall_id="w1", seen_as="plan")
    session.select(WallPath("r4", "w1"))
    settle()
    from narrow_cornice.desk.offers import invitations

    offered = dict(invitations(window.bench, session.job.room("r4"), "w1", lambda field: field == "roof_windows"))
    offered["a window in the slope"]()
    settle()
    *there, made = session.job.room("r4").measured.roof_windows
    assert [one.name for one in there] == ["north light"]
    assert session.view.selected == RoofWindowPath("r4", made.id)
    assert {one.label for one in rows(window) if isinstance(one, SizeRow)} >= {"From the left", "Up the slope", "Width"}
    session.look(seen_as="plan")
    settle()
    assert RoofWindowPath("r4", made.id) in drawn(window)


def test_damage_can_be_on_the_ceiling(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="things", room_id="r1", seen_as="plan")
    session.select(MarkPath("r1", "k1"))
    on = next(one for one in rows(window) if isinstance(one, ChoiceRow) and one.label == "It is on")
    on.chosen("ceiling")
    assert any(isinstance(one, NoteRow) and "off the wall" in one.text for one in rows(window))
    session.look(seen_as="plan")
    settle()
    assert MarkPath("r1", "k1") in drawn(window)


def test_the_spring_that_was_measured_is_typed(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", room_id="r1", leaf="room")
    session.select(TrimPath("r1", "cornice", "cymatium"))
    spring = next(one for one in rows(window) if isinstance(one, TextRow) and one.label == "Spring")
    assert spring.shown == "45.0° by its sizes"
    assert typed(window, "Spring", "38°")
    assert session.job.room("r1").trim.choices["cornice: cymatium"].spring == 38.0
    assert not typed(window, "Spring", "steep")  # said, and nothing lost
    assert not typed(window, "Spring", "89")
    assert session.job.room("r1").trim.choices["cornice: cymatium"].spring == 38.0
    assert typed(window, "Spring", "")
    assert "cornice: cymatium" not in session.job.room("r1").trim.choices
