"""Which cut pieces can come from one thing: sets of kinds of pieces, each as often as it is cut from it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import TYPE_CHECKING, NamedTuple

from narrow_cornice.features.region import Ring

if TYPE_CHECKING:
    import numpy as np

Set = tuple[int, ...]  # numbers of kinds, rising
Size = tuple[float, float]
NEAR = 0.011  # mm
MOST_SETS = 3_000
AS_MANY = (40, 6, 4, 3, 2)  # pieces of one thing, the fewer the more sets there are
MOST_EXACT = 120  # kinds, of which every set is looked at


class Kind(NamedTuple):
    """Cut pieces that are alike: the outlines in the measure of the thing, together (of a cell cut in two, both), how
    wide and tall the whole is, its area, and which pieces they are."""

    outlines: tuple[Ring, ...]
    size: Size
    area: float
    pieces: tuple[tuple[int, ...], ...]


class Together:
    """Whether kinds of pieces can be cut from one thing. ``ways`` are those in which one can lie in it (as it is, or
    turned by half a turn too)."""

    ways: tuple[int, ...] = (0,)

    def joins(self, chosen: Sequence[tuple[int, int]], kind: int, way: int) -> bool:
        """Return whether another kind comes off the thing that some come off already."""
        raise NotImplementedError


class InPlace(Together):
    """Pieces that keep their place in the thing: two come off it where their places are clear of one another."""

    def __init__(self, kinds: Sequence[Kind], thing: Size, kerf: float, *, turns: bool) -> None:
        self.ways = (0, 1) if turns else (0,)
        self._clear = [_clear(kinds, thing, kerf, turned) for turned in self.ways]

    def joins(self, chosen: Sequence[tuple[int, int]], kind: int, way: int) -> bool:
        """Return whether another kind comes off the thing that some come off already."""
        return all(self._clear[way ^ turned][one, kind] for one, turned in chosen)


def _clear(kinds: Sequence[Kind], thing: Size, kerf: float, turned: int) -> np.ndarray:
    """Return which kinds lie clear of which, the second of them ``turned`` or not."""
    import numpy as np
    import shapely

    wide, tall = thing
    shapes = np.array([_shape(kind.outlines) for kind in kinds], dtype=object)
    others = shapes
    if turned:
        about = [tuple(tuple((wide - x, tall - y) for x, y in ring) for ring in kind.outlines) for kind in kinds]
        others = np.array([_shape(rings) for rings in about], dtype=object)
    one, other = np.meshgrid(np.arange(len(kinds)), np.arange(len(kinds)), indexing="ij")
    if kerf > 0:
        apart: np.ndarray = shapely.distance(shapes[one], others[other]) >= kerf - NEAR
        return apart
    shrunk = shapely.buffer(shapes, -0.02, join_style="mitre")
    clear: np.ndarray = ~shapely.intersects(shrunk[one], shapely.buffer(others, -0.02, join_style="mitre")[other])
    return clear


def _shape(outlines: Sequence[Ring]) -> object:
    import shapely

    return shapely.union_all([shapely.Polygon(ring) for ring in outlines])


class Anywhere(Together):
    """Pieces that may be cut from anywhere of the thing, as boxes, in strips that are cut across: first along and then
    up, or the other way round. None is turned."""

    def __init__(self, kinds: Sequence[Kind], thing: Size, kerf: float) -> None:
        self._sizes = [kind.size for kind in kinds]
        self._thing, self._kerf = thing, kerf

    def joins(self, chosen: Sequence[tuple[int, int]], kind: int, way: int) -> bool:
        """Return whether another kind comes off the thing that some come off already."""
        sizes = [self._sizes[one] for one, _ in chosen] + [self._sizes[kind]]
        wide, tall = self._thing
        if sum(x * y for x, y in sizes) > wide * tall + NEAR:
            return False
        ordered = tuple(sorted(sizes, reverse=True))
        return _in_strips(ordered, wide, tall, self._kerf) or _in_strips(
            tuple(sorted(((y, x) for x, y in sizes), reverse=True)), tall, wide, self._kerf
        )


@lru_cache(maxsize=100_000)
def _in_strips(sizes: tuple[Size, ...], wide: float, tall: float, kerf: float) -> bool:
    """Return whether boxes go into upright strips side by side, each strip as wide as its widest box."""
    strips: list[list[float]] = []  # each its width and how much of its height is taken

    def go(number: int, used: float) -> bool:
        if number == len(sizes):
            return True
        x, y = sizes[number]
        seen = set()
        for strip in strips:  # boxes come widest first, so a strip is as wide as its first
            if strip[1] + kerf + y <= tall + NEAR and (state := (strip[0], strip[1])) not in seen:
                seen.add(state)
                former = strip[1]
                strip[1] += kerf + y
                if go(number + 1, used):
                    return True
                strip[1] = former
        more = used + x + (kerf if strips else 0.0)
        if more <= wide + NEAR and y <= tall + NEAR:
            strips.append([x, y])
            if go(number + 1, more):
                return True
            strips.pop()
        return False

    return go(0, 0.0)


def sets_of(kinds: Sequence[Kind], together: Together) -> tuple[list[Set], bool]:
    """Return the sets that one thing yields, and whether these are all there are.

    Where there are too many, sets of fewer pieces only.
    """
    for most in AS_MANY:
        sets = _sets(kinds, together, most)
        if sets is not None:
            return sets, most == AS_MANY[0]
    return [(kind,) for kind in range(len(kinds))], False


def _sets(kinds: Sequence[Kind], together: Together, most: int) -> list[Set] | None:
    """Return every set of up to so many pieces, None for too many."""
    found: dict[Set, None] = {}
    counts = [len(kind.pieces) for kind in kinds]
    stack: list[tuple[tuple[int, int], ...]] = [((kind, 0),) for kind in range(len(kinds))]
    while stack:
        chosen = stack.pop()
        found[tuple(kind for kind, _ in chosen)] = None
        if len(found) + len(stack) > MOST_SETS:
            return None
        if len(chosen) == most:
            continue
        last = chosen[-1]
        taken = sum(kind == last[0] for kind, _ in chosen)
        for kind in range(last[0] if taken < counts[last[0]] else last[0] + 1, len(kinds)):
            for way in together.ways:
                if (kind, way) >= last and together.joins(chosen, kind, way):
                    stack.append((*chosen, (kind, way)))
    return list(found)


def first_sets(kinds: Sequence[Kind], together: Together) -> list[Set]:
    """Return sets found one after the other, the largest pieces first, each into the first thing that still has it."""
    order = sorted(range(len(kinds)), key=lambda kind: -kinds[kind].area)
    open_sets: list[list[tuple[int, int]]] = []
    for kind in order:
        at = 0  # sets only fill, so what had no room for one of a kind has none for the next
        for _ in kinds[kind].pieces:
            while at < len(open_sets):
                mine = open_sets[at]
                way = next((way for way in together.ways if together.joins(mine, kind, way)), None)
                if way is not None:
                    mine.append((kind, way))
                    break
                at += 1
            else:
                open_sets.append([(kind, 0)])
    return [tuple(kind for kind, _ in mine) for mine in open_sets]
