"""Stacks of members: what a profile is made of, as the order generates it or as somebody drew it.

A stack goes from the bottom up and out from the wall; a skirting's goes from the top down. Its sizes are in mm as they
were drawn; ``scaled`` brings them to the size the wall asks for, so a drawn profile follows its order.
"""

from collections.abc import Sequence
from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError
from narrow_cornice.trim.kinds import OF_TRIM, Shares
from narrow_cornice.trim.members import Curves, Kind, member
from narrow_cornice.trim.outline import Line, Outline, Point, Segment

MOST_MEMBERS = 40
LARGEST = 2000.0  # mm: no member of a wall's trim is larger


class StackMember(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """One member: its height and how far it comes out, in mm; ``back`` goes back by as much instead.

    ``curves`` is its construction, None for the one of the room.
    """

    kind: Kind
    height: float
    projection: float
    curves: Curves | None = None
    back: bool = False

    @property
    def out(self) -> float:
        """Return how far the stack stands further out above it, in mm."""
        return -self.projection if self.back else self.projection


Stack = tuple[StackMember, ...]


class PlacedMember(msgspec.Struct, frozen=True):
    """A member where it stands in a profile: the stack it is of, its place in that, and its ends as (z, y)."""

    stack: str
    index: int
    member: StackMember
    start: Point
    end: Point


SHARES: dict[str, Shares] = {
    "cymatium": (("fillet", 0.08, 0.06), ("cyma recta", 0.72, 0.88), ("fillet", 0.2, 0.06)),
    "corona": (("corona", 0.8, 0.8), ("cavetto", 0.2, 0.2)),
    "modillion band": (("modillion band", 1.0, 1.0),),
    "dentil band": (("dentil course", 1.0, 1.0),),
    "bed mould": (("fillet", 0.12, 0.06), ("cyma reversa", 0.6, 0.54), ("ovolo", 0.28, 0.4)),
}  # parts of the cornice, of height and projection; kinds of trim have theirs where they are declared


def generated(name: str, height: float, projection: float) -> Stack:
    """Return the stack of a kind of trim, or of a part of the cornice, at a size.

    A skirting is a base cap over a plain face: the cap is a small reversed curve that dies towards the wall.
    """
    declared = next((kind for kind in OF_TRIM.values() if kind.name == name), None)
    if declared is not None and declared.stands == "on the floor":
        top = min(height * 0.3, 2 * projection)
        cap = tuple(StackMember(kind, h * top, p * projection) for kind, h, p in declared.members)
        return (*cap, StackMember("fascia", height - top, 0.0))
    shares = declared.members if declared is not None else SHARES.get(name, SHARES["cymatium"])
    return tuple(StackMember(kind, h * height, p * projection) for kind, h, p in shares)


def height_of(stack: Sequence[StackMember]) -> float:
    """Return the height of a stack in mm."""
    return sum(one.height for one in stack)


def out_of(stack: Sequence[StackMember]) -> float:
    """Return how far the end of a stack stands out from its beginning, in mm."""
    return sum(one.out for one in stack)


def scaled(stack: Stack, height: float, projection: float) -> Stack:
    """Return a stack brought to a height and a projection, all its members alike."""
    tall, out = height_of(stack), out_of(stack)
    up = height / tall if tall > 0 else 1.0
    across = projection / out if out > 0 else 1.0
    if abs(up - 1) < 1e-12 and abs(across - 1) < 1e-12:
        return stack
    return tuple(replace(one, height=one.height * up, projection=one.projection * across) for one in stack)


def _segments(one: StackMember, at: Point, curves: Curves) -> list[Segment]:
    drawn = one.curves or curves
    if not one.back:
        return member(one.kind, at, one.height, one.projection, drawn)
    # The same member upside down: it ends where it would have begun.
    over = Outline(tuple(member(one.kind, (0.0, 0.0), one.height, one.projection, drawn))).turned_over(one.height)
    return [segment.moved(at[0] - over.segments[0].start[0], at[1]) for segment in over.segments]


def face_of(placed: PlacedMember, curves: Curves, *, turned: bool = False, step: float = 0.1) -> list[Point]:
    """Return the face of one member where it stands in a profile, as points; ``turned`` in one drawn from the top."""
    if turned:
        face = Outline(tuple(_segments(placed.member, (0.0, 0.0), curves))).turned_over(placed.member.height)
        z, y = placed.end[0], placed.start[1]
        points = [(z + a, y + b) for a, b in face.polyline(step)]
        return points
    return Outline(tuple(_segments(placed.member, placed.start, curves))).polyline(step)


def stacked(stacks: Sequence[tuple[str, Stack]], curves: Curves) -> tuple[list[Segment], tuple[PlacedMember, ...]]:
    """Return several stacks drawn one above the other from the wall, and where each member stands."""
    segments: list[Segment] = []
    placed: list[PlacedMember] = []
    at: Point = (0.0, 0.0)
    for name, stack in stacks:
        for index, one in enumerate(stack):
            start = at
            if one.height > 0 or one.projection > 0:
                for segment in _segments(one, at, curves):
                    _join(segments, segment)
                at = (at[0] + one.out, at[1] + one.height)
            placed.append(PlacedMember(name, index, one, start, at))
    return segments, tuple(placed)


def _join(segments: list[Segment], new: Segment) -> None:
    """Add a segment; two level lines in a row become one, so that no line runs back over itself."""
    last = segments[-1] if segments else None
    level = isinstance(new, Line) and abs(new.end[1] - new.start[1]) < 1e-12
    if level and isinstance(last, Line) and abs(last.end[1] - last.start[1]) < 1e-12:
        segments.pop()
        if abs(new.end[0] - last.start[0]) > 1e-9:
            segments.append(Line(last.start, new.end))
        return
    segments.append(new)


def checked_stack(stack: Sequence[StackMember], where: str) -> Stack:
    """Return a stack that can be built. Raises CorniceError for none, too many members, or impossible sizes."""
    if not 0 < len(stack) <= MOST_MEMBERS:
        raise CorniceError(f"A profile has from one to {MOST_MEMBERS} members.", where=where)
    for one in stack:
        for name, size in (("height", one.height), ("projection", one.projection)):
            if not 0 <= size <= LARGEST:
                raise CorniceError(
                    f"The {name} of a {one.kind} must be from nought to {LARGEST:g} mm; it is {size:g}.", where=where
                )
    if height_of(stack) < 1.0:
        raise CorniceError("A profile must be at least 1 mm high.", where=where)
    out = 0.0
    for one in stack:
        out += one.out
        if out < -1e-9:
            raise CorniceError(
                f"The {one.kind} would go back {-out:.1f} mm behind where the stack begins.",
                where=where,
                remedy="Make it smaller, or a member before it larger.",
            )
    return tuple(stack)


def with_member(stack: Stack, index: int, **fields: Any) -> Stack:
    """Return a stack with one member changed."""
    return tuple(replace(one, **fields) if n == index else one for n, one in enumerate(stack))
