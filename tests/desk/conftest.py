"""The real window, driven offscreen; a test fails on any message of Qt's and on a thread left running."""

from __future__ import annotations

import os
from collections.abc import Iterator
from pathlib import Path

import pytest

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QEvent, qInstallMessageHandler
from PyQt6.QtWidgets import QApplication, QDialog, QFileDialog, QInputDialog, QMessageBox

from narrow_cornice import memo
from narrow_cornice.desk.making_window import application, make_window, settings_file
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import load_faces
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job.samples import demo_job

# The offscreen platform has no window manager to do these two for it.
HARMLESS = ("propagateSizeHints", "This plugin does not support raise")


@pytest.fixture(scope="session")
def qapp() -> QApplication:
    """Return the one application of the process, with the program's faces."""
    program = application()
    load_faces()
    return program


@pytest.fixture(autouse=True)
def _no_words_from_qt(qapp: QApplication) -> Iterator[None]:
    """Fail on what Qt complains of."""
    heard: list[str] = []
    former = qInstallMessageHandler(lambda _kind, _where, text: heard.append(text or ""))
    yield
    qInstallMessageHandler(former)
    assert [text for text in heard if not any(one in text for one in HARMLESS)] == []


@pytest.fixture(autouse=True)
def _no_dialog_waits(monkeypatch: pytest.MonkeyPatch) -> None:
    """A window that would wait for an answer fails the test instead of hanging it."""

    def unexpected(self: QDialog) -> int:
        raise AssertionError(f"a dialog was opened: {self.windowTitle()}")

    monkeypatch.setattr(QDialog, "exec", unexpected)
    monkeypatch.setattr(QMessageBox, "exec", unexpected)

    def unasked(*_args: object, **_fields: object) -> None:
        raise AssertionError("a file or a word was asked for")

    for asking in ("getOpenFileName", "getSaveFileName", "getExistingDirectory"):
        monkeypatch.setattr(QFileDialog, asking, unasked)
    for asking in ("getText", "getItem"):
        monkeypatch.setattr(QInputDialog, asking, unasked)


@pytest.fixture(autouse=True)
def _patient(monkeypatch: pytest.MonkeyPatch) -> None:
    """Let a slow machine wait for what the window shows; a test of what happens meanwhile sets its own patience."""
    monkeypatch.setattr("narrow_cornice.desk.working_aside.PATIENCE_MS", 20_000)


@pytest.fixture(autouse=True)
def _searched_shortly(monkeypatch: pytest.MonkeyPatch) -> None:
    """Search for arrangements a moment, not for as long as a person would wait."""
    monkeypatch.setattr("narrow_cornice.derived.zoned.arranged.SECONDS", 1.5)


@pytest.fixture(autouse=True)
def _what_was_worked_out_stays(monkeypatch: pytest.MonkeyPatch) -> None:
    """Keep what one test worked out for the next: nearly all of them open the same job. What is let go when another
    job opens has a test of its own."""
    monkeypatch.setattr(memo, "let_go", lambda: None)


@pytest.fixture
def session(tmp_path: Path, qapp: QApplication) -> Iterator[Session]:
    """Return a session with the demo job."""
    runner = Runner()
    one = Session(tmp_path / "state", settings_file(tmp_path), runner, demo_job())
    yield one
    one.close(discard=True)
    runner.wait()


@pytest.fixture
def window(session: Session, qapp: QApplication) -> Iterator[MainWindow]:
    """Return the window at its usual size."""
    one = make_window(session)
    one.resize(1280, 800)
    one.show()
    one.make_complete()
    QApplication.processEvents()
    yield one
    one.again = True
    one.close()
    one.deleteLater()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
    QApplication.processEvents()
    qapp.setStyleSheet("")  # else all of the next window would be dressed twice


@pytest.fixture
def empty(session: Session, window: MainWindow) -> MainWindow:
    """Return the window with a new job."""
    session.start_new()
    QApplication.processEvents()
    return window
