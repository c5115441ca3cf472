"""A room while it is walked: the walls so far, the one being walked, and how it would close."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

from narrow_cornice.derived.measured.rooms import walls_so_far
from narrow_cornice.derived.measured.walks import as_walked
from narrow_cornice.drawing.marks import Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.unfolded import Turned, turning
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import CornerPath, NextWallPath, WallPath
from narrow_cornice.survey.open_walk import OpenWalk, WalkedWall, closing, reckoned
from narrow_cornice.survey.plan import corner_name, side_name
from narrow_cornice.units.show import bare_size, show_size

CHAIN = 0.05  # of the drawing's size: how far a dimension stands off its wall
KNOB = 0.008  # … and half the size of the mark where the walk ends


def walk_drawing(room: Room, settings: Settings, turn: float, typed: Sequence[WalkedWall] = ()) -> Drawing:
    """Return the plan as far as it is walked; ``typed`` are walls that are being typed and not yet taken."""
    so_far = [as_walked(wall) for wall in room.measured.walls]
    following = tuple(typed) or (WalkedWall(None),)
    walk = reckoned([*so_far, *following])
    turned = turning(turn)
    points = [turned(point) for point in walk.points]
    back = _way_back(reckoned([*so_far, *typed]), turned)
    across = max(_spread([*points, *back]), 1000.0)
    marks: list[Mark] = []
    if len(back) > 1:
        marks += [Stroke((a, b), Pen("ochre", 0.9, dashed=True)) for a, b in itertools.pairwise(back)]
    firm = len(so_far)
    is_back = firm > 2 and math.dist(points[firm], points[0]) < CHAIN * across  # the next wall lies along the first
    count = len(walk.walls) + 1
    for index, (wall, (a, b)) in enumerate(zip(walk.walls, itertools.pairwise(points), strict=True)):
        taken = index < firm
        about = WallPath(room.id, room.measured.walls[index].id) if taken else NextWallPath(room.id)
        unread = wall.length is None
        colour = "verdigris" if not taken else "ochre" if unread else "ink"
        marks.append(Stroke((a, b), Pen(colour, 2.4 if taken else 1.8, dashed=unread or not taken), about=about))
        name = side_name(index, count)
        words = f"{name} not read" if unread and taken else f"wall {name}" if unread else _shown(wall.length, settings)
        off = CHAIN * across * (2 if is_back and not taken else 1)
        marks.append(Dimension(b, a, off, words, about, "soft" if taken else "verdigris", slides=True))
    for index, at in enumerate(points):
        corner = CornerPath(room.id, room.measured.walls[index - 1].id) if 0 < index <= firm else None
        off = 0.03 * across
        beside = [(at[0] + dx * off, at[1] + dy * off) for dx, dy in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
        colour = "rust" if index <= firm else "verdigris"
        letter = corner_name(index)
        marks.append(Label(beside[0], letter, 11, colour, face="name", about=corner, elsewhere=tuple(beside[1:])))
    marks.append(_knob(points[-1], KNOB * across))
    words = f"Walk with the wall on your right · {walls_so_far(firm)}"
    if not any(wall.angles for wall in room.measured.walls) and firm > 1:
        words += " · corners drawn square, nobody has read one"
    if walk.walked:
        words += f" · walked {show_size(walk.walked, settings)}"
    return Drawing(f"{room.name}, plan", words, tuple(marks), bounds_of(marks, 0.06 * across))


def _way_back(walk: OpenWalk, turned: Turned) -> list[Point]:
    """Return the line along which a walk would close, in the drawing's places, empty where that is not known."""
    if len(walk.walls) < 2:
        return []
    further = closing(walk).walls
    if any(wall.length is None for wall in further):
        return []
    whole = reckoned([*walk.walls, *further])
    return [turned(point) for point in whole.points[len(walk.walls) : -1]] + [turned((0.0, 0.0))]


def _spread(points: Sequence[Point]) -> float:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return max(max(xs) - min(xs), max(ys) - min(ys))


def _knob(at: Point, off: float) -> Stroke:
    """Return the mark where the walk has come to."""
    (x, y) = at
    ring = ((x - off, y), (x, y - off), (x + off, y), (x, y + off))
    return Stroke(ring, Pen("verdigris", 1.6), closed=True)


def _shown(mm: float | None, settings: Settings) -> str:
    return bare_size(mm or 0.0, settings)
