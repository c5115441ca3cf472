"""A figure: a number that can say how it came about, down to a reading, a choice or a house rule."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from functools import wraps
from typing import Any, Literal

import msgspec

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.explained.sentences import spell
from narrow_cornice.units.lengths import Unit
from narrow_cornice.units.show import show_number, show_quantity

Origin = Literal["worked", "sum", "reading", "choice", "house rule", "table"]


class Figure(msgspec.Struct, frozen=True):
    """A number a person relies on.

    ``unit`` is one of mm, run (a length of trim, in mm), m², L, m²/L, money, °, share, or a plain word;
    ``sentence`` is the arithmetic over the names of ``inputs``; ``origin`` says what kind of thing it is;
    ``source`` is the path of where a leaf can be changed;
    ``sigma`` is the standard uncertainty in the figure's own unit, where one is known.
    """

    name: str
    value: float
    unit: str
    origin: Origin = "worked"
    sentence: str = ""
    inputs: tuple[tuple[str, Figure], ...] = ()
    source: ThingPath | None = None
    note: str = ""
    sigma: float | None = None

    def shown(self, unit: Unit, *, step: float = 0.1, denominator: int = 16) -> str:
        """Return the value in the job's unit world, finer than a drawing shows it."""
        return show_quantity(self.value, self.unit, unit, step=step, denominator=denominator)

    def spelled(self, unit: Unit) -> str:
        """Return the sentence with the values put in, in millimetres or inches where it has lengths."""

        def plain(figure: Figure) -> str:
            if figure.unit in ("mm", "run"):
                return figure.shown(unit).removesuffix(" mm")
            return show_number(figure.value)

        return spell(self.sentence, {name: plain(figure) for name, figure in self.inputs})

    def leaves(self) -> Iterator[Figure]:
        """Yield every reading, choice, rule or table value that this figure rests on."""
        if not self.inputs:
            yield self
        for _, figure in self.inputs:
            yield from figure.leaves()


class Explanation(msgspec.Struct, frozen=True):
    """What an explained function declares of itself, once."""

    name: str
    unit: str
    sentence: str
    parameters: tuple[str, ...]


Formula = Callable[..., float]


def explained(name: str, unit: str, sentence: str) -> Callable[[Formula], Callable[..., Figure]]:
    """Declare the name, unit and sentence of a formula, and make it take and return figures.

    The decorated function is called with figures for its parameters; its own body sees plain floats. The
    sentence uses the parameters' names with spaces for underscores. Two keywords are taken beside the
    parameters: ``called`` renames this figure, ``note`` adds a remark. The bare formula stays reachable as
    ``.formula`` and the declaration as ``.explanation``, so that tests can hold the one to the other.
    """

    def declare(formula: Formula) -> Callable[..., Figure]:
        code = formula.__code__
        parameters = code.co_varnames[: code.co_argcount]
        spoken = tuple(parameter.replace("_", " ") for parameter in parameters)

        @wraps(formula)
        def worked(*figures: Figure, called: str = "", note: str = "") -> Figure:
            value = formula(*[figure.value for figure in figures])
            return Figure(
                called or name, value, unit, "worked", sentence, tuple(zip(spoken, figures, strict=True)), note=note
            )

        attributes: Any = worked
        attributes.formula = formula
        attributes.explanation = Explanation(name, unit, sentence, parameters)
        return worked

    return declare


def total(name: str, unit: str, parts: Sequence[Figure], note: str = "") -> Figure:
    """Return the sum of figures as a figure; equal names are numbered so that the sentence stays readable."""
    seen: dict[str, int] = {}
    named: list[tuple[str, Figure]] = []
    value = 0.0
    for part in parts:
        called = part.name
        count = seen[called] = seen.get(called, 0) + 1
        named.append((called if count == 1 else f"{called} ({count})", part))
        value += part.value
    sentence = " + ".join([called for called, _ in named])
    return Figure(name, value, unit, "sum", sentence, tuple(named), note=note)


def reading(
    name: str, value: float, unit: str, source: ThingPath | None, note: str = "", sigma: float | None = None
) -> Figure:
    """Return a leaf that was read off the building."""
    return Figure(name, value, unit, "reading", source=source, note=note, sigma=sigma)


def choice(name: str, value: float, unit: str, source: ThingPath | None = None, note: str = "") -> Figure:
    """Return a leaf that somebody decided."""
    return Figure(name, value, unit, "choice", source=source, note=note)


def table(name: str, value: float, unit: str, note: str) -> Figure:
    """Return a leaf out of a table that ships with the program; ``note`` names the table."""
    return Figure(name, value, unit, "table", note=note)
