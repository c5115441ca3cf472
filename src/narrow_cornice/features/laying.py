"""How pieces lie beside one another over a plane: straight, in running rows, diagonal, herringbone, chevron, hexagons.

A cell is the place of one piece. Each is given by its outline on the surface and by how it lies in its piece: the place
of the piece's lower left corner and its turn, so that what is cut of a piece can be told in the piece's own measure.

Herringbone: two blocks at right angles make the unit, which steps by one block's width along both of their directions,
and by one block's length along the one and against the other. Chevron: block ends cut at the pattern's angle, meeting
on one line.
"""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Literal, NamedTuple, get_args

import msgspec

from narrow_cornice.features.region import Box, FieldError, Point, Region
from narrow_cornice.units.told import Told

if TYPE_CHECKING:
    import numpy as np

Pattern = Literal["straight", "running", "third", "diagonal", "herringbone", "hexagon", "chevron"]
PATTERNS: tuple[Pattern, ...] = get_args(Pattern)
IN_ROWS: dict[Pattern, tuple[float, ...]] = {"straight": (0.0,), "running": (0.0, 0.5), "third": (0.0, 1 / 3, 2 / 3)}
MOST_CELLS = 60_000


class Laying(msgspec.Struct, frozen=True):
    """Pieces of a ``width`` and ``height`` with a joint, in a pattern; ``start`` is the lower left corner of one of
    them (of chevron the foot of a line that blocks meet on), ``turn`` by how many degrees the whole is turned about it,
    and ``angle`` that of a chevron's blocks to the level."""

    pattern: Pattern
    width: float
    height: float
    joint: float
    start: Point = (0.0, 0.0)
    turn: float = 0.0
    angle: float = 45.0

    @property
    def turned(self) -> float:
        """Return by how many degrees the rows lie turned: what is laid diagonally, or in herringbone, is turned by 45
        degrees more."""
        return self.turn + (45.0 if self.pattern in ("diagonal", "herringbone") else 0.0)

    @property
    def column(self) -> float:
        """Return how wide a column of chevron is in mm: what is left of a block's length when its ends are cut."""
        lean = math.radians(self.angle)
        return (self.width - self.height * math.tan(lean)) * math.cos(lean)

    @property
    def shifts(self) -> tuple[float, ...]:
        """Return by what share of a step each row in turn is shifted; one that is not laid in rows has none."""
        return IN_ROWS.get(self.pattern, (0.0,))


class Cells(NamedTuple):
    """Places of pieces: their outlines (n, corners, 2) on the surface, where the lower left corner of each piece is
    (n, 2), by how many degrees each is turned (n), and the row and number of each (n, 2)."""

    outlines: np.ndarray
    anchors: np.ndarray
    turns: np.ndarray
    numbers: np.ndarray


def checked(laying: Laying) -> Laying:
    """Return it where such pieces can be. Raises FieldError with the size that cannot."""
    for name, size in (("width", laying.width), ("height", laying.height)):
        if not (math.isfinite(size) and 1.0 <= size <= 20_000):
            raise FieldError(Told("A piece of ", size, " cannot be."), where=name, remedy="1 mm to 20 m.")
    if not (math.isfinite(laying.joint) and 0 <= laying.joint <= 200):
        raise FieldError(Told("A joint of ", laying.joint, " cannot be."), where="joint", remedy="0 to 200 mm.")
    if not all(math.isfinite(value) and abs(value) <= 1e7 for value in (*laying.start, laying.turn)):
        raise FieldError("This start cannot be.", where="start")
    if laying.pattern == "herringbone" and laying.width < laying.height - 1e-9:
        return msgspec.structs.replace(laying, width=laying.height, height=laying.width)
    if laying.pattern == "chevron":
        if not 5 <= laying.angle <= 80:
            raise FieldError(f"Blocks at {laying.angle:g}° make no chevron.", where="angle", remedy="5° to 80°.")
        if laying.column < 1.0:
            raise FieldError(
                Told("Blocks of ", laying.width, " × ", laying.height, f" are too short for {laying.angle:g}°."),
                where="angle",
                remedy="Longer or narrower blocks, or a smaller angle.",
            )
    return laying


def cells_over(laying: Laying, region: Region) -> Cells:
    """Return every cell that may touch a region. Raises FieldError for more than can be laid."""
    import numpy as np

    laying = checked(laying)
    turn = math.radians(laying.turned)
    box = _box_in(region, laying.start, turn)
    made = _MAKING[laying.pattern](laying, box)
    cosine, sine = math.cos(turn), math.sin(turn)
    about = np.array([[cosine, sine], [-sine, cosine]])
    outlines = made.outlines @ about + np.asarray(laying.start)
    anchors = made.anchors @ about + np.asarray(laying.start)
    return Cells(outlines, anchors, made.turns + laying.turned, made.numbers)


def _box_in(region: Region, start: Point, turn: float) -> Box:
    """Return the bounds of a region in the frame of a laying."""
    import numpy as np

    points = np.array([point for outline, _ in region.parts for point in outline]) - np.asarray(start)
    cosine, sine = math.cos(turn), math.sin(turn)
    x, y = points[:, 0] * cosine + points[:, 1] * sine, points[:, 1] * cosine - points[:, 0] * sine
    return float(x.min()), float(y.min()), float(x.max()), float(y.max())


def _counted(first: float, last: float, step: float) -> range:
    """Return the numbers of steps that lie between two places, and one more on each side."""
    low, high = math.floor(first / step) - 1, math.ceil(last / step) + 1
    if high - low > MOST_CELLS:
        raise FieldError(f"More than {MOST_CELLS} pieces in one field.", where="width", remedy="Is the unit right?")
    return range(low, high + 1)


