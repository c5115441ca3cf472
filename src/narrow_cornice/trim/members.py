"""The members a moulding is stacked from, in the Roman construction: arcs of circles.

Each member starts at a point, rises by its height and comes out by its projection. A curved member uses the
largest arc, at most a quarter circle, that never runs back or down; with equal height and projection that is
the quarter circle of the Roman rule, and any stack of members stays a simple outline at any size.
"""

from __future__ import annotations

import math
from typing import Literal, get_args

from narrow_cornice.trim.outline import Arc, Line, Point, Segment

Kind = Literal["fillet", "fascia", "corona", "bead", "ovolo", "cavetto", "cyma recta", "cyma reversa", "bevel"]
KINDS: tuple[Kind, ...] = get_args(Kind)


def _arc(start: Point, end: Point, *, hollow: bool) -> Segment:
    """Return the arc from start up and out to end: bulging away from the wall and down, or hollow."""
    dz, dy = end[0] - start[0], end[1] - start[1]
    slope = math.atan2(dy, dz)
    half = min(math.pi / 4, slope, math.pi / 2 - slope)
    if half < 1e-6:
        return Line(start, end)
    chord = math.hypot(dz, dy)
    radius = chord / (2 * math.sin(half))
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    away = radius * math.cos(half)
    across = (-dy / chord, dz / chord)  # to the left of the way up: towards the wall
    side = -1 if hollow else 1
    centre = (middle[0] + side * across[0] * away, middle[1] + side * across[1] * away)
    begin = math.atan2(start[1] - centre[1], start[0] - centre[0])
    return Arc(centre, radius, begin, side * 2 * half)


def _step_then_rise(at: Point, height: float, projection: float) -> list[Segment]:
    corner = (at[0] + projection, at[1])
    segments: list[Segment] = [Line(at, corner)] if projection else []
    return [*segments, Line(corner, (corner[0], at[1] + height))]


def _corona(at: Point, height: float, projection: float) -> list[Segment]:
    """Return the soffit with its drip, a half-round groove near the front, and the upright face."""
    radius = min(projection / 8, height / 4)
    front = at[0] + projection
    groove = front - 2.5 * radius
    if radius < 0.5:
        return _step_then_rise(at, height, projection)
    return [
        Line(at, (groove - radius, at[1])),
        Arc((groove, at[1]), radius, math.pi, -math.pi),
        Line((groove + radius, at[1]), (front, at[1])),
        Line((front, at[1]), (front, at[1] + height)),
    ]


def member(kind: Kind, at: Point, height: float, projection: float) -> list[Segment]:
    """Return the segments of one member from ``at`` = (z, y) up to (z + projection, y + height).

    A bead comes out by half its height and back to the projection. Sizes are in mm and not negative.
    """
    end = (at[0] + projection, at[1] + height)
    if kind in ("fillet", "fascia"):
        return _step_then_rise(at, height, projection)
    if kind == "corona":
        return _corona(at, height, projection)
    if kind == "bevel":
        return [Line(at, end)]
    if kind == "bead":
        radius = height / 2
        centre = (end[0], at[1] + radius)
        step: list[Segment] = [Line(at, (end[0], at[1]))] if projection else []
        return [*step, Arc(centre, radius, -math.pi / 2, math.pi)]
    if kind in ("ovolo", "cavetto"):
        return [_arc(at, end, hollow=kind == "cavetto")]
    middle = ((at[0] + end[0]) / 2, (at[1] + end[1]) / 2)
    lower_hollow = kind == "cyma reversa"
    return [_arc(at, middle, hollow=lower_hollow), _arc(middle, end, hollow=not lower_hollow)]
