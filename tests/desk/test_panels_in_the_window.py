"""Panels, frames, casings, dentils, orders and ranks through the window."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import canvas, choose as choose_in_menu, click, errands_over, field, press, settle, type_into
from PyQt6.QtWidgets import QFileDialog, QInputDialog

from narrow_cornice.desk.bench_rows import ChoiceRow, NoteRow, ToggleRow
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.exchange.orders_file import orders_toml, read_orders
from narrow_cornice.job.paths import PanelsPath, TrimPath, WallPath
from narrow_cornice.trim.orders import Order, orders
from rooms import trimmed_of


def choose(window: MainWindow, label: str, value: str) -> None:
    row = next(row for row in window.bench.view.rows() if isinstance(row, ChoiceRow) and row.label == label)
    assert value in [key for key, _ in row.options]
    row.chosen(value)
    settle()


def toggle(window: MainWindow, start: str, on: bool) -> None:
    row = next(row for row in window.bench.view.rows() if isinstance(row, ToggleRow) and row.label.startswith(start))
    row.toggled(on)
    settle()


def test_panels_are_put_on_the_walls_changed_and_taken_away(window: MainWindow) -> None:
    session = window.session
    session.look(
        place="trim", leaf="room", seen_as="wall", room_id="r1", wall_id="w8", selected=TrimPath("r1", "dado rail")
    )
    settle()
    before = session.job
    assert press(window, "A wainscot below the dado rail")
    settle()
    made = session.job.room("r1").trim.panels[0]
    assert (made.zone, made.manner) == ("below the dado rail", "wainscot")
    assert session.view.selected == PanelsPath("r1", made.id)
    assert canvas(window).place_of(PanelsPath("r1", made.id)) is not None
    type_into(field(window, "Margin all round"), "70")
    type_into(field(window, "Wished width"), "500")
    choose(window, "Divided", "each wall")
    choose(window, "Made as", "picture-frame")
    toggle(window, "A–B", False)
    now = session.job.room("r1").trim.panels[0]
    assert (now.margin.mm, now.wished.mm if now.wished else 0, now.alike) == (70, 500, "each wall")
    assert "w1" not in now.walls
    assert len(now.walls) == 7
    widths = {
        round(rect.u1 - rect.u0)
        for one in trimmed_of(session.job.room("r1"), session.job.house_rules).panels.values()
        for _, rect in one.panels
    }
    assert 300 < max(widths) < 800
    click(window, PanelsPath("r1", made.id))
    assert press(window, "Take these panels away")
    settle()
    assert session.job.room("r1").trim.panels == ()
    while session.history.undo_title:
        session.undo()
    assert session.job == before


def test_a_screen_is_framed_by_its_diagonal(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    session = window.session
    session.look(place="measure", leaf="things", room_id="r1", wall_id="w5", selected=WallPath("r1", "w5"))
    settle()
    monkeypatch.setattr(QInputDialog, "getItem", lambda *_: ("screen", True))
    monkeypatch.setattr(QInputDialog, "getText", lambda *_, **__: ("820; 1092", True))
    assert press(window, "Add a fixture, damage, a beam …")
    settle()
    (screen,) = session.job.room("r1").trim.frames
    assert (screen.kind, screen.wall) == ("screen", "w5")
    assert screen.width.mm == pytest.approx(1001.8, abs=0.1)
    type_into(field(window, "Diagonal"), '43"')
    assert session.job.room("r1").trim.frames[0].diagonal.mm == pytest.approx(43 * 25.4)  # type: ignore[union-attr]
    choose(window, "Framed with", "casing")
    assert session.job.room("r1").trim.frames[0].mould == "casing"
    type_into(field(window, "Diagonal"), "nonsense")
    assert "nonsense" in window.notice()


def test_casings_get_blocks_and_cornices_dentils_and_their_rank(window: MainWindow) -> None:
    session = window.session
    session.look(place="trim", leaf="room", seen_as="", room_id="r1", selected=TrimPath("r1", "cornice"))
    settle()
    choose(window, "Casings", "corner blocks")
    toggle(window, "Plinth blocks", True)
    assert (session.job.room("r1").trim.casing_heads, session.job.room("r1").trim.plinth_blocks) == (
        "corner blocks",
        True,
    )
    session.look(leaf="room", seen_as="wall", wall_id="w2")
    settle()
    assert press(window, "Dentils in the bed mould")
    settle()
    notes = [row.text for row in window.bench.view.rows() if isinstance(row, NoteRow)]
    assert any(note.startswith("A–B:") and "dentils of" in note for note in notes)
    assert any("half a gap goes into each inside corner" in note for note in notes)
    assert press(window, "Every cornice by its room's rank")
    settle()
    trim = trimmed_of(session.job.room("r3"), session.job.house_rules).trim
    assert trim is not None
    assert trim.of("picture rail").fitted


def test_an_order_of_ones_own_is_brought_in_and_chosen(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session = window.session
    own = Order("quay", "Quay", 8.5, 2.0, 2.0, 3.0, 4.0, (("cymatium", 1.0), ("corona", 1.0)), ())
    path = tmp_path / "orders.toml"
    path.write_bytes(orders_toml((*orders().values(), own)))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    choose_in_menu(window, "Orders of trim (TOML) …")
    assert session.job.orders == (own,)  # those that ship are not taken again
    session.look(place="trim", leaf="section", room_id="r1", selected=TrimPath("r1", "cornice"))
    settle()
    choose(window, "Order", "quay")
    assert session.job.room("r1").trim.own_order == own
    session.look(leaf="order")
    settle()
    assert "Quay" in canvas(window).accessibleDescription()
    choose_in_menu(window, "Orders of trim (TOML) …")
    assert "all here already" in window.notice()
    path.write_text("[quay]\nname = 3")
    choose_in_menu(window, "Orders of trim (TOML) …")
    assert "orders.toml" in window.notice()
    out = tmp_path / "out.toml"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(out), ""))
    choose_in_menu(window, "Orders of trim as TOML …")
    errands_over(session)
    assert read_orders(out.read_bytes()) == (*orders().values(), own)
