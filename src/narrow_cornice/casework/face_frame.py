"""A face frame of timber before a carcass: stiles before its uprights, rails between them over and under each opening.

A stile is flush with the outside of the run at its ends, and stands in the middle of what it covers elsewhere; of two
carcasses side by side each has half of one. A rail is flush with the top of the board that it covers, so that nothing
catches on it, and reaches down before the opening below.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from narrow_cornice.casework.parts import Kind, Part
from narrow_cornice.casework.wishes import Stuff
from narrow_cornice.units.told import Told

LEAST_OPENING = 50.0
ROUND = 0.5  # of the width of an opening an arch rises at most: half a circle
FLAT = 1 / 3  # of its height


class Hole(NamedTuple):
    """An opening in a frame: its bay, its compartment (for the rail over it), from where to where it is clear each way,
    up to which height the rail over it reaches, and how far an arch rises in it."""

    bay: str
    compartment: str
    across: tuple[float, float]
    low: float
    high: float
    over: float
    rise: float = 0.0


def stiles_of(
    uprights: Sequence[tuple[float, float]], stuff: Stuff, outer: tuple[bool, bool]
) -> list[tuple[float, float]]:
    """Return from where to where the stiles reach that stand before uprights (x and thickness of each)."""
    wide = stuff.frame[0]
    made = []
    for number, (x, thick) in enumerate(uprights):
        if number == 0:
            made.append((x, x + max(wide if outer[0] else wide / 2, thick)))
        elif number == len(uprights) - 1:
            made.append((x + thick - max(wide if outer[1] else wide / 2, thick), x + thick))
        else:
            half = max(wide, thick) / 2
            made.append((x + thick / 2 - half, x + thick / 2 + half))
    return made


def rise_of(across: tuple[float, float], tall: float) -> float:
    """Return how far an arch rises over an opening: half a circle, or flatter where that would take too much of its
    height."""
    return min(ROUND * (across[1] - across[0]), FLAT * tall)


def fault_of(holes: Sequence[Hole]) -> str:
    """Return what is wrong with the openings that a frame leaves, empty for nothing."""
    least = min((min(one.high - one.low, one.across[1] - one.across[0]) for one in holes), default=LEAST_OPENING)
    return Told("The face frame leaves an opening of ", max(0.0, least), ".") if least < LEAST_OPENING else ""


# Many parameters: where a frame stands.
def frame_of(
    stiles: Sequence[tuple[float, float]],
    holes: Sequence[Hole],
    z: tuple[float, float],
    y: float,
    carcass: int,
    thick: float,
) -> Iterator[Part]:
    """Yield the stiles and rails before a carcass; ``z`` is from where to where its stiles reach, ``y`` where its front
    edges are."""
    tall = z[1] - z[0]
    for left, right in stiles:
        box = (left, y, z[0], right - left, thick, tall)
        yield Part("stile", carcass, "", box, tall, right - left, thick)
    seen: set[str] = set()
    for one in holes:
        left, right = one.across
        if one.bay not in seen:  # the lowest of its bay
            seen.add(one.bay)
            box = (left, y, z[0], right - left, thick, one.low - z[0])
            yield Part("frame rail", carcass, one.bay, box, right - left, one.low - z[0], thick)
        wide = one.over - one.high + one.rise
        box = (left, y, one.high - one.rise, right - left, thick, wide)
        kind: Kind = "arched rail" if one.rise else "frame rail"
        yield Part(kind, carcass, one.bay, box, right - left, wide, thick, 0.0, one.compartment, curve=one.rise)
