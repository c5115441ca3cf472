"""Tables of a TOML file that somebody wrote by hand, read without trusting it."""

from __future__ import annotations

import re
import tomllib
from typing import Any

MOST_BYTES = 1_000_000
MOST_WHOLE = 2**53  # whole numbers beyond this are no sizes, and no floats either
# A key of many parts takes the square of their number. Looked for from the beginning of a word on and never back, since
# otherwise one long word would take the square of its letters here.
MANY_PARTS = re.compile(rb"(?<![\w\"'-])(?:[\w\"'-]++[ \t]*+\.[ \t]*+){24}")


def tables_of(raw: bytes) -> dict[str, Any]:
    """Return what stands in a TOML file. Raises ValueError with what is wrong, in words."""
    if len(raw) > MOST_BYTES:
        raise ValueError(f"{len(raw) / 1e6:.1f} MB are more than such a file has")
    if MANY_PARTS.search(raw):
        raise ValueError("a name in it has more parts than any has")
    try:
        tables = tomllib.loads(raw.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise ValueError(f"it is not readable text (UTF-8), from byte {error.start + 1} on") from None
    except RecursionError:
        raise ValueError("its lists stand in one another more deeply than any do") from None
    _check(tables)
    return tables


def _check(value: Any) -> None:
    if isinstance(value, dict | list):
        for one in value.values() if isinstance(value, dict) else value:
            _check(one)
    elif isinstance(value, int) and abs(value) > MOST_WHOLE:
        raise ValueError("a number in it is larger than any size")
