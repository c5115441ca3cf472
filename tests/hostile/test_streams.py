"""The command line on streams and in surroundings that nobody means: exit 2 and one line, never a traceback."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import pytest

PROGRAM = [sys.executable, "-m", "narrow_cornice.cli"]


def _run(shell: str, job: Path, **more: str) -> tuple[int, str]:
    """Run a line of the shell, $P for the program and $J for a job; return its status and what it complained of."""
    program = " ".join(PROGRAM)
    done = subprocess.run(
        ["bash", "-c", shell],
        env={**os.environ, "P": program, "J": str(job), **more},
        capture_output=True,
        timeout=60,
        check=False,
    )
    return done.returncode, done.stderr.decode("utf-8", "replace")


@pytest.mark.parametrize(
    "shell",
    [
        "$P takeoff $J >&-",
        "$P takeoff $J --json >/dev/full",
        "$P length 4310 >/dev/full",
        "$P tiles <&-",
        "head -c 100000000 /dev/zero | $P survey",
        "mkfifo $J.pipe; $P check $J.pipe",
        "$P check /dev/zero",
        "$P check /dev/null",
        "$P check $(dirname $J)",
        "mkfifo $J.pipe; $P palette $J.pipe",
        "mkfifo $J.pipe; timeout 20 $P instruments laser --play $J.pipe",
        "$P takeoff $J --xlsx /dev/full",
        "mkdir $J.x; $P takeoff $J --xlsx $J.x",
        "$P demo --save /dev/null",
        "printf 'no job' > $J.x; $P check $J.x",
    ],
)
def test_one_line_and_exit_2(shell: str, job_file: Path) -> None:
    status, said = _run(shell, job_file)
    assert status == 2, said
    assert said.count("\n") == 1, said
    assert said.startswith("narrow-cornice: "), said


@pytest.mark.parametrize("encoding", ["ascii", "latin-1"])
def test_answers_are_utf_8_whatever_the_locale(job_file: Path, encoding: str, tmp_path: Path) -> None:
    out = tmp_path / "out"
    plain = {"LC_ALL": "C", "PYTHONUTF8": "0", "PYTHONCOERCECLOCALE": "0", "PYTHONIOENCODING": encoding}
    status, said = _run(f"$P takeoff $J > {out}", job_file, **plain)
    assert (status, said) == (0, "")
    assert "m²" in out.read_text(encoding="utf-8")


def test_nothing_is_said_on_standard_error_where_it_is_closed(job_file: Path) -> None:
    assert _run("$P check /nowhere 2>&-", job_file) == (2, "")
