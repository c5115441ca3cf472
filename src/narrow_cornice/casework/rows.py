"""Where a run is parted: into carcasses side by side, and into rows of them where it is taller than a sheet is long."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import accumulate, combinations, pairwise

from msgspec.structs import replace

from narrow_cornice.casework.wishes import Bay, Compartment, Stuff

MOST_TRIED = 12  # bays whose every parting is tried
LEAST_ON_TOP = 380.0  # mm a row of carcasses is high at least: lower ones hold nothing that stands
A_CUT = 5.0  # mm lost at most between two parts of a sheet
WORTH_IT = 0.9  # of what rows that are alike take of sheets


def parted(widths: Sequence[float], widest: float) -> list[int]:
    """Return how many bays each carcass of a run has: as few carcasses as are no wider than ``widest``, as alike as may
    be; the same from both ends where the bays are, with one carcass more if it must be."""
    many = len(widths)
    if many == 0:
        return []
    mirrored = all(abs(one - other) < 0.5 for one, other in zip(widths, reversed(widths), strict=True))
    least = _fewest(widths, widest)
    for carcasses in (least, min(many, least + 1)) if mirrored and many <= MOST_TRIED else ():
        even = [one for one in _ways(widths, carcasses, widest) if one == one[::-1]]
        if even:
            return min(even, key=lambda way: _unlike(widths, way))
    if many <= MOST_TRIED:
        return min(_ways(widths, least, widest) or [[1] * many], key=lambda way: _unlike(widths, way))
    each, more = divmod(many, least)
    return [each + (number < more) for number in range(least)]


def _fewest(widths: Sequence[float], widest: float) -> int:
    """Return into how few carcasses bays can be put; one that is wider than the widest stands alone."""
    carcasses, wide = 1, 0.0
    for one in widths:
        if wide and wide + one > widest + 1e-9:
            carcasses, wide = carcasses + 1, 0.0
        wide += one
    return carcasses


def _ways(widths: Sequence[float], carcasses: int, widest: float) -> list[list[int]]:
    """Return every way to put bays into so many carcasses, none wider than the widest but for a bay alone."""
    made = []
    for cuts in combinations(range(1, len(widths)), carcasses - 1):
        edges = (0, *cuts, len(widths))
        way = [after - before for before, after in pairwise(edges)]
        if all(
            count == 1 or sum(widths[before : before + count]) <= widest + 1e-9
            for before, count in zip(edges, way, strict=False)
        ):
            made.append(way)
    return made


def _unlike(widths: Sequence[float], way: Sequence[int]) -> float:
    """Return how unlike carcasses are, as the sum of the squares of their widths."""
    at, total = 0, 0.0
    for count in way:
        total += sum(widths[at : at + count]) ** 2
        at += count
    return total


def groups_of(span: float, bays: Sequence[Bay], widest: float) -> list[int]:
    """Return the run from the left as carcasses of so many bays, and -1 for each bay that is open to the floor."""
    said = sum(bay.width for bay in bays if bay.width is not None)
    free = sum(bay.width is None for bay in bays)
    share = max(0.0, span - said) / free if free else 0.0
    groups: list[int] = []
    first = 0
    while first < len(bays):
        if bays[first].for_knees:
            groups.append(-1)
            first += 1
            continue
        many = next((at for at in range(first, len(bays)) if bays[at].for_knees), len(bays)) - first
        widths = [share if bay.width is None else bay.width for bay in bays[first : first + many]]
        groups += parted(widths, widest)
        first += many
    return groups


def levels_of(floor: float, top: float, bays: Sequence[Bay], stuff: Stuff) -> tuple[tuple[float, float], ...]:
    """Return between which heights carcasses stand, from the floor up: one where it can be cut from a sheet. Where
    bays have a compartment of a said height below others, the lowest are a row of their own then, and the rows above
    are alike; else they are parted by what a sheet gives."""
    tall = top - floor
    if tall <= stuff.longest:
        return ((floor, top),)
    lowest = [bay.compartments[0].height for bay in bays if len(bay.compartments) > 1]
    said = [height for height in lowest if height is not None]
    low = min(max(said) + 2 * stuff.board, stuff.longest, tall / 2) if said else 0.0
    rows = math.ceil((tall - low) / stuff.longest - 1e-9)
    heights = _alike(tall - low, rows) if lowest else _rows_of_sheets(tall, rows, stuff.longest)
    edges = list(accumulate([*([low] if said else []), *heights], initial=floor))
    return tuple(pairwise(edges))


def _alike(tall: float, rows: int) -> list[float]:
    return [tall / rows] * rows


def _rows_of_sheets(tall: float, rows: int, longest: float) -> list[float]:
    """Return the heights of rows from the floor up: all alike, or with a low row on top of which a sheet's length
    gives several, where that takes at least a tenth less of it (two rows of little more than half a sheet leave
    nearly half of every sheet)."""

    def taken(heights: Sequence[float]) -> float:
        return sum(longest / math.floor((longest + A_CUT) / (one + A_CUT) + 1e-9) for one in heights)

    alike = _alike(tall, rows)
    tops = [(longest + A_CUT) / many - A_CUT for many in range(2, 1 + math.floor(longest / LEAST_ON_TOP))]
    ways = [[*_alike(tall - one, rows - 1), one] for one in tops if (tall - one) / (rows - 1) <= longest]
    best = min(ways, key=taken, default=alike)
    return best if taken(best) <= WORTH_IT * taken(alike) else alike


def on_level(bay: Bay, level: int, between: Sequence[tuple[float, float]]) -> Bay:
    """Return what is wished of a bay on one row of carcasses, of rows ``between`` these heights: what stands on another
    is a shelf already."""
    tall, levels = [top - floor for floor, top in between], len(between)
    if levels == 1:
        return bay
    mine = bay.compartments
    if len(mine) == 1:
        return replace(bay, compartments=(_share(_begun(mine, 0), level, tall),))
    if level == 0:
        return replace(bay, compartments=(replace(_begun(mine, 0), height=None),))
    rows, row, first = levels - 1, level - 1, level  # the lowest has a row of its own; the others share the rest
    if len(mine) - 1 <= rows:
        last = len(mine) - 1
        one = replace(_begun(mine, first), height=None) if first < last else None
        return replace(bay, compartments=(one or _share(_begun(mine, last), first - last, tall[last:]),))
    there = (_begun(mine, first), *(mine[first + 1 :] if row == rows - 1 else ()))
    if all(one.height is not None for one in there):
        there = (*there[:-1], replace(there[-1], height=None))
    return replace(bay, compartments=there)


def _begun(compartments: Sequence[Compartment], at: int) -> Compartment:
    """Return a compartment that a row begins with: a front that goes on over it from below begins anew there."""
    one = compartments[at]
    if one.front != "as below":
        return one
    under = next((other for other in reversed(compartments[:at]) if other.front != "as below"), None)
    return _front_of(one, under) if under is not None else replace(one, front="open")


def _front_of(one: Compartment, under: Compartment) -> Compartment:
    """Return a compartment with the front of another."""
    return replace(one, front=under.front, face=under.face, hinge=under.hinge, panel=under.panel)


def _share(one: Compartment, row: int, tall: Sequence[float]) -> Compartment:
    """Return what one of several rows has of a compartment that goes over all of them, by how tall these are."""
    rows = len(tall)
    if rows == 1:
        return replace(one, height=None)
    if one.holds == "shelves":  # as far apart in each; what is between two rows is a shelf already
        return replace(one, count=_by_height(max(rows, one.count + 1), tall)[row] - 1, height=None, heights=())
    if one.holds in ("drawers", "trays", "pull-out", "cubbies"):
        return replace(one, count=_by_height(max(rows, one.count), tall)[row], height=None)
    if one.holds == "rail":  # the tallest rows have them, of equals the highest
        first = sorted(range(rows), key=lambda at: (-round(tall[at]), -at))
        each, more = divmod(one.count, rows)
        many = each + (first.index(row) < more)
        return replace(one, count=many, height=None) if many else replace(one, holds="nothing", height=None)
    return replace(one, height=None)


def _by_height(many: int, tall: Sequence[float]) -> list[int]:
    """Return how many of some spaces each of several rows has: at least one, so that they are as tall as may be alike;
    of equals the lower rows have more."""
    shares = [1] * len(tall)
    for _ in range(many - len(tall)):
        most = max(range(len(tall)), key=lambda at: (round(tall[at] / shares[at], 6), -at))
        shares[most] += 1
    return shares


def pieces(whole: float, longest: float) -> list[tuple[float, float]]:
    """Return where the pieces of a strip begin and how long they are: as few as can be cut, all alike."""
    many = math.ceil(whole / longest - 1e-9)
    return [(whole / many * number, whole / many) for number in range(many)]
