"""What stands beside the job file: earlier versions, the recovery copy, and the lock against opening twice."""

from __future__ import annotations

import contextlib
import fcntl
import math
import os
import stat
import time
from pathlib import Path
from typing import Literal

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import OLD, decode_job, encode_job, sweep_parts, write_whole
from narrow_cornice.job.model import Job

VERSIONS_KEPT = 12


PRIVATE = 0o600


def state_folder() -> tuple[Path, str]:
    """Return the folder of this person's own state, made if it is not there; and in words why another one, which is
    gone once the machine is, has to do (empty mostly)."""
    import tempfile

    from platformdirs import user_state_path

    folder = user_state_path("narrow-cornice")
    try:
        for part in (folder, folder / "recovery", folder / "versions"):
            part.mkdir(parents=True, exist_ok=True)
            with tempfile.TemporaryFile(dir=part):
                pass
    except OSError as error:
        why = error.strerror or str(error)
        return Path(tempfile.mkdtemp(prefix="narrow-cornice-")), (
            f"{folder} cannot be written ({why}): running copies and earlier versions are kept in a folder of the "
            "machine's instead, which does not last. Save often, and make that folder writable."
        )
    return folder, ""


def sweep(folder: Path, now: float) -> None:
    """Take away what windows that died left in a folder of this person's state: halves of files, locks nobody holds,
    places of copies that are gone."""
    recovery = folder / "recovery"
    for part in (folder / "versions").glob("*/.*.part"):
        with contextlib.suppress(OSError):
            if now - part.stat().st_mtime > OLD:
                part.unlink()
    for one in (*recovery.glob("*.lock"), *recovery.glob("*.path"), *recovery.glob(".*.part")):
        owner = recovery / one.name.lstrip(".").partition(".")[0]
        half = one.suffix == ".part"
        if (half or not owner.with_suffix(".cornice").exists()) and not _is_held(owner.with_suffix(".lock")):
            with contextlib.suppress(OSError):
                one.unlink()


def _locked(handle: int) -> Literal["ours", "theirs", "none"]:
    """Lock what is open; return whose the lock is, none where the disk knows no locks."""
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        return "theirs"
    except OSError:
        return "none"
    return "ours"


def _is_held(lock: Path) -> bool:
    """Return whether a process holds a lock."""
    try:
        handle = os.open(lock, os.O_RDWR | os.O_CLOEXEC)
    except OSError:
        return False
    whose = _locked(handle)
    os.close(handle)
    return whose != "ours"


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

    def put_away(self, path: Path) -> str:
        """Keep a copy of the file as it is before it is saved over, for nobody else to read who may not read that.
        Does nothing for a new or unchanged file. Returns in words why there is none, empty mostly: saving what is new
        does not wait for a place for what is old."""
        try:
            there = path.stat()
            if not stat.S_ISREG(there.st_mode):
                return ""
            content = path.read_bytes()
            kept = self.of(path)
            with contextlib.suppress(OSError):
                if kept and kept[0].path.read_bytes() == content:
                    return ""
            folder = self._of(path)
            folder.mkdir(parents=True, exist_ok=True)
            write_whole(folder / f"{time.time_ns():020d}.cornice", content, there.st_mode & 0o777)
        except FileNotFoundError:
            return ""
        except OSError as error:
            return f"No earlier version was kept ({error.strerror or error})."
        except CorniceError as error:
            return f"No earlier version was kept: {error}"
        for old in self.of(path)[VERSIONS_KEPT:]:
            with contextlib.suppress(OSError):
                old.path.unlink()
        return ""

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

    A copy belongs to a process as long as its lock is held; what an ended process left is offered once, to the window
    that asks first.
    """

    def __init__(self, folder: Path) -> None:
        self._folder = folder / "recovery"
        self._folder.mkdir(parents=True, exist_ok=True)
        sweep(folder, time.time())
        self._claimed: dict[Path, int] = {}  # what an ended process left, and this one offers: its lock
        name = f"{os.getpid()}-{time.time_ns()}"
        self._copy = self._folder / f"{name}.cornice"
        self._origin = self._folder / f"{name}.path"
        self._lock_path = self._folder / f"{name}.lock"
        self._lock = os.open(self._lock_path, os.O_CREAT | os.O_RDWR | os.O_CLOEXEC, 0o600)
        fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)

    def keep(self, job: Job, path: Path | None) -> None:
        """Write the running copy. Raises SurroundingsError."""
        write_whole(self._origin, os.fsencode(str(path)) if path else b"", PRIVATE)
        write_whole(self._copy, encode_job(job), PRIVATE)

    def drop(self) -> None:
        """Take the running copy away: the job is saved."""
        for path in (self._copy, self._origin):
            with contextlib.suppress(OSError):
                path.unlink()

    def close(self) -> None:
        """End recovery for this process, leaving a running copy only if there is one."""
        for handle in self._claimed.values():
            os.close(handle)
        self._claimed = {}
        if self._lock >= 0:
            os.close(self._lock)
            self._lock = -1
            with contextlib.suppress(OSError):
                self._lock_path.unlink()

    def left_behind(self) -> list[Recovered]:
        """Return the copies of processes that ended without saving, newest first, which no other window is offered
        any more; damaged ones are passed over."""
        found: list[Recovered] = []
        for copy in self._folder.glob("*.cornice"):
            if copy == self._copy or not self._claim(copy):
                continue
            try:
                job = decode_job(copy.read_bytes(), copy.name)
                origin = copy.with_suffix(".path").read_bytes() if copy.with_suffix(".path").exists() else b""
                found.append(Recovered(job, Path(os.fsdecode(origin)) if origin else None, copy.stat().st_mtime, copy))
            except (CorniceError, OSError):
                continue
        return sorted(found, key=lambda one: -one.when)

    def _claim(self, copy: Path) -> bool:
        """Make a copy this window's to offer; return whether it is."""
        if copy in self._claimed:
            return True
        try:
            handle = os.open(copy.with_suffix(".lock"), os.O_CREAT | os.O_RDWR | os.O_CLOEXEC, PRIVATE)
        except OSError:
            return False
        if _locked(handle) != "ours":
            os.close(handle)
            return False
        self._claimed[copy] = handle
        return True

    @staticmethod
    def forget(recovered: Recovered) -> None:
        """Take away a copy that was taken up or declined."""
        for suffix in (".cornice", ".path", ".lock"):
            with contextlib.suppress(OSError):
                recovered.copy.with_suffix(suffix).unlink()


