"""The job's menu, and the keys that belong to the whole window."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMenu

from narrow_cornice.desk.drawing_page import SHEETS
from narrow_cornice.desk.focus_parts import next_part
from narrow_cornice.job import edits

if TYPE_CHECKING:
    from narrow_cornice.desk.window import MainWindow


def add_action(
    window: MainWindow, menu: QMenu, words: str, done: Callable[[], object], key: str | None = None
) -> QAction:
    """Add something to do to a menu, with a key that works everywhere in the window."""
    action = QAction(words, window)
    action.triggered.connect(lambda _=False: done())
    if key is not None:
        action.setShortcut(QKeySequence(key))
        action.setShortcutContext(Qt.ShortcutContext.WindowShortcut)
        window.addAction(action)
    menu.addAction(action)
    return action


def _submenu(menu: QMenu, words: str) -> QMenu:
    made = menu.addMenu(words)
    assert made is not None
    return made


def fill_job_menu(window: MainWindow, menu: QMenu) -> tuple[QAction, QAction]:
    """Fill the job's menu and return undo and redo, whose words follow the job."""
    add_action(window, menu, "New job", window.filing.new, "Ctrl+N")
    add_action(window, menu, "Open …", window.filing.open, "Ctrl+O")
    recent = _submenu(menu, "Worked on lately")
    recent.aboutToShow.connect(lambda: window.filing.fill_recent(recent))
    add_action(window, menu, "Save", window.filing.save, "Ctrl+S")
    add_action(window, menu, "Save as …", window.filing.save_as, "Ctrl+Shift+S")
    versions = _submenu(menu, "Earlier versions")
    versions.aboutToShow.connect(lambda: window.filing.fill_versions(versions))
    menu.addSeparator()
    undo = add_action(window, menu, "Undo", window.session.undo, "Ctrl+Z")
    redo = add_action(window, menu, "Redo", window.session.redo, "Ctrl+Shift+Z")
    menu.addSeparator()
    add_action(window, menu, "Add a room …", window.add_room, "Ctrl+R")
    add_action(window, menu, "Name and place of the job …", window.rename)
    units = _submenu(menu, "Units")
    for words, fields in (
        ("Millimetres", {"unit": "mm", "step": 1}),
        ("Millimetres, to the half", {"unit": "mm", "step": 0.5}),
        ("Feet and inches, to 1/8", {"unit": "in", "denominator": 8}),
        ("Feet and inches, to 1/16", {"unit": "in", "denominator": 16}),
        ("Feet and inches, to 1/32", {"unit": "in", "denominator": 32}),
    ):
        add_action(window, units, words, partial(window.session.do, edits.change_settings(**fields)))
    add_action(window, menu, "Colours …", lambda: window.show_table("colours"))
    add_action(window, menu, "Paints …", lambda: window.show_table("paints"))
    add_action(window, menu, "Trim stock …", lambda: window.show_table("stock"))
    add_action(window, menu, "Stock profiles of its own …", lambda: window.show_table("profiles"))
    add_action(window, menu, "House rules …", lambda: window.show_table("rules"))
    menu.addSeparator()
    add_action(window, menu, "Print this sheet as PDF …", window.print_sheet, "Ctrl+P")
    into = _submenu(menu, "Bring in")
    add_action(window, into, "Readings from a table (CSV) …", lambda: window.bringing.readings())
    add_action(window, into, "A room from a plan outline (DXF) …", lambda: window.bringing.outline())
    add_action(window, into, "Orders of trim (TOML) …", lambda: window.bringing.orders())
    add_action(window, into, "Stock profiles (CSV, JSON, DXF, SVG) …", lambda: window.bringing.profiles())
    add_action(window, into, "Readings from a laser meter …", window.choose_meter)
    out = _submenu(menu, "Hand out")
    add_action(window, out, "This drawing as SVG …", window.exports.drawing_svg)
    add_action(window, out, "This drawing as DXF …", window.exports.drawing_dxf)
    add_action(window, out, "Every drawing of the room as PDF …", window.exports.room_pdf)
    add_action(window, out, "Plan and every wall as DXF, into a folder …", window.exports.room_dxf)
    add_action(window, out, "Readings of the room as CSV …", window.exports.readings_csv)
    add_action(window, out, "Cut list and bars as PDF …", window.exports.cut_list)
    for suffix, words in (("pdf", "PDF in tiles"), ("dxf", "DXF"), ("svg", "SVG")):
        full = f"Profile at full size as {words} …"
        add_action(window, out, full, partial(window.exports.full_size, suffix))
    add_action(window, out, "Orders of trim as TOML …", window.exports.orders)
    for suffix in ("csv", "json"):
        words = f"Catalogue of stock profiles as {suffix.upper()} …"
        add_action(window, out, words, partial(window.exports.catalogue, suffix))
    add_action(window, out, "Blank measuring sheets as PDF …", window.exports.measuring_sheets)
    add_action(window, out, "The brief to sign as PDF …", window.exports.brief)
    add_action(window, out, "Order by shop as CSV …", lambda: window.exports.order("csv", False))
    add_action(window, out, "Order by room as CSV …", lambda: window.exports.order("csv", True))
    add_action(window, out, "Schedule of surfaces as CSV …", window.exports.surfaces_csv)
    menu.addSeparator()
    look = _submenu(menu, "Look of the window")
    evening = add_action(window, look, "Evening light", window.turn_evening)
    evening.setCheckable(True)
    evening.setChecked(window.theme.evening)
    for words, letters in (("Usual letters", 1.0), ("Larger letters", 1.15), ("Largest letters", 1.3)):
        add_action(window, look, words, partial(window.letters, letters))
    add_action(window, look, "Fold the rooms", lambda: window.fold(window.left), "F7")
    add_action(window, look, "Fold the bench", lambda: window.fold(window.bench), "F8")
    add_action(window, menu, "Keys", window.show_keys, "F1")
    add_action(window, menu, "Leave", window.close, "Ctrl+Q")
    hidden = QMenu(window)
    add_action(window, hidden, "Ask the meter for a reading", window.ask_meter, "F9")
    add_action(window, hidden, "Find", window.top.field.setFocus, "Ctrl+F")
    add_action(window, hidden, "Next part of the window", lambda: next_part(window), "F6")
    add_action(window, hidden, "Redo", window.session.redo, "Ctrl+Y")
    for number, (sheet, words) in enumerate(SHEETS, 1):
        add_action(window, hidden, words, partial(window.session.look, sheet=sheet), f"Alt+{number}")

    return undo, redo
