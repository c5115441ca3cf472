"""The plan of a room as a floor cloth: zones washed in, pieces as paper cut-outs, what must stay free in pencil
hatching that turns rust where something is in its way; what is seen from a place, the widest ways, stretches of free
wall."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from narrow_cornice.colour.tones import lightness, toned
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.clear import Clear, clear_of
from narrow_cornice.derived.zoned.free_walls import free_walls
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.sights import Sight, sight_from
from narrow_cornice.derived.zoned.standing import obstacles_of, standing_pieces
from narrow_cornice.derived.zoned.ways import walkable_floor, ways_of
from narrow_cornice.drawing.marks import About, Area, Drawing, Handle, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.plan import opening_marks, outside_of
from narrow_cornice.drawing.unfolded import Turned, turning
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import (
    BuiltInPath,
    DressingPath,
    FloorPath,
    FreeWallPath,
    LampPath,
    NorthPath,
    OpeningPath,
    StoodPath,
    WallPath,
    ZonePath,
)
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Dressing
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import Plan, on_floor
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.words import several
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.library import zone_uses
from narrow_cornice.zones.plan_shapes import Footprint, middle_of, within_box
from narrow_cornice.zones.walkways import WIDEST

HATCH = 95.0  # mm between two pencil lines
DIAPER = 420.0  # mm between the lines of the cloth
BORDER = (95.0, 150.0)  # mm from the walls to the painted lines of its border
SHADOW = 26.0  # mm that a cut-out stands off the cloth
LEAST_NAMED = 260.0  # mm: smaller pieces are named beside themselves
FOLD = 70.0  # mm of a fold of cloth as drawn
FREE_SHOWN = 3
WALKED = "#2e6b6014"  # of the floor that can be walked over as wide as is wished
DARK = 55.0  # L* under which a piece carries pale letters


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def floor_cloth(
    room: Room,
    changed_rules: dict[str, float],
    colours: tuple[Colour, ...],
    settings: Settings,
    turn: float,
    seen_from: str = "",
    show: str = "pieces",
) -> Drawing:
    """Return the plan of how a room is used. ``show`` says what it is looked at for: "zones" (with free walls and the
    corners of zones), "pieces" (with clearances), "sight" (with the ways), "windows" or "lamps"."""
    measured = measured_room(room, changed_rules)
    title = f"{room.name[:60]}, how it is used"
    if measured.fault:
        return Drawing(title, measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    turned = turning(turn)
    marks: list[Mark] = list(_cloth(measured.plan, room.measured.walls, room.id, turn))
    marks += _zones(room, turned, corners=show == "zones")
    if show in ("pieces", "sight"):
        marks += [Area(tuple(map(turned, ring)), WALKED) for ring in walkable_floor(room, changed_rules)]
    sight = sight_from(room, changed_rules, seen_from) if seen_from else None
    marks += _sight(sight, turned)
    marks += _built(room, changed_rules, turned)
    marks += opening_marks(measured, turned)
    known = {colour.id: colour.hex for colour in colours}
    clear = clear_of(room, changed_rules)
    pieces = standing_pieces(room, changed_rules)
    marks += [mark for one in pieces if one.kind.flat for mark in _cut_out(room, one, known, turned, clear)]
    if show != "lamps":
        marks += _hatching(clear, turned, quiet=show not in ("pieces", "sight"))
    marks += [mark for one in pieces if not one.kind.flat for mark in _cut_out(room, one, known, turned, clear)]
    if show == "sight":
        marks += _ways(room, changed_rules, turned, settings)
    marks += _dressings(measured, turned)
    marks += _lamps(room, changed_rules, turned)
    if show == "zones":
        marks += _free(measured, changed_rules, turned, settings)
    marks += _north(measured, turned)
    return Drawing(title, _words(room, clear, sight, len(pieces)), tuple(marks), bounds_of(marks, 220.0))


def _words(room: Room, clear: Clear, sight: Sight | None, standing: int) -> str:
    if sight is not None:
        seen = f"{100 * sight.share:.0f} % of the floor is seen from {sight.view.name[:40]}"
        return seen + (f", with {', '.join(name[:24] for name in sight.pieces[:5])}" if sight.pieces else "")
    unplaced = sum(one.x is None for one in room.zones.pieces)
    said = [f"{several(standing, 'piece stands', 'pieces stand')} here"] if standing else []
    if unplaced:
        said.append(f"{unplaced} not placed yet")
    if clear.short or clear.overlaps:
        said.append("rust: not free as far as it should be")
    return " · ".join(said) or "Draw zones, put pieces on the plan and move them: what must stay free is hatched."


@by_identity(times=1, each="room")
def _cloth(plan: Plan, walls: tuple[WallAsRead, ...], room_id: str, turn: float) -> tuple[Mark, ...]:
    return tuple(cloth_marks(plan, walls, room_id, turning(turn)))


def cloth_marks(plan: Plan, walls: tuple[WallAsRead, ...], room_id: str, turned: Turned) -> Iterator[Mark]:
    """Yield the walls and the floor of a room as a painted cloth: a border along the walls, a faint diaper within."""
    import shapely

    corners = plan.corners
    yield Area(outside_of(plan, turned), "#d8cdbb", None, Pen("ink", 0.5))
    yield Area(tuple(turned(corner) for corner in corners), "paper", FloorPath(room_id))
    floor = shapely.Polygon(corners)
    for off in BORDER:
        for part in shapely.get_parts(floor.buffer(-off, join_style="mitre")):
            ring = tuple(turned((float(x), float(y))) for x, y in part.exterior.coords[:-1]) if part.area > 0 else ()
            if len(ring) > 2:
                yield Stroke(ring, Pen("rule", 0.35), closed=True)
    within = floor.buffer(-BORDER[1], join_style="mitre")
    left, low, right, high = floor.bounds
    wide, tall = right - left, high - low
    steps = range(int((wide + tall) / DIAPER) + 1)
    lines = [((left + s * DIAPER, low), (left + s * DIAPER - tall, high)) for s in steps]
    lines += [((left - tall + s * DIAPER, low), (left + s * DIAPER, high)) for s in steps]
    # Line by line: as one they would be cut wherever two of them cross.
    for part in shapely.get_parts(shapely.intersection(within, shapely.linestrings(lines))):
        if part.geom_type == "LineString" and part.length > 1.0:
            yield Stroke(tuple(turned((float(x), float(y))) for x, y in part.coords), Pen("rule", 0.22))
    for index, side in enumerate(plan.sides):
        about = WallPath(room_id, walls[index].id)
        yield Stroke((turned(side.start), turned(side.end)), Pen("ink", 1.8), about=about)


def _zones(room: Room, turned: Turned, *, corners: bool) -> Iterator[Mark]:
    for zone in room.zones.zones:
        path = ZonePath(room.id, zone.id)
        use = zone_uses()[zone.use]
        ring = tuple(turned(corner) for corner in zone.outline)
        yield Area(ring, f"{use.tone}88", path)
        yield Stroke(ring, Pen("soft", 0.7, dashed=True), closed=True, about=path)
        places = _places_for_name(zone.outline)
        first, *others = (turned(place) for place in places)
        name = zone.name[:30]
        yield Label(first, name, 10, "ink", face="name", about=path, elsewhere=tuple(others), patch=True)
        if corners:
            for number, corner in enumerate(zone.outline):
                yield Handle(turned(corner), ZonePath(room.id, zone.id, corner=number))


def _places_for_name(outline: Sequence[Point]) -> list[Point]:
    """Return where the name of a zone can stand: near its corners first, where pieces seldom are, then its middle."""
    x, y = middle_of(outline)
    near = [(x + (cx - x) * 0.68, y + (cy - y) * 0.78) for cx, cy in outline]
    return [*near[:4], (x, y), *near[4:]]


def _ways(room: Room, changed_rules: dict[str, float], turned: Turned, settings: Settings) -> Iterator[Mark]:
    """Yield how wide the way to each piece and from door to door is, where it ends."""
    wished = house_rules_of(changed_rules).value("walkway")
    for way in ways_of(room, changed_rules):
        path: About = StoodPath(room.id, way.other) if way.what == "piece" else OpeningPath(room.id, way.other)
        if way.width >= WIDEST:  # there is nothing to tell: the sheet has it
            continue
        x, y = turned(way.end)
        narrow = way.width < wished
        words = f"way {bare_size(way.width, settings)}"
        around = ((x, y + 150.0), (x, y - 150.0), (x + 350.0, y), (x - 350.0, y))
        yield Label((x, y), words, 8, "rust" if narrow else "verdigris", about=path, elsewhere=around, patch=True)


def _sight(sight: Sight | None, turned: Turned) -> Iterator[Mark]:
    if sight is None or len(sight.outline) < 3:
        return
    yield Area(tuple(turned(point) for point in sight.outline), "#2e6b6022", None, Pen("verdigris", 0.7, dashed=True))
    x, y = turned(sight.view.eye)
    ring = tuple((x + 60 * math.cos(a * math.pi / 6), y + 60 * math.sin(a * math.pi / 6)) for a in range(12))
    yield Area(ring, "verdigris", None)


def _built(room: Room, changed_rules: dict[str, float], turned: Turned) -> Iterator[Mark]:
    for one in obstacles_of(room, changed_rules):
        if one.what == "built-in":
            path = BuiltInPath(room.id, one.id)
            ring = tuple(turned(corner) for corner in one.outline)
            yield Area(ring, "#e8d9bd", path, Pen("ink", 0.8))
            yield Stroke((ring[0], ring[2]), Pen("rule", 0.5), about=path)
            yield Stroke((ring[1], ring[3]), Pen("rule", 0.5), about=path)
        elif one.what == "column":
            yield Area(tuple(turned(corner) for corner in one.outline), "#cbbfab", None, Pen("ink", 0.8))


def _cut_out(room: Room, one: Standing, known: dict[str, str], turned: Turned, clear: Clear) -> Iterator[Mark]:
    """Yield a piece as a paper cut-out with its shadow, what it is drawn in a few lines, and its name."""
    piece = next(each for each in room.zones.pieces if each.id == one.id)
    path = StoodPath(room.id, one.id)
    ring = tuple(turned(corner) for corner in one.foot.corners)
    tone = next((known[colour] for colour in piece.colours if colour in known), "#fbf7ec")
    wrong = clear.troubled(one.id)
    if not one.kind.flat:
        yield Area(tuple((x + SHADOW, y + SHADOW) for x, y in ring), "#2a272426")
    pen = Pen("rust", 1.3) if wrong else Pen("ink", 0.9)
    yield Area(ring, tone if not one.kind.flat else f"{tone}c0", path, pen)
    yield from _inside_of(one, tone, turned, path)
    small = min(one.foot.width, one.foot.depth) < LEAST_NAMED
    middle = turned((one.foot.x, one.foot.y))
    d = one.foot.depth / 2.0 + 120.0
    around = (turned(one.foot.at(0.0, d)), turned(one.foot.at(0.0, -d)))
    beyond = tuple(turned(one.foot.at(s * (one.foot.width / 2.0 + 240.0), 0.0)) for s in (-1.0, 1.0))
    first, *others = (*around, *beyond, middle) if small else (middle, *around, *beyond)
    on_dark = not small and lightness(tone) < DARK
    colour = "#fdfbf5" if on_dark else "rust" if wrong else "ink"
    elsewhere = () if on_dark else tuple(others)  # pale letters stand on their piece or nowhere
    # On paper of their own: a piece is as pale in the evening as by day, and letters are not.
    yield Label(first, one.name[:26], 8.5, colour, about=path, elsewhere=elsewhere, patch=not on_dark)
    yield Handle(middle, path, ring)


def _inside_of(one: Standing, tone: str, turned: Turned, path: StoodPath) -> Iterator[Mark]:
    """Yield a few lines that say what a piece is: a back, pillows, a fringe, drawers that come out."""
    foot, kind = one.foot, one.kind
    w, d = foot.width / 2.0, foot.depth / 2.0
    fine, darker = Pen("soft", 0.5), toned(tone, 0.93) if tone.startswith("#") else tone

    def line(*points: Point) -> Stroke:
        return Stroke(tuple(turned(foot.at(u, v)) for u, v in points), fine, about=path)

    if kind.is_bed:
        count = 2 if foot.width > 1200 else 1
        for number in range(count):
            at = -w + foot.width * (number + 0.5) / count
            half = foot.width / count * 0.38
            box = ((at - half, -d + 90), (at + half, -d + 90), (at + half, -d + 420), (at - half, -d + 420))
            yield Area(tuple(turned(foot.at(u, v)) for u, v in box), darker, path, fine)
        yield line((-w, -d + 560), (w, -d + 560))
    elif kind.flat:
        for side in (-1.0, 1.0):
            steps = max(4, int(foot.depth / 120))
            for step in range(steps + 1):
                v = -d + foot.depth * step / steps
                yield line((side * w, v), (side * (w + 45.0), v))
    elif kind.soft and kind.eyes:
        back, arm = min(0.28 * foot.depth, 240.0), min(0.12 * foot.width, 160.0)
        yield line((-w + arm, d), (-w + arm, -d + back), (w - arm, -d + back), (w - arm, d))
    elif kind.opens:
        yield line((-w, d - 40.0), (w, d - 40.0))
        yield line((0.0, d), (0.0, d - 40.0))
    elif kind.chair and kind.back:
        u, v = w - 60.0, d - 60.0
        yield line((-u, -v), (u, -v), (u, v), (-u, v), (-u, -v))


def _hatching(clear: Clear, turned: Turned, *, quiet: bool) -> Iterator[Mark]:
    """Yield the strips that must stay free: pencil lines, in rust where they are not."""
    for strip in clear.strips:
        if quiet and strip.free:
            continue
        colour, weight = ("rule", 0.45) if strip.free else ("rust", 0.7)
        path = None
        ring = tuple(turned(corner) for corner in strip.outline)
        yield Stroke(ring, Pen(colour, weight, dashed=True), closed=True, about=path)
        (x0, y0), (x1, y1), (x2, y2) = strip.outline[0], strip.outline[1], strip.outline[2]
        wide, deep = math.dist((x1, y1), (x2, y2)), math.dist((x0, y0), (x1, y1))
        frame = Footprint((x0 + x2) / 2.0, (y0 + y2) / 2.0, wide, deep, math.degrees(math.atan2(y1 - y2, x1 - x2)))
        for a, b in hatch_lines(frame):
            yield Stroke((turned(a), turned(b)), Pen(colour, weight))


def hatch_lines(frame: Footprint) -> Iterator[tuple[Point, Point]]:
    """Yield lines at 45° over a box, as far as it reaches."""
    w, d = frame.width / 2.0, frame.depth / 2.0
    step = HATCH * math.sqrt(2.0)
    count = int((frame.width + frame.depth) / step) + 1
    for number in range(count):
        at = -w - d + step * (number + 0.5)
        found = within_box((at, -d), (at + frame.depth, d), -w, -d, w, d)
        if found is not None and math.dist(*found) > 5.0:
            yield frame.at(*found[0]), frame.at(*found[1])


def _dressings(measured: MeasuredRoom, turned: Turned) -> Iterator[Mark]:
    room = measured.room
    for one in room.zones.dressings:
        ends = _hangs_between(measured, one)
        if ends is None:
            continue
        (x0, y0), (x1, y1) = ends
        long = math.dist(*ends)
        if long < 1.0:
            continue
        ux, uy = (x1 - x0) / long, (y1 - y0) / long
        path = DressingPath(room.id, one.id)
        steps = max(2, int(long / FOLD))
        folds = []
        for step in range(steps + 1):
            along, aside = long * step / steps, 22.0 if step % 2 else -22.0
            folds.append((x0 + ux * along - uy * aside, y0 + uy * along + ux * aside))
        yield Stroke(tuple(turned(point) for point in folds), Pen("verdigris", 1.3), about=path)
        if one.line is not None:
            for end in ends:
                yield Handle(turned(end), DressingPath(room.id, one.id, size="start" if end == ends[0] else "end"))


def _hangs_between(measured: MeasuredRoom, one: Dressing) -> tuple[Point, Point] | None:
    if one.line is not None:
        return one.line
    for index, face in enumerate(measured.faces):
        for seen in face.openings:
            if seen.opening.id == one.opening:
                side = measured.plan.sides[index]
                beyond = one.beyond.mm if one.beyond is not None else 120.0
                out = 70.0 if one.side == "before the wall" or one.hangs != "in the reveal" else -30.0
                return on_floor(side, seen.rect.u0 - beyond, out), on_floor(side, seen.rect.u1 + beyond, out)
    return None


def _lamps(room: Room, changed_rules: dict[str, float], turned: Turned) -> Iterator[Mark]:
    for one in hung_lamps(room, changed_rules):
        path = LampPath(room.id, one.lamp.id)
        x, y = turned(one.spot)

        def ring(radius: float, x: float = x, y: float = y) -> tuple[Point, ...]:
            return tuple(
                (x + radius * math.cos(a * math.pi / 10), y + radius * math.sin(a * math.pi / 10)) for a in range(20)
            )

        yield Area(ring(150.0), "#e9c46a55", path)
        yield Area(ring(70.0), "#e9c46a", path, Pen("ochre", 0.9))
        others = ((x, y - 240.0), (x + 420.0, y), (x - 420.0, y))
        yield Label((x, y + 240.0), one.lamp.name[:24], 7.5, "ochre", about=path, elsewhere=others)
        yield Handle((x, y), path, ring(150.0))


def _free(
    measured: MeasuredRoom, changed_rules: dict[str, float], turned: Turned, settings: Settings
) -> Iterator[Mark]:
    """Yield the largest stretches of free wall, and dead corners, where storage can go."""
    found = free_walls(measured.room, changed_rules)
    least = house_rules_of(changed_rules).value("narrow_wall")
    walls = measured.room.measured.walls
    for one in [each for each in found.stretches if each.long >= least][:FREE_SHOWN]:
        side = measured.plan.sides[one.wall]
        path = FreeWallPath(measured.room.id, walls[one.wall].id, one.start)
        ends = (turned(on_floor(side, one.start + 40, 60.0)), turned(on_floor(side, one.end - 40, 60.0)))
        yield Stroke(ends, Pen("verdigris", 2.0, dashed=True), about=path)
        middle = (one.start + one.end) / 2.0
        first, *others = (turned(on_floor(side, middle, off)) for off in (190.0, 320.0, -230.0))
        words = f"{bare_size(one.long, settings)} free"
        yield Label(first, words, 8, "verdigris", about=path, elsewhere=tuple(others), patch=True)
    for corner in found.corners:
        side = measured.plan.sides[corner.left]
        x, y = turned(on_floor(side, measured.faces[corner.left].length - 160.0, 160.0))
        ring = ((x - 60, y - 60), (x + 60, y - 60), (x + 60, y + 60), (x - 60, y + 60))
        yield Area(ring, "#2e6b6033", None, Pen("verdigris", 0.8))


def _north(measured: MeasuredRoom, turned: Turned) -> Iterator[Mark]:
    """Yield a needle beside the room that points north, where somebody said where that is."""
    north = measured.room.zones.north
    if north is None:
        return
    xs, ys = zip(*(turned(corner) for corner in measured.plan.corners), strict=True)
    x, y = max(xs) + 420.0, min(ys) + 200.0
    zero, way = turned((0.0, 0.0)), turned((math.cos(math.radians(north)), math.sin(math.radians(north))))
    dx, dy = way[0] - zero[0], way[1] - zero[1]
    path = NorthPath(measured.room.id)
    tip, foot = (x + dx * 260, y + dy * 260), (x - dx * 200, y - dy * 200)
    yield Stroke((foot, tip), Pen("ink", 1.0), about=path)
    wings = [(x + dx * 90 - dy * off, y + dy * 90 + dx * off) for off in (60, -60)]
    yield Area((tip, *wings), "ink", path)
    yield Label((x + dx * 390, y + dy * 390), "north", 8, "soft", about=path)
