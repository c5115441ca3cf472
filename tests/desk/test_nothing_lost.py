"""Nothing is lost and nothing is wrong in silence: a file that another program wrote, a folder that cannot be written,
rules out of sense, a question with a tag in it, tables with decimal commas."""

from __future__ import annotations

import os
from pathlib import Path

import pytest
from driving import answer_boxes, choose, counted, errands_over, save, settle
from PyQt6.QtWidgets import QFileDialog, QInputDialog

from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job import edits
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.keeping import state_folder
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import to_settle

pytestmark = pytest.mark.desk


@pytest.mark.parametrize("over", [True, False])
def test_a_file_that_another_program_wrote_is_asked_about(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, over: bool
) -> None:
    session, path = window.session, tmp_path / "pilot.cornice"
    save(session, path)
    theirs = edits.rename_job("Theirs", "").apply(demo_job())
    write_job(path, theirs)
    session.do(edits.rename_job("Ours", ""))

    asked = answer_boxes(monkeypatch, "Save over it" if over else "Go back")
    window.filing.save()
    save(session)
    assert len(asked) == 1
    assert "changed by another program" in asked[0]
    assert read_job(path).name == ("Ours" if over else "Theirs")
    assert session.unsaved is not over
    if over:
        (former, *_) = session.versions.of(path)
        assert read_job(former.path).name == "Theirs"
        window.filing.save()  # what was written here is nobody else's
        save(session)
        assert len(asked) == 1


def test_saving_where_earlier_versions_cannot_be_kept_saves_and_says_so(window: MainWindow, tmp_path: Path) -> None:
    session, path = window.session, tmp_path / "pilot.cornice"
    save(session, path)
    (session.state / "versions").write_bytes(b"")  # where a folder should be
    session.do(edits.rename_job("Later", ""))
    save(session, path)
    assert read_job(path).name == "Later"
    assert "No earlier version was kept" in window.notice()
    assert not session.unsaved


def test_a_state_folder_that_cannot_be_written_is_told_and_another_serves(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    (tmp_path / "state").write_bytes(b"a file where a folder should be")
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path / "state"))
    folder, words = state_folder()
    assert folder.is_dir()
    assert "cannot be written" in words
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path / "other"))
    folder, words = state_folder()
    assert (folder, words) == (tmp_path / "other" / "narrow-cornice", "")


def test_a_job_is_one_job_under_both_of_its_names(window: MainWindow, tmp_path: Path) -> None:
    path, other = tmp_path / "pilot.cornice", tmp_path / "same.cornice"
    save(window.session, path)
    os.link(path, other)
    window.session.do(edits.rename_job("Ours", ""))
    save(window.session, path)
    assert "other names" in window.notice()
    assert read_job(other).name == demo_job().name
    assert read_job(path).name == "Ours"


def test_a_rule_out_of_sense_is_refused_in_words(window: MainWindow) -> None:
    before = window.session.job
    window.session.do(edits.change_house_rule("tile_waste", 7.0, "waste"))
    settle()
    assert window.session.job is before
    assert "700 % cannot be. It is between 0 % and 100 %." in window.notice()


def test_a_tag_in_a_question_is_no_tag(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    window.session.do(edits.rename_room("r1", "<b>Hall</b>"))
    counted(window)
    asked: list[str] = []

    def get(_parent: object, _title: str, label: str, *_: object, **_named: object) -> tuple[str, bool]:
        asked.append(label)
        return "", False

    monkeypatch.setattr(QInputDialog, "getText", get)
    for finding in to_settle(window.session.job):
        window.bench._keep(finding)
    assert asked
    assert not any("<" in label for label in asked)


def test_tables_go_out_with_decimal_commas_once_they_are_chosen(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "list.csv"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(path), ""))
    choose(window, "Tables (CSV) with decimal commas")
    choose(window, "Zones, pieces, windows and lamps as CSV …")
    errands_over(window.session)
    first = path.read_text(encoding="utf-8-sig").splitlines()[1]
    assert sum("," in one for one in first.split(";")) >= 1
    choose(window, "Tables (CSV) with decimal commas")
    choose(window, "Zones, pieces, windows and lamps as CSV …")
    errands_over(window.session)
    assert ";" not in path.read_text(encoding="utf-8-sig").splitlines()[1]
