"""The rooms of a job as they stand beside one another, by the doors they share."""

from __future__ import annotations

import msgspec

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.job.measured import Opening, Twin
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.house import SharedDoor, Standing, rooms_standing
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import on_floor

USUAL_WALL = 120.0  # mm: thickness of a wall between rooms whose doors have no reveal to say it


class Joined(msgspec.Struct, frozen=True):
    """One shared door: its two openings as room and opening, and by how many mm it fails to meet itself."""

    first: tuple[Room, Opening]
    second: tuple[Room, Opening]
    miss: float


class House(msgspec.Struct, frozen=True):
    """The measured rooms with how each stands; ``unmeasured`` are those with no plan yet."""

    rooms: tuple[tuple[MeasuredRoom, Standing], ...]
    doors: tuple[Joined, ...]
    unmeasured: tuple[Room, ...]

    def group(self, number: int) -> list[tuple[MeasuredRoom, Standing]]:
        """Return the rooms of one group that doors join."""
        return [one for one in self.rooms if one[1].group == number]

    @property
    def groups(self) -> int:
        """Return how many groups of rooms there are that no shared door joins."""
        return len({standing.group for _, standing in self.rooms})


@by_identity(times=8, each="job")
def house_of(rooms: tuple[Room, ...], changed_rules: dict[str, float]) -> House:
    """Return the rooms joined by their shared doors."""
    measured = [measured_room(room, changed_rules) for room in rooms if not room.outdoors]
    known = [one for one in measured if one.plan.determined]
    places = {one.room.id: number for number, one in enumerate(known)}
    openings = {
        Twin(one.room.id, opening.id): (one, opening) for one in known for opening in one.room.measured.openings
    }
    pairs, doors = [], []
    for path, (one, opening) in openings.items():
        beyond = openings.get(opening.twin) if opening.twin is not None else None
        # Each must lead to the other, and the pair is counted once.
        if opening.twin is None or beyond is None or beyond[1].twin != path or path.key > opening.twin.key:
            continue
        other, twin = beyond
        sides = [_middle(*side) for side in ((one, opening), (other, twin))]
        thickness = max(opening.reveal.mm, twin.reveal.mm) or USUAL_WALL
        doors.append(SharedDoor(places[one.room.id], places[other.room.id], *sides[0], *sides[1], thickness))
        pairs.append(((one.room, opening), (other.room, twin)))
    standing, misses = rooms_standing(len(known), doors)
    joined = tuple(Joined(first, second, miss) for (first, second), miss in zip(pairs, misses, strict=True))
    unmeasured = tuple(one.room for one in measured if not one.plan.determined)
    return House(tuple(zip(known, standing, strict=True)), joined, unmeasured)


def _middle(measured: MeasuredRoom, opening: Opening) -> tuple[Point, Point]:
    """Return the middle of an opening on its wall, and the way out of the room there."""
    index = next(i for i, side in enumerate(measured.room.measured.walls) if side.id == opening.wall)
    side = measured.plan.sides[index]
    return on_floor(side, opening.place.mm + opening.width.mm / 2, 0.0), side.outward


def overlap(one: tuple[MeasuredRoom, Standing], other: tuple[MeasuredRoom, Standing]) -> float:
    """Return how much of two rooms lies on the same floor, in m²."""
    first, second = ([standing(corner) for corner in measured.plan.corners] for measured, standing in (one, other))
    for axis in (0, 1):
        mine, others = [place[axis] for place in first], [place[axis] for place in second]
        if max(mine) <= min(others) or max(others) <= min(mine):
            return 0.0
    import shapely

    return float(shapely.Polygon(first).intersection(shapely.Polygon(second)).area) / 1e6
