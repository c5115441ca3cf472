"""The plan of a room with the eye that sees it: where it stands, where it looks, and how wide."""

from __future__ import annotations

import math

from msgspec.structs import replace

from narrow_cornice.boards.plain import plain_room
from narrow_cornice.boards.viewpoints import viewpoint_of
from narrow_cornice.drawing.floor_cloth import floor_cloth
from narrow_cornice.drawing.marks import Area, Drawing, Handle, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import EyePath
from narrow_cornice.memo import by_identity

REACH = 2600.0  # mm that the angle is drawn out to


@by_identity(times=1, each="room")
def eye_plan(job: Job, room: Room) -> Drawing:
    """Return the plan with the eye; both the eye and the place it looks at can be moved."""
    plan = floor_cloth(plain_room(room), job.house_rules, job.colours, job.settings, 0.0)
    view = viewpoint_of(room, job.house_rules)
    if view is None or room.outdoors:
        words = plan.subtitle if view is None else "Outdoors the eye is moved on the bench."
        return replace(plan, title=f"{room.name[:60]}, where the eye is", subtitle=words)
    at, aim = (view.x, -view.y), (view.to[0], -view.to[1])
    way = math.atan2(aim[1] - at[1], aim[0] - at[0])
    half = math.radians(view.angle / 2)
    ends = [(at[0] + REACH * math.cos(way + turn), at[1] + REACH * math.sin(way + turn)) for turn in (-half, half)]
    arc = [
        (
            at[0] + REACH * math.cos(way - half + 2 * half * step / 12),
            at[1] + REACH * math.sin(way - half + 2 * half * step / 12),
        )
        for step in range(13)
    ]
    eye, looked = EyePath(room.id), EyePath(room.id, what="aim")
    marks: list[Mark] = [
        *plan.marks,
        Area((at, *arc), "#2e6b6022", eye),
        *(Stroke((at, end), Pen("verdigris", 1.2), about=eye) for end in ends),
        Stroke((at, aim), Pen("verdigris", 0.8, dashed=True), about=looked),
        Label((at[0], at[1] + 150.0), "eye", 8.5, "verdigris", face="bold", about=eye, patch=True),
        Label((aim[0], aim[1] - 120.0), "looks here", 8.5, "verdigris", about=looked, patch=True),
        Handle(at, eye),
        Handle(aim, looked),
    ]
    left, top, right, low = plan.bounds
    x0, y0, x1, y1 = bounds_of([Handle(at, eye), Handle(aim, looked)], 220.0)
    bounds = (min(left, x0), min(top, y0), max(right, x1), max(low, y1))
    said = "drag the eye, or the place it looks at"
    return Drawing(f"{room.name[:60]}, where the eye is", said, tuple(marks), bounds)
