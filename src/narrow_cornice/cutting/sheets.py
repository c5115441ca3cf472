"""Sheets to buy: the cheapest plan found for a list of parts, with its proven bound.

Many plans are made by the guillotine family, parts in many orders and manners; the best is then taken apart again and
again: its emptiest sheet and some of the others are cleared and their parts put back in other orders, into what is free
anywhere. Among plans of one price the one with the fullest sheets is kept, so that what is left over gathers on one
sheet, as one piece. The best so far is told whenever there is a better one and is what comes at the end of the time.
"""

from __future__ import annotations

import math
import random
import time
from collections.abc import Callable, Sequence
from functools import cached_property

from msgspec.structs import replace

from narrow_cornice.cutting.guillotine import (
    SCORES,
    SPLITS,
    Open,
    Problem,
    Room,
    Size,
    fill,
    in_rows,
    one_by_one,
    place_all,
)
from narrow_cornice.cutting.plans import CuttingError
from narrow_cornice.cutting.relaxation import solver_ready
from narrow_cornice.cutting.sheet_bounds import SheetBound
from narrow_cornice.cutting.sheet_plans import (
    CutSheet,
    Part,
    Placed,
    Saw,
    SheetKind,
    SheetPlan,
    broken_sheet_rule,
    checked_sheets,
    price_of_sheets,
    usable,
    ways,
)
from narrow_cornice.cutting.sheet_pool import SheetPool

Told = Callable[[SheetPlan], None]
Worth = tuple[float, float, float]  # price, how little is gathered, how little is left in one piece: the least is best
CONTENT = 0.25  # of the time, or as many seconds, spent on off-cuts once no plan can be cheaper
MOST_CONTENT = 1.0
POOL_SHARE = 0.1  # of the time, again and again, that sheets are gathered for, …
CHOICE_SHARE = 0.08  # … chosen among, …
SEARCH_SHARE = 0.15  # … and the best plan is taken apart and put together
IDLE_ROUNDS = 8  # with nothing gained, after which no more are gathered for the time being
WELL_FILLED = 0.8  # of a sheet, for it to be gathered
PROOF_SHARE = 0.35  # of the time that a better bound may take
WARM = 0.0005  # of the gathered measure, for each sheet, that a worse plan may be worse by at first
WEIGHTS: tuple[Callable[[Size], float], ...] = (
    lambda one: one.length * one.width,
    lambda one: max(one.length, one.width),
    lambda one: one.width,
    lambda one: one.length,
)


def sheet_plan(
    parts: Sequence[Part],
    kinds: Sequence[SheetKind],
    saw: Saw,
    seconds: float = 10.0,
    told: Told | None = None,
    stopped: Callable[[], bool] = lambda: False,
) -> SheetPlan:
    """Return the cheapest plan found in ``seconds`` with its bound. ``told`` hears of every cheaper one.

    Sizes are in mm. Raises CuttingError for parts that cannot be cut from these sheets.
    """
    checked_sheets(parts, kinds, saw)
    solver_ready()
    return _Search(parts, kinds, saw, seconds, told, stopped).run()


FIRST_ORDERS: tuple[Callable[[Size], tuple[float, float]], ...] = (
    lambda size: (-size.length * size.width, -size.length),
    lambda size: (-size.width, -size.length),
    lambda size: (-size.length, -size.width),
)
FIRST_MANNERS = ((0, 0), (0, 4), (2, 2), (2, 4))
FEW, MANY = 120, 300  # parts up to which many plans are made at once, or one; of more, sheet after sheet is filled


def first_plan(parts: Sequence[Part], kind: SheetKind, saw: Saw) -> SheetPlan:
    """Return a good plan of one kind of sheet at once, always the same for the same parts, with a quick bound.

    It is what a list is counted with until somebody has the fewest sheets searched for. Raises CuttingError for parts
    that cannot be cut from the sheet.
    """
    checked_sheets(parts, [kind], saw)
    if not parts:
        return SheetPlan((), 0.0, 0.0, 0.0)
    search = _Search(parts, [kind], saw, 1.0, None, lambda: False)
    tries = [(order, manner) for order in FIRST_ORDERS for manner in FIRST_MANNERS]
    tries = tries if len(parts) <= FEW else tries[:1]  # of many, rows take as few sheets
    for order, manner in tries:
        placed = sorted(range(len(parts)), key=lambda part, by=order: by(search.sizes[part]))  # type: ignore[misc]
        sheets: list[Open] = []
        if len(parts) <= MANY:
            place_all(placed, search.problem, sheets, manner, [0], len(parts))
        else:
            sheets = one_by_one(placed, search.problem, manner)
        search.offer(sheets)
    search.offer(in_rows(search.problem))
    assert search.best is not None
    made = search.made(search.best)
    return SheetPlan(made, price_of_sheets(made, [kind]), search.bound, 0.0)


