"""What commands have in common: an answer as JSON, and lengths as people type them."""

from __future__ import annotations

from typing import Any

from narrow_cornice.errors import CorniceError


def answer(value: dict[str, Any]) -> None:
    """Print an answer as JSON on standard output."""
    import json

    print(json.dumps(value, ensure_ascii=False, allow_nan=False))


def size_given(text: str, where: str) -> float:
    """Return a length that was given as an option. Raises CorniceError with its name."""
    from narrow_cornice.units.lengths import LengthError, parse_length

    try:
        return parse_length(text).mm
    except LengthError as error:
        raise CorniceError(f"“{text[:80]}”, character {error.position + 1}: {error}", where=where) from None
