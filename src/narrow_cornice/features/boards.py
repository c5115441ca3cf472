"""Boards: equal courses over a width, battens over their joints, ends staggered by rule, blocks of chevron.

Staggered ends: no joint within 300 mm (house rule) of the one beside it, and no end piece shorter than that.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.explained.figures import explained
from narrow_cornice.features.region import FieldError
from narrow_cornice.units.told import Told

NEAR = 1e-6
MOST_ROWS = 2_000
KEPT = 60  # ways that are gone on with


class Courses(NamedTuple):
    """Courses of boards over a width: whole ones, and the cut one at the beginning and at the end (nought for none), in
    mm of what is seen of each."""

    whole: int
    first: float
    last: float

    @property
    def boards(self) -> int:
        """Return how many boards lie beside one another."""
        return self.whole + (self.first > NEAR) + (self.last > NEAR)


def centred_courses(width: float, shows: float) -> Courses:
    """Return courses over a width, both ends alike and no end under half a board; ``shows`` is what is seen of a whole
    one. Raises FieldError."""
    if not (width > 0 and shows > 0):
        raise FieldError(Told("Boards that show ", shows, " cannot lie over ", width, "."), where="shows")
    whole = math.floor(width / shows + 1e-9)
    rest = width - whole * shows
    if rest <= NEAR:
        return Courses(whole, 0.0, 0.0)
    if whole == 0:
        return Courses(0, width, 0.0)
    if rest / 2 < shows / 2 - NEAR:  # a whole one less, parted to both ends
        return Courses(whole - 1, (rest + shows) / 2, (rest + shows) / 2)
    return Courses(whole, rest / 2, rest / 2)


def equal_boards(width: float, widest: float) -> int:
    """Return the fewest equal boards over a width of which none shows more than the widest does."""
    return max(1, math.ceil(width / widest - 1e-9))


class Battens(NamedTuple):
    """Battens over the joints of equal boards: how many boards, what each shows, and where the battens' middles are."""

    boards: int
    shows: float
    middles: tuple[float, ...]


def board_and_batten(
    width: float, board: float, batten: float, keep_off: Sequence[tuple[float, float]]
) -> tuple[Battens, int]:
    """Return equal boards no wider than a board is, with as few battens as can be on what they should keep off (from
    where to where along the width), and how many do lie on it.

    Up to twice as many boards as needed are looked at, of those that do as well the fewest.
    """
    fewest = equal_boards(width, board)
    best: tuple[Battens, int] | None = None
    for boards in range(fewest, 2 * fewest + 2):
        shows = width / boards
        if shows <= batten + NEAR and boards > fewest:
            break
        middles = tuple(n * shows for n in range(1, boards))
        on = sum(any(m - batten / 2 < high and m + batten / 2 > low for low, high in keep_off) for m in middles)
        if best is None or on < best[1]:
            best = (Battens(boards, shows, middles), on)
    assert best is not None  # the first count is always looked at
    return best


class Stretch(NamedTuple):
    """A part of a row of boards: the number of its row, where it begins along it and how long it is, in mm."""

    row: int
    begin: float
    length: float


class Staggered(NamedTuple):
    """Stretches of boards with their joints: of each where its boards end (the last one's not), how many boards are
    bought, and the fewest that any plan takes."""

    joints: tuple[tuple[float, ...], ...]
    boards: int
    bound: int


class _Way(NamedTuple):
    """How the stretches up to one are laid: boards bought, what is left of them, and the joints of each stretch."""

    bought: int
    left: tuple[float, ...]
    joints: tuple[tuple[float, ...], ...]


class _Stuff(NamedTuple):
    board: float
    kerf: float
    apart: float


def staggered(stretches: Sequence[Stretch], board: float, kerf: float, apart: float) -> Staggered:
    """Return rows of boards of one length whose joints lie apart from those of the row before, with few boards bought.

    ``stretches`` come row by row, ``board`` is the length of a board, ``kerf`` what a cut takes, ``apart`` how far
    joints keep from one another, which is also the shortest end. Each begins with what was left of another or with a
    new board, whichever lets the fewest be bought in all (search over the stretches, the best sixty ways kept at each).
    Raises FieldError.
    """
    if not (board > 2 * apart and kerf >= 0):
        raise FieldError(Told("Boards of ", board, " are too short to stagger by ", apart, "."), where="length")
    if len(stretches) > MOST_ROWS:
        raise FieldError(f"More than {MOST_ROWS} rows of boards.", where="shows", remedy="Is the unit right?")
    stuff, ways = _Stuff(board, kerf, apart), [_Way(0, (), ())]
    for number, stretch in enumerate(stretches):
        beside = [n for n in range(number) if stretches[n].row == stretch.row - 1]
        grown = []
        for way in ways:
            before = [joint for n in beside for joint in way.joints[n]]
            for first, from_left in _begins(stretch.length, way.left, stuff):
                joints = _joints(stretch, board, first)
                if _good(joints, before, stretch, apart):
                    grown.append(_after(way, joints, stretch, stuff, from_left))
        if not grown:
            raise FieldError(
                Told("A row of ", stretch.length, " cannot be staggered by ", apart, " with boards of ", board, "."),
                where="length",
                remedy="Take longer boards.",
            )
        # the fewest bought first, then the most that is left and of use
        ways = sorted(_best(grown), key=lambda one: (one.bought, -sum(one.left)))[:KEPT]
    bound = math.ceil(sum(one.length for one in stretches) / board - 1e-9)
    return Staggered(ways[0].joints, ways[0].bought, max(0, bound))


