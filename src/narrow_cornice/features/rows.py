"""Pieces along a line, from an edge to an edge: where they end up whole, how narrow the narrowest is, and the nearest
ways to have none narrower than wished. Exact: the width that is left at an edge changes evenly with the start and with
the joint, so what is allowed of either is a set of spans.

A piece of width ``w`` begins at every ``start + k · (w + joint)``. At an edge to whose right the field lies, the piece
that is cut is ``(start + w − edge) mod (w + joint)`` wide; at one to whose left it lies, ``(edge − start) mod (w +
joint)``. Where that is more than ``w`` the edge lies in a joint and nothing is cut; nor is anything at nought.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from typing import NamedTuple

from narrow_cornice.features.region import Edge, FieldError
from narrow_cornice.features.spans import Span, common, joined, nearest, repeated

NEAR = 1e-6  # mm
MOST_WAYS = 400


class Stop(NamedTuple):
    """An edge that pieces end at: where it is, whether the field lies ``after`` it, and by what share of a step the
    pieces that end there lie further along than the first row's (rows that are laid in turn)."""

    at: float
    after: bool
    shift: float = 0.0


def stops_of(edges: Iterable[Edge], shifts: Sequence[float] = (0.0,)) -> tuple[Stop, ...]:
    """Return the places at which rows end, each once."""
    return tuple(dict.fromkeys(Stop(edge.at, edge.above, shift) for edge in edges for shift in shifts))


def left_at(stop: Stop, start: float, width: float, joint: float) -> float:
    """Return how wide the piece at an edge is, in mm; a whole one where nothing is cut."""
    step = width + joint
    begins = start + stop.shift * step
    rest = (begins + width - stop.at) % step if stop.after else (stop.at - begins) % step
    return width if rest <= NEAR or rest >= width - NEAR else rest


def narrowest(stops: Iterable[Stop], start: float, width: float, joint: float) -> float:
    """Return the narrowest piece at any edge, in mm; a whole one where there is no edge."""
    return min((left_at(stop, start, width, joint) for stop in stops), default=width)


def allowed_starts(stops: Iterable[Stop], width: float, joint: float, least: float) -> tuple[Span, ...]:
    """Return where the first piece may begin, from nought to a step, so that none is narrower than ``least``.

    What is left at an edge grows with the start where the field lies after it, and shrinks where it lies before it; at
    a step it is nought again, which is a whole piece.
    """
    step = width + joint
    free: tuple[Span, ...] = ((0.0, step),)
    for stop in stops:
        zero = _zero(stop, width, step)
        good = (zero + least, zero + step) if stop.after else (zero - step, zero - least)
        free = common(free, repeated([good], step, 0.0, step))
        if not free:
            return ()
    return free


def _zero(stop: Stop, width: float, step: float) -> float:
    """Return a start at which nothing is left at an edge."""
    return stop.at - (width if stop.after else 0.0) - stop.shift * step


def best_start(stops: Sequence[Stop], width: float, joint: float, wished: float) -> tuple[float, float]:
    """Return the start with the widest narrowest piece, of equals the one nearest to the ``wished`` start, and how wide
    that piece is.

    What is left at an edge rises or falls evenly with the start. So the narrowest is widest where two edges have the
    same left, one of which rises and one falls, or where one is used up: of these widths the widest that some start
    allows is searched for by halving their list.
    """
    step = width + joint
    zeros = [(_zero(stop, width, step), stop.after) for stop in stops]
    widths = {width}
    for one, after in zeros:
        for other, after_too in zeros:
            apart = (other - one) % step
            widths |= {apart / 2, (apart + step) / 2} if after != after_too else {apart}
    ordered = sorted(one for one in widths if NEAR < one <= width)
    low, high = -1, len(ordered)
    while high - low > 1:
        middle = (low + high) // 2
        if allowed_starts(stops, width, joint, ordered[middle]):
            low = middle
        else:
            high = middle
    if low < 0:
        return wished, narrowest(stops, wished, width, joint)
    free = allowed_starts(stops, width, joint, ordered[low])
    found = nearest(repeated(free, step, wished - step, wished + step), wished)
    assert found is not None  # a set that is not empty repeats within a step
    return found, narrowest(stops, found, width, joint)


