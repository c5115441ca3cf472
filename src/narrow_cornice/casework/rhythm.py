"""Bays by rule: how wide each is so that a run has a rhythm, or falls in with what is on its wall.

A rule says the widths of some bays and leaves the others (None) to share what is left, so that the run goes on fitting
its place when that is read anew.
"""

from __future__ import annotations

from collections.abc import Sequence

Widths = tuple[float | None, ...]
LEAST = 150.0  # mm of a bay that a rule makes


def equal(bays: int) -> Widths:
    """Return bays that are all alike."""
    return (None,) * bays


def narrow_and_wide(inner: float, bays: int, ratio: float) -> Widths | None:
    """Return bays that are narrow and wide by turns, a narrow one at each end where there is an odd number: a wide one
    is ``ratio`` times a narrow one, all together ``inner`` wide. None for fewer than three."""
    if bays < 3:
        return None
    many = (bays + 1) // 2
    narrow = inner / (many + (bays - many) * ratio)
    return tuple(round(narrow, 1) if at % 2 == 0 else None for at in range(bays)) if narrow >= LEAST else None


def widest_in_the_middle(inner: float, bays: int, ratio: float) -> Widths | None:
    """Return bays that grow towards the middle, each ``ratio`` times the one beside it. None for fewer than three."""
    if bays < 3:
        return None
    steps = [min(at, bays - 1 - at) for at in range(bays)]
    first = inner / sum(ratio**step for step in steps)
    middle = max(steps)
    widths = tuple(None if step == middle else round(first * ratio**step, 1) for step in steps)
    return widths if first >= LEAST else None


def about(inner: float, middle: float, boards: Sequence[float]) -> Widths | None:
    """Return bays that lie alike on both sides of a place ``middle`` mm from the left inside: the middle one of an
    odd number stands under it, a divider of an even number. On the shorter side they are as wide as it allows, and
    what is over on the longer one goes to the bay at its end. ``boards`` is how thick each divider is, from the
    left. None where that makes one too narrow."""
    bays, at_left = len(boards) + 1, middle <= inner - middle
    half, mine = (middle, list(boards)) if at_left else (inner - middle, list(reversed(boards)))
    beside = bays // 2
    if bays < 2:
        return None
    if bays % 2:
        each = (half - sum(mine[:beside])) / (beside + 0.5)
    else:
        each = (half - sum(mine[: beside - 1]) - mine[beside - 1] / 2) / beside
    if each < LEAST:
        return None
    widths: list[float | None] = [round(each, 1)] * bays
    widths[-1 if at_left else 0] = None
    return tuple(widths)


def divided_at(inner: float, places: Sequence[float], boards: Sequence[float]) -> Widths | None:
    """Return bays whose dividers stand on places (their middles, in mm from the left inside), as many of them as there
    are ``boards``, by how thick each is: those that come nearest to equal bays. None where there are too few of them,
    or bays too narrow."""
    bays = len(boards) + 1
    free = sorted(place for place in places if LEAST < place < inner - LEAST)
    chosen: list[float] = []
    for number in range(1, bays):
        rest = [place for place in free if not chosen or place > chosen[-1] + LEAST + boards[number - 2]]
        if not rest:
            return None
        chosen.append(min(rest, key=lambda place, want=inner * number / bays: abs(place - want)))  # type: ignore[misc]
    lefts = [0.0, *(place + board / 2 for place, board in zip(chosen, boards, strict=True))]
    rights = [*(place - board / 2 for place, board in zip(chosen, boards, strict=True)), inner]
    widths = [right - left for left, right in zip(lefts, rights, strict=True)]
    return (*(round(wide, 1) for wide in widths[:-1]), None) if min(widths) >= LEAST else None
