"""What people write at the end of a day, read by its meaning."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.job.samples import demo_job
from narrow_cornice.logbook.reading import LogError, read_entries
from thorough import many

DAY = date(2026, 11, 20).toordinal()
JOB = demo_job()


def test_one_line_with_everything() -> None:
    """Litres, area, hours, batch, coats, the way, the colour, its paint by the room's one such."""
    (entry,) = read_entries(JOB, "2,5 L Sedge on the walls by roller, 14 m², two coats, 3.5 h, batch 4711", DAY, "r1")
    assert (entry.litres, entry.area, entry.hours, entry.coats) == (2.5, 14.0, 3.5, 2.0)
    assert (entry.batch, entry.method, entry.kind) == ("4711", "roller", "painted")
    assert (entry.room, entry.colour, entry.paint) == ("r1", "sedge", "wall-matt")
    assert entry.day == DAY
    assert entry.words.startswith("2,5 L Sedge")


def test_days_rooms_and_several_entries() -> None:
    """A day before a colon holds for what follows it; a room's name in a line is that room, with the longest name."""
    text = "2026-11-18: Tea Parlour, sanded, 2 h; Chart Room: filled, 1 h\n19 November 2026: hung the paper, 3 hours"
    made = read_entries(JOB, text, DAY, "r5")
    assert [one.day - DAY for one in made] == [-2, -2, -1]
    assert [one.room for one in made] == ["r2", "r1", "r5"]
    assert [one.kind for one in made] == ["prepared", "prepared", "hung"]
    assert [one.hours for one in made] == [2.0, 1.0, 3.0]


def test_a_deep_colour_is_not_taken_for_the_pale_one_in_its_name() -> None:
    """Deep sedge is not sedge."""
    (entry,) = read_entries(JOB, "1 L Deep sedge, lower wall", DAY, "r1")
    assert entry.colour == "deepsedge"


def test_other_units_and_other_goods() -> None:
    """Square feet are m²; metres and bags are an amount of their own."""
    (feet,) = read_entries(JOB, "painted 100 sq ft, 1 L", DAY)
    assert feet.area == pytest.approx(9.290304)
    (trim,) = read_entries(JOB, "fitted 12.4 m of skirting, 2 h", DAY)
    assert (trim.kind, trim.amount, trim.unit, trim.hours) == ("fitted", 12.4, "m", 2.0)


def test_nothing_is_refused_in_words() -> None:
    """Blank lines, and days without anything done on them."""
    for text in ("", "  \n ", "2026-11-18:"):
        with pytest.raises(LogError):
            read_entries(JOB, text, DAY)
    with pytest.raises(LogError, match="too many"):
        read_entries(JOB, "x\n" * 500, DAY)


@given(st.text(max_size=80))
@settings(max_examples=many(60, 3000), deadline=None)
def test_any_words_become_entries_or_a_refusal(text: str) -> None:
    """Nothing that somebody writes raises anything else, and the words are kept."""
    try:
        made = read_entries(JOB, text, DAY, "r1")
    except LogError:
        return
    assert made
    assert all(entry.words for entry in made)
    assert all((entry.litres or 0) >= 0 for entry in made)


def test_what_was_used_and_what_was_laid() -> None:
    """Of two areas in one line the first is what was done, the second what it took."""
    (entry,) = read_entries(JOB, "tiled 10 m², used 11.5 m² of tiles", DAY, "r5")
    assert (entry.kind, entry.area, entry.amount, entry.unit) == ("laid", 10.0, 11.5, "m²")
