"""The job file: a ZIP with ``job.json``. Opened without ever being changed, saved whole or not at all."""

from __future__ import annotations

import contextlib
import errno
import glob
import io
import os
import stat
import time
from pathlib import Path
from typing import TYPE_CHECKING

import msgspec
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError, SurroundingsError
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.migrations import migrated
from narrow_cornice.job.model import SCHEMA, Job
from narrow_cornice.job.pictures import MOST_BYTES, MOST_PICTURE_BYTES, MOST_PICTURES, PICTURE_NAME

if TYPE_CHECKING:
    import zipfile

MEMBER = "job.json"
PICTURES = "pictures/"
MOST_JSON_BYTES = 64 * 1024 * 1024
MOST_THINGS, MOST_VALUES = 500_000, 3_000_000
OLD = 3600.0  # seconds after which half a file that nobody went on with is litter
MOST_FILE_BYTES = 512 * 1024 * 1024
_FIXED_TIME = (2020, 1, 1, 0, 0, 0)  # equal jobs make equal files


class JobFileError(CorniceError, ValueError):
    """A file that is not a job that this program can read."""


class FileSizeError(CorniceError, ValueError):
    """What is no file, or a larger one than can be read."""


class _Version(msgspec.Struct):
    schema: int


def encode_job(job: Job) -> bytes:
    """Return the bytes of a job file. Raises JobFileError for a job that could not be opened again."""
    try:
        text = msgspec.json.format(msgspec.json.encode(replace(job, pictures={}) if job.pictures else job), indent=1)
    except UnicodeEncodeError as error:
        raise JobFileError(
            f"“{error.object[:40]!r}” holds a sign that no file can hold.", remedy="Name it anew."
        ) from None
    if len(text) > MOST_JSON_BYTES:
        raise JobFileError(
            f"This job is {len(text) / 1e6:.0f} MB without its pictures; {MOST_JSON_BYTES / 1e6:.0f} MB are the most.",
            remedy="Take something out of it, or part it into two jobs.",
        )
    import zipfile  # where it is used: a window is painted before any file is read or written

    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED, compresslevel=6) as archive:
        member = zipfile.ZipInfo(MEMBER, _FIXED_TIME)
        member.compress_type = zipfile.ZIP_DEFLATED
        member.external_attr = 0o644 << 16
        archive.writestr(member, text)
        for name in sorted(job.pictures):
            picture = zipfile.ZipInfo(f"{PICTURES}{name}", _FIXED_TIME)
            picture.external_attr = 0o644 << 16
            archive.writestr(picture, job.pictures[name])  # a JPEG does not get smaller
    return held.getvalue()


def _check_amount(raw: bytes, name: str) -> None:
    """Raise JobFileError for more things than any job has: each of them takes many times its letters once it is
    read. A house of sixty rooms has some 25 000 things and 80 000 values."""
    things, values = raw.count(b"{") + raw.count(b"["), raw.count(b",")
    if things > MOST_THINGS or values > MOST_VALUES:
        raise JobFileError(f"{name} has {max(things, values) / 1e6:.1f} million things in it, more than any job has.")


