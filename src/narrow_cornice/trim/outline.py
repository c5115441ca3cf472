"""Outlines of straight lines and arcs of circles, measured exactly.

Section coordinates: z out from the wall, y up from the bottom of the piece, both in mm. The exposed face is a
path from its lower end to its upper end; the wall closes it. Girth is the length of the exposed path, area
comes from Green's theorem (area = ∮ z dy), for arcs in closed form.
"""

from __future__ import annotations

import math

import msgspec

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

    def turned_over(self, height: float) -> Arc:
        """Return the arc with the piece turned upside down, run the other way."""
        return Arc((self.centre[0], height - self.centre[1]), self.radius, -(self.begin + self.sweep), self.sweep)


Segment = Line | Arc


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

    def polyline(self, step: float = math.radians(6)) -> list[Point]:
        """Return the face as points close enough together to draw."""
        points = [self.segments[0].start]
        for segment in self.segments:
            for point in segment.points(step):
                if math.dist(point, points[-1]) > 1e-9:
                    points.append(point)
        return points

    def turned_over(self, height: float) -> Outline:
        """Return the same piece upside down."""
        return Outline(tuple(segment.turned_over(height) for segment in reversed(self.segments)))
