"""Pictures of every main view, taken from the real window at 1280 × 800 with the demo job in it."""

from __future__ import annotations

import tempfile
from pathlib import Path

from PyQt6.QtCore import QCoreApplication, QElapsedTimer
from PyQt6.QtWidgets import QApplication

from narrow_cornice.desk.application import make_window, settings_file
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.errors import SurroundingsError

VIEWS: tuple[tuple[str, dict[str, object]], ...] = (
    ("measure", {"place": "measure", "sheet": "plan", "selected": ("r1", "diagonal", "d3")}),
    ("brief", {"place": "brief", "selected": ()}),
    ("odd-corners", {"place": "measure", "sheet": "plan", "room_id": "r3", "selected": ("r3", "corner", "w3")}),
    ("house", {"place": "measure", "sheet": "house", "room_id": "r3", "selected": ("r3", "floor")}),
    ("envelope", {"place": "measure", "sheet": "section", "room_id": "r1", "selected": ("r1", "recess", "e1")}),
    ("attic", {"place": "measure", "sheet": "unfolded", "room_id": "r4", "selected": ("r4", "bulk", "z2")}),
    ("strip", {"place": "finishes", "sheet": "strip", "room_id": "r1", "selected": ("r1", "mark", "k1")}),
    (
        "trim",
        {"place": "trim", "sheet": "unfolded", "room_id": "r1", "turn": 180.0, "selected": ("r1", "trim", "cornice")},
    ),
    (
        "proportion",
        {"place": "trim", "sheet": "proportion", "wall_id": "w1", "selected": ("r1", "trim", "cornice: corona")},
    ),
    (
        "trim-section",
        {"place": "trim", "sheet": "section", "selected": ("r1", "trim", "cornice: bed mould", "member", "1")},
    ),
    ("stock", {"place": "trim", "sheet": "stock", "selected": ("r1", "trim", "cornice")}),
    (
        "panels",
        {
            "place": "trim",
            "sheet": "elevation",
            "room_id": "r2",
            "wall_id": "w2",
            "selected": ("r2", "trim", "panel mould"),
        },
    ),
    (
        "one-wall",
        {"place": "trim", "sheet": "elevation", "room_id": "r1", "wall_id": "w1", "selected": ("r1", "trim", "casing")},
    ),
    (
        "finishes",
        {
            "place": "finishes",
            "sheet": "unfolded",
            "room_id": "r2",
            "turn": 0.0,
            "selected": ("r2", "finish", "upper wall@w5"),
        },
    ),
    ("order", {"place": "order", "selected": ("order", "paint:wall-matt:sedge")}),
    (
        "second-look",
        {"place": "trim", "sheet": "unfolded", "room_id": "r2", "turn": 0.0, "selected": ("tally", "to settle")},
    ),
)


def settle(milliseconds: int = 350) -> None:
    """Let the window paint."""
    timer = QElapsedTimer()
    timer.start()
    while timer.elapsed() < milliseconds:
        QCoreApplication.processEvents()


def _take(window: MainWindow, folder: Path, name: str) -> Path:
    settle()
    path = folder / f"{name}.png"
    if not window.grab().save(str(path)):
        raise SurroundingsError(
            f"{path.name} could not be written.", remedy="Is there room, and may it be written there?"
        )
    return path


def write_pictures(folder: Path) -> int:
    """Write a PNG of every main view, say where, and return 0."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise SurroundingsError(f"The folder {folder} could not be made ({error.strerror}).") from None
    with tempfile.TemporaryDirectory() as aside:
        session = Session(Path(aside), settings_file(Path(aside)), Runner())
        session.start_demo()
        window = make_window(session)
        window.resize(1280, 800)
        window.show()
        window.make_complete()
        settle(400)
        for name, fields in VIEWS:
            session.look(**fields)
            print(_take(window, folder, name))
        session.settings.setValue("evening", True)
        evening = make_window(session)
        window.hide()
        evening.resize(1280, 800)
        evening.show()
        evening.make_complete()
        session.look(place="trim", sheet="unfolded", room_id="r1", turn=180.0, selected=("r1", "trim", "casing"))
        print(_take(evening, folder, "evening"))
        session.close(discard=True)
        evening.hide()
        QApplication.processEvents()
    return 0
