"""A few arrangements of pieces that keep their clearances, found by trying places and turns (randomised greedy search
with improvement; Feo and Resende 1995), each with what speaks for it and against it.

Where a piece could stand is a finite list: along every wall with its back to it, in corners, before or beside the piece
it belongs to, or free on the floor in eight turns. Pieces are put one by one, the large ones first, each among the best
of its places as far as others stand already; then single pieces are moved as long as that makes the whole better.
Running into something, standing before a window that is lower or under a ceiling that is too low is never taken.
"""

from __future__ import annotations

import math
import random
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.clearances import Obstacle, Standing, overlaps, shortages
from narrow_cornice.zones.plan_shapes import (
    Footprint,
    Outline,
    Point,
    area_of,
    box_round,
    edges,
    inside,
    into,
    middle_of,
    out_of,
    to_segment,
)

ALONG = 150.0  # mm between two places along a wall that are tried
OPEN = 350.0  # … and between two on the open floor
BEST_OF = 4  # of the best places of a piece one is taken by chance
OFFERED = 4
TRIED = 70  # places of a piece at a time
APART = 500.0  # mm that two arrangements differ in the place of some piece
ASKEW = 0.8  # points of what stands askew in the room, a seat that may a third of it
AT_WALL = 60.0  # mm off it within which a piece still stands at a wall
SHORT = 0.02  # points a mm that a clearance is short
MOST_PLACES = 420  # tried for one piece


class WallPlace(NamedTuple):
    """A wall as pieces stand against it: its identity, its beginning at its left as one faces it, the way along it and
    into the room, how long it is, and stretches before which nothing taller than a height can stand (from, to,
    height)."""

    id: str
    start: Point
    along: Point
    inward: Point
    long: float
    low: tuple[tuple[float, float, float], ...]


class RoomPlaces(NamedTuple):
    """A room as pieces are arranged in it: its outline, walls, what else stands there, the places just inside its
    doors, how high it is over a place, and where the head of a bed should lie (degrees of the plan), None for
    anywhere."""

    outline: tuple[Point, ...]
    walls: tuple[WallPlace, ...]
    obstacles: tuple[Obstacle, ...]
    doors: tuple[Point, ...]
    height: Callable[[float, float], float]
    head: float | None


class Put(NamedTuple):
    """Where a piece is put: its footprint, and the wall it has its back to with its middle along it, empty for none."""

    foot: Footprint
    wall: str = ""
    along: float = 0.0


class Arrangement(NamedTuple):
    """Pieces by identity where they are put, the points of the whole (less is better), and what is said of it."""

    places: Mapping[str, Put]
    points: float
    said: tuple[str, ...]


