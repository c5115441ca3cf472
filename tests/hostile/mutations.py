"""Inputs with something wrong in them: bytes turned, cut, doubled; numbers and words that nobody means; archives and
JSON taken apart and put together with another value in them."""

from __future__ import annotations

import copy
import io
import json
import random
import re
import zipfile
from collections.abc import Callable
from typing import Any

NUMBERS = (
    *(b"0", b"-0", b"-1", b"1e300", b"-1e300", b"1e-300", b"1e308", b"NaN", b"nan", b"Infinity", b"-inf"),
    *(
        b"9" * 400,
        b"0." + b"0" * 400 + b"1",
        b"1e999999",
        b"2147483648",
        b"18446744073709551616",
        b"1.7976931348623157e308",
    ),
    *(b"7", b"0.5", b"1000000", b"-4310", b"3.14159", b"1/0", b"0x10", b"1_000", b"\xe2\x88\x9212", "٣".encode()),
)
WORDS = (
    *(b"", b"\x00", b"\xff\xfe", b"\xef\xbb\xbf", b"\xed\xa0\x80", "\ufffe".encode(), "\u202e".encode()),
    *(b"=cmd|' /C calc'!A0", b"<b>", b"&amp;", b"../../etc/passwd", b"%s%n", b"{0}", b"\r\n", b"\t", b"\x1b[2J"),
    *("𝕎ide 漢字".encode(), b"A" * 5000, b"[" * 400, b"{" * 400, b"(" * 400, b'"', b"'", b"\\", b";", b",", b"null"),
)
NUMBER = re.compile(rb"-?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?")


def mutated(chance: random.Random, raw: bytes) -> bytes:
    """Return an input with one to six things wrong in it."""
    for _ in range(chance.choice((1, 1, 1, 2, 3, 6))):
        raw = chance.choice(_WAYS)(chance, raw)
    return raw[: 4 * 1024 * 1024]


def mutated_archive(chance: random.Random, raw: bytes) -> bytes:
    """Return a job file with something wrong in it: in its bytes, in what is in the archive, or in one value of its
    JSON."""
    way = chance.random()
    if way < 0.25:
        return mutated(chance, raw)
    with zipfile.ZipFile(io.BytesIO(raw)) as archive:
        members = {one: archive.read(one) for one in archive.namelist()}
    text = members["job.json"]
    members["job.json"] = mutated(chance, text) if way < 0.45 else json_mutated(chance, text)
    if way > 0.9:
        members[chance.choice(("job.json", "pictures/a.jpg", "pictures/../a.jpg", "x"))] = mutated(chance, text[:3000])
    held = io.BytesIO()
    method = chance.choice((zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED, zipfile.ZIP_LZMA, zipfile.ZIP_BZIP2))
    with zipfile.ZipFile(held, "w", method if way > 0.95 else zipfile.ZIP_DEFLATED, compresslevel=1) as archive:
        for name, content in members.items():
            archive.writestr(name, content)
    return held.getvalue()


def json_mutated(chance: random.Random, raw: bytes) -> bytes:
    """Return JSON with one to three of its values, anywhere in it, taken away, doubled or made another."""
    whole: Any = json.loads(raw)
    for _ in range(chance.choice((1, 1, 2, 3))):
        places: list[tuple[Any, Any]] = []
        _walk(whole, places)
        if not places:
            break
        held, key = chance.choice(places)
        there = held[key]
        way = chance.randrange(5)
        if way == 0:
            del held[key]
        elif way == 1 and isinstance(held, list):
            held.insert(key, copy.deepcopy(there))
        elif way == 2:
            other, at = chance.choice(places)
            held[key] = copy.deepcopy(other[at])
        else:
            held[key] = copy.deepcopy(chance.choice(_VALUES))
    return json.dumps(whole).encode("utf-8", "surrogatepass")


_VALUES: tuple[Any, ...] = (
    *(
        None,
        True,
        0,
        -1,
        1,
        7,
        1e300,
        -1e300,
        1e-300,
        2**63,
        2**70,
        0.5,
        1e6,
        -4310,
        5_000_000,
        float("nan"),
        float("inf"),
    ),
    *("", "x", "r1", "w1", "=1+1", "\ufffe", "<b>x</b>", "a" * 3000, "\x00", "\ud800", "#12", "2027-03-15"),
    *([], {}, [[]], [1, 2], {"id": "r1"}, [None], [0.0, 1e308]),
)


def _walk(value: Any, places: list[tuple[Any, Any]]) -> None:
    for key in value if isinstance(value, dict) else range(len(value)):
        places.append((value, key))
        if isinstance(value[key], dict | list):
            _walk(value[key], places)


def _at(chance: random.Random, raw: bytes) -> int:
    return chance.randrange(len(raw) + 1)


def _turned(chance: random.Random, raw: bytes) -> bytes:
    if not raw:
        return raw
    at = chance.randrange(len(raw))
    return raw[:at] + bytes([raw[at] ^ 1 << chance.randrange(8)]) + raw[at + 1 :]


def _cut(chance: random.Random, raw: bytes) -> bytes:
    begin = _at(chance, raw)
    return raw[:begin] + raw[begin + chance.choice((1, 4, 40, 400, 10**9)) :]


def _doubled(chance: random.Random, raw: bytes) -> bytes:
    begin = _at(chance, raw)
    part = raw[begin : begin + chance.choice((1, 8, 80, 800))]
    return raw[:begin] + part * chance.choice((2, 2, 5, 40)) + raw[begin:]


def _number(chance: random.Random, raw: bytes) -> bytes:
    found = list(NUMBER.finditer(raw, 0, 400_000))
    if not found:
        return raw
    one = chance.choice(found)
    return raw[: one.start()] + chance.choice(NUMBERS) + raw[one.end() :]


def _word(chance: random.Random, raw: bytes) -> bytes:
    at = _at(chance, raw)
    return raw[:at] + chance.choice(WORDS) + raw[at + chance.choice((0, 0, 1, 6)) :]


def _lines(chance: random.Random, raw: bytes) -> bytes:
    lines = raw.split(b"\n")
    one, other = chance.randrange(len(lines)), chance.randrange(len(lines))
    lines[one], lines[other] = lines[other], lines[one]
    if chance.random() < 0.3:
        del lines[one]
    return b"\n".join(lines)


_WAYS: tuple[Callable[[random.Random, bytes], bytes], ...] = (_turned, _cut, _doubled, _number, _number, _word, _lines)
