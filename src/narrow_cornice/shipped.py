"""Tables that ship with the program, read as what their words and numbers mean."""

from __future__ import annotations

from importlib.resources import files
from typing import TypeVar

import msgspec

_Table = TypeVar("_Table")


def shipped_table(name: str, kind: type[_Table]) -> _Table:
    """Return the TOML table ``data/NAME`` as a ``kind``, every field held against its type.

    Raises msgspec.ValidationError with the place in the table that is not what it should be.
    """
    return msgspec.toml.decode(files("narrow_cornice.data").joinpath(name).read_bytes(), type=kind)
