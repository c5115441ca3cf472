"""Bringing in: which file, its bytes, and who is told what is wrong with it."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from PyQt6 import sip
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.asking_files import ask_open, usual_folder
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import file_content

Found = TypeVar("Found")
MOST_BYTES = 64 * 1024 * 1024


def content_of(path: Path) -> bytes:
    """Return a file's bytes. Raises SurroundingsError, or CorniceError for what is no file or far too large."""
    return file_content(path, MOST_BYTES)


def read_aside(
    session: Session, parent: QWidget, path: Path, read: Callable[[bytes], Found], take: Callable[[Found], object]
) -> None:
    """Read a file aside and have ``take`` called with what is in it, if ``parent`` is still there to show it; what is
    wrong with the file is told by its name."""

    def taken(found: Found) -> None:
        if not sip.isdeleted(parent):
            take(found)

    session.errands.run(
        f"Reading {path.name}",
        lambda: read(content_of(path)),
        taken,
        lambda error: session.refused.emit(f"{path.name}: {error}"),
    )


class BringingIn:
    """Asks for a file; what is in it is looked through and taken by the place that has a use for it.

    ``parent`` is what its dialogs belong to; ``go`` goes to a place and returns its page.
    """

    def __init__(self, session: Session, theme: Theme, parent: QWidget, go: Callable[[str], PlacePage]) -> None:
        self.session = session
        self.theme = theme
        self.parent = parent
        self.go = go

    def tell(self, error: CorniceError | str) -> None:
        """Tell why something cannot be brought in."""
        self.session.refused.emit(error)

    def read(self, path: Path, read: Callable[[bytes], Found], take: Callable[[Found], object]) -> None:
        """Read a file aside and have ``take`` called with what is in it; what is wrong with it is told."""
        read_aside(self.session, self.parent, path, read, take)

    def ask(self, title: str, kinds: str) -> Path | None:
        """Ask for a file. Returns None where none was chosen."""
        folder = usual_folder(self.session.settings, self.session.path)
        return ask_open(self.parent, self.session.settings, title, folder, kinds)
