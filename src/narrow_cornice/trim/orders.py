"""The orders of architecture as ratios: those that ship, read from ``data/orders.toml``, and those of one's own."""

from collections.abc import Mapping
from functools import cache
from types import MappingProxyType
from typing import Self

import msgspec
from msgspec.structs import asdict

from narrow_cornice.errors import CorniceError
from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.words import Id, Words

MOST_ORDER_MEMBERS = 8


class Order(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """One order: column and entablature in lower diameters, the parts of the entablature, the members of the
    cornice from the top down with their parts, and the styles that suggest it."""

    key: Id
    name: Words
    column_diameters: float
    entablature_diameters: float
    architrave: float
    frieze: float
    cornice: float
    members: tuple[tuple[Id, float], ...]
    styles: tuple[Id, ...]

    @property
    def entablature_parts(self) -> float:
        """Return the parts of architrave, frieze and cornice together."""
        return self.architrave + self.frieze + self.cornice

    @property
    def member_parts(self) -> float:
        """Return the parts of all members of the cornice together."""
        return sum(parts for _, parts in self.members)


class OrderRow(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """An order as a table of a TOML file has it: its key stands above it, and is its name where it has none."""

    column_diameters: float
    entablature_diameters: float
    architrave: float
    frieze: float
    cornice: float
    members: tuple[tuple[str, float], ...]
    styles: tuple[str, ...] = ()
    name: str | None = None

    def order(self, key: str) -> Order:
        """Return the order under a key."""
        return Order(key, **{**asdict(self), "name": key if self.name is None else self.name})

    @classmethod
    def of(cls, order: Order) -> Self:
        """Return an order as a table has it."""
        return cls(**{field: getattr(order, field) for field in cls.__struct_fields__})


@cache
def orders() -> Mapping[str, Order]:
    """Return the shipped orders by key, from heavy to light."""
    rows = shipped_table("orders.toml", dict[str, OrderRow])
    shipped = {key: row.order(key) for key, row in rows.items()}
    return MappingProxyType(shipped)


def checked_order(order: Order, where: str) -> Order:
    """Return an order that a wall can be built by. Raises CorniceError with what is wrong."""
    if not order.key or not order.name.strip():
        raise CorniceError("An order needs a name.", where=where)
    for field in ("column_diameters", "entablature_diameters", "architrave", "frieze", "cornice"):
        value = getattr(order, field)
        if not 0 < value <= 1000:
            words = field.replace("_", " ")
            raise CorniceError(f"{words} of {value:g} is no part of an order.", where=where, remedy="Above nought.")
    names = [name for name, _ in order.members]
    if not 1 <= len(names) <= MOST_ORDER_MEMBERS or len(set(names)) < len(names) or not all(map(str.strip, names)):
        raise CorniceError(
            f"The cornice has from one to {MOST_ORDER_MEMBERS} members, each with a name of its own.", where=where
        )
    if not all(0 < parts <= 1000 for _, parts in order.members):
        raise CorniceError("Every member of the cornice has parts above nought.", where=where)
    return order


def order_called(name: str) -> Order:
    """Return the order of that key or name, however it is written. Raises CorniceError for any other."""
    found = orders().get(name.strip().lower())
    if found is None:
        known = ", ".join(order.name for order in orders().values())
        raise CorniceError(f"There is no order called “{name[:60]}”.", where="order", remedy=f"Known: {known}.")
    return found
