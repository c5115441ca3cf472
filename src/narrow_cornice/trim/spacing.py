"""Dentils and modillions spaced to fit a run exactly, so that corners match.

They keep their width all round a room, since one cutter makes them; the gap is what each wall adjusts. At an outside
corner and at a free end stands a whole one; into an inside corner each wall ends with half a gap, so that the corner is
the same from both sides. On a face of length l with n of them of width w and a share e of a gap at both ends together,
l = n w + (n − 1 + e) g.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import msgspec

from narrow_cornice.explained.figures import Figure, explained

EndOf = Literal["inside", "outside", "stop", "knee"]
SCAN = 61  # gaps tried round the wished one
REACH = 0.25  # of the wished gap: how far from it the common one may lie

APPLIED = frozenset({"dentil course", "modillion band"})  # members that are blocks set on a band
SHARE = {"inside": 0.5, "outside": 0.0, "stop": 0.0, "knee": 0.5}  # of a gap at an end


class Course(msgspec.Struct, frozen=True):
    """The dentils or modillions of one run: how many, their width and the gap in mm, where the first one begins on the
    wall, from its left end, and how far each comes off what it stands on."""

    wall: str
    what: str
    count: int
    width: float
    gap: float
    first: float
    face: float
    low: float
    high: float
    deep: float = 0.0

    @property
    def tall(self) -> float:
        """Return how high each is, in mm."""
        return self.high - self.low

    def places(self) -> tuple[tuple[float, float], ...]:
        """Return from where to where each one stands along the wall."""
        step = self.width + self.gap
        return tuple((self.first + n * step, self.first + n * step + self.width) for n in range(self.count))


@explained("gap", "mm", "(face − number × width) ÷ gaps")
def gap_of(face: float, number: float, width: float, gaps: float) -> float:
    """Return the gap between dentils that fills a face exactly; halves of a gap count as halves."""
    return (face - number * width) / gaps


def face_length(
    length: float, out: float, left: tuple[EndOf, float], right: tuple[EndOf, float]
) -> tuple[float, float]:
    """Return how long a face is that stands ``out`` off a wall, and where it begins from the wall's own end.

    ``left`` and ``right`` say what is at the ends, and the corner's angle inside the room in degrees. Into an inside
    corner a face is shorter, round an outside one longer, by out ÷ tan(half the angle).
    """
    shift = []
    for end, angle in (left, right):
        shift.append(out / math.tan(math.radians(angle) / 2) if end in ("inside", "outside") else 0.0)
    return max(0.0, length - shift[0] - shift[1]), shift[0]


def count_for(face: float, width: float, gap: float, ends: float) -> int:
    """Return the number whose gap comes nearest to a wished one; nought where not even two fit."""
    about = (face - (ends - 1) * gap) / (width + gap)
    best, nearest = 0, math.inf
    for n in (math.floor(about), math.ceil(about)):
        if n < 2:
            continue
        made = (face - n * width) / (n - 1 + ends)
        if made > 0 and abs(math.log(made / gap)) < nearest:
            best, nearest = n, abs(math.log(made / gap))
    return best


def spaced(faces: Sequence[tuple[float, float]], width: float, wished: float) -> tuple[tuple[int, float], ...]:
    """Return the number and the gap for each of several faces, given as (length, share of a gap at both ends).

    One gap near the wished one is looked for to which all faces come most alike, so that what meets in a corner is
    the same on both walls as nearly as can be.
    """

    def made(gap: float) -> list[tuple[int, float]]:
        found = []
        for face, ends in faces:
            n = count_for(face, width, gap, ends)
            found.append((n, (face - n * width) / (n - 1 + ends) if n else 0.0))
        return found

    def spread(gap: float) -> float:
        gaps = [one for n, one in made(gap) if n]
        return max(gaps) / min(gaps) if gaps else math.inf

    tried = [wished * (1 + REACH * (2 * step / (SCAN - 1) - 1)) for step in range(SCAN)]
    best = min(tried, key=lambda gap: (round(spread(gap), 4), abs(gap - wished)))
    return tuple(made(best))


def gap_figure(course: Course, ends: float) -> Figure:
    """Return the gap of a course as a figure with its working."""
    return gap_of(
        Figure("face", course.face, "mm", "table", note=f"of the {course.what} on wall {course.wall}"),
        Figure("number", course.count, "", "table", note="as many as come nearest to the common gap"),
        Figure("width", course.width, "mm", "table", note=f"of one of the {course.what}"),
        Figure("gaps", course.count - 1 + ends, "", "table", note="half a gap into each inside corner"),
        called=f"gap on {course.wall}",
    )