class _Search:
    def __init__(
        self, room: RoomPlaces, pieces: Sequence[Standing], fixed: Sequence[Standing], rules: HouseRules
    ) -> None:
        self.room, self.rules, self.fixed = room, rules, list(fixed)
        self.pieces = sorted(pieces, key=_turn)
        self.middle = middle_of(room.outline)
        along = room.walls[0].along if room.walls else (1.0, 0.0)
        self.base = math.degrees(math.atan2(along[1], along[0]))
        self.places = {one.id: self._places(one) for one in self.pieces}

    # ---- where a piece could stand

    def _places(self, one: Standing) -> list[Put]:
        made = list(self._by_walls(one)) if one.kind.back or not one.kind.movable else []
        if not one.kind.back:
            made += self._open(one)
        made = [put for put in made if self._may_stand(one, put)]
        if len(made) > MOST_PLACES:
            made = random.Random(5).sample(made, MOST_PLACES)
        return made

    def _by_walls(self, one: Standing) -> Iterator[Put]:
        for wall in self.room.walls:
            room = wall.long - one.foot.width
            if room < -1.0:
                continue
            steps = max(1, int(room / ALONG))
            for step in range(steps + 1):
                along = one.foot.width / 2.0 + max(0.0, room) * step / steps
                if _before_window(wall, along, one.foot.width, one.height):
                    continue
                turn = math.degrees(math.atan2(-wall.inward[0], wall.inward[1]))
                x = wall.start[0] + wall.along[0] * along + wall.inward[0] * one.foot.depth / 2.0
                y = wall.start[1] + wall.along[1] * along + wall.inward[1] * one.foot.depth / 2.0
                yield Put(Footprint(x, y, one.foot.width, one.foot.depth, turn), wall.id, along)

    def _open(self, one: Standing) -> Iterator[Put]:
        box = box_round(self.room.outline)
        turns = (0.0, 90.0) if one.kind.chair else (0.0, 45.0, 90.0, 135.0, 180.0, 225.0, 270.0, 315.0)
        for column in range(int(box.width / OPEN)):
            for row in range(int(box.depth / OPEN)):
                x = box.x - box.width / 2.0 + OPEN * (column + 0.5)
                y = box.y - box.depth / 2.0 + OPEN * (row + 0.5)
                if inside(self.room.outline, (x, y)):
                    for turn in turns:
                        yield Put(Footprint(x, y, one.foot.width, one.foot.depth, self.base + turn))

    def _may_stand(self, one: Standing, put: Put) -> bool:
        corners = put.foot.corners
        if out_of(self.room.outline, corners) > 2.0:
            return False
        if one.kind.flat:
            return True
        if any(self.room.height(*corner) < one.height for corner in corners):
            return False
        standing = one._replace(foot=put.foot)
        return not any(True for _ in overlaps(standing, self.fixed, self.room.obstacles, self.room.outline))

    def _beside(self, one: Standing, there: Sequence[Standing]) -> list[Put]:
        """Return places before and beside the pieces that one belongs to: tables at seats and beds, chairs at tables, a
        rug under a group."""
        made: list[Put] = []
        for other in there:
            foot = other.foot
            w, d = foot.width / 2.0, foot.depth / 2.0
            if one.kind.flat and (other.kind.eyes or other.kind.chair):
                reach = d if not other.kind.chair else 0.0
                made.append(Put(Footprint(*foot.at(0.0, reach), one.foot.width, one.foot.depth, foot.turn)))
            elif one.kind.name == "low table" and other.kind.soft and other.kind.eyes and not other.kind.is_bed:
                at = foot.at(0.0, d + 400.0 + one.foot.depth / 2.0)
                made.append(Put(Footprint(*at, one.foot.width, one.foot.depth, foot.turn)))
            elif one.kind.name in _BESIDE_SEATS and other.kind.soft and other.kind.eyes:
                for side in (-1.0, 1.0):
                    at = foot.at(side * (w + 30.0 + one.foot.width / 2.0), -d + one.foot.depth / 2.0)
                    made.append(Put(Footprint(*at, one.foot.width, one.foot.depth, foot.turn)))
            elif one.kind.name == "chair" and other.kind.chair:
                sides = [(0.0, d + 100.0, 180.0)]
                if not other.kind.back:
                    sides += [(0.0, -d - 100.0, 0.0), (w + 100.0, 0.0, 90.0), (-w - 100.0, 0.0, -90.0)]
                    sides += [(s * w / 2.0, t * (d + 100.0), 180.0 if t > 0 else 0.0) for s in (-1, 1) for t in (-1, 1)]
                for u, v, turn in sides:
                    at = foot.at(u, v)
                    made.append(Put(Footprint(*at, one.foot.width, one.foot.depth, foot.turn + turn)))
        return [put for put in made if self._may_stand(one, put)]

    # ---- what speaks for it and against it

    def points(self, standing: Sequence[Standing]) -> tuple[float, list[str]]:
        """Return the points of pieces as they stand, less being better, and what is said; infinite where one runs into
        another."""
        every = [*self.fixed, *standing]
        total, said = 0.0, []
        for one in standing:
            if any(True for _ in overlaps(one, every, (), self.room.outline)):
                return math.inf, []
            for short in shortages(one, every, self.room.obstacles, self.room.outline, self.rules):
                missing = short.wanted.reach - short.there_is
                total += 1.0 + SHORT * missing
                said.append(f"{one.name[:24]}: {missing:.0f} short {_WHERE[short.wanted.side]}")
        for points, words in self._wishes(standing):
            total += points
            if words:
                said.append(words)
        return total, said

    def _wishes(self, standing: Sequence[Standing]) -> Iterator[tuple[float, str]]:
        seats = [one for one in standing if one.kind.eyes and not one.kind.is_bed and not one.kind.chair]
        for one in standing:
            at = (one.foot.x, one.foot.y)
            nearest = min((math.dist(at, door) for door in self.room.doors), default=9e9)
            if one.kind.is_bed:
                head = one.foot.at(0.0, -one.foot.depth / 2.0)
                to_door = min((math.dist(head, door) for door in self.room.doors), default=9e9)
                yield max(0.0, 1800.0 - to_door) / 600.0, ""
                if self.room.head is not None:
                    off = abs((one.foot.turn - 90.0 - self.room.head + 180.0) % 360.0 - 180.0)
                    yield (
                        off / 45.0,
                        f"{one.name[:24]} lies with its head {off:.0f}° off the wished way" if off > 30 else "",
                    )
            elif not one.kind.flat and not one.kind.movable:
                yield max(0.0, 1100.0 - nearest) / 500.0, ""
                if not one.kind.eyes and not one.kind.chair:  # chests and shelves belong to a wall
                    off = sorted(_off(corner, self.room.outline) for corner in one.foot.corners)[1]
                    yield (2.0, f"{one.name[:24]} stands free in the room") if off > AT_WALL else (0.0, "")
            askew = abs((one.foot.turn - self.base + 45.0) % 90.0 - 45.0)
            yield (ASKEW * (0.3 if one.kind.soft else 1.0) if askew > 20.0 else 0.0), ""
            yield from self._belongs(one, standing)
        for number, one in enumerate(seats):  # seats look at one another, or into the room
            ahead = one.foot.at(0.0, 1800.0)
            target = self.middle
            others = [other for other in seats if other is not one]
            if others:
                target = min(
                    ((o.foot.x, o.foot.y) for o in others), key=lambda p: math.dist(p, (one.foot.x, one.foot.y))
                )
                far = math.dist(target, (one.foot.x, one.foot.y))
                yield max(0.0, far - 2600.0) / 800.0, "" if far < 3200.0 or number else "seats stand far apart"
            yield math.dist(ahead, target) / 2500.0, ""

    def _belongs(self, one: Standing, standing: Sequence[Standing]) -> Iterator[tuple[float, str]]:
        """Yield what speaks against a chair that is far from every table, or a small table far from every seat."""
        if one.kind.flat or not one.kind.movable:
            return
        others = [other for other in (*self.fixed, *standing) if other.id != one.id]
        wanted = [other for other in others if other.kind.chair]
        near, words = 450.0, f"{one.name[:24]} stands far from its table"
        if not one.kind.eyes:
            if not {"sitting", "sleeping"} & set(one.kind.uses):
                return
            wanted = [other for other in others if other.kind.eyes and not other.kind.movable]
            near, words = 750.0, f"{one.name[:24]} stands far from every seat"
        if wanted:
            at = (one.foot.x, one.foot.y)
            off = max(0.0, min(_off(at, other.foot.corners) for other in wanted) - near)
            yield off / 500.0, words if off > 300.0 else ""

    # ---- the search

    def greedy(self, rng: random.Random) -> dict[str, Put] | None:
        """Return all pieces put one by one, None where one finds no place."""
        put: dict[str, Put] = {}
        standing: list[Standing] = []
        for one in self.pieces:
            scored = self._scored(one, self._beside(one, [*self.fixed, *standing]), standing)
            if not scored:
                tried = rng.sample(self.places[one.id], min(len(self.places[one.id]), TRIED))
                scored = self._scored(one, tried, standing)
            if not scored:
                return None
            scored.sort()
            chosen = rng.choice(scored[:BEST_OF])[2]
            put[one.id] = chosen
            standing.append(one._replace(foot=chosen.foot))
        return put

    def _scored(
        self, one: Standing, offers: Sequence[Put], standing: Sequence[Standing]
    ) -> list[tuple[float, int, Put]]:
        """Return the places at which a piece runs into nothing that stands, each with the points of all."""
        made: list[tuple[float, int, Put]] = []
        solid = [other.foot.corners for other in standing if not other.kind.flat]
        for offer in offers:
            corners = offer.foot.corners
            if not one.kind.flat and one.kind.name != "chair" and any(into(corners, other) > 2.0 for other in solid):
                continue
            points, _ = self.points([*standing, one._replace(foot=offer.foot)])
            if points < math.inf:
                made.append((points, len(made), offer))
        return made

    def standing(self, put: Mapping[str, Put]) -> list[Standing]:
        """Return the pieces as they are put."""
        return [one._replace(foot=put[one.id].foot) for one in self.pieces]

    def improved(self, put: dict[str, Put], rng: random.Random, going: Callable[[], bool]) -> dict[str, Put]:
        """Return an arrangement in which no single piece that was tried stands better elsewhere."""
        best, _ = self.points(self.standing(put))
        for one in [each for each in self.pieces if not each.kind.flat]:
            others = [each for each in self.standing(put) if each.id != one.id]
            offers = [*self._beside(one, others), *self.places[one.id]]
            for offer in rng.sample(offers, min(len(offers), 24)):
                if not going():
                    return put
                trial = {**put, one.id: offer}
                points, _ = self.points(self.standing(trial))
                if points < best - 1e-9:
                    put, best = trial, points
        return put


