"""Frames: where the face of a wall lies on a drawing."""

from __future__ import annotations

import msgspec

from narrow_cornice.drawing.marks import Point
from narrow_cornice.survey.faces import Rect


class Frame(msgspec.Struct, frozen=True):
    """A face on the drawing: the place of its lower left corner, and the unit steps along u and up v."""

    origin: Point
    u: Point
    v: Point

    def at(self, u: float, v: float) -> Point:
        """Return the place of a point of the face."""
        return (
            self.origin[0] + self.u[0] * u + self.v[0] * v,
            self.origin[1] + self.u[1] * u + self.v[1] * v,
        )

    def quad(self, rect: Rect) -> tuple[Point, Point, Point, Point]:
        """Return the corners of a rectangle of the face."""
        return (
            self.at(rect.u0, rect.v0),
            self.at(rect.u1, rect.v0),
            self.at(rect.u1, rect.v1),
            self.at(rect.u0, rect.v1),
        )

    def step(self, u: float, v: float) -> Point:
        """Return a way along the face as a way on the drawing."""
        return (self.u[0] * u + self.v[0] * v, self.u[1] * u + self.v[1] * v)
