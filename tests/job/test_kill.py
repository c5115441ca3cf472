"""Kill -9 at any moment of saving never loses the former file."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from narrow_cornice.job.file import encode_job, read_job
from narrow_cornice.job.samples import demo_job, starting_job

POINTS, LAST = 100, 20  # of the code at which a saver is killed, and lines at its end where it always is

SAVER = """
import os, sys
from pathlib import Path
from narrow_cornice.job.file import write_job
from narrow_cornice.job.keeping import Versions
from narrow_cornice.job.samples import demo_job, starting_job

path, aside = Path(sys.argv[1]), Path(sys.argv[2])
jobs = (demo_job(), starting_job())
stop_at = int(sys.argv[3])
count = 0

def watched(frame, event, argument):
    global count
    name = frame.f_code.co_filename
    if not any(part in name for part in ("file.py", "keeping.py", "tempfile")):
        return None
    count += 1
    if count >= stop_at:
        os.kill(os.getpid(), 9)
    return watched

sys.settrace(watched)
Versions(aside).put_away(path)
write_job(path, jobs[1])
sys.settrace(None)
Path(sys.argv[4]).write_text(str(count))
"""


def test_at_every_point_of_the_code_a_whole_file_is_there(tmp_path: Path) -> None:
    """One saver is forked for each point and killed by itself at that line; what is left must open."""
    path, counted = tmp_path / "job.cornice", tmp_path / "count"
    former, later = encode_job(demo_job()), encode_job(starting_job())
    code = compile(SAVER, "saver", "exec")

    def saver(stop: int) -> int:
        """Run one saver to the given line and return how it ended."""
        path.write_bytes(former)
        for litter in tmp_path.glob(".*.part"):  # of the saver before, which the next one would look through
            litter.unlink()
        aside = tmp_path / f"aside{stop}"
        child = os.fork()
        if child == 0:
            sys.argv = ["saver", str(path), str(aside), str(stop), str(counted)]
            try:
                exec(code, {"__name__": "saver"})
            finally:
                os._exit(0)
        return os.waitpid(child, 0)[1]

    assert saver(1_000_000_000) == 0
    assert path.read_bytes() == later
    lines = int(counted.read_text())
    assert lines > POINTS
    seen = set()
    spread = {1 + point * (lines - 1) // POINTS for point in range(POINTS)}
    for stop in sorted(spread | set(range(lines - LAST, lines))):
        status = saver(stop)
        assert os.WIFSIGNALED(status), stop
        assert os.WTERMSIG(status) == signal.SIGKILL
        content = path.read_bytes()
        assert content in (former, later), stop
        if (content == later) not in seen:  # the same bytes open the same way
            read_job(path)
        seen.add(content == later)
    assert seen == {True, False}  # some points lie before the file takes its name, some after


def test_killed_by_the_clock(tmp_path: Path) -> None:
    """A process that saves without end, killed at odd moments."""
    path = tmp_path / "job.cornice"
    loop = (
        "import sys\nfrom pathlib import Path\nfrom narrow_cornice.job.file import write_job\n"
        "from narrow_cornice.job.samples import demo_job, starting_job\n"
        "jobs = (demo_job(), starting_job())\nwrite_job(Path(sys.argv[1]), jobs[0])\nprint('ready', flush=True)\n"
        "while True:\n    for job in jobs:\n        write_job(Path(sys.argv[1]), job)\n"
    )
    for moment in range(6):
        process = subprocess.Popen([sys.executable, "-c", loop, str(path)], stdout=subprocess.PIPE)
        assert process.stdout is not None
        process.stdout.readline()
        time.sleep(0.02 + 0.0137 * moment)
        process.kill()
        process.wait()
        process.stdout.close()
        assert read_job(path) in (demo_job(), starting_job())
