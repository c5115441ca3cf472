"""What a style and a mood suggest, from the styles table."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.job.brief import Manner
from narrow_cornice.shipped import shipped_table
from narrow_cornice.trim.proportion import School


class Style(msgspec.Struct, frozen=True):
    """What a style suggests: an order of trim (and a school), colours, and the manner of casework."""

    order: str
    colours: str
    casework: str
    school: School | None = None


Measure = Literal[
    "the light the walls give back",
    "the contrast of its colours",
    "the warmth of its colours",
    "the strength of its colours",
]


class Mood(msgspec.Struct, frozen=True):
    """What a mood word suggests in ``words``, and what of the colours it asks to be at ``least`` or at ``most``."""

    words: str
    measure: Measure | None = None
    least: float | None = None
    most: float | None = None


class _Table(msgspec.Struct, frozen=True):
    styles: dict[str, Style]
    moods: dict[str, Mood]


@cache
def _table() -> _Table:
    return shipped_table("styles.toml", _Table)


def styles() -> dict[str, Style]:
    """Return the styles by name."""
    return _table().styles


def moods() -> dict[str, Mood]:
    """Return the moods by their words."""
    return _table().moods


def mood_says(mood: Manner) -> str:
    """Return what a mood suggests, empty for a word of somebody's own."""
    known = moods().get(mood.key)
    return known.words if known is not None else ""


def manner_of(words: str, known: Mapping[str, object]) -> Manner:
    """Return a style or a mood as somebody wrote it: one of the table's, or words of their own."""
    return Manner(key=words) if words in known else Manner(words=words)


def mood_words() -> tuple[str, ...]:
    """Return the mood words that suggest something."""
    return tuple(_table().moods)
