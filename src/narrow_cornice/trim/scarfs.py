"""Runs longer than the longest stock: where they are joined.

A scarf lies on a stud where one is known, at least 600 mm from a corner (the trade's habit), and the parts are as equal
as that allows, so that no short end is left to fix.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

FROM_CORNER = 600.0  # mm
NEAR = 1e-6


def scarf_places(length: float, longest: float, overlap: float, studs: Sequence[float] = ()) -> tuple[float, ...]:
    """Return the places of the joints along a run, in mm from its left end; none where it needs no joint.

    ``overlap`` is what each part gives to a joint; ``studs`` are places along the run. Where no choice of studs keeps
    every part short enough, joints lie where parts are equal.
    """
    if length <= longest + NEAR:
        return ()
    most = longest - overlap
    if most <= 0:
        raise ValueError("the stock is shorter than a joint")
    parts = math.ceil((length - overlap) / most - 1e-9)
    equal = [length * n / parts for n in range(1, parts)]
    if longest_part(length, equal, overlap) > longest + NEAR:  # what is cut is equal then, its overlap with it
        equal = [((length + (parts - 1) * overlap) / parts - overlap) * n for n in range(1, parts)]
    on_studs = sorted(one for one in studs if FROM_CORNER - NEAR <= one <= length - FROM_CORNER + NEAR)
    for count in (parts - 1, parts):
        wished = [length * n / (count + 1) for n in range(1, count + 1)]
        nearest = [_nearest(on_studs, place) for place in wished]
        best: tuple[float, tuple[float, ...]] | None = None
        for chosen in itertools.islice(itertools.product(*nearest), 4096):
            if list(chosen) == sorted(set(chosen)) and longest_part(length, chosen, overlap) <= longest + NEAR:
                off = sum(abs(stud - place) for stud, place in zip(chosen, wished, strict=True))
                if best is None or off < best[0]:
                    best = (off, tuple(chosen))
        if best is not None:
            return best[1]
    return tuple(equal)


def _nearest(studs: Sequence[float], place: float) -> list[float]:
    return sorted(studs, key=lambda stud: abs(stud - place))[:4]


def parts_of(length: float, joints: Sequence[float], overlap: float) -> tuple[float, ...]:
    """Return the lengths of the parts, from the left: each joint takes the overlap from the part on its left."""
    ends = [0.0, *joints, length]
    return tuple(
        b - a + (overlap if number < len(joints) else 0.0) for number, (a, b) in enumerate(itertools.pairwise(ends))
    )


def longest_part(length: float, joints: Sequence[float], overlap: float) -> float:
    """Return the longest part of a joined run."""
    return max(parts_of(length, joints, overlap))
