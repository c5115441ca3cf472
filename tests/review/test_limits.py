"""Rules with a limit: just past it they speak, just inside it they are silent; their first fix settles them and is
undone."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from mended import settles
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import Length, parse_length


def mm(value: float) -> Length:
    return parse_length(f"{value:g} mm")


def trim(kind: str, **sizes: float) -> Edit:
    """Return a size of trim in the chart room: a Doric order of 2 974 in five parts."""
    return edits.change_trim("r1", kind, **{name: mm(value) for name, value in sizes.items()})  # type: ignore[arg-type]


def rule(key: str, value: float) -> Edit:
    return edits.change_house_rule(key, value, key)


def found(job: Job, key: str) -> list[Finding]:
    return [one for one in second_look(job) if one.key.startswith(key)]


# Worked by hand: the order's architrave is 148.7, a third under that 99.1; its cornice 223.05, 15 % over that 256.5.
LIMITS: dict[str, tuple[str, Callable[[float], Edit], float, float]] = {
    "casing a third under its order": ("casing narrow:r1", lambda size: trim("casing", height=size), 99.0, 99.2),
    "trim under 19": ("thin trim:r1:skirting", lambda size: trim("skirting", projection=size), 18.5, 19.0),
    "cornice 15 % over its order": ("cornice large:r1", lambda size: trim("cornice", height=size), 257.0, 256.4),
    "skirting under 32 in a tall room": (
        "cornice large:r1:skirting",
        lambda s: trim("skirting", projection=s),
        31.5,
        32.0,
    ),
    "trim over 75 off its wall": ("cornice large:r1:skirting", lambda s: trim("skirting", projection=s), 75.5, 75.0),
    "colours in a room": ("many colours:r1", lambda count: rule("colours_wished", count), 4.0, 7.0),
    "tins of one colour": ("tins unmixed", lambda tins: rule("mixing_tins", tins), 2.0, 40.0),
}


@pytest.mark.parametrize("what", LIMITS)
def test_past_the_limit_it_speaks_and_inside_it_is_silent(what: str) -> None:
    key, change, past, inside = LIMITS[what]
    history = History(demo_job())
    history.do(change(inside))
    assert found(history.job, key) == []
    history.do(change(past))
    (first, *_) = found(history.job, key)
    settles(history, first)
