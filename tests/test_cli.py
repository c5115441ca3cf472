"""The command line: stable answers, one line for bad input, never a traceback."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest

from narrow_cornice.cli import COMMANDS, _commands, main
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
    checked = said(capsys, "check", str(path), "--json")
    assert "8 surfaces have no paint in Stair Hall." in checked["left_out"]
    findings = checked["findings"]
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
        assert set(line) == {"kind", "name", "needed", "unit", "buy", "left", "there", "price", "bound", "why",
                             "phase", "ticked", "paid", "told"}  # fmt: skip
        bought = sum(one["size"] * one["count"] for one in line["buy"])
        if line["kind"] == "paint":
            assert line["left"] == pytest.approx(bought + line["there"] - line["needed"])
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


def test_coats_and_paper(capsys: pytest.CaptureFixture[str]) -> None:
    near = said(capsys, "coats", "--over", "#f4f2ea", "--colour", "#F0EEE4", "--hiding", "6")
    assert near["coats"] == 1
    assert len(near["delta_e"]) == 1
    assert not near["tinted_primer"]
    strong = said(capsys, "coats", "--over", "#7a1712", "--colour", "#f0ecdc", "--hiding", "3")
    assert strong["coats"] == len(strong["delta_e"]) > 1
    assert strong["delta_e"] == sorted(strong["delta_e"], reverse=True)  # every coat hides more
    sizes = ("--walls", "14.2m", "--height", "2.45m", "--roll-length", "10.05m", "--roll-width", "530")
    answer = {"cut": 2560.0, "per_roll": 3, "strips": 27, "rolls": 9}
    assert said(capsys, "paper", *sizes, "--repeat", "640") == answer
    assert said(capsys, "paper", *sizes, "--repeat", "640", "--match", "free")["cut"] == 2550


@pytest.mark.parametrize(
    ("arguments", "told"),
    [
        (("coats", "--over", "red", "--colour", "#ffffff", "--hiding", "3"), "--over"),
        (("coats", "--over", "#000000", "--colour", "#ffffff", "--hiding", "nan"), "--hiding"),
        (("paper", "--walls", "1m", "--height", "4m", "--roll-length", "3m", "--roll-width", "530"), "roll length"),
        (("paper", "--walls", "1m", "--height", "x", "--roll-length", "3m", "--roll-width", "530"), "height"),
    ],
)
def test_what_cannot_be_is_told_in_one_line(
    capsys: pytest.CaptureFixture[str], arguments: tuple[str, ...], told: str
) -> None:
    assert main(list(arguments)) == 2
    error = capsys.readouterr().err
    assert told in error
    assert error.count("\n") == 1


def test_takeoff_writes_a_workbook(capsys: pytest.CaptureFixture[str], tmp_path: Path, job_file: Path) -> None:
    path = tmp_path / "to buy.xlsx"
    assert main(["takeoff", str(job_file), "--xlsx", str(path)]) == 0
    assert path.read_bytes()[:2] == b"PK"
    assert main(["takeoff", str(job_file), "--xlsx", str(path), "--json"]) == 2
    assert "Choose one" in capsys.readouterr().err


def test_every_command_is_known_everywhere() -> None:
    packaging = Path(__file__).parent.parent / "packaging"
    page, completion = ((packaging / name).read_text() for name in ("narrow-cornice.1", "narrow-cornice.bash"))
    for command in _commands().commands:
        assert command in COMMANDS
        assert f".B {command.replace('-', chr(92) + '-')}" in page
        assert command in completion
