"""Starting the program: faces, theme, session, window; and the pictures of every view."""

from __future__ import annotations

import sys
from collections.abc import Callable, Collection
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtGui import QIcon
from PyQt6.QtWidgets import QMessageBox

from narrow_cornice.desk.bench import Work
from narrow_cornice.desk.calm import STANDS_MS, started
from narrow_cornice.desk.ending import Ending
from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.making_window import application, make_window, screen_there, settings_file, unmake
from narrow_cornice.desk.one_window import raise_other
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import load_faces
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.errors import CorniceError, SurroundingsError
from narrow_cornice.job.keeping import Recovery, state_folder
from narrow_cornice.job.samples import demo_job
from narrow_cornice.shipped import SHIPPED

ASIDE_MS = 1500  # after the window is shown


def run(path: Path | None, *, demo: bool, pictures: Path | None, only: Collection[str] = ()) -> int:
    """Open the window and return the exit status; with ``pictures``, write them (those named ``only``) and leave."""
    if pictures is None and not screen_there():
        raise SurroundingsError(
            "There is no screen to open a window on.",
            remedy="Set DISPLAY, or use a command: demo --pictures FOLDER, check, takeoff, length, proportion.",
        )
    program = application()
    load_faces()
    program.setWindowIcon(QIcon(str(SHIPPED / "narrow-cornice.svg")))
    if pictures is not None:
        from narrow_cornice.desk.pictures import write_pictures

        return write_pictures(pictures, only)
    folder, short = state_folder()
    session = Session(folder, settings_file(folder), Runner(), demo_job() if demo else None)

    def end() -> None:
        """End without a question: what is not saved stays in the running copy."""
        for one in program.topLevelWidgets():
            if isinstance(one, MainWindow):
                one.stand_down()
        session.close(discard=False)
        program.exit(0)  # quitting would ask the window first, and it would ask whoever is not there

    ending = Ending(end)  # from before a lock is taken
    problem: CorniceError | None = None
    path = path or (None if demo else session.last())
    if path is not None:
        try:
            session.open(path)
        except CorniceError as error:
            if raise_other(path):  # its window is open already, and comes to the front
                ending.stop()
                return 0
            problem = error
    window = make_window(session)
    sys.excepthook = _told_in_the_window(session, lambda: window)
    if short or problem is not None:  # in one line: there is room for one
        window.tell(" ".join(str(words) for words in (short, problem) if words))
    window.show()
    aside = _Aside(session)
    QTimer.singleShot(STANDS_MS, started)
    if not demo:
        _offer_recovery(session, window)
    while True:
        status = program.exec()
        aside.end()
        if not window.again:
            ending.stop()
            return status
        unmake(window)
        window = make_window(session)
        window.show()
        aside = _Aside(session)


class _Aside:
    """What is worked out without being asked for, begun once the window has stood for a moment."""

    def __init__(self, session: Session) -> None:
        self._session, self._found = session, list[Work]()
        self._ended = False
        QTimer.singleShot(ASIDE_MS, self._begin)

    def _begin(self) -> None:
        if self._ended:
            return
        for place in PLACES:
            if place.aside is not None:
                found = place.aside(self._session)
                assert isinstance(found, Work)
                self._found.append(found)

    def end(self) -> None:
        """Stop it and wait for what is under way."""
        self._ended = True
        for one in self._found:
            one.wait()
            one.deleteLater()


def _told_in_the_window(session: Session, window: Callable[[], MainWindow]) -> Callable[..., None]:
    """Return what to do with a programming error: print it whole, keep the job aside, say so, and go on."""

    def told(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        sys.__excepthook__(kind, error, trace)
        session.keep_recovery_copy()
        window().tell(
            f"Something is wrong in the program itself ({kind.__name__}: {str(error)[:120]}). The job is as it was "
            "before the last thing you did, and a copy of it is kept aside. Please save it under another name."
        )

    return told


def _offer_recovery(session: Session, window: MainWindow) -> None:
    """Offer what an ended program left unsaved."""
    for recovered in session.recovery.left_behind():
        box = QMessageBox(window)
        box.setWindowTitle("Work that was not saved")
        box.setTextFormat(Qt.TextFormat.PlainText)
        where = recovered.path.name if recovered.path else "not yet saved anywhere"
        box.setText(f"“{recovered.job.name[:120]}” ({where}) was open when the program ended.")
        take = box.addButton("Go on with it", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Forget it", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Ask me later", QMessageBox.ButtonRole.RejectRole)
        box.exec()
        if box.clickedButton() is take:
            try:
                session.take_up_recovered(recovered)
            except CorniceError as error:
                window.tell(error)
            return
        if box.clickedButton() is drop:
            Recovery.forget(recovered)


if __name__ == "__main__":
    sys.exit(run(None, demo=False, pictures=None))
