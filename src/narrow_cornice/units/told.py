"""Texts with sizes in them, written where no job says how lengths are shown: what is wrong with a carcass, a field.

As plain text such a text reads in millimetres; ``said_in`` gives it in the units of a job.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence

from narrow_cornice.errors import CorniceError
from narrow_cornice.units.show import METRE_MM, METRIC, ShownIn, show_area, show_habit, show_size


class Long(float):
    """A length in mm that is told as lengths are sold: in metres, or in feet and inches."""


class Bare(float):
    """A size in mm that is told without its unit where it is in mm, as things are named by their sizes."""


class Habit(float):
    """A size in mm that was set and not measured, told as near as it is."""


class Flat(float):
    """An area in m² that something is sold by: with no more digits than it has, or in square feet."""


def amount_told(size: float, measure: str) -> Told:
    """Return an amount of what is measured by the piece, the litre, the metre, the square metre, or as lengths in
    mm."""
    if measure in ("m", "mm"):
        return Told(Long(size * METRE_MM if measure == "m" else size))
    return Told(Flat(size)) if measure == "m²" else Told(f"{size:g} {measure}")


def so_many(count: float, size: float, measure: str) -> Told:
    """Return so many of one size in words: "2 × 4.8 m", "3 × 2.5 L"."""
    return Told(f"{count} × ", *amount_told(size, measure).parts)


class Told(str):
    """A text of words (str) and sizes in mm (float, or int; ``Long``, ``Bare``, ``Habit``, ``Flat``). ``parts`` are
    those it was made of."""

    __slots__ = ("parts",)
    parts: tuple[str | float, ...]

    def __new__(cls, *parts: str | float) -> Told:
        made = super().__new__(cls, _said(parts, METRIC))
        made.parts = parts
        return made


def said_in(text: str, how: ShownIn) -> str:
    """Return a text with its sizes as a job shows them; one without sizes as it is."""
    return _said(text.parts, how) if isinstance(text, Told) else text


def told_of(error: CorniceError) -> Told:
    """Return place, fault and remedy of an error as one text that keeps its sizes."""
    place = [f"{error.where}: "] if error.where else []
    remedy = [" ", *parts_of(error.remedy)] if error.remedy else []
    return Told(*place, *parts_of(error.message), *remedy)


def _said(parts: tuple[str | float, ...], how: ShownIn) -> str:
    return "".join(part if isinstance(part, str) else _size(part, how) for part in parts)


def _size(mm: float, how: ShownIn) -> str:
    if not math.isfinite(mm):
        return f"{mm:g} mm"  # what somebody asked for may be no number
    if isinstance(mm, Flat):
        return f"{float(mm):g} m²" if how.unit == "mm" else show_area(mm, how.unit)
    if isinstance(mm, Habit):
        return show_habit(mm, how)
    if isinstance(mm, Bare) and how.unit == "mm":
        return f"{mm:g}"
    return f"{mm / 1000:g} m" if isinstance(mm, Long) and how.unit == "mm" else show_size(mm, how)


def parts_of(text: str) -> tuple[str | float, ...]:
    """Return the words and sizes a text was made of; one without sizes whole."""
    return text.parts if isinstance(text, Told) else (text,)


def joined(texts: Sequence[str], between: str) -> str:
    """Return texts as one, with words between each two of them; it keeps its sizes where they do."""
    if not any(isinstance(text, Told) for text in texts):
        return between.join(texts)
    return together((Told(*parts_of(text)) for text in texts), between)


def together(texts: Iterable[Told], between: str) -> Told:
    """Return texts as one, with words between each two of them."""
    parts: list[str | float] = []
    for text in texts:
        parts += [between, *text.parts] if parts else text.parts
    return Told(*parts)


def unlike(come_to: float, clear: float) -> tuple[str | float, ...]:
    """Return the end of "they come to so much": how much more or less that is than what is clear for them, so that two
    sizes that read alike are told apart."""
    return (", ", abs(come_to - clear), " more than is clear" if come_to > clear else " less than is clear")
