"""What doors, flaps, drawers and beds of built-ins open against: walls, one another, and doors of the room."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import msgspec

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.derived.built.meeting import TOUCH, Stands, footprint, overlap, share_heights, stands_of
from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import on_floor

STEP = 20.0  # mm from trial to trial
OFF_FRONT = 5.0
OPENING = frozenset({"door", "bifold leaf", "flap", "drawer front", "drawer side"})


class Clash(msgspec.Struct, frozen=True):
    """A built-in whose fronts open against something: its identity, what that is (``wall``, ``built-in``, ``door``,
    ``piece``) with its name and identity, how far the fronts reach and how far there is, and how far they would still
    reach if its hinged doors slid."""

    run: str
    what: str
    other: str
    name: str
    reaches: float
    there_is: float
    sliding: float


def reach_of_fronts(made: Carcasses, *, sliding: bool = False) -> float:
    """Return how far the fronts of a run reach into the room as they open: a leaf by its width, a flap by its height, a
    drawer by its box, sliding doors not at all; as if hinged doors were ``sliding`` where that is asked."""
    reaches = [0.0]
    for part in made.parts:
        if part.kind == "bifold leaf" or (part.kind == "door" and not sliding):
            reaches.append(part.box[3])
        elif part.kind == "flap":
            reaches.append(part.box[5])
        elif part.kind == "drawer side":
            reaches.append(part.box[4])
    return max(reaches)


class FrontZone(msgspec.Struct, frozen=True):
    """The floor that the fronts of a built-in open over: its identity, the outline, how far they reach, how far they
    would if its hinged doors slid, how high over the floor it hangs, how deep it is and from where to where along its
    wall its fronts open."""

    run: str
    outline: tuple[Point, ...]
    reaches: float
    sliding: float
    hangs_at: float
    deep: float
    between: tuple[float, float]


@by_identity(times=1, each="room", of=as_built)
def front_zones(room: Room, changed_rules: dict[str, float]) -> tuple[FrontZone, ...]:
    """Return the floor that the fronts of a room's built-ins open over."""
    measured = measured_room(room, changed_rules)
    if measured.fault or not room.casework.built_ins:
        return ()
    return tuple(found for one in stands_of(measured, changed_rules) if (found := _zone(measured, one)) is not None)


def _zone(measured: MeasuredRoom, one: Stands) -> FrontZone | None:
    made, run, fit = one.standing.built.run, one.standing.built.built_in, one.standing.built.fit
    reaches = reach_of_fronts(made)
    if reaches <= 0 or fit is None:
        return None
    deep, (left, right) = fit.recess.depth.mm, (one.standing.left + edge for edge in _opens_between(made))
    outline = footprint(measured, one.wall, left, right, deep, reaches)
    slid = reach_of_fronts(made, sliding=True)
    return FrontZone(run.id, tuple(outline), reaches, slid, run.hangs_at, deep, (left, right))


@by_identity(times=1, each="room", of=as_built)
def clashes_of(room: Room, changed_rules: dict[str, float]) -> tuple[Clash, ...]:
    """Return what the fronts of a room's built-ins open against."""
    if not room.casework.built_ins:
        return ()
    measured = measured_room(room, changed_rules)
    if measured.fault:
        return ()
    there = stands_of(measured, changed_rules)
    return tuple(clash for one in there for clash in _clashes(measured, one, there))


def _clashes(measured: MeasuredRoom, one: Stands, there: Sequence[Stands]) -> Iterator[Clash]:
    run, front = one.standing.built.built_in, _zone(measured, one)
    if front is None:
        return
    zone, reaches, slid = front.outline, front.reaches, front.sliding
    has = _room_before(measured, one.wall, front.between, front.deep, reaches)
    if has < reaches - TOUCH:
        yield Clash(run.id, "wall", "", "the wall opposite", reaches, has, slid)
    for other in there:
        its = other.standing.built.built_in
        if other is not one and share_heights(one, other) and overlap(zone, other.corners) > TOUCH:
            yield Clash(run.id, "built-in", its.id, its.name, reaches, reaches - overlap(zone, other.corners), slid)
    for number, face in enumerate(measured.faces):
        for seen in face.openings:
            if seen.opening.kind != "door" or seen.rect.v1 <= run.hangs_at:
                continue
            wide = seen.rect.u1 - seen.rect.u0
            swings = footprint(measured, number, seen.rect.u0, seen.rect.u1, 0.0, wide)
            if overlap(zone, swings) > TOUCH:
                has = reaches - overlap(zone, swings)
                yield Clash(run.id, "door", seen.opening.id, seen.opening.name, reaches, max(0.0, has), slid)


def _opens_between(made: Carcasses) -> tuple[float, float]:
    """Return from where to where along a run its fronts open: panels beside them do not."""
    opening = [part.box for part in made.parts if part.kind in OPENING]
    if not opening:
        return made.begin, made.end
    return min(box[0] for box in opening), max(box[0] + box[3] for box in opening)


def _room_before(measured: MeasuredRoom, wall: int, between: tuple[float, float], deep: float, wanted: float) -> float:
    """Return how far it is free before a front on a wall, as far as is wanted at most."""
    side, corners = measured.plan.sides[wall], measured.plan.corners
    left, right = between
    places = [left + (right - left) * share for share in (0.05, 0.25, 0.5, 0.75, 0.95)]
    out = OFF_FRONT
    while out < wanted:
        if not all(_inside(corners, on_floor(side, along, deep + out)) for along in places):
            return max(0.0, out - STEP)
        out += STEP
    return wanted


def _inside(corners: Sequence[Point], point: Point) -> bool:
    """Return whether a point lies in an outline (crossings of a ray)."""
    x, y = point
    inside = False
    for (ax, ay), (bx, by) in zip(corners, (*corners[1:], corners[0]), strict=True):
        if (ay > y) != (by > y) and x < ax + (bx - ax) * (y - ay) / (by - ay):
            inside = not inside
    return inside
