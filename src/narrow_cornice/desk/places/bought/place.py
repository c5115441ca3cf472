"""To buy: everything that is bought, by shop or by room, with how bars are cut and what has been ticked off."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Import, Late, Leaf, Picture, Place, RowsOf, Total
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import LinePath

NO_WAGE = "What an hour costs is a house rule (on the shelf, topic Hours): with it labour and budget are counted too."
HANDING_OUT = "narrow_cornice.desk.places.bought.handing_out"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.bought.page import BoughtPage

    return BoughtPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.bought.saving_rows import saving_rows
    from narrow_cornice.desk.rows.room_rows import room_rows

    yield from room_rows(bench, job, room, saving_rows)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.bought.rows import line_rows

    return {LinePath: line_rows}


def _found(job: Job) -> Iterator[tuple[str, ThingPath]]:
    from narrow_cornice.derived.bought.to_buy import to_buy

    for line in to_buy(job).lines:
        yield line.name, LinePath(line.key)


def _cost(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["cost"]


def _hours(job: Job) -> Figure:
    from narrow_cornice.derived.bought.hours import job_hours

    return job_hours(job)


def _labour(job: Job) -> Figure | None:
    from narrow_cornice.derived.bought.hours import job_labour

    return job_labour(job)


def _of_all(job: Job) -> object:
    from narrow_cornice.derived.bought.costs import costs

    return costs(job)


def _stands(job: Job) -> bool:
    """Return whether everything on the list is bought."""
    from narrow_cornice.derived.bought.purchases import tick_state
    from narrow_cornice.derived.bought.to_buy import to_buy

    lines = to_buy(job).lines
    return bool(lines) and all(tick_state(job, line) == "bought" for line in lines)


PLACE = Place(
    key="bought",
    name="To buy",
    letter="Y",
    group="Specify",
    page=_page,
    room_rows=_room_rows,
    shows=(LinePath,),
    rows=_rows,
    found_in_house=_found,
    hands_out=(
        Export("List to buy by shop as CSV …", Late(HANDING_OUT, "list_to_buy", {"kind": "csv", "parted": "shop"})),
        Export("List to buy by room as CSV …", Late(HANDING_OUT, "list_to_buy", {"kind": "csv", "parted": "room"})),
        Export("Take-off with the working of every total, on paper …", Late(HANDING_OUT, "takeoff")),
        Export("List to buy and schedule as a workbook (XLSX) …", Late(HANDING_OUT, "workbook")),
    ),
    brings_in=(Import("Prices and stock from the shop's desk …", Late(HANDING_OUT, "bring_prices")),),
    leaves=(
        Leaf("shop", "By shop"),
        Leaf("room", "By room"),
        Leaf("phase", "By phase"),
        Leaf("cost", "Cost"),
        Leaf("schemes", "Schemes"),
    ),
    stands=_stands,
    of_all=_of_all,
    totals=(Total("cost", 40, _cost), Total("hours", 45, _hours, _labour, NO_WAGE)),
    aside=Late("narrow_cornice.desk.places.bought.found_aside", "FoundAside"),
    pictures=(Picture("to-buy", {"selected": LinePath("paint:wall-matt:sedge")}),),
    of_job=True,
)
