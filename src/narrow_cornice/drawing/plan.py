"""The plan of a room with its dimensions and how sure they are, or the figure so far of one not yet determined.

Agreement is the weight of a line: firm where a wall's length is well known, soft where it is not, dashed where nobody
read it. A reading that the others speak against carries a rust mark with its figure. Each corner carries the ellipse
of its uncertainty, drawn larger by a stated factor, and the reading that is wanted next stands as an empty dimension.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Sequence

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.measured.surveys import corner_key, doubts_of, next_of
from narrow_cornice.drawing.bulks import overhead_marks
from narrow_cornice.drawing.marks import About, Area, Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.unfolded import Turned, corners_in_words, inward, turning
from narrow_cornice.drawing.walk import walk_drawing
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import (
    AskedDiagonalPath,
    CornerPath,
    FloorPath,
    OpeningPath,
    ThingPath,
    WallPath,
    WidthPath,
    identified,
)
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.network import Angle, Distance, Offset, Width
from narrow_cornice.survey.plan import Doubt, Plan, Side, corner_name, on_floor, pair_name, read_distance, side_name
from narrow_cornice.units.show import bare_size, show_size

WALL = 110.0  # thickness of a wall as drawn
CHAIN = 360.0  # distance of the dimension lines from the wall
FIRM = 6.0  # mm: a wall whose length is surer than this is drawn firm
LARGEST_ELLIPSE = 170.0  # mm on the drawing: no ellipse is drawn larger, which decides the exaggeration
LETTER_OFF = (210.0, 300.0, 150.0, 390.0)  # mm from a corner to its letter, the nearer ones where they are free
PLACES_ALONG = (0.36, 0.5, 0.28, 0.44, 0.58, 0.66, 0.74, 0.22, 0.16, 0.84)
EXAGGERATIONS = (1, 2, 5, 10, 20, 50, 100)


@by_identity(times=1, each="room", of=as_built)
def room_plan(room: Room, changed_rules: dict[str, float], settings: Settings, turn: float) -> Drawing:
    """Return the plan drawing; a room that is not determined shows its figure so far, unread walls dashed."""
    if room.measured.walking:
        return walk_drawing(room, settings, turn)
    measured = measured_room(room, changed_rules)
    plan = measured.plan
    turned = turning(turn)
    wanted = next_of(plan, changed_rules)
    if not plan.determined:
        return _so_far(measured, settings, turned, wanted)
    doubted = doubts_of(plan)
    marks: list[Mark] = []
    inner = tuple(turned(corner) for corner in plan.corners)
    marks.append(Area(outside_of(plan, turned), "#d8cdbb", None, Pen("ink", 0.5)))
    marks.append(Area(inner, "paper", FloorPath(room.id)))
    for index, side in enumerate(plan.sides):
        about = WallPath(room.id, room.measured.walls[index].id)
        a, b = turned(side.start), turned(side.end)
        marks.append(Stroke((a, b), _pen(side), about=about))
        reflex = max(plan.angles[index], plan.angles[(index + 1) % len(plan.sides)]) > 200.0
        chain = CHAIN * 0.55 if reflex else CHAIN  # chains that meet in an outer corner keep close to their walls
        doubtful = any(one.observed.about.thing == about for one in doubted)
        marks.append(_side_dimension(side, a, b, about, settings, doubtful, chain))
    marks += overhead_marks(measured, turned)
    marks += opening_marks(measured, turned)
    marks += _diagonals(measured, doubted, turned, settings)
    marks += _wanted(room, plan.corners, wanted, plan, turned)
    ellipses, factor = _ellipses(room, plan, turned)
    marks += ellipses
    for index, (x, y) in enumerate(plan.corners):
        dx, dy = inward(plan.corners, index)
        corner = CornerPath(room.id, corner_key(room.measured.walls, index))
        near, *further = (turned((x + dx * off, y + dy * off)) for off in LETTER_OFF)
        name = corner_name(index)
        marks.append(Label(near, name, 11, "rust", face="name", about=corner, elsewhere=tuple(further)))
    marks += _rust(plan, doubted, turned, settings)
    wide = max(x for x, _ in plan.corners) - min(x for x, _ in plan.corners)
    deep = max(y for _, y in plan.corners) - min(y for _, y in plan.corners)
    size = " × ".join(show_size(value, settings) for value in (wide, deep))
    words = [size, f"ellipses drawn {factor} times"] if factor else [size]
    words.append(corners_in_words(plan))
    if plan.closure is not None:
        gap = show_size(plan.closure, settings)
        words.append(f"a plain walk misses by {gap}")
    return Drawing(
        f"{room.name}, plan", " · ".join(word for word in words if word), tuple(marks), bounds_of(marks, 200)
    )


def _pen(side: Side) -> Pen:
    """Return the line of a wall: firm, soft or dashed as its length is known."""
    if side.follows:
        return Pen("ink", 1.6, dashed=True)
    return Pen("ink", 2.4) if side.sigma <= FIRM else Pen("soft", 1.6)


def _shown(mm: float, settings: Settings) -> str:
    return bare_size(mm, settings)


def _side_dimension(
    side: Side, a: Point, b: Point, about: About, settings: Settings, doubtful: bool, chain: float
) -> Dimension:
    """Return the dimension of a wall, outside the room unless the wall is short."""
    text = _shown(side.length.value, settings)
    if settings.unit == "mm":
        text += f" ±{side.sigma:.1f}" if side.sigma < 10 else f" ±{side.sigma:.0f}"
    if side.follows:
        text += ", not read"
    colour = "rust" if doubtful else "ochre" if side.follows else "soft"
    short = side.length.value < 700
    upright = abs(b[1] - a[1]) > abs(b[0] - a[0])
    # The room lies to the left of the walk, so outside is on the left of the way back.
    away = -CHAIN * 0.85 if short and upright else -CHAIN * 0.4 if short else chain
    return Dimension(b, a, away, text, about, colour, beside=short and upright, slides=True)


def outside_of(plan: Plan, turned: Turned) -> tuple[Point, ...]:
    """Return the outside of the walls; sharp corners are cut off no further out than twice the thickness."""
    points = []
    for index, (x, y) in enumerate(plan.corners):
        dx, dy = inward(plan.corners, index)
        reach = min(2.0 * WALL, WALL / max(0.2, math.sin(math.radians(plan.angles[index] / 2.0))))
        points.append(turned((x - dx * reach, y - dy * reach)))
    return tuple(points)


def _diagonals(measured: MeasuredRoom, doubted: Sequence[Doubt], turned: Turned, settings: Settings) -> list[Mark]:
    """Return the diagonals, offsets and widths that were read, as fine lines with their figure."""
    marks: list[Mark] = []
    room, plan = measured.room, measured.plan
    network = plan.network
    assert network is not None
    wrong = {one.observed.about for one in doubted}
    drawn: set[ThingPath] = set()
    for one, value in zip(plan.observed, network.values, strict=True):
        about = one.about.thing
        if one.kind not in ("diagonal", "offset", "width") or about in drawn:
            continue
        drawn.add(about)
        seen = one.observation
        if isinstance(seen, Distance):
            a, b = turned(network.points[seen.start]), turned(network.points[seen.end])
        elif isinstance(seen, Offset):
            place = network.points[seen.of]
            a, b = turned(place), turned(_foot(place, network.points[seen.start], network.points[seen.end]))
        elif isinstance(seen, Width):
            place = on_floor(plan.sides[seen.start], seen.along, 0.0)
            foot = _foot(place, network.points[seen.far_start], network.points[seen.far_end])
            a, b = turned(place), turned(foot)
            if isinstance(one.about, WidthPath):
                width = identified(room.measured.widths, one.about.id)
                value = width.readings[one.about.reading or 0].mm
        else:
            continue
        colour = "rust" if one.about in wrong else "soft"
        marks.append(Stroke((a, b), Pen(colour, 0.5, dashed=colour == "rust"), about=about))
        text = _shown(abs(value), settings)
        first, *others = _along(a, b)
        marks.append(Label(first, text, 8, colour, about=about, elsewhere=tuple(others), patch=True))
    return marks


def _along(a: Point, b: Point) -> list[Point]:
    """Return the places of a figure along its line."""
    return [(a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share) for share in PLACES_ALONG]


def _foot(place: Point, start: Point, end: Point) -> Point:
    """Return the foot of a place on the line through two others."""
    (x, y), (x0, y0), (x1, y1) = place, start, end
    dx, dy = x1 - x0, y1 - y0
    share = ((x - x0) * dx + (y - y0) * dy) / max(1e-9, dx * dx + dy * dy)
    return (x0 + dx * share, y0 + dy * share)


def _wanted(
    room: Room, corners: Sequence[Point], wanted: tuple[int, int] | None, plan: Plan, turned: Turned
) -> list[Mark]:
    """Return the reading that is wanted next, as an empty dimension line to type into."""
    if wanted is None or not corners:
        return []
    first, second = wanted
    count = len(corners)
    if (second - first) % count == 1 or (first - second) % count == 1:
        index = first if (second - first) % count == 1 else second
        about: About = WallPath(room.id, room.measured.walls[index].id)
    else:
        walls = room.measured.walls
        about = AskedDiagonalPath(room.id, corner_key(walls, first), corner_key(walls, second))
    a, b = turned(corners[first]), turned(corners[second])
    again = "again" if read_distance(plan, first, second) else "next"
    return [
        Stroke((a, b), Pen("verdigris", 1.1, dashed=True), about=about),
        Dimension(a, b, 0.0, f"read {pair_name(first, second)} {again}", about, "verdigris", slides=True),
    ]


def _ellipses(room: Room, plan: Plan, turned: Turned) -> tuple[list[Mark], int]:
    """Return each corner's standard ellipse, and how many times its size it is drawn."""
    network = plan.network
    assert network is not None
    shapes = [network.ellipse(index) for index in range(len(plan.corners))]
    largest = max(long for long, _, _ in shapes)
    if largest <= 0.01:
        return [], 0
    factor = max((one for one in EXAGGERATIONS if one * largest <= LARGEST_ELLIPSE), default=1)
    marks: list[Mark] = []
    for index, ((x, y), (long, short, way)) in enumerate(zip(plan.corners, shapes, strict=True)):
        ring = []
        for step in range(24):
            angle = 2 * math.pi * step / 24
            u, v = long * factor * math.cos(angle), short * factor * math.sin(angle)
            ring.append(turned((x + u * math.cos(way) - v * math.sin(way), y + u * math.sin(way) + v * math.cos(way))))
        corner = CornerPath(room.id, corner_key(room.measured.walls, index))
        marks.append(Area(tuple(ring), "#c08a2b40", corner, Pen("ochre", 0.6)))
    return marks, factor