def decode_json(raw: bytes, name: str) -> Job:
    """Return the job that a ``job.json`` holds. Raises JobFileError with the place that is wrong."""
    _check_amount(raw, name)
    try:
        version = msgspec.json.decode(raw, type=_Version).schema
    except msgspec.ValidationError as error:
        raise JobFileError(f"{name} does not say its schema version ({error}).") from None
    except (msgspec.DecodeError, RecursionError) as error:
        raise JobFileError(f"{MEMBER} in {name} is not readable JSON ({error}).") from None
    if version > SCHEMA:
        raise JobFileError(
            f"{name} was saved by a newer version of this program (schema {version}; this one reads up to {SCHEMA}).",
            remedy="Open it with that version.",
        )
    if version < 1:
        raise JobFileError(f"{name} has the schema version {version}, which never was.")
    try:
        if version == SCHEMA:
            return checked_job(msgspec.json.decode(raw, type=Job))
        return checked_job(msgspec.convert(migrated(msgspec.json.decode(raw)), Job))
    except msgspec.ValidationError as error:
        raise JobFileError(f"Something in {name} is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise JobFileError(f"{MEMBER} in {name} is not readable JSON ({error}).") from None
    except CorniceError as error:
        raise JobFileError(f"Something in {name} is not possible: {error}") from None


def decode_job(raw: bytes, name: str) -> Job:
    """Return the job in the bytes of a job file. Raises JobFileError for anything else."""
    if not raw:
        raise JobFileError(f"{name} is empty.", remedy="Look among its earlier versions.")
    import zipfile
    import zlib

    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as archive:
            member = archive.getinfo(MEMBER)
            _check_packing(archive)
            if member.file_size > MOST_JSON_BYTES:
                raise JobFileError(
                    f"{MEMBER} in {name} claims {member.file_size / 1e6:.0f} MB, more than any job has "
                    f"({MOST_JSON_BYTES / 1e6:.0f} MB)."
                )
            with archive.open(member) as stream:
                text = stream.read(MOST_JSON_BYTES + 1)
            pictures = _pictures(archive, name)
    except KeyError:
        raise JobFileError(f"{name} is an archive without {MEMBER}: it is not a job.") from None
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, OSError, ValueError) as error:
        if isinstance(error, JobFileError):
            raise
        raise JobFileError(
            f"{name} is damaged or not a job file ({error}).", remedy="Look among its earlier versions."
        ) from None
    if len(text) > MOST_JSON_BYTES:
        raise JobFileError(f"{MEMBER} in {name} is larger than it claims.")
    job = decode_json(text, name)
    return replace(job, pictures=pictures) if pictures else job


def _check_packing(archive: zipfile.ZipFile) -> None:
    """Raise ValueError for what is packed in another way than this program and usual archivers pack: unpacking some of
    them takes memory that nobody can judge beforehand."""
    import zipfile

    for member in archive.infolist():
        if member.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED):
            raise ValueError(f"“{member.filename[:40]}” in it is packed in a way that jobs are not")


def _pictures(archive: zipfile.ZipFile, name: str) -> dict[str, bytes]:
    """Return the pictures that stand beside the job. Raises JobFileError for more than a job can have."""
    found: dict[str, bytes] = {}
    held = 0
    for member in archive.infolist():
        called = member.filename.removeprefix(PICTURES)
        if called == member.filename or not PICTURE_NAME.fullmatch(called):
            continue
        held += member.file_size
        if member.file_size > MOST_PICTURE_BYTES or held > MOST_BYTES or len(found) >= MOST_PICTURES:
            raise JobFileError(f"The pictures in {name} are more than any job has.")
        with archive.open(member) as stream:
            found[called] = stream.read(MOST_PICTURE_BYTES + 1)[:MOST_PICTURE_BYTES]
    return found


def surroundings(error: OSError, path: Path, doing: str) -> SurroundingsError:
    """Return what the system said about a file, in words that say what would do."""
    reasons = {
        errno.ENOSPC: ("the disk is full", "Free some space, or save it elsewhere."),
        errno.EDQUOT: ("your share of the disk is used up", "Free some space, or save it elsewhere."),
        errno.EACCES: ("it may not be written or read", "Choose another folder, or ask whoever may."),
        errno.EPERM: ("it may not be written or read", "Choose another folder, or ask whoever may."),
        errno.EROFS: ("this place can only be read", "Save it elsewhere."),
        errno.ENOENT: ("the file or its folder is not there", "Choose another place."),
        errno.ENOTDIR: ("its folder is not a folder", "Choose another place."),
        errno.EISDIR: ("it is a folder", "Choose a file."),
        errno.ENAMETOOLONG: ("its name is too long", "Choose a shorter name."),
    }
    why, remedy = reasons.get(error.errno or 0, (error.strerror or str(error), "Try another place."))
    return SurroundingsError(f"{path.name or path} could not be {doing}: {why}.", remedy=remedy)


def read_job(path: Path) -> Job:
    """Return the job in a file. The file is only read. Raises JobFileError or SurroundingsError."""
    try:
        raw = file_content(path, MOST_FILE_BYTES)
    except ValueError as error:
        if isinstance(error, CorniceError):
            raise JobFileError(str(error)) from None
        raise JobFileError(f"“{str(path)[:80]!r}” cannot be the name of a file.") from None
    return decode_job(raw, path.name)


