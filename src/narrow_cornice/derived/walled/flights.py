"""Many small things on a wall as they are put up: inside their outline, where the wall is free."""

from __future__ import annotations

import msgspec

from narrow_cornice.derived.walled.grounds import wall_ground
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.features.region import Region, region_from
from narrow_cornice.features.scatter import Scattered, count_by_density, least_apart, scattered
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Flight
from narrow_cornice.memo import by_identity


class Flown(msgspec.Struct, frozen=True):
    """A flight as it is put up, or its ``fault``: what of the wall it has, where each thing's middle is with the number
    of its colour, how far any two keep apart at least, and the area as a figure."""

    flight: Flight
    fault: str = ""
    region: Region | None = None
    things: Scattered | None = None
    least: Figure | None = None
    area: Figure | None = None

    @property
    def count(self) -> int:
        """Return how many things there are."""
        return len(self.things.places) if self.things is not None else 0


@explained("least distance", "mm", "0.75 × √(area × 1000000 ÷ things)")
def keep_apart(area: float, things: float) -> float:
    """Return how far any two of so many things keep apart at least, from an area in m²."""
    return least_apart(area * 1_000_000, things)


@by_identity(times=1, each="room", of=as_built)
def flights_of(room: Room, changed_rules: dict[str, float]) -> tuple[Flown, ...]:
    """Return the flights of a room as they are put up."""
    return tuple(_flown(room, one, changed_rules) for one in room.walling.flights)


def _flown(room: Room, flight: Flight, changed_rules: dict[str, float]) -> Flown:
    import shapely

    ground = wall_ground(room, flight.wall, changed_rules)
    if ground.region is None:
        return Flown(flight, ground.fault)
    outline = shapely.Polygon(flight.outline)
    half = float(flight.size.mm) / 2
    try:
        inside = shapely.buffer(shapely.intersection(ground.region.shape, shapely.make_valid(outline)), -half)
        region = region_from(inside)
        count = flight.count or count_by_density(region.area, flight.density)
        shares = tuple(one.share for one in flight.colours) or (1.0,)
        things = scattered(region, count, shares, flight.seed)
    except CorniceError as error:
        return Flown(flight, str(error))
    area = table("area", region.area / 1e6, "m²", "of the outline, as far as the wall is free and a thing fits in")
    return Flown(
        flight, "", region, things, keep_apart(area, table("things", float(count), "", flight.name[:60])), area
    )
