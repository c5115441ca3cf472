"""Rooms joined by their shared doors: where each stands beside the others.

Every room was measured for itself, from its own first corner. A door seen from both sides says where its two rooms
stand: its middle is one place, a wall's thickness apart, and the two walls it stands in face away from each other. Each
room is moved and turned as a whole; where there are more doors than it takes (a ring of rooms), what the doors disagree
by is shared out by least squares and told.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import msgspec
import numpy as np

from narrow_cornice.survey.network import Point, Vector

DOOR_SIGMA = 15.0  # mm: how surely a door's place on both its walls is read
WALL_SIGMA = math.radians(1.0)  # how surely the two faces of a wall are parallel


class SharedDoor(msgspec.Struct, frozen=True):
    """A door between two rooms: its middle on each one's wall and the unit normal out of that room, each in the room's
    own plan, and the wall's thickness in mm."""

    first: int
    second: int
    first_middle: Point
    first_out: Point
    second_middle: Point
    second_out: Point
    thickness: float


class Standing(msgspec.Struct, frozen=True):
    """How a room stands: moved by ``x``, ``y`` after it was turned by ``turn`` radians; ``group`` numbers the rooms
    that doors join, from 0."""

    x: float
    y: float
    turn: float
    group: int

    def __call__(self, point: Point) -> Point:
        """Return the place in the house of a place on the room's own plan."""
        cos, sin = math.cos(self.turn), math.sin(self.turn)
        return (self.x + cos * point[0] - sin * point[1], self.y + sin * point[0] + cos * point[1])

    def along(self, way: Point) -> Point:
        """Return a direction on the room's own plan as it lies in the house."""
        cos, sin = math.cos(self.turn), math.sin(self.turn)
        return (cos * way[0] - sin * way[1], sin * way[0] + cos * way[1])


def rooms_standing(rooms: int, doors: Sequence[SharedDoor]) -> tuple[tuple[Standing, ...], tuple[float, ...]]:
    """Return how each room stands, the first as it was measured, and by how many mm each door fails to meet itself."""
    standing = _walked(rooms, doors)
    if any(miss > 1e-6 for miss in _misses(standing, doors)):
        standing = _shared_out(standing, doors)
    return standing, tuple(_misses(standing, doors))


def _walked(rooms: int, doors: Sequence[SharedDoor]) -> tuple[Standing, ...]:
    """Return how the rooms stand going from door to door, each placed by the first door that reaches it."""
    known: dict[int, Standing] = {}
    for begin in range(rooms):
        if begin in known:
            continue
        group = len({one.group for one in known.values()})
        known[begin] = Standing(0.0, 0.0, 0.0, group)
        waiting = [begin]
        while waiting:
            here = waiting.pop(0)
            for door in doors:
                for near, far in ((door.first, door.second), (door.second, door.first)):
                    if near == here and far not in known:
                        known[far] = _beyond(known[here], door, door.first == here)
                        waiting.append(far)
    return tuple(known[number] for number in range(rooms))


def _beyond(here: Standing, door: SharedDoor, forwards: bool) -> Standing:
    """Return how the room behind a door stands."""
    sides = ((door.first_middle, door.first_out), (door.second_middle, door.second_out))
    (middle, out), (far_middle, far_out) = sides if forwards else sides[::-1]
    way = here.along(out)
    at = here(middle)
    place = (at[0] + way[0] * door.thickness, at[1] + way[1] * door.thickness)
    turn = math.remainder(math.atan2(-way[1], -way[0]) - math.atan2(far_out[1], far_out[0]), math.tau)
    turned = Standing(0.0, 0.0, turn, here.group).along(far_middle)
    return Standing(place[0] - turned[0], place[1] - turned[1], turn, here.group)


def _gap(standing: Sequence[Standing], door: SharedDoor) -> tuple[float, float, float]:
    """Return by how much a door fails to meet itself: two ways in mm, and its walls in radians."""
    one, other = standing[door.first], standing[door.second]
    way, back = one.along(door.first_out), other.along(door.second_out)
    at, there = one(door.first_middle), other(door.second_middle)
    half = door.thickness / 2
    # Each side's own middle of the wall, so that neither room is the surer one.
    x = at[0] + way[0] * half - there[0] - back[0] * half
    y = at[1] + way[1] * half - there[1] - back[1] * half
    return x, y, math.atan2(way[0] * back[1] - way[1] * back[0], -(way[0] * back[0] + way[1] * back[1]))


def _misses(standing: Sequence[Standing], doors: Sequence[SharedDoor]) -> list[float]:
    return [math.hypot(*_gap(standing, door)[:2]) for door in doors]


def _shared_out(standing: tuple[Standing, ...], doors: Sequence[SharedDoor]) -> tuple[Standing, ...]:
    """Return the rooms moved and turned so that the doors' squares are least, the first of each group held."""
    from scipy.optimize import least_squares

    held = {next(i for i, one in enumerate(standing) if one.group == group) for group in {s.group for s in standing}}
    free = [number for number in range(len(standing)) if number not in held]

    def moved(unknown: Vector) -> tuple[Standing, ...]:
        made = list(standing)
        for place, number in enumerate(free):
            x, y, turn = (float(one) for one in unknown[3 * place : 3 * place + 3])
            made[number] = Standing(x, y, turn / 1000.0, standing[number].group)
        return tuple(made)

    def gaps(unknown: Vector) -> Vector:
        now = moved(unknown)
        rows = [_gap(now, door) for door in doors]
        return np.array([one for x, y, turn in rows for one in (x / DOOR_SIGMA, y / DOOR_SIGMA, turn / WALL_SIGMA)])

    begin = [one for number in free for one in (standing[number].x, standing[number].y, standing[number].turn * 1000.0)]
    return moved(least_squares(gaps, np.array(begin)).x)