def file_content(path: Path, most: int) -> bytes:
    """Return the bytes of a file. Raises SurroundingsError, and for what is no file (a pipe or a device, which never
    end) or larger than ``most`` FileSizeError."""
    try:
        handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        with os.fdopen(handle, "rb") as stream:
            there = os.fstat(handle)
            if stat.S_ISDIR(there.st_mode):
                raise IsADirectoryError(errno.EISDIR, "is a folder")
            if not stat.S_ISREG(there.st_mode):
                raise FileSizeError(f"{path.name} is no file but a device or a pipe.", remedy="Choose a file.")
            if there.st_size > most:
                raise FileSizeError(f"{path.name} is {there.st_size / 1e6:.0f} MB, more than this can be.")
            content = stream.read(most + 1)
    except OSError as error:
        raise surroundings(error, path, "opened") from None
    if len(content) > most:
        raise FileSizeError(f"{path.name} grew larger than this can be while it was read.")
    return content


def write_whole(path: Path, content: bytes, mode: int | None = None) -> str:
    """Put ``content`` in place of the file at one moment, or leave the file as it was.

    The bytes go to a neighbour first and to the disk itself (fsync), then take the name in one step (rename), then
    the folder is brought to the disk. A new file may be given its ``mode``. Returns in words what did not go as it
    should though the file is there, empty mostly. Raises SurroundingsError.
    """
    import tempfile

    said = ""
    try:
        target = Path(os.path.realpath(path))  # a link stays a link
        if target.exists() and not target.is_file():
            raise SurroundingsError(
                f"{path.name} is no file but a device, a pipe or a folder.", remedy="Choose a file."
            )
        there = target.stat() if target.exists() else None
        if there is not None and there.st_nlink > 1:
            said = f"{path.name} is saved; the file had other names beside this one, and these keep what was in it."
        if mode is None:
            mode = there.st_mode & 0o777 if there is not None else 0o666 & ~_umask()
        sweep_parts(target, time.time() - OLD)
        handle, name = tempfile.mkstemp(prefix=part_prefix(target), suffix=".part", dir=target.parent)
    except OSError as error:
        raise surroundings(error, path, "saved") from None
    try:
        try:
            with os.fdopen(handle, "wb") as stream:
                stream.write(content)
                stream.flush()
                os.fsync(stream.fileno())
            try:
                os.chmod(name, mode)
            except OSError:  # some disks know no rights
                said = f"{path.name} is saved, but who may read it could not be set as it was."
            os.replace(name, target)
        except BaseException:
            with contextlib.suppress(OSError):
                os.unlink(name)
            raise
    except OSError as error:
        raise surroundings(error, path, "saved") from None
    try:
        folder = os.open(target.parent, os.O_RDONLY)
        try:
            os.fsync(folder)
        finally:
            os.close(folder)
    except OSError:
        said = f"{path.name} is saved, but its folder does not confirm that it is on the disk itself."
    return said


def sweep_parts(path: Path, before: float) -> None:
    """Take away halves of a file that somebody who died left beside it, last written before a time."""
    for litter in path.parent.glob(f"{glob.escape(part_prefix(path))}*.part"):
        with contextlib.suppress(OSError):
            if litter.stat().st_mtime < before:
                litter.unlink()


def part_prefix(path: Path) -> str:
    """Return what the name of a file begins with while it is being written beside another."""
    return f".{os.fsdecode(os.fsencode(path.name)[:100])}."


def _umask() -> int:
    mask = os.umask(0o022)
    os.umask(mask)
    return mask


def write_job(path: Path, job: Job) -> str:
    """Save the job, whole or not at all; return what is to be told though it is saved. Raises SurroundingsError."""
    return write_whole(path, encode_job(job))


def job_schema() -> bytes:
    """Return the JSON Schema of ``job.json``, as it ships and stands in the docs."""
    schema = msgspec.json.schema(Job)
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Narrow Cornice job"
    return msgspec.json.format(msgspec.json.encode(schema, order="sorted"), indent=1) + b"\n"
