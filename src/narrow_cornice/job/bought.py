"""What was decided about what is bought: shops, and cutting plans that were worked out and kept."""

from functools import cache

import msgspec

from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.words import Id, Words


class Shop(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Where something is bought."""

    id: Id
    name: Words


class OwnLine(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A line to buy of somebody's own: what, where, how many of what, what one costs, for which room (empty for the
    house), and whether it is ``optional``: told, and not counted."""

    id: Id
    name: Words
    shop: Id = ""
    count: float = 1.0
    unit: Words = "pieces"
    price: float = 0.0
    room: Id = ""
    optional: bool = False


class Purchase(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What was really got of a line to buy: so many of each ``size``, what was ``paid`` for it all (None: as reckoned),
    and what was taken ``instead`` where it was something else."""

    got: tuple[tuple[float, int], ...] = ()
    paid: float | None = None
    instead: Words = ""


def quote_key(code: str, size: float) -> str:
    """Return by what a shop's word on one size of something goes."""
    return f"{code}@{size:g}"


class Quote(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What a shop last said of one size of something: its price and what it ``was`` before (None: not known), how many
    are there (None: not said), and when."""

    price: float
    was: float | None = None
    stock: int | None = None
    day: int = 0


class CuttingPlan(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A cutting plan that was worked out and kept: for which ``pieces`` and which ``stocks`` (lengths in mm), what the
    saw took, the bars as (stock length, pieces by their index), and the price that was proven to be the least there
    can be, for each metre costing one. ``left_over`` are the bars there were already; ``owned`` says by their places
    which bars are those; ``kerf`` is with the allowance of a piece, and ``lost`` what of every bar none can have."""

    pieces: tuple[float, ...]
    stocks: tuple[float, ...]
    kerf: float
    bars: tuple[tuple[float, tuple[int, ...]], ...]
    bound: float
    left_over: tuple[float, ...] = ()
    owned: tuple[int, ...] = ()
    lost: float = 0.0


class SheetCutting(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A cutting plan of sheets that was found and kept: for which ``parts`` (length along the grain and width in mm),
    whether they have ``grain``, which ``sheet``, what the saw took and what was trimmed; on each sheet the parts by
    their index with their corner and whether they are turned; how many new sheets were proven to be the least; which
    ``left_sheets`` were there, and what each sheet is cut ``of``: nought a new one, else which of those, from one
    (none said: all of new ones)."""

    parts: tuple[tuple[float, float], ...]
    grain: bool
    sheet: tuple[float, float]
    kerf: float
    trim: float
    sheets: tuple[tuple[tuple[int, float, float, bool], ...], ...]
    least: int
    left_sheets: tuple[tuple[float, float], ...] = ()
    of: tuple[int, ...] = ()


class _Row(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    name: Words


@cache
def shipped_shops() -> tuple[Shop, ...]:
    """Return the shops that ship with the program."""
    rows = shipped_table("shops.toml", dict[str, _Row])
    return tuple(Shop(key, row.name) for key, row in rows.items())
