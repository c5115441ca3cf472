"""What a room must satisfy beyond the types of its fields."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Mapping
from typing import Any, TypeVar

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.casework.contents import kept_things, kinds_kept
from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.systems import preparations, systems
from narrow_cornice.finishes.woods import species
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import HouseBrief, RoomBrief
from narrow_cornice.job.casework import BuiltIn, Casework
from narrow_cornice.job.finishes import Finish, RoomFinishes
from narrow_cornice.job.hanging import ON_WALLS, OnWall
from narrow_cornice.job.limits import MOST_PER_ROOM, JobError, length_within, number, readings_within, unique
from narrow_cornice.job.measured import Opening, Photo, Recess, WallAsRead
from narrow_cornice.job.model import Room
from narrow_cornice.job.presented_checks import check_presented
from narrow_cornice.job.trimwork import Trimwork
from narrow_cornice.job.wall_checks import check_walling
from narrow_cornice.job.zone_checks import check_colours, check_zones
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.readings import LEAST_SIGMA, MOST_ANGLE_SIGMA, Reading
from narrow_cornice.trim.catalogue import checked_profile
from narrow_cornice.trim.choices import SPRINGS, TrimChoice
from narrow_cornice.trim.kinds import KINDS, MEMBER_PREFIX, WALL_KINDS
from narrow_cornice.trim.orders import checked_order, orders
from narrow_cornice.trim.stacks import checked_stack
from narrow_cornice.units.lengths import LARGEST_MM

MOST_SIDES = 400
MOST_STOCK = 8
MOST_LEAN = float(LARGEST_MM)  # mm an offset may lie to either side
MOST_OUT_OF_TRUE = 2_000.0  # mm a wall or floor may be out of true
Given = TypeVar("Given")
Known = Mapping[str, Collection[str]]  # which identities there are, by the word for what they are of


@by_identity(times=1, each="wall")
def check_room(room: Room, where: str, known: Known) -> None:
    """Check one room; an edit that left it alone does not pay for it again. Raises JobError with the place."""
    _check_built(room, where, known)
    checked_colour(room.finishes.floor, f"{where}.finishes.floor")
    for key, finish in room.finishes.surfaces.items():
        _check_finish(finish, f"{where}.finishes.surfaces[{key[:60]}]", known)
    check_colours(room.colours, f"{where}.colours", known)
    check_presented(room.presented, f"{where}.presented")


@by_identity(times=1, each="wall", of=as_built)
def _check_built(room: Room, where: str, known: Known) -> None:
    if len(room.measured.walls) > MOST_SIDES:
        raise JobError("More walls than one room can have.", where=where)
    walls = unique((wall.id for wall in room.measured.walls), f"{where}.measured.walls")
    for index, wall in enumerate(room.measured.walls):
        _check_wall(wall, f"{where}.measured.walls[{index}]")
    readings_within(room.measured.heights, f"{where}.measured.heights")
    if room.measured.tray is not None:
        length_within(room.measured.tray.border, f"{where}.measured.tray.border")
        length_within(room.measured.tray.rise, f"{where}.measured.tray.rise")
    for row in ON_WALLS:
        _check_on_walls(row, room, walls, where)
    _check_trim(room.trim, f"{where}.trim")
    _check_pieces(room.finishes, f"{where}.finishes")
    _check_casework(room.casework, f"{where}.casework")
    check_brief(room.brief, f"{where}.brief")
    check_zones(room.zones, f"{where}.zones", known)
    check_walling(room.walling, f"{where}.walling", known, {one.id for one in room.casework.built_ins})


def _check_wall(wall: WallAsRead, where: str) -> None:
    readings_within(wall.readings, f"{where}.readings")
    if wall.assumed is not None:
        number(wall.assumed, f"{where}.assumed", 1, 180)
    if wall.slope is not None:
        length_within(wall.slope.low, f"{where}.slope.low")
        length_within(wall.slope.run, f"{where}.slope.run")
    for angle in wall.angles:
        number(angle.degrees, f"{where}.angles", 0.5, 359.5)
        if angle.sigma is not None:
            number(angle.sigma, f"{where}.angles.sigma", LEAST_SIGMA, MOST_ANGLE_SIGMA)


def _check_on_walls(row: OnWall, room: Room, walls: Collection[str], where: str) -> None:
    """Check what a room has of one kind of thing on its walls."""
    held = row.held(room)
    if len(held) > MOST_PER_ROOM:
        raise JobError("More than one room can have.", where=f"{where}.{row.part}.{row.field}")
    unique((one.id for one in held if hasattr(one, "id")), f"{where}.{row.part}.{row.field}")
    for key, one in zip(held, row.each(room), strict=True):
        place, thing = one
        at = f"{where}.{place}"
        named = (key,) if isinstance(held, dict) else row.named(thing)
        for wall in named:
            if wall not in walls and not row.stays:
                raise JobError(f"It goes by a wall “{wall[:40]}” that is not there.", where=at)
        if len(row.walls) > 1 and len(set(named)) < len(named):
            raise JobError("Its corners or walls must be different ones.", where=at)
        for field, zero in row.sizes.items():
            length_within(getattr(thing, field), f"{at}.{field}", zero=zero)
        for field in row.readings:
            readings_within(getattr(thing, field), f"{at}.{field}", zero=True)
        for field in row.signed:
            most = MOST_LEAN if row.field == "offsets" else MOST_OUT_OF_TRUE
            _signed(getattr(thing, field), f"{at}.{field}", most)
        if row.field in ALSO:
            ALSO[row.field](thing, at)


def _signed(readings: Reading | Iterable[Reading], where: str, most: float) -> None:
    for one in (readings,) if isinstance(readings, Reading) else readings:
        number(one.mm, where, -most, most)


def _check_opening(opening: Opening, where: str) -> None:
    checked_colour(opening.frame, f"{where}.frame")


def _check_recess(recess: Recess, where: str) -> None:
    readings_within([one.reading for one in recess.across], f"{where}.across")


def _check_photo(photo: Photo, where: str) -> None:
    for point in photo.points:
        for value in (point.x, point.y, point.u, point.v):
            number(value, f"{where}.points", -1e6, 1e6)


ALSO: dict[str, Callable[[Any, str], None]] = {
    "openings": _check_opening,
    "recesses": _check_recess,
    "photos": _check_photo,
}


def _check_casework(casework: Casework, where: str) -> None:
    """Check the built-ins of a room. One whose place is gone is no error: it says so itself."""
    if len(casework.built_ins) > MOST_PER_ROOM:
        raise JobError("More than one room can have.", where=f"{where}.built_ins")
    unique((one.id for one in casework.built_ins), f"{where}.built_ins")
    for index, run in enumerate(casework.built_ins):
        at = f"{where}.built_ins[{index}]"
        for key in ("board", "fronts", "back", "drawers", "worktop"):
            if getattr(run, key) not in sheet_goods() and (key != "worktop" or run.worktop):
                raise JobError(f"There is no board called “{getattr(run, key)[:40]}”.", where=f"{at}.{key}")
        if run.keeps not in kept_things():
            raise JobError(f"Nothing known is called “{run.keeps[:40]}”.", where=f"{at}.keeps")
        length_within(run.plinth, f"{at}.plinth", zero=True)
        length_within(run.tall, f"{at}.tall")
        length_within(run.in_pieces, f"{at}.in_pieces")
        length_within(run.closure, f"{at}.closure")
        length_within(run.hung, f"{at}.hung", zero=True)
        if run.lipping is not None:
            _check_wood(run.lipping.material, f"{at}.lipping.material")
            length_within(run.lipping.thick, f"{at}.lipping.thick")
            length_within(run.lipping.tall, f"{at}.lipping.tall")
        if run.frame is not None:
            _check_wood(run.frame.material, f"{at}.frame.material")
            length_within(run.frame.wide, f"{at}.frame.wide")
            length_within(run.frame.thick, f"{at}.frame.thick")
        number(run.end_shelves, f"{at}.end_shelves", 0, 40)
        unique(run.over_fronts, f"{at}.over_fronts")
        for kind in run.over_fronts:
            if kind not in WALL_KINDS:
                raise JobError(f"No {kind} goes on over fronts.", where=f"{at}.over_fronts")
        _check_bays(run, at)
    unique((one.id for one in casework.contents), f"{where}.contents")
    number(len(casework.contents), f"{where}.contents", 0, MOST_PER_ROOM)
    for index, one in enumerate(casework.contents):
        at = f"{where}.contents[{index}]"
        if one.kind not in kinds_kept():
            raise JobError(f"Nothing known is called “{one.kind[:40]}”.", where=f"{at}.kind")
        number(one.count, f"{at}.count", 0, 100_000)
        for key in ("tall", "wide", "deep"):
            length_within(getattr(one, key), f"{at}.{key}")
    for key in ("shelf_before", "rail_before"):
        size = getattr(casework, key)
        if size is not None:
            number(size.mm, f"{where}.{key}", 0, 1e7)


def _check_wood(material: str, where: str) -> None:
    if material not in materials():
        raise JobError(f"There is no wood called “{material[:40]}”.", where=where)


def _check_bays(run: BuiltIn, at: str) -> None:
    """Check the bays of a run, and that each that is like another is like one with compartments of its own."""
    unique((bay.id for bay in run.bays), f"{at}.bays")
    number(len(run.bays), f"{at}.bays", 1, 60)
    leaders = {bay.id for bay in run.bays if not bay.like}
    for place, bay in enumerate(run.bays):
        here = f"{at}.bays[{place}]"
        length_within(bay.width, f"{here}.width")
        if bay.like and bay.like not in leaders:
            raise JobError("This bay is like one that is not there, or that is like another.", where=f"{here}.like")
        number(len(bay.compartments), f"{here}.compartments", 0 if bay.like else 1, 12)
        unique((one.id for one in bay.compartments), f"{here}.compartments")
        for level, one in enumerate(bay.compartments):
            inside = f"{here}.compartments[{level}]"
            for size in ("height", "panel_left", "panel_right"):
                length_within(getattr(one, size), f"{inside}.{size}")
            number(one.count, f"{inside}.count", 0, 40)
            number(one.across, f"{inside}.across", 1, 20)
            number(len(one.heights), f"{inside}.heights", 0, 40)
            for height in one.heights:
                length_within(height, f"{inside}.heights")


def _check_trim(trim: Trimwork, where: str) -> None:
    if trim.own_order is not None:
        allowed(checked_order, trim.own_order, f"{where}.own_order")
    elif trim.order not in orders():
        raise JobError(f"There is no order called “{trim.order[:40]}”.", where=f"{where}.order")
    for kind, choice in trim.choices.items():
        at = f"{where}.choices[{kind[:40]}]"
        if kind not in KINDS and not kind.startswith(MEMBER_PREFIX):
            raise JobError(f"There is no trim called “{kind[:40]}”.", where=f"{where}.choices")
        for name in ("height", "projection", "top"):
            length_within(getattr(choice, name), f"{at}.{name}", zero=name == "projection")
        number(choice.share, f"{at}.share", 0.05, 1.0)
        if choice.spring is not None:
            number(choice.spring, f"{at}.spring", *SPRINGS)
        if choice.drawn or choice.stock:
            _check_drawn(choice, at)


def _check_drawn(choice: TrimChoice, where: str) -> None:
    """Check what somebody drew, and the stock profiles a kind of trim is put together from."""
    if len(choice.stock) > MOST_STOCK:
        raise JobError(f"At most {MOST_STOCK} stock profiles make a piece.", where=where)
    for index, piece in enumerate(choice.stock):
        at = f"{where}.stock[{index}]"
        allowed(checked_profile, piece.profile, f"{at}.profile")
        number(piece.at, f"{at}.at", 0, 5000)
        number(piece.out, f"{at}.out", 0, 2000)
        if piece.width is not None:
            number(piece.width, f"{at}.width", 1, piece.profile.height)
    if choice.drawn:
        allowed(checked_stack, choice.drawn, f"{where}.drawn")


def allowed(check: Callable[[Given, str], object], given: Given, where: str) -> None:
    """Ask a check of a domain package, and say as JobError where in the job what it refuses stands."""
    try:
        check(given, where)
    except CorniceError as error:
        raise JobError(error.message, where=where, remedy=error.remedy) from error


def _check_pieces(finishes: RoomFinishes, where: str) -> None:
    length_within(finishes.split, f"{where}.split")
    unique((one.id for one in finishes.pieces), f"{where}.pieces")
    number(len(finishes.pieces), f"{where}.pieces", 0, MOST_PER_ROOM)
    for index, piece in enumerate(finishes.pieces):
        number(piece.count, f"{where}.pieces[{index}].count", 1, 10_000)
        for name in ("width", "depth", "height", "board"):
            length_within(getattr(piece, name), f"{where}.pieces[{index}].{name}")
        length_within(piece.gap, f"{where}.pieces[{index}].gap", zero=True)
    for index, block in enumerate(finishes.blocks):
        number(block.share, f"{where}.blocks[{index}].share", 0.01, 1)


GIVEN = {
    "colour": "colour",
    "over": "colour",
    "covering": "covering",
    "paint": "paint",
    "primer": "paint",
    "seal": "paint",
}
FROM_TABLES: dict[str, Callable[[], Collection[str]]] = {"system": systems, "species": species}


def _check_finish(finish: Finish, where: str, known: Known) -> None:
    for field, table in GIVEN.items():
        identity = getattr(finish, field)
        if field in ("primer", "seal") and identity == "":
            continue  # none, whatever is usual
        if identity is not None and identity not in known[table]:
            raise JobError(f"There is no {table} “{identity[:40]}”.", where=f"{where}.{field}")
    for field, listed in FROM_TABLES.items():
        key = getattr(finish, field)
        if key and key not in listed():
            raise JobError(f"There is no {field} “{key[:40]}”.", where=f"{where}.{field}")
    for work in finish.preparation or ():
        if work not in preparations():
            raise JobError(f"There is no preparation “{work[:40]}”.", where=f"{where}.preparation")
    if finish.coats is not None:
        number(finish.coats, f"{where}.coats", 1, 12)


def check_brief(brief: HouseBrief | RoomBrief, where: str) -> None:
    """Check a brief: identities, sizes of furnishings, colours, the budget. Raises JobError with the place."""
    if isinstance(brief, HouseBrief):
        for name in ("people", "permissions", "rules"):
            unique((one.id for one in getattr(brief, name)), f"{where}.{name}")
        if brief.budget is not None:
            number(brief.budget, f"{where}.budget", 0, 1e9)
        if brief.by.ordinal is not None:
            number(brief.by.ordinal, f"{where}.by.ordinal", 1, 3_652_059)
        for index, person in enumerate(brief.people):
            length_within(person.reach, f"{where}.people[{index}].reach")
        return
    for name in ("needs", "furnishings", "fixed", "hide"):
        unique((one.id for one in getattr(brief, name)), f"{where}.{name}")
    for index, furnishing in enumerate(brief.furnishings):
        for key in ("width", "depth", "height"):
            length_within(getattr(furnishing, key), f"{where}.furnishings[{index}].{key}")
    for index, fixed in enumerate(brief.fixed):
        for colour in fixed.colours:
            checked_colour(colour, f"{where}.fixed[{index}].colours")
