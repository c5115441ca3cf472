"""What somebody decided about one kind of trim in one room."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Literal, get_args

import msgspec
from msgspec.structs import replace

from narrow_cornice.trim.catalogue import StockPiece
from narrow_cornice.trim.stacks import Stack
from narrow_cornice.units.lengths import Length

TrimKind = Literal[
    "skirting",
    "dado rail",
    "stiles and rails",
    "panel mould",
    "casing",
    "picture rail",
    "architrave",
    "frieze",
    "cornice",
]
KINDS: tuple[TrimKind, ...] = get_args(TrimKind)
FRAMING: tuple[TrimKind, ...] = ("casing", "panel mould", "stiles and rails")  # round things, not along walls
MEMBERED: TrimKind = "cornice"  # the kind whose members are chosen one by one
MEMBER_PREFIX = f"{MEMBERED}: "  # choices about one of them are kept under "cornice: corona"


def choice_key(kind: TrimKind, member: str = "") -> str:
    """Return under which key the choices of a kind are kept, or those of one member of the cornice."""
    return f"{MEMBER_PREFIX}{member}" if kind == MEMBERED and member else kind


def kind_and_member(key: str) -> tuple[TrimKind, str]:
    """Return the kind of trim that a key of choices is of, and the member of it, empty for the whole kind."""
    if key.startswith(MEMBER_PREFIX):
        return MEMBERED, key.removeprefix(MEMBER_PREFIX)
    return next(kind for kind in KINDS if kind == key), ""


class TrimChoice(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What differs from the order's own wish: fitted or not (None: as the school has it), and sizes.

    ``height`` is the size across (the width of a casing); ``projection`` how far it comes off the wall;
    ``top`` the height of its upper edge above the floor, for a dado or picture rail; ``drawn`` the stack of members
    somebody drew, from the bottom up (a skirting's from the top down), empty for the order's own; ``stock`` the stock
    profiles it is put together from instead, whose sizes then hold.
    """

    fitted: bool | None = None
    height: Length | None = None
    projection: Length | None = None
    top: Length | None = None
    drawn: Stack = ()
    stock: tuple[StockPiece, ...] = ()


def with_choice(choices: Mapping[str, TrimChoice], key: str, **fields: Any) -> dict[str, TrimChoice]:
    """Return choices with one changed; one that no longer differs from the order is left out."""
    changed = replace(choices.get(key, TrimChoice()), **fields)
    rest = {other: choice for other, choice in choices.items() if other != key}
    return rest if changed == TrimChoice() else {**rest, key: changed}
