"""The limits that every part of a job is held to, with the place in its JSON that breaks one."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from narrow_cornice.errors import CorniceError
from narrow_cornice.survey.readings import LEAST_SIGMA, MOST_SIGMA, Reading
from narrow_cornice.units.lengths import Length

MOST_PER_ROOM = 2_000
LARGEST_ROOM_MM = 100_000.0  # no size of a room is larger, in a file or typed


class JobError(CorniceError, ValueError):
    """A job that says something impossible; ``where`` is the place in its JSON."""


def unique(ids: Iterable[str], where: str) -> set[str]:
    """Return the identities as a set. Raises JobError for an empty one and for one used twice."""
    seen: set[str] = set()
    for one in ids:
        if one in seen:
            raise JobError(f"The identity “{one[:40]}” is used twice.", where=where)
        if not one:
            raise JobError("An identity is empty.", where=where)
        seen.add(one)
    return seen


def number(value: float, where: str, least: float, most: float) -> None:
    """Raise JobError unless a number lies between two others."""
    if not least <= value <= most:  # which nothing that is no number is
        shown = "A number that large" if abs(value) >= 1e300 else f"{value:g}"
        raise JobError(f"{shown} is not between {least:g} and {most:g}.", where=where)


def length_within(length: Length | None, where: str, *, zero: bool = False) -> None:
    """Raise JobError for a length no building has; None is no length and passes."""
    if length is None:
        return
    number(length.mm, f"{where}.mm", 0.0 if zero else 1e-6, LARGEST_ROOM_MM)


def readings_within(readings: Sequence[Reading], where: str, *, zero: bool = False) -> None:
    """Raise JobError for readings that cannot be, or too many of them."""
    if len(readings) > MOST_PER_ROOM:
        raise JobError(f"More than {MOST_PER_ROOM} readings.", where=where)
    for one in readings:
        length_within(one, where, zero=zero)
        if isinstance(one, Reading) and one.sigma is not None:
            number(one.sigma, f"{where}.sigma", LEAST_SIGMA, MOST_SIGMA)
