"""Profiles: each kind of trim drawn from its stack of members, at the size the wall asks for."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping

import msgspec

from narrow_cornice.memo import by_value
from narrow_cornice.trim.kinds import KINDS, OF_TRIM, TrimKind
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.outline import Line, Outline, Segment
from narrow_cornice.trim.stacks import PlacedMember, Stack, generated, height_of, out_of, scaled, stacked

TURNED: tuple[TrimKind, ...] = tuple(kind for kind in KINDS if OF_TRIM[kind].turned)  # drawn from the top down
SHELVES: tuple[TrimKind, ...] = tuple(kind for kind in KINDS if OF_TRIM[kind].shelf)


def has_shelf(kind: str) -> bool:
    """Return whether the upper edge of a kind is seen and painted."""
    return kind in SHELVES


class Profile(msgspec.Struct, frozen=True):
    """One section: its outline, its height across the wall and its projection from it, in mm.

    ``bands`` are the heights of the named members from the bottom up, for the section's labels; ``members`` what it is
    stacked from, each where it stands.
    """

    kind: str
    height: float
    projection: float
    outline: Outline
    bands: tuple[tuple[str, float, float], ...] = ()
    members: tuple[PlacedMember, ...] = ()

    @property
    def girth(self) -> float:
        """Return the exposed length across the profile in mm."""
        return self.outline.girth

    @property
    def reach(self) -> float:
        """Return how far the profile comes out at most in mm, beads included."""
        return max(z for z, _ in self.outline.polyline())

    @property
    def mean_out(self) -> float:
        """Return how far its face is off the wall on the average, in mm, by its girth: what a return is painted by."""
        line = self.outline.polyline(math.radians(1))
        steps = [(math.dist(a, b), (a[0] + b[0]) / 2) for a, b in itertools.pairwise(line)]
        girth = sum(length for length, _ in steps)
        return sum(length * out for length, out in steps) / girth if girth > 0 else 0.0

    @property
    def area(self) -> float:
        """Return the area of the section in mm²."""
        return self.outline.area


def _up_against(segments: list[Segment], *, shelf: bool) -> Outline:
    """Return the outline, with its top returned to the wall where a shelf is seen and painted."""
    end = segments[-1].end
    if shelf and end[0] > 0:
        segments = [*segments, Line(end, (0.0, end[1]))]
    return Outline(tuple(segments))


@by_value(times=1, each="thing")
def stack_profile(kind: str, stack: Stack, curves: Curves = "roman") -> Profile:
    """Return the profile of one stack at its own size; a skirting's is turned upside down."""
    segments, placed = stacked([(kind, stack)], curves)
    height = height_of(stack)
    if kind in TURNED:
        outline = Outline(tuple(segments)).turned_over(height)
        placed = tuple(
            PlacedMember(one.stack, one.index, one.member, *((z, height - y) for z, y in (one.end, one.start)))
            for one in placed
        )
    else:
        outline = _up_against(segments, shelf=has_shelf(kind))
    return Profile(kind, height, out_of(stack), outline, members=placed)


def kind_profile(
    kind: str, height: float, projection: float, curves: Curves = "roman", drawn: Stack | None = None
) -> Profile:
    """Return a kind of trim at a size, as it was ``drawn`` or as the order generates it."""
    stack = scaled(drawn, height, projection) if drawn else generated(kind, height, projection)
    made = stack_profile(kind, stack, curves)
    return Profile(kind, height, projection, made.outline, made.bands, made.members)


def cornice_profile(
    members: tuple[tuple[str, float], ...],
    projection: float,
    curves: Curves = "roman",
    drawn: Mapping[str, Stack] | None = None,
) -> Profile:
    """Return a cornice of the given members, (name, height) from the top down, coming out by ``projection``.

    The bed mould starts at the wall and each member above comes out further; a member left out takes its share
    of the projection with it in proportion, so that what is left stays as it was drawn. A member that was ``drawn``
    comes out in the proportion to its height that it was drawn with.
    """
    stacks: tuple[tuple[str, Stack], ...] = tuple((name, (drawn or {}).get(name, ())) for name, _ in members)
    return _cornice(members, projection, curves, stacks)


@by_value(times=1, each="thing")
def _cornice(
    members: tuple[tuple[str, float], ...], projection: float, curves: Curves, drawn: tuple[tuple[str, Stack], ...]
) -> Profile:
    by_name = dict(drawn)
    weights = {
        name: height * (out_of(by_name[name]) / height_of(by_name[name]) if by_name[name] else 1.0)
        for name, height in members
    }
    total, weight = sum(height for _, height in members), sum(weights.values())
    parts: list[tuple[str, Stack]] = []
    bands: list[tuple[str, float, float]] = []
    at = 0.0
    for name, height in reversed(members):
        out = projection * weights[name] / weight if weight > 0 else 0.0
        bands.append((name, at, at + height))
        at += height
        parts.append((name, scaled(by_name[name], height, out) if by_name[name] else generated(name, height, out)))
    segments, placed = stacked(parts, curves)
    return Profile("cornice", total, projection, _up_against(segments, shelf=False), tuple(bands), placed)
