"""Putting parts on sheets one after the other, each into a free rectangle that is then cut in two.

Every free rectangle is bounded by cuts from edge to edge, so whatever comes of it can be cut on a panel saw (Jylänki's
guillotine family: which rectangle, and along which side the rest is cut). Parts and sheets are taken a kerf larger in
both directions, so that a kerf lies between any two.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import groupby
from typing import NamedTuple

Free = tuple[float, float, float, float]  # x, y, length, width
Spot = tuple[int, float, float, bool]  # part, x, y, turned
Fit = tuple[float, bool, int, int]  # what it costs, turned, sheet, free rectangle: the least is best
SPLITS = 6
SCORES = 3


class Size(NamedTuple):
    """A part a kerf larger, and whether it may be turned."""

    length: float
    width: float
    turns: bool


class Room(NamedTuple):
    """A kind of sheet inside its trim, a kerf larger, with its price and how many there are (-1: any number)."""

    length: float
    width: float
    price: float
    stock: int


class Open:
    """A sheet that is being filled: its kind, its free rectangles, what lies on it and how much it covers. Rectangles
    thinner than ``least``, which no part is, are not kept."""

    __slots__ = ("free", "kind", "least", "spots", "used")

    def __init__(self, kind: int, free: list[Free], spots: list[Spot], used: float, least: float) -> None:
        self.kind, self.free, self.spots, self.used, self.least = kind, free, spots, used, least

    def copy(self) -> Open:
        """Return a sheet like it that can be filled on its own."""
        return Open(self.kind, self.free.copy(), self.spots.copy(), self.used, self.least)


class Problem(NamedTuple):
    """The parts, the kinds of sheets there are, and how thin the thinnest part is."""

    sizes: Sequence[Size]
    rooms: Sequence[Room]
    least: float

    @staticmethod
    def of(sizes: Sequence[Size], rooms: Sequence[Room]) -> Problem:
        """Return the problem of some parts and kinds of sheets."""
        return Problem(sizes, rooms, min((min(size.length, size.width) for size in sizes), default=0.0))

    def fresh(self, kind: int) -> Open:
        """Return a sheet of a kind with nothing on it."""
        room = self.rooms[kind]
        return Open(kind, [(0.0, 0.0, room.length, room.width)], [], 0.0, self.least)


EPS = 1e-9
NOWHERE: Fit = (float("inf"), True, -1, -1)


def place_all(
    order: Sequence[int],
    problem: Problem,
    sheets: list[Open],
    manner: tuple[int, int],
    preferred: Sequence[int],
    most: int,
) -> bool:
    """Put the parts of ``order`` on the sheets that are open, opening others of the ``preferred`` kinds as they are
    needed but never more than ``most`` in all; return whether all found a place. ``manner`` is how the rectangle is
    chosen and how what is left of it is cut."""
    score, split = manner
    sizes, rooms, _ = problem
    taken = [0] * len(rooms)
    for sheet in sheets:
        taken[sheet.kind] += 1
    begin: dict[Size, int] = {}  # sheets before which a size has found no place: what is free only gets less
    for size, alike in groupby(order, key=lambda part: sizes[part]):
        first = begin.get(size, 0)
        # Where one of these parts suits best on each sheet: of parts that are alike only the sheet that the last one
        # went on is looked at again.
        bests = [_best_on(size, sheets[number], number, score) for number in range(first, len(sheets))]
        for part in alike:
            best = min(bests, default=NOWHERE)
            if best is NOWHERE:
                begin[size] = first = len(sheets)
                if len(sheets) >= most:
                    return False
                kind = next(
                    (
                        k
                        for k in preferred
                        if (rooms[k].stock < 0 or taken[k] < rooms[k].stock) and _lies(size, rooms[k])
                    ),
                    -1,
                )
                if kind < 0:
                    return False
                taken[kind] += 1
                sheets.append(problem.fresh(kind))
                best = _best_on(size, sheets[-1], first, score)
                bests = [best]
            _, turned, number, index = best
            _put(sheets[number], index, part, size, turned, split)
            bests[number - first] = _best_on(size, sheets[number], number, score)
    return True


def fill(alike: Iterable[tuple[Size, list[int]]], sheet: Open, manner: tuple[int, int]) -> None:
    """Put as many parts on one sheet as find a place, each where it suits best, size after size; what finds one is
    taken out of its list."""
    score, split = manner
    for size, parts in alike:
        while parts and (fit := _best_on(size, sheet, 0, score)) is not NOWHERE:
            _put(sheet, fit[3], parts.pop(), size, fit[1], split)
        if not sheet.free:
            return


def one_by_one(order: Sequence[int], problem: Problem, manner: tuple[int, int]) -> list[Open]:
    """Fill sheet after sheet of the first kind with what is left of ``order``: for many parts."""
    alike: dict[Size, list[int]] = {}
    for part in order:
        alike.setdefault(problem.sizes[part], []).append(part)
    made: list[Open] = []
    while alike:
        sheet = problem.fresh(0)
        fill(alike.items(), sheet, manner)
        alike = {size: parts for size, parts in alike.items() if parts}
        made.append(sheet)
    return made


class Row:
    """Parts side by side along a sheet, the widest first: how far they reach and how wide the row is."""

    __slots__ = ("parts", "reach", "wide")

    def __init__(self, wide: float) -> None:
        self.reach, self.wide = 0.0, wide
        self.parts: list[tuple[int, float, float, float, bool]] = []  # part, x, length, width, turned


def in_rows(problem: Problem) -> list[Open]:
    """Lay parts in rows along sheets of the first kind, each part into the first row that it fits, each row, the widest
    first, on the first sheet: next to nothing to reckon, and hard to beat where many parts are as wide as one another.
    """
    room, lying = problem.rooms[0], []
    for part, (length, width, turns) in enumerate(problem.sizes):
        turned = turns and (width > length or length > room.length + EPS) and width <= room.length + EPS
        lying.append((width, length, part, True) if turned else (length, width, part, False))
    rows: list[Row] = []
    begin: dict[float, int] = {}  # rows before which a length has found no place: they only get fuller
    for length, width, part, turned in sorted(lying, key=lambda one: (-one[1], -one[0])):
        at, most = begin.get(length, 0), room.length - length + EPS
        while at < len(rows) and rows[at].reach > most:
            at += 1
        begin[length] = at
        if at == len(rows):
            rows.append(Row(width))
        row = rows[at]
        row.parts.append((part, row.reach, length, width, turned))
        row.reach += length
    made: list[tuple[Open, float]] = []
    for row in rows:
        at = next((n for n, (_, down) in enumerate(made) if row.wide <= room.width - down + EPS), len(made))
        if at == len(made):
            made.append((Open(0, [], [], 0.0, problem.least), 0.0))
        sheet, down = made[at]
        for part, x, length, width, turned in row.parts:
            sheet.spots.append((part, x, down, turned))
            sheet.used += length * width
            _keep(sheet, x, down + width, length, row.wide - width)
        _keep(sheet, row.reach, down, room.length - row.reach, row.wide)
        made[at] = (sheet, down + row.wide)
    for sheet, down in made:
        _keep(sheet, 0.0, down, room.length, room.width - down)
    return [sheet for sheet, _ in made]


def _lies(size: Size, room: Room) -> bool:
    length, width, turns = size
    return (length <= room.length + EPS and width <= room.width + EPS) or (
        turns and width <= room.length + EPS and length <= room.width + EPS
    )


def _best_on(size: Size, sheet: Open, number: int, score: int) -> Fit:
    """Return how a part suits best on the sheet of a number, NOWHERE where it finds no place."""
    best = NOWHERE
    least = best[0]
    for turned in (False, True) if size.turns and size.length != size.width else (False,):
        length, width = (size.width, size.length) if turned else (size.length, size.width)
        area, shortest, thinnest = length * width, length - EPS, width - EPS
        for index, (_, _, long, wide) in enumerate(sheet.free):
            if long < shortest or wide < thinnest:
                continue
            if score == 2:
                cost = long * wide - area
            else:
                along, across = long - length, wide - width
                cost = along if (along < across) is (score == 0) else across
            if cost < least:
                least = cost
                best = (cost, turned, number, index)
    return best


def _put(sheet: Open, index: int, part: int, size: Size, turned: bool, split: int) -> None:
    """Put a part into the corner of a free rectangle and cut what is left of it in two."""
    length, width = (size.width, size.length) if turned else (size.length, size.width)
    x, y, long, wide = sheet.free[index]
    sheet.free[index] = sheet.free[-1]
    sheet.free.pop()
    sheet.spots.append((part, x, y, turned))
    sheet.used += length * width
    along, across = long - length, wide - width
    if split == 0:
        lengthways = along <= across
    elif split == 1:
        lengthways = along > across
    elif split == 2:
        lengthways = length * across <= along * width
    elif split == 3:
        lengthways = length * across > along * width
    elif split == 4:
        lengthways = long >= wide
    else:
        lengthways = long < wide
    # Lengthways: the first cut runs the whole length beside the part, else the whole width behind it.
    if lengthways:
        _keep(sheet, x, y + width, long, across)
        _keep(sheet, x + length, y, along, width)
    else:
        _keep(sheet, x + length, y, along, wide)
        _keep(sheet, x, y + width, length, across)


def _keep(sheet: Open, x: float, y: float, long: float, wide: float) -> None:
    least = sheet.least - EPS
    if long > least and wide > least:
        sheet.free.append((x, y, long, wide))
