"""What is drawn in space: marks of flat drawings lifted onto their planes, and what each face is painted with."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from typing import NamedTuple

from narrow_cornice.colour.tones import toned
from narrow_cornice.drawing.marks import About, Area, Areas, Mark, Pen, Point, Strip, Stroke
from narrow_cornice.perspective.bodies import Body, Face, Plane, Sheet, prism
from narrow_cornice.perspective.eye import Place

Lifted = Callable[[float, float], Place]
SIDES = (0.94, 0.86)  # tones of upright faces of a block: those that look north or south, and those east or west
OVER, UNDER = 1.04, 0.7  # of its top and of its underside


class Paint(NamedTuple):
    """What a face is drawn with: filled, or with a pen along it; and what it shows."""

    fill: str
    pen: Pen | None
    about: About


class Stage:
    """Bodies as they are put into a room, and the paints of their faces by key."""

    def __init__(self) -> None:
        self.bodies: list[Body] = []
        self.paints: list[Paint] = []

    def key(self, fill: str, about: About = None, pen: Pen | None = None) -> int:
        """Return the key of faces that are painted so."""
        self.paints.append(Paint(fill, pen, about))
        return len(self.paints) - 1

    def faces_of(self, marks: Iterable[Mark], lifted: Lifted) -> list[Face]:
        """Return flat marks as faces on a plane, in their order; letters, sizes and pictures are left out."""
        made: list[Face] = []
        for mark in marks:
            if isinstance(mark, Area):
                made += self._outline(mark.points, mark.fill, mark.pen, mark.about, lifted)
            elif isinstance(mark, Areas):
                fill = self.key(mark.fill)
                made += [Face([lifted(*point) for point in one], fill) for one in mark.outlines]
                if mark.pen is not None:
                    line = self.key("", None, mark.pen)
                    made += [
                        Face([lifted(*point) for point in (*one, one[0])], line, line=True) for one in mark.outlines
                    ]
            elif isinstance(mark, Strip):
                for points, shade in mark.bands():
                    made.append(Face([lifted(*point) for point in points], self.key(shade, mark.about)))
            elif isinstance(mark, Stroke):
                points = (*mark.points, mark.points[0]) if mark.closed else mark.points
                key = self.key("", mark.about, mark.pen)
                made.append(Face([lifted(*point) for point in points], key, line=True))
        return made

    # Many parameters: an outline and how it is drawn.
    def _outline(
        self, points: Sequence[Point], fill: str, pen: Pen | None, about: About, lifted: Lifted
    ) -> Iterable[Face]:
        ring = [lifted(*point) for point in points]
        if len(ring) > 2:
            yield Face(ring, self.key(fill, about))
        if pen is not None:
            yield Face([*ring, ring[0]], self.key("", about, pen), line=True)

    def sheet(self, plane: Plane, faces: Sequence[Face], *, both: bool = False) -> None:
        """Put faces of one plane into the room."""
        if faces:
            self.bodies.append(Body((Sheet(plane, faces, both),), (plane,)))

    # Many parameters: a block and how it is drawn.
    def block(
        self,
        outline: Sequence[Point],
        low: float,
        high: float,
        fill: str,
        about: About,
        pen: Pen | None = None,
    ) -> None:
        """Put an upright block over a convex outline (anticlockwise) into the room: its faces toned by how they look,
        with a line along their edges."""
        if high - low < 0.5 or len(outline) < 3:
            return
        keys = []
        for index, (x0, y0) in enumerate(outline):
            x1, y1 = outline[(index + 1) % len(outline)]
            long = max(1e-9, ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5)
            share = ((x1 - x0) / long) ** 2
            keys.append(self.key(faded(fill, SIDES[0] * share + SIDES[1] * (1 - share)), about))
        keys += [self.key(faded(fill, OVER), about), self.key(faded(fill, UNDER), about)]
        body = prism(outline, low, high, keys)
        line = self.key("", about, pen or Pen("line", 0.45))
        sheets = tuple(
            one._replace(faces=(*one.faces, Face([*one.faces[0].points, one.faces[0].points[0]], line, line=True)))
            for one in body.sheets
        )
        self.bodies.append(body._replace(sheets=sheets))


def faded(fill: str, tone: float) -> str:
    """Return a colour under a tone; one that lets through keeps its opacity."""
    return toned(fill[:7], tone) + fill[7:] if fill.startswith("#") else fill
