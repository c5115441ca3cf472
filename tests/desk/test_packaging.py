"""Installing puts everything where a desktop looks for it, and what is installed runs."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path
from xml.etree import ElementTree

import pytest

from narrow_cornice import __version__
from narrow_cornice.cli import COMMANDS

pytestmark = pytest.mark.desk

ROOT = Path(__file__).parents[2]
PACKAGING = ROOT / "packaging"


def test_an_installed_program_runs_and_has_all_that_a_desktop_asks_for(tmp_path: Path) -> None:
    surroundings = {**os.environ, "PREFIX": str(tmp_path / "put"), "WITHOUT_PACKAGES": "1"}
    subprocess.run([ROOT / "scripts" / "install.sh"], env=surroundings, check=True, capture_output=True)
    put = tmp_path / "put"
    for name in (
        "share/applications/narrow-cornice.desktop",
        "share/metainfo/narrow-cornice.metainfo.xml",
        "share/man/man1/narrow-cornice.1",
        "share/bash-completion/completions/narrow-cornice",
        "share/icons/hicolor/48x48/apps/narrow-cornice.png",
        "share/icons/hicolor/scalable/apps/narrow-cornice.svg",
    ):
        assert (put / name).stat().st_size > 100, name
    packages = next(one for one in sys.path if one.endswith("site-packages"))
    said = subprocess.run(
        [put / "bin" / "narrow-cornice", "length", "8' 7 1/2\""],
        env={**os.environ, "PYTHONPATH": packages},
        capture_output=True,
        text=True,
        check=True,
        cwd=tmp_path,
    )
    assert '"mm": 2628.9' in said.stdout


def test_the_manual_the_completion_and_the_metadata_know_every_command() -> None:
    manual = (PACKAGING / "narrow-cornice.1").read_text(encoding="utf-8").replace("\\-", "-")
    completion = (PACKAGING / "narrow-cornice.bash").read_text(encoding="utf-8")
    for command in COMMANDS:
        assert f".B {command}" in manual, command
        assert command in completion, command
    assert f"narrow-cornice {__version__}" in manual
    assert subprocess.run(["bash", "-n", PACKAGING / "narrow-cornice.bash"], check=False).returncode == 0
    metadata = ElementTree.parse(PACKAGING / "narrow-cornice.metainfo.xml").getroot()
    assert metadata.findtext("launchable") == "narrow-cornice.desktop"
    assert next(iter(metadata.iter("release"))).attrib["version"] == __version__
