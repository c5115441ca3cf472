"""The job file: equal after save and open, and a clear word for everything that is not a job."""

from __future__ import annotations

import io
import json
import os
import tempfile
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

import jsonschema
import msgspec
import pytest
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError, SurroundingsError
from narrow_cornice.job import edits
from narrow_cornice.job.clean_texts import cleaned
from narrow_cornice.job.edits import add_room, rename_room
from narrow_cornice.job.file import (
    MEMBER,
    JobFileError,
    decode_job,
    encode_job,
    job_schema,
    read_job,
    write_job,
    write_whole,
)
from narrow_cornice.job.history import History
from narrow_cornice.job.model import SCHEMA, Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.units.lengths import Length, parse_length

ROOT = Path(__file__).parents[2]


def test_equal_after_save_and_open_and_equal_jobs_make_equal_files(tmp_path: Path) -> None:
    for job in (demo_job(), starting_job()):
        path = tmp_path / "a.cornice"
        write_job(path, job)
        assert read_job(path) == job
        assert encode_job(read_job(path)) == path.read_bytes()


def test_the_file_is_readable_without_the_program(job_file: Path) -> None:
    with zipfile.ZipFile(job_file) as archive:
        assert archive.namelist()[0] == MEMBER
        assert all(name.startswith("pictures/") for name in archive.namelist()[1:])
        plain = json.loads(archive.read(MEMBER))
    jsonschema.validate(plain, json.loads(job_schema()))
    assert plain["schema"] == SCHEMA
    assert plain["rooms"][0]["measured"]["walls"][0]["readings"] == [
        {"mm": 4310.0, "text": "4310"},
        {"mm": 4306.0, "text": "4306"},
    ]


def test_the_schema_in_the_docs_is_the_programs_own() -> None:
    for place in ("docs/file-format", "src/narrow_cornice/data"):
        assert (ROOT / place / "job.schema.json").read_bytes() == job_schema()


def test_opening_changes_nothing(job_file: Path) -> None:
    before, when = job_file.read_bytes(), job_file.stat().st_mtime_ns
    os.chmod(job_file, 0o444)
    read_job(job_file)
    assert (job_file.read_bytes(), job_file.stat().st_mtime_ns) == (before, when)
    assert os.listdir(job_file.parent) == [job_file.name]


def archive(content: bytes, name: str = MEMBER) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as one:
        one.writestr(name, content)
    return held.getvalue()


def changed(change: Callable[[dict], object]) -> bytes:  # type: ignore[type-arg]
    plain = json.loads(msgspec.json.encode(demo_job()))
    change(plain)
    return archive(json.dumps(plain).encode())


def put(*path: object) -> Callable[[dict], object]:  # type: ignore[type-arg]
    """Return a change that puts the last of ``path`` where the others lead."""
    *way, key, value = path

    def change(plain: dict) -> None:  # type: ignore[type-arg]
        for step in way:
            plain = plain[step]
        plain[key] = value  # type: ignore[index]

    return change


def bomb() -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as one, one.open(MEMBER, "w", force_zip64=True) as stream:
        block = b" " * (1 << 20)
        for _ in range(1024):
            stream.write(block)
    return held.getvalue()


def lying(claim: int) -> bytes:
    """An archive whose member says it is small and is not."""
    raw = bytearray(archive(b" " * (70 << 20)))
    for mark, at in ((b"PK\x01\x02", 24), (b"PK\x03\x04", 22)):
        where = raw.index(mark)
        raw[where + at : where + at + 4] = claim.to_bytes(4, "little")
    return bytes(raw)