def on_left_overs(parts: Sequence[Part], kinds: Sequence[SheetKind], saw: Saw) -> tuple[CutSheet | None, ...]:
    """Return what is cut from sheets that are there already, one of each kind, None for one that nothing is cut
    from: the smallest sheets first, each filled with the largest parts that find a place on it."""
    fits = [index for index, part in enumerate(parts) if any(ways(part, kind, saw) for kind in kinds)]
    if not fits:
        return (None,) * len(kinds)
    mine = [parts[index] for index in fits]
    search = _Search(mine, kinds, saw, 1.0, None, lambda: False)
    waiting: dict[Size, list[int]] = {}
    for part in sorted(range(len(mine)), key=lambda part: -search.sizes[part].length * search.sizes[part].width):
        waiting.setdefault(search.sizes[part], []).append(part)
    made: list[CutSheet | None] = [None] * len(kinds)
    for kind in sorted(range(len(kinds)), key=lambda kind: kinds[kind].length * kinds[kind].width):
        sheet = search.problem.fresh(kind)
        fill(waiting.items(), sheet, FIRST_MANNERS[0])
        waiting = {size: left for size, left in waiting.items() if left}
        (cut,) = search.made([sheet])
        if cut.placed:
            made[kind] = CutSheet(0, tuple(replace(one, part=fits[one.part]) for one in cut.placed))
    return tuple(made)


