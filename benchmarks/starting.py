"""From the start of a process to its window painted."""

from __future__ import annotations

import os
import subprocess
import sys
import time

from timing import RUNS, median

WATCH = """
import time
from PyQt6.QtCore import QEvent, QObject, QTimer

class FirstPaint(QObject):
    # Tells when a window that is exposed has been painted and handed to the screen.
    def __init__(self, window, done):
        super().__init__(window)
        self.window, self.done, self.seen = window, done, False
        window.installEventFilter(self)

    def eventFilter(self, watched, event):
        if event.type() == QEvent.Type.UpdateRequest or event.type() == QEvent.Type.Paint:
            handle = self.window.windowHandle()
            if not self.seen and handle is not None and handle.isExposed():
                self.seen = True
                QTimer.singleShot(0, self.told)
        return False

    def told(self):
        print(time.time(), flush=True)
        QTimer.singleShot(0, self.done)
"""


BARE = (
    WATCH
    + """
import numpy
from PyQt6.QtWidgets import QApplication, QMainWindow
application = QApplication([])
window = QMainWindow()
window.resize(1280, 800)
watch = FirstPaint(window, application.quit)
window.show()
application.exec()
"""
)


DEMO = (
    WATCH
    + """
import sys
from narrow_cornice.desk.calm import calm_python
calm_python()  # as the command does, before it brings the window in
import narrow_cornice.desk.application as application

def watched(window):
    window.watch = FirstPaint(window, window.close)
    return window

make = application.make_window
application.make_window = lambda session: watched(make(session))
from narrow_cornice.cli import main
sys.exit(main(["demo"]))
"""
)


def started(code: str, home: str) -> tuple[float, float]:
    """Return the seconds from the start of a process to its window painted, and its peak memory in MB."""
    environment = {**os.environ, "HOME": home, "XDG_STATE_HOME": f"{home}/state"}
    environment.pop("PYTHONDONTWRITEBYTECODE", None)  # both compiled, as they are after the set-up
    begin = time.time()
    process = subprocess.Popen([sys.executable, "-c", code], env=environment, stdout=subprocess.PIPE)
    assert process.stdout is not None
    painted = float(process.stdout.readline())
    _, status, used = os.wait4(process.pid, 0)
    process.stdout.close()
    if status:
        raise SystemExit(f"a measured process failed with {status}")
    return painted - begin, used.ru_maxrss / 1024


def start_up(home: str) -> None:
    bare, demo = [], []
    started(BARE, home), started(DEMO, home)
    for _ in range(RUNS):
        bare.append(started(BARE, home))
        demo.append(started(DEMO, home))
    one, other = median([seconds for seconds, _ in bare]), median([seconds for seconds, _ in demo])
    print(
        f"start to painted: bare window with NumPy {one * 1000:.0f} ms, demo {other * 1000:.0f} ms, "
        f"ratio {other / one:.2f} (aim 2.2)"
    )
    print(
        f"peak memory: bare window {median([mb for _, mb in bare]):.0f} MB, "
        f"demo window {median([mb for _, mb in demo]):.0f} MB"
    )
