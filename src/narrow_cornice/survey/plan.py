"""The adjusted plan of a room from its readings, with how sure it is, or why there is none yet.

The first corner is the origin, the first wall runs along +x, corners go anticlockwise seen from above. Every reading
is one observation of the network (see ``network``); a corner nobody read may be assumed, as a weak observation of its
own. Nothing is taken for square in silence: what the readings leave open is "not determined yet".
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import msgspec

from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.survey.doubt import next_reading, suspects, without
from narrow_cornice.survey.network import Adjusted, Angle, Distance, Observation, Point
from narrow_cornice.survey.starting_figure import area, crossing_sides, solved
from narrow_cornice.survey.traverse import compass_rule

Turn = Literal["left", "right"]
Kind = Literal["side", "diagonal", "angle", "assumed", "offset", "width"]

CORRECTED = 1e-6  # mm: what least squares adds below this is its own rounding
FACING = math.cos(math.radians(30.0))
FARTHEST_TURN = 60.0  # degrees by which the corners of a walk may fail to come round before a corner must be wrong


class Observed(msgspec.Struct, frozen=True, gc=False):
    """One reading of a plan: what it observes, the path where it can be changed, and its words ("B to D")."""

    observation: Observation
    kind: Kind
    about: ThingPath
    words: str


class Side(msgspec.Struct, frozen=True):
    """One side of the adjusted plan, from corner ``start`` to ``end``; ``direction`` is a unit vector.

    ``correction`` is what least squares added to the mean of its readings, ``follows`` whether nobody read it.
    """

    name: str
    start: Point
    end: Point
    direction: Point
    length: Figure
    sigma: float
    correction: float
    follows: bool

    @property
    def outward(self) -> Point:
        """Return the unit normal that points out of the room."""
        return (self.direction[1], -self.direction[0])


class Plan(msgspec.Struct, frozen=True):
    """The adjusted plan, or why there is none yet.

    ``sides`` is empty while ``fault`` is set; ``angles`` are the adjusted interior angles of the corners in degrees
    with their standard uncertainties. ``sketch`` are the corners as far as they are known, for a drawing of a plan
    that is not determined; ``wanted`` are then the two corners whose distance is best read next. ``closure`` is how
    far the plain walk along sides and corners fails to come round, in mm, None where it is not all known.
    """

    sides: tuple[Side, ...]
    angles: tuple[float, ...] = ()
    angle_sigmas: tuple[float, ...] = ()
    observed: tuple[Observed, ...] = ()
    network: Adjusted | None = None
    fault: str = ""
    sketch: tuple[Point, ...] = ()
    wanted: tuple[int, int] | None = None
    closure: float | None = None

    @property
    def determined(self) -> bool:
        """Whether there is a plan to draw and to count by."""
        return not self.fault

    @property
    def corners(self) -> tuple[Point, ...]:
        """Return the corner points in mm, anticlockwise."""
        return tuple(side.start for side in self.sides)

    def turn(self, corner: int) -> Turn:
        """Return whether a corner is an inside one (left) or an outside one."""
        return "left" if self.angles[corner] <= 180.0 else "right"

    def inside_corners(self) -> int:
        """Return how many corners turn left."""
        return sum(angle <= 180.0 for angle in self.angles)


class Doubt(msgspec.Struct, frozen=True):
    """A reading that the others speak against: by how much (mm or °), and how many standard deviations that is."""

    observed: Observed
    off: float
    standardised: float


def corner_name(index: int) -> str:
    """Return A, B … Z, AA, AB … for the index of a corner."""
    name = ""
    index += 1
    while index:
        index, letter = divmod(index - 1, 26)
        name = chr(65 + letter) + name
    return name


def side_name(index: int, count: int) -> str:
    """Return the name of a side by its corners, as "A–B"."""
    return f"{corner_name(index)}–{corner_name((index + 1) % count)}"


def pair_name(one: int, other: int) -> str:
    """Return the words for the way between two corners, as "B to D"."""
    return f"{corner_name(one)} to {corner_name(other)}"


@explained("wall", "mm", "as read + least squares correction")
def adjusted_side(as_read: float, least_squares_correction: float) -> float:
    """Return the adjusted length of a wall that was read."""
    return as_read + least_squares_correction


@explained("wall", "mm", "√(along × along + across × across)")
def between_corners(along: float, across: float) -> float:
    """Return the length of a wall nobody read, from where its corners came out."""
    return math.sqrt(along * along + across * across)


def _without_plan(fault: str, network: Adjusted | None, observed: Sequence[Observed]) -> Plan:
    sketch = network.points if network is not None else ()
    return Plan((), fault=fault, network=network, observed=tuple(observed), sketch=sketch)


def _corners_come_round(observed: Sequence[Observed], count: int) -> str:
    """Return what is wrong where all corners are known and do not bring the walk back to its beginning."""
    known: dict[int, list[float]] = {}
    for one in observed:
        if isinstance(one.observation, Angle) and one.kind in ("angle", "assumed"):
            known.setdefault(one.observation.at, []).append(one.observation.value)
    if len(known) < count:
        return ""
    over = sum(sum(values) / len(values) for values in known.values()) - (count - 2) * 180.0
    if abs(over) < FARTHEST_TURN:
        return ""
    way = "inside" if over > 0 else "outside"
    more = max(1, round(abs(over) / 180.0))
    return f"The corners do not bring the walk back to A: {more} more must turn {way}, or a wall is missing."


def measured_plan(
    observed: Sequence[Observed], read: Sequence[Figure | None], guesses: dict[int, float] | None = None
) -> Plan:
    """Return the plan that the readings make, or a plan with its ``fault`` in words.

    ``read`` holds the mean of each side's readings as a figure, None where nobody read it; ``guesses`` are interior
    angles of corners that are neither read nor assumed: they steer the beginning and weigh nothing.
    """
    count = len(read)
    if count < 3:
        return _without_plan("A room has at least three walls.", None, observed)
    fault = _corners_come_round(observed, count)
    network = solved([one.observation for one in observed], count, guesses)
    if fault:
        return _without_plan(fault, network, observed)
    if not network.determined:
        wanted = next_reading(network)
        words = "" if wanted is None else f": read {pair_name(*wanted)} next"
        plan = _without_plan(f"Not determined yet{words}.", network, observed)
        return msgspec.structs.replace(plan, wanted=wanted)
    points = network.points
    crossing = crossing_sides(points)
    if crossing is not None:
        first, second = (side_name(index, count) for index in crossing)
        return _without_plan(f"Walls {first} and {second} would cross: read them again.", network, observed)
    if area(points) <= 0:
        return _without_plan("The readings turn the room inside out: read the corners again.", network, observed)
    sure = network.distance_sigmas([(index, (index + 1) % count) for index in range(count)])
    sides = tuple(_side(index, count, network, read[index], sure[index]) for index in range(count))
    short = next((side for side in sides if side.length.value < 1.0), None)
    if short is not None:
        return _without_plan(
            f"Nothing would be left of wall {short.name}: one of the readings it follows from is wrong.",
            network,
            observed,
        )
    angles = tuple(interior_angle_at(points, index) for index in range(count))
    return Plan(sides, angles, network.angle_sigmas(), tuple(observed), network, closure=_closure(observed, read))


def _side(index: int, count: int, network: Adjusted, read: Figure | None, sigma: float) -> Side:
    """Return one side, as sure as is said; the figure of its length says what least squares did to it."""
    start, end = network.points[index], network.points[(index + 1) % count]
    east, north = end[0] - start[0], end[1] - start[1]
    long = math.hypot(east, north)
    direction = (east / max(long, 1e-9), north / max(long, 1e-9))
    name = side_name(index, count)
    if read is None:
        note = "where its corners came out"
        length = between_corners(
            table("along", abs(east), "mm", note),
            table("across", abs(north), "mm", note),
            called=f"wall {name}",
            note="nobody read it: it follows from the others",
        )
        return Side(name, start, end, direction, msgspec.structs.replace(length, sigma=sigma), sigma, 0.0, True)
    correction = long - read.value
    if abs(correction) < CORRECTED:
        return Side(name, start, end, direction, read, sigma, 0.0, False)
    added = table(
        "least squares correction",
        correction,
        "mm",
        f"so that all {len(network.observations)} readings agree best, each weighed by how sure it is",
    )
    length = adjusted_side(read, added, called=f"wall {name}")
    return Side(name, start, end, direction, msgspec.structs.replace(length, sigma=sigma), sigma, correction, False)


def interior_angle_at(points: Sequence[Point], at: int) -> float:
    """Return the interior angle of a corner in degrees."""
    x, y = points[at]
    (ax, ay), (bx, by) = points[(at + 1) % len(points)], points[at - 1]
    return math.degrees(math.atan2(by - y, bx - x) - math.atan2(ay - y, ax - x)) % 360.0


def _closure(observed: Sequence[Observed], read: Sequence[Figure | None]) -> float | None:
    """Return the gap of the plain walk in mm, None where a side or a corner is not known."""
    angles = {
        one.observation.at: one.observation.value
        for one in observed
        if isinstance(one.observation, Angle) and one.kind in ("angle", "assumed")
    }
    sides = [figure.value for figure in read if figure is not None]
    if len(sides) < len(read) or len(angles) < len(read):
        return None
    return compass_rule(sides, [angles[index] for index in range(len(read))]).gap


def doubts(plan: Plan) -> tuple[Doubt, ...]:
    """Return the readings that the others speak against, the likeliest wrong one first."""
    network = plan.network
    if network is None or not network.determined:
        return ()
    found = []
    for index in suspects(network):
        otherwise = without(network, index)
        score = network.standardised[index]
        if otherwise is not None and score is not None:
            off = otherwise - network.observations[index].value
            found.append(Doubt(plan.observed[index], off, score))
    return tuple(found)


def read_distance(plan: Plan, one: int, other: int) -> bool:
    """Return whether the distance between two corners has been read."""
    return any(
        isinstance(seen.observation, Distance) and {seen.observation.start, seen.observation.end} == {one, other}
        for seen in plan.observed
    )


def on_floor(side: Side, along: float, out: float) -> Point:
    """Return the place on the plan ``along`` a wall from its left end and ``out`` from it into the room."""
    (x, y), (dx, dy), (ox, oy) = side.end, side.direction, side.outward
    return (x - dx * along - ox * out, y - dy * along - oy * out)


def facing_walls(plan: Plan, index: int) -> tuple[int, ...]:
    """Return the walls that face a wall of a determined plan within 30°, the nearest first.

    Straight across from some place on the one, the other must lie in front of it.
    """
    one = plan.sides[index]
    nearness = {}
    for n, other in enumerate(plan.sides):
        turned = one.direction[0] * other.direction[0] + one.direction[1] * other.direction[1]
        if n == index or turned > -FACING:
            continue
        # The other as seen along this wall: where it begins and ends beside it, and how far in front it lies.
        places = [
            ((x - one.start[0]) * one.direction[0] + (y - one.start[1]) * one.direction[1])
            for x, y in (other.start, other.end)
        ]
        ahead = [
            -((x - one.start[0]) * one.outward[0] + (y - one.start[1]) * one.outward[1])
            for x, y in (other.start, other.end)
        ]
        if min(ahead) > 1.0 and max(places) > 1.0 and min(places) < one.length.value - 1.0:
            nearness[n] = sum(ahead) / 2
    return tuple(sorted(nearness, key=nearness.__getitem__))


def plan_area(corners: Sequence[Point]) -> float:
    """Return the area inside the corners in mm² (shoelace formula; positive when anticlockwise)."""
    return area(corners)
