"""Filing: new, open, save, earlier versions, and leaving with work that is not saved."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QEventLoop, Qt, QTimer
from PyQt6.QtWidgets import QMenu, QMessageBox, QWidget

from narrow_cornice.desk.asking_files import and_others, ask_open, ask_save, may, usual_folder
from narrow_cornice.desk.menus import add_action
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.plain_text import file_name
from narrow_cornice.job.file import read_job

SUFFIX = ".cornice"
LONG_MS = 300  # saving that takes longer is spoken of


class Filing:
    """Asks for files and has the session open and save them; a failure is told in the window.

    ``begun`` is called when a new job was begun, ``settled`` when the job stands in a file.
    """

    def __init__(
        self, session: Session, window: QWidget, begun: Callable[[], object], settled: Callable[[], object]
    ) -> None:
        self._session = session
        self._window = window
        self._begun = begun
        session.filed.connect(settled)

    def new(self) -> None:
        """Begin a new job, once the present one is dealt with."""
        if self.may_leave():
            self._session.start_new()
            self._begun()

    def open(self, path: Path | None = None) -> None:
        """Open a job file."""
        if not self.may_leave():
            return
        if path is None:
            path = ask_open(self._window, self._session.settings, "Open a job", self._folder(), f"Jobs (*{SUFFIX})")
            if path is None:
                return
        try:
            self._session.open(path)
        except CorniceError as error:
            self._session.refused.emit(error)

    def save(self) -> None:
        """Save, asking where if that is not known."""
        path = self._session.path
        if path is None:
            self.save_as()
        elif not self._session.changed_elsewhere or may(
            self._window,
            "Changed meanwhile",
            f"“{path.name[:120]}” was changed by another program since it was opened here. Saved over, what it holds "
            "now is kept among its earlier versions.",
            "Save over it",
            "Go back",
        ):
            self._save_to(path)

    def save_as(self) -> None:
        """Save under another name."""
        proposal = self._folder() / f"{file_name(self._session.job.name)}{SUFFIX}"
        path = ask_save(self._window, self._session.settings, "Save the job", proposal, f"Jobs (*{SUFFIX})")
        if path is not None:
            self._save_to(path)

    def _save_to(self, path: Path) -> None:
        def say() -> None:
            if self._session.saving:
                self._session.told.emit("Saving …")

        self._session.save(path)
        QTimer.singleShot(LONG_MS, say)

    def _once_saved(self) -> bool:
        """Wait for what is being saved, while the window goes on showing; return whether all of the job is in its
        file."""
        if self._session.saving:
            loop = QEventLoop()
            self._session.saving_ended.connect(loop.quit)
            loop.exec(QEventLoop.ProcessEventsFlag.ExcludeUserInputEvents)
        return not self._session.unsaved

    def _folder(self) -> Path:
        return usual_folder(self._session.settings, self._session.path)

    def may_leave(self) -> bool:
        """Return whether the present job may be let go of, asking if it is not saved."""
        if self._once_saved():
            return True
        box = QMessageBox(self._window)
        box.setWindowTitle("Not saved yet")
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setText(f"“{self._session.job.name[:120]}” has changes that are not saved.")
        save = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Leave them", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Go back", QMessageBox.ButtonRole.RejectRole)
        box.exec()
        if box.clickedButton() is save:
            self.save()
            return self._once_saved()
        return box.clickedButton() is drop

    def may_end(self) -> bool:
        """Return whether the program may end, asking what is not saved, handed out or brought in yet."""
        if not self.may_leave():
            return False
        going = self._session.errands.names
        if not going:
            return True
        words = f"{and_others(going)} not done yet. What was there before stays as it is."
        return may(self._window, "Not done yet", words, "Stop and leave", "Go back") or not self._session.errands.names

    def fill_recent(self, menu: QMenu) -> None:
        """Fill a menu with the files worked on lately."""
        menu.clear()
        for path in self._session.recent():
            add_action(self._window, menu, f"{path.name}   {path.parent}".replace("&", "&&"), partial(self.open, path))
        if menu.isEmpty():
            add_action(self._window, menu, "None yet", lambda: None).setEnabled(False)

    def fill_versions(self, menu: QMenu) -> None:
        """Fill a menu with the earlier versions of the file."""
        from datetime import datetime

        menu.clear()
        path = self._session.path
        for version in self._session.versions.of(path) if path is not None else []:
            when = datetime.fromtimestamp(version.when).strftime("%d %B %Y, %H:%M:%S")
            add_action(
                self._window,
                menu,
                f"As it was before saving on {when}",
                partial(self.bring_back, version.path),
            )
        if menu.isEmpty():
            add_action(self._window, menu, "None yet: each save keeps the one before", lambda: None).setEnabled(False)

    def bring_back(self, path: Path) -> None:
        """Put an earlier version in place of the present job, as a change."""
        try:
            self._session.restore_version(read_job(path))
        except CorniceError as error:
            self._session.refused.emit(error)
