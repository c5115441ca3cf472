"""The house's book, and what is left on the shelf."""

from __future__ import annotations

from narrow_cornice.derived.bought.lines import InTins
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.history import History
from narrow_cornice.job.logged import Entry
from narrow_cornice.job.samples import demo_job
from narrow_cornice.logbook.book import house_book, room_book
from narrow_cornice.logbook.left_overs import must_be_left, on_shelf


def test_the_book_has_every_colour_of_every_room_with_its_batches() -> None:
    """What was written down of the fence stands in its line: the batch once, both days."""
    job = demo_job()
    (fence,) = room_book(job, job.room("r6"))
    assert fence.colour == "Tarred oak"
    assert fence.batches == ("2231",)
    assert len(fence.days) == 2
    assert "boat shed" in fence.left
    rooms = {line.room for line in house_book(job)}
    assert rooms == {room.id for room in job.rooms}
    trim = [line.where for line in room_book(job, job.room("r1")) if not line.tone]
    assert {"skirting", "cornice", "casing", "dado rail"} <= set(trim)


def test_what_must_be_left_is_what_was_bought_less_what_was_used() -> None:
    """A line that is ticked, with two entries; what is on the shelf already is not offered again."""
    history = History(demo_job())
    line = next(
        one
        for one in to_buy(history.job).lines
        if isinstance(one.goods, InTins) and one.key.startswith("paint:wall-matt:sedge")
    )
    bought = sum(size * count for size, count, _ in line.buy)
    assert not must_be_left(history.job)
    history.do(edits.tick(line.key, line.bought_as, line.name))
    entry = Entry("", 740_000, "walls", "r1", "painted", paint="wall-matt", colour="sedge", litres=1.0, batch="99")
    history.do(edits.log_entries((entry, entry)))
    (left,) = must_be_left(history.job)
    assert left.left == bought - 2.0
    assert left.batch == "99"
    for tin in history.job.left_paint:  # what the shelf has of it already is part of what is left
        if (tin.paint, tin.colour) == ("wall-matt", "sedge"):
            history.do(edits.remove_left_tin(tin.id, "x"))
    history.do(edits.shelve_left_over(LeftTin("", "wall-matt", "sedge", left.left, 740_000, "99"), "Sedge"))
    assert not must_be_left(history.job)


def test_tins_on_the_shelf_go_by_the_day_they_are_good_till() -> None:
    """The one that goes off first stands first; what nobody dated stands last; an old one is past its age."""
    job = demo_job()
    job = edits.shelve_left_over(LeftTin("", "wall-matt", "sedge", 0.3, 700_001), "old").apply(job)
    shelf = on_shelf(job)
    assert shelf[0].past
    assert [one.until is None for one in shelf] == sorted(one.until is None for one in shelf)
    until = [one.until for one in shelf if one.until is not None]
    assert until == sorted(until)


def test_a_tin_for_touching_up_is_never_used_and_another_is() -> None:
    """The list takes a left-over tin off what is bought, but not one kept for touching up."""
    job = demo_job()

    def litres(one: object) -> float:
        line = next(x for x in to_buy(one).lines if x.key.startswith("paint:wall-matt:clay"))  # type: ignore[arg-type]
        return sum(size * count for size, count, _ in line.buy)

    before = litres(job)
    kept = edits.shelve_left_over(LeftTin("", "wall-matt", "clay", 9.0, 740_000, touch_up=True), "x").apply(job)
    used = edits.shelve_left_over(LeftTin("", "wall-matt", "clay", 9.0, 740_000), "x").apply(job)
    assert litres(kept) == before
    assert litres(used) < before
