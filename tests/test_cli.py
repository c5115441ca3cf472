"""The command line: stable answers, one line for bad input, never a traceback."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest

from narrow_cornice.cli import main
from narrow_cornice.job.file import read_job
from narrow_cornice.job.samples import demo_job


def said(capsys: pytest.CaptureFixture[str], *arguments: str) -> dict:  # type: ignore[type-arg]
    assert main(list(arguments)) == 0
    out = capsys.readouterr()
    assert out.err == ""
    answer: dict = json.loads(out.out)  # type: ignore[type-arg]
    return answer


def test_length(capsys: pytest.CaptureFixture[str]) -> None:
    assert said(capsys, "length", "8' 7 1/2\"") == {"mm": 2628.9, "metric": "2 629 mm", "imperial": "8' 7 1/2\""}
    assert said(capsys, "length", "103 1/2", "--unit", "in")["mm"] == 2628.9


def test_proportion(capsys: pytest.CaptureFixture[str]) -> None:
    answer = said(capsys, "proportion", "--height", "2974", "--order", "Doric", "--school", "five-part")
    assert answer["entablature"] == pytest.approx(594.8)
    assert answer["members"]["bed mould"] == pytest.approx(111.525)
    assert answer["pedestal"] is None
    assert answer["dado_rail"] is None
    keys = {
        "entablature",
        "architrave",
        "frieze",
        "cornice",
        "column",
        "diameter",
        "pedestal",
        "skirting",
        "casing",
        "dado_rail",
        "picture_rail_top",
        "members",
    }
    assert keys <= set(answer)
    plain = said(capsys, "proportion", "--height", "2.4 m", "--order", "tuscan", "--school", "per-cent")
    assert (plain["casing"], plain["architrave"]) == (85, None)


def test_demo_check_and_takeoff(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "demo.cornice"
    assert main(["demo", "--save", str(path)]) == 0
    assert read_job(path) == demo_job()
    assert "16 surfaces have no paint in Stair Hall." in said(capsys, "check", str(path), "--json")["left_out"]
    findings = said(capsys, "check", str(path), "--json")["findings"]
    assert findings[0].keys() == {"grade", "room", "where", "says", "measured", "rule", "fixes", "kept"}
    assert any(finding["fixes"] == ["Use 149"] for finding in findings)
    answer = said(capsys, "takeoff", str(path), "--json")
    for surface in answer["surfaces"]:
        assert surface["net"] == surface["gross"] - surface["openings"] - surface["covered"]  # exactly
    assert {
        "room",
        "name",
        "kind",
        "gross",
        "openings",
        "covered",
        "net",
        "product",
        "colour",
        "coats",
        "litres",
    } <= set(answer["surfaces"][0])
    assert set(answer["runs"][0]) == {"room", "wall", "member", "length", "girth", "old"}
    assert answer["total"] == pytest.approx(sum(line["price"] for line in answer["order"]))
    for line in answer["order"]:
        assert set(line) == {"kind", "name", "needed", "unit", "buy", "left", "price", "bound", "why"}
        bought = sum(one["size"] * one["count"] for one in line["buy"])
        if line["kind"] == "paint":
            assert line["left"] == pytest.approx(bought - line["needed"])
    assert main(["check", str(path)]) == 0
    assert "Casing is 57 mm" in capsys.readouterr().out
    assert main(["takeoff", str(path)]) == 0
    assert "All together" in capsys.readouterr().out
    assert main(["takeoff", str(path), "--csv"]) == 0
    assert capsys.readouterr().out.startswith("\ufeffshop,kind,name")


@pytest.mark.parametrize(
    ("arguments", "says"),
    [
        (["length", "8 foo"], "character 3"),
        (["length", "12\nx"], "character"),
        (["length"], "Missing argument"),
        (["length", "1", "--unit", "ell"], "unit"),
        (["proportion", "--height", "x", "--order", "doric", "--school", "five-part"], "--height"),
        (["proportion", "--height", "-5", "--order", "doric", "--school", "five-part"], "more than nought"),
        (["proportion", "--height", "2974", "--order", "gothic", "--school", "five-part"], "Known: Tuscan"),
        (["proportion", "--height", "2974", "--order", "doric", "--school", "golden"], "--school"),
        (["check", "/no/such.cornice"], "not there"),
        (["takeoff", "/no/such.cornice", "--json"], "not there"),
        (["takeoff", __file__], "damaged or not a job"),
        (["takeoff", "x", "--json", "--csv"], "Choose one"),
        (["demo", "--save", "/no/such/folder/a.cornice"], "folder is not there"),
        (["--nonsense"], "No such option"),
        (["a.cornice", "b.cornice"], "too many"),
    ],
)
def test_bad_input_is_one_line_and_two(arguments: list[str], says: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(arguments) == 2
    out = capsys.readouterr()
    assert out.out == ""
    assert out.err.count("\n") == 1
    assert out.err.startswith("narrow-cornice: ")
    assert says in out.err


def test_as_a_process_without_display_or_qt(job_file: Path) -> None:
    done = subprocess.run(
        [sys.executable, "-m", "narrow_cornice.cli", "check", str(job_file), "--json"],
        capture_output=True,
        text=True,
        check=True,
        env={"PATH": "/usr/bin:/bin"},
    )
    assert json.loads(done.stdout)["findings"]
    bad = subprocess.run(
        [sys.executable, "-m", "narrow_cornice.cli", "length", "x"], capture_output=True, text=True, check=False
    )
    assert bad.returncode == 2
    assert "Traceback" not in bad.stderr


def test_help_and_version(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["--version"]) == 0
    assert "0.1.0" in capsys.readouterr().out
    assert main(["--help"]) == 0
    assert "takeoff" in capsys.readouterr().out
