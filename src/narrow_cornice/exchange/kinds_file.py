"""Kinds of built-ins as files: TOML as the shipped ones are written, so that one can be changed and brought in."""

from __future__ import annotations

import re
from collections.abc import Mapping

import msgspec

from narrow_cornice.casework.kinds import Beginning, checked_kind
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.toml_in import tables_of


class KindFileError(CorniceError, ValueError):
    """A file that holds no kind of built-in that can be read."""


def read_kinds(raw: bytes) -> tuple[Beginning, ...]:
    """Return the kinds in a TOML file, a table for each. Raises KindFileError with the table and field."""
    try:
        tables = tables_of(raw)
    except ValueError as error:
        raise KindFileError(f"this is no TOML that can be read ({error}).") from None
    if not tables or not all(isinstance(one, dict) for one in tables.values()):
        raise KindFileError(
            "there is no kind of built-in in it.", remedy="Each kind is a table: [bookcase], and below."
        )
    made = []
    for key, table in tables.items():
        try:
            made.append(checked_kind(msgspec.convert(table, Beginning), f"[{key[:40]}]"))
        except msgspec.ValidationError as error:
            raise KindFileError(f"{error}.", where=f"[{key[:40]}]") from None
    return tuple(made)


def kinds_toml(kinds: Mapping[str, Beginning]) -> bytes:
    """Return kinds as TOML that can be changed by hand and brought in again."""
    import tomli_w

    tables = {re.sub(r"[^a-z0-9_-]+", "-", key.lower()): _table(kind) for key, kind in kinds.items()}
    about = "# Kinds of built-ins to begin with; all sizes in mm. bays are compartments from the floor up.\n\n"
    return (about + tomli_w.dumps(tables, indent=2)).encode("utf-8")


def _table(kind: Beginning) -> dict[str, object]:
    row: dict[str, object] = msgspec.to_builtins(kind)
    return {key: value for key, value in row.items() if value is not None}
