"""The room itself in space: floor, ceiling, walls with what is in and on them, trim that comes out of its wall."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator, Sequence

from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.drawing.bulks import roof_window_marks
from narrow_cornice.drawing.coloured import UNPAINTED_WOOD, Colours
from narrow_cornice.drawing.fields import field_marks, fields_flat
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.hung_on_walls import hung_marks_of
from narrow_cornice.drawing.in_perspective.stage import Lifted, Stage, faded
from narrow_cornice.drawing.marks import Area, Mark, Pen, Point, Strip, Stroke
from narrow_cornice.drawing.unfolded import floor_marks, turned_frame, turning
from narrow_cornice.drawing.wall_face import bare_face_marks
from narrow_cornice.job.finishes import slope_thing, surface_key
from narrow_cornice.job.paths import MarkPath, RoofWindowPath, StoodPath, SurfacePath, TrimPath
from narrow_cornice.perspective.bodies import Body, Face, Plane, Sheet, plane_through
from narrow_cornice.perspective.eye import Place
from narrow_cornice.survey.ceilings import Plane as Over
from narrow_cornice.survey.plan import Side, on_floor
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.trim.runs import Run
from narrow_cornice.trim.shade import shade_strip
from narrow_cornice.units.words import Tone

FACE = Frame((0.0, 0.0), (1.0, 0.0), (0.0, -1.0))
BARE_CEILING = "#f7f3ea"
CURVE = math.radians(32)  # a curve of a profile is drawn in steps of so much turn
DOWNWARD, UPWARD = 0.62, 1.06  # tones of faces of trim that are not seen from the front
LEAST_OUT = 4.0  # mm: trim that comes out less is drawn on its wall


def on_wall(side: Side, out: float = 0.0) -> Lifted:
    """Return the map from the face of a wall, as it is drawn from the front, into the room."""

    def lifted(x: float, y: float) -> Place:
        return (*on_floor(side, x, out), -y)

    return lifted


def wall_plane(side: Side, out: float = 0.0) -> Plane:
    """Return the plane of a wall, or of what hangs so far before it, looking into the room."""
    (ox, oy), (x, y) = side.outward, on_floor(side, 0.0, out)
    return (-ox, -oy, 0.0, -ox * x - oy * y)


def floor_on(
    stage: Stage, measured: MeasuredRoom, floor: Tone, colours: Colours, changed_rules: dict[str, float]
) -> None:
    """Put the floor, of the tone ``floor``, with what is laid on it and the rugs into the room."""
    room = measured.room
    turned = turning(0.0)

    def lifted(x: float, y: float) -> Place:
        return (x, -y, 0.0)

    marks: list[Mark] = list(floor_marks(measured.plan, room.id, floor, 0.0))
    if room.walling.fields:
        laid = fields_flat(room, "floor", changed_rules)
        marks += field_marks(turned_frame(Frame((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)), turned), laid, room.id, colours)
    stood = {piece.id: piece for piece in room.zones.pieces}
    for one in standing_pieces(room, changed_rules):
        if one.kind.flat:
            piece = stood[one.id]
            tone = colours.named(piece.colours[0] if piece.colours else None, "#cfc0a4")
            ring = tuple(turned(corner) for corner in one.foot.corners)
            about = StoodPath(room.id, one.id)
            marks.append(Area(ring, tone, about, Pen("line", 0.5)))
            inner = [turned(one.foot.at(u, v)) for u, v in _inset(one.foot.width, one.foot.depth)]
            marks.append(Area(tuple(inner), faded(tone, 0.94), about, Pen("line", 0.25)))
    stage.sheet((0.0, 0.0, 1.0, 0.0), stage.faces_of(marks, lifted))


def _inset(wide: float, deep: float) -> Iterator[Point]:
    edge = min(90.0, wide / 6, deep / 6)
    w, d = wide / 2 - edge, deep / 2 - edge
    yield from ((w, -d), (w, d), (-w, d), (-w, -d))


def ceiling_on(stage: Stage, measured: MeasuredRoom, colours: Colours, changed_rules: dict[str, float]) -> None:
    """Put the parts of the ceiling into the room, with the windows in its slopes."""
    room, plan = measured.room, measured.plan
    usual = colours.of("ceiling@room", BARE_CEILING)
    parts = measured.ceiling.parts(plan.corners) if not measured.ceiling.flat else ()
    for plane, outlines in parts or ((measured.ceiling.planes[0], (tuple(plan.corners),)),):
        over = plane.over if parts else -1
        thing = slope_thing(room.measured.walls[over].id) if over >= 0 else "room"
        key = surface_key("ceiling", thing)
        tone = colours.of(key, usual)

        def lifted(x: float, y: float, over: Over = plane) -> Place:
            return (x, y, over.at(x, y))

        for outline in outlines:
            mark = Area(outline[::-1], tone, SurfacePath.by_key(room.id, key), Pen("line", 0.5))
            faces = stage.faces_of([mark], lifted)
            if over >= 0:
                faces += _roof_windows(stage, measured, over)
            elif room.walling.fields:
                on_it = field_marks(
                    Frame((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)),
                    fields_flat(room, "ceiling", changed_rules),
                    room.id,
                    colours,
                )
                faces += stage.faces_of(on_it, lifted)
            stage.sheet(plane_through(faces[0].points), faces)


def _roof_windows(stage: Stage, measured: MeasuredRoom, over: int) -> list[Face]:
    room, side = measured.room, measured.plan.sides[over]
    plane = next(one for one in measured.ceiling.planes if one.over == over)
    level = 1.0 / plane.stretch
    made: list[Face] = []
    for window in room.measured.roof_windows:
        if window.wall != room.measured.walls[over].id:
            continue
        low, high = window.up.mm * level, (window.up.mm + window.height.mm) * level
        u0, u1 = window.place.mm, window.place.mm + window.width.mm
        ring = tuple(on_floor(side, u, out) for u, out in ((u0, low), (u1, low), (u1, high), (u0, high)))

        def lifted(x: float, y: float) -> Place:
            return (x, y, plane.at(x, y))

        made += stage.faces_of(roof_window_marks(ring, RoofWindowPath(room.id, window.id)), lifted)
    return made


def walls_on(stage: Stage, trimmed: TrimmedRoom, colours: Colours, changed_rules: dict[str, float]) -> None:
    """Put every wall into the room, and the trim that comes out of it."""
    room = trimmed.room
    for index, face in enumerate(trimmed.faces):
        side = trimmed.measured.plan.sides[index]
        out = [run for run in trimmed.runs_of(face.id) if _comes_out(trimmed, run)]
        solid = {TrimPath(room.id, run.kind) for run in out}
        marks = [
            mark
            for mark in bare_face_marks(FACE, face, trimmed, colours, changed_rules)
            if not (isinstance(mark, Strip) and mark.about in solid)
        ]
        marks += hung_marks_of(FACE, room, face.id, colours, changed_rules)
        marks = [mark for mark in marks if not _is_note(mark)]
        stage.sheet(wall_plane(side), stage.faces_of(marks, on_wall(side)))
        for run in out:
            _run_on(stage, trimmed, face, side, run, colours)


def _is_note(mark: Mark) -> bool:
    """Return whether a mark says something instead of being there: damage that was read, what is dashed."""
    if isinstance(mark, Area | Stroke) and isinstance(mark.about, MarkPath):
        return True
    return isinstance(mark, Stroke) and mark.pen.dashed


def _comes_out(trimmed: TrimmedRoom, run: Run) -> bool:
    piece = trimmed.trim.of(run.kind)
    return (
        run.part == "along"
        and run.kind != "casing"
        and not any(run.low)
        and run.end > run.start
        and piece.profile is not None
        and piece.profile.reach > LEAST_OUT
    )


# Many parameters: a run on its wall.
def _run_on(stage: Stage, trimmed: TrimmedRoom, face: WallFace, side: Side, run: Run, colours: Colours) -> None:
    """Put a run into the room, its face stretch by stretch, mitred in corners and closed where it stops."""
    piece = trimmed.trim.of(run.kind)
    assert piece.profile is not None
    tone, about = colours.of(f"{run.kind}@room", UNPAINTED_WOOD), TrimPath(trimmed.room.id, run.kind)
    line = piece.profile.outline.polyline(CURVE)
    lines = [(z, piece.bottom + y) for z, y in line]
    slants = (_slant(run.left, face.left.value), _slant(run.right, face.right.value))

    def place(end: int, z: float, y: float) -> Place:
        u = run.start + slants[0] * z if end == 0 else run.end - slants[1] * z
        return (*on_floor(side, u, z), y)

    tones = _tones(piece.profile)
    sheets: list[Sheet] = []
    for (z0, y0), (z1, y1) in itertools.pairwise(lines):
        if math.hypot(z1 - z0, y1 - y0) < 0.3:
            continue
        ring = (place(0, z0, y0), place(1, z0, y0), place(1, z1, y1), place(0, z1, y1))
        plane = plane_through(ring)
        shade = faded(tone, tones((y0 + y1) / 2 - piece.bottom, z0, z1, y0, y1))
        sheets.append(Sheet(plane, (Face(ring, stage.key(shade, about)),)))
    for end, meets in ((0, run.left), (1, run.right)):
        if meets == "stop":
            cap = [place(end, z, y) for z, y in lines]
            cap = [place(end, 0.0, lines[0][1]), *cap, place(end, 0.0, lines[-1][1])]
            cap = cap[::-1] if end == 0 else cap
            dx, dy = side.direction
            way = 1.0 if end == 0 else -1.0
            plane = (way * dx, way * dy, 0.0, way * (dx * cap[0][0] + dy * cap[0][1]))
            faces = (Face(cap, stage.key(faded(tone, 0.8), about)),)
            sheets.append(Sheet(plane, faces))
    if sheets:
        stage.bodies.append(Body(tuple(sheets), tuple(_around(side, lines, slants, place))))


def _slant(meets: str, angle: float) -> float:
    """Return by how much an end moves along its wall for each mm that it is off it, in a corner of an angle."""
    if meets not in ("inside", "outside"):
        return 0.0
    return 1.0 / math.tan(math.radians(min(350.0, max(10.0, angle))) / 2.0)


def _tones(profile: Profile) -> Callable[[float, float, float, float, float], float]:
    """Return what gives the tone of a stretch of a profile: that of its shade strip, or for faces that are not seen
    from the front by whether they look up or down."""
    tones = shade_strip(profile).tones

    # Many parameters: a stretch of a section.
    def of(y: float, z0: float, z1: float, y0: float, y1: float) -> float:
        if abs(y1 - y0) < 0.35 * abs(z1 - z0):
            return DOWNWARD if z1 > z0 else UPWARD
        sample = int((profile.height - y) / max(1e-6, profile.height) * len(tones))
        return tones[min(len(tones) - 1, max(0, sample))]

    return of


# Many parameters: a run as it lies in the room.
def _around(
    side: Side, lines: Sequence[Point], slants: tuple[float, float], place: Callable[[int, float, float], Place]
) -> Iterator[Plane]:
    """Yield the planes round a run: below, above, before it, and those of its mitres."""
    low, high = min(y for _, y in lines), max(y for _, y in lines)
    out = max(z for z, _ in lines)
    yield wall_plane(side, out)
    yield (0.0, 0.0, -1.0, -low)
    yield (0.0, 0.0, 1.0, high)
    (dx, dy), (ox, oy) = side.direction, side.outward
    for end, slant in enumerate(slants):
        # Along the wall to the left is the way the walk goes.
        way = 1.0 if end == 0 else -1.0
        nx, ny = way * dx - slant * ox, way * dy - slant * oy
        long = math.hypot(nx, ny)
        x, y, _ = place(end, 0.0, low)
        yield (nx / long, ny / long, 0.0, (nx * x + ny * y) / long)