def _grid(columns: range, rows: range) -> tuple[np.ndarray, np.ndarray]:
    import numpy as np

    if len(columns) * len(rows) > MOST_CELLS:
        raise FieldError(f"More than {MOST_CELLS} pieces in one field.", where="width", remedy="Is the unit right?")
    column, row = np.meshgrid(np.array(columns), np.array(rows))
    return column.ravel(), row.ravel()


def _at(corners: np.ndarray, x: np.ndarray, y: np.ndarray, turns: np.ndarray, numbers: np.ndarray) -> Cells:
    """Return cells of one outline at places."""
    import numpy as np

    places = np.column_stack([x, y]).astype(float)
    return Cells(corners[None, :, :] + places[:, None, :], places, turns, numbers)


def _rectangle(width: float, height: float) -> np.ndarray:
    import numpy as np

    return np.array([[0.0, 0.0], [width, 0.0], [width, height], [0.0, height]])


def _in_rows(laying: Laying, box: Box) -> Cells:
    import numpy as np

    step, rise, shifts = laying.width + laying.joint, laying.height + laying.joint, laying.shifts
    column, row = _grid(_counted(box[0] - step, box[2], step), _counted(box[1], box[3], rise))
    x = (column + np.array(shifts)[row % len(shifts)]) * step
    turns = np.zeros(len(x))
    return _at(_rectangle(laying.width, laying.height), x, row * rise, turns, np.column_stack([row, column]))


def _herringbone(laying: Laying, box: Box) -> Cells:
    """Return the unit at every step: a block along, and one across that stands on its left end."""
    import numpy as np

    long, wide = laying.width + laying.joint, laying.height + laying.joint
    corners = [(box[x], box[y]) for x in (0, 2) for y in (1, 3)]
    # i (wide, wide) + m (long, −long): the sum of a place's x and y counts i, their difference m
    i = _counted(min(x + y for x, y in corners) - 2 * long, max(x + y for x, y in corners) + long, 2 * wide)
    m = _counted(min(x - y for x, y in corners) - 2 * long, max(x - y for x, y in corners) + 2 * long, 2 * long)
    first, second = _grid(i, m)
    x, y = first * wide + second * long, first * wide - second * long
    number = np.column_stack([first, second])
    along = _at(_rectangle(laying.width, laying.height), x, y, np.zeros(len(x)), number)
    across = _at(_rectangle(laying.height, laying.width), x, y + wide, np.full(len(x), 90.0), number)
    # a block that stands has its lower left corner, as it lies, at its lower right one
    anchors = across.anchors + np.array([laying.height, 0.0])
    every = (
        np.concatenate([along.outlines, across.outlines]),
        np.concatenate([along.anchors, anchors]),
        np.concatenate([along.turns, across.turns]),
        np.concatenate([number * (2, 1), number * (2, 1) + (1, 0)]),
    )
    near = _near(every[0], box)
    return Cells(*(one[near] for one in every))


def _near(outlines: np.ndarray, box: Box) -> np.ndarray:
    """Return which outlines may touch a box."""
    low, high = outlines.min(axis=1), outlines.max(axis=1)
    near: np.ndarray = (high[:, 0] >= box[0]) & (low[:, 0] <= box[2]) & (high[:, 1] >= box[1]) & (low[:, 1] <= box[3])
    return near


def _hexagons(laying: Laying, box: Box) -> Cells:
    """Return hexagons that stand on a corner, as wide over their flats as the piece is wide."""
    import numpy as np

    wide = laying.width
    side = wide / math.sqrt(3.0)
    corners = np.array(
        [
            [wide / 2, 0.0],
            [wide, side / 2],
            [wide, side * 1.5],
            [wide / 2, side * 2],
            [0.0, side * 1.5],
            [0.0, side / 2],
        ]
    )
    step = wide + laying.joint
    rise = step * math.sqrt(3.0) / 2
    column, row = _grid(_counted(box[0] - step, box[2], step), _counted(box[1] - 2 * side, box[3], rise))
    x = column * step + (row % 2) * step / 2
    return _at(corners, x, row * rise, np.zeros(len(x)), np.column_stack([row, column]))


def _chevron(laying: Laying, box: Box) -> Cells:
    """Return blocks in columns, rising and falling in turn; the frame's origin is the foot of a line they meet on."""
    import numpy as np

    lean = math.radians(laying.angle)
    column_wide, joint = laying.column, laying.joint
    step, tall = column_wide + joint, laying.height / math.cos(lean)
    rise = (laying.height + joint) / math.cos(lean)
    climbs = column_wide * math.tan(lean)
    column, row = _grid(_counted(box[0], box[2], step), _counted(box[1] - climbs - tall, box[3], rise))
    rising = np.array([[0.0, 0.0], [column_wide, climbs], [column_wide, climbs + tall], [0.0, tall]])
    falling = np.array([[0.0, climbs], [column_wide, 0.0], [column_wide, tall], [0.0, climbs + tall]])
    x, y = column * step + joint / 2, row * rise
    even = column % 2 == 0
    places = np.column_stack([x, y]).astype(float)
    outlines = np.where(even[:, None, None], rising[None], falling[None]) + places[:, None, :]
    # the block's own lower left corner: its long edges run along the lean, its ends stick out beyond the cuts
    over = laying.height * math.tan(lean)
    down = np.array([math.cos(lean), -math.sin(lean)])
    lower = np.where(even[:, None], places + rising[0], places + falling[0] - over * down)
    turns = np.where(even, laying.angle, -laying.angle)
    return Cells(outlines, lower, turns, np.column_stack([row, column]))


_MAKING = {
    "straight": _in_rows,
    "running": _in_rows,
    "third": _in_rows,
    "diagonal": _in_rows,
    "herringbone": _herringbone,
    "hexagon": _hexagons,
    "chevron": _chevron,
}
