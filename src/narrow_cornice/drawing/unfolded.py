"""The room unfolded: the plan in the middle, every wall hinged outward in its true colours, seen from inside."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace

from narrow_cornice.colour.tones import toned
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Path, Pen, Point
from narrow_cornice.drawing.unfolding import Placed, unfolded_walls
from narrow_cornice.drawing.wall_face import Colours, colours_of, face_marks
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, Room, Settings
from narrow_cornice.survey.plan import Plan, corner_name
from narrow_cornice.takeoff.rooms import MeasuredRoom, measured_room
from narrow_cornice.takeoff.surfaces import plan_rectangles
from narrow_cornice.units.lengths import show_length

BOARD = 140.0  # width of a floor board as drawn

Turned = Callable[[Point], Point]


def turning(quarter_turns: int) -> Turned:
    """Return the map from plan (y up) to drawing (y down) with the room turned by quarter turns clockwise."""
    cos, sin = [(1, 0), (0, -1), (-1, 0), (0, 1)][quarter_turns % 4]

    def turned(point: Point) -> Point:
        x, y = point
        return (cos * x - sin * y, -(sin * x + cos * y))

    return turned


def turned_frame(frame: Frame, turned: Turned) -> Frame:
    """Return a frame of the plan on the turned drawing."""
    origin, zero = turned(frame.origin), turned((0.0, 0.0))
    u, v = turned(frame.u), turned(frame.v)
    return Frame(origin, (u[0] - zero[0], u[1] - zero[1]), (v[0] - zero[0], v[1] - zero[1]))


def quarter_turns_for(measured: MeasuredRoom, wall_id: str) -> int:
    """Return the turn that puts a wall upright, its top to the top of the sheet."""
    index = next((i for i, face in enumerate(measured.faces) if face.id == wall_id), 0)
    outward = measured.plan.sides[index].outward
    return {(0.0, 1.0): 0, (-1.0, 0.0): 1, (0.0, -1.0): 2, (1.0, 0.0): 3}[
        (round(outward[0]) + 0.0, round(outward[1]) + 0.0)
    ]


@by_identity(keep=256)
def unfolded_room(
    room: Room,
    changed_rules: dict[str, float],
    colours: tuple[Colour, ...],
    settings: Settings,
    quarter_turns: int,
) -> Drawing:
    """Return the unfolded drawing of a room, or an empty sheet that says what is missing."""
    measured = measured_room(room, changed_rules)
    if measured.fault or measured.height is None:
        return Drawing(f"{room.name}, unfolded", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    known = colours_of(room.finishes, colours)
    turned = turning(quarter_turns)
    marks: list[Mark] = []
    marks += _floor(measured.plan, room.id, room.floor, quarter_turns)
    placed = _placed(measured.plan, measured.height.value)
    for place in placed:
        face = measured.faces[place.index]
        marks += face_marks(turned_frame(place.frame, turned), face, measured, known)
    for place in placed:
        marks += _leader(place, measured, turned)
    outline = tuple(turned(corner) for corner in measured.plan.corners)
    marks.append(Path(outline, Pen("line", 1.6), closed=True))
    marks += _letters(measured, turned)
    bounds = _around(placed, turned)
    marks += _ceiling_card(measured, known, bounds)
    height = show_length(measured.height.value, settings.unit, step=settings.step, denominator=settings.denominator)
    inside = measured.plan.inside_corners()
    outside = len(measured.plan.turns) - inside
    corners = f"{inside} inside and {outside} outside corners" if outside else f"{inside} inside corners"
    subtitle = f"Ceiling {height} · {corners}, taken as square · walls drawn as seen from inside"
    return Drawing(f"{room.name}, unfolded", subtitle, tuple(marks), bounds)


def _around(placed: tuple[Placed, ...], turned: Turned) -> tuple[float, float, float, float]:
    """Return the bounds of the sheet: all walls and a margin for the letters beyond them."""
    corners = [
        turned(corner) for place in placed for corner in ((place.box.u0, place.box.v0), (place.box.u1, place.box.v1))
    ]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    margin = 260.0 if any(place.leader for place in placed) else 120.0
    return min(xs) - margin, min(ys) - margin, max(xs) + margin, max(ys) + margin


@by_identity(keep=1024)
def _placed(plan: Plan, height: float) -> tuple[Placed, ...]:
    return unfolded_walls(plan, height)


@by_identity(keep=1024)
def _floor(plan: Plan, room_id: str, floor: str, quarter_turns: int) -> tuple[Mark, ...]:
    """Return the floor with its boards."""
    turned = turning(quarter_turns)
    outline = tuple(turned(corner) for corner in plan.corners)
    marks: list[Mark] = [Area(outline, floor, (room_id, "floor"))]
    line = Pen(toned(floor, 0.9), 0.5)
    for rect in plan_rectangles(plan.corners):
        row = BOARD * (int(rect.v0 / BOARD) + 1)
        while row < rect.v1:
            marks.append(Path((turned((rect.u0, row)), turned((rect.u1, row))), line))
            row += BOARD
    return tuple(marks)


def _leader(place: Placed, measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return the leader of a wall that was set aside, with its name at both ends."""
    if place.leader is None:
        return []
    a, b = (turned(point) for point in place.leader)
    face = measured.faces[place.index]
    frame = turned_frame(place.frame, turned)
    assert measured.height is not None
    beyond = frame.at(face.length / 2, measured.height.value + 130.0)
    about = (measured.room.id, "wall", face.id)
    return [
        Path((a, b), Pen("soft", 0.6, dashed=True), about=about),
        Label(beyond, face.name, 8.5, "rust", face="bold", about=about),
    ]


def _letters(measured: MeasuredRoom, turned: Turned) -> list[Mark]:
    """Return the corner letters, a little inside the room."""
    marks: list[Mark] = []
    sides = measured.plan.sides
    for index, side in enumerate(sides):
        before = sides[index - 1]
        inward = (-side.outward[0] - before.outward[0], -side.outward[1] - before.outward[1])
        x, y = side.start
        reach = 150.0 if measured.plan.turns[index - 1] == "left" else 130.0
        marks.append(
            Label(turned((x + inward[0] * reach, y + inward[1] * reach)), corner_name(index), 10, "letter", face="name")
        )
    return marks


def _ceiling_card(measured: MeasuredRoom, colours: Colours, bounds: tuple[float, float, float, float]) -> list[Mark]:
    """Return the ceiling as a sample card beside the room, since it has no edge of its own to hinge on."""
    left, _, right, bottom = bounds
    size = max(420.0, 0.1 * (right - left))
    x, y = left + 120, bottom - 120 - size * 0.7
    colour = colours.of("ceiling@room", "#f7f3ea")
    about = (measured.room.id, "finish", "ceiling@room")
    card = ((x, y), (x + size, y), (x + size, y + size * 0.7), (x, y + size * 0.7))
    return [
        Area(card, colour, about, Pen("soft", 0.8)),
        Label((x + size / 2, y + size * 0.35), "ceiling", 9, "line", face="slanted", within=size, about=about),
    ]


def titled(drawing: Drawing, title: str, subtitle: str) -> Drawing:
    """Return the drawing under another title."""
    return replace(drawing, title=title, subtitle=subtitle)
