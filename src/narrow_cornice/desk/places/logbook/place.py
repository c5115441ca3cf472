"""Logbook: the diary as it was written, left-overs, lessons, the house's book."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place, RowsOf, SeenAs, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import EntryPath, LeftOverPath, LessonPath

HERE = "narrow_cornice.desk.places.logbook"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.logbook.page import LogbookPage

    return LogbookPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.logbook.rows import logbook_rows

    yield from logbook_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.logbook import rows

    return {EntryPath: rows.entry_rows, LeftOverPath: rows.left_over_rows, LessonPath: rows.lesson_rows}


def _words() -> WordsOf:
    from narrow_cornice.desk.places.logbook import rows

    return {EntryPath: rows.entry_words, LeftOverPath: rows.left_over_words, LessonPath: rows.lesson_words}


def _beside() -> WordsOf:
    from narrow_cornice.desk.places.logbook import rows

    return {**_words(), EntryPath: rows.entry_day}


def _diary(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.diary import written_diary

    return written_diary(job)


def _photographs(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.day_pictures import day_pictures

    return day_pictures(job, view.selected.id if isinstance(view.selected, EntryPath) else "")


def _shelf(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.shelf import left_over_shelf

    return left_over_shelf(job)


def _lessons(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.lessons import lessons_drawing

    return lessons_drawing(job)


def _book(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.book import book

    return book(job)


def _card(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.logged.book import touch_up_card

    return touch_up_card(job, room)


def _of_all(job: Job) -> object:
    from narrow_cornice.logbook.left_overs import must_be_left
    from narrow_cornice.logbook.lessons import lessons_of

    return lessons_of(job), must_be_left(job)


def _stands(job: Job) -> bool:
    """Return whether something was written, and the house is handed over."""
    return bool(job.logbook.entries) and job.logbook.handed_over.ordinal is not None


def _found(job: Job) -> Iterator[tuple[str, ThingPath]]:
    from narrow_cornice.drawing.site_diary import day_words
    from narrow_cornice.logbook.left_overs import on_shelf

    for entry in job.logbook.entries:
        yield f"{entry.words[:60]}, {day_words(entry.day)}", EntryPath(entry.id)
    for one in on_shelf(job):
        yield f"{one.tin.batch} {one.words}, left over".strip(), LeftOverPath(one.tin.id)
    for entry in job.logbook.entries:
        if entry.batch:
            yield f"{entry.batch}, batch of {day_words(entry.day)}", EntryPath(entry.id)


DIARY = SeenAs("diary", "diary", _diary, under_lamps="never")
PHOTOGRAPHS = SeenAs("pictures", "photographs", _photographs, under_lamps="never")
SHELF = SeenAs("shelf", "shelf", _shelf, under_lamps="never")
LESSONS = SeenAs("lessons", "lessons", _lessons, under_lamps="never")
BOOK = SeenAs("book", "book", _book, under_lamps="never")
CARD = SeenAs("card", "touch-up card", _card, under_lamps="never")

PLACE = Place(
    key="logbook",
    name="Logbook",
    letter="G",
    group="Hand over",
    page=_page,
    room_rows=_room_rows,
    shows=(EntryPath, LeftOverPath, LessonPath),
    rows=_rows,
    words=_beside,
    names=_words,
    leaves=(
        Leaf("diary", "Diary", (DIARY, PHOTOGRAPHS), (EntryPath,)),
        Leaf("left", "Left over", (SHELF,), (LeftOverPath,)),
        Leaf("lessons", "What it teaches", (LESSONS,), (LessonPath,)),
        Leaf("book", "The house's book", (BOOK, CARD)),
    ),
    stands=_stands,
    found_in_house=_found,
    of_all=_of_all,
    hands_out=(
        Export("The house's book, to print …", Late(f"{HERE}.handing_out", "book")),
        Export("Touch-up cards of all rooms, to print …", Late(f"{HERE}.handing_out", "cards")),
        Export("The diary, to print …", Late(f"{HERE}.handing_out", "diary")),
        Export("The logbook as CSV …", Late(f"{HERE}.handing_out", "entries_csv")),
        Export("The house's book as CSV …", Late(f"{HERE}.handing_out", "book_csv")),
    ),
    pictures=(Picture("logbook", {"leaf": "left"}),),
    of_job=True,
)
