"""The plan of the house: every measured room where its shared doors put it, the others beside."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.derived.measured.house import House, house_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom
from narrow_cornice.drawing.marks import LAID_WIDE, Area, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.plan import opening_marks, outside_of
from narrow_cornice.drawing.unfolded import Turned, turning
from narrow_cornice.job.measured import Opening, Twin
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FloorPath, OpeningPath, WallPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.house import Standing
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.units.show import bare_size, show_area, show_size
from narrow_cornice.units.words import several

TALLER = 1.35  # than the tallest group that a column of them may be
NARROW = 1900.0  # mm inside a room, under which its name stands smaller
USUAL_WIDE = 16_000.0  # mm of a house whose names have their lines at the usual distance
BESIDE = 1500.0  # mm between groups of rooms that no door joins
PASSAGE = 1100.0  # mm inside a room, under which there is no room for a name across it
CLEAR = 120.0  # mm that words keep off the walls
CLEAR_SHARE = 0.8  # of the width between them that words take at most
FAR = 1e6  # mm: further than any room reaches
TOLD = 30.0  # mm by which a shared door may fail to meet itself before the drawing says so


@by_identity(times=32, each="job")
def house_plan(rooms: tuple[Room, ...], changed_rules: dict[str, float], settings: Settings, turn: float) -> Drawing:
    """Return the house's plan; pressing a room's floor goes to it."""
    house = house_of(rooms, changed_rules)
    if not house.rooms:
        return Drawing("The house", "No room has been measured yet.", (), (0.0, 0.0, 4000.0, 3000.0))
    turned = turning(turn)
    placed = _beside(house, turned)
    seen_twice = frozenset(Twin(door.second[0].id, door.second[1].id) for door in house.doors)
    walls: list[Mark] = []
    floors: list[Mark] = []
    letters: list[Mark] = []
    across = [on_sheet(corner)[0] for measured, on_sheet in placed for corner in measured.plan.corners]
    apart = max(1.0, (max(across) - min(across)) / USUAL_WIDE)
    for measured, on_sheet in placed:
        plan, room = measured.plan, measured.room
        corners = tuple(on_sheet(corner) for corner in plan.corners)
        walls.append(Area(outside_of(plan, on_sheet), "#d8cdbb", None, Pen("ink", 0.5)))
        floors.append(Area(corners, "paper", FloorPath(room.id)))
        for index, side in enumerate(plan.sides):
            about = WallPath(room.id, room.measured.walls[index].id)
            floors.append(Stroke((on_sheet(side.start), on_sheet(side.end)), Pen("ink", 1.4), about=about))
        floors += opening_marks(measured, on_sheet, seen_twice)
        letters += _name(measured, corners, settings, apart)
    letters += [
        _miss(placed, *joined.first, show_size(joined.miss, settings)) for joined in house.doors if joined.miss > TOLD
    ]
    marks = (*walls, *floors, *letters)
    return Drawing("The house", _words(house), marks, bounds_of(marks, 300), wide=LAID_WIDE)


def _words(house: House) -> str:
    rooms, doors = len(house.rooms), len(house.doors)
    words = [f"{several(rooms, 'room')}, {several(doors, 'shared door')}"]
    if house.groups > 1:
        words.append("rooms that no shared door joins stand beside: say where their doors lead")
    if house.unmeasured:
        words.append(f"not measured yet: {', '.join(room.name[:40] for room in house.unmeasured)}")
    return " · ".join(words)


def _beside(house: House, turned: Turned) -> list[tuple[MeasuredRoom, Turned]]:
    """Return each room with its map onto the sheet: groups of rooms stand in columns from the left, one over the other
    where a column does not grow much taller than the tallest group."""
    made: list[tuple[MeasuredRoom, Turned]] = []
    placed = []
    for number in range(house.groups):
        group = house.group(number)
        places = [turned(standing(corner)) for measured, standing in group for corner in measured.plan.corners]
        xs, ys = [x for x, _ in places], [y for _, y in places]
        placed.append((group, min(xs), max(xs), min(ys), max(ys)))
    tallest = TALLER * max((high - low for *_, low, high in placed), default=0.0)
    right, wide, up = 0.0, 0.0, 0.0
    for group, left, far, low, high in placed:
        if up > 0 and up + high - low > tallest:
            right, wide, up = right + wide + BESIDE, 0.0, 0.0
        shift = (right - left, -high - up)
        made += [(measured, _on_sheet(standing, turned, shift)) for measured, standing in group]
        wide, up = max(wide, far - left), up + high - low + BESIDE
    return made


def _on_sheet(standing: Standing, turned: Turned, shift: Point) -> Turned:
    def on_sheet(point: Point) -> Point:
        x, y = turned(standing(point))
        return (x + shift[0], y + shift[1])

    return on_sheet


def _name(measured: MeasuredRoom, corners: Sequence[Point], settings: Settings, apart: float) -> list[Mark]:
    """Return a room's name with its size below, inside its outline; lines stand further ``apart`` in a larger house."""
    import shapely

    at = shapely.Polygon(corners).representative_point()
    room, about = measured.room, FloorPath(measured.room.id)
    xs, ys = [x for x, _ in measured.plan.corners], [y for _, y in measured.plan.corners]
    long, wide = (bare_size(one, settings) for one in (max(xs) - min(xs), max(ys) - min(ys)))
    area = show_area(shapely.Polygon(corners).area / 1e6, settings.unit)
    outline = shapely.Polygon(corners).buffer(-CLEAR)

    def inside(off: float, turned: bool) -> float:
        """Return how long words may be about the middle, so far off it, clear of the walls at both their ends."""
        x, y = (at.x + off, at.y) if turned else (at.x, at.y + off)
        ends = ((x, y - FAR), (x, y + FAR)) if turned else ((x - FAR, y), (x + FAR, y))
        line = outline.intersection(shapely.LineString(ends))
        parts = [part.bounds for part in getattr(line, "geoms", [line]) if not part.is_empty]
        first, here = (1, y) if turned else (0, x)
        mine = next((part for part in parts if part[first] <= here <= part[first + 2]), None)
        return 0.0 if mine is None else CLEAR_SHARE * 2.0 * min(here - mine[first], mine[first + 2] - here)

    # A passage has its name along it.
    turned = inside(0.0, False) < PASSAGE * apart and inside(0.0, True) > 1.5 * inside(0.0, False)
    size = f"{long} × {wide}"
    large = 13.0 if inside(0.0, turned) > NARROW * apart else 10.0
    lines = ((0.0, room.name[:60], large), (330.0 * apart, size, 8.0), (560.0 * apart, area, 8.0))
    return [
        Label(
            (at.x + off, at.y) if turned else (at.x, at.y + off),
            text,
            size,
            "soft" if off else "ink",
            face="text" if off else "name",
            turned=turned,
            about=about,
            within=inside(off, turned),
            elsewhere=() if turned or not off else ((at.x, at.y + off + 150.0 * apart), (at.x, at.y - 300.0 * apart)),
            patch=True,
        )
        for off, text, size in lines
    ]


def _miss(placed: Sequence[tuple[MeasuredRoom, Turned]], room: Room, opening: Opening, miss: str) -> Mark:
    """Return the rust mark at a shared door that fails to meet itself."""
    measured, on_sheet = next(one for one in placed if one[0].room is room)
    side = measured.plan.sides[next(i for i, side in enumerate(room.measured.walls) if side.id == opening.wall)]
    at = on_sheet(on_floor(side, opening.place.mm + opening.width.mm / 2, 0.0))
    return Label(at, f"▲ {miss}", 9, "rust", face="bold", about=OpeningPath(room.id, opening.id), patch=True)
