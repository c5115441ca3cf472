"""Rooms whose true plan is known, with readings that carry the stated noise."""

from __future__ import annotations

import math
import random
from typing import NamedTuple

import numpy as np
from msgspec.structs import replace

from narrow_cornice.survey.doubt import suspects
from narrow_cornice.survey.network import Angle, Distance, Observation, Point
from narrow_cornice.survey.starting_figure import area, crossing_sides, solved
from narrow_cornice.survey.traverse import compass_rule


def true_room(chance: random.Random, count: int) -> list[Point]:
    """Return a crooked room of ``count`` corners with alcoves, breasts and bumps."""
    while True:
        wide, deep = chance.uniform(3000, 7000), chance.uniform(2500, 6000)
        points: list[Point] = [(0.0, 0.0), (wide, 0.0), (wide, deep), (0.0, deep)]
        for _ in range(200):
            if len(points) == count:
                break
            i = chance.randrange(len(points))
            a, b = points[i], points[(i + 1) % len(points)]
            long = math.dist(a, b)
            if long < 900:
                continue
            ux, uy = (b[0] - a[0]) / long, (b[1] - a[1]) / long
            out = chance.uniform(120, 700) * chance.choice([-1, 1])
            if count - len(points) >= 4:
                begin, end = chance.uniform(0.15, 0.4) * long, chance.uniform(0.55, 0.85) * long
                steps = [(begin, 0.0), (begin, out), (end, out), (end, 0.0)]
            else:
                steps = [(chance.uniform(0.3, 0.7) * long, out)]
            fresh = [(a[0] + ux * u + uy * o, a[1] + uy * u - ux * o) for u, o in steps]
            tried = [*points[: i + 1], *fresh, *points[i + 1 :]]
            far = min(math.dist(p, q) for p, q in zip(tried, [*tried[1:], tried[0]], strict=True))
            if crossing_sides(tried) is None and area(tried) > 0 and far > 150:
                points = tried
        crooked = [(x + chance.uniform(-40, 40), y + chance.uniform(-40, 40)) for x, y in points]
        if len(points) == count and crossing_sides(crooked) is None:
            return crooked


def true_angle(points: list[Point], at: int) -> float:
    """Return the interior angle of a corner in degrees."""
    x, y = points[at]
    (ax, ay), (bx, by) = points[(at + 1) % len(points)], points[at - 1]
    return math.degrees(math.atan2(by - y, bx - x) - math.atan2(ay - y, ax - x)) % 360.0


def readings_of(
    chance: random.Random, points: list[Point], diagonals: str, *, angles: bool = True
) -> list[Observation]:
    """Return all sides, all corner angles, and a third of the diagonals ("third") or as many as corners."""
    count = len(points)

    def distance(i: int, j: int) -> Distance:
        return Distance(i, j, math.dist(points[i], points[j]) + chance.gauss(0, 2.0), 2.0)

    made: list[Observation] = [distance(i, (i + 1) % count) for i in range(count)]
    if angles:
        for i in range(count):
            read = true_angle(points, i) + chance.gauss(0, 0.3)
            made.append(Angle(i, (i + 1) % count, (i - 1) % count, read, 0.3))
    every = [(i, j) for i in range(count) for j in range(i + 2, count) if not (i == 0 and j == count - 1)]
    many = max(1, len(every) // 3) if diagonals == "third" else min(count, len(every))
    return made + [distance(i, j) for i, j in chance.sample(every, many)]


def fitted_error(found: list[Point] | tuple[Point, ...], true: list[Point]) -> float:
    """Return the root mean square distance of corners after the best fit by moving and turning (Kabsch)."""
    a, b = np.array(found), np.array(true)
    a, b = a - a.mean(axis=0), b - b.mean(axis=0)
    u, _, vt = np.linalg.svd(a.T @ b)
    turn = u @ np.diag([1.0, np.sign(np.linalg.det(u @ vt))]) @ vt
    return math.sqrt(((a @ turn - b) ** 2).sum() / len(a))


class Surveyed(NamedTuple):
    """What surveys of simulated rooms came to: the middle ratio of their error to the compass rule's, the share of
    blunders of 12 sigma that were named first, and the share of true sides in their 95 % band."""

    ratio: float
    named: float
    inside: float


def surveyed(chance: random.Random, diagonals: str, rooms: int) -> Surveyed:
    """Return what the survey makes of so many simulated rooms of 6 to 40 corners."""
    ratios, named, inside, sides = [], 0, 0, 0
    for _ in range(rooms):
        count = chance.randint(6, 40)
        points = true_room(chance, count)
        readings = readings_of(chance, points, diagonals)
        network = solved(readings, count)
        walk = compass_rule([one.value for one in readings[:count]], [one.value for one in readings[count : 2 * count]])
        ratios.append(fitted_error(network.points, points) / fitted_error(walk.points, points))
        for i in range(count):
            j = (i + 1) % count
            off = math.dist(network.points[i], network.points[j]) - math.dist(points[i], points[j])
            inside += abs(off) <= 1.96 * network.distance_sigmas([(i, j)])[0]
            sides += 1
        wrong = chance.randrange(len(readings))
        one = readings[wrong]
        readings[wrong] = replace(one, value=one.value + 12 * one.sigma * chance.choice([-1, 1]))
        named += suspects(solved(readings, count))[:1] == (wrong,)
    return Surveyed(float(np.median(ratios)), named / rooms, inside / sides)
