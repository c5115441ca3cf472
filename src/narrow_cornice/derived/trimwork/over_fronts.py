"""Trim that goes on over the fronts of a built-in: a piece on every front and on what is fixed between them.

A run of trim stops at a built-in. Where it is to go on, each front that lies behind the whole of it takes a piece as
wide as itself, so that the gaps between fronts go through the trim as well; fixed parts that touch one another
(fillers, the plinth, a face frame, the closure at the ceiling) take one between them. Where no wall stands at an end
the trim is mitred round the corner and back to the wall. What it cannot lie on is told, never bridged.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

import msgspec

from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.built.fitted import Built
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.fitted import Fitted, FittedTrim
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.runs import OVER_FRONTS, End, Run, beyond_corner

FIXED = (*FRAME, "filler", "top filler", "plinth", "panel")
TOUCH = 0.6  # mm, up to which fixed parts beside one another take one piece
NEAR = 0.5  # mm by which trim may come over the edge of what it lies on
GAP = 12.0  # mm: what is wider between two fronts is no gap but a place with nothing behind the trim
NO_GROUND = {"glass": "glass", "mirror": "a mirror", "slatted": "slats"}


class LeftOut(msgspec.Struct, frozen=True):
    """A stretch of a built-in that trim does not go on over, in mm along the wall, and why."""

    built_in: str
    kind: TrimKind
    start: float
    end: float
    why: str


class OverFronts(msgspec.Struct, frozen=True):
    """The trim that goes on over built-ins before one wall, and what of it cannot."""

    runs: tuple[Run, ...] = ()
    left_out: tuple[LeftOut, ...] = ()


NONE = OverFronts()


class _Ground(NamedTuple):
    """What lies behind a stretch of trim: from where to where, the part that moves with it (None: fixed), or why
    nothing can lie there."""

    start: float
    end: float
    part: Part | None = None
    why: str = ""

    @property
    def level(self) -> float:
        """How far into the room it comes."""
        return self.part.box[1] + self.part.box[4] if self.part is not None else 0.0

    def goes_on_in(self, other: _Ground) -> bool:
        """Whether one piece of trim lies on both: they are the same part, or fixed ones in one plane; or whether
        nothing lies on either, for one reason."""
        if self.part is None or other.part is None:
            return self.part is other.part and self.why == other.why
        fixed = self.part.kind in FIXED and other.part.kind in FIXED
        return self.part is other.part or (fixed and abs(self.level - other.level) < 1.0)


def over_fronts(room: Room, face: WallFace, trim: FittedTrim, changed_rules: dict[str, float]) -> OverFronts:
    """Return the trim that goes on over the built-ins before a wall."""
    asked = [one for one in standing_before(room, face, changed_rules) if one.built.built_in.over_fronts]
    if not asked:
        return NONE
    staying = tuple(one.kind for one in room.measured.there if one.wall == face.id and one.decision == "keep")
    made = [_over(face.id, face.name, one.built, one.left, trim, staying) for one in asked]
    return OverFronts(
        tuple(run for one in made for run in one.runs), tuple(out for one in made for out in one.left_out)
    )


@by_identity(times=1, each="wall")
def _over(
    wall: str, wall_name: str, built: Built, left: float, trim: FittedTrim, staying: tuple[TrimKind, ...]
) -> OverFronts:
    run, runs, out = built.built_in, list[Run](), list[LeftOut]()
    wide = built.space.width if built.space is not None else built.run.end
    for kind in run.over_fronts:
        piece = trim.of(kind)
        why = _why_not(piece, built, kind in staying)
        if why:
            out.append(LeftOut(run.id, kind, left, left + wide, why))
            continue
        grounds = _grounds(built, piece, wide)
        out += [LeftOut(run.id, kind, left + one.start, left + one.end, one.why) for one in grounds if one.why]
        runs += _runs(wall, wall_name, built, left, piece, [one for one in grounds if not one.why])
    return OverFronts(tuple(runs), tuple(out))


def _why_not(piece: Fitted, built: Built, stays: bool) -> str:
    """Return why trim does not go on over any part of a run, empty where it can."""
    if not piece.built or piece.projection is None or piece.profile is None:
        return f"no {piece.kind} is fitted in this room"
    if stays:
        return f"the old {piece.kind} of this wall stays, and nobody read its moulding"
    if piece.bottom >= max(part.box[2] + part.box[5] for part in built.run.parts) - NEAR:
        return "it runs on the wall over it"
    if piece.top <= built.built_in.hangs_at + NEAR:
        return "it runs on the wall below it"
    return ""


def _grounds(built: Built, piece: Fitted, wide: float) -> list[_Ground]:
    """Return what lies behind a piece of trim from one end of a run to the other."""
    faces = [
        part
        for part in built.run.parts
        if (part.kind in FRONT_KINDS or part.kind in FIXED)
        and part.box[2] < piece.top - NEAR
        and part.box[2] + part.box[5] > piece.bottom + NEAR
    ]
    ends = {0.0, wide} | {x for part in faces for x in (part.box[0], part.box[0] + part.box[3])}
    found: list[_Ground] = []
    for a, b in pairwise(sorted(ends)):
        if b - a > 1e-6:
            found.append(_behind(a, b, faces, piece))
    joined = _joined(found)
    there = [one for one in joined if one.part is not None or one.end - one.start > GAP or len(joined) == 1]
    return _joined(_without_lone_fillers(there))


def _without_lone_fillers(grounds: Sequence[_Ground]) -> Iterator[_Ground]:
    """Yield what lies behind trim; a filler beside which it breaks off at once takes no piece of its own."""
    for number, one in enumerate(grounds):
        beside = [grounds[at] for at in (number - 1, number + 1) if 0 <= at < len(grounds)]
        alone = one.part is not None and one.part.kind == "filler" and all(other.part is None for other in beside)
        yield one._replace(part=None, why=beside[0].why) if alone and beside else one


def _behind(a: float, b: float, faces: Sequence[Part], piece: Fitted) -> _Ground:
    """Return what lies behind a stretch on which nothing begins or ends."""
    here = [one for one in faces if one.box[0] <= a + 1e-6 and one.box[0] + one.box[3] >= b - 1e-6]
    if not here:
        return _Ground(a, b, why="nothing closes it there")
    if any(one.kind == "sliding door" for one in here):
        return _Ground(a, b, why="doors that slide past one another have no room for it")
    bad = next((one.face for one in here if one.kind in FRONT_KINDS and one.face in NO_GROUND), None)
    if bad is not None:
        return _Ground(a, b, why=f"{NO_GROUND[bad]} is behind it")
    # What comes furthest into the room is what it lies on.
    level = max(one.box[1] + one.box[4] for one in here)
    first, *others = [one for one in here if abs(one.box[1] + one.box[4] - level) < 1.0]
    # The closure is scribed to the ceiling, wherever that is; its box ends where it is surely clear.
    upper = math.inf if first.kind == "top filler" else first.box[2] + first.box[5]
    if first.box[2] > piece.bottom + NEAR or upper < piece.top - NEAR:
        why = "the joint between two fronts is behind it" if others else f"it is taller than the {first.kind} behind it"
        return _Ground(a, b, why=why)
    return _Ground(a, b, first)


def _joined(grounds: Iterable[_Ground]) -> list[_Ground]:
    """Return stretches with those put together that touch and go on in one another."""
    made: list[_Ground] = []
    for one in grounds:
        if made and one.start - made[-1].end <= TOUCH and made[-1].goes_on_in(one):
            made[-1] = made[-1]._replace(end=one.end)
        else:
            made.append(one)
    return made


def _runs(
    wall: str, wall_name: str, built: Built, left: float, piece: Fitted, grounds: Sequence[_Ground]
) -> Iterator[Run]:
    run, kind = built.built_in, piece.kind
    counts: dict[str, int] = {}
    for number, one in enumerate(grounds):
        assert one.part is not None
        counts[one.part.kind] = counts.get(one.part.kind, 0) + 1
        what = one.part.kind + (f" {counts[one.part.kind]}" if one.part.kind in FRONT_KINDS else "")
        ends: list[End] = ["stop", "stop"]
        if number == 0 and _free(built, at_left=True) and one.start <= built.run.begin + GAP:
            ends[0] = "outside"
        if number == len(grounds) - 1 and _free(built, at_left=False) and one.end >= built.run.end - GAP:
            ends[1] = "outside"
        words = f"{what} of {run.name[:40]}"
        length = table(f"{kind} over {run.name[:40]}", one.end - one.start, "mm", f"as wide as the {what}")
        yield _run(wall, wall_name, piece, run, (left + one.start, left + one.end), length, (ends[0], ends[1]), words)
        deep = one.part.box[1] + one.part.box[4]
        for side, end in zip(("left", "right"), ends, strict=True):
            if end == "outside":
                at = left + (one.start if side == "left" else one.end)
                back = table(f"{kind} beside {run.name[:40]}", deep, "mm", "from its fronts back to the wall")
                both: tuple[End, End] = ("stop", "outside") if side == "left" else ("outside", "stop")
                yield _run(wall, wall_name, piece, run, (at, at), back, both, f"{side} side of {run.name[:40]}")


def _free(built: Built, *, at_left: bool) -> bool:
    """Return whether an end of a run is free and square, so that trim goes round it."""
    space = built.space
    square = built.built_in.free_ends == "square"
    return square and space is not None and not (space.left if at_left else space.right)


# Many parameters: all that a run is.
def _run(
    wall: str,
    wall_name: str,
    piece: Fitted,
    run: BuiltIn,
    along: tuple[float, float],
    length: Figure,
    ends: tuple[End, End],
    words: str,
) -> Run:
    assert piece.projection is not None
    straight = table("slope of the mitre", 1.0, "", "round a right angle")
    beyond = [beyond_corner(piece.projection, straight) for end in ends if end == "outside"]
    to_buy = total(f"{piece.kind}, {words}, mitred", "mm", [length, *beyond]) if beyond else length
    return Run(
        wall,
        wall_name,
        piece.kind,
        *along,
        length,
        to_buy,
        *ends,
        part=OVER_FRONTS,
        around=run.id,
        words=words,
        lies=(piece.bottom, piece.top),
    )