def _begins(length: float, left: Sequence[float], stuff: _Stuff) -> list[tuple[float, float | None]]:
    """Return how long the first board of a stretch may be, and of which left-over it is cut (None: a new board)."""
    board, _, apart = stuff
    if length <= board + NEAR:
        over = [(length, one) for one in sorted(left) if one >= length - NEAR][:1]
        return [*over, (length, None)]
    found: list[tuple[float, float | None]] = [(one, one) for one in left if one >= apart]
    found += [(max(apart, one - apart), one) for one in left if one >= 2 * apart]
    rest = length % board
    for first in (board, board * 2 / 3, board / 3, board / 2, rest, apart, rest - apart, (rest + board) / 2):
        if apart - NEAR <= first <= board + NEAR:
            found.append((first, None))
    return found


def _joints(stretch: Stretch, board: float, first: float) -> tuple[float, ...]:
    joints, at = [], first
    while at < stretch.length - NEAR:
        joints.append(stretch.begin + at)
        at += board
    return tuple(joints)


def _good(joints: Sequence[float], before: Sequence[float], stretch: Stretch, apart: float) -> bool:
    """Return whether joints keep apart from those of the row before, and ends are long enough."""
    if joints and stretch.begin + stretch.length - joints[-1] < apart - NEAR:
        return False
    return all(abs(one - other) >= apart - NEAR for one in joints for other in before)


def _after(way: _Way, joints: tuple[float, ...], stretch: Stretch, stuff: _Stuff, from_left: float | None) -> _Way:
    """Return what is bought and left after a stretch is cut: its first board from where it was said, its last from the
    shortest left-over that holds it."""
    rest, bought = list(way.left), way.bought + max(0, len(joints) - 1)
    ends = [(joints[0] - stretch.begin if joints else stretch.length, from_left)]
    if joints:
        last = stretch.begin + stretch.length - joints[-1]
        kept = [one for one in rest if one != from_left] if rest.count(from_left or 0.0) == 1 else rest
        ends.append((last, min((one for one in kept if one >= last - NEAR), default=None)))
    for size, source in ends:
        if source is None:
            bought += 1
        else:
            rest.remove(source)
        off = (source or stuff.board) - size - stuff.kerf
        if off >= stuff.apart - NEAR:
            rest.append(round(off, 3))
    return _Way(bought, tuple(sorted(rest, reverse=True)[:8]), (*way.joints, joints))


def _best(grown: Sequence[_Way]) -> list[_Way]:
    """Return of the ways that end alike (the last joints and what is left) the one that bought the fewest."""
    kept: dict[tuple[object, ...], _Way] = {}
    for one in grown:
        key = (one.left, one.joints[-1])
        if key not in kept or one.bought < kept[key].bought:
            kept[key] = one
    return list(kept.values())


@explained("column", "mm", "(block − width × tan(angle)) × cos(angle)")
def chevron_column(block: float, width: float, angle: float) -> float:
    """Return how wide a column of chevron is that blocks of a length and a width make at an angle."""
    return (block - width * math.tan(math.radians(angle))) * math.cos(math.radians(angle))


class Rip(NamedTuple):
    """A board that is ripped to less than its width: how long and how wide what hangs is, and whether it keeps the edge
    at its lower or left side (it lost the other)."""

    long: float
    wide: float
    keeps_low: bool


def ripped_together(rips: Sequence[Rip], board: float, kerf: float) -> tuple[tuple[int, int], ...]:
    """Return which strips come two out of one board's width, by their number: each pair is of one that keeps the one
    edge and one that keeps the other, with a saw cut between. The pairs save the greatest length there is to save
    (assignment)."""
    import numpy as np
    from scipy.optimize import linear_sum_assignment

    low = [number for number, rip in enumerate(rips) if rip.keeps_low]
    high = [number for number, rip in enumerate(rips) if not rip.keeps_low]
    if not low or not high:
        return ()
    saved = np.array(
        [
            [
                min(rips[a].long, rips[b].long) if rips[a].wide + rips[b].wide + kerf <= board + NEAR else 0.0
                for b in high
            ]
            for a in low
        ]
    )
    rows, columns = linear_sum_assignment(saved, maximize=True)
    return tuple((low[a], high[b]) for a, b in zip(rows, columns, strict=True) if saved[a, b] > 0)
