"""Many small things on a wall, even but not regular, inside an outline drawn by hand (fields on a wall).

No two are nearer than r = 0.75 √(area ÷ n); they are relaxed towards the middles of their cells until that is so, and
no further, so that no grid shows. Shares of colour are placed so that like is farthest from like.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import TYPE_CHECKING, NamedTuple

from narrow_cornice.features.region import FieldError, Point, Region
from narrow_cornice.memo import by_value

if TYPE_CHECKING:
    import numpy as np

APART = 0.75
MOST_THINGS = 2_000
CANDIDATES = 24
MOST_STEPS = 60
MOST_THROWS = 20
SWAPS = 3


class Scattered(NamedTuple):
    """Things where they are put, and the number of the colour of each; ``apart`` is how near the
    nearest two are, None of one alone."""

    places: tuple[Point, ...]
    colours: tuple[int, ...]
    apart: float | None


def least_apart(area: float, count: float) -> float:
    """Return how far any two of so many things keep apart at least, in mm, from an area in mm²."""
    return APART * math.sqrt(area / count)


def count_by_density(area: float, per_square_metre: float) -> int:
    """Return how many things there are at a density, at least one."""
    return max(1, round(area / 1e6 * per_square_metre))


@by_value(times=2, each="room")
def scattered(region: Region, count: int, shares: tuple[float, ...] = (1.0,), seed: int = 1) -> Scattered:
    """Return so many things inside a region with a share of each colour. The same seed gives the same answer. Raises
    FieldError for more than can be told apart."""
    import numpy as np

    if not 1 <= count <= MOST_THINGS:
        raise FieldError(f"{count} things cannot be put up.", where="number", remedy=f"1 to {MOST_THINGS}.")
    pick = np.random.default_rng(seed)
    points = _thrown(region, count, pick)
    wished, apart = least_apart(region.area, count), None
    if count > 1:
        points, near = _settled(region, points, wished)
        for _ in range(MOST_THROWS):
            if near >= wished:
                break
            # Some throws come to rest with two too near one another, whatever they are moved: another is tried.
            other, its = _settled(region, _thrown(region, count, pick), wished)
            points, near = (other, its) if its > near else (points, near)
        apart = near
    colours = _coloured(points, _counts(count, shares), pick)
    return Scattered(tuple((float(x), float(y)) for x, y in points), colours, apart)


def _settled(region: Region, points: np.ndarray, wished: float) -> tuple[np.ndarray, float]:
    """Return places relaxed until no two are nearer than wished, or for some steps; and how near the nearest are."""
    for _ in range(MOST_STEPS):
        if (near := float(_nearest(points).min())) >= wished:
            return points, near
        points = _relaxed(region, points)
    return points, float(_nearest(points).min())


def _thrown(region: Region, count: int, pick: np.random.Generator) -> np.ndarray:
    """Return places thrown one by one, each the farthest from those there of some candidates (Mitchell 1991)."""
    import numpy as np
    import shapely

    left, bottom, right, top = region.bounds
    shape = shapely.buffer(region.shape, 0.0)  # of this thread alone, as it is made ready for many questions
    shapely.prepare(shape)
    made = np.empty((0, 2))
    while len(made) < count:
        thrown = pick.uniform((left, bottom), (right, top), (CANDIDATES * 4, 2))
        inside = thrown[shapely.contains_xy(shape, thrown[:, 0], thrown[:, 1])][:CANDIDATES]
        if not len(inside):
            continue
        if len(made):
            apart = np.sqrt(((inside[:, None, :] - made[None, :, :]) ** 2).sum(axis=2)).min(axis=1)
            inside = inside[[int(apart.argmax())]]
        made = np.vstack([made, inside[:1]])
    return made


def _nearest(points: np.ndarray) -> np.ndarray:
    """Return how far the nearest other is from each."""
    from scipy.spatial import KDTree

    found: np.ndarray = KDTree(points).query(points, k=2)[0][:, 1]
    return found


def _relaxed(region: Region, points: np.ndarray) -> np.ndarray:
    """Return places moved half way to the middles of their cells (Lloyd 1982), each inside the region."""
    import numpy as np
    import shapely

    cells = shapely.voronoi_polygons(shapely.MultiPoint(points), extend_to=region.shape, ordered=True)
    inside = shapely.intersection(np.array(shapely.get_parts(cells)), region.shape)
    middles = shapely.get_coordinates(shapely.centroid(inside))
    moved: np.ndarray = points + (middles - points) * 0.5
    out = ~shapely.contains_xy(region.shape, moved[:, 0], moved[:, 1])
    moved[out] = points[out]
    return moved


def _counts(count: int, shares: Sequence[float]) -> list[int]:
    """Return how many there are of each colour: by its share, the rest to those that lose most by rounding."""
    whole = sum(shares) or 1.0
    exact = [count * share / whole for share in shares]
    made = [int(one) for one in exact]
    for number in sorted(range(len(shares)), key=lambda n: made[n] - exact[n])[: count - sum(made)]:
        made[number] += 1
    return made


def _coloured(points: np.ndarray, counts: Sequence[int], pick: np.random.Generator) -> tuple[int, ...]:
    """Return the colour of each thing: the rarest first, each on the place farthest from others of it, then places are
    changed between two as long as fewer alike lie beside each other."""
    import numpy as np

    colours = np.full(len(points), -1)
    *rare, most = sorted(range(len(counts)), key=lambda n: counts[n])
    for colour in rare:
        for _ in range(counts[colour]):
            free = np.flatnonzero(colours < 0)
            mine = points[colours == colour]
            if len(mine):
                apart = np.sqrt(((points[free, None] - mine[None]) ** 2).sum(axis=2)).min(axis=1)
                colours[free[int(apart.argmax())]] = colour
            else:
                colours[int(pick.choice(free))] = colour
    colours[colours < 0] = most
    return tuple(_exchanged(points, colours).tolist())


def _exchanged(points: np.ndarray, colours: np.ndarray) -> np.ndarray:
    """Return colours with places changed between two as long as fewer neighbours are alike."""
    import numpy as np

    beside = neighbours(points)

    def alike(one: int, colour: int) -> int:
        return sum(colours[other] == colour for other in beside[one])

    for _ in range(SWAPS):
        changed = False
        for one in range(len(points)):
            if not alike(one, colours[one]):
                continue
            others = np.flatnonzero(colours != colours[one])
            before = alike(one, colours[one])
            for other in others.tolist():
                if other in beside[one]:
                    continue
                gain = before + alike(other, colours[other]) - alike(one, colours[other]) - alike(other, colours[one])
                if gain > 0:
                    colours[one], colours[other] = colours[other], colours[one]
                    changed = True
                    break
        if not changed:
            break
    return colours


def neighbours(points: np.ndarray) -> list[set[int]]:
    """Return which things lie beside which: those whose cells meet (Delaunay)."""
    import numpy as np

    beside: list[set[int]] = [set() for _ in range(len(points))]
    if len(points) < 2:
        return beside
    if len(points) < 4 or np.linalg.matrix_rank(points - points[0], tol=1e-6) < 2:
        order = np.lexsort((points[:, 1], points[:, 0])).tolist()
        for one, other in itertools.pairwise(order):
            beside[one].add(other)
            beside[other].add(one)
        return beside
    from scipy.spatial import Delaunay

    for corners in Delaunay(points).simplices.tolist():
        for one in corners:
            beside[one] |= set(corners) - {one}
    return beside
