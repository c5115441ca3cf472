"""Speed and memory, each as a median in one run, against something measured in the same run.

Run with ``make bench``. Nothing here is a test: a slow machine makes slow figures, the ratios stay.
"""

from __future__ import annotations

import gc
import os
import resource
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from msgspec.structs import replace

from narrow_cornice.job import edits
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.job.memo import forget_everything
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.lengths import parse_length

RUNS = 9

BARE = """
import time
import numpy
from PyQt6.QtWidgets import QApplication, QMainWindow
from PyQt6.QtCore import QTimer
application = QApplication([])
window = QMainWindow()
window.resize(1280, 800)
window.show()
def painted():
    window.repaint()
    print(time.time(), flush=True)
    application.quit()
QTimer.singleShot(0, painted)
application.exec()
"""

DEMO = """
import sys, time
from PyQt6.QtCore import QTimer
import narrow_cornice.desk.application as application

def painted_then_quit(window):
    original = window.show
    def show():
        original()
        QTimer.singleShot(0, painted)
    def painted():
        window.repaint()
        print(time.time(), flush=True)
        window.close()
    window.show = show
    return window

make = application.make_window
application.make_window = lambda session: painted_then_quit(make(session))
from narrow_cornice.cli import main
sys.exit(main(["demo"]))
"""


def median(times: list[float]) -> float:
    return statistics.median(times)


def timed(work: Callable[[], object], runs: int = RUNS) -> list[float]:
    times = []
    for _ in range(runs):
        begin = time.perf_counter()
        work()
        times.append(time.perf_counter() - begin)
    return times


def started(code: str, home: str) -> tuple[float, float]:
    """Return the seconds from the start of a process to its window painted, and its peak memory in MB."""
    environment = {**os.environ, "HOME": home, "XDG_STATE_HOME": f"{home}/state"}
    begin = time.time()
    process = subprocess.Popen([sys.executable, "-c", code], env=environment, stdout=subprocess.PIPE)
    assert process.stdout is not None
    painted = float(process.stdout.readline())
    _, status, used = os.wait4(process.pid, 0)
    process.stdout.close()
    if status:
        raise SystemExit(f"a measured process failed with {status}")
    return painted - begin, used.ru_maxrss / 1024


def many_rooms(count: int) -> Job:
    """Return a job of ``count`` rooms like the demo's, each a little different."""
    demo = demo_job()
    rooms = []
    for index in range(count):
        room = demo.rooms[index % 2]
        heights = tuple(parse_length(f"{one.mm + index:g}") for one in room.heights)
        rooms.append(replace(room, id=f"r{index + 1}", name=f"{room.name} {index + 1}", heights=heights))
    return replace(demo, rooms=tuple(rooms))


def start_up(home: str) -> None:
    bare, demo = [], []
    started(BARE, home), started(DEMO, home)
    for _ in range(RUNS):
        bare.append(started(BARE, home))
        demo.append(started(DEMO, home))
    one, other = median([seconds for seconds, _ in bare]), median([seconds for seconds, _ in demo])
    print(
        f"start to painted: bare window with NumPy {one * 1000:.0f} ms, demo {other * 1000:.0f} ms, "
        f"ratio {other / one:.2f} (aim under 2.5)"
    )
    print(
        f"peak memory: bare window {median([mb for _, mb in bare]):.0f} MB, "
        f"demo window {median([mb for _, mb in demo]):.0f} MB"
    )


