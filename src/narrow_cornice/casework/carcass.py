"""A run of built-in casework, from the space that is surely clear to every part of it.

The run stands in a box: x from its left end, y from the wall into the room, z from the floor, all in mm. It is a
plinth, one carcass or several side by side, and one on the other where it is taller than a sheet is long, fillers where
walls stand at its ends and over its top, a worktop where it has one, and what is in each bay: compartments from the
floor up, each with what it holds and its front. Every part has its box as it is seen; what goes into a groove beyond it
is only in its cut size. All gaps between fronts are equal: half a gap is kept from the outside of a carcass and from
the middle of a divider.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import msgspec

from narrow_cornice.casework.fronts import Opening, sliding_fronts
from narrow_cornice.casework.ledgers import carried, gables_of, parted_by_gables, plinths, stretches
from narrow_cornice.casework.one_carcass import OneCarcass, RoomForOne, room_of_fronts
from narrow_cornice.casework.parts import BayThere, Box, Clear, Part
from narrow_cornice.casework.rounded import rounded_ends
from narrow_cornice.casework.rows import groups_of, levels_of, on_level, pieces
from narrow_cornice.casework.wishes import Bay, Compartment, Habits, Space, Stuff
from narrow_cornice.units.told import Told, unlike

LEAST_BAY = 120.0
LEAST_TALL = 150.0
LEAST_DEPTH = 60.0
AS_TALL = 0.99  # of the tallest, from which a carcass has as many shelves


class Step(NamedTuple):
    """A stretch of a run whose carcasses are of one height: the first of its groups and how many, from where to where,
    their top, and how high it is clear over them."""

    first: int
    many: int
    begin: float
    end: float
    top: float
    clear: float


class Carcasses(msgspec.Struct, frozen=True):
    """A run as it comes out, or its ``fault`` in words: its parts, its bays (from the floor up where carcasses stand on
    one another), where its carcasses stand, between which heights each row of the tallest of them, how many uprights a
    row has, how high it is over all (``over``: with its worktop), and the stretches whose carcasses are of one height
    (``steps``: one, but under a slope)."""

    fault: str = ""
    parts: tuple[Part, ...] = ()
    bays: tuple[BayThere, ...] = ()
    begin: float = 0.0
    end: float = 0.0
    floor: float = 0.0
    top: float = 0.0
    depth: float = 0.0
    levels: tuple[tuple[float, float], ...] = ()
    uprights: int = 0
    over: float = 0.0
    steps: tuple[Step, ...] = ()

    @property
    def beds(self) -> tuple[tuple[str, str], ...]:
        """Return the compartments that hold a fold-down bed, each by its bay and itself."""
        return tuple(
            (bay.bay.id, clear.compartment.id)
            for bay in self.bays
            for clear in bay.compartments
            if clear.compartment.holds == "bed"
        )


def bay_widths(inner: float, bays: Sequence[Bay]) -> list[float]:
    """Return the clear width of each bay: fixed ones first, the others share what is left equally."""
    fixed = sum(bay.width for bay in bays if bay.width is not None)
    free = sum(bay.width is None for bay in bays)
    share = (inner - fixed) / free if free else 0.0
    return [share if bay.width is None else bay.width for bay in bays]


def carcasses(space: Space, bays: Sequence[Bay], stuff: Stuff, habits: Habits) -> Carcasses:
    """Return the run that fits the space, or why none does."""
    if not bays or not all(bay.compartments for bay in bays):
        return Carcasses("A run needs a bay, and a bay a compartment.")
    closed = any(bay.closed for bay in bays)
    filler = habits.filler_at_doors if closed else habits.filler
    floor = stuff.floor
    depth = space.depth - room_of_fronts(bays, stuff) - (habits.worktop_over if stuff.worktop else 0.0)
    free = max(0.0, depth - stuff.board) if stuff.free_ends == "rounded" else 0.0
    # At a wall a worktop lies on a ledger: room for knees goes up to it, with no filler.
    fillers = tuple(0.0 if bay.for_knees else filler for bay in (bays[0], bays[-1]))
    gables = gables_of(space, bays)
    begin, end = (fillers[0] if space.left else free), space.width - (fillers[1] if space.right else free)
    follows = bool(space.along) and not stuff.worktop and not any(bay.for_knees for bay in bays)
    groups = groups_of(end - begin, bays, 0.0 if follows else habits.widest_carcass)  # each bay by itself
    uprights = sum(many + 1 for many in groups if many > 0) + sum(gables) + sum(parted_by_gables(groups))
    inner = end - begin - stuff.board * uprights
    widths = bay_widths(inner, bays)
    stands = stretches(groups, widths, begin + stuff.board * gables[0], stuff.board)
    steps = _steps(space, stuff, habits, stands, follows=follows)
    if stuff.tall is not None and not steps[1:] and steps[0].top < stuff.tall - stuff.worktop - 1e-6:
        most = steps[0].top + stuff.worktop
        return Carcasses(Told("It is to be ", stuff.tall, " high, and ", max(0.0, most), " can be."))
    if fault := _fault(stuff, habits, bays, widths, inner, min(step.top for step in steps) - floor, depth):
        return Carcasses(fault)
    top = max(step.top for step in steps)
    levels = levels_of(floor, top, bays, stuff)
    made = Carcasses("", (), (), begin, end, floor, top, depth, levels, uprights, top + stuff.worktop, steps)
    parts: list[Part] = []
    for left, right in plinths(groups, stands) if stuff.plinth > 0 and not stuff.hung else ():
        parts += _plinth(left, right, depth - habits.plinth_setback - stuff.board, stuff)
    parts += _round_it(space, stuff, habits, made, fillers)
    parts += carried(space, stuff, bays, groups, stands, top, depth)
    if free:
        parts += rounded_ends(space, stuff, habits, (begin, end), (steps[0].top, steps[-1].top))
    there: list[BayThere] = []
    number = 0
    for step in steps:
        mine = _of_step(step, top - floor, floor, groups, bays)
        first = sum(abs(many) for many in groups[: step.first])
        ends = (step.first == 0, step.first + step.many == len(groups))
        row = _Row(step, groups[step.first : step.first + step.many], mine, widths[first:], depth, ends)
        fault, more, over = _rows(row, number, stuff, habits)
        if fault:
            return Carcasses(fault)
        parts += more
        there += over
        number = max((bay.carcass for bay in there), default=-1) + 1
    return msgspec.structs.replace(made, parts=tuple(parts), bays=tuple(there))


class _Row(NamedTuple):
    """What stands on one step: its groups with their bays and widths, how deep they are, and whether it is the first
    and the last of the run."""

    step: Step
    groups: list[int]
    bays: list[Bay]
    widths: list[float]
    depth: float
    ends: tuple[bool, bool]

    def outer(self, group: int) -> tuple[bool, bool]:
        """Return whether nothing stands beside a carcass at its left and at its right."""
        last = group == len(self.groups) - 1
        left = self.ends[0] if group == 0 else self.groups[group - 1] < 0
        right = self.ends[1] if last else self.groups[group + 1] < 0
        return left, right


def _rows(row: _Row, number: int, stuff: Stuff, habits: Habits) -> tuple[str, list[Part], list[BayThere]]:
    """Return what is wrong with the carcasses of a step, or their parts and bays; the first has the ``number``."""
    parts: list[Part] = []
    there: list[BayThere] = []
    step = row.step
    levels = levels_of(stuff.floor, step.top, row.bays, stuff)
    for level, between in enumerate(levels):
        mine = [(on_level(bay, level, levels), width) for bay, width in zip(row.bays, row.widths, strict=False)]
        x, first = step.begin, 0
        openings: list[tuple[int, Opening]] = []
        parted = parted_by_gables(row.groups)
        for group, many in enumerate(row.groups):
            if many < 0:  # open to the floor
                bay, width = mine[first]
                clear = Clear(bay.compartments[0], 0.0, step.top, row.depth)
                there.append(BayThere(bay, -1, x, width, 0.0, step.top, row.depth, (clear,)))
                x, first = x + width + (stuff.board if parted[group] else 0.0), first + 1
                continue
            room = RoomForOne(row.depth, *between, under=level == 0, outer=row.outer(group))
            box = OneCarcass(number, x, mine[first : first + many], stuff, habits, room)
            if box.fault:
                return box.fault, [], []
            parts += box.parts()
            there += box.bays
            openings += [(number, one) for each in box.openings for one in each]
            x, first, number = box.end, first + many, number + 1
        parts += sliding_fronts(openings, stuff, habits, row.depth + stuff.frame[1])
    return "", parts, there


def _steps(
    space: Space,
    stuff: Stuff,
    habits: Habits,
    stands: Sequence[tuple[float, float]],
    *,
    follows: bool,
) -> tuple[Step, ...]:
    """Return the run as stretches whose carcasses are of one height: all of it, or each carcass by itself where it
    ``follows`` a slope."""

    def top(clear: float) -> float:
        most = min(clear - stuff.kept_over(habits), stuff.floor + space.stands)
        if stuff.tall is None:
            return most
        can_be = min(clear, stuff.floor + space.stands + stuff.worktop)
        return stuff.tall - stuff.worktop if stuff.tall <= can_be + 1e-6 else can_be - stuff.worktop

    if not follows:
        return (Step(0, len(stands), stands[0][0], stands[-1][1], top(space.height), space.height),)
    made = []
    for number, (left, right) in enumerate(stands):
        clear = space.clear(left, right)
        made.append(Step(number, 1, left, right, top(clear), clear))
    return tuple(made)


def _of_step(step: Step, tallest: float, floor: float, groups: Sequence[int], bays: Sequence[Bay]) -> list[Bay]:
    """Return the bays of a step; under a slope with so many shelves fewer that they are as far apart as elsewhere."""
    first = sum(abs(many) for many in groups[: step.first])
    count = sum(abs(many) for many in groups[step.first : step.first + step.many])
    share = (step.top - floor) / tallest if tallest > 0 else 1.0

    def fewer(one: Compartment) -> Compartment:
        alike = one.holds == "shelves" and one.count and one.height is None and not one.heights
        return msgspec.structs.replace(one, count=max(0, round((one.count + 1) * share) - 1)) if alike else one

    mine = list(bays[first : first + count])
    if share >= AS_TALL:
        return mine
    return [msgspec.structs.replace(bay, compartments=tuple(fewer(one) for one in bay.compartments)) for bay in mine]


# Many parameters: each is one of the things that can be wrong with a run before any part of it is made.
def _fault(
    stuff: Stuff,
    habits: Habits,
    bays: Sequence[Bay],
    widths: Sequence[float],
    inner: float,
    tall: float,
    depth: float,
) -> str:
    """Return why a run cannot be made, empty where it can."""
    if tall < LEAST_TALL:
        return Told(
            "Only ", max(0.0, tall), f" is left for it over its {'plinth' if not stuff.hung else 'lower edge'}."
        )
    if min(widths) < LEAST_BAY or abs(sum(widths) - inner) > 0.05:
        short = inner - sum(width for bay, width in zip(bays, widths, strict=True) if bay.width is not None)
        if all(bay.width is not None for bay in bays):
            return Told("Its bays come to ", sum(widths), *unlike(sum(widths), inner), " between its sides.")
        return Told(max(0.0, short), " is left for the bays whose width nobody said: too little.")
    if depth - habits.back_inset - stuff.back < LEAST_DEPTH:
        return "It is not deep enough for a shelf."
    if any(one.head == "arched" for bay in bays for one in bay.compartments) and not stuff.framed:
        return "An arched head is cut from a face frame: give the run one, or make the head square."
    if stuff.worktop and stuff.tall is None:
        return "Under a worktop it cannot go up to the ceiling: say how high it is over all."
    if any(bay.for_knees for bay in bays):
        if not stuff.worktop:
            return "A bay that is open for knees needs a worktop over it: say its height and its worktop."
        if stuff.hung:
            return "A bay that is open for knees stands between carcasses that stand on the floor, or on ledgers."
    return ""


def _plinth(left: float, right: float, behind: float, stuff: Stuff) -> Iterator[Part]:
    for at, long in pieces(right - left, stuff.longest):
        box = (left + at, behind, 0.0, long, stuff.board, stuff.plinth)
        yield Part("plinth", -1, "", box, long, stuff.plinth, stuff.board)


def _round_it(
    space: Space, stuff: Stuff, habits: Habits, made: Carcasses, fillers: tuple[float, ...]
) -> Iterator[Part]:
    """Yield the fillers at walls, the one that closes the top, and the worktop."""
    face = made.depth + stuff.frame[1] - stuff.board
    rounded = stuff.free_ends == "rounded"
    first = 0.0 if space.left or not rounded else made.begin
    final = space.width if space.right or not rounded else made.end
    box: Box
    ends = (
        (space.left, 0.0, fillers[0], made.steps[0].top),
        (space.right, space.width - fillers[1], fillers[1], made.steps[-1].top),
    )
    for there, x, filler, beside in ends:
        top = min(beside, space.clear(x, x + filler)) if space.along else beside
        for at, long in pieces(top - stuff.hung, stuff.longest) if there and filler else ():
            box = (x, face, stuff.hung + at, filler, stuff.board, long)
            yield Part("filler", -1, "", box, long, filler + space.scribe, stuff.board, long)
    for number, step in enumerate(made.steps):
        left = first if number == 0 else step.begin
        right = final if number == len(made.steps) - 1 else step.end
        over = space.clear(left, right) - step.top
        if stuff.tall is not None or over <= habits.top_gap + 1e-6:
            continue
        for at, long in pieces(right - left, stuff.longest):
            box = (left + at, face, step.top, long, stuff.board, over)
            yield Part("top filler", -1, "", box, long, over + space.scribe, stuff.board, long)
    for at, long in pieces(final - first, stuff.longest) if stuff.worktop else ():
        box = (first + at, 0.0, made.top, long, space.depth, stuff.worktop)
        yield Part("worktop", -1, "", box, long, space.depth, stuff.worktop, long)
