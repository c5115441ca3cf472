"""A right-angled plan from readings of its sides.

The first corner is the origin, the first side runs along +x, corners go anticlockwise seen from above. Each
corner is an assumed right angle, turning left (an inside corner) or right (an outside corner). A closed plan
obeys one condition along x and one along y: the sides going one way are together as long as those going
back. A side nobody read follows from that; where all were read, the misclosure is shared out by least squares
(corrections in proportion to each reading's variance, e.g. Mikhail & Gracie, *Analysis and Adjustment of Survey
Measurements*, condition equations).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import Literal

import msgspec

from narrow_cornice.working.figures import Figure, explained

Turn = Literal["left", "right"]
Point = tuple[float, float]

_DIRECTIONS: tuple[Point, ...] = ((1.0, 0.0), (0.0, 1.0), (-1.0, 0.0), (0.0, -1.0))


class ReadSide(msgspec.Struct, frozen=True):
    """One side as read: the mean of its readings with its sigma (None where nobody read it), and the corner
    at its end."""

    reading: Figure | None
    turn: Turn


class Side(msgspec.Struct, frozen=True):
    """One side of the adjusted plan, from corner ``start`` to ``end``; ``direction`` is a unit vector."""

    name: str
    start: Point
    end: Point
    direction: Point
    length: Figure
    sigma: float
    correction: float
    follows: bool

    @property
    def outward(self) -> Point:
        """Return the unit normal that points out of the room."""
        return (self.direction[1], -self.direction[0])


class Plan(msgspec.Struct, frozen=True):
    """The adjusted plan, or why there is none yet.

    ``sides`` is empty while ``fault`` is set; ``wanted`` are the indices of sides whose reading would help;
    ``misclosure`` is how far the plain readings fail to close along x and y, in mm (None where they are not
    all read), and ``misclosure_sigma`` what could be expected of them.
    """

    sides: tuple[Side, ...]
    turns: tuple[Turn, ...]
    fault: str = ""
    wanted: tuple[int, ...] = ()
    misclosure: tuple[float | None, float | None] = (None, None)
    misclosure_sigma: tuple[float, float] = (0.0, 0.0)

    @property
    def determined(self) -> bool:
        """Whether there is a plan to draw and to count by."""
        return not self.fault

    @property
    def corners(self) -> tuple[Point, ...]:
        """Return the corner points in mm, anticlockwise."""
        return tuple(side.start for side in self.sides)

    def inside_corners(self) -> int:
        """Return how many corners turn left."""
        return sum(turn == "left" for turn in self.turns)


def corner_name(index: int) -> str:
    """Return A, B … Z, AA, AB … for the index of a corner."""
    name = ""
    index += 1
    while index:
        index, letter = divmod(index - 1, 26)
        name = chr(65 + letter) + name
    return name


def side_name(index: int, count: int) -> str:
    """Return the name of a side by its corners, as "A–B"."""
    return f"{corner_name(index)}–{corner_name((index + 1) % count)}"


@explained("closing correction", "mm", "0 − misclosure × share of this wall")
def closing_correction(misclosure: float, share_of_this_wall: float) -> float:
    """Return what least squares adds to one reading; the share is signed by the way the wall runs."""
    return -misclosure * share_of_this_wall


@explained("wall", "mm", "as read + closing correction")
def adjusted_side(as_read: float, closing_correction: float) -> float:
    """Return the adjusted length of a wall."""
    return as_read + closing_correction


def _headings(turns: Sequence[Turn]) -> list[int]:
    headings = [0]
    for turn in turns[:-1]:
        headings.append((headings[-1] + (1 if turn == "left" else 3)) % 4)
    return headings


def _signed_sum(name: str, terms: Sequence[tuple[int, str, Figure]], note: str) -> Figure:
    """Return the signed sum of named lengths as a figure."""
    sentence = " ".join(
        (f"{'−' if sign < 0 else '+'} {term}" if index else (term if sign > 0 else f"0 − {term}"))
        for index, (sign, term, _) in enumerate(terms)
    )
    value = sum(sign * figure.value for sign, _, figure in terms)
    return Figure(name, value, "mm", "sum", sentence, tuple((term, figure) for _, term, figure in terms), note=note)


class ClosedAxis(msgspec.Struct, frozen=True):
    """The walls that run along one axis, adjusted so that the way out is as long as the way back.

    ``lengths`` is empty where more than one wall is unread; ``misclosure`` is None where one is.
    """

    lengths: tuple[Figure, ...] = ()
    sigmas: tuple[float, ...] = ()
    corrections: tuple[float, ...] = ()
    follows: int | None = None
    misclosure: float | None = None
    expected: float = 0.0


def closed_axis(names: Sequence[str], signs: Sequence[int], readings: Sequence[Figure | None]) -> ClosedAxis:
    """Return the adjusted lengths of the walls along one axis; ``signs`` say which way each one runs."""
    unread = [index for index, figure in enumerate(readings) if figure is None]
    if len(unread) > 1:
        return ClosedAxis()
    known = [(sign, name, one) for sign, name, one in zip(signs, names, readings, strict=True) if one is not None]
    variances = [0.0 if figure is None else (figure.sigma or 0.0) ** 2 for figure in readings]
    spread = sum(variances)
    if unread:
        index = unread[0]
        follows = _signed_sum(
            f"wall {names[index]}",
            [(-sign * signs[index], name, figure) for sign, name, figure in known],
            "nobody read it: it follows from the others",
        )
        return ClosedAxis(
            tuple(follows if figure is None else figure for figure in readings),
            tuple(
                math.sqrt(spread if figure is None else variance)
                for figure, variance in zip(readings, variances, strict=True)
            ),
            (0.0,) * len(names),
            index,
            None,
            math.sqrt(spread),
        )
    misclosure = _signed_sum("misclosure", known, "one way less the way back; nought if the readings agreed")
    lengths: list[Figure] = []
    sigmas, corrections = [], []
    for (sign, name, figure), variance in zip(known, variances, strict=True):
        sigmas.append(math.sqrt(max(0.0, variance - (variance**2 / spread if spread else 0.0))))
        if abs(misclosure.value) < 1e-9:
            lengths.append(figure)
            corrections.append(0.0)
            continue
        share = Figure(
            "share of this wall",
            sign * (variance / spread if spread else 1 / len(known)),
            "",
            note="by how doubtful its reading is among the walls that run this way",
        )
        correction = closing_correction(misclosure, share)
        corrections.append(correction.value)
        lengths.append(adjusted_side(figure, correction, called=f"wall {name}"))
    return ClosedAxis(tuple(lengths), tuple(sigmas), tuple(corrections), None, misclosure.value, math.sqrt(spread))


Closing = Callable[[Sequence[str], Sequence[int], Sequence[Figure | None]], ClosedAxis]


def right_angled_plan(read: Sequence[ReadSide], close: Closing = closed_axis) -> Plan:
    """Return the plan that the readings make, or a plan with its ``fault`` in words.

    ``close`` adjusts one axis; a caller that asks again and again may pass one that remembers.
    """
    count = len(read)
    turns = tuple(side.turn for side in read)
    if count < 4:
        return Plan((), turns, "A room has at least four walls.")
    balance = sum(1 if turn == "left" else -1 for turn in turns)
    if balance != 4:
        more = "inside" if balance < 4 else "outside"
        return Plan(
            (),
            turns,
            f"The corners do not bring the walk back to A: {abs(balance - 4) // 2 or 1} more "
            f"must turn {more}, or a wall is missing.",
        )
    headings = _headings(turns)
    names = [side_name(index, count) for index in range(count)]
    lengths: list[Figure] = [Figure("", 0.0, "mm")] * count
    sigmas, corrections, follows = [0.0] * count, [0.0] * count, [False] * count
    misclosures: list[float | None] = [None, None]
    expected = [0.0, 0.0]
    wanted: list[int] = []
    for axis in (0, 1):
        members = [index for index in range(count) if headings[index] % 2 == axis]
        closed = close(
            [names[index] for index in members],
            [_sign(headings[index]) for index in members],
            [read[index].reading for index in members],
        )
        if not closed.lengths:
            wanted += [index for index in members if read[index].reading is None]
            continue
        misclosures[axis], expected[axis] = closed.misclosure, closed.expected
        for place, index in enumerate(members):
            lengths[index], sigmas[index] = closed.lengths[place], closed.sigmas[place]
            corrections[index], follows[index] = closed.corrections[place], closed.follows == place
    if wanted:
        return Plan(
            (),
            turns,
            "Not determined yet: read "
            + " and ".join(names[index] for index in sorted(wanted)[:-1])
            + " (one of the unread walls that run the same way may stay unread).",
            tuple(sorted(wanted)),
        )
    for index, length in enumerate(lengths):
        if length.value <= 0:
            return Plan(
                (),
                turns,
                f"Wall {names[index]} would come out at {length.value:.0f} mm: "
                "one of the readings it follows from is wrong.",
                (index,),
            )
    sides: list[Side] = []
    at: Point = (0.0, 0.0)
    for index in range(count):
        direction = _DIRECTIONS[headings[index]]
        reach = lengths[index].value
        end = (at[0] + direction[0] * reach, at[1] + direction[1] * reach)
        if index == count - 1:
            end = (0.0, 0.0)
        sides.append(
            Side(names[index], at, end, direction, lengths[index], sigmas[index], corrections[index], follows[index])
        )
        at = end
    crossing = _crossing(sides)
    if crossing:
        return Plan((), turns, f"Walls {crossing[0]} and {crossing[1]} would cross: read them again.")
    return Plan(
        tuple(sides), turns, misclosure=(misclosures[0], misclosures[1]), misclosure_sigma=(expected[0], expected[1])
    )


def _sign(heading: int) -> int:
    return 1 if heading < 2 else -1


def _crossing(sides: Sequence[Side]) -> tuple[str, str] | None:
    """Return the names of two sides that are no neighbours and touch, if there are any."""
    boxes = [
        (min(s.start[0], s.end[0]), min(s.start[1], s.end[1]), max(s.start[0], s.end[0]), max(s.start[1], s.end[1]))
        for s in sides
    ]
    near = 1e-6
    for i, a in enumerate(boxes):
        for j in range(i + 2, len(boxes)):
            if i == 0 and j == len(boxes) - 1:
                continue
            b = boxes[j]
            if a[0] <= b[2] + near and b[0] <= a[2] + near and a[1] <= b[3] + near and b[1] <= a[3] + near:
                return sides[i].name, sides[j].name
    return None


def plan_area(corners: Sequence[Point]) -> float:
    """Return the area inside the corners in mm² (shoelace formula; positive when anticlockwise)."""
    return 0.5 * sum(
        x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(corners, (*corners[1:], *corners[:1]), strict=True)
    )
