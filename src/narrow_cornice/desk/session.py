"""The job in the window: its history, its file with lock, versions and recovery, and what is being looked at."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QSettings, QTimer, pyqtSignal

from narrow_cornice import memo
from narrow_cornice.desk.errands import Errands
from narrow_cornice.desk.remembered import Remembered
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.keeping import JobLock, Recovered, Recovery, Versions
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import HangingPath, JobPath, WallPath, room_of
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.sized import size_memos

RECENT = 8
RECOVERY_MS = 1500  # after the last change the running copy is written …
LONGEST_UNKEPT = 5.0  # … and no later than so many seconds after the first that it does not have


class Session(QObject):
    """One job open in one window.

    It begins with ``job``, with a new one for none. ``changed`` tells that the job is another value, with the title of
    what changed it; ``looked`` that the view is; ``filed`` that it stands in a file, ``saving_ended`` that saving is
    over, one way or another. ``refused`` carries an error in the decorator's words, ``told`` a word in passing.
    """

    changed = pyqtSignal(str)
    looked = pyqtSignal()
    refused = pyqtSignal(object)
    filed = pyqtSignal()
    saving_ended = pyqtSignal()
    told = pyqtSignal(str)

    def __init__(self, state: Path, settings: QSettings, runner: Runner, job: Job | None = None) -> None:
        super().__init__()
        self.settings = settings
        self.state = state
        self.runner = runner
        self.errands = Errands(self)
        self._keeper = Runner(self)  # saving and the running copy wait for no other work
        self.versions = Versions(state)
        self.recovery = Recovery(state)
        self.history = History(job or starting_job())
        size_memos(self.history.job)
        self.path: Path | None = None
        self.view = View()
        self.remembered = Remembered(settings)
        self.follows: Callable[[View, View], View] = lambda _, view: view  # what else of a view the selected brings
        self.before: Job | None = None
        self.saved_at: float | None = None
        self.last_change = ""
        self._gathered: list[Callable[[], None]] | None = None  # what is to be told once several changes are made
        self._saved_job: Job = self.history.job
        self._stamp: tuple[int, ...] | None = None  # of the file as it was read or written here
        self._lock: JobLock | None = None
        self._to_save: list[Path] = []  # where the job is being saved to, and is to be after that
        self._unkept_since: float | None = None  # when the first change came that the running copy does not have
        self._recovery_timer = QTimer(self)
        self._recovery_timer.setSingleShot(True)
        self._recovery_timer.timeout.connect(self.keep_recovery_copy)

    # ---- the job

    @property
    def job(self) -> Job:
        """Return the job as it is now."""
        return self.history.job

    @property
    def unsaved(self) -> bool:
        """Whether there is something that the file does not have."""
        return self.job is not self._saved_job and self.job != self._saved_job

    def room(self) -> Room | None:
        """Return the room being looked at, None where the job has none."""
        for room in self.job.rooms:
            if room.id == self.view.room_id:
                return room
        return self.job.rooms[0] if self.job.rooms else None

    def do(self, edit: Edit) -> bool:
        """Make a change; a refused one is told and leaves all as it was. Returns whether it was accepted."""
        before = self.job
        try:
            happened = self.history.do(edit)
        except CorniceError as error:
            self.refused.emit(error)
            return False
        if happened:
            self._after(before, edit.title)
        return True

    def do_made(self, make: Callable[[], Edit]) -> bool:
        """Make a change that may be refused as it is made, out of what was typed say; what is wrong is told."""
        try:
            edit = make()
        except CorniceError as error:
            self.refused.emit(error)
            return False
        return self.do(edit)

    def keep_found(self, edit: Edit) -> None:
        """Take up what was worked out aside, as no step to be undone; a job that was saved stays saved."""
        saved = not self.unsaved
        if self.history.amend(edit):
            if saved:
                self._saved_job = self.job
            else:
                self._keep_soon()
            size_memos(self.job)
            self.changed.emit(self.last_change)

    def undo(self) -> None:
        """Take the last change back."""
        before = self.job
        if title := self.history.undo():
            self._after(before, f"undone: {title}")

    def redo(self) -> None:
        """Make the last undone change again."""
        before = self.job
        if title := self.history.redo():
            self._after(before, title)

    @contextmanager
    def gathering(self) -> Iterator[None]:
        """Make several changes and tell of them once, at the end."""
        if self._gathered is not None:
            yield
            return
        self._gathered = []
        try:
            yield
        finally:
            told, self._gathered = self._gathered, None
            for signal in dict.fromkeys(told):
                signal()

    def _tell_changed(self) -> None:
        self.changed.emit(self.last_change)

    def _tell_looked(self) -> None:
        self.looked.emit()

    def _tell(self, told: Callable[[], None]) -> None:
        if self._gathered is None:
            told()
        else:
            self._gathered.append(told)

    def _after(self, before: Job, title: str) -> None:
        size_memos(self.job)
        self.before = before
        self.last_change = title
        self._settle_view()
        self._keep_soon()
        self._tell(self._tell_changed)

    def _keep_soon(self) -> None:
        """Have the running copy written in a moment, however fast the changes come."""
        now = time.monotonic()
        if self._unkept_since is None:
            self._unkept_since = now
        left = max(0.0, self._unkept_since + LONGEST_UNKEPT - now)
        self._recovery_timer.start(min(RECOVERY_MS, int(left * 1000)))

    # ---- the view

    def turn_to(self, leaf: str) -> None:
        """Turn to a leaf of the place, seen as it was left."""
        self.look(leaf=leaf, seen_as=self.remembered.seen_as(self.view.place, leaf))

    def look(self, **fields: object) -> None:
        """Look at something else."""
        view = replace(self.view, **fields)
        if "leaf" not in fields:
            view = self.follows(self.view, view)
        if view != self.view:
            self.view = view
            self._settle_view()
            self.remembered.note(self.view)
            self._tell(self._tell_looked)

    def _settle_view(self) -> None:
        """Keep the view on things that are there."""
        room = self.room()
        view = replace(self.view, room_id=room.id if room is not None else "")
        if room is None:
            view = replace(view, wall_id="")
        elif all(side.id != view.wall_id for side in room.measured.walls):
            view = replace(view, wall_id=room.measured.walls[0].id if room.measured.walls else "")
        selected = view.selected
        gone = isinstance(selected, JobPath) and not selected.there(self.job)
        self.view = replace(view, selected=None) if gone else view

    def select(self, about: About) -> None:
        """Select a thing by its path, going to its room."""
        fields: dict[str, object] = {"selected": about}
        room = room_of(self.job, about)
        if room is not None:
            fields["room_id"] = room.id
            wall = wall_about(room, about)
            if wall:
                fields["wall_id"] = wall
        self.look(**fields)

    # ---- the file

    def start_new(self) -> None:
        """Begin a new job."""
        self._take_up(starting_job(), None, None)

    def open(self, path: Path) -> None:
        """Open a job file. Raises CorniceError and leaves all as it was."""
        lock = None
        if self.path is None or JobLock.beside(path) != JobLock.beside(self.path) or self._lock is None:
            lock = JobLock.take(path)
        else:
            lock = self._lock
        stamp = _stamp_of(path)
        try:
            job = read_job(path)
        except BaseException:  # whatever went wrong, the file is not open here
            if lock is not None and lock is not self._lock:
                lock.release()
            raise
        self._take_up(job, path, lock)
        self._stamp = stamp
        self._remember(path)

    def take_up_recovered(self, recovered: Recovered) -> None:
        """Go on with a job that was not saved when the program ended."""
        lock = JobLock.take(recovered.path) if recovered.path is not None and recovered.path.parent.exists() else None
        self._take_up(recovered.job, recovered.path, lock)
        self._saved_job = starting_job()  # what is in the file, if any, is older
        self.keep_recovery_copy(lambda: Recovery.forget(recovered))  # the old copy goes once the new one stands
        self.filed.emit()

    def restore_version(self, job: Job) -> None:
        """Put an earlier version in place of the present job, as a change that can be undone."""
        self.do(Edit("bring back an earlier version", lambda _: job))

    def _take_up(self, job: Job, path: Path | None, lock: JobLock | None) -> None:
        if self._lock is not None and self._lock is not lock:
            self._lock.release()
        self._drop_copy()
        self._lock, self._stamp = lock, None
        memo.let_go()
        size_memos(job)
        self.history = History(job)
        self._saved_job = job
        self.path = path
        self.before = None
        self.saved_at = None
        self.last_change = ""
        left = self.remembered.room if path is not None else ""
        begin = next((room.id for room in job.rooms if room.id == left), job.rooms[0].id if job.rooms else "")
        self.view = replace(View(), place=self.view.place, room_id=begin)
        self._settle_view()
        self.changed.emit("")
        self.filed.emit()

    def _drop_copy(self) -> None:
        """Take the running copy away: what is open stands in its file, or is not kept."""
        self._recovery_timer.stop()
        self._unkept_since = None
        self.recovery.drop()

    @property
    def saving(self) -> bool:
        """Whether the job is being saved."""
        return bool(self._to_save)

    def save(self, path: Path) -> None:
        """Save the job as it is now to a file, aside; the former version is kept. ``filed`` is told once it is there;
        where it cannot be, ``refused`` is, and the file is left as it was."""
        self._to_save.append(path)
        if len(self._to_save) == 1:
            self._save_next()

    def _save_next(self) -> None:
        path, job, lock, former = self._to_save[0], self.job, self._lock, self._lock
        try:
            if self.path is None or JobLock.beside(path) != JobLock.beside(self.path):
                lock = JobLock.take(path)
        except CorniceError as error:
            self.refused.emit(error)
            self._saving_over()
            return

        def work() -> tuple[str, tuple[int, ...] | None]:
            try:
                said = f"{self.versions.put_away(path)} {write_job(path, job)}".strip()
            except BaseException:  # whatever went wrong, the job is not in that file
                if lock is not None and lock is not former:
                    lock.release()
                raise
            if lock is not None:
                with suppress(CorniceError):
                    lock.renew(path)
            return said, _stamp_of(path)

        def saved(done: tuple[str, tuple[int, ...] | None]) -> None:
            said, self._stamp = done
            self._saved(path, job, lock)
            if said:
                self.refused.emit(said)

        self._keeper.run("", work, saved, self.refused.emit, over=self._saving_over)

    @property
    def changed_elsewhere(self) -> bool:
        """Whether another program has written the job's file since it was read or written here."""
        now = _stamp_of(self.path) if self.path is not None and self._stamp is not None else None
        return now is not None and now != self._stamp

    def _saved(self, path: Path, job: Job, lock: JobLock | None) -> None:
        """Take note of a job that is in its file now; it may have been changed since it was given to be saved."""
        if self._lock is not None and lock is not self._lock:
            self._lock.release()
        self._lock = lock
        self.path = path
        self._saved_job = job
        self.saved_at = time.time()
        if not self.unsaved:
            self._drop_copy()
        self._remember(path)
        self.filed.emit()

    def _saving_over(self) -> None:
        del self._to_save[0]
        if self._to_save:
            self._save_next()
        else:
            self.saving_ended.emit()

    def keep_recovery_copy(self, then: Callable[[], None] = lambda: None) -> None:
        """Write the running copy aside if there is something unsaved, ``then`` do what had to wait for it."""
        self._unkept_since = None
        if not self.unsaved:
            self.recovery.drop()
            then()
            return
        job, path, recovery = self.job, self.path, self.recovery

        def kept(_: object) -> None:
            if not self.unsaved:  # it was saved while its running copy was being written
                self.recovery.drop()
            then()

        self._keeper.run("", lambda: recovery.keep(job, path), kept, self.refused.emit)

    def close(self, *, discard: bool) -> None:
        """Let go of the job and its file; ``discard`` drops what was not saved."""
        self.settings.setValue("left open", self.path is not None)
        self._recovery_timer.stop()
        self.errands.end()
        self.runner.wait()
        self._keeper.wait()
        if discard or not self.unsaved:
            self.recovery.drop()
        else:
            self.recovery.keep(self.job, self.path)
        self.recovery.close()
        if self._lock is not None:
            self._lock.release()
            self._lock = None

    # ---- recent files

    def last(self) -> Path | None:
        """Return the file that was open last where the window was left with it, None for none."""
        return next(iter(self.recent()), None) if self.settings.value("left open", False, type=bool) else None

    def recent(self) -> list[Path]:
        """Return the files worked on lately that are still there."""
        kept = self.settings.value("recent", [], type=list)
        return [Path(one) for one in kept if Path(one).exists()][:RECENT]

    def _remember(self, path: Path) -> None:
        real = str(path.resolve())
        others = [str(one) for one in self.recent() if str(one) != real]
        self.settings.setValue("recent", [real, *others][:RECENT])


def _stamp_of(path: Path) -> tuple[int, ...] | None:
    """Return what is another one once a file was written anew, None where there is no file."""
    try:
        there = path.stat()
    except OSError:
        return None
    return there.st_ino, there.st_mtime_ns, there.st_size


def wall_about(room: Room, about: About) -> str:
    """Return the identity of the wall that a thing is or hangs on, empty for none."""
    if isinstance(about, WallPath):
        return about.wall
    if isinstance(about, HangingPath):
        return str(getattr(about.found(room), "wall", ""))
    return ""
