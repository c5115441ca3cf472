"""The mean light on a plane by the lumen method: E = N·Φ·UF·MF ÷ A (colour and light).

How much of a lamp's light a plane gets (utilisation, UF) follows from the room index and what ceiling, walls and floor
send back. Instead of a table of samples it is worked out: the room as a square of the same index in three surfaces (the
plane, the walls above it, the ceiling at the lamps), lamps spread evenly over it.
"""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import explained
from narrow_cornice.memo import by_value

LEAST_INDEX, MOST_INDEX = 0.1, 20.0
RINGS = 160  # of directions that stand for all of a lamp's


@explained("room index", "", "2 × area ÷ (height × way round) × 1000000")
def room_index(area: float, height: float, way_round: float) -> float:
    """Return the room index of an area in m² with so much wall round it (mm), lamps so high over the plane (mm): of a
    rectangle length × width ÷ (height × (length + width))."""
    # area in m², height and way round in mm: 10⁶ mm² a m².
    return 2.0 * area / (height * way_round) * 1_000_000


@explained("light", "lx", "lumens × utilisation × maintenance ÷ area")
def lumen_method(lumens: float, utilisation: float, maintenance: float, area: float) -> float:
    """Return the mean illuminance on a plane in lux."""
    return lumens * utilisation * maintenance / area


@by_value(times=128, each="job")
def reaching(index: float, power: float) -> float:
    """Return which part of the light that lamps spread over a square send down reaches the plane below and not the
    walls.

    The light falls off with a power of the cosine. Of a way that is carried aside by dx and dy of the square's side,
    lamps of the part (1 − dx)(1 − dy) of it still meet the plane; over all ways that go aside as far its mean is the
    integral of (1 − a cos θ)(1 − a sin θ) over those that meet it at all.
    """
    side = 2.0 * index  # of the square, in heights
    total = 0.0
    for ring in range(RINGS):
        cosine = (1.0 - (ring + 0.5) / RINGS) ** (1.0 / (power + 1.0))
        aside = math.sqrt(1.0 - cosine**2) / cosine / side
        if aside * aside >= 2.0:  # past the corner of the square, whichever way: so are all that follow
            break
        begin, end = (0.0, math.pi / 2.0) if aside <= 1.0 else (math.acos(1.0 / aside), math.asin(1.0 / aside))
        total += _meeting(aside, end) - _meeting(aside, begin)
    return total / RINGS / (math.pi / 2.0)


def _meeting(aside: float, angle: float) -> float:
    """Return the integral of (1 − a cos θ)(1 − a sin θ) up to an angle."""
    sine = math.sin(angle)
    return angle + aside * (math.cos(angle) - sine) + (aside * sine) ** 2 / 2.0


# Many parameters: the room, its three reflectances, and how the lamp shines.
def utilisation(index: float, ceiling: float, walls: float, floor: float, down: float, power: float) -> float:
    """Return the utilisation factor of lamps that send the part ``down`` of their light down, the rest up.

    ``ceiling``, ``walls`` and ``floor`` are reflectances, 0 … 1. Of the three surfaces F(plane, ceiling) is that of
    matt light over the same square; the rest follows from reciprocity, since the room is closed.
    """
    k = min(MOST_INDEX, max(LEAST_INDEX, index))
    straight = reaching(k, power)
    across = reaching(k, 1.0)  # of matt light: the form factor between plane and ceiling
    wall_area = 2.0 / k  # of the walls, in areas of the plane: way round × height ÷ area
    to_walls = 1.0 - across
    from_walls = to_walls / wall_area
    between_walls = 1.0 - 2.0 * from_walls
    # Light that falls on plane, ceiling and walls first, for each lumen.
    first = (down * straight, 1.0 - down, down * (1.0 - straight))
    on_plane, on_ceiling, on_walls = first
    for _ in range(400):
        plane, top, sides = floor * on_plane, ceiling * on_ceiling, walls * on_walls
        following = (
            first[0] + top * across + sides * from_walls,
            first[1] + plane * across + sides * from_walls,
            first[2] + (plane + top) * to_walls + sides * between_walls,
        )
        moved = max(abs(a - b) for a, b in zip(following, (on_plane, on_ceiling, on_walls), strict=True))
        on_plane, on_ceiling, on_walls = following
        if moved < 1e-7:
            break
    return on_plane
