"""What the eye sees of a piece of trim from where somebody stands: what hides what, and the angle each member takes.

In the section the eye is a point. A place of the face is hidden where the straight line from the eye meets the face, or
goes through the piece, before it gets there.
"""

from __future__ import annotations

import itertools
import math
from typing import Any

import msgspec

from narrow_cornice.memo import by_value
from narrow_cornice.trim.outline import Point
from narrow_cornice.trim.profiles import Profile

FINE, FINEST = 1.0, 120  # mm between places that are looked at; of a large face it is this share
CLEAR = 1e-5  # of the way from the eye: what is nearer to the place itself than that is the place


class Seen(msgspec.Struct, frozen=True):
    """One member as it is seen: the angle it takes in degrees, and the share of its face that is hidden."""

    name: str
    angle: float
    hidden: float


class Sight(msgspec.Struct, frozen=True):
    """A profile as it is seen.

    ``members`` from the bottom up, each stack with its name; ``angle`` what all takes together, in degrees; ``hidden``
    are stretches of the face that nobody sees, as (z, y); ``rays`` the lowest and highest place seen; ``places`` are
    (share of the angle from below, height y in mm) of what is seen, for a picture of it.
    """

    members: tuple[Seen, ...]
    angle: float
    hidden: tuple[tuple[Point, ...], ...]
    rays: tuple[Point, Point]
    places: tuple[tuple[float, float], ...]


@by_value(times=1, each="thing")
def seen_from(profile: Profile, bottom: float, eye: float, distance: float) -> Sight:
    """Return what is seen of a profile that begins ``bottom`` mm above the floor by an eye ``eye`` mm above it,
    ``distance`` mm off the wall. An eye that stands within the piece sees all of it, at nought degrees."""
    import numpy as np

    corners = profile.outline.polyline(math.radians(6))
    step = max(FINE, profile.girth / FINEST)
    places: list[Point] = [corners[0]]
    for a, b in itertools.pairwise(corners):
        count = max(1, math.ceil(math.dist(a, b) / step))
        places += [(a[0] + (b[0] - a[0]) * n / count, a[1] + (b[1] - a[1]) * n / count) for n in range(1, count + 1)]
    at = (distance, eye - bottom)
    reach = max(z for z, _ in corners)
    if distance <= reach + 1.0:
        return Sight((), 0.0, (), (places[0], places[-1]), ())
    # The middle of each little stretch is looked at; the wall closes the piece.
    ends = np.array(places)
    middles = (ends[1:] + ends[:-1]) / 2
    ring = np.array([*corners, (0.0, corners[-1][1]), (0.0, corners[0][1])])
    hides = _crossed(np, np.array(at), middles, ring, np.roll(ring, -1, axis=0))
    angles = np.unwrap(np.arctan2(ends[:, 1] - at[1], at[0] - ends[:, 0]))
    turns = np.abs(np.diff(angles)) * ~hides
    lengths = np.hypot(*(ends[1:] - ends[:-1]).T)
    members = []
    for name, low, high in profile.bands or ((profile.kind, 0.0, profile.height),):
        mine = (middles[:, 1] >= low - 1e-9) & (middles[:, 1] <= high + 1e-9)
        whole = float(lengths[mine].sum())
        share = float(lengths[mine & hides].sum()) / whole if whole else 0.0
        members.append(Seen(name, math.degrees(float(turns[mine].sum())), share))
    seen = [n for n in range(len(hides)) if not hides[n]] or [0]
    total = float(turns.sum())
    lowest = float(angles[:-1][~hides].min()) if total else 0.0
    halves = (angles[:-1] + angles[1:]) / 2
    shown = np.flatnonzero(~hides) if total else np.array([], dtype=int)
    shares = zip(((halves[shown] - lowest) / (total or 1.0)).tolist(), middles[shown, 1].tolist(), strict=True)
    return Sight(
        tuple(members),
        math.degrees(total),
        _stretches(places, [bool(one) for one in hides]),
        (places[min(seen, key=angles.__getitem__)], places[max(seen, key=angles.__getitem__) + 1]),
        tuple(sorted(shares)),
    )


def _crossed(np: Any, eye: Any, middles: Any, starts: Any, ends: Any) -> Any:
    """Return for each place whether a side of the closed piece lies across the way from the eye to it."""
    way = middles - eye
    side = ends - starts
    off = starts - eye
    turn = way[:, None, 0] * side[None, :, 1] - way[:, None, 1] * side[None, :, 0]
    safe = np.where(np.abs(turn) < 1e-12, 1.0, turn)
    along = (off[None, :, 0] * side[None, :, 1] - off[None, :, 1] * side[None, :, 0]) / safe
    across = (off[None, :, 0] * way[:, None, 1] - off[None, :, 1] * way[:, None, 0]) / safe
    crossing = (np.abs(turn) >= 1e-12) & (along > 0) & (along < 1 - CLEAR) & (across >= 0) & (across <= 1)
    return crossing.any(axis=1)


def _stretches(places: list[Point], hides: list[bool]) -> tuple[tuple[Point, ...], ...]:
    """Return the hidden parts of a face as lines."""
    made: list[list[Point]] = []
    for n, hidden in enumerate(hides):
        if not hidden:
            continue
        if made and made[-1][-1] == places[n]:
            made[-1].append(places[n + 1])
        else:
            made.append([places[n], places[n + 1]])
    return tuple(tuple(one) for one in made)
