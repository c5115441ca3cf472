"""Outlines of straight lines, arcs of circles and conic arcs, measured exactly but for the conics.

Section coordinates: z out from the wall, y up from the bottom of the piece, both in mm. The exposed face is a
path from its lower end to its upper end; the wall closes it. Girth is the length of the exposed path, area
comes from Green's theorem (area = ∮ z dy), for arcs in closed form, for conics by Gauss–Legendre quadrature, which
leaves less than a millionth.
"""

from __future__ import annotations

import math
from functools import cache

import msgspec

from narrow_cornice.memo import by_identity

Point = tuple[float, float]


class Line(msgspec.Struct, frozen=True):
    """A straight stretch from ``start`` to ``end``, as (z, y)."""

    start: Point
    end: Point

    @property
    def length(self) -> float:
        """Return the length in mm."""
        return math.dist(self.start, self.end)

    @property
    def z_dy(self) -> float:
        """Return the integral of z dy along the line, in mm²."""
        return 0.5 * (self.start[0] + self.end[0]) * (self.end[1] - self.start[1])

    def points(self, _step: float) -> list[Point]:
        """Return the end point; a line needs no others."""
        return [self.end]

    def moved(self, z: float, y: float) -> Line:
        """Return the line moved by z and y."""
        return Line((self.start[0] + z, self.start[1] + y), (self.end[0] + z, self.end[1] + y))

    def turned_over(self, height: float) -> Line:
        """Return the line with the piece turned upside down, run the other way."""
        return Line((self.end[0], height - self.end[1]), (self.start[0], height - self.start[1]))


class Arc(msgspec.Struct, frozen=True):
    """An arc of a circle from angle ``begin`` over ``sweep`` (radians, anticlockwise from +z towards +y)."""

    centre: Point
    radius: float
    begin: float
    sweep: float

    def at(self, angle: float) -> Point:
        """Return the point of the circle at ``angle``."""
        return (self.centre[0] + self.radius * math.cos(angle), self.centre[1] + self.radius * math.sin(angle))

    @property
    def start(self) -> Point:
        """Return the first point."""
        return self.at(self.begin)

    @property
    def end(self) -> Point:
        """Return the last point."""
        return self.at(self.begin + self.sweep)

    @property
    def length(self) -> float:
        """Return the length in mm."""
        return self.radius * abs(self.sweep)

    @property
    def z_dy(self) -> float:
        """Return the integral of z dy along the arc, in mm²: ∫ (c + r cos t) r cos t dt."""
        a, b = self.begin, self.begin + self.sweep
        c, r = self.centre[0], self.radius
        return c * r * (math.sin(b) - math.sin(a)) + r * r * ((b - a) / 2 + (math.sin(2 * b) - math.sin(2 * a)) / 4)

    def points(self, step: float) -> list[Point]:
        """Return points along the arc, at most ``step`` radians apart, without the first."""
        count = max(2, math.ceil(abs(self.sweep) / step))
        return [self.at(self.begin + self.sweep * index / count) for index in range(1, count + 1)]

    def moved(self, z: float, y: float) -> Arc:
        """Return the arc moved by z and y."""
        return Arc((self.centre[0] + z, self.centre[1] + y), self.radius, self.begin, self.sweep)

    def turned_over(self, height: float) -> Arc:
        """Return the arc with the piece turned upside down, run the other way."""
        return Arc((self.centre[0], height - self.centre[1]), self.radius, -(self.begin + self.sweep), self.sweep)