def nearest_start(stops: Sequence[Stop], width: float, joint: float, least: float, start: float) -> float | None:
    """Return the start nearest to another from which no piece is narrower than ``least``, None where there is none."""
    step = width + joint
    free = allowed_starts(stops, width, joint, least)
    return nearest(repeated(free, step, start - step, start + step), start) if free else None


class Anchor(NamedTuple):
    """What holds a row while its joint changes: the first piece begins at ``at + share · joint``."""

    at: float
    share: float = 0.0

    def start(self, joint: float) -> float:
        """Return where the first piece begins."""
        return self.at + self.share * joint


def allowed_joints(
    stops: Iterable[Stop], width: float, anchor: Anchor, least: float, between: Span
) -> tuple[Span, ...]:
    """Return the joints between two bounds at which no piece is narrower than ``least``.

    With ``k`` pieces between what holds the row and an edge, what is left there is even in the joint: ``rest = a + b ·
    joint``; it is to lie between ``least`` and a step.
    """
    free: tuple[Span, ...] = (between,)
    for stop in stops:
        free = common(free, joined(_joints(stop, width, anchor, least, between)))
        if not free:
            return ()
    return free


# Many parameters: the row, what holds it, and what its joint may be.
def nearest_joint(
    stops: Sequence[Stop],
    width: float,
    anchor: Anchor,
    least: float,
    joint: float,
    between: Span,
    step: float = 0.0,
) -> float | None:
    """Return the joint nearest to another at which no piece is narrower than ``least``, None where none between two
    bounds does it; of those that are a multiple of a ``step`` (of spacers) where any is."""
    free = allowed_joints(stops, width, anchor, least, between)
    if step > 0:
        by_step = [
            n * step for low, high in free for n in range(math.ceil(low / step - NEAR), int(high / step + NEAR) + 1)
        ]
        if by_step:
            return min(by_step, key=lambda one: abs(one - joint))
    return nearest(free, joint)


def _joints(stop: Stop, width: float, anchor: Anchor, least: float, between: Span) -> Iterator[Span]:
    """Yield the joints at which the piece at an edge is wide enough, for every number of pieces up to it."""
    sign = 1.0 if stop.after else -1.0
    # rest = fixed + joint · grows − number of steps · (width + joint)
    fixed = sign * (anchor.at + stop.shift * width - stop.at) + (width if stop.after else 0.0)
    grows = sign * (anchor.share + stop.shift)
    ways = [math.floor((fixed + joint * grows) / (width + joint)) for joint in between]
    if max(ways) - min(ways) > MOST_WAYS:
        raise FieldError("So many pieces cannot be told apart by their joint.", where="joint")
    for steps in range(min(ways) - 1, max(ways) + 2):
        rest, slope = fixed - steps * width, grows - steps
        yield _not_under(_not_under(between, rest - least, slope), width - rest, 1.0 - slope)
        if abs(slope) > 1e-12 and between[0] <= -rest / slope <= between[1]:
            yield (-rest / slope, -rest / slope)  # nothing is left there, so nothing is cut


def _not_under(span: Span, fixed: float, slope: float) -> Span:
    """Return that part of a span in which ``fixed + slope · place`` is not under nought; an empty one turns about."""
    if abs(slope) < 1e-12:
        return span if fixed >= -NEAR else (1.0, 0.0)
    edge = -fixed / slope
    return (max(span[0], edge), span[1]) if slope > 0 else (span[0], min(span[1], edge))


class Border(NamedTuple):
    """A border that leaves whole pieces between: how wide it is at each end in mm, and how many pieces are left."""

    wide: float
    pieces: int


def border_for(length: float, width: float, joint: float, least: float) -> Border | None:
    """Return the narrowest border of at least a width, alike at both ends and parted from the field by a joint, that
    leaves whole pieces between; None where nothing would be left."""
    pieces = math.floor((length - 2 * least - joint + NEAR) / (width + joint))
    if pieces < 1:
        return None
    return Border((length - pieces * width - (pieces + 1) * joint) / 2, pieces)


def middle_starts(low: float, high: float, width: float, joint: float) -> tuple[Anchor, Anchor]:
    """Return the two ways to lay a row from its middle: with a piece on the middle, and with a joint on it."""
    middle = (low + high) / 2
    return Anchor(middle - width / 2), Anchor(middle, 0.5)
