"""Pictures of every main view, taken from the real window at 1280 × 800 with the demo job in it."""

from __future__ import annotations

import tempfile
from collections.abc import Collection
from pathlib import Path

from PyQt6.QtCore import QEventLoop, QTimer
from PyQt6.QtWidgets import QApplication

from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.later import LaterWork
from narrow_cornice.desk.making_window import make_window, settings_file, unmake
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.errors import SurroundingsError
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.samples import demo_job

USUAL: dict[str, object] = {"leaf": "", "seen_as": "", "room_id": "r1", "turn": 0.0, "selected": None}
SECOND_LOOK: dict[str, object] = {"room_id": "r2", "turn": 0.0, "selected": TallyPath(TO_SETTLE)}


def settle(milliseconds: int = 350) -> None:
    """Let the window paint, and rest in between: what is worked out beside it wants the processor."""
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()


def _take(window: MainWindow, folder: Path, name: str) -> Path:
    """Write the window as it stands once all that it shows is worked out and nothing in it changes any more."""
    before, picture = None, None
    for _ in range(100):
        settle(40)
        before, picture = picture, window.grab().toImage()
        later = any(one.waits for one in window.findChildren(LaterWork))
        if picture == before and not window.aside.waits and not later:
            break
    assert picture is not None
    path = folder / f"{name}.png"
    if not picture.save(str(path)):
        raise SurroundingsError(
            f"{path.name} could not be written.", remedy="Is there room, and may it be written there?"
        )
    return path


def write_pictures(folder: Path, only: Collection[str] = ()) -> int:
    """Write a PNG of every main view, or of those that are named ``only``, say where, and return 0."""

    def is_wanted(name: str) -> bool:
        return not only or name in only

    names = [*(picture.name for place in PLACES for picture in place.pictures), "second-look", "evening"]
    if unknown := [name for name in only if name not in names]:
        raise SurroundingsError(f"No picture is called “{unknown[0][:40]}”.", remedy=f"There are: {', '.join(names)}.")
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise SurroundingsError(f"The folder {folder} could not be made ({error.strerror}).") from None
    with tempfile.TemporaryDirectory() as aside:
        session = Session(Path(aside), settings_file(Path(aside)), Runner(), demo_job())
        for key, usual in (("letters", 1.0), ("evening", False)):  # whatever the desktop is set to
            session.settings.setValue(key, usual)
        window = make_window(session)
        window.resize(1280, 800)
        window.show()
        window.make_complete()
        settle(400)
        for place in window.places.each:
            for picture in place.pictures:
                if is_wanted(picture.name):
                    window.go(place.key)
                    session.look(**{**USUAL, **picture.view})
                    print(_take(window, folder, picture.name))
        if is_wanted("second-look"):
            window.go(window.places.opening.key)
            session.look(leaf="", seen_as="", **SECOND_LOOK)
            print(_take(window, folder, "second-look"))
        session.settings.setValue("evening", True)
        window.hide()
        window.stand_down()
        unmake(window)
        if not is_wanted("evening"):
            session.close(discard=True)
            return 0
        evening = make_window(session)
        evening.resize(1280, 800)
        evening.show()
        evening.make_complete()
        session.look(room_id="r1", turn=180.0, selected=TrimPath("r1", "casing"))
        print(_take(evening, folder, "evening"))
        session.close(discard=True)
        evening.hide()
        QApplication.processEvents()
    return 0
