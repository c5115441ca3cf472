"""Prices and stock from a shop's desk: a JSON question over HTTP on this machine, and what may come back of it.

The question and the answer are documented in docs/file-format. Whatever comes back is held against what was asked: a
slow, a wrong or no answer is a message, and nothing of the job changes.
"""

from __future__ import annotations

import http.client
import urllib.parse
from collections.abc import Mapping, Sequence
from typing import NamedTuple

import msgspec

from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.bought import Quote, quote_key
from narrow_cornice.job.model import Job

USUAL_ADDRESS = "http://127.0.0.1:8765/prices"
HERE = ("127.0.0.1", "localhost", "::1")
SECONDS = 8.0
MOST_BYTES = 8_000_000
DEAREST = 1e6


class ShopError(CorniceError, OSError):
    """A shop's desk that does not answer, or not with what was asked."""


class Asked(NamedTuple):
    """One size of something, with what it costs now."""

    code: str
    size: float
    name: str
    usual: float


class _Told(msgspec.Struct, frozen=True):
    code: str
    size: float
    price: float
    stock: int | None = None


class _Answer(msgspec.Struct, frozen=True):
    items: tuple[_Told, ...]
    shop: str = ""


class Prices(NamedTuple):
    """What a shop told: by what each goes, how many prices changed and how many things are out of stock."""

    quotes: Mapping[str, Quote]
    shop: str
    changed: int
    missing: int


def asked_of(job: Job) -> tuple[Asked, ...]:
    """Return what a shop is asked for: every size of every paint, and what is bought of all else, but for trim that is
    sold by the metre and lines of one's own."""
    made = {
        (paint.id, tin.litres): Asked(paint.id, tin.litres, paint.name, tin.price)
        for paint in job.paints
        for tin in paint.sizes
    }
    for line in to_buy(job).lines:
        if not _is_asked(line):
            continue
        for size, count, price in line.buy:
            if count:
                made.setdefault((line.code, size), Asked(line.code, size, line.name, round(price / count, 2)))
    return tuple(made.values())


def _is_asked(line: LineToBuy) -> bool:
    return line.kind in ("paint", "paper", "tile", "repair", "sundry", "hardware", "board")


def ask_prices(address: str, asked: Sequence[Asked], today: int, seconds: float = SECONDS) -> Prices:
    """Ask a shop's desk for prices and stock. Raises ShopError; waits no longer than ``seconds`` for each step."""
    return told_prices(_exchange(address, asked, seconds), asked, today, address)


def told_prices(raw: bytes, asked: Sequence[Asked], today: int, address: str) -> Prices:
    """Return what a desk's answer tells of what was asked. Raises ShopError."""
    try:
        told = msgspec.json.decode(raw, type=_Answer)
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise ShopError(f"The shop's desk answered what is no list of prices: {error}.", where=address) from None
    wanted = {(one.code, f"{one.size:g}"): one for one in asked}
    quotes: dict[str, Quote] = {}
    changed = missing = 0
    for one in told.items:
        question = wanted.get((one.code, f"{one.size:g}"))
        if question is None:
            continue  # nobody asked for it
        if not 0 < one.price <= DEAREST or (one.stock is not None and not 0 <= one.stock <= DEAREST):
            raise ShopError(f"The shop's desk told {one.price:g} for {question.name[:60]}.", where=address)
        other = abs(one.price - question.usual) >= 0.005
        changed += other
        missing += one.stock == 0
        was = question.usual if other else None
        quotes[quote_key(one.code, one.size)] = Quote(round(one.price, 2), was, one.stock, today)
    if not quotes:
        raise ShopError("The shop's desk knows nothing of what is on the list.", where=address)
    return Prices(quotes, told.shop[:60] or "a shop", changed, missing)


def _exchange(address: str, asked: Sequence[Asked], seconds: float) -> bytes:
    """Send the question and return the bytes of the answer. Raises ShopError."""
    parts = urllib.parse.urlsplit(address)
    try:
        port = parts.port or 80
    except ValueError:
        port = 0
    if parts.scheme != "http" or parts.hostname not in HERE or not port:
        raise ShopError(
            f"“{address[:60]}” is no shop's desk on this machine.", remedy=f"Write it like {USUAL_ADDRESS}."
        )
    question = msgspec.json.encode({"items": [one._asdict() for one in asked]})
    desk = http.client.HTTPConnection(parts.hostname, port, timeout=seconds)
    try:
        desk.request("POST", parts.path or "/", question, {"Content-Type": "application/json"})
        answer = desk.getresponse()
        raw = answer.read(MOST_BYTES + 1)
    except TimeoutError:
        raise ShopError(f"The shop's desk did not answer within {seconds:g} s.", where=address) from None
    except (OSError, http.client.HTTPException, ValueError):
        remedy = "Prices stay as they are. Is it running: narrow-cornice instruments shop?"
        raise ShopError("No shop's desk answers there.", where=address, remedy=remedy) from None
    finally:
        desk.close()
    if answer.status != 200:
        raise ShopError(f"The shop's desk refused the question ({answer.status}).", where=address)
    if len(raw) > MOST_BYTES:
        raise ShopError("The shop's desk answered more than a list of prices can be.", where=address)
    return raw