def _off(place: Point, outline: Outline) -> float:
    """Return how far a place is from the edges of an outline."""
    return min(to_segment(place, start, end) for start, end in edges(outline))


def _turn(one: Standing) -> tuple[bool, bool, float]:
    """Return when a piece has its turn: large ones first, then what is put beside them, what lies flat last."""
    return one.kind.flat, one.kind.movable, -one.foot.width * one.foot.depth


def _before_window(wall: WallPlace, along: float, width: float, height: float) -> bool:
    """Return whether a piece stands before something lower than it is."""
    left, right = along - width / 2.0, along + width / 2.0
    return any(low < height - 20.0 and begin < right and left < end for begin, end, low in wall.low)


_BESIDE_SEATS = ("side table", "bedside table", "standing lamp")
_WHERE = {"front": "in front", "left": "on its left", "right": "on its right", "behind": "behind"}


# Many parameters: the room, its pieces, those that stay, the rules, how long, and who is told.
def arrangements(
    room: RoomPlaces,
    pieces: Sequence[Standing],
    fixed: Sequence[Standing],
    rules: HouseRules,
    seconds: float,
    told: Callable[[tuple[Arrangement, ...]], object] = lambda _: None,
    stopped: Callable[[], bool] = lambda: False,
) -> tuple[Arrangement, ...]:
    """Return a few arrangements of pieces in a room, the best first, none for pieces that do not fit. ``fixed`` pieces
    stay where they are. ``told`` hears of those so far each time there is a better one; when ``stopped`` they are
    returned."""
    ends = time.monotonic() + seconds

    def going() -> bool:
        return not stopped() and time.monotonic() < ends

    search = _Search(room, pieces, fixed, rules)
    found: list[Arrangement] = []
    seed, misses = 0, 0
    while going() and pieces and misses < 40:
        seed += 1
        rng = random.Random(seed)
        put = search.greedy(rng)
        if put is None:
            misses += 1
            continue
        put = search.improved(put, rng, going)
        points, said = search.points(search.standing(put))
        if points == math.inf:
            continue
        former = found
        found = _with(found, Arrangement(put, points, tuple(said)))
        if found != former:
            told(tuple(found))
    return tuple(found)


