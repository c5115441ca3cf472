"""The window of a large job, and how long a change takes in it until a person sees it."""

from __future__ import annotations

import itertools
import time
from pathlib import Path
from typing import Any, NamedTuple

from msgspec.structs import replace

from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.units.lengths import parse_length


def many_rooms(count: int) -> Job:
    """Return a job of ``count`` rooms like the demo's, each a little different."""
    demo = demo_job()
    rooms = []
    for index in range(count):
        room = demo.rooms[index % 2]
        heights = tuple(as_reading(parse_length(f"{one.mm + index:g}")) for one in room.measured.heights)
        measured = replace(room.measured, heights=heights)
        rooms.append(replace(room, id=f"r{index + 1}", name=f"{room.name} {index + 1}", measured=measured))
    return replace(demo, rooms=tuple(rooms))


def window_of(home: str, rooms: int) -> Any:
    """Return the complete window of a large job, its cornice selected; its session keeps no running copy."""
    from narrow_cornice.desk.calm import calm_python, started
    from narrow_cornice.desk.making_window import application, make_window, settings_file
    from narrow_cornice.desk.runner import Runner
    from narrow_cornice.desk.session import Session
    from narrow_cornice.desk.theme import load_faces

    program = application()
    calm_python()
    load_faces()
    session = Session(Path(home), settings_file(Path(home)), Runner())
    session._take_up(many_rooms(rooms), None, None)
    window: Any = make_window(session)
    window.program = program  # which goes when nobody holds it
    window.show()
    window.make_complete()
    started()
    session.look(place="trim", room_id="r5", selected=TrimPath("r5", "cornice"))
    session._recovery_timer.setInterval(10_000_000)
    return window


class Change(NamedTuple):
    """The seconds until the drawing was painted after a change, until all was counted, shown and painted, and the
    longest that the window took no event."""

    drawing: float
    taken: float
    still: float


BEAT_MS = 10  # a window that is asked more often spends its time on answering


def changed(window: Any, edit: edits.Edit) -> Change:
    """Return how long a change takes. The window waits for events as it does for a person, and rests afterwards."""
    from PyQt6.QtCore import QEvent, QEventLoop, QObject, QTimer

    begin = time.perf_counter()
    beats, painted = [begin], list[float]()
    loop, beat = QEventLoop(), QTimer()

    class Painted(QObject):
        def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
            if event is not None and event.type() == QEvent.Type.Paint:
                QTimer.singleShot(0, lambda: painted.append(time.perf_counter()))
            return False

    def look() -> None:
        beats.append(time.perf_counter())
        if not window.aside.waits:
            QTimer.singleShot(0, loop.quit)  # what is to be painted is painted before

    watch, canvas = Painted(), getattr(window.page(window.session.view.place), "canvas", None)
    if canvas is not None:
        canvas.installEventFilter(watch)
    beat.timeout.connect(look)
    beat.start(BEAT_MS)
    window.session.do(edit)
    loop.exec()
    taken = time.perf_counter() - begin
    beat.stop()
    if canvas is not None:
        canvas.removeEventFilter(watch)
    QTimer.singleShot(500, loop.quit)
    loop.exec()
    drawing = painted[0] - begin if painted else taken
    return Change(drawing, taken, max(b - a for a, b in itertools.pairwise(beats)))


def settled(window: Any) -> None:
    """Wait until a window has counted through what was changed."""
    from PyQt6.QtWidgets import QApplication

    QApplication.processEvents()
    while window.aside.waits:
        QApplication.processEvents()
        time.sleep(0.001)
    QApplication.processEvents()
