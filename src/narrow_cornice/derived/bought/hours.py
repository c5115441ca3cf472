"""The hours of a whole job and what they cost: repairs, fitting trim, built-ins and painting, room by room."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.building_hours import building_hours
from narrow_cornice.derived.coated.coverings import room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.trimwork.fitting_hours import fitting_hours
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.derived.walled.hanging_hours import hanging_hours
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.finishes import Colour, Covering, Paint
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity

HOURS_A_DAY = 7.0  # that a hand works (drying and days)


# Many parameters: what each sort of work is counted by.
def works_in(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    stock: tuple[MilledTrim, ...],
    joinery: Joinery,
    coverings: tuple[Covering, ...] = (),
) -> Iterator[tuple[str, list[Figure]]]:
    """Yield the sorts of work in a room, each with the hours of everything it is of."""
    yield "repairs", [table(one.words[:60], one.hours, "h", "repairs table") for one in room_repairs(room)]
    yield "fitting trim", list(fitting_hours(room, changed_rules, stock, joinery).values())
    runs = (building_hours(room, run, changed_rules) for run in room.casework.built_ins)
    yield "built-ins", [hours for hours in runs if hours is not None]
    yield "painting", list(painting_hours(room, changed_rules, paints, colours).values())
    worn = room_coverings(room, changed_rules, paints, colours, coverings).values()
    yield "papering and tiling", [one.hours for one in worn if one.hours is not None]
    fields = taken_of(room, changed_rules)
    yield "laying fields", [one.hours for one in fields if one.hours is not None]
    yield "hanging things", list(hanging_hours(room, changed_rules))


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def room_hours(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    stock: tuple[MilledTrim, ...],
    joinery: Joinery,
    coverings: tuple[Covering, ...] = (),
) -> Figure | None:
    """Return the hours of one person in a room, None where there is nothing to do yet."""
    works = works_in(room, changed_rules, paints, colours, stock, joinery, coverings)
    parts = [total(words, "h", each) for words, each in works if each]
    return total(room.name[:60], "h", parts, listed=True) if parts else None


@by_identity(times=2, each="job")
def job_hours(job: Job) -> Figure:
    """Return the hours of one person for the whole job."""
    return total("hours", "h", list(_each(job)), listed=True)


def _each(job: Job) -> Iterator[Figure]:
    for room in job.rooms:
        hours = room_hours(room, job.house_rules, job.paints, job.colours, job.milled, job.joinery, job.coverings)
        if hours is not None:
            yield hours


@explained("labour", "money", "hours × price of an hour")
def labour(hours: float, price_of_an_hour: float) -> float:
    """Return what hours of work cost, in the job's money."""
    return hours * price_of_an_hour


def job_labour(job: Job) -> Figure | None:
    """Return what the hours of the whole job cost, as many as are shown; None while an hour has no price."""
    price, hours = house_rules_of(job.house_rules).figure("wage"), job_hours(job)
    return labour(replace(hours, value=hours.rounded(job.settings)), price) if price.value else None