def one_dimension(home: str) -> None:
    """Type one dimension in a 12-room job; the window brings drawing, bench, tally and second look up to date."""
    from narrow_cornice.desk.application import _application, calm_collector, make_window, settings_file
    from narrow_cornice.desk.drawing_page import drawing_of
    from narrow_cornice.desk.exports import every_drawing
    from narrow_cornice.desk.pictures import settle
    from narrow_cornice.desk.runner import Runner
    from narrow_cornice.desk.session import Session
    from narrow_cornice.desk.theme import load_faces
    from narrow_cornice.review.second_look import second_look
    from narrow_cornice.takeoff.tally import tally

    application = _application()
    calm_collector()
    load_faces()
    session = Session(Path(home), settings_file(Path(home)), Runner())
    session._take_up(many_rooms(12), None, None)
    window = make_window(session)
    window.show()
    window.make_complete()
    session.look(place="trim", room_id="r5", selected=("r5", "trim", "cornice"))
    settle()
    session._recovery_timer.setInterval(10_000_000)

    def fresh() -> None:
        forget_everything()
        job = session.job
        tally(job)
        second_look(job)
        for room in job.rooms:
            drawing_of(session, room=room)

    def everything() -> None:
        """Derive all there is of the job: as ``fresh``, and every other drawing of every room."""
        fresh()
        for room in session.job.rooms:
            every_drawing(session.job, room, 0, "cornice")

    def derived(make: Callable[[int], edits.Edit]) -> tuple[float, float, float]:
        """Return the median seconds of an edit derived again, and two median ratios, pair by pair.

        The first is to all rooms anew with one drawing each, the second to the whole job with every drawing of it.
        """
        again, rooms, whole = [], [], []
        for index in range(RUNS * 2):
            edit = make(index)
            gc.collect()  # what the other work left to be swept up is not this edit's
            begin = time.perf_counter()
            session.history.do(edit)
            tally(session.job)
            second_look(session.job)
            drawing_of(session)
            again.append(time.perf_counter() - begin)
            whole += timed(everything, 1)
            rooms += timed(fresh, 1)
        ratios = [median([b / a for a, b in zip(again, other, strict=True)]) for other in (rooms, whole)]
        return median(again), ratios[0], ratios[1]

    def typed(make: Callable[[int], edits.Edit]) -> tuple[float, float]:
        """Return the seconds until everything is up to date, and until it is painted as well."""
        ready, painted = [], []
        for index in range(RUNS * 2):
            edit = make(index)
            begin = time.perf_counter()
            session.do(edit)
            ready.append(time.perf_counter() - begin)
            application.processEvents()
            painted.append(time.perf_counter() - begin)
            settle(5)
        return median(ready), median(painted)

    def width(index: int) -> edits.Edit:
        return edits.set_readings("r5", "w2", (parse_length(f"{3600 + index}"),), "B–C")

    def opening(index: int) -> edits.Edit:
        return edits.change_opening("r5", "o2", "left window", width=parse_length(f"{700 + index}"))

    def height(index: int) -> edits.Edit:
        return edits.set_heights("r5", (parse_length(f"{2900 + index}"),))

    fresh()
    for name, make in (("an opening", opening), ("a wall", width), ("a ceiling height", height)):
        again, rooms, whole = derived(make)
        ready, painted = typed(make)
        print(
            f"{name} typed, 12 rooms: derived again in {again * 1000:.1f} ms; {whole:.1f} times quicker than the whole "
            f"job with all its drawings (aim 15 times), {rooms:.1f} times than it with one drawing for each room"
        )
        print(
            f"  … drawing, bench, tally and second look up to date in the window: {ready * 1000:.1f} ms "
            f"(aim under 16 ms), painted as well: {painted * 1000:.1f} ms"
        )
    window.again = True
    assert application is not None
    window.close()


def files(home: str) -> None:
    job = many_rooms(60)
    path = Path(home) / "big.cornice"
    saved = median(timed(lambda: write_job(path, job)))
    opened = median(timed(lambda: read_job(path)))
    print(f"60-room job ({path.stat().st_size / 1024:.0f} kB): save {saved * 1000:.0f} ms, open {opened * 1000:.0f} ms")


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        start_up(home)
        one_dimension(home)
        files(home)
        print(f"peak memory of this run: {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")


if __name__ == "__main__":
    main()
