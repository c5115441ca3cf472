"""Texts as a file can hold them, wherever they come from.

A text that was read in the wrong code, a layer of a drawing say, can hold halves of signs ("lone surrogates") that no
file can be written with. They are put right where an edit brings them in, so that whatever is in a job can be saved.
"""

from __future__ import annotations

from typing import Any

import msgspec
from msgspec.structs import replace

UNKNOWN = "\ufffd"
_FIRST_BYTE, _LAST_BYTE = 0xDC80, 0xDCFF  # how a byte that was no UTF-8 is carried in a text (PEP 383)


def clean_text(text: str) -> str:
    """Return a text without lone surrogates: those that carry a byte become its Latin-1 sign, others a mark."""
    try:
        text.encode("utf-8")
    except UnicodeEncodeError:
        return "".join(_sign(ord(sign)) for sign in text)
    return text


def _sign(code: int) -> str:
    if _FIRST_BYTE <= code <= _LAST_BYTE:
        return chr(code - 0xDC00)
    return UNKNOWN if 0xD800 <= code <= 0xDFFF else chr(code)


def cleaned(value: Any, former: Any = None) -> Any:
    """Return a value made of structs, tuples, dictionaries and texts with every text clean.

    What is ``former``'s own part is clean already and is not looked at again; what needs no cleaning stays the same
    object.
    """
    if value is former:
        return value
    if isinstance(value, str):
        return clean_text(value)
    if isinstance(value, msgspec.Struct):
        return _struct(value, former)
    if isinstance(value, tuple):
        before = former if isinstance(former, tuple) else ()
        known = set(map(id, before))
        beside = before if len(before) == len(value) else [None] * len(value)
        made = tuple([one if id(one) in known else cleaned(one, was) for one, was in zip(value, beside, strict=True)])
        return value if all(new is old for new, old in zip(made, value, strict=True)) else made
    if isinstance(value, dict):
        held = former if isinstance(former, dict) else {}
        entries = {clean_text(key): cleaned(one, held.get(key)) for key, one in value.items()}
        same = len(entries) == len(value) and all(key in value and value[key] is one for key, one in entries.items())
        return value if same else entries
    return value


def _struct(value: msgspec.Struct, former: Any) -> msgspec.Struct:
    alike = type(former) is type(value)
    changed = {}
    for field in value.__struct_fields__:
        mine = getattr(value, field)
        made = cleaned(mine, getattr(former, field) if alike else None)
        if made is not mine:
            changed[field] = made
    return replace(value, **changed) if changed else value
