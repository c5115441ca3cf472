"""A figure: a number that can say how it came about, down to a reading, a choice or a house rule."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from functools import wraps
from typing import Any, Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import SQUARE_FOOT_M2, ShownIn, show_habit, show_quantity
from narrow_cornice.units.told import joined

Origin = Literal["worked", "sum", "reading", "choice", "house rule", "table"]


# Numerous values that hold nothing but values cannot stand in a ring: the collector need not follow them (gc=False).
class Figure(msgspec.Struct, frozen=True, gc=False):
    """A number a person relies on.

    ``unit`` is one of mm, run (a length of trim, in mm), m², L, m²/L, money, °, share, or a plain word;
    ``sentence`` is the arithmetic over the ``names`` by which its ``parts`` go in it;
    ``origin`` says what kind of thing it is;
    ``source`` is the path of where a leaf can be changed;
    ``sigma`` is the standard uncertainty in the figure's own unit, where one is known; ``like`` is the word for several
    of its kind, by which a sum groups like terms; ``signs`` are those of its inputs where it is but their sum and
    difference, and they are shown beside it.
    """

    name: str
    value: float
    unit: str
    origin: Origin = "worked"
    sentence: str = ""
    names: tuple[str, ...] = ()
    parts: tuple[Figure, ...] = ()
    source: ThingPath | None = None
    note: str = ""
    sigma: float | None = None
    like: str = ""
    signs: tuple[int, ...] = ()

    @property
    def inputs(self) -> tuple[tuple[str, Figure], ...]:
        """Return its parts, each with the name by which it goes in the sentence."""
        return tuple(zip(self.names, self.parts, strict=True))

    def shown(self, how: ShownIn) -> str:
        """Return the value in the job's unit world, as it is shown everywhere."""
        if self.origin == "house rule" and self.unit == "mm":
            return show_habit(self.value, how)
        return show_quantity(self.rounded(how), self.unit, how)

    def rounded(self, how: ShownIn) -> float:
        """Return the value that is shown, in the figure's own unit: what is added is what is shown of its parts."""
        if self.unit not in ADDED_AS_SHOWN or not self.signs:
            return as_shown(self.value, self.unit, how)
        return _added_as_shown(self, how)

    def leaves(self) -> Iterator[Figure]:
        """Yield every reading, choice, rule or table value that this figure rests on."""
        if not self.parts:
            yield self
        for figure in self.parts:
            yield from figure.leaves()


class Explanation(msgspec.Struct, frozen=True):
    """What an explained function declares of itself, once."""

    name: str
    unit: str
    sentence: str
    parameters: tuple[str, ...]


Formula = Callable[..., float]


ADDED_AS_SHOWN = ("m²", "L", "money", "h")
_TERM = re.compile(r" ([+−]) ")


def as_shown(value: float, unit: str, how: ShownIn) -> float:
    """Return a value rounded as it is shown, in its own unit."""
    if unit == "m²":
        foot = 1.0 if how.unit == "mm" else SQUARE_FOOT_M2
        return round(value / foot, 2 if how.unit == "mm" else 1) * foot
    if unit in ("L", "money"):
        return round(value, 2)
    return round(value, 1) if unit == "h" else value


@by_identity(times=1, each="thing")
def _added_as_shown(figure: Figure, how: ShownIn) -> float:
    """Return the sum of what is shown of a figure's parts; a total of a whole job goes through all there is in it."""
    added = sum(sign * part.rounded(how) for sign, part in zip(figure.signs, figure.parts, strict=True))
    return as_shown(added, figure.unit, how)  # without the dust of floats


def signs_of(sentence: str, parameters: Sequence[str]) -> tuple[int, ...]:
    """Return the signs of the parameters where a sentence does nothing but add and take away, each once and in their
    order; nothing where it does more."""
    first, *rest = _TERM.split(sentence)
    names, signs = [first, *rest[1::2]], [1, *(1 if sign == "+" else -1 for sign in rest[::2])]
    return tuple(signs) if names == list(parameters) else ()


def explained(name: str, unit: str, sentence: str) -> Callable[[Formula], Callable[..., Figure]]:
    """Declare the name, unit and sentence of a formula, and make it take and return figures.

    The decorated function is called with figures for its parameters; its own body sees plain floats. The
    sentence uses the parameters' names with spaces for underscores. Three keywords are taken beside the
    parameters: ``called`` renames this figure, ``note`` adds a remark, ``like`` is the word for several of its
    kind. The bare formula stays reachable as ``.formula`` and the declaration as ``.explanation``, so that tests can
    hold the one to the other.
    """

    def declare(formula: Formula) -> Callable[..., Figure]:
        code = formula.__code__
        parameters = code.co_varnames[: code.co_argcount]
        spoken = tuple(parameter.replace("_", " ") for parameter in parameters)
        signs = signs_of(sentence, spoken)

        @wraps(formula)
        def worked(*figures: Figure, called: str = "", note: str = "", like: str = "") -> Figure:
            value = formula(*[figure.value for figure in figures])
            # Many fields: the names, the sentence and the signs are those of the formula, and shared.
            return Figure(
                called or name, value, unit, "worked", sentence, spoken, figures, note=note, like=like, signs=signs
            )

        attributes: Any = worked
        attributes.formula = formula
        attributes.explanation = Explanation(name, unit, sentence, parameters)
        return worked

    return declare


def renamed(figure: Figure, name: str) -> Figure:
    """Return a figure under another name."""
    return replace(figure, name=name)


def total(name: str, unit: str, parts: Sequence[Figure], note: str = "", *, listed: bool = False) -> Figure:
    """Return the sum of figures as a figure. Like terms stand together under their word, with how many they are; equal
    names are numbered so that the sentence stays readable. Of parts that people see ``listed`` what is added is what is
    shown."""
    made = _sum(name, unit, _grouped(unit, parts), note)
    return replace(made, signs=(1,) * len(made.parts)) if listed else made


def _grouped(unit: str, parts: Sequence[Figure]) -> list[Figure]:
    """Return the terms of a sum: like ones added up where the first of them stands."""
    alike: dict[str, list[Figure]] = {}
    for index, part in enumerate(parts):
        alike.setdefault(part.like or f" {index}", []).append(part)
    if len(alike) == 1 or len(alike) == len(parts):
        return list(parts)
    return [each[0] if len(each) == 1 else _sum(f"{len(each)} {word}", unit, each) for word, each in alike.items()]


def _sum(name: str, unit: str, parts: Sequence[Figure], note: str = "") -> Figure:
    seen: dict[str, int] = {}
    names: list[str] = []
    value = 0.0
    for part in parts:
        called = part.name
        count = seen[called] = seen.get(called, 0) + 1
        names.append(called if count == 1 else f"{called} ({count})")
        value += part.value
    value = round(value, 2) if unit == "money" else value  # cents leave no dust of floats
    return Figure(name, value, unit, "sum", joined(names, " + "), tuple(names), tuple(parts), note=note)


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
