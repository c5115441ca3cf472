"""What stands beside the job file: earlier versions, the recovery copy, and the lock against opening twice."""

from __future__ import annotations

import contextlib
import fcntl
import os
import time
from pathlib import Path

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import decode_job, encode_job, surroundings, write_whole
from narrow_cornice.job.model import Job

VERSIONS_KEPT = 12


def state_folder() -> Path:
    """Return the folder of this person's own state, made if it is not there."""
    from platformdirs import user_state_path

    return user_state_path("narrow-cornice", ensure_exists=True)


def _mark(path: Path) -> str:
    """Return a short mark for a file's place, for names of what belongs to it."""
    import hashlib

    return hashlib.sha256(os.path.realpath(path).encode("utf-8", "surrogateescape")).hexdigest()[:16]


# ---- earlier versions


class Version(msgspec.Struct, frozen=True):
    """An earlier version of a job file: when it was put away, and where."""

    when: float
    path: Path


class Versions:
    """The earlier versions of job files, in the person's state folder."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder / "versions"

    def _of(self, path: Path) -> Path:
        return self._folder / _mark(path)

    def put_away(self, path: Path) -> None:
        """Keep a copy of the file as it is before it is saved over. Does nothing for a new or unchanged file."""
        try:
            content = path.read_bytes()
        except FileNotFoundError:
            return
        except OSError as error:
            raise surroundings(error, path, "copied before saving") from None
        kept = self.of(path)
        if kept and kept[0].path.read_bytes() == content:
            return
        folder = self._of(path)
        try:
            folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise surroundings(error, folder, "made for earlier versions") from None
        write_whole(folder / f"{time.time_ns():020d}.cornice", content)
        for old in self.of(path)[VERSIONS_KEPT:]:
            with contextlib.suppress(OSError):
                old.path.unlink()

    def of(self, path: Path) -> list[Version]:
        """Return the earlier versions of a file, newest first."""
        found = sorted(self._of(path).glob("*.cornice"), reverse=True)
        return [Version(int(one.stem) / 1e9, one) for one in found if one.stem.isdigit()]


# ---- recovery after a crash


class Recovered(msgspec.Struct, frozen=True):
    """A job that was not saved when the program ended: the job, the file it belongs to (None: not yet saved)."""

    job: Job
    path: Path | None
    when: float
    copy: Path


class Recovery:
    """The running copy of an unsaved job, written aside within seconds of a change.

    A copy belongs to a process as long as its lock is held; what an ended process left is offered once.
    """

    def __init__(self, folder: Path) -> None:
        self._folder = folder / "recovery"
        self._folder.mkdir(parents=True, exist_ok=True)
        name = f"{os.getpid()}-{time.time_ns()}"
        self._copy = self._folder / f"{name}.cornice"
        self._origin = self._folder / f"{name}.path"
        self._lock_path = self._folder / f"{name}.lock"
        self._lock = os.open(self._lock_path, os.O_CREAT | os.O_RDWR | os.O_CLOEXEC, 0o600)
        fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)

    def keep(self, job: Job, path: Path | None) -> None:
        """Write the running copy. Raises SurroundingsError."""
        write_whole(self._origin, os.fsencode(str(path)) if path else b"")
        write_whole(self._copy, encode_job(job))

    def drop(self) -> None:
        """Take the running copy away: the job is saved."""
        for path in (self._copy, self._origin):
            with contextlib.suppress(OSError):
                path.unlink()

    def close(self) -> None:
        """End recovery for this process, leaving a running copy only if there is one."""
        if self._lock >= 0:
            os.close(self._lock)
            self._lock = -1
            with contextlib.suppress(OSError):
                self._lock_path.unlink()

    def left_behind(self) -> list[Recovered]:
        """Return the copies of processes that ended without saving, newest first; damaged ones are passed over."""
        found: list[Recovered] = []
        for copy in self._folder.glob("*.cornice"):
            if copy == self._copy or self._alive(copy.with_suffix(".lock")):
                continue
            try:
                job = decode_job(copy.read_bytes(), copy.name)
                origin = copy.with_suffix(".path").read_bytes() if copy.with_suffix(".path").exists() else b""
                found.append(Recovered(job, Path(os.fsdecode(origin)) if origin else None, copy.stat().st_mtime, copy))
            except (CorniceError, OSError):
                continue
        return sorted(found, key=lambda one: -one.when)

    @staticmethod
    def _alive(lock: Path) -> bool:
        try:
            handle = os.open(lock, os.O_RDWR | os.O_CLOEXEC)
        except OSError:
            return False
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            return True
        finally:
            os.close(handle)
        return False

    @staticmethod
    def forget(recovered: Recovered) -> None:
        """Take away a copy that was taken up or declined."""
        for suffix in (".cornice", ".path", ".lock"):
            with contextlib.suppress(OSError):
                recovered.copy.with_suffix(suffix).unlink()


# ---- the lock against opening twice


class JobLock:
    """Held while a window has a job file open; the system lets go of it if the program is killed."""

    def __init__(self, handle: int, path: Path) -> None:
        self._handle = handle
        self._path = path

    @staticmethod
    def beside(path: Path) -> Path:
        """Return where the lock of a job file stands."""
        real = Path(os.path.realpath(path))
        return real.with_name(f".{real.name}.lock")

    @classmethod
    def take(cls, path: Path) -> JobLock | None:
        """Take the lock. Returns None where the folder cannot hold one (read-only): nothing can be saved there either.

        Raises CorniceError where another window has the job open.
        """
        lock = cls.beside(path)
        while True:
            try:
                handle = os.open(lock, os.O_CREAT | os.O_RDWR | os.O_CLOEXEC, 0o600)
            except OSError:
                return None
            try:
                fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError as error:
                os.close(handle)
                if isinstance(error, BlockingIOError):
                    raise CorniceError(
                        f"{path.name} is already open in another window.", remedy="Close it there first."
                    ) from None
                return None
            # Another window may have removed the file between opening and locking: then this lock guards nothing.
            try:
                if os.fstat(handle).st_ino == os.stat(lock).st_ino:
                    return cls(handle, lock)
            except FileNotFoundError:
                pass
            os.close(handle)

    def release(self) -> None:
        """Let go of the job and leave no trace beside it."""
        if self._handle >= 0:
            with contextlib.suppress(OSError):
                self._path.unlink()
            os.close(self._handle)
            self._handle = -1
