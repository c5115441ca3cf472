"""The marks a drawing is made of.

Places are in millimetres on the drawing, x to the right and y down. Weights of lines and sizes of letters are in
points and do not grow with the zoom. A colour is #rrggbb, #rrggbbaa, or a role of the paper ("ink", "soft", "rule",
"paper", "board", "verdigris", "rust", "ochre", "glass", and "line" and "letter" for
what is drawn over the room's own colours), which each back end resolves. ``about`` is the path of what a
mark shows, the same paths that figures and findings use; hit-testing goes by it.
"""

from __future__ import annotations

import math
from typing import Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.colour.tones import toned
from narrow_cornice.explained.paths import ThingPath

Point = tuple[float, float]
About = ThingPath | None
ALWAYS = 1e6  # mm within which whatever is written has room

ROLES = {
    "paper": "#fdfbf5",
    "board": "#e9e1d3",
    "sheet": "#f6f1e7",
    "ink": "#2a2724",
    "soft": "#6d635a",
    "rule": "#c9bdab",
    "verdigris": "#2e6b60",
    "rust": "#a4492f",
    "ochre": "#7d5710",
    "glass": "#e3edf0",
    "wood": "#e8d9bd",
    "line": "#2a2724",
    "letter": "#8a3219",
}


MM_PER_POINT = 25.4 / 72


class Pen(msgspec.Struct, frozen=True, gc=False):
    """A line: colour, weight in points, and whether it is dashed."""

    colour: str = "ink"
    weight: float = 0.8
    dashed: bool = False


class Area(msgspec.Struct, frozen=True, gc=False):
    """A filled outline."""

    points: tuple[Point, ...]
    fill: str
    about: About = None
    pen: Pen | None = None


class Areas(msgspec.Struct, frozen=True, gc=False):
    """Many filled outlines alike, such as the pieces of a field, with the ``box`` they lie in (left, top, right,
    bottom). They are not pointed at one by one: what is behind them is."""

    outlines: tuple[tuple[Point, ...], ...]
    box: tuple[float, float, float, float]
    fill: str
    pen: Pen | None = None

    @property
    def about(self) -> About:
        """Return nothing: an area behind says what they are of."""
        return None


def areas(outlines: tuple[tuple[Point, ...], ...], fill: str, pen: Pen | None = None) -> Areas:
    """Return outlines as one mark."""
    xs = [x for outline in outlines for x, _ in outline]
    ys = [y for outline in outlines for _, y in outline]
    box = (min(xs), min(ys), max(xs), max(ys)) if xs else (0.0, 0.0, 0.0, 0.0)
    return Areas(outlines, box, fill, pen)


class Stroke(msgspec.Struct, frozen=True, gc=False):
    """An open or closed line."""

    points: tuple[Point, ...]
    pen: Pen = Pen()
    closed: bool = False
    about: About = None


class Strip(msgspec.Struct, frozen=True, gc=False):
    """A shade strip: a parallelogram from ``origin`` along and across, its tones running across from the origin."""

    origin: Point
    along: Point
    across: Point
    colour: str
    tones: tuple[float, ...]
    about: About = None

    @property
    def points(self) -> tuple[Point, ...]:
        """Return the four corners."""
        (x, y), (ax, ay), (cx, cy) = self.origin, self.along, self.across
        return ((x, y), (x + ax, y + ay), (x + ax + cx, y + ay + cy), (x + cx, y + cy))

    def bands(self) -> list[tuple[tuple[Point, ...], str]]:
        """Return the strip as outlines of one colour each, for back ends that fill nothing else.

        Equal tones side by side are one band; each reaches a hair over the next, so that no seam shows.
        """
        (x, y), (ax, ay), (cx, cy) = self.origin, self.along, self.across
        shades = [toned(self.colour, tone) for tone in self.tones]
        count, begin = len(shades), 0
        made: list[tuple[tuple[Point, ...], str]] = []
        for index in range(1, count + 1):
            if index < count and shades[index] == shades[begin]:
                continue
            low, high = begin / count, min(1.0, (index + 0.3) / count)
            quad = (
                (x + cx * low, y + cy * low),
                (x + ax + cx * low, y + ay + cy * low),
                (x + ax + cx * high, y + ay + cy * high),
                (x + cx * high, y + cy * high),
            )
            made.append((quad, shades[begin]))
            begin = index
        return made


class Label(msgspec.Struct, frozen=True, gc=False):
    """Letters at a place, or where that is taken ``elsewhere`` (see ``lettering``).

    ``within`` is the room they have in mm: where they would be longer they are left out; ``patch`` clears the paper
    under them, for figures that stand on lines.
    """

    at: Point
    text: str
    size: float = 9.0
    colour: str = "ink"
    anchor: Literal["left", "middle", "right"] = "middle"
    face: Literal["text", "bold", "name", "slanted"] = "text"
    turned: bool = False
    within: float | None = None
    about: About = None
    elsewhere: tuple[Point, ...] = ()
    patch: bool = False


class Dimension(msgspec.Struct, frozen=True, gc=False):
    """A dimension line between two places, ``aside`` mm to the left of the way from start to end.

    ``beside`` writes the figure level at the far side of the line, for lines shorter than their figure; any other
    stands ``share`` of the way along the line, ``lift`` times its own height over it, and ``slides`` where that place
    is taken (see ``lettering``). Its letters are ``small`` times as large as usual.
    """

    start: Point
    end: Point
    aside: float
    text: str
    about: About = None
    colour: str = "soft"
    beside: bool = False
    share: float = 0.5
    lift: float = 0.55
    slides: bool = False
    small: float = 1.0


