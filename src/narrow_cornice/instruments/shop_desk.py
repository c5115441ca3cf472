"""A stand-in shop desk: tells prices and stock over HTTP on this machine alone, well or badly.

``POST /prices`` with ``{"items": [{"code", "size", "name", "usual"}]}`` answers ``{"shop", "currency", "items":
[{"code", "size", "price", "stock"}]}``: ``usual`` is what was last paid, from which the stand-in makes up its price;
``stock`` is how many are there. It can change prices, have things missing, be slow, break off, or answer nonsense, so
that whoever asks can be tried.
"""

from __future__ import annotations

import contextlib
import json
import random
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

import msgspec

from narrow_cornice.errors import CorniceError

LOCAL = "127.0.0.1"
MOST_ASKED = 4_000_000  # bytes of a question
SAID = "stand-in shop desk, 1"


class DeskError(CorniceError, ValueError):
    """A desk that cannot be opened."""


class DeskHabits(msgspec.Struct, frozen=True):
    """How the stand-in behaves: by which share at most a price differs, the share of items that are out of stock, of
    answers that are spoilt and of questions it breaks off at, and how many seconds it takes; ``seed`` makes it repeat
    itself."""

    differ: float = 0.1
    out: float = 0.1
    garble: float = 0.0
    drop: float = 0.0
    slow: float = 0.0
    seed: int = 1


def told_price(code: str, size: float, usual: float, habits: DeskHabits) -> tuple[float, int]:
    """Return the price and the stock the desk tells of one item: always the same for one seed."""
    chance = random.Random(f"{habits.seed}:{code}:{size:g}")
    price = round(usual * (1 + chance.uniform(-habits.differ, habits.differ)), 2)
    return max(0.01, price), 0 if chance.random() < habits.out else chance.randint(1, 40)


def answer(question: Any, habits: DeskHabits) -> dict[str, Any]:
    """Return the answer to a question as the stand-in gives it. Raises DeskError for none."""
    items = question.get("items") if isinstance(question, dict) else None
    if not isinstance(items, list):
        raise DeskError("there are no items in the question")
    told = []
    for item in items:
        if not isinstance(item, dict) or not isinstance(item.get("code"), str):
            raise DeskError("an item has no code")
        size, usual = float(item.get("size", 1)), float(item.get("usual", 10))
        price, stock = told_price(item["code"], size, usual, habits)
        told.append({"code": item["code"], "size": size, "price": price, "stock": stock})
    return {"shop": SAID, "currency": "", "items": told}


class ShopDesk:
    """The stand-in as a server on a port of this machine (nought: any that is free). Raises DeskError."""

    def __init__(self, port: int = 0, habits: DeskHabits | None = None) -> None:
        chosen, chance = habits or DeskHabits(), random.Random((habits or DeskHabits()).seed)

        class Handler(BaseHTTPRequestHandler):
            def do_POST(self) -> None:
                """Answer a question about prices."""
                length = min(MOST_ASKED, int(self.headers.get("Content-Length") or 0))
                raw = self.rfile.read(length)
                time.sleep(chosen.slow)
                if chance.random() < chosen.drop:
                    self.close_connection = True
                    return
                try:
                    content = json.dumps(answer(json.loads(raw), chosen)).encode()
                except (ValueError, TypeError) as error:
                    self.send_error(400, str(error)[:100])
                    return
                if chance.random() < chosen.garble:
                    content = content[: len(content) // 2].replace(b'"', b"'")
                self.send_response(200)
                self.send_header("Content-Type", "application/json")
                self.send_header("Content-Length", str(len(content)))
                with contextlib.suppress(ConnectionError):  # who asked did not wait for the answer
                    self.end_headers()
                    self.wfile.write(content)

            def log_message(self, format: str, *args: object) -> None:
                """Say nothing of each question."""

        try:
            self._server = ThreadingHTTPServer((LOCAL, port), Handler)
        except OSError as error:
            raise DeskError(f"Port {port} cannot be used: {error.strerror}.", remedy="Give another one.") from None
        self._server.daemon_threads = True

    @property
    def address(self) -> str:
        """Return where it can be asked."""
        return f"http://{LOCAL}:{self._server.server_address[1]}/prices"

    def serve(self) -> None:
        """Answer until it is closed."""
        self._server.serve_forever(poll_interval=0.05)

    def close(self) -> None:
        """Stop answering."""
        self._server.shutdown()
        self._server.server_close()
