"""Beams, boxed pipes, columns and lowered steps of the ceiling: on the plan, and on the wall they go by."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace
from narrow_cornice.derived.measured.touching import LyingBefore, lying_before
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Mark, Pen, Point
from narrow_cornice.job.measured import Bulk
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BulkPath, SlopePath
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.trim.runs import height_on

Turned = Callable[[Point], Point]

OVERHEAD = 100.0  # mm above the floor from which a thing is walked under
TOUCHES = 1.0  # mm off the wall within which a thing stands against it


def overhead_marks(measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return what is overhead or stands in the room: the edges of slopes and beams dashed, pipes and columns firm."""
    marks: list[Mark] = []
    room, plan = measured.room, measured.plan
    if not measured.ceiling.flat:
        for plane, outlines in measured.ceiling.parts(plan.corners):
            if plane.over >= 0:
                over = SlopePath(room.id, room.measured.walls[plane.over].id)
                for outline in outlines:
                    points = tuple(turned(point) for point in outline)
                    marks.append(Area(points, "#7a706714", over, Pen("soft", 0.7, dashed=True)))
    return marks + bulks_on_plan(measured, turned, room.measured.bulks)


def bulks_on_plan(measured: MeasuredRoom, turned: Turned, bulks: Iterable[Bulk]) -> list[Mark]:
    """Return things as they are seen from above: what is overhead dashed, what stands in the room firm."""
    marks: list[Mark] = []
    room, plan = measured.room, measured.plan
    for bulk in bulks:
        index = next((i for i, side in enumerate(room.measured.walls) if side.id == bulk.wall), None)
        if index is None:
            continue
        side, u, out = plan.sides[index], bulk.place.mm, bulk.out.mm
        corners = [
            (u, out),
            (u + bulk.width.mm, out),
            (u + bulk.width.mm, out + bulk.depth.mm),
            (u, out + bulk.depth.mm),
        ]
        outline = tuple(turned(on_floor(side, along, off)) for along, off in corners)
        overhead = bulk.under.mm > OVERHEAD
        fill = "#7a706714" if overhead else "#b9ad9a"
        about = BulkPath(room.id, bulk.id)
        marks.append(Area(outline, fill, about, Pen("ink", 0.8, dashed=overhead)))
    return marks


def before_face(measured: MeasuredRoom, face: WallFace) -> list[LyingBefore]:
    """Return what lies before a wall: what goes by it, and what comes up to it from another."""
    walls, bulks = measured.room.measured.walls, measured.room.measured.bulks
    index = next(index for index, wall in enumerate(walls) if wall.id == face.id)
    return list(lying_before(measured.plan, walls, bulks, index)) if bulks else []


def bulk_on_wall(room: Room, face: WallFace, frame: Frame, lying: LyingBefore) -> Area:
    """Return the outline of a thing before a wall, dashed where it stands off it."""
    bulk, u0, u1, out = lying
    top = bulk.top.mm if bulk.top is not None else float("inf")
    uppers = [min(height_on(face.upper_edge, min(max(u, 0.0), face.length)), top) for u in (u0, u1)]
    under = bulk.under.mm
    outline = (
        frame.at(u0, under),
        frame.at(u1, under),
        frame.at(u1, max(under, uppers[1])),
        frame.at(u0, max(under, uppers[0])),
    )
    pen = Pen("line", 0.7, dashed=out > TOUCHES)
    return Area(outline, "#2a272414", BulkPath(room.id, bulk.id), pen)


def bulks_against(measured: MeasuredRoom, face: WallFace, frame: Frame) -> list[Mark]:
    """Return the things that stand against a wall."""
    return [bulk_on_wall(measured.room, face, frame, one) for one in before_face(measured, face) if one.out <= TOUCHES]
