"""The light on the plan of a room: lux point by point on a level plane, its zones with what they have of what is
wished."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.lit import LightMap, LitRoom, light_map, lit_of
from narrow_cornice.derived.zoned.room_tones import window_area
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.derived.zoned.zone_light import Wanted, zone_light
from narrow_cornice.drawing.marks import Area, Drawing, Handle, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.plan import opening_marks, outside_of
from narrow_cornice.drawing.room_colours import ink_on
from narrow_cornice.drawing.unfolded import Turned, turning
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FloorPath, LampPath, StoodPath, ZonePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import Plan
from narrow_cornice.units.show import show_area, show_lumens, show_size
from narrow_cornice.zones.plan_shapes import middle_of
from narrow_cornice.zones.walkways import outlines_of

USUAL_PLANE = 800.0  # mm over the floor where no zone says another
# from so many lux on: deep dusk, dusk, evening, bright, brighter
BANDS = (
    (0.0, "#6f7482"),
    (15.0, "#8b8c93"),
    (30.0, "#aaa699"),
    (60.0, "#c9bd97"),
    (100.0, "#e0cf95"),
    (150.0, "#eedc9c"),
    (300.0, "#f7eab4"),
    (500.0, "#fdf5d2"),
)
NUMBERED = 900.0  # mm between two numbers
DARK = "#4a4e5a"


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def light_plan(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    settings: Settings,
    turn: float,
    lit_as: Room | None = None,
) -> Drawing:
    """Return the light of a room's lamps on its plan; each zone at the height of its own work. While something is
    moved its light is still that of the room ``lit_as`` it was."""
    measured = measured_room(room, changed_rules)
    title = f"{room.name[:60]}, its light"
    if measured.fault:
        return Drawing(title, measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    turned = turning(turn)
    marks: list[Mark] = [Area(outside_of(measured.plan, turned), "#d8cdbb", None, Pen("ink", 0.5))]
    marks.append(Area(tuple(turned(corner) for corner in measured.plan.corners), DARK, FloorPath(room.id)))
    lamps = hung_lamps(room, changed_rules)
    wanted = zone_light(lit_as or room, changed_rules, paints, colours)
    lit = lit_of(lit_as or room, changed_rules, paints, colours) if lamps else None
    if lit is not None:
        marks += _kept_cells(lit, measured_room(lit_as or room, changed_rules).plan, room.id, turn)
    marks += opening_marks(measured, turned)
    for one in standing_pieces(room, changed_rules):
        if not one.kind.flat:
            ring = tuple(turned(corner) for corner in one.foot.corners)
            marks.append(Stroke(ring, Pen("ink", 0.6), closed=True, about=StoodPath(room.id, one.id)))
    marks += _of_zones(room, wanted, turned)
    marks += _of_lamps(room, changed_rules, turned)
    glass = show_area(window_area(measured), settings.unit)
    above = show_size(USUAL_PLANE, settings)
    said = f"lamps only, at {above} above the floor; windows are {glass} of glass, not counted"
    if not lamps:
        said = f"No lamp hangs here yet: add one by the line below. Windows are {glass} of glass, not counted."
    kept = house_rules_of(changed_rules).value("maintenance")
    said += f"; lamps kept up to {100 * kept:.0f} %" if lamps else ""
    return Drawing(title, said, tuple(marks), bounds_of(marks, 220.0))


def band_of(lux: float) -> str:
    """Return the tone a light is drawn in."""
    return [tone for least, tone in BANDS if lux >= least][-1]


@by_identity(times=1, each="room")
def _kept_cells(lit: LitRoom, plan: Plan, room_id: str, turn: float) -> tuple[Mark, ...]:
    return tuple(_cells(light_map(lit, USUAL_PLANE), plan.corners, room_id, turning(turn)))


def _cells(found: LightMap, corners: tuple[Point, ...], room_id: str, turned: Turned) -> Iterator[Mark]:
    """Yield the light in cells of one tone each, with numbers here and there."""
    import shapely

    step = _step(found)
    room = shapely.Polygon(corners)
    by_tone: dict[str, list[object]] = {}
    for (x, y), lux in zip(found.places, found.lux, strict=True):
        box = shapely.box(x - step[0] / 2 - 1, y - step[1] / 2 - 1, x + step[0] / 2 + 1, y + step[1] / 2 + 1)
        by_tone.setdefault(band_of(lux), []).append(box)
    for tone, boxes in by_tone.items():
        for part in shapely.get_parts(shapely.union_all(boxes).intersection(room)):
            if part.geom_type == "Polygon":
                for ring in outlines_of(part):
                    yield Area(tuple(turned(point) for point in ring), tone, FloorPath(room_id))
    taken: list[Point] = []
    for place, lux in zip(found.places, found.lux, strict=True):
        if all(math.dist(place, other) >= NUMBERED for other in taken):
            taken.append(place)
            yield Label(turned(place), f"{lux:.0f}", 7.5, ink_on(band_of(lux)), about=FloorPath(room_id))


def _step(found: LightMap) -> tuple[float, float]:
    xs, ys = sorted({round(x, 1) for x, _ in found.places}), sorted({round(y, 1) for _, y in found.places})
    wide = min((b - a for a, b in itertools.pairwise(xs)), default=300.0)
    deep = min((b - a for a, b in itertools.pairwise(ys)), default=300.0)
    return wide, deep


def _of_zones(room: Room, wanted: tuple[Wanted, ...], turned: Turned) -> Iterator[Mark]:
    for one in wanted:
        path = ZonePath(room.id, one.zone.id)
        ring = tuple(turned(corner) for corner in one.zone.outline)
        yield Stroke(ring, Pen("ink", 0.9, dashed=True), closed=True, about=path)
        has = one.has.value if one.has is not None else 0.0
        words = f"{one.zone.name[:24]}: {has:.0f} of {one.wished.value:.0f} lx"
        x, y = middle_of(one.zone.outline)
        first, *others = (turned((x + dx, y + dy)) for dx, dy in ((0, 0), (0, 300), (0, -300), (0, 600), (0, -600)))
        yield Label(
            first,
            words,
            9,
            "rust" if one.short else "ink",
            face="bold",
            about=path,
            elsewhere=tuple(others),
            patch=True,
        )


def _of_lamps(room: Room, changed_rules: dict[str, float], turned: Turned) -> Iterator[Mark]:
    for one in hung_lamps(room, changed_rules):
        x, y = turned(one.spot)
        path = LampPath(room.id, one.lamp.id)
        ring = tuple((x + 75 * math.cos(a * math.pi / 10), y + 75 * math.sin(a * math.pi / 10)) for a in range(20))
        yield Area(ring, "#fff7d6", path, Pen("ochre", 1.2))
        others = ((x, y - 230.0), (x + 460.0, y), (x - 460.0, y))
        words = f"{one.lamp.name[:20]} {show_lumens(one.lumens)}"
        # the map is as light in the evening as by day
        yield Label((x, y + 230.0), words, 7.5, "ink", about=path, elsewhere=others, patch=True)
        yield Handle((x, y), path, ring)
