"""Asking where a file is and where one goes: in the folder that was used last, with its suffix, never over another in
silence."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from pathlib import Path

from PyQt6.QtCore import QSettings, Qt
from PyQt6.QtWidgets import QFileDialog, QMessageBox, QWidget

FOLDER = "folder"  # what the folder that was used last is kept under


def usual_folder(settings: QSettings, beside: Path | None) -> Path:
    """Return the folder to begin in: the one used last, else that of the job, else home."""
    kept = str(settings.value(FOLDER, "", type=str))
    if kept and Path(kept).is_dir():
        return Path(kept)
    return beside.parent if beside is not None else Path.home()


def ask_open(parent: QWidget, settings: QSettings, title: str, folder: Path, kinds: str) -> Path | None:
    """Ask for a file to open. Returns None where none was chosen."""
    chosen, _ = QFileDialog.getOpenFileName(parent, title, str(folder), kinds)
    if not chosen:
        return None
    settings.setValue(FOLDER, str(Path(chosen).parent))
    return Path(chosen)


def ask_save(parent: QWidget, settings: QSettings, title: str, proposal: Path, kinds: str) -> Path | None:
    """Ask for a file to write to. Its suffix is the proposal's, added where it was not typed; where that leads to a
    file that is there, it is asked whether that is meant. Returns None where none was chosen."""
    chosen, _ = QFileDialog.getSaveFileName(parent, title, str(proposal), kinds)
    if not chosen:
        return None
    asked = Path(chosen)
    path = with_suffix(asked, proposal.suffix)
    if path != asked and not may_write_over(parent, [path]):
        return None
    settings.setValue(FOLDER, str(path.parent))
    return path


def ask_folder(parent: QWidget, settings: QSettings, title: str, folder: Path) -> Path | None:
    """Ask for a folder. Returns None where none was chosen."""
    chosen = QFileDialog.getExistingDirectory(parent, title, str(folder))
    if not chosen:
        return None
    settings.setValue(FOLDER, chosen)
    return Path(chosen)


def with_suffix(path: Path, suffix: str) -> Path:
    """Return a path that ends in a suffix: "Order rev 1.2" becomes "Order rev 1.2.pdf"."""
    return path if path.suffix.lower() == suffix.lower() else path.with_name(path.name + suffix)


def may_write_over(parent: QWidget, paths: Iterable[Path]) -> bool:
    """Return whether files may be written, asking where some of them are there already."""
    there = [path for path in paths if path.exists()]
    if not there:
        return True
    words = f"{and_others([path.name for path in there])} there already."
    return may(parent, "Already there", words, "Write over", "Leave it as it is")


def and_others(names: Sequence[str]) -> str:
    """Return several things as they are spoken of: the first and how many more there are."""
    return f"“{names[0][:120]}”" + (f" and {len(names) - 1} more are" if len(names) > 1 else " is")


def may(parent: QWidget, title: str, words: str, go_on: str, stay: str) -> bool:
    """Return whether something that cannot be taken back may be done, asking in words with two buttons."""
    box = QMessageBox(parent)
    box.setWindowTitle(title)
    box.setTextFormat(Qt.TextFormat.PlainText)
    box.setText(words)
    wanted = box.addButton(go_on, QMessageBox.ButtonRole.DestructiveRole)
    box.addButton(stay, QMessageBox.ButtonRole.RejectRole)
    box.exec()
    return box.clickedButton() is wanted
