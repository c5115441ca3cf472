"""What a job must satisfy beyond the types of its fields, so that nothing further on meets nonsense."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Sequence

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, Finish, Job, Paint, Room
from narrow_cornice.survey.readings import Reading
from narrow_cornice.trim.choices import KINDS
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.trim.orders import orders
from narrow_cornice.units.lengths import LARGEST_MM, Length
from narrow_cornice.working.house_rules import HouseRules

MOST_ROOMS = 2_000
MOST_SIDES = 400
MOST_PER_ROOM = 2_000


class JobError(CorniceError, ValueError):
    """A job that says something impossible; ``where`` is the place in its JSON."""


def _unique(ids: Iterable[str], where: str) -> set[str]:
    seen: set[str] = set()
    for one in ids:
        if one in seen:
            raise JobError(f"The identity “{one[:40]}” is used twice.", where=where)
        if not one:
            raise JobError("An identity is empty.", where=where)
        seen.add(one)
    return seen


def _number(value: float, where: str, least: float, most: float) -> None:
    if not math.isfinite(value) or not least <= value <= most:
        raise JobError(f"{value:g} is not between {least:g} and {most:g}.", where=where)


def _length(length: Length | None, where: str, *, zero: bool = False) -> None:
    if length is None:
        return
    _number(length.mm, f"{where}.mm", 0.0 if zero else 1e-6, float(LARGEST_MM))


def _readings(readings: Sequence[Reading], where: str) -> None:
    if len(readings) > MOST_PER_ROOM:
        raise JobError(f"More than {MOST_PER_ROOM} readings.", where=where)
    for one in readings:
        _length(one, where)
        if isinstance(one, Reading) and one.sigma is not None:
            _number(one.sigma, f"{where}.sigma", 1e-4, 1e5)


def _corners(walls: set[str], where: str, *keys: str) -> None:
    for key in keys:
        if key not in walls:
            raise JobError(f"It ends at a wall “{key[:40]}” that is not there.", where=where)
    if len(set(keys)) < len(keys):
        raise JobError("Its corners must be different ones.", where=where)


def checked_job(job: Job) -> Job:
    """Return the job if everything in it is possible. Raises JobError with the place where it is not."""
    HouseRules(job.house_rules)
    for key, value in job.house_rules.items():
        _number(value, f"house_rules.{key}", 0, 1e6)
    if job.settings.step not in (0.5, 1) or job.settings.denominator not in (8, 16, 32):
        raise JobError("Figures are shown to 1 or 0.5 mm, or to 1/8, 1/16 or 1/32 inch.", where="settings")
    _unique((colour.id for colour in job.colours), "colours")
    for index, colour in enumerate(job.colours):
        checked_colour(colour.hex, f"colours[{index}].hex")
    _unique((paint.id for paint in job.paints), "paints")
    for index, paint in enumerate(job.paints):
        where = f"paints[{index}]"
        _number(paint.solids, f"{where}.solids", 1, 100)
        _number(paint.film, f"{where}.film", 1, 5000)
        _number(paint.hiding, f"{where}.hiding", 0.01, 100)
        if not paint.sizes:
            raise JobError("A paint needs at least one tin size.", where=f"{where}.sizes")
        for size in paint.sizes:
            _number(size.litres, f"{where}.sizes", 0.001, 1000)
            _number(size.price, f"{where}.sizes", 0, 1e6)
    _unique((stock.id for stock in job.stock), "stock")
    for index, stock in enumerate(job.stock):
        where = f"stock[{index}]"
        if not stock.lengths:
            raise JobError("Trim needs at least one length it is sold in.", where=f"{where}.lengths")
        for length in stock.lengths:
            _number(length, f"{where}.lengths", 100, 20_000)
        _number(stock.price_per_metre, f"{where}.price_per_metre", 0, 1e6)
        _number(stock.price_per_metre_mm, f"{where}.price_per_metre_mm", 0, 1e6)
        if not set(stock.kinds) <= set(KINDS):
            raise JobError("This kind of trim is not known.", where=f"{where}.kinds", remedy=", ".join(KINDS) + ".")
    if len(job.rooms) > MOST_ROOMS:
        raise JobError(f"More than {MOST_ROOMS} rooms.", where="rooms")
    _unique((room.id for room in job.rooms), "rooms")
    for index, room in enumerate(job.rooms):
        _check_room(room, f"rooms[{index}]", job.colours, job.paints)
    return job


@by_identity(keep=4096)
def _check_room(room: Room, where: str, colours: tuple[Colour, ...], paints: tuple[Paint, ...]) -> None:
    """Check one room; an edit that left it alone does not pay for it again."""
    has_colour = {colour.id for colour in colours}.__contains__
    has_paint = {paint.id for paint in paints}.__contains__
    if room.order not in orders():
        raise JobError(f"There is no order called “{room.order[:40]}”.", where=f"{where}.order")
    if (
        len(room.sides) > MOST_SIDES
        or max(map(len, (room.openings, room.heights, room.diagonals, room.offsets))) > MOST_PER_ROOM
    ):
        raise JobError("More walls, openings or readings than one room can have.", where=where)
    walls = _unique((side.id for side in room.sides), f"{where}.sides")
    for index, side in enumerate(room.sides):
        at = f"{where}.sides[{index}]"
        _readings(side.readings, f"{at}.readings")
        if side.assumed is not None:
            _number(side.assumed, f"{at}.assumed", 1, 180)
        for angle in side.angles:
            _number(angle.degrees, f"{at}.angles", 0.5, 359.5)
            if angle.sigma is not None:
                _number(angle.sigma, f"{at}.angles.sigma", 1e-4, 90)
    _readings(room.heights, f"{where}.heights")
    _unique((one.id for one in room.diagonals), f"{where}.diagonals")
    for index, diagonal in enumerate(room.diagonals):
        at = f"{where}.diagonals[{index}]"
        _corners(walls, at, diagonal.first, diagonal.second)
        _readings(diagonal.readings, f"{at}.readings")
    _unique((one.id for one in room.offsets), f"{where}.offsets")
    for index, offset in enumerate(room.offsets):
        at = f"{where}.offsets[{index}]"
        _corners(walls, at, offset.of, offset.start, offset.end)
        for one in offset.readings:
            _number(one.mm, f"{at}.readings", -float(LARGEST_MM), float(LARGEST_MM))
    _length(room.split, f"{where}.split")
    checked_colour(room.floor, f"{where}.floor")
    _unique((opening.id for opening in room.openings), f"{where}.openings")
    for index, opening in enumerate(room.openings):
        at = f"{where}.openings[{index}]"
        if opening.wall not in walls:
            raise JobError(f"It stands in a wall “{opening.wall[:40]}” that is not there.", where=f"{at}.wall")
        _length(opening.width, f"{at}.width")
        _length(opening.height, f"{at}.height")
        for name in ("place", "sill", "reveal"):
            _length(getattr(opening, name), f"{at}.{name}", zero=True)
        checked_colour(opening.frame, f"{at}.frame")
    for kind, choice in room.trim.items():
        if kind not in KINDS and not kind.startswith(MEMBER_PREFIX):
            raise JobError(f"There is no trim called “{kind[:40]}”.", where=f"{where}.trim")
        for name in ("height", "projection", "top"):
            _length(getattr(choice, name), f"{where}.trim[{kind}].{name}")
    for key, finish in room.finishes.items():
        _check_finish(finish, f"{where}.finishes[{key[:60]}]", has_colour, has_paint)


def _check_finish(
    finish: Finish, where: str, has_colour: Callable[[str], bool], has_paint: Callable[[str], bool]
) -> None:
    for field, colour in (("colour", finish.colour), ("over", finish.over)):
        if colour is not None and not has_colour(colour):
            raise JobError(f"There is no colour “{colour[:40]}”.", where=f"{where}.{field}")
    for field, paint in (("paint", finish.paint), ("primer", finish.primer)):
        if paint is not None and not has_paint(paint):
            raise JobError(f"There is no paint “{paint[:40]}”.", where=f"{where}.{field}")
    if finish.coats is not None:
        _number(finish.coats, f"{where}.coats", 1, 12)
