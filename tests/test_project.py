"""The project keeps its own promises: the map is true, nothing points at a machine or a registry."""

from __future__ import annotations

import ast
import graphlib
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


def _imports(path: Path, modules: dict[str, Path]) -> set[str]:
    """Return the modules of the project that a file imports, wherever in it, for the type checker alone included."""
    found: set[str] = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {one.name for one in node.names if one.name in modules}
        elif isinstance(node, ast.ImportFrom) and node.module:
            named = {f"{node.module}.{one.name}" for one in node.names}
            found |= named & set(modules) or {node.module} & set(modules)
    return found


def test_no_file_is_in_a_circle_of_imports() -> None:
    modules = {
        ".".join(path.with_suffix("").relative_to(ROOT / "src").parts).removesuffix(".__init__"): path
        for path in (ROOT / "src").rglob("*.py")
    }
    assert len(modules) > 250
    graph = {name: _imports(path, modules) - {name} for name, path in modules.items()}
    for name, wanted in graph.items():  # who imports a module imports the folders it is in
        folders = {"".join(one.rpartition(".")[:1]) for one in wanted} & set(modules)
        graph[name] = wanted | {folder for folder in folders if not name.startswith(f"{folder}.") and folder != name}
    assert "narrow_cornice.job.paths" in graph["narrow_cornice.derived.measured.surveys"]
    tuple(graphlib.TopologicalSorter(graph).static_order())  # raises CycleError with the circle there is
    graph["narrow_cornice.job.paths"] = {"narrow_cornice.derived.measured.surveys"}
    with pytest.raises(graphlib.CycleError):
        tuple(graphlib.TopologicalSorter(graph).static_order())


def _written(node: ast.FunctionDef | ast.AsyncFunctionDef) -> tuple[int, int]:
    """Return how many lines a function has without its docstring, and how many parameters are told by their place."""
    first = node.body[0]
    told = isinstance(first, ast.Expr) and isinstance(first.value, ast.Constant) and isinstance(first.value.value, str)
    lines = (node.end_lineno or 0) - node.lineno + 1 - ((first.end_lineno or 0) - first.lineno + 1 if told else 0)
    given = [one.arg for one in (*node.args.posonlyargs, *node.args.args) if one.arg not in ("self", "cls")]
    return lines, len(given)


def test_a_long_function_or_one_of_many_parameters_gives_its_reason() -> None:
    unsaid = []
    for path in sorted((ROOT / "src").rglob("*.py")):
        source = path.read_text(encoding="utf-8")
        rows = source.split("\n")
        for node in ast.walk(ast.parse(source)):
            if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                continue
            lines, given = _written(node)
            first = min([node.lineno, *(one.lineno for one in node.decorator_list)])
            above = " ".join(rows[first - 2 : node.lineno])
            if lines > 60 and "# Long: " not in above:
                unsaid.append(f"{path.name} {node.name}: {lines} lines")
            if given > 7 and "# Many parameters: " not in above:
                unsaid.append(f"{path.name} {node.name}: {given} parameters")
    assert not unsaid


def test_the_guide_names_every_rule_of_the_second_look() -> None:
    guide = (ROOT / "docs/guide/README.md").read_text(encoding="utf-8")
    rules = [path.stem for path in (ROOT / "src/narrow_cornice/review/rules").glob("*.py") if path.stem != "__init__"]
    assert guide == (ROOT / "src/narrow_cornice/data/guide.md").read_text(encoding="utf-8")  # the one that ships
    assert len(rules) > 40
    assert [name for name in rules if f"`{name}`" not in guide] == []
