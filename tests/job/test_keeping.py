"""Earlier versions, recovery and the lock."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import pytest

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import read_job, write_job, write_whole
from narrow_cornice.job.keeping import VERSIONS_KEPT, JobLock, Recovery, Versions, state_folder
from narrow_cornice.job.samples import demo_job, starting_job


def test_each_save_keeps_the_one_before_up_to_a_number(tmp_path: Path) -> None:
    versions = Versions(tmp_path / "state")
    path = tmp_path / "a.cornice"
    versions.put_away(path)
    assert versions.of(path) == []
    write_job(path, demo_job())
    versions.put_away(path)
    versions.put_away(path)  # unchanged: kept once
    assert [read_job(one.path) for one in versions.of(path)] == [demo_job()]
    for _ in range(VERSIONS_KEPT):
        for job in (starting_job(), demo_job()):
            write_job(path, job)
            versions.put_away(path)
    kept = versions.of(path)
    assert len(kept) == VERSIONS_KEPT
    assert read_job(kept[0].path) == demo_job()
    assert [one.when for one in kept] == sorted((one.when for one in kept), reverse=True)
    assert versions.of(tmp_path / "other.cornice") == []


def test_a_killed_program_leaves_its_unsaved_job_and_a_running_one_does_not(tmp_path: Path) -> None:
    script = (
        "import os, sys\nfrom pathlib import Path\nfrom narrow_cornice.job.keeping import Recovery\n"
        "from narrow_cornice.job.samples import demo_job\n"
        "recovery = Recovery(Path(sys.argv[1]))\nrecovery.keep(demo_job(), Path('/somewhere/a.cornice'))\n"
        "print('kept', flush=True)\nsys.stdin.readline()\nos.kill(os.getpid(), 9)\n"
    )
    process = subprocess.Popen(
        [sys.executable, "-c", script, str(tmp_path)], stdin=subprocess.PIPE, stdout=subprocess.PIPE
    )
    assert process.stdin is not None
    assert process.stdout is not None
    process.stdout.readline()
    mine = Recovery(tmp_path)
    assert mine.left_behind() == []  # it is still running
    process.communicate(b"\n")
    (left,) = mine.left_behind()
    assert left.job == demo_job()
    assert left.path == Path("/somewhere/a.cornice")
    Recovery.forget(left)
    assert mine.left_behind() == []
    mine.keep(starting_job(), None)
    mine.drop()
    mine.close()
    assert list((tmp_path / "recovery").iterdir()) == []


def test_a_damaged_recovery_copy_is_passed_over(tmp_path: Path) -> None:
    recovery = Recovery(tmp_path)
    (tmp_path / "recovery" / "1-1.cornice").write_bytes(b"half")
    assert recovery.left_behind() == []
    recovery.close()


def test_the_lock_keeps_a_second_window_out_and_leaves_nothing(job_file: Path) -> None:
    lock = JobLock.take(job_file)
    assert lock is not None
    with pytest.raises(CorniceError, match="already open"):
        JobLock.take(job_file)
    link = job_file.with_name("link.cornice")
    link.symlink_to(job_file)
    with pytest.raises(CorniceError, match="already open"):
        JobLock.take(link)
    lock.release()
    again = JobLock.take(job_file)
    assert again is not None
    again.release()
    assert sorted(os.listdir(job_file.parent)) == ["link.cornice", job_file.name]


def test_a_killed_program_lets_go_of_its_lock(job_file: Path) -> None:
    script = (
        "import os, sys\nfrom pathlib import Path\nfrom narrow_cornice.job.keeping import JobLock\n"
        "JobLock.take(Path(sys.argv[1]))\nos.kill(os.getpid(), 9)\n"
    )
    subprocess.run([sys.executable, "-c", script, str(job_file)], check=False)
    lock = JobLock.take(job_file)
    assert lock is not None
    lock.release()


def test_a_folder_that_holds_no_lock_can_still_be_looked_at(tmp_path: Path) -> None:
    assert JobLock.take(tmp_path / "gone" / "a.cornice") is None
    folder, short = state_folder()
    assert folder.is_dir()
    assert not short


def test_what_a_window_left_is_offered_to_one_other(tmp_path: Path) -> None:
    died = Recovery(tmp_path)
    died.keep(demo_job(), None)
    os.close(died._lock)  # as the system does when a process is killed
    died._lock = -1
    one, other = Recovery(tmp_path), Recovery(tmp_path)
    (offered,) = one.left_behind()
    assert offered.job == demo_job()
    assert other.left_behind() == []
    assert len(one.left_behind()) == 1  # it may ask again
    one.close()
    assert len(other.left_behind()) == 1  # not taken up, so it is the next one's
    other.close()


def test_a_version_is_for_nobody_to_read_who_may_not_read_the_file(tmp_path: Path) -> None:
    path = tmp_path / "job.cornice"
    write_job(path, demo_job())
    path.chmod(0o600)
    Versions(tmp_path / "state").put_away(path)
    (version,) = Versions(tmp_path / "state").of(path)
    assert version.path.stat().st_mode & 0o777 == 0o600


def test_halves_of_files_are_swept_where_they_lie(tmp_path: Path) -> None:
    path, fresh, old = (tmp_path / name for name in ("list.pdf", ".list.pdf.new.part", ".list.pdf.old.part"))
    fresh.write_bytes(b"half")
    old.write_bytes(b"half")
    os.utime(old, (1.0, 1.0))
    write_whole(path, b"whole")
    assert sorted(one.name for one in tmp_path.iterdir()) == [".list.pdf.new.part", "list.pdf"]


def test_a_job_under_two_names_is_open_in_one_window(job_file: Path, tmp_path: Path) -> None:
    other = tmp_path / "elsewhere.cornice"
    os.link(job_file, other)
    lock = JobLock.take(job_file)
    assert lock is not None
    with pytest.raises(CorniceError, match="already open"):
        JobLock.take(other)
    assert not JobLock.beside(other).exists()
    write_job(job_file, starting_job())  # another file now: the other name keeps the former one
    lock.renew(job_file)
    free = JobLock.take(other)
    assert free is not None
    free.release()
    lock.release()
