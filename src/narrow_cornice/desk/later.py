"""What the bench shows a moment after the rest: too slow to wait for with every keystroke, and worked out beside it."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from narrow_cornice import memo
from narrow_cornice.desk.bench import Bench, Work
from narrow_cornice.desk.runner import Runner
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job

Found = TypeVar("Found")
GIVEN_UP = object()
PAUSE_MS = 60  # after the last asking, so that the window is painted first and quick typing works out nothing


class LaterWork(Work):
    """Works out one thing at a time, only the one asked for last. ``ready`` says that it is there."""

    ready = pyqtSignal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._runner = Runner(self)
        self._wanted: tuple[Job, ThingPath, Callable[[], object]] | None = None
        self._there: tuple[Job, ThingPath, object] | None = None
        self._busy = False
        self.is_current: Callable[[Job], bool] = lambda job: True  # whether a job is still the one that is open
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(PAUSE_MS)
        self._timer.timeout.connect(self._begin)

    def asked(self, job: Job, path: ThingPath, work: Callable[[], Found]) -> object | None:
        """Return what was worked out for just this job and thing; else None, and it is worked out soon."""
        there = self._there
        if there is not None and there[0] is job and there[1] == path:
            return there[2]
        self._wanted = (job, path, work)
        self._timer.start()
        return None

    @property
    def waits(self) -> bool:
        """Whether something is asked for that is not there yet."""
        return self._busy or self._wanted is not None

    def is_of(self, job: Job) -> bool:
        """Return whether what was worked out last is of just this job."""
        return self._there is not None and self._there[0] is job

    def _begin(self) -> None:
        wanted = self._wanted
        if wanted is None or self._busy:
            return
        job, path, asked = wanted
        self._wanted = None
        if not self.is_current(job):  # it would be worked out beside the counting of the newer one
            return
        self._busy = True

        def work() -> object:
            try:
                with memo.kept_aside(), memo.while_wanted(lambda: self.is_current(job)):
                    return asked()
            except memo.GivenUp:
                return GIVEN_UP

        def done(result: object) -> None:
            self._busy = False
            if result is not GIVEN_UP:
                self._there = (job, path, result)
            if self._wanted is None and result is not GIVEN_UP:
                self.ready.emit()
            elif self._wanted is not None:
                self._timer.start()

        def failed(_: CorniceError) -> None:
            self._busy = False
            if self._wanted is not None:  # what is asked for by now is another matter
                self._timer.start()

        self._runner.run("", work, done, failed)

    def wait(self) -> None:
        """Begin nothing more, and wait for what was begun."""
        self._timer.stop()
        self._wanted = None
        self._runner.wait()


def later(bench: Bench, job: Job, path: ThingPath, work: Callable[[], Found]) -> Found | None:
    """Return what ``work`` gives for a thing of the job as it is, None until it is there: then the rows are shown anew.

    ``work`` runs on a thread of its own and is given up when the job has changed before it is done. While the job is
    still being counted it waits: both would work out the same.
    """
    if not bench.is_counted:
        return None

    def shown_again(work: LaterWork) -> None:
        # Once the job is another one the bench is shown again by itself, when that one is counted: asking what needs
        # the whole of it before would count it here, with the window standing still.
        if work.is_of(bench.session.job):
            bench.refresh(counted=bench.is_counted)

    def listen(work: LaterWork) -> None:
        work.ready.connect(lambda: shown_again(work))

    aside = bench.work(LaterWork, listen)
    aside.is_current = lambda one: bench.session.job is one
    found: Found | None = aside.asked(job, path, work)  # type: ignore[assignment]
    return found