def _rust(plan: Plan, doubted: Sequence[Doubt], turned: Turned, settings: Settings) -> list[Mark]:
    """Return a rust mark with its figure at each reading that the others speak against."""
    marks: list[Mark] = []
    for doubt in doubted:
        seen = doubt.observed.observation
        corners = plan.corners
        if isinstance(seen, Distance):
            place, *others = _along(turned(corners[seen.end]), turned(corners[seen.start]))
        elif isinstance(seen, Width):
            at_wall = on_floor(plan.sides[seen.start], seen.along, 0.0)
            foot = _foot(at_wall, corners[seen.far_start], corners[seen.far_end])
            place, *others = _along(turned(at_wall), turned(foot))[1:]
        else:
            at = seen.at if isinstance(seen, Angle) else seen.of
            (x, y), (dx, dy) = corners[at], inward(corners, at)
            place, *others = (turned((x + dx * off, y + dy * off)) for off in (480.0, 620.0, 760.0))
        unit = "°" if isinstance(seen, Angle) else " mm" if settings.unit == "mm" else ""
        off = f"{abs(doubt.off):.1f}" if isinstance(seen, Angle) else _shown(abs(doubt.off), settings)
        words, about = f"▲ {off}{unit} off", doubt.observed.about.thing
        marks.append(Label(place, words, 9, "rust", face="bold", about=about, elsewhere=tuple(others), patch=True))
    return marks


