"""Boards: equal courses over a width, battens over their joints, ends staggered by rule, blocks of chevron.

Staggered ends: no joint within 300 mm (house rule) of the one beside it, and no end piece shorter than that.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.explained.figures import explained
from narrow_cornice.features.region import FieldError

NEAR = 1e-6
MOST_ROWS = 2_000


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
        raise FieldError(f"Boards that show {shows:g} mm cannot lie over {width:g} mm.", where="shows")
    whole = math.floor(width / shows + 1e-9)
    rest = width - whole * shows
    if rest <= NEAR:
        return Courses(whole, 0.0, 0.0)
    if whole == 0:
        return Courses(0, width, 0.0)
    if rest / 2 < shows / 2 - NEAR:  # a whole one less, parted to both ends
        return Courses(whole - 1, (rest + shows) / 2, (rest + shows) / 2)
    return Courses(whole, rest / 2, rest / 2)


@explained("board shows", "mm", "width ÷ boards")
def equal_shows(width: float, boards: float) -> float:
    """Return what is seen of each board when so many share a width alike."""
    return width / boards


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


class Staggered(NamedTuple):
    """Rows of boards with their joints: of each row where its boards end (from its left end, the last one's not), how
    many boards are bought, and the fewest that any plan takes."""

    joints: tuple[tuple[float, ...], ...]
    boards: int
    bound: int


def staggered(rows: Sequence[float], board: float, kerf: float, apart: float) -> Staggered:
    """Return rows of boards of one length whose joints lie apart from those of the row before, with few boards bought.

    ``rows`` are the lengths of the rows, ``board`` that of a board, ``kerf`` what a cut takes, ``apart`` how far joints
    keep from one another, which is also the shortest end. Each row begins with what was left of another or with a new
    board, whichever lets the fewest be bought in all (search over the rows, the few best kept at each). Raises
    FieldError.
    """
    if not (board > 2 * apart and kerf >= 0):
        raise FieldError(f"Boards of {board:g} mm are too short to stagger by {apart:g}.", where="length")
    if len(rows) > MOST_ROWS:
        raise FieldError(f"More than {MOST_ROWS} rows of boards.", where="shows", remedy="Is the unit right?")
    states: list[tuple[int, tuple[float, ...], tuple[tuple[float, ...], ...]]] = [(0, (), ())]
    for length in rows:
        grown = []
        for bought, left, done in states:
            before = done[-1] if done else ()
            for first, from_left in _begins(length, board, left, apart):
                joints = _joints(length, board, first)
                if not _good(joints, before, length, board, apart):
                    continue
                grown.append(_after(bought, left, done, joints, length, board, kerf, apart, from_left))
        if not grown:
            raise FieldError(
                f"A row of {length:g} mm cannot be staggered by {apart:g} with boards of {board:g}.", where="length"
            )
        # the fewest bought first, then the most that is left and of use
        states = sorted(_best(grown), key=lambda one: (one[0], -sum(one[1])))[:60]
    bought, _, done = states[0]
    return Staggered(done, bought, max(0, math.ceil(sum(rows) / board - 1e-9)))


def _begins(length: float, board: float, left: Sequence[float], apart: float) -> list[tuple[float, float | None]]:
    """Return how long the first board of a row may be, and of which left-over it is cut (None: a new board)."""
    if length <= board + NEAR:
        over = [(length, one) for one in sorted(left) if one >= length - NEAR][:1]
        return [*over, (length, None)]
    ways: list[tuple[float, float | None]] = [(one, one) for one in left if one >= apart]
    ways += [(max(apart, one - apart), one) for one in left if one >= 2 * apart]
    rest = length % board
    for first in (board, board * 2 / 3, board / 3, board / 2, rest, apart, rest - apart, (rest + board) / 2):
        if apart - NEAR <= first <= board + NEAR:
            ways.append((first, None))
    return ways


def _joints(length: float, board: float, first: float) -> tuple[float, ...]:
    joints, at = [], first
    while at < length - NEAR:
        joints.append(at)
        at += board
    return tuple(joints)


def _good(joints: Sequence[float], before: Sequence[float], length: float, board: float, apart: float) -> bool:
    """Return whether joints keep apart from those of the row before, and ends are long enough."""
    if joints and length - joints[-1] < min(apart, length) - NEAR:
        return False
    if len(joints) > 1 and board < apart:
        return False
    return all(abs(one - other) >= apart - NEAR for one in joints for other in before)


# Many parameters: what was done so far, and the row that comes.
def _after(
    bought: int,
    left: tuple[float, ...],
    done: tuple[tuple[float, ...], ...],
    joints: tuple[float, ...],
    length: float,
    board: float,
    kerf: float,
    apart: float,
    from_left: float | None,
) -> tuple[int, tuple[float, ...], tuple[tuple[float, ...], ...]]:
    """Return what is bought and left after a row is cut: its first board from where it was said, its last from the
    shortest left-over that holds it."""
    rest = list(left)
    ends = [joints[0] if joints else length]
    if joints:
        ends.append(length - joints[-1])
    bought += max(0, len(joints) - 1)
    for number, size in enumerate(ends):
        source = from_left if number == 0 else min((one for one in rest if one >= size - NEAR), default=None)
        if source is None:
            bought += 1
            source = board
        else:
            rest.remove(source)
        off = source - size - kerf
        if off >= apart - NEAR:
            rest.append(round(off, 3))
    return bought, tuple(sorted(rest, reverse=True)[:8]), (*done, joints)


def _best(
    grown: Sequence[tuple[int, tuple[float, ...], tuple[tuple[float, ...], ...]]],
) -> list[tuple[int, tuple[float, ...], tuple[tuple[float, ...], ...]]]:
    """Return of the ways that end alike (the last joints and what is left) the one that bought the fewest."""
    kept: dict[tuple[object, ...], tuple[int, tuple[float, ...], tuple[tuple[float, ...], ...]]] = {}
    for one in grown:
        key = (one[1], one[2][-1])
        if key not in kept or one[0] < kept[key][0]:
            kept[key] = one
    return list(kept.values())


@explained("mitre of the ends", "°", "angle")
def chevron_cut(angle: float) -> float:
    """Return the saw's setting from square for the ends of chevron blocks: their ends stand upright, so it is the angle
    of the blocks to the level."""
    return angle


@explained("column", "mm", "(block − width × tan(angle)) × cos(angle)")
def chevron_column(block: float, width: float, angle: float) -> float:
    """Return how wide a column of chevron is that blocks of a length and a width make at an angle."""
    return (block - width * math.tan(math.radians(angle))) * math.cos(math.radians(angle))
