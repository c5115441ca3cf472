"""How far apart shelves are to be: solved so that what is to be kept fits, wastes no height, and is within reach.

A compartment of shelves is a column of slots. A space of one height begins at a slot and takes as many as its height
and its board do; no two take one slot. How many things of each kind stand in each space is counted along; all that is
wished is linear, so that a mixed-integer programme finds the best (HiGHS through SciPy). Bays with shelves at the same
heights are one column, as wide as they are together, so that shelves run through.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import NamedTuple

import msgspec
import numpy as np

from narrow_cornice.casework.filling import Reach, Things, unwelcome

SLOT = 32.0  # mm between pins
FINGERS = 20.0  # mm over what stands on a shelf, to take it out
NO_ROOM = 1e4  # of the aim, for a metre of things that has no room
A_SHELF = 30.0  # of the aim, for each shelf more
MOST_HEIGHTS = 10


class Column(msgspec.Struct, frozen=True):
    """A compartment of shelves, in as many bays as go together: how wide each is, its height and depth inside, how high
    over the floor it begins, and how thick its shelves are."""

    widths: tuple[float, ...]
    tall: float
    deep: float
    low: float
    board: float


class Spacing(NamedTuple):
    """The clear heights of the spaces of each column from below, all but the highest; how many things of each kind have
    no room even so; and whether that is proven to be the best."""

    heights: tuple[tuple[float, ...], ...]
    left: dict[str, int]
    proven: bool


class _Space(NamedTuple):
    column: int
    slot: int
    slots: int
    tall: float


def spacing(
    columns: Sequence[Column],
    things: Sequence[Things],
    reach: Reach,
    seconds: float = 10.0,
    stopped: Callable[[], bool] = lambda: False,
) -> Spacing:
    """Return the spacing of shelves at which most of the things have room, none out of reach, with the fewest shelves.
    Empty heights for columns where no shelf is needed, and for all where nobody waits for the answer any more."""
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import coo_array

    mine = [one for one in things if one.how == "shelf" and one.count > 0]
    spaces = _spaces(columns, mine)
    if not mine or not spaces or stopped():
        return Spacing(tuple(() for _ in columns), {one.id: one.count for one in mine}, False)
    pairs = [
        (s, k)
        for s, space in enumerate(spaces)
        for k, one in enumerate(mine)
        if one.tall + FINGERS <= space.tall + 1e-6 and one.deep <= columns[space.column].deep + 1e-6
    ]
    many, whole = len(spaces), len(spaces) + len(pairs) + len(mine)
    aim = np.zeros(whole)
    aim[:many] = [A_SHELF + 0.02 * space.tall for space in spaces]
    for at, (s, k) in enumerate(pairs):
        space, one = spaces[s], mine[k]
        z = columns[space.column].low + space.slot * SLOT
        waste = space.tall - one.tall - FINGERS + unwelcome(one, z, space.tall, reach)
        aim[many + at] = one.wide * (waste + 1.0) / 1000.0
    for k, one in enumerate(mine):
        aim[many + len(pairs) + k] = NO_ROOM * one.wide / 1000.0
    of_space: dict[int, list[tuple[int, int]]] = {}
    for at, (s, k) in enumerate(pairs):
        of_space.setdefault(s, []).append((at, k))
    rows = _Rows()
    for column, slot in sorted({(space.column, space.slot + at) for space in spaces for at in range(space.slots)}):
        covering = [
            s
            for s, space in enumerate(spaces)
            if space.column == column and space.slot <= slot < space.slot + space.slots
        ]
        rows.add([(s, 1.0) for s in covering], -np.inf, 1.0)
    for s, space in enumerate(spaces):
        wide = sum(columns[space.column].widths)
        there = [(many + at, _takes(columns[space.column], mine[k])) for at, k in of_space.get(s, ())]
        rows.add([*there, (s, -wide)], -np.inf, 0.0)
    for k, one in enumerate(mine):
        put = [(many + at, 1.0) for at, (_, kind) in enumerate(pairs) if kind == k]
        rows.add([*put, (many + len(pairs) + k, 1.0)], one.count, one.count)
    matrix = coo_array((rows.values, (rows.at, rows.of)), shape=(len(rows.low), whole)).tocsr()
    integral = np.zeros(whole)
    integral[:many] = 1
    upper = np.full(whole, np.inf)
    upper[:many] = 1
    found = milp(
        aim,
        constraints=LinearConstraint(matrix, rows.low, rows.high),
        integrality=integral,
        bounds=Bounds(0, upper),
        options={"time_limit": seconds, "mip_rel_gap": 0.01},
    )
    if found.x is None:
        return Spacing(tuple(() for _ in columns), {one.id: one.count for one in mine}, False)
    chosen = [space for s, space in enumerate(spaces) if found.x[s] > 0.5]
    left = {one.id: round(found.x[many + len(pairs) + k]) for k, one in enumerate(mine)}
    heights = tuple(
        _heights(columns[number], [one for one in chosen if one.column == number]) for number in range(len(columns))
    )
    return Spacing(heights, {key: count for key, count in left.items() if count}, found.status == 0)


class _Rows:
    """The rows of a matrix, as they come."""

    def __init__(self) -> None:
        self.values: list[float] = []
        self.at: list[int] = []
        self.of: list[int] = []
        self.low: list[float] = []
        self.high: list[float] = []

    def add(self, entries: Sequence[tuple[int, float]], low: float, high: float) -> None:
        for of, value in entries:
            self.values.append(value)
            self.at.append(len(self.low))
            self.of.append(of)
        self.low.append(low)
        self.high.append(high)


def _spaces(columns: Sequence[Column], things: Sequence[Things]) -> list[_Space]:
    """Return every space there can be: each height that something needs, from each slot on."""
    talls = sorted({round(one.tall + FINGERS, 1) for one in things})
    while len(talls) > MOST_HEIGHTS:  # the two that are nearest share the taller
        nearest = min(range(len(talls) - 1), key=lambda at: talls[at + 1] - talls[at])
        del talls[nearest]
    made = []
    for number, column in enumerate(columns):
        slots = int((column.tall + column.board) // SLOT)
        for tall in talls:
            takes = int(-(-(tall + column.board) // SLOT))
            clear = takes * SLOT - column.board
            made += [_Space(number, slot, takes, clear) for slot in range(slots - takes + 1)]
    return made


def _takes(column: Column, one: Things) -> float:
    """Return how wide one thing is with its share of what is left over at the end of each bay."""
    room = sum(int((wide + 1e-6) // one.wide) for wide in column.widths)
    return sum(column.widths) / room if room else sum(column.widths) + 1.0


def _heights(column: Column, chosen: Sequence[_Space]) -> tuple[float, ...]:
    """Return clear heights from below, all but the highest, which takes what is left; slots that nobody took go to the
    space below them."""
    order = sorted(chosen, key=lambda space: space.slot)
    if len(order) < 2:
        return ()
    starts = [0, *(space.slot for space in order[1:])]
    return tuple((after - before) * SLOT - column.board for before, after in pairwise(starts))