def opening_marks(measured: MeasuredRoom, turned: Turned, without_leaf: Collection[Twin] = frozenset()) -> list[Mark]:
    """Return openings as breaks in the wall: doors with their leaf ajar, windows with their glass line.

    ``without_leaf`` are doors (as twins are named) whose leaf is drawn from the other side.
    """
    marks: list[Mark] = []
    for index, face in enumerate(measured.faces):
        side = measured.plan.sides[index]
        u = (-side.direction[0], -side.direction[1])
        out = side.outward

        def at(along: float, outwards: float, start: Point = side.end, u: Point = u, out: Point = out) -> Point:
            point: Point = turned(
                (start[0] + u[0] * along + out[0] * outwards, start[1] + u[1] * along + out[1] * outwards)
            )
            return point

        for seen in face.openings:
            opening, rect = seen.opening, seen.rect
            about = OpeningPath(measured.room.id, opening.id)
            # A niche is a pocket: wall is left behind it.
            through = WALL * (0.6 if opening.kind == "niche" else 1.0)
            gap = (at(rect.u0, 0), at(rect.u1, 0), at(rect.u1, through), at(rect.u0, through))
            fill = "glass" if opening.kind == "window" else "paper"
            marks.append(Area(gap, fill, about, Pen("ink", 0.7)))
            if opening.kind == "window":
                marks.append(Stroke((at(rect.u0, WALL / 2), at(rect.u1, WALL / 2)), Pen("ink", 0.5), about=about))
            elif opening.kind == "door" and Twin(measured.room.id, opening.id) not in without_leaf:
                marks += _leaves(rect.u0, rect.u1, at, about)
    return marks