class Photograph(msgspec.Struct, frozen=True):
    """A picture laid over a rectangle of the drawing, faintly: ``content`` is a PNG, ``opacity`` from 0 to 1."""

    corner: Point
    wide: float
    tall: float
    content: bytes
    opacity: float = 0.45
    about: About = None


class Handle(msgspec.Struct, frozen=True, gc=False):
    """A place that can be dragged in the window, or a whole ``outline`` that is taken hold of anywhere; nothing on
    paper."""

    at: Point
    about: About
    outline: tuple[Point, ...] = ()


Mark = Area | Areas | Stroke | Strip | Label | Dimension | Photograph | Handle


SMALLEST = 0.65  # of their size that letters are drawn at where there is no room
LAID_WIDE = 205.0  # mm that a board of cards or words is laid out to be drawn wide: as a usual window has it


class Drawing(msgspec.Struct, frozen=True):
    """A drawing: its title, a line below it, its marks from back to front, and the bounds they lie in. One that is a
    ``sheet`` of paper is laid out already: its letters and lines grow with it, and stay where they are. One whose
    letters have room where it is drawn so many mm ``wide`` or more (nought: at any size) has smaller ones below."""

    title: str
    subtitle: str
    marks: tuple[Mark, ...]
    bounds: tuple[float, float, float, float]
    sheet: bool = False
    wide: float = 0.0


def lettered_for(drawing: Drawing, points: float) -> Drawing:
    """Return a sheet as it is drawn where a point of it is ``points`` points of the screen; any other as it is, its
    letters smaller where they have no room at that scale."""
    if not drawing.sheet:
        left, _, right, _ = drawing.bounds
        small = max(SMALLEST, (right - left) * points / drawing.wide) if drawing.wide > 0.0 else 1.0
        if small >= 1.0:
            return drawing
        return replace(drawing, marks=tuple(_smaller(mark, small) for mark in drawing.marks))

    def pen(one: Pen | None) -> Pen | None:
        return None if one is None else replace(one, weight=one.weight * points)

    def grown(mark: Mark) -> Mark:
        match mark:
            case Label():
                return replace(mark, size=mark.size * points)
            case Area() | Areas():
                return mark if mark.pen is None else replace(mark, pen=pen(mark.pen))
            case Stroke():
                return replace(mark, pen=pen(mark.pen))
            case _:
                return mark

    return replace(drawing, marks=tuple(grown(mark) for mark in drawing.marks))


def _smaller(mark: Mark, small: float) -> Mark:
    if isinstance(mark, Label):
        return replace(mark, size=mark.size * small)
    return replace(mark, small=mark.small * small) if isinstance(mark, Dimension) else mark


def points_of(mark: Mark) -> tuple[Point, ...]:
    """Return the places a mark touches, for bounds and hit-testing."""
    match mark:
        case Area() | Stroke() | Strip():
            return mark.points
        case Areas(box=(left, top, right, bottom)):
            return ((left, top), (right, bottom))
        case Label() | Handle():
            return (mark.at,)
        case Photograph(corner=(x, y)):
            return ((x, y), (x + mark.wide, y + mark.tall))
        case Dimension():
            a, b = dimension_line(mark)
            return (mark.start, mark.end, a, b)


def dimension_line(mark: Dimension) -> tuple[Point, Point]:
    """Return the two ends of the line itself, set aside from what it measures."""
    (x0, y0), (x1, y1) = mark.start, mark.end
    length = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5 or 1.0
    dx, dy = (y1 - y0) / length * mark.aside, -(x1 - x0) / length * mark.aside
    return (x0 + dx, y0 + dy), (x1 + dx, y1 + dy)


def reading_turn(start: Point, end: Point) -> float:
    """Return the degrees by which letters along a line are turned so that they read from below or from the right."""
    angle = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]))
    while angle >= 90.0 - 1e-6:
        angle -= 180.0
    while angle < -90.0 - 1e-6:
        angle += 180.0
    return 0.0 if abs(angle) < 0.05 else angle


def above_line(start: Point, end: Point, lift: float) -> Point:
    """Return the place of letters along a line: its middle, lifted upwards as the letters see it."""
    turn = math.radians(reading_turn(start, end))
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    return (middle[0] + math.sin(turn) * lift, middle[1] - math.cos(turn) * lift)


def box_of(mark: Mark) -> tuple[float, float, float, float]:
    """Return (left, top, right, bottom) in mm around one mark."""
    xs, ys = zip(*points_of(mark), strict=True)
    return (min(xs), min(ys), max(xs), max(ys))


def bounds_of(marks: tuple[Mark, ...] | list[Mark], margin: float = 0.0) -> tuple[float, float, float, float]:
    """Return (left, top, right, bottom) in mm around all marks."""
    xs, ys = [], []
    for mark in marks:
        for x, y in points_of(mark):
            xs.append(x)
            ys.append(y)
    if not xs:
        return (0.0, 0.0, 100.0, 100.0)
    return (min(xs) - margin, min(ys) - margin, max(xs) + margin, max(ys) + margin)
