"""Beams, boxed pipes, columns and lowered steps of the ceiling: on the plan, and on the wall they go by."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace
from narrow_cornice.derived.measured.touching import LyingBefore, footprint, lying_before
from narrow_cornice.derived.measured.trays import tray_rings
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Label, Mark, Pen, Point, Stroke
from narrow_cornice.job.measured import Bulk, ConditionMark, RoofWindow
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BulkPath, MarkPath, RoofWindowPath, SlopePath, TrayPath
from narrow_cornice.survey.faces import Rect
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
    marks += ceiling_marks(measured, turned)
    marks += [mark for window in room.measured.roof_windows for mark in _roof_window(measured, turned, window)]
    return marks + bulks_on_plan(measured, turned, room.measured.bulks)


def ceiling_marks(measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return the tray of a ceiling as it is seen from above, and damage of ceiling and floor."""
    room, marks = measured.room, list[Mark]()
    if room.measured.tray is not None:
        dashed = Pen("soft", 0.7, dashed=True)
        for ring in tray_rings(measured.plan, room.measured.tray):
            marks.append(Area(tuple(turned(one) for one in ring), "#7a706714", TrayPath(room.id), dashed))
    marks += [mark for one in room.measured.marks if one.on != "wall" for mark in _damage(measured, turned, one)]
    return marks


def _on_plan(measured: MeasuredRoom, turned: Turned, wall: str, box: Rect) -> tuple[Point, ...]:
    """Return a rectangle along a wall and off it, as it lies on the plan."""
    side = measured.plan.sides[[one.id for one in measured.room.measured.walls].index(wall)]
    corners = ((box.u0, box.v0), (box.u1, box.v0), (box.u1, box.v1), (box.u0, box.v1))
    return tuple(turned(on_floor(side, *corner)) for corner in corners)


def _roof_window(measured: MeasuredRoom, turned: Turned, window: RoofWindow) -> list[Mark]:
    """Return a window in a slope as it is seen from above."""
    over = [one.id for one in measured.room.measured.walls].index(window.wall)
    plane = next((one for one in measured.ceiling.planes if one.over == over), None)
    level = 1.0 / plane.stretch if plane is not None else 1.0
    low, high = window.up.mm * level, (window.up.mm + window.height.mm) * level
    place = window.place.mm
    ring = _on_plan(measured, turned, window.wall, Rect(place, low, place + window.width.mm, high))
    return roof_window_marks(ring, RoofWindowPath(measured.room.id, window.id))


def roof_window_marks(ring: tuple[Point, ...], about: RoofWindowPath) -> list[Mark]:
    """Return a window in a slope by its four corners, with a cross."""
    cross = Pen("line", 0.4)
    return [
        Area(ring, "#e6edf0", about, Pen("ink", 0.8)),
        Stroke((ring[0], ring[2]), cross, about=about),
        Stroke((ring[1], ring[3]), cross, about=about),
    ]


def _damage(measured: MeasuredRoom, turned: Turned, mark: ConditionMark) -> list[Mark]:
    """Return damage of a ceiling (dashed) or a floor as it is seen from above, with its word."""
    place, off, wide, tall = mark.place.mm, mark.height.mm, mark.width.mm / 2, mark.tall.mm / 2
    ring = _on_plan(measured, turned, mark.wall, Rect(place - wide, off - tall, place + wide, off + tall))
    about = MarkPath(measured.room.id, mark.id)
    middle = (sum(x for x, _ in ring) / 4, sum(y for _, y in ring) / 4)
    words = f"{mark.kind}, {mark.on}"
    return [
        Area(ring, "#a4492f22", about, Pen("rust", 0.9, dashed=mark.on == "ceiling")),
        Label(middle, words, 8, "rust", face="slanted", about=about, patch=True),
    ]


def bulks_on_plan(measured: MeasuredRoom, turned: Turned, bulks: Iterable[Bulk]) -> list[Mark]:
    """Return things as they are seen from above: what is overhead dashed, what stands in the room firm."""
    marks: list[Mark] = []
    room, plan = measured.room, measured.plan
    for bulk in bulks:
        index = next((i for i, side in enumerate(room.measured.walls) if side.id == bulk.wall), None)
        if index is None:
            continue
        outline = tuple(turned(corner) for corner in footprint(plan.sides[index], bulk))
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
