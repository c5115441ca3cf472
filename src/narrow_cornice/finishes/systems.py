"""Systems: what is done to a surface from bare to finished, and the preparations they are made of (a table)."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.finishes.spread import Method, State, Texture
from narrow_cornice.shipped import shipped_table

Priming = Literal["as usual", "always", "never"]
Part = Literal["all", "patches"]
Role = Literal["paint", "stain", "clear", "overlay"]


class Preparation(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something done to a surface before paint: in words, and the house rule that says how many m² an hour."""

    words: str
    rule: str


class System(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What is done to a surface: ``on`` which substrates and ``kinds`` of surfaces, empty for any; the state, method
    and texture it takes the surface to have, None where it says nothing; the ``works`` before paint, whether it is
    primed, how many ``coats`` (None by the house rule) and coats of a ``seal`` after them, on which ``part``, with what
    sort of paint (``role``), and the cautions it calls for."""

    name: str
    why: str
    role: Role
    on: tuple[str, ...] = ()
    kinds: tuple[str, ...] = ()
    works: tuple[str, ...] = ()
    state: State | None = None
    method: Method | None = None
    texture: Texture | None = None
    primer: Priming = "as usual"
    coats: int | None = None
    seal: int = 0
    part: Part = "all"
    cautions: tuple[str, ...] = ()

    def suits(self, kind: str, substrate: str) -> bool:
        """Return whether it is for a kind of surface of a substrate."""
        return (not self.kinds or kind in self.kinds) and (not self.on or substrate in self.on)


class _Table(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    preparations: Mapping[str, Preparation]
    systems: Mapping[str, System]


@cache
def _table() -> _Table:
    return shipped_table("systems.toml", _Table)


def systems() -> Mapping[str, System]:
    """Return the systems that ship, by their key."""
    return _table().systems


def preparations() -> Mapping[str, Preparation]:
    """Return what is done before paint, by its key, in the order in which it is done."""
    return _table().preparations
