"""What must stay free round the pieces of a room, and what is in its way."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.standing import obstacles_of, standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.clearances import (
    Overlap,
    Short,
    Standing,
    Wanted,
    overlaps,
    shortages,
    strip_of,
    wanted_round,
)
from narrow_cornice.zones.plan_shapes import Outline, to_segment

BEFORE = 200.0  # mm of a wall within which a piece stands before what hangs on it
HOT = 150.0  # mm that stay free before a radiator


class Strip(NamedTuple):
    """A strip that is to be free, and whether it is."""

    piece: str
    wanted: Wanted
    outline: Outline
    free: bool


class TooTall(NamedTuple):
    """A piece under a ceiling that is lower than it: how high it is there."""

    piece: str
    there_is: float


class Before(NamedTuple):
    """A piece that stands before something on a wall: a window whose sill it reaches over, or a radiator; its identity,
    its name and by how much it is covered or how near it is."""

    piece: str
    what: str
    other: str
    name: str
    much: float


class Clear(NamedTuple):
    """The clearances of a room: strips, those that are short, what runs into what, what is too tall, what stands before
    windows and radiators."""

    strips: tuple[Strip, ...]
    short: tuple[Short, ...]
    overlaps: tuple[Overlap, ...]
    too_tall: tuple[TooTall, ...]
    before: tuple[Before, ...]

    def troubled(self, piece: str) -> bool:
        """Return whether a piece runs into something, or is too tall."""
        return piece in {*(one.piece for one in self.overlaps), *(one.piece for one in self.too_tall)}


@by_identity(times=1, each="room", of=as_built)
def clear_of(room: Room, changed_rules: dict[str, float]) -> Clear:
    """Return what is free and what is not round the pieces of a room."""
    measured = measured_room(room, changed_rules)
    if measured.fault or not room.zones.pieces:
        return Clear((), (), (), (), ())
    rules = house_rules_of(changed_rules)
    pieces, obstacles = standing_pieces(room, changed_rules), obstacles_of(room, changed_rules)
    corners = measured.plan.corners
    strips: list[Strip] = []
    short: list[Short] = []
    for one in pieces:
        mine = tuple(shortages(one, pieces, obstacles, corners, rules))
        short += mine
        sides = {each.wanted.side for each in mine}
        always = wanted_round(one.kind, rules)
        for wanted in (*always, *(each.wanted for each in mine if each.wanted not in always)):
            outline = strip_of(one.foot, wanted.side, wanted.reach).corners
            strips.append(Strip(one.id, wanted, outline, wanted.side not in sides))
    run_into = tuple(each for one in pieces for each in overlaps(one, pieces, obstacles, corners))
    return Clear(
        tuple(strips),
        tuple(short),
        _once(run_into),
        tuple(_too_tall(measured, pieces)),
        tuple(stands_before(measured, pieces)),
    )


def _once(every: tuple[Overlap, ...]) -> tuple[Overlap, ...]:
    """Return overlaps of two pieces once and not from both sides."""
    made: list[Overlap] = []
    for one in every:
        turned = ((other.other, other.piece) for other in made if other.what == one.what == "piece")
        if (one.piece, one.other) not in turned:
            made.append(one)
    return tuple(made)


def _too_tall(measured: MeasuredRoom, pieces: tuple[Standing, ...]) -> Iterator[TooTall]:
    for one in pieces:
        lowest = min(measured.ceiling.at(*corner) for corner in one.foot.corners)
        if lowest < one.height - 1.0:
            yield TooTall(one.id, max(0.0, lowest))


def stands_before(measured: MeasuredRoom, pieces: tuple[Standing, ...]) -> Iterator[Before]:
    """Yield which pieces stand before a window whose sill they reach over, or close to a radiator."""
    for index, face in enumerate(measured.faces):
        side = measured.plan.sides[index]
        dx, dy = side.direction
        for one in pieces:
            if one.kind.flat:
                continue
            near = min(to_segment(corner, side.start, side.end) for corner in one.foot.corners)
            if near > BEFORE:
                continue
            along = [(side.end[0] - x) * dx + (side.end[1] - y) * dy for x, y in one.foot.corners]
            left, right = min(along), max(along)
            for seen in face.openings:
                covers = min(right, seen.rect.u1) - max(left, seen.rect.u0)
                if seen.opening.kind == "window" and covers > 50.0 and one.height > seen.rect.v0 + 20.0:
                    over = one.height - seen.rect.v0
                    yield Before(one.id, "window", seen.opening.id, seen.opening.name, over)
            for thing, rect in face.hung:
                covers = min(right, rect.u1) - max(left, rect.u0)
                if getattr(thing, "kind", "") == "radiator" and near < HOT and covers > 50.0:
                    yield Before(one.id, "radiator", thing.id, thing.name, near)