class Conic(msgspec.Struct, frozen=True):
    """A conic arc as a rational quadratic curve from ``start`` to ``end``, touching the lines to ``control`` there.

    ``weight`` below 1 makes an ellipse, 1 a parabola, above 1 a hyperbola (Farin, *Curves and Surfaces for CAGD*, 12).
    It stays within the triangle of its three points.
    """

    start: Point
    control: Point
    end: Point
    weight: float

    def at(self, t: float) -> Point:
        """Return the point at a parameter from 0 to 1."""
        a, b, c = (1 - t) ** 2, 2 * self.weight * t * (1 - t), t * t
        whole = a + b + c
        return (
            (a * self.start[0] + b * self.control[0] + c * self.end[0]) / whole,
            (a * self.start[1] + b * self.control[1] + c * self.end[1]) / whole,
        )

    def _slope(self, t: float) -> Point:
        """Return the derivative by the parameter."""
        w, (z, y) = self.weight, self.at(t)
        whole = (1 - t) ** 2 + 2 * w * t * (1 - t) + t * t
        da, db, dc = -2 * (1 - t), 2 * w * (1 - 2 * t), 2 * t
        return (
            (da * (self.start[0] - z) + db * (self.control[0] - z) + dc * (self.end[0] - z)) / whole,
            (da * (self.start[1] - y) + db * (self.control[1] - y) + dc * (self.end[1] - y)) / whole,
        )

    @property
    def length(self) -> float:
        """Return the length in mm."""
        return sum(weight * math.hypot(*self._slope(t)) for t, weight in _quadrature())

    @property
    def z_dy(self) -> float:
        """Return the integral of z dy along the arc, in mm²."""
        return sum(weight * self.at(t)[0] * self._slope(t)[1] for t, weight in _quadrature())

    def points(self, step: float) -> list[Point]:
        """Return points along the arc, about ``step`` radians of turn apart, without the first."""
        (az, ay), (bz, by) = (
            (self.control[0] - self.start[0], self.control[1] - self.start[1]),
            (self.end[0] - self.control[0], self.end[1] - self.control[1]),
        )
        turn = abs(math.atan2(az * by - ay * bz, az * bz + ay * by))
        count = max(3, math.ceil(turn / step))
        return [self.at(index / count) for index in range(1, count)] + [self.end]

    def moved(self, z: float, y: float) -> Conic:
        """Return the arc moved by z and y."""
        start, control, end = ((a + z, b + y) for a, b in (self.start, self.control, self.end))
        return Conic(start, control, end, self.weight)

    def turned_over(self, height: float) -> Conic:
        """Return the arc with the piece turned upside down, run the other way."""
        start, control, end = ((z, height - y) for z, y in (self.end, self.control, self.start))
        return Conic(start, control, end, self.weight)


@cache
def _quadrature() -> tuple[tuple[float, float], ...]:
    """Return the places and weights of Gauss–Legendre quadrature over 0 … 1."""
    from numpy.polynomial.legendre import leggauss

    places, weights = leggauss(40)
    return tuple((0.5 * (float(t) + 1.0), 0.5 * float(w)) for t, w in zip(places, weights, strict=True))


Segment = Line | Arc | Conic


class Outline(msgspec.Struct, frozen=True):
    """The exposed face of a piece of trim, from its lower to its upper end."""

    segments: tuple[Segment, ...]

    @property
    def girth(self) -> float:
        """Return the length of the exposed face in mm: what is painted per unit of length."""
        return sum(segment.length for segment in self.segments)

    @property
    def area(self) -> float:
        """Return the area of the section in mm², closed by the wall at z = 0."""
        return sum(segment.z_dy for segment in self.segments)

    @property
    def undercut(self) -> float:
        """Return how far the face falls back down behind what is lower, at most, in mm: the depth of drips and quirks
        that no straight pass of a knife from the front reaches."""
        deepest, high = 0.0, -math.inf
        for _, y in self.polyline():
            high = max(high, y)
            deepest = max(deepest, high - y)
        return deepest

    def thinnest(self, reach: float) -> float:
        """Return the least depth off the wall in mm, of the part of a piece between its edges that is ``reach`` from
        either end: what is left to break."""
        points = self.polyline()
        low, high = min(y for _, y in points) + reach, max(y for _, y in points) - reach
        inside = [z for z, y in points if low <= y <= high]
        return min(inside, default=max(z for z, _ in points))

    def polyline(self, step: float = math.radians(6)) -> list[Point]:
        """Return the face as points close enough together to draw."""
        return list(_drawn(self, step))

    def turned_over(self, height: float) -> Outline:
        """Return the same piece upside down."""
        return Outline(tuple(segment.turned_over(height) for segment in reversed(self.segments)))


@by_identity(times=1, each="thing")
def _drawn(outline: Outline, step: float) -> tuple[Point, ...]:
    """Return the points of a face, at most ``step`` of turn between them; most are asked for many times."""
    points = [outline.segments[0].start]
    for segment in outline.segments:
        for point in segment.points(step):
            if math.dist(point, points[-1]) > 1e-9:
                points.append(point)
    return tuple(points)
