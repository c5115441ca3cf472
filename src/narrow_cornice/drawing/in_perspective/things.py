"""What stands and hangs in a room, in space: built-ins part by part, furniture, lamps, cloth at windows, beams."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping, Sequence

from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.derived.built.meeting import Stands, stands_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom
from narrow_cornice.derived.measured.touching import footprint
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.lamps import Hung, hung_lamps
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.drawing.built import AROUND, INSIDE, SHELF
from narrow_cornice.drawing.built_on_wall import front_colour
from narrow_cornice.drawing.coloured import UNPAINTED_WOOD, Colours
from narrow_cornice.drawing.dressed_wall import dressing_marks
from narrow_cornice.drawing.fields import field_marks, fields_before
from narrow_cornice.drawing.in_perspective.shell import FACE, on_wall, wall_plane
from narrow_cornice.drawing.in_perspective.stage import Stage
from narrow_cornice.drawing.marks import Mark, Pen, Point
from narrow_cornice.drawing.trim_strips import over_fronts_marks
from narrow_cornice.job.finishes import FACE as FACE_GROUP, INSIDE as INSIDE_GROUP, surface_key
from narrow_cornice.job.paths import BuiltInPath, BulkPath, LampPath, StoodPath
from narrow_cornice.job.zoned import Fabric
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.library import PieceForm
from narrow_cornice.zones.plan_shapes import Footprint

BULK = "#e9e1d3"
PIECE = "#cdbb9b"
SHADE = "#efe3c4"
SHADE_WIDE = 130.0  # mm, half of it
STEM = "#4d463f"
GLASS = "#e3ecea70"
BEFORE_WINDOW = 70.0  # mm that cloth hangs before its wall
OVER_FRONT = 2.0  # mm of what lies on fronts before them
LEG = 45.0
FINE = Pen("line", 0.35)


def built_ins_on(stage: Stage, trimmed: TrimmedRoom, colours: Colours, changed_rules: dict[str, float]) -> None:
    """Put the built-ins into the room, part by part, with the fields and the trim that lie on their fronts."""
    room, measured = trimmed.room, trimmed.measured
    for one in stands_of(measured, changed_rules):
        run = one.standing.built.built_in
        side = measured.plan.sides[one.wall]
        face, inside = (colours.of(surface_key(group, run.id), "") for group in (FACE_GROUP, INSIDE_GROUP))
        parts = one.standing.built.run.parts
        for part in parts:
            _part_on(stage, measured, one, part, face, inside)
        deep = max((part.box[1] + part.box[4] for part in parts), default=0.0) + OVER_FRONT
        marks: list[Mark] = []
        if room.walling.fields:
            marks += field_marks(FACE, fields_before(room, run.id, changed_rules), room.id, colours)
        if run.over_fronts:
            marks += over_fronts_marks(FACE, trimmed, run.id, lambda kind: colours.of(f"{kind}@room", UNPAINTED_WOOD))
        stage.sheet(wall_plane(side, deep), stage.faces_of(marks, on_wall(side, deep)))


# Many parameters: a part of a built-in as it stands in the room.
def _part_on(stage: Stage, measured: MeasuredRoom, one: Stands, part: Part, face: str, inside: str) -> None:
    run = one.standing.built.built_in
    x, y, z, wide, deep, tall = part.box
    left = one.standing.left + x
    side = measured.plan.sides[one.wall]
    ring = [
        on_floor(side, u, out) for u, out in ((left, y), (left, y + deep), (left + wide, y + deep), (left + wide, y))
    ]
    about = BuiltInPath(measured.room.id, run.id)
    if part.kind in FRONT_KINDS:
        fill = GLASS if part.face == "glass" else front_colour(part, face)
    elif part.kind in ("plinth", "filler", "top filler", "worktop", "gable", "end back", "end shelf", *FRAME):
        fill = face or AROUND.get(part.kind, "#dfcda4")
    else:
        usual = INSIDE if part.kind == "back" else {**SHELF, **AROUND}.get(part.kind, SHELF["shelf"])
        fill = inside or usual
        if part.kind == "side" and face:
            fill = face
    stage.block(anticlockwise(ring), z, z + tall, fill, about, FINE)


def anticlockwise(ring: Sequence[Point]) -> list[Point]:
    """Return an outline the way round that a block wants it."""
    twice = sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True))
    return list(ring) if twice > 0 else list(ring[::-1])


def furniture_on(stage: Stage, measured: MeasuredRoom, colours: Colours, changed_rules: dict[str, float]) -> None:
    """Put the pieces that stand on the plan into the room, each in the form of its kind."""
    stood = {piece.id: piece for piece in measured.room.zones.pieces}
    for one in standing_pieces(measured.room, changed_rules):
        if one.kind.flat:
            continue
        piece = stood[one.id]
        tones = [colours.named(colour, PIECE) for colour in piece.colours] or [PIECE]
        about = StoodPath(measured.room.id, one.id)
        for (u0, d0, u1, d1, low, high), second in FORMS[one.kind.form](one):
            tone = tones[1] if second and len(tones) > 1 else tones[0]
            stage.block(_box(one.foot, u0, d0, u1, d1), low, high, tone, about)


# Many parameters: a block of a piece, from its middle: to the right, and forward.
def _box(foot: Footprint, u0: float, d0: float, u1: float, d1: float) -> list[Point]:
    return anticlockwise([foot.at(u, d) for u, d in ((u0, d0), (u1, d0), (u1, d1), (u0, d1))])


Block = tuple[tuple[float, float, float, float, float, float], bool]  # where, and whether in the second colour


def _block(one: Standing) -> Iterator[Block]:
    w, d = one.foot.width / 2, one.foot.depth / 2
    yield (-w, -d, w, d, 0.0, one.height), False


def _seat(one: Standing) -> Iterator[Block]:
    """Yield a seat with its back, arms where it is wide enough, on feet."""
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    seat, foot = min(450.0, tall * 0.52), min(140.0, tall * 0.16)
    back = min(180.0, d * 0.45)
    arms = min(140.0, w * 0.25) if one.foot.width >= 600 else 0.0
    if one.foot.width < 600:  # a chair: four legs, a seat, a back
        for u, v in ((-w, -d), (w - LEG, -d), (w - LEG, d - LEG), (-w, d - LEG)):
            yield (u, v, u + LEG, v + LEG, 0.0, seat - 40.0), True
        yield (-w, -d, w, d, seat - 40.0, seat), False
        yield (-w, -d, w, -d + 40.0, seat, tall), True
        return
    yield (-w + arms, -d + back, w - arms, d, foot, seat), False
    yield (-w, -d, w, -d + back, foot, tall), False
    for left in (-w, w - arms):
        yield (left, -d + back, left + arms, d, foot, min(tall, seat + 170.0)), False
    for u, v in ((-w + 30, -d + 30), (w - 80, -d + 30), (w - 80, d - 80), (-w + 30, d - 80)):
        yield (u, v, u + 50.0, v + 50.0, 0.0, foot), True


def _table(one: Standing) -> Iterator[Block]:
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    thick, leg = min(35.0, tall * 0.1), min(60.0, w / 4, d / 4)
    for u, v in ((-w, -d), (w - leg, -d), (w - leg, d - leg), (-w, d - leg)):
        yield (u, v, u + leg, v + leg, 0.0, tall - thick), True
    yield (-w, -d, w, d, tall - thick, tall), False


def _bed(one: Standing) -> Iterator[Block]:
    """Yield a bed: its frame, what one lies in, pillows, a headboard at its back."""
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    yield (-w, -d, w, d, 0.0, tall * 0.55), True
    yield (-w + 20, -d + 40, w - 20, d - 20, tall * 0.55, tall), False
    yield (-w, -d, w, -d + 40, tall * 0.55, tall + 420.0), True
    pillows = 2 if one.foot.width > 1200 else 1
    each = (2 * w - 80) / pillows
    for number in range(pillows):
        left = -w + 40 + number * each
        yield (left + 20, -d + 70, left + each - 20, -d + 420, tall, tall + 110.0), False


def _shelves(one: Standing) -> Iterator[Block]:
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    board = 22.0
    yield (-w, -d, w, -d + 8, 0.0, tall), False
    for left in (-w, w - board):
        yield (left, -d + 8, left + board, d, 0.0, tall), False
    count = max(2, round(tall / 330.0))
    for number in range(count + 1):
        low = number * (tall - board) / count
        yield (-w + board, -d + 8, w - board, d, low, low + board), False


def _post(one: Standing) -> Iterator[Block]:
    """Yield a foot, a stem and what it carries: a standing lamp, a plant in its pot."""
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    yield (-w * 0.6, -d * 0.6, w * 0.6, d * 0.6, 0.0, min(60.0, tall * 0.2)), True
    yield (-14.0, -14.0, 14.0, 14.0, min(60.0, tall * 0.2), tall * 0.78), True
    yield (-w * 0.9, -d * 0.9, w * 0.9, d * 0.9, tall * 0.78, tall), False


def _rack(one: Standing) -> Iterator[Block]:
    w, d, tall = one.foot.width / 2, one.foot.depth / 2, one.height
    for left in (-w, w - 25.0):
        yield (left, -d, left + 25.0, d, 0.0, tall), False
    for number in range(5):
        v = -d + (2 * d - 20.0) * number / 4
        yield (-w + 25.0, v, w - 25.0, v + 20.0, tall - 40.0, tall), False


FORMS: Mapping[PieceForm, Callable[[Standing], Iterator[Block]]] = {
    "block": _block,
    "seat": _seat,
    "table": _table,
    "bed": _bed,
    "shelves": _shelves,
    "post": _post,
    "rack": _rack,
}


def bulks_on(stage: Stage, measured: MeasuredRoom, colours: Colours) -> None:
    """Put beams, boxed pipes and columns into the room, in the colour of the wall they stand before."""
    room = measured.room
    walls = [wall.id for wall in room.measured.walls]
    for bulk in room.measured.bulks:
        if bulk.wall not in walls:
            continue
        ring = anticlockwise(footprint(measured.plan.sides[walls.index(bulk.wall)], bulk))
        top = bulk.top.mm if bulk.top is not None else min(measured.ceiling.at(*corner) for corner in ring)
        tone = colours.of(f"walls@{bulk.wall}", BULK)
        stage.block(ring, bulk.under.mm, top, tone, BulkPath(room.id, bulk.id))


def dressings_on(
    stage: Stage, measured: MeasuredRoom, changed_rules: dict[str, float], fabrics: tuple[Fabric, ...]
) -> None:
    """Hang cloth and blinds at the windows, as they hang by day."""
    walls = [face.id for face in measured.faces]
    for one in dressed_of(measured.room, changed_rules, fabrics):
        if one.fault or one.wall is None or one.wall.id not in walls:
            continue
        side = measured.plan.sides[walls.index(one.wall.id)]
        faces = stage.faces_of(dressing_marks(measured.room.id, one), on_wall(side, BEFORE_WINDOW))
        stage.sheet(wall_plane(side, BEFORE_WINDOW), faces, both=True)


def lamps_on(stage: Stage, measured: MeasuredRoom, changed_rules: dict[str, float]) -> None:
    """Put the lamps into the room: a shade, hung from the ceiling or standing on what carries it."""
    for one in hung_lamps(measured.room, changed_rules):
        x, y = one.spot
        about = LampPath(measured.room.id, one.lamp.id)
        ceiling = min(measured.ceiling.at(*point) for point in ((x, y), *_round(one, SHADE_WIDE)))  # under slopes too
        if one.height > ceiling - 120.0:  # in the ceiling
            stage.block(_round(one, 60.0), ceiling - 18.0, ceiling - 1.0, SHADE, about, FINE)
            continue
        stage.block(
            _round(one, SHADE_WIDE), one.height - 60.0, min(ceiling - 1.0, one.height + 120.0), SHADE, about, FINE
        )
        if not one.lamp.wall:
            hangs = one.height > 1700.0 and one.kind.layer != "task"
            low, high = (one.height + 120.0, ceiling) if hangs else (0.0, one.height - 60.0)
            stage.block(_round(one, 9.0), low, high, STEM, about, FINE)


def _round(one: Hung, radius: float) -> list[Point]:
    x, y = one.spot
    turns = [2 * math.pi * (step + 0.5) / 10 for step in range(10)]
    return [(x + radius * math.cos(turn), y + radius * math.sin(turn)) for turn in turns]
