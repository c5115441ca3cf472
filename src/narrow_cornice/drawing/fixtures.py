"""Fixtures and damage on the face of a wall, each in its own plain outline."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Label, Mark, Pen, Stroke
from narrow_cornice.job.measured import ConditionMark, Fixture
from narrow_cornice.job.paths import FixturePath, MarkPath
from narrow_cornice.survey.faces import Rect

PLATE = "#f7f4ea"


def fixture_marks(frame: Frame, fixture: Fixture, rect: Rect, room: str) -> list[Mark]:
    """Return a fixture: a plate with what tells it apart: slats, fins, a rocker, two holes."""
    about = FixturePath(room, fixture.id)
    fine = Pen("line", 0.5)
    wide, tall = rect.u1 - rect.u0, rect.v1 - rect.v0
    middle, centre = (rect.u0 + rect.u1) / 2, (rect.v0 + rect.v1) / 2
    if fixture.kind == "wall lamp":
        cone = ((rect.u0, rect.v0), (rect.u1, rect.v0), (middle + wide / 5, rect.v1), (middle - wide / 5, rect.v1))
        return [Area(tuple(frame.at(*point) for point in cone), "#f3e3b5", about, fine)]
    marks: list[Mark] = [Area(frame.quad(rect), "#cfc8bb" if fixture.kind == "pipe" else PLATE, about, fine)]
    if fixture.kind == "grille":
        for step in range(1, 5):
            v = rect.v0 + tall * step / 5
            marks.append(Stroke((frame.at(rect.u0, v), frame.at(rect.u1, v)), fine, about=about))
    elif fixture.kind == "radiator":
        count = max(3, round(wide / 90))
        for step in range(1, count):
            u = rect.u0 + wide * step / count
            marks.append(Stroke((frame.at(u, rect.v0), frame.at(u, rect.v1)), Pen("line", 0.4), about=about))
    elif fixture.kind == "switch":
        rocker = Rect(middle - wide / 6, centre - tall / 4, middle + wide / 6, centre + tall / 4)
        marks.append(Area(frame.quad(rocker), "#ddd6c6", about, Pen("line", 0.4)))
    elif fixture.kind == "socket":
        for u in (middle - wide / 6, middle + wide / 6):
            hole = [
                frame.at(u + wide / 11 * math.cos(one), centre + wide / 11 * math.sin(one))
                for one in (math.pi / 4 * step for step in range(8))
            ]
            marks.append(Area(tuple(hole), "line", about))
    return marks


def condition_marks(frame: Frame, mark: ConditionMark, rect: Rect, room: str) -> list[Mark]:
    """Return damage: a dashed rust outline, hatched, with its word."""
    about = MarkPath(room, mark.id)
    wide, tall = rect.u1 - rect.u0, rect.v1 - rect.v0
    pen = Pen("rust", 0.9, dashed=True)
    marks: list[Mark] = [Area(frame.quad(rect), "#a4492f22", about, None)]
    if mark.kind == "crack":
        steps = [rect.u0 + wide * part / 6 for part in range(7)]
        up = [rect.v0 + tall * part / 6 for part in range(7)]
        kinks = (-tall / 14, tall / 14)
        line = [frame.at(u, v + kinks[n % 2]) for n, (u, v) in enumerate(zip(steps, up, strict=True))]
        marks.append(Stroke(tuple(line), Pen("rust", 1.2), about=about))
    else:
        marks.append(Stroke(frame.quad(rect), pen, closed=True, about=about))
        step = max(60.0, min(wide, tall) / 4)
        reach = step
        while reach < wide + tall:
            a = (rect.u0 + max(0.0, reach - tall), rect.v0 + min(reach, tall))
            b = (rect.u0 + min(reach, wide), rect.v0 + max(0.0, reach - wide))
            marks.append(Stroke((frame.at(*a), frame.at(*b)), Pen("rust", 0.3), about=about))
            reach += step
    middle = frame.at((rect.u0 + rect.u1) / 2, rect.v1 + 60)
    marks.append(Label(middle, mark.kind, 8, "rust", face="slanted", about=about, patch=True))
    return marks


HOW_IT_IS_DRAWN: dict[type[Any], Callable[[Frame, Any, Rect, str], list[Mark]]] = {
    Fixture: fixture_marks,
    ConditionMark: condition_marks,
}


def hung_marks(frame: Frame, thing: Any, rect: Rect, room: str) -> list[Mark]:
    """Return what hangs on a wall as marks; every kind of thing has its way of being drawn."""
    return HOW_IT_IS_DRAWN[type(thing)](frame, thing, rect, room)
