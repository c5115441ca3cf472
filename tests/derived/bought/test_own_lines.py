"""Lines of one's own, and what was bought and is no longer wanted."""

from __future__ import annotations

import json

import pytest

from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.purchases import tick_state
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.csv_lists import to_buy_by_shop
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.lengths import plain_length as mm


def test_a_line_of_ones_own_is_counted_shared_ticked_and_taken_off() -> None:
    """3 boxes at 12.50 are 37.50, a fifth for each of five rooms; optional it is told, and not counted."""
    history = History(demo_job())
    before = to_buy(history.job).price
    history.do(edits.add_own_line("Brads, 30 mm"))
    history.do(edits.change_own_line("l1", count=3.0))
    history.do(edits.change_own_line("l1", unit="boxes"))
    history.do(edits.change_own_line("l1", price=12.5))
    history.do(edits.change_own_line("l1", shop="builders' yard"))
    job = history.job
    order = to_buy(job)
    line = order.line("own:l1")
    assert line is not None
    assert line.price == 37.5
    assert order.price == pytest.approx(before + 37.5)
    assert order.shop_of(line) == "Builders' yard"  # the one that is there, however it is written
    assert sum(line.share_of_price(room.id) for room in job.rooms) == pytest.approx(37.5)
    assert decode_job(encode_job(job), "a job") == job
    assert "Brads, 30 mm" in to_buy_by_shop(job)
    one = edits.change_own_line("l1", room="r3").apply(job)
    mine = to_buy(one).line("own:l1")
    assert mine is not None
    assert mine.share_of_price("r3") == 37.5
    optional = edits.change_own_line("l1", optional=True).apply(job)
    told = to_buy(optional).line("own:l1")
    assert told is not None
    assert (told.price, to_buy(optional).price) == (0.0, pytest.approx(before))
    assert "37.50 if it is wanted" in told.why
    ticked = edits.tick("own:l1", line.bought_as, line.name).apply(job)
    assert tick_state(ticked, line) == "bought"
    gone = edits.remove_own_line("l1", "Brads").apply(ticked)
    assert gone.own_lines == ()
    assert gone.ticks == demo_job().ticks
    with pytest.raises(CorniceError, match="cannot be"):
        edits.change_own_line("l1", price=-1.0)
    with pytest.raises(CorniceError):
        edits.change_own_line("l1", name="  ")


def test_what_was_bought_and_is_no_longer_wanted_is_told_with_what_it_has_become() -> None:
    job = demo_job()
    line = next(one for one in to_buy(job).lines if one.key == "trim:skirting:147.5×35")
    ticked = edits.tick(line.key, line.bought_as, line.name).apply(job)
    assert to_buy(ticked).no_longer == ()
    other = edits.change_trim("r1", "skirting", height=mm(152.0)).apply(ticked)
    (words,) = to_buy(other).no_longer
    assert words.startswith(f"Bought and no longer wanted: {line.bought_as} of trim skirting 147.5×35; there is now ")
    assert "Skirting 152 × 35 mm" in words
    assert words in to_buy(other).left_out
    assert words in to_buy_by_shop(other)
    assert words in json.dumps(takeoff_answer(other), ensure_ascii=False)
