"""Built-ins of a room that would stand in one another: in a corner, or one before the other."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from itertools import combinations

import msgspec

from narrow_cornice.derived.built.before_walls import Standing, standing_before
from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace, measured_room
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import on_floor

TOUCH = 1.0  # mm that two may reach into one another and only touch


class Stands(msgspec.Struct, frozen=True):
    """A built-in on the plan: how it stands before its wall, and its footprint, corner by corner."""

    standing: Standing
    face: WallFace
    wall: int
    corners: tuple[Point, ...]


class Meeting(msgspec.Struct, frozen=True):
    """Two built-ins that stand in one another by so many mm at least."""

    one: Stands
    other: Stands
    deep: float


@by_identity(times=1, each="room", of=as_built)
def meetings_of(room: Room, changed_rules: dict[str, float]) -> tuple[Meeting, ...]:
    """Return every pair of built-ins of a room that stand in one another, at heights that both have."""
    if len(room.casework.built_ins) < 2:
        return ()
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    there = stands_of(measured, changed_rules)
    found = []
    for one, other in combinations(there, 2):
        deep = overlap(one.corners, other.corners)
        if share_heights(one, other) and deep > TOUCH:
            found.append(Meeting(one, other, deep))
    return tuple(found)


def _heights(one: Stands) -> tuple[float, float]:
    run = one.standing.built.built_in
    return run.hangs_at, one.standing.built.run.over


def share_heights(one: Stands, other: Stands) -> bool:
    """Return whether two built-ins are anywhere at the same height."""
    (low, high), (under, over) = _heights(one), _heights(other)
    return min(high, over) - max(low, under) > TOUCH


# Many parameters: a rectangle before a wall.
def footprint(
    measured: MeasuredRoom, wall: int, left: float, right: float, out: float, deep: float
) -> tuple[Point, ...]:
    """Return a rectangle before a wall on the plan, corner by corner: from ``left`` to ``right`` along it, from ``out``
    of it and so much further into the room."""
    side = measured.plan.sides[wall]
    places = ((left, out), (right, out), (right, out + deep), (left, out + deep))
    return tuple(on_floor(side, along, off) for along, off in places)


def stands_of(measured: MeasuredRoom, changed_rules: dict[str, float]) -> tuple[Stands, ...]:
    """Return the built-ins of a room on its plan, those that fit their places."""
    return tuple(_stands(measured, changed_rules))


def _stands(measured: MeasuredRoom, changed_rules: dict[str, float]) -> Iterator[Stands]:
    for number, face in enumerate(measured.faces):
        for one in standing_before(measured.room, face, changed_rules):
            fit = one.built.fit
            deep = fit.recess.depth.mm if fit is not None else one.built.run.depth
            yield Stands(one, face, number, footprint(measured, number, one.left, one.right, 0.0, deep))


def overlap(one: Sequence[Point], other: Sequence[Point]) -> float:
    """Return by how much two convex outlines reach into one another in the direction where it is least, nought or less
    where they do not (separating axes)."""
    least = math.inf
    for outline in (one, other):
        for begin, end in zip(outline, (*outline[1:], outline[0]), strict=True):
            across, up = end[1] - begin[1], begin[0] - end[0]
            long = math.hypot(across, up)
            if long == 0.0:
                continue
            mine, its = ([(x * across + y * up) / long for x, y in points] for points in (one, other))
            least = min(least, min(max(mine), max(its)) - max(min(mine), min(its)))
    return least
