"""Cautions for the work that can hurt somebody, read from ``data/cautions.toml``."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib.resources import files

TRIM_WORK = ("dust", "ladders")  # what cutting and putting up trim asks for


@cache
def _known() -> Mapping[str, str]:
    text = files("narrow_cornice.data").joinpath("cautions.toml").read_text(encoding="utf-8")
    return {name: row["text"] for name, row in tomllib.loads(text).items()}


def cautions(*names: str) -> tuple[str, ...]:
    """Return cautions by their names in the table, all of them where none is named, in full sentences."""
    known = _known()
    return tuple(known[name] for name in names or known)