def _with(found: list[Arrangement], one: Arrangement) -> list[Arrangement]:
    """Return the best few arrangements with another one, of those alike the better."""
    alike = [other for other in found if _alike(one, other)]
    if any(other.points <= one.points for other in alike):
        return found
    kept = [other for other in found if other not in alike]
    return sorted((*kept, one), key=lambda each: each.points)[:OFFERED]


def _alike(one: Arrangement, other: Arrangement) -> bool:
    return all(
        math.dist((put.foot.x, put.foot.y), (other.places[key].foot.x, other.places[key].foot.y)) < APART
        for key, put in one.places.items()
    )


def wall_places(
    outline: Sequence[Point], ids: Sequence[str], low: Sequence[Sequence[tuple[float, float, float]]]
) -> tuple[WallPlace, ...]:
    """Return the walls of an outline, anticlockwise, as pieces stand against them."""
    made = []
    turned = 1.0 if area_of(outline) > 0 else -1.0
    for number, (a, b) in enumerate(edges(outline)):
        long = math.dist(a, b)
        if long < 1.0:
            continue
        along = ((a[0] - b[0]) / long, (a[1] - b[1]) / long)
        inward = (along[1] * turned, -along[0] * turned)
        made.append(WallPlace(ids[number], b, along, inward, long, tuple(low[number])))
    return tuple(made)
