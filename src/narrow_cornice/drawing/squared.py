"""The plan as an unfolded room draws it: corners a few degrees off are drawn straight, as on any measured drawing.

True corners stand on the plan. Unfolded, a room that is nearly square would otherwise have to set aside walls that
overlap by a hair; so headings close to a multiple of 15° are put on it, and the edges changed as little as closes the
outline again (least change subject to two conditions).
"""

from __future__ import annotations

import math

import numpy as np

from narrow_cornice.drawing.marks import Point
from narrow_cornice.survey.plan import Plan, plan_area
from narrow_cornice.survey.starting_figure import crossing_sides

STEP = 15.0
NEARLY = 4.0  # degrees a wall may be off a multiple of the step
MOST_CHANGE, MOST_SHARE = 30.0, 0.03  # of an edge, in mm or as a share of it, whichever is more


def squared_corners(plan: Plan) -> tuple[Point, ...]:
    """Return the corners as drawn; where the room is crooked beyond a few degrees they are the true ones."""
    headings = [math.degrees(math.atan2(side.direction[1], side.direction[0])) for side in plan.sides]
    straight = [round(one / STEP) * STEP for one in headings]
    if any(abs(a - b) > NEARLY for a, b in zip(headings, straight, strict=True)):
        return plan.corners
    ways = np.array([[math.cos(math.radians(one)), math.sin(math.radians(one))] for one in straight]).T
    long = np.array([math.dist(side.start, side.end) for side in plan.sides])
    edges = long - ways.T @ np.linalg.solve(ways @ ways.T, ways @ long)
    if (np.abs(edges - long) > np.maximum(MOST_CHANGE, MOST_SHARE * long)).any() or (edges <= 1.0).any():
        return plan.corners
    corners: list[Point] = [(0.0, 0.0)]
    for (x, y), edge in zip(ways.T[:-1].tolist(), edges[:-1].tolist(), strict=True):
        corners.append((round(corners[-1][0] + x * edge, 9), round(corners[-1][1] + y * edge, 9)))
    if crossing_sides(corners) is not None or plan_area(corners) <= 0:
        return plan.corners
    return tuple(corners)
