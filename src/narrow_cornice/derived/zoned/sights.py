"""What is seen in a room from its doors, its seats and its beds."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.standing import obstacles_of, standing_pieces
from narrow_cornice.derived.zoned.ways import doors_into
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.plan_shapes import Outline, Point, area_of, inside, middle_of
from narrow_cornice.zones.sight import seen_from


class Viewpoint(NamedTuple):
    """From where somebody looks: the kind (``door``, ``piece``), its identity and name, the place and the eye's
    height."""

    what: str
    id: str
    name: str
    eye: Point
    height: float


class Sight(NamedTuple):
    """What is seen from a viewpoint: the outline on the plan, its share of the floor, and the names of pieces in
    sight."""

    view: Viewpoint
    outline: Outline
    share: float
    pieces: tuple[str, ...]


@by_identity(times=1, each="room", of=as_built)
def viewpoints(room: Room, changed_rules: dict[str, float]) -> tuple[Viewpoint, ...]:
    """Return from where a room is looked at: standing in its doors, sitting in its seats, lying in its beds."""
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    standing = house_rules_of(changed_rules).value("eye_height")
    made = [Viewpoint("door", door, name, place, standing) for door, name, place in doors_into(measured)]
    for one in standing_pieces(room, changed_rules):
        if one.kind.eyes:
            at = one.foot.at(0.0, -one.foot.depth / 4.0 if one.kind.is_bed else 0.0)
            made.append(Viewpoint("piece", one.id, one.name, at, one.kind.eyes))
    return tuple(made)


@by_identity(times=4, each="room", of=as_built)
def sight_from(room: Room, changed_rules: dict[str, float], viewpoint: str) -> Sight | None:
    """Return what is seen from the viewpoint of an identity, None where there is none."""
    view = next((one for one in viewpoints(room, changed_rules) if one.id == viewpoint), None)
    if view is None:
        return None
    measured = measured_room(room, changed_rules)
    pieces = standing_pieces(room, changed_rules)
    hiding = [one.foot.corners for one in pieces if one.height > view.height and one.id != view.id]
    hiding += [
        one.outline
        for one in obstacles_of(room, changed_rules)
        if one.what in ("built-in", "column") and one.bottom < view.height
    ]
    hiding = [outline for outline in hiding if not inside(outline, view.eye)]
    outline = seen_from(view.eye, measured.plan.corners, hiding)
    share = abs(area_of(outline)) / max(1.0, abs(area_of(measured.plan.corners)))
    seen = tuple(
        one.name
        for one in pieces
        if one.id != view.id and not one.kind.flat and any(inside(outline, at) for at in _shown(one.foot.corners))
    )
    return Sight(view, outline, min(1.0, share), seen)


def _shown(corners: Outline) -> tuple[Point, ...]:
    """Return places just outside the corners of a piece, which are seen where the piece is."""
    x, y = middle_of(corners)
    return tuple((x + (cx - x) * 1.02, y + (cy - y) * 1.02) for cx, cy in corners)
