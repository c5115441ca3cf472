"""Text from a job on its way into a file: kept, and harmless wherever it lands."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar

_TURNING = {*"\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069"}
_STARTS_A_FORMULA = ("=", "+", "-", "@", "\t", "\r")
_FORMULA_BEHIND = re.compile(r"([;,\t\r\n]\s*)(?=[=+\-@])")  # where a table is read with another sign between cells
_NAME_BYTES = 120  # of a file's name without its ending: with what saving adds to it, under the 255 that disks take


def printable(text: str, most: int = 400) -> str:
    """Return text to print: control signs become spaces, signs that would turn the rest of a line around are left
    out, and what is longer than ``most`` ends in "…"."""
    held = text[: most + 1]
    clean = "".join(
        " " if unicodedata.category(sign) in ("Cc", "Zl", "Zp", "Cs") or _is_no_sign(sign) else sign
        for sign in held
        if sign not in _TURNING
    )
    return clean if len(text) <= most else clean[: most - 1] + "…"


def _is_no_sign(sign: str) -> bool:
    """Return whether a code point is none of a sign and never will be: XML forbids some of them."""
    code = ord(sign)
    return code & 0xFFFE == 0xFFFE or 0xFDD0 <= code <= 0xFDEF


def cell(text: str) -> str:
    """Return text for a cell of a CSV: whole, with an apostrophe before what a spreadsheet would run as a formula."""
    clean = _FORMULA_BEHIND.sub(r"\1'", text.replace("\x00", ""))
    return f"'{clean}" if clean.lstrip().startswith(_STARTS_A_FORMULA) or clean.startswith(_STARTS_A_FORMULA) else clean


def file_name(name: str) -> str:
    """Return a name as a file can have it: no longer than disks take, in wide scripts too."""
    clean = "".join(sign if sign.isalnum() or sign in " -_" else "_" for sign in name[:60]).strip()
    return clean.encode()[:_NAME_BYTES].decode("utf-8", "ignore").strip() or "job"


def file_names(names: Sequence[str]) -> list[str]:
    """Return names as files of one folder can have them: those that are cut or cleaned to the same are numbered."""
    made: list[str] = []
    for name in map(file_name, names):
        number, numbered = 2, name
        while numbered.lower() in (one.lower() for one in made):
            numbered, number = f"{name} ({number})", number + 1
        made.append(numbered)
    return made


_decimal_commas: ContextVar[bool] = ContextVar("decimal commas", default=False)


@contextmanager
def decimal_commas(*, wanted: bool) -> Iterator[None]:
    """Write the lists of this thread with decimal commas and semicolons while this lasts, if they are ``wanted``: a
    table program that expects a decimal comma takes 2.246 for two thousand."""
    former = _decimal_commas.set(wanted)
    try:
        yield
    finally:
        _decimal_commas.reset(former)


def decimals_are_commas() -> bool:
    """Return whether the lists of this thread have decimal commas."""
    return _decimal_commas.get()
