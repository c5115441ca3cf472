"""What is kept and how: everyday sizes, weights and habits, read from ``data/kept_things.toml``."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from types import MappingProxyType
from typing import Literal

import msgspec

from narrow_cornice.shipped import shipped_table

Use = Literal["daily", "weekly", "seldom"]
USES: tuple[Use, ...] = ("daily", "weekly", "seldom")
How = Literal["shelf", "rail", "tray"]


class KindKept(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind of things: what it weighs in kg on each metre, how it is kept, how large one is in mm (``wide`` along
    the shelf), how often it is used, the share of its width that is left by turning every other one round, and
    whether they lie on and behind one another."""

    load: float
    kept: How
    tall: float
    wide: float
    deep: float
    use: Use
    head_to_tail: float = 1.0
    stacks: bool = False


@cache
def kinds_kept() -> Mapping[str, KindKept]:
    """Return the kinds of things that ship, by identity."""
    return MappingProxyType(shipped_table("kept_things.toml", dict[str, KindKept]))


@cache
def kept_things() -> Mapping[str, float]:
    """Return what shelves carry, in kg on each metre, by what is kept on them."""
    return MappingProxyType({name: kind.load for name, kind in kinds_kept().items() if kind.kept == "shelf"})
