"""What commands have in common: an answer as JSON, and lengths as people type them."""

from __future__ import annotations

import sys
from typing import Any

from narrow_cornice.errors import CorniceError

MOST_ASKED = 64 * 1024 * 1024  # bytes of a request


def answer(value: dict[str, Any]) -> None:
    """Print an answer as JSON on standard output."""
    import json

    print(json.dumps(value, ensure_ascii=False, allow_nan=False))


def given_input() -> bytes:
    """Return what a request gives on standard input. Raises CorniceError where there is none, or it never ends."""
    if sys.stdin is None or sys.stdin.closed:
        raise CorniceError("Standard input is closed.", remedy="Give the request there, as < request.json.")
    try:
        content = sys.stdin.buffer.read(MOST_ASKED + 1)
    except OSError as error:
        raise CorniceError(f"Standard input cannot be read ({error.strerror}).") from None
    if len(content) > MOST_ASKED:
        raise CorniceError(f"Standard input gives more than {MOST_ASKED / 1e6:.0f} MB; no request has so much.")
    return content


def size_given(text: str, where: str) -> float:
    """Return a length that was given as an option. Raises CorniceError with its name."""
    from narrow_cornice.units.lengths import LengthError, parse_length

    try:
        return parse_length(text).mm
    except LengthError as error:
        raise CorniceError(f"“{text[:80]}”, character {error.position + 1}: {error}", where=where) from None
