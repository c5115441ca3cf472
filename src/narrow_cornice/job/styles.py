"""What a style and a mood suggest, from the styles table."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

import msgspec

from narrow_cornice.trim.proportion import School


class Style(msgspec.Struct, frozen=True):
    """What a style suggests: an order of trim (and a school), colours, and the manner of casework."""

    order: str
    colours: str
    casework: str
    school: School | None = None


class _Table(msgspec.Struct, frozen=True):
    styles: dict[str, Style]
    moods: dict[str, str]


@lru_cache(maxsize=1)
def _table() -> _Table:
    raw = files("narrow_cornice.data").joinpath("styles.toml").read_text(encoding="utf-8")
    return msgspec.convert(tomllib.loads(raw), _Table)


def styles() -> dict[str, Style]:
    """Return the styles by name."""
    return _table().styles


def mood_says(mood: str) -> str:
    """Return what a mood word suggests, empty for a word of somebody's own."""
    return _table().moods.get(mood, "")


def mood_words() -> tuple[str, ...]:
    """Return the mood words that suggest something."""
    return tuple(_table().moods)
