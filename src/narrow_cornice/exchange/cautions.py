"""Cautions for the work that can hurt somebody, read from ``data/cautions.toml``."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib.resources import files


@cache
def cautions(where: str) -> tuple[str, ...]:
    """Return the cautions for a place, in full sentences."""
    text = files("narrow_cornice.data").joinpath("cautions.toml").read_text(encoding="utf-8")
    return tuple(row["text"] for row in tomllib.loads(text).values() if where in row["where"])
