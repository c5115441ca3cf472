"""The plan of a room with its dimensions and how sure they are, or the walk as far as it goes."""

from __future__ import annotations

import math
from collections.abc import Callable

from narrow_cornice.drawing.marks import About, Area, Dimension, Drawing, Label, Mark, Path, Pen, Point, bounds_of
from narrow_cornice.drawing.unfolded import Turned, turning
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.survey.plan import corner_name, side_name
from narrow_cornice.takeoff.rooms import MeasuredRoom, measured_room
from narrow_cornice.units.lengths import show_length

WALL = 110.0  # thickness of a wall as drawn
CHAIN = 360.0  # distance of the dimension lines from the wall


@by_identity(keep=256)
def room_plan(room: Room, changed_rules: dict[str, float], settings: Settings, quarter_turns: int) -> Drawing:
    """Return the plan drawing; a room that is not determined shows the walk with its unread walls dashed."""
    measured = measured_room(room, changed_rules)
    if not measured.plan.determined:
        return _walk(measured, settings)
    turned = turning(quarter_turns)
    plan = measured.plan
    marks: list[Mark] = []
    inner = tuple(turned(corner) for corner in plan.corners)
    outer = _offset(measured, turned)
    marks.append(Area(outer, "#d8cdbb", (), Pen("ink", 0.5)))
    marks.append(Area(inner, "paper", (room.id, "floor"), Pen("ink", 1.4)))
    for index, side in enumerate(plan.sides):
        about = (room.id, "wall", room.sides[index].id)
        a, b = turned(side.start), turned(side.end)
        marks.append(Path((a, b), Pen("ink", 2.2), about=about))
        text = show_length(side.length.value, settings.unit, step=settings.step, denominator=settings.denominator)
        text = text.removesuffix(" mm")
        if side.follows:
            text += " follows"
        elif settings.unit == "mm":
            text += f" ±{side.sigma:.1f}"
        colour = "soft" if not side.follows else "ochre"
        # The room lies to the left of the walk, so outside is on the left of the way back.
        short = side.length.value < 700
        upright = side.direction[0] == 0 if quarter_turns % 2 == 0 else side.direction[1] == 0
        away = -CHAIN * 0.85 if short and upright else -CHAIN * 0.4 if short else CHAIN
        marks.append(Dimension(b, a, away, text, about, colour, beside=short and upright))
    marks += _openings(measured, turned)
    for index, side in enumerate(plan.sides):
        before = plan.sides[index - 1]
        x, y = side.start
        inward = (-side.outward[0] - before.outward[0], -side.outward[1] - before.outward[1])
        marks.append(
            Label(turned((x + inward[0] * 170, y + inward[1] * 170)), corner_name(index), 11, "rust", face="name")
        )
    wide = max(x for x, _ in plan.corners) - min(x for x, _ in plan.corners)
    deep = max(y for _, y in plan.corners) - min(y for _, y in plan.corners)
    size = " × ".join(
        show_length(value, settings.unit, step=settings.step, denominator=settings.denominator)
        for value in (wide, deep)
    )
    gaps = [f"{abs(gap):.1f} mm" for gap in plan.misclosure if gap is not None]
    closing = f" · readings fail to close by {' and '.join(gaps)}" if gaps and settings.unit == "mm" else ""
    return Drawing(
        f"{room.name}, plan", f"{size} over all · corners taken as square{closing}", tuple(marks), bounds_of(marks, 200)
    )


def _offset(measured: MeasuredRoom, turned: Turned) -> tuple[Point, ...]:
    sides = measured.plan.sides
    points = []
    for index, side in enumerate(sides):
        before = sides[index - 1]
        x, y = side.start
        points.append(
            turned((x + (side.outward[0] + before.outward[0]) * WALL, y + (side.outward[1] + before.outward[1]) * WALL))
        )
    return tuple(points)


def _openings(measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return openings as breaks in the wall: doors with their leaf ajar, windows with their glass line."""
    marks: list[Mark] = []
    for index, face in enumerate(measured.faces):
        side = measured.plan.sides[index]
        u = (-side.direction[0], -side.direction[1])
        out = side.outward

        def at(along: float, outwards: float, start: Point = side.end, u: Point = u, out: Point = out) -> Point:
            point: Point = turned(
                (start[0] + u[0] * along + out[0] * outwards, start[1] + u[1] * along + out[1] * outwards)
            )
            return point

        for opening, _, rect in face.openings:
            about = (measured.room.id, "opening", opening.id)
            gap = (at(rect.u0, 0), at(rect.u1, 0), at(rect.u1, WALL), at(rect.u0, WALL))
            fill = "glass" if opening.kind == "window" else "paper"
            marks.append(Area(gap, fill, about, Pen("ink", 0.7)))
            if opening.kind == "window":
                marks.append(Path((at(rect.u0, WALL / 2), at(rect.u1, WALL / 2)), Pen("ink", 0.5), about=about))
            elif opening.kind == "door":
                marks += _leaves(rect.u0, rect.u1, at, about)
    return marks


def _leaves(u0: float, u1: float, at: Callable[[float, float], Point], about: About) -> list[Mark]:
    """Return the leaves of a door standing open at right angles, with the quarter circle they sweep."""
    wide = u1 - u0
    leaves = [(u0, u1)] if wide <= 1100 else [(u0, (u0 + u1) / 2), (u1, (u0 + u1) / 2)]
    marks: list[Mark] = []
    for hinge, latch in leaves:
        reach = abs(latch - hinge)
        way = 1 if latch > hinge else -1
        sweep = [
            at(hinge + way * reach * math.cos(math.radians(step)), -reach * math.sin(math.radians(step)))
            for step in range(0, 91, 10)
        ]
        marks.append(Path(tuple(sweep), Pen("rule", 0.6), about=about))
        marks.append(Path((at(hinge, 0), at(hinge, -reach)), Pen("ink", 1.1), about=about))
    return marks


def _walk(measured: MeasuredRoom, settings: Settings) -> Drawing:
    """Return the walk from A as it was read, unread walls dashed at a guessed length and marked as such."""
    room = measured.room
    known = [sum(one.mm for one in side.readings) / len(side.readings) for side in room.sides if side.readings]
    guess = sum(known) / len(known) if known else 2000.0
    turned = turning(0)
    heading, at = 0, (0.0, 0.0)
    marks: list[Mark] = []
    for index, side in enumerate(room.sides):
        length = sum(one.mm for one in side.readings) / len(side.readings) if side.readings else guess
        dx, dy = [(1, 0), (0, 1), (-1, 0), (0, -1)][heading]
        end = (at[0] + dx * length, at[1] + dy * length)
        about = (room.id, "wall", side.id)
        a, b = turned(at), turned(end)
        marks.append(Path((a, b), Pen("ink" if side.readings else "ochre", 2.0, dashed=not side.readings), about=about))
        text = (
            show_length(length, settings.unit, step=settings.step, denominator=settings.denominator)
            if side.readings
            else f"{side_name(index, len(room.sides))} not read"
        )
        marks.append(Dimension(b, a, CHAIN, text, about, "soft" if side.readings else "ochre"))
        marks.append(Label(turned((at[0] + 90, at[1] + 90)), corner_name(index), 11, "rust", face="name"))
        heading = (heading + (1 if side.turn == "left" else 3)) % 4
        at = end
    return Drawing(f"{room.name}, the walk so far", measured.fault, tuple(marks), bounds_of(marks, 250))