DAMAGED = {
    "empty": (b"", "empty"),
    "no archive": (b"not a zip at all", "damaged"),
    "cut short": (encode_job(demo_job())[:-40], "damaged"),
    "flipped": (b"".join((encode_job(demo_job())[:90], b"\xff\xfe\xfd\xfc", encode_job(demo_job())[94:])), ""),
    "other archive": (archive(b"{}", "other.txt"), "without job.json"),
    "no json": (archive(b"{"), "not readable JSON"),
    "not text": (archive(b"\xff\xfe{}"), ""),
    "deep": (archive(b"[" * 200_000), ""),
    "no schema": (archive(b"{}"), "schema"),
    "list": (archive(b"[]"), "schema"),
    "newer": (changed(put("schema", SCHEMA + 1)), "newer version"),
    "older than any": (changed(put("schema", 0)), "never was"),
    "wrong type": (changed(put("rooms", 0, "name", 5)), r"\$.rooms\[0\].name"),
    "unknown field": (changed(put("rooms", 0, "colour", "red")), "colour"),
    "missing": (changed(lambda plain: plain.pop("name")), "name"),
    "text for a number": (changed(put("rooms", 0, "measured", "walls", 0, "readings", 0, "mm", "4 m")), "readings"),
    "nought": (
        changed(put("rooms", 0, "measured", "walls", 0, "readings", 0, "mm", 0)),
        "rooms\\[0\\].measured.walls\\[0\\]",
    ),
    "far too long": (changed(put("rooms", 0, "measured", "walls", 0, "readings", 0, "mm", 1e300)), "not between"),
    "no such colour": (changed(put("rooms", 0, "finishes", "surfaces", "ceiling", "colour", "nix")), "no colour"),
    "no such wall": (changed(put("rooms", 0, "measured", "openings", 0, "wall", "w99")), "not there"),
    "no such order": (changed(put("rooms", 0, "trim", "order", "gothic")), "no order"),
    "bad tone": (changed(put("colours", 0, "hex", "red")), "not a colour"),
    "twice": (changed(put("rooms", 1, "id", "r1")), "twice"),
    "no tins": (changed(put("paints", 0, "sizes", [])), "tin size"),
    "unknown rule": (changed(put("house_rules", {"nix": 1})), "house rule"),
    "bomb": (bomb(), "more than any job"),
    "lying": (lying(1000), ""),
}


@pytest.mark.parametrize("name", DAMAGED)
def test_what_is_no_job_gets_a_clear_word(name: str, tmp_path: Path) -> None:
    raw, says = DAMAGED[name]
    path = tmp_path / "x.cornice"
    path.write_bytes(raw)
    with pytest.raises(JobFileError, match=says or None) as refused:
        read_job(path)
    assert "x.cornice" in str(refused.value)
    assert "\n" not in str(refused.value)
    assert path.read_bytes() == raw


def test_a_bomb_costs_little_memory(tmp_path: Path) -> None:
    import tracemalloc

    raw = DAMAGED["bomb"][0]
    tracemalloc.start()
    with pytest.raises(JobFileError):
        decode_job(raw, "bomb")
    _, peak = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert peak < 20e6


def test_a_missing_file_and_a_folder(tmp_path: Path) -> None:
    with pytest.raises(SurroundingsError, match="not there"):
        read_job(tmp_path / "none.cornice")
    with pytest.raises(SurroundingsError, match="folder"):
        read_job(tmp_path)
    with pytest.raises(JobFileError, match="name of a file"):
        read_job(Path("a\x00b"))


def test_a_vanished_folder_keeps_the_job_and_says_so(tmp_path: Path) -> None:
    with pytest.raises(SurroundingsError, match="folder is not there"):
        write_job(tmp_path / "gone" / "a.cornice", demo_job())