# ---- the lock against opening twice


class JobLock:
    """Held while a window has a job file open; the system lets go of it if the program is killed.

    Held are a file beside the job's, which is there before the job's is, and the job's own, which may have another name
    in another folder."""

    def __init__(self, handle: int, path: Path) -> None:
        self._handle = handle
        self._path = path
        self._own = -1

    @staticmethod
    def beside(path: Path) -> Path:
        """Return where the lock of a job file stands."""
        real = Path(os.path.realpath(path))
        return real.with_name(f".{real.name}.lock")

    @classmethod
    def take(cls, path: Path) -> JobLock | None:
        """Take the lock, and away what a window that died while saving left beside the file. Returns None where the
        folder cannot hold one (read-only): nothing can be saved there either.

        Raises CorniceError where another window has the job open.
        """
        lock = cls.beside(path)
        while True:
            try:
                handle = os.open(lock, os.O_CREAT | os.O_RDWR | os.O_CLOEXEC, PRIVATE)
            except OSError:
                return None
            whose = _locked(handle)
            if whose != "ours":
                os.close(handle)
                if whose == "theirs":
                    raise _open_elsewhere(path)
                return None
            # Another window may have removed the file between opening and locking: then this lock guards nothing.
            try:
                if os.fstat(handle).st_ino == os.stat(lock).st_ino:
                    break
            except FileNotFoundError:
                pass
            os.close(handle)
        made = cls(handle, lock)
        try:
            made.renew(path)
        except CorniceError:
            made.release()
            raise
        sweep_parts(Path(os.path.realpath(path)), math.inf)  # nobody else writes here now
        return made

    def renew(self, path: Path) -> None:
        """Hold the job's own file, which is another one after every saving. Raises CorniceError where another window
        holds it, by whatever name."""
        if self._own >= 0:
            os.close(self._own)
            self._own = -1
        try:
            own = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        except OSError:
            return
        whose = _locked(own)
        if whose == "ours":
            self._own = own
            return
        os.close(own)
        if whose == "theirs":
            raise _open_elsewhere(path)

    def release(self) -> None:
        """Let go of the job and leave no trace beside it."""
        if self._own >= 0:
            os.close(self._own)
            self._own = -1
        if self._handle >= 0:
            with contextlib.suppress(OSError):
                self._path.unlink()
            os.close(self._handle)
            self._handle = -1


def _open_elsewhere(path: Path) -> CorniceError:
    return CorniceError(f"{path.name} is already open in another window.", remedy="Close it there first.")
