"""The logbook for others: book, cards and diary on paper, tables that come back."""

from __future__ import annotations

import csv
import io

from msgspec.structs import replace

from narrow_cornice.exchange.logbook_out import book_pdf, book_table, cards_pdf, diary_pdf, entries_table
from narrow_cornice.job.logged import Logbook
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.logbook.book import house_book
from printed import pages, said

JOB = demo_job()


def table(text: str) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(text.removeprefix("\ufeff"))))


def test_the_book_on_paper_names_every_colour_and_batch() -> None:
    """To be found again years later."""
    text = said(book_pdf(JOB))
    for line in house_book(JOB):
        assert line.product in text
    assert "batch 2231" in text
    assert "boat shed" in text


def test_touch_up_cards_are_one_for_each_room() -> None:
    """Two postcards on a sheet of A4."""
    sheets = pages(cards_pdf(JOB))
    assert len(sheets) == 3
    assert sum(sheet.count("Stir well") for sheet in sheets) == len(JOB.rooms)


def test_the_diary_on_paper_has_every_entry() -> None:
    """Under its day."""
    text = said(diary_pdf(JOB))
    for entry in JOB.logbook.entries:
        assert entry.words[:30] in text


def test_tables_have_every_line() -> None:
    """Figures as figures, words as words; a formula stays words."""
    rows = table(entries_table(JOB))
    assert len(rows) == len(JOB.logbook.entries)
    assert [row["litres"] for row in rows if row["litres"]] == ["8.6", "8.2"]
    assert len(table(book_table(JOB))) == len(house_book(JOB))
    entry = replace(JOB.logbook.entries[0], words="=1+1")
    odd = replace(JOB, logbook=Logbook((entry,)))
    assert table(entries_table(odd))[0]["words"] != "=1+1"


def test_a_job_without_anything_is_printed_as_such() -> None:
    """An empty book is a sheet all the same."""
    assert len(pages(book_pdf(starting_job()))) == 1
    assert len(pages(diary_pdf(starting_job()))) == 1
    assert len(pages(cards_pdf(starting_job()))) == 1
