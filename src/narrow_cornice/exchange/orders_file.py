"""Orders as files: TOML as the shipped ones are written, so that one can be copied, changed and brought in."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Sequence
from typing import Any

from narrow_cornice.errors import CorniceError
from narrow_cornice.trim.orders import Order, checked_order

NUMBERS = ("column_diameters", "entablature_diameters", "architrave", "frieze", "cornice")


class OrderFileError(CorniceError, ValueError):
    """A file that holds no order that can be read."""


def read_orders(raw: bytes) -> tuple[Order, ...]:
    """Return the orders in a TOML file, a table for each. Raises OrderFileError with the table and field."""
    try:
        tables = tomllib.loads(raw.decode("utf-8-sig"))
    except (UnicodeDecodeError, tomllib.TOMLDecodeError, RecursionError) as error:
        raise OrderFileError(f"this is no TOML that can be read ({error}).") from None
    if not tables or not all(isinstance(one, dict) for one in tables.values()):
        raise OrderFileError("there is no order in it.", remedy="Each order is a table: [tuscan] and its ratios below.")
    return tuple(_order(key, row) for key, row in tables.items())


def _order(key: str, row: dict[str, Any]) -> Order:
    where = f"[{key[:40]}]"

    def wrong(field: str, words: str) -> OrderFileError:
        return OrderFileError(f"{field} {words}.", where=where)

    unknown = set(row) - {"name", "members", "styles", *NUMBERS}
    if unknown:
        raise wrong(sorted(unknown)[0], "is not known in an order")
    numbers = {}
    for field in NUMBERS:
        value = row.get(field)
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise wrong(field, "must be a number" if field in row else "is missing")
        numbers[field] = float(value)
    members = row.get("members")
    if not isinstance(members, list) or not all(_is_member(one) for one in members):
        raise wrong("members", 'must be a list of names with their parts, as [["corona", 1], ["bed mould", 2]]')
    styles = row.get("styles", [])
    if not isinstance(styles, list) or not all(isinstance(one, str) for one in styles):
        raise wrong("styles", "must be a list of words")
    name = row.get("name", key)
    if not isinstance(name, str):
        raise wrong("name", "must be a word")
    made = Order(
        re.sub(r"[^a-z0-9 -]+", "", key.lower()).strip()[:40],
        name,
        members=tuple((one[0], float(one[1])) for one in members),
        styles=tuple(styles),
        **numbers,
    )
    return checked_order(made, where)


def _is_member(one: object) -> bool:
    return (
        isinstance(one, list)
        and len(one) == 2
        and isinstance(one[0], str)
        and isinstance(one[1], int | float)
        and not isinstance(one[1], bool)
    )


def orders_toml(orders: Sequence[Order]) -> bytes:
    """Return orders as TOML that can be changed by hand and brought in again."""

    def quoted(text: str) -> str:
        return '"' + text.replace("\\", "\\\\").replace('"', '\\"') + '"'

    lines = ["# Ratios only, so no units. D is the lower diameter of the column; members from the top down.", ""]
    for one in orders:
        lines.append(f"[{quoted(one.key)}]")
        lines.append(f"name = {quoted(one.name)}")
        lines += [f"{field} = {getattr(one, field):g}" for field in NUMBERS]
        members = ", ".join(f"[{quoted(name)}, {parts:g}]" for name, parts in one.members)
        lines.append(f"members = [{members}]")
        lines.append(f"styles = [{', '.join(quoted(style) for style in one.styles)}]")
        lines.append("")
    return "\n".join(lines).encode("utf-8")
