"""A walk round a room that has not come back to where it began: its corners so far, and how it would close.

The first corner is the origin, the first wall runs along +x, and the room lies on the left hand. Corners are found by
plain dead reckoning: lengths as read, corners as read or assumed. What is not known is drawn as if it were usual.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

import msgspec

from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import Turn

USUAL = 3000.0  # mm: as long as a wall is drawn that nobody read, where no other wall says more
COMES_BACK = 0.02  # of the walk's length within which its end counts as back at the beginning
MOST_CLOSING = 3  # walls that are added to close a walk at right angles
SQUARE = 90.0
BAD_CORNERS = 20.0  # degrees within which corners that are read make up a full turn with those that are assumed


class WalkedWall(msgspec.Struct, frozen=True):
    """One wall of a walk: its length in mm, None where nobody read it, and how far its end corner turns (degrees,
    positive to the left: an inside corner), None where nothing is known of it but the way."""

    length: float | None
    turn: Turn = "left"
    degrees: float | None = SQUARE

    @property
    def turns(self) -> float:
        """Return by how many degrees the walk turns left at its end; an unknown corner as if it were square."""
        degrees = SQUARE if self.degrees is None else self.degrees
        return degrees if self.turn == "left" else -degrees


class OpenWalk(msgspec.Struct, frozen=True):
    """The corners of a walk so far, the first one included, and the heading in degrees of the wall that follows."""

    walls: tuple[WalkedWall, ...]
    points: tuple[Point, ...]
    heading: float

    @property
    def walked(self) -> float:
        """Return the sum of the lengths that were read, in mm."""
        return sum(wall.length for wall in self.walls if wall.length is not None)

    @property
    def unread(self) -> int:
        """Return how many walls nobody read."""
        return sum(wall.length is None for wall in self.walls)

    @property
    def turned(self) -> float:
        """Return by how many degrees the walk has turned left, its last corner included."""
        return sum(wall.turns for wall in self.walls)


def usual_length(walls: Sequence[WalkedWall]) -> float:
    """Return the length in mm that a wall nobody read is drawn with: the mean of those that were read."""
    read = [wall.length for wall in walls if wall.length is not None]
    return sum(read) / len(read) if read else USUAL


def reckoned(walls: Sequence[WalkedWall]) -> OpenWalk:
    """Return where a walk stands by dead reckoning."""
    usual = usual_length(walls)
    points: list[Point] = [(0.0, 0.0)]
    heading = 0.0
    for wall in walls:
        long, (x, y) = usual if wall.length is None else wall.length, points[-1]
        points.append((x + long * _cos(heading), y + long * _sin(heading)))
        heading += wall.turns
    return OpenWalk(tuple(walls), tuple(points), heading)


def _cos(degrees: float) -> float:
    return math.cos(math.radians(degrees))


def _sin(degrees: float) -> float:
    return math.sin(math.radians(degrees))


class Closing(msgspec.Struct, frozen=True):
    """How a walk closes: the walls that are still wanted, each with the length it would have if nothing leans.

    ``at_end`` is how the last walked corner turns then, ``square`` whether all of it is at right angles; where it is
    not, one slanting wall leads back and nothing is assumed of its corners.
    """

    walls: tuple[WalkedWall, ...]
    at_end: Turn
    square: bool = True


def closing(walk: OpenWalk) -> Closing:
    """Return how a walk comes back to its first corner by the fewest walls at right angles."""
    last = walk.walls[-1] if walk.walls else WalkedWall(None)
    end = walk.points[-1]
    tolerance = COMES_BACK * max(1.0, walk.walked)
    if len(walk.walls) >= 3 and not walk.unread and math.hypot(*end) <= tolerance:
        # It is back: what its last corner turns is what is left of the full turn. Where that is none at all, or a
        # corner cannot turn so far, the walk has crossed itself.
        left = 360.0 - (walk.turned - last.turns)
        return Closing((), "left" if left > 0 else "right", square=1.0 < abs(left) < 179.0)
    over = abs(walk.turned - 360.0)
    if len(walk.walls) >= 3 and walk.unread and over <= BAD_CORNERS:
        # What nobody read makes up for what is left; where corners were read that are not square, the last one does.
        return Closing((), last.turn, square=over <= 1.0)
    for count in range(1, MOST_CLOSING + 1):
        for turns in itertools.product((SQUARE, -SQUARE), repeat=count):
            if abs(walk.turned + sum(turns) - 360.0) > 1.0:
                continue
            if walk.unread:
                return Closing(tuple(_wall(None, turn) for turn in turns), last.turn)
            lengths = _lengths(walk, end, turns, tolerance)
            if lengths is not None:
                return Closing(tuple(map(_wall, lengths, turns)), last.turn)
    return Closing((WalkedWall(math.hypot(*end), "left", None),), last.turn, square=False)


def _wall(length: float | None, turn: float) -> WalkedWall:
    return WalkedWall(length, "left" if turn > 0 else "right")


def _lengths(walk: OpenWalk, end: Point, turns: Sequence[float], tolerance: float) -> tuple[float, ...] | None:
    """Return the lengths of closing walls that turn so at their ends, None where they do not lead back."""
    headings = [walk.heading, *(walk.heading + so_far for so_far in itertools.accumulate(turns))][: len(turns)]
    along = -end[0] * _cos(walk.heading) - end[1] * _sin(walk.heading)
    across = end[0] * _sin(walk.heading) - end[1] * _cos(walk.heading)
    first = [_cos(heading - walk.heading) for heading in headings]
    side = [_sin(heading - walk.heading) for heading in headings]
    if len(turns) == 1:
        return (along,) if abs(across) <= tolerance and along > 1.0 else None
    if len(turns) == 2:
        lengths = (along, across / side[1])
        return lengths if min(lengths) > 1.0 else None
    middle = across / side[1] if abs(side[1]) > 0.5 else 0.0
    for there in _likely(walk, along):
        lengths3 = (there, middle, (along - there * first[0]) / first[2] if abs(first[2]) > 0.5 else 0.0)
        if min(lengths3) > 1.0:
            return lengths3
    return None


def _likely(walk: OpenWalk, along: float) -> Iterator[float]:
    """Yield lengths a wall may have that leads on before the walk turns back: those of walls that run its way or
    against it, the last walked first, since what juts out mostly comes back as far; then some of the rest."""
    headings = itertools.accumulate((wall.turns for wall in walk.walls), initial=0.0)
    for wall, heading in reversed(list(zip(walk.walls, headings, strict=False))):
        if wall.length is not None and abs(_sin(heading - walk.heading)) < 0.1:
            yield wall.length
    yield abs(along) / 2
