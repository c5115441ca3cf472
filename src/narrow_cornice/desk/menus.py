"""The job's menu, and the keys that belong to the whole window."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Protocol

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QAction, QKeySequence
from PyQt6.QtWidgets import QMenu, QWidget

from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Settings

UNITS: tuple[tuple[str, dict[str, object]], ...] = (
    ("Millimetres", {"unit": "mm", "step": 1}),
    ("Millimetres, to the half", {"unit": "mm", "step": 0.5}),
    ("Feet and inches, to 1/8", {"unit": "in", "denominator": 8}),
    ("Feet and inches, to 1/16", {"unit": "in", "denominator": 16}),
    ("Feet and inches, to 1/32", {"unit": "in", "denominator": 32}),
)
LETTERS = (("Usual letters", 1.0), ("Larger letters", 1.15), ("Largest letters", 1.3))
Action = tuple[str, Callable[[], object], str | None]  # its words, what it does, its key


class FilesDone(Protocol):
    """What the menu has done with files."""

    def new(self) -> None:
        """Begin a new job."""

    def open(self) -> None:
        """Open a job file."""

    def save(self) -> object:
        """Save the job."""

    def save_as(self) -> object:
        """Save it under another name."""

    def fill_recent(self, menu: QMenu) -> None:
        """Fill a menu with the files worked on lately."""

    def fill_versions(self, menu: QMenu) -> None:
        """Fill a menu with the earlier versions of the file."""


class WindowDone(Protocol):
    """What the menu has done by the window."""

    def do(self, edit: Edit) -> bool:
        """Make a change of the job."""

    def settings(self) -> Settings:
        """Return how the job shows its figures."""

    def undo(self) -> None:
        """Take the last change back."""

    def redo(self) -> None:
        """Make the last undone change again."""

    def add_room(self) -> None:
        """Ask for a new room."""

    def rename(self) -> None:
        """Ask for the job's name and place."""

    def shelf(self) -> list[Action]:
        """Return what stands under the job's name, leaf by leaf."""

    def print_sheet(self) -> None:
        """Put the sheet that is looked at on paper."""

    def brings_in(self) -> list[Action]:
        """Return what can be brought in."""

    def hands_out(self) -> list[Action]:
        """Return what can be handed out."""

    def is_evening(self) -> bool:
        """Return whether the window is in evening light."""

    def has_decimal_commas(self) -> bool:
        """Return whether tables go out with decimal commas, their cells parted by semicolons."""

    def turn_decimal_commas(self) -> None:
        """Change between tables with decimal points and with decimal commas."""

    def turn_evening(self) -> None:
        """Change between day and evening."""

    def has_letters(self, letters: float) -> bool:
        """Return whether the window has letters of that size."""

    def letters(self, letters: float) -> None:
        """Change the size of the letters."""

    def fold_rooms(self) -> None:
        """Fold the spine away or unfold it."""

    def fold_sheet(self) -> None:
        """Fold the sheet below the drawing or unfold it."""

    def show_alone(self) -> None:
        """Leave the drawing alone on the screen, or bring all back."""

    def fold_bench(self) -> None:
        """Fold the bench away or unfold it."""

    def show_keys(self) -> None:
        """Show the list of keys."""

    def show_guide(self) -> None:
        """Show the guide."""

    def show_about(self) -> None:
        """Show what the program is."""

    def leave(self) -> None:
        """Close the window."""

    def by_key(self) -> list[Action]:
        """Return what is done by key alone."""


def add_action(window: QWidget, menu: QMenu, words: str, done: Callable[[], object], key: str | None = None) -> QAction:
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


def fill_job_menu(window: QWidget, menu: QMenu, files: FilesDone, done: WindowDone) -> tuple[QAction, QAction]:
    """Fill the job's menu and return undo and redo, whose words follow the job."""
    add = partial(add_action, window, menu)
    add("New job", files.new, "Ctrl+N")
    add("Open …", files.open, "Ctrl+O")
    recent = _submenu(menu, "Worked on lately")
    recent.aboutToShow.connect(lambda: files.fill_recent(recent))
    add("Save", files.save, "Ctrl+S")
    add("Save as …", files.save_as, "Ctrl+Shift+S")
    versions = _submenu(menu, "Earlier versions")
    versions.aboutToShow.connect(lambda: files.fill_versions(versions))
    menu.addSeparator()
    undo, redo = add("Undo", done.undo, "Ctrl+Z"), add("Redo", done.redo, "Ctrl+Shift+Z")
    menu.addSeparator()
    _fill_job(window, menu, done)
    menu.addSeparator()
    add("Print this sheet …", done.print_sheet, "Ctrl+P")
    for words, actions in (("Bring in", done.brings_in()), ("Hand out", done.hands_out())):
        inner = _submenu(menu, words)
        for action in actions:
            add_action(window, inner, *action)
    menu.addSeparator()
    _fill_look(window, _submenu(menu, "Look of the window"), done)
    add("Guide", done.show_guide)
    add("Keys", done.show_keys, "F1")
    add("About", done.show_about)
    add("Leave", done.leave, "Ctrl+Q")
    _give_letters(menu)
    hidden = QMenu(window)
    for action in done.by_key():
        add_action(window, hidden, *action)
    return undo, redo


def _give_letters(menu: QMenu) -> None:
    """Give every line of a menu a letter that chooses it, each another while there are any."""
    taken: set[str] = set()
    for action in menu.actions():
        words = action.text()
        place = next((at for at, sign in enumerate(words) if sign.isalnum() and sign.lower() not in taken), None)
        if place is not None and "&" not in words:
            taken.add(words[place].lower())
            action.setText(f"{words[:place]}&{words[place:]}")
        inner = action.menu()
        if inner is not None:
            _give_letters(inner)


def _fill_job(window: QWidget, menu: QMenu, done: WindowDone) -> None:
    """Fill in what the job is made of: rooms, its name, units, its shelf."""
    add_action(window, menu, "Add a room …", done.add_room, "Ctrl+R")
    add_action(window, menu, "Name and place of the job …", done.rename)
    units = _submenu(menu, "Units")
    ways = [
        (add_action(window, units, words, partial(done.do, edits.change_settings(**fields))), fields)
        for words, fields in UNITS
    ]
    for way, _ in ways:
        way.setCheckable(True)

    def mark() -> None:
        for way, fields in ways:
            way.setChecked(all(getattr(done.settings(), name) == value for name, value in fields.items()))

    units.aboutToShow.connect(mark)
    commas = add_action(window, units, "Tables (CSV) with decimal commas", done.turn_decimal_commas)
    commas.setCheckable(True)
    commas.setChecked(done.has_decimal_commas())
    shelf = _submenu(menu, "The shelf")
    for action in done.shelf():
        add_action(window, shelf, *action)


def _fill_look(window: QWidget, look: QMenu, done: WindowDone) -> None:
    """Fill in how the window looks."""
    evening = add_action(window, look, "Evening light", done.turn_evening)
    evening.setCheckable(True)
    evening.setChecked(done.is_evening())
    for words, letters in LETTERS:
        sized = add_action(window, look, words, partial(done.letters, letters))
        sized.setCheckable(True)
        sized.setChecked(done.has_letters(letters))
    add_action(window, look, "The drawing alone", done.show_alone, "F11")
    add_action(window, look, "Fold the sheet", done.fold_sheet, "F5")
    add_action(window, look, "Fold the spine", done.fold_rooms, "F7")
    add_action(window, look, "Fold the bench", done.fold_bench, "F8")