class _Search:
    """One search: the problem, the best plan and the bound."""

    def __init__(
        self,
        parts: Sequence[Part],
        kinds: Sequence[SheetKind],
        saw: Saw,
        seconds: float,
        told: Told | None,
        stopped: Callable[[], bool],
    ) -> None:
        self.begin = time.monotonic()
        self.seconds, self.told, self.stopped = seconds, told, stopped
        self.parts, self.all_kinds, self.saw = list(parts), kinds, saw
        self.kinds = [number for number, kind in enumerate(kinds) if kind.count != 0]
        kerf = saw.kerf
        self.sizes = [Size(one.length + kerf, one.width + kerf, not one.grain) for one in parts]
        self.rooms = [
            Room(length + kerf, width + kerf, kinds[number].price, -1 if count is None else count)
            for number in self.kinds
            for (length, width), count in ((usable(kinds[number], saw), kinds[number].count),)
        ]
        self.proof = SheetBound(self.sizes, self.rooms) if parts else None
        self.bound = self.proof.least if self.proof is not None else 0.0
        self.problem = Problem.of(self.sizes, self.rooms)
        self.best: list[Open] | None = None
        self.worth: Worth = (float("inf"), 0.0, 0.0)
        self.chance = random.Random(1)
        area = [room.length * room.width for room in self.rooms]
        self.by_price = sorted(range(len(area)), key=lambda k: (self.rooms[k].price / area[k], -area[k]))

    @cached_property
    def pool(self) -> SheetPool:
        """The sheets gathered, begun when the first is: a quick count gathers none."""
        return SheetPool(self.problem)

    # ---- the search

    def run(self) -> SheetPlan:
        if self.proof is None:
            return SheetPlan((), 0.0, 0.0, 0.0)
        self._many_orders()
        while self.best is None and not self._over(None):  # where sheets are few, another order may still find room
            order = self._order(list(range(len(self.sizes))))
            self._try(order, [], (self.chance.randrange(SCORES), self.chance.randrange(SPLITS)), len(self.sizes))
        if self.best is None:
            raise CuttingError(
                "no way was found to cut these parts from the sheets there are.", where="sheets", remedy="Add sheets."
            )
        if not self._proven():
            self.bound = self.proof.sharpen(PROOF_SHARE * self.seconds, self.stopped)
        proven_at: float | None = None
        while not self._over(proven_at):
            if not self._proven() and len(self.best) > 1:
                self._recombine()
            elif proven_at is None:
                proven_at = time.monotonic()
            now, until = (self.best, self.worth), time.monotonic() + SEARCH_SHARE * self.seconds
            while time.monotonic() < until and not self._over(proven_at) and (proven_at or not self._proven()):
                now = self._again(now, until)
        sheets = self.made(self.best)
        broken = broken_sheet_rule(sheets, self.parts, self.all_kinds, self.saw)
        assert not broken, broken
        return SheetPlan(sheets, price_of_sheets(sheets, self.all_kinds), self.bound, time.monotonic() - self.begin)

    def _proven(self) -> bool:
        return self.worth[0] <= self.bound + 1e-6 * max(1.0, self.bound)

    def _over(self, proven_at: float | None) -> bool:
        now = time.monotonic()
        if self.stopped() or now > self.begin + self.seconds:
            return True
        return proven_at is not None and now > proven_at + min(MOST_CONTENT, CONTENT * self.seconds)

    def _many_orders(self) -> None:
        """Make plans of all parts at once: sorted in several ways, in every manner of the family."""
        sizes = self.sizes
        keys: tuple[Callable[[int], float], ...] = (
            lambda i: -sizes[i].length * sizes[i].width,
            lambda i: -max(sizes[i].length, sizes[i].width),
            lambda i: -min(sizes[i].length, sizes[i].width),
            lambda i: -sizes[i].length - sizes[i].width,
            lambda i: -sizes[i].width * 1e6 - sizes[i].length,
            lambda i: -sizes[i].length * 1e6 - sizes[i].width,
        )
        for key in keys:
            order = sorted(range(len(sizes)), key=key)
            for score in range(SCORES):
                for split in range(SPLITS):
                    self._try(order, [], (score, split), len(sizes))
                    if self.best is not None and self._over(None):
                        return

    def _try(
        self, order: Sequence[int], kept: list[Open], manner: tuple[int, int], most: int
    ) -> tuple[list[Open], Worth] | None:
        """Put parts on what is kept and on further sheets; keep the plan where it is better than the best, and return
        it with its worth, None where the parts found no place."""
        preferred = self.by_price
        if len(preferred) > 1 and self.chance.random() < 0.5:
            preferred = self.chance.sample(preferred, len(preferred))
        sheets = [sheet.copy() for sheet in kept]
        if not place_all(order, self.problem, sheets, manner, preferred, most):
            return None
        self._cheaper(sheets, kept)
        worth = self._worth(sheets)
        if worth < self.worth:
            self._better(sheets, worth)
        for sheet in sheets[len(kept) :]:
            room = self.rooms[sheet.kind]
            if self.best is sheets or sheet.used > WELL_FILLED * room.length * room.width:
                self.pool.add(sheet)
        return sheets, worth

    def _cheaper(self, sheets: list[Open], kept: list[Open]) -> None:
        """Put what lies on a new sheet on a cheaper one where it fits there."""
        if len(self.rooms) == 1:
            return
        for index in range(len(kept), len(sheets)):
            sheet = sheets[index]
            for kind in sorted(range(len(self.rooms)), key=lambda k: self.rooms[k].price):
                room = self.rooms[kind]
                if room.price >= self.rooms[sheet.kind].price:
                    break
                if room.stock >= 0 and sum(one.kind == kind for one in sheets) >= room.stock:
                    continue
                order = [spot[0] for spot in sheet.spots]
                tried: list[Open] = []
                single = self.problem._replace(rooms=[room._replace(stock=1)])
                if any(place_all(order, single, tried := [], (0, split), [0], 1) for split in range(SPLITS)):
                    tried[0].kind = kind
                    sheets[index] = tried[0]
                    break

    def _worth(self, sheets: Sequence[Open]) -> Worth:
        price = sum(self.rooms[sheet.kind].price for sheet in sheets)
        gathered = one_piece = 0.0
        for sheet in sheets:
            room = self.rooms[sheet.kind]
            area = room.length * room.width
            gathered -= ((area - sheet.used) / area) ** 2
            one_piece = max(one_piece, max((long * wide for _, _, long, wide in sheet.free), default=0.0))
        return price, round(gathered, 9), -one_piece

    def _recombine(self) -> None:
        """Choose whole sheets among many that are well filled: those of the plans so far, and others that the prices of
        the relaxed choice ask for."""
        pool, end = self.pool, self.begin + self.seconds
        assumed = min(end, time.monotonic() + POOL_SHARE * self.seconds)
        least, idle = float("inf"), 0
        while time.monotonic() < assumed and not self.stopped() and idle < IDLE_ROUNDS:
            price, worth = pool.prices()
            idle = 0 if price < least - 1e-6 else idle + 1
            least = min(least, price)
            pool.generate(worth, self.chance, assumed)
        left = end - time.monotonic()
        if left > 0 and not self.stopped():
            self.offer(pool.choose(min(left, CHOICE_SHARE * self.seconds)))

    def offer(self, sheets: list[Open] | None) -> None:
        """Keep a plan where it is better than the best."""
        if sheets is not None:
            worth = self._worth(sheets)
            if worth < self.worth:
                self._better(sheets, worth)

    def _better(self, sheets: list[Open], worth: Worth) -> None:
        cheaper = worth[0] < self.worth[0] - 1e-9
        self.best, self.worth = sheets, worth
        if cheaper and self.told is not None:
            made = self.made(sheets)
            spent = time.monotonic() - self.begin
            self.told(SheetPlan(made, price_of_sheets(made, self.all_kinds), self.bound, spent))

    def _again(self, now: tuple[list[Open], Worth], until: float) -> tuple[list[Open], Worth]:
        """Clear the emptiest sheet and some others, put their parts back in another order, and return the plan to go
        on from: a worse one now and then, the less so the later (annealing)."""
        chance, (sheets, worth) = self.chance, now
        area = [room.length * room.width for room in self.rooms]
        by_free = sorted(range(len(sheets)), key=lambda i: sheets[i].used / area[sheets[i].kind])
        many = min(len(sheets), chance.choice((1, 2, 2, 3, 3, 4)))
        cleared = set(by_free[:1]) if chance.random() < 0.5 else set()
        while len(cleared) < many:
            near_empty = by_free[min(len(sheets) - 1, int(chance.expovariate(0.5)))]
            cleared.add(chance.randrange(len(sheets)) if chance.random() < 0.6 else near_empty)
        loose = [spot[0] for i in cleared for spot in sheets[i].spots]
        kept = [sheet for i, sheet in enumerate(sheets) if i not in cleared]
        manner = (chance.randrange(SCORES), chance.randrange(SPLITS))
        made = self._try(self._order(loose), kept, manner, len(sheets))
        if made is None or made[1][0] > worth[0] + 1e-9:
            return now
        left = (until - time.monotonic()) / (SEARCH_SHARE * self.seconds)
        worse = made[1][1] - worth[1]
        cheaper = made[1][0] < worth[0] - 1e-9
        warm = WARM * max(0.0, left) * len(sheets)
        takes = cheaper or worse <= 0 or (warm > 0 and chance.random() < math.exp(-worse / warm))
        return made if takes else now

    def _order(self, loose: list[int]) -> list[int]:
        """Return parts the larger ones first, more or less."""
        chance, sizes = self.chance, self.sizes
        spread = chance.choice((0.0, 0.1, 0.3, 0.8))
        weigh = chance.choice(WEIGHTS)
        return sorted(loose, key=lambda i: -weigh(sizes[i]) * (1 + spread * (chance.random() - 0.5)))

    # ---- what comes of it

    def made(self, sheets: Sequence[Open]) -> tuple[CutSheet, ...]:
        """Return the plan in mm of the sheets, those of a kind together, the fullest first."""
        trim = self.saw.edge_trim
        made = sorted(sheets, key=lambda sheet: (self.kinds[sheet.kind], -sheet.used))
        return tuple(
            CutSheet(
                self.kinds[sheet.kind],
                tuple(Placed(part, x + trim, y + trim, turned) for part, x, y, turned in sheet.spots),
            )
            for sheet in made
        )
