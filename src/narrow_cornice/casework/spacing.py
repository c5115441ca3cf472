"""How far apart shelves are to be: solved so that what is to be kept fits, wastes no height, and is within reach.

A compartment of shelves is a column as tall as so many steps between pins. How many spaces of each height it has, and
what stands in them, is an integer programme that is small enough to be solved exactly (HiGHS through SciPy); in which
order they stand, the heavy low and the daily within reach, is found by dynamic programming over how many of each height
stand below. Bays with shelves at the same heights are one column, as wide as they are together, so that shelves run
through.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence
from functools import cache
from typing import NamedTuple

import msgspec
import numpy as np

from narrow_cornice.casework.filling import Reach, Things, unwelcome

STEP = 32.0  # mm between pins
FINGERS = 20.0  # mm over what stands on a shelf, to take it out
NO_ROOM = 1e4  # of the aim, for a metre of things that has no room
A_SHELF = 20.0  # of the aim, for each shelf more
MOST_HEIGHTS = 8


class Column(msgspec.Struct, frozen=True):
    """A compartment of shelves, in as many bays as go together: how wide each is, its height and depth inside, how high
    over the floor it begins, and how thick its shelves are."""

    widths: tuple[float, ...]
    tall: float
    deep: float
    low: float
    board: float

    @property
    def steps(self) -> int:
        """Return how many steps between pins all its spaces have, each with its shelf."""
        return int((self.tall + self.board) // STEP)

    def takes(self, one: Things) -> bool:
        """Return whether things are no deeper than it is, and no wider than its widest bay."""
        return one.deep <= self.deep + 1e-6 and one.wide <= max(self.widths) + 1e-6

    def steps_of(self, tall: float) -> int:
        """Return how many steps a space so tall takes with its shelf."""
        return int(-(-(tall + self.board) // STEP))


class Spacing(NamedTuple):
    """The clear heights of the spaces of each column from below, all but the highest; how many things of each kind have
    no room even so; and whether that is proven to be the best."""

    heights: tuple[tuple[float, ...], ...]
    left: dict[str, int]
    proven: bool


class _Space(NamedTuple):
    """Spaces of one height in one column, ``of`` which there may be several."""

    column: int
    tall: float
    steps: int


def spacing(
    columns: Sequence[Column],
    things: Sequence[Things],
    reach: Reach,
    seconds: float = 10.0,
    stopped: Callable[[], bool] = lambda: False,
) -> Spacing:
    """Return the spacing of shelves at which most of the things have room, with the least waste and the fewest shelves,
    none out of reach. Empty heights for columns where no shelf is needed, and for all where nobody waits any more."""
    mine = [one for one in things if one.how == "shelf" and one.count > 0]
    spaces = _spaces(columns, mine)
    if not mine or not spaces or stopped():
        return Spacing(tuple(() for _ in columns), {one.id: one.count for one in mine}, False)
    from scipy.optimize import Bounds, milp

    pairs = [
        (s, k)
        for s, space in enumerate(spaces)
        for k, one in enumerate(mine)
        if one.tall + FINGERS <= space.tall + 1e-6 and columns[space.column].takes(one)
    ]
    many, whole = len(spaces), len(spaces) + len(pairs) + len(mine)
    integral, upper = np.zeros(whole), np.full(whole, np.inf)
    integral[:many] = 1
    upper[:many] = [columns[space.column].steps // space.steps for space in spaces]
    waste = [mine[k].wide * (spaces[s].tall - mine[k].tall - FINGERS + 1.0) / 1000.0 for s, k in pairs]
    aim = [*(A_SHELF for _ in spaces), *waste, *(NO_ROOM * one.wide / 1000.0 for one in mine)]
    found = milp(
        aim,
        constraints=_constraints(columns, spaces, mine, pairs),
        integrality=integral,
        bounds=Bounds(0, upper),
        options={"time_limit": seconds, "mip_rel_gap": 1e-4},
    )
    if found.x is None:
        return Spacing(tuple(() for _ in columns), {one.id: one.count for one in mine}, False)
    left = {one.id: round(found.x[many + len(pairs) + k]) for k, one in enumerate(mine)}
    heights = []
    for number, column in enumerate(columns):
        counts = [round(found.x[s]) if space.column == number else 0 for s, space in enumerate(spaces)]
        _fill_up(column, spaces, counts)
        suits = [_suits(found.x[many:], pairs, s, mine) for s in range(many)]
        heights.append(_ordered(column, spaces, counts, suits, reach))
    return Spacing(tuple(heights), {key: count for key, count in left.items() if count}, found.status == 0)


def _spaces(columns: Sequence[Column], things: Sequence[Things]) -> list[_Space]:
    """Return the heights that spaces can have in each column: those that something needs, in whole steps."""
    talls = sorted({round(one.tall + FINGERS, 1) for one in things})
    while len(talls) > MOST_HEIGHTS:  # the two that are nearest share the taller
        nearest = min(range(len(talls) - 1), key=lambda at: talls[at + 1] - talls[at])
        del talls[nearest]
    made = []
    for number, column in enumerate(columns):
        for steps in sorted({column.steps_of(tall) for tall in talls}):
            if steps <= column.steps:
                made.append(_Space(number, steps * STEP - column.board, steps))
    return made


def _constraints(
    columns: Sequence[Column], spaces: Sequence[_Space], things: Sequence[Things], pairs: Sequence[tuple[int, int]]
) -> object:
    """Return what must hold: no column is fuller than it is tall, nothing wider than where it stands, and every
    thing is on a space or without room."""
    from scipy.optimize import LinearConstraint

    many = len(spaces)
    whole = many + len(pairs) + len(things)
    rows, low, high = [], [], []

    def add(entries: Sequence[tuple[int, float]], least: float, most: float) -> None:
        row = np.zeros(whole)
        for at, value in entries:
            row[at] = value
        rows.append(row)
        low.append(least)
        high.append(most)

    for number, column in enumerate(columns):
        mine = [(s, float(space.steps)) for s, space in enumerate(spaces) if space.column == number]
        add(mine, -np.inf, float(column.steps))
    for s, space in enumerate(spaces):
        column = columns[space.column]
        there = [(many + at, _takes(column, things[k], space)) for at, (of, k) in enumerate(pairs) if of == s]
        add([*there, (s, -sum(column.widths))], -np.inf, 0.0)
    for k, one in enumerate(things):
        put = [(many + at, 1.0) for at, (_, kind) in enumerate(pairs) if kind == k]
        add([*put, (many + len(pairs) + k, 1.0)], one.count, one.count)
    return LinearConstraint(np.array(rows), low, high)


def _takes(column: Column, one: Things, space: _Space) -> float:
    """Return how wide one thing is in its pile, with its share of what is left over at the end of each bay."""
    room = sum(int((wide + 1e-6) // one.wide) for wide in column.widths)
    return sum(column.widths) / room / one.in_a_pile(space.tall - FINGERS, column.deep)


def _fill_up(column: Column, spaces: Sequence[_Space], counts: list[int]) -> None:
    """Give a column that something stands in more spaces of the height it has most of, as many as there is room for:
    a tall gap over the highest shelf keeps nothing."""
    if not any(counts):
        return
    usual = max(range(len(counts)), key=lambda s: counts[s])
    spare = column.steps - sum(count * space.steps for count, space in zip(counts, spaces, strict=True))
    counts[usual] += spare // spaces[usual].steps


Suits = tuple[tuple[float, Things], ...]


def _suits(put: Sequence[float], pairs: Sequence[tuple[int, int]], space: int, things: Sequence[Things]) -> Suits:
    """Return what stands in the spaces of one height, each kind with its metres."""
    return tuple((put[at] * things[k].wide / 1000.0, things[k]) for at, (of, k) in enumerate(pairs) if of == space)


def _ordered(
    column: Column, spaces: Sequence[_Space], counts: Sequence[int], suits: Sequence[Suits], reach: Reach
) -> tuple[float, ...]:
    """Return clear heights from below, all but the highest, which takes what is left over: in the order that suits best
    what stands in them. How high a space stands is said by how many of each height stand below it."""
    kinds = [s for s, count in enumerate(counts) if count]
    most = tuple(counts[s] for s in kinds)
    if sum(most) < 2:
        return ()

    @cache
    def best(below: tuple[int, ...]) -> tuple[float, tuple[int, ...]]:
        """Return the least cost of all that stands over some spaces, and the order of it."""
        if below == most:
            return 0.0, ()
        z = column.low + STEP * sum(count * spaces[s].steps for count, s in zip(below, kinds, strict=True))
        ways = []
        for at, s in enumerate(kinds):
            if below[at] < most[at]:
                ill = sum(metres * unwelcome(one, z, spaces[s].tall, reach) for metres, one in suits[s]) / most[at]
                rest, order = best((*below[:at], below[at] + 1, *below[at + 1 :]))
                ways.append((ill + rest, (s, *order)))
        return min(ways)

    # So many of each height that the orders are too many: the heights themselves, the tallest lowest.
    if np.prod([count + 1.0 for count in most]) > 20_000:
        order = tuple(itertools.chain(*([s] * counts[s] for s in sorted(kinds, key=lambda s: -spaces[s].tall))))
    else:
        order = best(tuple(0 for _ in kinds))[1]
    return tuple(spaces[s].tall for s in order[:-1])
