"""The four schools of trim, wall and window frame side by side on the room's own elevation, with their contrasts."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.derived.coloured.schools import Schooled, schools_of, with_school
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.drawing.elevation import NO_PICTURES, wall_elevation
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Point, Strip, Stroke, bounds_of
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.memo import by_identity

ABOUT_WINDOW = 420.0  # mm of wall shown on each side of the window
BETWEEN = 300.0
LINE = 350.0  # mm between lines of words, so that there is room for them in a small window


@by_identity(times=1, each="drawing")
def trim_schools(job: Job, room: Room, wall_id: str) -> Drawing:
    """Return the window of a wall as four schools would have it, side by side."""
    title = f"{room.name[:60]}, trim and frames"
    every = schools_of(job, room)
    windows = [one for one in room.measured.openings if one.kind == "window"]
    window = next((one for one in windows if one.wall == wall_id), windows[0] if windows else None)
    if not every or window is None:
        said = "The schools are shown at a window, once its wall has a colour."
        return Drawing(title, said, (), (0.0, 0.0, 3000.0, 1800.0))
    left = window.place.mm - ABOUT_WINDOW
    right = window.place.mm + window.width.mm + ABOUT_WINDOW
    marks: list[Mark] = []
    tones = drawn_colours(job.colours, job.coverings)
    for number, one in enumerate(every):
        shown = with_school(room, one)
        drawing = wall_elevation(shown, job.house_rules, tones, job.settings, window.wall, NO_PICTURES)
        part = _cropped(drawing, left, right)
        x = (number % 4) * (right - left + BETWEEN) - left
        marks += [_moved(mark, x, 0.0) for mark in part]
        marks += _said(room.id, one, x + (left + right) / 2.0, 420.0)
    said = "the same window by four schools, with what casing, wall and frame do"
    return Drawing(title, said, tuple(marks), bounds_of(marks, 200.0))


def _cropped(drawing: Drawing, left: float, right: float) -> list[Mark]:
    """Return what of an elevation lies about a window, without its dimensions and letters."""
    import shapely

    frame = shapely.box(left, -1e5, right, 1.0)
    made: list[Mark] = []
    for mark in drawing.marks:
        if isinstance(mark, Area):
            shape = shapely.Polygon(mark.points)
            if not shape.is_valid:
                shape = shape.buffer(0)
            for part in shapely.get_parts(shape.intersection(frame)):
                if part.geom_type == "Polygon" and part.area > 0:
                    ring = tuple((float(x), float(y)) for x, y in part.exterior.coords[:-1])
                    made.append(replace(mark, points=ring, about=None))
        elif isinstance(mark, Stroke) and len(mark.points) > 1:
            line = [*mark.points, mark.points[0]] if mark.closed else list(mark.points)
            for part in shapely.get_parts(shapely.LineString(line).intersection(frame)):
                if part.geom_type == "LineString" and part.length > 1:
                    made.append(Stroke(tuple((float(x), float(y)) for x, y in part.coords), mark.pen))
        elif isinstance(mark, Strip):
            xs = [x for x, _ in mark.points]
            if max(xs) > left and min(xs) < right:
                made += _strip_in(mark, left, right)
    return made


def _strip_in(strip: Strip, left: float, right: float) -> list[Mark]:
    """Return a shade strip that runs along or up, cut off at the edges."""
    (x, y), (ax, ay) = strip.origin, strip.along
    if abs(ay) > abs(ax):
        return [replace(strip, about=None)] if left <= x <= right else []
    begin, end = sorted((x, x + ax))
    begin, end = max(begin, left), min(end, right)
    if end - begin < 1.0:
        return []
    way = 1.0 if ax > 0 else -1.0
    origin = (begin if ax > 0 else end, y)
    return [replace(strip, origin=origin, along=((end - begin) * way, ay), about=None)]


def _moved(mark: Mark, dx: float, dy: float) -> Mark:
    def there(point: Point) -> Point:
        return point[0] + dx, point[1] + dy

    if isinstance(mark, Area | Stroke):
        return replace(mark, points=tuple(there(point) for point in mark.points))
    if isinstance(mark, Strip):
        return replace(mark, origin=there(mark.origin))
    return mark


def _said(room_id: str, one: Schooled, x: float, y: float) -> list[Mark]:
    path = SurfacePath(room_id, "casing")
    colour = one.colour.name[:20] if one.colour is not None else "no casing"
    rust = one.frame_does == "outlines"
    lines = [
        (one.school[:1].upper() + one.school[1:], 12, "ink", "name"),
        (colour, 9, "ink", "text"),
        (f"wall: {one.wall_does}", 8.5, "soft", "text"),
        (f"frame: {one.frame_does}", 8.5, "rust" if rust else "soft", "text"),
    ]
    made: list[Mark] = []
    for number, (words, size, ink, face) in enumerate(lines):
        at = (x, y + number * LINE)
        made.append(Label(at, words, size, ink, face=face, about=path))  # type: ignore[arg-type]
    return made
