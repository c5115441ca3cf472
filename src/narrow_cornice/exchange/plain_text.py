"""Text from a job on its way into a file: kept, and harmless wherever it lands."""

from __future__ import annotations

import unicodedata

_TURNING = {*"\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069"}
_STARTS_A_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def printable(text: str, most: int = 400) -> str:
    """Return text to print: control signs become spaces, signs that would turn the rest of a line around are left
    out, and what is longer than ``most`` ends in "…"."""
    held = text[: most + 1]
    clean = "".join(
        " " if unicodedata.category(sign) in ("Cc", "Zl", "Zp", "Cs") else sign for sign in held if sign not in _TURNING
    )
    return clean if len(text) <= most else clean[: most - 1] + "…"


def cell(text: str) -> str:
    """Return text for a cell of a CSV: whole, with an apostrophe before what a spreadsheet would run as a formula."""
    clean = text.replace("\x00", "")
    return f"'{clean}" if clean.lstrip().startswith(_STARTS_A_FORMULA) or clean.startswith(_STARTS_A_FORMULA) else clean


def file_name(name: str) -> str:
    """Return a job's name as a file can have it."""
    clean = "".join(sign if sign.isalnum() or sign in " -_" else "_" for sign in name[:60]).strip()
    return clean or "job"
