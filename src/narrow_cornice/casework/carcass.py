"""A run of built-in casework, from the space that is surely clear to every part of it.

The run stands in a box: x from its left end, y from the wall into the room, z from the floor, all in mm. It is a
plinth, one carcass or several side by side, and one on the other where it is taller than a sheet is long, fillers where
walls stand at its ends and over its top, and what is in each bay: shelves, drawers, doors. Every part has its box as it
is seen; what goes into a groove beyond it is only in its cut size. All gaps between fronts are equal: half a gap is
kept from the outside of a carcass and from the middle of a divider.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import Literal

import msgspec

Kind = Literal[
    "side",
    "divider",
    "bottom",
    "top",
    "fixed shelf",
    "shelf",
    "lipping",
    "back",
    "plinth",
    "filler",
    "top filler",
    "door",
    "drawer front",
    "drawer side",
    "drawer end",
    "drawer bottom",
]
Front = Literal["open", "doors", "doors below", "drawers below", "drawers"]
FRONTS: tuple[Front, ...] = ("open", "doors below", "drawers below", "doors", "drawers")
Box = tuple[float, float, float, float, float, float]  # x, y, z and how far along each
LEAST_BAY = 120.0
LEAST_TALL = 200.0
LEAST_DEPTH = 60.0
BELOW = ("doors below", "drawers below")  # fronts that close the lower part
LEAST_CLEAR = 50.0  # between two shelves
TALL_CUPBOARD = 500.0  # mm, over which a cupboard below has a shelf
RUNNERS = tuple(float(length) for length in range(250, 601, 50))


class Habits(msgspec.Struct, frozen=True):
    """Habits of making (house rules), in mm: ``front_gap`` between fronts, ``filler`` at a wall of open shelves and
    ``filler_at_doors`` of others, ``top_gap`` kept under the ceiling, ``widest_carcass`` and ``widest_door`` before
    they are parted, ``shelf_play`` that a loose shelf is shorter by, ``back_inset`` of the back from the back edge,
    ``plinth_setback``, ``tall_side`` over which a shelf is fixed half way, ``groove`` as the share of a side that parts
    go into it, ``runner_room`` on each side of a drawer, ``drawer_less`` than its opening is tall."""

    front_gap: float = 3.0
    filler: float = 20.0
    filler_at_doors: float = 40.0
    top_gap: float = 10.0
    widest_carcass: float = 1200.0
    widest_door: float = 600.0
    shelf_play: float = 2.0
    back_inset: float = 10.0
    plinth_setback: float = 50.0
    tall_side: float = 1600.0
    groove: float = 1 / 3
    runner_room: float = 12.7
    drawer_less: float = 15.0
    drawer_behind: float = 20.0


class Bay(msgspec.Struct, frozen=True):
    """What is wished of a bay: its clear width, None for an equal share of what the others leave; loose shelves above
    what is closed below; its front; drawers where it has some; ``below`` how tall the closed part below is."""

    id: str
    width: float | None = None
    shelves: int = 4
    front: Front = "open"
    drawers: int = 3
    below: float = 700.0


class Space(msgspec.Struct, frozen=True):
    """What is clear: width, height and depth in mm, the tallest that can be stood up, whether a wall stands at each
    end, and the scribe that a filler is wider by before it is cut to its wall."""

    width: float
    height: float
    depth: float
    stands: float
    left: bool
    right: bool
    scribe: float


class Stuff(msgspec.Struct, frozen=True):
    """The thickness of the boards in mm: carcass, back, fronts and drawers; how tall the plinth is; how thick from
    front to back and how tall the lipping of shelves is, nought for none; the longest part that can be cut."""

    board: float
    back: float
    front: float
    drawer: float
    plinth: float
    lipping: tuple[float, float] = (0.0, 0.0)
    longest: float = 1e6


class Part(msgspec.Struct, frozen=True):
    """A part: what it is, the number of its carcass and the identity of its bay (empty for none), its box, the size it
    is cut to (``length`` along its grain) and its thickness, and the mm of its edges that are seen."""

    kind: Kind
    carcass: int
    bay: str
    box: Box
    length: float
    width: float
    thickness: float
    edges: float = 0.0

    @property
    def volume(self) -> float:
        """Return the volume of its box in mm³."""
        return self.box[3] * self.box[4] * self.box[5]


class BayThere(msgspec.Struct, frozen=True):
    """A bay as it comes out: its clear width from ``x``, between which heights it is clear, how deep it is inside, and
    how far one of its loose shelves spans."""

    bay: Bay
    carcass: int
    x: float
    width: float
    low: float
    high: float
    depth: float


class Carcasses(msgspec.Struct, frozen=True):
    """A run as it comes out, or its ``fault`` in words: its parts, its bays (from the floor up where carcasses stand on
    one another), where its carcasses stand, between which heights each row of them, and how many uprights a row has."""

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


def parted(span: float, bays: int, widest: float) -> list[int]:
    """Return how many bays each carcass of a run has: as few carcasses as are no wider than ``widest``, as alike as
    may be."""
    carcasses = min(bays, max(1, math.ceil(span / widest - 1e-9)))
    each, more = divmod(bays, carcasses)
    return [each + (number < more) for number in range(carcasses)]


def bay_widths(inner: float, bays: Sequence[Bay]) -> list[float]:
    """Return the clear width of each bay: fixed ones first, the others share what is left equally."""
    fixed = sum(bay.width for bay in bays if bay.width is not None)
    free = sum(bay.width is None for bay in bays)
    share = (inner - fixed) / free if free else 0.0
    return [share if bay.width is None else bay.width for bay in bays]


def carcasses(space: Space, bays: Sequence[Bay], stuff: Stuff, habits: Habits) -> Carcasses:
    """Return the run that fits the space, or why none does."""
    if not bays:
        return Carcasses("A run needs a bay.")
    closed = any(bay.front != "open" for bay in bays)
    filler = habits.filler_at_doors if closed else habits.filler
    begin, end = (filler if space.left else 0.0), space.width - (filler if space.right else 0.0)
    top = min(space.height - habits.top_gap, stuff.plinth + space.stands)
    tall = top - stuff.plinth
    depth = space.depth - (stuff.front if closed else 0.0)
    groups = parted(end - begin, len(bays), habits.widest_carcass)
    inner = end - begin - stuff.board * (len(bays) + len(groups))
    widths = bay_widths(inner, bays)
    if tall < LEAST_TALL:
        return Carcasses(f"Only {max(0.0, tall):.0f} mm are left for it over its plinth.")
    if min(widths) < LEAST_BAY or abs(sum(widths) - inner) > 0.05:
        short = inner - sum(width for bay, width in zip(bays, widths, strict=True) if bay.width is not None)
        if all(bay.width is not None for bay in bays):
            return Carcasses(f"Its bays come to {sum(widths):.1f} mm, and {inner:.1f} mm are clear between its sides.")
        return Carcasses(f"{short:.0f} mm are left for the bays whose width nobody said: too little.")
    if depth - habits.back_inset - stuff.back < LEAST_DEPTH:
        return Carcasses("It is not deep enough for a shelf.")
    levels = levels_of(stuff.plinth, top, bays, stuff)
    uprights = len(bays) + len(groups)
    made = Carcasses("", (), (), begin, end, stuff.plinth, top, depth, levels, uprights)
    parts: list[Part] = [*_round_it(space, stuff, habits, made, filler)]
    there: list[BayThere] = []
    number = 0
    for level, between in enumerate(levels):
        mine = [_on_level(bay, level, len(levels)) for bay in bays]
        x, first = begin, 0
        for many in groups:
            box = _Carcass(
                number, x, list(zip(mine, widths, strict=True))[first : first + many], stuff, habits, (depth, *between)
            )
            if crowded := box.crowded():
                return Carcasses(crowded)
            parts += box.parts()
            there += box.bays
            x, first, number = box.end, first + many, number + 1
    return msgspec.structs.replace(made, parts=tuple(parts), bays=tuple(there))


def levels_of(floor: float, top: float, bays: Sequence[Bay], stuff: Stuff) -> tuple[tuple[float, float], ...]:
    """Return between which heights carcasses stand, from the floor up: one where it can be cut from a sheet. What is
    closed below is a row of its own then; else all rows are alike."""
    tall = top - floor
    if tall <= stuff.longest:
        return ((floor, top),)
    closed = [bay.below for bay in bays if bay.front in BELOW]
    low = min(max(closed) + 2 * stuff.board, stuff.longest, tall / 2) if closed else 0.0
    rows = math.ceil((tall - low) / stuff.longest - 1e-9)
    each = (tall - low) / rows
    edges = [floor, *([floor + low] if closed else []), *(floor + low + each * (row + 1) for row in range(rows))]
    return tuple(pairwise(edges))


def _on_level(bay: Bay, level: int, levels: int) -> Bay:
    """Return what is wished of a bay on one row of carcasses: what stands on another is a shelf already."""
    if levels == 1:
        return bay
    if bay.front in BELOW:
        if level == 0:
            front: Front = "doors" if bay.front == "doors below" else "drawers"
            return msgspec.structs.replace(bay, front=front, shelves=1 if bay.below > TALL_CUPBOARD else 0)
        each, more = divmod(max(0, bay.shelves - (levels - 2)), levels - 1)
        return msgspec.structs.replace(bay, front="open", shelves=each + (level - 1 < more))
    each, more = divmod(max(0, bay.shelves - (levels - 1)), levels)
    drawers = max(1, round(bay.drawers / levels))
    return msgspec.structs.replace(bay, shelves=each + (level < more), drawers=drawers)


def _round_it(space: Space, stuff: Stuff, habits: Habits, made: Carcasses, filler: float) -> Iterator[Part]:
    """Yield the plinth, the fillers at walls, and the one that closes the top."""
    wide, face = made.end - made.begin, made.depth - stuff.board
    behind = made.depth - habits.plinth_setback - stuff.board
    for at, long in _pieces(wide, stuff.longest) if stuff.plinth > 0 else ():
        box = (made.begin + at, behind, 0.0, long, stuff.board, stuff.plinth)
        yield Part("plinth", -1, "", box, long, stuff.plinth, stuff.board)
    for there, x in ((space.left, 0.0), (space.right, space.width - filler)):
        for at, long in _pieces(made.top, stuff.longest) if there else ():
            box = (x, face, at, filler, stuff.board, long)
            yield Part("filler", -1, "", box, long, filler + space.scribe, stuff.board, long)
    over = space.height - made.top
    for at, long in _pieces(space.width, stuff.longest) if over > habits.top_gap + 1e-6 else ():
        box = (at, face, made.top, long, stuff.board, over)
        yield Part("top filler", -1, "", box, long, over + space.scribe, stuff.board, long)


def _pieces(whole: float, longest: float) -> list[tuple[float, float]]:
    """Return where the pieces of a strip begin and how long they are: as few as can be cut, all alike."""
    many = math.ceil(whole / longest - 1e-9)
    return [(whole / many * number, whole / many) for number in range(many)]


class _Carcass:
    """One carcass of a run, from its left side on."""

    def __init__(
        self,
        number: int,
        x: float,
        bays: list[tuple[Bay, float]],
        stuff: Stuff,
        habits: Habits,
        room: tuple[float, float, float],
    ) -> None:
        self.number, self.x, self.stuff, self.habits = number, x, stuff, habits
        self.deep, self.floor, self.top = room
        self.tall = self.top - self.floor
        self.inside = self.deep - habits.back_inset - stuff.back  # in front of the back
        self.y = habits.back_inset + stuff.back
        self.tongue = stuff.board * habits.groove
        self.low, self.high = self.floor + stuff.board, self.top - stuff.board
        self.bays: list[BayThere] = []
        at = x + stuff.board
        for bay, width in bays:
            self.bays.append(BayThere(bay, number, at, width, self.low, self.high, self.inside))
            at += width + stuff.board
        self.end = at
        self.inner = self.end - x - 2 * stuff.board

    def _part(self, kind: Kind, bay: str, box: Box, size: tuple[float, float], thick: float, edges: float) -> Part:
        return Part(kind, self.number, bay, box, *size, thick, edges)

    def parts(self) -> Iterator[Part]:
        """Yield every part."""
        yield from self._case()
        for index, there in enumerate(self.bays):
            yield from self._bay(index, there)

    def _case(self) -> Iterator[Part]:
        stuff, tongue = self.stuff, self.tongue
        board, deep, floor = stuff.board, self.deep, self.floor
        for x in (self.x, self.end - board):
            box = (x, 0.0, floor, board, deep, self.tall)
            yield self._part("side", "", box, (self.tall, deep), board, self.tall)
        for there in self.bays[:-1]:
            box = (there.x + there.width, self.y, self.low, board, self.inside, self.high - self.low)
            size = (self.high - self.low + 2 * tongue, self.inside)
            yield self._part("divider", "", box, size, board, self.high - self.low)
        level: tuple[tuple[Kind, float], ...] = (("bottom", floor), ("top", self.top - board))
        for kind, z in level:
            box = (self.x + board, 0.0, z, self.inner, deep, board)
            yield self._part(kind, "", box, (self.inner + 2 * tongue, deep), board, self.inner)
        back = (self.x + board, self.habits.back_inset, self.low, self.inner, stuff.back, self.high - self.low)
        size = (self.high - self.low + 2 * tongue, self.inner + 2 * tongue)
        yield self._part("back", "", back, size, stuff.back, 0.0)

    def _bay(self, index: int, there: BayThere) -> Iterator[Part]:
        """Yield the shelves, drawers and doors of one bay."""
        bay, board, parted_at = there.bay, self.stuff.board, self.parted_at(there.bay)
        if parted_at is not None:
            yield from self._fixed(there, parted_at)
        for low, high, many in self.stretches(bay):
            yield from self._shelves(there, low, high, many)
        high = self.high if parted_at is None else parted_at
        edge = self.top if parted_at is None else parted_at + board / 2
        if bay.front in ("drawers", "drawers below"):
            yield from self._drawers(index, there, high, edge)
        elif bay.front != "open":
            yield from self._doors(index, there, edge)

    def parted_at(self, bay: Bay) -> float | None:
        """Return where the closed part below ends, None where there is none."""
        if bay.front not in BELOW:
            return None
        return min(self.low + bay.below, self.high - self.stuff.board - LEAST_TALL / 2)

    def stretches(self, bay: Bay) -> Iterator[tuple[float, float, int]]:
        """Yield between which heights a bay has how many shelves."""
        parted_at = self.parted_at(bay)
        if bay.front == "drawers":
            return
        yield (self.low if parted_at is None else parted_at + self.stuff.board), self.high, bay.shelves
        if bay.front == "doors below" and parted_at is not None and parted_at - self.low > TALL_CUPBOARD:
            yield self.low, parted_at, 1

    def crowded(self) -> str:
        """Return what is wrong with its shelves, empty where all have room between them."""
        for there in self.bays:
            for low, high, many in self.stretches(there.bay):
                clear = (high - low - many * self.stuff.board) / (many + 1)
                if many and clear < LEAST_CLEAR:
                    return f"{many} shelves leave {max(0.0, clear):.0f} mm between them."
                if high - low < LEAST_CLEAR:
                    return f"What is closed below leaves {max(0.0, high - low):.0f} mm over it."
            closed = self.parted_at(there.bay) if there.bay.front != "drawers" else self.high
            if closed is not None and closed - self.low < LEAST_CLEAR * max(1, there.bay.drawers):
                return f"{max(0.0, closed - self.low):.0f} mm are too little for what is closed below."
        return ""

    def _fixed(self, there: BayThere, z: float) -> Iterator[Part]:
        yield from self._shelf("fixed shelf", there, z, (there.x, there.width), self.tongue)

    def _shelves(self, there: BayThere, low: float, high: float, many: int) -> Iterator[Part]:
        """Yield shelves at equal distances; in a tall carcass the one half way up is fixed."""
        board, play = self.stuff.board, self.habits.shelf_play
        clear = (high - low - many * board) / (many + 1)
        tall = self.tall > self.habits.tall_side and there.bay.front in ("open", "doors")
        for number in range(many):
            z = low + clear + number * (clear + board)
            if tall and number == many // 2:
                yield from self._fixed(there, z)
                continue
            yield from self._shelf("shelf", there, z, (there.x + play / 2, there.width - play), 0.0)

    def _shelf(
        self, kind: Kind, there: BayThere, z: float, place: tuple[float, float], tongue: float
    ) -> Iterator[Part]:
        """Yield a shelf and its lipping, whose top is flush with it."""
        (x, wide), board, (lip, deep) = place, self.stuff.board, self.stuff.lipping
        back = self.inside - lip
        edge = wide if lip == 0 else 0.0
        box = (x, self.y, z, wide, back, board)
        yield self._part(kind, there.bay.id, box, (wide + 2 * tongue, back), board, edge)
        if lip > 0:
            box = (x, self.y + back, z + board - deep, wide, lip, deep)
            yield self._part("lipping", there.bay.id, box, (wide, deep), lip, wide)

    def _edges_of_front(self, index: int) -> tuple[float, float]:
        """Return between which x the fronts of a bay share out what there is: outside of a carcass, or the middle of a
        divider."""
        there, board = self.bays[index], self.stuff.board
        left = self.x if index == 0 else there.x - board / 2
        right = self.end if index == len(self.bays) - 1 else there.x + there.width + board / 2
        return left, right

    def _front(self, kind: Kind, there: BayThere, x: tuple[float, float], z: tuple[float, float]) -> Part:
        """Return a front between two edges each way, half a gap kept from each."""
        gap, thick = self.habits.front_gap, self.stuff.front
        wide, tall = x[1] - x[0] - gap, z[1] - z[0] - gap
        box = (x[0] + gap / 2, self.deep, z[0] + gap / 2, wide, thick, tall)
        size = (tall, wide) if kind == "door" else (wide, tall)
        return self._part(kind, there.bay.id, box, size, thick, 2 * (wide + tall))

    def _doors(self, index: int, there: BayThere, top: float) -> Iterator[Part]:
        left, right = self._edges_of_front(index)
        leaves = 1 if right - left - self.habits.front_gap <= self.habits.widest_door else 2
        wide = (right - left) / leaves
        for leaf in range(leaves):
            edges = (left + leaf * wide, left + (leaf + 1) * wide)
            yield self._front("door", there, edges, (self.floor, top))

    def _drawers(self, index: int, there: BayThere, high: float, edge: float) -> Iterator[Part]:
        """Yield drawers that share out the height below a fixed shelf equally, each a front on a box on runners."""
        many, habits, thin = max(1, there.bay.drawers), self.habits, self.stuff.drawer
        step = (edge - self.floor) / many
        deep = max((length for length in RUNNERS if length <= self.inside - habits.drawer_behind), default=0.0)
        for number in range(many):
            z = self.floor + number * step
            yield self._front("drawer front", there, self._edges_of_front(index), (z, z + step))
            low, over = max(z, self.low), min(z + step, high)
            tall = over - low - habits.drawer_less
            wide = there.width - 2 * habits.runner_room
            if deep == 0.0 or tall < 40.0:
                continue
            x, y, up = there.x + habits.runner_room, self.deep - deep, low + habits.drawer_less / 2
            for at in (x, x + wide - thin):
                yield self._part("drawer side", there.bay.id, (at, y, up, thin, deep, tall), (deep, tall), thin, deep)
            for at in (y, y + deep - thin):
                box = (x + thin, at, up, wide - 2 * thin, thin, tall)
                yield self._part("drawer end", there.bay.id, box, (wide - 2 * thin, tall), thin, 0.0)
            inner, within = wide - 2 * thin, deep - 2 * thin
            box = (x + thin, y + thin, up, inner, within, self.stuff.back)
            size = (within + thin, inner + thin)
            yield self._part("drawer bottom", there.bay.id, box, size, self.stuff.back, 0.0)
