"""What goes where: things to be kept put on the shelves, rails and trays of a run, the tallest first, each where it
wastes least, where it is reached as often as it is wanted, and the heavy ones low."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Literal

import msgspec

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.contents import How, Use
from narrow_cornice.casework.parts import BayThere, Clear, Part

HEAVY_LOAD = 35.0  # kg/m, from which things belong low
AT_LEAST_CLEAR = 40.0  # mm of a space before anything is kept in it


class Reach(msgspec.Struct, frozen=True):
    """What people reach, in mm over the floor: daily things between ``knee`` and ``eye``, nothing that is wanted weekly
    above ``most`` without steps."""

    knee: float = 600.0
    eye: float = 1600.0
    most: float = 1900.0


class Things(msgspec.Struct, frozen=True):
    """Things of one kind: whose they are (an identity), how they are kept, how many, the size of one in mm (``wide``
    along the shelf, turned round where that saves room), what they weigh in kg on a metre and how often they are
    used."""

    id: str
    how: How
    count: int
    tall: float
    wide: float
    deep: float
    load: float
    use: Use
    stacks: bool = False

    def in_a_pile(self, tall: float, deep: float) -> int:
        """Return how many stand on one place of a space so tall and deep, on and behind one another."""
        if not self.stacks:
            return 1
        return max(1, int((tall + 1e-6) // self.tall)) * max(1, int((deep + 1e-6) // self.deep))


class Spot(msgspec.Struct, frozen=True):
    """A space that keeps things in one way: its bay and compartment, its place in the run (from x, over the floor at
    z), and how wide, tall and deep it is clear."""

    bay: str
    compartment: str
    how: How
    x: float
    z: float
    wide: float
    tall: float
    deep: float


class Put(msgspec.Struct, frozen=True):
    """So many things on a spot, the first of them so far from its left end, so many of them in each ``pile``."""

    things: str
    spot: int
    count: int
    at: float
    pile: int = 1


Lack = Literal["none", "full", "wide", "deep", "tall"]


class Left(msgspec.Struct, frozen=True):
    """Things that have no room: whose, how many, and what is lacking: there is ``none`` that keeps things so, those
    there are ``full``, or too narrow, shallow or low, and then what they need and what the best of them has, in mm."""

    things: str
    count: int
    lack: Lack
    how: How
    needs: float = 0.0
    has: float = 0.0


class Filling(msgspec.Struct, frozen=True):
    """Where things go: what is put where, how many of which have no room, and of those why the nearest spot is none."""

    spots: tuple[Spot, ...] = ()
    put: tuple[Put, ...] = ()
    left: tuple[Left, ...] = ()

    @property
    def shelf_metres(self) -> float:
        """Return the metres of shelf that there are."""
        return sum(spot.wide for spot in self.spots if spot.how == "shelf") / 1000.0

    @property
    def rail_metres(self) -> float:
        """Return the metres of rail that there are."""
        return sum(spot.wide for spot in self.spots if spot.how == "rail") / 1000.0

    @property
    def litres(self) -> float:
        """Return the litres that there are, of shelves, rails and drawers."""
        return sum(spot.wide * spot.tall * spot.deep for spot in self.spots) / 1e6


def spots_of(run: Carcasses) -> tuple[Spot, ...]:
    """Return where things can be kept in a run, from the left and from below."""
    made: list[Spot] = []
    for there in run.bays:
        for clear in there.compartments:
            made += _in_compartment(run, there, clear)
    return tuple(made)


def _in_compartment(run: Carcasses, there: BayThere, clear: Clear) -> Iterator[Spot]:
    one = clear.compartment
    parts = [
        part
        for part in run.parts
        if (part.carcass, part.bay, part.compartment) == (there.carcass, there.bay.id, one.id)
        and clear.low - 1e-6 <= part.box[2] < clear.high
    ]

    def spot(how: How, x: float, z: float, wide: float, tall: float, deep: float = clear.depth) -> Spot:
        return Spot(there.bay.id, one.id, how, x, z, wide, tall, deep)

    if one.holds == "shelves" or one.holds == "cubbies":
        walls = sorted(part.box[0] for part in parts if part.kind == "partition")
        lefts = [there.x, *(x + _thick(parts, "partition") for x in walls)]
        rights = [*walls, there.x + there.width]
        for left, right in zip(lefts, rights, strict=True):
            boards = sorted(
                (part.box[2], part.box[5])
                for part in parts
                if part.kind in ("shelf", "fixed shelf") and left - 1 < part.box[0] < right
            )
            z = clear.low
            for up, thick in (*boards, (clear.high, 0.0)):
                if up - z >= AT_LEAST_CLEAR:
                    yield spot("shelf", left, z, right - left, up - z)
                z = up + thick
    elif one.holds == "rail":
        rails = sorted(part.box[2] for part in parts if part.kind == "rail")
        under = clear.low
        for z in rails:
            yield spot("rail", there.x, under, there.width, z - under)
            under = z + _thick(parts, "rail")
    elif one.holds in ("drawers", "trays", "pull-out"):
        bottoms = sorted((part.box for part in parts if part.kind == "drawer bottom"), key=lambda box: box[2])
        tops = [box[2] for box in bottoms[1:]] + [clear.high]
        for box, top in zip(bottoms, tops, strict=True):
            x, _, z, wide, deep, thick = box
            yield spot("tray", x, z + thick, wide, max(0.0, top - z - thick - 10.0), deep)


def _thick(parts: Sequence[Part], kind: str) -> float:
    found = next((part for part in parts if part.kind == kind), None)
    return 0.0 if found is None else found.box[3 if kind == "partition" else 5]


def unwelcome(things: Things, z: float, tall: float, reach: Reach) -> float:
    """Return how ill a height suits things, as mm of waste that would be as bad: daily ones between knee and eye,
    weekly ones within reach, what is seldom wanted out of the way, heavy ones low."""
    middle = z + min(tall, things.tall) / 2 if things.how != "rail" else reach.eye
    cost = 0.0
    if things.use == "daily":
        cost += max(0.0, reach.knee - middle) * 0.5 + max(0.0, middle - reach.eye) * 0.8
    elif things.use == "weekly":
        cost += max(0.0, middle - reach.most) * 0.6
    elif reach.knee < middle < reach.eye:
        cost += 80.0
    if things.load >= HEAVY_LOAD:
        cost += 0.15 * z
    return cost


def filled(spots: Sequence[Spot], things: Sequence[Things], reach: Reach) -> Filling:
    """Return where things go. The tallest and deepest go first, since fewest spots take them; each kind goes where it
    wastes least height and suits best, and stays together where it can."""
    free = [spot.wide for spot in spots]
    put: list[Put] = []
    left: list[Left] = []
    for one in sorted(things, key=lambda one: (-one.tall, -one.deep, -one.wide)):
        takes = sorted(
            (spot.tall - one.tall + unwelcome(one, spot.z, spot.tall, reach), spot.x, spot.z, number)
            for number, spot in enumerate(spots)
            if spot.how == one.how and spot.tall >= one.tall - 1e-6 and spot.deep >= one.deep - 1e-6
        )
        rest = one.count
        for *_, number in takes:
            pile = one.in_a_pile(spots[number].tall, spots[number].deep)
            piles = min(math.ceil(rest / pile), int((free[number] + 1e-6) // one.wide))
            if piles:
                many = min(rest, piles * pile)
                put.append(Put(one.id, number, many, spots[number].wide - free[number], pile))
                free[number] -= piles * one.wide
                rest -= many
            if not rest:
                break
        if rest:
            left.append(_left(one, rest, spots, some=bool(takes)))
    return Filling(tuple(spots), tuple(put), tuple(left))


def _left(one: Things, rest: int, spots: Sequence[Spot], *, some: bool) -> Left:
    """Return what is left of some things and why nothing takes it, by the spot that comes nearest."""
    mine = [spot for spot in spots if spot.how == one.how]
    if not mine:
        return Left(one.id, rest, "none", one.how)
    if some:
        widest = max(spot.wide for spot in mine if spot.tall >= one.tall - 1e-6 and spot.deep >= one.deep - 1e-6)
        if widest < one.wide:
            return Left(one.id, rest, "wide", one.how, one.wide, widest)
        return Left(one.id, rest, "full", one.how)
    deepest = max(spot.deep for spot in mine)
    if deepest < one.deep:
        return Left(one.id, rest, "deep", one.how, one.deep, deepest)
    return Left(one.id, rest, "tall", one.how, one.tall, max(spot.tall for spot in mine))
