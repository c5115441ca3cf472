"""The space a built-in may take: what is surely clear between walls that lean, bow and splay.

The width between two walls is w(z, d) = c₀ + c₁·d + c₂·z + c₃·4z(H − z)/H² + c₄·z·d/H over the height z and the
distance d out of the back wall: splay, lean, bow and twist. Each coefficient begins as what plaster usually does
(house rules) and is made surer by every reading (Bayesian linear least squares, e.g. Koch, *Parameter Estimation and
Hypothesis Testing in Linear Models*). Of all recesses that the readings allow, one in twenty is narrower somewhere on
its face than the clear width: the 5 % quantile of the least width over a few thousand of them, always the same draws.
So a carcass of that width goes in at 95 %. Heights likewise, as a plane over the plan.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import msgspec
import numpy as np

from narrow_cornice.memo import by_value
from narrow_cornice.survey.network import Matrix, Point, Vector

SURE = 1.6449  # standard deviations below which one case of twenty lies
ONE_IN = 0.05
DRAWS = 3000
SUREST = 1e-7  # nothing usual is surer, whatever the house rules say
GRID = 9


class Across(msgspec.Struct, frozen=True):
    """One reading of the width between two walls: at a height and a distance out of the back wall, all in mm."""

    height: float
    depth: float
    value: float
    sigma: float


class HeightAt(msgspec.Struct, frozen=True):
    """One reading of the height from floor to ceiling; ``at`` is None where nobody said where it was taken."""

    at: Point | None
    value: float
    sigma: float


class Usual(msgspec.Struct, frozen=True):
    """How far walls and ceilings are usually out of true: lean of a wall and level in mm for each metre, bow in mm."""

    lean: float = 3.0
    bow: float = 2.0
    level: float = 4.0


class Clear(msgspec.Struct, frozen=True):
    """What is clear along one way.

    ``clear`` holds at 95 %; ``least`` and ``most`` are the narrowest and widest estimates; ``tight`` is the estimate at
    the tightest spot with its ``sigma``, ``spot`` where that is: (z, d) of a width, (x, y) of a height; ``margin`` is
    what ``clear`` keeps back from ``tight``.
    ``unread`` says that nothing but habit is known of what decides it. Of a width, ``back`` and ``front`` are the
    estimate and its uncertainty at heights from the floor up: (z, width, sigma).
    """

    clear: float
    least: float
    most: float
    tight: float
    sigma: float
    spot: Point
    margin: float
    unread: bool
    back: tuple[tuple[float, float, float], ...] = ()
    front: tuple[tuple[float, float, float], ...] = ()


def _posterior(rows: Matrix, read: Vector, sigma: Vector, prior: Vector) -> tuple[Vector, Matrix]:
    """Return the coefficients and their covariance; ``prior`` are the usual sizes, infinite where nothing is usual."""
    weighed = rows / sigma[:, None]
    precision = weighed.T @ weighed + np.diag(np.maximum(prior, SUREST) ** -2.0)
    covariance: Matrix = np.asarray(np.linalg.inv(precision), dtype=np.float64)
    found: Vector = covariance @ (weighed.T @ (read / sigma))
    return found, covariance


@by_value(times=4, each="job")
def _draws(many: int) -> Matrix:
    """Return the same standard normal draws every time, ``many`` × DRAWS, so that equal readings make equal figures."""
    # Counted and mixed (splitmix64) and turned normal by Box and Muller: the package of random numbers would cost a
    # third of what the window's start costs beyond Qt, for draws that are always the same.
    pairs = DRAWS * ((many + 1) // 2)
    with np.errstate(over="ignore"):
        mixed = np.arange(1, 2 * pairs + 1, dtype=np.uint64) * np.uint64(0x9E3779B97F4A7C15)
        mixed = (mixed ^ (mixed >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
        mixed = (mixed ^ (mixed >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
        mixed ^= mixed >> np.uint64(31)
    even = (mixed >> np.uint64(11)).astype(np.float64) * 2.0**-53
    far, turn = np.sqrt(-2.0 * np.log1p(-even[:pairs])), 2.0 * math.pi * even[pairs:]
    normal = np.concatenate((far * np.cos(turn), far * np.sin(turn)))[: DRAWS * many]
    draws = np.ascontiguousarray(normal.reshape(DRAWS, many).T)
    draws.setflags(write=False)
    return draws


def _least_in_one_of_twenty(estimate: Vector, where: Matrix, covariance: Matrix) -> float:
    """Return what the least value over all places falls below in one of twenty of the shapes the readings allow."""
    values, ways = np.linalg.eigh(covariance)
    spread = where @ (ways * np.sqrt(np.clip(values, 0.0, None)))
    shapes = spread @ _draws(len(values))  # a row a place, so that the least is taken down whole rows at once
    shapes += estimate[:, None]
    return _quantile(shapes.min(axis=0), ONE_IN)


def _quantile(values: Vector, share: float) -> float:
    """Return the value that a share of the others lie below, between two of them by straight line. (The package's own
    brings masked arrays in at every start.)"""
    at = share * (len(values) - 1)
    below = int(at)
    parts = np.partition(values, (below, min(below + 1, len(values) - 1)))
    low, high = float(parts[below]), float(parts[min(below + 1, len(values) - 1)])
    return low + (high - low) * (at - below)


def _width_rows(z: Vector, d: Vector, tall: float) -> Matrix:
    return np.column_stack((np.ones_like(z), d, z, 4.0 * z * (tall - z) / tall**2, z * d / tall))


def clear_width(
    readings: Sequence[Across],
    tall: float,
    depth: float,
    splay: tuple[float, float] = (0.0, 0.025),
    usual: Usual | None = None,
    lean: tuple[float, float] | None = None,
) -> Clear:
    """Return the clear width of a recess up to ``tall`` and out to ``depth``.

    ``splay`` is how much wider it grows for each mm out of the back wall, with its uncertainty; ``lean`` likewise for
    each mm up, where the walls were plumbed (else as walls usually are). Raises ValueError
    where nothing was read.
    """
    if not readings:
        raise ValueError("a width needs at least one reading")
    usual = usual or Usual()
    z = np.array([one.height for one in readings])
    d = np.array([one.depth for one in readings])
    read = np.array([one.value for one in readings])
    sigma = np.array([one.sigma for one in readings])
    unplumbed = usual.lean / 1000.0 * math.sqrt(2.0)  # of two walls
    rise, rise_sigma = lean or (0.0, unplumbed)
    prior = np.array([np.inf, splay[1], rise_sigma, usual.bow * math.sqrt(2.0), unplumbed / 2.0])
    rows = _width_rows(z, d, tall)
    found, covariance = _posterior(rows, read - splay[0] * d - rise * z, sigma, prior)
    # At one height the width goes straight outwards and its doubt bulges nowhere up, so only the back and the front
    # can be the tightest.
    steps = np.linspace(0.0, tall, GRID)
    over, out = np.concatenate((steps, steps)), np.repeat((0.0, depth), GRID)
    where = _width_rows(over, out, tall)
    width = where @ found + splay[0] * out + rise * over
    doubt = np.sqrt(np.einsum("ij,jk,ik->i", where, covariance, where))
    tight = int(np.argmin(width - SURE * doubt))
    clear = _least_in_one_of_twenty(width, where, covariance)
    levels = len({round(one.height / tall * 4) for one in readings})
    return Clear(
        clear,
        float(width.min()),
        float(width.max()),
        float(width[tight]),
        float(doubt[tight]),
        (float(over[tight]), float(out[tight])),
        float(width[tight]) - clear,
        levels < 2 and lean is None,
        *(
            tuple(zip(*(each[at].tolist() for each in (over, width, doubt)), strict=True))
            for at in (slice(0, GRID), slice(GRID, None))
        ),
    )


def clear_height(readings: Sequence[HeightAt], over: Sequence[Point], usual: Usual | None = None) -> Clear:
    """Return the clear height over the places of a built-in. Raises ValueError where nothing was read."""
    if not readings:
        raise ValueError("a height needs at least one reading")
    usual = usual or Usual()
    places = np.array([one.at or (math.nan, math.nan) for one in readings])
    known = places[~np.isnan(places).any(axis=1)]
    spots = np.array(over, dtype=float)
    middle = known.mean(axis=0) if len(known) else spots.mean(axis=0)
    slope = usual.level / 1000.0
    # A reading of which nobody said where may have been taken anywhere within a couple of metres.
    astray = slope * 2000.0
    sigma = np.array([one.sigma if one.at is not None else math.hypot(one.sigma, astray) for one in readings])
    off = np.nan_to_num(places - middle)
    rows = np.column_stack((np.ones(len(readings)), off))
    prior = np.array([np.inf, slope, slope])
    found, covariance = _posterior(rows, np.array([one.value for one in readings]), sigma, prior)
    where = np.column_stack((np.ones(len(spots)), spots - middle))
    height = where @ found
    doubt = np.sqrt(np.einsum("ij,jk,ik->i", where, covariance, where))
    tight = int(np.argmin(height - SURE * doubt))
    clear = _least_in_one_of_twenty(height, where, covariance)
    return Clear(
        clear,
        float(height.min()),
        float(height.max()),
        float(height[tight]),
        float(doubt[tight]),
        (float(spots[tight][0]), float(spots[tight][1])),
        float(height[tight]) - clear,
        len(known) < 2,
    )
