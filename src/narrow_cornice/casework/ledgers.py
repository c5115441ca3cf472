"""What carries a worktop where no carcass stands under it: ledgers along the walls, and a gable at an end that is free
or between two bays.

A bay that is open for knees lies on the carcasses beside it; at a wall its worktop lies on a ledger there, and behind
it on one along the back wall, so that it may stand in a corner or between two walls with no carcass at all.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import accumulate

from narrow_cornice.casework.parts import Part
from narrow_cornice.casework.wishes import Bay, Space, Stuff

LEDGER = 45.0  # mm: a square batten


def gables_of(space: Space, bays: Sequence[Bay]) -> tuple[bool, bool]:
    """Return whether a gable carries the worktop at the left and at the right: where it ends free over a bay that is
    open for knees."""
    return bays[0].for_knees and not space.left, bays[-1].for_knees and not space.right


def parted_by_gables(groups: Sequence[int]) -> list[bool]:
    """Return of each group of bays whether a gable stands at its right: between two that are open for knees."""
    return [one < 0 and other < 0 for one, other in zip(groups, [*groups[1:], 1], strict=True)]


def stretches(groups: Sequence[int], widths: Sequence[float], begin: float, board: float) -> list[tuple[float, float]]:
    """Return from where to where each group of bays stands: a carcass with its sides, or a bay open for knees."""
    at, first, made = begin, 0, []
    for many, parted in zip(groups, parted_by_gables(groups), strict=True):
        count = abs(many)
        wide = sum(widths[first : first + count]) + (board * (many + 1) if many > 0 else 0.0)
        made.append((at, at + wide))
        at, first = at + wide + (board if parted else 0.0), first + count
    return made


def plinths(groups: Sequence[int], stands: Sequence[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """Yield the stretches that carcasses stand on beside one another: room for knees has no plinth before it."""
    begin: float | None = None
    for many, (left, right) in zip(groups, stands, strict=True):
        if many > 0:
            begin = left if begin is None else begin
            end = right
        elif begin is not None:
            yield begin, end
            begin = None
    if begin is not None:
        yield begin, end


def carried(
    space: Space,
    stuff: Stuff,
    bays: Sequence[Bay],
    groups: Sequence[int],
    stands: Sequence[tuple[float, float]],
    top: float,
    depth: float,
) -> Iterator[Part]:
    """Yield the ledgers and gables under a worktop whose lower face is at ``top``."""
    firsts = [0, *accumulate(abs(many) for many in groups)]
    gables = gables_of(space, bays)
    for number, (many, (left, right)) in enumerate(zip(groups, stands, strict=True)):
        if many > 0:
            continue
        bay = bays[firsts[number]].id
        walls = (number == 0 and space.left, number == len(groups) - 1 and space.right)
        yield _ledger(bay, (left, 0.0, top - LEDGER, right - left, LEDGER, LEDGER), right - left)
        for there, x in zip(walls, (left, right - LEDGER), strict=True):
            if there:
                long = depth - LEDGER
                yield _ledger(bay, (x, LEDGER, top - LEDGER, LEDGER, long, LEDGER), long)
    between = [right for (_, right), parted in zip(stands, parted_by_gables(groups), strict=True) if parted]
    ends = zip(gables, (stands[0][0] - stuff.board, stands[-1][1]), strict=True)
    for x in sorted([*between, *(x for there, x in ends if there)]):
        box = (x, 0.0, 0.0, stuff.board, depth, top)
        yield Part("gable", -1, "", box, top, depth, stuff.board, 2 * top + depth)


def _ledger(bay: str, box: tuple[float, float, float, float, float, float], long: float) -> Part:
    return Part("ledger", -1, bay, box, long, LEDGER, LEDGER)
