"""What is drawn over a wall for whoever hangs things on it: furniture below, hooks with their places, eye lines, what a
screen takes; and a screen in three ways side by side."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.below import standing_against
from narrow_cornice.derived.walled.flights import Flown, flights_of
from narrow_cornice.derived.walled.hung_pictures import HungGroup, galleries_of
from narrow_cornice.derived.walled.shown import OnScreen, on_screen, screens_of
from narrow_cornice.drawing.coloured import colours_of
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.hung_on_walls import outline_handles, screen_marks
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Handle, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.wall_face import face_marks
from narrow_cornice.features.screens import HIDES, JOINS, Ways
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import GalleryPath, ShownPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.units.show import bare_size, show_size

FACE = Frame((0.0, 0.0), (1.0, 0.0), (0.0, -1.0))
RING = 16.0  # mm of the cross on a hook
APART = 700.0  # mm between walls side by side


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def hung_wall(
    wall: Drawing,
    room: Room,
    changed_rules: dict[str, float],
    settings: Settings,
    wall_id: str,
    selected: str = "",
) -> Drawing:
    """Return the drawing of a wall with what stands against it as an outline, and of what is selected its places."""
    marks: list[Mark] = []
    for one in standing_against(room, wall_id, changed_rules):
        if all(run.id != one.id for run in room.casework.built_ins):
            ring = FACE.quad(Rect(one.left, 0.0, one.right, one.top))
            marks.append(Area(ring, "#e9e1d3c0", None, Pen("soft", 0.8)))
            middle = (sum(x for x, _ in ring) / 4, -one.top / 2)
            marks.append(Label(middle, one.name[:30], 8, "soft", face="slanted", patch=True))
    said = []
    for group in galleries_of(room, changed_rules):
        if group.gallery.wall == wall_id:
            said += [f"{group.gallery.name[:40]}: {group.fault}"] if group.fault else []
            if group.gallery.id == selected:
                marks += _over_gallery(group, room.id, settings)
    for flown in flights_of(room, changed_rules):
        if flown.flight.wall == wall_id:
            said += [f"{flown.flight.name[:40]}: {flown.fault}"] if flown.fault else []
            if flown.flight.id == selected:
                marks += outline_handles(FACE, flown, room.id)
                said += _said_of_flight(flown, settings)
    for screen in screens_of(room, changed_rules):
        if screen.shown.wall == wall_id and not screen.fault and screen.shown.id == selected:
            marks += _over_screen(screen, room.id, settings)
            said += _said_of_screen(screen, settings)
    if not marks and not said:
        return wall
    x0, y0, x1, y1 = bounds_of(marks, 60.0) if marks else wall.bounds
    left, top, right, bottom = wall.bounds
    subtitle = " · ".join(part for part in (wall.subtitle, "; ".join(said)) if part)
    around = (min(left, x0), min(top, y0), max(right, x1), max(bottom, y1))
    return replace(wall, marks=(*wall.marks, *marks), bounds=around, subtitle=subtitle)


def _said_of_flight(flown: Flown, settings: Settings) -> list[str]:
    if flown.things is None or flown.things.apart is None or flown.least is None:
        return []
    apart = show_size(flown.things.apart, settings)
    return [f"{flown.count} things, none nearer than {apart} ({show_size(flown.least.value, settings)} is the least)"]


def _said_of_screen(screen: OnScreen, settings: Settings) -> list[str]:
    if screen.distance is None:
        return []
    near, far = screen.seats
    return [
        f"seat {show_size(screen.distance.value, settings)} away, "
        f"{bare_size(near, settings)} to {show_size(far, settings)} is well"
    ]


def _over_gallery(group: HungGroup, room: str, settings: Settings) -> Iterator[Mark]:
    """Yield the hooks of a group with their places from the left end and the floor, and how high its middle is."""
    about = GalleryPath(room, group.gallery.id)
    left, bottom, right, top = group.box
    if group.fault:
        return
    for number, one in enumerate(group.hung):
        for u, v in one.hooks:
            colour = "verdigris" if one.holds or not one.heavy else "rust"
            for a, b in (((u - RING, v), (u + RING, v)), ((u, v - RING), (u, v + RING))):
                yield Stroke((FACE.at(*a), FACE.at(*b)), Pen(colour, 1.4))
        if number == 0 and one.hooks:
            u, v = one.hooks[0]
            yield Dimension(FACE.at(u, 0), FACE.at(0, 0), 130.0, bare_size(u, settings), about)
            yield Dimension(FACE.at(u, 0), FACE.at(u, v), -70.0, bare_size(v, settings), about)
    middle = (left + right) / 2
    pen = Pen("verdigris", 0.9, dashed=True)
    high = (bottom + top) / 2
    yield Stroke((FACE.at(left - 120, high), FACE.at(right + 120, high)), pen)
    yield Dimension(FACE.at(left, top), FACE.at(right, top), 110.0, bare_size(right - left, settings), about)
    yield Handle(FACE.at(middle, high), about.sized("middle"))


def _over_screen(screen: OnScreen, room: str, settings: Settings) -> Iterator[Mark]:
    """Yield the opening a screen needs, how high its middle is, and how wide it is."""
    about = ShownPath(room, screen.shown.id)
    left, bottom, right, top = screen.box
    middle = (left + right) / 2
    wide, tall = screen.opening.wide, screen.opening.tall
    ring = FACE.quad(Rect(middle - wide / 2, bottom - 25, middle + wide / 2, bottom - 25 + tall))
    yield Stroke(ring, Pen("verdigris", 0.9, dashed=True), closed=True)
    over = 380.0 if screen.shown.way == "dark wall" else 110.0
    yield Dimension(
        FACE.at(left, 0), FACE.at(left, screen.centre), over + 10.0, bare_size(screen.centre, settings), about
    )
    yield Dimension(FACE.at(left, top), FACE.at(right, top), over, bare_size(right - left, settings), about)
    yield Handle(FACE.at(middle, screen.centre), about.sized("middle"))


@by_identity(times=1, each="room")
def screen_ways(
    room: Room, changed_rules: dict[str, float], colours: tuple[Colour, ...], settings: Settings, screen_id: str
) -> Drawing:
    """Return the wall of a screen three times: joined to it, hidden on it, and without a screen, by a projector."""
    shown = next((one for one in room.walling.screens if one.id == screen_id), None)
    shown = shown or next(iter(room.walling.screens), None)
    measured = measured_room(room, changed_rules)
    if shown is None or measured.fault:
        words = measured.fault or "No screen in this room yet: put one up by the line below."
        return Drawing(f"{room.name}, a screen in three ways", words, (), (0.0, 0.0, 4000.0, 3000.0))
    bare = replace(room, walling=replace(room.walling, screens=()))
    trimmed = trimmed_room(bare, changed_rules)
    face = next((one for one in measured.faces if one.id == shown.wall), measured.faces[0])
    known = colours_of(bare.finishes.surfaces, colours)
    marks: list[Mark] = []
    for number, (title, way) in enumerate(_three(shown.way)):
        frame = Frame((number * (face.length + APART), 0.0), (1.0, 0.0), (0.0, -1.0))
        if trimmed is not None:
            marks += face_marks(frame, face, trimmed, known, changed_rules)
        made = on_screen(room, shown, changed_rules, way)
        marks += screen_marks(frame, made, room.id, way)
        marks.append(Label(frame.at(face.length / 2, face.tallest + 190), title, 11, "ink", face="name"))
        chosen = way == shown.way
        for line, words in enumerate(_takes(made, way, settings)):
            at = frame.at(face.length / 2, -190 - 170 * line)
            marks.append(Label(at, words, 8.5, "verdigris" if chosen else "soft"))
    said = f"{shown.name}: joined to the wall, hidden on it, or done without; choose a way on the bench"
    return Drawing(f"{room.name}: a screen in three ways", said, tuple(marks), bounds_of(marks, 180.0))


def _three(way: Ways) -> tuple[tuple[str, Ways], ...]:
    """Return the three that are set side by side: the chosen way stands for its kind."""
    join: Ways = way if way in JOINS else "dark wall"
    hide: Ways = way if way in HIDES else "sliding doors"
    return (f"Joined: {join}", join), (f"Hidden: {hide}", hide), ("Without: projector", "projector")


def _takes(made: OnScreen, way: Ways, settings: Settings) -> list[str]:
    """Return in words what a way takes, a line for each."""
    beside, _, before = made.takes
    if way == "projector" and made.throw is not None and made.light is not None:
        stands = f"stands {show_size(made.throw.value, settings)} off"
        return [stands, f"{made.light.value:.0f} lx on the picture"]
    if way not in HIDES:
        return [f"its middle {show_size(made.centre, settings)} high"]
    opening = f"{bare_size(made.opening.wide, settings)} × {bare_size(made.opening.tall, settings)}"
    free = ""
    if beside:
        free = f", {show_size(beside, settings)} free at each side"
    elif before:
        free = f", {show_size(before, settings)} free before it"
    return [f"opening {opening}", f"{show_size(made.opening.deep, settings)} deep{free}"]
