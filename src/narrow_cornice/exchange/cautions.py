"""Cautions for the work that can hurt somebody, read from ``data/cautions.toml``."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import cache

import msgspec

from narrow_cornice.shipped import shipped_table

TRIM_WORK = ("dust", "ladders")  # what cutting and putting up trim asks for


class _Caution(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    short: str
    text: str


@cache
def _table() -> Mapping[str, _Caution]:
    return shipped_table("cautions.toml", dict[str, _Caution])


@cache
def _known() -> Mapping[str, str]:
    return {name: row.text for name, row in _table().items()}


def cautions(*names: str) -> tuple[str, ...]:
    """Return cautions by their names in the table, all of them where none is named, in full sentences."""
    return cautions_of(names or _known())


def cautions_of(names: Iterable[str]) -> tuple[str, ...]:
    """Return the cautions of these names, each once and in their order; none where there are none."""
    known = _known()
    return tuple(known[name] for name in dict.fromkeys(names))


def in_short(texts: Iterable[str]) -> str:
    """Return cautions in one line: what each is about, and who decides; one that the table has not by its first
    words."""
    short = {row.text: row.short for row in _table().values()}
    about = ", ".join(short.get(text) or text.partition(":")[0][:40].rstrip(".") for text in texts)
    return f"Mind {about}: the local code, the maker's sheets and licensed trades decide." if about else ""
