"""What somebody decided about one kind of trim in one room."""

from collections.abc import Mapping
from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.trim.catalogue import StockPiece
from narrow_cornice.trim.stacks import Stack
from narrow_cornice.units.lengths import Length

SPRINGS = (5.0, 85.0)  # degrees: no moulding springs from a wall less or more


class TrimChoice(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What differs from the order's own wish: fitted or not (None: as the school has it), and sizes.

    ``height`` is the size across (the width of a casing); ``projection`` how far it comes off the wall;
    ``top`` the height of its upper edge above the floor, for a dado or picture rail; ``drawn`` the stack of members
    somebody drew, from the bottom up (a skirting's from the top down), empty for the order's own; ``stock`` the stock
    profiles it is put together from instead, whose sizes then hold; ``solid`` whether a large cornice is one piece;
    ``share`` how much of what the order wants it is made of, where nobody typed a size; ``spring`` the angle between
    the wall and its back in degrees, as it was measured of the moulding that is bought.
    """

    fitted: bool | None = None
    height: Length | None = None
    projection: Length | None = None
    top: Length | None = None
    drawn: Stack = ()
    stock: tuple[StockPiece, ...] = ()
    solid: bool = False
    share: float = 1.0
    spring: float | None = None


def with_choice(choices: Mapping[str, TrimChoice], key: str, **fields: Any) -> dict[str, TrimChoice]:
    """Return choices with one changed; one that no longer differs from the order is left out."""
    changed = replace(choices.get(key, TrimChoice()), **fields)
    rest = {other: choice for other, choice in choices.items() if other != key}
    return rest if changed == TrimChoice() else {**rest, key: changed}
