"""What must stay free round pieces, and what stands in it: walls, other pieces, built-ins, door leaves.

A strip before the front, behind, or beside a piece is looked at as the piece has it: how far out it is free is the
nearest edge of anything in it. What lies flat, and what is put aside in a moment, stands in nobody's way.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal, NamedTuple

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.library import PieceKind
from narrow_cornice.zones.plan_shapes import (
    TOUCH,
    Footprint,
    Outline,
    Point,
    clipped,
    edges,
    into,
    out_of,
    within_box,
)

Side = Literal["front", "left", "right", "behind"]
Why = Literal["doors and drawers", "a chair", "beside a bed", "to sit down", "to reach it"]


class Wanted(NamedTuple):
    """What is to be free on a side of a piece: how far (mm), why, and the house rule that says so, empty for the
    table."""

    side: Side
    reach: float
    why: Why
    rule: str = ""


class Standing(NamedTuple):
    """A piece where it stands: its identity and name, its kind, where, and how tall it is."""

    id: str
    name: str
    kind: PieceKind
    foot: Footprint
    height: float


class Obstacle(NamedTuple):
    """Something else that stands or swings on the plan: what it is (``built-in``, ``column``, ``door``), its identity
    and name, its outline, and from what height."""

    what: str
    id: str
    name: str
    outline: Outline
    bottom: float = 0.0


class Short(NamedTuple):
    """A strip that is not free: whose, which side, how far is wanted and how far there is, and what stands in it."""

    piece: str
    wanted: Wanted
    there_is: float
    what: str
    other: str
    name: str


class Overlap(NamedTuple):
    """A piece that runs into something: by how many mm, and into what."""

    piece: str
    what: str
    other: str
    name: str
    deep: float


def wanted_round(kind: PieceKind, rules: HouseRules) -> tuple[Wanted, ...]:
    """Return what is to be free round a kind of piece, by the table and the house rules."""
    made: list[Wanted] = []
    if kind.opens:
        reach = kind.opens + rules.value("before_doors")
        made.append(Wanted("front", reach, "doors and drawers", "before_doors"))
    elif kind.chair:
        made.append(Wanted("front", rules.value("chair_back"), "a chair", "chair_back"))
    elif kind.is_bed and kind.front:
        made.append(Wanted("front", rules.value("beside_bed"), "beside a bed", "beside_bed"))
    elif kind.front:
        made.append(Wanted("front", kind.front, "to sit down" if kind.eyes else "to reach it"))
    beside: Why = "beside a bed" if kind.is_bed else "a chair" if kind.chair else "to reach it"
    rule = "beside_bed" if kind.is_bed else "chair_back" if kind.chair else ""
    if kind.sides:
        reach = rules.value(rule) if rule else kind.sides
        made += [Wanted("left", reach, beside, rule), Wanted("right", reach, beside, rule)]
    if kind.behind:
        made.append(Wanted("behind", rules.value(rule) if rule else kind.behind, beside, rule))
    return tuple(made)


def strip_of(foot: Footprint, side: Side, reach: float) -> Footprint:
    """Return the strip on a side of a piece, its front away from the piece."""
    w, d = foot.width / 2.0, foot.depth / 2.0
    if side == "front":
        x, y = foot.at(0.0, d + reach / 2.0)
        return Footprint(x, y, foot.width, reach, foot.turn)
    if side == "behind":
        x, y = foot.at(0.0, -d - reach / 2.0)
        return Footprint(x, y, foot.width, reach, foot.turn + 180.0)
    out = w + reach / 2.0
    x, y = foot.at(-out if side == "left" else out, 0.0)
    return Footprint(x, y, foot.depth, reach, foot.turn + (90.0 if side == "left" else -90.0))


def free_before(strip: Footprint, room: Sequence[Point], others: Sequence[Outline]) -> tuple[float, int]:
    """Return how far a strip is free from the piece outwards, and what ends it: the number of the outline, −1 for a
    wall and −2 where it is all free."""
    w, d = strip.width / 2.0 - TOUCH, strip.depth / 2.0
    free, ends = strip.depth, -2
    for a, b in edges(strip.own(room)):
        found = within_box(a, b, -w, -d, w, d)
        if found is not None:
            at = min(v for _, v in found) + d
            # A wall that runs along the side of the strip, or behind its beginning, ends nothing.
            if abs(found[0][0] - found[1][0]) > TOUCH and at < free - TOUCH:
                free, ends = max(0.0, at), -1
    for number, outline in enumerate(others):
        part = clipped(strip.own(outline), -w, -d, w, d)
        if part:
            at = max(0.0, min(v for _, v in part) + d)
            if at < free - TOUCH:
                free, ends = at, number
    return free, ends


def shortages(
    one: Standing, pieces: Sequence[Standing], obstacles: Sequence[Obstacle], room: Sequence[Point], rules: HouseRules
) -> Iterator[Short]:
    """Yield the strips round a piece that are not free as far as is wanted."""
    in_way = [other for other in pieces if other.id != one.id and not other.kind.flat and not other.kind.movable]
    outlines = [other.foot.corners for other in in_way]
    outlines += [obstacle.outline for obstacle in obstacles if obstacle.what != "door" and obstacle.bottom < 1900.0]
    solid = [obstacle for obstacle in obstacles if obstacle.what != "door" and obstacle.bottom < 1900.0]
    either: list[Short] = []
    for wanted in wanted_anywhere(one.kind, rules):
        free, ends = free_before(strip_of(one.foot, wanted.side, wanted.reach), room, outlines)
        if free >= wanted.reach - TOUCH:
            if one.kind.one_side and wanted.side in ("left", "right"):
                either = []
                break
            continue
        if ends == -1:
            short = Short(one.id, wanted, free, "wall", "", "the wall")
        elif ends < len(in_way):
            short = Short(one.id, wanted, free, "piece", in_way[ends].id, in_way[ends].name)
        else:
            other = solid[ends - len(in_way)]
            short = Short(one.id, wanted, free, other.what, other.id, other.name)
        if one.kind.one_side and wanted.side in ("left", "right"):
            either.append(short)
        else:
            yield short
    if either:
        yield max(either, key=lambda short: short.there_is)


def wanted_anywhere(kind: PieceKind, rules: HouseRules) -> tuple[Wanted, ...]:
    """Return all that may have to be free round a kind of piece, sides of which one is enough among it."""
    return (*wanted_round(kind, rules), *_on_one_side(kind, rules))


def _on_one_side(kind: PieceKind, rules: HouseRules) -> tuple[Wanted, ...]:
    """Return the sides of which one must be free: of a single bed."""
    if not kind.one_side:
        return ()
    reach = rules.value("beside_bed") if kind.is_bed else kind.one_side
    rule = "beside_bed" if kind.is_bed else ""
    return tuple(Wanted(side, reach, "beside a bed", rule) for side in ("left", "right"))


def overlaps(
    one: Standing, pieces: Sequence[Standing], obstacles: Sequence[Obstacle], room: Sequence[Point]
) -> Iterator[Overlap]:
    """Yield what a piece runs into: walls, other pieces, built-ins, the leaves of doors; a flat one only walls."""
    corners = one.foot.corners
    out = out_of(room, corners)
    if out > TOUCH:
        yield Overlap(one.id, "wall", "", "the wall", out)
    if one.kind.flat:
        return
    for other in pieces:
        if other.id != one.id and not other.kind.flat:
            deep = into(corners, other.foot.corners)
            if deep > TOUCH and not _goes_under(one, other):
                yield Overlap(one.id, "piece", other.id, other.name, deep)
    for obstacle in obstacles:
        if obstacle.bottom < one.height:
            deep = into(corners, obstacle.outline)
            if deep > TOUCH:
                yield Overlap(one.id, obstacle.what, obstacle.id, obstacle.name, deep)


def _goes_under(one: Standing, other: Standing) -> bool:
    """Return whether one of two is a chair, stool or bench that is pushed under a table."""
    pairs = ((one.kind, other.kind), (other.kind, one.kind))
    return any(high.chair and low.movable and low.legs for low, high in pairs)
