"""The ceiling beside the unfolded room, since it has no edge of its own to hinge on: a sample of its colour, or, where
a field lies on it, all of it, smaller than the rest."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import MeasuredRoom
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.drawing.coloured import Colours
from narrow_cornice.drawing.fields import field_marks
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Areas, Label, Mark, Pen, Point, Stroke
from narrow_cornice.job.paths import SurfacePath

Box = tuple[float, float, float, float]
BESIDE = 120.0  # mm of the drawing from its edge
SHARES = (0.3, 0.26, 0.22, 0.18, 0.14, 0.1)  # of the drawing's width that all of a ceiling may take
WORDS = 420.0  # mm below it for what it is called


def sample_card(measured: MeasuredRoom, colours: Colours, bounds: Box) -> list[Mark]:
    """Return the colour of the ceiling as a card at the lower left of the drawing."""
    left, _, right, bottom = bounds
    size = max(420.0, 0.1 * (right - left))
    x, y = left + BESIDE, bottom - BESIDE - size * 0.7
    about = SurfacePath(measured.room.id, "ceiling", "room")
    card = ((x, y), (x + size, y), (x + size, y + size * 0.7), (x, y + size * 0.7))
    return [
        Area(card, colours.of("ceiling@room", "#f7f3ea"), about, Pen("soft", 0.8)),
        Label((x + size / 2, y + size * 0.35), "ceiling", 9, "line", face="slanted", within=size, about=about),
    ]


# Many parameters: the ceiling, what lies on it, and what it has to keep clear of.
def whole_ceiling(
    measured: MeasuredRoom,
    colours: Colours,
    bounds: Box,
    fields: Sequence[LaidField],
    plan: Frame,
    faces: Sequence[Sequence[Point]],
) -> list[Mark]:
    """Return all of a ceiling with its fields, as it is seen in a mirror on the floor: as large as it finds room for in
    a corner of the drawing, clear of the walls (``faces``); ``plan`` is how the plan lies on the drawing."""
    corners = [plan.at(*corner) for corner in measured.plan.corners]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    there = (min(xs), min(ys), max(xs), max(ys))
    scale, (x, y) = _room_for(bounds, (there[2] - there[0], there[3] - there[1]), faces)
    small = Frame(
        (x + scale * (plan.origin[0] - there[0]), y + scale * (plan.origin[1] - there[1])),
        (scale * plan.u[0], scale * plan.u[1]),
        (scale * plan.v[0], scale * plan.v[1]),
    )
    about = SurfacePath(measured.room.id, "ceiling", "room")
    ring = tuple(small.at(*corner) for corner in measured.plan.corners)
    wide, tall = scale * (there[2] - there[0]), scale * (there[3] - there[1])
    name = Label(
        (x + wide / 2, y + tall + 0.55 * WORDS), "ceiling, in a mirror", 8.5, "soft", face="slanted", about=about
    )
    return [
        Area(ring, colours.of("ceiling@room", "#f7f3ea"), about, Pen("soft", 0.6)),
        *map(_thinner, field_marks(small, fields, measured.room.id, colours)),
        Stroke(ring, Pen("line", 1.0), closed=True, about=about),
        name,
    ]


def _thinner(mark: Mark) -> Mark:
    """Return pieces with lines as thin as they are small."""
    return replace(mark, pen=Pen("soft", 0.2)) if isinstance(mark, Areas) and mark.pen is not None else mark


def _room_for(bounds: Box, size: tuple[float, float], faces: Sequence[Sequence[Point]]) -> tuple[float, Point]:
    """Return the scale of a ceiling and where its upper left corner lies: the largest that keeps clear of the walls,
    else the smallest, at the lower left."""
    import shapely

    walls = shapely.union_all([shapely.make_valid(shapely.Polygon(face)) for face in faces])
    found = list(_places(bounds, size))
    for scale, (x, y) in found:
        box = shapely.box(x - BESIDE, y - BESIDE, x + scale * size[0] + BESIDE, y + scale * size[1] + WORDS)
        if not shapely.intersects(box, walls):
            return scale, (x, y)
    return found[-4]


def _places(bounds: Box, size: tuple[float, float]) -> Iterator[tuple[float, Point]]:
    """Yield scales and places in the corners of a drawing, the largest first, the lower left first."""
    left, top, right, bottom = bounds
    for share in SHARES:
        scale = share * (right - left) / max(size)
        wide, tall = scale * size[0], scale * size[1]
        for y, x in itertools.product(
            (bottom - BESIDE - tall - WORDS, top + BESIDE), (left + BESIDE, right - BESIDE - wide)
        ):
            yield scale, (x, y)
