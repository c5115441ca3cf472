"""A sheet that is laid out: its paper, its cards with their letters, and drawings made small on it. Lengths are mm of
the paper, letters in points."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from functools import lru_cache
from typing import Any, NamedTuple

from msgspec.structs import replace

from narrow_cornice.drawing.lettering import fitted, in_lines
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    About,
    Area,
    Areas,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Photograph,
    Point,
    Strip,
    Stroke,
)
from narrow_cornice.job.paths import CardPath
from narrow_cornice.job.presented import CardWish, PaperSize

SIZES: Mapping[PaperSize, tuple[float, float]] = {
    "A3": (420.0, 297.0),
    "A4": (297.0, 210.0),
    "Letter": (279.4, 215.9),
    "Tabloid": (431.8, 279.4),
    "screen": (384.0, 240.0),
}
USUAL = 420.0  # mm of the paper that sizes of letters are meant for
FINE = 0.45  # of the weight of lines of a drawing that is made small
LEADING = 1.32  # of the size of letters, from line to line


class Box(NamedTuple):
    """A place on the paper: its upper left corner, and how wide and tall it is."""

    x: float
    y: float
    wide: float
    tall: float

    def ring(self, out: float = 0.0) -> tuple[Point, ...]:
        """Return its corners, moved outwards."""
        left, top, right, low = self.x - out, self.y - out, self.x + self.wide + out, self.y + self.tall + out
        return ((left, top), (right, top), (right, low), (left, low))


@lru_cache(maxsize=4096)
def width_of(text: str, size: float, face: str) -> float:
    """Return how wide letters are in mm, by the faces that ship."""
    font = _font(face)
    return float(font.getlength(text)) / 100.0 * size * MM_PER_POINT


@lru_cache(maxsize=8)
def _font(face: str) -> Any:
    from PIL import ImageFont

    from narrow_cornice.shipped import SHIPPED

    files = {
        "text": "Lato-Regular.ttf",
        "bold": "Lato-Bold.ttf",
        "name": "Vollkorn-SemiBold.ttf",
        "slanted": "Vollkorn-Italic.ttf",
    }
    return ImageFont.truetype(str(SHIPPED / "fonts" / files[face]), 100)


class Letters:
    """Letters for one paper: sizes are those for A3, made as much smaller as the paper is."""

    def __init__(self, paper: PaperSize) -> None:
        self.wide, self.tall = SIZES[paper]
        self.scale = self.wide / USUAL

    def size(self, points: float) -> float:
        """Return a size of letters on this paper, no smaller than can be read."""
        return max(5.5, points * self.scale)

    def height(self, points: float) -> float:
        """Return how far it is from line to line, in mm."""
        return self.size(points) * MM_PER_POINT * LEADING

    # Many parameters: a line of letters.
    def line(
        self,
        x: float,
        y: float,
        text: str,
        points: float,
        face: str = "text",
        colour: str = "ink",
        anchor: str = "left",
        room: float | None = None,
        about: About = None,
    ) -> Label:
        """Return a line of letters whose middle is at a height, cut where there is no room for it."""
        size = self.size(points)
        if room is not None:
            text = fitted(text, room, lambda line: width_of(line, size, face))
        return Label((x, y), text, size, colour, anchor, face, about=about)  # type: ignore[arg-type]

    # Many parameters: a paragraph of letters.
    def paragraph(
        self,
        x: float,
        y: float,
        text: str,
        points: float,
        room: float,
        face: str = "text",
        colour: str = "ink",
        about: About = None,
    ) -> list[Label]:
        """Return a text whole, in as many lines as it takes; the middle of the first is at a height."""
        apart = self.height(points)
        return [
            self.line(x, y + apart * number, line, points, face, colour, room=room, about=about)
            for number, line in enumerate(self.lines(text, points, room, face))
        ]

    def lines(self, text: str, points: float, room: float, face: str = "text", most: int = 0) -> list[str]:
        """Return a text in lines that are no wider than there is room; of ``most`` lines the last takes the rest."""
        size = self.size(points)
        made = in_lines(" ".join(text.split()), room, lambda line: width_of(line, size, face), " ")
        return [*made[: most - 1], " ".join(made[most - 1 :])] if 0 < most < len(made) else made


def made_small(drawing: Drawing, box: Box, *, left: bool = False) -> list[Mark]:
    """Return a drawing within a box of the paper, without its letters, dimensions and handles, its lines finer."""
    x0, y0, x1, y1 = drawing.bounds
    scale = min(box.wide / max(1e-6, x1 - x0), box.tall / max(1e-6, y1 - y0))
    dx = box.x - x0 * scale + (0.0 if left else (box.wide - (x1 - x0) * scale) / 2)
    dy = box.y - y0 * scale + (box.tall - (y1 - y0) * scale) / 2

    def at(point: Point) -> Point:
        return (round(point[0] * scale + dx, 3), round(point[1] * scale + dy, 3))

    return [made for mark in drawing.marks if (made := _small(mark, at, scale)) is not None]


def _fine(pen: Pen | None, fine: float) -> Pen | None:
    return None if pen is None else Pen(pen.colour, max(0.1, pen.weight * fine), pen.dashed)


def _small(mark: Mark, at: Callable[[Point], Point], scale: float, fine: float = FINE) -> Mark | None:
    if isinstance(mark, Area):
        return replace(mark, points=tuple(at(point) for point in mark.points), pen=_fine(mark.pen, fine))
    if isinstance(mark, Areas):
        (left, top), (right, low) = at(mark.box[:2]), at(mark.box[2:])
        outlines = tuple(tuple(at(point) for point in one) for one in mark.outlines)
        return replace(mark, outlines=outlines, box=(left, top, right, low), pen=_fine(mark.pen, fine))
    if isinstance(mark, Stroke):
        return replace(mark, points=tuple(at(point) for point in mark.points), pen=_fine(mark.pen, fine) or mark.pen)
    if isinstance(mark, Strip):
        along = (mark.along[0] * scale, mark.along[1] * scale)
        across = (mark.across[0] * scale, mark.across[1] * scale)
        return replace(mark, origin=at(mark.origin), along=along, across=across)
    if isinstance(mark, Photograph):
        return replace(mark, corner=at(mark.corner), wide=mark.wide * scale, tall=mark.tall * scale)
    return None


def shifted(mark: Mark, dx: float, dy: float) -> Mark:
    """Return a mark moved on the paper."""

    def at(point: Point) -> Point:
        return (point[0] + dx, point[1] + dy)

    if isinstance(mark, Handle):
        return replace(mark, at=at(mark.at), outline=tuple(at(point) for point in mark.outline))
    if isinstance(mark, Label):
        return replace(mark, at=at(mark.at))
    return _small(mark, at, 1.0, fine=1.0) or mark


class Laid:
    """Cards as they are put on a sheet: each where the rule has it or where somebody moved it, with its own words."""

    def __init__(self, paper: PaperSize, board: str, wishes: Mapping[str, CardWish]) -> None:
        self.letters = Letters(paper)
        self.board = board
        self.wishes = wishes
        self.marks: list[Mark] = [Area(self.box.ring(), "paper")]
        self.cards: list[tuple[str, str, Box]] = []
        self.ranges: dict[str, tuple[int, int]] = {}  # which of the marks are a card's

    @property
    def box(self) -> Box:
        """Return the whole sheet."""
        return Box(0.0, 0.0, self.letters.wide, self.letters.tall)

    def words(self, key: str, usual: str) -> str:
        """Return what a card is called: in somebody's own words, where there are any."""
        wish = self.wishes.get(key)
        return wish.words if wish is not None and wish.words else usual

    def put(self, key: str, called: str, box: Box, draw: Callable[[Box], Iterable[Mark]]) -> None:
        """Put a card on the sheet, moved if somebody moved it; one that is left out is listed and not drawn."""
        wish = self.wishes.get(key, CardWish())
        if wish.at is not None:
            box = box._replace(x=wish.at[0] * self.letters.wide, y=wish.at[1] * self.letters.tall)
        self.cards.append((key, self.words(key, called), box))
        if wish.left_out:
            return
        about, first = CardPath(self.board, key), len(self.marks)
        self.marks += draw(box)
        self.marks.append(Handle((box.x, box.y), about, box.ring()))
        self.ranges[key] = (first, len(self.marks))

    def with_moved(self, key: str, dx: float, dy: float) -> tuple[Mark, ...]:
        """Return the marks of the sheet with those of one card moved: what a hand sees while it moves one."""
        first, end = self.ranges.get(key, (0, 0))
        return (*self.marks[:first], *(shifted(mark, dx, dy) for mark in self.marks[first:end]), *self.marks[end:])

    def drawing(self, title: str, said: str) -> Drawing:
        """Return the sheet."""
        edge = Stroke(self.box.ring(), Pen("rule", 0.5), closed=True)
        return Drawing(title, said, (*self.marks, edge), (0.0, 0.0, self.letters.wide, self.letters.tall), sheet=True)
