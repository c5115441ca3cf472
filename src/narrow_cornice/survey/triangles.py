"""A plan cut into triangles, so that its area can be checked with a tape: base × height ÷ 2, corner by corner."""

from __future__ import annotations

import math
from collections.abc import Sequence

from narrow_cornice.survey.network import Point

Triangle = tuple[int, int, int]
FLAT = 1e-9  # mm²: corners that span no more lie in a line


def _twice(a: Point, b: Point, c: Point) -> float:
    """Return twice the signed area of a triangle."""
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


class _Ears:
    """The corners that are left, and which of them can be cut off.

    Cutting a corner off changes what its two neighbours span; anywhere else it matters only where it was the corner
    that stood in the way. So each corner keeps whether it is an ear, or who hinders it.
    """

    def __init__(self, points: Sequence[Point]) -> None:
        self._points = points
        self.left = list(range(len(points)))
        self._shapes: dict[int, float] = {}  # of each ear: how far it is from a sliver
        self._hinders: dict[int, int] = {}  # of each corner that points out of the room: what lies in its triangle
        for place in range(len(self.left)):
            self._look(place)

    def around(self, place: int) -> Triangle:
        """Return a corner between its neighbours."""
        return self.left[place - 1], self.left[place], self.left[(place + 1) % len(self.left)]

    def best(self) -> int | None:
        """Return the place of the ear with the widest smallest angle, None where there is none."""
        best: tuple[float, int] | None = None
        for place, corner in enumerate(self.left):
            shape = self._shapes.get(corner)
            if shape is not None and (best is None or shape > best[0]):
                best = (shape, place)
        return best[1] if best is not None else None

    def flattest(self) -> int:
        """Return the place of the corner that is nearest to lying in a line with its neighbours."""
        points = self._points
        return min(
            range(len(self.left)), key=lambda place: abs(_twice(*(points[corner] for corner in self.around(place))))
        )

    def cut(self, place: int) -> None:
        """Take a corner away."""
        gone = self.left.pop(place)
        self._shapes.pop(gone, None)
        self._hinders.pop(gone, None)
        again = {self.left[place - 1], self.left[place % len(self.left)]}
        again |= {corner for corner, hinders in self._hinders.items() if hinders == gone}
        for at, corner in enumerate(self.left):
            if corner in again:
                self._look(at)

    def _look(self, place: int) -> None:
        """Find out whether a corner is an ear."""
        points, (a, b, c) = self._points, self.around(place)
        pa, pb, pc = points[a], points[b], points[c]
        self._shapes.pop(b, None)
        self._hinders.pop(b, None)
        worth = _twice(pa, pb, pc)
        if worth <= FLAT:
            return
        for other in self.left:
            if other not in (a, b, c) and points[other] not in (pa, pb, pc) and _inside(points[other], pa, pb, pc):
                self._hinders[b] = other
                return
        self._shapes[b] = worth / max(math.dist(pa, pb), math.dist(pb, pc), math.dist(pa, pc)) ** 2


def triangles(points: Sequence[Point]) -> tuple[Triangle, ...]:
    """Return the corners, anticlockwise and not crossing themselves, as triangles of corner indices (ear clipping).

    Of the ears that can be cut the one with the widest smallest angle is taken, so that no sliver is measured. Where
    corners lie in a line there are fewer triangles than two less than corners.
    """
    ears = _Ears(points)
    made: list[Triangle] = []
    while len(ears.left) > 3:
        place = ears.best()
        if place is not None:
            made.append(ears.around(place))
        ears.cut(place if place is not None else ears.flattest())
    if len(ears.left) == 3:
        made.append((ears.left[0], ears.left[1], ears.left[2]))
    return tuple(made)


def convex_parts(points: Sequence[Point]) -> tuple[tuple[int, ...], ...]:
    """Return the corners, anticlockwise and not crossing themselves, as few convex parts: triangles put together again
    wherever both ends of the line between them stay convex (at most four times the fewest: Hertel, Mehlhorn 1983)."""
    parts: dict[int, list[int]] = {number: list(one) for number, one in enumerate(triangles(points))}
    owner = {pair: number for number, one in parts.items() for pair in _around(one)}
    for a, b in [pair for pair in owner if pair[0] < pair[1]]:
        mine, other = owner[a, b], owner.get((b, a))
        if other is None or other == mine:
            continue
        first, second = _from(parts[mine], b), _from(parts[other], a)
        whole = first + second[1:-1]  # from b on to a, and from a back to b
        at = len(first) - 1
        bends = [(whole[at - 1], whole[at], whole[(at + 1) % len(whole)]), (whole[-1], whole[0], whole[1])]
        if all(_twice(*(points[corner] for corner in bend)) >= 0.0 for bend in bends):
            parts[mine] = whole
            for pair in _around(parts.pop(other)):
                owner[pair] = mine
    return tuple(tuple(one) for one in parts.values())


def _around(corners: Sequence[int]) -> list[tuple[int, int]]:
    """Return the sides of a part."""
    return [(corners[place - 1], corners[place]) for place in range(len(corners))]


def _from(corners: list[int], first: int) -> list[int]:
    """Return the corners of a part beginning with one of them."""
    place = corners.index(first)
    return corners[place:] + corners[:place]


def _inside(p: Point, a: Point, b: Point, c: Point) -> bool:
    """Return whether a point lies in a triangle or on its edge."""
    return _twice(a, b, p) >= -1e-9 and _twice(b, c, p) >= -1e-9 and _twice(c, a, p) >= -1e-9
