"""Programme: works over days, drying, hands; what the end hangs on, what is wanted by when, each day's sheet."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Import, Late, Leaf, Picture, Place, RowsOf, SeenAs, Total, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import WorkPath

HERE = "narrow_cornice.desk.places.programme"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.programme.page import ProgrammePage

    return ProgrammePage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.programme.rows import programme_rows

    yield from programme_rows(bench, job)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.programme.work_rows import work_rows

    return {WorkPath: work_rows}


def _work_words(job: Job, path: WorkPath) -> str:
    from narrow_cornice.desk.places.programme.work_rows import words_of

    return words_of(job, path)


def _words() -> WordsOf:
    return {WorkPath: _work_words}


def _diary(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.site_diary import site_diary
    from narrow_cornice.units.dates import today

    return site_diary(job, today())


def _of_all(job: Job) -> object:
    from narrow_cornice.derived.programmed.day_by_day import wanted_by
    from narrow_cornice.drawing.site_diary import site_diary
    from narrow_cornice.units.dates import today

    return site_diary(job, today()), wanted_by(job)


def _days(job: Job) -> Figure:
    from narrow_cornice.derived.programmed.programme import days_figure

    return days_figure(job)


def _found(job: Job) -> Iterator[tuple[str, ThingPath]]:
    from narrow_cornice.derived.programmed.programme import programme_of

    rooms = {room.id: room.name for room in job.rooms}
    for work in programme_of(job).works:
        yield f"{work.name}, {rooms.get(work.room, 'the house')}", WorkPath(work.id)


def _stands(job: Job) -> bool:
    """Return whether it is said when the work begins, and a plan was found that still holds."""
    if job.programme.begins.ordinal is None or job.programme.kept is None:
        return False
    from narrow_cornice.derived.programmed.programme import programme_of

    return programme_of(job).found


def _followed(before: Job, after: Job) -> tuple[str, ...]:
    from narrow_cornice.derived.programmed.moved import moved

    return moved(before, after)


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that the works of a room call for."""
    from narrow_cornice.desk.places.programme.handing_out import cautions_of_room

    return cautions_of_room(job, room) if room is not None else ()


DIARY = SeenAs("diary", "diary", _diary, under_lamps="never")

PLACE = Place(
    key="programme",
    name="Programme",
    letter="P",
    group="Specify",
    page=_page,
    room_rows=_room_rows,
    shows=(WorkPath,),
    rows=_rows,
    words=_words,
    names=_words,
    cautions=_cautions,
    leaves=(
        Leaf("works", "Works", (DIARY,), (WorkPath,)),
        Leaf("days", "Days", (DIARY,), (WorkPath,)),
        Leaf("wanted", "Wanted by", (DIARY,)),
    ),
    stands=_stands,
    followed=_followed,
    found_in_house=_found,
    of_all=_of_all,
    totals=(Total("days", 46, _days),),
    hands_out=(
        Export("The programme on paper, and a sheet for each day …", Late(f"{HERE}.handing_out", "programme_sheets")),
        Export("The programme as a calendar (ICS) …", Late(f"{HERE}.handing_out", "calendar")),
        Export("Works as CSV …", Late(f"{HERE}.handing_out", "works_csv")),
    ),
    brings_in=(Import("Weather by day (CSV) …", Late(f"{HERE}.bringing_in", "weather")),),
    pictures=(Picture("programme", {"leaf": "works", "room_id": "r1", "selected": WorkPath("r1:coat:walls:2")}),),
    of_job=True,
)
