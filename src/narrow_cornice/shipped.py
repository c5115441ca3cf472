"""Tables that ship with the program, read as what their words and numbers mean."""

from __future__ import annotations

from pathlib import Path
from typing import TypeVar

import msgspec
import tomli  # compiled, so that the house rules are read in a third of the time of tomllib, at every start

_Table = TypeVar("_Table")

# A plain path: asking for resources of a package brings half a dozen modules in before the first paint.
SHIPPED = Path(__file__).parent / "data"


def shipped_table(name: str, kind: type[_Table]) -> _Table:
    """Return the TOML table ``data/NAME`` as a ``kind``, every field held against its type.

    Raises msgspec.ValidationError with the place in the table that is not what it should be.
    """
    return msgspec.convert(tomli.loads((SHIPPED / name).read_text(encoding="utf-8")), kind)
