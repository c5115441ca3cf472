"""Prices from a shop's desk: what it tells is taken up, and whatever it does wrong changes nothing."""

from __future__ import annotations

import socket
import threading
from collections.abc import Iterator
from contextlib import contextmanager

import pytest

from narrow_cornice.derived.bought.purchases import told_of
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange.shop_prices import USUAL_ADDRESS, ShopError, ask_prices, asked_of
from narrow_cornice.instruments.shop_desk import DeskError, DeskHabits, ShopDesk, answer, told_price
from narrow_cornice.job import edits
from narrow_cornice.job.bought import quote_key
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.samples import demo_job

DAY = 739_948


@contextmanager
def desk(**habits: float) -> Iterator[str]:
    """Open a desk of these habits on a free port, and close it again."""
    shop = ShopDesk(0, DeskHabits(**habits))  # type: ignore[arg-type]
    thread = threading.Thread(target=shop.serve)
    thread.start()
    try:
        yield shop.address
    finally:
        shop.close()
        thread.join(5)


def test_prices_and_stock_are_taken_up_and_told() -> None:
    job = demo_job()
    asked = asked_of(job)
    assert len({(one.code, one.size) for one in asked}) == len(asked)
    with desk(differ=0.2, out=0.3, seed=4) as address:
        found = ask_prices(address, asked, DAY)
    assert len(found.quotes) == len(asked)
    priced = checked_job(edits.take_quotes(found.quotes, found.shop).apply(job))
    habits = DeskHabits(differ=0.2, out=0.3, seed=4)
    for paint in priced.paints:
        for tin in paint.sizes:
            before = next(one for one in asked if (one.code, one.size) == (paint.id, tin.litres)).usual
            assert tin.price == told_price(paint.id, tin.litres, before, habits)[0]
    lines = {line.key: line for line in to_buy(priced).lines}
    for line in lines.values():
        for size, count, price in line.buy:
            quote = priced.quotes.get(quote_key(line.code, size))
            if quote is not None:
                assert price == pytest.approx(quote.price * count, abs=0.011), line.name
                said = " ".join(told_of(priced, line))
                short = quote.stock is not None and quote.stock < count
                assert (f"{count} wanted" in said) or not short
                assert quote.was is None or "before" in said
    with desk(differ=0.0, out=0.0) as address:  # asked again, nothing is other than it was
        again = ask_prices(address, asked_of(priced), DAY + 1)
    assert (again.changed, again.missing) == (0, 0)


@pytest.mark.parametrize(
    ("habits", "words"),
    [({"garble": 1.0}, "no list of prices"), ({"drop": 1.0}, "No shop's desk"), ({"slow": 2.0}, "did not answer")],
)
def test_a_desk_that_answers_badly_is_survived(habits: dict[str, float], words: str) -> None:
    with desk(**habits) as address, pytest.raises(ShopError, match=words):
        ask_prices(address, asked_of(demo_job())[:3], DAY, seconds=0.3)


def test_what_is_no_desk_is_said() -> None:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    asked = asked_of(demo_job())[:2]
    for address in (f"http://127.0.0.1:{port}/prices", "http://127.0.0.1:999999/", "http://localhost:0/"):
        with pytest.raises(ShopError):
            ask_prices(address, asked, DAY, seconds=0.3)
    for address in ("http://example.org/prices", "https://127.0.0.1/", "file:///etc/passwd", "prices", ""):
        with pytest.raises(ShopError, match="on this machine"):
            ask_prices(address, asked, DAY)
    assert USUAL_ADDRESS.startswith("http://127.0.0.1:")


def test_the_desk_says_what_it_cannot_answer() -> None:
    for question in (None, [], {"items": 3}, {"items": [3]}, {"items": [{"size": 1}]}):
        with pytest.raises(DeskError):
            answer(question, DeskHabits())
    with desk() as address:
        port = int(address.rsplit(":", 1)[1].split("/")[0])
        with pytest.raises(DeskError, match="cannot be used"):
            ShopDesk(port)
