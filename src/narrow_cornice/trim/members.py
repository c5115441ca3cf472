"""The members a moulding is stacked from, in two constructions.

Each member starts at a point, rises by its height and comes out by its projection. *Roman*: arcs of circles. A curved
member uses the largest arc, at most a quarter circle, that never runs back or down; with equal height and projection
that is the quarter circle of the Roman rule. *Greek*: conic arcs, fuller below and drawn in above; a round member ends
in a quirk, a small sinking under a listel. Any stack of members stays a simple outline at any size.
"""

from __future__ import annotations

import math
from typing import Literal, get_args

from narrow_cornice.trim.outline import Arc, Conic, Line, Point, Segment

Kind = Literal[
    "fillet",
    "fascia",
    "corona",
    "bead",
    "astragal",
    "torus",
    "ovolo",
    "echinus",
    "cavetto",
    "scotia",
    "cyma recta",
    "cyma reversa",
    "bevel",
    "dentil course",
    "modillion band",
]
KINDS: tuple[Kind, ...] = get_args(Kind)
Curves = Literal["roman", "greek"]
CURVES: tuple[Curves, ...] = get_args(Curves)

WIDEST = 0.8  # of its height: where a Greek ovolo comes out furthest
LISTEL = 0.93  # of its height: where the quirk is, under a narrow listel
QUIRK = 0.09  # of its projection: how far it is drawn in there


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


def _scotia(at: Point, height: float, projection: float) -> list[Segment]:
    """Return a hollow of two arcs that touch, the lower of 60° and the upper of 30°; where the sizes do not allow
    that, one arc."""
    more = (height - projection) / (math.sqrt(3) / 2 - 0.5)
    upper = projection - more / 2
    lower = upper + more
    if min(upper, lower) < 1e-3 * max(height, projection):
        return [_arc(at, (at[0] + projection, at[1] + height), hollow=True)]
    z, y = at
    first = Arc((z + lower, y), lower, math.pi, -math.pi / 3)
    second = Arc((z + projection, y + height - upper), upper, math.pi * 2 / 3, -math.pi / 6)
    return [first, second]


def _greek_round(at: Point, height: float, projection: float, fullness: float) -> list[Segment]:
    """Return a Greek ovolo: a conic that comes out furthest at four fifths of its height, is drawn in and quirked."""
    z, y = at
    widest = (z + projection, y + WIDEST * height)
    drawn_in = (z + projection * (1 - QUIRK), y + LISTEL * height)
    return [
        Conic(at, (z + projection, y + fullness * height), widest, 0.8),
        Conic(widest, (z + projection, y + (WIDEST + LISTEL) / 2 * height), drawn_in, 0.8),
        Line(drawn_in, (z + projection, y + LISTEL * height)),
        Line((z + projection, y + LISTEL * height), (z + projection, y + height)),
    ]


def _greek(kind: Kind, at: Point, height: float, projection: float) -> list[Segment] | None:
    """Return a member of conic arcs, None for one that is the same in both constructions."""
    z, y = at
    end, half = (z + projection, y + height), (z + projection / 2, y + height / 2)
    if min(height, projection) < 1e-6:
        return None
    match kind:
        case "ovolo":
            return _greek_round(at, height, projection, 0.25)
        case "echinus":
            return _greek_round(at, height, projection, 0.5)
        case "cavetto" | "scotia":
            return [Conic(at, (z, y + height), end, 1.1 if kind == "scotia" else 0.85)]
        case "cyma recta":
            return [Conic(at, (half[0], y), half, 0.6), Conic(half, (half[0], end[1]), end, 0.6)]
        case "cyma reversa":
            lower = Conic(at, (z, half[1]), half, 0.6)
            return [lower, *_greek_round(half, height / 2, projection / 2, 0.0)]
    return None


def member(kind: Kind, at: Point, height: float, projection: float, curves: Curves = "roman") -> list[Segment]:
    """Return the segments of one member from ``at`` = (z, y) up to (z + projection, y + height).

    A bead, an astragal and a torus come out by half their height beyond that and back. Dentils and modillions are drawn
    where they stand. Sizes are in mm and not negative.
    """
    end = (at[0] + projection, at[1] + height)
    if curves == "greek":
        drawn = _greek(kind, at, height, projection)
        if drawn is not None:
            return drawn
    if kind in ("fillet", "fascia", "dentil course"):
        return _step_then_rise(at, height, projection)
    if kind == "modillion band":
        face = _step_then_rise(at, 0.75 * height, 0.35 * projection)
        return [*face, *member("ovolo", face[-1].end, 0.25 * height, 0.65 * projection, curves)]
    if kind == "corona":
        return _corona(at, height, projection)
    if kind == "bevel":
        return [Line(at, end)]
    if kind == "astragal":
        # a bead on its fillet, which is a third of it
        fillet = _step_then_rise(at, height / 4, projection)
        return [*fillet, *member("bead", fillet[-1].end, height * 3 / 4, 0.0)]
    if kind in ("bead", "torus"):
        radius = height / 2
        centre = (end[0], at[1] + radius)
        step: list[Segment] = [Line(at, (end[0], at[1]))] if projection else []
        return [*step, Arc(centre, radius, -math.pi / 2, math.pi)]
    if kind == "scotia":
        return _scotia(at, height, projection)
    if kind in ("ovolo", "echinus", "cavetto"):
        return [_arc(at, end, hollow=kind == "cavetto")]
    middle = ((at[0] + end[0]) / 2, (at[1] + end[1]) / 2)
    lower_hollow = kind == "cyma reversa"
    return [_arc(at, middle, hollow=lower_hollow), _arc(middle, end, hollow=not lower_hollow)]
