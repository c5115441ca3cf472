"""The room unfolded: the plan in the middle, every wall hinged outward in its true colours, seen from inside."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

from msgspec.structs import replace

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.bulks import bulks_against, bulks_on_plan, ceiling_marks, roof_window_marks
from narrow_cornice.drawing.ceiling_card import sample_card, whole_ceiling
from narrow_cornice.drawing.coloured import Colours, colours_of
from narrow_cornice.drawing.fields import field_marks, fields_flat
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Point, Stroke
from narrow_cornice.drawing.squared import squared_corners
from narrow_cornice.drawing.unfolding import UnfoldedWall, outward_of, unfolded_walls
from narrow_cornice.drawing.wall_face import face_marks
from narrow_cornice.job.finishes import Colour, slope_thing, surface_key
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FloorPath, RoofWindowPath, SurfacePath, WallPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.network import Angle
from narrow_cornice.survey.plan import Plan, corner_name, interior_angle_at
from narrow_cornice.units.show import show_size

FLOOR = Frame((0.0, 0.0), (1.0, 0.0), (0.0, 1.0))  # the plan as it is drawn
BOARD = 140.0  # width of a floor board as drawn
LETTER_OFF = 190.0  # mm from a corner to its letter
LETTER_FURTHER = (280.0, 400.0, 520.0)  # where that is taken
SQUARE_ENOUGH = 0.5  # degrees a corner may be off square before the drawing says so

Turned = Callable[[Point], Point]


_QUARTERS = {0.0: (1.0, 0.0), 90.0: (0.0, 1.0), 180.0: (-1.0, 0.0), 270.0: (0.0, -1.0)}


def turning(degrees: float) -> Turned:
    """Return the map from plan (y up) to drawing (y down) with the room turned clockwise."""
    whole = degrees % 360.0
    cos, sin = _QUARTERS.get(whole) or (math.cos(math.radians(whole)), math.sin(math.radians(whole)))

    def turned(point: Point) -> Point:
        x, y = point
        return (cos * x + sin * y, sin * x - cos * y)

    return turned


def turned_frame(frame: Frame, turned: Turned) -> Frame:
    """Return a frame of the plan on the turned drawing."""
    origin, zero = turned(frame.origin), turned((0.0, 0.0))
    u, v = turned(frame.u), turned(frame.v)
    return Frame(origin, (u[0] - zero[0], u[1] - zero[1]), (v[0] - zero[0], v[1] - zero[1]))


def upright_turn(measured: MeasuredRoom, wall_id: str) -> float:
    """Return the degrees clockwise that put a wall upright, its top to the top of the sheet."""
    index = next((i for i, face in enumerate(measured.faces) if face.id == wall_id), 0)
    x, y = outward_of(drawn_corners(measured.plan), index)
    return round(math.degrees(math.atan2(y, x)) - 90.0, 6) % 360.0


@by_identity(times=1, each="drawing")
def unfolded_room(
    room: Room,
    changed_rules: dict[str, float],
    colours: tuple[Colour, ...],
    settings: Settings,
    turn: float,
) -> Drawing:
    """Return the unfolded drawing of a room, or an empty sheet that says what is missing."""
    measured = measured_room(room, changed_rules)
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return Drawing(f"{room.name}, unfolded", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    known = colours_of(room.finishes.surfaces, colours)
    turned = turning(turn)
    marks: list[Mark] = []
    marks += floor_marks(measured.plan, room.id, room.finishes.floor, turn)
    if room.walling.fields:
        on_floor = fields_flat(room, "floor", changed_rules)
        marks += field_marks(turned_frame(FLOOR, turned), on_floor, room.id, known)
    slopes = slopes_on_walls(measured)
    placed = placed_walls(measured)
    for place in placed:
        face = measured.faces[place.index]
        marks += face_marks(turned_frame(place.frame, turned), face, trimmed, known, changed_rules)
        marks += bulks_against(measured, face, turned_frame(place.frame, turned))
        if place.index in slopes:
            frame = turned_frame(place.frame, turned)
            key = surface_key("ceiling", slope_thing(room.measured.walls[place.index].id))
            colour = known.of(key, known.of("ceiling@room", "#f7f3ea"))
            for part in slopes[place.index]:
                outline = tuple(frame.at(u, v) for u, v in part)
                marks.append(Area(outline, colour, SurfacePath.by_key(room.id, key), Pen("line", 0.9)))
            low = next(plane for plane in measured.ceiling.planes if plane.over == place.index).at(
                *measured.plan.sides[place.index].end
            )
            for window in room.measured.roof_windows:
                if window.wall == face.id:
                    u, v = window.place.mm, low + window.up.mm
                    ring = frame.quad(Rect(u, v, u + window.width.mm, v + window.height.mm))
                    marks += roof_window_marks(ring, RoofWindowPath(room.id, window.id))
    for place in placed:
        marks += _leader(place, measured, turned)
    outline = tuple(turned(corner) for corner in drawn_corners(measured.plan))
    marks.append(Stroke(outline, Pen("line", 1.6), closed=True))
    marks += ceiling_marks(measured, turned)
    marks += bulks_on_plan(measured, turned, room.measured.bulks)
    marks += _letters(measured, turned)
    bounds = _around(placed, turned)
    marks += _ceiling(room, measured, known, bounds, turned, placed, changed_rules)
    height = show_size(trimmed.height.value, settings)
    if not measured.ceiling.flat:
        low = min(z for face in measured.faces for _, z in face.upper_edge)
        lowest = show_size(low, settings)
        height = f"sloped, {lowest} to {height}"
    subtitle = f"Ceiling {height} · {corners_in_words(measured.plan)} · walls drawn as seen from inside"
    return Drawing(f"{room.name}, unfolded", subtitle, tuple(marks), bounds)


# Many parameters: the drawing that the ceiling is put beside.
def _ceiling(
    room: Room,
    measured: MeasuredRoom,
    known: Colours,
    bounds: tuple[float, float, float, float],
    turned: Turned,
    placed: tuple[UnfoldedWall, ...],
    changed_rules: dict[str, float],
) -> list[Mark]:
    on_it = fields_flat(room, "ceiling", changed_rules) if room.walling.fields else ()
    if not on_it:
        return sample_card(measured, known, bounds)
    faces = [[turned(corner) for corner in place.quad] for place in placed]
    faces.append([turned(corner) for corner in drawn_corners(measured.plan)])
    return whole_ceiling(measured, known, bounds, on_it, turned_frame(FLOOR, turned), faces)


def placed_walls(measured: MeasuredRoom) -> tuple[UnfoldedWall, ...]:
    """Return where each wall of a room lies on its unfolded drawing, before it is turned."""
    slopes = slopes_on_walls(measured)
    reaches = [
        max([face.tallest, *(v for part in slopes.get(n, ()) for _, v in part)])
        for n, face in enumerate(measured.faces)
    ]
    return _placed(measured.plan, *reaches)


def _around(placed: tuple[UnfoldedWall, ...], turned: Turned) -> tuple[float, float, float, float]:
    """Return the bounds of the sheet: all walls and a margin for the letters beyond them."""
    corners = [turned(corner) for place in placed for corner in place.quad]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    margin = 260.0 if any(place.leader for place in placed) else 120.0
    return min(xs) - margin, min(ys) - margin, max(xs) + margin, max(ys) + margin


def slopes_on_walls(measured: MeasuredRoom) -> dict[int, tuple[tuple[Point, ...], ...]]:
    """Return the sloped parts of the ceiling by the index of their wall, hinged on from its upper edge: (u, v)."""
    made: dict[int, tuple[tuple[Point, ...], ...]] = {}
    if measured.ceiling.flat:
        return made
    for plane, outlines in measured.ceiling.parts(measured.plan.corners):
        if plane.over < 0:
            continue
        side = measured.plan.sides[plane.over]
        (x0, y0), (dx, dy), (ox, oy) = side.end, side.direction, side.outward
        low = plane.at(*side.end)
        made[plane.over] = tuple(
            tuple(
                (-(x - x0) * dx - (y - y0) * dy, low - ((x - x0) * ox + (y - y0) * oy) * plane.stretch)
                for x, y in outline
            )
            for outline in outlines
        )
    return made


@by_identity(times=1, each="room")
def _placed(plan: Plan, *heights: float) -> tuple[UnfoldedWall, ...]:
    lengths = [side.length.value for side in plan.sides]
    return unfolded_walls(drawn_corners(plan), lengths, heights)


@by_identity(times=1, each="room")
def drawn_corners(plan: Plan) -> tuple[Point, ...]:
    """Return the corners of a plan as the unfolded room draws them."""
    return squared_corners(plan)


@by_identity(times=1, each="room")
def floor_marks(plan: Plan, room_id: str, floor: str, turn: float) -> tuple[Mark, ...]:
    """Return the floor with its boards."""
    turned = turning(turn)
    corners = drawn_corners(plan)
    outline = tuple(turned(corner) for corner in corners)
    marks: list[Mark] = [Area(outline, floor, FloorPath(room_id))]
    line = Pen(toned(floor, 0.9), 0.4)  # lighter than what letters keep off
    ys = [y for _, y in corners]
    row = BOARD * (math.floor(min(ys) / BOARD) + 1)
    while row < max(ys):
        for x0, x1 in spans_across(corners, row):
            marks.append(Stroke((turned((x0, row)), turned((x1, row))), line))
        row += BOARD
    return tuple(marks)


def _leader(place: UnfoldedWall, measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return the leader of a wall that was set aside, with its name at both ends."""
    if place.leader is None:
        return []
    a, b = (turned(point) for point in place.leader)
    face = measured.faces[place.index]
    frame = turned_frame(place.frame, turned)
    assert measured.height is not None
    beyond, *further = (frame.at(face.length / 2, face.tallest + off) for off in (130.0, 300.0, 520.0))
    about = WallPath(measured.room.id, face.id)
    return [
        Stroke((a, b), Pen("soft", 0.6, dashed=True), about=about),
        Label(beyond, face.name, 8.5, "rust", face="bold", about=about, elsewhere=tuple(further)),
    ]


