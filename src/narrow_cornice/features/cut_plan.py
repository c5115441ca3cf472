"""How few things a field is cut from: an off-cut serves a second edge where it can.

With ``edges`` "kept" what is cut of a thing keeps its place in it, so that no cut edge comes to lie in a joint: two
pieces come from one where their places are clear of one another, the thing turned by half a turn where it has no
direction. With "any" a piece may be cut from anywhere of it as well. The fewest are found as the cheapest cover of all
pieces by sets that one thing yields (integer programme over these sets: exact where every set can be looked at); the
bound says how far off the answer can be.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from typing import Literal, NamedTuple

from narrow_cornice.features.cut_sets import MOST_EXACT, Anywhere, InPlace, Kind, Set, Together, first_sets, sets_of
from narrow_cornice.features.pieces import Piece

Edges = Literal["kept", "any"]
ALIKE = 0.05  # mm within which pieces are of one kind
SECONDS = 2.0
NO_GAP = 0.999  # of a thing, by which the search may stop short of the proof


class CutPlan(NamedTuple):
    """What is cut: the things that are used whole, and of each that is cut the pieces that come off it (by their place
    in the list); ``bound`` is what any plan takes of cut ones at least."""

    whole: int
    cut: tuple[tuple[int, ...], ...]
    bound: int

    @property
    def taken(self) -> int:
        """Return how many things it takes in all."""
        return self.whole + len(self.cut)


# Many parameters: the pieces, the thing they are cut from, and how.
def cut_plan(
    pieces: Sequence[Piece],
    thing: tuple[float, float],
    kerf: float = 0.0,
    edges: Edges = "kept",
    *,
    reuse: bool = True,
    turns: bool = True,
) -> CutPlan:
    """Return the plan with the fewest things.

    ``thing`` is how wide and tall one is, ``kerf`` what a cut takes, in mm. Without ``reuse`` every cell that is cut
    takes a thing of its own; ``turns`` says that a thing looks the same turned by half a turn.
    """
    whole = sum(piece.whole for piece in pieces)
    by_cell: dict[int, list[int]] = {}
    for number, piece in enumerate(pieces):
        if not piece.whole:
            by_cell.setdefault(piece.cell, []).append(number)
    cells = tuple(map(tuple, by_cell.values()))
    if not reuse:
        return CutPlan(whole, cells, len(cells))
    # where a piece may come from anywhere, the parts of a cell are cut apart too
    groups = cells if edges == "kept" else tuple((number,) for cell in cells for number in cell)
    kinds = _kinds(pieces, groups)
    ways: list[Together] = [InPlace(kinds, thing, kerf, turns=turns)]
    if edges == "any":
        ways.append(Anywhere(kinds, thing, kerf))
    taken, bound = _planned(kinds, ways, thing)
    return CutPlan(whole, _by_pieces(kinds, taken), min(bound, len(taken)))


def _kinds(pieces: Sequence[Piece], groups: Sequence[tuple[int, ...]]) -> list[Kind]:
    """Return cut pieces by kind, in groups that come from one cell."""
    import shapely

    found: dict[tuple[object, ...], list[tuple[int, ...]]] = {}
    for group in groups:
        outlines = tuple(pieces[number].in_itself for number in group)
        key = tuple(sorted(tuple(sorted((round(x / ALIKE), round(y / ALIKE)) for x, y in one)) for one in outlines))
        found.setdefault(key, []).append(group)
    made = []
    for mine in found.values():
        outlines = tuple(pieces[number].in_itself for number in mine[0])
        points = [point for ring in outlines for point in ring]
        xs, ys = zip(*points, strict=True)
        area = sum(float(shapely.Polygon(ring).area) for ring in outlines)
        made.append(Kind(outlines, (max(xs) - min(xs), max(ys) - min(ys)), area, tuple(mine)))
    return made


def _planned(kinds: Sequence[Kind], ways: Sequence[Together], thing: tuple[float, float]) -> tuple[list[Set], int]:
    """Return the sets to cut, and what any choice takes at least."""
    by_area = sum(kind.area * len(kind.pieces) for kind in kinds) / (thing[0] * thing[1])
    bound = math.ceil(by_area - 1e-6)
    best = min((first_sets(kinds, way) for way in ways), key=len)
    if len(kinds) > MOST_EXACT or len(best) <= bound:
        return best, bound
    found = [sets_of(kinds, way) for way in ways]
    every = {one for sets, _ in found for one in sets} | set(map(_rising, best))
    taken, proven = _fewest([len(kind.pieces) for kind in kinds], sorted(every))
    complete = all(whole for _, whole in found)
    return taken if len(taken) < len(best) else best, max(bound, proven) if complete else bound


def _rising(one: Set) -> Set:
    return tuple(sorted(one))


def _fewest(many: Sequence[int], sets: Sequence[Set]) -> tuple[list[Set], int]:
    """Return the fewest sets that hold every kind as often as there is of it, and what any choice takes at least."""
    import numpy as np
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import csr_array

    counted = [Counter(one) for one in sets]
    rows = [kind for one in counted for kind in one]
    columns = [number for number, one in enumerate(counted) for _ in one]
    values = [count for one in counted for count in one.values()]
    found = milp(
        np.ones(len(sets)),
        constraints=LinearConstraint(
            csr_array((values, (rows, columns)), shape=(len(many), len(sets))), lb=np.array(many, dtype=float)
        ),
        integrality=np.ones(len(sets)),
        bounds=Bounds(0, max(many)),
        options={"time_limit": SECONDS, "mip_rel_gap": NO_GAP / max(1, sum(many))},
    )
    if found.x is None:
        return [(kind,) for kind, count in enumerate(many) for _ in range(count)], 0
    taken: list[Set] = []
    wanted = list(many)
    for number, times in enumerate(np.round(found.x).astype(int)):
        for _ in range(times):
            kept = []
            for kind in sets[number]:
                if wanted[kind] > 0:
                    wanted[kind] -= 1
                    kept.append(kind)
            if kept:
                taken.append(tuple(kept))
    return taken, math.ceil(found.mip_dual_bound - 1e-6) if found.mip_dual_bound is not None else 0


def _by_pieces(kinds: Sequence[Kind], taken: Sequence[Set]) -> tuple[tuple[int, ...], ...]:
    """Return the sets by the pieces that are cut, each piece once."""
    waiting = [list(kind.pieces) for kind in kinds]
    return tuple(tuple(number for kind in one for number in waiting[kind].pop(0)) for one in taken)