def _leaves(u0: float, u1: float, at: Callable[[float, float], Point], about: About) -> list[Mark]:
    """Return the leaves of a door standing open at right angles, with the quarter circle they sweep."""
    wide = u1 - u0
    leaves = [(u0, u1)] if wide <= 1100 else [(u0, (u0 + u1) / 2), (u1, (u0 + u1) / 2)]
    marks: list[Mark] = []
    for hinge, latch in leaves:
        reach = abs(latch - hinge)
        way = 1 if latch > hinge else -1
        sweep = [
            at(hinge + way * reach * math.cos(math.radians(step)), -reach * math.sin(math.radians(step)))
            for step in range(0, 91, 10)
        ]
        marks.append(Stroke(tuple(sweep), Pen("rule", 0.6), about=about))
        marks.append(Stroke((at(hinge, 0), at(hinge, -reach)), Pen("ink", 1.1), about=about))
    return marks


def _so_far(measured: MeasuredRoom, settings: Settings, turned: Turned, wanted: tuple[int, int] | None) -> Drawing:
    """Return the figure as far as it is known: one of many that the readings allow, and the next reading."""
    room, corners = measured.room, measured.plan.sketch
    title = f"{room.name}, the walk so far"
    if not corners:
        return Drawing(title, measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    marks: list[Mark] = []
    count = len(corners)
    for index, side in enumerate(room.measured.walls):
        about = WallPath(room.id, side.id)
        a, b = turned(corners[index]), turned(corners[(index + 1) % count])
        pen = Pen("soft", 1.6) if side.readings else Pen("ochre", 1.6, dashed=True)
        marks.append(Stroke((a, b), pen, about=about))
        read = sum(one.mm for one in side.readings) / len(side.readings) if side.readings else 0.0
        text = _shown(read, settings) if side.readings else f"{side_name(index, count)} not read"
        marks.append(Dimension(b, a, CHAIN, text, about, "soft" if side.readings else "ochre"))
        corner = CornerPath(room.id, corner_key(room.measured.walls, index))
        marks.append(Label(a, corner_name(index), 11, "rust", face="name", about=corner))
    marks += _wanted(room, corners, wanted, measured.plan, turned)
    return Drawing(title, f"{measured.fault} Drawn as one of many shapes.", tuple(marks), bounds_of(marks, 250))