def _letters(measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return the corner letters, a little inside the room."""
    marks: list[Mark] = []
    corners = drawn_corners(measured.plan)
    for index, (x, y) in enumerate(corners):
        dx, dy = inward(corners, index)
        place, *further = (turned((x + dx * off, y + dy * off)) for off in (LETTER_OFF, *LETTER_FURTHER))
        marks.append(Label(place, corner_name(index), 10, "letter", face="name", elsewhere=tuple(further)))
    return marks


def inward(corners: Sequence[Point], corner: int) -> Point:
    """Return the unit step from a corner into the room, halving its angle."""
    half = math.radians(interior_angle_at(corners, corner) / 2.0)
    (x0, y0), (x1, y1) = corners[corner], corners[(corner + 1) % len(corners)]
    long = max(1e-9, math.dist((x0, y0), (x1, y1)))
    x, y = (x1 - x0) / long, (y1 - y0) / long
    return (x * math.cos(half) - y * math.sin(half), x * math.sin(half) + y * math.cos(half))


def spans_across(corners: Sequence[Point], y: float) -> list[tuple[float, float]]:
    """Return the stretches of a level line that lie inside the corners, from west to east."""
    crossed = sorted(
        x0 + (y - y0) * (x1 - x0) / (y1 - y0)
        for (x0, y0), (x1, y1) in zip(corners, (*corners[1:], corners[0]), strict=True)
        if (y0 < y) != (y1 < y)
    )
    return list(zip(crossed[::2], crossed[1::2], strict=False))


def corners_in_words(plan: Plan) -> str:
    """Return which corners are not square, and which are only taken for square."""
    assumed = {
        one.observation.at for one in plan.observed if one.kind == "assumed" and isinstance(one.observation, Angle)
    }
    crooked = [
        f"{corner_name(index)} {angle:.1f}°"
        for index, angle in enumerate(plan.angles)
        if min(abs(angle - 90.0), abs(angle - 270.0)) > SQUARE_ENOUGH
    ]
    words = f"corners {', '.join(crooked[:5])}{' …' if len(crooked) > 5 else ''}" if crooked else ""
    if len(assumed) == len(plan.angles):
        square = "all corners assumed square"
    elif assumed:
        square = f"{len(assumed)} of {len(plan.angles)} corners assumed"
    else:
        square = "" if crooked else "corners square"
    return " · ".join(part for part in (words, square) if part)


def titled(drawing: Drawing, title: str, subtitle: str) -> Drawing:
    """Return the drawing under another title."""
    return replace(drawing, title=title, subtitle=subtitle)
