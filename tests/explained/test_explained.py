"""Sentences and functions agree: every explained function is evaluated both ways."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterator

import pytest
from hypothesis import assume, given, strategies as st

import narrow_cornice
from arithmetic import evaluate
from narrow_cornice.explained.figures import Figure, choice, explained, reading, total
from narrow_cornice.explained.sentences import spell
from narrow_cornice.explained.working import working
from narrow_cornice.job.paths import HeightPath, OpeningPath, WallPath
from narrow_cornice.units.show import IMPERIAL
from rooms import trimmed_of


def _explained_functions() -> Iterator[object]:
    for module in pkgutil.walk_packages(narrow_cornice.__path__, "narrow_cornice."):
        if ".desk" in module.name or module.name.endswith("__main__"):
            continue
        for value in vars(importlib.import_module(module.name)).values():
            if hasattr(value, "explanation") and value.__module__ == module.name:
                yield value


FUNCTIONS = list(_explained_functions())


def test_there_are_many_of_them() -> None:
    assert len(FUNCTIONS) > 30


@pytest.mark.parametrize("function", FUNCTIONS, ids=lambda one: one.__name__)
@given(data=st.data())
def test_the_sentence_says_what_the_function_does(function: object, data: st.DataObject) -> None:
    explanation = function.explanation  # type: ignore[attr-defined]
    values = [data.draw(st.floats(0.5, 5000)) for _ in explanation.parameters]
    names = [parameter.replace("_", " ") for parameter in explanation.parameters]
    expected = function.formula(*values)  # type: ignore[attr-defined]

    def near(off: float) -> None:
        assume(off > 1e-6)  # what is rounded up may fall either side of a whole number by the last bit of a float

    said = evaluate(explanation.sentence, dict(zip(names, values, strict=True)), near)
    assert said == pytest.approx(expected, rel=1e-9, abs=1e-9 * max(map(abs, values), default=1.0))


@pytest.mark.parametrize("function", FUNCTIONS, ids=lambda one: one.__name__)
def test_the_sentence_uses_every_parameter(function: object) -> None:
    explanation = function.explanation  # type: ignore[attr-defined]
    for parameter in explanation.parameters:
        assert parameter.replace("_", " ") in explanation.sentence
    assert function.__doc__  # type: ignore[attr-defined]


def test_evaluate_refuses_what_is_not_arithmetic() -> None:
    for sentence in ("__import__('os')", "height.real", "unknown × 2", "[1]"):
        with pytest.raises((ValueError, SyntaxError)):
            evaluate(sentence, {"height": 3.0})


def test_longer_names_are_not_broken_by_shorter_ones() -> None:
    assert evaluate("wall height − height", {"height": 2.0, "wall height": 10.0}) == 8.0
    assert spell("wall height − height", {"height": "2", "wall height": "10"}) == "10 − 2"
    assert evaluate("⌈length ÷ width⌉ × 2", {"length": 10.0, "width": 3.0}) == 8


@explained("twice", "mm", "size × 2")
def twice(size: float) -> float:
    """Return the double."""
    return size * 2


def test_a_figure_knows_its_leaves_and_spells_itself() -> None:
    read = reading("size", 2628.9, "mm", ("r1", "wall"))
    doubled = twice(read, called="pair")
    assert (doubled.name, doubled.value, doubled.inputs[0][1]) == ("pair", 5257.8, read)
    assert working(doubled, IMPERIAL) == "8' 7 1/2\" × 2 = 17' 3\""
    summed = total("all", "mm", [doubled, doubled, choice("a little", 1.0, "mm")])
    assert summed.sentence == "pair + pair (2) + a little"
    assert [leaf.name for leaf in summed.leaves()] == ["size", "size", "a little"]
    assert total("none", "mm", []).value == 0


def check_tree(figure: Figure, seen: set[int] | None = None) -> int:
    """Check that every figure in a tree is what its own sentence makes of its inputs; return how many there are."""
    seen = set() if seen is None else seen
    if id(figure) in seen:
        return 0
    seen.add(id(figure))
    count = 1
    if figure.inputs:
        assert figure.sentence, figure.name
        said = evaluate(figure.sentence, {name: part.value for name, part in figure.inputs})
        assert said == pytest.approx(figure.value, rel=1e-9, abs=1e-9), figure.name
    else:
        assert figure.origin != "worked" or figure.note, f"{figure.name} does not say where it is from"
    for _, part in figure.inputs:
        count += check_tree(part, seen)
    return count


def test_every_figure_of_the_demo_explains_itself_down_to_its_leaves() -> None:
    from narrow_cornice.derived.bought.tally import tally
    from narrow_cornice.derived.bought.to_buy import to_buy
    from narrow_cornice.derived.coated.coatings import coated_surfaces
    from narrow_cornice.job.samples import demo_job

    job = demo_job()
    figures = [*tally(job).values(), *(line.needed for line in to_buy(job).lines)]
    for room in (one for one in job.rooms if not one.outdoors):
        trimmed = trimmed_of(room, job.house_rules)
        figures += [side.length for side in trimmed.measured.plan.sides]
        figures += [piece.height for piece in trimmed.trim.kinds.values() if piece.height is not None]
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            figures += [one.surface.gross, one.surface.openings, one.surface.covered, one.surface.net]
            figures += [figure for figure in (one.coats, one.litres, one.primer_litres) if figure is not None]
    seen: set[int] = set()
    assert sum(check_tree(figure, seen) for figure in figures) > 800
    readings = {leaf.source for figure in figures for leaf in figure.leaves() if leaf.origin == "reading"}
    assert WallPath("r1", "w5") in readings
    assert HeightPath("r1", reading=3) in readings
    assert OpeningPath("r1", "o1", size="width") in readings
