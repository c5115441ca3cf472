"""Deaths and faults at every step of saving: before and after every call that opens, writes, brings to the disk,
renames or takes away; and with the disk full or refusing there instead. The file is the former or the new one, whole;
nothing keeps the next window out; what was left lying is gone once it opens."""

from __future__ import annotations

import errno
import multiprocessing
import os
import signal
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import OLD, encode_job, write_job
from narrow_cornice.job.keeping import JobLock, Recovery, Versions, sweep
from narrow_cornice.job.samples import starting_job
from thorough import killed

CALLS = ("open", "fsync", "replace", "unlink", "chmod", "mkdir", "close")
FAULTS = (errno.ENOSPC, errno.EIO, errno.EACCES)
WAYS = ("dies before", "dies after", *FAULTS)
CLOSES = os.close
SAVED, REFUSED, WENT_WRONG = 0, 3, 4


class _Disk:
    """The calls to the system, of which one goes wrong: the ``at``-th, in one of the ways."""

    def __init__(self, at: int, way: str | int) -> None:
        self.at, self.way, self.count = at, way, 0

    def step(self, call: Callable[..., Any], *given: Any, **named: Any) -> Any:
        """Make a call, unless it is the one."""
        mine, self.count = self.count == self.at, self.count + 1
        if not mine:
            return call(*given, **named)
        if self.way == "dies before":
            os.kill(os.getpid(), signal.SIGKILL)
        if isinstance(self.way, int) and call is not CLOSES:
            raise OSError(self.way, os.strerror(self.way))
        try:
            return call(*given, **named)
        finally:
            if self.way == "dies after":  # what is closed here was not written to: closing it does not fail
                os.kill(os.getpid(), signal.SIGKILL)

    def takes_over(self) -> None:
        """Stand between this process and the system."""
        for name in CALLS:
            real = getattr(os, name)
            setattr(os, name, lambda *given, _real=real, **named: self.step(_real, *given, **named))
        real_fdopen = os.fdopen

        def fdopen(handle: int, *given: Any, **named: Any) -> Any:
            stream = real_fdopen(handle, *given, **named)
            if "w" in (given[0] if given else ""):
                whole = stream.write

                class Halving:
                    def __enter__(self) -> Any:
                        return self

                    def __exit__(self, *_: object) -> None:
                        stream.close()

                    def __getattr__(self, name: str) -> Any:
                        return getattr(stream, name)

                    def write(_self, content: bytes) -> None:
                        whole(content[: len(content) // 2])
                        stream.flush()
                        self.step(whole, content[len(content) // 2 :])

                return Halving()
            return stream

        os.fdopen = fdopen


def _saves(path: Path, aside: Path) -> None:
    """What a window does from opening a job to leaving it."""
    lock, recovery = JobLock.take(path), Recovery(aside)
    recovery.keep(LATER, path)
    Versions(aside).put_away(path)
    write_job(path, LATER)
    if lock is not None:
        lock.renew(path)
    recovery.drop()
    recovery.close()
    if lock is not None:
        lock.release()


FORMER = starting_job()
LATER = starting_job()


def _saver(path: Path, aside: Path, disk: _Disk, counted: Path | None = None) -> int:
    """Fork a saver on such a disk; return how it ended."""
    child = os.fork()
    if child == 0:
        status = WENT_WRONG
        try:
            disk.takes_over()
            _saves(path, aside)
            status = SAVED
        except CorniceError:
            status = REFUSED
        except OSError:
            # Only what begins before there is a job to lose may be the system's own words: the window tells them.
            status = REFUSED if path.read_bytes() == path.with_suffix(".former").read_bytes() else WENT_WRONG
        finally:
            if counted is not None:
                counted.write_text(str(disk.count))
            os._exit(status)
    return os.waitpid(child, 0)[1]


def test_the_file_is_whole_and_free_after_any_death_or_fault(tmp_path: Path) -> None:
    # In a process of its own: one that has run other tests is large, and every death forks it.
    with multiprocessing.get_context("spawn").Pool(1) as alone:
        alone.apply(_dies, (tmp_path, killed(500)))


def _dies(tmp_path: Path, times: int) -> None:
    """Die so many times in the midst of saving; raise AssertionError where anything is lost or left behind."""
    import msgspec

    global LATER
    LATER = msgspec.structs.replace(FORMER, name="Later")
    path, former, later = tmp_path / "job.cornice", encode_job(FORMER), encode_job(LATER)
    path.with_suffix(".former").write_bytes(former)

    def fresh(number: int) -> Path:
        path.write_bytes(former)
        aside = tmp_path / f"aside{number}"
        aside.mkdir()
        return aside

    assert _saver(path, fresh(-1), _Disk(10**9, ""), tmp_path / "count") == SAVED
    points = int((tmp_path / "count").read_text())
    assert points > 40
    assert path.read_bytes() == later
    seen = set()
    for number in range(times):
        # Spread over all points and ways: their numbers have no part in common but by chance.
        point, way = number * 7 % points, WAYS[number * 3 % len(WAYS)]
        aside = fresh(number)
        status = _saver(path, aside, _Disk(point, way))
        what = (point, way)
        content = path.read_bytes()
        assert content in (former, later), what
        if isinstance(way, str):
            assert os.WIFSIGNALED(status), what
        else:
            assert os.waitstatus_to_exitcode(status) in (SAVED, REFUSED), what
            if os.waitstatus_to_exitcode(status) == SAVED:
                assert content == later, what
        seen.add((isinstance(way, str), content == later))
        lock = JobLock.take(path)
        assert lock is not None, what
        lock.release()
        sweep(aside, time.time() + 2 * OLD)
        again = Recovery(aside)
        assert len(again.left_behind()) <= 1, what
        for one in again.left_behind():
            assert one.job in (FORMER, LATER), what
            Recovery.forget(one)
        again.close()
        left = [one.name for one in aside.rglob("*") if one.is_file() and one.suffix != ".cornice"]
        assert left == [], what
        assert {one.name for one in tmp_path.iterdir() if one.is_file()} == {"job.cornice", "job.former", "count"}, what
    assert seen == {(True, True), (True, False), (False, True), (False, False)}


@pytest.mark.parametrize("fault", FAULTS)
def test_saving_waits_for_no_earlier_version(tmp_path: Path, fault: int, monkeypatch: pytest.MonkeyPatch) -> None:
    path = tmp_path / "job.cornice"
    write_job(path, FORMER)

    def refuse(*_given: object, **_named: object) -> None:
        raise OSError(fault, os.strerror(fault))

    monkeypatch.setattr(os, "mkdir", refuse)
    said = Versions(tmp_path / "full").put_away(path)
    assert said.startswith("No earlier version was kept")
    monkeypatch.undo()
    monkeypatch.setattr(os, "chmod", refuse)
    said = write_job(path, FORMER)
    assert "is saved" in said