def test_a_full_disk_leaves_the_former_file(job_file: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """/dev/full takes the place of the neighbour that is written: the system itself says that there is no room."""
    former = job_file.read_bytes()
    made = tempfile.mkstemp

    def on_a_full_disk(**where: Any) -> tuple[int, str]:
        handle, name = made(**where)
        full = os.open("/dev/full", os.O_WRONLY)
        os.dup2(full, handle)
        os.close(full)
        return handle, name

    monkeypatch.setattr(tempfile, "mkstemp", on_a_full_disk)
    with pytest.raises(SurroundingsError, match=r"could not be saved: the disk is full.*Free some space"):
        write_job(job_file, starting_job())
    monkeypatch.undo()
    assert job_file.read_bytes() == former
    assert [one.name for one in job_file.parent.iterdir()] == [job_file.name]
    write_job(job_file, starting_job())  # and once there is room it is saved
    assert read_job(job_file) == starting_job()


def test_a_write_that_fails_half_way_leaves_the_former_file(job_file: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    import errno

    former = job_file.read_bytes()

    def full(_handle: int) -> None:
        raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr(os, "fsync", full)
    with pytest.raises(SurroundingsError, match="disk is full"):
        write_job(job_file, starting_job())
    assert job_file.read_bytes() == former
    assert os.listdir(job_file.parent) == [job_file.name]


def test_a_folder_that_may_not_be_written(job_file: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    import errno
    import tempfile

    def closed(*_args: object, **_fields: object) -> None:
        raise PermissionError(errno.EACCES, "Permission denied")

    monkeypatch.setattr(tempfile, "mkstemp", closed)  # the tests may run as root, whom no folder refuses
    with pytest.raises(SurroundingsError, match="may not be written"):
        write_job(job_file, starting_job())
    assert read_job(job_file) == demo_job()


def test_links_stay_links_and_modes_stay(tmp_path: Path, job_file: Path) -> None:
    link = tmp_path / "link.cornice"
    link.symlink_to(job_file)
    os.chmod(job_file, 0o640)
    write_whole(link, b"new")
    assert link.is_symlink()
    assert job_file.read_bytes() == b"new"
    assert job_file.stat().st_mode & 0o777 == 0o640


STRANGE = [
    "=cmd|' /C calc'!A0",
    "<b>Bold</b><script>x</script>",
    "a\x00b\x07\x1b[31m",
    "\u202eright to left",
    "👩‍🎨🏚️ attic",
    "x" * 10_000,
    "“quotes” & 'apostrophes'",
    "line\nbreak\ttab",
]


@pytest.mark.parametrize("name", STRANGE)
def test_any_name_is_kept(name: str, tmp_path: Path) -> None:
    history = History(starting_job())
    history.do(add_room("plain", Length(4000, "4000"), Length(3000, "3000"), Length(2500, "2500")))
    history.do(rename_room("r1", name))
    write_job(tmp_path / "a.cornice", history.job)
    assert read_job(tmp_path / "a.cornice").rooms[0].name == name.strip()


def test_a_name_that_is_too_long_is_refused() -> None:
    with pytest.raises(CorniceError, match="characters long"):
        rename_room("r1", "x" * 10_001)


def test_the_checks_are_not_too_strict() -> None:
    assert isinstance(decode_job(changed(lambda plain: None), "same"), Job)


def test_a_text_read_in_the_wrong_code_is_put_right_by_the_edit_and_saved() -> None:
    """A Latin-1 layer of a drawing brings its sharp s as half a sign, which no file can be written with."""
    history = History(starting_job())
    history.do(edits.add_room("Stra\udcdfe \ud83d", parse_length("3000"), parse_length("2000"), parse_length("2400")))
    assert history.job.rooms[0].name == "Straße \ufffd"
    assert "Straße" in history.undo_title
    history.do(edits.set_brief(BriefPath("", "", "", "rules"), "no\udce9l", "mm"))
    assert [rule.words for rule in history.job.brief.rules] == ["noél"]
    assert decode_job(encode_job(history.job), "again") == history.job
    untouched = history.job.rooms[0]
    history.do(edits.rename_job("Other"))
    assert history.job.rooms[0] is untouched


def test_a_wrong_text_is_found_however_deep_an_edit_puts_it_and_all_else_stays_the_same_object() -> None:
    job = demo_job()
    for at, room in enumerate(job.rooms):
        for number, opening in enumerate(room.measured.openings):
            spoiled = replace(opening, name="d\udcf6r")
            openings = (*room.measured.openings[:number], spoiled, *room.measured.openings[number + 1 :])
            wrong = replace(room, measured=replace(room.measured, openings=openings))
            made = cleaned(replace(job, rooms=(*job.rooms[:at], wrong, *job.rooms[at + 1 :])), job)
            assert made.rooms[at].measured.openings[number] == replace(opening, name="dör")
            assert made.rooms[at].measured.walls is room.measured.walls
            assert made.rooms[at - 1] is job.rooms[at - 1]
            fewer = replace(job, rooms=(wrong,))  # rooms were taken out beside it
            assert cleaned(fewer, job).rooms[0].measured.openings[number].name == "dör"


def test_what_could_not_be_opened_again_is_not_written(job_file: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    former = job_file.read_bytes()
    with pytest.raises(JobFileError, match="no file can hold"):
        write_job(job_file, replace(demo_job(), name="half \ud83d"))
    monkeypatch.setattr("narrow_cornice.job.file.MOST_JSON_BYTES", 1000)
    with pytest.raises(JobFileError, match="MB"):
        write_job(job_file, demo_job())
    assert job_file.read_bytes() == former
