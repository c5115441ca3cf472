"""Cautions for the work that can hurt somebody, read from ``data/cautions.toml``."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache

import msgspec

from narrow_cornice.shipped import shipped_table

TRIM_WORK = ("dust", "ladders")  # what cutting and putting up trim asks for


class _Caution(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    text: str


@cache
def _known() -> Mapping[str, str]:
    return {name: row.text for name, row in shipped_table("cautions.toml", dict[str, _Caution]).items()}


def cautions(*names: str) -> tuple[str, ...]:
    """Return cautions by their names in the table, all of them where none is named, in full sentences."""
    known = _known()
    return tuple(known[name] for name in names or known)
