"""A built-in fitted to the place it stands in: it follows the readings, and is no wider than what is surely clear."""

from __future__ import annotations

from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.carcass import Carcasses, carcasses
from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, NO_BOARD, Part
from narrow_cornice.casework.wishes import Bay, Compartment, Habits, Space, Stuff
from narrow_cornice.derived.measured.envelopes import Fit, fit_of
from narrow_cornice.explained.figures import Figure, choice, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BayPath, BuiltInPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity, by_value

LEDGER_WOOD = "softwood"  # behind and under a worktop nobody sees it
GONE = "Its place is no longer there: choose another in Measure, Recesses."


class Built(msgspec.Struct, frozen=True):
    """A built-in as it comes out, or its ``fault`` in words: the place it stands in, its parts and bays, and what its
    width, height and bays come of as figures; and the ``space`` that is clear for it."""

    built_in: BuiltIn
    fault: str = ""
    fit: Fit | None = None
    run: Carcasses = Carcasses()
    width: Figure | None = None
    height: Figure | None = None
    bay: Figure | None = None
    space: Space | None = None


@explained("width of the carcasses", "mm", "clear width − walls at its ends × filler")
def width_of_run(clear_width: float, walls_at_its_ends: float, filler: float) -> float:
    """Return how wide the carcasses of a run are together."""
    return clear_width - walls_at_its_ends * filler


@explained("width of the carcasses", "mm", "clear width − walls at its ends × filler − rounded ends × (depth − board)")
def width_between_ends(
    clear_width: float, walls_at_its_ends: float, filler: float, rounded_ends: float, depth: float, board: float
) -> float:
    """Return how wide the carcasses of a run are together whose free ends are rounded: a quarter of a circle, as deep
    as they are less the board against the wall."""
    return clear_width - walls_at_its_ends * filler - rounded_ends * (depth - board)


@explained("height of the carcasses", "mm", "min(clear height − gap − plinth, tallest stood up)")
def height_of_run(clear_height: float, gap: float, plinth: float, tallest_stood_up: float) -> float:
    """Return how tall the carcasses of a run are: no taller than they can be stood up beside their plinth."""
    return min(clear_height - gap - plinth, tallest_stood_up)


@explained("height of the carcasses", "mm", "over all − plinth − worktop")
def height_as_said(over_all: float, plinth: float, worktop: float) -> float:
    """Return how tall the carcasses of a run are whose height was said: what stands under and over them comes off."""
    return over_all - plinth - worktop


@explained("clear width of a bay", "mm", "(carcasses − uprights × board − widths that are said) ÷ bays")
def width_of_bay(carcasses: float, uprights: float, board: float, widths_that_are_said: float, bays: float) -> float:
    """Return the clear width of each bay whose width nobody said."""
    return (carcasses - uprights * board - widths_that_are_said) / bays


def habits_of(rules: HouseRules) -> Habits:
    """Return the habits of making that are in force."""
    return Habits(**{name: rules.value(name) for name in Habits.__struct_fields__})


def _bay(run: BuiltIn, bay: BayWish) -> Bay:
    compartments = tuple(_compartment(one) for one in run.compartments_of(bay))
    return Bay(bay.id, bay.width.mm if bay.width else None, compartments)


def _compartment(one: CompartmentWish) -> Compartment:
    return replace(one.plain, count=max(one.count, 0 if one.holds == "shelves" else 1))


def stuff_of(run: BuiltIn, trim: float) -> Stuff:
    """Return the thicknesses that a run is made of, and how long its parts can be inside the trim of their sheets."""
    goods = sheet_goods()
    board, back, fronts, drawers = (goods[key].thickness for key in (run.board, run.back, run.fronts, run.drawers))
    lipping = (run.lipping.thick.mm, run.lipping.tall.mm) if run.lipping is not None else (0.0, 0.0)
    longest = min(goods[key].length for key in (run.board, run.back, run.fronts)) - 2 * trim
    longest = min(longest, run.in_pieces.mm) if run.in_pieces is not None else longest
    worktop = goods[run.worktop].thickness if run.worktop else 0.0
    tall, hung = (run.tall.mm if run.tall is not None else None), run.hangs_at
    plinth = run.plinth_under
    widest = goods[run.back].width - 2 * trim
    frame = (run.frame.wide.mm, run.frame.thick.mm) if run.frame is not None else (0.0, 0.0)
    return Stuff(
        board, back, fronts, drawers, plinth, lipping, longest, worktop, tall, hung, run.inset, widest,
        frame, run.free_ends, run.end_shelves, run.closure.mm if run.closure is not None else 0.0,
    )  # fmt: skip


@by_identity(times=2, each="built", of=as_built)
def built_in_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> Built:
    """Return a built-in of a room fitted to its place."""
    recess = next((one for one in room.measured.recesses if one.id == run.place), None)
    if recess is None:
        return Built(run, GONE)
    fit = fit_of(room, recess, changed_rules)
    if fit.fault or fit.width is None or fit.height is None or fit.stands is None:
        return Built(run, fit.fault or "Its place is not read yet.", fit)
    rules = house_rules_of(changed_rules)
    asked = _asked(run, fit, rules)
    made = _made(*asked)
    if made.fault:
        return Built(run, made.fault, fit, made)
    space, bays, _, _ = asked
    closed = any(bay.closed for bay in bays)
    path = BuiltInPath(room.id, run.id)
    at_walls = (fit.left and not bays[0].for_knees) + (fit.right and not bays[-1].for_knees)
    walls = table("walls at its ends", float(at_walls), "", "where a filler is scribed to one")
    filler, free = rules.figure("filler_at_doors" if closed else "filler"), 2.0 - fit.left - fit.right
    if run.free_ends == "rounded" and free:
        goods = sheet_goods()[run.board]
        width = width_between_ends(
            fit.width,
            walls,
            filler,
            table("rounded ends", free, "", "where no wall stands"),
            table("depth", made.depth, "mm", "of the carcasses, behind their fronts"),
            table("board", goods.thickness, "mm", f"{goods.name}, as measured"),
        )
    else:
        width = width_of_run(fit.width, walls, filler)
    clear = fit.height
    if len(made.steps) > 1:
        tallest = max(made.steps, key=lambda step: step.top)
        clear = table("clear over the tallest", tallest.clear, "mm", "it follows the slope, each carcass by itself")
    height = _height_figure(run, path, clear, fit.stands, rules)
    return Built(run, "", fit, made, width, height, _bay_figure(room, run, made, width), space)


