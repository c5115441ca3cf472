"""A wall, a floor, a ceiling or fronts in their own colours with the fields on them: where each starts, and what comes
out narrow."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.walled.choices import slivers
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.drawing.coloured import colours_of
from narrow_cornice.drawing.field_setout import FACE, movable, seams, start_of
from narrow_cornice.drawing.fields import field_marks, on_face
from narrow_cornice.drawing.marks import (
    Area,
    Dimension,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Stroke,
    areas,
    bounds_of,
)
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_size
from narrow_cornice.units.told import said_in

BEYOND = 90.0  # mm that lines of the start go on over the field


@by_identity(times=1, each="drawing")
def fielded_wall(
    wall: Drawing, room: Room, changed_rules: dict[str, float], settings: Settings, wall_id: str, selected: str = ""
) -> Drawing:
    """Return the drawing of a wall with what concerns its fields over it; the one that is ``selected`` with its
    start."""
    marks: list[Mark] = []
    mine = [one for one in fields_of(room, changed_rules) if _is_on(room, one, wall_id)]
    for one in mine:
        if not one.fault:
            marks += over_field(one, room.id, changed_rules, settings, chosen=one.field.id == selected)
    said = "; ".join(said_of(one, changed_rules, settings) for one in mine)
    subtitle = " · ".join(part for part in (wall.subtitle, said) if part)
    return replace(wall, marks=(*wall.marks, *marks), subtitle=subtitle) if marks or said else wall


def _is_on(room: Room, laid: LaidField, wall_id: str) -> bool:
    """Return whether a field is seen on a wall: on it, or on the fronts of a built-in before it."""
    if laid.field.on == "wall":
        return laid.field.wall == wall_id
    if laid.field.on != "fronts":
        return False
    run = next((one for one in room.casework.built_ins if one.id == laid.field.built_in), None)
    place = next((one for one in room.measured.recesses if run is not None and one.id == run.place), None)
    return place is not None and place.wall == wall_id


def said_of(laid: LaidField, changed_rules: dict[str, float], settings: Settings) -> str:
    """Return in words what stands in the way of a field, or what comes out narrow."""
    if laid.fault:
        return f"{laid.field.name[:40]}: {said_in(laid.fault, settings)}"
    thin = slivers(laid, changed_rules)
    if not thin or laid.thin is None:
        return ""
    many = f"{len(thin)} slivers" if len(thin) > 1 else "a sliver"
    return f"{laid.field.name[:40]} leaves {many}, {show_size(laid.thin[0], settings)} at the thinnest"


def own_outline(laid: LaidField, room: str) -> Iterator[Mark]:
    """Yield the outline of a field that has one of its own, with a handle on every corner."""
    corners = [FACE.at(u, v) for u, v in laid.field.outline]
    if corners:
        yield Stroke(tuple(corners), Pen("verdigris", 0.9, dashed=True), closed=True)
    for number, corner in enumerate(corners):
        yield Handle(corner, FieldPath(room, laid.field.id, corner=number))


# Many parameters: a field, and what is shown of it.
def over_field(
    laid: LaidField, room: str, changed_rules: dict[str, float], settings: Settings, *, chosen: bool
) -> Iterator[Mark]:
    """Yield what is drawn over a field: its slivers, and of the chosen one the lines it starts from."""
    about = FieldPath(room, laid.field.id)
    thin = slivers(laid, changed_rules)
    if thin:
        yield areas(tuple(on_face(FACE, one) for one in thin), "#a4492f99", Pen("rust", 1.0))
        if laid.thin is not None:
            xs, ys = zip(*on_face(FACE, laid.thin[1]), strict=True)
            at = (sum(xs) / len(xs), sum(ys) / len(ys))
            words = f"sliver of {show_size(laid.thin[0], settings)}"
            yield Label(at, words, 8, "rust", face="bold", about=about, patch=True)
    if not chosen:
        return
    left, bottom, right, top = laid.region.bounds
    x, y = start_of(laid)
    pen = Pen("verdigris", 1.2, dashed=True)
    axes = {row.axis for row in laid.rows} if laid.laying is None else {0, 1}
    if 0 in axes and left <= x <= right:  # a strip that turns the corner begins on the wall before
        yield Stroke((FACE.at(x, bottom - BEYOND), FACE.at(x, top + BEYOND)), pen)
    if 1 in axes:
        yield Stroke((FACE.at(left - BEYOND, y), FACE.at(right + BEYOND, y)), pen)
    if movable(laid):
        yield Handle(FACE.at(x, y), about.sized("start"))
    yield from own_outline(laid, room)


@by_identity(times=1, each="drawing")
def flat_field(
    room: Room, changed_rules: dict[str, float], colours: tuple[Colour, ...], settings: Settings, field_id: str
) -> Drawing:
    """Return the floor or the ceiling that a field lies on, in its own colours, from above (a ceiling as it is seen in
    a mirror on the floor)."""
    measured = measured_room(room, changed_rules)
    chosen = next((one for one in fields_of(room, changed_rules) if one.field.id == field_id), None)
    if measured.fault or chosen is None:
        return Drawing(f"{room.name}, floor", measured.fault, (), (0.0, 0.0, 4000.0, 3000.0))
    on = chosen.field.on
    known = colours_of(room.finishes.surfaces, colours)
    plan = tuple(FACE.at(x, y) for x, y in measured.plan.corners)
    marks: list[Mark] = [Area(plan, "board", None, Pen("line", 1.2))]
    same = [one for one in fields_of(room, changed_rules) if one.field.on == on and not one.fault]
    marks += field_marks(FACE, same, room.id, known)
    marks.append(Stroke(plan, Pen("line", 1.4), closed=True))
    for one in same:
        marks += seams(one, FieldPath(room.id, one.field.id), settings)
        marks += over_field(one, room.id, changed_rules, settings, chosen=one.field.id == field_id)
    for side in measured.plan.sides:
        ends = FACE.at(*side.start), FACE.at(*side.end)
        marks.append(Dimension(*ends, -170.0, show_size(side.length.value, settings)))
    words = "; ".join(part for one in same if (part := said_of(one, changed_rules, settings)))
    title = f"{room.name}, {'floor' if on == 'floor' else 'ceiling, as in a mirror'}"
    return Drawing(title, said_in(chosen.fault, settings) or words, tuple(marks), bounds_of(marks, 260.0))
