"""The whole wall as an order, drawn beside its elevation at one scale: parts counted, every member sized."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import NamedTuple

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.marks import LAID_WIDE, About, Area, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import HeightPath, TrimPath
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.proportion import Proportion
from narrow_cornice.units.show import bare_size


class Band(NamedTuple):
    """A piece of the order: its name, its lower and upper edge above the floor in mm, what it is in the room, and which
    ``part`` of the order, "member" for one of its cornice."""

    name: str
    low: float
    up: float
    about: About
    part: str


PARTS = {"five-part": 5, "nineteen-part": 19}
APART = 1100.0  # mm between the order and the elevation
LINE = 155.0  # mm between names that stand one under the other
DIMINISHED = 5.0 / 6.0  # of the shaft's lower diameter at its top, by the usual rule
STONE = "#e4d9c3"


@by_identity(times=64, each="job")
def wall_order(
    room: Room, changed_rules: dict[str, float], colours: tuple[Colour, ...], settings: Settings, wall_id: str
) -> Drawing:
    """Return one wall with the order it is proportioned by at its left; a plain wall has its shares there instead."""
    elevation = wall_elevation(room, changed_rules, colours, settings, wall_id)
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return elevation
    wall = trimmed.trim.proportion
    face = next((face for face in trimmed.faces if face.id == wall_id), trimmed.faces[0])
    pieces = _pieces(room, wall)
    thick = wall.diameter.value if wall.diameter is not None else wall.height.value / 12
    out = max(wall.cornice.value, thick * 0.3)
    axis = elevation.bounds[0] - APART - thick / 2 - out
    marks: list[Mark] = [*_column(pieces, axis, thick), *elevation.marks]
    right = axis + thick / 2 + out
    high = wall.height.value

    def shown(mm: float) -> str:
        return bare_size(mm, settings)

    beside = right + 150.0
    line = -high - 2 * LINE  # where the last name stands, from the top down
    for name, low, up, about, _ in reversed(pieces):
        marks.append(Stroke(((right, -up), (elevation.bounds[2], -up)), Pen("rule", 0.5, dashed=True)))
        marks.append(Stroke(((beside - 40, -up), (beside + 40, -up)), Pen("soft", 0.6), about=about))
        middle = -(low + up) / 2
        line = max(middle, line + LINE)  # names of low members stand on leaders, one under the other
        marks.append(Stroke(((beside, middle), (beside + 130, line)), Pen("soft", 0.5), about=about))
        marks.append(Label((beside + 150, line), f"{name} {shown(up - low)}", 8, "soft", "left", about=about))
    marks.append(Stroke(((beside, 0.0), (beside, -high)), Pen("soft", 0.6)))
    marks += _parts(room, high, axis - thick / 2 - out, shown)
    order = room.trim.order_in_force
    title = f"{room.name}, wall {face.name} as an order"
    if wall.diameter is not None:
        words = (
            f"{order.name}, {room.trim.school} · D {shown(wall.diameter.value)} · column {order.column_diameters:g} D"
        )
    else:
        words = "Plain modern shares of the height: no column stands behind them"
    return Drawing(title, words, tuple(marks), bounds_of(marks, 220), wide=LAID_WIDE)


def _pieces(room: Room, wall: Proportion) -> list[Band]:
    """Return the pieces of the order from the floor up, each as the trim that it becomes in the room."""

    def trim(kind: TrimKind) -> About:
        return TrimPath(room.id, kind)

    high = wall.height.value
    if wall.diameter is None or wall.column is None or wall.architrave is None or wall.frieze is None:
        return [
            Band("skirting", 0.0, wall.skirting.value, trim("skirting"), "skirting"),
            Band("wall", wall.skirting.value, high - wall.cornice.value, None, "wall"),
            Band("crown", high - wall.cornice.value, high, trim("cornice"), "member"),
        ]
    sizes: list[tuple[str, float, About]] = []
    half = wall.diameter.value / 2
    if wall.pedestal is not None:
        ninth = wall.pedestal.value / 9
        sizes += [
            ("pedestal base", 2 * ninth, trim("skirting")),
            ("die", 6 * ninth, None),
            ("pedestal cap", ninth, trim("dado rail")),
        ]
    sizes += [
        ("base", half, trim("skirting") if wall.pedestal is None else None),
        ("shaft", wall.column.value - 2 * half, None),
        ("capital", half, None),
        ("architrave", wall.architrave.value, trim("architrave")),
        ("frieze", wall.frieze.value, trim("frieze")),
    ]
    members = [(name, one.value, TrimPath(room.id, "cornice", name)) for name, one in reversed([*wall.members.items()])]
    pieces, at = list[Band](), 0.0
    for name, size, about in [*sizes, *members]:
        part = name if len(pieces) < len(sizes) else "member"  # whatever an order calls its members
        pieces.append(Band(name, at, at + size, about, part))
        at += size
    return pieces


def _column(pieces: Sequence[Band], axis: float, thick: float) -> list[Mark]:
    """Return the order in elevation: each piece as wide as it is in stone, the cornice out as far as it is high."""
    marks: list[Mark] = []
    top = thick * DIMINISHED
    widths = {
        "pedestal base": 1.7 * thick,
        "die": 1.4 * thick,
        "pedestal cap": 1.65 * thick,
        "base": 1.4 * thick,
        "capital": 1.25 * thick,
        "architrave": top,
        "frieze": top,
        "skirting": thick,
        "wall": 0.9 * thick,
    }
    out = 0.0
    for _, low, up, about, part in pieces:
        if part == "shaft":
            marks.append(Area(_shaft(axis, thick, top, low, up), STONE, about, Pen("ink", 0.8)))
            continue
        if part in widths:
            wide_low = wide_up = widths[part]
        else:  # a member of the cornice: each comes out further than the one below
            wide_low = top + 2 * out
            out += up - low
            wide_up = top + 2 * out
        points = (
            (axis - wide_low / 2, -low),
            (axis + wide_low / 2, -low),
            (axis + wide_up / 2, -up),
            (axis - wide_up / 2, -up),
        )
        marks.append(Area(points, STONE, about, Pen("ink", 0.8)))
        if part == "base":  # plinth and torus
            middle = -(low + up) / 2
            marks.append(Stroke(((axis - wide_low / 2, middle), (axis + wide_low / 2, middle)), Pen("ink", 0.6)))
    return marks


def _shaft(axis: float, thick: float, top: float, low: float, up: float) -> tuple[Point, ...]:
    """Return the shaft: upright for its lower third, then drawn in to its top along a quarter of a cosine (entasis)."""
    right: list[Point] = [(axis + thick / 2, -low)]
    third = low + (up - low) / 3
    for step in range(13):
        share = step / 12
        wide = thick / 2 - (thick - top) / 2 * (1 - math.cos(share * math.pi / 2))
        right.append((axis + wide, -(third + (up - third) * share)))
    left = [(2 * axis - x, y) for x, y in reversed(right)]
    return (*right, *left)


def _parts(room: Room, high: float, x: float, shown: Callable[[float], str]) -> list[Mark]:
    """Return the parts the wall is counted in, as a rule with its numbers from the floor up."""
    many = PARTS.get(room.trim.school)
    if many is None:
        return []
    marks: list[Mark] = []
    place = x - 330.0
    about = HeightPath(room.id)
    for part in range(many + 1):
        y = -high * part / many
        marks.append(Stroke(((place - 45, y), (place + 45, y)), Pen("ink", 0.8), about=about))
        if part:
            middle = y + high / many / 2
            marks.append(Label((place - 110, middle), str(part), 8, "soft", about=about))
    marks.append(Stroke(((place, 0.0), (place, -high)), Pen("ink", 0.8), about=about))
    one = shown(high / many)
    marks.append(Label((place, 190.0), f"{many} parts of {one}", 8, "soft", about=about))
    return marks
