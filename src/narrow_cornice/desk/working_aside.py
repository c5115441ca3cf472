"""What the window shows, worked out beside it: the drawing that is looked at, and the counts of the whole job.

Both go one way: a frozen job and view go to a thread of their own, the memos of the derivation are filled there, and
the window is told to show. What takes a moment is waited for, so that most changes are shown at once.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from contextlib import suppress
from threading import Event

from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from narrow_cornice.colour.tones import make_ready
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.place import Places
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.view import TO_SETTLE, TallyPath, View
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.model import Job
from narrow_cornice.memo import GivenUp, while_wanted

AT_ONCE = 8  # rooms that are counted between two blinks
PATIENCE_MS = 35  # how long the window waits for what it shows before it goes on without …
LITTLE_PATIENCE_MS = 8  # … and where much is new, so that it will hardly be done
MOST_TO_PAINT_MS = 150  # after which the counts are begun whether the drawing is painted or not
BREATH_MS = 25  # in which the window is painted before anything is counted aside, which would go for the same processor


def count(job: Job, places: Places, view: View) -> None:
    """Derive what the tally, the spine, the second look and the place in front show of a job, so that asking again is
    quick."""
    place = places[view.place]
    make_ready()
    for total in places.totals:
        total.figure(job).rounded(job.settings)
    places.left_to_settle(job)
    places.standing(job)
    if place.of_all is not None:
        place.of_all(job)
    _look_for_fixes(job, view)


def _look_for_fixes(job: Job, view: View) -> None:
    """Look for what mends the findings that the bench shows, most likely: all, those of the room, or of a thing."""
    from narrow_cornice.review.second_look import second_look  # comes in with the first counting

    every = view.selected == TallyPath(TO_SETTLE)
    for finding in second_look(job):
        if every or finding.about == view.selected or (view.selected is None and finding.room_id == view.room_id):
            len(finding.fixes)


class WorkingAside(QObject):
    """Works out what one session shows. ``ready`` says that it can be shown, and whether the job changed since the last
    showing; ``drawn`` that the drawing can be, and the counts will take a moment longer; ``late`` that the drawing
    takes a while."""

    ready = pyqtSignal(bool)
    drawn = pyqtSignal()
    late = pyqtSignal()
    _is_drawn = pyqtSignal(int)  # sent by the thread that drew it, for which asking

    def __init__(self, session: Session, places: Places, tell: Callable[[CorniceError | str], None]) -> None:
        super().__init__()
        self._session, self._places, self._tell = session, places, tell
        self._runner = Runner(self)
        self._is_drawn.connect(self._take_drawing)
        self._asked = self._to_show = 0  # the last asking to be shown, and the one that is still to be
        self._moved = False
        self._shown = Event()  # whether the drawing of the last asking is painted
        self._took = 0.0  # the seconds that the counts of the last change took
        self._known: Job | None = None  # the last job that was counted whole
        self._counting: Job | None = None  # the one that is being counted aside

    @property
    def began(self) -> bool:
        """Whether a job has been counted yet."""
        return self._known is not None

    @property
    def waits(self) -> bool:
        """Whether something is still to be shown, or to be counted."""
        return self._to_show != 0 or self._counting is not None

    def ask(self, *, moved: bool) -> None:
        """Have what is looked at worked out; ``ready`` comes at once where that takes a moment, else when it is done.

        Until then the window shows what was there before, and goes on taking what is typed.
        """
        session, self._asked = self._session, self._asked + 1
        job, view, room, asked = session.job, session.view, session.room(), self._asked
        self._to_show, self._moved = asked, self._moved or moved
        quick = not moved or self._took <= PATIENCE_MS / 1000.0
        at_once, places = self._soon(job), self._places
        drawing, whole, shown = Event(), Event(), Event()
        self._shown.set()  # nobody waits for a drawing that is not wanted any more
        self._shown = shown
        patience = (PATIENCE_MS if at_once else LITTLE_PATIENCE_MS) / 1000.0

        def is_superseded() -> bool:
            return self._asked != asked

        def work() -> None:
            try:
                if is_superseded():
                    return
                with while_wanted(lambda: not is_superseded()), suppress(GivenUp):
                    work_out()
            finally:
                drawing.set()
                whole.set()

        def work_out() -> None:
            for one in job.rooms:
                measured_room(one, job.house_rules)
            places.drawing(job, view, room)
            if not at_once:
                return
            self._is_drawn.emit(asked)
            drawing.set()
            if not quick:  # painting beside this would take ten times as long
                shown.wait(MOST_TO_PAINT_MS / 1000.0)
            if is_superseded():
                return
            begin = time.perf_counter()
            count(job, places, view)
            if moved:
                self._took = time.perf_counter() - begin

        def done(_: object = None) -> None:
            if self._to_show == asked:
                self._to_show = 0
                self._say_ready()

        self._runner.run("", work, done, lambda _: done())
        # What took a moment the last time is waited for with the drawing; else the drawing is shown without it.
        if (whole if quick else drawing).wait(patience) and whole.is_set():
            done()
        elif not drawing.is_set():
            self.late.emit()

    def _take_drawing(self, asked: int) -> None:
        """Have the drawing shown before the counts are worked out."""
        if self._to_show == asked:
            self.drawn.emit()
            self._shown.set()

    def _say_ready(self) -> None:
        moved, self._moved = self._moved, False
        self.ready.emit(moved)

    def _soon(self, job: Job) -> bool:
        """Return whether so little of a job is new that all of it is counted at once."""
        known = self._known
        if known is None:
            return False
        same = all(getattr(job, table) is getattr(known, table) for table in ("house_rules", "paints", "colours"))
        there = {id(room) for room in known.rooms} if same else set()
        return sum(id(room) not in there for room in job.rooms) <= AT_ONCE

    def counted(self, *, moved: bool, visible: bool) -> bool:
        """Return whether the whole job can be counted at once; where it would take long, have it counted aside.

        Long is: the first time, when measuring colours still has to be loaded, and when many rooms are new or a table
        that all of them use is another.
        """
        job = self._session.job
        if self._soon(job):
            self._known = job
            return True
        self._moved = self._moved or moved
        if self._counting is None and visible:
            self._counting = job
            QTimer.singleShot(BREATH_MS, lambda: self._count(job))
        return False

    def _count(self, job: Job) -> None:
        if self._counting is job:
            view = self._session.view
            self._session.runner.run("Counting", lambda: count(job, self._places, view), self._take, self._tell)

    def _take(self, _done: object) -> None:
        """Show what was counted aside; if the job has changed meanwhile, what is new in it follows from that."""
        if self._counting is None:
            return
        self._known, self._counting = self._counting, None
        self._say_ready()

    def count_now(self) -> None:
        """Count everything here and now (for pictures and tests)."""
        count(self._session.job, self._places, self._session.view)
        self._known = self._session.job

    def end(self) -> None:
        """Let what is being worked out end unseen."""
        self._to_show, self._counting = 0, None
        self._shown.set()
        self._runner.wait()
