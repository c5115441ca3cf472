"""Orders as files: TOML as the shipped ones are written, so that one can be copied, changed and brought in."""

from __future__ import annotations

import re
from collections.abc import Sequence

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.toml_in import tables_of
from narrow_cornice.trim.orders import Order, OrderRow, checked_order

_MUST_BE = {
    "name": "must be a word",
    "members": 'must be a list of names with their parts, as [["corona", 1], ["bed mould", 2]]',
    "styles": "must be a list of words",
}


class OrderFileError(CorniceError, ValueError):
    """A file that holds no order that can be read."""


def read_orders(raw: bytes) -> tuple[Order, ...]:
    """Return the orders in a TOML file, a table for each. Raises OrderFileError with the table and field."""
    try:
        tables = tables_of(raw)
    except ValueError as error:
        raise OrderFileError(f"this is no TOML that can be read ({error}).") from None
    if not tables or not all(isinstance(one, dict) for one in tables.values()):
        raise OrderFileError("there is no order in it.", remedy="Each order is a table: [tuscan] and its ratios below.")
    return tuple(_order(key, row) for key, row in tables.items())


def _order(key: str, table: object) -> Order:
    where = f"[{key[:40]}]"
    try:
        row = msgspec.convert(table, OrderRow)
    except msgspec.ValidationError as error:
        raise OrderFileError(f"{_in_words(str(error))}.", where=where) from None
    order = row.order(key)
    return checked_order(
        msgspec.structs.replace(order, key=re.sub(r"[^a-z0-9 -]+", "", key.lower()).strip()[:40]), where
    )


def _in_words(error: str) -> str:
    """Return which field of an order is wrong and what it must be, from what the conversion says."""
    if found := re.search(r"missing required field `(.*?)`", error):
        return f"{found[1]} is missing"
    if found := re.search(r"unknown field `(.*?)`", error):
        return f"{found[1][:40]} is not known in an order"
    found = re.search(r"\$\.(\w+)", error)
    field = found[1] if found else "it"
    return f"{field} {_MUST_BE.get(field, 'must be a number')}"


def orders_toml(orders: Sequence[Order]) -> bytes:
    """Return orders as TOML that can be changed by hand and brought in again."""
    import tomli_w

    tables = {one.key: _table(one) for one in orders}
    about = "# Ratios only, so no units. D is the lower diameter of the column; members from the top down.\n\n"
    return (about + tomli_w.dumps(tables, indent=2)).encode("utf-8")


def _table(order: Order) -> dict[str, object]:
    row: dict[str, object] = msgspec.to_builtins(OrderRow.of(order))
    return {"name": order.name} | row  # its name first, as the shipped ones have it
