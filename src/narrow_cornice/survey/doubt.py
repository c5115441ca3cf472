"""What a survey does not know: the reading most likely wrong, how sure each distance is, what to read next."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence

import msgspec
import numpy as np
from numpy.typing import NDArray

from narrow_cornice.survey.network import Adjusted, Distance, Matrix, Point, adjusted, distance_rows

DOUBTFUL = 3.29  # standard deviations: one in a thousand by chance (Baarda's data snooping)
MOST_SUSPECTS = 4
AT_ONCE = 48  # distances that are looked at together
STRAIGHT = 25.0  # standard deviations over which the observation equations are as good as straight


def suspects(network: Adjusted) -> tuple[int, ...]:
    """Return the readings most likely wrong, by index, the likeliest first.

    Data snooping: the reading with the largest standardised residual over 3.29 is set aside and the rest adjusted
    again, until none is left over it.
    """
    found: list[int] = []
    kept = list(range(len(network.observations)))
    one = network
    while len(found) < MOST_SUSPECTS and one.degrees_of_freedom > 0:
        scores = [0.0 if w is None else abs(w) for w in one.standardised]
        worst = max(range(len(scores)), key=scores.__getitem__, default=None)
        if worst is None or scores[worst] <= DOUBTFUL:
            break
        found.append(kept.pop(worst))
        one = adjusted([network.observations[i] for i in kept], one.points)
        if not one.determined:
            break
    return tuple(found)


def without(network: Adjusted, reading: int) -> float | None:
    """Return what a reading would have been by all the others, in its own unit; None where they cannot say.

    An error in a reading shows in its residual by its redundancy number (Baarda), so the others say read value +
    residual ÷ redundancy: exact but for the bending of the observation equations over the error itself. A gross slip
    bends them, so it is set aside and the rest adjusted.
    """
    share = network.redundancy[reading]
    if share <= 1e-4:
        return None
    probe = network.observations[reading]
    off = network.residuals[reading] / share
    if abs(off) < STRAIGHT * probe.sigma:
        return probe.value + off
    rest = [one for i, one in enumerate(network.observations) if i != reading]
    again = adjusted(rest, network.points)
    value = adjusted([*rest, msgspec.structs.replace(probe, sigma=1e6)], again.points).values[-1]
    return float(value)


def all_pairs(count: int) -> NDArray[np.int_]:
    """Return every pair of corners, sides and diagonals, as an array of shape (pairs, 2)."""
    return np.array(list(itertools.combinations(range(count), 2)), dtype=int).reshape(-1, 2)


def pair_sigmas(network: Adjusted) -> dict[tuple[int, int], float]:
    """Return the standard uncertainty in mm of the distance between every two corners."""
    pairs = all_pairs(len(network.points))
    variances = _variances(network.covariance, np.array(network.points), pairs)
    return {
        (int(a), int(b)): float(sigma)
        for (a, b), sigma in zip(pairs, np.sqrt(np.clip(variances, 0, None)), strict=True)
    }


def seen_from_each_other(points: Sequence[Point], pairs: NDArray[np.int_]) -> NDArray[np.bool_]:
    """Return for each pair of corners whether a tape can be held straight between them inside the room.

    Sides count as seen. A diagonal must cross no side and must start into the room at both ends.
    """
    places = np.array(points)
    count = len(places)
    a, b = places[pairs[:, 0]], places[pairs[:, 1]]
    start, end = places, np.roll(places, -1, axis=0)

    def turn(p: Matrix, q: Matrix, r: Matrix) -> Matrix:
        made: Matrix = (q[..., 0] - p[..., 0]) * (r[..., 1] - p[..., 1]) - (q[..., 1] - p[..., 1]) * (
            r[..., 0] - p[..., 0]
        )
        return made

    p, q, r, s = a[:, None, :], b[:, None, :], start[None, :, :], end[None, :, :]
    across = (turn(p, q, r) * turn(p, q, s) < -1e-6) & (turn(r, s, p) * turn(r, s, q) < -1e-6)
    seen = np.array(~across.any(axis=1), dtype=np.bool_)
    for here, far in ((0, 1), (1, 0)):
        at = places[pairs[:, here]]
        following = places[(pairs[:, here] + 1) % count]
        before = places[(pairs[:, here] - 1) % count]
        way = places[pairs[:, far]]
        headings = [np.arctan2((to - at)[:, 1], (to - at)[:, 0]) for to in (following, before, way)]
        inside = (headings[1] - headings[0]) % (2 * np.pi)
        turned = (headings[2] - headings[0]) % (2 * np.pi)
        seen &= turned <= inside + 1e-9
    apart = (pairs[:, 1] - pairs[:, 0]) % count
    side = (apart == 1) | (apart == count - 1)
    return np.array(seen | side, dtype=np.bool_)


def _candidates(network: Adjusted) -> NDArray[np.int_]:
    """Return the pairs of corners not yet read that can be, or all unread ones where none can."""
    read = {
        (min(one.start, one.end), max(one.start, one.end)) for one in network.observations if isinstance(one, Distance)
    }
    pairs = all_pairs(len(network.points))
    unread = pairs[[(int(a), int(b)) not in read for a, b in pairs]]
    if not len(unread):
        return unread
    seen = seen_from_each_other(network.points, unread)
    return unread[seen] if seen.any() else unread


def next_reading(network: Adjusted, sigma_of: Callable[[float], float] = lambda _: 2.0) -> tuple[int, int] | None:
    """Return the two corners whose distance is best read next, None where every distance has been read.

    Of a shape that is not determined it is the distance that changes most along the ways left open. Of one that is,
    the distance whose reading, at the uncertainty ``sigma_of`` gives its length, makes the largest uncertainty of any
    side or diagonal least (the covariance is updated by one observation: Sherman–Morrison).
    """
    pairs = _candidates(network)
    if not len(pairs):
        return None
    points = np.array(network.points)
    if not network.determined:
        rows = distance_rows(points, pairs[:, 0], pairs[:, 1])
        change = np.linalg.norm(rows @ network.loose, axis=1)
        # Among equals the longest tells most, since the same error turns a corner less.
        long = np.hypot(*(points[pairs[:, 1]] - points[pairs[:, 0]]).T)
        best = int(np.argmax(np.round(change / max(1e-300, change.max()), 3) + long / long.sum() * 1e-3))
        return int(pairs[best, 0]), int(pairs[best, 1])
    return _best_read(network, points, pairs, sigma_of)


def _best_read(
    network: Adjusted, points: Matrix, pairs: NDArray[np.int_], sigma_of: Callable[[float], float]
) -> tuple[int, int]:
    """Return that of ``pairs`` whose reading leaves the largest variance of any distance least.

    No reading makes a distance less sure, so distances are looked at from the least sure on, and no further than until
    the best pair leaves more than any distance has that is still to come.
    """
    every = all_pairs(len(points))
    variances = _variances(network.covariance, points, every)
    unsure = np.argsort(-variances, kind="stable")
    units, long = _units(points, pairs)
    # how each pair's distance goes with every coordinate
    shares = _differences(network.covariance, pairs, units).T
    noise = np.array([sigma_of(float(one)) for one in long]) ** 2
    weights = 1.0 / (_variances(network.covariance, points, pairs) + noise)
    worst = np.zeros(len(pairs))
    for begin in range(0, len(every), AT_ONCE):
        if begin and variances[unsure[begin]] <= worst.min():
            break
        some = unsure[begin : begin + AT_ONCE]
        shared = _differences(shares, every[some], _units(points, every[some])[0])
        after = variances[some][:, None] - shared.T**2 * weights[None, :]
        worst = np.maximum(worst, after.max(axis=0))
    best = int(np.argmin(worst))
    return int(pairs[best, 0]), int(pairs[best, 1])


def _units(points: Matrix, pairs: NDArray[np.int_]) -> tuple[Matrix, Matrix]:
    """Return the direction of each pair's distance, shape (pairs, 2), and its length."""
    way = points[pairs[:, 1]] - points[pairs[:, 0]]
    long = np.maximum(np.hypot(way[:, 0], way[:, 1]), 1e-9)
    return way / long[:, None], long


def _differences(rows: Matrix, pairs: NDArray[np.int_], units: Matrix) -> Matrix:
    """Return what distances make of each row, shape (rows, pairs); a row has x and y of every corner in turn."""
    places = rows.reshape(len(rows), -1, 2)
    made: Matrix = np.einsum("rpk,pk->rp", places[:, pairs[:, 1]] - places[:, pairs[:, 0]], units)
    return made


def _variances(covariance: Matrix, points: Matrix, pairs: NDArray[np.int_]) -> Matrix:
    """Return the variance of each pair's distance, of whose row of derivatives only four numbers are not nought."""
    blocks = covariance.reshape(len(points), 2, len(points), 2)
    a, b = pairs[:, 0], pairs[:, 1]
    both = blocks[b, :, b] + blocks[a, :, a] - blocks[a, :, b] - blocks[b, :, a]
    units, _ = _units(points, pairs)
    made: Matrix = np.einsum("pi,pij,pj->p", units, both, units)
    return made


def reach_of(network: Adjusted) -> float:
    """Return the largest uncertainty in mm of any side or diagonal."""
    return max(pair_sigmas(network).values(), default=0.0)