def _height_figure(run: BuiltIn, path: BuiltInPath, clear: Figure, stands: Figure, rules: HouseRules) -> Figure:
    """Return how tall the carcasses of a run are: as tall as they can be, or as was said."""
    if run.hangs_at > 0:
        lower = choice("plinth", run.hangs_at, "mm", path.sized("hung"), "hangs above the floor")
    else:
        note = "it lies on ledgers and has none" if run.on_ledgers else ""
        lower = choice("plinth", run.plinth_under, "mm", path.sized("plinth"), note)
    if run.tall is None:
        gap = rules.figure("top_gap")
        if run.closure is not None and run.closure.mm > gap.value:
            gap = choice("closure", run.closure.mm, "mm", path.sized("closure"), "at the ceiling, as was said")
        return height_of_run(clear, gap, lower, stands)
    top = sheet_goods()[run.worktop] if run.worktop else None
    worktop = table("worktop", top.thickness if top else 0.0, "mm", top.name if top else "none")
    return height_as_said(choice("over all", run.tall.mm, "mm", path.sized("tall")), lower, worktop)


# By value: a place that comes out the same is the same one, whatever else of its room is another.
@by_value(times=1, each="wall")
def _space(*sizes: Any) -> Space:
    return Space(*sizes)


Asked = tuple[Space, tuple[Bay, ...], Stuff, Habits]


def _asked(run: BuiltIn, fit: Fit, rules: HouseRules) -> Asked:
    """Return what is asked of a run in its place."""
    assert fit.width is not None
    assert fit.height is not None
    assert fit.stands is not None
    scribe = fit.scribe.value if fit.scribe is not None else 0.0
    deep = fit.recess.depth.mm
    width, stretch = fit.width.value, max((x for x, _ in fit.along), default=0.0)
    kept_back = (stretch - width) / 2  # what is surely clear is less than the stretch, by as much at each end
    along = tuple((x - kept_back, z) for x, z in fit.along)
    space = _space(width, fit.height.value, deep, fit.stands.value, fit.left, fit.right, scribe, along)
    return asked_in(space, run, rules)


def asked_in(space: Space, run: BuiltIn, rules: HouseRules) -> Asked:
    """Return what is asked of a run in a place that is known."""
    bays = tuple(_bay(run, bay) for bay in run.bays)
    return space, bays, stuff_of(run, rules.value("sheet_trim")), habits_of(rules)


# By value: whatever else of the room is edited, a run that comes out the same is the same parts, which nobody lists,
# weighs or cuts again.
@by_value(times=1, each="wall")
def _made(space: Space, bays: tuple[Bay, ...], stuff: Stuff, habits: Habits) -> Carcasses:
    return carcasses(space, bays, stuff, habits)


def _bay_figure(room: Room, run: BuiltIn, made: Carcasses, width: Figure) -> Figure | None:
    """Return what the bays whose width nobody said come to, None where all are said."""
    free = sum(bay.width is None for bay in run.bays)
    if not free:
        return None
    board = sheet_goods()[run.board]
    said = [
        choice(f"bay {number}", bay.width.mm, "mm", BayPath(room.id, run.id, bay.id, size="width"))
        for number, bay in enumerate(run.bays, 1)
        if bay.width is not None
    ]
    fixed = total("widths that are said", "mm", said) if said else table("widths", 0.0, "mm", "nobody said one")
    return width_of_bay(
        width,
        table("uprights", float(made.uprights), "", "sides and dividers"),
        table("board", board.thickness, "mm", f"{board.name}, as measured"),
        fixed,
        table("bays", float(free), "", "that share what is left"),
    )


def board_of(run: BuiltIn, part: Part) -> str:
    """Return the identity of the sheet goods a part is cut from, empty for what is of timber or a tube."""
    if part.kind in NO_BOARD:
        return ""
    if part.kind in ("back", "drawer bottom"):
        return run.back
    if part.kind in FRONT_KINDS:
        return run.fronts
    if part.kind == "worktop":
        return run.worktop
    return run.drawers if part.kind in ("drawer side", "drawer end") else run.board


def timber_of(run: BuiltIn, part: Part) -> str:
    """Return what wood a part is of that is cut from no sheet."""
    if part.kind == "ledger":
        return LEDGER_WOOD
    if part.kind in FRAME:
        return run.frame.material if run.frame is not None else "oak"
    return run.lipping.material if run.lipping is not None else "oak"


def new_parts(run: BuiltIn, made: Carcasses) -> tuple[Part, ...]:
    """Return the parts of a run that are made: all of them, or the fronts alone where its boxes are there already."""
    if run.boxes == "new":
        return made.parts
    return tuple(part for part in made.parts if part.kind in FRONT_KINDS)
