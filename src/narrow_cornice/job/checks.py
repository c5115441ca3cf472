"""What a job must satisfy beyond the types of its fields, so that nothing further on meets nonsense."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from typing import TypeVar

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.cutting.plans import fits
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.limits import (
    MOST_PER_ROOM,
    JobError,
    corners_there,
    length_within,
    number,
    readings_within,
    unique,
)
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, CuttingPlan, Finish, Job, Paint, Room
from narrow_cornice.job.pictures import check_pictures
from narrow_cornice.job.thing_checks import check_brief, check_things, check_ways_in
from narrow_cornice.trim.catalogue import checked_profile
from narrow_cornice.trim.choices import KINDS, TrimChoice
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.trim.orders import checked_order, orders
from narrow_cornice.trim.stacks import checked_stack
from narrow_cornice.units.lengths import LARGEST_MM

MOST_ROOMS = 2_000
MOST_SIDES = 400
MOST_STOCK = 8
Given = TypeVar("Given")
MOST_LEFT = 400


def checked_job(job: Job) -> Job:
    """Return the job if everything in it is possible. Raises JobError with the place where it is not."""
    HouseRules(job.house_rules)
    for key, value in job.house_rules.items():
        number(value, f"house_rules.{key}", 0, 1e6)
    if job.settings.step not in (0.5, 1) or job.settings.denominator not in (8, 16, 32):
        raise JobError("Figures are shown to 1 or 0.5 mm, or to 1/8, 1/16 or 1/32 inch.", where="settings")
    unique((colour.id for colour in job.colours), "colours")
    for index, colour in enumerate(job.colours):
        checked_colour(colour.hex, f"colours[{index}].hex")
    unique((paint.id for paint in job.paints), "paints")
    for index, paint in enumerate(job.paints):
        where = f"paints[{index}]"
        number(paint.solids, f"{where}.solids", 1, 100)
        number(paint.film, f"{where}.film", 1, 5000)
        number(paint.hiding, f"{where}.hiding", 0.01, 100)
        if not paint.sizes:
            raise JobError("A paint needs at least one tin size.", where=f"{where}.sizes")
        for size in paint.sizes:
            number(size.litres, f"{where}.sizes", 0.001, 1000)
            number(size.price, f"{where}.sizes", 0, 1e6)
    unique((stock.id for stock in job.stock), "stock")
    for index, stock in enumerate(job.stock):
        where = f"stock[{index}]"
        if not stock.lengths:
            raise JobError("Trim needs at least one length it is sold in.", where=f"{where}.lengths")
        for length in stock.lengths:
            number(length, f"{where}.lengths", 100, 20_000)
        number(stock.price_per_metre, f"{where}.price_per_metre", 0, 1e6)
        number(stock.price_per_metre_mm, f"{where}.price_per_metre_mm", 0, 1e6)
        number(stock.knife_per_mm, f"{where}.knife_per_mm", 0, 1e6)
        if not set(stock.kinds) <= set(KINDS):
            raise JobError("This kind of trim is not known.", where=f"{where}.kinds", remedy=", ".join(KINDS) + ".")
    unique((one.key for one in job.orders), "orders")
    for index, order in enumerate(job.orders):
        _allowed(checked_order, order, f"orders[{index}]")
    unique((one.id for one in job.catalogue), "catalogue")
    for index, one in enumerate(job.catalogue):
        _allowed(checked_profile, one, f"catalogue[{index}]")
    check_pictures(job.pictures)
    for key, bars in job.left_over.items():
        if len(bars) > MOST_LEFT:
            raise JobError(f"More than {MOST_LEFT} left-overs.", where=f"left_over[{key[:60]}]")
        for length in bars:
            number(length, f"left_over[{key[:60]}]", 1, 20_000)
    for key, plan in job.cutting.items():
        _check_cutting(plan, f"cutting[{key[:60]}]")
    check_ways_in(job.ways_in)
    check_brief(job.brief, "brief")
    if len(job.rooms) > MOST_ROOMS:
        raise JobError(f"More than {MOST_ROOMS} rooms.", where="rooms")
    unique((room.id for room in job.rooms), "rooms")
    for index, room in enumerate(job.rooms):
        _check_room(room, f"rooms[{index}]", job.colours, job.paints)
    return job


def _check_cutting(plan: CuttingPlan, where: str) -> None:
    """Check that a kept cutting plan cuts every piece once from bars that hold it."""
    for length in (*plan.pieces, *plan.stocks, *plan.left_over):
        number(length, where, 1, 1e6)
    number(plan.kerf, f"{where}.kerf", 0, 100)
    number(plan.bound, f"{where}.bound", 0, 1e9)
    held = sorted(index for _, pieces in plan.bars for index in pieces)
    if held != list(range(len(plan.pieces))):
        raise JobError("It does not cut every piece once.", where=where)
    owned = [plan.bars[place][0] for place in plan.owned if 0 <= place < len(plan.bars)]
    if len(owned) < len(plan.owned) or Counter(owned) - Counter(plan.left_over):
        raise JobError("It cuts left-overs that are not there.", where=where)
    for place, (length, pieces) in enumerate(plan.bars):
        sold = place in plan.owned or length in plan.stocks
        if not sold or not fits(length, [plan.pieces[index] for index in pieces], plan.kerf):
            raise JobError("A bar of it is none that is sold, or shorter than its pieces.", where=where)


@by_identity(keep=4096)
def _check_room(room: Room, where: str, colours: tuple[Colour, ...], paints: tuple[Paint, ...]) -> None:
    """Check one room; an edit that left it alone does not pay for it again."""
    has_colour = {colour.id for colour in colours}.__contains__
    has_paint = {paint.id for paint in paints}.__contains__
    if room.own_order is not None:
        _allowed(checked_order, room.own_order, f"{where}.own_order")
    elif room.order not in orders():
        raise JobError(f"There is no order called “{room.order[:40]}”.", where=f"{where}.order")
    if (
        len(room.sides) > MOST_SIDES
        or max(map(len, (room.openings, room.heights, room.diagonals, room.offsets, room.widths))) > MOST_PER_ROOM
    ):
        raise JobError("More walls, openings or readings than one room can have.", where=where)
    walls = unique((side.id for side in room.sides), f"{where}.sides")
    for index, side in enumerate(room.sides):
        at = f"{where}.sides[{index}]"
        readings_within(side.readings, f"{at}.readings")
        if side.assumed is not None:
            number(side.assumed, f"{at}.assumed", 1, 180)
        if side.slope is not None:
            length_within(side.slope.low, f"{at}.slope.low")
            length_within(side.slope.run, f"{at}.slope.run")
        for angle in side.angles:
            number(angle.degrees, f"{at}.angles", 0.5, 359.5)
            if angle.sigma is not None:
                number(angle.sigma, f"{at}.angles.sigma", 1e-4, 90)
    readings_within(room.heights, f"{where}.heights")
    unique((one.id for one in room.diagonals), f"{where}.diagonals")
    for index, diagonal in enumerate(room.diagonals):
        at = f"{where}.diagonals[{index}]"
        corners_there(walls, at, diagonal.first, diagonal.second)
        readings_within(diagonal.readings, f"{at}.readings")
    unique((one.id for one in room.offsets), f"{where}.offsets")
    for index, offset in enumerate(room.offsets):
        at = f"{where}.offsets[{index}]"
        corners_there(walls, at, offset.of, offset.start, offset.end)
        for one in offset.readings:
            number(one.mm, f"{at}.readings", -float(LARGEST_MM), float(LARGEST_MM))
    unique((one.id for one in room.widths), f"{where}.widths")
    for index, width in enumerate(room.widths):
        at = f"{where}.widths[{index}]"
        corners_there(walls, at, width.wall, width.other)
        length_within(width.place, f"{at}.place", zero=True)
        readings_within(width.readings, f"{at}.readings")
    length_within(room.split, f"{where}.split")
    checked_colour(room.floor, f"{where}.floor")
    check_things(room, walls, where)
    check_brief(room.brief, f"{where}.brief")
    unique((opening.id for opening in room.openings), f"{where}.openings")
    for index, opening in enumerate(room.openings):
        at = f"{where}.openings[{index}]"
        if opening.wall not in walls:
            raise JobError(f"It stands in a wall “{opening.wall[:40]}” that is not there.", where=f"{at}.wall")
        length_within(opening.width, f"{at}.width")
        length_within(opening.height, f"{at}.height")
        for name in ("place", "sill", "reveal", "rise"):
            length_within(getattr(opening, name), f"{at}.{name}", zero=True)
        checked_colour(opening.frame, f"{at}.frame")
    for kind, choice in room.trim.items():
        if kind not in KINDS and not kind.startswith(MEMBER_PREFIX):
            raise JobError(f"There is no trim called “{kind[:40]}”.", where=f"{where}.trim")
        for name in ("height", "projection", "top"):
            length_within(getattr(choice, name), f"{where}.trim[{kind}].{name}", zero=name == "projection")
        if choice.drawn or choice.stock:
            _check_drawn(choice, f"{where}.trim[{kind[:40]}]")
    for key, finish in room.finishes.items():
        _check_finish(finish, f"{where}.finishes[{key[:60]}]", has_colour, has_paint)


def _check_drawn(choice: TrimChoice, where: str) -> None:
    """Check what somebody drew, and the stock profiles a kind of trim is put together from."""
    if len(choice.stock) > MOST_STOCK:
        raise JobError(f"At most {MOST_STOCK} stock profiles make a piece.", where=where)
    for index, piece in enumerate(choice.stock):
        at = f"{where}.stock[{index}]"
        _allowed(checked_profile, piece.profile, f"{at}.profile")
        number(piece.at, f"{at}.at", 0, 5000)
        number(piece.out, f"{at}.out", 0, 2000)
        if piece.width is not None:
            number(piece.width, f"{at}.width", 1, piece.profile.height)
    if choice.drawn:
        _allowed(checked_stack, choice.drawn, f"{where}.drawn")


def _allowed(check: Callable[[Given, str], object], given: Given, where: str) -> None:
    """Ask a check of trim, and say as JobError where in the job what it refuses stands."""
    try:
        check(given, where)
    except CorniceError as error:
        raise JobError(error.message, where=where, remedy=error.remedy) from error


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
        number(finish.coats, f"{where}.coats", 1, 12)
