"""The project keeps its own promises: the map is true, nothing points at a machine or a registry."""

from __future__ import annotations

import re
import subprocess
import tomllib
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]


def tracked() -> list[Path]:
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=False).stdout.split(
        "\n"
    )
    paths = [ROOT / name for name in listed if name]
    return [path for path in paths if path.is_file()] or [
        path for path in ROOT.rglob("*.py") if ".venv" not in path.parts
    ]


def test_every_path_named_in_the_newcomers_map_exists() -> None:
    text = (ROOT / "CONTRIBUTING.md").read_text(encoding="utf-8")
    named = re.findall(r"`((?:src|tests|docs|scripts|bench|packaging)/[^`\s]*)`", text)
    assert len(named) > 15
    for name in named:
        assert list(ROOT.glob(name)) if "*" in name else (ROOT / name).exists(), name


def test_every_screenshot_is_linked_from_the_readme_and_there() -> None:
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    pictures = {f"docs/screenshots/{path.name}" for path in (ROOT / "docs/screenshots").glob("*.png")}
    assert 4 <= len(pictures) < 20
    assert set(re.findall(r"docs/screenshots/[\w-]+\.png", readme)) == pictures


def test_no_registry_and_no_machine_is_written_down() -> None:
    forbidden = ["index" + "-url", "find" + "-links", "python" + "hosted", "/work" + "/main", "/ro" + "ot/"]
    for path in tracked():
        if path.suffix in (".png", ".ttf"):
            continue
        text = path.read_text(encoding="utf-8", errors="replace")
        for word in forbidden:
            assert word not in text, f"{word} in {path}"


def test_requirements_are_pinned_with_hashes() -> None:
    text = (ROOT / "requirements.txt").read_text(encoding="utf-8")
    pinned = re.findall(r"^([a-zA-Z0-9_.-]+)==", text, re.M)
    assert len(pinned) > 20
    assert text.count("--hash=sha256:") > len(pinned)
    assert "://" not in text
    wanted = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]["dependencies"]
    assert {name.lower() for name in wanted} <= {name.lower() for name in pinned}


def test_nothing_below_the_desk_knows_qt() -> None:
    for path in (ROOT / "src/narrow_cornice").rglob("*.py"):
        if "desk" not in path.parts:
            assert "PyQt6" not in path.read_text(encoding="utf-8"), path


@pytest.mark.parametrize("name", ["narrow-cornice.desktop", "narrow-cornice.xml"])
def test_the_desktop_files_name_the_job_type(name: str) -> None:
    assert "application/x-narrow-cornice" in (ROOT / "packaging" / name).read_text(encoding="utf-8")


def test_public_functions_are_documented() -> None:
    import ast

    for path in (ROOT / "src/narrow_cornice").rglob("*.py"):
        tree = ast.parse(path.read_text(encoding="utf-8"))
        assert ast.get_docstring(tree), path
        for node in tree.body:
            if isinstance(node, ast.FunctionDef | ast.ClassDef) and not node.name.startswith("_"):
                assert ast.get_docstring(node), f"{path.name}: {node.name}"
                for inner in node.body if isinstance(node, ast.ClassDef) else []:
                    if isinstance(inner, ast.FunctionDef) and not inner.name.startswith("_"):
                        assert ast.get_docstring(inner), f"{path.name}: {node.name}.{inner.name}"
